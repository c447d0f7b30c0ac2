package outline

import "math"

// Apart is how far two parts are from each other, mm: below 0 by how far they would have to move
// to be free of each other. Toward is the direction in which a gets away from b, of length 1; on
// is the point of a's core and off that of b's at which they are nearest.
type Apart struct {
	MM      float64
	Toward  Point
	On, Off Point
}

// PartsApart is how far two parts are from each other, exactly where they do not meet. Where cores
// meet it is the shortest move along the normal of a side (separating axes), which is exact for
// convex polygons.
func PartsApart(a, b Part) Apart {
	apart, _ := Nearer(a, b, math.Inf(1))
	return apart
}

// Nearer is PartsApart of parts that are nearer than so many mm; false where they are not, which it
// sees sooner.
func Nearer(a, b Part, mm float64) (Apart, bool) {
	if len(a.Core) == 1 && len(b.Core) == 1 {
		apart := pointsApart(a, b)
		return apart, apart.MM < mm
	}
	apart, free, far := sidesApart(a.Core, b.Core, mm+a.R+b.R)
	if far {
		return apart, false
	}
	if free {
		apart = coresApart(a.Core, b.Core)
	}
	apart.MM -= a.R + b.R
	return apart, apart.MM < mm
}

func pointsApart(a, b Part) Apart {
	p, q := a.Core[0], b.Core[0]
	dx, dy := p.X-q.X, p.Y-q.Y
	d := math.Sqrt(dx*dx + dy*dy)
	if d < 1e-12 {
		return Apart{-a.R - b.R, Point{1, 0}, p, q}
	}
	return Apart{d - a.R - b.R, Point{dx / d, dy / d}, p, q}
}

// sidesApart looks for a side of either core that lies between them. Where none does, the cores
// meet, and the shallowest side says how to part them. far is said as soon as one parts them by so
// much.
func sidesApart(a, b []Point, enough float64) (apart Apart, free, far bool) {
	apart.MM = math.Inf(-1)
	for turn := range 2 {
		n := sides(b)
		for i := range n {
			from, out, ok := sideOf(b, i)
			if !ok {
				continue
			}
			// The corner of a that is deepest behind this side of b.
			low, deep, at := math.Inf(1), Point{}, out.X*from.X+out.Y*from.Y
			for _, p := range a {
				if d := out.X*p.X + out.Y*p.Y - at; d < low {
					low, deep = d, p
				}
			}
			if low >= enough {
				return apart, true, true
			}
			if free = free || low > 1e-12; free {
				continue
			}
			if low > apart.MM {
				foot := deep.minus(out.times(low))
				if turn == 0 {
					apart = Apart{low, out, deep, foot}
				} else {
					apart = Apart{low, out.times(-1), foot, deep}
				}
			}
		}
		a, b = b, a
	}
	return apart, free, false
}

// sides is how many ways out of a core there are: a segment has its two sides and its two ends, a
// point none.
func sides(core []Point) int {
	switch n := len(core); n {
	case 1:
		return 0
	case 2:
		return 4
	default:
		return n
	}
}

// sideOf is a point of a side and the way out there, of length 1.
func sideOf(core []Point, i int) (from, out Point, ok bool) {
	n := len(core)
	from, to := core[i%n], core[(i+1)%n]
	along, l := to.minus(from).unit()
	if n == 2 && i > 1 {
		return to, along, l > 1e-12
	}
	return from, along.normal(), l > 1e-12
}

// coresApart is the distance of two cores that do not meet.
func coresApart(a, b []Point) Apart {
	best, on, off := math.Inf(1), Point{}, Point{}
	for turn := range 2 {
		for i, from := range b {
			to := b[(i+1)%len(b)]
			sx, sy := to.X-from.X, to.Y-from.Y
			l2 := sx*sx + sy*sy
			for _, p := range a {
				t := 0.0
				if l2 > 0 {
					t = ((p.X-from.X)*sx + (p.Y-from.Y)*sy) / l2
				}
				switch {
				case t < 0:
					t = 0
				case t > 1:
					t = 1
				}
				q := Point{from.X + t*sx, from.Y + t*sy}
				if d := (p.X-q.X)*(p.X-q.X) + (p.Y-q.Y)*(p.Y-q.Y); d < best {
					best, on, off = d, p, q
					if turn == 1 {
						on, off = q, p
					}
				}
			}
		}
		a, b = b, a
	}
	d := math.Sqrt(best)
	if d < 1e-12 {
		return Apart{0, Point{1, 0}, on, off}
	}
	return Apart{d, on.minus(off).times(1 / d), on, off}
}

// Gap is how far two outlines are from each other, mm; below 0 where they overlap.
func Gap(a, b Outline) float64 {
	gap := math.Inf(1)
	for _, p := range a {
		for _, q := range b {
			gap = math.Min(gap, PartsApart(p, q).MM)
		}
	}
	return gap
}
