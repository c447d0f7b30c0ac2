package piece

const (
	Jar     Form = "jar"     // with a seat for its lid, and a lid with a knob
	Planter Form = "planter" // and the saucer it stands in
)

// clearance is what a lid needs around it to come off again after the firing,
// in mm (from memory).
const clearance = 1.5

var jarKind = Kind{Form: Jar, Name: "Lidded jar", Measures: append([]Measure{
	{Key: "mouth", Name: "Rim diameter", Default: 96, Least: 40, Most: 300},
	{Key: "belly", Name: "Belly diameter", Default: 124, Least: 40, Most: 400},
	{Key: "base", Name: "Base diameter", Default: 84, Least: 20, Most: 300},
	{Key: "height", Name: "Height without lid", Default: 110, Least: 25, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 6, Least: 2, Most: 20},
	{Key: "floor", Name: "Floor thickness", Default: 7, Least: 2, Most: 25},
	{Key: "seat", Name: "Seat width", Default: 5, Least: 2, Most: 20},
	{Key: "seatDepth", Name: "Seat below the rim", Default: 5, Least: 2, Most: 30},
	{Key: "lid", Name: "Lid diameter", Default: 80, Least: 20, Most: 300, Hint: "3 mm less than the seat"},
	{Key: "knob", Name: "Knob height", Default: 20, Least: 6, Most: 80},
}, bendMeasures()...)}

// buildJar makes a jar and, beside it as it is fired, its lid on its flange.
func buildJar(m Measures) (Body, error) {
	rim, wall, top := m["mouth"]/2, m["wall"], m["height"]
	seatOut := rim - wall          // the seat ends at the wall above it
	opening := seatOut - m["seat"] // and begins at the opening
	lid := m["lid"] / 2
	v := vessel{outside: bent(smooth([]point{{m["base"] / 2, 0}, {m["belly"] / 2, 0.45 * top}, {rim, top}}, curveSteps, 1), m), wall: wall, floor: m["floor"], inside: Food}
	refused := v.refuse()
	ledge := top - m["seatDepth"]
	if opening < 8 || ledge <= m["floor"]+2 {
		refused = append(refused, Refusal{"seat", "The seat leaves no opening: make it narrower, or the jar wider and higher."})
	}
	switch {
	case lid > seatOut-clearance:
		refused = append(refused, Refusal{"lid", "The lid is larger than its jar: it needs " + number(clearance) + " mm of air all round inside the rim."})
	case lid <= opening:
		refused = append(refused, Refusal{"lid", "The lid falls through the opening: make it wider than the seat's inner edge."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	var inside []point
	for _, p := range inward(v.outside, wall, m["floor"]) {
		if p.z < ledge {
			inside = append(inside, p)
		}
	}
	inside = append(append([]point{{0, m["floor"]}}, inside...), point{opening, ledge})
	spans := v.spans()
	spans[0].line = inside
	seat := span{Surface{ID: "seat", Name: "Seat", Use: Plain, Seat: true}, []point{{opening, ledge}, {seatOut, ledge}, {seatOut, top}}, edgeOn}
	spans[1].line = []point{{seatOut, top}, {rim, top}}
	jar := turned{spans: append(spans[:1:1], append([]span{seat}, spans[1:]...)...)}
	t := turned{spans: lidSpans(lid, opening, wall, m["knob"]), at: jar.widest() + lid + 0.35*rim}
	return assemble(Jar, jar, t), nil
}

// lidSpans is a lid of radius r as it lies on its flange: what rests on the
// seat is as wide as from the opening to its edge.
func lidSpans(r, opening, thick, knob float64) []span {
	k := 0.28 * r
	return []span{
		{Surface{ID: "lid-underside", Name: "Lid inside", Use: Food, Recess: true}, []point{{0, 0.5 * thick}, {opening - 1, 0.5 * thick}, {opening - 1, 0}}, beneath},
		{Surface{ID: "flange", Name: "Lid flange", Use: Plain, Stands: true, Seat: true}, []point{{opening - 1, 0}, {r, 0}, {r, thick}}, edgeOn},
		{Surface{ID: "lid-top", Name: "Lid top", Use: Plain}, []point{{r, thick}, {k, 1.9 * thick}}, without},
		{Surface{ID: "knob", Name: "Knob", Use: Plain}, smooth([]point{{k, 1.9 * thick}, {0.75 * k, 1.9*thick + 0.35*knob}, {1.15 * k, 1.9*thick + 0.75*knob}, {0.01, 1.9*thick + knob}}, curveSteps, 0.01), without},
	}
}

var planterKind = Kind{Form: Planter, Name: "Planter with saucer", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 150, Least: 40, Most: 500},
	{Key: "base", Name: "Base diameter", Default: 105, Least: 30, Most: 450},
	{Key: "height", Name: "Height", Default: 130, Least: 30, Most: 450},
	{Key: "wall", Name: "Wall thickness", Default: 7, Least: 3, Most: 25},
	{Key: "floor", Name: "Floor thickness", Default: 9, Least: 3, Most: 30},
	{Key: "hole", Name: "Drain hole diameter", Default: 14, Least: 4, Most: 60},
	{Key: "saucer", Name: "Saucer diameter", Default: 165, Least: 40, Most: 550},
	{Key: "saucerHeight", Name: "Saucer height", Default: 24, Least: 8, Most: 100},
}, bendMeasures()...)}

// buildPlanter makes a planter with a drain hole and, beside it, its saucer.
func buildPlanter(m Measures) (Body, error) {
	hole, base, floor := m["hole"]/2, m["base"]/2, m["floor"]
	v := vessel{outside: bent([]point{{base, 0}, {m["rim"] / 2, m["height"]}}, m), wall: m["wall"], floor: floor, inside: Plain, hidden: true}
	refused := v.refuse()
	if m["saucer"]/2-m["wall"] < base+2 {
		refused = append(refused, Refusal{"saucer", "The planter does not fit into its saucer: make the saucer wider than the base and twice the wall."})
	}
	if hole >= base-m["wall"] {
		refused = append(refused, Refusal{"hole", "The drain hole is as wide as the base: make it smaller."})
	}
	if m["saucerHeight"] <= floor+2 {
		refused = append(refused, Refusal{"saucerHeight", "The saucer is no higher than its floor: raise it."})
	}
	if len(refused) > 0 {
		return Body{}, refused
	}
	spans := v.spans()
	spans[0].line[0] = point{hole, floor} // the hole takes the middle of the floor
	spans[3].line = []point{{base, 0}, {hole, 0}}
	pot := turned{spans: append(spans, span{Surface{ID: "hole", Name: "Drain hole", Use: Plain, Hidden: true}, []point{{hole, 0}, {hole, floor}}, beneath})}

	s := vessel{outside: []point{{0.92 * m["saucer"] / 2, 0}, {m["saucer"] / 2, m["saucerHeight"]}}, wall: m["wall"], floor: floor, inside: Plain}
	saucer := turned{spans: s.spans(), at: pot.widest() + m["saucer"]/2 + 0.2*m["rim"]}
	names := map[string]string{"interior": "Saucer inside", "lip": "Saucer lip", "exterior": "Saucer outside", "foot": "Saucer foot"}
	for i := range saucer.spans {
		saucer.spans[i].Name = names[saucer.spans[i].ID]
		saucer.spans[i].ID = "saucer-" + saucer.spans[i].ID
	}
	return assemble(Planter, pot, saucer), nil
}
