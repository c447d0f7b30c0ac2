package piece

import "math"

var cupKind = Kind{Form: Cup, Name: "Cup with handle", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 80, Least: 30, Most: 300},
	{Key: "base", Name: "Base diameter", Default: 70, Least: 20, Most: 300},
	{Key: "height", Name: "Height", Default: 90, Least: 20, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 5, Least: 2, Most: 20},
	{Key: "floor", Name: "Floor thickness", Default: 6, Least: 2, Most: 25},
}, append(strapMeasures, bendMeasures()...)...)}

// cupShape is a straight-walled vessel: a frustum with a floor. The wall's
// thickness is measured level, across the wall.
type cupShape struct {
	rim, base, top, wall, floor float64 // radii and heights
	handle                      strap
}

func (s cupShape) out(z float64) float64 { return s.base + (s.rim-s.base)*z/s.top }
func (s cupShape) in(z float64) float64  { return s.out(z) - s.wall }

func measureCup(m Measures) (cupShape, Refusals) {
	s := cupShape{rim: m["rim"] / 2, base: m["base"] / 2, top: m["height"], wall: m["wall"], floor: m["floor"]}
	var refused Refusals
	if s.wall >= math.Min(s.rim, s.in(s.floor)+s.wall) {
		refused = append(refused, Refusal{"wall", "The wall is thicker than the cup's radius: thin the wall."})
	}
	if s.floor >= s.top {
		refused = append(refused, Refusal{"floor", "The floor is as thick as the cup is high: thin the floor."})
	}
	var handle Refusals
	s.handle, handle = measureStrap(m, s.top)
	refused = append(refused, handle...)
	return s, refused
}

func buildCup(m Measures) (Body, error) {
	s, refused := measureCup(m)
	if len(refused) > 0 {
		return Body{}, refused
	}
	if bends(m) {
		return s.bent(m)
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
	s.handle.join(&b, "exterior")
	b.Surfaces = append(b.Surfaces, Surface{ID: "foot", Name: "Foot", Use: Plain, Stands: true})
	b.drawing = s.draw()
	b.round = func(r *Round) {
		r.line("interior", 0, point{0, s.floor}, point{s.in(s.floor), s.floor}, point{s.in(s.top), s.top})
		r.line("lip", 0, point{s.rim - s.wall, s.top}, point{s.rim, s.top})
		r.line("exterior", 0, point{s.rim, s.top}, point{s.base, 0})
		r.line("foot", 0, point{s.base, 0}, point{0, 0})
		s.handle.round(r, s.out(s.handle.middle))
	}
	b.wall = func(share float64) point { return point{s.out(share * s.top), share * s.top} }
	b.under = ringsBelow(ringBelow{outer: s.base, limit: func(h float64) float64 { return s.out(math.Min(h, s.top)) }})
	return b.finish(), nil
}

// bent is the cup with its wall pulled in or out.
func (s cupShape) bent(m Measures) (Body, error) {
	v := vessel{outside: bent([]point{{s.base, 0}, {s.rim, s.top}}, m), wall: s.wall, floor: s.floor, inside: Food}
	if refused := v.refuse(); len(refused) > 0 {
		return Body{}, refused
	}
	b := assemble(Cup, turned{spans: v.spans()})
	s.handle.join(&b, "exterior")
	s.handle.draw(&b.drawing, b.HeightMM, func(z float64) float64 { return radiusAt(v.outside, z) })
	s.handle.onto(&b, radiusAt(v.outside, s.handle.middle))
	return b.finish(), nil
}

func (s cupShape) draw() Drawing {
	draw := func() *pen { return newPen(s.top) }
	widest := math.Max(s.rim, s.base)
	d := Drawing{Left: -widest, Width: 2 * widest, Height: s.top, TableY: s.top, TableFrom: -widest, TableTo: widest}
	d.Shapes = []Shape{
		{Kind: Face, Surface: "exterior", Path: draw().move(0, s.top).line(s.rim, s.top).line(s.base, 0).line(0, 0).close()},
		{Kind: Face, Surface: "interior", Path: draw().move(0, s.top).line(-s.in(s.top), s.top).line(-s.in(s.floor), s.floor).line(0, s.floor).close()},
		{Kind: Cut, Path: draw().move(-s.in(s.top), s.top).line(-s.rim, s.top).line(-s.base, 0).line(0, 0).line(0, s.floor).line(-s.in(s.floor), s.floor).close()},
		{Kind: Skin, Surface: "interior", Path: draw().move(-s.in(s.top), s.top).line(-s.in(s.floor), s.floor).line(0, s.floor).open()},
		{Kind: Skin, Surface: "exterior", Path: draw().move(-s.rim, s.top).line(-s.base, 0).open()},
		{Kind: Skin, Surface: "lip", Path: draw().move(-s.in(s.top), s.top).line(-s.rim, s.top).open()},
		{Kind: Skin, Surface: "lip", Path: draw().move(0, s.top).line(s.rim, s.top).open()},
		{Kind: Skin, Surface: "foot", Path: draw().move(-s.base, 0).line(s.base, 0).open()},
	}
	d.Labels = []Label{
		{Surface: "interior", X: -s.in(s.top) * 0.5, Y: s.top * 0.4, Left: true},
		{Surface: "lip", X: -s.rim + s.wall/2, Y: 0, Left: true},
		{Surface: "exterior", X: s.rim * 0.45, Y: s.top * 0.3},
		{Surface: "foot", X: s.base * 0.55, Y: s.top},
	}
	s.handle.draw(&d, s.top, s.out)
	d.Shapes = append(d.Shapes, Shape{Kind: Axis, Path: draw().move(0, s.top+6).line(0, -4).open()})
	return d
}
