package checks_test

import (
	"fmt"
	"runtime"
	"testing"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/ruling"
)

// large compiles a large guide, and tells how many bytes the compiled one takes.
func large(b *testing.B, taxa, characters int) (*guide.Matrix, float64) {
	b.Helper()
	var before, after runtime.MemStats
	g := guidetest.Large(taxa, characters, 1)
	runtime.GC()
	runtime.ReadMemStats(&before)
	c, err := guide.Compile(g)
	if err != nil {
		b.Fatal(err)
	}
	runtime.GC()
	runtime.ReadMemStats(&after)
	runtime.KeepAlive(g)
	return c, float64(after.HeapAlloc) - float64(before.HeapAlloc)
}

// BenchmarkScale rules, with what to look at next, on guides of growing size on one core: before anything is read, and
// after 2 and 20 readings of a taxon with a use. Beside it stands the time to read the same sets once from memory.
func BenchmarkScale(b *testing.B) {
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	for _, size := range [][2]int{{1000, 60}, {8000, 22}, {10_000, 60}, {100_000, 60}} {
		g, bytes := large(b, size[0], size[1])
		name := fmt.Sprintf("%dx%d", size[0], size[1])
		for _, readings := range []int{0, 2, 5, 20} {
			rec := guidetest.ReadOf(g, size[0]/2-size[0]/2%20, readings)
			b.Run(fmt.Sprintf("%s/ruling with next after %d", name, readings), func(b *testing.B) {
				b.ReportAllocs()
				for b.Loop() {
					s, err := evidence.Open(g, rec)
					if err != nil {
						b.Fatal(err)
					}
					checks.Next(ruling.Rule(s))
					s.Close()
				}
				b.ReportMetric(bytes/1e6, "MB-guide")
			})
		}
		b.Run(name+"/read the bits of 20 readings", func(b *testing.B) {
			rec := guidetest.ReadOf(g, 0, 20)
			s, err := evidence.Open(g, rec)
			if err != nil {
				b.Fatal(err)
			}
			sum := uint64(0)
			for b.Loop() {
				for i := range s.Entries {
					e := &s.Entries[i]
					for w := range e.Column.Scored {
						sum += e.Column.Scored[w]
					}
					for k := range e.Column.Has {
						if e.Mask&(1<<k) != 0 {
							for w := range e.Column.Has[k] {
								sum ^= e.Column.Has[k][w]
							}
						}
					}
				}
			}
			read = sum
		})
	}
}

// read keeps the compiler from leaving the reading out.
var read uint64
