package plan

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
)

// Eaten is what is known of a surface that food or a mouth touches. Nobody here calls a
// piece safe: it says what is missing, or that nothing known speaks against it.
type Eaten struct {
	Surface string
	Missing []string // in sentences; none where nothing known speaks against it
}

// Nothing is all that can be said for a surface of which nothing is missing.
const Nothing = "Nothing known speaks against it. Only a laboratory's leach test of this stack proves it."

// Looked is what of a piece somebody looked at.
type Looked struct {
	Cover  bool // all round, as it is, and found it even
	Fired  bool // it was through its glaze firing
	Judged bool // and somebody said how it came out
	Faulty bool // with a fault on this surface, or one of the piece
	Joined bool // it broke, and was put together
}

// Food says it of every surface that food or a mouth touches, of a plan as it will be fired
// or was.
func (s *Shelf) Food(p Plan, w Work, seen Looked) (all []Eaten) {
	for i := range w.Body.Surfaces {
		surface := &w.Body.Surfaces[i]
		if surface.Use == piece.Plain {
			continue
		}
		all = append(all, Eaten{surface.ID, s.missing(surface, p, w, seen)})
	}
	return all
}

func (s *Shelf) missing(surface *piece.Surface, p Plan, w Work, seen Looked) (all []string) {
	say := func(is bool, format string, args ...any) {
		if is {
			all = append(all, fmt.Sprintf(format, args...))
		}
	}
	if !p[surface.ID].Planned() {
		return []string{"It is bare clay, and soaks up what lies on it."}
	}
	stack, clay := p.Lies(surface).AsFired(), w.ClayOf(surface)
	c := check{shelf: s, plan: p, work: w}
	sorted := c.sort(asThick(p.Lies(surface)))
	tested, report := s.leached(stack, w.SpotOf(surface))
	for _, g := range sorted.jars {
		melts := g.MeltsAt(w.Cone)
		say(melts && g.Food != glaze.FoodClaimed, "The label of %s %s makes no claim for food.", g.Code, g.Name)
		say(melts && !g.Cones.Holds(w.Cone), "The label of %s %s speaks for cone %s, not for cone %s.", g.Code, g.Name, g.Cones, w.Cone)
		say(len(g.Recipe) > 0 && !tested, "%s %s was mixed here: its jars' labels say nothing of it.", g.Code, g.Name)
	}
	say(sorted.under > 0 && !sorted.sealed, "Underglaze lies open on it.")
	say(sorted.melt.Layered() && !tested, "Glazes are layered, and no leach test of this stack is on record.")
	want := s.House.OfMelting(sorted.melt, sorted.under > 0, true)
	say(!sorted.melt.None() && sorted.melt.Coats() < want.Few, "It carries %s where the house lays %s.", coats(sorted.melt.Coats()), figure(want.Coats))
	say(!tight(clay.Cones, w.Cone), "%s is not tight at cone %s: it takes water up, and leaks.", clay.Name, w.Cone)
	say(!seen.Cover, "Nobody looked at its cover as it is.")
	say(seen.Fired && !seen.Judged, "Nobody looked at it since it was fired: crazing can show days later, and voids every label.")
	say(seen.Joined, "It was joined after the firing: glue and cracks hold what no label speaks of.")
	say(seen.Faulty, "It came out with a fault: where it crazed or was missed, no label counts.")
	say(s.crazed(stack, w.SpotOf(surface)), "It crazed on this clay before.")
	if tested {
		all = slices.DeleteFunc(all, func(why string) bool { return strings.Contains(why, "makes no claim") })
		say(len(all) > 0, "The leach test on record (%s) speaks for the stack alone.", report)
	}
	return all
}

// asThick is a stack above its lowest overlap: with how long and into what each dip was held,
// but not how far down it goes.
func asThick(stack glaze.Stack) glaze.Stack {
	thick := slices.Clone(stack)
	for i := range thick {
		thick[i].DownToMM, thick[i].Stage = 0, 0
	}
	return thick.Normal()
}

// tight says whether a clay is fired within its range, where it closes.
func tight(cones kiln.Range, cone kiln.Cone) bool { return cones.Holds(cone) }

// leached says whether a laboratory tested a tile of a stack in this firing, and what the
// report is called.
func (s *Shelf) leached(stack glaze.Stack, at Spot) (tested bool, report string) {
	for i := range s.tiles[order(stack)] {
		t := &s.tiles[order(stack)][i]
		if t.Leached != "" && t.Firing() == at.Firing && slices.Equal(t.Stack, stack) {
			return true, t.Leached
		}
	}
	return false, ""
}

// crazed says whether a tile of the same glazes crazed on this clay.
func (s *Shelf) crazed(stack glaze.Stack, at Spot) bool {
	return slices.ContainsFunc(s.tiles[order(stack)], func(t glaze.Tile) bool {
		return t.Clay == at.Clay && slices.Contains(t.Faults, glaze.Crazed)
	})
}
