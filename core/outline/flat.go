package outline

import "math"

// Side bounds a flat: what lies at most At along Out, of length 1, is within.
type Side struct {
	Out Point   `json:"out"`
	At  float64 `json:"at"`
}

// Flat is a convex area that things stand on, about 0, 0: within R of it, where R is not 0, and
// within all of its sides.
type Flat struct {
	R     float64 `json:"r"`
	Sides []Side  `json:"sides"`
}

// Inset is the flat with so much less all round.
func (f Flat) Inset(by float64) Flat {
	less := Flat{Sides: make([]Side, len(f.Sides))}
	if f.R > 0 {
		less.R = math.Max(f.R-by, 1e-9)
	}
	for i, s := range f.Sides {
		less.Sides[i] = Side{s.Out, s.At - by}
	}
	return less
}

// And is what two flats share.
func (f Flat) And(g Flat) Flat {
	both := Flat{R: f.R, Sides: append(append([]Side{}, f.Sides...), g.Sides...)}
	if both.R == 0 || g.R > 0 && g.R < both.R {
		both.R = g.R
	}
	return both
}

// Within is how far an outline stays within a flat, mm; below 0 by how far it goes beyond.
func (f Flat) Within(o Outline) float64 {
	in := math.Inf(1)
	for _, p := range o {
		for _, c := range p.Core {
			in = math.Min(in, f.depth(c)-p.R)
		}
	}
	return in
}

// depth is how far a point is within the nearest edge.
func (f Flat) depth(c Point) float64 {
	in := math.Inf(1)
	if f.R > 0 {
		in = f.R - c.length()
	}
	for _, s := range f.Sides {
		in = math.Min(in, s.At-s.Out.dot(c))
	}
	return in
}

// Polygon is the flat within the sides of a convex polygon, counter-clockwise, that holds 0, 0.
func Polygon(corners ...Point) Flat {
	var f Flat
	for i, a := range corners {
		out, _ := corners[(i+1)%len(corners)].minus(a).normal().unit()
		f.Sides = append(f.Sides, Side{out, out.dot(a)})
	}
	return f
}

// fine is as how many points what is round counts where it is measured: every half a degree.
const fine = 720

// Extent is the box about the flat.
func (f Flat) Extent() (low, high Point) {
	low, high = Point{math.Inf(1), math.Inf(1)}, Point{math.Inf(-1), math.Inf(-1)}
	for _, p := range f.Corners(fine) {
		low = Point{math.Min(low.X, p.X), math.Min(low.Y, p.Y)}
		high = Point{math.Max(high.X, p.X), math.Max(high.Y, p.Y)}
	}
	return low, high
}

// Area is the area of the flat, mm², its round part as a polygon of 720 sides.
func (f Flat) Area() float64 {
	sum, points := 0.0, f.Corners(fine)
	for i, a := range points {
		sum += a.cross(points[(i+1)%len(points)]) / 2
	}
	return sum
}

// Corners are those of the flat, what is round of it as so many points around.
func (f Flat) Corners(around int) []Point {
	far := f.R
	if far == 0 {
		for _, s := range f.Sides {
			far = math.Max(far, 4*math.Abs(s.At))
		}
	}
	points := make([]Point, around)
	for i := range points {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / float64(around))
		points[i] = Point{far * cos, far * sin}
	}
	for _, s := range f.Sides {
		var kept []Point
		for i, b := range points {
			a := points[(i+len(points)-1)%len(points)]
			da, db := s.At-s.Out.dot(a), s.At-s.Out.dot(b)
			if (da < 0) != (db < 0) {
				kept = append(kept, between(a, b, da/(da-db)))
			}
			if db >= 0 {
				kept = append(kept, b)
			}
		}
		points = kept
	}
	return points
}
