package plan

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Severity says how much a finding weighs.
type Severity string

const (
	Stop Severity = "stop" // may not be fired like this
	Warn Severity = "warn" // will probably disappoint
	Note Severity = "note" // worth knowing
)

func (s Severity) rank() int { return strings.Index("stop warn note", string(s)) }

// Finding is one thing that the check has to say.
type Finding struct {
	Code     string // stable, listed in docs/findings.md
	Severity Severity
	Surface  string  // piece.Surface.ID; "" for the whole piece
	Text     string  // one sentence with the numbers behind it
	Way      string  // the way out; "" where there is none to offer
	Mend     *Choice // the choice for Surface that takes the way out; nil where a person must choose
}

// Check looks at a whole plan. Findings come with stops first, then in the
// order of the piece's surfaces. An empty plan has no findings: nothing is
// wrong with a piece that nobody has planned yet.
func (s *Shelf) Check(p Plan, w Work) []Finding {
	if p.Empty() {
		return nil
	}
	band := s.Band(p, w.Body).HeightMM
	c := check{shelf: s, plan: p, work: w, band: band, bare: w.Body.Band(band),
		tilesHere: s.fired[w.Firing()] > 0}
	c.clay()
	for _, surface := range w.Body.Surfaces {
		choice := p[surface.ID]
		if choice.Planned() {
			c.stack(surface, choice.Stack.Normal())
		} else {
			c.uncovered(surface, choice)
		}
	}
	c.newRoom()
	slices.SortStableFunc(c.findings, func(a, b Finding) int { return cmp.Compare(a.Severity.rank(), b.Severity.rank()) })
	return c.findings
}

// check is one run over one plan.
type check struct {
	shelf     *Shelf
	plan      Plan
	work      Work
	band      float64 // mm
	bare      []piece.BandPart
	tilesHere bool // any tile at all on this clay at this cone
	findings  []Finding

	jars    []*glaze.Glaze // room for sorted.jars, kept from surface to surface
	melting []*glaze.Glaze // room for sorted.melting
}

func (c *check) add(f Finding) { c.findings = append(c.findings, f) }

// clay asks whether the body stands the firing at all.
func (c *check) clay() {
	if clay := c.work.Clay; !clay.Cones.Holds(c.work.Cone) {
		c.add(Finding{Code: "clay-cone", Severity: Stop,
			Text: fmt.Sprintf("%s is a clay for cone %s; this firing is cone %s.", clay.Name, clay.Cones, c.work.Cone),
			Way:  "Change the cone of the assignment."})
	}
}

// newRoom says once, instead of at every stack, that no tile was fired yet.
func (c *check) newRoom() {
	if !c.tilesHere {
		c.add(Finding{Code: "no-tiles-yet", Severity: Note,
			Text: fmt.Sprintf("No tile was fired on %s at cone %s yet, so nobody knows how these come out.", c.work.Clay.Name, c.work.Cone),
			Way:  "Glaze a tile beside this piece."})
	}
}

// sorted is a stack sorted by what melts.
type sorted struct {
	jars         []*glaze.Glaze // all known glazes in order
	melting      []*glaze.Glaze // in order, each layer once
	coats        int            // of what melts
	under        int            // coats of underglaze
	underGlaze   *glaze.Glaze
	clearedOver  bool // a clear lies over the last underglaze
	unknown, out []string
}

func (c *check) sort(stack glaze.Stack) sorted {
	s := sorted{jars: c.jars[:0], melting: c.melting[:0]}
	defer func() { c.jars, c.melting = s.jars, s.melting }()
	for _, layer := range stack {
		g, known := c.shelf.Glazes[layer.Glaze]
		switch {
		case !known:
			s.unknown = append(s.unknown, layer.Glaze)
			continue
		case !g.InStock:
			s.out = append(s.out, g.Code+" "+g.Name)
		}
		s.jars = append(s.jars, g)
		if !g.Kind.Melts() {
			s.under += layer.Coats
			s.underGlaze = g
			s.clearedOver = false
			continue
		}
		s.melting = append(s.melting, g)
		s.coats += layer.Coats
		s.clearedOver = s.clearedOver || s.under > 0 && g.Kind == glaze.Clear
	}
	return s
}

// stack looks at one glazed surface.
func (c *check) stack(surface piece.Surface, stack glaze.Stack) {
	s := c.sort(stack)
	for _, code := range s.unknown {
		c.add(Finding{Code: "unknown-glaze", Severity: Stop, Surface: surface.ID,
			Text: fmt.Sprintf("%s: no jar is called %s.", surface.Name, code), Way: "Choose a glaze from the list."})
	}
	if len(s.melting) > 0 {
		c.standing(surface)
	}
	c.cones(surface, s)
	c.coats(surface, stack, s)
	c.food(surface, s)
	shown := c.evidence(surface, stack)
	c.shape(surface, stack, s)
	if !shown {
		c.guesses(surface, s)
	}
	c.room(surface, s)
}

// standing asks whether melting glaze would meet the shelf.
func (c *check) standing(surface piece.Surface) {
	bare := &Choice{Bare: true}
	if surface.Stands {
		c.add(Finding{Code: "contact", Severity: Stop, Surface: surface.ID, Mend: bare,
			Text: fmt.Sprintf("%s: the piece stands on it, and glaze would weld it to the shelf.", surface.Name),
			Way:  "Leave it bare."})
		return
	}
	if surface.ID == "underside" && c.shelf.House.Underside == "bare" {
		c.add(Finding{Code: "underside", Severity: Warn, Surface: surface.ID, Mend: bare,
			Text: "Underside: this house leaves it bare.", Way: "Leave it bare."})
	}
	for _, part := range c.bare {
		if part.Surface == surface.ID && part.AreaCM2 > 0.99*surface.AreaCM2 {
			c.add(Finding{Code: "below-band", Severity: Stop, Surface: surface.ID, Mend: bare,
				Text: fmt.Sprintf("%s: all of it lies lower than the bare band of %s mm.", surface.Name, figure(c.band)),
				Way:  "Leave it bare."})
		}
	}
}

// cones asks whether every glaze is made for this firing.
func (c *check) cones(surface piece.Surface, s sorted) {
	for i := range s.jars {
		g := s.jars[i]
		if g.Cones.Holds(c.work.Cone) {
			continue
		}
		fate := "it would run off"
		if c.work.Cone.Cooler(g.Cones.From) {
			fate = "it would stay dry"
		}
		c.add(Finding{Code: "glaze-cone", Severity: Stop, Surface: surface.ID,
			Text: fmt.Sprintf("%s: %s %s is for cone %s; fired to cone %s %s.", surface.Name, g.Code, g.Name, g.Cones, c.work.Cone, fate),
			Way:  fmt.Sprintf("Choose a glaze for cone %s.", c.work.Cone)})
	}
}

// coats compares what melts, and the underglaze, with the house's figures.
func (c *check) coats(surface piece.Surface, stack glaze.Stack, s sorted) {
	h := c.shelf.House
	onFood := surface.Use != piece.Plain
	figureMelt := h.OfMelting(s.melting, s.under > 0, onFood)
	mend := func(melts bool, want int) *Choice { return c.recount(stack, melts, want) }
	of, fate := "", "the clay will show through"
	if s.under > 0 {
		of, fate = " over the underglaze", "it is not sealed all over"
	}
	switch {
	case len(s.melting) == 0:
	case s.coats >= figureMelt.Stop:
		c.add(Finding{Code: "coats-stop", Severity: Stop, Surface: surface.ID, Mend: mend(true, figureMelt.Coats),
			Text: fmt.Sprintf("%s: %s of melting glaze would run; the house refuses from %d.", surface.Name, coats(s.coats), figureMelt.Stop),
			Way:  fmt.Sprintf("Use %s.", coats(figureMelt.Coats))})
	case s.coats > figureMelt.Coats:
		c.add(Finding{Code: "coats-many", Severity: Warn, Surface: surface.ID, Mend: mend(true, figureMelt.Coats),
			Text: fmt.Sprintf("%s: %s%s, the house lays %d; more runs.", surface.Name, coats(s.coats), of, figureMelt.Coats),
			Way:  fmt.Sprintf("Use %s%s.", coats(figureMelt.Coats), of)})
	case s.coats < figureMelt.Coats:
		c.add(Finding{Code: "coats-few", Severity: Warn, Surface: surface.ID, Mend: mend(true, figureMelt.Coats),
			Text: fmt.Sprintf("%s: %s%s, the house lays %d; %s.", surface.Name, coats(s.coats), of, figureMelt.Coats, fate),
			Way:  fmt.Sprintf("Use %s%s.", coats(figureMelt.Coats), of)})
	}
	if s.under > 0 && s.under < h.OfGlaze(*s.underGlaze) {
		want := h.OfGlaze(*s.underGlaze)
		c.add(Finding{Code: "underglaze-few", Severity: Warn, Surface: surface.ID, Mend: mend(false, want),
			Text: fmt.Sprintf("%s: %s of underglaze, the house lays %d; it will look pale.", surface.Name, coats(s.under), want),
			Way:  fmt.Sprintf("Use %s.", coats(want))})
	}
}

// recount changes the coats of the last melting layer, or the last underglaze,
// so that all of them together make want; nil where that cannot be done.
func (c *check) recount(stack glaze.Stack, melts bool, want int) *Choice {
	mended := slices.Clone(stack)
	last, sum := -1, 0
	for i, layer := range mended {
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
		c.add(Finding{Code: "underglaze-food", Severity: Warn, Surface: surface.ID,
			Text: fmt.Sprintf("%s: underglaze lies open where food touches.", surface.Name),
			Way:  fmt.Sprintf("Lay %s of clear over it.", coats(c.shelf.House.ClearOnFood))})
	}
	for i := range s.melting {
		if g := s.melting[i]; g.Food != glaze.FoodClaimed {
			c.add(Finding{Code: "food-label", Severity: Warn, Surface: surface.ID,
				Text: fmt.Sprintf("%s: the label of %s %s makes no claim for food.", surface.Name, g.Code, g.Name),
				Way:  "Choose a glaze whose label does, or use the piece for show."})
		}
	}
}

// evidence asks what tile shows the stack on this clay, and says whether one does.
func (c *check) evidence(surface piece.Surface, stack glaze.Stack) (shown bool) {
	if !c.tilesHere && c.shelf.House.OtherClay == rules.Nothing {
		return false
	}
	best, ok := c.shelf.Evidence(stack, c.work.Firing())
	if ok && best.Exact {
		c.doubt(surface, best.Tile)
	}
	if ok && best.Exact || !c.tilesHere && !ok {
		return ok
	}
	f := Finding{Code: "no-tile", Severity: Warn, Surface: surface.ID,
		Text: fmt.Sprintf("%s: %s was never fired on %s at cone %s.", surface.Name, stack, c.work.Clay.Name, c.work.Cone),
		Way:  "Choose a stack with a tile, or make one first."}
	if ok {
		f.Text += fmt.Sprintf(" Nearest: tile %s, %s.", best.Tile.Code, best.Short)
		if best.Tile.Firing() == c.work.Firing() {
			f.Way = fmt.Sprintf("Use %s, as tile %s shows it.", best.Tile.Stack, best.Tile.Code)
			f.Mend = &Choice{Stack: best.Tile.Stack}
		}
	} else if len(stack) > 1 {
		f.Text += " Glazes do not mix like paint."
	}
	if !c.tilesHere {
		f.Severity = Note
	}
	c.add(f)
	return false
}

// doubt says where the tile that shows the stack was not read well.
func (c *check) doubt(surface piece.Surface, t glaze.Tile) {
	if r, ok := t.Main(); ok && colour.Doubtful(r.Flags) {
		c.add(Finding{Code: "tile-doubt", Severity: Note, Surface: surface.ID,
			Text: fmt.Sprintf("%s: the colour of tile %s is not to be trusted too far (%s).", surface.Name, t.Code, colour.Doubts(r.Flags)),
			Way:  "Look at the tile itself, or read it again."})
	}
}

// uncovered looks at a surface that takes no glaze.
func (c *check) uncovered(surface piece.Surface, choice Choice) {
	if surface.Use == piece.Food {
		c.add(Finding{Code: "food-bare", Severity: Warn, Surface: surface.ID,
			Text: fmt.Sprintf("%s: food would lie on bare clay, which soaks it up.", surface.Name),
			Way:  "Give it a stack that covers."})
	}
	optional := surface.Hidden && c.shelf.House.Hidden == "seen"
	if choice.Bare || surface.Stands || surface.Seat || optional {
		return
	}
	planned := 0
	for _, id := range c.work.Body.Neighbours(surface.ID) {
		if c.plan[id].Planned() {
			planned++
		}
	}
	if planned > 1 {
		c.add(Finding{Code: "gap", Severity: Warn, Surface: surface.ID,
			Text: fmt.Sprintf("%s: nothing is planned between two glazed surfaces; bare clay fires to a glaring dark stripe.", surface.Name),
			Way:  "Give it a stack, or mark it bare on purpose."})
	}
}

func coats(n int) string {
	if n == 1 {
		return "1 coat"
	}
	return fmt.Sprintf("%d coats", n)
}

// figure writes mm without needless decimals.
func figure(mm float64) string {
	if mm == math.Trunc(mm) {
		return fmt.Sprintf("%.0f", mm)
	}
	return fmt.Sprintf("%.1f", mm)
}
