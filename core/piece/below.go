package piece

import "math"

// Under is a piece seen from below, to scale in mm, the middle of what it
// stands on at 0, 0: what touches the shelf, and how far out it has to stay
// bare. Paths use the path notation of SVG with the even-odd rule.
type Under struct {
	Contact string  `json:"contact"` // what touches the table
	Limit   string  `json:"limit"`   // the outline of everything lower than the bare band
	Left    float64 `json:"left"`
	Top     float64 `json:"top"`
	Width   float64 `json:"width"`
	Height  float64 `json:"height"`
}

// FromBelow is the piece seen from below under a bare band of a height in mm.
func (b Body) FromBelow(heightMM float64) Under {
	if b.under == nil {
		return Under{}
	}
	return b.under(heightMM)
}

// add grows the view to hold a circle or a corner.
func (u *Under) hold(x0, y0, x1, y1 float64) {
	if u.Width == 0 {
		u.Left, u.Top, u.Width, u.Height = x0, y0, x1-x0, y1-y0
		return
	}
	right, bottom := math.Max(u.Left+u.Width, x1), math.Max(u.Top+u.Height, y1)
	u.Left, u.Top = math.Min(u.Left, x0), math.Min(u.Top, y0)
	u.Width, u.Height = right-u.Left, bottom-u.Top
}

// round draws a circle around x, 0.
func round(x, r float64) string {
	return newPen(0).move(x-r, 0).arc(r, 1, x+r, 0).arc(r, 1, x-r, 0).close()
}

// rectangle draws a rectangle around x, y.
func rectangle(x, y, w, h float64) string {
	return newPen(0).move(x-w/2, -(y-h/2)).line(x+w/2, -(y-h/2)).line(x+w/2, -(y+h/2)).line(x-w/2, -(y + h/2)).close()
}

// ringBelow is a ring on which something turned stands, its axis at x. limit is
// the radius within which everything is lower than a height.
type ringBelow struct {
	x, outer, inner float64
	limit           func(heightMM float64) float64
}

func ringsBelow(rings ...ringBelow) func(float64) Under {
	return func(h float64) (u Under) {
		for _, r := range rings {
			u.Contact += round(r.x, r.outer)
			if r.inner > 0 {
				u.Contact += round(r.x, r.inner)
			}
			limit := math.Max(r.outer, r.limit(h))
			u.Limit += round(r.x, limit)
			u.hold(r.x-limit, -limit, r.x+limit, limit)
		}
		return u
	}
}

// standsOn is the ring a turned thing stands on and how far out it is low.
func (t turned) standsOn() ringBelow {
	ring := ringBelow{x: t.at, inner: math.Inf(1)}
	for _, s := range t.spans {
		for i, p := range s.line {
			level := i > 0 && s.line[i-1].z == p.z || i+1 < len(s.line) && s.line[i+1].z == p.z
			if p.z == 0 && level {
				ring.outer, ring.inner = math.Max(ring.outer, p.r), math.Min(ring.inner, p.r)
			}
		}
	}
	if math.IsInf(ring.inner, 1) {
		ring.inner = 0
	}
	ring.limit = func(h float64) float64 {
		widest := 0.0
		for _, s := range t.spans {
			if s.Upward {
				continue
			}
			for i, p := range s.line {
				if p.z <= h {
					widest = math.Max(widest, p.r)
				}
				if i > 0 {
					if q := s.line[i-1]; (q.z <= h) != (p.z <= h) {
						widest = math.Max(widest, q.r+(p.r-q.r)*(h-q.z)/(p.z-q.z))
					}
				}
			}
		}
		return widest
	}
	return ring
}

// rectanglesBelow is a box on the table, hollow where inner is not 0, its walls
// upright or as wide as wider says at a height.
func rectanglesBelow(x, length, width, hollowLength, hollowWidth float64) func(float64) Under {
	return func(float64) (u Under) {
		u.Contact = rectangle(x, 0, length, width)
		if hollowLength > 0 && hollowWidth > 0 {
			u.Contact += rectangle(x, 0, hollowLength, hollowWidth)
		}
		u.Limit = rectangle(x, 0, length, width)
		u.hold(x-length/2, -width/2, x+length/2, width/2)
		return u
	}
}

// both shows two things that stand side by side.
func both(one, other func(float64) Under) func(float64) Under {
	return func(h float64) Under {
		a, b := one(h), other(h)
		a.Contact, a.Limit = a.Contact+b.Contact, a.Limit+b.Limit
		a.hold(b.Left, b.Top, b.Left+b.Width, b.Top+b.Height)
		return a
	}
}

// freeBelow is a free form as it lies: the outlines of what touches the table,
// and of everything lower than a height, part by part: three feet are three
// spots.
func freeBelow(tris []tri) func(float64) Under {
	return func(h float64) (u Under) {
		for _, part := range partsOf(tris) {
			contact, limit := slice(part, touching), slice(part, h)
			if len(contact) > 2 {
				u.Contact += loop(contact, 0)
			}
			if len(limit) > 2 {
				u.Limit += loop(limit, 0)
			}
			for _, p := range limit {
				if u.Width == 0 {
					u.hold(p.x, -p.y, p.x+1e-6, -p.y+1e-6)
				}
				u.hold(p.x, -p.y, p.x, -p.y)
			}
		}
		return u
	}
}

// Across is the longest way across what a piece stands on, in mm.
func (b Body) Across() float64 {
	under := b.FromBelow(0)
	return max(under.Width, under.Height)
}
