package lists

import (
	"context"
	"encoding/json"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/grade"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Person is all that is kept of one student, as it lies on the disk.
type Person struct {
	Student school.Student `json:"student"`
	Class   string         `json:"class"` // its name
	Pieces  []PersonPiece  `json:"pieces"`
	// Mentions are the texts of all the school in which the first word of the name stands; the student's
	// own record is one.
	Mentions []school.Mention `json:"mentions"`
}

// PersonPiece is one piece of a student, and what happened to it.
type PersonPiece struct {
	school.PieceRecord
	Made        string              `json:"made"` // what the assignment is called
	Plan        school.Plan         `json:"plan"`
	Wish        *school.Wish        `json:"wish,omitempty"`
	Photographs []school.Photograph `json:"photographs,omitempty"`
	Grades      []school.Grade      `json:"grades,omitempty"`
	Events      []work.Event        `json:"events"`
}

// PersonOf finds the one student of that name, or of that name in that class; the error
// says who else is called so.
func PersonOf(m school.Moment, name, class string) (found school.Student, err error) {
	var fit []school.Student
	for _, s := range school.Students.Sorted(m.Snapshot, func(a, b school.Student) int { return strings.Compare(a.Class, b.Class) }) {
		in := school.Classes.All(m.Snapshot)[s.Class].Name
		if (strings.EqualFold(s.Called(), name) || strings.EqualFold(s.Name, name)) && (class == "" || strings.EqualFold(in, class)) {
			fit = append(fit, s)
		}
	}
	switch len(fit) {
	case 0:
		return found, school.Refuse("Nobody is called %q here: expected a name as the class list has it.", name)
	case 1:
		return fit[0], nil
	}
	who := make([]string, len(fit))
	for i, s := range fit {
		who[i] = s.Called() + " in " + school.Classes.All(m.Snapshot)[s.Class].Name
	}
	return found, school.Refuse("%d students are called so: say which, by class or mark (%s).", len(fit), strings.Join(who, "; "))
}

// About is all that is kept of a student.
func About(ctx context.Context, s *school.School, student school.Student) (p Person, err error) {
	m := s.Now()
	p = Person{Student: student, Class: school.Classes.All(m.Snapshot)[student.Class].Name, Pieces: []PersonPiece{}}
	for _, id := range slices.Sorted(maps.Keys(m.Pieces)) {
		piece := m.Pieces[id]
		if piece.Student != student.ID {
			continue
		}
		log, err := s.Log(ctx, id)
		if err != nil {
			return p, err
		}
		made := PersonPiece{PieceRecord: school.PieceRecord{ID: id, Assignment: piece.Assignment, Student: piece.Student},
			Made: m.Assignments[piece.Assignment].Name, Plan: piece.Plan, Events: log}
		if w, ok := school.Wishes.Get(m.Snapshot, id); ok {
			made.Wish = &w
		}
		for _, photo := range school.Photographs.All(m.Snapshot) {
			if photo.Piece == id {
				made.Photographs = append(made.Photographs, photo)
			}
		}
		for _, what := range []grade.What{grade.Made, grade.Glazing} {
			if g, given := school.Grades.Get(m.Snapshot, school.Grade{Piece: id, What: what}.Key()); given {
				made.Grades = append(made.Grades, g)
			}
		}
		p.Pieces = append(p.Pieces, made)
	}
	p.Mentions, err = s.Copies().Mentions(ctx, school.Erasing{Name: student.Name, Kinds: work.Worded()})
	return p, err
}

// erased stands where a name or somebody's words stood.
const erased = "(erased)"

// Erase takes a student's name, mark and words out of the school, and what was said about them or for
// them: in the records of their pieces, in late taps, and their name wherever it stands. What their
// pieces teach, the coats, looks and firings, stays. It says in which texts the student may still be
// meant. Backups keep what they hold.
func Erase(ctx context.Context, s *school.School, student school.Student) (may []school.Mention, err error) {
	about, err := About(ctx, s, student)
	if err != nil {
		return nil, err
	}
	name := student.Name
	pieces := make([]string, len(about.Pieces))
	err = s.Change(ctx, func(_ school.Moment, c *school.Change) error {
		student.Name, student.Mark, student.Table = erased, "", ""
		school.Students.Put(c, student)
		for i, p := range about.Pieces {
			pieces[i] = p.ID
			for _, photo := range p.Photographs {
				photo.Name = erased
				school.Photographs.Put(c, photo)
			}
			for _, g := range p.Grades {
				school.Grades.Drop(c, g) // of a person, and nothing that the pieces teach
			}
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	erasing := school.Erasing{Pieces: pieces, Kinds: work.Worded(), Name: name, Text: erased}
	if err := s.Erase(ctx, erasing); err != nil {
		return nil, err
	}
	return s.Copies().Mentions(ctx, erasing)
}

// Copies that still hold what was erased, by name.
func Copies(s *school.School) (names []string, err error) {
	all, err := s.Copies().List()
	names = s.Copies().Replaced()
	for _, b := range all {
		names = append(names, b.Name)
	}
	return names, err
}

// GetStudentRecord is all that is kept of a student.
func (l ByHand) GetStudentRecord(ctx context.Context, r contract.GetStudentRecordRequestObject) (contract.GetStudentRecordResponseObject, error) {
	student, ok := school.Students.Get(l.School.Now().Snapshot, r.Id)
	if !ok {
		return nil, school.Missing("student")
	}
	about, err := About(ctx, l.School, student)
	if err != nil {
		return nil, err
	}
	text, err := json.Marshal(about)
	if err != nil {
		return nil, err
	}
	out := contract.GetStudentRecord200JSONResponse{Headers: contract.GetStudentRecord200ResponseHeaders{ContentDisposition: new(`attachment; filename="student.json"`)}}
	return out, json.Unmarshal(text, &out.Body)
}

// EraseStudent takes a student's name, mark and words out for good.
func (l ByHand) EraseStudent(ctx context.Context, r contract.EraseStudentRequestObject) (contract.EraseStudentResponseObject, error) {
	student, ok := school.Students.Get(l.School.Now().Snapshot, r.Id)
	if !ok {
		return nil, school.Missing("student")
	}
	may, err := Erase(ctx, l.School, student)
	if err != nil {
		return nil, err
	}
	copies, err := Copies(l.School)
	return contract.EraseStudent200JSONResponse{Copies: view.All(copies),
		Mentions: view.List(may, func(m school.Mention) contract.Mention { return contract.Mention{Where: m.Where, Text: m.Text} })}, err
}
