package outline

import (
	"cmp"
	"slices"
)

// hull is the convex hull of points (Andrew's monotone chain), counter-clockwise, without corners
// that lie on a side.
func hull(points []Point) []Point {
	points = slices.Clone(points)
	slices.SortFunc(points, func(a, b Point) int { return cmp.Or(cmp.Compare(a.X, b.X), cmp.Compare(a.Y, b.Y)) })
	points = slices.CompactFunc(points, func(a, b Point) bool { return a.Distance(b) < 1e-6 })
	if len(points) < 3 {
		return points
	}
	half := func(list []Point) (chain []Point) {
		for _, p := range list {
			for n := len(chain); n > 1 && chain[n-1].minus(chain[n-2]).cross(p.minus(chain[n-1])) <= 1e-9; n = len(chain) {
				chain = chain[:n-1]
			}
			chain = append(chain, p)
		}
		return chain[:len(chain)-1]
	}
	lower := half(points)
	slices.Reverse(points)
	return append(lower, half(points)...)
}

// Coarser is a part with at most so many corners that holds all of it: the side whose removal adds
// the least is taken away first, its neighbours drawn out until they meet.
func (p Part) Coarser(most int) Part {
	core := slices.Clone(p.Core)
	for len(core) > max(most, 4) {
		n, best, at, tip := len(core), 0.0, -1, Point{}
		for i := range core {
			a, b, c, d := core[(i+n-1)%n], core[i], core[(i+1)%n], core[(i+2)%n]
			u, v := b.minus(a), d.minus(c)
			across := u.cross(v)
			if across <= 1e-12 {
				continue // they meet nowhere
			}
			t := c.minus(b).cross(v) / across
			if t < 0 {
				continue
			}
			corner := b.plus(u.times(t))
			if more := c.minus(b).cross(corner.minus(b)); at < 0 || -more < best {
				best, at, tip = -more, i, corner
			}
		}
		if at < 0 {
			break
		}
		core[at] = tip
		core = slices.Delete(core, (at+1)%n, (at+1)%n+1)
	}
	return Part{core, p.R}
}
