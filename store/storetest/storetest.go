// Package storetest gives tests the databases that earlier versions of the program wrote.
package storetest

import (
	"compress/gzip"
	"io"
	"os"
	"testing"
)

// Unzip gives the bytes of a file in store/testdata that is kept with gzip; the path is seen from the test's own folder.
func Unzip(t testing.TB, path string) []byte {
	t.Helper()
	f, err := os.Open(path)
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	z, err := gzip.NewReader(f)
	if err != nil {
		t.Fatal(err)
	}
	b, err := io.ReadAll(z)
	if err != nil {
		t.Fatal(err)
	}
	return b
}
