package piece

import (
	"math"
	"slices"

	"enkaustos/core/outline"
)

// Above is one thing of a piece as it stands in the fire, seen from above: a jar and the lid fired
// beside it are two.
type Above struct {
	Outline outline.Outline // its zero is about its middle
	TallMM  float64
	// Foot is where the middle of what it stands on is, from there.
	Foot outline.Point
	Lid  bool // it is the lid of the first one
}

// bluntMM is how far two parts of one thing may be apart at most.
const bluntMM = 0.5

// corners is the most that a part keeps: more of them cost a search time, and fewer make it larger
// by less than a millimetre at the size of a hand.
const corners = 12

// FromAbove are the things of a piece in the way it is fired, the piece first. Where seated, what
// lies on a seat is fired on it, and there is one thing.
func (b Body) FromAbove(seated bool) []Above {
	var parts []partAbove
	r := b.Round()
	for _, l := range r.Turned {
		parts = append(parts, turnedAbove(l))
	}
	parts = append(parts, facesAbove(r.Flat)...)
	for _, bow := range r.Bows {
		parts = append(parts, bowAbove(bow))
	}
	things := connected(parts)
	slices.SortStableFunc(things, func(a, b []partAbove) int { return cmpSize(b, a) })
	if seated && len(things) == 2 {
		if one, ok := b.stacked(things[0], things[1]); ok {
			return []Above{one}
		}
	}
	above := make([]Above, len(things))
	for i, t := range things {
		above[i] = thingAbove(t)
		above[i].Lid = i > 0
	}
	return above
}

// partAbove is the outline of a surface, and from where to where it goes.
type partAbove struct {
	surface string
	part    outline.Part
	low     float64
	high    float64
}

func turnedAbove(l RoundLine) partAbove {
	p := partAbove{surface: l.Surface, part: outline.Part{Core: []outline.Point{{X: l.X}}}, low: math.Inf(1)}
	for _, at := range l.Line {
		p.part.R, p.low, p.high = math.Max(p.part.R, at[0]), math.Min(p.low, at[1]), math.Max(p.high, at[1])
	}
	return p
}

// facesAbove are the outlines of surfaces of flat faces, each convex.
func facesAbove(faces []RoundFace) (parts []partAbove) {
	points, low, high := map[string][]outline.Point{}, map[string]float64{}, map[string]float64{}
	var order []string
	for _, f := range faces {
		if points[f.Surface] == nil {
			order, low[f.Surface] = append(order, f.Surface), math.Inf(1)
		}
		for _, c := range f.Corners {
			points[f.Surface] = append(points[f.Surface], outline.Point{X: c[0], Y: c[1]})
			low[f.Surface], high[f.Surface] = math.Min(low[f.Surface], c[2]), math.Max(high[f.Surface], c[2])
		}
	}
	for _, surface := range order {
		parts = append(parts, partAbove{surface, outline.Hull(points[surface]).Coarser(corners), low[surface], high[surface]})
	}
	return parts
}

func bowAbove(bow RoundBow) partAbove {
	out, half := bow.R+bow.Deep/2, bow.Wide/2
	if bow.Up { // a loop in the plane through the axis, on top
		return partAbove{bow.Surface, outline.Part{Core: []outline.Point{{X: bow.X - out}, {X: bow.X + out}}, R: half}, bow.Z, bow.Z + out}
	}
	return partAbove{bow.Surface, outline.Part{Core: []outline.Point{{X: bow.X + out, Y: half}, {X: bow.X - half, Y: half}, {X: bow.X - half, Y: -half}, {X: bow.X + out, Y: -half}}}, bow.Z - out, bow.Z + out}
}

// connected groups the parts that touch from above.
func connected(parts []partAbove) (things [][]partAbove) {
	for _, p := range parts {
		mine := []partAbove{p}
		var rest [][]partAbove
		for _, t := range things {
			if slices.ContainsFunc(t, func(q partAbove) bool { return outline.PartsApart(p.part, q.part).MM < bluntMM }) {
				mine = append(t, mine...)
			} else {
				rest = append(rest, t)
			}
		}
		things = append(rest, mine)
	}
	return things
}

func cmpSize(a, b []partAbove) int {
	size := func(t []partAbove) (most float64) {
		for _, p := range t {
			most = math.Max(most, p.high*outline.Outline{p.part}.Area())
		}
		return most
	}
	switch x, y := size(a), size(b); {
	case x < y:
		return -1
	case x > y:
		return 1
	}
	return 0
}

// thingAbove is a thing about its own middle, without parts that lie within another.
func thingAbove(t []partAbove) (a Above) {
	var o outline.Outline
	for _, p := range t {
		a.TallMM = math.Max(a.TallMM, p.high)
		o = append(o, p.part)
	}
	o = seen(o)
	low, high := extent(o)
	a.Foot = outline.Point{X: -(low.X + high.X) / 2, Y: -(low.Y + high.Y) / 2}
	a.Outline = o.At(outline.Place{X: a.Foot.X, Y: a.Foot.Y})
	return a
}

// seen are the parts that do not lie within another.
func seen(all outline.Outline) (o outline.Outline) {
	for i, p := range all {
		hidden := false
		for k, q := range all {
			hidden = hidden || k != i && hides(q, p) && !(k > i && hides(p, q))
		}
		if !hidden {
			o = append(o, p)
		}
	}
	return o
}

// hides says whether part p certainly lies within q: round in round, or corners in sides.
func hides(q, p outline.Part) bool {
	for _, c := range p.Core {
		if outline.PartsApart(outline.Part{Core: []outline.Point{c}}, q).MM > -p.R+1e-6 {
			return false
		}
	}
	return true
}

func extent(o outline.Outline) (low, high outline.Point) {
	low, high = outline.Point{X: math.Inf(1), Y: math.Inf(1)}, outline.Point{X: math.Inf(-1), Y: math.Inf(-1)}
	for _, p := range o {
		for _, c := range p.Core {
			low = outline.Point{X: math.Min(low.X, c.X-p.R), Y: math.Min(low.Y, c.Y-p.R)}
			high = outline.Point{X: math.Max(high.X, c.X+p.R), Y: math.Max(high.Y, c.Y+p.R)}
		}
	}
	return low, high
}

// stacked is a piece with its lid on it, seat on seat; false where there are no two seats: a saucer
// is fired beside its pot.
func (b Body) stacked(jar, lid []partAbove) (Above, bool) {
	seat, ok := b.rests(jar)
	under, lies := b.rests(lid)
	if !ok || !lies {
		return Above{}, false
	}
	below, top := thingAbove(jar), thingAbove(lid)
	one := Above{Foot: below.Foot, TallMM: math.Max(below.TallMM, seat+top.TallMM-under)}
	one.Outline = seen(append(below.Outline, top.Outline...))
	return one, true
}

// rests is the height of the seat of a thing: of what another lies on, or of what lies on another.
func (b Body) rests(t []partAbove) (z float64, ok bool) {
	for _, p := range t {
		if s, found := b.Surface(p.surface); found && s.Seat {
			z, ok = math.Max(z, p.low), true
		}
	}
	return z, ok
}
