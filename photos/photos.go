// Package photos reads photographs: what a file is, the photograph in the sizes that are shown, the colour at a point, and the file
// without what the camera wrote into it. It takes JPEG, PNG and WebP, and holds to a bound on pixels before it decodes.
package photos

import (
	"bytes"
	"errors"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"io"
	"math"

	"zestythicket/app"
	"zestythicket/core/colour"
	"zestythicket/core/gauge"

	"golang.org/x/image/draw"
	"golang.org/x/image/math/f64"
	"golang.org/x/image/webp"
)

// Darkroom is where photographs are read.
type Darkroom struct{}

var _ app.Darkroom = Darkroom{}

// MostPixels is how many pixels a photograph may have: the cameras of telephones make up to fifty million. One of sixteen bits a colour may have
// half as many, which takes as much room. Common practice; no source.
const MostPixels = 50_000_000

// The longest side of a photograph, in pixels, as it fills a screen and as it stands in a list, and how well JPEG keeps them, 1 to 100.
// Common practice; no source.
const (
	screenSide, screenQuality = 1600, 85
	listSide, listQuality     = 320, 80
)

// format is a kind of file.
type format struct {
	kind, name string
	is         func(b []byte) bool
	config     func(io.Reader) (image.Config, error)
	decode     func(io.Reader) (image.Image, error)
}

var formats = []format{
	{"image/jpeg", "JPEG", func(b []byte) bool { return bytes.HasPrefix(b, []byte("\xff\xd8\xff")) }, jpeg.DecodeConfig, jpeg.Decode},
	{"image/png", "PNG", func(b []byte) bool { return bytes.HasPrefix(b, []byte("\x89PNG\r\n\x1a\n")) }, png.DecodeConfig, png.Decode},
	{"image/webp", "WebP", func(b []byte) bool {
		return len(b) >= 16 && string(b[:4]) == "RIFF" && string(b[8:12]) == "WEBP"
	}, webp.DecodeConfig, webp.Decode},
}

// formatOf tells what a file is by what it holds, whatever it is called.
func formatOf(b []byte) (*format, error) {
	for i := range formats {
		if formats[i].is(b) {
			return &formats[i], nil
		}
	}
	if len(b) == 0 {
		return nil, errors.New("the file is empty")
	}
	return nil, errors.New("the file is no photograph of a kind that is taken in: JPEG, PNG or WebP")
}

// Look tells what a file is without decoding it.
func (Darkroom) Look(b []byte) (*app.Exposure, error) {
	if len(b) > app.MostPhoto {
		return nil, fmt.Errorf("the file has %.1f MB; a photograph may have %d", float64(len(b))/(1<<20), app.MostPhoto>>20)
	}
	f, c, err := bounded(b)
	if err != nil {
		return nil, err
	}
	n := notesOf(b, f)
	out := &app.Exposure{Type: f.kind, Width: c.Width, Height: c.Height, Taken: n.taken, Located: n.located}
	if n.turn.sideways() {
		out.Width, out.Height = out.Height, out.Width
	}
	return out, nil
}

// bounded reads how large a photograph is, and refuses one that is too large to be decoded.
func bounded(b []byte) (*format, image.Config, error) {
	f, err := formatOf(b)
	if err != nil {
		return nil, image.Config{}, err
	}
	c, err := f.config(bytes.NewReader(b))
	if err != nil {
		return nil, c, fmt.Errorf("the file begins as a %s and cannot be read: %w", f.name, cutOff(err))
	}
	if c.Width <= 0 || c.Height <= 0 {
		return nil, c, errors.New("the photograph has no pixels")
	}
	most := MostPixels
	switch c.ColorModel {
	case color.RGBA64Model, color.NRGBA64Model, color.Gray16Model:
		most /= 2
	}
	if c.Width > most/c.Height {
		return nil, c, fmt.Errorf("the photograph says that it has %d x %d pixels; it may have %d million", c.Width, c.Height, most/1_000_000)
	}
	return f, c, nil
}

// cutOff words what is wrong with a file that ends too early.
func cutOff(err error) error {
	if errors.Is(err, io.ErrUnexpectedEOF) || errors.Is(err, io.EOF) || errors.Is(err, jpeg.FormatError("short Huffman data")) || errors.Is(err, png.FormatError("not enough pixel data")) {
		return errors.New("it is cut off; send it again whole")
	}
	return err
}

// decoded decodes a photograph as it lies in its file, and tells how it is turned upright.
func decoded(b []byte) (img image.Image, t turn, err error) {
	f, _, err := bounded(b)
	if err != nil {
		return nil, t, err
	}
	defer func() {
		if v := recover(); v != nil {
			err = fmt.Errorf("the photograph cannot be read: %v", v)
		}
	}()
	if img, err = f.decode(bytes.NewReader(b)); err != nil {
		return nil, t, fmt.Errorf("the photograph cannot be read: %w", cutOff(err))
	}
	return img, notesOf(b, f).turn, nil
}

// Develop makes a photograph in two sizes, upright, on white where it is see-through; a smaller one is not made larger.
func (Darkroom) Develop(b []byte) (screen, list []byte, err error) {
	img, t, err := decoded(b)
	if err != nil {
		return nil, nil, err
	}
	large := t.upright(within(img, screenSide))
	if screen, err = written(large, screenQuality); err != nil {
		return nil, nil, err
	}
	list, err = written(within(large, listSide), listQuality)
	return screen, list, err
}

// within scales a picture so that its longer side is no longer than that: by halves as far as that goes, each the mean of four pixels, then the
// rest.
func within(img image.Image, side int) *image.RGBA {
	w, h := img.Bounds().Dx(), img.Bounds().Dy()
	for max(w, h) >= 2*side {
		w, h = max(1, w/2), max(1, h/2)
		img = scaled(img, w, h)
	}
	if longer := max(w, h); longer > side {
		w, h = max(1, (w*side+longer/2)/longer), max(1, (h*side+longer/2)/longer)
	}
	return scaled(img, w, h)
}

func scaled(img image.Image, w, h int) *image.RGBA {
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	if of, ok := img.(interface{ Opaque() bool }); ok && of.Opaque() {
		draw.ApproxBiLinear.Scale(out, out.Bounds(), img, img.Bounds(), draw.Src, nil)
		return out
	}
	draw.Draw(out, out.Bounds(), image.White, image.Point{}, draw.Src)
	draw.ApproxBiLinear.Scale(out, out.Bounds(), img, img.Bounds(), draw.Over, nil)
	return out
}

func written(img image.Image, quality int) ([]byte, error) {
	var out bytes.Buffer
	err := jpeg.Encode(&out, img, &jpeg.Options{Quality: quality})
	return out.Bytes(), err
}

// turn is how a picture is turned upright, 1 to 8 as EXIF has it (CIPA DC-008, tag Orientation).
type turn int

// sideways tells whether width and height change places.
func (t turn) sideways() bool { return t >= 5 }

// matrix leads from the picture as it lies, of so many pixels, to the upright one.
func (t turn) matrix(w, h float64) f64.Aff3 {
	switch t {
	case 2: // mirrored from left to right
		return f64.Aff3{-1, 0, w, 0, 1, 0}
	case 3: // upside down
		return f64.Aff3{-1, 0, w, 0, -1, h}
	case 4: // mirrored from top to bottom
		return f64.Aff3{1, 0, 0, 0, -1, h}
	case 5: // its rows are columns
		return f64.Aff3{0, 1, 0, 1, 0, 0}
	case 6: // to be turned a quarter to the right
		return f64.Aff3{0, -1, h, 1, 0, 0}
	case 7:
		return f64.Aff3{0, -1, h, -1, 0, w}
	case 8: // to be turned a quarter to the left
		return f64.Aff3{0, 1, 0, -1, 0, w}
	}
	return f64.Aff3{1, 0, 0, 0, 1, 0}
}

// upright turns a picture.
func (t turn) upright(img *image.RGBA) *image.RGBA {
	if t <= 1 {
		return img
	}
	w, h := img.Bounds().Dx(), img.Bounds().Dy()
	out := image.NewRGBA(image.Rect(0, 0, w, h))
	if t.sideways() {
		out = image.NewRGBA(image.Rect(0, 0, h, w))
	}
	draw.NearestNeighbor.Transform(out, t.matrix(float64(w), float64(h)), img, img.Bounds(), draw.Src, nil)
	return out
}

// Around gives the pixels of the upright photograph round points.
func (Darkroom) Around(b []byte, reach int, points []gauge.Point) ([][]colour.RGB, error) {
	img, t, err := decoded(b)
	if err != nil {
		return nil, err
	}
	out := make([][]colour.RGB, len(points))
	for i, p := range points {
		if out[i] = around(img, t, int(p.X), int(p.Y), reach); len(out[i]) == 0 {
			return nil, fmt.Errorf("the photograph has nothing at %.0f, %.0f", p.X, p.Y)
		}
	}
	return out, nil
}

func around(img image.Image, t turn, x, y, reach int) []colour.RGB {
	r := img.Bounds()
	m := t.matrix(float64(r.Dx()), float64(r.Dy()))
	var out []colour.RGB
	for dy := -reach; dy <= reach; dy++ {
		for dx := -reach; dx <= reach; dx++ {
			// Back from the upright photograph: what turns is undone by what it is turned with, laid on its side.
			px, py := float64(x+dx)+0.5-m[2], float64(y+dy)+0.5-m[5]
			at := image.Pt(r.Min.X+int(math.Floor(m[0]*px+m[3]*py)), r.Min.Y+int(math.Floor(m[1]*px+m[4]*py)))
			if !at.In(r) {
				continue
			}
			if c := color.NRGBA64Model.Convert(img.At(at.X, at.Y)).(color.NRGBA64); c.A > 0 {
				out = append(out, colour.RGB{R: float64(c.R) / 257, G: float64(c.G) / 257, B: float64(c.B) / 257})
			}
		}
	}
	return out
}
