package photos

import (
	"bytes"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"zestythicket/core/colour"
	"zestythicket/core/gauge"
)

// scene draws a picture that has no two halves alike: its corners are red, green, blue and white, on grey.
func scene(w, h int) *image.NRGBA {
	img := image.NewNRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.NRGBA{128, 128, 128, 255}
			switch left, top := x < w/4, y < h/4; {
			case left && top:
				c = color.NRGBA{220, 30, 30, 255}
			case x >= w*3/4 && top:
				c = color.NRGBA{30, 200, 30, 255}
			case left && y >= h*3/4:
				c = color.NRGBA{30, 30, 220, 255}
			case x >= w*3/4 && y >= h*3/4:
				c = color.NRGBA{250, 250, 250, 255}
			}
			img.SetNRGBA(x, y, c)
		}
	}
	return img
}

func asJPEG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: 92}); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

func asPNG(t testing.TB, img image.Image) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

var room Darkroom

// near tells whether a pixel is about a colour.
func near(img image.Image, x, y int, want color.NRGBA) bool {
	r, g, b, _ := img.At(x, y).RGBA()
	off := func(v uint32, w uint8) bool { return math.Abs(float64(v)/257-float64(w)) > 25 }
	return !off(r, want.R) && !off(g, want.G) && !off(b, want.B)
}

// Each of the eight ways in which a camera can have been held, in files that another library wrote (testdata/written.py): upright they all
// show red at the top left and green at the top right, and a point of the upright photograph is found in the file as it lies.
func TestEveryWayUp(t *testing.T) {
	for _, name := range []string{"1.jpg", "2.jpg", "3.jpg", "4.jpg", "5.jpg", "6.jpg", "7.jpg", "8.jpg", "6.png", "6.webp"} {
		b := held(t, name)
		e, err := room.Look(b)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		if e.Width != 240 || e.Height != 160 || e.Taken != "2026-09-12T10:31:07" || !e.Located {
			t.Errorf("%s: %+v", name, e)
		}
		screen, list, err := room.Develop(b)
		if err != nil {
			t.Fatal(err)
		}
		for _, size := range [][]byte{screen, list} {
			img, err := jpeg.Decode(bytes.NewReader(size))
			if err != nil {
				t.Fatal(err)
			}
			if img.Bounds().Dx() != 240 || !near(img, 20, 15, color.NRGBA{220, 30, 30, 255}) || !near(img, 220, 15, color.NRGBA{30, 200, 30, 255}) || !near(img, 20, 145, color.NRGBA{30, 30, 220, 255}) {
				t.Errorf("%s: it does not stand upright", name)
			}
		}
		px, err := pixels(b, 220, 15, 4)
		if err != nil || len(px) != 81 || px[40].G < 160 || px[40].R > 80 {
			t.Errorf("%s: at its green corner there is %v, %v", name, px[40:41], err)
		}
		stripped, err := room.Stripped(b)
		if err != nil {
			t.Fatalf("%s: %v", name, err)
		}
		after, err := room.Look(stripped)
		if err != nil || after.Located || after.Taken != "" || after.Width != 240 || after.Height != 160 {
			t.Errorf("%s: stripped it says %+v, %v", name, after, err)
		}
		for _, secret := range []string{"Velna", "2026:09:12", "MakeOfTest", "http://ns.adobe.com"} {
			if !bytes.Contains(b, []byte(secret)) && secret != "http://ns.adobe.com" {
				t.Errorf("%s does not hold %q, so that its loss shows nothing", name, secret)
			}
			if bytes.Contains(stripped, []byte(secret)) {
				t.Errorf("%s still holds %q", name, secret)
			}
		}
		was, err1 := pixels(b, 30, 30, 40)
		is, err2 := pixels(stripped, 30, 30, 40)
		if err1 != nil || err2 != nil || len(was) != len(is) {
			t.Fatalf("%s: %v, %v", name, err1, err2)
		}
		for i := range was {
			if was[i] != is[i] {
				t.Fatalf("%s: a pixel is another when it is stripped", name)
			}
		}
	}
}

func pixels(b []byte, x, y float64, reach int) ([]colour.RGB, error) {
	all, err := room.Around(b, reach, []gauge.Point{{X: x, Y: y}})
	if err != nil {
		return nil, err
	}
	return all[0], nil
}

func held(t testing.TB, name string) []byte {
	t.Helper()
	b, err := os.ReadFile(filepath.Join("testdata", name))
	if err != nil {
		t.Fatal(err)
	}
	return b
}

// What is no photograph, or not a whole one, is refused in words.
func TestBadFiles(t *testing.T) {
	whole := asJPEG(t, scene(400, 300))
	bomb := asPNG(t, image.NewGray(image.Rect(0, 0, 1, 1)))
	copy(bomb[16:], []byte{0, 0, 0x75, 0x30, 0, 0, 0x75, 0x30}) // 30,000 x 30,000, its check sum mended
	mend(bomb)
	deep := asPNG(t, image.NewNRGBA64(image.Rect(0, 0, 1, 1)))
	copy(deep[16:], []byte{0, 0, 0x17, 0x70, 0, 0, 0x17, 0x70}) // 6,000 x 6,000 of sixteen bits
	mend(deep)
	for _, c := range []struct {
		name string
		file []byte
		says string
	}{
		{"nothing", nil, "empty"},
		{"an SVG", []byte(`<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>`), "no photograph"},
		{"a page", []byte("<!doctype html><title>x</title>"), "no photograph"},
		{"a program", append([]byte("\x7fELF\x02\x01\x01"), make([]byte, 100)...), "no photograph"},
		{"a GIF", []byte("GIF89a\x01\x00\x01\x00\x00\x00\x00;"), "no photograph"},
		{"too much", append(bytes.Clone(whole), make([]byte, 25<<20)...), "25"},
		{"a bomb", bomb, "30000 x 30000"},
		{"a deep bomb", deep, "25 million"},
		{"a JPEG's first bytes", whole[:20], "cut off"},
		{"a WebP without a picture", []byte("RIFF\x10\x00\x00\x00WEBPVP8 \x00\x00\x00\x00"), "cannot be read"},
	} {
		if _, err := room.Look(c.file); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", c.name, err)
		}
		if _, _, err := room.Develop(c.file); err == nil && c.name != "too much" {
			t.Errorf("%s is developed", c.name)
		}
	}
	// Half a JPEG looks well until it is decoded.
	half := whole[:len(whole)/2]
	if _, err := room.Look(half); err != nil {
		t.Error(err)
	}
	if _, _, err := room.Develop(half); err == nil || !strings.Contains(err.Error(), "cut off") {
		t.Errorf("half a photograph: %v", err)
	}
	for n := range len(whole) { // wherever it is cut, nothing but an error comes of it
		if n%97 == 0 {
			if _, err := room.Stripped(whole[:n]); err == nil {
				t.Errorf("cut off at %d it is given away as whole", n)
			}
		}
	}
}

// mend makes the check sum of a PNG's first chunk right.
func mend(b []byte) {
	sum := crc32.ChecksumIEEE(b[12:29])
	copy(b[29:], []byte{byte(sum >> 24), byte(sum >> 16), byte(sum >> 8), byte(sum)})
}

// What a camera hangs on behind the end of a photograph goes too: another picture, a film, words, whatever bytes stand in it.
func TestWhatHangsBehind(t *testing.T) {
	plain := held(t, "6.jpg")
	bare, err := room.Stripped(plain)
	if err != nil {
		t.Fatal(err)
	}
	for _, tail := range []string{"Velna 49.3 19.3", string(plain), "\xff\xd9\xff\xd8\xff\xd9 Velna \xff\xd9"} {
		got, err := room.Stripped(append(bytes.Clone(plain), tail...))
		if err != nil || !bytes.Equal(got, bare) {
			t.Errorf("%.12q: %d bytes are left of it, not %d, %v", tail, len(got), len(bare), err)
		}
	}
}

// A large photograph is made smaller, a small one is not made larger; what is see-through lies on white.
func TestSizes(t *testing.T) {
	for _, c := range []struct{ w, h, screenW, listW int }{{4000, 3000, 1600, 320}, {300, 3000, 160, 32}, {120, 90, 120, 120}, {1, 1, 1, 1}} {
		screen, list, err := room.Develop(asJPEG(t, scene(c.w, c.h)))
		if err != nil {
			t.Fatal(err)
		}
		a, _ := jpeg.DecodeConfig(bytes.NewReader(screen))
		b, _ := jpeg.DecodeConfig(bytes.NewReader(list))
		if a.Width != c.screenW || b.Width != c.listW {
			t.Errorf("%d x %d: %d and %d wide", c.w, c.h, a.Width, b.Width)
		}
	}
	screen, _, err := room.Develop(asPNG(t, image.NewNRGBA(image.Rect(0, 0, 20, 20))))
	if err != nil {
		t.Fatal(err)
	}
	img, err := jpeg.Decode(bytes.NewReader(screen))
	if err != nil || !near(img, 10, 10, color.NRGBA{255, 255, 255, 255}) {
		t.Errorf("what is see-through is %v, %v", img.At(10, 10), err)
	}
}

// What comes from anywhere is read or refused, and never stops the program.
func FuzzDarkroom(f *testing.F) {
	for _, name := range []string{"6.jpg", "6.png", "6.webp"} {
		b, err := os.ReadFile(filepath.Join("testdata", name))
		if err != nil {
			f.Fatal(err)
		}
		f.Add(b)
	}
	f.Fuzz(func(t *testing.T, b []byte) {
		e, err := room.Look(b)
		if err != nil || e.Width*e.Height > 1<<20 {
			return
		}
		if _, _, err := room.Develop(b); err == nil {
			if _, err := room.Stripped(b); err != nil && e.Type == "image/jpeg" {
				t.Skip("a JPEG that ends in a way that only its decoder takes")
			}
		}
	})
}

// BenchmarkDevelop makes a photograph of twelve million pixels in its two sizes.
func BenchmarkDevelop(b *testing.B) {
	img := scene(4000, 3000)
	for i := range img.Pix { // some grain, as a camera's have
		if i%4 != 3 {
			img.Pix[i] = uint8(min(255, int(img.Pix[i])+(i*2654435761>>13)%9))
		}
	}
	for name, file := range map[string][]byte{"jpeg": asJPEG(b, img), "png": asPNG(b, img)} {
		b.Run(name, func(b *testing.B) {
			b.ReportMetric(float64(len(file))/(1<<20), "MB")
			for b.Loop() {
				if _, _, err := room.Develop(file); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
