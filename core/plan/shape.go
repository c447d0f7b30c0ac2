package plan

import (
	"fmt"
	"math"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// shape asks what the surface itself does to a stack: seats, slopes, lips, and
// what nobody sees. all is what lies there in all, where it lies over a ground.
func (c *check) shape(surface *piece.Surface, stack glaze.Stack, s, all *sorted) {
	c.seat(surface, stack, s)
	if surface.Hidden && c.shelf.House.Hidden == rules.SeenOnly && len(s.jars) > 0 {
		c.add(Finding{Code: matter.Hidden, Surface: surface.ID, Numbers: Numbers{"areaCM2": surface.AreaCM2}, Mend: &Choice{Bare: true},
			Text: fmt.Sprintf("%s: nobody sees it, and it takes glaze from %.0f cm² that are seen.", surface.Name, surface.AreaCM2),
			Way:  "Leave it bare."})
	}
	steep := surface.SlopeDeg >= piece.Steep && !surface.Upward
	if steep {
		c.runsLow(surface, all)
	}
	if s.under > 0 && s.sealed && c.inBand(surface.ID) > 0 {
		c.add(Finding{Code: matter.ClearInBand, Surface: surface.ID, Numbers: Numbers{"bandMM": c.band, "areaCM2": c.inBand(surface.ID)},
			Text: fmt.Sprintf("%s: the clear over the underglaze ends %s mm above the shelf; the underglaze may go on below.", surface.Name, figure(c.band)),
			Way:  "Draw the line before the clear goes on."})
	}
	for _, g := range s.melt.Glazes() {
		switch {
		case g.Kind == glaze.Matte && surface.Use == piece.Lip:
			c.add(Finding{Code: matter.MatteLip, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s is matte, dry to the lips and hard to clean.", surface.Name, g.Code, g.Name),
				Way:  "Choose a gloss for where a mouth touches."})
		case g.Kind == glaze.Chips && surface.SlopeDeg >= piece.Steep:
			c.chips(surface, g)
		}
	}
}

// chips says that glass chips travel down a wall, inside a cup as outside, and how far.
func (c *check) chips(surface *piece.Surface, g *glaze.Glaze) {
	f := Finding{Code: matter.ChipsSteep, Surface: surface.ID, Numbers: Numbers{"slopeDeg": surface.SlopeDeg},
		Text: fmt.Sprintf("%s: the chips of %s %s travel downhill on a wall of %.0f°.", surface.Name, g.Code, g.Name, surface.SlopeDeg),
		Way:  "Keep it to the upper half, or use it where the piece lies level."}
	if g.SlideMM > 0 {
		f.Numbers["slideMM"] = g.SlideMM
		f.Text = fmt.Sprintf("%s: the chips of %s %s travel some %s mm down a wall of %.0f°.", surface.Name, g.Code, g.Name, figure(g.SlideMM), surface.SlopeDeg)
		f.Way = fmt.Sprintf("End it %s mm above where the chips may lie, or use it where the piece lies level.", figure(g.SlideMM))
	}
	c.add(f)
}

// runsLow asks for the line to be drawn where a runner or a thick stack comes
// down a steep wall to the foot.
func (c *check) runsLow(surface *piece.Surface, s *sorted) {
	if c.inBand(surface.ID) == 0 || c.work.Standing.BandMM >= c.band {
		return
	}
	usual := c.shelf.House.OfMelting(s.melt, s.under > 0, surface.Use != piece.Plain).Coats
	why := ""
	for _, g := range s.melt.Glazes() {
		if g.Runner {
			why = g.Code + " " + g.Name + " runs"
		}
	}
	if why == "" && s.melt.Coats() > usual && usual > 0 {
		why = fmt.Sprintf("%s are more than the usual %s", coats(s.melt.Coats()), figure(usual))
	}
	if why == "" {
		return
	}
	stand := c.work.Standing
	stand.BandMM = c.band
	c.add(Finding{Code: matter.RunsLow, Surface: surface.ID, Stand: &stand, Numbers: Numbers{"bandMM": c.band, "slopeDeg": surface.SlopeDeg},
		Text: fmt.Sprintf("%s: %s, and a wall of %.0f° goes down to the foot: it needs %s mm bare.", surface.Name, why, surface.SlopeDeg, figure(c.band)),
		Way:  fmt.Sprintf("Draw the line at %s mm.", figure(c.band))})
}

// seat asks whether a lid would stick.
func (c *check) seat(surface *piece.Surface, stack glaze.Stack, s *sorted) {
	if !surface.Seat || surface.Stands || s.melt.None() {
		return // what stands on the shelf has its own stop
	}
	f := Finding{Code: matter.Seat, Surface: surface.ID, Numbers: Numbers{"coats": s.melt.Coats()}}
	switch {
	case c.shelf.House.Seat != rules.OneCoat:
		f.Text = fmt.Sprintf("%s: glaze on it welds the lid to the jar.", surface.Name)
		f.Way, f.Mend = "Leave it bare.", &Choice{Bare: true}
	case s.melt.Coats() > 1:
		f.Text = fmt.Sprintf("%s: %s on it weld the lid; this house lays one.", surface.Name, coats(s.melt.Coats()))
		f.Way, f.Mend = "Use 1 coat.", c.recount(stack, true, 1)
	case !c.work.Standing.LidApart:
		stand := c.work.Standing
		stand.LidApart = true
		f.Text = fmt.Sprintf("%s: it is glazed, and fired with the lid on it would weld.", surface.Name)
		f.Way, f.Stand = "Record that the lid is fired apart.", &stand
	default:
		return
	}
	c.add(f)
}

// What makes a colour dark or pale, and two hues opposite (from memory).
const (
	darkL, paleL = 40, 72
	opposite     = 140 // degrees between hues
	vivid        = 15  // chroma from which a colour has a hue to speak of
)

// guesses are what experience says of a stack that no tile shows: they are
// silent as soon as one does.
func (c *check) guesses(surface *piece.Surface, s *sorted) {
	melting := s.melt.Glazes()
	if len(melting) == 0 {
		return
	}
	c.breaks(surface, melting)
	top := melting[len(melting)-1]
	fired, known := c.shelf.Alone(top.Code, c.work.SpotOf(surface))
	if c.work.ClayOf(surface).Dark && known && fired.L > paleL && len(melting) == 1 && s.melt.Coats() <= float64(c.shelf.House.OfGlaze(top)) {
		c.add(Finding{Code: matter.PaleOnDark, Surface: surface.ID, Numbers: Numbers{"coats": s.melt.Coats(), "L": fired.L},
			Text: fmt.Sprintf("%s: %s %s is pale, and %s darkens it through %s.", surface.Name, top.Code, top.Name, c.work.ClayOf(surface).Name, coats(s.melt.Coats())),
			Way:  "Lay one coat more, or accept a darker colour."})
	}
	if len(melting) < 2 {
		return
	}
	base := melting[len(melting)-2]
	below, also := c.shelf.Alone(base.Code, c.work.SpotOf(surface))
	if !known || !also {
		return
	}
	if below.L < darkL && fired.L > paleL || below.L > paleL && fired.L < darkL {
		light, dark := top, base
		if fired.L < below.L {
			light, dark = base, top
		}
		c.add(Finding{Code: matter.Swallowed, Surface: surface.ID, Numbers: Numbers{"LBelow": below.L, "LAbove": fired.L},
			Text: fmt.Sprintf("%s: dark %s %s will swallow light %s %s.", surface.Name, dark.Code, dark.Name, light.Code, light.Name),
			Way:  "Keep them apart, or fire a tile first."})
	}
	if hueBetween(fired, below) > opposite {
		c.add(Finding{Code: matter.OppositeHues, Surface: surface.ID, Numbers: Numbers{"hueDeg": hueBetween(fired, below)},
			Text: fmt.Sprintf("%s: %s and %s are opposite hues; laid together they tend to brown.", surface.Name, base.Code, top.Code),
			Way:  "Fire a tile first."})
	}
}

// breaks says that a breaking glaze, alone or layered, shows itself only where something
// breaks it.
func (c *check) breaks(surface *piece.Surface, melting []*glaze.Glaze) {
	if surface.Textured {
		return
	}
	for _, g := range melting {
		if g.Kind == glaze.Breaking {
			c.add(Finding{Code: matter.BreakingFlat, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s breaks over edges and texture; on something smooth it looks pale, brown or streaky.", surface.Name, g.Code, g.Name),
				Way:  "Give the surface texture, or choose a solid glaze."})
			return
		}
	}
}

// hueBetween is the angle between two hues, 0 where one has none.
func hueBetween(a, b colour.Lab) float64 {
	if a.Chroma() < vivid || b.Chroma() < vivid {
		return 0
	}
	return math.Abs(math.Remainder(a.Hue()-b.Hue(), 360))
}

// Alone is what a glaze fires to by itself, in this firing if a tile shows it
// there, else as a hint anywhere, but for clays that are judged by their own tiles; the
// thickest tile speaks.
func (s *Shelf) Alone(code string, at Spot) (fired colour.Lab, known bool) {
	best := -1
	for _, t := range s.tiles[code] {
		if at.OwnClay && t.Clay != at.Clay {
			continue
		}
		score := t.Stack.Total()
		if t.Firing() == at.Firing {
			score += 100
		}
		if !t.Textured && score > best {
			best, fired, known = score, t.Fired, true
		}
	}
	return fired, known
}
