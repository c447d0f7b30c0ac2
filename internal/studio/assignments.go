package studio

import (
	"context"
	"strings"

	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/store"
)

// FormOf is the name and the form of an assignment.
func (s *Studio) FormOf(id string) (string, piece.Body, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	a, ok := s.school.assignments[id]
	if !ok {
		return "", piece.Body{}, missing("assignment")
	}
	return a.Name, a.body, nil
}

// AssignmentChange is what an assignment is from now on; nil leaves it.
type AssignmentChange struct {
	Name     *string
	Measures piece.Measures
	Marking  *piece.Marking
	Template *plan.Plan // empty takes it away
	Jars     *[]string  // empty allows what the class may use
}

// ChangeAssignment changes what every piece of an assignment is like: its
// measurements, what is marked out on it, its template. A surface that carries
// coats or a plan on some piece cannot be taken away.
func (s *Studio) ChangeAssignment(ctx context.Context, id string, to AssignmentChange) (Assignment, error) {
	var changed Assignment
	return changed, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		a, ok := s.school.assignments[id]
		if !ok {
			return nil, nil, missing("assignment")
		}
		next := a.Assignment
		if to.Name != nil {
			if next.Name = strings.TrimSpace(*to.Name); next.Name == "" {
				return nil, nil, refuse("Give the assignment a name.")
			}
		}
		if to.Measures != nil {
			next.Measures = to.Measures
		}
		set(&next.Marking, to.Marking)
		set(&next.Jars, to.Jars)
		if err := s.knownJars(next.Jars); err != nil {
			return nil, nil, err
		}
		if err := s.knownClays(next.Marking); err != nil {
			return nil, nil, err
		}
		body, err := plan.Own{}.Body(next.Form, next.Measures, next.Marking)
		if err != nil {
			return nil, nil, refusals(err)
		}
		if to.Template != nil {
			if next.Template, err = s.cleanPlan(*to.Template, body); err != nil {
				return nil, nil, err
			}
		}
		count := 0
		for _, p := range s.school.pieces {
			if p.Assignment != id {
				continue
			}
			count++
			if err := s.keeps(p, next); err != nil {
				return nil, nil, err
			}
		}
		changed = Assignment{next, count}
		return func(tx *store.Tx) error { return tx.PutAssignment(next) }, func() {
			a.Assignment, a.body = next, body
			for _, p := range s.school.pieces {
				if p.Assignment == id {
					p.take(p.plan, a)
				}
			}
		}, nil
	})
}

// keeps asks whether a piece keeps every surface that is planned or coated when
// its assignment changes.
func (s *Studio) keeps(p *livePiece, next store.Assignment) error {
	body, err := p.plan.Own.Body(next.Form, next.Measures, next.Marking)
	if err != nil {
		return refuse("%s: %s", s.school.who(p), err)
	}
	for _, surface := range p.body.Surfaces {
		if _, kept := body.Surface(surface.ID); kept {
			continue
		}
		if len(p.state.On(surface.ID)) > 0 || p.plan.Choices[surface.ID].Planned() {
			return refuse("%s: %s has a plan or coats on it: it cannot be taken away.", s.school.who(p), surface.Name)
		}
	}
	return nil
}
