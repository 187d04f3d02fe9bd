package ruling

// FrozenVersion is the version of the form that rulings of closed records are kept in.
const FrozenVersion = 3

// Frozen is a ruling as it is kept with a closed record: a document of its own, which stays as it is when rulings come to be
// shown otherwise. Its JSON Schema is frozen-ruling.json among the exchange formats.
type Frozen struct {
	Version int `json:"version"`
	// Guide is the hash of the guide that it was ruled with, Engine the version of the rules.
	Guide  string `json:"guide"`
	Engine string `json:"engine"`

	ID      string         `json:"id"`
	Verdict string         `json:"verdict"`
	Says    string         `json:"says"`
	Reasons []FrozenReason `json:"reasons"`
	Working *string        `json:"working"`
	Named   bool           `json:"named"`
	Margin  *int           `json:"margin"`
	Harmful []FrozenHarm   `json:"harmful"`
	Apart   []string       `json:"apart"`
	Fitting []FrozenFit    `json:"candidates"`
	Gates   []string       `json:"gates"`
	// Cautions are those that stood with it.
	Cautions []FrozenCaution    `json:"cautions"`
	Weakest  []FrozenWeakPoint  `json:"weakest"`
	Next     []FrozenSuggestion `json:"next"`
	Holding  []FrozenHolding    `json:"holding"`
	// Again is the character that was to be looked at afresh, or empty.
	Again string `json:"again"`
	// Odd are the readings that were unusual for the working name and stood. Version 1 knew none.
	Odd []FrozenOdd `json:"odd"`
}

// FrozenOdd is a reading that was unusual for the working name.
type FrozenOdd struct {
	Character string   `json:"character"`
	States    []string `json:"states,omitempty"`
	Value     *float64 `json:"value,omitempty"`
	Low       *float64 `json:"low,omitempty"`
	High      *float64 `json:"high,omitempty"`
	Of        string   `json:"of"`
	Text      string   `json:"text"`
}

// FrozenReason is a reason for a verdict as it was told.
type FrozenReason struct {
	Code      string `json:"code"`
	Taxon     string `json:"taxon,omitempty"`
	Character string `json:"character,omitempty"`
	Text      string `json:"text"`
}

// FrozenHarm is how a harmful taxon stood, in decibans. Version 1 had Against, Strength and Needed in lines of evidence, in
// steps of a quarter, and no Balance.
type FrozenHarm struct {
	Taxon        string       `json:"taxon"`
	Harm         string       `json:"harm"`
	Status       string       `json:"status"`
	Balance      *float64     `json:"balance,omitempty"`
	Against      *float64     `json:"against,omitempty"`
	Strength     *float64     `json:"strength,omitempty"`
	Needed       float64      `json:"needed"`
	Margin       int          `json:"margin"`
	MarginNeeded *int         `json:"margin_needed,omitempty"`
	Lines        []FrozenLine `json:"lines"`
}

// FrozenLine is what a line of evidence weighed against a taxon, in decibans. Version 1 had its Worth, ¼ to 1.
type FrozenLine struct {
	Line   string   `json:"line"`
	Worth  *float64 `json:"worth,omitempty"`
	Weight *float64 `json:"weight,omitempty"`
	Full   *bool    `json:"full,omitempty"`
	Cut    *bool    `json:"cut,omitempty"`
	// Looks is how many looks would all have to be wrong for it to weigh nothing; version 3 first counted them.
	Looks      *int     `json:"looks,omitempty"`
	Characters []string `json:"characters"`
}

// FrozenFit is a taxon that still fitted. Version 1 had what spoke against it, in lines, and not how many readings were odd.
type FrozenFit struct {
	Taxon   string   `json:"taxon"`
	Order   int      `json:"order"`
	Fits    int      `json:"fits"`
	Of      int      `json:"of"`
	Odd     *int     `json:"odd"`
	Against *float64 `json:"against,omitempty"`
}

// FrozenCaution is a caution as it was told.
type FrozenCaution struct {
	Code  string `json:"code"`
	Taxon string `json:"taxon,omitempty"`
	Text  string `json:"text"`
}

// FrozenWeakPoint is what the ruling leaned on.
type FrozenWeakPoint struct {
	Readings []string `json:"readings"`
	// Looks is how many looks would all have to be wrong; versions 1 and 2 knew none.
	Looks      int      `json:"looks,omitempty"`
	BringsBack []string `json:"brings_back"`
	Check      string   `json:"check,omitempty"`
}

// FrozenSuggestion is what was still to be looked at.
type FrozenSuggestion struct {
	Character string  `json:"character"`
	Gain      float64 `json:"gain"`
	Minutes   float64 `json:"minutes"`
	Where     string  `json:"where"`
	Why       string  `json:"why"`
	// Again tells that it had been looked at before.
	Again bool `json:"again,omitempty"`
}

// FrozenHolding is a harmful taxon that was not out, and what would have cut it.
type FrozenHolding struct {
	Taxon   string              `json:"taxon"`
	Lines   []FrozenHoldingLine `json:"lines"`
	Missing int                 `json:"missing"`
}

// FrozenHoldingLine is a line of evidence that could still have been read.
type FrozenHoldingLine struct {
	Line       string   `json:"line"`
	Characters []string `json:"characters"`
}
