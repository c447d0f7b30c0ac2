package term

import (
	"context"
	"slices"
	"strings"

	"enkaustos/core/lesson"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Shows answers what the contract asks of shows.
type Shows struct{ School *school.School }

func seenShow(s school.Show) contract.Show {
	return contract.Show{Id: view.Some(s.ID), Name: s.Name, Date: s.Date.String(), Assignments: view.All(s.Assignments)}
}

// Keep keeps a show; "" for its id is a new one.
func Keep(m school.Moment, c *school.Change, id string, v contract.Show) (school.Show, error) {
	s := school.Show{ID: id, Name: strings.TrimSpace(v.Name), Assignments: v.Assignments}
	var err error
	if _, known := school.Shows.Get(m.Snapshot, id); id != "" && !known {
		return s, school.Missing("show")
	}
	if s.Date, err = lesson.ParseDate(v.Date); err != nil {
		return s, school.Says(err)
	}
	switch today := lesson.DateOf(m.At.Local()); {
	case s.Name == "":
		return s, school.Refuse("The show has no name: say what the pieces are wanted for.")
	case s.Date < today:
		return s, school.Refuse("%s is past: say a day that is still to come.", s.Date.Said())
	case len(s.Assignments) == 0:
		return s, school.Refuse("Nothing is in it: choose at least one assignment.")
	case !slices.ContainsFunc(s.Assignments, func(id string) bool { return m.Assignments[id] != nil }):
		return s, school.Missing("assignment")
	}
	for _, other := range school.Shows.All(m.Snapshot) {
		if other.ID != id && strings.EqualFold(other.Name, s.Name) && other.Date == s.Date {
			return s, school.Refuse("“%s” on %s is there already: change that one.", s.Name, s.Date.Said())
		}
	}
	if s.ID == "" {
		s.ID = school.NewID()
	}
	school.Shows.Put(c, s)
	return s, nil
}

func (s Shows) keep(ctx context.Context, id string, v contract.Show) (out contract.Show, err error) {
	err = s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		one, err := Keep(m, c, id, v)
		out = seenShow(one)
		return err
	})
	return out, err
}

// AddShow keeps a new show.
func (s Shows) AddShow(ctx context.Context, r contract.AddShowRequestObject) (contract.AddShowResponseObject, error) {
	v, err := s.keep(ctx, "", *r.Body)
	return contract.AddShow200JSONResponse(v), err
}

// PutShow changes a show.
func (s Shows) PutShow(ctx context.Context, r contract.PutShowRequestObject) (contract.PutShowResponseObject, error) {
	v, err := s.keep(ctx, r.Id, *r.Body)
	return contract.PutShow200JSONResponse(v), err
}

// DropShow drops a show.
func (s Shows) DropShow(ctx context.Context, r contract.DropShowRequestObject) (contract.DropShowResponseObject, error) {
	return contract.DropShow204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		one, known := school.Shows.Get(m.Snapshot, r.Id)
		if !known {
			return school.Missing("show")
		}
		school.Shows.Drop(c, one)
		return nil
	})
}
