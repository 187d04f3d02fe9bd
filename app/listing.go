package app

import (
	"context"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
)

// Row is a record in a list.
type Row struct {
	ID          string        `json:"id"`
	Changed     time.Time     `json:"changed"`
	Kingdom     string        `json:"kingdom"`
	Date        string        `json:"date"`
	Place       string        `json:"place"`
	Observer    string        `json:"observer"`
	Verdict     guide.Verdict `json:"verdict,omitempty" doc:"Left out where it is being worked out anew, or cannot be"`
	Reason      string        `json:"reason"`
	Working     string        `json:"working"`
	WorkingName string        `json:"working_name"`
	Margin      *int          `json:"margin"`
	Odd         string        `json:"odd" doc:"What is unusual for the working name and stands, in a sentence; empty for nothing"`
	Done        string        `json:"done" enum:"took,left,kept,"`
	Closed      bool          `json:"closed"`
	Deleted     bool          `json:"deleted"`
	Stale       bool          `json:"stale" doc:"Whether it is being worked out anew: guide, rules or settings have changed since"`
}

// listing is what is listed of a record, as it is kept.
type listing struct {
	Kingdom string `json:"kingdom"`
	Date    string `json:"date"`
	Place   string `json:"place"`
	// At is where it was found, and G how much was taken, in grams, in a listing of this form; one of an earlier form does not say, and its record is asked.
	At          Place         `json:"at,omitzero"`
	G           float64       `json:"g,omitempty"`
	Form        int           `json:"form,omitempty"`
	Observer    string        `json:"observer"`
	Verdict     guide.Verdict `json:"verdict"`
	Reason      string        `json:"reason"`
	Working     string        `json:"working"`
	WorkingName string        `json:"working_name"`
	Margin      *int          `json:"margin"`
	Odd         string        `json:"odd,omitempty"`
	Done        string        `json:"done"`
	// Waits are the looks that could not be had where it was found; BagApart tells that nothing else would tell any more.
	Waits    []string `json:"waits,omitempty"`
	BagApart bool     `json:"bag_apart,omitempty"`
	// Blamed are the characters whose readings were shown to be in the way.
	Blamed []string `json:"blamed,omitempty"`
}

// listingForm is the form in which a record's listing says where it was found and how much was taken.
const listingForm = 3

// taken is how much was taken of a find, in grams; 0 where that was not said.
func taken(c *events.Closing) float64 {
	if c == nil || c.AmountG == nil || c.Done != "took" {
		return 0
	}
	return *c.AmountG
}

// found reads what is listed of a record; where the listing is of an earlier form, the record itself says where it was found.
func (s *Session) found(ctx context.Context, st *Stream) (listing, error) {
	var l listing
	if err := json.Unmarshal(st.Listing, &l); err != nil || l.Form >= listingForm {
		return l, err
	}
	o, err := s.open(ctx, st.ID)
	if err == nil {
		l.At, l.G, l.Form = Place(o.now.About.Place), taken(o.now.Closing), listingForm
	}
	return l, err
}

// locate puts into the listings of an earlier form where their records were found: closed ones are not listed anew for anything else.
func (s *Session) locate(ctx context.Context) error {
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostRecordsAsked})
	if err != nil {
		return err
	}
	var rows []Stream
	for i := range streams {
		var was listing
		if json.Unmarshal(streams[i].Listing, &was) != nil || was.Form >= listingForm {
			continue
		}
		l, err := s.found(ctx, &streams[i])
		if err != nil {
			s.unread(ctx, "record", streams[i].ID, err)
			continue
		}
		if streams[i].Listing, err = json.Marshal(l); err != nil {
			return err
		}
		rows = append(rows, streams[i])
	}
	for few := range slices.Chunk(rows, batch) {
		if err := s.Store.Relist(ctx, few); err != nil {
			return err
		}
	}
	return nil
}

// find is what a find is called where it stands among others: its name once all that is harmful was ruled out, else what, where and when.
func (l *listing) find() string {
	if l.Verdict == guide.RuledClear && l.WorkingName != "" {
		return l.WorkingName
	}
	words := []string{"Plant"}
	if l.Kingdom == "fungi" {
		words[0] = "Mushroom"
	}
	for _, w := range []string{l.Place, l.Date} {
		if w != "" {
			words = append(words, w)
		}
	}
	return strings.Join(words, ", ")
}

// RecordQuery asks for a page of records, the latest change first.
type RecordQuery struct {
	// Query holds words, each of which a record must hold.
	Query string
	// Deleted asks for those that were deleted lately in place of those that were not.
	Deleted bool
	// After is the Next of the page before; empty for the first.
	After string
	// Limit is the most that the page may hold.
	Limit int
}

// RecordPage is a page of records.
type RecordPage struct {
	Rows []Row `json:"rows"`
	// Next is to be sent for the page after this one; empty for the last.
	Next string `json:"next" doc:"To be sent as after for the next page; empty on the last"`
}

// deletedFor is how long a deleted record is listed as such. It is kept for good; after that time its address finds it. Common
// practice; no source.
const deletedFor = 30 * 24 * time.Hour

// Records lists a page of the records.
func (s *Session) Records(ctx context.Context, q RecordQuery) (*RecordPage, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	list := ListQuery{Words: strings.Fields(guide.Fold(q.Query)), Deleted: q.Deleted, Limit: q.Limit + 1}
	if q.Deleted {
		list.Since = s.Now().Add(-deletedFor)
	}
	if q.After != "" {
		at, id, ok := strings.Cut(q.After, "~")
		if list.After, err = time.Parse(time.RFC3339Nano, at); err != nil || !ok || id == "" {
			return nil, refused("after is what the page before gave as next, not %q", q.After)
		}
		list.AfterID = id
	}
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, list)
	if err != nil {
		return nil, err
	}
	page := &RecordPage{}
	if len(streams) > q.Limit {
		streams = streams[:q.Limit]
		last := &streams[q.Limit-1]
		page.Next = last.Changed.UTC().Format(time.RFC3339Nano) + "~" + last.ID
	}
	basis := s.basis(set)
	page.Rows = make([]Row, len(streams))
	for i := range streams {
		page.Rows[i] = rowOf(&streams[i], basis)
	}
	if slices.ContainsFunc(page.Rows, func(r Row) bool { return r.Stale }) {
		s.touch()
	}
	return page, nil
}

// rowOf is what is shown of a record in a list. What was worked out on another basis is not shown, least of all that nothing
// harmful fits.
func rowOf(st *Stream, basis string) Row {
	r := Row{ID: st.ID, Changed: st.Changed, Closed: st.Closed, Deleted: st.Deleted, Stale: !st.Closed && st.Basis != basis}
	var l listing
	if err := json.Unmarshal(st.Listing, &l); err != nil {
		r.Reason = "What is listed of this record cannot be read; open it."
		return r
	}
	r.Kingdom, r.Date, r.Place, r.Observer, r.Working, r.WorkingName, r.Done = l.Kingdom, l.Date, l.Place, l.Observer, l.Working, l.WorkingName, l.Done
	if !r.Stale {
		r.Verdict, r.Reason, r.Margin, r.Odd = l.Verdict, l.Reason, l.Margin, l.Odd
	}
	return r
}

// list puts in what is listed of a record, and the ruling to be kept with a closed one.
func (s *Session) list(stream *Stream, now *events.Record, shown *identify.Shown, set *Settings) error {
	l := listing{
		Kingdom: now.About.Kingdom, Date: now.About.Date, Place: now.About.Place.Name, At: Place(now.About.Place), Form: listingForm, Observer: now.About.Observer,
		Verdict: shown.Verdict, Reason: shown.Says, Margin: shown.Margin, Blamed: shown.Blamed,
	}
	for _, o := range shown.Odd {
		l.Odd = strings.TrimSpace(l.Odd + " " + o.Text)
	}
	l.Waits, l.BagApart = waits(s.Guide.Matrix, now, shown)
	words := []string{l.Place, l.Observer, l.Date, now.About.Note, string(l.Verdict), now.About.Walk}
	if shown.Working != nil {
		n, _ := s.Guide.Matrix.Taxon(*shown.Working)
		t := &s.Guide.Matrix.Taxa[n]
		l.Working, l.WorkingName = t.ID, t.DisplayName()
		words = append(append(append(words, t.Common...), t.Synonyms...), t.Name, t.Family)
	}
	stream.Frozen, stream.Basis = nil, s.basis(set)
	if now.Closing != nil {
		l.Done, l.G = now.Closing.Done, taken(now.Closing)
		words = append(words, now.Closing.Note, l.Done)
		frozen, err := json.Marshal(identify.Freeze(shown, s.Guide.Hash))
		if err != nil {
			return err
		}
		stream.Frozen = frozen
	}
	stream.Search = guide.Fold(strings.Join(words, " "))
	b, err := json.Marshal(l)
	stream.Listing = b
	return err
}

// listTrouble puts in what is listed of a record that there is no ruling on.
func (s *Session) listTrouble(stream *Stream, now *events.Record, trouble error, set *Settings) error {
	b, err := json.Marshal(listing{
		Kingdom: now.About.Kingdom, Date: now.About.Date, Place: now.About.Place.Name, At: Place(now.About.Place), Form: listingForm, Observer: now.About.Observer,
		Working: now.About.Target, WorkingName: now.About.Target, Reason: guide.AtStart(trouble.Error()) + ".",
	})
	stream.Listing, stream.Basis = b, s.basis(set)
	return err
}
