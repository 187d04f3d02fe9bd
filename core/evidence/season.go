package evidence

import (
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// SeasonLine is the number of the line that a date is, which has no character.
const SeasonLine = -1

// LineName is the name of a line of evidence.
func (s *Sheet) LineName(line int) string {
	if line == SeasonLine {
		return "season"
	}
	return s.Guide.Lines[line]
}

// dated is what the date weighs for a taxon against a harmful one: a hint where the day is far outside every season of the other,
// as it is where the specimen stood, all of its windows are checked, and it is not absent itself. Against a deadly one a date says
// nothing, nor where the place is not known.
func (s *Sheet) dated(taxon, against int) policy.Centibans {
	h := &s.Guide.Taxa[against]
	if !s.HasDate || s.Record.Place == nil || h.Harm == guide.Deadly || !h.Harm.Hurts() || !h.Season.Checked() {
		return 0
	}
	if !s.Season(against).Outside(s.Date, policy.SeasonFar) || s.Season(taxon).Absent(s.Date, s.Guide.Taxa[taxon].Useful()) {
		return 0
	}
	return policy.SeasonHint
}
