package studio

import (
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
	"enkaustos/internal/store"
)

// Piece is a piece as it stands at one moment: records, and what core says.
type Piece struct {
	store.Piece
	Assignment store.Assignment
	Student    store.Student
	Revision   int
	Body       piece.Body
	State      work.State
	Stage      ready.Stage
	Band       foot.Band
	Surfaces   []Surface
	Findings   []plan.Finding
	Blockers   []ready.Blocker
	Choices    plan.Plan
	Own        plan.Own
	Approval   Approval
	Placing    ready.Placing
	Wish       *store.Wish
	Help       []foot.Help    // what it should be given for its firing; only of a piece asked for alone
	Amounts    []stock.Amount // what the plan takes of each jar, less what has to stay bare
}

// Surface is one surface with its plan and its coats.
type Surface struct {
	piece.Surface
	Choice  plan.Choice
	On      []Coat
	Left    []string    // glazes of the strokes still to lay
	Ways    []bench.Way // which way each of them is laid
	WetFrom time.Time
	DryAt   time.Time   // zero where nothing was laid
	NextAt  time.Time   // when the next coat may go on by the house's custom
	NextBy  time.Time   // until when it should be on; zero but where coat goes on damp coat
	Doubts  []work.Coat // of which nobody said yet whether they are one coat twice
	Look
}

// Coat is a coat with what is to be said of it.
type Coat struct {
	work.Coat
	OnWet   bool
	Planned bool
}

// Pieces lists pieces of a class ("" for all) at a stage ("" for all).
func (s *Studio) Pieces(class string, stage ready.Stage) []Piece {
	s.mu.RLock()
	defer s.mu.RUnlock()
	now := s.clock.Now()
	var list []Piece
	for _, p := range s.school.piecesOf(class) {
		if view := s.view(p, now); stage == "" || view.Stage == stage {
			list = append(list, view)
		}
	}
	return list
}

// Piece is one piece, and the codes of the tiles that were read from it.
func (s *Studio) Piece(id string) (Piece, []string, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	p, ok := s.school.pieces[id]
	if !ok {
		return Piece{}, nil, missing("piece")
	}
	var tiles []string
	for _, t := range s.school.tileList() {
		if t.Piece == id {
			tiles = append(tiles, t.Code)
		}
	}
	v := s.view(p, s.clock.Now())
	house := s.school.assignments[p.Assignment].house
	v.Help = foot.Suggest(foot.Risk{Band: v.Band, HouseMM: house.BandMM, ContactMM: across(p.body),
		Stilts: house.Foot == rules.Stilts, LowFire: !plan.LowFire.Cooler(v.Assignment.Cone)})
	return v, tiles, nil
}

// OrderOf is the working order of a piece's plan.
func (s *Studio) OrderOf(p Piece) []plan.Step {
	s.mu.RLock()
	defer s.mu.RUnlock()
	house := s.house
	if a, ok := s.school.assignments[p.Assignment.ID]; ok {
		house = a.house
	}
	return plan.Order(p.Choices, p.Body, house, s.shelf.Glazes)
}

// view asks core about one piece; mu is held.
func (s *Studio) view(p *livePiece, now time.Time) Piece {
	a := s.school.assignments[p.Assignment]
	w := s.workOf(p, a)
	v := Piece{Piece: p.Piece, Assignment: a.Assignment, Student: s.school.students[p.Student],
		Revision: p.plan.Revision, Body: p.body, State: p.state, Choices: p.plan.Choices, Own: p.plan.Own, Band: a.shelf.Band(p.plan.Choices, w)}
	verdict := s.verdictOn(p, a.house, a.shelf, w, now)
	v.Findings = s.pinned(p, a.shelf, w, verdict.Findings)
	v.Amounts = s.amounts(p.plan.Choices, p.body, v.Band)
	if laid, strays := ready.Laid(p.body, p.plan.Choices, p.state); strays {
		v.Band = v.Band.Higher(a.shelf.Band(laid, w))
	}
	v.Blockers = ready.Blockers(verdict)
	v.Stage = ready.StageOf(p.state, v.Blockers)
	v.Placing = ready.PlaceOf(p.state, v.Blockers)
	if wish, ok := s.school.wishes[p.ID]; ok {
		v.Wish = &wish
	}
	v.Approval = approvalOf(p)
	v.Surfaces = make([]Surface, len(p.body.Surfaces))
	for i, surface := range p.body.Surfaces {
		v.Surfaces[i] = s.surface(surface, p, s.drying(a.house), w)
	}
	return v
}

// across is the longest way across what a piece stands on, in mm.
func across(b piece.Body) float64 {
	under := b.FromBelow(0)
	return max(under.Width, under.Height)
}

// verdictOn is all that the verdict on a piece depends on, under some rules; mu
// is held.
func (s *Studio) verdictOn(p *livePiece, house rules.House, shelf *plan.Shelf, w plan.Work, now time.Time) ready.Case {
	c := ready.Case{Body: p.body, Plan: p.plan.Choices, Findings: shelf.Check(p.plan.Choices, w), State: p.state, House: house,
		Cone: w.Cone, Stilts: w.Standing.Stilts, Drying: s.drying(house), Now: now}
	if laid, strays := ready.Laid(p.body, p.plan.Choices, p.state); strays {
		c.Laid = shelf.Check(laid, w)
	}
	return c
}

// workOf is what a plan of the piece is checked for; mu is held.
func (s *Studio) workOf(p *livePiece, a *assignment) plan.Work {
	w := plan.Work{Body: p.body, Clay: s.school.clays[a.Clay], Cone: a.Cone, Air: a.Atmosphere,
		Jars: a.Allowed(s.school.classes[a.Class]), Standing: p.plan.Own.Standing, Takes: s.takesOf(a.Class)}
	w.Standing.Stilts = w.Standing.Stilts || p.state.Helps[work.OnStilts]
	w.Standing.Cookie = w.Standing.Cookie || p.state.Helps[work.OnCookie]
	for _, surface := range p.body.Surfaces {
		if surface.Clay != "" && surface.Clay != a.Clay {
			if w.Clays == nil {
				w.Clays = map[string]glaze.Clay{}
			}
			w.Clays[surface.Clay] = s.school.clays[surface.Clay]
		}
	}
	return w
}

func (s *Studio) surface(surface piece.Surface, p *livePiece, drying work.Drying, w plan.Work) Surface {
	choice := p.plan.Choices[surface.ID]
	on := p.state.On(surface.ID)
	progress := work.Compare(choice.Stack, on)
	v := Surface{Surface: surface, Choice: choice, Left: progress.Left,
		DryAt: drying.DryAt(on), NextAt: drying.RecoatAt(on), NextBy: drying.RecoatBy(on)}
	for i, code := range v.Left {
		v.Ways = append(v.Ways, bench.WayOf(drying.House, s.school.glazes[code].Kind, len(on)+1+i))
	}
	for _, c := range p.state.Doubts {
		if c.Surface == surface.ID {
			v.Doubts = append(v.Doubts, c)
		}
	}
	odd := map[string]bool{}
	for _, c := range progress.Other {
		odd[c.ID] = true
	}
	wet := map[string]bool{}
	for _, c := range drying.LaidWet(on) {
		wet[c.ID] = true
	}
	for _, c := range on {
		v.On = append(v.On, Coat{c, wet[c.ID], !odd[c.ID]})
		v.WetFrom = c.At
	}
	stack := choice.Stack
	if !choice.Planned() {
		stack = p.state.Stack(surface.ID)
	}
	v.Look = s.look(stack, w.FiringOf(surface))
	return v
}

// Look is how a stack looks raw, and fired where a tile shows it: never invented.
type Look struct {
	Raw   *colour.Lab
	Fired *colour.Lab
	Tile  string
}

// look is the look of a stack in a firing; mu is held.
func (s *Studio) look(stack glaze.Stack, f glaze.Firing) (v Look) {
	if len(stack) == 0 {
		return v
	}
	if top, known := s.school.glazes[stack[len(stack)-1].Glaze]; known {
		v.Raw = &top.Raw
	}
	if best, ok := s.shelf.Evidence(stack, f); ok && best.Exact {
		v.Fired, v.Tile = &best.Tile.Fired, best.Tile.Code
	}
	return v
}
