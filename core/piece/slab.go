package piece

var slabKind = Kind{Form: Slab, Name: "Flat slab", Measures: []Measure{
	{Key: "length", Name: "Length", Default: 160, Least: 20, Most: 800},
	{Key: "width", Name: "Width", Default: 110, Least: 20, Most: 800},
	{Key: "thickness", Name: "Thickness", Default: 9, Least: 3, Most: 60},
}}

// buildSlab makes a flat slab that is fired lying on its back.
func buildSlab(m Measures) Body {
	length, width, thick := m["length"], m["width"], m["thickness"]
	b := Body{
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
			{Face, "face", rect(0, 0, length, width)},
			{Face, "back", rect(length+gap, 0, length, width)},
			{Face, "edge", rect(0, edgeY, length, thick)},
		},
		Labels: []Label{
			{"face", length * 0.3, width * 0.45, true},
			{"edge", length * 0.2, edgeY + thick/2, true},
			{"back", length*1.6 + gap, width * 0.45, false},
		},
		Captions: []Caption{
			{"face", length / 2, width}, {"back", length*1.5 + gap, width}, {"edge, as it lies", length / 2, edgeY + thick},
		},
	}
}
