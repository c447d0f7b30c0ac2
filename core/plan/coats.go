package plan

import (
	"fmt"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// standing asks whether melting glaze would meet the shelf.
func (c *check) standing(surface piece.Surface, stack glaze.Stack, s sorted) {
	if surface.Stands && c.shelf.House.Foot == rules.Stilts {
		c.onStilts(surface, stack, s)
		return
	}
	if surface.Stands {
		c.add(Finding{Code: matter.Contact, Surface: surface.ID, Mend: &Choice{Bare: true},
			Text: fmt.Sprintf("%s: the piece stands on it, and glaze would weld it to the shelf.", surface.Name),
			Way:  "Leave it bare."})
		return
	}
	if surface.ID == "underside" && c.shelf.House.Underside == rules.StaysBare {
		c.add(Finding{Code: matter.Underside, Surface: surface.ID, Mend: &Choice{Bare: true},
			Text: "Underside: this house leaves it bare.", Way: "Leave it bare."})
	}
	for _, part := range c.bare {
		if part.Surface == surface.ID && part.AreaCM2 > 0.99*surface.AreaCM2 {
			c.add(Finding{Code: matter.BelowBand, Surface: surface.ID, Numbers: Numbers{"bandMM": c.band}, Mend: &Choice{Bare: true},
				Text: fmt.Sprintf("%s: all of it lies lower than the bare band of %s mm.", surface.Name, figure(c.band)),
				Way:  "Leave it bare."})
		}
	}
}

// onStilts asks whether a foot may carry its thin coat: where the stilts are
// recorded, and nothing thicker lies on it. The custom is low-fire: hotter,
// stilts sink into the clay.
func (c *check) onStilts(surface piece.Surface, stack glaze.Stack, s sorted) {
	f := Finding{Code: matter.Contact, Surface: surface.ID}
	switch {
	case s.coats > 1:
		f.Text = fmt.Sprintf("%s: %s where this house lays one thin coat on stilts.", surface.Name, coats(s.coats))
		f.Way, f.Mend = "Use 1 coat.", c.recount(stack, true, 1)
	case !c.work.Standing.Stilts:
		stand := c.work.Standing
		stand.Stilts = true
		f.Text = fmt.Sprintf("%s: it is glazed, and no stilts are recorded to keep it off the shelf.", surface.Name)
		f.Way, f.Stand = "Record that it stands on stilts.", &stand
	case LowFire.Cooler(c.work.Cone):
		f.Code, f.Severity = matter.Stilts, Warn
		f.Text = fmt.Sprintf("%s: at cone %s stilts sink into the clay; the custom is low-fire.", surface.Name, c.work.Cone)
		f.Way, f.Mend = "Leave it bare.", &Choice{Bare: true}
	default:
		f.Code, f.Severity = matter.Stilts, Note
		f.Text = fmt.Sprintf("%s: the points of the stilts leave small sharp scars.", surface.Name)
		f.Way = "Grind them, with eye protection and a mask."
	}
	c.add(f)
}

// LowFire is the hottest cone at which stilts are the custom (from memory).
const LowFire kiln.Cone = "01"

// cones asks whether every glaze is made for this firing.
func (c *check) cones(surface piece.Surface, s sorted) {
	for i := range s.jars {
		g := s.jars[i]
		if slices.Contains(c.fit, g) {
			continue
		}
		if g.Cones.Holds(c.work.Cone) {
			c.fit = append(c.fit, g)
			continue
		}
		fate := "it would run off"
		if c.work.Cone.Cooler(g.Cones.From) {
			fate = "it would stay dry"
		}
		c.add(Finding{Code: matter.GlazeCone, Surface: surface.ID,
			Text: fmt.Sprintf("%s: %s %s is for cone %s; fired to cone %s %s.", surface.Name, g.Code, g.Name, g.Cones, c.work.Cone, fate),
			Way:  fmt.Sprintf("Choose a glaze for cone %s.", c.work.Cone)})
	}
}

// coats compares what melts, and the underglaze, with the house's figures.
func (c *check) coats(surface piece.Surface, choice Choice, stack glaze.Stack, s sorted) {
	h := &c.shelf.House
	figure := h.OfMelting(s.melting, s.under > 0, surface.Use != piece.Plain)
	of, fate := "", "the clay will show through"
	if s.under > 0 {
		of, fate = " over the underglaze", "it is not sealed all over"
	}
	f := Finding{Severity: Warn, Surface: surface.ID}
	switch {
	case len(s.melting) == 0:
	case s.coats >= figure.Stop:
		f.Code, f.Severity, of = matter.CoatsStop, Stop, ""
		f.Text = fmt.Sprintf("%s: %s of melting glaze would run; the house refuses from %d.", surface.Name, thickness(s), figure.Stop)
	case s.coats > figure.Coats && choice.Heavy && c.mayBeThick(s):
	case s.coats > figure.Coats:
		f.Code = matter.CoatsMany
		f.Text = fmt.Sprintf("%s: %s%s, the house lays %d; more runs.", surface.Name, thickness(s), of, figure.Coats)
		if choice.Heavy {
			f.Text += " Extra thickness is not allowed for it."
		}
	case s.coats < figure.Few:
		f.Code = matter.CoatsFew
		f.Text = fmt.Sprintf("%s: %s%s, the house lays %d; %s.", surface.Name, thickness(s), of, figure.Coats, fate)
	}
	if f.Code != "" {
		f.Way, f.Mend = fmt.Sprintf("Use %s%s.", coats(figure.Coats), of), c.recount(stack, true, figure.Coats)
		f.Numbers = Numbers{"coats": float64(s.coats), "figure": float64(figure.Coats), "refusedFrom": float64(figure.Stop)}
		c.add(f)
	}
	if s.under > 0 && s.under < h.OfGlaze(s.underGlaze) {
		want := h.OfGlaze(s.underGlaze)
		c.add(Finding{Code: matter.UnderglazeFew, Surface: surface.ID, Numbers: Numbers{"coats": float64(s.under), "figure": float64(want)}, Mend: c.recount(stack, false, want),
			Text: fmt.Sprintf("%s: %s of underglaze, the house lays %d; it will look pale.", surface.Name, coats(s.under), want),
			Way:  fmt.Sprintf("Use %s.", coats(want))})
	}
}

// mayBeThick says whether everything that melts may be thicker on purpose.
func (c *check) mayBeThick(s sorted) bool {
	for i := range s.melting {
		if !c.shelf.House.MayBeThick(s.melting[i]) {
			return false
		}
	}
	return true
}

// thickness says how thick a stack is, in coats, and in dips where there are any.
func thickness(s sorted) string {
	switch s.dips {
	case 0:
		return coats(s.coats)
	case 1:
		return "a dip, in all as thick as " + coats(s.coats)
	}
	return fmt.Sprintf("%d dips, in all as thick as %s", s.dips, coats(s.coats))
}

// recount changes the coats of the last melting layer, or the last underglaze,
// so that all of them together make want; nil where that cannot be done: a dip
// cannot be made thinner.
func (c *check) recount(stack glaze.Stack, melts bool, want int) *Choice {
	mended := slices.Clone(stack)
	last, sum := -1, 0
	for i, layer := range mended {
		if layer.Dip && melts {
			return nil
		}
		if c.melts(layer.Glaze) == melts {
			last = i
			sum += layer.Coats
		}
	}
	// Too many coats in two layers are taken from the thicker one.
	for sum > want {
		thick := -1
		for i, layer := range mended {
			if c.melts(layer.Glaze) == melts && layer.Coats > 1 && (thick < 0 || layer.Coats >= mended[thick].Coats) {
				thick = i
			}
		}
		if thick < 0 {
			return nil
		}
		mended[thick].Coats--
		sum--
	}
	if last >= 0 && sum < want {
		mended[last].Coats += want - sum
	}
	return &Choice{Stack: mended}
}

// melts says whether a jar's glaze melts; one that is not known counts as if.
func (c *check) melts(code string) bool {
	g := c.shelf.Glazes[code]
	return g == nil || g.Kind.Melts()
}

// food looks at labels where food or a mouth will touch.
func (c *check) food(surface piece.Surface, s sorted) {
	if surface.Use == piece.Plain {
		return
	}
	if s.under > 0 && !s.clearedOver {
		c.add(Finding{Code: matter.UnderglazeFood, Surface: surface.ID,
			Text: fmt.Sprintf("%s: underglaze lies open where food touches.", surface.Name),
			Way:  fmt.Sprintf("Lay %s of clear over it.", coats(c.shelf.House.ClearOnFood))})
	}
	for i := range s.melting {
		if g := s.melting[i]; g.Food != glaze.FoodClaimed {
			c.add(Finding{Code: matter.FoodLabel, Surface: surface.ID,
				Text: fmt.Sprintf("%s: the label of %s %s makes no claim for food.", surface.Name, g.Code, g.Name),
				Way:  "Choose a glaze whose label does, or use the piece for show."})
		}
	}
}
