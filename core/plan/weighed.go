package plan

import (
	"maps"
	"slices"

	"enkaustos/core/glaze"
)

// Weighed is the plan with the density of the bucket in every dip: of a dip that was made, as
// the bucket was then; of one that is still to come, as it was last weighed. laid are the
// coats on a surface, in order.
func (s *Shelf) Weighed(p Plan, laid func(surface string) []glaze.Layer) Plan {
	var weighed Plan
	for id, choice := range p {
		if !slices.ContainsFunc(choice.Stack, func(l glaze.Layer) bool { return l.Dip }) {
			continue
		}
		if weighed == nil {
			weighed = maps.Clone(p)
		}
		on, strokes := laid(id), glaze.Stack(choice.Stack.Strokes())
		for i := range strokes {
			strokes[i] = strokes[i].AsWeighed(s.Glazes[strokes[i].Glaze])
			if i < len(on) && on[i].Dip && strokes[i].Dip && on[i].Glaze == strokes[i].Glaze {
				strokes[i].Density = on[i].Density
			}
		}
		choice.Stack = strokes.Normal()
		weighed[id] = choice
	}
	if weighed == nil {
		return p
	}
	return weighed
}
