package api

import (
	"context"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"strings"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) placeRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/places", "list-places", "The places, by name"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.PatchRow, error) { return s.Places(ctx) })
	register(a, h, operation(http.MethodGet, "/map", "get-map", "What lies on the map: places, and records of which the position is known"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Map, error) { return s.Map(ctx) })
	register(a, h, operation(http.MethodGet, "/year", "get-year", "A year, counted: what was found, taken, left and eaten"),
		func(ctx context.Context, s *app.Session, in *struct {
			Year int `query:"year" minimum:"0" maximum:"9999" doc:"Left out for the latest of which anything is kept"`
		}) (*app.YearBook, error) {
			return s.YearBook(ctx, in.Year)
		})
	register(a, h, operation(http.MethodGet, "/ahead", "get-ahead", "The position that one comes to from another"),
		func(ctx context.Context, s *app.Session, in *struct {
			Latitude  float64 `query:"latitude"`
			Longitude float64 `query:"longitude"`
			Bearing   float64 `query:"bearing" doc:"Degrees from north by east"`
			Metres    float64 `query:"metres"`
		}) (*app.Position, error) {
			return s.Ahead(ctx, app.Position{Latitude: in.Latitude, Longitude: in.Longitude}, in.Bearing, in.Metres)
		})
	register(a, h, operation(http.MethodGet, "/places/{id}", "get-place", "A place, with what stands in it, its visits, its records and its ring"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Patch, error) { return s.Patch(ctx, in.ID) })
	register(a, h, operation(http.MethodPost, "/places", "plot-place", "Put a place on the map"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				Shape app.PlaceShape   `json:"shape"`
				About app.PlaceDetails `json:"about"`
			}
		}) (*app.Patch, error) {
			b := in.Body
			return s.PlotPlace(ctx, b.ID, b.write(), b.Shape, b.About)
		})
	register(a, h, operation(http.MethodPut, "/places/{id}/shape", "move-place", "Say anew where a place lies"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Shape app.PlaceShape `json:"shape"`
			}
		}) (*app.Patch, error) {
			return s.MovePlace(ctx, in.ID, in.Body.write(), in.Body.Shape)
		})
	register(a, h, operation(http.MethodPut, "/places/{id}/about", "change-place", "Say anew what is known of a place"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				About app.PlaceDetails `json:"about"`
			}
		}) (*app.Patch, error) {
			return s.ChangePlace(ctx, in.ID, in.Body.write(), in.Body.About)
		})
	register(a, h, operation(http.MethodPost, "/places/{id}/visits", "visit-place", "Note a visit, or change one"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Visit app.PlaceVisit `json:"visit"`
			}
		}) (*app.Patch, error) {
			return s.VisitPlace(ctx, in.ID, in.Body.write(), in.Body.Visit)
		})
	register(a, h, operation(http.MethodPost, "/places/{id}/visits/forget", "forget-visit", "Take a visit away"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Visit string `json:"visit" maxLength:"64"`
			}
		}) (*app.Patch, error) {
			return s.ForgetVisit(ctx, in.ID, in.Body.write(), in.Body.Visit)
		})
	for format, media := range map[string]string{"geojson": "application/geo+json", "zip": "application/zip", "gpx": "application/gpx+xml", "csv": "text/csv; charset=utf-8"} {
		registerFile(a, h, operation(http.MethodGet, "/export."+format, "export-"+format, "Places and records with their positions, coarse unless that is said"), media, "zesty-thicket."+format,
			func(ctx context.Context, s *app.Session, in *struct {
				From  string `query:"from" maxLength:"10"`
				To    string `query:"to" maxLength:"10"`
				Taxon string `query:"taxon" maxLength:"64"`
				Exact bool   `query:"exact" doc:"Positions, names and notes as they are; else the cell of 0.1° that they lie in, alone"`
			}) ([]byte, error) {
				return s.GiveAway(ctx, format, app.Leaving{From: in.From, To: in.To, Taxon: in.Taxon, Exact: in.Exact})
			})
	}
	plain(a, h, "places", "place",
		plainChange[*app.Patch]{"undo", "Undo the last change of a place", (*app.Session).UndoPlace},
		plainChange[*app.Patch]{"redo", "Redo what was undone last", (*app.Session).RedoPlace},
		plainChange[*app.Patch]{"delete", "Delete a place", (*app.Session).DeletePlace},
		plainChange[*app.Patch]{"restore", "Bring a deleted place back", (*app.Session).RestorePlace},
	)
}

// mapEnding is that of a map (PMTiles) in the data folder.
const mapEnding = ".pmtiles"

// MapFile names the map that lies in a data folder, the first by its name; empty for none.
func MapFile(dir string) string {
	entries, err := os.ReadDir(dir)
	if err != nil {
		return "" // where it cannot be read, all else says so
	}
	for _, e := range entries {
		if strings.HasSuffix(e.Name(), mapEnding) && e.Type().IsRegular() {
			return e.Name()
		}
	}
	return ""
}

// mapFile answers with as much of the map in the data folder as is asked for.
func (a *api) mapFile(w http.ResponseWriter, r *http.Request) {
	name := MapFile(a.dir)
	f, err := os.Open(filepath.Join(a.dir, name))
	if err != nil || name == "" {
		Problem(w, http.StatusNotFound, "no map (a file that ends in .pmtiles) lies in the data folder")
		return
	}
	defer f.Close()
	info, err := f.Stat()
	if err != nil {
		Problem(w, http.StatusInternalServerError, err.Error())
		return
	}
	w.Header().Set("Content-Type", "application/vnd.pmtiles")
	w.Header().Set("Cache-Control", "no-cache")
	w.Header().Set("ETag", fmt.Sprintf(`"%x-%x"`, info.ModTime().UnixNano(), info.Size()))
	http.ServeContent(w, r, name, info.ModTime(), f)
}
