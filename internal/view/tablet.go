package view

import (
	"cmp"
	"maps"
	"slices"
	"unicode/utf8"

	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// atTablet is of a piece what the bench needs, and what its class may read: a tablet lies
// about, and whoever holds it reads for everybody. What is said of a student (why a piece
// was set aside, who was absent, what somebody wishes or thinks) stays on the teacher's
// side, unless the teacher released it.
func atTablet(m school.Moment, p *school.Piece, full contract.Piece) contract.Piece {
	a := m.Assignments[p.Assignment]
	v := contract.Piece{Id: full.Id, Class: full.Class, Assignment: full.Assignment, Title: full.Title, Student: full.Student, Mark: full.Mark,
		Clay: full.Clay, Cone: full.Cone, NextCone: full.NextCone, Ware: full.Ware, Stage: full.Stage, Seq: full.Seq, Revision: full.Revision, BandMM: full.BandMM,
		Surfaces: full.Surfaces, Findings: full.Findings, Blockers: []contract.Blocker{}, Overruled: []contract.Ruling{},
		Place: full.Place, PlaceWhy: full.PlaceWhy, Helps: []string{}, Pictures: []string{}, Notes: notes(p.State.Notes, true),
		Offer: full.Offer, Fired: full.Fired, Unloaded: full.Unloaded, Outcome: full.Outcome, Dust: full.Dust, UnderPencil: full.UnderPencil,
		Approval: contract.Approval{State: full.Approval.State, Changes: []contract.PlanChange{}}}
	if jars := plan.AllowedJars(a.Jars, school.Classes.All(m.Snapshot)[a.Class].Jars); jars != nil {
		v.Jars = new(slices.Sorted(maps.Keys(jars)))
	}
	if p.Stands() == plan.IsReturned {
		v.Approval.Note = full.Approval.Note // it says to its maker what has to change
	}
	if a.House.Names == rules.ByMark && full.Mark != "" {
		v.Student = full.Mark
	}
	if a.HoldsExtras() {
		v.Surfaces = withoutExtras(full.Surfaces)
	}
	if p.State.Aside != "" || p.State.Away != "" {
		v.PlaceWhy = "Ask your teacher."
	}
	if full.Wish != nil {
		v.Wish = &contract.Wish{Tiles: []string{}, Willing: full.Wish.Willing} // that there are wishes, and who would try something
	}
	if full.Opinion != nil {
		v.Opinion = new(string)
		if a.Released && a.ReleasedAs != school.OfNobody {
			v.Opinion, v.Again = full.Opinion, full.Again
			v.SaidBy = Some(a.ReleasedAs.Says(m.Maker(p)))
		}
	}
	if a.Released {
		v.Pictures = full.Pictures
	}
	return v
}

// unsigned is how many opinions come to be read at once where they are released as nobody's: one alone,
// or one more than before, would be known by who wrote last.
const unsigned = 3

// Unsigned is what some classes think of what came out of assignments that were released as nobody's,
// in the order of the words: neither a piece nor a place in a list says whose it is.
func Unsigned(m school.Moment, classes []string) (all []contract.Unsigned) {
	for _, a := range m.AssignmentsInOrder() {
		if !a.Released || a.ReleasedAs != school.OfNobody || !slices.Contains(classes, a.Class) {
			continue
		}
		var said []*work.Opinion
		for _, p := range m.PiecesIn(a.ID) {
			if p.State.Opinion != nil && p.State.Opinion.Text != "" {
				said = append(said, p.State.Opinion)
			}
		}
		slices.SortFunc(said, func(a, b *work.Opinion) int { return a.At.Compare(b.At) })
		for _, o := range said[:len(said)/unsigned*unsigned] {
			all = append(all, contract.Unsigned{Assignment: a.ID, Text: Typed(m, o.Text), Again: o.Again})
		}
	}
	slices.SortFunc(all, func(a, b contract.Unsigned) int {
		return cmp.Or(cmp.Compare(a.Text, b.Text), cmp.Compare(a.Assignment, b.Assignment))
	})
	return all
}

// withoutExtras are surfaces of which nothing is offered that waits until the class is told.
func withoutExtras(all []contract.SurfaceState) []contract.SurfaceState {
	return List(all, func(s contract.SurfaceState) contract.SurfaceState {
		if Value(s.Optional) {
			s.Left = []contract.Stroke{}
		}
		return s
	})
}

// Who names a piece to somebody: as the house wants tablets to.
func Who(m school.Moment, by work.Actor, p *school.Piece) string {
	mark := school.Students.All(m.Snapshot)[p.Student].Mark
	if by.Role == work.Station && mark != "" && m.Assignments[p.Assignment].House.Names == rules.ByMark {
		return p.Numbered(mark)
	}
	return m.Who(p)
}

// What a list carries of notes: the last ones, each as far as it can be read at a glance.
// The record of the piece has them all.
const (
	listedNotes   = 3
	listedLetters = 200
)

// notes are the last notes of a piece; those that its class may read, where only they are
// asked for.
func notes(all []work.Note, shown bool) []string {
	list := []string{}
	for _, n := range all {
		if n.Shown || !shown {
			list = append(list, cut(n.Text))
		}
	}
	return list[max(0, len(list)-listedNotes):]
}

func cut(text string) string {
	if utf8.RuneCountInString(text) <= listedLetters {
		return text
	}
	return string([]rune(text)[:listedLetters]) + "…"
}

// Student names a student of a class at a tablet: by name, or by mark where the house wants
// that.
func Student(m school.Moment, class, name, mark string) string {
	if mark != "" && m.HouseOf(m.House, class, nil).Names == rules.ByMark {
		return mark
	}
	return name
}
