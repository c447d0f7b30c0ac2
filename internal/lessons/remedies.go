package lessons

import (
	"context"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/schedule"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// ListRemedies is what would bring a piece back that is behind, each computed.
func (l Lessons) ListRemedies(_ context.Context, r contract.ListRemediesRequestObject) (contract.ListRemediesResponseObject, error) {
	m := l.School.Now()
	at, err := find(m, r.Key)
	if err != nil {
		return nil, err
	}
	p, known := m.Pieces[r.Params.Piece]
	class, first := Class(m, at)
	if !known || !at.Has(m.ClassOf(p)) {
		return nil, school.Missing("piece")
	}
	all, err := class.Remedies(p.ID, first, schedule.Usual)
	if err != nil {
		return nil, school.Says(err)
	}
	planned, err := class.Plan(schedule.Usual)
	if err != nil {
		return nil, school.Says(err)
	}
	class, planned = class.From(first), planned.From(first)
	now, due := len(class.Lessons), school.DueOf(m, m.Assignments[p.Assignment])
	for _, c := range planned.Courses {
		if c.Piece == p.ID {
			now = c.Done
		}
	}
	return contract.ListRemedies200JSONResponse(view.List(all, func(one fits.Remedy) contract.Remedy {
		return contract.Remedy{Text: one.Text, Done: max(0, one.Done-first), Saves: now - max(0, one.Done-first), Enough: inTime(class, max(0, one.Done-first), due)}
	})), nil
}

// inTime says whether a lesson is one of those that are left up to a day.
func inTime(class fits.Class, done int, due lesson.Date) bool {
	return !behind(class, fits.Course{Done: done}, due)
}
