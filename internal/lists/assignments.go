package lists

import (
	"bytes"
	"cmp"
	"context"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// AssignmentChange is what an assignment is from now on; nil leaves it.
type AssignmentChange struct {
	Name       *string
	Clay       *string
	Cone       *string
	Atmosphere *glaze.Atmosphere
	Measures   piece.Measures
	Marking    *piece.Marking
	Template   *plan.Plan // empty takes it away
	Jars       *[]string  // empty allows what the class may use
	Released   *bool      // its class may see what came of it
	ReleasedAs *string    // whose words it reads there
	Ended      *bool      // nobody works on it any more
	Due        *lesson.Date
}

// Reshape changes what every piece of an assignment is like: its measurements, what
// is marked out on it, its template. A surface that carries coats or a plan on some
// piece cannot be taken away.
func Reshape(m school.Moment, c *school.Change, id string, to AssignmentChange) (next school.AssignmentRecord, err error) {
	a, ok := m.Assignments[id]
	if !ok {
		return next, school.Missing("assignment")
	}
	next = a.AssignmentRecord
	if to.Name != nil {
		if next.Name = strings.TrimSpace(*to.Name); next.Name == "" {
			return next, school.Refuse("Give the assignment a name.")
		}
	}
	if to.Atmosphere != nil {
		next.Atmosphere = *to.Atmosphere
	}
	next.Clay = view.Or(to.Clay, next.Clay)
	if next.Cone, err = clayAndCone(m, next.Clay, view.Or(to.Cone, string(next.Cone))); err != nil {
		return next, err
	}
	if len(to.Measures) > 0 { // none, null or empty, leaves them as they are
		next.Measures = to.Measures
	}
	if to.Marking != nil {
		next.Marking = *to.Marking
	}
	if to.Jars != nil {
		next.Jars = once(*to.Jars)
	}
	next.Released = view.Or(to.Released, next.Released)
	next.ReleasedAs = school.Whose(view.Or(to.ReleasedAs, string(next.ReleasedAs)))
	next.Due = view.Or(to.Due, next.Due)
	if to.Ended != nil && *to.Ended != next.Ended {
		if err := endAssignment(m, c, &next, *to.Ended); err != nil {
			return next, err
		}
	}
	if err := cmp.Or(m.Room().KnownJars(next.Jars), m.Room().KnownClays(next.Marking)); err != nil {
		return next, school.Says(err)
	}
	shaped, err := school.Shaped(next)
	if err != nil {
		return next, school.Says(err)
	}
	if to.Template != nil {
		if next.Template, err = m.Room().Clean(to.Template.ForOthers(), shaped.Body); err != nil {
			return next, school.Says(err)
		}
	}
	for _, p := range m.PiecesIn(id) {
		if err := school.Keeps(m, p, next); err != nil {
			return next, err
		}
	}
	school.Assignments.Put(c, next)
	return next, nil
}

// PreviewOf says what another clay, cone, atmosphere, measurements or marking would change on the
// pieces under way, looks that fall among it.
func PreviewOf(m school.Moment, id string, to AssignmentChange) (out contract.RuleEffects, err error) {
	var trial school.Change
	next, err := Reshape(m, &trial, id, to)
	if err != nil {
		return out, err
	}
	var effects survey.Effects
	for _, p := range m.PiecesIn(id) {
		if p.State.Firing != nil {
			continue
		}
		now := m.Case(p)
		then := now
		if then.Body, err = p.Plan.Own.Body(next.Form, next.Measures, next.Marking); err != nil {
			return out, school.Says(err)
		}
		then.Work.Body, then.Work.Clay, then.Work.Air = then.Body, m.Clay(next.Clay), next.Atmosphere
		then.Work.Cone = cmp.Or(p.State.NextCone, next.Cone)
		before, after := now.Judged(m.At), then.Judged(m.At)
		effects.Compare(m.Who(p), before, after, before.Findings, append(after.Findings, fallen(before, after)...))
	}
	return view.Effects(effects), nil
}

// fallen are looks that count before a change and not after it, said as findings are.
func fallen(before, after ready.Case) (all []plan.Finding) {
	was := ready.Judge(before).Blockers()
	for _, b := range ready.Judge(after).Blockers() {
		lapsed := b.Code == matter.FootLapsed || b.Code == matter.CoverLapsed
		if lapsed && !slices.ContainsFunc(was, func(o ready.Blocker) bool { return o.Code == b.Code }) {
			all = append(all, plan.Finding{Code: b.Code, Severity: plan.Warn, Text: b.Text})
		}
	}
	return all
}

// given are the measures that were given, none being an empty list and never null.
func given(m piece.Measures) piece.Measures {
	if m == nil {
		return piece.Measures{}
	}
	return m
}

// PreviewAssignment says what a changed assignment would change.
func (l ByHand) PreviewAssignment(_ context.Context, r contract.PreviewAssignmentRequestObject) (contract.PreviewAssignmentResponseObject, error) {
	to := AssignmentChange{Clay: r.Body.Clay, Cone: r.Body.Cone, Atmosphere: (*glaze.Atmosphere)(r.Body.Atmosphere), Measures: view.Value(r.Body.Measures), Marking: r.Body.Marking}
	v, err := PreviewOf(l.School.Now(), r.Id, to)
	return contract.PreviewAssignment200JSONResponse(v), err
}

func assignment(m school.Moment, a school.AssignmentRecord, pieces int) contract.Assignment {
	archived := school.Classes.All(m.Snapshot)[a.Class].Archived
	return contract.Assignment{Some: view.Some(a.Some), Ended: view.Some(a.Ended), Due: view.Some(a.Due.String()), Over: view.Some(a.Ended || archived), MadeAt: view.When(a.MadeAt), Id: a.ID, Class: a.Class, Name: a.Name, Form: string(a.Form), Measures: given(a.Measures), Clay: a.Clay, Cone: string(a.Cone), Green: view.Some(a.Green), BisqueCone: view.Some(string(a.BisqueCone)),
		Pieces: pieces, Marking: a.Marking, Template: view.Choices(a.Template), Rules: len(a.Rules), Jars: view.All(a.Jars), Released: a.Released, ReleasedAs: new(contract.AssignmentReleasedAs(cmp.Or(a.ReleasedAs, school.ByNames)))}
}

// ListAssignments lists the assignments, the oldest first.
func (l Lists) ListAssignments(context.Context, contract.ListAssignmentsRequestObject) (contract.ListAssignmentsResponseObject, error) {
	m := l.School.Now()
	return contract.ListAssignments200JSONResponse(view.List(m.AssignmentsInOrder(), func(a *school.Assignment) contract.Assignment {
		return assignment(m, a.AssignmentRecord, len(m.PiecesIn(a.ID)))
	})), nil
}

// ChangeAssignment changes what every piece of an assignment is like.
func (l Lists) ChangeAssignment(ctx context.Context, r contract.ChangeAssignmentRequestObject) (contract.ChangeAssignmentResponseObject, error) {
	to := AssignmentChange{Name: r.Body.Name, Clay: r.Body.Clay, Cone: r.Body.Cone, Atmosphere: (*glaze.Atmosphere)(r.Body.Atmosphere), Measures: view.Value(r.Body.Measures), Jars: r.Body.Jars, Marking: r.Body.Marking, Released: r.Body.Released, ReleasedAs: (*string)(r.Body.ReleasedAs), Ended: r.Body.Ended}
	told := r.Body.Ended != nil || r.Body.Released != nil || r.Body.ReleasedAs != nil
	if told && school.ActorOf(ctx).Role != work.Teacher {
		return nil, school.Deny("Ending an assignment, and what its class may read of it, are the teacher's.")
	}
	if r.Body.Due != nil {
		due, err := dueDay(*r.Body.Due)
		if err != nil {
			return nil, err
		}
		to.Due = &due
	}
	if r.Body.Template != nil {
		t := view.PlanOf(*r.Body.Template)
		to.Template = &t
	}
	var v contract.Assignment
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		next, err := Reshape(m, c, r.Id, to)
		v = assignment(m, next, len(m.PiecesIn(r.Id)))
		return err
	})
	return contract.ChangeAssignment200JSONResponse(v), err
}

// ListForms lists the forms that can be planned.
func (l Lists) ListForms(context.Context, contract.ListFormsRequestObject) (contract.ListFormsResponseObject, error) {
	return contract.ListForms200JSONResponse(view.List(piece.Kinds(), view.FormKind)), nil
}

// SketchForm draws a form, with what is marked on it, without keeping it.
func (l Lists) SketchForm(_ context.Context, r contract.SketchFormRequestObject) (contract.SketchFormResponseObject, error) {
	body, err := plan.Own{}.Body(piece.Form(r.Body.Form), view.Value(r.Body.Measures), view.Value(r.Body.Marking))
	if err != nil {
		return nil, school.Says(err)
	}
	return contract.SketchForm200JSONResponse{Drawing: view.Drawing(body.Drawing()), Surfaces: view.SurfaceAreas(body),
		Under: body.FromBelow(l.School.Now().House.BandMM), Poses: view.All(body.Poses), Edges: view.All(body.Edges())}, nil
}

// GetAssignmentDrawing draws the form of an assignment.
func (l Lists) GetAssignmentDrawing(_ context.Context, r contract.GetAssignmentDrawingRequestObject) (contract.GetAssignmentDrawingResponseObject, error) {
	a, ok := l.School.Now().Assignments[r.Id]
	if !ok {
		return nil, school.Missing("assignment")
	}
	svg := exchange.SVG(a.Name, a.Body.Drawing(), func(id string) exchange.Painted {
		surface, _ := a.Body.Surface(id)
		return exchange.Painted{Fill: exchange.Unglazed, Lines: []string{surface.Name}}
	})
	return contract.GetAssignmentDrawing200ImagesvgXmlResponse{Body: bytes.NewReader([]byte(svg)), ContentLength: int64(len(svg))}, nil
}

// dueDay reads the last day on which an assignment can be glazed; empty for the term's.
func dueDay(text string) (lesson.Date, error) {
	if text == "" {
		return 0, nil
	}
	d, err := lesson.ParseDate(text)
	if err != nil {
		return 0, school.Says(err)
	}
	return d, nil
}
