package studio

import (
	"context"
	"maps"

	"enkaustos/core/plan"
	"enkaustos/core/stock"
	"enkaustos/internal/store"
)

// Schemes is how many plans stand side by side, the plan itself among them.
const Schemes = 3

// Scheme is one of the plans that stand side by side; slot 1 is the plan.
type Scheme struct {
	Slot     int
	Choices  plan.Plan
	Surfaces []Surface // as they would look, without coats
	Findings []plan.Finding
	BandMM   float64
	Amounts  []stock.Amount
}

// SchemesOf are the plans that stand side by side for a piece: its plan, then
// the ones kept beside it.
func (s *Studio) SchemesOf(id string) ([]Scheme, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	p, ok := s.school.pieces[id]
	if !ok {
		return nil, missing("piece")
	}
	list := []Scheme{s.scheme(p, 1, p.plan.Choices)}
	for slot := 2; slot <= Schemes; slot++ {
		if choices, kept := p.schemes[slot]; kept {
			list = append(list, s.scheme(p, slot, choices))
		}
	}
	return list, nil
}

func (s *Studio) scheme(p *livePiece, slot int, choices plan.Plan) Scheme {
	a := s.school.assignments[p.Assignment]
	w := s.workOf(p, a)
	band := a.shelf.Band(choices, w)
	v := Scheme{Slot: slot, Choices: choices, Findings: a.shelf.Check(choices, w), BandMM: band.HeightMM, Amounts: s.amounts(choices, p.body, band)}
	for _, surface := range p.body.Surfaces {
		choice := choices[surface.ID]
		shown := Surface{Surface: surface, Choice: choice}
		if choice.Planned() {
			shown.Look = s.look(choice.Stack, w.FiringOf(surface))
		}
		v.Surfaces = append(v.Surfaces, shown)
	}
	return v
}

// AddScheme keeps a copy of the plan beside it, its stacks moved on so that it
// differs from the schemes that are there; the plan as it is where no turn of
// it does.
func (s *Studio) AddScheme(ctx context.Context, id string) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, _, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		if p.plan.Choices.Empty() {
			return nil, nil, refuse("Plan the piece once, then vary it.")
		}
		for slot := 2; slot <= Schemes; slot++ {
			if _, kept := p.schemes[slot]; !kept {
				return s.putScheme(p, slot, p.another())
			}
		}
		return nil, nil, refuse("%d schemes stand side by side: drop one first.", Schemes)
	})
}

// another is the plan turned until it differs from every scheme of the piece.
func (p *livePiece) another() plan.Plan {
	for by := 1; by < len(p.body.Surfaces); by++ {
		turned := plan.Rotated(p.plan.Choices, p.body, by)
		known := len(plan.Changes(turned, p.plan.Choices, p.body)) == 0
		for _, other := range p.schemes {
			known = known || len(plan.Changes(turned, other, p.body)) == 0
		}
		if !known {
			return turned
		}
	}
	return p.plan.Choices
}

// TurnScheme moves the stacks of a scheme on by one surface; slot 1 is the
// plan, and makes a new revision of it.
func (s *Studio) TurnScheme(ctx context.Context, by, id string, slot int) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, a, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		if slot != 1 {
			choices, kept := p.schemes[slot]
			if !kept {
				return nil, nil, missing("scheme")
			}
			return s.putScheme(p, slot, plan.Rotated(choices, p.body, 1))
		}
		next, err := s.revised(p, a, by, plan.Rotated(p.plan.Choices, p.body, 1), p.plan.Own)
		if err != nil {
			return nil, nil, err
		}
		return func(tx *store.Tx) error { return tx.AddPlan(next) }, func() { p.take(next, a) }, nil
	})
}

// SaveScheme changes a scheme beside the plan.
func (s *Studio) SaveScheme(ctx context.Context, id string, slot int, choices plan.Plan) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, _, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		if _, kept := p.schemes[slot]; !kept {
			return nil, nil, missing("scheme")
		}
		clean, err := s.cleanPlan(choices, p.body)
		if err != nil {
			return nil, nil, err
		}
		return s.putScheme(p, slot, clean)
	})
}

// PickScheme makes a scheme the plan, and keeps what was the plan in its place.
func (s *Studio) PickScheme(ctx context.Context, by, id string, slot int) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, a, err := s.unfired(id)
		if err != nil {
			return nil, nil, err
		}
		choices, kept := p.schemes[slot]
		if !kept {
			return nil, nil, missing("scheme")
		}
		next, err := s.revised(p, a, by, choices, p.plan.Own)
		if err != nil {
			return nil, nil, err
		}
		write, remember, _ := s.putScheme(p, slot, p.plan.Choices)
		return func(tx *store.Tx) error {
				if err := write(tx); err != nil {
					return err
				}
				return tx.AddPlan(next)
			}, func() {
				remember()
				p.take(next, a)
			}, nil
	})
}

// DropScheme throws a scheme away.
func (s *Studio) DropScheme(ctx context.Context, id string, slot int) error {
	return s.changeSome(ctx, only(id), func() (func(*store.Tx) error, func(), error) {
		p, ok := s.school.pieces[id]
		if !ok {
			return nil, nil, missing("piece")
		}
		if _, kept := p.schemes[slot]; !kept {
			return nil, nil, missing("scheme")
		}
		return func(tx *store.Tx) error { return tx.RemoveScheme(id, slot) }, func() { delete(p.schemes, slot) }, nil
	})
}

func (s *Studio) putScheme(p *livePiece, slot int, choices plan.Plan) (func(*store.Tx) error, func(), error) {
	scheme := store.Scheme{Piece: p.ID, Slot: slot, At: s.clock.Now(), Choices: maps.Clone(choices)}
	return func(tx *store.Tx) error { return tx.PutScheme(scheme) }, func() { p.schemes[slot] = scheme.Choices }, nil
}
