// Package policy holds every table of the rules in one room: what each class of harm takes to be ruled out, what each
// kind of evidence is worth and how often it is misread, what halves a weight, and the limits that the other packages
// judge by. A number of the rules that stands anywhere else is a mistake.
//
// Each table gives its reason and its source. "Common practice" means that foragers' teachers go by it and no published
// source is known; "found by trial" that the figures stand in docs/engine.md.
package policy
