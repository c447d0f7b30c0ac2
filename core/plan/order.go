package plan

import (
	"cmp"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Step is one glaze on one surface, laid with one brush.
type Step struct {
	Surface string // piece.Surface.ID
	glaze.Layer
	Brush    Brush
	Edging   string // name of the detail that this edges its ground round; "" for what is filled
	Optional bool   // only if time is left

	FreshWater bool // the brush comes out of a darker glaze, whose water would tint this one
}

// Brush is what a layer is laid with.
type Brush string

// The brushes of a glaze room, by what they are laid with (widths from memory).
const (
	WideBrush   Brush = "25 mm flat"
	MiddleBrush Brush = "12 mm flat"
	SmallBrush  Brush = "6 mm round"
	FineBrush   Brush = "2 mm liner"
	SoftBrush   Brush = "soft fan"
	OwnNozzle   Brush = "its own nozzle"
	Tongs       Brush = "tongs"
)

// Brushes are all kinds of them, and the tongs.
var Brushes = []Brush{WideBrush, MiddleBrush, SmallBrush, FineBrush, SoftBrush, OwnNozzle, Tongs}

// BrushFor is the brush for a glaze on a surface: by area, but for chips, which
// are laid on, and lines.
func BrushFor(s piece.Surface, g *glaze.Glaze, dip bool) Brush {
	kind := glaze.Solid
	if g != nil {
		kind = g.Kind
	}
	switch {
	case dip:
		return Tongs
	case kind == glaze.Detail:
		return OwnNozzle
	case kind == glaze.Chips:
		return SoftBrush
	case s.Detail == piece.Inlay || s.Detail == piece.Letters || s.AreaCM2 < 6:
		return FineBrush
	case s.AreaCM2 < 30:
		return SmallBrush
	case s.AreaCM2 < 120:
		return MiddleBrush
	}
	return WideBrush
}

// The passes over a piece, in the order they are made (common practice).
const (
	edged   = iota // inlay, letters and edged motifs, before the ground is filled up to them
	grounds        // interior, exterior, lip, handle
	over           // what lies over a dry base
	extras         // only if time is left
)

// Order is the working order of a plan: inlay, letters and edged motifs, then
// the grounds in the house's order of faces, then what lies over a base, and
// extras last. Within a pass the first layers come before the second ones, and
// one glaze is laid everywhere before the next is opened; where nothing else says which, the
// paler one, so that water and brush stay clean.
func Order(p Plan, b piece.Body, h rules.House, jars map[string]*glaze.Glaze) []Step {
	type placed struct {
		Step
		pass, layer, face, first int
	}
	var all []placed
	opened := map[[3]any]int{} // pass, layer and glaze to where it is opened first
	for _, s := range b.Surfaces {
		choice := p[s.ID]
		if !choice.Planned() {
			continue
		}
		before := 0 // nothing is laid before the layer below it
		for i, layer := range choice.Stack.Normal() {
			g := jars[layer.Glaze]
			before = max(before, pass(s, g, i))
			step := placed{Step: Step{Surface: s.ID, Layer: layer, Brush: BrushFor(s, g, layer.Dip), Optional: s.Optional},
				pass: before, layer: i, face: face(s, h)}
			all = append(all, step)
			key := [3]any{step.pass, i, layer.Glaze}
			if at, ok := opened[key]; !ok || step.face < at {
				opened[key] = step.face
			}
		}
	}
	for _, s := range b.Surfaces { // a ground is edged round its details before it is filled
		choice := p[s.On]
		if !s.Edged || !choice.Planned() {
			continue
		}
		ground, _ := b.Surface(s.On)
		for i, layer := range choice.Stack.Normal() {
			all = append(all, placed{Step: Step{Surface: s.On, Layer: layer, Brush: SmallBrush, Edging: s.Name}, pass: edged, layer: i, face: face(ground, h)})
		}
	}
	for i := range all {
		all[i].first = opened[[3]any{all[i].pass, all[i].layer, all[i].Glaze}]
	}
	slices.SortStableFunc(all, func(a, b placed) int {
		return cmp.Or(cmp.Compare(a.pass, b.pass), cmp.Compare(a.layer, b.layer), cmp.Compare(a.first, b.first),
			cmp.Compare(paleness(jars[b.Glaze]), paleness(jars[a.Glaze])), cmp.Compare(a.Glaze, b.Glaze), cmp.Compare(a.face, b.face))
	})
	steps := make([]Step, len(all))
	for i := range all {
		steps[i] = all[i].Step
		steps[i].FreshWater = i > 0 && tinted(jars[steps[i].Glaze], jars[steps[i-1].Glaze])
	}
	return steps
}

// What a strong colour in the rinse water tints (common practice: white, yellow and clear), and
// how much darker that has to be (L*, from memory).
const (
	paleFrom  = 78
	darkerFor = 12
)

// paleness is how light a glaze is in its jar, L*; clear is as pale as any.
func paleness(g *glaze.Glaze) float64 {
	switch {
	case g == nil:
		return 0
	case g.Kind == glaze.Clear:
		return 100
	}
	return g.Raw.L
}

// tinted says whether water and brush of one glaze would tint the next.
func tinted(next, before *glaze.Glaze) bool {
	return next != nil && before != nil && next.Code != before.Code && paleness(next) >= paleFrom && paleness(before) < paleness(next)-darkerFor
}

func pass(s piece.Surface, g *glaze.Glaze, layer int) int {
	switch {
	case s.Optional:
		return extras
	case s.Over || g != nil && g.Kind == glaze.Detail && layer > 0:
		return over
	case s.Detail == piece.Inlay || s.Detail == piece.Letters || s.Detail == piece.Motif:
		return edged
	}
	return grounds
}

// face is when a surface's turn comes among the grounds.
func face(s piece.Surface, h rules.House) int {
	inside, outside := 0, 1
	if h.Faces == rules.ExteriorFirst {
		inside, outside = outside, inside
	}
	switch {
	case s.Upward || s.Recess || s.Hidden:
		return inside
	case s.Use == piece.Lip || s.Seat:
		return 2
	case s.ID == "handle" || s.ID == "knob" || s.ID == "loop":
		return 3
	}
	return outside
}
