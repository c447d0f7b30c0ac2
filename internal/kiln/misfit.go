package kiln

import (
	"context"
	"slices"

	"enkaustos/core/foot"
	"enkaustos/core/load"
	"enkaustos/core/piece"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Misfit says that a planned piece did not fit, and how it measures: its measures are corrected, or
// those of all that were made as it was. A look at the piece was of its measures as they were; who
// holds it and looks again says so. What is approved stays so.
func Misfit(m school.Moment, c *school.Change, by work.Actor, id string, v contract.LoadMisfit) error {
	l, err := laidOf(m, id)
	if err != nil {
		return err
	}
	p, known := m.Pieces[owner(v.Piece)]
	switch {
	case !known || !slices.ContainsFunc(l.pieces, func(q load.Piece) bool { return owner(q.ID) == p.ID || slices.Contains(q.Piled, p.ID) }):
		return school.Missing("piece of this load")
	case l.ticked(m, v.Piece):
		return school.Refuse("It stands in the kiln already: take it out there first.")
	}
	if err := l.open(v.Revision); err != nil {
		return err
	}
	a := m.Assignments[p.Assignment]
	kind, own := p.Plan.Own.Measured(a.Measures, v.Measures, v.Kind)
	if v.Kind {
		if err := reshape(m, c, a.AssignmentRecord, kind); err != nil {
			return err
		}
	}
	then := m.Case(p)
	if then.Body, err = own.Body(a.Form, kind, a.Marking); err != nil {
		return school.Says(err)
	}
	if then.Work.Body = then.Body; then.Body.Shape == p.Body.Shape {
		return school.Refuse("It measures as it did: correct what is otherwise, and it is planned again.")
	}
	next := school.Plan{Piece: p.ID, Revision: p.Plan.Revision + 1, At: m.At, By: by.Name, Choices: p.Plan.Choices, Own: own}
	school.Plans.Put(c, next)
	if p.Approved() {
		word := *p.Word
		word.ID, word.At, word.By, word.Revision = school.NewID(), m.At, by.Name, next.Revision
		school.Approvals.Put(c, word)
	}
	looked := v.Looked && !then.Work.Bisque() // nothing is asked of foot and cover before a bisque
	if looked {
		look(m, c, by, p, survey.Of(then, m.At).Sight)
	}
	if looked && v.Kind {
		return lookAtOthers(m, c, by, l, p, kind)
	}
	return nil
}

// lookAtOthers logs the same look at the others that were made as a piece was and that the load could
// take.
func lookAtOthers(m school.Moment, c *school.Change, by work.Actor, l laid, p *school.Piece, measures piece.Measures) error {
	a := m.Assignments[p.Assignment]
	for _, other := range school.Packable(m, l.load, l.kiln) {
		if other.ID == p.ID || other.Assignment != p.Assignment || l.ticked(m, other.ID) {
			continue
		}
		then, err := m.Case(other), error(nil)
		if then.Body, err = other.Plan.Own.Body(a.Form, measures, a.Marking); err != nil {
			return school.Says(err)
		}
		then.Work.Body = then.Body
		look(m, c, by, other, survey.Of(then, m.At).Sight)
	}
	return nil
}

// reshape gives an assignment other measures. What pieces of it have on them, or planned, stays.
func reshape(m school.Moment, c *school.Change, a school.AssignmentRecord, measures piece.Measures) error {
	a.Measures = measures
	for _, p := range m.PiecesIn(a.ID) {
		if err := school.Keeps(m, p, a); err != nil {
			return err
		}
	}
	school.Assignments.Put(c, a)
	return nil
}

// look logs that somebody with the piece in hand found its cover even and its foot clean.
func look(m school.Moment, c *school.Change, by work.Actor, p *school.Piece, saw work.Sight) {
	log := func(e work.Event) {
		e.ID, e.Piece, e.At, e.By, e.Hand, e.Saw = school.NewID(), p.ID, m.At, by.Name, by.Hand(), &saw
		e.Seen = p.State.Seq
		c.Log(e)
	}
	log(work.Event{Kind: work.Covered, Cover: foot.Even})
	log(work.Event{Kind: work.Checked, Verdict: foot.Clean})
}

// MisfitInLoad corrects a piece that did not fit, and plans the rest again around what is locked.
func (p *Planning) MisfitInLoad(ctx context.Context, r contract.MisfitInLoadRequestObject) (contract.MisfitInLoadResponseObject, error) {
	err := p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Misfit(m, c, school.ActorOf(ctx), r.Id, *r.Body)
	})
	if err != nil {
		return nil, err
	}
	if err := p.Change(ctx, r.Id, contract.LoadPlanChange{Act: contract.LoadPlanChangeActAgain, Revision: r.Body.Revision}); err != nil {
		return nil, err
	}
	v, err := p.shown(p.School.Now(), school.ActorOf(ctx), r.Id)
	return contract.MisfitInLoad200JSONResponse(v), err
}
