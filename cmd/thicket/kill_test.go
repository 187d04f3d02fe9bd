package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"syscall"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/store/storetest"
)

var (
	kills = flag.Int("kills", 200, "how often the program is killed at its work")
	seed  = flag.Uint64("seed", 1, "what the killing test draws by")
)

// asProgram says that the test's own program is to be the program that is tested.
const asProgram = "THICKET_AS_PROGRAM"

func TestMain(m *testing.M) {
	if os.Getenv(asProgram) != "" {
		main()
		return
	}
	os.Exit(m.Run())
}

// victim is the program at work on a data folder, to be killed.
type victim struct {
	*testing.T
	dir, url string
	cmd      *exec.Cmd
}

var isAt = regexp.MustCompile(`is at (http://\S+)`)

// start starts it and waits until it says where it is.
func (v *victim) start() {
	v.Helper()
	v.cmd = exec.Command(os.Args[0], "serve", "--data", v.dir, "--addr", "127.0.0.1:0")
	v.cmd.Env = append(os.Environ(), asProgram+"=1")
	var errs bytes.Buffer
	v.cmd.Stderr = &errs
	out, err := v.cmd.StdoutPipe()
	if err == nil {
		err = v.cmd.Start()
	}
	if err != nil {
		v.Fatal(err)
	}
	said := make([]byte, 0, 200)
	for b := make([]byte, 200); ; {
		n, err := out.Read(b)
		said = append(said, b[:n]...)
		if at := isAt.FindSubmatch(said); at != nil {
			v.url = string(at[1]) + "/api/v1"
			go io.Copy(io.Discard, out)
			return
		}
		if err != nil {
			v.Fatalf("it does not start again: %s %s", said, errs.String())
		}
	}
}

func (v *victim) kill() {
	_ = v.cmd.Process.Signal(syscall.SIGKILL)
	_ = v.cmd.Wait()
}

// ask sends a request and gives the status, 0 where no answer came, and the answer.
func (v *victim) ask(method, path, body string, into any) int {
	req, err := http.NewRequest(method, v.url+path, strings.NewReader(body))
	if err != nil {
		v.Fatal(err)
	}
	req.Header.Set("Content-Type", "application/json")
	resp, err := http.DefaultClient.Do(req)
	if err != nil {
		return 0
	}
	defer resp.Body.Close()
	b, err := io.ReadAll(resp.Body)
	if err != nil {
		return 0
	}
	if into != nil && resp.StatusCode == http.StatusOK {
		if err := json.Unmarshal(b, into); err != nil {
			v.Fatalf("%s %s: %v: %s", method, path, err, b)
		}
	}
	return resp.StatusCode
}

// promised is what was answered for, and must be there whatever happens.
type promised struct {
	events    map[string]int  // by record: how many there were at least
	touched   map[string]bool // records and practices that were written since it was looked last
	practices map[string]bool // begun, or perhaps begun
	practice  int             // how many events one begins with
	observer  string
	names     int // corrections of the overlay
}

// The program is killed in the midst of writing, undoing, changing settings and an overlay, practising and importing, again
// and again: what was answered for is there, nothing is half there, and every row of the list is as its record.
func TestKilledAtAnyMomentItLosesNothing(t *testing.T) {
	r := rand.New(rand.NewPCG(*seed, 1))
	v := &victim{T: t, dir: t.TempDir()}
	p := promised{events: map[string]int{}, practices: map[string]bool{}, touched: map[string]bool{}}
	answered, cutOff := map[string]int{}, map[string]int{}
	long := 1600 * time.Millisecond // an import takes half a second, on a slow machine more
	for n := range *kills {
		v.start()
		if n == 0 {
			for range 8 {
				id := app.NewID()
				if v.ask("POST", "/records", `{"id":"`+id+`","op":"`+app.NewID()+`","about":{"kingdom":"fungi","target":"agaricus-campestris"}}`, nil) == http.StatusOK {
					p.events[id] = 1
				}
			}
			for left := 1000; len(answered) < 5 && left > 0; left-- { // at its own pace
				began := time.Now()
				v.once(r, &p, answered, cutOff)
				long = max(long, 3*time.Since(began))
			}
		}
		v.holds(&p, n%100 == 99)
		ended := make(chan struct{})
		go func() {
			defer close(ended)
			for v.once(r, &p, answered, cutOff) {
			}
		}()
		working := 80 * time.Millisecond
		if n%8 == 7 {
			working = long
		}
		time.Sleep(time.Duration(r.Int64N(int64(working))))
		v.kill()
		<-ended
	}
	v.start()
	v.holds(&p, true)
	v.kill()
	t.Logf("%d kills; answered for: %v; cut off: %v", *kills, answered, cutOff)
	if len(answered) < 5 {
		t.Errorf("only these were ever answered for: %v", answered)
	}
	if *kills >= 100 && (cutOff["reading"] == 0 || cutOff["import"] == 0) {
		t.Errorf("only these were ever cut off: %v", cutOff)
	}
}

// once does one thing of those that write, and notes what was answered for and what was cut off; false where the program is gone.
func (v *victim) once(r *rand.Rand, p *promised, answered, cutOff map[string]int) bool {
	var ids []string
	for id := range p.events {
		ids = append(ids, id)
	}
	id, op := ids[r.IntN(len(ids))], app.NewID()
	var rec app.Record
	what, status := "", 0
	p.touched[id] = true
	switch k := r.IntN(20); {
	case k < 10:
		what = "reading"
		state := []string{"gills", "pores", "ridges"}[r.IntN(3)]
		status = v.ask("POST", "/records/"+id+"/readings", `{"op":"`+op+`","character":"underside","states":["`+state+`"],"sure":true}`, &rec)
	case k < 13:
		what = "undo"
		status = v.ask("POST", "/records/"+id+"/undo", `{"op":"`+op+`"}`, &rec)
	case k < 15:
		what = "settings"
		observer := fmt.Sprint("Mira ", r.IntN(1_000_000))
		status = v.ask("PUT", "/settings", `{"observer":"`+observer+`","place":{},"region":"","no_colour":`+fmt.Sprint(r.IntN(2) == 0)+
			`,"no_smell":false,"all_tools":true,"kit":[],"taught":[],"units":"metric","poison_centre":"","emergency_service":""}`, nil)
		if p.observer = observer; status == 0 {
			p.observer = "" // it may be there or not
		}
	case k < 18:
		what = "practice"
		id = app.NewID()
		p.practices[id], p.touched[id] = true, true
		status = v.ask("POST", "/practice", `{"id":"`+id+`"}`, &rec)
	default:
		what = "import"
		text := fmt.Sprintf("corrections:\\n  - {taxon: amanita-citrina, common: [Lemon %d]}\\n  - {taxon: amanita-rubescens, common: [Blush %[1]d]}\\n", r.IntN(1_000_000))
		var got app.OverlayChange
		if status = v.ask("POST", "/overlay/import", `{"op":"`+op+`","name":"mine.yaml","text":"`+text+`"}`, &got); status == http.StatusOK {
			p.names = 2
		}
	}
	switch status {
	case http.StatusOK:
		if answered[what]++; what == "practice" {
			p.practice = rec.Events
		}
		if rec.ID != "" {
			p.events[rec.ID] = max(p.events[rec.ID], rec.Events)
		}
	case 0:
		cutOff[what]++
		return false
	case http.StatusConflict: // nothing to undo
	default:
		v.Errorf("%s: %d", what, status)
	}
	return true
}

// holds looks whether what was answered for is there, of what was written since it was looked last; closely, of everything, and
// whether each row is as its record.
func (v *victim) holds(p *promised, closely bool) {
	v.Helper()
	defer clear(p.touched)
	for id, n := range p.events {
		if !closely && !p.touched[id] {
			continue
		}
		var rec app.Record
		if status := v.ask("GET", "/records/"+id, "", &rec); status != http.StatusOK || rec.Events < n {
			v.Errorf("record %s has %d of %d events (%d)", id, rec.Events, n, status)
		}
	}
	for id := range p.practices {
		if !closely && !p.touched[id] {
			continue
		}
		var rec app.Record
		if status := v.ask("GET", "/records/"+id, "", &rec); status == http.StatusOK {
			if rec.Events < p.practice {
				v.Errorf("practice %s is half there: %d of %d events", id, rec.Events, p.practice)
			}
		} else if p.events[id] > 0 || status != http.StatusNotFound {
			v.Errorf("practice %s: %d", id, status)
		}
	}
	var set app.Settings
	if v.ask("GET", "/settings", "", &set); p.observer != "" && set.Observer != p.observer {
		v.Errorf("the settings are of %q, not %q", set.Observer, p.observer)
	}
	var o app.Overlay
	if v.ask("GET", "/overlay", "", &o); len(o.Corrections) != 0 && len(o.Corrections) != 2 || len(o.Corrections) < p.names {
		v.Errorf("%d corrections of 2 were imported", len(o.Corrections))
	} else if len(o.Corrections) == 2 {
		if a, b := o.Corrections[0].Common[0], o.Corrections[1].Common[0]; strings.TrimPrefix(a, "Lemon ") != strings.TrimPrefix(b, "Blush ") {
			v.Errorf("an import is half there: %q and %q", a, b)
		}
	}
	if closely {
		v.rowsHold()
	}
}

// rowsHold holds each row that says something of a ruling to what its record says.
func (v *victim) rowsHold() {
	v.Helper()
	var page app.RecordPage
	if status := v.ask("GET", "/records?limit=200", "", &page); status != http.StatusOK {
		v.Fatalf("the list: %d", status)
	}
	for _, row := range page.Rows {
		var rec app.Record
		if v.ask("GET", "/records/"+row.ID, "", &rec); !row.Stale && (rec.Ruling == nil || rec.Ruling.Verdict != row.Verdict || rec.Ruling.Says != row.Reason) {
			v.Errorf("record %s is listed as %s (%s)", row.ID, row.Verdict, row.Reason)
		}
	}
}

// A migration that is killed leaves the database as it was, or as it is to be; started again, it is whole.
func TestAKilledMigrationIsMadeWhole(t *testing.T) {
	was := storetest.Unzip(t, "../../store/testdata/version-3.db.gz")
	r := rand.New(rand.NewPCG(*seed, 2))
	for range max(1, *kills/10) {
		v := &victim{T: t, dir: t.TempDir()}
		if err := os.WriteFile(filepath.Join(v.dir, "thicket.db"), was, 0o600); err != nil {
			t.Fatal(err)
		}
		early := exec.Command(os.Args[0], "serve", "--data", v.dir, "--addr", "127.0.0.1:0")
		early.Env = append(os.Environ(), asProgram+"=1")
		if err := early.Start(); err != nil {
			t.Fatal(err)
		}
		time.Sleep(time.Duration(50_000+r.IntN(250_000)) * time.Microsecond)
		_ = early.Process.Kill()
		_ = early.Wait()
		v.start()
		var page app.RecordPage
		if status := v.ask("GET", "/records?limit=200", "", &page); status != http.StatusOK || len(page.Rows) == 0 {
			t.Errorf("%d, %d records", status, len(page.Rows))
		}
		v.rowsHold()
		v.kill()
	}
}
