package app

import (
	"errors"

	"zestythicket/core/colour"
	"zestythicket/core/gauge"
)

// Darkroom reads photographs. Nothing it is given leaves the machine.
type Darkroom interface {
	// Look tells what a file is without decoding it. The error says, in words for its user, why it is no photograph that can be taken in.
	Look(file []byte) (*Exposure, error)
	// Develop decodes a photograph, turns it upright and makes it in two sizes, both JPEG without anything written into them.
	Develop(file []byte) (screen, list []byte, err error)
	// Around gives for each point of the upright photograph its pixel and so many on each side of it; those beyond its edge are left out.
	Around(file []byte, reach int, at []gauge.Point) ([][]colour.RGB, error)
	// Stripped gives the photograph as it is, without what the camera wrote into it: where and when it was taken, and with what.
	Stripped(file []byte) ([]byte, error)
}

// MostPhoto is the greatest size of a photograph's file in bytes.
const MostPhoto = 25 << 20

// Exposure is what a photograph's file says of itself.
type Exposure struct {
	// Type is its media type, such as image/jpeg.
	Type string
	// Width and Height are those of the upright photograph, in pixels.
	Width, Height int
	// Taken is when it was taken, by the camera's clock and without a zone, such as 2026-09-12T10:31:00; empty where it does not say.
	Taken string
	// Located tells that where it was taken is written into it.
	Located bool
}

// noDarkroom is for those who have none.
type noDarkroom struct{}

var errNoDarkroom = errors.New("photographs are not taken in here")

func (noDarkroom) Look([]byte) (*Exposure, error)                  { return nil, errNoDarkroom }
func (noDarkroom) Develop([]byte) (screen, list []byte, err error) { return nil, nil, errNoDarkroom }
func (noDarkroom) Around([]byte, int, []gauge.Point) ([][]colour.RGB, error) {
	return nil, errNoDarkroom
}
func (noDarkroom) Stripped([]byte) ([]byte, error) { return nil, errNoDarkroom }
