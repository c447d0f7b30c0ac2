package ready

import (
	"enkaustos/core/matter"
	"enkaustos/core/work"
)

// toBisque is what keeps greenware out of the bisque: what goes on it before is not on, or
// would melt there; or nobody felt it since it was last wet. How it will look and what it
// stands on is asked before its glaze firing: bisque may touch and stack.
func toBisque(c Case) []Blocker {
	all := append(stops(c), laid(c)...)
	all = append(all, strokes(c)...)
	all = append(all, doubts(c)...)
	all = append(all, latex(c)...)
	return append(all, c.unfelt("Nobody felt whether it is bone dry since it was last wet: damp clay bursts.",
		"Feel it: pale all over, not clammy. After about seven days is when to begin; thick walls take longer.")...)
}

// again asks of a piece that goes into the fire once more that it was felt: porous or
// crazed ware holds water.
func again(c Case) []Blocker {
	past := c.State.Past
	if len(past) == 0 || past[len(past)-1].Bisque {
		return nil
	}
	return c.unfelt("It was glazed and fired before: porous or crazed ware holds water, and nobody felt whether it is dry.",
		"Dry it, in the warm where it is porous; feel it, and say so.")
}

// unfelt asks for a hand on the piece since it was last wet.
func (c Case) unfelt(text, way string) []Blocker {
	if c.State.DryToTouch() {
		return nil
	}
	return []Blocker{{Code: matter.Damp, Text: text, Way: way}}
}

// closed asks, before clay is fired for the first time, for a hole in what may be hollow and
// closed: its air would burst it.
func closed(c Case) []Blocker {
	first := c.Bisque || c.onceFired()
	if !first || !c.Body.MayBeClosed || c.State.Helps[work.HasHole] || c.State.Helps[work.IsSolid] {
		return nil
	}
	return []Blocker{{Code: matter.Closed, Text: "Nobody said whether it is hollow inside: closed, its air would burst it.",
		Way: "Say that it has a hole for the air, or that it is solid; pierce it where it is closed."}}
}
