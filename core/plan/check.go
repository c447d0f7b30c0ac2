package plan

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Severity says how much a finding weighs.
type Severity = matter.Severity

// The weights of findings.
const (
	Stop = matter.Stop
	Warn = matter.Warn
	Note = matter.Note
)

func rank(s Severity) int { return strings.Index("stop warn note", string(s)) }

// Finding is one thing that the check has to say.
type Finding struct {
	Code     matter.Code
	Severity Severity     // the usual weight of its code, unless the check says otherwise
	Surface  string       // piece.Surface.ID; "" for the whole piece
	Text     string       // one sentence with the numbers behind it
	Way      string       // the way out; "" where there is none to offer
	Mend     *Choice      // the choice for Surface that takes the way out; nil where a person must choose
	Stand    *Standing    // how to stand instead, where that is the way out
	Where    matter.Where // where the way out is taken, unless where its code usually is
	Numbers  Numbers      // behind the sentence; nil where it has none
}

// Settled is where the way out of a finding is taken.
func (f *Finding) Settled() matter.Where {
	if f.Where != "" {
		return f.Where
	}
	m, _ := matter.Of(f.Code)
	return m.Settled
}

// Numbers are the figures behind a sentence by name: coats and figure, mm of the
// band, cm², degrees, ΔE.
type Numbers map[string]float64

// Check looks at a whole plan. Findings come with stops first, then in the
// order of the piece's surfaces. An empty plan has no findings: nothing is
// wrong with a piece that nobody has planned yet. One that is left bare all over has been.
func (s *Shelf) Check(p Plan, w Work) []Finding {
	if p.Empty() && !p.AllBare(w.Body) {
		return nil
	}
	band := s.band(p, &w).HeightMM
	c := check{shelf: s, plan: p, work: w, band: band, tilesHere: s.fired[w.Firing()] > 0,
		tops: make([]*glaze.Glaze, 2*len(w.Body.Surfaces)), firing: w.Firing()}
	if !s.onStilts(&w) {
		c.bare = w.Body.Band(band)
	}
	c.tops, c.raw = c.tops[:len(w.Body.Surfaces)], c.tops[len(w.Body.Surfaces):]
	c.clays()
	for i := range w.Body.Surfaces {
		surface := &w.Body.Surfaces[i]
		choice := p[surface.ID]
		if choice.Planned() {
			c.tops[i] = c.stack(surface, choice)
			c.raw[i] = c.chalk
		} else {
			c.uncovered(surface, choice)
		}
	}
	c.meets()
	c.bareClay()
	c.limits()
	c.whole()
	c.newRoom()
	slices.SortStableFunc(c.findings, bySeverity)
	return c.findings
}

// check is one run over one plan.
type check struct {
	shelf     *Shelf
	plan      Plan
	work      Work
	band      float64 // mm
	bare      []piece.BandPart
	tilesHere bool           // any tile at all on this clay at this cone
	tops      []*glaze.Glaze // by surface: what melts on top; nil where nothing does
	raw       []*glaze.Glaze // by surface: what is seen before the fire; nil where nothing is planned
	chalk     *glaze.Glaze   // the same of the surface that was looked at last
	findings  []Finding

	fit    []*glaze.Glaze // known to be made for this cone
	firing glaze.Firing   // of the piece's own clay
	sorts  []sorted       // of the stacks that were looked at: a piece has few different ones
	looks  []looked       // the same for evidence
}

// looked is the evidence that was found for a stack in a firing.
type looked struct {
	stack glaze.Stack
	at    Spot
	tiles []glaze.Tile // of the same glazes in the same order
	best  Evidence
	ok    bool
}

// add says a finding, once: coats of one glaze that were laid differently are layers of their own.
func (c *check) add(f Finding) { c.findings = once(c.findings, f.weighed()) }

// once are findings with one more, where it does not stand there already.
func once(all []Finding, f Finding) []Finding {
	if slices.ContainsFunc(all, func(o Finding) bool { return o.Code == f.Code && o.Surface == f.Surface && o.Text == f.Text }) {
		return all
	}
	return append(all, f)
}

// weighed gives a finding the usual weight of its code, where none was given.
func (f Finding) weighed() Finding {
	if f.Severity == "" {
		f.Severity = f.Code.Weight()
	}
	return f
}

// inBand is how much of a surface has to stay bare, in cm².
func (c *check) inBand(surface string) float64 {
	for i := range c.bare {
		if c.bare[i].Surface == surface {
			return c.bare[i].AreaCM2
		}
	}
	return 0
}

// clays asks whether the bodies stand the firing at all: above its range a clay slumps,
// below it stays porous.
func (c *check) clays() {
	c.clay(&c.work.Clay, "", "Change the cone of the assignment.")
	for _, code := range slices.Sorted(maps.Keys(c.work.Clays)) {
		clay := c.work.Clays[code]
		c.clay(&clay, ", the other clay of this piece,", "Change the clay or the cone.")
	}
}

func (c *check) clay(clay *glaze.Clay, which, way string) {
	switch {
	case clay.Cones.Holds(c.work.Cone):
	case c.work.Cone.Cooler(clay.Cones.From) && c.matured(clay):
	case c.work.Cone.Cooler(clay.Cones.From):
		c.add(Finding{Code: matter.ClayLow,
			Text: fmt.Sprintf("%s%s is a clay for cone %s; fired to cone %s it stays porous, crazes and leaks.", clay.Name, which, clay.Cones, c.work.Cone), Way: way})
	default:
		c.add(Finding{Code: matter.ClayCone,
			Text: fmt.Sprintf("%s%s is a clay for cone %s; fired to cone %s it slumps or bloats, onto the shelf and what stands beside it.", clay.Name, which, clay.Cones, c.work.Cone), Way: way})
	}
}

// matured says whether an earlier firing made the clay tight: a cooler one afterwards only
// mends.
func (c *check) matured(clay *glaze.Clay) bool {
	return slices.ContainsFunc(c.work.Past, func(cone kiln.Cone) bool { return !cone.Cooler(clay.Cones.From) })
}

// newRoom says once, instead of at every stack, that no tile was fired yet.
func (c *check) newRoom() {
	if !c.tilesHere {
		c.add(Finding{Code: matter.NoTilesYet,
			Text: fmt.Sprintf("No tile was fired on %s at cone %s yet, so nobody knows how these come out.", c.work.Clay.Name, c.work.Cone),
			Way:  "Glaze a tile beside this piece."})
	}
}

// sorted is a stack sorted by what melts.
type sorted struct {
	stack        glaze.Stack
	jars         []*glaze.Glaze // all known glazes in order
	melt         rules.Melt
	heavy        bool // a layer is planned heavy
	under        int  // coats of underglaze
	underGlaze   *glaze.Glaze
	sealed       bool // something that melts lies over the last underglaze
	unknown, out []string
}

func (c *check) sort(stack glaze.Stack) *sorted {
	for i := range c.sorts {
		if slices.Equal(c.sorts[i].stack, stack) {
			return &c.sorts[i]
		}
	}
	s := sorted{stack: stack, jars: make([]*glaze.Glaze, 0, len(stack))}
	s.melt = rules.NewMelt(len(stack))
	for i := range stack {
		layer := &stack[i]
		g, known := c.shelf.Glazes[layer.Glaze]
		switch {
		case !known:
			s.unknown = append(s.unknown, layer.Glaze)
			continue
		case !g.InStock:
			s.out = append(s.out, g.Code+" "+g.Name)
		}
		s.jars = append(s.jars, g)
		if !g.MeltsAt(c.work.Cone) {
			s.under += layer.Coats
			s.underGlaze = g
			s.sealed = false
			continue
		}
		s.melt.Add(g, layer)
		s.heavy = s.heavy || layer.Thick == glaze.Heavy
		s.sealed = s.sealed || s.under > 0
	}
	c.sorts = append(c.sorts, s)
	return &c.sorts[len(c.sorts)-1]
}

// stack looks at one glazed surface, and says what melts on top of it. What is laid over
// a ground counts together with it where it lies.
func (c *check) stack(surface *piece.Surface, choice Choice) *glaze.Glaze {
	stack := choice.Stack.AsFired()
	own := c.sort(choice.Stack)
	c.chalk = nil
	if len(own.jars) > 0 {
		c.chalk = own.jars[len(own.jars)-1]
		c.onBisque(surface, own.jars[0])
	}
	all := own
	if ground := c.plan[surface.On]; surface.Over && ground.Planned() {
		laid := slices.Concat(ground.Stack, choice.Stack)
		stack, all = laid.AsFired(), c.sort(laid)
	}
	for _, code := range own.unknown {
		c.add(Finding{Code: matter.UnknownGlaze, Surface: surface.ID,
			Text: fmt.Sprintf("%s: no jar is called %s.", surface.Name, code), Way: "Choose a glaze from the list."})
	}
	if !own.melt.None() {
		c.standing(surface, choice.Stack, own)
	}
	c.cones(surface, choice.Stack, own)
	c.coats(surface, choice, all)
	c.overlap(surface, choice)
	c.food(surface, own)
	c.open(surface, all)
	shown := c.evidence(surface, stack)
	c.shape(surface, choice.Stack, own, all)
	if !shown {
		c.guesses(surface, all)
	}
	c.inJars(surface, own)
	return own.melt.Top()
}

// coats says how many: "1 coat", "2.6 coats".
func coats[N int | float64](n N) string {
	if n == 1 {
		return "1 coat"
	}
	return figure(float64(n)) + " coats"
}

// figure writes mm, or coats, without needless decimals.
func figure(mm float64) string {
	if mm == math.Trunc(mm) {
		return fmt.Sprintf("%.0f", mm)
	}
	return fmt.Sprintf("%.1f", mm)
}
