package piece

import "math"

// strap is a handle: a strap of clay bent to a half circle beside the wall.
type strap struct {
	bow         float64 // radius of its centre line; 0 = none
	width, deep float64 // across, and from inside to outside
	middle      float64 // height of its middle
}

// strapMeasures are the measurements of a handle.
var strapMeasures = []Measure{
	{Key: "handle", Name: "Handle height", Default: 60, Least: 20, Most: 250, Optional: true, Hint: "0 for no handle"},
	{Key: "strapWidth", Name: "Handle strap width", Default: 16, Least: 4, Most: 60},
	{Key: "strap", Name: "Handle strap thickness", Default: 8, Least: 3, Most: 30},
}

// measureStrap reads a handle for a wall of height top.
func measureStrap(m Measures, top float64) (s strap, refused Refusals) {
	if m["handle"] == 0 {
		return s, nil
	}
	s = strap{bow: (m["handle"] - m["strap"]) / 2, width: m["strapWidth"], deep: m["strap"], middle: 0.52 * top}
	if s.deep > s.width {
		refused = append(refused, Refusal{"strap", "The handle strap is thicker than it is wide: swap the two."})
	}
	if s.bow <= s.deep/2 {
		refused = append(refused, Refusal{"handle", "The handle leaves no opening: raise its height or thin the strap."})
	}
	if s.middle-s.bow-s.deep/2 < 0 || s.middle+s.bow+s.deep/2 > top {
		refused = append(refused, Refusal{"handle", "The handle is taller than the wall has room for: lower its height."})
	}
	return s, refused
}

// outline is the length around the strap: flat sides, rounded edges.
func (s strap) outline() float64 { return 2*(s.width-s.deep) + math.Pi*s.deep }

// section is the area where one end of the strap is joined on.
func (s strap) section() float64 {
	return (s.width-s.deep)*s.deep + math.Pi*s.deep*s.deep/4
}

// join adds the handle to a body: its own surface, less the two joints on the
// wall it is on.
func (s strap) join(b *Body, wall string) {
	if s.bow == 0 {
		return
	}
	b.Surfaces = append(b.Surfaces, Surface{ID: "handle", Name: "Handle", Use: Plain})
	b.Touching = append(b.Touching, [2]string{wall, "handle"})
	b.zones["handle"] = []zone{bow{s.outline(), s.bow, s.middle}}
	for _, z := range []float64{s.middle - s.bow, s.middle + s.bow} {
		b.zones[wall] = append(b.zones[wall], joint{s.section(), z - s.deep/2, z + s.deep/2})
	}
}

// draw adds the handle to a drawing beside a wall whose radius at a height is
// out, and widens the drawing for it.
func (s strap) draw(d *Drawing, top float64, out func(z float64) float64) {
	if s.bow == 0 {
		return
	}
	zm, outer, inner := s.middle, s.bow+s.deep/2, s.bow-s.deep/2
	path := newPen(top).move(out(zm+outer), zm+outer).arc(outer, 1, out(zm-outer), zm-outer).
		line(out(zm-inner), zm-inner).arc(inner, 0, out(zm+inner), zm+inner).close()
	d.Shapes = append(d.Shapes, Shape{Kind: Face, Surface: "handle", Path: path})
	d.Width = math.Max(d.Width, out(zm)+outer-d.Left)
	d.Labels = append(d.Labels, Label{Surface: "handle", X: out(zm) + s.bow*0.9, Y: top - zm - s.bow*0.35})
}

// round adds the handle to a piece in the round, on a wall of that radius.
func (s strap) round(r *Round, wall float64) {
	if s.bow > 0 {
		r.Bows = append(r.Bows, RoundBow{Surface: "handle", X: wall, Z: s.middle, R: s.bow, Wide: s.width, Deep: s.deep})
	}
}

// onto adds the handle to a body that is known in the round.
func (s strap) onto(b *Body, wall float64) {
	rest := b.round
	b.round = func(r *Round) {
		rest(r)
		s.round(r, wall)
	}
}
