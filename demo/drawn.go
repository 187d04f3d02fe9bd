package demo

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand/v2"
	"slices"

	"golang.org/x/image/draw"
	"golang.org/x/image/vector"
)

// The demo's photographs are drawn, not taken: nobody's picture is in them. A millimetre is four pixels.
const drawnPerMM = 4

// sheet is a picture that is being drawn, in mm.
type sheet struct{ *image.RGBA }

func newSheet(w, h float64, ground color.RGBA) sheet {
	s := sheet{image.NewRGBA(image.Rect(0, 0, int(w*drawnPerMM), int(h*drawnPerMM)))}
	draw.Draw(s, s.Bounds(), image.NewUniform(ground), image.Point{}, draw.Src)
	return s
}

// fill fills what lies within points, joined by straight lines.
func (s sheet) fill(c color.RGBA, points ...[2]float64) {
	low, high := points[0], points[0]
	for _, p := range points {
		for i := range p {
			low[i], high[i] = min(low[i], p[i]), max(high[i], p[i])
		}
	}
	within := image.Rect(int(low[0]*drawnPerMM), int(low[1]*drawnPerMM), int(high[0]*drawnPerMM)+1, int(high[1]*drawnPerMM)+1)
	r := vector.NewRasterizer(within.Dx(), within.Dy())
	for i, p := range points {
		x, y := float32(p[0]*drawnPerMM)-float32(within.Min.X), float32(p[1]*drawnPerMM)-float32(within.Min.Y)
		if i == 0 {
			r.MoveTo(x, y)
		} else {
			r.LineTo(x, y)
		}
	}
	r.ClosePath()
	r.Draw(s, within, image.NewUniform(c), image.Point{})
}

// blob fills a round shape whose edge waves so often and so far, in parts of its radius.
func (s sheet) blob(c color.RGBA, x, y, rx, ry float64, waves int, far float64) {
	var points [][2]float64
	for i := range 240 {
		a := 2 * math.Pi * float64(i) / 240
		r := 1 + far*math.Sin(float64(waves)*a)*math.Cos(2*a+1)
		points = append(points, [2]float64{x + rx*r*math.Cos(a), y + ry*r*math.Sin(a)})
	}
	s.fill(c, points...)
}

// box fills a rectangle.
func (s sheet) box(c color.RGBA, x, y, w, h float64) {
	s.fill(c, [2]float64{x, y}, [2]float64{x + w, y}, [2]float64{x + w, y + h}, [2]float64{x, y + h})
}

// ruler lays one of a hundred mm down, with a line for each mm and a longer one for each ten.
func (s sheet) ruler(x, y float64) {
	s.box(color.RGBA{236, 214, 140, 255}, x-4, y, 108, 16)
	for mm := range 101 {
		long := 4.0
		switch {
		case mm%10 == 0:
			long = 10
		case mm%5 == 0:
			long = 7
		}
		s.box(color.RGBA{40, 30, 20, 255}, x+float64(mm)-0.15, y, 0.3, long)
	}
}

// grain scatters specks within a round of so many mm, denser in its middle; the seed makes them the same each time.
func (s sheet) grain(c color.RGBA, x, y, radius float64, specks int, seed uint64) {
	r := rand.New(rand.NewPCG(seed, 1))
	for range specks {
		a, d := 2*math.Pi*r.Float64(), radius*math.Sqrt(r.Float64())
		px, py, size := x+d*math.Cos(a), y+d*math.Sin(a), 0.15+0.35*r.Float64()
		s.box(c, px, py, size, size)
	}
}

func (s sheet) jpeg() ([]byte, error) {
	var b bytes.Buffer
	err := jpeg.Encode(&b, s, &jpeg.Options{Quality: 88})
	return b.Bytes(), err
}

var (
	moss  = color.RGBA{74, 92, 58, 255}
	yolk  = color.RGBA{224, 166, 60, 255}
	shade = color.RGBA{196, 138, 44, 255}
	ridge = color.RGBA{168, 112, 32, 255}
	card  = color.RGBA{238, 236, 230, 255}
	brown = color.RGBA{72, 44, 38, 255}
	black = color.RGBA{26, 26, 28, 255}
	table = color.RGBA{150, 118, 86, 255}
)

// drawings are the demo's photographs by name.
var drawings = map[string]func() sheet{
	// A chanterelle lying on moss, its cap 62 mm across, beside a ruler and a white card.
	"chanterelle-beside-a-ruler": func() sheet {
		s := newSheet(300, 220, moss)
		s.grain(color.RGBA{96, 116, 70, 255}, 150, 110, 190, 5000, 3)
		s.box(card, 222, 30, 62, 42)
		var left, right [][2]float64
		for i := range 41 { // from the rim in to the stem, as a funnel narrows
			t := float64(i) / 40
			half := 23*math.Pow(1-t, 2.2) + 8 - 3*t
			left, right = append(left, [2]float64{116 - half, 76 + 92*t}), append(right, [2]float64{116 + half, 76 + 92*t})
		}
		slices.Reverse(right)
		s.fill(shade, append(left, right...)...)
		for i := range 17 { // ridges, not blades: blunt, and running down the stem
			x := 88 + 3.5*float64(i)
			foot := 116 + (x-116)*0.24
			s.fill(ridge, [2]float64{x - 0.7, 82}, [2]float64{x + 0.7, 82}, [2]float64{(x+foot)/2 + 0.5 - (x-116)*0.14, 104}, [2]float64{foot + 0.3, 128}, [2]float64{foot - 0.3, 128}, [2]float64{(x+foot)/2 - 0.5 - (x-116)*0.14, 104})
		}
		s.blob(yolk, 116, 76, 31, 11, 5, 0.02)
		s.blob(color.RGBA{206, 146, 48, 255}, 116, 77, 15, 4, 3, 0.05)
		s.ruler(80, 186)
		return s
	},
	// A print on paper half white and half black, its cap taken off.
	"print-on-white-and-black": func() sheet {
		s := newSheet(200, 150, table)
		s.box(card, 20, 20, 80, 110)
		s.box(black, 100, 20, 80, 110)
		for i := range 40 {
			a := 2 * math.Pi * float64(i) / 40
			c, d := math.Cos(a), math.Sin(a)
			s.fill(brown, [2]float64{100 + 9*c, 75 + 9*d}, [2]float64{100 + 34*c - 1.1*d, 75 + 34*d + 1.1*c}, [2]float64{100 + 34*c + 1.1*d, 75 + 34*d - 1.1*c})
		}
		s.grain(brown, 100, 75, 37, 1200, 5)
		return s
	},
	// What lies in a basket: caps from above.
	"basket-of-chanterelles": func() sheet {
		s := newSheet(240, 180, table)
		r := rand.New(rand.NewPCG(11, 2))
		for i := range 26 {
			x, y, size := 30+180*r.Float64(), 25+130*r.Float64(), 9+10*r.Float64()
			s.blob(shade, x+1, y+1.5, size, size*0.85, 5+i%4, 0.08)
			s.blob(yolk, x, y, size, size*0.82, 5+i%4, 0.08)
			s.blob(color.RGBA{236, 186, 86, 255}, x-size/6, y-size/6, size/2, size/3, 3, 0.1)
		}
		return s
	},
}

// Drawn gives one of the demo's photographs as a JPEG file.
func Drawn(name string) ([]byte, error) {
	d, ok := drawings[name]
	if !ok {
		return nil, fmt.Errorf("the demo draws no photograph %q", name)
	}
	return d().jpeg()
}
