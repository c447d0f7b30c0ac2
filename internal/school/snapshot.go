package school

import (
	"cmp"
	"enkaustos/core/lesson"
	"maps"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/work"
)

// Snapshot is everything that a school knows, as it was at one moment. It never
// changes, and nothing it holds may be changed.
type Snapshot struct {
	tables []any // by Kind.index: maps of records by their keys

	Pieces      map[string]*Piece
	Assignments map[string]*Assignment
	House       rules.House              // the school's
	Shelf       *plan.Shelf              // what the room has, under the school's rules
	Learned     map[string]stock.Learned // how far a glaze spreads, by its code, where jars told it
	looked      map[string]JarLevel      // what was seen in each jar last, by its code
	Spreads     stock.Spreads            // the figures of Learned
	Laying      map[string]stock.Learned // how far a class spreads its glaze, by its id, where jars that it alone used told it
	Seq         int64                    // of the last event

	restored int64 // by which restore it came to be; 0 for none

	order   order
	memo    *memo
	budgets *budgets
	came    *came
}

// Assignment is an assignment with the body that its measurements make, and
// the rules its plans are checked under: the school's, with its class's and
// its own over them.
type Assignment struct {
	AssignmentRecord
	Body  piece.Body
	House rules.House
	Shelf *plan.Shelf
	Over  bool // ended, or of a class that is archived: nobody works on it
}

// HoldsExtras says whether the surfaces that are glazed only if time is left wait until the
// class is told.
func (a *Assignment) HoldsExtras() bool { return a.House.Extras == rules.WhenTold && !a.Extras }

// Piece is a piece with its newest plan and its folded log.
type Piece struct {
	PieceRecord
	Plan    Plan
	Body    piece.Body // with what is its own
	State   work.State
	Schemes map[int]plan.Plan // beside the plan, by slot
	Word    *Approval         // the teacher's last word on its plan; nil for none
	Granted *Approval         // the last approval; nil where it never was approved

	FiredAs map[string]FiredColour // what its surfaces came out as, where somebody read it
}

// Stands is where the plan stands with the teacher.
func (p *Piece) Stands() plan.Standpoint {
	if p.Word == nil {
		return plan.Unseen
	}
	return plan.StandpointOf(p.Word.Verdict, p.Word.Revision == p.Plan.Revision)
}

// Approved says whether the plan is approved as it stands.
func (p *Piece) Approved() bool { return p.Stands() == plan.IsApproved }

// Changes are what changed in the plan since it was approved; none where it stands
// approved, or never was.
func (p *Piece) Changes() []plan.Change {
	if p.Granted == nil || p.Approved() {
		return nil
	}
	return plan.Changes(p.Granted.Choices, p.Plan.Choices, p.Body)
}

// shape gives a piece its body.
func (p *Piece) shape(a *Assignment) {
	p.Body = a.Body
	if !p.Plan.Own.Shapes() {
		return
	}
	if own, err := p.Plan.Own.Body(a.Form, a.Measures, a.Marking); err == nil {
		p.Body = own
	}
}

// Shaped is an assignment with its body. The error is a piece.Refusals.
func Shaped(a AssignmentRecord) (*Assignment, error) {
	body, err := plan.Own{}.Body(a.Form, a.Measures, a.Marking)
	return &Assignment{AssignmentRecord: a, Body: body}, err
}

// ClassOf is the class of a piece.
func (s *Snapshot) ClassOf(p *Piece) string { return s.Assignments[p.Assignment].Class }

// Who names a piece as people do: the student, and the mark on the clay.
func (s *Snapshot) Who(p *Piece) string { return s.Maker(p).Called() }

// Maker is the student who makes a piece, called with a number where they make several of its
// assignment: "Ines · 2".
func (s *Snapshot) Maker(p *Piece) Student {
	student := Students.All(s)[p.Student]
	student.Name = p.Numbered(student.Name)
	return student
}

// Numbered is a name, or a mark, as it names this piece among several of one student.
func (p PieceRecord) Numbered(name string) string {
	if p.Nth < 2 {
		return name
	}
	return name + " · " + strconv.Itoa(p.Nth)
}

// Jars are the glazes of the room by code.
func (s *Snapshot) Jars() []glaze.Glaze {
	return Glazes.Sorted(s, func(a, b glaze.Glaze) int { return strings.Compare(a.Code, b.Code) })
}

// TilesByCode are the fired tiles by code.
func (s *Snapshot) TilesByCode() []glaze.Tile {
	return Tiles.Sorted(s, func(a, b glaze.Tile) int { return strings.Compare(a.Code, b.Code) })
}

// ClaysByCode are the clays by code.
func (s *Snapshot) ClaysByCode() []glaze.Clay {
	return Clays.Sorted(s, func(a, b glaze.Clay) int { return strings.Compare(a.Code, b.Code) })
}

// ClassesByName are the classes that are taught, by name.
func (s *Snapshot) ClassesByName() []Class {
	return slices.DeleteFunc(EveryClass(s), func(c Class) bool { return c.Archived })
}

// Taught is a class that is taught; the error says that there is none, or that it is archived.
func Taught(s *Snapshot, id string) (Class, error) {
	c, ok := Classes.Get(s, id)
	switch {
	case !ok:
		return c, Missing("class")
	case c.Archived:
		return c, Refuse("%s is archived: restore the class first.", c.Name)
	}
	return c, nil
}

// Called is what classes are called, as one: 7 Plover and 8 Heron.
func Called(s *Snapshot, classes []string) string {
	names := make([]string, len(classes))
	for i, id := range classes {
		names[i] = Classes.All(s)[id].Name
	}
	return lesson.And(names)
}

// EveryClass is ClassesByName with those that are archived.
func EveryClass(s *Snapshot) []Class {
	return Classes.Sorted(s, func(a, b Class) int { return strings.Compare(a.Name, b.Name) })
}

// LoadsInOrder are the kiln loads, the oldest first.
func LoadsInOrder(s *Snapshot) []Load {
	return Loads.Sorted(s, func(a, b Load) int { return a.MadeAt.Compare(b.MadeAt) })
}

// AssignmentsInOrder are the assignments, the oldest first.
func (s *Snapshot) AssignmentsInOrder() []*Assignment {
	return slices.SortedFunc(maps.Values(s.Assignments), byMaking)
}

func byMaking(a, b *Assignment) int {
	return cmp.Or(a.MadeAt.Compare(b.MadeAt), strings.Compare(a.Name, b.Name), strings.Compare(a.ID, b.ID))
}

// StudentsOf lists the students of a class by name, then mark.
func (s *Snapshot) StudentsOf(class string) []Student {
	return slices.DeleteFunc(s.EverIn(class), func(st Student) bool { return st.Left })
}

// EverIn is StudentsOf with those who left.
func (s *Snapshot) EverIn(class string) []Student {
	var list []Student
	for _, st := range Students.All(s) {
		if st.Class == class {
			list = append(list, st)
		}
	}
	slices.SortFunc(list, byName)
	return list
}

func byName(a, b Student) int {
	return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(a.Mark, b.Mark), strings.Compare(a.ID, b.ID))
}

// order is the ids of pieces as they are listed: by assignment, then by student as on the class
// list.
type order struct {
	all        []string
	running    map[string][]string // of assignments that are not over, by class; under "" of all classes
	assignment map[string][]string
}

// PiecesOf lists the pieces that are worked on, of one class or of all ("" for all): by assignment,
// then by student as on the class list.
func (s *Snapshot) PiecesOf(class string) []*Piece { return s.listed(s.order.running[class]) }

// EveryPiece is PiecesOf for all classes, with those of assignments that are over.
func EveryPiece(s *Snapshot) []*Piece { return s.listed(s.order.all) }

// PiecesIn lists the pieces of an assignment by student, whether it is over or not.
func (s *Snapshot) PiecesIn(assignment string) []*Piece {
	return s.listed(s.order.assignment[assignment])
}

func (s *Snapshot) listed(ids []string) []*Piece {
	list := make([]*Piece, len(ids))
	for i, id := range ids {
		list[i] = s.Pieces[id]
	}
	return list
}

// ordered is the pieces as they are listed.
func (s *Snapshot) ordered() order {
	type placed struct {
		*Piece
		of Student
		as *Assignment
	}
	all, students := make([]placed, 0, len(s.Pieces)), Students.All(s)
	for _, p := range s.Pieces {
		all = append(all, placed{p, students[p.Student], s.Assignments[p.Assignment]})
	}
	slices.SortFunc(all, func(x, y placed) int {
		return cmp.Or(byMaking(x.as, y.as), byName(x.of, y.of), cmp.Compare(x.Nth, y.Nth), strings.Compare(x.ID, y.ID))
	})
	o := order{running: map[string][]string{}, assignment: map[string][]string{}}
	for _, p := range all {
		o.all = append(o.all, p.ID)
		o.assignment[p.Assignment] = append(o.assignment[p.Assignment], p.ID)
		if !p.as.Over {
			o.running[""] = append(o.running[""], p.ID)
			o.running[p.as.Class] = append(o.running[p.as.Class], p.ID)
		}
	}
	return o
}
