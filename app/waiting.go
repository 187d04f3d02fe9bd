package app

import (
	"context"
	"encoding/json"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
	"zestythicket/core/identify"
)

// Waiting is what lies apart and is to be finished at home.
type Waiting struct {
	// Prints are those that are not looked at yet, Records what waits for a tool, a table or time, Apart the doubtful pieces of baskets.
	Prints  []Print         `json:"prints" doc:"Spore prints not looked at yet, those to be looked at first"`
	Records []WaitingRecord `json:"records" doc:"Records with looks that wait for a tool, a table or time"`
	Apart   []WaitingBasket `json:"apart" doc:"Baskets with doubtful pieces, which lie apart"`
	Tasks   []Task          `json:"tasks" doc:"What is waited for and not done, by when its time comes"`
	Timers  []BatchTimer    `json:"timers" doc:"Timers that run"`
	// Cards is how many cards of practice are due today.
	Cards int       `json:"cards" doc:"How many cards of practice are due today"`
	Now   time.Time `json:"now" doc:"What the program's clock says"`
}

// WaitingRecord is an open record with looks that could not be had where it was found.
type WaitingRecord struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// Looks are what waits; BagApart tells that nothing else would tell any more.
	Looks    []WaitingLook `json:"looks"`
	BagApart bool          `json:"bag_apart" doc:"Nothing that can be read in the field would tell any more: it lies apart until then"`
}

// WaitingLook is a look that waits.
type WaitingLook struct {
	Character string `json:"character"`
	Name      string `json:"name"`
	For       string `json:"for" doc:"What it waits for, such as a lens, or two hours' time"`
}

// WaitingBasket is a basket with doubtful pieces.
type WaitingBasket struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Date   string `json:"date"`
	Pieces int    `json:"pieces"`
}

// mostWaiting is how many records are asked for what waits. Common practice; no source.
const mostWaiting = 500

// WaitingAtHome lists what lies apart and is to be finished at home.
func (s *Session) WaitingAtHome(ctx context.Context) (*Waiting, error) {
	out := &Waiting{Prints: []Print{}, Records: []WaitingRecord{}, Apart: []WaitingBasket{}, Tasks: []Task{}, Now: s.Now()}
	practised, err := s.practised(ctx)
	if err != nil {
		return nil, err
	}
	out.Cards = due(cardsOf(practised), out.Now)
	bench, err := s.Prints(ctx)
	if err != nil {
		return nil, err
	}
	for _, p := range bench.Prints {
		if !p.Done {
			out.Prints = append(out.Prints, p)
		}
	}
	records, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostWaiting})
	if err != nil {
		return nil, err
	}
	for i := range records {
		var l listing
		if records[i].Closed || json.Unmarshal(records[i].Listing, &l) != nil || len(l.Waits) == 0 {
			continue
		}
		r := WaitingRecord{ID: records[i].ID, Name: l.find(), BagApart: l.BagApart}
		for _, id := range l.Waits {
			n, ok := s.Guide.Matrix.Column(id)
			if !ok {
				continue
			}
			col := &s.Guide.Matrix.Columns[n]
			r.Looks = append(r.Looks, WaitingLook{id, col.DisplayName(), waitsFor(col)})
		}
		if len(r.Looks) > 0 {
			out.Records = append(out.Records, r)
		}
	}
	baskets, err := s.Store.List(ctx, s.Owner, events.PickingStream, ListQuery{Limit: mostPickings})
	if err != nil {
		return nil, err
	}
	for i := range baskets {
		o, err := pickings.open(ctx, s, baskets[i].ID)
		if err != nil {
			s.unread(ctx, "picking", baskets[i].ID, err)
			continue
		}
		if n := harvest.Of(s.Guide.Matrix, &o.now).Apart; n > 0 {
			out.Apart = append(out.Apart, WaitingBasket{o.ID, s.nameOf(o.now.Of.Taxon), o.now.Of.Date, n})
		}
	}
	all, err := s.Tasks(ctx)
	if err != nil {
		return nil, err
	}
	for _, t := range all {
		if !t.Done {
			out.Tasks = append(out.Tasks, t)
		}
	}
	out.Timers, err = s.timers(ctx)
	return out, err
}

// waitsFor says what a look waits for.
func waitsFor(col *guide.Column) string {
	switch {
	case col.WaitMinutes >= 120:
		return number(float64(col.WaitMinutes)/60) + " hours' time"
	case col.WaitMinutes > 0:
		return number(float64(col.WaitMinutes)) + " minutes' time"
	case len(col.Needs) > 0:
		return guide.InSentence(col.Needs[0])
	case col.Where == guide.Home:
		return "a table at home"
	}
	return "another look"
}

// waits lists the looks of an open record that could not be had where it was found: those for which a tool was missing, and where nothing
// that can be read in the field would tell any more, those that are made at home. Apart tells of the latter.
func waits(g *guide.Matrix, now *events.Record, shown *identify.Shown) (looks []string, apart bool) {
	if now.Closing != nil {
		return nil, false
	}
	for _, k := range now.Readings {
		if k.Unseen == evidence.NoTool {
			looks = append(looks, k.Character)
		}
	}
	if shown.FinishAtHome() {
		apart = true
		for _, n := range shown.Next {
			if c, ok := g.Column(n.Character); ok && g.Columns[c].WhereOf() == guide.Home {
				looks = append(looks, n.Character)
			}
		}
	}
	return looks, apart
}
