package lists

import (
	"cmp"
	"context"
	"strings"

	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// MostEach is how many pieces of one assignment a student may have.
const MostEach = 12

// Makers are who gets pieces of an assignment, and how many each.
type Makers struct {
	Students []string // school.Student.ID; none for the whole class
	Each     int      // 0 counts as 1
}

// Give gives a class a form: every student of the class gets a piece, or those who are chosen get
// as many as is said. An empty clay or cone is the class's own.
func Give(m school.Moment, c *school.Change, a school.AssignmentRecord, to Makers) (made school.AssignmentRecord, pieces int, err error) {
	class, err := school.Taught(m.Snapshot, a.Class)
	if err != nil {
		return a, 0, err
	}
	a.Clay, a.Cone, a.Atmosphere = cmp.Or(a.Clay, class.Clay), cmp.Or(a.Cone, class.Cone), cmp.Or(a.Atmosphere, class.Atmosphere)
	if a.Cone, err = clayAndCone(m, a.Clay, string(a.Cone)); err != nil {
		return a, 0, err
	}
	if a.BisqueCone = cmp.Or(a.BisqueCone, plan.HottestBisque); a.Green && plan.MayBisque(a.BisqueCone) != "" {
		return a, 0, school.Refuse("%s", plan.MayBisque(a.BisqueCone))
	}
	if !a.Green {
		a.BisqueCone = ""
	}
	if a.Name, err = named("assignment", a.Name); err != nil {
		return a, 0, err
	}
	if _, err := school.Shaped(a); err != nil {
		return a, 0, school.Says(err)
	}
	if err := cmp.Or(m.Room().KnownClays(a.Marking), m.Room().KnownJars(a.Jars)); err != nil {
		return a, 0, school.Says(err)
	}
	a.ID, a.MadeAt, a.Jars, a.Some = school.NewID(), m.At, once(a.Jars), len(to.Students) > 0
	if len(to.Students) == 0 {
		for _, student := range m.StudentsOf(a.Class) {
			to.Students = append(to.Students, student.ID)
		}
	}
	if len(to.Students) == 0 {
		return a, 0, school.Refuse("%s has no students yet: add them on the page of classes.", class.Name)
	}
	school.Assignments.Put(c, a)
	pieces, err = to.give(m, c, a, func(string) int { return 0 })
	return a, pieces, err
}

// GiveMore gives students further pieces of an assignment that there is.
func GiveMore(m school.Moment, c *school.Change, assignment string, to Makers) (school.AssignmentRecord, int, error) {
	a, ok := m.Assignments[assignment]
	if !ok {
		return school.AssignmentRecord{}, 0, school.Missing("assignment")
	}
	if a.Over {
		return a.AssignmentRecord, 0, school.Refuse("%s has ended: reopen it first.", a.Name)
	}
	last := map[string]int{}
	for _, p := range m.PiecesIn(assignment) {
		last[p.Student] = max(last[p.Student], p.Nth, 1)
	}
	made, err := to.give(m, c, a.AssignmentRecord, func(student string) int { return last[student] })
	return a.AssignmentRecord, made, err
}

// give gives pieces of an assignment. has is how many of it a student has.
func (to Makers) give(m school.Moment, c *school.Change, a school.AssignmentRecord, has func(student string) int) (made int, err error) {
	each := max(to.Each, 1)
	for _, id := range once(to.Students) {
		student, ok := school.Students.Get(m.Snapshot, id)
		switch {
		case !ok || student.Class != a.Class || student.Left:
			return 0, school.Stale("One of the chosen students is not in the class any more: choose again.")
		case has(id)+each > MostEach:
			return 0, school.Refuse("%s would have %d pieces of %s: at most %d are kept apart.", student.Called(), has(id)+each, a.Name, MostEach)
		}
		for n := range each {
			p := school.PieceRecord{ID: school.NewID(), Assignment: a.ID, Student: id}
			if nth := has(id) + n + 1; nth > 1 {
				p.Nth = nth
			}
			school.Pieces.Put(c, p)
			made++
		}
	}
	return made, nil
}

// TakeAway takes a piece away that was given by mistake: nothing is planned, laid or said of it.
func TakeAway(m school.Moment, c *school.Change, id string) error {
	p, ok := m.Pieces[id]
	if !ok {
		return school.Missing("piece")
	}
	_, wished := school.Wishes.Get(m.Snapshot, id)
	pictured := false
	for _, photo := range school.Photographs.All(m.Snapshot) {
		pictured = pictured || photo.Piece == id
	}
	if p.State.Seq > 0 || p.Plan.Revision > 0 || p.Word != nil || len(p.Schemes) > 0 || wished || pictured {
		return school.Refuse("%s: it has a plan or a record, which stays. Set it aside instead, or end the assignment.", m.Who(p))
	}
	school.Pieces.Drop(c, p.PieceRecord)
	return nil
}

func makers(students *[]string, each *int) Makers {
	return Makers{Students: view.Value(students), Each: view.Value(each)}
}

// AddAssignment gives a class a form.
func (l Lists) AddAssignment(ctx context.Context, r contract.AddAssignmentRequestObject) (contract.AddAssignmentResponseObject, error) {
	asked := school.AssignmentRecord{Class: r.Body.Class, Name: strings.TrimSpace(r.Body.Name), Form: piece.Form(r.Body.Form), Measures: view.Value(r.Body.Measures),
		Marking: view.Value(r.Body.Marking), Clay: view.Value(r.Body.Clay), Cone: kiln.Cone(r.Body.Cone), Jars: view.Value(r.Body.Jars), Green: view.Value(r.Body.Green), BisqueCone: kiln.Cone(view.Value(r.Body.BisqueCone))}
	var v contract.Assignment
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		made, pieces, err := Give(m, c, asked, makers(r.Body.Students, r.Body.Each))
		v = assignment(m, made, pieces)
		return err
	})
	return contract.AddAssignment201JSONResponse(v), err
}

// AddPieces gives students further pieces of an assignment.
func (l ByHand) AddPieces(ctx context.Context, r contract.AddPiecesRequestObject) (contract.AddPiecesResponseObject, error) {
	var v contract.Assignment
	err := l.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		a, made, err := GiveMore(m, c, r.Id, makers(&r.Body.Students, r.Body.Each))
		v = assignment(m, a, len(m.PiecesIn(r.Id))+made)
		return err
	})
	return contract.AddPieces201JSONResponse(v), err
}

// RemovePiece takes a piece away that was given by mistake.
func (l ByHand) RemovePiece(ctx context.Context, r contract.RemovePieceRequestObject) (contract.RemovePieceResponseObject, error) {
	return contract.RemovePiece204Response{}, l.School.Change(ctx, func(m school.Moment, c *school.Change) error { return TakeAway(m, c, r.Id) })
}
