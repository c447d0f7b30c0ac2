package plan

import (
	"cmp"
	"fmt"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
)

// On names a stack, as it is fired, on a ground: what became of it there speaks for no other.
func (at Spot) On(stack glaze.Stack) string {
	return Unwanted{Stack: stack, Clay: at.Clay, Cone: at.Cone, Air: at.Air, Half: at.Half}.Key()
}

// Came is what became of a stack on pieces of this room, on one ground.
type Came struct {
	Judged, Sound int     // surfaces
	Most          float64 // at most this share of them comes out sound, four times of five
	Advice        string  // coats for next time, a sentence; "" where the results do not speak
}

// poor is below which share of sound ones, at best, a stack is warned of.
const poor = 0.5

// Heard are findings with what became of the same stacks on pieces before, by Spot.On: a stack that
// came out on pieces is not called never fired, and what its results advise is said.
func Heard(findings []Finding, p Plan, w Work, came map[string]Came) []Finding {
	if len(came) == 0 {
		return findings
	}
	var more []Finding
	fired := map[string]bool{}
	for i := range w.Body.Surfaces {
		s := &w.Body.Surfaces[i]
		if !p[s.ID].Planned() {
			continue
		}
		stack := p.Lies(s)
		if c, is := came[w.SpotOf(s).On(stack)]; is && c.Judged > 0 {
			fired[s.ID] = true
			more = c.finding(more, s, stack, said(findings, matter.NoTile, s.ID) || said(findings, matter.Experiment, s.ID))
		}
	}
	if len(more)+len(fired) == 0 {
		return findings
	}
	rest := slices.DeleteFunc(slices.Clone(findings), func(f Finding) bool {
		return fired[f.Surface] && (f.Code == matter.NoTile || f.Code == matter.Experiment)
	})
	rest = append(rest, more...)
	slices.SortStableFunc(rest, bySeverity)
	return rest
}

func said(findings []Finding, code matter.Code, surface string) bool {
	return slices.ContainsFunc(findings, func(f Finding) bool { return f.Code == code && f.Surface == surface })
}

// finding says what became of a stack, where a plan should hear of it: no tile shows it, it mostly
// went wrong, or its coats are to be others.
func (c Came) finding(all []Finding, s *piece.Surface, stack glaze.Stack, tileless bool) []Finding {
	text := fmt.Sprintf("%s: %s came out sound on %d of %d surfaces here.", s.Name, stack, c.Sound, c.Judged)
	switch {
	case c.Most < poor:
		return append(all, Finding{Code: matter.CameBefore, Severity: Warn, Surface: s.ID, Text: text, Way: cmp.Or(c.Advice, "Choose a stack that came out well.")})
	case c.Advice != "":
		return append(all, Finding{Code: matter.CameBefore, Severity: Note, Surface: s.ID, Text: text, Way: c.Advice})
	case tileless:
		return append(all, Finding{Code: matter.CameBefore, Severity: Note, Surface: s.ID, Text: text + " No tile shows it yet.", Way: "Look at those pieces; Results makes a tile of them."})
	}
	return all
}
