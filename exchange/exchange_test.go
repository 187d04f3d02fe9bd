package exchange_test

import (
	"cmp"
	"context"
	"encoding/json"
	"reflect"
	"slices"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/ruling"
	"zestythicket/demo"
	"zestythicket/exchange"

	"github.com/google/uuid"
)

// Whatever is kept of a demo, and of what happens to its records then, keeps to the schemas.
func TestWhatIsKeptKeepsToTheSchemas(t *testing.T) {
	ctx := context.Background()
	s, kept := filled(t)
	w := func() app.Write { return app.Write{Op: app.NewID()} }
	page, err := s.Records(ctx, app.RecordQuery{Limit: 100})
	if err != nil {
		t.Fatal(err)
	}
	elsewhere(t, ctx, s, w)
	for _, row := range page.Rows {
		r, err := s.Record(ctx, row.ID)
		if err == nil && r.Closing != nil {
			r, err = s.Reopen(ctx, row.ID, w())
		}
		if err == nil {
			_, err = s.ClearReading(ctx, row.ID, w(), r.Readings[0].Character)
		}
		for _, do := range []func(context.Context, string, app.Write) (*app.Record, error){s.Undo, s.Redo, s.Undo, s.Delete, s.Restore} {
			if err == nil {
				_, err = do(ctx, row.ID, w())
			}
		}
		if err == nil {
			_, err = s.Describe(ctx, row.ID, w(), app.About{Kingdom: row.Kingdom, Note: "seen again"})
		}
		if err == nil {
			_, err = s.Close(ctx, row.ID, w(), app.Closing{Done: "left", Note: "by the weir"})
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	seen := map[events.Kind]bool{}
	for _, row := range page.Rows {
		stream, list, err := kept.Load(ctx, "me", events.RecordStream, row.ID)
		if err != nil {
			t.Fatal(err)
		}
		for i := range list {
			b, err := json.Marshal(&list[i])
			if err != nil {
				t.Fatal(err)
			}
			if seen[list[i].Kind] = true; exchange.Check("event", b) != nil {
				t.Errorf("%s\n%v", b, exchange.Check("event", b))
			}
		}
		if err := exchange.Check("frozen-ruling", stream.Frozen); err != nil {
			t.Errorf("record %s: %v", row.ID, err)
		}
	}
	for kind, id := range map[events.StreamKind]string{events.WalkStream: walkID, events.AlmanacStream: almanacID, events.PickingStream: pickingID, events.PrintStream: printID, events.PhotoStream: photoID, events.BatchStream: batchID, events.TaskStream: taskID, events.FormulaStream: formulaID, events.HouseholdStream: householdID, events.PlaceStream: placeID, events.PracticeStream: practiceID} {
		_, list, err := kept.Load(ctx, "me", kind, id)
		if err != nil {
			t.Fatal(err)
		}
		of := map[events.Kind]bool{}
		for i := range list {
			b, err := json.Marshal(&list[i])
			if err != nil {
				t.Fatal(err)
			}
			if of[list[i].Kind] = true; exchange.Check("event", b) != nil {
				t.Errorf("%s\n%v", b, exchange.Check("event", b))
			}
		}
		if len(of) != len(events.Kinds(kind)) {
			t.Errorf("of a %s only %v were seen", kind, of)
		}
	}
	if len(seen) != len(events.RecordKinds) {
		t.Errorf("only %v were seen", seen)
	}
	set, err := kept.Settings(ctx, "me")
	if err != nil {
		t.Fatal(err)
	}
	if err := exchange.Check("settings", set); err != nil {
		t.Error(err)
	}
}

const (
	walkID    = "01960000-0000-7000-8000-00000000b001"
	pickingID = "01960000-0000-7000-8000-00000000b002"
	printID   = "01960000-0000-7000-8000-00000000b003"
	photoID   = "01960000-0000-7000-8000-00000000b004"
	batchID   = "01960000-0000-7000-8000-00000000b005"
	taskID    = "01960000-0000-7000-8000-00000000b006"
	formulaID = "01960000-0000-7000-8000-00000000b007"
	placeID   = "01960000-0000-7000-8000-00000000b008"
	// householdID is the id of the household of the owner "me".
	householdID = "c8ef40f3-84f7-5e9e-8c56-f0c8187b7eee"
	// cleared is the demo's record that was ruled clear.
	cleared = "01960000-0000-7000-8000-000000000001"
)

// almanacID is the id of the almanac of the owner "me".
const almanacID = "3457c3fe-6532-5492-a953-d14d95118a5d"

// elsewhere makes every kind of event of a walk and of an almanac.
func elsewhere(t *testing.T, ctx context.Context, s *app.Session, w func() app.Write) {
	t.Helper()
	at := events.Spot{Name: "Velna church", Latitude: 49.3, Longitude: 19.3, ElevationM: 620}
	out := app.Outing{Name: "Fold", Date: "2026-09-05", Region: "11", Start: at, Minutes: 90, Who: "Mirel Tovas", Targets: []events.Target{{Taxon: "boletus-edulis"}}}
	_, err := s.PlanWalk(ctx, walkID, w(), out)
	at.ID, at.Grows, at.Afoot = "fold", []string{"boletus-edulis"}, "A bog."
	out.Places = []events.Spot{at}
	then := func(do func() error) {
		if err == nil {
			err = do()
		}
	}
	then(func() error { _, err := s.ChangeWalk(ctx, walkID, w(), out); return err })
	for _, is := range []app.Packing{events.InBag, events.Missing, events.NotSaid} {
		then(func() error { _, err := s.PackForWalk(ctx, walkID, w(), app.Packed{Item: "knife", Is: is}); return err })
	}
	walk := func(does ...func(context.Context, string, app.Write) (*app.Walk, error)) {
		for _, do := range does {
			then(func() error { _, err := do(ctx, walkID, w()); return err })
		}
	}
	walk(s.UndoWalk, s.RedoWalk, s.BeginWalk)
	then(func() error {
		_, err := s.EndWalk(ctx, walkID, w(), app.Ending{Found: "three", Left: "one", Taken: "two"})
		return err
	})
	walk(s.ReopenWalk, s.DeleteWalk, s.RestoreWalk)

	basket := func(do func() (*app.Picking, error)) { then(func() error { _, err := do(); return err }) }
	basket(func() (*app.Picking, error) { return s.BeginPicking(ctx, pickingID, w(), cleared) })
	basket(func() (*app.Picking, error) { return s.SayStand(ctx, pickingID, w(), 40) })
	basket(func() (*app.Picking, error) {
		return s.LookAtPiece(ctx, pickingID, w(), app.Looked{Piece: walkID, Is: events.Passes, Keeping: "trim", Why: "worms"})
	})
	basket(func() (*app.Picking, error) {
		return s.LookAtPiece(ctx, pickingID, w(), app.Looked{Piece: cleared, Is: events.Another, Other: "amanita-phalloides"})
	})
	basket(func() (*app.Picking, error) { return s.CleanHands(ctx, pickingID, w()) })
	basket(func() (*app.Picking, error) { return s.WeighPicking(ctx, pickingID, w(), 350) })
	for _, do := range []func(context.Context, string, app.Write) (*app.Picking, error){s.UndoPicking, s.RedoPicking} {
		basket(func() (*app.Picking, error) { return do(ctx, pickingID, w()) })
	}
	basket(func() (*app.Picking, error) { return s.ClosePicking(ctx, pickingID, w(), "by the fold") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Picking, error){s.ReopenPicking, s.DeletePicking, s.RestorePicking} {
		basket(func() (*app.Picking, error) { return do(ctx, pickingID, w()) })
	}

	print := func(do func() (*app.Print, error)) { then(func() error { _, err := do(); return err }) }
	print(func() (*app.Print, error) {
		return s.LayPrint(ctx, printID, w(), app.Laid{Record: "01960000-0000-7000-8000-000000000005", Tray: "left", Surface: events.HalfHalf, Natural: true})
	})
	print(func() (*app.Print, error) { return s.FinishPrint(ctx, printID, w(), "") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Print, error){s.UndoPrint, s.RedoPrint, s.DeletePrint, s.RestorePrint} {
		print(func() (*app.Print, error) { return do(ctx, printID, w()) })
	}

	photo := func(do func() (*app.Photo, error)) { then(func() error { _, err := do(); return err }) }
	photo(func() (*app.Photo, error) {
		drawn, err := demo.Drawn("basket-of-chanterelles")
		if err != nil {
			return nil, err
		}
		f, err := s.TakeIn(ctx, drawn)
		if err != nil {
			return nil, err
		}
		return s.AddPhoto(ctx, photoID, w(), app.Taken{File: f.File, Of: app.Subject{Stream: events.PickingStream, ID: pickingID, Piece: walkID}, Name: "basket.jpg"})
	})
	photo(func() (*app.Photo, error) { return s.CaptionPhoto(ctx, photoID, w(), "by the fold") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Photo, error){s.UndoPhoto, s.RedoPhoto, s.DeletePhoto, s.RestorePhoto} {
		photo(func() (*app.Photo, error) { return do(ctx, photoID, w()) })
	}

	then(func() error { return atHome(ctx, s, w) })
	then(func() error { _, err := s.FollowTaxon(ctx, w(), "boletus-edulis", 2, ""); return err })
	seen := app.Sighting{Taxon: "boletus-edulis", Organ: "habit", Edge: "first", Date: "2026-07-01"}
	then(func() error { _, err := s.NoteDate(ctx, w(), walkID, seen, "by the fold", ""); return err })
	then(func() error { _, err := s.ForgetDate(ctx, w(), walkID, ""); return err })
	then(func() error { _, err := s.StationWeather(ctx, w(), 1, "2026-09-01", "2026-09-05"); return err })
	then(func() error { _, err := s.UndoNote(ctx, w(), ""); return err })
	then(func() error { _, err := s.RedoNote(ctx, w(), ""); return err })
	if err != nil {
		t.Fatal(err)
	}
}

// atHome makes every kind of event of a batch, a household, a task and a formula.
func atHome(ctx context.Context, s *app.Session, w func() app.Write) error {
	_, err := s.PutPerson(ctx, w(), app.Person{ID: "p", Name: "Ode Fenn", Reacts: []string{"boletus-edulis"}, Child: true, Illness: "a bad knee"})
	then := func(do func() error) {
		if err == nil {
			err = do()
		}
	}
	batch := func(do func() (*app.Batch, error)) { then(func() error { _, err := do(); return err }) }
	batch(func() (*app.Batch, error) {
		return s.PrepareBatch(ctx, batchID, w(), "Supper", []app.Origin{{Stream: events.RecordStream, ID: cleared}})
	})
	batch(func() (*app.Batch, error) { return s.WeighBatch(ctx, batchID, w(), "fresh", 400) })
	batch(func() (*app.Batch, error) {
		return s.StartTimer(ctx, batchID, w(), app.Started{Timer: "t", Do: "fry", Minutes: 10})
	})
	batch(func() (*app.Batch, error) { return s.StopTimer(ctx, batchID, w(), "t") })
	batch(func() (*app.Batch, error) { return s.StepDone(ctx, batchID, w(), "trim") })
	batch(func() (*app.Batch, error) { return s.ShelveBatch(ctx, batchID, w(), "in the cold", "2026-09-07") })
	meal := app.NewMeal{ID: "m", At: s.Now(), Who: []string{"p"}, G: 80, Drink: true}
	then(func() error {
		said, err := s.BeforeMeal(ctx, batchID, meal)
		for _, x := range said {
			meal.Told = append(meal.Told, x.Text)
		}
		return err
	})
	batch(func() (*app.Batch, error) { return s.NoteMeal(ctx, batchID, w(), meal) })
	then(func() error {
		_, err := s.NoteReaction(ctx, w(), app.Reaction{ID: "r", Person: "p", Batch: batchID, Meal: "m", First: s.Now(), Signs: "none to speak of"})
		return err
	})
	for _, do := range []func(context.Context, string, app.Write) (*app.Batch, error){s.UndoBatch, s.RedoBatch} {
		batch(func() (*app.Batch, error) { return do(ctx, batchID, w()) })
	}
	batch(func() (*app.Batch, error) { return s.UseUpBatch(ctx, batchID, w(), "eaten") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Batch, error){s.ReopenBatch, s.DeleteBatch, s.RestoreBatch} {
		batch(func() (*app.Batch, error) { return do(ctx, batchID, w()) })
	}
	then(func() error { _, err := s.RemovePerson(ctx, w(), "p"); return err })
	then(func() error { _, err := s.UndoHousehold(ctx, w()); return err })
	then(func() error { _, err := s.RedoHousehold(ctx, w()); return err })

	task := func(do func() (*app.Task, error)) { then(func() error { _, err := do(); return err }) }
	task(func() (*app.Task, error) {
		return s.AwaitTask(ctx, taskID, w(), app.Awaited{What: "The vine is dry", Why: "it was cut in spring", From: s.Now(), Until: s.Now(), Batch: batchID, Formula: formulaID, Place: placeID})
	})
	task(func() (*app.Task, error) { return s.FinishTask(ctx, taskID, w(), "it is") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Task, error){s.UndoTask, s.RedoTask, s.DeleteTask, s.RestoreTask} {
		task(func() (*app.Task, error) { return do(ctx, taskID, w()) })
	}
	mixed := func(do func() (*app.RecordedFormula, error)) { then(func() error { _, err := do(); return err }) }
	for _, percent := range []float64{8, 10} {
		mixed(func() (*app.RecordedFormula, error) {
			return s.PutFormula(ctx, formulaID, w(), app.Mixture{Name: "For the shelf", VolumeML: 100, Drops: 8, PerML: 20, Parts: []app.MixtureShare{{Taxon: "ceanothus-americanus", Percent: percent}, {Name: "Spirit", Percent: 100 - percent}}})
		})
	}
	for _, do := range []func(context.Context, string, app.Write) (*app.RecordedFormula, error){s.UndoFormula, s.RedoFormula, s.DeleteFormula, s.RestoreFormula} {
		mixed(func() (*app.RecordedFormula, error) { return do(ctx, formulaID, w()) })
	}
	return cmp.Or(err, atPlace(ctx, s, w), atPractice(ctx, s, w))
}

// practiceID is that of the practice of whoever is called me.
var practiceID = uuid.NewSHA1(uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000004"), []byte("me")).String()

// atPractice makes every kind of event of practice.
func atPractice(ctx context.Context, s *app.Session, w func() app.Write) error {
	_, err := s.Judge(ctx, w(), app.RoundQuery{Seed: 7, Count: 10, Month: 9}, 3, app.Judging{Call: "take", Percent: 80, Looks: []string{"root"}})
	return cmp.Or(err, s.Rehearse(ctx, w(), app.Rehearsed{Card: "state:stem-ring/skirt", Seed: 3, Wrong: true, Unsure: true}))
}

// atPlace makes every kind of event of a place.
func atPlace(ctx context.Context, s *app.Session, w func() app.Write) error {
	shape := app.PlaceShape{Form: "area", At: []app.Position{{Latitude: 49.3, Longitude: 19.3}, {Latitude: 49.3, Longitude: 19.301}, {Latitude: 49.301, Longitude: 19.301}}, AccuracyM: 8}
	about := app.PlaceDetails{
		Name: "Long Pasture", Taxon: "boletus-edulis", Grows: []string{"boletus-edulis"}, Owner: "The farm at Sallow Bridge", Dangers: "Cattle.", Pollution: []app.Pollution{"road"},
		Leaves: []app.PlaceLeave{{Who: "The farmer", What: "mushrooms", Until: "2027-01-01"}}, Limits: []app.PlaceLimit{{Taxon: "boletus-edulis", Protected: true, GramsADay: 500}},
		Stems: 12, AreaM2: 400, Spreads: "seed", PieceG: 30, Lives: "Caterpillars.", Note: "Ask first.",
	}
	visit := app.PlaceVisit{ID: "v", Date: "2026-09-01", Stages: []app.PartSeen{{Taxon: "boletus-edulis", Organ: "habit", Is: "beginning"}}, TakenG: 200, Taken: 3, LeftPieces: 9, Note: "Dry."}
	var err error
	then := func(do func() (*app.Patch, error)) {
		if err == nil {
			_, err = do()
		}
	}
	then(func() (*app.Patch, error) {
		return s.PlotPlace(ctx, placeID, w(), shape, app.PlaceDetails{Name: "Pasture"})
	})
	then(func() (*app.Patch, error) { return s.MovePlace(ctx, placeID, w(), shape) })
	then(func() (*app.Patch, error) { return s.ChangePlace(ctx, placeID, w(), about) })
	then(func() (*app.Patch, error) { return s.VisitPlace(ctx, placeID, w(), visit) })
	then(func() (*app.Patch, error) { return s.ForgetVisit(ctx, placeID, w(), "v") })
	for _, do := range []func(context.Context, string, app.Write) (*app.Patch, error){s.UndoPlace, s.RedoPlace, s.DeletePlace, s.RestorePlace} {
		then(func() (*app.Patch, error) { return do(ctx, placeID, w()) })
	}
	return err
}

// A schema and the type that is kept name the same fields: a field cannot come or go without its schema and a version.
func TestSchemasNameEveryField(t *testing.T) {
	for name, of := range map[string]reflect.Type{"event": reflect.TypeFor[events.Event](), "frozen-ruling": reflect.TypeFor[ruling.Frozen]()} {
		text, err := exchange.Schema(name)
		if err != nil {
			t.Fatal(err)
		}
		var schema struct{ Properties map[string]any }
		if err := json.Unmarshal(text, &schema); err != nil {
			t.Fatal(err)
		}
		var fields []string
		for i := range of.NumField() {
			field, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
			fields = append(fields, field)
			if _, ok := schema.Properties[field]; !ok {
				t.Errorf("the schema of %s has no %s", name, field)
			}
		}
		for p := range schema.Properties {
			if !slices.Contains(fields, p) {
				t.Errorf("nothing in %s is called %s", name, p)
			}
		}
	}
}

func TestWhatDoesNotKeepToASchemaIsRefused(t *testing.T) {
	const event = `{"id":"01960000-0000-7000-8000-000000000001","op":"01960000-0000-7000-8000-000000000002","stream":"record","stream_id":"r","owner":"me","device":"here","number":1,"at":"2026-11-26T08:00:00Z","seen":{},"kind":"clear","version":1,"body":{"character":"a"}}`
	if err := exchange.Check("event", []byte(event)); err != nil {
		t.Fatal(err)
	}
	for name, change := range map[string][2]string{
		"a kind that is none":    {`"clear"`, `"shear"`},
		"another version":        {`"version":1`, `"version":2`},
		"a field too many":       {`"owner"`, `"x":1,"owner"`},
		"a body of another kind": {`{"character":"a"}`, `{"op":"a"}`},
		"a time that is none":    {`2026-11-26T08:00:00Z`, `yesterday`},
		"a number that is none":  {`"number":1`, `"number":0`},
		"an id that is no UUID":  {`"id":"01960000`, `"id":"0196`},
		"the end of it":          {`}}`, `}`},
	} {
		if err := exchange.Check("event", []byte(strings.Replace(event, change[0], change[1], 1))); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
	if _, err := exchange.Schema("nothing"); err == nil {
		t.Error("a document that is none has a schema")
	}
}
