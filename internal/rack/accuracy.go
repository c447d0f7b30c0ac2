package rack

import (
	"bytes"
	"fmt"
	"image"
	"image/jpeg"
	"slices"

	"enkaustos/core/colour"
)

// Case is one way of taking the photograph.
type Case struct {
	Name string
	Options
}

// Cases are the conditions of the published table: 2800 to 7500 K, a stop under
// and over, light that falls off by 30 %.
func Cases(cards []Place, greyOnly bool) []Case {
	var list []Case
	add := func(name string, kelvin, stops, fall float64) {
		list = append(list, Case{name, Options{Seed: int64(100 + len(list)), Columns: 8, Rows: 5, Kelvin: kelvin, Stops: stops, FallOff: fall,
			Glare: true, Noise: 0.06, Cards: cards, GreyOnly: greyOnly}})
	}
	for _, kelvin := range []float64{2800, 3500, 5000, 6500, 7500} {
		add(fmt.Sprintf("%.0f K", kelvin), kelvin, 0, 0)
	}
	add("4000 K, a stop under", 4000, -1, 0)
	add("5500 K, a stop over", 5500, 1, 0)
	add("3000 K, 30 % fall-off", 3000, 0, 0.3)
	add("6000 K, 30 % fall-off", 6000, 0, 0.3)
	add("5000 K, a stop under, 30 % fall-off", 5000, -1, 0.3)
	return list
}

// Wrong are ways in which a photograph is not as it should be, each in all lights of Cases.
func Wrong() []struct {
	Name string
	Set  func(*Options)
} {
	return []struct {
		Name string
		Set  func(*Options)
	}{
		{"nothing wrong", func(*Options) {}},
		{"one grey patch in hard shadow", func(o *Options) { o.Shade.Card = true }},
		{"one whole card in hard shadow", func(o *Options) { o.Shade.Place = true }},
		{"white and black marked the wrong way round", func(o *Options) { o.Swapped = true }},
		{"one tile in five in hard shadow", func(o *Options) { o.Shade.Tiles = 5 }},
		{"half of one tile in five in hard shadow", func(o *Options) { o.Shade.Halves = 5 }},
		{"vivid glazes", func(o *Options) { o.Vivid = true }},
		{"a stop and a half over: whites are cut off", func(o *Options) { o.Stops = 1.5 }},
	}
}

// Error is how far one reading lies from the truth.
type Error struct {
	DeltaE  float64 // ΔE2000
	Flagged bool    // the reading itself says not to trust it
	Truth   colour.Lab
	Read    colour.Lab
	Flags   []colour.Flag
}

// Measure photographs a case, stores it as 8-bit JPEG, and reads every tile.
func Measure(c Case) ([]Error, error) {
	photo := Render(c.Options)
	decoded, err := jpeg.Decode(bytes.NewReader(photo.JPEG(90)))
	if err != nil {
		return nil, err
	}
	picture := pictureOf(decoded)
	var cards []colour.Card
	for _, p := range photo.Cards {
		cards = append(cards, colour.Card{Box: boxOf(p.Box), Kind: colour.CardKind(p.Kind), True: colour.Lab{L: p.L, A: p.A, B: p.B}})
	}
	if c.Swapped {
		cards[0].Kind, cards[2].Kind = cards[2].Kind, cards[0].Kind
		cards[0].True, cards[2].True = cards[2].True, cards[0].True
	}
	light, err := picture.Learn(cards)
	if err != nil {
		return nil, err
	}
	if light.By = colour.Daylight; c.Kelvin < 4000 {
		light.By = colour.LampLight
	}
	boxes := make([]colour.Box, len(photo.Tiles))
	for i, t := range photo.Tiles {
		boxes[i] = boxOf(t.Box)
	}
	readings, err := picture.ReadAll(boxes, light)
	if err != nil {
		return nil, err
	}
	errors := make([]Error, len(readings))
	for i, reading := range readings {
		t := photo.Tiles[i]
		truth := colour.Lab{L: t.L, A: t.A, B: t.B}
		errors[i] = Error{colour.Difference(truth, reading.Lab), colour.Doubtful(reading.Flags), truth, reading.Lab, reading.Flags}
	}
	return errors, nil
}

// pictureOf copies a decoded picture, taken as sRGB.
func pictureOf(m image.Image) colour.Picture {
	b := m.Bounds()
	p := colour.Picture{Width: b.Dx(), Height: b.Dy(), Space: colour.SRGB(), Pix: make([]uint8, 0, 3*b.Dx()*b.Dy())}
	for y := b.Min.Y; y < b.Max.Y; y++ {
		for x := b.Min.X; x < b.Max.X; x++ {
			r, g, bl, _ := m.At(x, y).RGBA()
			p.Pix = append(p.Pix, uint8(r>>8), uint8(g>>8), uint8(bl>>8))
		}
	}
	return p
}

func boxOf(r image.Rectangle) colour.Box {
	return colour.Box{X: float64(r.Min.X), Y: float64(r.Min.Y), W: float64(r.Dx()), H: float64(r.Dy())}
}

// Summary is the median, the 95th percentile and the worst of what is trusted,
// and how many readings asked not to be trusted.
type Summary struct {
	Tiles, Flagged     int
	Median, P95, Worst float64
	Far, FarFlagged    int     // off by more than 5, and how many of them say so
	FlaggedOff         int     // flagged and off by more than 2
	WorstOfAll         float64 // flagged readings too
}

// Summarise sums up errors; flagged readings are counted and left out.
func Summarise(errors []Error) Summary {
	s := Summary{Tiles: len(errors)}
	var trusted []float64
	for _, e := range errors {
		s.WorstOfAll = max(s.WorstOfAll, e.DeltaE)
		if e.DeltaE > 5 {
			if s.Far++; e.Flagged {
				s.FarFlagged++
			}
		}
		if e.Flagged && e.DeltaE > 2 {
			s.FlaggedOff++
		}
		if e.Flagged {
			s.Flagged++
			continue
		}
		trusted = append(trusted, e.DeltaE)
	}
	if len(trusted) == 0 {
		return s
	}
	slices.Sort(trusted)
	s.Median, s.P95, s.Worst = trusted[len(trusted)/2], trusted[len(trusted)*95/100], trusted[len(trusted)-1]
	return s
}
