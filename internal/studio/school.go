package studio

import (
	"cmp"
	"maps"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// school is everything in memory: records by id, live pieces folded.
type school struct {
	clays       map[string]glaze.Clay
	glazes      map[string]glaze.Glaze
	tiles       map[string]glaze.Tile
	classes     map[string]store.Class
	students    map[string]store.Student
	assignments map[string]*assignment
	pieces      map[string]*livePiece
	loads       map[string]store.Load
	eventOf     map[string]string // event id to the piece it happened to
	hints       map[string]bool   // glaze.Glaze.Code with a picture of its label
	levels      map[string][]store.JarLevel
	programmes  map[string]store.Programme
	bells       []store.Bell
	stations    map[string]store.Station
	wishes      map[string]store.Wish  // by piece
	strays      map[string]store.Stray // by event
}

// assignment is an assignment with the body that its measurements make, and
// the rules its plans are checked under: the school's, with its class's and
// its own over them.
type assignment struct {
	store.Assignment
	body  piece.Body
	house rules.House
	shelf *plan.Shelf
}

// livePiece is a piece with its newest plan and its folded log.
type livePiece struct {
	store.Piece
	plan    store.Plan
	body    piece.Body // with what is its own
	state   work.State
	schemes map[int]plan.Plan // beside the plan, by slot
	word    *store.Approval   // the teacher's last word on its plan; nil for none
	granted *store.Approval   // the last approval; nil where it never was approved
}

// say remembers what the teacher said of the plan.
func (p *livePiece) say(a store.Approval) {
	p.word = &a
	if a.Verdict == store.Approved {
		p.granted = &a
	}
}

// approved says whether the plan is approved as it stands.
func (p *livePiece) approved() bool {
	return p.word != nil && p.word.Verdict == store.Approved && p.word.Revision == p.plan.Revision
}

// take makes a saved plan the newest, and shapes the body by it.
func (p *livePiece) take(saved store.Plan, a *assignment) {
	p.plan, p.body = saved, a.body
	if !saved.Own.Shapes() {
		return
	}
	if own, err := saved.Own.Body(a.Form, a.Measures, a.Marking); err == nil {
		p.body = own
	}
}

func newSchool(r store.Records) *school {
	s := &school{
		clays:       byKey(r.Clays, func(c glaze.Clay) string { return c.Code }),
		glazes:      byKey(r.Glazes, func(g glaze.Glaze) string { return g.Code }),
		tiles:       byKey(r.Tiles, func(t glaze.Tile) string { return t.Code }),
		classes:     byKey(r.Classes, func(c store.Class) string { return c.ID }),
		students:    byKey(r.Students, func(s store.Student) string { return s.ID }),
		loads:       byKey(r.Loads, func(l store.Load) string { return l.ID }),
		assignments: map[string]*assignment{},
		pieces:      map[string]*livePiece{},
		eventOf:     make(map[string]string, len(r.Events)),
		hints:       map[string]bool{},
		levels:      map[string][]store.JarLevel{},
		programmes:  byKey(r.Programmes, func(p store.Programme) string { return p.ID }),
		bells:       r.Bells,
		stations:    byKey(r.Stations, func(s store.Station) string { return s.ID }),
		wishes:      byKey(r.Wishes, func(w store.Wish) string { return w.Piece }),
		strays:      byKey(r.Strays, func(s store.Stray) string { return s.Event.ID }),
	}
	for _, code := range r.Hints {
		s.hints[code] = true
	}
	for _, a := range r.Assignments {
		s.addAssignment(a)
	}
	for _, p := range r.Pieces {
		s.addPiece(p)
	}
	for _, p := range r.Plans {
		live := s.pieces[p.Piece]
		live.take(p, s.assignments[live.Assignment])
	}
	for _, scheme := range r.Schemes {
		s.pieces[scheme.Piece].schemes[scheme.Slot] = scheme.Choices
	}
	for _, a := range r.Approvals {
		s.pieces[a.Piece].say(a)
	}
	for _, l := range r.JarLevels {
		s.levels[l.Glaze] = append(s.levels[l.Glaze], l)
	}
	logs := map[string][]work.Event{}
	for _, e := range r.Events {
		logs[e.Piece] = append(logs[e.Piece], e)
		s.eventOf[e.ID] = e.Piece
	}
	for id, log := range logs {
		s.pieces[id].state = work.Fold(log)
	}
	return s
}

func byKey[T any](list []T, key func(T) string) map[string]T {
	m := make(map[string]T, len(list))
	for _, v := range list {
		m[key(v)] = v
	}
	return m
}

// addAssignment builds the body once; measurements were checked when the
// assignment was made, so they can be built.
func (s *school) addAssignment(a store.Assignment) *assignment {
	s.assignments[a.ID] = shaped(a)
	return s.assignments[a.ID]
}

// shaped is an assignment with its body.
func shaped(a store.Assignment) *assignment {
	body, _ := plan.Own{}.Body(a.Form, a.Measures, a.Marking)
	return &assignment{Assignment: a, body: body}
}

func (s *school) addPiece(p store.Piece) {
	s.pieces[p.ID] = &livePiece{Piece: p, body: s.assignments[p.Assignment].body, schemes: map[int]plan.Plan{}}
}

func sorted[T any](m map[string]T, less func(a, b T) int) []T {
	return slices.SortedFunc(maps.Values(m), less)
}

func (s *school) tileList() []glaze.Tile {
	return sorted(s.tiles, func(a, b glaze.Tile) int { return strings.Compare(a.Code, b.Code) })
}

func (s *school) glazeList() []glaze.Glaze {
	return sorted(s.glazes, func(a, b glaze.Glaze) int { return strings.Compare(a.Code, b.Code) })
}

func (s *school) clayList() []glaze.Clay {
	return sorted(s.clays, func(a, b glaze.Clay) int { return strings.Compare(a.Code, b.Code) })
}

func (s *school) classList() []store.Class {
	return sorted(s.classes, func(a, b store.Class) int { return strings.Compare(a.Name, b.Name) })
}

func (s *school) loadList() []store.Load {
	return sorted(s.loads, func(a, b store.Load) int {
		return cmp.Or(a.MadeAt.Compare(b.MadeAt), strings.Compare(a.ID, b.ID))
	})
}

func (s *school) assignmentList() []*assignment {
	return sorted(s.assignments, func(a, b *assignment) int {
		return cmp.Or(a.MadeAt.Compare(b.MadeAt), strings.Compare(a.Name, b.Name))
	})
}

// studentsOf lists the students of a class by name, then mark.
func (s *school) studentsOf(class string) []store.Student {
	var list []store.Student
	for _, st := range s.students {
		if st.Class == class {
			list = append(list, st)
		}
	}
	slices.SortFunc(list, func(a, b store.Student) int {
		return cmp.Or(strings.Compare(a.Name, b.Name), strings.Compare(a.Mark, b.Mark), strings.Compare(a.ID, b.ID))
	})
	return list
}

// piecesOf lists pieces, of one class or of all ("" for all): by assignment,
// then by student as on the class list.
func (s *school) piecesOf(class string) []*livePiece {
	var list []*livePiece
	for _, p := range s.pieces {
		if class == "" || s.assignments[p.Assignment].Class == class {
			list = append(list, p)
		}
	}
	slices.SortFunc(list, func(a, b *livePiece) int {
		x, y := s.assignments[a.Assignment], s.assignments[b.Assignment]
		p, q := s.students[a.Student], s.students[b.Student]
		return cmp.Or(x.MadeAt.Compare(y.MadeAt), strings.Compare(x.Name, y.Name),
			strings.Compare(p.Name, q.Name), strings.Compare(p.Mark, q.Mark), strings.Compare(a.ID, b.ID))
	})
	return list
}

// members lists the pieces that stand, or stood, in a load.
func (s *school) members(load string) []*livePiece {
	var list []*livePiece
	for _, p := range s.piecesOf("") {
		inside := p.state.Load != nil && p.state.Load.Load == load
		if inside || p.state.Firing != nil && p.state.Firing.Load == load {
			list = append(list, p)
		}
	}
	return list
}

// who names a piece as people do: the student, and the mark on the clay.
func (s *school) who(p *livePiece) string {
	student := s.students[p.Student]
	if student.Mark == "" {
		return student.Name
	}
	return student.Name + " (" + student.Mark + ")"
}
