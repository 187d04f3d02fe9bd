package main

import (
	"bytes"
	"encoding/json"
	"io"
	"log/slog"
	"math"
	"net"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/colour"
	"zestythicket/core/keying"
	"zestythicket/core/walk"
	"zestythicket/guidefile"
	"zestythicket/store"
)

// run runs the program with input and gives what it wrote.
func run(t *testing.T, in string, args ...string) (string, error) {
	t.Helper()
	c := root()
	var out bytes.Buffer
	c.SetArgs(args)
	c.SetIn(strings.NewReader(in))
	c.SetOut(&out)
	c.SetErr(io.Discard)
	err := c.Execute()
	return out.String(), err
}

func TestIdentifyAnswersEveryField(t *testing.T) {
	out, err := run(t, `{"id":"a","readings":[]}`+"\n\n"+`{"id":"b","kingdom":"plantae","readings":[]}`, "identify")
	if err != nil {
		t.Fatal(err)
	}
	lines := strings.Split(strings.TrimSpace(out), "\n")
	if len(lines) != 2 {
		t.Fatalf("%d lines for two records", len(lines))
	}
	var got map[string]any
	if err := json.Unmarshal([]byte(lines[1]), &got); err != nil {
		t.Fatal(err)
	}
	want := []string{"apart", "candidates", "cautions", "gates", "harmful", "id", "margin", "named", "next", "odd", "reasons", "verdict", "weakest", "working"}
	var keys []string
	for k := range got {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	if !slices.Equal(keys, want) {
		t.Errorf("got %v, want %v", keys, want)
	}
	for list, fields := range map[string][]string{
		"harmful":    {"balance", "harm", "lines", "margin", "margin_needed", "needed", "status", "taxon"},
		"candidates": {"fits", "odd", "of", "order", "taxon"},
		"next":       {"character", "gain", "minutes", "where", "why"},
	} {
		for _, f := range fields {
			if _, ok := got[list].([]any)[0].(map[string]any)[f]; !ok {
				t.Errorf("%s lacks %s", list, f)
			}
		}
	}
}

func TestIdentifyTellsWhatIsWrongInOneLine(t *testing.T) {
	good := `{"id":"a","kingdom":"fungi","readings":[]}` + "\n"
	for in, want := range map[string]string{
		`{"id":"a","readings":[{"character":"stem-bse","states":["sac"]}]}`: `did you mean "stem-base"`,
		`{"id":"a","colour":"red","readings":[]}`:                           "unknown field",
		`{"id":"a","readings":`:                                             "not JSON",
		`not json`:                                                          "not JSON",
		`[]`:                                                                "not a record",
		`null`:                                                              "null says nothing",
		`{"id":"a","stage":"x","readings":[]}`:                              `stage "x" is none of young`,
		`{"id":"a","readings":[]} {"id":"b","readings":[]}`: "one a line",
	} {
		out, err := run(t, good+in, "identify")
		if err == nil || !strings.Contains(err.Error(), want) || !strings.Contains(err.Error(), "line 2") || strings.Contains(err.Error(), "\n") {
			t.Errorf("%s: got %v, want … %s …", in, err, want)
		}
		if strings.Count(out, "\n") != 1 {
			t.Errorf("%s: the record before it was not answered", in)
		}
	}
}

func TestGuideCommands(t *testing.T) {
	if out, err := run(t, "", "guide", "check"); err != nil || !strings.Contains(out, `"taxa":`) {
		t.Errorf("check: %v %s", err, out)
	}
	if out, err := run(t, "", "guide", "show", "conium-maculatum"); err != nil || !strings.Contains(out, `"harm":"deadly"`) {
		t.Errorf("show: %v %s", err, out)
	}
	if out, err := run(t, "", "guide", "show", "underside"); err != nil || !strings.Contains(out, `"question"`) {
		t.Errorf("show a character: %v %s", err, out)
	}
	if _, err := run(t, "", "guide", "show", "hemlock"); err == nil || !strings.Contains(err.Error(), `did you mean "conium-maculatum"`) {
		t.Errorf("show a common name: %v", err)
	}
	if out, err := run(t, "", "guide", "schema"); err != nil || out != string(guidefile.Schema()) {
		t.Errorf("schema: %v", err)
	}
	path := filepath.Join(t.TempDir(), "bad.json")
	if err := os.WriteFile(path, []byte(`{"characters":[],"taxa":[{"id":"x"}]}`), 0o600); err != nil {
		t.Fatal(err)
	}
	for _, args := range [][]string{{"guide", "check"}, {"identify"}, {"serve", "--data", t.TempDir()}} {
		if _, err := run(t, "", append(args, "--guide", path)...); err == nil || !strings.Contains(err.Error(), path+":1: ") {
			t.Errorf("%v on a broken guide: %v", args, err)
		}
	}
}

func TestServeRefusesWhatItShould(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	for want, args := range map[string][]string{
		"is in use":                {"--addr", l.Addr().String()},
		"there is no login yet":    {"--addr", "0.0.0.0:0"},
		"is not like 127.0.0.1":    {"--addr", "nonsense"},
		"the data folder":          {"--addr", "127.0.0.1:0", "--data", filepath.Join(os.Args[0], "x")},
		"unknown flag: --nonsense": {"--nonsense"},
	} {
		if _, err := run(t, "", append([]string{"serve", "--data", t.TempDir()}, args...)...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: got %v, want … %s …", args, err, want)
		}
	}
}

// What the demo starts with is ruled on, and shows every kind of verdict a record can wait or end in.
func TestTheDemoHasSomethingOfEverything(t *testing.T) {
	dir := t.TempDir()
	got := demoVerdicts(t, dir)
	for _, v := range []string{"leave", "keep-looking", "show-someone", "ruled-clear"} {
		if got[v] == 0 {
			t.Errorf("no demo record is %s", v)
		}
	}
}

func TestPlan(t *testing.T) {
	lp := filepath.Join(t.TempDir(), "plan.lp")
	out, err := run(t, "", "plan", "--target", "cantharellus-cibarius", "--date", "2026-08-14", "--without", "knife", "--lp", lp)
	if err != nil {
		t.Fatal(err)
	}
	var got map[string]any
	if err := json.Unmarshal([]byte(out), &got); err != nil {
		t.Fatal(err)
	}
	for _, f := range []string{"target", "checks", "minutes", "optimal", "covered", "impossible"} {
		if _, ok := got[f]; !ok {
			t.Errorf("the plan lacks %s", f)
		}
	}
	if b, err := os.ReadFile(lp); err != nil || !strings.Contains(string(b), "Minimize") {
		t.Errorf("the LP file: %v", err)
	}
	if strings.Contains(out, `"stem-base"`) || !strings.Contains(out, "base of the stem") {
		t.Errorf("without a knife the base is planned for, or not missed: %s", out)
	}
	for want, args := range map[string][]string{
		"name the taxon":    {},
		"no taxon":          {"--target", "x"},
		"needs no tool":     {"--target", "cantharellus-cibarius", "--without", "axe"},
		"cannot be written": {"--target", "cantharellus-cibarius", "--lp", filepath.Join(lp, "x")},
	} {
		if _, err := run(t, "", append([]string{"plan"}, args...)...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: got %v, want … %s …", args, err, want)
		}
	}
}

// A key comes out as text or as JSON, of the same steps; what cannot be made is said in one line.
func TestKeyPrintsTextOrJSON(t *testing.T) {
	text, err := run(t, "", "key", "--kingdom", "fungi", "--month", "10", "--without", "knife", "--no-smell")
	if err != nil {
		t.Fatal(err)
	}
	out, err := run(t, "", "key", "--kingdom", "fungi", "--month", "10", "--without", "knife", "--no-smell", "--json")
	if err != nil {
		t.Fatal(err)
	}
	var b keying.PrintedKey
	if err := json.Unmarshal([]byte(out), &b); err != nil {
		t.Fatal(err)
	}
	if len(b.Steps) < 20 || b.Mean <= 0 || b.Bound <= 0 || !b.Scope.Observer.NoSmell || slices.Contains(b.Scope.Observer.Kit, "knife") {
		t.Errorf("%d steps, %.1f questions, %+v", len(b.Steps), b.Mean, b.Scope)
	}
	for _, s := range b.Steps {
		if !strings.Contains(text, s.Question) || s.Character == "scent" {
			t.Errorf("the printed key lacks %q, or asks for a scent", s.Question)
		}
	}
	for want, args := range map[string][]string{
		"neither plantae nor fungi": {}, "needs no tool": {"--kingdom", "fungi", "--without", "axe"},
		"not one of 1 to 12": {"--kingdom", "fungi", "--month", "13"}, "not a level 2": {"--kingdom", "plantae", "--region", "zz"},
		`stage "x" is none of young`: {"--kingdom", "fungi", "--stage", "x"},
	} {
		if _, err := run(t, "", append([]string{"key"}, args...)...); err == nil || !strings.Contains(err.Error(), want) || strings.Contains(err.Error(), "\n") {
			t.Errorf("%v: got %v, want … %s …", args, err, want)
		}
	}
}

// A folder or an address that another program uses is left as it is.
func TestWhatIsInUseIsLeftAlone(t *testing.T) {
	dir := t.TempDir()
	demo := filepath.Join(dir, "demo")
	path := filepath.Join(demo, store.FileName)
	if err := os.Mkdir(demo, 0o700); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(path, []byte("running"), 0o600); err != nil {
		t.Fatal(err)
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		t.Fatal(err)
	}
	defer l.Close()
	refused := func(want string, args ...string) {
		t.Helper()
		if _, err := run(t, "", append([]string{"serve", "--demo", "--data", dir}, args...)...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("got %v, want %s", err, want)
		}
		if left, err := os.ReadFile(path); err != nil || string(left) != "running" {
			t.Errorf("the running demo's database became %q, %v", left, err)
		}
	}
	refused("is in use; stop what uses it", "--addr", l.Addr().String())
	release, err := store.Hold(demo)
	if err != nil {
		t.Fatal(err)
	}
	refused("is in use by another program", "--addr", "127.0.0.1:0")
	if err := release(); err != nil {
		t.Fatal(err)
	}
	again, err := store.Hold(demo)
	if err != nil {
		t.Fatalf("released, and still held: %v", err)
	}
	if err := again(); err != nil {
		t.Error(err)
	}
}

// The almanac says what is there when at a place, moved from the guide's own; what is none is refused in a line.
func TestAlmanac(t *testing.T) {
	at := []string{"almanac", "--lat", "49.3", "--lon", "19.3", "--elevation", "620", "--date", "2026-09-12"}
	out, err := run(t, "", append(at, "--taxon", "cantharellus-cibarius")...)
	if err != nil {
		t.Fatal(err)
	}
	var got almanacLine
	if err := json.Unmarshal([]byte(strings.SplitN(out, "\n", 2)[0]), &got); err != nil {
		t.Fatal(err)
	}
	if got.Taxon != "cantharellus-cibarius" || !got.State.There() || !slices.Contains(got.Doubles, "omphalotus-olearius") {
		t.Errorf("%+v", got)
	}
	if out, err = run(t, "", append(at, "--kingdom", "plantae")...); err != nil || strings.Contains(out, "amanita") || strings.Count(out, "\n") < 200 {
		t.Errorf("%d lines of plants (%v)", strings.Count(out, "\n"), err)
	}
	for want, args := range map[string][]string{
		"not between -90 and 90": {"--lat", "91", "--lon", "0"}, "not between -180": {"--lat", "0", "--lon", "200"}, "no place to look at": {"--lat", "0", "--lon", "0", "--elevation", "12000"},
		"not a day": {"--lat", "0", "--lon", "0", "--date", "soon"}, "no taxon": {"--lat", "0", "--lon", "0", "--taxon", "x"}, "neither plantae": {"--lat", "0", "--lon", "0", "--kingdom", "x"},
		"required flag": {"--lat", "0"},
	} {
		if _, err := run(t, "", append([]string{"almanac"}, args...)...); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v: %v, want … %s …", args, err, want)
		}
	}
}

// A walk is planned from JSON to JSON; its weather may come from the stand-in station; what is wrong is refused in a line.
func TestWalkPlan(t *testing.T) {
	const request = `{"date": "2026-09-05", "region": "11", "start": {"latitude": 49.3, "longitude": 19.3, "elevation_m": 620}, "minutes": 120,
		"observer": {"kit": ["ruler"]}, "targets": [{"taxon": "cantharellus-cibarius"}, {"taxon": "vaccinium-myrtillus"}],
		"places": [{"id": "a", "name": "Hollin Fold", "latitude": 49.3012, "longitude": 19.2987, "elevation_m": 660, "grows": ["vaccinium-myrtillus"]}]}`
	lp := filepath.Join(t.TempDir(), "walk.lp")
	out, err := run(t, request, "walk", "plan", "--lp", lp)
	if err != nil {
		t.Fatal(err)
	}
	var p walk.Plan
	if err := json.Unmarshal([]byte(out), &p); err != nil || !p.Round.Optimal || !slices.Equal(p.Round.Chosen, []string{"vaccinium-myrtillus"}) || p.Round.LeftOut[0].Taxon != "cantharellus-cibarius" {
		t.Errorf("%v: %+v", err, p.Round)
	}
	if b, err := os.ReadFile(lp); err != nil || !strings.HasPrefix(string(b), "Maximize") {
		t.Errorf("%v: %.40s", err, b)
	}
	// Two hours on 5 September without a knife, and comfrey on 25 April before it flowers.
	for day, c := range map[string]struct{ without, target, cannot, danger string }{
		"2026-09-05": {"knife", "agaricus-campestris", "knife", "agaricus-xanthodermus"}, "2026-04-25": {"", "symphytum-officinale", "", "digitalis-purpurea"},
	} {
		kit := `["ruler","lens","card","gloves","knife"]`
		if c.without != "" {
			kit = strings.Replace(kit, `,"`+c.without+`"`, "", 1)
		}
		out, err := run(t, `{"date":"`+day+`","region":"11","start":{"latitude":49.3,"longitude":19.3,"elevation_m":620},"minutes":120,"observer":{"kit":`+kit+`},"targets":[{"taxon":"`+c.target+`"}],"places":[]}`, "walk", "plan")
		if err != nil {
			t.Fatal(err)
		}
		var p walk.Plan
		if err := json.Unmarshal([]byte(out), &p); err != nil {
			t.Fatal(err)
		}
		a := p.Targets[0]
		i := slices.IndexFunc(a.Dangers, func(d walk.Danger) bool { return d.Taxon == c.danger })
		if !a.Part.State.There() || (a.Telling.Told == walk.Cannot) != (c.cannot != "") || c.cannot != "" && a.Telling.Missing[0] != c.cannot || i < 0 || a.Dangers[i].Tell == "" || len(p.Kit) < 3 {
			t.Errorf("%s: %+v", day, a)
		}
	}
	for _, bad := range []string{"", "{", `{"minute": 3}`, strings.Replace(request, "120", "0", 1)} {
		if _, err := run(t, bad, "walk", "plan"); err == nil {
			t.Errorf("%.30q is planned", bad)
		}
	}
	out, err = run(t, "", "weather", "station", "--from", "2026-08-30", "--to", "2026-09-02")
	if err != nil || strings.Count(out, "\n") != 5 || !strings.HasPrefix(out, "date,tmin_c,tmax_c,rain_mm\n2026-08-30,") {
		t.Errorf("%v: %s", err, out)
	}
	if _, err := run(t, "", "weather", "station", "--from", "2026-09-02", "--to", "2026-08-30"); err == nil {
		t.Error("a station measures backwards")
	}
	// What a station wrote is taken into the almanac; a table with a fault is not, and another program in the folder is in the way.
	dir := t.TempDir()
	if said, err := run(t, out, "weather", "import", "--data", dir, "-"); err != nil || !strings.Contains(said, "4 days are known, from 2026-08-30 to 2026-09-02") {
		t.Errorf("%v: %s", err, said)
	}
	if _, err := run(t, "date,rain\n", "weather", "import", "--data", dir, "-"); err == nil || !strings.Contains(err.Error(), "degrees Celsius") {
		t.Errorf("%v", err)
	}
	if said, err := run(t, "date,tmin_c,tmax_c,rain_mm\n2026-09-02,1,2,3\n2026-09-05,1,2,3\n", "weather", "import", "--data", dir, "-"); err != nil || !strings.Contains(said, "2 days between are missing") || !strings.Contains(said, "5 days are known") {
		t.Errorf("%v: %s", err, said)
	}
	release, err := store.Hold(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer release()
	if _, err := run(t, out, "weather", "import", "--data", dir, "-"); err == nil {
		t.Error("it writes where another program is at work")
	}
}

// A key and a plan for a place go by its seasons.
func TestKeysAndPlansAtAPlace(t *testing.T) {
	count := func(args ...string) int {
		t.Helper()
		out, err := run(t, "", append([]string{"key", "--kingdom", "plantae", "--month", "3", "--json"}, args...)...)
		if err != nil {
			t.Fatal(err)
		}
		var k keying.PrintedKey
		if err := json.Unmarshal([]byte(out), &k); err != nil {
			t.Fatal(err)
		}
		return k.Taxa
	}
	if here, north := count(), count("--lat", "62", "--lon", "15", "--elevation", "900"); north >= here {
		t.Errorf("in March there are %d at the guide's place, and %d far north and high up", here, north)
	}
	at := func(args ...string) string {
		out, err := run(t, "", append([]string{"plan", "--target", "symphytum-officinale", "--date", "2026-05-14", "--region", "11"}, args...)...)
		if err != nil {
			return err.Error()
		}
		return out
	}
	if low, high := at(), at("--lat", "50", "--lon", "15", "--elevation", "1500"); low == high || !strings.Contains(low, "flower") || strings.Contains(high, `"character":"flower`) {
		t.Errorf("%.300s\n%.300s", low, high)
	}
	for args, want := range map[string]string{"--lat 91 --lon 0": "latitude 91", "--lat 50": "together", "--elevation 12000": "goes with lat"} {
		if got := at(strings.Fields(args)...); !strings.Contains(got, want) {
			t.Errorf("%s: %s", args, got)
		}
	}
}

// What could still be in a basket, and which colour a point has: numbers in, a line of JSON out.
// What is kept goes into a file and comes back in another folder; what was there is kept aside, and what is no backup is refused.
func TestBackupAndRestore(t *testing.T) {
	from, to, file := t.TempDir(), t.TempDir(), filepath.Join(t.TempDir(), "backup.db")
	s, err := store.Open(from, slog.New(slog.DiscardHandler))
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close() // the program that runs
	var made struct {
		File, Aside string
		Bytes       int64
	}
	out, err := run(t, "", "backup", file, "--data", from)
	if err != nil || json.Unmarshal([]byte(out), &made) != nil || made.File != file || made.Bytes < 4096 {
		t.Fatalf("%v %s", err, out)
	}
	for _, aside := range []bool{false, true} {
		made.Aside = ""
		out, err := run(t, "", "restore", file, "--data", to)
		if err != nil || json.Unmarshal([]byte(out), &made) != nil || (made.Aside != "") != aside {
			t.Fatalf("%v %s", err, out)
		}
	}
	if _, err := os.Stat(made.Aside); err != nil {
		t.Error(err)
	}
	if _, err := run(t, "", "backup", file, "--data", from); err == nil || !strings.Contains(err.Error(), "there already") {
		t.Errorf("over a file: %v", err)
	}
	if err := os.WriteFile(file+"x", []byte("nothing of the kind, and long enough to be looked at"), 0o600); err != nil {
		t.Fatal(err)
	}
	if _, err := run(t, "", "restore", file+"x", "--data", to); err == nil || !strings.Contains(err.Error(), "no backup of this program") {
		t.Errorf("of no backup: %v", err)
	}
	free, err := store.Hold(to)
	if err != nil {
		t.Fatal(err)
	}
	defer func() { _ = free() }()
	if _, err := run(t, "", "restore", file, "--data", to); err == nil || !strings.Contains(err.Error(), "in use") {
		t.Errorf("while a program runs on it: %v", err)
	}
}

// The points of the published table, by the command line; what is no ring is said in words.
func TestRing(t *testing.T) {
	out, err := run(t, `[[1,7],[2,6],[5,8],[7,7],[9,5],[3,7]]`, "ring")
	var r struct {
		Algebraic, Geometric map[string]float64
		ArcDeg               float64 `json:"arc_deg"`
		Gaps                 []map[string]float64
	}
	if err != nil || json.Unmarshal([]byte(out), &r) != nil {
		t.Fatalf("%v: %s", err, out)
	}
	if math.Abs(r.Algebraic["r"]-3.0370) > 5e-5 || math.Abs(r.Geometric["r"]-4.7142) > 5e-5 || r.Geometric["residual"] <= 0 || r.ArcDeg <= 0 || len(r.Gaps) == 0 || r.Gaps[0]["metres"] <= 0 {
		t.Errorf("%s", out)
	}
	for in, says := range map[string]string{`[[0,0],[1,1],[2,2]]`: "not a ring", `[[0,0],[1,1]]`: "three or more", `{}`: "no list of points", `[[0,0,0]]`: "no list of points", `[[0,1]] x`: "no list of points"} {
		if _, err := run(t, in, "ring"); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", in, err)
		}
	}
}

func TestBoundAndColour(t *testing.T) {
	for args, want := range map[string]string{
		"bound --pieces 60 --checked 20":                                   `"others":6,`,
		"bound --pieces 20 --checked 20":                                   "Every piece was checked.",
		"bound --pieces 10 --checked 11":                                   "cannot have been checked",
		"colour --character spore-print --rgb 75,43,42":                    `"nearest":[{"state":"chocolate","distance":0}`,
		"colour --character spore-print --rgb 60,32,24 --card 200,170,130": `"card":true`,
		"colour --character spore-print --rgb 60,32,24 --card 5,5,5":       "too dark",
		"colour --character stem-base --rgb 60,32,24":                      "names no colours",
		"colour --character nothing --rgb 60,32,24":                        "no character",
		"colour --character cap-colour --rgb 60,32":                        "not three numbers",
		"colour --character cap-colour --rgb 60,32,256":                    "256 is not 0 to 255",
	} {
		out, err := run(t, "", strings.Fields(args)...)
		if err != nil {
			out = err.Error()
		}
		if !strings.Contains(out, want) {
			t.Errorf("%s: %s", args, out)
		}
	}
}

// The colours that the front end draws are those of the guide, which photographs are compared with.
func TestSwatchesAreTheGuides(t *testing.T) {
	text, err := os.ReadFile("../../web/src/drawings/swatches.ts")
	if err != nil {
		t.Fatal(err)
	}
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	n := 0
	for i := range g.Columns {
		for _, s := range g.Columns[i].States {
			if s.Swatch == "" {
				continue
			}
			n++
			if _, err := colour.Hex(s.Swatch); err != nil || !strings.Contains(string(text), s.ID+": '"+s.Swatch+"'") && !strings.Contains(string(text), "'"+s.ID+"': '"+s.Swatch+"'") {
				t.Errorf("%s, %s: %s, %v", g.Columns[i].ID, s.ID, s.Swatch, err)
			}
		}
	}
	if n < 60 {
		t.Errorf("only %d states name a colour", n)
	}
}

// A file is shown before it is taken, taken once, and taken back; all that is kept then leaves as it came.
func TestImportAndExport(t *testing.T) {
	file, dir := filepath.Join(t.TempDir(), "places.csv"), t.TempDir()
	if err := os.WriteFile(file, []byte("lat,lon,name\n49.31,19.31,Weir\n91,19.3,Nowhere\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	plan, err := run(t, "", "import", file, "--data", dir)
	if err != nil || !strings.Contains(plan, `"refused": 1`) || !strings.Contains(plan, `"new": 1`) {
		t.Fatalf("%s, %v", plan, err)
	}
	if _, err := run(t, "", "import", file, "--take", "--data", dir); err == nil || !strings.Contains(err.Error(), "nothing was") {
		t.Errorf("taken with what is refused: %v", err)
	}
	took, err := run(t, "", "import", file, "--take", "--leave-out-refused", "--data", dir)
	var b struct{ ID string }
	if err != nil || json.Unmarshal([]byte(took), &b) != nil || b.ID == "" {
		t.Fatalf("%s, %v", took, err)
	}
	for format, holds := range map[string]string{"jsonl": `"name":"Weir"`, "gpx": "<wpt", "geojson": "FeatureCollection", "csv": "point,49.35", "dwca": "meta.xml"} {
		if out, err := run(t, "", "export", "--format", format, "--data", dir); err != nil || !strings.Contains(out, holds) {
			t.Errorf("%s: %.200q, %v", format, out, err)
		}
	}
	if out, err := run(t, "", "import", "--undo", b.ID, "--data", dir); err != nil || !strings.Contains(out, `"undone"`) {
		t.Errorf("%s, %v", out, err)
	}
	if out, _ := run(t, "", "export", "--format", "csv", "--data", dir); strings.Contains(out, "point") {
		t.Errorf("it is there still: %s", out)
	}
	for says, args := range map[string][]string{
		"name a file": {"import"}, "goes with a file": {"import", "--undo", "x", "--take"}, "no such import": {"import", "--undo", "x"},
		"no format": {"import", file, "--format", "doc"}, "has no --from": {"export", "--format", "jsonl", "--exact"}, "no such file": {"import", file + "x"},
	} {
		if _, err := run(t, "", append(args, "--data", dir)...); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
}
