package plan

import (
	"fmt"

	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// uncovered looks at a surface that takes no glaze.
func (c *check) uncovered(surface *piece.Surface, choice Choice) {
	if surface.Use == piece.Food && surface.ID != "lip" { // food touches an edge, and lies on none
		c.add(Finding{Code: matter.FoodBare, Surface: surface.ID,
			Text: fmt.Sprintf("%s: food would lie on bare clay, which soaks it up.", surface.Name),
			Way:  "Give it a stack that covers."})
	}
	optional := surface.Hidden && c.shelf.House.Hidden == rules.SeenOnly
	if choice.Resist == Latex {
		c.add(Finding{Code: matter.Latex, Surface: surface.ID,
			Text: fmt.Sprintf("%s: latex keeps it bare, and has to come off before the firing.", surface.Name),
			Way:  "Peel it when the last coat is dry, and log that."})
	}
	if choice.KeptBare() || surface.Stands || surface.Seat || optional || surface.Optional || surface.BareByKind {
		return
	}
	if surface.Detail != "" {
		if c.plan[surface.On].Planned() {
			c.add(Finding{Code: matter.Gap, Severity: Warn, Surface: surface.ID,
				Text: fmt.Sprintf("%s: nothing is planned on it, and bare clay in a glazed ground fires glaring and dark.", surface.Name),
				Way:  "Give it a stack, or mark it bare on purpose."})
		}
		return
	}
	if c.hollow(surface) {
		c.add(Finding{Code: matter.Forgotten, Surface: surface.ID,
			Text: fmt.Sprintf("%s: nothing is planned inside, and bare clay soaks up what stands in it.", surface.Name),
			Way:  "Give it a stack, or mark it bare on purpose."})
		return
	}
	planned := 0
	for _, id := range c.work.Body.Neighbours(surface.ID) {
		if c.plan[id].Planned() {
			planned++
		}
	}
	if planned > 1 {
		c.add(Finding{Code: matter.Gap, Severity: Warn, Surface: surface.ID,
			Text: fmt.Sprintf("%s: nothing is planned between two glazed surfaces; bare clay fires to a glaring dark stripe.", surface.Name),
			Way:  "Give it a stack, or mark it bare on purpose."})
	}
}

// hollow says whether a surface is the inside of a vessel that is glazed elsewhere: of one
// that one sees into, or that holds water though nobody does.
func (c *check) hollow(surface *piece.Surface) bool {
	form := c.work.Body.Form
	if surface.ID != "interior" || surface.Hidden && form != piece.Vase && form != piece.Bottle {
		return false
	}
	for id, choice := range c.plan {
		if id != surface.ID && choice.Planned() {
			return true
		}
	}
	return false
}

// largeShare is how much of a piece has to be bare to change how it looks (from memory).
const largeShare = 0.2

// bareClay says once of a piece that pale clay left bare where it is seen will not stay
// its bisque colour.
func (c *check) bareClay() {
	all := 0.0
	for i := range c.work.Body.Surfaces {
		all += c.work.Body.Surfaces[i].AreaCM2
	}
	for i := range c.work.Body.Surfaces {
		s := &c.work.Body.Surfaces[i]
		seen := s.AreaCM2 >= largeShare*all && !s.Stands && !s.Seat && !s.Hidden && !s.Recess && s.ID != "underside"
		if seen && c.plan[s.ID].Bare && !c.work.ClayOf(s).Dark {
			c.add(Finding{Code: matter.PaleBare, Surface: s.ID,
				Text: fmt.Sprintf("%s: left bare, %s will not stay as pale as its bisque; white is a glaze as well.", s.Name, c.work.ClayOf(s).Name),
				Way:  "Coat it white, or keep the fired clay on purpose."})
			return
		}
	}
}
