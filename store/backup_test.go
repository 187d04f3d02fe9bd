package store

import (
	"errors"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
)

var noon = time.Date(2026, 11, 27, 12, 0, 0, 0, time.UTC)

// everything is what every table holds, row by row.
func everything(t *testing.T, s *Store) map[string][]map[string]any {
	t.Helper()
	var tables []string
	if err := s.db.Raw("SELECT name FROM sqlite_master WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name").Scan(&tables).Error; err != nil {
		t.Fatal(err)
	}
	out := map[string][]map[string]any{}
	for _, table := range tables {
		var rows []map[string]any
		if err := s.db.Table(table).Order("rowid").Find(&rows).Error; err != nil {
			if err := s.db.Table(table).Find(&rows).Error; err != nil {
				t.Fatal(table, err)
			}
		}
		out[table] = rows
	}
	return out
}

// A backup that is restored elsewhere is its source, row by row in every table, photographs among them; what was there is kept aside, and can itself be
// restored.
func TestARestoreIsItsSource(t *testing.T) {
	from, to := t.TempDir(), t.TempDir()
	s := open(t, from)
	for range 5 {
		id := start(t, s, "by the weir")
		if err := s.Add(ctx, addition(id, "", load(t, s, id), reading("x"))); err != nil {
			t.Fatal(err)
		}
	}
	if err := s.KeepPhotograph(ctx, "me", noon, &app.Photograph{File: "f"}, []byte("a picture, byte by byte \x00\xff")); err != nil {
		t.Fatal(err)
	}
	want := everything(t, s)
	if len(want["photographs"]) != 1 || len(want["pictures"]) != 1 || len(want["events"]) < 10 {
		t.Fatalf("%d tables: %d photographs, %d pictures, %d events", len(want), len(want["photographs"]), len(want["pictures"]), len(want["events"]))
	}
	file := filepath.Join(t.TempDir(), "backup.db")
	if err := Backup(ctx, from, file); err != nil {
		t.Fatal(err)
	}
	if info, err := os.Stat(file); err != nil || info.Mode().Perm() != 0o600 {
		t.Errorf("%v %v", info, err)
	}
	if err := Backup(ctx, from, file); err == nil || !strings.Contains(err.Error(), "there already") {
		t.Errorf("a file that is there: %v", err)
	}
	other := open(t, to)
	mine := start(t, other, "what was here")
	other.Close()
	aside, err := Restore(file, to, noon, silent)
	if err != nil || filepath.Base(aside) != "thicket-before-restore-20261127-120000.db" {
		t.Fatalf("%q, %v", aside, err)
	}
	got := everything(t, open(t, to))
	for table, rows := range want {
		if len(got[table]) != len(rows) {
			t.Errorf("%s has %d rows, want %d", table, len(got[table]), len(rows))
			continue
		}
		for i := range rows {
			for column, value := range rows[i] {
				if a, b := got[table][i][column], value; !same(a, b) {
					t.Errorf("%s, row %d, %s: %v, want %v", table, i, column, a, b)
				}
			}
		}
	}
	third := t.TempDir()
	if _, err := Restore(aside, third, noon, silent); err != nil {
		t.Fatal(err)
	}
	if n := len(load(t, open(t, third), mine)); n != 1 {
		t.Errorf("of what was here %d events are left", n)
	}
}

func same(a, b any) bool {
	x, ok := a.([]byte)
	y, also := b.([]byte)
	if ok && also {
		return string(x) == string(y)
	}
	if u, ok := a.(time.Time); ok {
		v, also := b.(time.Time)
		return also && u.Equal(v)
	}
	return a == b
}

// A backup that is made while fifty readings a second are written holds each stream up to some moment, without a gap.
func TestABackupWhileFiftyASecondAreWritten(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	ids := []string{start(t, s, "one"), start(t, s, "two"), start(t, s, "three")}
	stop, written := make(chan struct{}), 0
	var wait sync.WaitGroup
	wait.Go(func() {
		had := map[string][]events.Event{}
		for _, id := range ids {
			had[id] = load(t, s, id)
		}
		tick := time.NewTicker(20 * time.Millisecond)
		defer tick.Stop()
		for i := 0; ; i++ {
			select {
			case <-stop:
				return
			case <-tick.C:
			}
			id := ids[i%len(ids)]
			a := addition(id, "", had[id], reading(strings.Repeat("x", 500)))
			if err := s.Add(ctx, a); err != nil {
				t.Error(err)
				return
			}
			had[id] = append(had[id], a.New...)
			written++
		}
	})
	for n := range 5 {
		time.Sleep(60 * time.Millisecond)
		file, to := filepath.Join(t.TempDir(), "b.db"), t.TempDir()
		if err := Backup(ctx, dir, file); err != nil {
			t.Fatalf("backup %d: %v", n, err)
		}
		if _, err := Restore(file, to, noon, silent); err != nil {
			t.Fatalf("backup %d: %v", n, err)
		}
		restored := open(t, to)
		for _, id := range ids {
			for i, e := range load(t, restored, id) {
				if e.Number != i+1 {
					t.Errorf("backup %d: event %d of %s has the number %d", n, i, id, e.Number)
				}
			}
		}
	}
	close(stop)
	wait.Wait()
	if written < 10 {
		t.Errorf("only %d were written meanwhile", written)
	}
}

// What is no whole backup of this program is refused, and what is there stays as it is.
func TestWhatIsNoBackup(t *testing.T) {
	from, dir := t.TempDir(), t.TempDir()
	s := open(t, from)
	for range 60 {
		start(t, s, strings.Repeat("by the weir ", 50))
	}
	whole := filepath.Join(t.TempDir(), "whole.db")
	if err := Backup(ctx, from, whole); err != nil {
		t.Fatal(err)
	}
	text, err := os.ReadFile(whole)
	if err != nil {
		t.Fatal(err)
	}
	here := open(t, dir)
	mine := start(t, here, "mine")
	here.Close()
	newer := t.TempDir()
	n := open(t, newer)
	if err := n.db.Exec("INSERT INTO migrations (id) VALUES ('9999')").Error; err != nil {
		t.Fatal(err)
	}
	n.Close()
	foreign := append([]byte{}, text...)
	foreign[68]++ // the application's id
	for says, body := range map[string][]byte{
		"damaged": text[:len(text)/2], "is empty": {}, "is not a database": []byte(strings.Repeat("no database at all ", 20)), "of another program": foreign,
	} {
		file := filepath.Join(t.TempDir(), "b.db")
		if err := os.WriteFile(file, body, 0o600); err != nil {
			t.Fatal(err)
		}
		if _, err := Restore(file, dir, noon, silent); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
	if _, err := Restore(filepath.Join(newer, FileName), dir, noon, silent); err == nil || !strings.Contains(err.Error(), "newer version") {
		t.Errorf("of a newer program: %v", err)
	}
	if _, err := Restore(filepath.Join(dir, FileName), dir, noon, silent); err == nil || !strings.Contains(err.Error(), "the database itself") {
		t.Errorf("of itself: %v", err)
	}
	if _, err := Restore(filepath.Join(dir, "none"), dir, noon, silent); !errors.Is(err, os.ErrNotExist) {
		t.Errorf("of nothing: %v", err)
	}
	if err := Backup(ctx, t.TempDir(), filepath.Join(t.TempDir(), "b.db")); err == nil || !strings.Contains(err.Error(), "no database") {
		t.Errorf("a backup of nothing: %v", err)
	}
	if len(load(t, open(t, dir), mine)) != 1 {
		t.Error("what was there is gone")
	}
	left, err := os.ReadDir(dir)
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range left {
		if strings.HasPrefix(f.Name(), "restoring-") || strings.Contains(f.Name(), "before-restore") {
			t.Errorf("%s was left over", f.Name())
		}
	}
}
