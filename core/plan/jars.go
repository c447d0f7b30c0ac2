package plan

import (
	"fmt"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// inJars asks what is in the jars, and what this class may use.
func (c *check) inJars(surface *piece.Surface, s *sorted) {
	for _, jar := range s.out {
		c.add(Finding{Code: matter.OutOfStock, Surface: surface.ID,
			Text: fmt.Sprintf("%s: %s is not in stock.", surface.Name, jar), Way: "Choose another tile, or bring the jar."})
	}
	for i := range s.jars {
		g := s.jars[i]
		if g.Jar.State == glaze.Dried {
			c.add(Finding{Code: matter.Dried, Surface: surface.ID,
				Text: fmt.Sprintf("%s: the jar of %s %s is dried out.", surface.Name, g.Code, g.Name), Way: "Revive it with water and time, or choose another."})
		}
		if c.work.Jars != nil && !c.work.Jars[g.Code] {
			c.add(Finding{Code: matter.NotAllowed, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s is not among this class's jars.", surface.Name, g.Code, g.Name), Way: "Choose one of the class's jars, or allow it under Classes."})
		}
		c.wares(surface, g, stageOf(s.stack, g.Code))
		if house := c.shelf.House.Mixing; len(g.Recipe) > 0 && house != rules.WithinKind {
			mixes := map[rules.Mixing]string{rules.NeverMixed: "does not mix", rules.OnPiece: "mixes only on the piece, never in tray or jar"}[house]
			c.add(Finding{Code: matter.Mixing, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s was mixed from %s, and this house %s.", surface.Name, g.Code, g.Name, g.Recipe, mixes),
				Way:  "Choose a jar as it is, or a tile of an overlap."})
		}
		if g.Dear && surface.AreaCM2 >= large {
			c.add(Finding{Code: matter.Dear, Surface: surface.ID, Numbers: Numbers{"areaCM2": surface.AreaCM2},
				Text: fmt.Sprintf("%s: %s %s is dear, and %.0f cm² are a large area.", surface.Name, g.Code, g.Name, surface.AreaCM2),
				Way:  "Keep it for a detail or the lip, over a plainer ground."})
		}
	}
	if s.melt.Dips() > 0 && c.besideFoot(surface) {
		c.add(Finding{Code: matter.DipFoot, Surface: surface.ID,
			Text: fmt.Sprintf("%s: a dip goes over the foot as well.", surface.Name),
			Way:  "Wax the foot first, or take the glaze off on a wet pad."})
	}
}

// large is the area in cm² from which a dear glaze is worth a second thought
// (from memory).
const large = 150

// wares asks whether a glaze may go on what is in the room: greenware where it
// is fired once, else bisque.
func (c *check) wares(surface *piece.Surface, g *glaze.Glaze, stage int) {
	h := &c.shelf.House
	here, there := glaze.Bisque, glaze.Greenware
	if h.Path == rules.OnceFired || c.work.Green && stage == 0 {
		here, there = there, here
	}
	f := Finding{Code: matter.Ware, Severity: Warn, Surface: surface.ID, Way: "Choose one that may."}
	switch {
	case g.Ware == there:
		f.Text = fmt.Sprintf("%s: %s %s is made for %s, and this is %s.", surface.Name, g.Code, g.Name, there, here)
	case g.Kind == glaze.Underglaze && h.UnderglazeOn == rules.NoneNow:
		f.Text = fmt.Sprintf("%s: this house lays no underglaze now, and %s %s is one.", surface.Name, g.Code, g.Name)
	case g.Kind == glaze.Underglaze && h.UnderglazeOn == rules.Greenware && here == glaze.Bisque:
		f.Text = fmt.Sprintf("%s: this house lays underglaze on greenware only, and this is bisque.", surface.Name)
	case g.Kind == glaze.Underglaze && h.UnderglazeOn == rules.Permission:
		f.Severity, f.Way = Note, "Ask the teacher first."
		f.Text = fmt.Sprintf("%s: in this house underglaze is laid by permission.", surface.Name)
	default:
		return
	}
	c.add(f)
}

// stageOf is before which firing a jar is first laid in a stack.
func stageOf(stack glaze.Stack, code string) int {
	for i := range stack {
		if stack[i].Glaze == code {
			return stack[i].Stage
		}
	}
	return 0
}

// besideFoot says whether a surface ends at what the piece stands on, with
// nothing to keep the glaze off it.
func (c *check) besideFoot(surface *piece.Surface) bool {
	for _, id := range c.work.Body.Neighbours(surface.ID) {
		if s, _ := c.work.Body.Surface(id); s.Stands && c.plan[id].Resist == "" {
			return true
		}
	}
	return false
}
