package api

import (
	"context"
	"net/http"
	"time"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) kitchenRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/kitchen", "get-kitchen", "What came home, the batches, and the timers that run"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Kitchen, error) { return s.Kitchen(ctx) })
	register(a, h, operation(http.MethodGet, "/sheet", "get-sheet", "The emergency sheet"),
		func(ctx context.Context, s *app.Session, in *struct {
			Person string    `query:"person" maxLength:"64" doc:"Somebody of the household; empty for everybody"`
			First  time.Time `query:"first" doc:"When the first sign came; left out for now"`
		}) (*app.Sheet, error) {
			return s.Sheet(ctx, in.Person, in.First)
		})
	register(a, h, operation(http.MethodGet, "/batches/{id}", "get-batch", "A batch of food"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Batch, error) { return s.Batch(ctx, in.ID) })
	register(a, h, operation(http.MethodPost, "/batches", "prepare-batch", "Begin a batch of what was gathered"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				Name     string   `json:"name,omitempty" maxLength:"200" doc:"Empty for what is in it"`
				Pickings []string `json:"pickings,omitempty" maxItems:"50" doc:"Baskets that go into it"`
				Records  []string `json:"records,omitempty" maxItems:"50" doc:"Records of what goes into it besides"`
			}
		}) (*app.Batch, error) {
			b := in.Body
			var of []app.Origin
			for _, id := range b.Pickings {
				of = append(of, app.Origin{Stream: "picking", ID: id})
			}
			for _, id := range b.Records {
				of = append(of, app.Origin{Stream: "record", ID: id})
			}
			return s.PrepareBatch(ctx, b.ID, b.write(), b.Name, of)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/weight", "weigh-batch", "Say what a batch weighs at a stage, in grams"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				At app.Stage `json:"at"`
				G  float64   `json:"g"`
			}
		}) (*app.Batch, error) {
			return s.WeighBatch(ctx, in.ID, in.Body.write(), in.Body.At, in.Body.G)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/timers", "start-timer", "Start a timer: a step is done from now on"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Timer   string    `json:"timer" maxLength:"64"`
				Do      app.Doing `json:"do"`
				Minutes float64   `json:"minutes"`
			}
		}) (*app.Batch, error) {
			b := in.Body
			return s.StartTimer(ctx, in.ID, b.write(), app.Started{Timer: b.Timer, Do: b.Do, Minutes: b.Minutes})
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/timers/stop", "stop-timer", "Stop a timer; what was done until then stays done"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Timer string `json:"timer" maxLength:"64"`
			}
		}) (*app.Batch, error) {
			return s.StopTimer(ctx, in.ID, in.Body.write(), in.Body.Timer)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/steps", "do-step", "Say that a step without a time was done"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Do app.Doing `json:"do"`
			}
		}) (*app.Batch, error) {
			return s.StepDone(ctx, in.ID, in.Body.write(), in.Body.Do)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/shelf", "shelve-batch", "Say how a batch is kept, and until when"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				How   string `json:"how" maxLength:"200"`
				Until string `json:"until,omitempty" maxLength:"10"`
			}
		}) (*app.Batch, error) {
			return s.ShelveBatch(ctx, in.ID, in.Body.write(), in.Body.How, in.Body.Until)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/before", "before-meal", "What is to be said before a meal is noted; nothing is kept"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body app.NewMeal
		}) ([]app.Said, error) {
			return s.BeforeMeal(ctx, in.ID, in.Body)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/meals", "note-meal", "Note a meal, with what was said before it"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Meal app.NewMeal `json:"meal"`
			}
		}) (*app.Batch, error) {
			return s.NoteMeal(ctx, in.ID, in.Body.write(), in.Body.Meal)
		})
	register(a, h, operation(http.MethodPost, "/batches/{id}/close", "use-up-batch", "End a batch"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Note string `json:"note,omitempty" maxLength:"4000"`
			}
		}) (*app.Batch, error) {
			return s.UseUpBatch(ctx, in.ID, in.Body.write(), in.Body.Note)
		})
	plain(a, h, "batches", "batch",
		plainChange[*app.Batch]{"undo", "Undo the last change of a batch", (*app.Session).UndoBatch},
		plainChange[*app.Batch]{"redo", "Redo what was undone last", (*app.Session).RedoBatch},
		plainChange[*app.Batch]{"delete", "Delete a batch", (*app.Session).DeleteBatch},
		plainChange[*app.Batch]{"restore", "Bring a deleted batch back", (*app.Session).RestoreBatch},
		plainChange[*app.Batch]{"reopen", "Reopen a batch that is used up", (*app.Session).ReopenBatch},
	)
}

func (a *api) householdRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/household", "get-household", "The people who eat together, and who fell ill"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Household, error) { return s.Household(ctx) })
	register(a, h, operation(http.MethodPost, "/household/people", "put-person", "Put somebody into the household, or change what is said of them"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Write
				Person app.Person `json:"person"`
			}
		}) (*app.Household, error) {
			return s.PutPerson(ctx, in.Body.write(), in.Body.Person)
		})
	register(a, h, operation(http.MethodPost, "/household/people/{id}/remove", "remove-person", "Take somebody out of the household; their meals stay"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct{ Write }
		}) (*app.Household, error) {
			return s.RemovePerson(ctx, in.Body.write(), in.ID)
		})
	register(a, h, operation(http.MethodPost, "/household/reactions", "note-reaction", "Note that somebody fell ill"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Write
				Reaction app.Reaction `json:"reaction"`
			}
		}) (*app.Household, error) {
			return s.NoteReaction(ctx, in.Body.write(), in.Body.Reaction)
		})
	for does, do := range map[string]func(*app.Session, context.Context, app.Write) (*app.Household, error){"undo": (*app.Session).UndoHousehold, "redo": (*app.Session).RedoHousehold} {
		register(a, h, operation(http.MethodPost, "/household/"+does, does+"-household", does+" a change of the household"),
			func(ctx context.Context, s *app.Session, in *struct{ Body struct{ Write } }) (*app.Household, error) {
				return do(s, ctx, in.Body.write())
			})
	}
}

func (a *api) formulaRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/formulas", "list-formulas", "The recorded mixtures"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.RecordedFormula, error) {
			return s.Formulas(ctx)
		})
	register(a, h, operation(http.MethodGet, "/formulas/{id}", "get-formula", "A recorded mixture, worked out"),
		func(ctx context.Context, s *app.Session, in *At) (*app.RecordedFormula, error) {
			return s.Formula(ctx, in.ID)
		})
	register(a, h, operation(http.MethodPost, "/formulas/mixed", "mix-formula", "Work a mixture out; nothing is kept"),
		func(ctx context.Context, s *app.Session, in *struct{ Body app.Mixture }) (*app.Mixed, error) {
			return s.MixFormula(ctx, in.Body)
		})
	register(a, h, operation(http.MethodPost, "/formulas/reckoned", "reckon", "Dilute a spirit, pour it on a weight, count drops; nothing is kept"),
		func(ctx context.Context, s *app.Session, in *struct{ Body app.Dilution }) ([]string, error) {
			return s.Reckon(ctx, in.Body)
		})
	register(a, h, operation(http.MethodPut, "/formulas/{id}", "put-formula", "Record a mixture, or change it"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Formula app.Mixture `json:"formula"`
			}
		}) (*app.RecordedFormula, error) {
			return s.PutFormula(ctx, in.ID, in.Body.write(), in.Body.Formula)
		})
	plain(a, h, "formulas", "formula",
		plainChange[*app.RecordedFormula]{"undo", "Undo the last change of a formula", (*app.Session).UndoFormula},
		plainChange[*app.RecordedFormula]{"redo", "Redo what was undone last", (*app.Session).RedoFormula},
		plainChange[*app.RecordedFormula]{"delete", "Delete a formula", (*app.Session).DeleteFormula},
		plainChange[*app.RecordedFormula]{"restore", "Bring a deleted formula back", (*app.Session).RestoreFormula},
	)
}

func (a *api) taskRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/tasks", "list-tasks", "What is waited for"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.Task, error) { return s.Tasks(ctx) })
	register(a, h, operation(http.MethodPost, "/tasks", "await-task", "Wait for something"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				What    string    `json:"what" maxLength:"200"`
				Why     string    `json:"why,omitempty" maxLength:"4000"`
				From    time.Time `json:"from,omitempty" doc:"Left out of a formula for when it has steeped"`
				Until   time.Time `json:"until,omitempty"`
				Batch   string    `json:"batch,omitempty" maxLength:"64"`
				Formula string    `json:"formula,omitempty" maxLength:"64"`
				Place   string    `json:"place,omitempty" maxLength:"64" doc:"A place that one comes back to"`
			}
		}) (*app.Task, error) {
			b := in.Body
			return s.AwaitTask(ctx, b.ID, b.write(), app.Awaited{What: b.What, Why: b.Why, From: b.From, Until: b.Until, Batch: b.Batch, Formula: b.Formula, Place: b.Place})
		})
	register(a, h, operation(http.MethodPost, "/tasks/{id}/done", "finish-task", "Say that what was waited for is done"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Note string `json:"note,omitempty" maxLength:"4000"`
			}
		}) (*app.Task, error) {
			return s.FinishTask(ctx, in.ID, in.Body.write(), in.Body.Note)
		})
	plain(a, h, "tasks", "task",
		plainChange[*app.Task]{"undo", "Undo the last change of a task", (*app.Session).UndoTask},
		plainChange[*app.Task]{"redo", "Redo what was undone last", (*app.Session).RedoTask},
		plainChange[*app.Task]{"delete", "Delete a task", (*app.Session).DeleteTask},
		plainChange[*app.Task]{"restore", "Bring a deleted task back", (*app.Session).RestoreTask},
	)
}
