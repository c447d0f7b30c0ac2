package piece

const (
	Mug    Form = "mug"    // belly and handle
	Vase   Form = "vase"   // belly and neck
	Bottle Form = "bottle" // a narrow neck that no brush gets through
)

var mugKind = Kind{Form: Mug, Name: "Mug", Measures: append([]Measure{
	{Key: "rim", Name: "Rim diameter", Default: 82, Least: 30, Most: 300},
	{Key: "belly", Name: "Belly diameter", Default: 94, Least: 30, Most: 350},
	{Key: "base", Name: "Base diameter", Default: 72, Least: 20, Most: 300},
	{Key: "height", Name: "Height", Default: 96, Least: 20, Most: 400},
	{Key: "wall", Name: "Wall thickness", Default: 5, Least: 2, Most: 20},
	{Key: "floor", Name: "Floor thickness", Default: 6, Least: 2, Most: 25},
}, append(strapMeasures, bendMeasures()...)...)}

var vaseKind = Kind{Form: Vase, Name: "Vase with neck", Measures: neckMeasures(100, 60, 130, 80, 220)}

var bottleKind = Kind{Form: Bottle, Name: "Bottle", Measures: neckMeasures(36, 26, 110, 80, 230)}

func neckMeasures(rim, neck, belly, base, height float64) []Measure {
	return append([]Measure{
		{Key: "rim", Name: "Rim diameter", Default: rim, Least: 15, Most: 400},
		{Key: "neck", Name: "Neck diameter", Default: neck, Least: 14, Most: 400},
		{Key: "neckAt", Name: "Neck above the table", Default: 0.8 * height, Least: 20, Most: 700},
		{Key: "belly", Name: "Belly diameter", Default: belly, Least: 30, Most: 500},
		{Key: "bellyAt", Name: "Belly above the table", Default: 0.36 * height, Least: 10, Most: 500},
		{Key: "base", Name: "Base diameter", Default: base, Least: 20, Most: 400},
		{Key: "height", Name: "Height", Default: height, Least: 40, Most: 800},
		{Key: "wall", Name: "Wall thickness", Default: 6, Least: 2, Most: 25},
		{Key: "floor", Name: "Floor thickness", Default: 8, Least: 2, Most: 30},
	}, bendMeasures()...)
}

// vessel is a hollow turned thing on a flat base: its outside from the bottom up.
type vessel struct {
	outside     []point
	wall, floor float64
	inside      Use
	hidden      bool // nobody sees the inside
}

// spans walks the vessel from the axis inside to the axis below.
func (v vessel) spans() []span {
	inside := inward(v.outside, v.wall, v.floor)
	rim, base := v.outside[len(v.outside)-1], v.outside[0]
	lip := Lip
	if v.inside != Food {
		lip = Plain
	}
	return []span{
		{Surface{ID: "interior", Name: "Interior", Use: v.inside, Upward: true, Hidden: v.hidden}, append([]point{{0, v.floor}}, inside...), within},
		{Surface{ID: "lip", Name: "Lip", Use: lip}, []point{{rim.r - v.wall, rim.z}, rim}, edgeOn},
		{Surface{ID: "exterior", Name: "Exterior", Use: Plain}, reversed(v.outside), without},
		{Surface{ID: "foot", Name: "Foot", Use: Plain, Stands: true}, []point{base, {0, base.z}}, beneath},
	}
}

// refuse says what cannot be built of a vessel.
func (v vessel) refuse() Refusals {
	var refused Refusals
	if v.wall >= narrowest(v.outside)-1 {
		refused = append(refused, Refusal{"wall", "The wall leaves no hollow where the piece is narrowest: thin the wall."})
	}
	if top := v.outside[len(v.outside)-1].z; v.floor >= top {
		refused = append(refused, Refusal{"floor", "The floor is as thick as the piece is high: thin the floor."})
	}
	return refused
}

const curveSteps = 16

func buildMug(m Measures) (Body, error) {
	v := vessel{outside: bent(smooth([]point{{m["base"] / 2, 0}, {m["belly"] / 2, 0.42 * m["height"]}, {m["rim"] / 2, m["height"]}}, curveSteps, 1), m),
		wall: m["wall"], floor: m["floor"], inside: Food}
	refused := v.refuse()
	handle, more := measureStrap(m, m["height"])
	if refused = append(refused, more...); len(refused) > 0 {
		return Body{}, refused
	}
	b := assemble(Mug, turned{spans: v.spans()})
	handle.join(&b, "exterior")
	handle.draw(&b.drawing, b.HeightMM, func(z float64) float64 { return radiusAt(v.outside, z) })
	handle.onto(&b, radiusAt(v.outside, handle.middle))
	return b.finish(), nil
}

func buildNeck(form Form) func(Measures) (Body, error) {
	return func(m Measures) (Body, error) {
		if m["bellyAt"] >= m["neckAt"] || m["neckAt"] >= m["height"] {
			return Body{}, Refusals{{"neckAt", "From below come base, belly, neck and rim: the neck lies between the belly and the rim."}}
		}
		v := vessel{outside: bent(smooth([]point{{m["base"] / 2, 0}, {m["belly"] / 2, m["bellyAt"]}, {m["neck"] / 2, m["neckAt"]}, {m["rim"] / 2, m["height"]}}, curveSteps, 1), m),
			wall: m["wall"], floor: m["floor"], inside: Plain, hidden: true}
		if refused := v.refuse(); len(refused) > 0 {
			return Body{}, refused
		}
		return assemble(form, turned{spans: v.spans()}), nil
	}
}
