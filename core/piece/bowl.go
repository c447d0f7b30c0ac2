package piece

import (
	"math"
	"slices"
)

var bowlKind = Kind{Form: Bowl, Name: "Bowl", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 150, Least: 40, Most: 600},
	{Key: "height", Name: "Height", Default: 70, Least: 15, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 6, Least: 2, Most: 25},
	{Key: "foot", Name: "Foot ring diameter", Default: 60, Least: 15, Most: 400, Optional: true, Hint: "0 for a round bottom"},
	{Key: "footWidth", Name: "Foot ring width", Default: 7, Least: 2, Most: 40},
	{Key: "hollow", Name: "Hollow inside the foot ring", Default: 5, Least: 1, Most: 40},
}, bendMeasures()...)}

// bowlShape is a bowl whose body is a spherical shell of outer radius r around
// (0, centre), cut level at the rim and standing on a foot ring or on its round
// bottom.
type bowlShape struct {
	rim, top     float64 // outer radius at the rim, height of the rim
	r, centre    float64
	wall         float64
	rimIn        float64 // inner radius at the rim
	foot, footIn float64 // radii of the foot ring; 0 for a round bottom
}

// at is the height of the outer sphere's lower half at distance x from the axis.
func (s bowlShape) at(x float64) float64 { return s.centre - math.Sqrt(s.r*s.r-x*x) }

func (s bowlShape) lowest() float64 { return s.centre - s.r }

func measureBowl(m Measures) (bowlShape, Refusals) {
	s := bowlShape{rim: m["rim"] / 2, top: m["height"], wall: m["wall"], foot: m["foot"] / 2}
	lowest := 0.0
	if s.foot > 0 {
		lowest = m["hollow"]
		s.footIn = s.foot - m["footWidth"]
	}
	depth := s.top - lowest
	if depth < 2*s.wall {
		return s, Refusals{{"height", "The bowl is too shallow for its wall and foot: raise the height or thin the wall."}}
	}
	// The sphere through the rim and the lowest point: r = (a² + d²) / 2d.
	s.r = (s.rim*s.rim + depth*depth) / (2 * depth)
	s.centre = lowest + s.r
	open := (s.r-s.wall)*(s.r-s.wall) - (s.top-s.centre)*(s.top-s.centre)
	if open <= 0 {
		return s, Refusals{{"wall", "The wall is thicker than the bowl is wide at the rim: thin the wall."}}
	}
	s.rimIn = math.Sqrt(open)
	switch {
	case s.foot == 0:
	case s.foot >= s.rim || s.foot >= s.r || s.at(s.foot) >= s.top-s.wall:
		return s, Refusals{{"foot", "The foot ring is as wide as the bowl: make it narrower than the rim."}}
	case s.footIn <= 0:
		return s, Refusals{{"footWidth", "The foot ring is wider than its own radius: make it narrower."}}
	}
	return s, nil
}

func buildBowl(m Measures) (Body, error) {
	s, refused := measureBowl(m)
	if len(refused) > 0 {
		return Body{}, refused
	}
	if bends(m) {
		return s.bent(m)
	}
	b := Body{
		Form: Bowl, HeightMM: s.top,
		Surfaces: []Surface{
			{ID: "interior", Name: "Interior", Use: Food, Upward: true},
			{ID: "lip", Name: "Lip", Use: Lip},
			{ID: "exterior", Name: "Exterior", Use: Plain},
		},
		Touching: [][2]string{{"interior", "lip"}, {"lip", "exterior"}},
		zones: map[string][]zone{
			"interior": {sphere{s.r - s.wall, s.lowest() + s.wall, s.top, s.lowest() + s.wall}},
			"lip":      {annulus(s.rim, s.rimIn, s.top)},
			"exterior": {sphere{s.r, s.lowest(), s.top, s.lowest()}},
		},
		spotRadius: s.r,
	}
	if s.foot > 0 {
		b.spotRadius = 0
		b.Surfaces = append(b.Surfaces,
			Surface{ID: "foot", Name: "Foot ring", Use: Plain, Stands: true},
			Surface{ID: "underside", Name: "Underside", Use: Plain})
		b.Touching = append(b.Touching, [2]string{"exterior", "foot"}, [2]string{"foot", "underside"})
		b.zones["exterior"] = []zone{sphere{s.r, s.at(s.foot), s.top, s.lowest()}}
		b.zones["foot"] = []zone{
			frustum{s.foot, 0, s.foot, s.at(s.foot)},
			annulus(s.foot, s.footIn, 0),
			frustum{s.footIn, 0, s.footIn, s.at(s.footIn)},
		}
		b.zones["underside"] = []zone{sphere{s.r, s.lowest(), s.at(s.footIn), s.lowest()}}
	}
	b.drawing = s.draw()
	b.round = s.round
	b.wall = func(share float64) point {
		low := s.at(s.foot)
		z := low + share*(s.top-low)
		up := z - s.lowest()
		return point{math.Sqrt(math.Max(0, 2*s.r*up-up*up)), z}
	}
	b.under = ringsBelow(ringBelow{outer: s.foot, inner: s.footIn, limit: func(h float64) float64 {
		// The sphere's own radius at the height; the foot's where it is wider.
		up := math.Min(h-s.lowest(), s.r)
		return math.Sqrt(math.Max(0, 2*s.r*up-up*up))
	}})
	return b.finish(), nil
}

// bent is the bowl with its wall pulled in or out: turned, no longer a sphere.
func (s bowlShape) bent(m Measures) (Body, error) {
	start := math.Max(s.foot, 0.01)
	var arc []point
	const rings = 64
	for i := range rings + 1 { // closer together where the sphere is flat
		z := s.at(start) + (s.top-s.at(start))*math.Pow(float64(i)/rings, 2)
		up := z - s.lowest()
		arc = append(arc, point{math.Sqrt(math.Max(start*start, 2*s.r*up-up*up)), z})
	}
	pulled := bent(arc, m)
	floor := s.lowest() + s.wall
	inside := []point{{0, floor}}
	for _, p := range pulled {
		if p.z > floor && p.r > s.wall {
			inside = append(inside, point{p.r - s.wall, p.z})
		}
	}
	rim := pulled[len(pulled)-1]
	if narrowest(pulled[len(pulled)/2:]) < s.wall+2 {
		return Body{}, Refusals{{"bend2", "The wall is pulled in so far that no hollow is left: pull it out again."}}
	}
	spans := []span{
		{Surface{ID: "interior", Name: "Interior", Use: Food, Upward: true}, inside, within},
		{Surface{ID: "lip", Name: "Lip", Use: Lip}, []point{{rim.r - s.wall, rim.z}, rim}, edgeOn},
		{Surface{ID: "exterior", Name: "Exterior", Use: Plain}, reversed(pulled), without},
	}
	if s.foot > 0 {
		spans = append(spans,
			span{Surface{ID: "foot", Name: "Foot ring", Use: Plain, Stands: true}, []point{pulled[0], {s.foot, 0}, {s.footIn, 0}, {s.footIn, s.at(s.footIn)}}, edgeOn},
			span{Surface{ID: "underside", Name: "Underside", Use: Plain}, []point{{s.footIn, s.at(s.footIn)}, {s.footIn / 2, s.at(s.footIn / 2)}, {0, s.lowest()}}, beneath})
	}
	b := assemble(Bowl, turned{spans: spans})
	if s.foot == 0 {
		b.spotRadius = s.r
	}
	return b, nil
}

// round turns the bowl: two spheres, a lip, and a foot ring where there is one.
func (s bowlShape) round(r *Round) {
	r.line("interior", 0, arc(s.r-s.wall, s.centre, 0, s.rimIn)...)
	r.line("lip", 0, point{s.rimIn, s.top}, point{s.rim, s.top})
	outside := arc(s.r, s.centre, s.foot, s.rim)
	slices.Reverse(outside)
	r.line("exterior", 0, outside...)
	if s.foot > 0 {
		r.line("foot", 0, point{s.foot, s.at(s.foot)}, point{s.foot, 0}, point{s.footIn, 0}, point{s.footIn, s.at(s.footIn)})
		under := arc(s.r, s.centre, 0, s.footIn)
		slices.Reverse(under)
		r.line("underside", 0, under...)
	}
}

func (s bowlShape) draw() Drawing {
	inner, floor := s.r-s.wall, s.lowest()+s.wall
	draw := func() *pen { return newPen(s.top) }
	d := Drawing{Left: -s.rim, Width: 2 * s.rim, Height: s.top, TableY: s.top, TableFrom: -s.rim, TableTo: s.rim}
	cut := draw().move(0, floor).arc(inner, 1, -s.rimIn, s.top).line(-s.rim, s.top)
	outside := draw().move(0, s.top).line(s.rim, s.top)
	if s.foot == 0 {
		cut.arc(s.r, 0, 0, 0)
		outside.arc(s.r, 1, 0, 0)
	} else {
		cut.arc(s.r, 0, -s.foot, s.at(s.foot)).line(-s.foot, 0).line(-s.footIn, 0).
			line(-s.footIn, s.at(s.footIn)).arc(s.r, 0, 0, s.lowest())
		outside.arc(s.r, 1, s.foot, s.at(s.foot)).line(0, s.at(s.foot))
	}
	d.Shapes = []Shape{
		{Kind: Face, Surface: "exterior", Path: outside.close()},
		{Kind: Face, Surface: "interior", Path: draw().move(0, s.top).line(-s.rimIn, s.top).arc(inner, 0, 0, floor).close()},
		{Kind: Cut, Path: cut.close()},
		{Kind: Skin, Surface: "interior", Path: draw().move(-s.rimIn, s.top).arc(inner, 0, 0, floor).open()},
		{Kind: Skin, Surface: "lip", Path: draw().move(-s.rimIn, s.top).line(-s.rim, s.top).open()},
		{Kind: Skin, Surface: "lip", Path: draw().move(0, s.top).line(s.rim, s.top).open()},
	}
	d.Labels = []Label{
		{Surface: "interior", X: -s.rimIn * 0.45, Y: s.top - (s.lowest()+s.wall+s.top)*0.52, Left: true},
		{Surface: "lip", X: -(s.rim + s.rimIn) / 2, Y: 0, Left: true},
		{Surface: "exterior", X: s.rim * 0.6, Y: s.top * 0.42},
	}
	if s.foot == 0 {
		d.Shapes = append(d.Shapes, Shape{Kind: Skin, Surface: "exterior", Path: draw().move(-s.rim, s.top).arc(s.r, 0, 0, 0).open()})
	} else {
		d.Shapes = append(d.Shapes,
			Shape{Kind: Face, Surface: "foot", Path: draw().move(0, s.at(s.foot)).line(s.foot, s.at(s.foot)).line(s.foot, 0).line(0, 0).close()},
			Shape{Kind: Skin, Surface: "exterior", Path: draw().move(-s.rim, s.top).arc(s.r, 0, -s.foot, s.at(s.foot)).open()},
			Shape{Kind: Skin, Surface: "foot", Path: draw().move(-s.foot, s.at(s.foot)).line(-s.foot, 0).line(-s.footIn, 0).line(-s.footIn, s.at(s.footIn)).open()},
			Shape{Kind: Skin, Surface: "underside", Path: draw().move(-s.footIn, s.at(s.footIn)).arc(s.r, 0, 0, s.lowest()).open()})
		d.Labels = append(d.Labels,
			Label{Surface: "foot", X: s.foot * 0.75, Y: s.top - s.at(s.foot)*0.4},
			Label{Surface: "underside", X: -s.footIn / 2, Y: s.top - s.at(s.footIn/2), Left: true})
	}
	d.Shapes = append(d.Shapes, Shape{Kind: Axis, Path: draw().move(0, s.top+6).line(0, -4).open()})
	return d
}
