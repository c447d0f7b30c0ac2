package plan

import (
	"cmp"
	"fmt"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
)

// Unwanted is a stack that is not wanted again where it was fired, and why.
type Unwanted struct {
	Stack  glaze.Stack      `json:"stack"`
	Clay   string           `json:"clay"`
	Cone   kiln.Cone        `json:"cone"`
	Air    glaze.Atmosphere `json:"air"`
	Half   glaze.Half       `json:"half"`
	Reason string           `json:"reason"`
}

// Key names what is not wanted: the stack as it is fired, on its ground.
func (u Unwanted) Key() string {
	return strings.Join([]string{u.Stack.AsFired().Text(), u.Clay, string(u.Cone), string(cmp.Or(u.Air, glaze.Oxidation)), string(cmp.Or(u.Half, glaze.Smooth))}, " | ")
}

// Unwant has the shelf say of every plan that one of these is in it. A shelf is told once, before
// anything is checked with it.
func (s *Shelf) Unwant(all []Unwanted) {
	s.unwanted = make(map[string]string, len(all))
	for _, u := range all {
		s.unwanted[u.Key()] = u.Reason
	}
}

// unwanted warns of a stack that is not wanted again.
func (c *check) unwanted(surface *piece.Surface, stack glaze.Stack, at Spot) {
	if len(c.shelf.unwanted) == 0 {
		return
	}
	key := Unwanted{Stack: stack, Clay: at.Clay, Cone: at.Cone, Air: at.Air, Half: at.Half}.Key()
	if reason, is := c.shelf.unwanted[key]; is {
		c.add(Finding{Code: matter.BadBefore, Surface: surface.ID,
			Text: fmt.Sprintf("%s: %s is not wanted again on %s: %s.", surface.Name, stack, c.work.ClayOf(surface).Name, strings.TrimSuffix(reason, ".")),
			Way:  "Choose another stack."})
	}
}
