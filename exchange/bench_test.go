package exchange_test

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"runtime"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/exchange"

	"github.com/google/uuid"
)

// The year that is measured: so many records, and photographs of so many bytes.
const (
	manyRecords = 5000
	manyPhotos  = 500
	photoBytes  = 2 << 20
)

// counting counts what is written, and how much memory is in use meanwhile.
type counting struct {
	bytes int64
	next  int64
	heap  uint64
}

func (c *counting) Write(b []byte) (int, error) {
	if c.bytes += int64(len(b)); c.bytes > c.next {
		c.next = c.bytes + 32<<20
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		c.heap = max(c.heap, m.HeapInuse)
	}
	return len(b), nil
}

// aYear is somebody who keeps that many records, those of the demo again and again, and photographs.
func aYear(b *testing.B) *app.Session {
	b.Helper()
	from, _ := filled(b)
	s, kept := empty(b)
	var own []string
	var photograph []byte
	err := from.Everything(background, func(p *app.Piece) error {
		if p.Photograph != nil {
			photograph = p.Photograph.Data
		}
		if p.Event != nil && p.Event.Stream == "record" {
			line, err := json.Marshal(p)
			own = append(own, string(line))
			return err
		}
		return nil
	})
	if err != nil {
		b.Fatal(err)
	}
	const records = 11
	space := uuid.New()
	arriving := app.Arriving{Format: "jsonl"}
	for n := range manyRecords / records {
		another := func(id string) string { return uuid.NewSHA1(space, []byte(id+string(rune(n)))).String() }
		for _, line := range own {
			var p app.Piece
			if err := json.Unmarshal([]byte(line), &p); err != nil {
				b.Fatal(err)
			}
			e := app.ArrivingEvent{Event: *p.Event}
			e.ID, e.Op, e.StreamID = another(e.ID), another(e.Op), another(e.StreamID)
			if r := strings.Index(string(e.Body), `{"op":"`); r == 0 {
				e.Body = json.RawMessage(`{"op":"` + another(strings.Split(string(e.Body), `"`)[3]) + `"}`)
			}
			arriving.Events = append(arriving.Events, e)
		}
	}
	s.ReadImport = func(context.Context, app.ImportFile, func(*app.PhotographPiece) error) (*app.Arriving, error) {
		return &arriving, nil
	}
	began := time.Now()
	brought, err := s.TakeImport(background, app.NewID(), app.ImportFile{Name: "year"}, app.Taking{})
	if err != nil {
		b.Fatal(err)
	}
	b.Logf("%d events of %d records taken in within %.1f s", len(arriving.Events), brought.New, time.Since(began).Seconds())
	s.ReadImport = exchange.ReadImport
	for range manyPhotos {
		noise := make([]byte, photoBytes-len(photograph))
		_, _ = rand.Read(noise) // it never fails
		file := append(photograph[:len(photograph):len(photograph)], noise...)
		is := sha256.Sum256(file)
		if err := kept.KeepPhotograph(background, s.Owner, time.Now(), &app.Photograph{File: hex.EncodeToString(is[:]), Exposure: app.Exposure{Type: "image/jpeg"}}, file); err != nil {
			b.Fatal(err)
		}
	}
	return s
}

// All that is kept leaves, a year of 5,000 records and 500 photographs of 2 MB, and how much memory that takes meanwhile.
func BenchmarkExportOfAYear(b *testing.B) {
	s := aYear(b)
	for b.Loop() {
		var out counting
		if err := exchange.WriteEverything(background, s, &out); err != nil {
			b.Fatal(err)
		}
		b.ReportMetric(float64(out.bytes)/1e6, "MB-out")
		b.ReportMetric(float64(out.heap)/1e6, "MB-heap")
	}
}

// The records of that year leave as a Darwin Core archive.
func BenchmarkArchiveOfAYear(b *testing.B) {
	s := aYear(b)
	for b.Loop() {
		var out counting
		if err := exchange.WriteArchive(background, s, app.Leaving{}, &out); err != nil {
			b.Fatal(err)
		}
		b.ReportMetric(float64(out.bytes)/1e6, "MB-out")
	}
}

// All that is kept but for the photographs is read and worked out, as it is before anything is taken.
func BenchmarkPlanOfAYear(b *testing.B) {
	from, _ := filled(b)
	text := everything(b, from)
	for b.Loop() {
		to, _ := empty(b)
		p := plan(b, to, "all.jsonl", text)
		if p.New == 0 {
			b.Fatal(p.Broken)
		}
	}
}
