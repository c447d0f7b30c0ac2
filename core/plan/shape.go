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

// level is the slope in degrees below which a surface counts as flat: what lies
// there does not move (from memory).
const level = 15

// shape asks what the surface itself does to a stack: seats, slopes, lips, and
// what nobody sees.
func (c *check) shape(surface piece.Surface, stack glaze.Stack, s sorted) {
	c.seat(surface, stack, s)
	if surface.Hidden && c.shelf.House.Hidden == rules.SeenOnly && len(s.jars) > 0 {
		c.add(Finding{Code: matter.Hidden, Surface: surface.ID, Numbers: Numbers{"areaCM2": surface.AreaCM2}, Mend: &Choice{Bare: true},
			Text: fmt.Sprintf("%s: nobody sees it, and it takes glaze from %.0f cm² that are seen.", surface.Name, surface.AreaCM2),
			Way:  "Leave it bare."})
	}
	steep := surface.SlopeDeg >= piece.Steep && !surface.Upward
	if steep {
		c.runsLow(surface, s)
	}
	if s.under > 0 && s.clearedOver && c.inBand(surface.ID) > 0 {
		c.add(Finding{Code: matter.ClearInBand, Surface: surface.ID, Numbers: Numbers{"bandMM": c.band, "areaCM2": c.inBand(surface.ID)},
			Text: fmt.Sprintf("%s: the clear over the underglaze ends %s mm above the shelf; the underglaze may go on below.", surface.Name, figure(c.band)),
			Way:  "Draw the line before the clear goes on."})
	}
	for i := range s.melting {
		g := s.melting[i]
		switch {
		case g.Kind == glaze.Matte && surface.Use == piece.Lip:
			c.add(Finding{Code: matter.MatteLip, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s is matte, dry to the lips and hard to clean.", surface.Name, g.Code, g.Name),
				Way:  "Choose a gloss for where a mouth touches."})
		case g.Kind == glaze.Chips && steep:
			c.add(Finding{Code: matter.ChipsSteep, Surface: surface.ID, Numbers: Numbers{"slopeDeg": surface.SlopeDeg},
				Text: fmt.Sprintf("%s: the chips of %s %s travel downhill on a wall of %.0f°.", surface.Name, g.Code, g.Name, surface.SlopeDeg),
				Way:  "Keep it to the upper half, or use it where the piece lies level."})
		case g.Kind == glaze.Breaking && len(s.melting) == 1 && surface.SlopeDeg < level && !surface.Textured:
			c.add(Finding{Code: matter.BreakingFlat, Surface: surface.ID,
				Text: fmt.Sprintf("%s: %s %s breaks over edges and texture; on a smooth flat it looks pale, brown or streaky.", surface.Name, g.Code, g.Name),
				Way:  "Give the surface texture, or choose a solid glaze."})
		}
	}
}

// runsLow asks for the line to be drawn where a runner or a thick stack comes
// down a steep wall to the foot.
func (c *check) runsLow(surface piece.Surface, s sorted) {
	if c.inBand(surface.ID) == 0 || c.work.Standing.BandMM >= c.band {
		return
	}
	figureMelt := c.shelf.House.OfMelting(s.melting, s.under > 0, surface.Use != piece.Plain).Coats
	why := ""
	for i := range s.melting {
		if s.melting[i].Runner {
			why = s.melting[i].Code + " " + s.melting[i].Name + " runs"
		}
	}
	if why == "" && s.coats > figureMelt && figureMelt > 0 {
		why = fmt.Sprintf("%s are more than the usual %d", coats(s.coats), figureMelt)
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
func (c *check) seat(surface piece.Surface, stack glaze.Stack, s sorted) {
	if !surface.Seat || surface.Stands || len(s.melting) == 0 {
		return // what stands on the shelf has its own stop
	}
	f := Finding{Code: matter.Seat, Surface: surface.ID, Numbers: Numbers{"coats": float64(s.coats)}}
	switch {
	case c.shelf.House.Seat != rules.OneCoat:
		f.Text = fmt.Sprintf("%s: glaze on it welds the lid to the jar.", surface.Name)
		f.Way, f.Mend = "Leave it bare.", &Choice{Bare: true}
	case s.coats > 1:
		f.Text = fmt.Sprintf("%s: %s on it weld the lid; this house lays one.", surface.Name, coats(s.coats))
		f.Way, f.Mend = "Use 1 coat.", c.recount(stack, true, 1)
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
func (c *check) guesses(surface piece.Surface, s sorted) {
	if len(s.melting) == 0 {
		return
	}
	top := s.melting[len(s.melting)-1]
	fired, known := c.shelf.alone(top.Code, c.work.FiringOf(surface))
	if c.work.clayOf(surface).Dark && known && fired.L > paleL && len(s.melting) == 1 && s.coats <= c.shelf.House.OfGlaze(top) {
		c.add(Finding{Code: matter.PaleOnDark, Surface: surface.ID, Numbers: Numbers{"coats": float64(s.coats), "L": fired.L},
			Text: fmt.Sprintf("%s: %s %s is pale, and %s darkens it through %s.", surface.Name, top.Code, top.Name, c.work.clayOf(surface).Name, coats(s.coats)),
			Way:  "Lay one coat more, or accept a darker colour."})
	}
	if len(s.melting) < 2 {
		return
	}
	base := s.melting[len(s.melting)-2]
	below, also := c.shelf.alone(base.Code, c.work.FiringOf(surface))
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

// hueBetween is the angle between two hues, 0 where one has none.
func hueBetween(a, b colour.Lab) float64 {
	if a.Chroma() < vivid || b.Chroma() < vivid {
		return 0
	}
	return math.Abs(math.Remainder(a.Hue()-b.Hue(), 360))
}

// alone is what a glaze fires to by itself, in this firing if a tile shows it
// there, else as a hint anywhere; the thickest tile speaks.
func (s *Shelf) alone(code string, f glaze.Firing) (fired colour.Lab, known bool) {
	best := -1
	for _, t := range s.tiles[code] {
		score := t.Stack.Total()
		if t.Firing() == f {
			score += 100
		}
		if !t.Textured && score > best {
			best, fired, known = score, t.Fired, true
		}
	}
	return fired, known
}
