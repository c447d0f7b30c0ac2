// Package survey looks at one piece with the eyes of the whole house: what its plan
// earns, what is on it and what is left, what keeps it out of the kiln, where it
// waits and where it is put. Today, the lesson and the kiln all ask here.
package survey

import (
	"cmp"
	"math"
	"slices"
	"time"

	"enkaustos/core/bench"
	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/work"
)

// Case is all that the survey of a piece depends on.
type Case struct {
	Body     piece.Body
	Plan     plan.Plan
	State    work.State
	Work     plan.Work   // what the plan is checked for; Takes is left out, see Survey.InClass
	Shelf    *plan.Shelf // under the rules of its assignment
	Drying   work.Drying // under the same rules
	Spreads  stock.Spreads
	Goes     ready.Goes        // of which class it is, and whether its assignment has ended
	Approved bool              // the plan is approved as it stands
	Pinned   map[string]string // the rules it was approved under, by rules.Field.Key
}

// Survey is how a piece stands. It holds until Until, when something may change by
// itself.
type Survey struct {
	Findings []plan.Finding // of the plan; what the class as a whole takes is not among them
	Verdict  ready.Verdict
	Rulings  []work.Ruling // the teacher's, that count
	Cover    *work.Look    // the last look all round, with why it no longer counts; nil for none
	Check    *work.Check   // the last check of the foot, likewise
	Sight    work.Sight    // what a look at it sees
	LookFor  []string      // what a look has to mind, in sentences
	Stage    ready.Stage
	Placing  ready.Placing
	Band     foot.Band
	Surfaces []Surface
	Amounts  []stock.Amount  // what the plan takes of each jar, less what has to stay bare
	Open     []stock.Amount  // what of that is not on the piece yet
	Doubted  []work.Doubtful // jars that its coats came out of
	Dust     work.Dusty      // on its clay, or under its first coat
	Until    time.Time       // zero: for ever
}

// Surface is one surface with its plan and its coats.
type Surface struct {
	piece.Surface
	Choice  plan.Choice
	On      []Coat
	Left    []bench.Stroke // still to lay before its next firing
	Later   int            // strokes that come after it
	AsThick float64        // in coats: what the plan comes to out of its jars as they were and are; 0 where that is what is planned
	WetFrom time.Time
	DryAt   time.Time   // zero where nothing was laid
	NextAt  time.Time   // when the next coat may go on by the house's custom
	NextBy  time.Time   // until when it should be on; zero but where coat goes on damp coat
	Doubts  []work.Coat // of which nobody said yet whether they are one coat twice
	Peeled  bool        // its latex came off
	Keeps   plan.Resist // what lies on it to keep it bare; "" for none
	Appearance
	Below  Appearance // of what lies below an overlap
	UpToMM float64    // how high that is, mm above the table; 0 where there is none
	BareMM float64    // up to where it stays bare clay, mm above the table; 0 where it need not
	Clay   glaze.Clay // of it
}

// Coat is a coat with what is to be said of it.
type Coat struct {
	work.Coat
	OnWet   bool
	Planned bool
	Fired   bool // it went through the fire: no wipe takes it off
}

// Appearance is how a stack looks raw, and fired where a tile shows it: never invented.
type Appearance struct {
	Raw    *colour.Lab
	Fired  *colour.Lab
	Tile   string       // glaze.Tile.Code that shows it
	Finish glaze.Finish // by what lies on top; "" where nothing does
}

// Of looks at a piece at a moment.
func Of(c Case, now time.Time) Survey {
	c.Plan = c.Plan.On(c.Body)
	v, planned := Survey{}, c.Shelf.Band(c.Plan, c.Work)
	verdict := c.Judged(now)
	v.Findings = verdict.Findings
	if c.Work.Bisque() {
		v.Findings = append(slices.Clip(v.Findings), c.Shelf.Check(c.Plan, c.Work)...)
	}
	if c.Approved {
		v.Findings = c.Shelf.Pinned(c.Plan, c.Work, v.Findings, c.Pinned)
	}
	v.Findings = append(slices.Clip(v.Findings), verdict.Felt()...)
	v.Amounts = c.AmountsOf(c.Plan, planned)
	v.Open = c.openAmounts(planned)
	v.Band = verdict.Band
	v.Cover, v.Check = ready.Looks(verdict)
	v.Sight, v.LookFor = ready.Sight(verdict), ready.LookFor(verdict)
	v.Verdict, v.Rulings = ready.Judge(verdict), ready.Standing(verdict)
	v.Stage = ready.StageOf(c.State, v.Verdict.Blockers())
	v.Placing = ready.PlaceOf(c.State, v.Verdict.Blockers())
	v.Surfaces = make([]Surface, len(c.Body.Surfaces))
	for i, s := range c.Body.Surfaces {
		v.Surfaces[i] = c.surface(s)
	}
	c.bare(&v)
	v.Doubted = verdict.Doubted
	v.Dust = c.State.DustOn(c.Shelf.House, now)
	v.Until = v.Dust.Until
	for _, b := range v.Verdict.Blockers() {
		if !b.ClearsAt.IsZero() && (v.Until.IsZero() || b.ClearsAt.Before(v.Until)) {
			v.Until = b.ClearsAt
		}
	}
	return v
}

// Judged is all that the one verdict "may be fired" depends on, at a moment.
func (c Case) Judged(now time.Time) ready.Case {
	check := c.Shelf.Check
	c.Plan = c.Plan.On(c.Body)
	if c.Work.Bisque() {
		check = c.Shelf.CheckBisque
	}
	v := ready.Case{Body: c.Body, Plan: c.Plan, Findings: check(c.Plan, c.Work), State: c.State, House: c.Shelf.House,
		Cone: c.Work.Next(), Bisque: c.Work.Bisque(), Stilts: c.Work.Standing.Stilts, Doubted: c.State.Doubted(c.Shelf.Glazes), Drying: c.Drying, Now: now, Band: c.Shelf.Band(c.Plan, c.Work), Goes: c.Goes}
	v.Goes.Air = c.Work.Firing().Air
	if laid, beside := ready.Laid(c.Body, c.Plan, c.State); beside {
		v.Laid = check(laid, c.Work)
		v.Band = v.Band.Higher(c.Shelf.Band(laid, c.Work))
	}
	if len(c.State.Sponged) > 0 {
		c.stillOn(&v, check)
	}
	return v
}

// stillOn adds what would stop the piece if the coats that a tablet said are gone still lay there.
func (c Case) stillOn(v *ready.Case, check func(plan.Plan, plan.Work) []plan.Finding) {
	state := c.State
	state.Coats = append(slices.Clip(state.Coats), state.Sponged...)
	slices.SortStableFunc(state.Coats, func(a, b work.Coat) int { return cmp.Compare(a.Seq, b.Seq) })
	laid, beside := ready.Laid(c.Body, c.Plan, state)
	if !beside {
		laid = c.Plan
	}
	v.Band = v.Band.Higher(c.Shelf.Band(laid, c.Work))
	for _, f := range check(laid, c.Work) {
		said := slices.ContainsFunc(v.Laid, func(o plan.Finding) bool { return o.Surface == f.Surface && o.Text == f.Text })
		if f.Severity == plan.Stop && !said {
			v.Laid = append(slices.Clip(v.Laid), f)
		}
	}
}

// Under is the same case under other rules.
func (c Case) Under(h rules.House) Case {
	c.Shelf, c.Drying.House = c.Shelf.Under(h), h
	return c
}

// Open is the part of the plan that is not on the piece yet.
func (c Case) Open() plan.Plan {
	return c.Plan.Open(func(id string, choice plan.Choice) int { return work.Compare(choice.Stack, c.State.On(id)).Done })
}

// OpenAmounts is what the plan still takes of each jar: the strokes that are not on yet.
func (c Case) OpenAmounts() []stock.Amount {
	c.Plan = c.Plan.On(c.Body)
	return c.openAmounts(c.Shelf.Band(c.Plan, c.Work))
}

func (c Case) openAmounts(band foot.Band) []stock.Amount {
	if c.State.Firing != nil || c.Plan.Empty() {
		return nil
	}
	return stock.Less(c.AmountsOf(c.Open(), band), c.begun(band))
}

// begun is what of the open strokes is on already, where a coat was begun.
func (c Case) begun(band foot.Band) (on []stock.Amount) {
	for _, s := range c.Body.Surfaces {
		p := work.Compare(c.Plan[s.ID].Stack, c.State.On(s.ID))
		if p.Begun == nil {
			continue
		}
		for _, a := range c.AmountsOf(plan.Plan{s.ID: {Stack: glaze.Stack{p.Next()}}}, band) {
			on = append(on, stock.Amount{Glaze: a.Glaze, ML: a.ML * p.Begun.Share})
		}
	}
	return on
}

// AmountsOf is what a plan takes of each jar, less what has to stay bare under a
// band.
func (c Case) AmountsOf(p plan.Plan, band foot.Band) []stock.Amount {
	bare := map[string]float64{}
	for _, part := range c.Body.Band(band.HeightMM) {
		bare[part.Surface] = part.AreaCM2
	}
	return stock.OfPlan(p, c.Body, bare, c.Spreads, c.Shelf.Glazes)
}

// InClass is the survey's findings beside what all plans of its class still take,
// mL by code of the glaze.
func (v Survey) InClass(c Case, takes map[string]float64) []plan.Finding {
	if c.Plan.Empty() {
		return v.Findings
	}
	return plan.AndFinding(v.Findings, c.Shelf.Lacking(c.Plan, takes))
}

func (c Case) surface(surface piece.Surface) Surface {
	choice := c.Plan[surface.ID]
	on := c.State.On(surface.ID)
	loose := c.State.Loose(surface.ID)
	progress := work.Compare(choice.Stack, on)
	v := Surface{Surface: surface, Choice: choice, Peeled: c.State.Peeled[surface.ID], Keeps: c.State.Keeps(surface.ID),
		DryAt: c.Drying.DryAt(loose), NextAt: c.nextAt(loose), NextBy: c.Drying.RecoatBy(loose)}
	v.Left = bench.Strokes(c.Shelf.House, c.Body, c.Plan, c.State, surface.ID, func(code string) (kind glaze.Kind) {
		if g := c.Shelf.Glazes[code]; g != nil {
			kind = g.Kind
		}
		return kind
	})
	for _, d := range c.State.Doubts {
		if d.Surface == surface.ID {
			v.Doubts = append(v.Doubts, d)
		}
	}
	is := func(list []work.Coat, id string) bool {
		for i := range list {
			if list[i].ID == id {
				return true
			}
		}
		return false
	}
	v.Later = len(progress.Left) - len(v.Left)
	wet := c.Drying.LaidWet(loose)
	for _, coat := range on {
		v.On = append(v.On, Coat{Coat: coat, OnWet: is(wet, coat.ID), Planned: !is(progress.Other, coat.ID), Fired: c.State.FiredOn(coat)})
		v.WetFrom = coat.At
	}
	v.Choice.Stack = choice.Stack.Planned()
	if is, meant := c.thickness(choice.Stack), c.thickness(v.Choice.Stack); math.Abs(is-meant) > 1e-9 {
		v.AsThick = is
	}
	stack := c.Plan.Lies(&surface)
	if !choice.Planned() {
		stack = c.State.Stack(surface.ID)
	}
	at := c.Work.SpotOf(&surface)
	v.Appearance = AppearanceOf(c.Shelf, stack, at)
	if below, upTo := stack.Below(); upTo > 0 {
		v.Below, v.UpToMM = AppearanceOf(c.Shelf, below, at), upTo
	}
	return v
}

// bare says of the surfaces up to where they stay bare clay: what melts is kept off all that is lower than
// the band.
func (c Case) bare(v *Survey) {
	for _, part := range c.Body.Band(v.Band.HeightMM) {
		for i := range v.Surfaces {
			s := &v.Surfaces[i]
			if s.ID == part.Surface && c.melts(s) {
				s.BareMM, s.Clay = v.Band.HeightMM, *c.Work.ClayOf(&s.Surface)
			}
		}
	}
}

// melts says whether something that melts lies on a surface, or is to.
func (c Case) melts(s *Surface) bool {
	stack := s.Choice.Stack
	if !s.Choice.Planned() {
		stack = c.State.Stack(s.ID)
	}
	return slices.ContainsFunc(stack, func(l glaze.Layer) bool {
		g := c.Shelf.Glazes[l.Glaze]
		return g == nil || g.Kind.Melts()
	})
}

// thickness is how many brushed coats a stack is as thick as.
func (c Case) thickness(stack glaze.Stack) (coats float64) {
	for i := range stack {
		coats += stack[i].Covers(c.Shelf.Glazes[stack[i].Glaze])
	}
	return coats
}

// nextAt is when the next coat may go on: on bare clay, when that is dry.
func (c Case) nextAt(loose []work.Coat) time.Time {
	if len(loose) == 0 {
		return c.Drying.ReadyAt(c.State)
	}
	return c.Drying.RecoatAt(loose)
}

// AppearanceOf is how a stack looks raw, and fired where a tile shows it there.
func AppearanceOf(shelf *plan.Shelf, stack glaze.Stack, at plan.Spot) (v Appearance) {
	if len(stack) == 0 {
		return v
	}
	if top := shelf.Glazes[stack[len(stack)-1].Glaze]; top != nil {
		v.Finish = top.Kind.Finish()
		if top.Raw != (colour.Lab{}) {
			v.Raw = &top.Raw
		}
	}
	if best, ok := shelf.Evidence(stack, at); ok && best.Exact {
		v.Fired, v.Tile = &best.Fired, best.Tile.Code
	}
	return v
}
