package piece

import "math"

const (
	Box   Form = "box"   // slab-built, with a lid that lies on its rim
	House Form = "house" // or lantern: walls, a roof, windows
	Bell  Form = "bell"  // hollow, stands on its rim
)

var boxKind = Kind{Form: Box, Name: "Box with lid", Measures: []Measure{
	{Key: "length", Name: "Length", Default: 120, Least: 30, Most: 500},
	{Key: "width", Name: "Width", Default: 90, Least: 30, Most: 500},
	{Key: "height", Name: "Height without lid", Default: 70, Least: 15, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 7, Least: 3, Most: 30},
	{Key: "floor", Name: "Floor thickness", Default: 8, Least: 3, Most: 30},
	{Key: "lid", Name: "Lid thickness", Default: 8, Least: 3, Most: 30},
	{Key: "flange", Name: "Flange below the lid", Default: 6, Least: 2, Most: 40, Hint: "keeps it in place"},
}}

// buildBox makes a box and, beside it as it is fired, its lid on its flange.
func buildBox(m Measures) (Body, error) {
	l, w, h, wall, floor, thick, flange := m["length"], m["width"], m["height"], m["wall"], m["floor"], m["lid"], m["flange"]
	il, iw := l-2*wall, w-2*wall
	fl, fw := il-2*clearance, iw-2*clearance // outside of the flange
	hl, hw := fl-2*wall, fw-2*wall           // hollow inside it
	var refused Refusals
	if il < 10 || iw < 10 {
		refused = append(refused, Refusal{"wall", "The walls leave no hollow: thin them, or make the box larger."})
	} else if hl < 2 || hw < 2 {
		refused = append(refused, Refusal{"wall", "The flange of the lid leaves no hollow: thin the walls, or make the box larger."})
	}
	if floor >= h {
		refused = append(refused, Refusal{"floor", "The floor is as thick as the box is high: thin the floor."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	outline := func(a, b float64) float64 { return 2 * (a + b) }
	b := Body{Form: Box, HeightMM: math.Max(h, flange+thick),
		Surfaces: []Surface{
			{ID: "interior", Name: "Interior", Use: Plain, Upward: true},
			{ID: "seat", Name: "Rim the lid lies on", Use: Plain, Seat: true},
			{ID: "exterior", Name: "Walls", Use: Plain},
			{ID: "base", Name: "Base", Use: Plain, Stands: true},
			{ID: "lid-underside", Name: "Lid inside", Use: Plain, Recess: true},
			{ID: "flange", Name: "Lid flange", Use: Plain, Stands: true, Seat: true},
			{ID: "lid-rim", Name: "Lid rim below", Use: Plain, Seat: true},
			{ID: "lid-edge", Name: "Lid edge", Use: Plain},
			{ID: "lid-top", Name: "Lid top", Use: Plain, Upward: true},
		},
		Touching: [][2]string{{"interior", "seat"}, {"seat", "exterior"}, {"exterior", "base"},
			{"lid-underside", "flange"}, {"flange", "lid-rim"}, {"lid-rim", "lid-edge"}, {"lid-edge", "lid-top"}},
		edges: map[[2]string]Edge{pair("lid-edge", "lid-top"): Ridge},
		zones: map[string][]zone{
			"interior":      {flat{il * iw, floor}, patch{outline(il, iw) * (h - floor), floor, h, 90}},
			"seat":          {flat{l*w - il*iw, h}},
			"exterior":      {upright{outline(l, w), h}},
			"base":          {flat{l * w, 0}},
			"lid-underside": {flat{hl * hw, flange}, patch{outline(hl, hw) * flange, 0, flange, 90}},
			"flange":        {flat{fl*fw - hl*hw, 0}, upright{outline(fl, fw), flange}},
			"lid-rim":       {flat{l*w - fl*fw, flange}},
			"lid-edge":      {patch{outline(l, w) * thick, flange, flange + thick, 90}},
			"lid-top":       {flat{l * w, flange + thick}},
		},
		under: both(rectanglesBelow(l/2, l, w, 0, 0), rectanglesBelow(1.8*l, fl, fw, hl, hw)),
	}
	b.round = func(r *Round) {
		at := 1.4 * l // the lid stands beside the box, as it is fired
		r.block("exterior", "", "base", 0, l, w, 0, h)
		r.frame("seat", 0, l, w, il, iw, h)
		r.block("interior", "", "", 0, il, iw, floor, h)
		r.face("interior", [3]float64{il / 2, iw / 2, floor}, [3]float64{-il / 2, iw / 2, floor}, [3]float64{-il / 2, -iw / 2, floor}, [3]float64{il / 2, -iw / 2, floor})
		r.block("flange", "", "flange", at, fl, fw, 0, flange)
		r.frame("lid-rim", at, l, w, fl, fw, flange)
		r.block("lid-edge", "lid-top", "", at, l, w, flange, flange+thick)
	}
	b.drawing = drawBox(b.HeightMM, l, h, wall, floor, thick, flange, fl, hl)
	return b.finish(), nil
}

// drawBox draws the box as a half-section and its lid beside it: the left half
// cut open, the right half from outside.
func drawBox(top, l, h, wall, floor, thick, flange, fl, hl float64) Drawing {
	at := 1.3 * l // left edge of the lid
	mid, lid := l/2, at+l/2
	pen := func() *pen { return newPen(top) }
	rect := func(x0, z0, x1, z1 float64) string {
		return pen().move(x0, z0).line(x1, z0).line(x1, z1).line(x0, z1).close()
	}
	line := func(x0, z0, x1, z1 float64) string { return pen().move(x0, z0).line(x1, z1).open() }
	under := flange + thick
	return Drawing{Width: at + l, Height: top, TableY: top, TableTo: at + l,
		Shapes: []Shape{
			{Kind: Face, Surface: "exterior", Path: rect(mid, 0, l, h)},
			{Kind: Face, Surface: "interior", Path: rect(wall, floor, mid, h)},
			{Kind: Cut, Path: pen().move(0, 0).line(mid, 0).line(mid, floor).line(wall, floor).line(wall, h).line(0, h).close()},
			{Kind: Skin, Surface: "interior", Path: pen().move(wall, h).line(wall, floor).line(mid, floor).open()},
			{Kind: Skin, Surface: "seat", Path: line(0, h, wall, h)}, {Kind: Skin, Surface: "seat", Path: line(mid, h, l, h)},
			{Kind: Skin, Surface: "exterior", Path: line(0, 0, 0, h)},
			{Kind: Skin, Surface: "base", Path: line(0, 0, l, 0)},
			{Kind: Axis, Path: line(mid, h+6, mid, -4)},
			{Kind: Face, Surface: "lid-edge", Path: rect(lid, flange, at+l, under)},
			{Kind: Face, Surface: "flange", Path: rect(lid, 0, lid+fl/2, flange)},
			{Kind: Cut, Path: pen().move(lid, under).line(at, under).line(at, flange).line(lid-fl/2, flange).line(lid-fl/2, 0).
				line(lid-hl/2, 0).line(lid-hl/2, flange).line(lid, flange).close()},
			{Kind: Skin, Surface: "lid-top", Path: line(at, under, at+l, under)},
			{Kind: Skin, Surface: "lid-edge", Path: line(at, flange, at, under)},
			{Kind: Skin, Surface: "lid-rim", Path: line(at, flange, lid-fl/2, flange)},
			{Kind: Skin, Surface: "flange", Path: pen().move(lid-fl/2, flange).line(lid-fl/2, 0).line(lid-hl/2, 0).open()},
			{Kind: Skin, Surface: "lid-underside", Path: pen().move(lid-hl/2, 0).line(lid-hl/2, flange).line(lid, flange).open()},
			{Kind: Axis, Path: line(lid, under+6, lid, -4)},
		},
		Labels: []Label{
			{Surface: "interior", X: l * 0.3, Y: top - h*0.5, Left: true}, {Surface: "seat", X: wall / 2, Y: top - h, Left: true}, {Surface: "exterior", X: l * 0.8, Y: top - h*0.35, Left: true}, {Surface: "base", X: l * 0.2, Y: top, Left: true},
			{Surface: "lid-top", X: at + l*0.8, Y: top - under}, {Surface: "lid-edge", X: at + l, Y: top - flange - thick/2}, {Surface: "lid-rim", X: at + 1, Y: top - flange},
			{Surface: "flange", X: lid + fl/2, Y: top - flange/2}, {Surface: "lid-underside", X: lid - hl/4, Y: top - flange},
		},
	}
}

var houseKind = Kind{Form: House, Name: "House or lantern", Measures: []Measure{
	{Key: "width", Name: "Width of the gable", Default: 90, Least: 30, Most: 400},
	{Key: "depth", Name: "Depth", Default: 110, Least: 30, Most: 400},
	{Key: "height", Name: "Height of the walls", Default: 110, Least: 20, Most: 400},
	{Key: "rise", Name: "Rise of the roof", Default: 50, Least: 5, Most: 300},
	{Key: "wall", Name: "Wall thickness", Default: 7, Least: 3, Most: 30},
	{Key: "windows", Name: "Windows and doors", Default: 4, Most: 24, Optional: true, Count: true},
	{Key: "windowWidth", Name: "Width of a window", Default: 18, Least: 3, Most: 200},
	{Key: "windowHeight", Name: "Height of a window", Default: 28, Least: 3, Most: 200},
	{Key: "sill", Name: "Sill above the table", Default: 36, Most: 350, Optional: true},
	{Key: "floor", Name: "Floor thickness", Default: 0, Least: 3, Most: 30, Optional: true, Hint: "0 where it is open below"},
}}

// buildHouse makes an open house or lantern: four walls with windows under a
// gabled roof, on a floor or on the edges of its walls.
func buildHouse(m Measures) (Body, error) {
	w, d, h, rise, wall, floor := m["width"], m["depth"], m["height"], m["rise"], m["wall"], m["floor"]
	n, ww, wh, sill := m["windows"], m["windowWidth"], m["windowHeight"], m["sill"]
	iw, id := w-2*wall, d-2*wall
	walls := 2 * (w + d) * h
	var refused Refusals
	if iw < 4 || id < 4 {
		refused = append(refused, Refusal{"wall", "The walls leave no hollow: thin them, or make the house larger."})
	}
	if n > 0 && (sill+wh > h || ww > math.Max(w, d)-2*wall) {
		refused = append(refused, Refusal{"windowHeight", "The windows do not fit into the walls: make them smaller or lower the sill."})
	} else if n*ww*wh > 0.8*walls {
		refused = append(refused, Refusal{"windows", "The windows leave no wall between them: have fewer, or smaller ones."})
	}
	if floor >= h {
		refused = append(refused, Refusal{"floor", "The floor is as thick as the walls are high: thin the floor."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	slope := math.Atan2(rise, w/2) * 180 / math.Pi
	roof := func(width, depth float64) float64 { return 2 * depth * math.Hypot(width/2, rise*width/w) }
	panes := n * ww * wh
	b := Body{Form: House, HeightMM: h + rise,
		Surfaces: []Surface{
			{ID: "walls", Name: "Walls", Use: Plain},
			{ID: "roof", Name: "Roof", Use: Plain},
			{ID: "interior", Name: "Inside", Use: Plain, Hidden: true, Upward: floor > 0},
			{ID: "foot", Name: "Foot", Use: Plain, Stands: true},
		},
		Touching: [][2]string{{"walls", "roof"}, {"walls", "foot"}},
		edges:    map[[2]string]Edge{pair("walls", "roof"): Ridge},
		zones: map[string][]zone{
			"walls":    {upright{2 * (w + d), h}, gable{w, h, h + rise}, gable{w, h, h + rise}, lessThe{[]zone{patch{panes, sill, sill + wh, 90}}}},
			"roof":     {patch{roof(w, d), h, h + rise, slope}},
			"interior": {patch{2 * (iw + id) * (h - floor), floor, h, 90}, lessThe{[]zone{patch{panes, sill, sill + wh, 90}}}, gable{iw, h, h + rise*iw/w}, gable{iw, h, h + rise*iw/w}, patch{roof(iw, id), h, h + rise*iw/w, slope}},
			"foot":     {flat{w*d - iw*id, 0}},
		},
		under: rectanglesBelow(0, w, d, iw, id),
	}
	if floor > 0 {
		b.zones["foot"] = []zone{flat{w * d, 0}}
		b.zones["interior"] = append(b.zones["interior"], flat{iw * id, floor})
		b.under = rectanglesBelow(0, w, d, 0, 0)
	} else {
		b.Touching = append(b.Touching, [2]string{"interior", "foot"})
	}
	if n > 0 {
		b.Surfaces = append(b.Surfaces, Surface{ID: "reveals", Name: "Window edges", Use: Plain})
		b.zones["reveals"] = []zone{patch{n * 2 * (ww + wh) * wall, sill, sill + wh, 90}}
		b.Touching = append(b.Touching, [2]string{"walls", "reveals"}, [2]string{"reveals", "interior"})
		b.edges[pair("walls", "reveals")] = Ridge
	}
	b.round = func(r *Round) { roundHouse(r, m) }
	b.drawing = drawHouse(m)
	return b.finish(), nil
}

// roundHouse stands a house up: its long sides, gables and roof, with the windows along the long
// sides.
func roundHouse(r *Round, m Measures) {
	w, d, h, rise, wall := m["width"]/2, m["depth"]/2, m["height"], m["rise"], m["wall"]
	for _, side := range []float64{1, -1} {
		y := side * w
		long := [][3]float64{{side * d, y, 0}, {-side * d, y, 0}, {-side * d, y, h}, {side * d, y, h}}
		r.face("walls", long...)
		x := side * d
		r.face("walls", [3]float64{x, -side * w, 0}, [3]float64{x, side * w, 0}, [3]float64{x, side * w, h}, [3]float64{x, 0, h + rise}, [3]float64{x, -side * w, h})
		r.face("roof", [3]float64{side * d, y, h}, [3]float64{-side * d, y, h}, [3]float64{-side * d, 0, h + rise}, [3]float64{side * d, 0, h + rise})
	}
	r.frame("foot", 0, 2*d, 2*w, 2*(d-wall), 2*(w-wall), 0)
	n := int(m["windows"])
	for i := range n {
		side, along, of := 1.0, i/2, (n+1)/2
		if i%2 == 1 {
			side, of = -1, n/2
		}
		ww, sill, top := m["windowWidth"]/2, m["sill"], m["sill"]+m["windowHeight"]
		x, y := 2*d*((float64(along)+0.5)/float64(of)-0.5), side*(w+0.4)
		r.face("reveals", [3]float64{x + side*ww, y, sill}, [3]float64{x - side*ww, y, sill}, [3]float64{x - side*ww, y, top}, [3]float64{x + side*ww, y, top})
	}
}

// drawHouse draws the gable from the front, half of it cut open, and the long
// side beside it.
func drawHouse(m Measures) Drawing {
	w, d, h, rise, wall, floor := m["width"], m["depth"], m["height"], m["rise"], m["wall"], m["floor"]
	top := h + rise
	pen := func() *pen { return newPen(top) }
	rect := func(x0, z0, x1, z1 float64) string {
		return pen().move(x0, z0).line(x1, z0).line(x1, z1).line(x0, z1).close()
	}
	iw := w - 2*wall
	peak := h + rise*iw/w
	at := 1.25 * w
	mid := w / 2
	dr := Drawing{Width: at + d, Height: top, TableY: top, TableTo: at + d,
		Shapes: []Shape{
			{Kind: Face, Surface: "walls", Path: pen().move(mid, 0).line(w, 0).line(w, h).line(mid, top).close()},
			{Kind: Face, Surface: "interior", Path: pen().move(wall, floor).line(mid, floor).line(mid, peak).line(wall, h).close()},
			{Kind: Cut, Path: pen().move(0, 0).line(wall, 0).line(wall, h).line(mid, peak).line(mid, top).line(0, h).close()},
			{Kind: Skin, Surface: "roof", Path: pen().move(0, h).line(mid, top).line(w, h).open()},
			{Kind: Skin, Surface: "walls", Path: pen().move(0, 0).line(0, h).open()},
			{Kind: Skin, Surface: "interior", Path: pen().move(wall, floor).line(wall, h).line(mid, peak).open()},
			{Kind: Skin, Surface: "foot", Path: pen().move(0, 0).line(wall, 0).open()},
			{Kind: Skin, Surface: "foot", Path: pen().move(mid, 0).line(w, 0).open()},
			{Kind: Face, Surface: "walls", Path: rect(at, 0, at+d, h)},
			{Kind: Face, Surface: "roof", Path: rect(at, h, at+d, top)},
			{Kind: Axis, Path: pen().move(mid, top+6).line(mid, -4).open()},
		},
		Labels: []Label{
			{Surface: "roof", X: w * 0.25, Y: rise * 0.5, Left: true}, {Surface: "interior", X: w * 0.3, Y: top - h*0.6, Left: true}, {Surface: "foot", X: wall / 2, Y: top, Left: true},
			{Surface: "walls", X: at + d*0.8, Y: top - h*0.8},
		},
		Captions: []Caption{{Text: "gable, half cut open", X: mid, Y: top}, {Text: "long side", X: at + d/2, Y: top}},
	}
	if floor > 0 {
		dr.Shapes = append(dr.Shapes, Shape{Kind: Cut, Path: rect(0, 0, mid, floor)})
	}
	for i := range int(math.Min(m["windows"], 3)) {
		x := at + d*(float64(i)+0.5)/math.Min(m["windows"], 3) - m["windowWidth"]/2
		dr.Shapes = append(dr.Shapes, Shape{Kind: Face, Surface: "reveals", Path: rect(x, m["sill"], x+m["windowWidth"], m["sill"]+m["windowHeight"])})
		if i == 0 {
			dr.Labels = append(dr.Labels, Label{Surface: "reveals", X: x + m["windowWidth"], Y: top - m["sill"] - m["windowHeight"]/2})
		}
	}
	return dr
}

var bellKind = Kind{Form: Bell, Name: "Bell", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 96, Least: 30, Most: 300},
	{Key: "waist", Name: "Waist diameter", Default: 66, Least: 20, Most: 280},
	{Key: "crown", Name: "Crown diameter", Default: 50, Least: 10, Most: 250},
	{Key: "height", Name: "Height without loop", Default: 100, Least: 25, Most: 300},
	{Key: "wall", Name: "Wall thickness", Default: 6, Least: 2, Most: 20},
	{Key: "loop", Name: "Loop height", Default: 24, Least: 8, Most: 80},
	{Key: "loopWidth", Name: "Loop thickness", Default: 8, Least: 3, Most: 30},
}, bendMeasures()...)}

// buildBell makes a bell as it is fired, on its rim: hollow, so that what runs
// inside runs down to the shelf.
func buildBell(m Measures) (Body, error) {
	top, wall, crown := m["height"], m["wall"], m["crown"]/2
	outside := bent(smooth([]point{{m["rim"] / 2, 0}, {m["waist"] / 2, 0.55 * top}, {crown, top}}, curveSteps, 1), m)
	var refused Refusals
	if wall >= narrowest(outside)-1 {
		refused = append(refused, Refusal{"wall", "The wall leaves no hollow where the bell is narrowest: thin the wall."})
	}
	if m["loopWidth"] >= m["loop"]/2 || m["loop"]/2 > crown {
		refused = append(refused, Refusal{"loop", "The loop leaves no opening or is wider than the crown: change its height or its thickness."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	var inside []point
	for _, p := range outside {
		if p.z < top-wall {
			inside = append(inside, point{p.r - wall, p.z})
		}
	}
	ceiling := radiusAt(outside, top-wall) - wall
	inside = append(inside, point{ceiling, top - wall}, point{0, top - wall})
	rim := outside[0].r
	b := assemble(Bell, turned{spans: []span{
		{Surface{ID: "interior", Name: "Inside", Use: Plain, Hidden: true}, reversed(inside), within},
		{Surface{ID: "rim", Name: "Rim", Use: Plain, Stands: true}, []point{{rim - wall, 0}, {rim, 0}}, edgeOn},
		{Surface{ID: "exterior", Name: "Outside", Use: Plain}, append(outside, point{0, top}), without},
	}})
	// The loop is half a torus on the crown: outline of its section times the length of its middle line (Pappus).
	r := (m["loop"] - m["loopWidth"]) / 2
	b.Surfaces = append(b.Surfaces, Surface{ID: "loop", Name: "Loop", Use: Plain})
	b.Touching = append(b.Touching, [2]string{"exterior", "loop"})
	b.zones["loop"] = []zone{patch{math.Pi * m["loopWidth"] * math.Pi * r, top, top + r, 90}}
	outer, inner := r+m["loopWidth"]/2, r-m["loopWidth"]/2
	d := &b.drawing
	b.HeightMM += outer
	d.Top, d.Height = -outer, top+outer
	d.Shapes = append(d.Shapes, Shape{Kind: Face, Surface: "loop", Path: newPen(top).move(-outer, top).arc(outer, 1, outer, top).line(inner, top).arc(inner, 0, -inner, top).close()})
	d.Labels = append(d.Labels, Label{Surface: "loop", X: outer * 0.8, Y: -outer * 0.7})
	bell := b.round
	b.round = func(r *Round) {
		bell(r)
		r.Bows = append(r.Bows, RoundBow{Surface: "loop", Z: top, R: (m["loop"] - m["loopWidth"]) / 2, Wide: m["loopWidth"], Deep: m["loopWidth"], Up: true})
	}
	return b.finish(), nil
}
