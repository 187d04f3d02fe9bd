// Package web holds the built front end.
package web

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Static gives the files of the built front end, index.html at the root; none where it was not built.
func Static() fs.FS {
	sub, _ := fs.Sub(dist, "dist") // the name is valid
	return sub
}
