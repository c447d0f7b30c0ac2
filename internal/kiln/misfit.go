package kiln

import (
	"context"
	"maps"

	"enkaustos/core/foot"
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
	case !known:
		return school.Missing("piece")
	case l.ticked(m, v.Piece):
		return school.Refuse("It stands in the kiln already: take it out there first.")
	}
	if err := l.open(v.Revision); err != nil {
		return err
	}
	a := m.Assignments[p.Assignment]
	all := piece.Measures{}
	maps.Copy(all, a.Measures)
	maps.Copy(all, p.Plan.Own.Measures)
	maps.Copy(all, v.Measures)
	own := p.Plan.Own
	if own.Measures = differing(a.Measures, all); v.Kind {
		own.Measures = nil
		if err := reshape(m, c, a.AssignmentRecord, all); err != nil {
			return err
		}
	}
	then := m.Case(p)
	if then.Body, err = own.Body(a.Form, all, a.Marking); err != nil {
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
	if v.Looked {
		look(m, c, by, p, survey.Of(then, m.At).Sight)
	}
	if v.Looked && v.Kind {
		return lookAtOthers(m, c, by, l, p, all)
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

// differing are the measures that are not as given.
func differing(given, all piece.Measures) piece.Measures {
	own := piece.Measures{}
	for key, v := range all {
		if is, known := given[key]; !known || is != v {
			own[key] = v
		}
	}
	return own
}

// reshape gives an assignment other measures. What pieces of it have on them, or planned, stays.
func reshape(m school.Moment, c *school.Change, a school.AssignmentRecord, measures piece.Measures) error {
	for _, p := range m.PiecesIn(a.ID) {
		body, err := p.Plan.Own.Body(a.Form, measures, a.Marking)
		if err != nil {
			return school.Refuse("%s: %s", m.Who(p), err)
		}
		for _, s := range p.Body.Surfaces {
			if _, kept := body.Surface(s.ID); !kept && (len(p.State.On(s.ID)) > 0 || p.Plan.Choices[s.ID].Planned()) {
				return school.Refuse("%s: %s has a plan or coats on it: so measured it would not be there.", m.Who(p), s.Name)
			}
		}
	}
	a.Measures = measures
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
