// Package piece knows forms: their measurements, the surfaces that are glazed,
// the area of each, where the piece stands, and how it is drawn.
//
// All measurements are in mm; heights are heights above the table on which the
// piece stands as it will be fired. Areas are reported in cm².
package piece

import (
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
}

// Body is a piece of given form and measurements.
type Body struct {
	Form     Form
	HeightMM float64
	Surfaces []Surface
	Touching [][2]string // surfaces that share an edge, by ID

	zones map[string][]zone
	// spotRadius is the radius of the sphere a round-bottomed piece stands
	// on, 0 where it stands on a surface of its own.
	spotRadius float64
	drawing    Drawing
}

// Measure is one measurement that a form asks for, all in mm.
type Measure struct {
	Key, Name            string
	Default, Least, Most float64
	Optional             bool // 0 is allowed and means "none"
	Hint                 string
}

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
	{slabKind, func(m Measures) (Body, error) { return buildSlab(m), nil }},
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
	return builders[i].build(m)
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
		none := measure.Optional && v == 0
		if math.IsNaN(v) || !none && (v < measure.Least || v > measure.Most) {
			refused = append(refused, Refusal{measure.Key, fmt.Sprintf(
				"%s is %s mm: expected %s to %s mm.", measure.Name, number(v), number(measure.Least), number(measure.Most))})
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

// finish fills in the areas once all zones are known.
func (b Body) finish() Body {
	for i := range b.Surfaces {
		b.Surfaces[i].AreaCM2 = b.areaBelow(b.Surfaces[i].ID, math.Inf(1))
		b.Surfaces[i].SlopeDeg = slopeOf(b.zones[b.Surfaces[i].ID])
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

// Surface is the surface of that ID.
func (b Body) Surface(id string) (Surface, bool) {
	i := slices.IndexFunc(b.Surfaces, func(s Surface) bool { return s.ID == id })
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
