// Package outline knows things seen from above: discs, ovals, rectangles and free outlines, turned
// freely, how far they are from one another and whether they lie within a flat. It knows no clay.
// Lengths are in mm, turns in radians, counter-clockwise.
package outline

import "math"

// Point is a place from above.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

func (p Point) plus(q Point) Point         { return Point{p.X + q.X, p.Y + q.Y} }
func (p Point) minus(q Point) Point        { return Point{p.X - q.X, p.Y - q.Y} }
func (p Point) times(k float64) Point      { return Point{p.X * k, p.Y * k} }
func (p Point) dot(q Point) float64        { return p.X*q.X + p.Y*q.Y }
func (p Point) cross(q Point) float64      { return p.X*q.Y - p.Y*q.X }
func (p Point) length() float64            { return math.Sqrt(p.X*p.X + p.Y*p.Y) }
func (p Point) turned(c, s float64) Point  { return Point{c*p.X - s*p.Y, s*p.X + c*p.Y} }
func (p Point) Distance(q Point) float64   { return math.Hypot(p.X-q.X, p.Y-q.Y) }
func (p Point) normal() Point              { return Point{p.Y, -p.X} } // to the right of p
func between(a, b Point, t float64) Point  { return Point{a.X + t*(b.X-a.X), a.Y + t*(b.Y-a.Y)} }
func (p Point) unit() (u Point, l float64) { l = p.length(); return p.times(1 / l), l }

// Part is everything within R of its core: a point, a segment or a convex polygon, its corners
// counter-clockwise.
type Part struct {
	Core []Point `json:"core"`
	R    float64 `json:"r"`
}

// Outline is one thing from above, the union of its parts: a mug is a disc and its handle.
type Outline []Part

// Place is where the zero of an outline stands, and how far it is turned.
type Place struct {
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
	Turn float64 `json:"turn"`
}

// Point is the place without its turn.
func (p Place) Point() Point { return Point{p.X, p.Y} }

// Disc is round.
func Disc(r float64) Outline { return Outline{{Core: []Point{{}}, R: r}} }

// Rectangle lies along x.
func Rectangle(length, width float64) Outline {
	l, w := length/2, width/2
	return Outline{{Core: []Point{{l, w}, {-l, w}, {-l, -w}, {l, -w}}}}
}

// ovalSides are the sides of the polygon about an oval: it is nowhere farther out than
// 1/cos(π/24), 0.9 %, of the shorter half.
const ovalSides = 24

// Oval is an ellipse along x, as the polygon about it, so that nothing of it is left out.
func Oval(length, width float64) Outline {
	if length == width {
		return Disc(length / 2)
	}
	out := 1 / math.Cos(math.Pi/ovalSides)
	core := make([]Point, ovalSides)
	for i := range core {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / ovalSides)
		core[i] = Point{out * cos * length / 2, out * sin * width / 2}
	}
	return Outline{{Core: core}}
}

// At is the outline at a place.
func (o Outline) At(p Place) Outline {
	sin, cos := math.Sincos(p.Turn)
	at := make(Outline, len(o))
	for i, part := range o {
		core := make([]Point, len(part.Core))
		for k, c := range part.Core {
			core[k] = c.turned(cos, sin).plus(p.Point())
		}
		at[i] = Part{core, part.R}
	}
	return at
}

// Grown is the outline with so much more all round.
func (o Outline) Grown(by float64) Outline {
	more := make(Outline, len(o))
	for i, part := range o {
		more[i] = Part{part.Core, part.R + by}
	}
	return more
}

// Reach is how far from its zero an outline goes.
func (o Outline) Reach() float64 {
	reach := 0.0
	for _, part := range o {
		for _, c := range part.Core {
			reach = math.Max(reach, c.length()+part.R)
		}
	}
	return reach
}

// Round says whether turning the outline changes nothing.
func (o Outline) Round() bool {
	for _, part := range o {
		if len(part.Core) != 1 || part.Core[0] != (Point{}) {
			return false
		}
	}
	return true
}

// Area is what the parts cover, mm², what two of them share counted once for each.
func (o Outline) Area() float64 {
	sum := 0.0
	for _, part := range o {
		around, n := 0.0, len(part.Core)
		for i, a := range part.Core {
			b := part.Core[(i+1)%n]
			sum += a.cross(b) / 2
			around += a.Distance(b)
		}
		sum += around*part.R + math.Pi*part.R*part.R
	}
	return sum
}

// Hull is the smallest convex part about points, counter-clockwise.
func Hull(points []Point) Part {
	return Part{Core: hull(points)}
}
