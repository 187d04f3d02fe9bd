package guide

import (
	"bytes"
	"slices"
	"strconv"
	"unicode"
	"unicode/utf8"
)

// plain reads JSON of a plain kind from the front of what is left.
type plain struct {
	rest []byte
	read []Shown // room for the states of one score
}

// space takes the white space that comes next.
func (p *plain) space() {
	for len(p.rest) > 0 && (p.rest[0] == ' ' || p.rest[0] == '\n' || p.rest[0] == '\t' || p.rest[0] == '\r') {
		p.rest = p.rest[1:]
	}
}

// next takes a sign, if it comes next.
func (p *plain) next(sign byte) bool {
	p.space()
	if len(p.rest) == 0 || p.rest[0] != sign {
		return false
	}
	p.rest = p.rest[1:]
	return true
}

// text takes a text without escapes.
func (p *plain) text() (string, bool) {
	b, ok := p.word()
	return string(b), ok
}

// word takes a text without escapes, and gives it where it stands.
func (p *plain) word() ([]byte, bool) {
	if !p.next('"') {
		return nil, false
	}
	end := bytes.IndexByte(p.rest, '"')
	if end < 0 || bytes.IndexByte(p.rest[:end], '\\') >= 0 {
		return nil, false
	}
	b := p.rest[:end]
	p.rest = p.rest[end+1:]
	return b, true
}

func (p *plain) number() (float64, bool) {
	p.space()
	end := bytes.IndexAny(p.rest, ",} ")
	if end <= 0 || p.rest[0] < '0' || p.rest[0] > '9' {
		return 0, false
	}
	v, err := strconv.ParseFloat(string(p.rest[:end]), 64)
	p.rest = p.rest[end:]
	return v, err == nil
}

// plainText reads a text without escapes, as nearly all are; ok is false where it is something else, or is no good JSON.
func plainText(b []byte) (says string, ok bool) {
	p := plain{rest: b}
	word, ok := p.word()
	p.space()
	if !ok || len(p.rest) > 0 || !utf8.Valid(word) || bytes.ContainsFunc(word, unicode.IsControl) {
		return "", false
	}
	return string(word), true
}

// plainScores reads scores as nearly all taxa have them; nil where one is otherwise, and all are then read the long way.
func plainScores(b []byte) Scores {
	p := plain{rest: b}
	out := make(Scores, 48)
	if !p.next('{') {
		return nil
	}
	for {
		character, ok := p.text()
		if !ok || !p.next(':') {
			return nil
		}
		var score Score
		switch {
		case p.next('['):
			score.States = p.states()
			ok = score.States != nil
		case p.next('{'):
			if score.Range = p.ends(); score.Range != nil {
				score.Src = score.Range.Src
			}
			ok = score.Range != nil
		default:
			var v float64
			v, ok = p.number()
			score.Range = Exact(v)
		}
		if !ok {
			return nil
		}
		if _, twice := out[character]; twice {
			return nil
		}
		out[character] = score
		switch {
		case p.next(','):
		case p.next('}') && len(bytes.TrimSpace(p.rest)) == 0:
			return out
		default:
			return nil
		}
	}
}

// plainStates reads a list of states as nearly all scores have it: ids, and objects of plain texts and numbers; nil where it
// is another, which is then read the long way, its errors told.
func plainStates(b []byte) []Shown {
	p := plain{rest: b[1:]}
	if out := p.states(); len(p.rest) == 0 {
		return out
	}
	return nil
}

// plainRange reads a range as nearly all scores have it; nil where it is another, which is then read the long way.
func plainRange(b []byte) *Range {
	p := plain{rest: b[1:]}
	if out := p.ends(); len(p.rest) == 0 {
		return out
	}
	return nil
}

// states takes what follows the bracket of a list of states, its other bracket included.
func (p *plain) states() []Shown {
	p.read = p.read[:0]
	for {
		var sh Shown
		if !p.shown(&sh) {
			return nil
		}
		p.read = append(p.read, sh)
		switch {
		case p.next(','):
		case p.next(']'):
			return slices.Clone(p.read)
		default:
			return nil
		}
	}
}

// ends takes what follows the bracket of a range, its other bracket included.
func (p *plain) ends() *Range {
	out := &Range{}
	for {
		key, ok := p.word()
		if !ok || !p.next(':') {
			return nil
		}
		if string(key) == "src" {
			ok = p.src(&out.Src)
		} else {
			var v float64
			if v, ok = p.number(); ok {
				switch string(key) {
				case "min":
					out.Min = &v
				case "low":
					out.Low = &v
				case "high":
					out.High = &v
				case "max":
					out.Max = &v
				default:
					return nil
				}
			}
		}
		switch {
		case !ok:
			return nil
		case p.next(','):
		case p.next('}'):
			return out
		default:
			return nil
		}
	}
}

// shown takes a state: its id, or an object.
func (p *plain) shown(sh *Shown) (ok bool) {
	if !p.next('{') {
		sh.State, ok = p.text()
		return ok
	}
	for {
		key, ok := p.word()
		if !ok || !p.next(':') {
			return false
		}
		switch string(key) {
		case "state":
			sh.State, ok = p.text()
		case "share":
			sh.Share, ok = p.number()
		case "when":
			sh.When, ok = p.text()
		case "src":
			ok = p.src(&sh.Src)
		default:
			return false
		}
		switch {
		case !ok:
			return false
		case p.next(','):
		default:
			return p.next('}')
		}
	}
}

// src takes the id of a source, or a list of them.
func (p *plain) src(out *Src) bool {
	if !p.next('[') {
		one, ok := p.text()
		*out = Src(one)
		return ok
	}
	var ids []string
	for {
		id, ok := p.text()
		if !ok {
			return false
		}
		ids = append(ids, id)
		if !p.next(',') {
			*out = SrcOf(ids...)
			return p.next(']')
		}
	}
}
