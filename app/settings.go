package app

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/gauge"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
	"zestythicket/core/kitchen"
	"zestythicket/core/ruling"
	"zestythicket/core/season"
)

// Settings are what a user set once: where they are, what they can tell and were taught, whom to call.
type Settings struct {
	Observer string   `json:"observer" maxLength:"200" doc:"The name that new records carry"`
	Place    Place    `json:"place" doc:"Where the user usually looks"`
	Region   string   `json:"region" doc:"Level 2 region code, or empty"`
	NoColour bool     `json:"no_colour" doc:"Cannot tell colours"`
	NoSmell  bool     `json:"no_smell" doc:"Cannot smell"`
	AllTools bool     `json:"all_tools" doc:"Every tool is at hand; else only those of the kit"`
	Kit      []string `json:"kit" maxItems:"100"`
	Taught   []string `json:"taught" maxItems:"100" doc:"Gates the user was taught for in person"`
	Units    string   `json:"units" enum:"metric,imperial"`
	// ShowWeights shows what each line of evidence weighs, in decibans.
	ShowWeights bool `json:"show_weights" required:"false" doc:"Show what each line of evidence weighs, in decibans"`
	// NoShortcuts turns keys off that do something by themselves.
	NoShortcuts bool `json:"no_shortcuts" required:"false" doc:"Single keys do nothing"`
	// PoisonCentre and EmergencyService are telephone numbers.
	PoisonCentre     string `json:"poison_centre" maxLength:"60"`
	EmergencyService string `json:"emergency_service" maxLength:"60"`
	// Known are things whose length is known, to measure by on photographs.
	Known []KnownLength `json:"known" required:"false" maxItems:"50" doc:"Things whose length is known, to measure by on photographs"`
	// Limits are the user's own, of what is gathered.
	Limits []OwnLimit `json:"limits" required:"false" maxItems:"100" doc:"What the user takes of a taxon at most"`
	// Dropper is how many drops of the user's own dropper were counted into 5 ml; 0 for a standard one.
	Dropper float64 `json:"dropper" required:"false" minimum:"0" maximum:"500" doc:"How many drops of one's own dropper were counted into 5 ml; 0 for a standard dropper"`
	// Quiet tells that a timer whose time is over makes no sound.
	Quiet bool `json:"quiet" required:"false" doc:"A timer whose time is over makes no sound"`
	// BackupDays is after how many days a backup is made by itself, 0 for never; BackupKeep how many of them are kept.
	BackupDays int `json:"backup_days" required:"false" minimum:"0" maximum:"366" doc:"After how many days a backup is made by itself; 0 for never"`
	BackupKeep int `json:"backup_keep" required:"false" minimum:"0" maximum:"100" doc:"How many backups are kept; one at least"`
	// NoMisreads tells that what the user misreads in practice counts for nothing on the bench.
	NoMisreads bool `json:"no_misreads" required:"false" doc:"What is misread in practice counts for nothing on the bench"`
	// Tiles is the user's own map; without one, the shipped valley is shown.
	Tiles Tiles `json:"tiles,omitzero" required:"false" doc:"The user's own map"`
	// Trouble says why these are not what was kept; it is never kept.
	Trouble string `json:"trouble,omitempty" doc:"Why what was kept cannot be read; these are what anybody has who set nothing"`

	// misread are the characters that practice showed to be misread by the user.
	misread []string
}

// KnownLength is a thing to measure by.
type KnownLength struct {
	Name string  `json:"name" minLength:"1" maxLength:"60"`
	MM   float64 `json:"mm" exclusiveMinimum:"0" maximum:"5000"`
}

// OwnLimit is what the user takes of a taxon at most, by law or custom of the place.
type OwnLimit struct {
	Taxon     string  `json:"taxon" maxLength:"64"`
	Protected bool    `json:"protected" required:"false" doc:"None of it is taken"`
	GramsADay float64 `json:"g_a_day" required:"false" minimum:"0" maximum:"100000" doc:"In grams; 0 for no limit"`
}

// limit is the user's own limit for a taxon.
func (s *Settings) limit(taxon string) harvest.Limit {
	for _, l := range s.Limits {
		if l.Taxon == taxon {
			return harvest.Limit{Protected: l.Protected, GramsADay: l.GramsADay}
		}
	}
	return harvest.Limit{}
}

// settingsDocument is the form that settings are kept in. Version 0 is the one before versions were written.
type settingsDocument struct {
	Version int `json:"version"`
	settingsFields
}

type settingsFields Settings

const settingsVersion = 1

// DefaultSettings are those of somebody who has set nothing: every tool and sense, taught for nothing.
func DefaultSettings() Settings {
	return Settings{
		AllTools: true, Kit: []string{}, Taught: []string{}, Units: "metric", Known: []KnownLength{}, Limits: []OwnLimit{}, BackupDays: usualDays, BackupKeep: usualKeep,
	}
}

// A backup is made every so many days, and so many of them are kept, where nothing else was set. Common practice; no source.
const (
	usualDays = 7
	usualKeep = 4
)

// observer is who looks, as the engine takes it.
func (s *Settings) observer() evidence.Observer {
	o := evidence.Observer{Taught: s.Taught, NoColour: s.NoColour, NoSmell: s.NoSmell}
	if !s.AllTools {
		o.Kit = append([]string{}, s.Kit...)
	}
	return o
}

// site is where the user usually looks: what the settings say, else the guide's reference place.
func (s *Settings) site(g *guide.Matrix) (at season.Site, known bool) {
	if at := (Place{}).site(s.Place, g); at != nil {
		return *at, true
	}
	return season.Site(g.Meta.Reference), false
}

// usualSite is where the user usually looks; nil where the settings do not say.
func (s *Session) usualSite(ctx context.Context) (*season.Site, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	return Place{}.site(set.Place, s.Guide.Matrix), nil
}

// imperial tells whether lengths and weights are shown in inches and ounces.
func (s *Settings) imperial() bool { return s.Units == "imperial" }

// listed is the version of what is listed of a record: where it has changed, everything is listed anew.
const listed = " 3"

// basis names all that a listing is worked out with, besides the events of its own stream.
func (s *Session) basis(set *Settings) string {
	b, _ := json.Marshal([]any{set.observer(), Place{}.site(set.Place, s.Guide.Matrix), set.misread}) // plain values can be written
	sum := sha256.Sum256(append(b, s.Guide.Hash+ruling.Engine+listed...))
	return hex.EncodeToString(sum[:16])
}

// Lacks says what an observer does without, beside the settings.
type Lacks struct {
	Without  []string `json:"without" doc:"Tools that are not at hand"`
	NoColour bool     `json:"no_colour" doc:"Cannot tell colours"`
	NoSmell  bool     `json:"no_smell" doc:"Cannot smell"`
}

// Lacks tells what the user does without, as the settings have it.
func (s *Session) Lacks(ctx context.Context) (*Lacks, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	o := set.observer()
	return &Lacks{o.Lacking(s.Guide.Matrix), o.NoColour, o.NoSmell}, nil
}

// observer is who looks without those. The error names a tool that the guide does not need.
func (s *Session) observer(l Lacks) (evidence.Observer, error) {
	o, err := evidence.Without(s.Guide.Matrix, l.Without, l.NoColour, l.NoSmell)
	return o, refuse(err)
}

// Settings gives what the user set; the same to the end of the session.
func (s *Session) Settings(ctx context.Context) (*Settings, error) {
	if s.settings == nil {
		set, err := s.loadSettings(ctx)
		if err != nil {
			return nil, err
		}
		s.settings = set
	}
	return s.settings, nil
}

// ErrSettings tells that what the user set cannot be read. Nothing is ruled on without it: it says what they cannot tell.
var ErrSettings = errors.New("what you set cannot be read; look at the settings and save them anew")

// ShownSettings gives the settings to be looked at: where they cannot be read, those of somebody who has set nothing, and why.
func (s *Session) ShownSettings(ctx context.Context) (*Settings, error) {
	set, err := s.Settings(ctx)
	if errors.Is(err, ErrSettings) {
		d := DefaultSettings()
		d.Trouble = guide.AtStart(err.Error()) + "."
		return &d, nil
	}
	return set, err
}

func (s *Session) loadSettings(ctx context.Context) (*Settings, error) {
	set := DefaultSettings()
	kept, err := s.Store.Settings(ctx, s.Owner)
	if err != nil {
		return nil, err
	}
	if kept != nil {
		doc := settingsDocument{settingsFields: settingsFields(set)}
		if err := json.Unmarshal(kept, &doc); err != nil {
			return nil, fmt.Errorf("%w (%w)", ErrSettings, err)
		}
		if doc.Version > settingsVersion {
			return nil, fmt.Errorf("the settings are kept in version %d of their form, and this program reads up to %d; use a newer one", doc.Version, settingsVersion)
		}
		set = Settings(doc.settingsFields)
	}
	// A gate that the guide no longer has cannot be one the user was taught for.
	set.Taught = slices.DeleteFunc(set.Taught, func(id string) bool { return !hasGate(s.Guide.Matrix, id) })
	set.Limits = slices.DeleteFunc(set.Limits, func(l OwnLimit) bool { return !s.hasTaxon(l.Taxon) })
	if !set.NoMisreads {
		set.misread, err = s.misread(ctx)
	}
	return &set, err
}

func (s *Session) hasTaxon(id string) bool {
	_, ok := s.Guide.Matrix.Taxon(id)
	return ok
}

func hasGate(m *guide.Matrix, id string) bool {
	return slices.ContainsFunc(m.Gates, func(g guide.Gate) bool { return g.ID == id })
}

// KeepSettings keeps what the user set. What depends on it is worked out anew, a little at a time.
func (s *Session) KeepSettings(ctx context.Context, set Settings) (*Settings, error) {
	for _, id := range set.Taught {
		if !hasGate(s.Guide.Matrix, id) {
			return nil, refused("the guide has no gate %q that one could be taught for", id)
		}
	}
	for i, l := range set.Limits {
		if !s.hasTaxon(l.Taxon) {
			return nil, refused("the guide has no taxon %q that a limit could be set for", l.Taxon)
		}
		if slices.ContainsFunc(set.Limits[:i], func(o OwnLimit) bool { return o.Taxon == l.Taxon }) {
			return nil, refused("there are two limits for %s; keep one", s.nameOf(l.Taxon))
		}
	}
	for _, k := range set.Known {
		if k.Name == "" || !(k.MM > 0 && k.MM <= gauge.LongestKnown) {
			return nil, refused("a thing to measure by has a name and a length of more than 0 and at most %d mm", gauge.LongestKnown)
		}
	}
	if err := kitchen.CheckDropper(set.Dropper); err != nil {
		return nil, refuse(err)
	}
	if err := set.Tiles.check(); err != nil {
		return nil, err
	}
	set.Known, set.Limits = append([]KnownLength{}, set.Known...), append([]OwnLimit{}, set.Limits...)
	if err := cmp.Or(checkRegion(set.Region), set.Place.check(), set.Place.in(set.Region)); err != nil {
		return nil, err
	}
	set.Trouble = ""
	b, err := json.Marshal(settingsDocument{settingsVersion, settingsFields(set)})
	if err != nil {
		return nil, err
	}
	if err := s.Store.KeepSettings(ctx, s.Owner, s.Now(), b); err != nil {
		return nil, err
	}
	s.settings = nil
	s.touch()
	return &set, nil
}

func checkRegion(code string) error {
	if _, ok := guide.Regions[code]; !ok && code != "" {
		return refused("there is no region %q", code)
	}
	return nil
}
