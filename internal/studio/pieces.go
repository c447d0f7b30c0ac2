package studio

import (
	"context"
	"maps"
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
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
}

// Amounts is what the plan takes of each glaze, less what has to stay bare.
func (p Piece) Amounts() []stock.Amount {
	bare := map[string]float64{}
	for _, part := range p.Body.Band(p.Band.HeightMM) {
		bare[part.Surface] = part.AreaCM2
	}
	return stock.OfPlan(p.Choices, p.Body, bare)
}

// ClassAmount is how much of one glaze an assignment takes over all its plans.
type ClassAmount struct {
	stock.Amount
	Name   string
	LeftML float64
	Known  bool // whether anybody knows what is left
}

// Amounts is what the plans of an assignment still to be fired take together,
// beside what is left in the jars.
func (s *Studio) Amounts(id string) ([]ClassAmount, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	if _, ok := s.school.assignments[id]; !ok {
		return nil, missing("assignment")
	}
	var lists [][]stock.Amount
	for _, p := range s.school.pieces {
		if p.Assignment == id && p.state.Firing == nil {
			lists = append(lists, s.view(p, s.clock.Now()).Amounts())
		}
	}
	var out []ClassAmount
	for _, a := range stock.Sum(lists...) {
		g := s.school.glazes[a.Glaze]
		left, known := g.Jar.LeftML()
		out = append(out, ClassAmount{a, g.Name, left, known})
	}
	return out, nil
}

// Surface is one surface with its plan and its coats.
type Surface struct {
	piece.Surface
	Choice  plan.Choice
	On      []Coat
	Left    []string // glazes of the strokes still to lay
	WetFrom time.Time
	DryAt   time.Time // zero where nothing was laid
	Raw     *colour.Lab
	Fired   *colour.Lab // nil where no tile shows the stack: never invented
	Tile    string
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
	return s.view(p, s.clock.Now()), tiles, nil
}

// view asks core about one piece; mu is held.
func (s *Studio) view(p *livePiece, now time.Time) Piece {
	a := s.school.assignments[p.Assignment]
	v := Piece{Piece: p.Piece, Assignment: a.Assignment, Student: s.school.students[p.Student],
		Revision: p.plan.Revision, Body: a.body, State: p.state, Choices: p.plan.Choices, Band: s.shelf.Band(p.plan.Choices, a.body)}
	verdict := s.verdictOn(p, a, s.house, s.shelf, now)
	v.Findings = verdict.Findings
	if laid, strays := ready.Laid(a.body, p.plan.Choices, p.state); strays {
		v.Band = v.Band.Higher(s.shelf.Band(laid, a.body))
	}
	v.Blockers = ready.Blockers(verdict)
	v.Stage = ready.StageOf(p.state, v.Blockers)
	v.Surfaces = make([]Surface, len(a.body.Surfaces))
	for i, surface := range a.body.Surfaces {
		v.Surfaces[i] = s.surface(surface, p, a)
	}
	return v
}

// verdictOn is all that the verdict on a piece depends on, under some rules; mu
// is held.
func (s *Studio) verdictOn(p *livePiece, a *assignment, house rules.House, shelf *plan.Shelf, now time.Time) ready.Case {
	c := ready.Case{Body: a.body, Plan: p.plan.Choices, Findings: shelf.Check(p.plan.Choices, s.workOf(a)), State: p.state, House: house, Now: now}
	if laid, strays := ready.Laid(a.body, p.plan.Choices, p.state); strays {
		c.Laid = shelf.Check(laid, s.workOf(a))
	}
	return c
}

func (s *Studio) workOf(a *assignment) plan.Work {
	return plan.Work{Body: a.body, Clay: s.school.clays[a.Clay], Cone: a.Cone, Air: a.Atmosphere, Jars: s.school.classes[a.Class].Allowed()}
}

func (s *Studio) surface(surface piece.Surface, p *livePiece, a *assignment) Surface {
	choice := p.plan.Choices[surface.ID]
	on := p.state.On(surface.ID)
	progress := work.Compare(choice.Stack, on)
	v := Surface{Surface: surface, Choice: choice, Left: progress.Left, DryAt: work.DryAt(on, s.house)}
	odd := map[string]bool{}
	for _, c := range progress.Other {
		odd[c.ID] = true
	}
	wet := map[string]bool{}
	for _, c := range work.LaidWet(on, s.house) {
		wet[c.ID] = true
	}
	for _, c := range on {
		v.On = append(v.On, Coat{c, wet[c.ID], !odd[c.ID]})
		v.WetFrom = c.At
	}
	stack := choice.Stack
	if stack.Total() == 0 {
		stack = p.state.Stack(surface.ID)
	}
	if len(stack) == 0 {
		return v
	}
	if top, known := s.school.glazes[stack[len(stack)-1].Glaze]; known {
		v.Raw = &top.Raw
	}
	if best, ok := s.shelf.Evidence(stack, s.workOf(a).Firing()); ok && best.Exact {
		v.Fired, v.Tile = &best.Tile.Fired, best.Tile.Code
	}
	return v
}

// SavePlan keeps a new revision of a plan. revision is the one that the
// planner had on the screen: a plan that changed meanwhile is not overwritten.
func (s *Studio) SavePlan(ctx context.Context, by, id string, revision int, choices plan.Plan) (Piece, error) {
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		p, ok := s.school.pieces[id]
		if !ok {
			return nil, nil, missing("piece")
		}
		if p.plan.Revision != revision {
			return nil, nil, Fault{Kind: Conflict, Text: "Somebody else changed this plan meanwhile: look at it again, then change it."}
		}
		if p.state.Firing != nil {
			return nil, nil, refuse("This piece was fired already: its plan stays as it was.")
		}
		clean, err := s.cleanPlan(choices, s.school.assignments[p.Assignment].body)
		if err != nil {
			return nil, nil, err
		}
		next := store.Plan{Piece: id, Revision: revision + 1, At: s.clock.Now(), By: by, Choices: clean}
		return func(tx *store.Tx) error { return tx.AddPlan(next) }, func() { p.plan = next }, nil
	})
	if err != nil {
		return Piece{}, err
	}
	saved, _, err := s.Piece(id)
	return saved, err
}

// cleanPlan drops empty choices and refuses what the piece or the room has not.
func (s *Studio) cleanPlan(choices plan.Plan, body piece.Body) (plan.Plan, error) {
	clean := maps.Clone(choices)
	for id, c := range choices {
		if _, ok := body.Surface(id); !ok {
			return nil, refuse("A %s has no surface %q.", body.Form, id)
		}
		for _, layer := range c.Stack {
			if _, ok := s.school.glazes[layer.Glaze]; !ok {
				return nil, refuse("No jar is called %q.", layer.Glaze)
			}
		}
		c.Stack = c.Stack.Normal()
		if c.Bare {
			c.Stack = nil
		}
		clean[id] = c
		if !c.Bare && len(c.Stack) == 0 {
			delete(clean, id)
		}
	}
	return clean, nil
}

// SpreadPlan gives the plan of a piece to every piece of its assignment that
// has none yet and that nobody has begun. It says how many took it over.
func (s *Studio) SpreadPlan(ctx context.Context, by, id string) (int, error) {
	var plans []store.Plan
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		from, ok := s.school.pieces[id]
		if !ok {
			return nil, nil, missing("piece")
		}
		if from.plan.Choices.Empty() {
			return nil, nil, refuse("Nothing is planned on this piece: there is nothing to give on.")
		}
		for _, p := range s.school.pieces {
			untouched := p.plan.Revision == 0 && len(p.state.Coats) == 0 && p.state.Firing == nil
			if p.Assignment == from.Assignment && untouched {
				plans = append(plans, store.Plan{Piece: p.ID, Revision: 1, At: s.clock.Now(), By: by, Choices: maps.Clone(from.plan.Choices)})
			}
		}
		if len(plans) == 0 {
			return nil, nil, refuse("Every piece of this assignment has a plan or was begun already.")
		}
		write := func(tx *store.Tx) error {
			for _, p := range plans {
				if err := tx.AddPlan(p); err != nil {
					return err
				}
			}
			return nil
		}
		return write, func() {
			for _, p := range plans {
				s.school.pieces[p.Piece].plan = p
			}
		}, nil
	})
	if err != nil {
		return 0, err
	}
	return len(plans), nil
}
