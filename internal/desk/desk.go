// Package desk is where plans are made: drafted, varied, looked over, approved.
package desk

import (
	"context"

	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Desk answers what the contract asks of the desk.
type Desk struct{ School *school.School }

// Draft is a plan as somebody sends it: revision is the one that the planner
// had on the screen.
type Draft struct {
	Revision int
	Choices  plan.Plan
	Own      *plan.Own // nil leaves what is the piece's own
}

// Save keeps a new revision of a plan. A plan that changed meanwhile is not
// overwritten. At a tablet nothing of the piece's own is drafted, and what was
// approved is changed by the teacher.
func Save(m school.Moment, c *school.Change, by work.Actor, id string, d Draft) error {
	p, err := m.Unfired(by, id)
	if err != nil {
		return err
	}
	if by.Role == work.Station {
		if p.Approved() {
			return school.Deny("This plan was approved: ask the teacher to change it.")
		}
		d.Own = nil
	}
	if p.Plan.Revision != d.Revision {
		return school.Stale("Somebody else changed this plan meanwhile: look at it again, then change it.")
	}
	own := p.Plan.Own
	if d.Own != nil {
		own = *d.Own
	}
	return revise(m, c, by, p, d.Choices, own)
}

// revise keeps the next revision of a plan, clean.
func revise(m school.Moment, c *school.Change, by work.Actor, p *school.Piece, choices plan.Plan, own plan.Own) error {
	a := m.Assignments[p.Assignment]
	clean, err := m.Room().Revise(plan.Draft{Choices: choices, Own: own, Form: a.Form, Measures: a.Measures, Marking: a.Marking, Now: p.Body,
		Coated: func(surface string) bool { return len(p.State.On(surface)) > 0 }})
	if err != nil {
		return school.Says(err)
	}
	clean = Staged(m, p, clean)
	school.Plans.Put(c, school.Plan{Piece: p.ID, Revision: p.Plan.Revision + 1, At: m.At, By: by.Name, Choices: clean, Own: own})
	return nil
}

// Staged is a plan of a piece whose strokes are each before the firing where they belong.
func Staged(m school.Moment, p *school.Piece, choices plan.Plan) plan.Plan {
	of := m.Case(p)
	return of.Shelf.Stages(choices, of.Work, p.State.Layers)
}

// PassOn makes the plan of a piece the template of its assignment, and gives it to
// every piece that has none yet and that nobody has begun; turned gives each further
// piece its stacks moved on by one more surface, so that no two neighbours are
// alike. It says how many took it over.
func PassOn(m school.Moment, c *school.Change, by work.Actor, id string, turned bool) (given int, err error) {
	from, ok := m.Pieces[id]
	if !ok {
		return 0, school.Missing("piece")
	}
	if from.Plan.Choices.Empty() {
		return 0, school.Refuse("Nothing is planned on this piece: there is nothing to give on.")
	}
	a := m.Assignments[from.Assignment]
	for _, p := range m.PiecesIn(a.ID) {
		if p.Plan.Revision > 0 || len(p.State.Coats) > 0 || p.State.Firing != nil {
			continue
		}
		choices := from.Plan.Choices.ForOthers()
		if given++; turned {
			choices = plan.Rotated(choices, from.Body, given)
		}
		school.Plans.Put(c, school.Plan{Piece: p.ID, Revision: 1, At: m.At, By: by.Name, Choices: Staged(m, p, choices), Own: from.Plan.Own})
	}
	if given == 0 && plan.Changes(a.Template, from.Plan.Choices.ForOthers(), from.Body) == nil {
		return 0, school.Refuse("Every piece of this assignment has a plan or was begun already.")
	}
	template := a.AssignmentRecord
	template.Template = from.Plan.Choices.ForOthers()
	school.Assignments.Put(c, template)
	return given, nil
}

// Copy takes over the plan of another piece, as far as the surfaces agree.
func Copy(m school.Moment, c *school.Change, by work.Actor, id, from string, revision int) error {
	to, ok := m.Pieces[id]
	other, also := m.Pieces[from]
	if !ok || !also {
		return school.Missing("piece")
	}
	adapted := plan.Adapted(other.Plan.Choices.ForOthers(), other.Body, to.Body)
	if adapted.Empty() {
		return school.Refuse("No surface of that plan is one of this piece.")
	}
	return Save(m, c, by, id, Draft{Revision: revision, Choices: adapted})
}

// change makes a change to one piece and answers with all about it.
func (d Desk) change(ctx context.Context, id string, do func(m school.Moment, c *school.Change, by work.Actor) error) (contract.PieceDetail, error) {
	by, err := school.AtWork(ctx)
	if err != nil {
		return contract.PieceDetail{}, err
	}
	if err := d.School.Change(ctx, func(m school.Moment, c *school.Change) error { return do(m, c, by) }); err != nil {
		return contract.PieceDetail{}, err
	}
	return view.Fetch(ctx, d.School, id)
}

// SavePlan keeps a plan and answers with what the check has to say.
func (d Desk) SavePlan(ctx context.Context, r contract.SavePlanRequestObject) (contract.SavePlanResponseObject, error) {
	v, err := d.change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Save(m, c, by, r.Id, Draft{r.Body.Revision, view.PlanOf(r.Body.Choices), r.Body.Own})
	})
	return contract.SavePlan200JSONResponse(v), err
}

// DraftPlan keeps a plan that a student drafted. The teacher looks at it in the
// review like any other.
func (d Desk) DraftPlan(ctx context.Context, r contract.DraftPlanRequestObject) (contract.DraftPlanResponseObject, error) {
	v, err := d.change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Save(m, c, by, r.Id, Draft{Revision: r.Body.Revision, Choices: view.PlanOf(r.Body.Choices)})
	})
	return contract.DraftPlan200JSONResponse(v), err
}

// CopyPlan takes over the plan of another piece.
func (d Desk) CopyPlan(ctx context.Context, r contract.CopyPlanRequestObject) (contract.CopyPlanResponseObject, error) {
	v, err := d.change(ctx, r.Id, func(m school.Moment, c *school.Change, by work.Actor) error {
		return Copy(m, c, by, r.Id, r.Body.From, r.Body.Revision)
	})
	return contract.CopyPlan200JSONResponse(v), err
}

// PassPlanOn gives a plan to the rest of the class.
func (d Desk) PassPlanOn(ctx context.Context, r contract.PassPlanOnRequestObject) (contract.PassPlanOnResponseObject, error) {
	turned := r.Body != nil && view.Value(r.Body.Turned)
	var given int
	err := d.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		given, err = PassOn(m, c, school.ActorOf(ctx), r.Id, turned)
		return err
	})
	return contract.PassPlanOn200JSONResponse{Pieces: given}, err
}
