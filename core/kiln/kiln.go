package kiln

import (
	"math"
	"time"

	"enkaustos/core/outline"
)

// Shape is a kiln, or a shelf, from above.
type Shape string

const (
	Round       Shape = "round"
	Oval        Shape = "oval"
	Octagonal   Shape = "octagonal"
	Rectangular Shape = "rectangular"
)

// Opening is the side from which a kiln is loaded.
type Opening string

const (
	Lid  Opening = "lid"  // from above
	Door Opening = "door" // from the front
)

// Kiln is a kiln with its furniture. Lengths are inside measures in mm; the zero of places is the
// middle of its floor, x to the right and y to the back, seen from where it is loaded.
type Kiln struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Shape   Shape   `json:"shape"`
	WidthMM float64 `json:"widthMM"` // across, between flats of an octagon
	DepthMM float64 `json:"depthMM"` // front to back; as wide where 0, and for round and octagonal ones
	TallMM  float64 `json:"tallMM"`
	Opening Opening `json:"opening"`

	Thermocouple Thermocouple `json:"thermocouple"`
	Whole        Shelf        `json:"whole"`
	Half         Shelf        `json:"half"` // its measures are those of the whole one
	Posts        []Post       `json:"posts"`
	PostMM       float64      `json:"postMM"`   // across a post
	PerShelf     int          `json:"perShelf"` // posts below a shelf: 3, or 4 by choice
	FloorMM      float64      `json:"floorMM"`  // the lowest shelf stands so high, on props of its own
	LidMM        float64      `json:"lidMM"`    // stays free below the lid or the roof
	WallMM       float64      `json:"wallMM"`   // from walls, elements and the thermocouple

	From Cone       `json:"from"` // the coolest and the hottest cone that it is fired to
	To   Cone       `json:"to"`
	Air  Atmosphere `json:"air"`
	// Closed are the weekdays on which nobody may fire it.
	Closed []time.Weekday `json:"closed"`
	// Minutes is what a load takes until it can be unloaded, cooling included.
	Minutes int `json:"minutes"`
	// Rests says that it is out of use.
	Rests bool `json:"rests"`
}

// Thermocouple is a rod that reaches in from the wall.
type Thermocouple struct {
	HighMM  float64 `json:"highMM"`  // above the floor
	Degrees float64 `json:"degrees"` // where in the wall: counter-clockwise from the right
	LongMM  float64 `json:"longMM"`  // from the wall; 0 for none
}

// Shelf is a plate that pieces stand on. Whole ones have the kiln's shape; a half one is half of
// it, cut from front to back.
type Shelf struct {
	WidthMM float64 `json:"widthMM"`
	DepthMM float64 `json:"depthMM"` // as wide where 0
	ThickMM float64 `json:"thickMM"`
	Count   int     `json:"count"`
}

// Post is how many there are of one height.
type Post struct {
	HighMM float64 `json:"highMM"`
	Count  int     `json:"count"`
}

// Usual is the beginning of a kiln: the usual distances (from memory) and times, and nobody there at
// weekends.
func Usual() Kiln {
	return Kiln{Shape: Round, Opening: Lid, WidthMM: 580, TallMM: 690, Whole: Shelf{WidthMM: 530, ThickMM: 16, Count: 5},
		Half: Shelf{ThickMM: 16, Count: 2}, Posts: []Post{{50, 6}, {75, 6}, {100, 6}, {150, 6}, {200, 6}},
		PostMM: 38, PerShelf: 3, FloorMM: 25, LidMM: 25, WallMM: 25, From: "06", To: "6", Air: Oxidation, Minutes: 24 * 60,
		Closed: []time.Weekday{time.Saturday, time.Sunday}}
}

// Sides of a half shelf, seen from where the kiln is loaded.
const (
	Whole = 0
	Left  = -1
	Right = 1
)

// halfGap is half of the slit between two half shelves, mm.
const halfGap = 2

// Plate is the outline of a shelf; side is Whole, Left or Right.
func (k Kiln) Plate(side int) outline.Flat {
	plate := flat(k.Shape, k.Whole.WidthMM, k.Whole.DepthMM)
	if side != Whole {
		plate.Sides = append(plate.Sides, outline.Side{Out: outline.Point{X: float64(-side)}, At: -halfGap})
	}
	return plate
}

// Standing is where pieces may stand on a shelf: on the plate, and away from the walls.
func (k Kiln) Standing(side int) outline.Flat {
	return k.Plate(side).And(k.Edge().Inset(k.WallMM))
}

// Litres is what it has room for: where pieces may stand on a shelf, as high as it is between the
// gaps at floor and lid.
func (k Kiln) Litres() float64 {
	return k.Standing(Whole).Area() * (k.TallMM - k.FloorMM - k.LidMM) / cubicMMALitre
}

const cubicMMALitre = 1e6

// Edge is the outline of the kiln inside.
func (k Kiln) Edge() outline.Flat { return flat(k.Shape, k.WidthMM, k.DepthMM) }

func flat(shape Shape, width, depth float64) outline.Flat {
	if depth == 0 || shape == Round || shape == Octagonal {
		depth = width
	}
	switch shape {
	case Round:
		return outline.Flat{R: width / 2}
	case Octagonal:
		f := outline.Flat{}
		for i := range 8 {
			sin, cos := math.Sincos(math.Pi / 4 * float64(i))
			f.Sides = append(f.Sides, outline.Side{Out: outline.Point{X: cos, Y: sin}, At: width / 2})
		}
		return f
	case Oval:
		// The polygon within it, so that nothing stands beyond the edge.
		const corners = 48
		at := make([]outline.Point, corners)
		for i := range at {
			sin, cos := math.Sincos(2 * math.Pi * float64(i) / corners)
			at[i] = outline.Point{X: cos * width / 2, Y: sin * depth / 2}
		}
		return outline.Polygon(at...)
	}
	w, d := width/2, depth/2
	return outline.Polygon(outline.Point{X: w, Y: d}, outline.Point{X: -w, Y: d}, outline.Point{X: -w, Y: -d}, outline.Point{X: w, Y: -d})
}

// Rod is what the thermocouple keeps free on a level between two heights above the floor: its
// outline from above, and whether it is there at all.
func (k Kiln) Rod(from, to float64) (rod outline.Outline, ok bool) {
	t := k.Thermocouple
	if t.LongMM == 0 || t.HighMM+k.WallMM <= from || t.HighMM-k.WallMM >= to {
		return nil, false
	}
	sin, cos := math.Sincos(t.Degrees * math.Pi / 180)
	wall := k.toWall(cos, sin)
	tip := math.Max(0, wall-t.LongMM)
	return outline.Outline{{Core: []outline.Point{{X: cos * wall, Y: sin * wall}, {X: cos * tip, Y: sin * tip}}}}, true
}

// toWall is how far the wall is from the middle in a direction.
func (k Kiln) toWall(cos, sin float64) float64 {
	in := k.Edge()
	if in.R > 0 {
		return in.R
	}
	far := math.Inf(1)
	for _, s := range in.Sides {
		if along := s.Out.X*cos + s.Out.Y*sin; along > 1e-12 {
			far = math.Min(far, s.At/along)
		}
	}
	return far
}

// Fires says whether the kiln is fired to a cone, in an air.
func (k Kiln) Fires(c Cone, air Atmosphere) bool {
	return !c.Cooler(k.From) && !k.To.Cooler(c) && (k.Air == air || air == "")
}
