package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// On is the day that the almanac is seen from.
type On struct {
	Date string `query:"date" maxLength:"10" doc:"The day, such as 2026-09-05; left out for today"`
}

// WeatherImport is the almanac after a table of weather was taken, and what the table lacks.
type WeatherImport struct {
	Almanac *app.Almanac `json:"almanac"`
	Gaps    string       `json:"gaps" doc:"Which days between are missing; empty for none"`
}

// stationSeed is the seed of the made-up weather.
const stationSeed = 3

func (a *api) almanacRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/almanac", "get-almanac", "The year at the user's place: what is there when, and its harmful doubles"),
		func(ctx context.Context, s *app.Session, in *On) (*app.Almanac, error) {
			return s.Almanac(ctx, in.Date)
		})
	register(a, h, operation(http.MethodGet, "/today", "get-today", "What begins and ends about now at the user's place"),
		func(ctx context.Context, s *app.Session, in *On) (*app.Today, error) {
			return s.Today(ctx, in.Date)
		})
	register(a, h, operation(http.MethodPost, "/almanac/follow", "follow-taxon", "Say how much a taxon is looked forward to"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Body struct {
				Write
				Taxon string `json:"taxon"`
				Stars int    `json:"stars" minimum:"0" maximum:"3" doc:"0 for no longer"`
			}
		}) (*app.Almanac, error) {
			return s.FollowTaxon(ctx, in.Body.write(), in.Body.Taxon, in.Body.Stars, in.Date)
		})
	register(a, h, operation(http.MethodPost, "/almanac/dates", "note-date", "Note the first or the last day on which something was seen"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Body struct {
				Write
				ID    string         `json:"id" format:"uuid" doc:"A UUID of version 7, made by the client"`
				Taxon string         `json:"taxon"`
				Organ app.Organ      `json:"organ"`
				Edge  app.SeasonEdge `json:"edge"`
				Seen  string         `json:"seen" doc:"The day, such as 2026-05-10"`
				Note  string         `json:"note,omitempty" maxLength:"2000"`
			}
		}) (*app.Almanac, error) {
			b := in.Body
			return s.NoteDate(ctx, b.write(), b.ID, app.Sighting{Taxon: b.Taxon, Organ: b.Organ, Edge: b.Edge, Date: b.Seen}, b.Note, in.Date)
		})
	register(a, h, operation(http.MethodPost, "/almanac/dates/forget", "forget-date", "Take a date of one's own away"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Body struct {
				Write
				ID string `json:"id" format:"uuid"`
			}
		}) (*app.Almanac, error) {
			return s.ForgetDate(ctx, in.Body.write(), in.Body.ID, in.Date)
		})
	register(a, h, operation(http.MethodPost, "/almanac/weather", "note-weather", "Note days of weather"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Body struct {
				Write
				Days []app.WeatherDay `json:"days" minItems:"1" maxItems:"366"`
			}
		}) (*app.Almanac, error) {
			return s.NoteWeather(ctx, in.Body.write(), "by hand", in.Body.Days, in.Date)
		})
	register(a, h, operation(http.MethodPost, "/almanac/weather/table", "import-weather", "Take days of weather from a table (CSV: date,tmin_c,tmax_c,rain_mm), all or none"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Body struct {
				Write
				Name string `json:"name" maxLength:"200" doc:"What the table is called"`
				Text string `json:"text" maxLength:"500000"`
			}
		}) (*WeatherImport, error) {
			al, gaps, err := s.ImportWeather(ctx, in.Body.write(), in.Body.Name, in.Body.Text, in.Date)
			return &WeatherImport{al, gaps}, err
		})
	register(a, h, operation(http.MethodPost, "/almanac/weather/station", "station-weather", "Take days from the made-up station of the demo's valley"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Write
				From string `json:"from" maxLength:"10" doc:"The first day"`
				To   string `json:"to" maxLength:"10" doc:"The last day, from which the almanac is seen then"`
			}
		}) (*app.Almanac, error) {
			return s.StationWeather(ctx, in.Body.write(), stationSeed, in.Body.From, in.Body.To)
		})
	for _, c := range []struct {
		path, id, summary string
		do                func(*app.Session, context.Context, app.Write, string) (*app.Almanac, error)
	}{
		{"undo", "undo-note", "Undo the last change of the almanac", (*app.Session).UndoNote},
		{"redo", "redo-note", "Redo what was undone last", (*app.Session).RedoNote},
	} {
		register(a, h, operation(http.MethodPost, "/almanac/"+c.path, c.id, c.summary),
			func(ctx context.Context, s *app.Session, in *struct {
				On
				Body struct{ Write }
			}) (*app.Almanac, error) {
				return c.do(s, ctx, in.Body.write(), in.Date)
			})
	}
	registerFile(a, h, operation(http.MethodGet, "/calendar.ics", "get-calendar", "What is followed, and the walks, as an iCalendar file and feed"), "text/calendar; charset=utf-8", "zesty-thicket.ics",
		func(ctx context.Context, s *app.Session, _ *none) ([]byte, error) { return s.Calendar(ctx) })
	register(a, h, operation(http.MethodGet, "/cards", "get-cards", "Pocket cards of taxa for a day"),
		func(ctx context.Context, s *app.Session, in *struct {
			On
			Taxa []string `query:"taxon,explode" maxItems:"64"`
			Walk string   `query:"walk" maxLength:"64" doc:"A walk whose targets are meant, with its day, place and kit"`
		}) ([]app.Card, error) {
			return s.Cards(ctx, in.Taxa, in.Walk, in.Date)
		})
}
