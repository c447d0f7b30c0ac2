package rack

import (
	"bytes"
	"image"
	"image/color"
	"image/jpeg"
	"math"
	"math/rand"
)

// Options say what is photographed, and how.
type Options struct {
	Seed        int64
	Columns     int
	Rows        int
	Kelvin      float64 // colour temperature of the light, 2800 to 7500: a lamp below 4000
	Stops       float64 // exposure against the right one
	FallOff     float64 // how much darker the far corner is, 0 to 0.3 or so
	Glare       bool    // lamps mirror in the glossy tiles
	Noise       float64 // of the sensor at mid grey, as a share of it
	Cards       []Place // where a card with white, grey and black lies
	GreyOnly    bool    // the cards have no white and black
	Reflectance []Given // tiles of chosen colours instead of drawn ones, row by row
	Vivid       bool    // glazes of one strong colourant
	Shade       Shade
	Swapped     bool // white and black of the first card are marked the wrong way round
}

// Shade is what lies in a hard shadow, which leaves a third of the light.
type Shade struct {
	Card   bool // the grey patch of the first card
	Place  bool // all of the first card
	Tiles  int  // every so manieth tile, and the ground around it
	Halves int  // every so manieth tile, half of it
}

const shade = 1.0 / 3

// Given is a tile whose fired reflectance is given at 450, 550 and 620 nm, so
// that a test can photograph glazes of its choice.
type Given struct{ Blue, Green, Red float64 }

// Place is where a card lies: a corner of the rack or its middle, 0 to 1 each way.
type Place struct{ X, Y float64 }

// Corners is a card in each corner, and Middle the usual single card.
var (
	Corners = []Place{{0, 0}, {1, 0}, {0, 1}, {1, 1}}
	Ends    = []Place{{0, 0}, {1, 1}}
	Middle  = []Place{{0.5, 0}}
)

// Patch is something of known colour in the picture.
type Patch struct {
	Box     image.Rectangle // well inside its edges
	Kind    string          // "tile", "white", "grey", "black"
	L, A, B float64         // the truth, D65
	Glossy  bool
}

// Photo is a rendered photograph and the truth about it.
type Photo struct {
	Image *image.RGBA
	Tiles []Patch // row by row
	Cards []Patch
}

const (
	tile    = 80 // pixels a side
	gap     = 20
	margin  = 110
	cardish = 30 // pixels a side of a card's patch
)

// patch is a thing on its way into the picture.
type patch struct {
	Patch
	area image.Rectangle
	of   spectrum
}

// Render photographs a rack.
func Render(o Options) Photo {
	random := rand.New(rand.NewSource(o.Seed))
	c := newCamera(random, o.Kelvin, o.Stops)
	w, h := 2*margin+o.Columns*(tile+gap), 2*margin+o.Rows*(tile+gap)
	things := append(o.tiles(random), o.cards(w, h)...)
	s := scene{Options: o, camera: c, light: light(o.Kelvin), random: random, image: image.NewRGBA(image.Rect(0, 0, w, h)),
		turn: random.Float64() * 2 * math.Pi}
	s.dark = o.Shade.over(things)
	s.paint(s.image.Bounds(), neutral(0.34), false)
	photo := Photo{Image: s.image}
	for _, t := range things {
		s.paint(t.area, t.of, t.Glossy && o.Glare)
		if t.Kind == "tile" {
			photo.Tiles = append(photo.Tiles, t.Patch)
		} else {
			photo.Cards = append(photo.Cards, t.Patch)
		}
	}
	return photo
}

// JPEG is the photograph as a camera stores it.
func (p Photo) JPEG(quality int) []byte {
	var out bytes.Buffer
	if err := jpeg.Encode(&out, p.Image, &jpeg.Options{Quality: quality}); err != nil {
		panic(err) // a buffer takes everything
	}
	return out.Bytes()
}

func thing(kind string, area image.Rectangle, of spectrum, glossy bool) patch {
	l, a, b := lab(of)
	return patch{Patch{area.Inset(area.Dx() / 6), kind, l, a, b, glossy}, area, of}
}

func (o Options) tiles(random *rand.Rand) (things []patch) {
	for row := range o.Rows {
		for col := range o.Columns {
			x, y := margin+gap/2+col*(tile+gap), margin+gap/2+row*(tile+gap)
			of := glaze(random)
			if o.Vivid {
				of = vivid(random)
			}
			if i := row*o.Columns + col; i < len(o.Reflectance) {
				of = o.Reflectance[i].spectrum()
			}
			things = append(things, thing("tile", image.Rect(x, y, x+tile, y+tile), of, random.Float64() < 0.6))
		}
	}
	return things
}

// spectrum joins the three given values smoothly.
func (g Given) spectrum() spectrum {
	return sampled(func(nm float64) float64 {
		switch {
		case nm < 450:
			return g.Blue
		case nm < 550:
			return ease(g.Blue, g.Green, (nm-450)/100)
		case nm < 620:
			return ease(g.Green, g.Red, (nm-550)/70)
		}
		return g.Red
	})
}

func ease(from, to, t float64) float64 { return from + (to-from)*(1-math.Cos(math.Pi*t))/2 }

func (o Options) cards(w, h int) (things []patch) {
	for _, place := range o.Cards {
		kinds := []struct {
			name  string
			level float64
		}{{"white", 0.88}, {"grey", 0.18}, {"black", 0.032}}
		if o.GreyOnly {
			kinds = kinds[1:2]
		}
		left := int(place.X*float64(w-3*cardish-40)) + 20
		top := int(place.Y*float64(h-cardish-60)) + 30
		for i, k := range kinds {
			area := image.Rect(left+i*cardish, top, left+(i+1)*cardish, top+cardish)
			things = append(things, thing(k.name, area, neutral(k.level), false))
		}
	}
	return things
}

// scene is a photograph being taken.
type scene struct {
	Options
	camera camera
	light  spectrum
	random *rand.Rand
	image  *image.RGBA
	turn   float64 // from where the light comes
	dark   []image.Rectangle
}

// over is where shadows lie on the things of a rack.
func (sh Shade) over(things []patch) (dark []image.Rectangle) {
	tiles, cards := 0, 0
	for _, t := range things {
		if t.Kind != "tile" {
			if cards++; sh.Place && cards <= 3 || sh.Card && cards == 2 {
				dark = append(dark, t.area)
			}
			continue
		}
		if tiles++; sh.Tiles > 0 && tiles%sh.Tiles == 0 {
			dark = append(dark, t.area.Inset(-gap/2))
		}
		if sh.Halves > 0 && tiles%sh.Halves == 0 {
			half := t.area.Inset(-gap / 2)
			half.Max.X = (half.Min.X + half.Max.X) / 2
			dark = append(dark, half)
		}
	}
	return dark
}

// paint photographs one flat thing, pixel by pixel.
func (s *scene) paint(area image.Rectangle, of spectrum, mirrors bool) {
	lit := s.camera.raw(of, s.light)
	white := s.camera.raw(neutral(1), s.light)
	lamp := lampMirror{x: float64(area.Min.X) + float64(area.Dx())*s.random.Float64(), y: float64(area.Min.Y) + float64(area.Dy())*s.random.Float64(),
		long: float64(area.Dx()) * 0.30, wide: float64(area.Dy()) * 0.10, turn: s.random.Float64() * math.Pi}
	for y := area.Min.Y; y < area.Max.Y; y++ {
		for x := area.Min.X; x < area.Max.X; x++ {
			fall := s.fall(x, y)
			for _, d := range s.dark {
				if image.Pt(x, y).In(d) {
					fall *= shade
				}
			}
			mirror := 0.0
			if mirrors {
				mirror = lamp.at(float64(x), float64(y))
			}
			var raw [3]float64
			for k := range raw {
				v := fall * (lit[k] + mirror*white[k])
				raw[k] = v + s.Noise*math.Sqrt(max(v, 0)*0.18+0.0004)*s.random.NormFloat64()
			}
			v := s.camera.develop(raw)
			s.image.SetRGBA(x, y, color.RGBA{eight(v[0]), eight(v[1]), eight(v[2]), 255})
		}
	}
}

func eight(v float64) uint8 { return uint8(math.Round(255 * min(max(v, 0), 1))) }

// fall is how much of the light is left at a pixel: a slope across the rack,
// and a little less towards the corners of the lens.
func (s *scene) fall(x, y int) float64 {
	b := s.image.Bounds()
	u, v := 2*float64(x)/float64(b.Dx())-1, 2*float64(y)/float64(b.Dy())-1
	along := (u*math.Cos(s.turn) + v*math.Sin(s.turn)) / math.Sqrt2 // -1 to 1
	return (1 - s.FallOff*(1+along)/2) * (1 - 0.15*s.FallOff*(u*u+v*v)/2)
}

// lampMirror is the picture of a long lamp in a glossy glaze.
type lampMirror struct{ x, y, long, wide, turn float64 }

func (l lampMirror) at(x, y float64) float64 {
	dx, dy := x-l.x, y-l.y
	u, v := dx*math.Cos(l.turn)+dy*math.Sin(l.turn), dy*math.Cos(l.turn)-dx*math.Sin(l.turn)
	d := u*u/(l.long*l.long) + v*v/(l.wide*l.wide)
	return 1.4 * math.Exp(-d*d)
}
