package guidebook

import "testing"

func TestX(t *testing.T) {
	if _, err := Load("."); err != nil {
		r := err.(*Refused)
		for _, p := range r.Problems {
			t.Error(p)
		}
	}
}
