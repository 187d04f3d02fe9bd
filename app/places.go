package app

import (
	"cmp"
	"context"
	"encoding/json"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
	"zestythicket/core/place"
)

// Patch is a place as it is shown: a point, a line, an area, one tree that is visited again, or an arc of pieces.
type Patch struct {
	ID      string        `json:"id"`
	Created time.Time     `json:"created"`
	Changed time.Time     `json:"changed"`
	Deleted bool          `json:"deleted"`
	Shape   place.Shape   `json:"shape"`
	About   place.Details `json:"about"`
	// Middle is where it is pointed at; SquareMetres and LengthM how large an area and how long a line is.
	Middle       place.Position `json:"middle"`
	SquareMetres float64        `json:"square_metres" doc:"Of an area; 0 of others"`
	LengthM      float64        `json:"length_m" doc:"Of a line, or an area's edge, in metres; 0 of others"`
	// Within is the place that it stands in, Individuals those that stand in it.
	Within      *PatchName    `json:"within,omitempty"`
	Individuals []PatchName   `json:"individuals"`
	Grows       []TaxonName   `json:"grows" doc:"What grows there, by name"`
	NotToEat    string        `json:"not_to_eat" doc:"Why nothing of it is eaten; empty where nothing is said against it"`
	Visits      []place.Visit `json:"visits" doc:"The latest first"`
	Records     []PatchRecord `json:"records" doc:"Records made there, the latest first"`
	// Ring is the circle through the pieces of an arc; left out where there is none, for what NoRing says.
	Ring    *PatchRing `json:"ring,omitempty"`
	NoRing  string     `json:"no_ring" doc:"Why there is no ring; empty where there is, or where nothing was asked"`
	CanUndo bool       `json:"can_undo"`
	CanRedo bool       `json:"can_redo"`
}

// PatchName is another place by its name.
type PatchName struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

// TaxonName is a taxon by its name.
type TaxonName struct {
	Taxon string     `json:"taxon"`
	Name  string     `json:"name"`
	Harm  guide.Harm `json:"harm"`
	// Organs are the parts of which the guide says when they are there.
	Organs []guide.Organ `json:"organs" doc:"The parts of which the guide says when they are there"`
}

// PatchRecord is a record that was made at a place.
type PatchRecord struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Date string `json:"date"`
}

// PatchRing is a ring of pieces on the map.
type PatchRing struct {
	place.Ring
	Middle place.Position `json:"middle"`
	// Lacks are the middles of its gaps, in the order of Gaps.
	Lacks  []place.Position `json:"lacks"`
	Pieces place.Pieces     `json:"pieces" doc:"How many more to expect"`
}

// PatchRow is a place in a list.
type PatchRow struct {
	ID       string         `json:"id"`
	Changed  time.Time      `json:"changed"`
	Name     string         `json:"name"`
	Form     place.Form     `json:"form"`
	Taxon    string         `json:"taxon" doc:"Of an individual; empty of others"`
	Within   string         `json:"within"`
	Grows    []TaxonName    `json:"grows"`
	Shape    place.Shape    `json:"shape"`
	Middle   place.Position `json:"middle"`
	NotToEat string         `json:"not_to_eat"`
	Visits   int            `json:"visits"`
	Latest   string         `json:"latest" doc:"The day of the latest visit; empty for none"`
}

// places says how places are kept.
var places = streamKind[events.Patch]{
	kind: events.PlaceStream, begins: events.Plot, fold: events.FoldPlace,
	allows: func(p *events.Patch, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(p *events.Patch) (string, string) { return p.LastOp, p.NextOp },
	list: func(s *Stream, p *events.Patch) error {
		s.Deleted, s.Search = p.Deleted, guide.Fold(p.About.Name+" "+p.About.Owner+" "+p.About.Note)
		l, err := json.Marshal(patchListing{p.Shape, p.About, p.Visits})
		s.Listing = l
		return err
	},
}

// patchListing is what is listed of a place, as it is kept.
type patchListing struct {
	Shape  place.Shape   `json:"shape"`
	About  place.Details `json:"about"`
	Visits []place.Visit `json:"visits"`
}

// mostPlaces is how many places are listed, and looked through for where a record was made. Common practice; no source.
const mostPlaces = 2000

// patches lists what is kept of the places, the latest change first; one that cannot be read is left out, and logged.
func (s *Session) patches(ctx context.Context) ([]Stream, []patchListing, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.PlaceStream, ListQuery{Limit: mostPlaces})
	if err != nil {
		return nil, nil, err
	}
	var of []Stream
	var out []patchListing
	for i := range streams {
		var l patchListing
		if err := json.Unmarshal(streams[i].Listing, &l); err != nil || len(l.Shape.At) == 0 {
			s.unread(ctx, "place", streams[i].ID, err)
			continue
		}
		of, out = append(of, streams[i]), append(out, l)
	}
	return of, out, nil
}

// Places lists the places, by name.
func (s *Session) Places(ctx context.Context) ([]PatchRow, error) {
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, err
	}
	out := []PatchRow{}
	for i := range all {
		l := &all[i]
		r := PatchRow{
			ID: streams[i].ID, Changed: streams[i].Changed, Name: l.About.Name, Form: l.Shape.Form, Taxon: l.About.Taxon, Within: l.About.Within,
			Grows: s.taxonNames(l.About), Shape: l.Shape, Middle: l.Shape.Middle(), NotToEat: l.About.NotToEat(), Visits: len(l.Visits),
		}
		if n := len(l.Visits); n > 0 {
			r.Latest = l.Visits[n-1].Date
		}
		out = append(out, r)
	}
	slices.SortStableFunc(out, func(a, b PatchRow) int { return strings.Compare(guide.Fold(a.Name), guide.Fold(b.Name)) })
	return out, nil
}

// Map is what lies on the map: the places, and the records of which the position is known.
type Map struct {
	Places  []PatchRow     `json:"places" doc:"By name"`
	Records []MappedRecord `json:"records" doc:"The latest first"`
	// Centre is where the user usually looks; left out where it is not known.
	Centre *place.Position `json:"centre,omitempty"`
	// Now are the taxa with a use of which the part that is taken is there today.
	Now []string `json:"now" doc:"The taxa of which the part that is taken is there today"`
	// File is the map that lies in the data folder; empty for none.
	File string `json:"file" doc:"The map (PMTiles) that lies in the data folder; empty for none"`
}

// MappedRecord is a record at its position.
type MappedRecord struct {
	ID        string         `json:"id"`
	Name      string         `json:"name"`
	Date      string         `json:"date"`
	Taxon     string         `json:"taxon" doc:"What it goes by once all that is harmful was ruled out; empty before"`
	Verdict   guide.Verdict  `json:"verdict,omitempty"`
	At        place.Position `json:"at"`
	AccuracyM float64        `json:"accuracy_m"`
}

// Map gives what lies on the map.
func (s *Session) Map(ctx context.Context) (*Map, error) {
	all, err := s.Places(ctx)
	if err != nil {
		return nil, err
	}
	out := &Map{Places: all, Records: []MappedRecord{}, Now: []string{}, File: s.MapFile()}
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostRecordsAsked})
	if err != nil {
		return nil, err
	}
	for i := range streams {
		l, err := s.found(ctx, &streams[i])
		if err != nil {
			s.unread(ctx, "record", streams[i].ID, err)
			continue
		}
		if l.At.Latitude == nil || l.At.Longitude == nil {
			continue
		}
		r := MappedRecord{ID: streams[i].ID, Name: l.find(), Date: l.Date, Verdict: l.Verdict, At: place.Position{Latitude: *l.At.Latitude, Longitude: *l.At.Longitude}}
		if l.At.AccuracyM != nil {
			r.AccuracyM = *l.At.AccuracyM
		}
		if l.Verdict == guide.RuledClear {
			r.Taxon = l.Working
		}
		out.Records = append(out.Records, r)
	}
	if at, err := s.usualSite(ctx); err != nil {
		return nil, err
	} else if at != nil {
		out.Centre = &place.Position{Latitude: at.Latitude, Longitude: at.Longitude}
	}
	a, err := s.Almanac(ctx, "")
	if err != nil {
		return nil, err
	}
	for _, x := range a.Taxa {
		if x.State.There() {
			out.Now = append(out.Now, x.Taxon)
		}
	}
	return out, nil
}

// taxonNames names what grows at a place; an individual's own taxon first.
func (s *Session) taxonNames(a place.Details) []TaxonName {
	out := []TaxonName{}
	ids := a.Grows
	if a.Taxon != "" && !slices.Contains(ids, a.Taxon) {
		ids = append([]string{a.Taxon}, ids...)
	}
	for _, id := range ids {
		t := TaxonName{Taxon: id, Name: s.nameOf(id), Harm: guide.Unknown, Organs: []guide.Organ{}}
		if n, ok := s.Guide.Matrix.Taxon(id); ok {
			tx := &s.Guide.Matrix.Taxa[n]
			t.Harm = tx.Harm
			for _, o := range guide.Organs {
				if len(tx.Season[o]) > 0 {
					t.Organs = append(t.Organs, o)
				}
			}
		}
		out = append(out, t)
	}
	return out
}

// Patch gives a place, a deleted one too.
func (s *Session) Patch(ctx context.Context, id string) (*Patch, error) {
	o, err := places.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.patchView(ctx, o)
}

func (s *Session) patchView(ctx context.Context, o *standing[events.Patch]) (*Patch, error) {
	p := &o.now
	out := &Patch{
		ID: o.ID, Created: p.Created, Changed: p.Changed, Deleted: p.Deleted, Shape: p.Shape, About: p.About, Middle: p.Shape.Middle(),
		SquareMetres: p.Shape.SquareMetres(), LengthM: p.Shape.LengthM(), Individuals: []PatchName{}, Grows: s.taxonNames(p.About), NotToEat: p.About.NotToEat(),
		Visits: []place.Visit{}, Records: []PatchRecord{}, CanUndo: p.LastOp != "", CanRedo: p.NextOp != "",
	}
	out.Visits = append(out.Visits, p.Visits...)
	for i := range out.Visits {
		if share, ok := out.Visits[i].Left(); ok {
			out.Visits[i].ShareLeft = &share
		}
	}
	slices.Reverse(out.Visits)
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, err
	}
	for i := range all {
		name := PatchName{streams[i].ID, all[i].About.Name}
		if all[i].About.Within == o.ID {
			out.Individuals = append(out.Individuals, name)
		}
		if streams[i].ID == p.About.Within && p.About.Within != "" {
			out.Within = &name
		}
	}
	if out.Records, err = s.recordsAt(ctx, o.ID, &p.Shape); err != nil {
		return nil, err
	}
	if p.Shape.Form == place.Arc {
		s.ring(p, out)
	}
	return out, nil
}

// ring puts in the circle through the pieces of an arc.
func (s *Session) ring(p *events.Patch, out *Patch) {
	at := p.Shape.At
	r, err := place.FitRing(place.Flat(at))
	if err != nil {
		out.NoRing = guide.AtStart(err.Error()) + "."
		return
	}
	ring := &PatchRing{Ring: *r, Middle: place.At(at[0], r.Geometric.X, r.Geometric.Y), Lacks: []place.Position{}, Pieces: r.Rest(len(at), p.About.PieceG)}
	for _, g := range r.Gaps {
		ring.Lacks = append(ring.Lacks, place.At(at[0], g.X, g.Y))
	}
	out.Ring = ring
}

// recordsAt are the records that were made at a place: those that name it, and those whose position lies in it.
func (s *Session) recordsAt(ctx context.Context, id string, shape *place.Shape) ([]PatchRecord, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostRecordsAsked})
	if err != nil {
		return nil, err
	}
	out := []PatchRecord{}
	for i := range streams {
		l, err := s.found(ctx, &streams[i])
		if err != nil {
			s.unread(ctx, "record", streams[i].ID, err)
			continue
		}
		if !l.At.growsAt(id, shape) {
			continue
		}
		out = append(out, PatchRecord{streams[i].ID, l.find(), l.Date})
	}
	slices.SortStableFunc(out, func(a, b PatchRecord) int { return strings.Compare(b.Date, a.Date) })
	return out, nil
}

// growsAt tells whether something at a position grows at a place.
func (p *Place) growsAt(id string, shape *place.Shape) bool {
	if p.ID != "" {
		return p.ID == id
	}
	if p.Latitude == nil || p.Longitude == nil {
		return false
	}
	accuracy := 0.0
	if p.AccuracyM != nil {
		accuracy = *p.AccuracyM
	}
	return shape.Holds(place.Position{Latitude: *p.Latitude, Longitude: *p.Longitude}, accuracy)
}

// notToEat says of every place that something was found at why nothing of it is eaten.
func (s *Session) notToEat(ctx context.Context, at *Place) ([]string, error) {
	out := []string{}
	if at.ID == "" && at.Latitude == nil {
		return out, nil
	}
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, err
	}
	for i := range all {
		if says := all[i].About.NotToEat(); says != "" && at.growsAt(streams[i].ID, &all[i].Shape) {
			out = append(out, says)
		}
	}
	return out, nil
}

// Ahead is the position that one comes to from another in a direction, in degrees from north by east, after so many metres.
func (s *Session) Ahead(_ context.Context, from place.Position, bearing, metres float64) (*place.Position, error) {
	if _, err := place.Pace([]place.Paced{{BearingDeg: bearing, Metres: metres}}); err != nil {
		return nil, refuse(err)
	}
	if err := from.Check(); err != nil {
		return nil, refuse(err)
	}
	to := place.Ahead(from, bearing, metres)
	return &to, nil
}

// limitAt is what a limit and those of the places at a position leave of a taxon.
func (s *Session) limitAt(ctx context.Context, l harvest.Limit, at *Place, taxon string) (harvest.Limit, error) {
	if at.ID == "" && at.Latitude == nil {
		return l, nil
	}
	streams, all, err := s.patches(ctx)
	if err != nil {
		return l, err
	}
	for i := range all {
		if !at.growsAt(streams[i].ID, &all[i].Shape) {
			continue
		}
		for _, o := range all[i].About.Limits {
			if o.Taxon == taxon {
				l = l.Stricter(harvest.Limit{Protected: o.Protected, GramsADay: o.GramsADay})
			}
		}
	}
	return l, nil
}

// PlotPlace puts a place on the map, with a client's id.
func (s *Session) PlotPlace(ctx context.Context, id string, w Write, shape place.Shape, about place.Details) (*Patch, error) {
	if err := s.checkPlace(ctx, id, &shape, &about); err != nil {
		return nil, err
	}
	return s.toPlace(ctx, id, w, events.Plot, events.Plotted{Shape: shape, About: about})
}

func (s *Session) checkPlace(ctx context.Context, id string, shape *place.Shape, about *place.Details) error {
	if err := cmp.Or(shape.Check(), about.Check(s.hasTaxon)); err != nil {
		return refuse(err)
	}
	if about.Within == "" {
		return nil
	}
	if about.Within == id {
		return refused("a place does not stand in itself")
	}
	in, err := places.open(ctx, s, about.Within)
	if isMissing(err) {
		return refused("there is no place %q that it could stand in", about.Within)
	}
	if err == nil && in.now.About.Within != "" {
		return refused("%s stands in another place itself; name that one", in.now.About.Name)
	}
	return err
}

func (s *Session) toPlace(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Patch, error) {
	o, err := places.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.patchView(ctx, o)
}

// MovePlace says anew where a place lies.
func (s *Session) MovePlace(ctx context.Context, id string, w Write, shape place.Shape) (*Patch, error) {
	if err := shape.Check(); err != nil {
		return nil, refuse(err)
	}
	return s.toPlace(ctx, id, w, events.Move, shape)
}

// ChangePlace says anew what is known of a place.
func (s *Session) ChangePlace(ctx context.Context, id string, w Write, about place.Details) (*Patch, error) {
	o, err := places.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	if err := s.checkPlace(ctx, id, &o.now.Shape, &about); err != nil {
		return nil, err
	}
	return s.toPlace(ctx, id, w, events.Change, about)
}

// VisitPlace notes a visit, under an id of the client's; the same id again changes it.
func (s *Session) VisitPlace(ctx context.Context, id string, w Write, v place.Visit) (*Patch, error) {
	if v.ID == "" {
		return nil, refused("a visit has an id")
	}
	if err := v.Check(s.hasTaxon, s.Now().Local().Format(time.DateOnly)); err != nil {
		return nil, refuse(err)
	}
	return s.toPlace(ctx, id, w, events.Visit, v)
}

// ForgetVisit takes a visit away.
func (s *Session) ForgetVisit(ctx context.Context, id string, w Write, visit string) (*Patch, error) {
	return s.toPlace(ctx, id, w, events.Forget, events.Forgotten{ID: visit})
}

// UndoPlace takes the last change of a place back.
func (s *Session) UndoPlace(ctx context.Context, id string, w Write) (*Patch, error) {
	return s.toPlace(ctx, id, w, events.Undo, nil)
}

// RedoPlace brings back what was undone last.
func (s *Session) RedoPlace(ctx context.Context, id string, w Write) (*Patch, error) {
	return s.toPlace(ctx, id, w, events.Redo, nil)
}

// DeletePlace deletes a place; RestorePlace brings it back.
func (s *Session) DeletePlace(ctx context.Context, id string, w Write) (*Patch, error) {
	return s.toPlace(ctx, id, w, events.Delete, nil)
}

// RestorePlace brings a deleted place back.
func (s *Session) RestorePlace(ctx context.Context, id string, w Write) (*Patch, error) {
	return s.toPlace(ctx, id, w, events.Restore, nil)
}

// visited are the first and last dates that visits tell.
func (s *Session) visited(ctx context.Context) ([]OwnDate, error) {
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, err
	}
	var out []OwnDate
	for i := range all {
		for _, d := range place.Dates(all[i].Visits) {
			out = append(out, OwnDate{Taxon: d.Taxon, Name: s.nameOf(d.Taxon), Organ: d.Organ, Edge: d.Edge, Date: d.Date, Place: streams[i].ID})
		}
	}
	return out, nil
}
