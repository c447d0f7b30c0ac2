package results

import (
	"context"
	"fmt"

	"enkaustos/core/fault"
	"enkaustos/core/results"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// mostPlans is how many different plans of an assignment are shown: more is a wall to read.
const mostPlans = 8

// LookBack is what an assignment took and taught.
func (r Results) LookBack(_ context.Context, q contract.LookBackRequestObject) (contract.LookBackResponseObject, error) {
	m := r.School.Now()
	a, known := m.Assignments[q.Id]
	if !known {
		return nil, school.Missing("assignment")
	}
	var past []results.Past
	pieces := m.PiecesIn(q.Id)
	for _, p := range pieces {
		past = append(past, results.Past{ID: p.ID, Case: m.Case(p)})
	}
	of := results.LookBack(past, school.Day)
	v := contract.LookBack{Assignment: a.ID, Name: a.Name, Class: a.Class, Pieces: of.Pieces, Out: of.Out, Sound: of.Sound, Lessons: of.Days, Coats: of.Coats,
		First: view.When(of.First), Last: view.When(of.Last), Unloaded: view.When(of.Unloaded), PerPiece: view.Some(of.PerPiece), Faults: counted(of.Faults), Watch: r.explainer(m).watchOf(pieces)}
	v.Amounts = view.List(of.Amounts, func(one stock.Amount) contract.Amount {
		of := view.Amount(one)
		of.Name = view.Some(school.Glazes.All(m.Snapshot)[one.Glaze].Name)
		return of
	})
	v.Plans = view.List(of.Plans[:min(mostPlans, len(of.Plans))], func(one results.Planned) contract.PlanBack { return planBack(m, one) })
	return contract.LookBack200JSONResponse(v), nil
}

// planBack is a plan that some pieces had, as it would look.
func planBack(m school.Moment, of results.Planned) contract.PlanBack {
	p := m.Pieces[of.Piece]
	c := m.Case(p)
	v := contract.PlanBack{Piece: of.Piece, Pieces: of.Pieces, Judged: of.Judged, Sound: of.Sound, Says: []string{}, Surfaces: []contract.SurfaceState{}}
	for _, s := range p.Body.Surfaces {
		shown := survey.Surface{Surface: s, Choice: c.Plan[s.ID]}
		if shown.Choice.Planned() {
			stack := c.Plan.Lies(&s)
			shown.Appearance = survey.AppearanceOf(c.Shelf, stack, c.Work.SpotOf(&s))
			v.Says = append(v.Says, fmt.Sprintf("%s: %s", s.Name, shown.Choice.Says()))
			if _, is := school.Avoids.Get(m.Snapshot, c.Work.SpotOf(&s).On(stack)); is {
				v.Avoided = new(true)
			}
		}
		v.Surfaces = append(v.Surfaces, view.Surface(shown, m.At))
	}
	return v
}

// counted are faults by how often they were seen, in the order of the register.
func counted(by map[fault.Kind]int) []contract.CountedFault {
	all := []contract.CountedFault{}
	for _, f := range fault.All() {
		if n := by[f.Kind]; n > 0 {
			all = append(all, contract.CountedFault{Name: f.Name, Count: n})
		}
	}
	return all
}
