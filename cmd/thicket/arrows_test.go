package main

import (
	"encoding/json"
	"errors"
	"io"
	"os/exec"
	"strings"
	"testing"
)

// listed is what go list tells of a package.
type listed struct {
	ImportPath    string
	Imports, Deps []string
}

const module = "zestythicket/"

// rooms are the packages by what stands at the start of their names, and what of the module each may import; those first
// that fit.
var rooms = []struct{ room, may string }{
	{"core", "core"},
	{"app", "app core"},
	{"guidefile", "guidefile app core guide"},
	{"guide", ""},
	{"store", "store app core"},
	{"exchange", "exchange app core"},
	{"photos", "photos app core"},
	{"demo", "app"},
	{"server", "server app"},
	{"web", ""},
	{"cmd", "server store exchange photos guidefile demo web app core"},
}

// geometry is the library that the core reckons with on maps: it reads and writes nothing.
const geometry = "github.com/paulmach/orb"

// outside is what a room does not know, directly or through others: the core and the application neither files, networks,
// databases nor markup, the server no SQL.
var outside = []struct{ room, never string }{
	{"core", "os os/exec net net/http database/sql github.com gorm.io modernc.org"},
	{"app", "os/exec net/http database/sql gorm.io modernc.org github.com/danielgtaylor github.com/goccy"},
	{"photos", "os/exec net/http database/sql gorm.io modernc.org"},
	{"guidefile", "net/http database/sql gorm.io modernc.org"},
	{"server", "database/sql gorm.io modernc.org github.com/libtnb"},
}

// The arrows of the house run one way.
func TestImportsRunOneWay(t *testing.T) {
	out, err := exec.Command("go", "list", "-json=ImportPath,Imports,Deps", "../../...").Output()
	if err != nil {
		t.Fatal(err)
	}
	d := json.NewDecoder(strings.NewReader(string(out)))
	seen := map[string]bool{}
	for {
		var p listed
		if err := d.Decode(&p); errors.Is(err, io.EOF) {
			break
		} else if err != nil {
			t.Fatal(err)
		}
		room, may := roomOf(strings.TrimPrefix(p.ImportPath, module))
		if room == "" {
			t.Errorf("%s is in no room of the house", p.ImportPath)
			continue
		}
		seen[room] = true
		for _, i := range p.Imports {
			if of, ok := strings.CutPrefix(i, module); ok && !under(of, may) {
				t.Errorf("%s may not import %s", p.ImportPath, i)
			}
		}
		for _, o := range outside {
			if o.room != room {
				continue
			}
			of := p.Deps
			if room == "core" {
				of = p.Imports // what the standard library imports itself is its own affair
			}
			for _, i := range of {
				// The one in database/sql/driver is that an id can be kept in any database: types alone.
				if under(i, o.never) && i != "database/sql/driver" && !(room == "core" && under(i, geometry)) && !(room == "core" && strings.HasPrefix(p.ImportPath, module+"core/guidetest")) {
					t.Errorf("%s comes to know %s", p.ImportPath, i)
				}
			}
		}
	}
	for _, room := range []string{"core", "app", "guidefile", "guide", "store", "exchange", "photos", "demo", "server", "web", "cmd"} {
		if !seen[room] {
			t.Errorf("the room %s is gone", room)
		}
	}
}

func roomOf(path string) (room, may string) {
	for _, r := range rooms {
		if under(path, r.room) {
			return r.room, r.may
		}
	}
	return "", ""
}

// under tells whether a path is one of the roots, or below one.
func under(path, roots string) bool {
	for _, root := range strings.Fields(roots) {
		if path == root || strings.HasPrefix(path, root+"/") {
			return true
		}
	}
	return false
}
