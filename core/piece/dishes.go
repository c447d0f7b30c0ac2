package piece

const (
	Plate Form = "plate" // a wide well and a rim on a foot ring
	Dish  Form = "dish"  // a bowl on a stem
)

var plateKind = Kind{Form: Plate, Name: "Plate", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 240, Least: 60, Most: 600},
	{Key: "well", Name: "Well diameter", Default: 150, Least: 30, Most: 560},
	{Key: "height", Name: "Height", Default: 28, Least: 8, Most: 120},
	{Key: "wall", Name: "Thickness", Default: 7, Least: 3, Most: 25},
	{Key: "foot", Name: "Foot ring diameter", Default: 130, Least: 25, Most: 500},
	{Key: "footWidth", Name: "Foot ring width", Default: 8, Least: 2, Most: 40},
	{Key: "lift", Name: "Hollow inside the foot ring", Default: 6, Least: 1, Most: 30},
}, bendMeasures()...)}

func buildPlate(m Measures) (Body, error) {
	rim, well, foot := m["rim"]/2, m["well"]/2, m["foot"]/2
	lift, top, wall, inner := m["lift"], m["height"], m["wall"], m["foot"]/2-m["footWidth"]
	var refused Refusals
	if well >= rim {
		refused = append(refused, Refusal{"well", "The well is as wide as the plate: make it narrower than the rim."})
	}
	if foot > rim-1 || inner <= 0 {
		refused = append(refused, Refusal{"foot", "The foot ring does not fit: make it narrower than the rim and wider than its own width."})
	}
	if bends(m) && foot > well {
		refused = append(refused, Refusal{"foot", "The foot ring stands under the slope that is pulled: make it narrower than the well."})
	}
	if top < lift+wall+1 {
		refused = append(refused, Refusal{"height", "The plate is too shallow for its thickness and foot: raise the height."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	// Below the well the underside is level; where the foot is wider than the
	// well, it stands under the slope.
	slope := func(r float64) float64 {
		if r <= well {
			return lift
		}
		return lift + (r-well)/(rim-well)*(top-wall-lift)
	}
	rise := bent([]point{{well, lift + wall}, {rim, top}}, m) // of the face, from the well to the rim
	below := []point{{rim, top - wall}}
	switch {
	case bends(m):
		below = append(reversed(bent([]point{{well, lift}, {rim, top - wall}}, m)), point{foot, lift})
	case foot < well:
		below = append(below, point{well, lift}, point{foot, slope(foot)})
	default:
		below = append(below, point{foot, slope(foot)})
	}
	under := []point{{inner, slope(inner)}}
	if inner > well {
		under = append(under, point{well, lift})
	}
	under = append(under, point{0, lift})
	return assemble(Plate, turned{spans: []span{
		{Surface{ID: "interior", Name: "Face", Use: Food, Upward: true}, append([]point{{0, lift + wall}}, rise...), within},
		{Surface{ID: "lip", Name: "Edge", Use: Food}, []point{{rim, top}, {rim, top - wall}}, edgeOn},
		{Surface{ID: "exterior", Name: "Back", Use: Plain}, below, without},
		{Surface{ID: "foot", Name: "Foot ring", Use: Plain, Stands: true}, []point{{foot, slope(foot)}, {foot, 0}, {inner, 0}, {inner, slope(inner)}}, edgeOn},
		{Surface{ID: "underside", Name: "Underside", Use: Plain}, under, beneath},
	}}), nil
}

var dishKind = Kind{Form: Dish, Name: "Footed dish", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 160, Least: 40, Most: 500},
	{Key: "height", Name: "Height", Default: 110, Least: 30, Most: 400},
	{Key: "bowl", Name: "Depth of the bowl outside", Default: 60, Least: 12, Most: 300},
	{Key: "stem", Name: "Stem diameter", Default: 44, Least: 15, Most: 300},
	{Key: "foot", Name: "Foot diameter", Default: 84, Least: 25, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 6, Least: 2, Most: 25},
}, bendMeasures()...)}

func buildDish(m Measures) (Body, error) {
	rim, stem, foot, wall := m["rim"]/2, m["stem"]/2, m["foot"]/2, m["wall"]
	top, start := m["height"], m["height"]-m["bowl"]
	var refused Refusals
	if start < 5 {
		refused = append(refused, Refusal{"bowl", "The bowl is as deep as the dish is high: leave room for the stem."})
	}
	if stem >= rim-wall {
		refused = append(refused, Refusal{"stem", "The stem is as wide as the bowl: make it narrower than the rim."})
	}
	if m["bowl"] < 2*wall {
		refused = append(refused, Refusal{"wall", "The wall is too thick for so shallow a bowl: thin the wall."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	bowl := bent(smooth([]point{{stem, start}, {0.82 * rim, start + 0.42*m["bowl"]}, {rim, top}}, curveSteps, 1), m)
	if bends(m) && narrowest(bowl) <= wall+1 {
		return Body{}, Refusals{{"bend1", "The wall is pulled in so far that no hollow is left: pull it out again."}}
	}
	floor := start + wall
	return assemble(Dish, turned{spans: []span{
		{Surface{ID: "interior", Name: "Interior", Use: Food, Upward: true}, append([]point{{0, floor}}, inward(bowl, wall, floor)...), within},
		{Surface{ID: "lip", Name: "Lip", Use: Lip}, []point{{rim - wall, top}, {rim, top}}, edgeOn},
		{Surface{ID: "exterior", Name: "Exterior", Use: Plain}, reversed(bowl), without},
		{Surface{ID: "stem", Name: "Stem", Use: Plain}, smooth([]point{{stem, start}, {0.92 * stem, 0.5 * start}, {foot, 0}}, curveSteps, 1), without},
		{Surface{ID: "foot", Name: "Foot", Use: Plain, Stands: true}, []point{{foot, 0}, {0, 0}}, beneath},
	}}), nil
}
