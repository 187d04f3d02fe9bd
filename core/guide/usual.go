package guide

import "slices"

// Usual gives a state for every character of states that a taxon is scored for: the first that is not rare and not of
// another stage than the given one; one of the stage itself comes first.
func (c *Compiled) Usual(t int, stage string) map[string]string {
	out := map[string]string{}
	for n := range c.Columns {
		col := &c.Columns[n]
		if !col.Scored.Has(t) || col.Kind != States {
			continue
		}
		best, most := -1, -1
		for _, s := range col.Patterns[col.Pattern[t]].Shown {
			worth := 0
			switch {
			case stage != "" && s.When == stage:
				worth = 3
			case s.When == "" && !s.Rare:
				worth = 2
			case s.When == "":
				worth = 1
			}
			if worth > most {
				best, most = s.State, worth
			}
		}
		if best >= 0 {
			out[col.ID] = col.States[best].ID
		}
	}
	return out
}

// Stages lists the stages and weathers that a taxon's scores speak of.
func (c *Compiled) Stages(t int) []string {
	out := []string{}
	for n := range c.Columns {
		col := &c.Columns[n]
		for _, s := range col.Patterns[col.Pattern[t]].Shown {
			if s.When != "" && !slices.Contains(out, s.When) {
				out = append(out, s.When)
			}
		}
	}
	slices.Sort(out)
	return out
}
