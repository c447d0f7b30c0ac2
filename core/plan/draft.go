package plan

import (
	"fmt"
	"maps"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
)

// Supply is what somebody who plans can choose from.
type Supply struct {
	Jar  func(code string) bool // whether there is such a jar
	Clay func(code string) bool
}

// Clean drops empty choices and refuses what the piece or the room has not. The
// error is one sentence.
func (r Supply) Clean(choices Plan, body piece.Body) (Plan, error) {
	clean := maps.Clone(choices)
	for id, c := range choices {
		if _, ok := body.Surface(id); !ok {
			return nil, fmt.Errorf("a %s has no surface %q", body.Form, id)
		}
		for _, layer := range c.Stack {
			if !r.Jar(layer.Glaze) {
				return nil, fmt.Errorf("no jar is called %q", layer.Glaze)
			}
			if layer.Coats > glaze.MaxCoats {
				return nil, fmt.Errorf("%d coats of %s: expected 1 to %d", layer.Coats, layer.Glaze, glaze.MaxCoats)
			}
		}
		switch c.Resist {
		case "", Wax, Latex:
		default:
			return nil, fmt.Errorf("%q keeps nothing bare: expected wax or latex", c.Resist)
		}
		c.Stack = c.Stack.Normal()
		if c.KeptBare() {
			c.Stack, c.Heavy, c.Tried = nil, false, false
		}
		clean[id] = c
		if !c.KeptBare() && len(c.Stack) == 0 {
			delete(clean, id)
		}
	}
	return clean, nil
}

// KnownJars refuses a jar that the room has not. The error is one sentence.
func (r Supply) KnownJars(jars []string) error {
	for _, code := range jars {
		if !r.Jar(code) {
			return fmt.Errorf("no jar is called %q", code)
		}
	}
	return nil
}

// KnownClays refuses a clay that the room has not. The error is one sentence.
func (r Supply) KnownClays(m piece.Marking) error {
	for surface, clay := range m.Clays {
		if !r.Clay(clay) {
			return fmt.Errorf("%s: no clay is called %q", surface, clay)
		}
	}
	return nil
}

// Draft is a plan on its way onto a piece.
type Draft struct {
	Choices  Plan
	Own      Own
	Form     piece.Form
	Measures piece.Measures
	Marking  piece.Marking
	Now      piece.Body // as the piece is
	Coated   func(surface string) bool
}

// mostBandMM is the highest bare band that anybody draws (from memory).
const mostBandMM = 100

// Revise is the plan clean, on the body that it makes of the piece. The error is a
// piece.Refusals, or one sentence.
func (r Supply) Revise(d Draft) (Plan, error) {
	if d.Own.Standing.BandMM < 0 || d.Own.Standing.BandMM > mostBandMM {
		return nil, fmt.Errorf("a bare band of %g mm cannot be drawn: expected 0 to %d mm", d.Own.Standing.BandMM, mostBandMM)
	}
	if err := r.KnownClays(d.Own.Marking); err != nil {
		return nil, err
	}
	body, err := d.Own.Body(d.Form, d.Measures, d.Marking)
	if err != nil {
		return nil, err
	}
	choices := d.Choices
	for _, surface := range d.Now.Surfaces {
		if _, kept := body.Surface(surface.ID); kept {
			continue
		}
		if d.Coated(surface.ID) {
			return nil, fmt.Errorf("%s has coats on it: it cannot be taken off the plan", surface.Name)
		}
		choices = maps.Clone(choices)
		delete(choices, surface.ID)
	}
	return r.Clean(choices, body)
}
