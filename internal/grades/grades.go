// Package grades keeps what a teacher gives for pieces as they were made and for their
// glazing, apart from everything that anybody else can ask for.
package grades

import (
	"cmp"
	"context"
	"fmt"
	"maps"
	"slices"
	"strings"
	"time"

	"enkaustos/core/grade"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Grades answers what the contract asks of grades.
type Grades struct{ School *school.School }

// Rubric is the house's rubric; the usual one until one is kept.
func Rubric(m school.Moment) grade.Rubric {
	r := school.Rubrics.The(m.Snapshot)
	if r.Scale == (grade.Scale{}) {
		return grade.UsualRubric()
	}
	return r
}

func seenRubric(r grade.Rubric) contract.Rubric {
	return contract.Rubric{Scale: r.Scale, Lines: view.List(grade.Lines(), func(l grade.LineGuide) contract.RubricLine {
		return contract.RubricLine{Line: string(l.Line), Name: view.Some(l.Name), Looks: view.Some(l.Looks), Weight: r.Weights[l.Line]}
	})}
}

// GetRubric shows the rubric.
func (g Grades) GetRubric(context.Context, contract.GetRubricRequestObject) (contract.GetRubricResponseObject, error) {
	return contract.GetRubric200JSONResponse(seenRubric(Rubric(g.School.Now()))), nil
}

// SetRubric keeps another rubric. Grades that were given stay as they were, on their scale.
func (g Grades) SetRubric(ctx context.Context, r contract.SetRubricRequestObject) (contract.SetRubricResponseObject, error) {
	next := grade.Rubric{Scale: r.Body.Scale, Weights: map[grade.Line]float64{}}
	for _, l := range r.Body.Lines {
		next.Weights[grade.Line(l.Line)] = l.Weight
	}
	if err := next.Check(); err != nil {
		return nil, school.Says(err)
	}
	err := g.School.Change(ctx, func(_ school.Moment, c *school.Change) error {
		school.Rubrics.Put(c, next)
		return nil
	})
	return contract.SetRubric200JSONResponse(seenRubric(next)), err
}

// Give gives grades, all or none. One of which nothing is said any more is taken back.
func Give(m school.Moment, c *school.Change, by string, all []contract.GradeGiven) error {
	seen := map[string]bool{}
	for _, v := range all {
		p, known := m.Pieces[v.Piece]
		if !known {
			return school.Missing("piece")
		}
		one := school.Grade{Piece: p.ID, What: grade.What(v.What), Value: v.Value, Stand: grade.Stand(view.Value(v.Stand)), Note: strings.TrimSpace(view.Value(v.Note)), At: m.At, By: by}
		who := m.Who(p)
		if seen[one.Key()] {
			return school.Refuse("%s is graded twice here: give one grade.", who)
		}
		seen[one.Key()] = true
		if v.Value == nil && v.Points == nil && one.Stand == "" && one.Note == "" {
			if old, given := school.Grades.Get(m.Snapshot, one.Key()); given {
				school.Grades.Drop(c, old)
			}
			continue
		}
		if why := notYet(m, p, one.What); why != "" && (v.Value != nil || v.Points != nil) {
			return school.Refuse("%s: %s", who, why)
		}
		if err := graded(m, &one, v); err != nil {
			return school.Refuse("%s: %s", who, err)
		}
		school.Grades.Put(c, one)
	}
	return nil
}

// graded fills in the figure of a grade: as it was given, or as its points come to.
func graded(m school.Moment, one *school.Grade, v contract.GradeGiven) error {
	rubric := Rubric(m)
	if v.Points != nil {
		one.Points = map[grade.Line]int{}
		for line, points := range *v.Points {
			one.Points[grade.Line(line)] = points
		}
	}
	if one.Value == nil && v.Points != nil {
		value, whole := rubric.Of(one.Points)
		if !whole {
			return fmt.Errorf("a line of the rubric has no points: give every line some, or the grade itself")
		}
		one.Value = &value
	}
	if one.Value == nil {
		return nil
	}
	one.Scale = rubric.Scale
	return rubric.Scale.Holds(*one.Value)
}

// notYet says why a piece cannot be graded yet; "" where it can.
func notYet(m school.Moment, p *school.Piece, what grade.What) string {
	a, s := m.Assignments[p.Assignment], p.State
	switch {
	case what == grade.Made && a.Green && len(s.Past) == 0:
		return "it did not come back from bisque yet: grade how it was made then."
	case what == grade.Glazing && (s.Firing == nil || s.Firing.Unloaded.IsZero()) && !slices.ContainsFunc(s.Past, wasGlazed):
		return "it is not out of the kiln yet: grade its glazing then, or note that it is missing."
	}
	return ""
}

// GiveGrades gives grades.
func (g Grades) GiveGrades(ctx context.Context, r contract.GiveGradesRequestObject) (contract.GiveGradesResponseObject, error) {
	return contract.GiveGrades204Response{}, g.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Give(m, c, school.ActorOf(ctx).Name, *r.Body)
	})
}

func seen(one school.Grade) contract.GradeGiven {
	v := contract.GradeGiven{Piece: one.Piece, What: contract.GradeGivenWhat(one.What), Value: one.Value, Note: view.Some(one.Note), At: view.When(one.At)}
	if one.Value != nil {
		v.Scale = &one.Scale
	}
	if one.Stand != "" {
		v.Stand = new(contract.GradeGivenStand(one.Stand))
	}
	if one.Points != nil {
		points := map[string]int{}
		for line, n := range one.Points {
			points[string(line)] = n
		}
		v.Points = &points
	}
	return v
}

// piecesOf are the pieces of an assignment by whose they are.
func piecesOf(m school.Moment, assignment string) []*school.Piece {
	list := m.PiecesIn(assignment)
	slices.SortStableFunc(list, func(a, b *school.Piece) int {
		return cmp.Or(strings.Compare(strings.ToLower(m.Maker(a).Name), strings.ToLower(m.Maker(b).Name)), strings.Compare(a.ID, b.ID))
	})
	return list
}

// ListGrades lists the grades of an assignment.
func (g Grades) ListGrades(_ context.Context, r contract.ListGradesRequestObject) (contract.ListGradesResponseObject, error) {
	m, what := g.School.Now(), grade.What(r.Params.What)
	if m.Assignments[r.Params.Assignment] == nil {
		return nil, school.Missing("assignment")
	}
	rubric := Rubric(m)
	v := contract.GradeSheet{Rubric: seenRubric(rubric), Most: grade.Most, Rows: []contract.GradeRow{}}
	for _, p := range piecesOf(m, r.Params.Assignment) {
		v.Rows = append(v.Rows, row(m, rubric, p, what))
	}
	return contract.ListGrades200JSONResponse(v), nil
}

func row(m school.Moment, rubric grade.Rubric, p *school.Piece, what grade.What) contract.GradeRow {
	student, why := m.Maker(p), notYet(m, p, what)
	v := contract.GradeRow{Piece: p.ID, Student: student.Name, Mark: student.Mark, Stage: m.Survey(p).Stage, May: why == "", Lines: []contract.GradeLine{}}
	if why != "" {
		v.Why = view.Some(strings.ToUpper(why[:1]) + why[1:])
	}
	if what == grade.Glazing {
		points := map[grade.Line]int{}
		for _, l := range grade.Propose(RecordOf(m, p)) {
			points[l.Line] = l.Points
			if rubric.Weights[l.Line] > 0 {
				v.Lines = append(v.Lines, contract.GradeLine{Line: string(l.Line), Points: l.Points, Reason: l.Reason})
			}
		}
		if value, whole := rubric.Of(points); whole && v.May {
			v.Proposed = &value
		}
		v.Stand = view.Some(string(standOf(m, p)))
	}
	if one, given := school.Grades.Get(m.Snapshot, school.Grade{Piece: p.ID, What: what}.Key()); given {
		v.Given = new(seen(one))
	}
	return v
}

// ExportGrades writes both grades of every piece of an assignment.
func (g Grades) ExportGrades(_ context.Context, r contract.ExportGradesRequestObject) (contract.ExportGradesResponseObject, error) {
	m := g.School.Now()
	a := m.Assignments[r.Params.Assignment]
	if a == nil {
		return nil, school.Missing("assignment")
	}
	return sheet(m, a), nil
}

// waited is since when a piece waits, in words.
func waited(since, now time.Time) string {
	days := int(now.Sub(since).Hours() / 24)
	switch {
	case since.IsZero():
		return ""
	case days < 1:
		return "since today"
	case days == 1:
		return "for 1 day"
	}
	return fmt.Sprintf("for %d days", days)
}

// ListUnglazed lists the pieces that were made and never glazed.
func (g Grades) ListUnglazed(_ context.Context, r contract.ListUnglazedRequestObject) (contract.ListUnglazedResponseObject, error) {
	m, class := g.School.Now(), view.Value(r.Params.Class)
	var list []*school.Piece
	for _, id := range slices.Sorted(maps.Keys(m.Pieces)) {
		p := m.Pieces[id]
		if unglazed(m, p) && (class == "" || m.ClassOf(p) == class) {
			list = append(list, p)
		}
	}
	slices.SortStableFunc(list, func(a, b *school.Piece) int { return madeAt(m, a).Compare(madeAt(m, b)) })
	return contract.ListUnglazed200JSONResponse(view.List(list, func(p *school.Piece) contract.Unglazed {
		student := m.Maker(p)
		says := []string{waited(madeAt(m, p), m.At)}
		if b := m.Survey(p).Verdict.Blockers(); len(b) > 0 {
			says = append(says, strings.ToLower(b[0].Text[:1])+b[0].Text[1:])
		}
		return contract.Unglazed{Piece: p.ID, Student: student.Name, Mark: student.Mark, Class: m.ClassOf(p), Title: m.Assignments[p.Assignment].Name, Waits: strings.Join(says, "; ")}
	})), nil
}
