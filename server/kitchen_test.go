package server_test

import (
	"encoding/json"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/kitchen"
	"zestythicket/demo"
	"zestythicket/guidefile"
	"zestythicket/server/api"
	"zestythicket/server/web"
)

// cook begins a batch of the demo's chanterelles, at eight in the evening.
func (r rig) cook(now *time.Time) (at string, b app.Batch) {
	r.Helper()
	*now = time.Date(2026, 9, 12, 18, 0, 0, 0, time.UTC)
	r.app.Now = func() time.Time { return *now }
	s, err := r.app.Session(r.Context(), api.Owner)
	if err != nil {
		r.Fatal(err)
	}
	if err := demo.Fill(r.Context(), s); err != nil {
		r.Fatal(err)
	}
	r.app.Now = func() time.Time { return *now }
	id := app.NewID()
	r.do("POST", "/api/v1/batches", `{"id":"`+id+`",`+op()+`,"records":["01960000-0000-7000-8000-000000000001"]}`, &b)
	return "/api/v1/batches/" + id, b
}

// From the pan to the plate to the sheet: six minutes are not all of them, the timer goes on while the program is off, what was said before a
// meal stays with it, and the next morning's first sign finds the deadly double whose time fits.
func TestFromThePanToTheSheet(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	var now time.Time
	at, b := r.cook(&now)
	if b.Name != "Golden chanterelle" || len(b.Steps) == 0 || len(b.Lacking) == 0 {
		t.Fatalf("%+v", b)
	}
	must := slices.IndexFunc(b.Steps, func(s app.BatchStep) bool { return s.Must && s.Minutes > 0 })
	step := b.Steps[must]
	timer := app.NewID()
	for minutes, says := range map[string]string{"0": "more than 0", "10000": "at most 9999", "-1": "more than 0"} {
		if status, _, text := r.send("POST", at+"/timers", `{`+op()+`,"timer":"`+timer+`","do":"`+string(step.Do)+`","minutes":`+minutes+`}`, nil); status != 422 || !strings.Contains(text, says) {
			t.Errorf("%s minutes: %d %s", minutes, status, text)
		}
	}
	r.do("POST", at+"/timers", `{`+op()+`,"timer":"`+timer+`","do":"`+string(step.Do)+`","minutes":10}`, &b)

	// The program is killed and begun again; four minutes and seven seconds have gone by.
	clock := now
	r.stop()
	r = serveAt(t, shipped(t), dir, web.DefaultPace)
	now = clock.Add(4*time.Minute + 7*time.Second)
	r.app.Now = func() time.Time { return now }
	r.do("GET", at, "", &b)
	if len(b.Timers) != 1 || !b.Timers[0].Running || b.Timers[0].Done != 247 || !b.Timers[0].Ends.Equal(clock.Add(10*time.Minute)) {
		t.Fatalf("%+v", b.Timers)
	}
	now = clock.Add(6 * time.Minute)
	r.do("POST", at+"/timers/stop", `{`+op()+`,"timer":"`+timer+`"}`, &b)
	now = clock.Add(20 * time.Minute)
	if r.do("GET", at, "", &b); b.Steps[must].Done != 360 || b.Steps[must].Finished || !strings.Contains(b.State, "6 of ") {
		t.Errorf("%+v: %s", b.Steps[must], b.State)
	}

	// Two people; one reacted before.
	var h app.Household
	r.do("POST", "/api/v1/household/people", `{`+op()+`,"person":{"id":"m","name":"Mirel Tovas"}}`, &h)
	r.do("POST", "/api/v1/household/people", `{`+op()+`,"person":{"id":"o","name":"Ode Fenn","reacts":["cantharellus-cibarius"]}}`, &h)
	meal := `"meal":{"id":"one","at":"` + now.Format(time.RFC3339) + `","who":["m","o"],"g":120`
	if status, _, text := r.send("POST", at+"/meals", `{`+op()+`,`+meal+`}}`, nil); status != 422 || !strings.Contains(text, "read and confirmed first") {
		t.Errorf("unsaid: %d %s", status, text)
	}
	var said []app.Said
	r.do("POST", at+"/before", `{`+strings.TrimPrefix(meal, `"meal":{`)+`}`, &said)
	var told []string
	for _, x := range said {
		told = append(told, x.Text)
	}
	all := strings.Join(told, "\n")
	for _, want := range []string{"not prepared as it must be", "6 minutes of", "Ode Fenn has reacted to golden chanterelle before", "For Mirel Tovas it is the first time", "Feeling well the same evening proves nothing"} {
		if !strings.Contains(all, want) {
			t.Errorf("%q is not said in\n%s", want, all)
		}
	}
	r.do("POST", at+"/meals", `{`+op()+`,`+meal+`,"told":["`+strings.Join(told, `","`)+`"]}}`, &b)
	if len(b.Meals) != 1 || !slices.Equal(b.Meals[0].Names, []string{"Mirel Tovas", "Ode Fenn"}) || len(b.Meals[0].Told) != len(told) {
		t.Errorf("%+v", b.Meals)
	}
	for says, more := range map[string]string{
		"was gathered on":         strings.Replace(strings.Replace(meal, now.Format(time.RFC3339), "2026-08-01T00:00:00Z", 1), `"one"`, `"two"`, 1),
		"written down only after": strings.Replace(strings.Replace(meal, now.Format(time.RFC3339), "2026-09-01T00:00:00Z", 1), `"one"`, `"two"`, 1),
		"noted already":           meal,
		"not before":              strings.Replace(strings.Replace(meal, now.Format(time.RFC3339), "2027-09-01T00:00:00Z", 1), `"one"`, `"two"`, 1),
		"say who":                 `"meal":{"id":"two","at":"` + now.Format(time.RFC3339) + `","who":[]`,
		"nobody of the ":          `"meal":{"id":"two","at":"` + now.Format(time.RFC3339) + `","who":["x"]`,
	} {
		if status, _, text := r.send("POST", at+"/meals", `{`+op()+`,`+more+`}}`, nil); status != 422 || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}

	// Eight days later: the webcaps come so late, and they are deadly.
	sign := now.Add(8 * 24 * time.Hour)
	named := `,"batch":"` + strings.TrimPrefix(at, "/api/v1/batches/") + `","meal":"one"`
	reaction := func(first time.Time) (int, string) {
		status, _, text := r.send("POST", "/api/v1/household/reactions", `{`+op()+`,"reaction":{"id":"r","person":"m"`+named+`,"first":"`+first.Format(time.RFC3339)+`","signs":"thirst"}}`, nil)
		return status, text
	}
	if status, text := reaction(now.Add(-time.Hour)); status != 422 || !strings.Contains(text, "before that meal") {
		t.Errorf("before the meal: %d %s", status, text)
	}
	now, named = sign, "" // which meal it was is found
	if status, text := reaction(sign); status != http.StatusOK || !strings.Contains(text, `"meal":"one"`) {
		t.Errorf("%d %s", status, text)
	}
	r.do("POST", "/api/v1/household/people/m/remove", `{`+op()+`}`, &h)
	var sheet app.Sheet
	r.do("GET", "/api/v1/sheet?person=m&first="+url.QueryEscape(sign.Format(time.RFC3339)), "", &sheet)
	if sheet.Person != "Mirel Tovas" || len(sheet.Meals) != 1 || len(sheet.Meals[0].Suspects) == 0 || len(sheet.Reactions) != 1 || sheet.PoisonCentre == "" {
		t.Fatalf("%+v", sheet)
	}
	if first := sheet.Meals[0].Suspects[0]; first.Harm != "deadly" || !first.Fits || !slices.ContainsFunc(sheet.Meals[0].Suspects, func(s kitchen.Suspect) bool {
		return s.Fits && strings.HasPrefix(s.Taxon, "cortinarius-")
	}) {
		t.Errorf("first of all stands %+v, of %d", first, len(sheet.Meals[0].Suspects))
	}
	// It was fried on after the meal: that helped nobody who ate before.
	r.do("POST", at+"/timers", `{`+op()+`,"timer":"late","do":"`+string(step.Do)+`","minutes":30}`, &b)
	now = now.Add(30 * time.Minute)
	r.do("GET", "/api/v1/sheet?person=m&first="+url.QueryEscape(sign.Format(time.RFC3339)), "", &sheet)
	if !strings.Contains(sheet.Meals[0].Says, "6 of ") || !strings.Contains(sheet.Meals[0].Late, "gravest") {
		t.Errorf("%s %s", sheet.Meals[0].Says, sheet.Meals[0].Late)
	}
}

// What is kept too long is said; a mixture goes by the dropper that was counted when it was recorded, whatever is counted later.
func TestShelvesAndDroppers(t *testing.T) {
	r := serve(t)
	var now time.Time
	at, b := r.cook(&now)
	if len(b.Keeps) != 2 || b.Keeps[0].Days != 2 || b.Over != "" || !strings.Contains(b.NotSo, "oil") {
		t.Errorf("%+v, %q", b.Keeps, b.Over)
	}
	r.do("POST", at+"/shelf", `{`+op()+`,"how":"`+b.Keeps[0].Name+`","until":"`+b.Keeps[0].Until+`"}`, &b)
	now = now.AddDate(0, 0, 3)
	if r.do("GET", at, "", &b); !strings.Contains(b.Over, "throw it away") || b.Keeps[0].Until <= b.Until {
		t.Errorf("three days later: %q, %+v", b.Over, b.Keeps)
	}
	var set app.Settings
	r.do("GET", "/api/v1/settings", "", &set)
	counted := func(drops float64, units string) (int, string) {
		set.Dropper, set.Units = drops, units
		body, err := json.Marshal(set)
		if err != nil {
			t.Fatal(err)
		}
		status, _, text := r.send("PUT", "/api/v1/settings", string(body), nil)
		return status, text
	}
	if status, text := counted(3, "metric"); status != 422 || !strings.Contains(text, "count them once") {
		t.Errorf("3 drops in 5 ml: %d %s", status, text)
	}
	if status, text := counted(125, "imperial"); status != http.StatusOK {
		t.Fatalf("%d %s", status, text)
	}
	var f app.RecordedFormula
	mixture := "/api/v1/formulas/" + app.NewID()
	r.do("PUT", mixture, `{`+op()+`,"formula":{"name":"Water","parts":[{"name":"Water","percent":100}],"volume_ml":100,"drops":10}}`, &f)
	counted(0, "imperial")
	if r.do("GET", mixture, "", &f); f.Mixed.DropsML != 0.4 || f.Is.PerML != 25 {
		t.Errorf("%+v of %+v", f.Mixed, f.Is)
	}
	var says []string
	if r.do("POST", "/api/v1/formulas/reckoned", `{"have":96,"want":50,"ml":200,"drops":8}`, &says); len(says) != 2 || !strings.Contains(says[0], "104.2 ml (3.52 US fl oz)") || !strings.Contains(says[1], "0.4 ml, by the 20 drops") {
		t.Errorf("%q", says)
	}
}

// That the time of something has come is urgent for a day; then it stands in the list.
func TestWhatHasComeDue(t *testing.T) {
	r := serve(t)
	var now time.Time
	r.cook(&now)
	id := app.NewID()
	var task app.Task
	r.do("POST", "/api/v1/tasks", `{"id":"`+id+`",`+op()+`,"what":"The cut vine is dry","from":"`+now.Add(time.Hour).Format(time.RFC3339)+`"}`, &task)
	urgent := func() bool {
		var u app.Urgent
		r.do("GET", "/api/v1/urgent", "", &u)
		return slices.ContainsFunc(u.Tasks, func(x app.Task) bool { return x.ID == id })
	}
	for after, want := range map[time.Duration]bool{0: false, time.Hour: true, 24 * time.Hour: true, 25 * time.Hour: false} {
		was := now
		if now = now.Add(after); urgent() != want {
			t.Errorf("after %s it is urgent: %v", after, !want)
		}
		now = was
	}
	now = now.Add(2 * time.Hour)
	if r.do("POST", "/api/v1/tasks/"+id+"/done", `{`+op()+`}`, &task); urgent() {
		t.Error("what is done is urgent")
	}
}

// Of the year, today says what begins and ends where the user lives: in the demo's valley, early in September, nothing of another continent.
func TestToday(t *testing.T) {
	r := serve(t)
	var now time.Time
	r.cook(&now)
	var d app.Today
	r.do("GET", "/api/v1/today?date=2026-06-10", "", &d)
	if d.Date != "2026-06-10" || d.Place != "Velna valley" || !d.Yours || d.Year == "" || len(d.Begins) == 0 || len(d.Begins) > 6 {
		t.Errorf("%+v", d)
	}
	if first := d.Begins[0]; first.Taxon != "cantharellus-cibarius" || first.Stars != 3 || first.Span == "" || !slices.ContainsFunc(first.Doubles, func(x app.DoubleToday) bool { return x.Harm == "serious" || x.Harm == "deadly" }) {
		t.Errorf("what is followed, and begins on 2 June by its own dates, stands first: %+v", first)
	}
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for _, x := range slices.Concat(d.Begins, d.Ends) {
		if n, _ := g.Taxon(x.Taxon); !slices.Contains(g.Taxa[n].Regions, "11") {
			t.Errorf("%s does not grow there", x.Taxon)
		}
	}
	if status, _, text := r.send("GET", "/api/v1/today?date=June", "", nil); status != 422 || !strings.Contains(text, "is not a day") {
		t.Errorf("%d %s", status, text)
	}
}

// With nothing recorded the sheet says what to do and whom to call.
func TestTheSheetWithNothing(t *testing.T) {
	r := serve(t)
	var sheet app.Sheet
	if r.do("GET", "/api/v1/sheet", "", &sheet); len(sheet.Advice) < 4 || sheet.Kept || len(sheet.Meals) != 0 {
		t.Errorf("%+v", sheet)
	}
	if status, _, text := r.send("GET", "/api/v1/sheet?person=x", "", nil); status != 422 || !strings.Contains(text, "nobody") {
		t.Errorf("%d %s", status, text)
	}
}

// What is put together wrongly is refused in words, and nothing of it is kept.
func TestKitchenMistakes(t *testing.T) {
	r := serve(t)
	var now time.Time
	at, _ := r.cook(&now)
	var b app.Batch
	r.do("POST", at+"/weight", `{`+op()+`,"at":"fresh","g":400}`, &b)
	r.do("POST", at+"/weight", `{`+op()+`,"at":"dried","g":40}`, &b)
	if w := b.Weights[slices.IndexFunc(b.Weights, func(w app.BatchWeight) bool { return w.At == "dried" })]; w.Left != 10 {
		t.Errorf("%+v", w)
	}
	for path, c := range map[string]struct{ body, says string }{
		at + "/weight":                  {`"at":"cooked","g":500`, "more than the"},
		at + "/shelf":                   {`"how":"in the cold","until":"soon"`, "is not a day such as"},
		"/api/v1/batches":               {`"id":"` + app.NewID() + `","records":["01960000-0000-7000-8000-000000000005"]`, "not ruled clear"},
		"/api/v1/formulas/reckoned":     {`"have":120,"want":50,"ml":100`, "no spirit of 120"},
		"/api/v1/household/people":      {`"person":{"id":"x","name":" "}`, "say who"},
		"/api/v1/tasks":                 {`"id":"` + app.NewID() + `","what":"Dry","from":"2026-09-12T00:00:00Z","until":"2026-09-11T00:00:00Z"`, "over before it begins"},
		"/api/v1/household/reactions":   {`"reaction":{"id":"r","person":"nobody","first":"2026-09-12T00:00:00Z"}`, "say who fell ill"},
		"/api/v1/formulas/mixed":        {`"parts":[{"name":"Water","percent":90}],"volume_ml":100`, "add up to 90"},
		"/api/v1/batches?nothing-in-it": {`"id":"` + app.NewID() + `"`, "made of something"},
	} {
		body := `{` + c.body + `}`
		if !strings.HasPrefix(path, "/api/v1/formulas/") {
			body = `{` + op() + `,` + c.body + `}`
		}
		if status, _, text := r.send("POST", path, body, nil); status != 422 || !strings.Contains(text, c.says) {
			t.Errorf("%s: %d %s", path, status, text)
		}
	}
	var k app.Kitchen
	if r.do("GET", "/api/v1/kitchen", "", &k); len(k.Batches) != 2 || len(k.CameHome) != 1 || k.CameHome[0].Name != "Field mushroom" {
		t.Errorf("%+v", k)
	}
}
