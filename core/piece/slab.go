package piece

import "math"

var slabKind = Kind{Form: Slab, Name: "Flat slab", Measures: []Measure{
	{Key: "length", Name: "Length", Default: 160, Least: 20, Most: 800},
	{Key: "width", Name: "Width", Default: 110, Least: 20, Most: 800},
	{Key: "thickness", Name: "Thickness", Default: 9, Least: 3, Most: 60},
	{Key: "relief", Name: "Relief above the face", Default: 0, Least: 1, Most: 60, Optional: true, Hint: "0 for a plain slab"},
	{Key: "reliefShare", Name: "Of the face raised", Unit: "%", Default: 30, Least: 1, Most: 95},
}}

// buildSlab makes a flat slab that is fired lying on its back.
func buildSlab(m Measures) Body {
	length, width, thick := m["length"], m["width"], m["thickness"]
	relief := 0.0
	if m["relief"] > 0 {
		relief = length * width * m["reliefShare"] / 100
	}
	b := Body{
		Flat: true,
		Form: Slab, HeightMM: thick,
		Surfaces: []Surface{
			{ID: "face", Name: "Face", Use: Plain, Upward: true},
			{ID: "edge", Name: "Edge", Use: Plain},
			{ID: "back", Name: "Back", Use: Plain, Stands: true},
		},
		Touching: [][2]string{{"face", "edge"}, {"edge", "back"}},
		zones: map[string][]zone{
			"face": {flat{length * width, thick}},
			"edge": {upright{2 * (length + width), thick}},
			"back": {flat{length * width, 0}},
		},
		drawing: drawSlab(length, width, thick),
		under:   rectanglesBelow(0, length, width, 0, 0),
		edges:   map[[2]string]Edge{pair("face", "edge"): Ridge},
	}
	if relief > 0 {
		// Its top, and the wall around it as if it were one square field.
		b.HeightMM += m["relief"]
		b.Surfaces = append(b.Surfaces, Surface{ID: "relief", Name: "Relief", Use: Plain, Upward: true, Textured: true})
		b.zones["relief"] = []zone{flat{relief, b.HeightMM}, patch{4 * math.Sqrt(relief) * m["relief"], thick, b.HeightMM, 90}}
		b.zones["face"] = []zone{flat{length*width - relief, thick}}
		b.Touching = append(b.Touching, [2]string{"face", "relief"})
		b.edges[pair("face", "relief")] = Ridge
		b.drawing.relief(math.Sqrt(relief/(length*width)), length, width, m["relief"])
	}
	b.round = func(r *Round) {
		r.block("edge", "face", "back", 0, length, width, 0, thick)
		if share := math.Sqrt(relief / (length * width)); share > 0 {
			r.block("relief", "relief", "", 0, share*length, share*width, thick, thick+m["relief"])
		}
	}
	return b.finish()
}

// drawSlab lays out the face, the long edge below it and the back beside it.
func drawSlab(length, width, thick float64) Drawing {
	gap := 0.16 * length
	rect := func(x, y, w, h float64) string {
		return newPen(0).move(x, -y).line(x+w, -y).line(x+w, -y-h).line(x, -y-h).close()
	}
	edgeY := width + gap
	return Drawing{
		Width: 2*length + gap, Height: edgeY + thick,
		TableY: edgeY + thick, TableFrom: 0, TableTo: length,
		Shapes: []Shape{
			{Kind: Face, Surface: "face", Path: rect(0, 0, length, width)},
			{Kind: Face, Surface: "back", Path: rect(length+gap, 0, length, width)},
			{Kind: Face, Surface: "edge", Path: rect(0, edgeY, length, thick)},
		},
		Labels: []Label{
			{Surface: "face", X: length * 0.3, Y: width * 0.45, Left: true},
			{Surface: "edge", X: length * 0.2, Y: edgeY + thick/2, Left: true},
			{Surface: "back", X: length*1.6 + gap, Y: width * 0.45},
		},
		Captions: []Caption{
			{Text: "face", X: length / 2, Y: width}, {Text: "back", X: length*1.5 + gap, Y: width}, {Text: "edge, as it lies", X: length / 2, Y: edgeY + thick},
		},
	}
}

// relief draws the raised field in the middle of the face, and above the edge.
func (d *Drawing) relief(share, length, width, rise float64) {
	w, h := share*length, share*width
	d.Shapes = append(d.Shapes,
		Shape{Kind: Face, Surface: "relief", Path: rectangle(length/2, width/2, w, h)},
		Shape{Kind: Face, Surface: "relief", Path: rectangle(length/2, d.TableY-d.Height+d.edgeTop()-rise/2, w, rise)})
	d.Labels = append(d.Labels, Label{Surface: "relief", X: length/2 + w*0.3, Y: width * 0.6, Left: true})
}

// edgeTop is the y of the upper side of the edge view.
func (d *Drawing) edgeTop() float64 { return d.Labels[1].Y*2 - d.TableY }
