// Package piece knows forms: their measurements, the surfaces that are glazed,
// the area of each, where the piece stands, and how it is drawn.
//
// All measurements are in mm; heights are heights above the table on which the
// piece stands as it will be fired. Areas are reported in cm².
package piece

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
)

// Form names a family of shapes.
type Form string

// The forms that can be planned.
const (
	Bowl Form = "bowl" // turned; round bottom or foot ring
	Cup  Form = "cup"  // straight walls, flat base, with or without handle
	Slab Form = "slab" // flat, fired lying on its back
)

// Use says what touches a surface when the piece is used.
type Use string

// Uses, as far as they matter to glazing.
const (
	Plain Use = "plain"
	Food  Use = "food" // food or drink lies on it
	Lip   Use = "lip"  // the mouth touches it
)

// Surface is one part of a piece that is glazed, or left bare, as a whole.
type Surface struct {
	ID      string
	Name    string
	AreaCM2 float64
	Use     Use
	Stands  bool // the piece stands on it: any glaze here meets the shelf
	Upward  bool // opens or faces upward: what runs here stays, or meets a wall that has a band of its own
	Seat    bool // another part rests on it, or it rests on another: a lid sticks where it is glazed
	Recess  bool // hollow and level: no run can leave it, however low it lies
	Hidden  bool // nobody sees it in use: glazing it is a choice
	// SlopeDeg is how steep it is on the whole: 0 lies level, 90 stands upright.
	SlopeDeg float64

	Textured   bool       // relief, incised or stamped: breaking glazes show it
	Clay       string     // glaze.Clay.Code where it is not the piece's own; "" where it is
	Detail     DetailKind // "" for a surface of the form itself
	On         string     // Surface.ID of a detail's ground
	Edged      bool       // its ground is edged round it first, then filled up to the edging
	Over       bool       // it lies over its ground: what is on both lies there together
	Optional   bool       // an extra that never holds the piece back
	Sharp      bool       // its edge is wanted sharp
	BareByKind bool       // scratched through: it is bare without being planned so
}

// Body is a piece of given form and measurements.
type Body struct {
	Form     Form
	HeightMM float64
	Shape    string // its measurements in words: bodies of one form that have the same are alike
	Lies     string // the way a free form lies in the kiln; "" while nobody decided, and for other forms
	Surfaces []Surface
	Touching [][2]string // surfaces that share an edge, by ID

	zones map[string][]zone
	edges map[[2]string]Edge // between surfaces, where it is not Touch; keys by pair
	// spotRadius is the radius of the sphere a round-bottomed piece stands
	// on, 0 where it stands on a surface of its own.
	spotRadius float64
	drawing    Drawing
	under      func(heightMM float64) Under
	round      func(*Round)              // adds what it looks like in the round
	wall       func(share float64) point // the outside at a share of its height; nil where nothing can be pulled

	MayBeClosed bool // modelled in the round: hollow and closed, it needs a hole for its air

	Flat bool // flat work, fired lying on its back

	// NeedsPose says that nobody decided yet how a free form lies in the kiln.
	NeedsPose bool
	Poses     []Pose // the ways a free form can lie; none for other forms
}

// Holds says whether glaze can stand in the surface as in a well: what opens upward and
// narrow, or is cut in.
func (s Surface) Holds() bool {
	return s.Upward && s.Hidden || s.Detail == Letters || s.Detail == Inlay || s.Upward && s.Textured
}

// Measure is one measurement that a form asks for, all in mm.
type Measure struct {
	Key, Name            string
	Default, Least, Most float64
	Optional             bool // 0 is allowed and means "none"
	Hint                 string
	Unit                 string   // "" for mm
	Count                bool     // a whole number of things, without a unit
	Options              []string // it is a choice: the value is an index
	// At is the share of the height at which the wall is bent in or out by so
	// many mm; 0 for a plain measurement.
	At float64
}

// Scales says whether the measurement is a length that grows with the piece.
func (m Measure) Scales() bool { return !m.Count && m.Options == nil && m.Unit == "" }

// Measures are measurements in mm by Measure.Key.
type Measures map[string]float64

// Refusal is a measurement that cannot be built, in one sentence.
type Refusal struct {
	Key    string // Measure.Key
	Reason string
}

func (r Refusal) Error() string { return r.Reason }

// Refusals are all that is wrong with a set of measurements.
type Refusals []Refusal

func (r Refusals) Error() string {
	reasons := make([]string, len(r))
	for i := range r {
		reasons[i] = r[i].Reason
	}
	return strings.Join(reasons, " ")
}

// Kind describes a form: what it is called and what has to be measured.
type Kind struct {
	Form     Form
	Name     string
	Measures []Measure
}

// builder is a form and how it is made of complete measurements.
type builder struct {
	kind  Kind
	build func(Measures) (Body, error)
}

var builders = []builder{
	{bowlKind, buildBowl}, {cupKind, buildCup}, {mugKind, buildMug}, {plateKind, buildPlate}, {dishKind, buildDish},
	{vaseKind, buildNeck(Vase)}, {bottleKind, buildNeck(Bottle)}, {jarKind, buildJar}, {planterKind, buildPlanter},
	{boxKind, buildBox}, {slabKind, func(m Measures) (Body, error) { return buildSlab(m), nil }}, {houseKind, buildHouse}, {bellKind, buildBell},
	{modelledKind, buildModelled}, {oddKind, buildOdd},
}

// Kinds lists the forms that Build knows, the commonest first.
func Kinds() []Kind {
	kinds := make([]Kind, len(builders))
	for i, b := range builders {
		kinds[i] = b.kind
	}
	return kinds
}

// Build makes a body from measurements in mm. Measurements that are missing
// take the form's default. The error is a Refusals.
func Build(form Form, given Measures) (Body, error) {
	i := slices.IndexFunc(builders, func(b builder) bool { return b.kind.Form == form })
	if i < 0 {
		return Body{}, Refusals{{"form", fmt.Sprintf("%q is not a form: expected one of %s.", form, formNames())}}
	}
	m, refused := builders[i].kind.complete(given)
	if len(refused) > 0 {
		return Body{}, refused
	}
	b, err := builders[i].build(m)
	b.Shape = builders[i].kind.words(m)
	if err == nil && b.wall != nil {
		for _, measure := range builders[i].kind.Measures {
			if measure.At > 0 {
				at := b.wall(measure.At)
				b.drawing.Handles = append(b.drawing.Handles, Handle{Measure: measure.Key, X: at.r, Y: b.drawing.TableY - at.z})
			}
		}
	}
	return b, err
}

func formNames() string {
	names := make([]string, len(builders))
	for i, b := range builders {
		names[i] = string(b.kind.Form)
	}
	return strings.Join(names, ", ")
}

// complete fills in defaults and refuses what is out of bounds or unknown.
func (k Kind) complete(given Measures) (Measures, Refusals) {
	full := Measures{}
	var refused Refusals
	for _, measure := range k.Measures {
		v, ok := given[measure.Key]
		if !ok {
			v = measure.Default
		}
		if reason := measure.refuses(v); reason != "" {
			refused = append(refused, Refusal{measure.Key, reason})
		}
		full[measure.Key] = v
	}
	for key := range given {
		if _, known := full[key]; !known {
			refused = append(refused, Refusal{key, fmt.Sprintf("A %s has no measurement %q.", k.Form, key)})
		}
	}
	return full, refused
}

// words writes measurements in the order in which they are asked for, without the pose.
func (k Kind) words(m Measures) string {
	var text []byte
	for _, measure := range k.Measures {
		if measure.Key != PoseKey && m[measure.Key] != 0 {
			text = fmt.Appendf(text, "%s %g ", measure.Key, m[measure.Key])
		}
	}
	return strings.TrimSpace(string(text))
}

// refuses says in a sentence why a value cannot be measured; "" where it can.
func (m Measure) refuses(v float64) string {
	unit := cmp.Or(m.Unit, "mm")
	if m.Count {
		unit = "of them"
	}
	switch none := m.Optional && v == 0; {
	case m.Options != nil && (v != math.Trunc(v) || v < 0 || v > m.Most || math.IsNaN(v)):
		return fmt.Sprintf("%s: %s is none of the choices.", m.Name, number(v))
	case m.Count && v != math.Trunc(v):
		return fmt.Sprintf("%s is %s: expected a whole number.", m.Name, number(v))
	case math.IsNaN(v) || !none && (v < m.Least || v > m.Most):
		return fmt.Sprintf("%s is %s %s: expected %s to %s %s.", m.Name, number(v), unit, number(m.Least), number(m.Most), unit)
	}
	return ""
}

// finish fills in the areas once all zones are known.
func (b Body) finish() Body {
	for i := range b.Surfaces {
		b.Surfaces[i].AreaCM2 = b.areaBelow(b.Surfaces[i].ID, math.Inf(1))
		if b.Surfaces[i].Detail == "" || b.Surfaces[i].Detail == Stripe {
			b.Surfaces[i].SlopeDeg = slopeOf(b.zones[b.Surfaces[i].ID])
		}
	}
	return b
}

// areaBelow is the area in cm² of a surface lower than h mm above the table.
func (b Body) areaBelow(surface string, h float64) float64 {
	sum := 0.0
	for _, z := range b.zones[surface] {
		sum += z.below(h)
	}
	return sum / 100
}

func (b Body) index(id string) int {
	return slices.IndexFunc(b.Surfaces, func(s Surface) bool { return s.ID == id })
}

// AreaAboveCM2 is the area of a surface higher than h mm above the table; h = 0 is all of it.
func (b Body) AreaAboveCM2(surface string, h float64) float64 {
	s, _ := b.Surface(surface)
	if h <= 0 {
		return s.AreaCM2
	}
	return max(0, s.AreaCM2-b.areaBelow(surface, h))
}

// Surface is the surface of that ID.
func (b Body) Surface(id string) (Surface, bool) {
	i := b.index(id)
	if i < 0 {
		return Surface{}, false
	}
	return b.Surfaces[i], true
}

// Neighbours are the IDs of the surfaces that share an edge with id.
func (b Body) Neighbours(id string) []string {
	var ids []string
	for _, pair := range b.Touching {
		switch id {
		case pair[0]:
			ids = append(ids, pair[1])
		case pair[1]:
			ids = append(ids, pair[0])
		}
	}
	return ids
}

// number writes mm with at most one decimal.
func number(v float64) string {
	return strings.TrimSuffix(fmt.Sprintf("%.1f", v), ".0")
}
