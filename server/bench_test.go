package server_test

import (
	"bytes"
	"fmt"
	"image"
	"image/jpeg"
	"strings"
	"testing"
)

// BenchmarkFind asks the server for names as they are typed: whole ones, older ones, misspelt ones, and one that is none.
func BenchmarkFind(b *testing.B) {
	r := serve(b)
	for name, q := range map[string]string{"common": "penny+bun", "older": "Rozites", "misspelt": "chantrelle", "a-letter": "a", "none": "zzzzqqqq"} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if status, _, text := r.send("GET", "/api/v1/taxa?q="+q, "", nil); status != 200 {
					b.Fatalf("%d %s", status, text)
				}
			}
		})
	}
}

// BenchmarkPhotoShown sends a photograph of twelve million pixels and waits until its thumbnail can be got: what whoever takes one waits for.
func BenchmarkPhotoShown(b *testing.B) {
	r := serve(b)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
	file := largePhoto(b, 0)
	b.ReportMetric(float64(len(file))/(1<<20), "MB")
	n := uint8(0)
	for b.Loop() {
		n++
		fresh := append(bytes.Clone(file), n, uint8(b.N)) // another file each time: what is there already is not developed anew
		p := r.developed(r.takeIn(fresh, of("record", record)).ID)
		if status, _, _ := r.send("GET", "/api/v1/photographs/"+p.File.File+"/list", "", nil); status != 200 {
			b.Fatalf("%+v", p.File)
		}
	}
}

// BenchmarkRecordsBesidePhotos lists the records of a database with 500 photographs of two megabytes, and of one with none: how much the
// photographs slow it.
func BenchmarkRecordsBesidePhotos(b *testing.B) {
	for _, photos := range []int{0, 500} {
		r := serveWithoutWork(b, shipped(b), b.TempDir())
		for range 100 {
			r.start(`"kingdom":"fungi"`)
		}
		record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
		file := largePhoto(b, 2<<20)
		for n := range photos {
			r.takeIn(append(bytes.Clone(file), uint8(n), uint8(n>>8)), of("record", record))
		}
		b.Run(fmt.Sprint(photos), func(b *testing.B) {
			for b.Loop() {
				r.list("")
			}
		})
		b.Run(fmt.Sprint(photos, "-opened"), func(b *testing.B) { // with its check of every page
			for b.Loop() {
				r.stop()
				r = serveWithoutWork(b, shipped(b), r.dir)
			}
		})
	}
}

// largePhoto is a photograph of 4,000 x 3,000 pixels with the grain of a camera's, blown up to a size in bytes where one is given.
func largePhoto(b *testing.B, size int) []byte {
	b.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 4000, 3000))
	for i := range img.Pix {
		img.Pix[i] = uint8(90 + i/4000000*40 + (i*2654435761>>13)%23)
	}
	var out bytes.Buffer
	if err := jpeg.Encode(&out, img, &jpeg.Options{Quality: 85}); err != nil {
		b.Fatal(err)
	}
	return append(out.Bytes(), make([]byte, max(0, size-out.Len()))...)
}
