package plan

import (
	"cmp"
	"fmt"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// standing asks whether melting glaze would meet the shelf.
func (c *check) standing(surface *piece.Surface, stack glaze.Stack, s *sorted) {
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
// recorded, made for this cone, and nothing thicker lies on it.
func (c *check) onStilts(surface *piece.Surface, stack glaze.Stack, s *sorted) {
	f := Finding{Code: matter.Contact, Surface: surface.ID}
	switch {
	case s.melt.Dips() > 0:
		f.Text = fmt.Sprintf("%s: a dip where this house lays one thin coat on stilts.", surface.Name)
		f.Way = "Wax it before the dip, then brush 1 coat."
	case s.melt.Coats() > 1:
		f.Text = fmt.Sprintf("%s: %s where this house lays one thin coat on stilts.", surface.Name, coats(s.melt.Coats()))
		f.Way, f.Mend = "Use 1 coat.", c.recount(stack, true, 1)
	case !c.work.Standing.Stilts:
		stand := c.work.Standing
		stand.Stilts = true
		f.Text = fmt.Sprintf("%s: it is glazed, and no stilts are recorded to keep it off the shelf.", surface.Name)
		f.Way, f.Stand = "Record that it stands on stilts.", &stand
	case !kiln.Cone(c.shelf.House.StiltsCone).Known():
		f.Text = fmt.Sprintf("%s: nobody said to which cone this house's stilts are made; too hot, they sink and stick.", surface.Name)
		f.Way, f.Where = "Set their cone under House rules, from their label.", matter.AtRules
	case kiln.Cone(c.shelf.House.StiltsCone).Cooler(c.work.Cone):
		f.Text = fmt.Sprintf("%s: this house's stilts are made for cone %s; at cone %s they sink and stick.", surface.Name, c.shelf.House.StiltsCone, c.work.Cone)
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
func (c *check) cones(surface *piece.Surface, stack glaze.Stack, s *sorted) {
	if len(c.work.Past) > 0 {
		c.firedOn(surface, stack)
		return
	}
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

// firedOn asks it of a piece that goes into the fire again: what is fired on already bounds
// the cone only upward.
func (c *check) firedOn(surface *piece.Surface, stack glaze.Stack) {
	for _, layer := range stack {
		g := c.shelf.Glazes[layer.Glaze]
		if g == nil || g.Cones.Holds(c.work.Cone) {
			continue
		}
		fate, hotter := "it would stay dry", false
		if g.Cones.To.Cooler(c.work.Cone) {
			fate, hotter = "it would run off", true
		}
		if !hotter && layer.Stage < len(c.work.Past) {
			continue
		}
		c.add(Finding{Code: matter.GlazeCone, Surface: surface.ID,
			Text:  fmt.Sprintf("%s: %s %s is for cone %s; fired again to cone %s %s.", surface.Name, g.Code, g.Name, g.Cones, c.work.Cone, fate),
			Where: matter.AtAssignment, Way: "Fire it again within the range of everything on it."})
	}
}

// coats compares what melts, and the underglaze, with the house's figures.
func (c *check) coats(surface *piece.Surface, choice Choice, s *sorted) {
	h := &c.shelf.House
	want := h.OfMelting(s.melt, s.under > 0, surface.Use != piece.Plain)
	of, fate := "", "the clay will show through"
	if s.under > 0 {
		of, fate = " over the underglaze", "it is not sealed all over"
	}
	thick := choice.Heavy || s.heavy
	over := surface.Over && c.plan[surface.On].Planned()
	f := Finding{Severity: Warn, Surface: surface.ID}
	switch {
	case s.melt.None():
	case s.melt.Coats() >= want.Stop:
		f.Code, f.Severity, of = matter.CoatsStop, Stop, ""
		f.Text = fmt.Sprintf("%s: %s; so much melting glaze would run, and the house refuses from %s.", surface.Name, c.thickness(surface, s), figure(want.Stop))
	case s.melt.Coats() > want.Coats && (thick && c.mayBeThick(s) || c.leastFromJars(choice.Stack, s.melt.Coats(), want.Coats)):
	case s.melt.Coats() > want.Coats:
		f.Code = matter.CoatsMany
		f.Text = fmt.Sprintf("%s: %s%s, the house lays %s; more runs.", surface.Name, c.thickness(surface, s), of, figure(want.Coats))
		if thick {
			f.Text += " Extra thickness is not allowed for it."
		}
	case s.melt.Coats() < want.Few && !surface.Over && !surface.Stands && !surface.Seat:
		f.Code = matter.CoatsFew
		f.Text = fmt.Sprintf("%s: %s%s, the house lays %s; %s.", surface.Name, c.thickness(surface, s), of, figure(want.Coats), fate)
	}
	if f.Code != "" {
		f.Way, f.Mend = fmt.Sprintf("Use %s%s.", coats(want.Coats), of), c.recount(choice.Stack.Planned().Normal(), true, int(want.Coats))
		if bucket := c.weighed(choice.Stack); bucket != "" {
			f.Text += bucket
			f.Way, f.Where = "Weigh it again once it was thinned or topped up, or hold the piece for as much shorter or longer.", matter.AtStock
		}
		if c.jars(choice.Stack, s.melt.Coats()-want.Coats, &f); over {
			f.Way, f.Mend = "Lay fewer coats there, or leave the ground out below it.", nil
		}
		f.Numbers = Numbers{"coats": s.melt.Coats(), "figure": want.Coats, "refusedFrom": want.Stop}
		c.add(f)
	}
	if s.under > 0 && s.under < h.OfGlaze(s.underGlaze) && !over {
		want := h.OfGlaze(s.underGlaze)
		c.add(Finding{Code: matter.UnderglazeFew, Surface: surface.ID, Numbers: Numbers{"coats": float64(s.under), "figure": float64(want)}, Mend: c.recount(choice.Stack.Planned().Normal(), false, want),
			Text: fmt.Sprintf("%s: %s of underglaze, the house lays %d; it will look pale.", surface.Name, coats(s.under), want),
			Way:  fmt.Sprintf("Use %s.", coats(want))})
	}
}

// overlap looks at dips that go down to a height: what lies below it has to cover too, and
// no second dip goes down to the foot.
func (c *check) overlap(surface *piece.Surface, choice Choice) {
	dipped := false
	for i := range choice.Stack {
		dipped = dipped || choice.Stack[i].Dip
	}
	if !dipped {
		return
	}
	dips, toFoot := 0, false
	for _, layer := range choice.Stack {
		if layer.Dip {
			dips += layer.Coats
			toFoot = toFoot || dips > 1 && layer.DownToMM <= c.band
		}
	}
	if toFoot && c.inBand(surface.ID) > 0 {
		c.add(Finding{Code: matter.DipFoot, Severity: Warn, Surface: surface.ID, Numbers: Numbers{"bandMM": c.band},
			Text: fmt.Sprintf("%s: its second dip goes down to the foot; it goes in from the rim, to a height.", surface.Name),
			Way:  "Say how far down it goes."})
	}
	below, upTo := choice.Stack.Below()
	if upTo == 0 || len(below) == 0 {
		return
	}
	s := c.sort(below)
	want := c.shelf.House.OfMelting(s.melt, s.under > 0, surface.Use != piece.Plain)
	if !s.melt.None() && s.melt.Coats() < want.Few && !surface.Over {
		c.add(Finding{Code: matter.CoatsFew, Surface: surface.ID, Numbers: Numbers{"coats": s.melt.Coats(), "figure": want.Coats},
			Text: fmt.Sprintf("%s: below the overlap %s, the house lays %s; the clay will show through.", surface.Name, c.thickness(surface, s), figure(want.Coats)),
			Way:  "Lay more below, or let the dip go further down."})
	}
	c.evidence(surface, below.AsFired())
}

// open says what becomes of underglaze that nothing covers.
func (c *check) open(surface *piece.Surface, s *sorted) {
	if s.under == 0 || s.sealed || surface.Use != piece.Plain || surface.Detail == piece.Inlay || surface.Stands {
		return
	}
	way, mend := c.sealing(surface, c.shelf.House.ClearElsewhere)
	f := Finding{Code: matter.UnderglazeOpen, Surface: surface.ID, Way: way + ", or keep it open on purpose.", Mend: mend,
		Text: fmt.Sprintf("%s: underglaze that lies open is matte, and wears off in use.", surface.Name)}
	if c.shelf.House.OpenUnderglaze == rules.AlwaysSealed {
		f.Severity, f.Way = Warn, "This house always seals it: "+lowerFirst(way)+"."
	}
	c.add(f)
}

// weighed says which bucket of a stack is heavier or lighter than its dip is known for; "" where
// none is.
func (c *check) weighed(stack glaze.Stack) string {
	for i := range stack {
		l, g := &stack[i], c.shelf.Glazes[stack[i].Glaze]
		if g == nil || !l.Dip || l.Density == 0 {
			continue
		}
		usual := *l
		if usual.Density = 0; l.Covers(g) != usual.Covers(g) {
			return fmt.Sprintf(" The bucket of %s weighs %.2f g per mL; its dip is known for %.2f.", g.Code, l.Density, cmp.Or(g.DipDensity, glaze.UsualDensity))
		}
	}
	return ""
}

// mayBeThick says whether everything that melts may be thicker on purpose.
func (c *check) mayBeThick(s *sorted) bool {
	for _, g := range s.melt.Glazes() {
		if !c.shelf.House.MayBeThick(g) {
			return false
		}
	}
	return true
}

// thickness says how thick a stack is, in coats, and in dips where there are any.
func (c *check) thickness(surface *piece.Surface, s *sorted) string {
	with := ""
	if ground, over := c.work.Body.Surface(surface.On); over && surface.Over && c.plan[ground.ID].Planned() {
		with = ", with the " + ground.Name + " below it"
	}
	switch s.melt.Dips() {
	case 0:
		return coats(s.melt.Coats()) + with
	case 1:
		return "a dip, in all as thick as " + coats(s.melt.Coats()) + with
	}
	return fmt.Sprintf("%d dips, in all as thick as %s", s.melt.Dips(), coats(s.melt.Coats())) + with
}

// recount changes the coats of the last melting layer, or the last underglaze,
// so that all of them together make want; nil where that cannot be done: a dip or a
// heavy coat cannot be made thinner.
func (c *check) recount(stack glaze.Stack, melts bool, want int) *Choice {
	mended := slices.Clone(stack)
	last, sum := -1, 0
	for i, layer := range mended {
		if (layer.Dip || layer.Thick != "") && melts {
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
	return g.MeltsAt(c.work.Cone)
}

// food looks at labels where food or a mouth will touch.
func (c *check) food(surface *piece.Surface, s *sorted) {
	if surface.Use == piece.Plain {
		return
	}
	if s.under > 0 && !s.sealed {
		way, mend := c.sealing(surface, c.shelf.House.ClearOnFood)
		c.add(Finding{Code: matter.UnderglazeFood, Surface: surface.ID, Mend: mend,
			Text: fmt.Sprintf("%s: underglaze lies open where food touches.", surface.Name), Way: way + "."})
	}
	for _, g := range s.melt.Glazes() {
		if g.Food != glaze.FoodClaimed {
			c.add(Finding{Code: matter.FoodLabel, Surface: surface.ID,
				Text: fmt.Sprintf("%s: the label of %s %s makes no claim for food.", surface.Name, g.Code, g.Name),
				Way:  "Choose a glaze whose label does, or use the piece for show."})
		}
	}
}
