package plan

import (
	"fmt"
	"maps"
	"slices"

	"enkaustos/core/piece"
)

// Change is one surface on which two plans differ.
type Change struct {
	Surface  string // piece.Surface.ID
	From, To Choice
	Text     string // one sentence
}

// Changes are the surfaces on which a plan differs from another one, in the
// order of the piece.
func Changes(from, to Plan, b piece.Body) []Change {
	var list []Change
	for _, s := range b.Surfaces {
		if a, z := from[s.ID], to[s.ID]; !a.Same(z) {
			list = append(list, Change{Surface: s.ID, From: a, To: z, Text: fmt.Sprintf("%s: %s, was %s.", s.Name, z.Says(), a.Says())})
		}
	}
	return list
}

// Same says whether two choices come to the same work.
func (c Choice) Same(d Choice) bool {
	return c.KeptBare() == d.KeptBare() && c.Resist == d.Resist && c.Heavy == d.Heavy && c.Tried == d.Tried && c.Stack.Same(d.Stack)
}

// Says is the choice in the middle of a sentence.
func (c Choice) Says() string {
	switch {
	case c.Resist != "":
		return "kept bare with " + string(c.Resist)
	case c.Bare:
		return "bare"
	case c.Stack.Total() == 0:
		return "nothing planned"
	}
	says := c.Stack.String()
	if c.Heavy {
		says += ", thick on purpose"
	}
	if c.Tried {
		says += ", as an experiment"
	}
	return says
}

// ForOthers is a plan as others take it over: what its maker tries is nobody else's experiment.
func (p Plan) ForOthers() Plan {
	given := maps.Clone(p)
	for id, c := range given {
		c.Tried = false
		given[id] = c
	}
	return given
}

// Rotated is a plan whose stacks moved on by one surface: each different stack
// is laid where the next one lay, in the order of the piece, and what was
// glazed alike stays glazed alike. What is bare stays bare. by turns it on so
// many times.
func Rotated(p Plan, b piece.Body, by int) Plan {
	var kinds []Choice
	kind := map[string]int{}
	for _, s := range b.Surfaces {
		c := p[s.ID]
		if !c.Planned() {
			continue
		}
		i := slices.IndexFunc(kinds, c.Same)
		if i < 0 {
			i = len(kinds)
			kinds = append(kinds, c)
		}
		kind[s.ID] = i
	}
	turned := maps.Clone(p)
	for id, i := range kind {
		turned[id] = kinds[((i-by)%len(kinds)+len(kinds))%len(kinds)]
	}
	return turned
}

// Adapted is a plan of one piece for another: a surface takes what the surface
// of the same ID has; where there is none, what the one of the same name has.
// Nothing is planned where the piece stands.
func Adapted(p Plan, from, to piece.Body) Plan {
	adapted := Plan{}
	for _, s := range to.Surfaces {
		choice, ok := p[s.ID]
		if !ok {
			i := slices.IndexFunc(from.Surfaces, func(o piece.Surface) bool { return o.Name == s.Name })
			if i < 0 {
				continue
			}
			choice, ok = p[from.Surfaces[i].ID]
		}
		if ok && !(s.Stands && choice.Planned()) {
			adapted[s.ID] = choice
		}
	}
	return adapted
}
