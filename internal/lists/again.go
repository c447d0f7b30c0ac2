package lists

import (
	"context"

	"enkaustos/core/results"
	"enkaustos/core/stock"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Again is how an assignment is given once more.
type Again struct {
	Class, Name string
	Plan        string // the piece whose plan all begin from; "" for none
	Keep        bool   // keep as much of each glaze for it as it took
}

// GiveOnceMore gives an assignment to a class again, from what it was: form, measures, what is marked
// out, rules and jars.
func GiveOnceMore(m school.Moment, c *school.Change, id string, to Again) (school.AssignmentRecord, int, error) {
	old, known := m.Assignments[id]
	if !known {
		return school.AssignmentRecord{}, 0, school.Missing("assignment")
	}
	a := school.AssignmentRecord{Class: to.Class, Name: to.Name, Form: old.Form, Measures: old.Measures, Marking: old.Marking, Clay: old.Clay, Cone: old.Cone, Atmosphere: old.Atmosphere,
		Rules: old.Rules, Jars: old.Jars, Green: old.Green, BisqueCone: old.BisqueCone, Template: old.Template}
	if to.Plan != "" {
		p, is := m.Pieces[to.Plan]
		if !is || p.Assignment != id {
			return a, 0, school.Refuse("That plan is of another assignment: choose one of those shown.")
		}
		shaped, err := school.Shaped(a)
		if err != nil {
			return a, 0, school.Says(err)
		}
		if a.Template, err = m.Room().Clean(p.Plan.Choices.ForOthers().On(shaped.Body), shaped.Body); err != nil {
			return a, 0, school.Says(err)
		}
	}
	made, pieces, err := Give(m, c, a, Makers{})
	if err != nil || !to.Keep {
		return made, pieces, err
	}
	var past []results.Past
	for _, p := range m.PiecesIn(id) {
		past = append(past, results.Past{ID: p.ID, Case: m.Case(p)})
	}
	took := results.LookBack(past, school.Day)
	for _, one := range took.Amounts {
		// As many pieces as it has now take so much.
		ml := spare(m, one.Glaze, one.ML*float64(pieces)/float64(max(1, took.Pieces)))
		if ml >= 1 {
			school.Reserves.Put(c, school.Reserve{ID: school.NewID(), Glaze: one.Glaze, ML: ml, Assignment: made.ID, At: m.At})
		}
	}
	return made, pieces, nil
}

// spare is how much of an amount a jar can be kept for, beside what is kept of it already, mL.
func spare(m school.Moment, glaze string, ml float64) float64 {
	g, is := school.Glazes.Get(m.Snapshot, glaze)
	if !is || !g.InStock {
		return 0
	}
	already := 0.0
	for _, other := range school.Reserves.All(m.Snapshot) {
		if other.Glaze == glaze {
			already += other.ML
		}
	}
	left, looked := g.Jar.LeftML()
	if looked {
		ml = min(ml, left-already)
	}
	if stock.MayReserve(ml, left, looked, already) != nil {
		return 0
	}
	return ml
}

// GiveAgain gives an assignment to a class once more.
func (l ByHand) GiveAgain(ctx context.Context, r contract.GiveAgainRequestObject) (contract.GiveAgainResponseObject, error) {
	var v contract.Assignment
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made, pieces, err := GiveOnceMore(m, c, r.Id, Again{Class: r.Body.Class, Name: r.Body.Name, Plan: view.Value(r.Body.Plan), Keep: view.Value(r.Body.Keep)})
		v = assignment(m, made, pieces)
		return err
	})
	return contract.GiveAgain201JSONResponse(v), err
}
