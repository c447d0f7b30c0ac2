package piece

import (
	"cmp"
	"math"
	"slices"
)

// vec is a point in space in mm: x to the front end, y to the left, z up.
type vec struct{ x, y, z float64 }

func (a vec) minus(b vec) vec             { return vec{a.x - b.x, a.y - b.y, a.z - b.z} }
func (a vec) plus(b vec) vec              { return vec{a.x + b.x, a.y + b.y, a.z + b.z} }
func (a vec) times(f float64) vec         { return vec{f * a.x, f * a.y, f * a.z} }
func (a vec) cross(b vec) vec             { return vec{a.y*b.z - a.z*b.y, a.z*b.x - a.x*b.z, a.x*b.y - a.y*b.x} }
func (a vec) length() float64             { return math.Sqrt(a.x*a.x + a.y*a.y + a.z*a.z) }
func (a vec) toward(b vec, f float64) vec { return a.plus(b.minus(a).times(f)) }

// tri is a triangle of a modelled form; its corners run counter-clockwise seen
// from outside.
type tri struct {
	a, b, c vec
	surface string
	part    int // what is drawn as one outline
}

func (t tri) normal() vec     { return t.b.minus(t.a).cross(t.c.minus(t.a)) } // twice the area long
func (t tri) area() float64   { return t.normal().length() / 2 }
func (t tri) middle() vec     { return t.a.plus(t.b).plus(t.c).times(1.0 / 3) }
func (t tri) lowest() float64 { return math.Min(t.a.z, math.Min(t.b.z, t.c.z)) }

// below is the area of the triangle lower than height h.
func (t tri) below(h float64) float64 {
	p := []vec{t.a, t.b, t.c}
	slices.SortFunc(p, func(a, b vec) int { return cmp.Compare(a.z, b.z) })
	switch whole := t.area(); {
	case h >= p[2].z:
		return whole
	case h <= p[0].z:
		return 0
	case h <= p[1].z: // the tip below, similar to the part of the triangle that ends at h
		return whole * (h - p[0].z) / (p[1].z - p[0].z) * (h - p[0].z) / (p[2].z - p[0].z)
	default: // all but the tip above
		return whole * (1 - (p[2].z-h)/(p[2].z-p[1].z)*(p[2].z-h)/(p[2].z-p[0].z))
	}
}

// facets are triangles of one surface as a zone, the lowest first, scaled to an
// area that is known better than the triangles know it.
type facets struct {
	tris  []tri
	whole float64 // mm²
	scale float64
}

func facetsOf(tris []tri, areaMM2 float64) facets {
	f := facets{tris: slices.Clone(tris), scale: 1}
	slices.SortFunc(f.tris, func(a, b tri) int { return cmp.Compare(a.lowest(), b.lowest()) })
	for _, t := range tris {
		f.whole += t.area()
	}
	if areaMM2 > 0 && f.whole > 0 {
		f.scale = areaMM2 / f.whole
	}
	return f
}

func (f facets) below(h float64) float64 {
	if math.IsInf(h, 1) {
		return f.scale * f.whole
	}
	sum := 0.0
	for _, t := range f.tris {
		if t.lowest() > h {
			break
		}
		if h <= t.lowest() && t.normal().z < 0 && t.flatAt(h) {
			sum += t.area() // it stands on the table
			continue
		}
		sum += t.below(h)
	}
	return f.scale * sum
}

// flatAt says whether the triangle lies level at a height.
func (t tri) flatAt(h float64) bool {
	return math.Abs(t.a.z-h) < 1e-6 && math.Abs(t.b.z-h) < 1e-6 && math.Abs(t.c.z-h) < 1e-6
}

// slope is how steep the triangles are on the whole, weighted by area.
func (f facets) slope() float64 {
	sum, area := 0.0, 0.0
	for _, t := range f.tris {
		n := t.normal()
		if length := n.length(); length > 0 {
			sum += length * math.Acos(math.Min(1, math.Abs(n.z)/length))
			area += length
		}
	}
	if area == 0 {
		return 0
	}
	return sum / area * 180 / math.Pi
}

// pose is a way to lie, and how the axes turn for it.
type pose struct {
	name string
	turn func(vec) vec
}

// poses are the ways a free form can lie; the first is no decision.
var poses = []pose{
	{"not decided", func(v vec) vec { return v }},
	{"upright", func(v vec) vec { return v }},
	{"on its left side", func(v vec) vec { return vec{v.x, v.z, -v.y} }},
	{"on its right side", func(v vec) vec { return vec{v.x, -v.z, v.y} }},
	{"on its back", func(v vec) vec { return vec{v.x, -v.y, -v.z} }},
	{"on its front end", func(v vec) vec { return vec{v.z, v.y, -v.x} }},
	{"on its rear end", func(v vec) vec { return vec{-v.z, v.y, v.x} }},
}

func poseNames() []string {
	names := make([]string, len(poses))
	for i, p := range poses {
		names[i] = p.name
	}
	return names
}

// turned turns triangles and sets them on the table.
func laid(tris []tri, p pose) []tri {
	out := slices.Clone(tris)
	low := math.Inf(1)
	for i, t := range out {
		t.a, t.b, t.c = p.turn(t.a), p.turn(t.b), p.turn(t.c)
		low = math.Min(low, t.lowest())
		out[i] = t
	}
	down := vec{0, 0, -low}
	for i, t := range out {
		out[i].a, out[i].b, out[i].c = t.a.plus(down), t.b.plus(down), t.c.plus(down)
	}
	return out
}

// weight is the centre of mass of a hollow form with walls of even thickness:
// the centre of its surface.
func weight(tris []tri) vec {
	sum, area := vec{}, 0.0
	for _, t := range tris {
		a := t.area()
		sum, area = sum.plus(t.middle().times(a)), area+a
	}
	return sum.times(1 / area)
}

// touching is how near to the table a point has to be to carry the piece, in mm.
const touching = 0.2

// support is the outline of what the piece stands on, and by how many mm its
// centre of mass lies inside of it; a negative margin tips over.
func support(tris []tri) (outline []xy, marginMM float64) {
	var contact []xy
	for _, t := range tris {
		for _, v := range []vec{t.a, t.b, t.c} {
			if v.z < touching {
				contact = append(contact, xy{v.x, v.y})
			}
		}
	}
	outline = hull(contact)
	c := weight(tris)
	return outline, inside(outline, xy{c.x, c.y})
}

// xy is a point on the table, in mm.
type xy struct{ x, y float64 }

// hull is the convex outline of points, counter-clockwise (Andrew's monotone
// chain).
func hull(points []xy) []xy {
	sorted := slices.Clone(points)
	slices.SortFunc(sorted, func(a, b xy) int { return cmp.Or(cmp.Compare(a.x, b.x), cmp.Compare(a.y, b.y)) })
	sorted = slices.Compact(sorted)
	if len(sorted) < 3 {
		return sorted
	}
	var out []xy
	half := func(points []xy) {
		start := len(out)
		for _, p := range points {
			for len(out) >= start+2 && turn(out[len(out)-2], out[len(out)-1], p) <= 1e-9 {
				out = out[:len(out)-1]
			}
			out = append(out, p)
		}
		out = out[:len(out)-1]
	}
	half(sorted)
	slices.Reverse(sorted)
	half(sorted)
	return out
}

// turn is twice the signed area of the triangle a, b, c.
func turn(a, b, c xy) float64 { return (b.x-a.x)*(c.y-a.y) - (b.y-a.y)*(c.x-a.x) }

// inside is how far a point lies inside a convex outline, in mm; negative
// outside. A point or a line carries nothing: everything lies outside of it.
func inside(outline []xy, p xy) float64 {
	if len(outline) < 3 {
		least := math.Inf(1)
		for _, q := range outline {
			least = math.Min(least, math.Hypot(p.x-q.x, p.y-q.y))
		}
		return -math.Max(least, 0.1)
	}
	margin := math.Inf(1)
	for i, a := range outline {
		b := outline[(i+1)%len(outline)]
		margin = math.Min(margin, turn(a, b, p)/math.Hypot(b.x-a.x, b.y-a.y))
	}
	return margin
}

// partsOf are triangles by what grew as one: the body whole, each foot by itself.
func partsOf(tris []tri) [][]tri {
	var parts [][]tri
	of := map[int]int{}
	whole := slices.ContainsFunc(tris, func(t tri) bool { return t.surface == "base" }) // the faces of an odd form are one body
	for _, t := range tris {
		key := t.part
		if whole {
			key = 0
		}
		if _, known := of[key]; !known {
			of[key] = len(parts)
			parts = append(parts, nil)
		}
		parts[of[key]] = append(parts[of[key]], t)
	}
	return parts
}

// slice is the outline of what of the triangles lies lower than height h, seen
// from below: the hull of all of it.
func slice(tris []tri, h float64) []xy {
	var points []xy
	for _, t := range tris {
		corners := [3]vec{t.a, t.b, t.c}
		for i, p := range corners {
			q := corners[(i+1)%3]
			if p.z <= h {
				points = append(points, xy{p.x, p.y})
			}
			if (p.z <= h) != (q.z <= h) {
				at := p.toward(q, (h-p.z)/(q.z-p.z))
				points = append(points, xy{at.x, at.y})
			}
		}
	}
	return hull(points)
}
