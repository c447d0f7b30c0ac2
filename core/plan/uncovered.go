package plan

import (
	"fmt"

	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// uncovered looks at a surface that takes no glaze.
func (c *check) uncovered(surface piece.Surface, choice Choice) {
	if surface.Use == piece.Food {
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
