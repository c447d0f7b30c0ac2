package lessons

import (
	"cmp"
	"context"
	"slices"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// GetRoute is what everybody does now and next in a lesson.
func (l Lessons) GetRoute(ctx context.Context, r contract.GetRouteRequestObject) (contract.GetRouteResponseObject, error) {
	m, by := l.School.Now(), school.ActorOf(ctx)
	at, err := mine(ctx, m, r.Key)
	if err != nil {
		return nil, err
	}
	class, planned, err := l.Running.Plan(m, at)
	if err != nil {
		return nil, school.Says(err)
	}
	return contract.GetRoute200JSONResponse(routeAt(by, showRoute(m, by, at, class, planned))), nil
}

// tasksShown is how many things a turn says that come one after the other.
const tasksShown = 4

func showRoute(m school.Moment, by work.Actor, at lesson.Lesson, class fits.Class, planned fits.Planned) contract.LessonRoute {
	out := contract.LessonRoute{Lesson: Show(m, at), Turns: []contract.RouteTurn{}, Torn: []contract.TornSurface{}, Extras: extras(m, at), CupML: cupML(m, at)}
	called := func(id string) string {
		who := school.Students.All(m.Snapshot)[id]
		if by.Role == work.Station {
			return view.Student(m, who.Class, who.Name, who.Mark)
		}
		return who.Name
	}
	for _, turn := range class.Route(planned) {
		who := school.Students.All(m.Snapshot)[turn.Hand]
		one := contract.RouteTurn{Student: turn.Hand, Name: called(turn.Hand), Mark: who.Mark, Table: who.Table, Tasks: []contract.RouteTask{},
			With: view.List(turn.With, called), Waits: view.Some(contract.RouteTurnWaits(turn.Waits))}
		if i := slices.IndexFunc(turn.Tasks, func(t fits.Task) bool { return t.Piece != "" }); i >= 0 {
			one.Piece = turn.Tasks[i].Piece
		}
		for _, t := range turn.Tasks[:min(tasksShown, len(turn.Tasks))] {
			one.Tasks = append(one.Tasks, showTask(m, t))
		}
		for _, c := range planned.Courses {
			if c.Hand == turn.Hand {
				one.Piece = cmp.Or(one.Piece, c.Piece)
				one.Unsure = view.Some(view.Value(one.Unsure) || c.Unsure)
				one.Later = view.Some(view.Value(one.Later) || slices.ContainsFunc(c.Steps, func(s fits.Step) bool { return s.Lesson > 0 && !s.Optional }))
			}
		}
		out.Turns = append(out.Turns, one)
	}
	for _, t := range planned.Torn(func(piece, surface string) bool { return len(m.Pieces[piece].State.On(surface)) > 0 }) {
		p := m.Pieces[t.Piece]
		s, _ := p.Body.Surface(t.Surface)
		out.Torn = append(out.Torn, contract.TornSurface{Piece: t.Piece, Student: m.Who(p), Surface: s.Name, Today: t.Today, Later: t.Later})
	}
	return out
}

func showTask(m school.Moment, t fits.Task) contract.RouteTask {
	out := contract.RouteTask{Does: contract.RouteTaskDoes(t.Does), Piece: view.Some(t.Piece), Begin: t.Begin.UTC(), End: t.End.UTC(), Optional: t.Optional}
	p, known := m.Pieces[t.Piece]
	if !known {
		return out
	}
	surface, _ := p.Body.Surface(t.Surface)
	out.Title, out.At, out.Surface = view.Some(m.Assignments[p.Assignment].Name), view.Some(t.Surface), view.Some(surface.Name)
	if t.Does == fits.Coats || t.Does == fits.Edges {
		out.Glaze, out.Name = view.Some(t.Layer.Glaze), view.Some(school.Glazes.All(m.Snapshot)[t.Layer.Glaze].Name)
		out.Nth, out.Dip = view.Some(t.Nth), view.Some(t.Layer.Dip)
	}
	return out
}

// extras are the pieces of a lesson that have something optional to come.
func extras(m school.Moment, at lesson.Lesson) contract.Extras {
	out := contract.Extras{}
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			if !school.BeingGlazed(m, p) {
				continue
			}
			a := m.Assignments[p.Assignment]
			bases, more := false, false
			for _, s := range m.Survey(p).Surfaces {
				bases = bases || !s.Optional && len(s.Left) > 0
				more = more || s.Optional && len(s.Left) > 0
			}
			if !more {
				continue
			}
			out.Pieces++
			if !bases {
				out.Laid++
			}
			out.Held = out.Held || a.HoldsExtras()
			out.Released = out.Released || a.Extras
		}
	}
	return out
}

// ReleaseExtras tells a class that it may lay what is optional, or takes that back.
func (l Lessons) ReleaseExtras(ctx context.Context, r contract.ReleaseExtrasRequestObject) (contract.ReleaseExtrasResponseObject, error) {
	return contract.ReleaseExtras204Response{}, l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		if _, err := school.Taught(m.Snapshot, r.Id); err != nil {
			return err
		}
		for _, a := range m.Assignments {
			if a.Class == r.Id && !a.Over && a.AssignmentRecord.Extras != r.Body.Released {
				record := a.AssignmentRecord
				record.Extras = r.Body.Released
				school.Assignments.Put(c, record)
			}
		}
		return nil
	})
}
