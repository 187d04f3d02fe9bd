package store

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/journal"
)

var ctx = context.Background()

func open(t *testing.T, dir string) *Store {
	t.Helper()
	s, err := Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { s.Close() })
	return s
}

func listed(_ journal.State, _ *journal.Event, after func() journal.State) (Listing, error) {
	s := after()
	return Listing{Search: s.About.Note, Freeze: &Freeze{Ruling: "{}", GuideHash: "h", Engine: "e"}}, nil
}

func start(t *testing.T, s *Store, note string) string {
	t.Helper()
	id := NewID()
	e := journal.Event{Op: NewID(), At: time.Now().UTC(), Kind: journal.Create, About: &journal.About{Kingdom: "fungi", Note: note}}
	if err := s.Start(ctx, "me", id, e, listed); err != nil {
		t.Fatal(err)
	}
	return id
}

func reading(state string) journal.Event {
	return journal.Event{Op: NewID(), At: time.Now().UTC(), Kind: journal.Read, Reading: &evidence.Reading{Character: "a", States: []string{state}, Sure: true}}
}

func TestEventsAreOnlyEverAdded(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	id := start(t, s, "one")
	first := reading("x")
	for _, e := range []journal.Event{first, first, reading("y"), {Op: NewID(), Kind: journal.Undo}} {
		if err := s.Append(ctx, "me", id, e, listed); err != nil {
			t.Fatal(err)
		}
	}
	s.Close()
	_, events, err := open(t, dir).Get(ctx, "me", id)
	if err != nil || len(events) != 4 {
		t.Fatalf("%d events, want 4: an operation sent twice counts once, and none is lost (%v)", len(events), err)
	}
	if st := journal.Fold(events); st.Readings[0].States[0] != "x" {
		t.Errorf("got %v", st.Readings)
	}
	s = open(t, dir)
	for _, sql := range []string{"DELETE FROM events", "UPDATE events SET body = ''", "DELETE FROM records"} {
		if err := s.db.Exec(sql).Error; err == nil {
			t.Errorf("%s is allowed", sql)
		}
	}
	if err := s.Append(ctx, "someone else", id, reading("x"), listed); !errors.Is(err, ErrNotFound) {
		t.Errorf("another owner's record: got %v", err)
	}
	if err := s.Append(ctx, "me", start(t, s, "two"), first, listed); err == nil || !strings.Contains(err.Error(), "another record") {
		t.Errorf("an operation of another record: got %v", err)
	}
}

func TestListFindsByEveryWord(t *testing.T) {
	s := open(t, t.TempDir())
	a, b := start(t, s, "field mushroom at the beck"), start(t, s, "field maple")
	if err := s.Append(ctx, "me", b, journal.Event{Op: NewID(), Kind: journal.Delete, At: time.Now()}, listed); err != nil {
		t.Fatal(err)
	}
	for query, want := range map[string]int{"": 1, "field": 1, "Beck FIELD": 1, "maple": 0, "field%": 1, "fungus": 0} {
		if rows, err := s.List(ctx, "me", query, false); err != nil || len(rows) != want || want == 1 && rows[0].ID != a {
			t.Errorf("%q finds %d (%v), want %d", query, len(rows), err, want)
		}
	}
	if rows, _ := s.List(ctx, "me", "", true); len(rows) != 1 || rows[0].ID != b {
		t.Errorf("deleted ones: %v", rows)
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
		_, err := Open(dir)
		if err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: got %v, want … %s …", name, err, c.says)
		}
	}
	dir := t.TempDir()
	if err := os.Mkdir(filepath.Join(dir, FileName), 0o700); err != nil {
		t.Fatal(err)
	}
	if _, err := Open(dir); err == nil {
		t.Error("a folder is taken for a database")
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
		e := reading("x")
		e.Reading.States = []string{strings.Repeat("x", 2000)}
		if err = s.Append(ctx, "me", id, e, listed); err != nil {
			break
		}
		kept++
	}
	if !errors.Is(err, ErrFull) || strings.Contains(err.Error(), "\n") {
		t.Fatalf("got %v after %d readings", err, kept)
	}
	s.Close()
	_, events, err := open(t, dir).Get(ctx, "me", id)
	if err != nil || len(events) != kept+1 {
		t.Errorf("%d events are there, want %d (%v)", len(events), kept+1, err)
	}
}

func TestACopyIsWholeWhileInUse(t *testing.T) {
	s := open(t, t.TempDir())
	id := start(t, s, "one")
	dir := t.TempDir()
	if err := s.CopyTo(ctx, filepath.Join(dir, FileName)); err != nil {
		t.Fatal(err)
	}
	if _, _, err := open(t, dir).Get(ctx, "me", id); err != nil {
		t.Error(err)
	}
}

func TestADatabaseOfANewerProgramIsRefused(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	if err := s.db.Exec("INSERT INTO migrations (id) VALUES ('9999')").Error; err != nil {
		t.Fatal(err)
	}
	s.Close()
	if _, err := Open(dir); err == nil || !strings.Contains(err.Error(), "newer version") {
		t.Errorf("got %v", err)
	}
}

func TestMisspeltNamesAreFound(t *testing.T) {
	s, err := Open(t.TempDir())
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	ctx := context.Background()
	first := []Name{{"golden chanterelle", "a"}, {"death cap", "b"}, {`quoted "name"`, "c"}}
	for range 2 { // the second time they are there already
		if err := s.KeepNames(ctx, "one", first); err != nil {
			t.Fatal(err)
		}
	}
	for query, want := range map[string]string{"goldn chantrelle": "a", "deth cap": "b", `quotd "name"`: "c", "zz": "", "qqqq": "", "  ": ""} {
		got, err := s.NamesLike(ctx, query)
		if err != nil || (len(got) > 0) != (want != "") || want != "" && (got[0].Taxon != want || len(got) > 1) {
			t.Errorf("%q finds %v (%v), want %q", query, got, err, want)
		}
	}
	if err := s.KeepNames(ctx, "another", first[1:]); err != nil {
		t.Fatal(err)
	}
	if got, err := s.NamesLike(ctx, "chanterelle"); err != nil || len(got) > 0 {
		t.Errorf("the names of the guide before are still found: %v (%v)", got, err)
	}
}
