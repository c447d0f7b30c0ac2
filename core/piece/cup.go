package piece

import "math"

var cupKind = Kind{Form: Cup, Name: "Cup with handle", Measures: []Measure{
	{Key: "rim", Name: "Rim diameter", Default: 80, Least: 30, Most: 300},
	{Key: "base", Name: "Base diameter", Default: 70, Least: 20, Most: 300},
	{Key: "height", Name: "Height", Default: 90, Least: 20, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 5, Least: 2, Most: 20},
	{Key: "floor", Name: "Floor thickness", Default: 6, Least: 2, Most: 25},
	{Key: "handle", Name: "Handle height", Default: 60, Least: 20, Most: 250, Optional: true, Hint: "0 for no handle"},
	{Key: "strapWidth", Name: "Handle strap width", Default: 16, Least: 4, Most: 60},
	{Key: "strap", Name: "Handle strap thickness", Default: 8, Least: 3, Most: 30},
}}

// cupShape is a straight-walled vessel: a frustum with a floor. The wall's
// thickness is measured level, across the wall.
type cupShape struct {
	rim, base, top, wall, floor float64 // radii and heights
	bow                         float64 // radius of the handle's centre line; 0 = none
	strapWidth, strap           float64
}

func (s cupShape) out(z float64) float64 { return s.base + (s.rim-s.base)*z/s.top }
func (s cupShape) in(z float64) float64  { return s.out(z) - s.wall }
func (s cupShape) bowMiddle() float64    { return s.top * 0.52 }

// strapOutline is the length around the strap: flat sides, rounded edges.
func (s cupShape) strapOutline() float64 { return 2*(s.strapWidth-s.strap) + math.Pi*s.strap }

// strapSection is the area where one end of the strap is joined on.
func (s cupShape) strapSection() float64 {
	return (s.strapWidth-s.strap)*s.strap + math.Pi*s.strap*s.strap/4
}

func measureCup(m Measures) (cupShape, Refusals) {
	s := cupShape{rim: m["rim"] / 2, base: m["base"] / 2, top: m["height"], wall: m["wall"], floor: m["floor"],
		strapWidth: m["strapWidth"], strap: m["strap"]}
	var refused Refusals
	if s.wall >= math.Min(s.rim, s.in(s.floor)+s.wall) {
		refused = append(refused, Refusal{"wall", "The wall is thicker than the cup's radius: thin the wall."})
	}
	if s.floor >= s.top {
		refused = append(refused, Refusal{"floor", "The floor is as thick as the cup is high: thin the floor."})
	}
	if m["handle"] > 0 {
		s.bow = (m["handle"] - s.strap) / 2
		if s.strap > s.strapWidth {
			refused = append(refused, Refusal{"strap", "The handle strap is thicker than it is wide: swap the two."})
		}
		if s.bow <= s.strap/2 {
			refused = append(refused, Refusal{"handle", "The handle leaves no opening: raise its height or thin the strap."})
		}
		if s.bowMiddle()-s.bow-s.strap/2 < 0 || s.bowMiddle()+s.bow+s.strap/2 > s.top {
			refused = append(refused, Refusal{"handle", "The handle is taller than the cup's wall has room for: lower its height."})
		}
	}
	return s, refused
}

func buildCup(m Measures) (Body, error) {
	s, refused := measureCup(m)
	if len(refused) > 0 {
		return Body{}, refused
	}
	b := Body{
		Form: Cup, HeightMM: s.top,
		Surfaces: []Surface{
			{ID: "interior", Name: "Interior", Use: Food, Upward: true},
			{ID: "lip", Name: "Lip", Use: Lip},
			{ID: "exterior", Name: "Exterior", Use: Plain},
		},
		Touching: [][2]string{{"interior", "lip"}, {"lip", "exterior"}, {"exterior", "foot"}},
		zones: map[string][]zone{
			"interior": {frustum{s.in(s.floor), s.floor, s.in(s.top), s.top}, annulus(s.in(s.floor), 0, s.floor)},
			"lip":      {annulus(s.rim, s.rim-s.wall, s.top)},
			"exterior": {frustum{s.base, 0, s.rim, s.top}},
			"foot":     {annulus(s.base, 0, 0)},
		},
	}
	if s.bow > 0 {
		b.Surfaces = append(b.Surfaces, Surface{ID: "handle", Name: "Handle", Use: Plain})
		b.Touching = append(b.Touching, [2]string{"exterior", "handle"})
		b.zones["handle"] = []zone{bow{s.strapOutline(), s.bow, s.bowMiddle()}}
		for _, z := range []float64{s.bowMiddle() - s.bow, s.bowMiddle() + s.bow} {
			b.zones["exterior"] = append(b.zones["exterior"], joint{s.strapSection(), z - s.strap/2, z + s.strap/2})
		}
	}
	b.Surfaces = append(b.Surfaces, Surface{ID: "foot", Name: "Foot", Use: Plain, Stands: true})
	b.drawing = s.draw()
	return b.finish(), nil
}

func (s cupShape) draw() Drawing {
	draw := func() *pen { return newPen(s.top) }
	widest := math.Max(s.rim, s.base)
	right := widest
	d := Drawing{Left: -widest, Height: s.top, TableY: s.top, TableFrom: -widest, TableTo: widest}
	d.Shapes = []Shape{
		{Face, "exterior", draw().move(0, s.top).line(s.rim, s.top).line(s.base, 0).line(0, 0).close()},
		{Face, "interior", draw().move(0, s.top).line(-s.in(s.top), s.top).line(-s.in(s.floor), s.floor).line(0, s.floor).close()},
		{Cut, "", draw().move(-s.in(s.top), s.top).line(-s.rim, s.top).line(-s.base, 0).line(0, 0).line(0, s.floor).line(-s.in(s.floor), s.floor).close()},
		{Skin, "interior", draw().move(-s.in(s.top), s.top).line(-s.in(s.floor), s.floor).line(0, s.floor).open()},
		{Skin, "exterior", draw().move(-s.rim, s.top).line(-s.base, 0).open()},
		{Skin, "lip", draw().move(-s.in(s.top), s.top).line(-s.rim, s.top).open()},
		{Skin, "lip", draw().move(0, s.top).line(s.rim, s.top).open()},
		{Skin, "foot", draw().move(-s.base, 0).line(s.base, 0).open()},
	}
	d.Labels = []Label{
		{"interior", -s.in(s.top) * 0.5, s.top * 0.4, true},
		{"lip", -s.rim + s.wall/2, 0, true},
		{"exterior", s.rim * 0.45, s.top * 0.3, false},
		{"foot", s.base * 0.55, s.top, false},
	}
	if s.bow > 0 {
		zm, outer, inner := s.bowMiddle(), s.bow+s.strap/2, s.bow-s.strap/2
		handle := draw().move(s.out(zm+outer), zm+outer).arc(outer, 1, s.out(zm-outer), zm-outer).
			line(s.out(zm-inner), zm-inner).arc(inner, 0, s.out(zm+inner), zm+inner)
		d.Shapes = append(d.Shapes, Shape{Face, "handle", handle.close()})
		right = math.Max(right, s.out(zm)+outer)
		d.Labels = append(d.Labels, Label{"handle", s.out(zm) + s.bow*0.9, s.top - zm - s.bow*0.35, false})
	}
	d.Width = widest + right
	d.Shapes = append(d.Shapes, Shape{Axis, "", draw().move(0, s.top+6).line(0, -4).open()})
	return d
}
