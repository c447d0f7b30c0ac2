package piece

import "math"

// point is a place on a profile, in mm: r from the axis, z above the table.
type point struct{ r, z float64 }

// span is the part of a profile that is one surface: a line that turns about
// the axis.
type span struct {
	Surface
	line []point
	// side says how the span is seen in the half-section.
	side side
}

// side is where a span is seen.
type side int

const (
	within  side = iota // in the cut half: the inside of a vessel
	without             // from outside: the other half
	edgeOn              // only as a line, in both halves: lips, seats, feet
	beneath             // only as a line in the cut half: what nobody sees standing
)

// turned is a thing turned about an axis: its profile walked from the axis over
// the inside, the lip, the outside and the foot back to the axis. The clay is
// what the walk encloses.
type turned struct {
	spans []span
	at    float64 // where its axis stands in the drawing
}

// smooth draws a line through a few points as a thrown wall runs through them:
// Catmull and Rom's spline, in steps pieces between two points, never nearer to
// the axis than closest.
func smooth(through []point, steps int, closest float64) []point {
	at := func(i int) point { return through[min(max(i, 0), len(through)-1)] }
	line := []point{through[0]}
	for i := range len(through) - 1 {
		a, b, c, d := at(i-1), at(i), at(i+1), at(i+2)
		for s := 1; s <= steps; s++ {
			t := float64(s) / float64(steps)
			blend := func(a, b, c, d float64) float64 {
				return b + t/2*(c-a+t*(2*a-5*b+4*c-d+t*(3*(b-c)+d-a)))
			}
			line = append(line, point{math.Max(closest, blend(a.r, b.r, c.r, d.r)), blend(a.z, b.z, c.z, d.z)})
		}
	}
	return line
}

// inward is the inside of a wall whose outside is given from the bottom up, from
// height floor on: wall is measured level.
func inward(outside []point, wall, floor float64) []point {
	var line []point
	for i, p := range outside {
		if p.z >= floor {
			if i > 0 && len(line) == 0 {
				line = append(line, point{radiusAt(outside, floor) - wall, floor})
			}
			line = append(line, point{p.r - wall, p.z})
		}
	}
	return line
}

// radiusAt is the radius of a line that climbs, at a height.
func radiusAt(line []point, z float64) float64 {
	for i := 1; i < len(line); i++ {
		if a, b := line[i-1], line[i]; z >= a.z && z <= b.z && b.z > a.z {
			return a.r + (b.r-a.r)*(z-a.z)/(b.z-a.z)
		}
	}
	return line[len(line)-1].r
}

func narrowest(line []point) float64 {
	least := math.Inf(1)
	for _, p := range line {
		least = math.Min(least, p.r)
	}
	return least
}

func reversed(line []point) []point {
	out := make([]point, len(line))
	for i, p := range line {
		out[len(line)-1-i] = p
	}
	return out
}

// zonesOf are the frusta between the points of a line: exact for the line, and
// as near to a smooth wall as the line is.
func zonesOf(line []point) []zone {
	var zones []zone
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		if a.z > b.z {
			a, b = b, a
		}
		if a != b {
			zones = append(zones, frustum{a.r, a.z, b.r, b.z})
		}
	}
	return zones
}

// assemble makes a body of things that stand side by side, each on the table.
func assemble(form Form, things ...turned) Body {
	b := Body{Form: form, zones: map[string][]zone{}}
	d := Drawing{}
	for _, t := range things {
		for i, s := range t.spans {
			b.Surfaces = append(b.Surfaces, s.Surface)
			b.zones[s.ID] = zonesOf(s.line)
			if i > 0 {
				b.Touching = append(b.Touching, [2]string{t.spans[i-1].ID, s.ID})
			}
		}
		b.HeightMM = math.Max(b.HeightMM, t.top())
	}
	for _, t := range things {
		t.draw(&d, b.HeightMM)
	}
	d.TableY, d.Height = b.HeightMM, b.HeightMM
	b.drawing = d
	rings := make([]ringBelow, len(things))
	for i, t := range things {
		rings[i] = t.standsOn()
	}
	b.under = ringsBelow(rings...)
	b.wall = things[0].outside()
	b.round = func(r *Round) {
		for _, t := range things {
			r.turn(t)
		}
	}
	return b.finish()
}

// outside is where the outside of the thing runs, by the share of its height.
func (t turned) outside() func(share float64) point {
	for _, s := range t.spans {
		if s.ID != "exterior" {
			continue
		}
		line := s.line
		if line[0].z > line[len(line)-1].z {
			line = reversed(line)
		}
		low, top := line[0].z, line[len(line)-1].z
		return func(share float64) point {
			z := low + share*(top-low)
			return point{radiusAt(line, z), z}
		}
	}
	return nil
}

func (t turned) top() (z float64) {
	for _, s := range t.spans {
		for _, p := range s.line {
			z = math.Max(z, p.z)
		}
	}
	return z
}

func (t turned) widest() (r float64) {
	for _, s := range t.spans {
		for _, p := range s.line {
			r = math.Max(r, p.r)
		}
	}
	return r
}

// draw adds the thing to a drawing whose top is at height top.
func (t turned) draw(d *Drawing, top float64) {
	first := len(d.Shapes) == 0
	r := t.widest()
	if first {
		d.Left, d.TableFrom = t.at-r, t.at-r
	}
	d.TableTo = t.at + r
	d.Width = t.at + r - d.Left
	pen := func() *pen { return newPen(top) }
	clay := pen()
	for i, s := range t.spans {
		for j, p := range s.line {
			if i == 0 && j == 0 {
				clay.move(t.at-p.r, p.z)
			} else {
				clay.line(t.at-p.r, p.z)
			}
		}
	}
	for _, s := range t.spans {
		if s.side == within || s.side == without {
			d.Shapes = append(d.Shapes, Shape{Kind: Face, Surface: s.ID, Path: t.face(s, pen())})
		}
	}
	d.Shapes = append(d.Shapes, Shape{Kind: Cut, Path: clay.close()})
	for _, s := range t.spans {
		d.Shapes = append(d.Shapes, Shape{Kind: Skin, Surface: s.ID, Path: t.trace(s.line, -1, pen())})
		if s.side == edgeOn {
			d.Shapes = append(d.Shapes, Shape{Kind: Skin, Surface: s.ID, Path: t.trace(s.line, 1, pen())})
		}
		d.Labels = append(d.Labels, t.label(s, top))
	}
	d.Shapes = append(d.Shapes, Shape{Kind: Axis, Path: pen().move(t.at, top+6).line(t.at, -4).open()})
}

// face is what is seen of a span between its line and the axis: the inside on
// the cut half, the outside on the other.
func (t turned) face(s span, p *pen) string {
	dir := 1.0
	if s.side == within {
		dir = -1
	}
	p.move(t.at, s.line[0].z)
	for _, q := range s.line {
		p.line(t.at+dir*q.r, q.z)
	}
	return p.line(t.at, s.line[len(s.line)-1].z).close()
}

func (t turned) trace(line []point, dir float64, p *pen) string {
	p.move(t.at+dir*line[0].r, line[0].z)
	for _, q := range line[1:] {
		p.line(t.at+dir*q.r, q.z)
	}
	return p.open()
}

// label points at the middle of a span, from the side on which it is seen. What
// stands beside another thing is labelled on the free side.
func (t turned) label(s span, top float64) Label {
	m := middle(s.line)
	left := t.at == 0
	switch s.side {
	case within:
		return Label{Surface: s.ID, X: t.at - 0.5*m.r, Y: top - m.z, Left: left}
	case without:
		return Label{Surface: s.ID, X: t.at + 0.7*m.r, Y: top - m.z}
	case edgeOn:
		return Label{Surface: s.ID, X: t.at + m.r, Y: top - m.z}
	}
	return Label{Surface: s.ID, X: t.at - m.r, Y: top - m.z, Left: left}
}

// middle is half-way along a line.
func middle(line []point) point {
	length := func(i int) float64 { return math.Hypot(line[i].r-line[i-1].r, line[i].z-line[i-1].z) }
	whole := 0.0
	for i := 1; i < len(line); i++ {
		whole += length(i)
	}
	half := whole / 2
	for i := 1; i < len(line); i++ {
		if step := length(i); half <= step && step > 0 {
			share := half / step
			return point{line[i-1].r + share*(line[i].r-line[i-1].r), line[i-1].z + share*(line[i].z-line[i-1].z)}
		}
		half -= length(i)
	}
	return line[0]
}
