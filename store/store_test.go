package store

import (
	"bytes"
	"cmp"
	"context"
	"errors"
	"log/slog"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/store/storetest"

	"gorm.io/gorm"
)

var (
	ctx    = context.Background()
	silent = slog.New(slog.DiscardHandler)
)

func open(t *testing.T, dir string) *Store {
	t.Helper()
	s, err := Open(dir, silent)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func start(t *testing.T, s *Store, note string) string {
	t.Helper()
	id := app.NewID()
	e, err := events.New(events.RecordStream, events.Create, events.About{Kingdom: "fungi", Note: note})
	if err != nil {
		t.Fatal(err)
	}
	if err := s.Add(ctx, addition(id, note, nil, e)); err != nil {
		t.Fatal(err)
	}
	return id
}

// addition adds an event to those that a stream has.
func addition(id, search string, had []events.Event, e events.Event) app.Addition {
	now := time.Now().UTC()
	e.ID, e.Op, e.StreamID, e.Owner, e.Device, e.Number, e.At = app.NewID(), cmp.Or(e.Op, app.NewID()), id, "me", "here", len(had)+1, now
	return app.Addition{
		Stream: app.Stream{
			Kind: events.RecordStream, ID: id, Owner: "me", Created: now, Changed: now, Deleted: e.Kind == events.Delete, Events: len(had) + 1,
			Basis: "b", Listing: []byte("{}"), Search: search,
		},
		New: []events.Event{e}, Had: len(had),
	}
}

func load(t *testing.T, s *Store, id string) []events.Event {
	t.Helper()
	_, list, err := s.Load(ctx, "me", events.RecordStream, id)
	if err != nil {
		t.Fatal(err)
	}
	return list
}

func reading(state string) events.Event {
	e, _ := events.New(events.RecordStream, events.Read, events.Made{Reading: evidence.Reading{Character: "a", States: []string{state}, Sure: true}})
	return e
}

func TestEventsAreOnlyEverAdded(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	id := start(t, s, "one")
	for _, state := range []string{"x", "y"} {
		if err := s.Add(ctx, addition(id, "", load(t, s, id), reading(state))); err != nil {
			t.Fatal(err)
		}
	}
	s.Close()
	s = open(t, dir)
	list := load(t, s, id)
	if r, err := events.FoldRecord(list); err != nil || len(list) != 3 || r.Readings[0].States[0] != "y" {
		t.Fatalf("%d events, %+v (%v)", len(list), r.Readings, err)
	}
	for _, sql := range []string{"DELETE FROM events", "UPDATE events SET body = ''", "DELETE FROM streams"} {
		if err := s.db.Exec(sql).Error; err == nil {
			t.Errorf("%s is allowed", sql)
		}
	}
	if _, _, err := s.Load(ctx, "someone else", events.RecordStream, id); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("another owner's record: got %v", err)
	}
	again := reading("x")
	again.Op = list[1].Op
	other := start(t, s, "two")
	if err := s.Add(ctx, addition(other, "", load(t, s, other), again)); !errors.Is(err, app.ErrOperationReused) {
		t.Errorf("an operation of another record: got %v", err)
	}
	if err := s.Add(ctx, addition(id, "", list[:2], reading("x"))); !errors.Is(err, app.ErrChanged) {
		t.Errorf("on a record that got another event meanwhile: got %v", err)
	}
	if made, err := s.Operation(ctx, "me", list[1].Op); len(made) != 1 || made[0].StreamID != id || err != nil {
		t.Errorf("the operation made %+v (%v)", made, err)
	}
}

// Several additions are kept all or none.
func TestAdditionsAreAllOrNone(t *testing.T) {
	s := open(t, t.TempDir())
	a, b := start(t, s, "one"), start(t, s, "two")
	had := load(t, s, b)
	if err := s.Add(ctx, addition(a, "", load(t, s, a), reading("x")), addition(b, "", append(had, had...), reading("x"))); !errors.Is(err, app.ErrChanged) {
		t.Fatalf("got %v", err)
	}
	if n := len(load(t, s, a)); n != 1 {
		t.Errorf("half of it was kept: %d events", n)
	}
}

func TestListFindsByEveryWord(t *testing.T) {
	s := open(t, t.TempDir())
	a, b := start(t, s, "field mushroom at the beck"), start(t, s, "field maple")
	gone, _ := events.New(events.RecordStream, events.Delete, nil)
	if err := s.Add(ctx, addition(b, "field maple", load(t, s, b), gone)); err != nil {
		t.Fatal(err)
	}
	for query, want := range map[string]int{"": 1, "field": 1, "beck field": 1, "maple": 0, "field%": 0, "fungus": 0, "at": 1, "at be": 1, "x at": 0, `"`: 0, `fie"d`: 0, "ield mush": 1} {
		if rows, err := s.List(ctx, "me", events.RecordStream, app.ListQuery{Words: strings.Fields(query), Limit: 9}); err != nil || len(rows) != want || want == 1 && rows[0].ID != a {
			t.Errorf("%q finds %d (%v), want %d", query, len(rows), err, want)
		}
	}
	if rows, _ := s.List(ctx, "me", events.RecordStream, app.ListQuery{Deleted: true, Limit: 9}); len(rows) != 1 || rows[0].ID != b {
		t.Errorf("deleted ones: %v", rows)
	}
	if rows, _ := s.List(ctx, "me", events.RecordStream, app.ListQuery{Deleted: true, Since: time.Now().Add(time.Hour), Limit: 9}); len(rows) != 0 {
		t.Errorf("deleted later than they were: %v", rows)
	}
	if stale, err := s.Stale(ctx, "me", events.RecordStream, "other", 1); err != nil || len(stale) != 1 {
		t.Fatalf("%d were worked out with another basis, one asked for (%v)", len(stale), err)
	}
	stale, err := s.Stale(ctx, "me", events.RecordStream, "other", 9)
	if err != nil || len(stale) != 2 {
		t.Fatalf("%d were worked out with another basis (%v)", len(stale), err)
	}
	for i := range stale {
		stale[i].Basis, stale[i].Search = "other", "found anew"
	}
	if err := s.Add(ctx, addition(a, "got an event meanwhile", load(t, s, a), reading("x"))); err != nil {
		t.Fatal(err)
	}
	if err := s.Relist(ctx, stale); err != nil {
		t.Fatal(err)
	}
	if left, _ := s.Stale(ctx, "me", events.RecordStream, "other", 9); len(left) != 1 || left[0].ID != a || left[0].Search != "got an event meanwhile" {
		t.Errorf("what got an event meanwhile was listed as it was before: %+v", left)
	}
	for query, want := range map[string]string{"found anew": b, "meanwhile": a} { // the index follows what can be searched
		rows, _ := s.List(ctx, "me", events.RecordStream, app.ListQuery{Words: strings.Fields(query), Deleted: want == b, Limit: 9})
		if len(rows) != 1 || rows[0].ID != want {
			t.Errorf("%q finds %+v", query, rows)
		}
	}
}

// Page after page, every stream comes once, the latest change first, whatever is added meanwhile.
func TestPagesHoldEveryStreamOnce(t *testing.T) {
	s := open(t, t.TempDir())
	seen := map[string]int{}
	for range 23 {
		seen[start(t, s, "one")] = 0
	}
	q := app.ListQuery{Limit: 5}
	for {
		rows, err := s.List(ctx, "me", events.RecordStream, q)
		if err != nil {
			t.Fatal(err)
		}
		for _, r := range rows {
			seen[r.ID]++
			if !q.After.IsZero() && r.Changed.After(q.After) {
				t.Errorf("%s, changed at %s, comes after %s", r.ID, r.Changed, q.After)
			}
			q.After, q.AfterID = r.Changed, r.ID
		}
		if len(rows) < q.Limit {
			break
		}
		start(t, s, "meanwhile")
	}
	for id, n := range seen {
		if n != 1 {
			t.Errorf("%s comes %d times", id, n)
		}
	}
}

// What waits is written together, and each change is all or nothing: one that is refused takes no other with it. Beyond the
// bound nothing is taken.
func TestChangesWrittenTogetherStandAlone(t *testing.T) {
	s := open(t, t.TempDir())
	held, hold := make(chan struct{}), make(chan struct{})
	go s.write(ctx, func(*gorm.DB) error { close(held); <-hold; return nil })
	<-held // what comes now waits, and is written together
	var wg sync.WaitGroup
	errs := make([]error, mostWaiting)
	ids := make([]string, mostWaiting)
	for i := range errs {
		e, _ := events.New(events.RecordStream, events.Create, events.About{Kingdom: "fungi"})
		a := addition(app.NewID(), "", nil, e)
		ids[i] = a.Stream.ID
		if i%3 == 1 {
			a.New = append(a.New, a.New[0]) // the same event twice: the second cannot be kept, so neither is
		}
		wg.Go(func() { errs[i] = s.Add(ctx, a) })
	}
	for len(s.queue.waiting) < mostWaiting {
		time.Sleep(time.Millisecond)
	}
	if err := s.KeepSettings(ctx, "me", time.Now(), []byte("{}")); !errors.Is(err, app.ErrBusy) {
		t.Errorf("beyond the bound: %v", err)
	}
	close(hold)
	wg.Wait()
	for i, id := range ids {
		_, _, err := s.Load(ctx, "me", events.RecordStream, id)
		if bad := i%3 == 1; bad != (errs[i] != nil) || bad != errors.Is(err, app.ErrNotFound) {
			t.Errorf("change %d: kept with %v, found with %v", i, errs[i], err)
		}
	}
	s.Close()
	if err := s.KeepSettings(ctx, "me", time.Now(), []byte("{}")); err == nil {
		t.Error("a closed store takes what is to be kept")
	}
}

func TestAFileOfAnotherKindIsRefusedAndLeftAlone(t *testing.T) {
	for name, c := range map[string]struct {
		bytes []byte
		says  string
	}{
		"a text":             {[]byte("dear diary, today I found a mushroom"), "is not a database"},
		"a broken database":  {append([]byte("SQLite format 3\x00"), make([]byte, 4000)...), "cannot be"},
		"a foreign database": {foreign(t), "another program"},
	} {
		dir := t.TempDir()
		path := filepath.Join(dir, FileName)
		if err := os.WriteFile(path, c.bytes, 0o600); err != nil {
			t.Fatal(err)
		}
		_, err := Open(dir, silent)
		if err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: got %v, want … %s …", name, err, c.says)
		}
		if name == "a broken database" {
			continue // it bears no other program's mark, so SQLite itself says what is wrong with it
		}
		left, err := os.ReadFile(path)
		if beside, _ := filepath.Glob(path + "-*"); err != nil || !bytes.Equal(left, c.bytes) || len(beside) > 0 {
			t.Errorf("%s: it was changed, or something was laid beside it: %v %v", name, err, beside)
		}
	}
	dir := t.TempDir()
	if err := os.Mkdir(filepath.Join(dir, FileName), 0o700); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(dir, silent); err == nil {
		t.Error("a folder is taken for a database")
	}
}

// The folder and all that is in it are their owner's alone, whoever made them before.
func TestWhatIsKeptIsPrivate(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "data")
	if err := os.Mkdir(dir, 0o755); err != nil {
		t.Fatal(err)
	}
	if err := os.WriteFile(filepath.Join(dir, FileName), nil, 0o644); err != nil {
		t.Fatal(err)
	}
	s := open(t, dir)
	start(t, s, "one")
	files, err := filepath.Glob(filepath.Join(dir, "*"))
	if err != nil || len(files) < 2 {
		t.Fatalf("%v, %v", files, err)
	}
	for _, path := range append(files, dir) {
		info, err := os.Stat(path)
		if err != nil || info.Mode().Perm()&0o077 != 0 {
			t.Errorf("%s: %v, %v", path, info.Mode(), err)
		}
	}
}

// foreign makes the bytes of a database with somebody else's table.
func foreign(t *testing.T) []byte {
	t.Helper()
	dir := t.TempDir()
	s := open(t, dir)
	copied := filepath.Join(dir, "other.db")
	for _, sql := range []string{"PRAGMA application_id = 7", "PRAGMA wal_checkpoint(TRUNCATE)"} {
		if err := s.db.Exec(sql).Error; err != nil {
			t.Fatal(err)
		}
	}
	if err := s.CopyTo(ctx, copied); err != nil {
		t.Fatal(err)
	}
	b, err := os.ReadFile(copied)
	if err != nil {
		t.Fatal(err)
	}
	return b
}

func TestAFullDiskLosesNothingThatWasKept(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	id := start(t, s, "one")
	db, err := s.db.DB()
	if err != nil {
		t.Fatal(err)
	}
	db.SetMaxOpenConns(1) // the limit below holds for one connection
	var pages int
	s.db.Raw("PRAGMA page_count").Scan(&pages)
	s.db.Exec("PRAGMA max_page_count = 1") // SQLite then takes the present size as the limit
	kept := 0
	for range 500 {
		if err = s.Add(ctx, addition(id, "", load(t, s, id), reading(strings.Repeat("x", 2000)))); err != nil {
			break
		}
		kept++
	}
	if !errors.Is(err, app.ErrFull) || strings.Contains(err.Error(), "\n") {
		t.Fatalf("got %v after %d readings", err, kept)
	}
	s.Close()
	if n := len(load(t, open(t, dir), id)); n != kept+1 {
		t.Errorf("%d events are there, want %d", n, kept+1)
	}
}

func TestACopyIsWholeWhileInUse(t *testing.T) {
	s := open(t, t.TempDir())
	id := start(t, s, "one")
	dir := t.TempDir()
	if err := s.CopyTo(ctx, filepath.Join(dir, FileName)); err != nil {
		t.Fatal(err)
	}
	load(t, open(t, dir), id)
}

func TestADatabaseOfANewerProgramIsRefused(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	if err := s.db.Exec("INSERT INTO migrations (id) VALUES ('9999')").Error; err != nil {
		t.Fatal(err)
	}
	s.Close()
	if _, err := Open(dir, silent); err == nil || !strings.Contains(err.Error(), "newer version") {
		t.Errorf("got %v", err)
	}
}

// A page that was damaged is found at the start, said so with what to do, and never called a full disk.
func TestADamagedPageIsFoundAtTheStart(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	for range 40 {
		start(t, s, strings.Repeat("by the weir ", 50))
	}
	if err := s.db.Exec("PRAGMA wal_checkpoint(TRUNCATE)").Error; err != nil {
		t.Fatal(err)
	}
	s.Close()
	path := filepath.Join(dir, FileName)
	b, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	const page = 4096
	found := 0
	for n := 2; n < len(b)/page; n++ {
		bad := bytes.Clone(b)
		for i := range page {
			bad[n*page+i] ^= 0x5a
		}
		if err := os.WriteFile(path, bad, 0o600); err != nil {
			t.Fatal(err)
		}
		opened, err := Open(dir, silent)
		if err == nil {
			opened.Close() // a page that nothing is on
			continue
		}
		if found++; !errors.Is(err, app.ErrDamaged) || errors.Is(err, app.ErrFull) || !strings.Contains(err.Error(), "put a copy in its place") {
			t.Errorf("page %d: %v", n, err)
		}
	}
	if found < len(b)/page/2 {
		t.Errorf("%d damaged pages of %d were found", found, len(b)/page)
	}
}

// BenchmarkWrites adds readings to streams, fifty at once, with nothing else about them.
func BenchmarkWrites(b *testing.B) {
	s, err := Open(b.TempDir(), silent)
	if err != nil {
		b.Fatal(err)
	}
	defer s.Close()
	b.SetParallelism(25)
	b.RunParallel(func(pb *testing.PB) {
		for pb.Next() {
			e, _ := events.New(events.RecordStream, events.Create, events.About{Kingdom: "fungi"})
			if err := s.Add(ctx, addition(app.NewID(), "by the weir", nil, e)); err != nil {
				b.Error(err)
			}
		}
	})
}

// A database of the version before, made with the demo's records by the program as it was then, loses nothing, can be searched, and
// is kept beside as it was.
func TestADatabaseOfVersion4IsBroughtUpToDate(t *testing.T) {
	dir := t.TempDir()
	if err := os.WriteFile(filepath.Join(dir, FileName), storetest.Unzip(t, "testdata/version-4.db.gz"), 0o600); err != nil {
		t.Fatal(err)
	}
	s := open(t, dir)
	rows, err := s.List(ctx, "local", events.RecordStream, app.ListQuery{Limit: 99})
	if err != nil || len(rows) != 10 {
		t.Fatalf("%d records (%v)", len(rows), err)
	}
	sum := 0
	for _, row := range rows {
		_, list, err := s.Load(ctx, "local", events.RecordStream, row.ID)
		if err != nil || len(list) != row.Events || row.Fold != nil {
			t.Errorf("%s: %d of %d events (%v)", row.ID, len(list), row.Events, err)
		}
		sum += len(list)
	}
	if sum != 127 {
		t.Errorf("%d events of 127", sum)
	}
	if found, err := s.List(ctx, "local", events.RecordStream, app.ListQuery{Words: []string{"bilberry"}, Limit: 9}); err != nil || len(found) != 1 {
		t.Errorf("%d are found by name (%v)", len(found), err)
	}
	if kept, err := os.ReadFile(filepath.Join(dir, "thicket-before-0005.db")); err != nil || len(kept) == 0 {
		t.Errorf("no copy was kept: %v", err)
	}
	s.Close()
	if left := open(t, dir); left == nil { // and once more, with nothing to be done
		t.Error("it does not open again")
	}
}

// A change that goes wrong beyond all errors is refused alone; the next is written.
func TestAPanicIsOneChangesOwn(t *testing.T) {
	s := open(t, t.TempDir())
	if err := s.write(ctx, func(*gorm.DB) error { panic("by the weir") }); err == nil || !strings.Contains(err.Error(), "by the weir") {
		t.Errorf("got %v", err)
	}
	start(t, s, "one")
}
