package server_test

import "testing"

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
