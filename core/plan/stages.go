package plan

import (
	"fmt"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
)

// The cones that bisque is fired to, for clays of any range (common practice).
const (
	CoolestBisque kiln.Cone = "06"
	HottestBisque kiln.Cone = "04"
)

// MayBisque says why nobody fires bisque to a cone; "" where somebody does.
func MayBisque(cone kiln.Cone) string {
	if (kiln.Range{From: CoolestBisque, To: HottestBisque}).Holds(cone) {
		return ""
	}
	return fmt.Sprintf("Bisque is fired to cone %s to %s, for clays of any range; cone %s is none of them.", CoolestBisque, HottestBisque, cone)
}

// CheckBisque is what speaks against firing greenware to bisque with what is planned to be
// on it by then: a glaze that melts there already.
func (s *Shelf) CheckBisque(p Plan, w Work) []Finding {
	var findings []Finding
	for i := range w.Body.Surfaces {
		surface := &w.Body.Surfaces[i]
		for _, layer := range p[surface.ID].Stack {
			g := s.Glazes[layer.Glaze]
			if layer.Stage > 0 || g == nil || !g.MeltsAt(w.BisqueCone) {
				continue
			}
			findings = once(findings, Finding{Code: matter.GlazeCone, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s melts in the bisque firing to cone %s, and nothing goes on over it.", surface.Name, g.Code, g.Name, w.BisqueCone),
				Way:  "Lay it after the bisque."}.weighed())
		}
	}
	return findings
}

// Stages says before which firing each stroke of a plan is laid, for a piece that has some
// firings behind it. laid are the coats on a surface, in order, each with its own stage: the
// strokes that they are keep it. Of the others only underglaze goes on greenware; all that
// is still to come goes before the next firing at the earliest, and nothing under what is
// fired on.
func (s *Shelf) Stages(p Plan, w Work, laid func(surface string) []glaze.Layer) Plan {
	staged := make(Plan, len(p))
	for id, choice := range p {
		choice.Stack = s.staged(choice.Stack, w, laid(id))
		staged[id] = choice
	}
	return staged
}

func (s *Shelf) staged(stack glaze.Stack, w Work, laid []glaze.Layer) glaze.Stack {
	strokes, least := glaze.Stack(stack.Strokes()), 0
	for i := range strokes {
		stroke := &strokes[i]
		stroke.Density, stroke.Body = 0, "" // how a jar is is read when it is judged, never planned
		switch {
		case i < len(laid) && laid[i].Glaze == stroke.Glaze && laid[i].Dip == stroke.Dip:
			stroke.Stage = laid[i].Stage
		case w.Bisque() && s.onGreenware(stroke.Glaze):
			stroke.Stage = min(stroke.Stage, 1)
		case w.Bisque():
			stroke.Stage = 1
		default:
			stroke.Stage = w.Stage()
		}
		stroke.Stage = max(stroke.Stage, least)
		least = stroke.Stage
	}
	return strokes.Normal()
}

// onGreenware says whether a glaze goes on greenware that is fired to bisque: underglaze
// alone does.
func (s *Shelf) onGreenware(code string) bool {
	g := s.Glazes[code]
	return g != nil && g.Kind == glaze.Underglaze && g.Ware != glaze.Bisque
}
