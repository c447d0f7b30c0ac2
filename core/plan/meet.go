package plan

import (
	"fmt"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// lost is the difference in fired colour (CIEDE2000) below which a detail is
// hard to see on its ground across a table (from memory).
const lost = 10

// meets looks at every two surfaces that share an edge.
func (c *check) meets() {
	body := &c.work.Body
	for _, pair := range body.Touching {
		i, j := c.at(pair[0]), c.at(pair[1])
		if i < 0 || j < 0 {
			continue
		}
		a, b := &body.Surfaces[i], &body.Surfaces[j]
		if b.On == a.ID {
			c.told(a, b)
			c.seam(a, b)
		}
		c.beside(i, j)
		if c.tops[i] == nil || c.tops[j] == nil || c.tops[i] == c.tops[j] {
			continue
		}
		c.edge(a, b, c.tops[i], c.tops[j])
	}
}

// at is the place of a surface in the body; -1 where it has none.
func (c *check) at(id string) int {
	for i := range c.work.Body.Surfaces {
		if c.work.Body.Surfaces[i].ID == id {
			return i
		}
	}
	return -1
}

// edge asks what becomes of the edge between two different glazes that melt.
func (c *check) edge(a, b *piece.Surface, one, other *glaze.Glaze) {
	between := c.work.Body.Between(a.ID, b.ID)
	sharp := a.Sharp || b.Sharp
	switch {
	case between == piece.Strip:
		c.add(Finding{Code: matter.Gap, Severity: Note, Surface: b.ID,
			Text: fmt.Sprintf("%s and %s: the bare strip between them fires darker, browner and speckled.", a.Name, b.Name),
			Way:  "Let the glazes touch, or keep the line on purpose."})
	case between != piece.Touch:
	case sharp:
		c.add(Finding{Code: matter.Blurs, Surface: b.ID,
			Text: fmt.Sprintf("%s: %s and %s both melt and flow into each other, and its edge should stay sharp.", b.Name, one.Code, other.Code),
			Way:  "Cut a line between them, or paint it in underglaze."})
	case c.shelf.House.Meeting == rules.Apart:
		c.add(Finding{Code: matter.Meeting, Surface: b.ID,
			Text: fmt.Sprintf("%s and %s: %s and %s touch, and this house keeps colours apart.", a.Name, b.Name, one.Code, other.Code),
			Way:  "Cut a line or leave a ridge between them."})
	}
}

// told asks whether a detail will be told from its ground once both are fired.
func (c *check) told(ground, detail *piece.Surface) {
	if !c.plan[ground.ID].Planned() || !c.plan[detail.ID].Planned() {
		return
	}
	one, known := c.fires(ground)
	other, also := c.fires(detail)
	if !known || !also {
		return
	}
	if apart := colour.Difference(one, other); apart < lost {
		c.add(Finding{Code: matter.DetailLost, Surface: detail.ID, Numbers: Numbers{"deltaE": apart},
			Text: fmt.Sprintf("%s: fired, it differs from the %s by only ΔE %.0f; below %d it is hard to see.", detail.Name, ground.Name, apart, lost),
			Way:  "Choose a tile further from the ground."})
	}
}

// seam says that a ground that is edged round a detail and then filled is one surface to the
// plan and two to the brush: where both overlap, twice its coats lie.
func (c *check) seam(ground, detail *piece.Surface) {
	choice := c.plan[ground.ID]
	if !detail.Edged || !choice.Planned() {
		return
	}
	s := c.sort(choice.Stack)
	if s.melt.None() {
		return
	}
	f := Finding{Code: matter.Seam, Surface: detail.ID, Numbers: Numbers{"coats": 2 * s.melt.Coats()},
		Text: fmt.Sprintf("%s: the %s is edged round it, then filled; where both overlap %s lie.", detail.Name, ground.Name, coats(2*s.melt.Coats())),
		Way:  "Fill up to the edging, barely over it."}
	runs := slices.ContainsFunc(s.melt.Glazes(), func(g *glaze.Glaze) bool { return g.Runner })
	if runs || 2*s.melt.Coats() >= c.shelf.House.OfMelting(s.melt, s.under > 0, ground.Use != piece.Plain).Stop {
		f.Severity = Warn
		f.Text += " That runs."
	}
	c.add(f)
}

// fires is the colour a surface comes out in, where a tile shows it; else what
// its topmost glaze fires to alone.
func (c *check) fires(s *piece.Surface) (colour.Lab, bool) {
	stack := c.plan.Lies(s)
	if best, ok := c.shelf.Evidence(stack, c.work.SpotOf(s)); ok && best.Exact {
		return best.Fired, true
	}
	return c.shelf.Alone(stack[len(stack)-1].Glaze, c.work.SpotOf(s))
}
