package studio

import (
	"context"
	"maps"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/store"
)

// Draft is a plan as somebody sends it: revision is the one that the planner
// had on the screen.
type Draft struct {
	Revision int
	Choices  plan.Plan
	Own      *plan.Own // nil leaves what is the piece's own
}

// SavePlan keeps a new revision of a plan. A plan that changed meanwhile is not
// overwritten.
func (s *Studio) SavePlan(ctx context.Context, by, id string, d Draft) (Piece, error) {
	err := s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, a, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		if p.plan.Revision != d.Revision {
			return nil, nil, Fault{Kind: Conflict, Text: "Somebody else changed this plan meanwhile: look at it again, then change it."}
		}
		own := p.plan.Own
		if d.Own != nil {
			own = *d.Own
		}
		next, err := s.revised(p, a, by, d.Choices, own)
		if err != nil {
			return nil, nil, err
		}
		return func(tx *store.Tx) error { return tx.AddPlan(next) }, func() { p.take(next, a) }, nil
	})
	if err != nil {
		return Piece{}, err
	}
	saved, _, err := s.Piece(id)
	return saved, err
}

// unfired is a piece whose plan may still be changed; mu is held.
func (s *Studio) unfired(id string) (*livePiece, *assignment, error) {
	p, ok := s.school.pieces[id]
	if !ok {
		return nil, nil, missing("piece")
	}
	if p.state.Firing != nil {
		return nil, nil, refuse("This piece was fired already: its plan stays as it was.")
	}
	return p, s.school.assignments[p.Assignment], nil
}

// revised is the next revision of a plan, clean; mu is held.
func (s *Studio) revised(p *livePiece, a *assignment, by string, choices plan.Plan, own plan.Own) (store.Plan, error) {
	if own.Standing.BandMM < 0 || own.Standing.BandMM > 100 {
		return store.Plan{}, refuse("A bare band of %g mm cannot be drawn: expected 0 to 100 mm.", own.Standing.BandMM)
	}
	if err := s.knownClays(own.Marking); err != nil {
		return store.Plan{}, err
	}
	body := a.body
	if own.Shapes() {
		var err error
		if body, err = own.Body(a.Form, a.Measures, a.Marking); err != nil {
			return store.Plan{}, refusals(err)
		}
	}
	for _, surface := range p.body.Surfaces {
		if _, kept := body.Surface(surface.ID); !kept {
			if len(p.state.On(surface.ID)) > 0 {
				return store.Plan{}, refuse("%s has coats on it: it cannot be taken off the plan.", surface.Name)
			}
			choices = maps.Clone(choices)
			delete(choices, surface.ID)
		}
	}
	clean, err := s.cleanPlan(choices, body)
	if err != nil {
		return store.Plan{}, err
	}
	return store.Plan{Piece: p.ID, Revision: p.plan.Revision + 1, At: s.clock.Now(), By: by, Choices: clean, Own: own}, nil
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
			if layer.Coats > glaze.MaxCoats {
				return nil, refuse("%d coats of %s: expected 1 to %d.", layer.Coats, layer.Glaze, glaze.MaxCoats)
			}
		}
		switch c.Resist {
		case "", plan.Wax, plan.Latex:
		default:
			return nil, refuse("%q keeps nothing bare: expected wax or latex.", c.Resist)
		}
		c.Stack = c.Stack.Normal()
		if c.KeptBare() {
			c.Stack, c.Heavy = nil, false
		}
		clean[id] = c
		if !c.KeptBare() && len(c.Stack) == 0 {
			delete(clean, id)
		}
	}
	return clean, nil
}

// Spread says how a plan is given on.
type Spread struct {
	// Turned gives each further piece the plan with its stacks moved on by one
	// more surface, so that no two neighbours are alike.
	Turned bool
}

// SpreadPlan makes the plan of a piece the template of its assignment, and
// gives it to every piece that has none yet and that nobody has begun. It says
// how many took it over.
func (s *Studio) SpreadPlan(ctx context.Context, by, id string, how Spread) (int, error) {
	var plans []store.Plan
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		from, ok := s.school.pieces[id]
		if !ok {
			return nil, nil, missing("piece")
		}
		if from.plan.Choices.Empty() {
			return nil, nil, refuse("Nothing is planned on this piece: there is nothing to give on.")
		}
		a := s.school.assignments[from.Assignment]
		turned := 0
		for _, p := range s.school.piecesOf(a.Class) {
			untouched := p.plan.Revision == 0 && len(p.state.Coats) == 0 && p.state.Firing == nil
			if p.Assignment != from.Assignment || !untouched {
				continue
			}
			choices := maps.Clone(from.plan.Choices)
			if turned++; how.Turned {
				choices = plan.Rotated(choices, from.body, turned)
			}
			plans = append(plans, store.Plan{Piece: p.ID, Revision: 1, At: s.clock.Now(), By: by, Choices: choices, Own: from.plan.Own})
		}
		template := a.Assignment
		template.Template = maps.Clone(from.plan.Choices)
		if len(plans) == 0 && plan.Changes(a.Template, template.Template, from.body) == nil {
			return nil, nil, refuse("Every piece of this assignment has a plan or was begun already.")
		}
		write := func(tx *store.Tx) error {
			if err := tx.PutAssignment(template); err != nil {
				return err
			}
			return addPlans(tx, plans)
		}
		return write, func() {
			a.Assignment = template
			s.takeAll(plans)
		}, nil
	})
	if err != nil {
		return 0, err
	}
	return len(plans), nil
}

func addPlans(tx *store.Tx, plans []store.Plan) error {
	for _, p := range plans {
		if err := tx.AddPlan(p); err != nil {
			return err
		}
	}
	return nil
}

// takeAll remembers saved plans; mu is held.
func (s *Studio) takeAll(plans []store.Plan) {
	for _, saved := range plans {
		p := s.school.pieces[saved.Piece]
		p.take(saved, s.school.assignments[p.Assignment])
	}
}

// Model is a piece whose plan could be taken over.
type Model struct {
	Piece
	Kind string // neighbour, earlier or result
}

// Models lists pieces whose plan could be taken over for a piece: neighbours of
// the same assignment, others of the same form, and good results, each different
// plan once.
func (s *Studio) Models(id string) ([]Model, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	to, ok := s.school.pieces[id]
	if !ok {
		return nil, missing("piece")
	}
	a := s.school.assignments[to.Assignment]
	now := s.clock.Now()
	kinds := map[string][]Model{}
	seen := []plan.Plan{to.plan.Choices}
	for _, p := range s.school.piecesOf("") {
		b := s.school.assignments[p.Assignment]
		if p.ID == id || p.plan.Choices.Empty() || b.Form != a.Form || knownPlan(seen, p.plan.Choices, p.body) {
			continue
		}
		kind := "earlier"
		switch q := p.state.Quality; {
		case q != nil && q.Mark >= goodMark:
			kind = "result"
		case p.Assignment == to.Assignment:
			kind = "neighbour"
		}
		if len(kinds[kind]) < mostModels {
			seen = append(seen, p.plan.Choices)
			kinds[kind] = append(kinds[kind], Model{s.view(p, now), kind})
		}
	}
	return append(append(kinds["neighbour"], kinds["result"]...), kinds["earlier"]...), nil
}

// A mark from which a result is called good, and how many models of a kind are
// offered: more is a wall to read.
const (
	goodMark   = 4
	mostModels = 6
)

func knownPlan(seen []plan.Plan, p plan.Plan, b piece.Body) bool {
	for _, s := range seen {
		if len(plan.Changes(s, p, b)) == 0 {
			return true
		}
	}
	return false
}

// CopyPlan takes over the plan of another piece, as far as the surfaces agree.
func (s *Studio) CopyPlan(ctx context.Context, by, id, from string, revision int) (Piece, error) {
	s.mu.RLock()
	p, ok := s.school.pieces[id]
	q, also := s.school.pieces[from]
	if !ok || !also {
		s.mu.RUnlock()
		return Piece{}, missing("piece")
	}
	adapted := plan.Adapted(q.plan.Choices, q.body, p.body)
	s.mu.RUnlock()
	if adapted.Empty() {
		return Piece{}, refuse("No surface of that plan is one of this piece.")
	}
	return s.SavePlan(ctx, by, id, Draft{Revision: revision, Choices: adapted})
}
