package lessons

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/roster"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Ticks are named by what they are of.
const (
	backAs  = "back:"  // something is back
	halfAs  = "half:"  // somebody said whether a coat is half done
	placeAs = "place:" // a piece is where it belongs
	handAs  = "hand:"  // a piece was handed out
)

func brushItem(number int) string { return fmt.Sprintf("brush:%d", number) }

// tablesOf are the tables at which the classes of a lesson sit, in order.
func tablesOf(m school.Moment, at lesson.Lesson) (all []string) {
	for _, class := range at.Classes {
		for _, s := range m.StudentsOf(class) {
			if s.Table != "" && !slices.Contains(all, s.Table) {
				all = append(all, s.Table)
			}
		}
	}
	slices.SortFunc(all, roster.Natural)
	return all
}

// back is what came out in a lesson and must come back, each by what it is ticked by.
func back(m school.Moment, at lesson.Lesson, used map[string]bool) []contract.PutOutTool {
	var jars []glaze.Glaze
	for _, g := range m.Jars() {
		if used[g.Code] {
			jars = append(jars, g)
		}
	}
	var numbers []int
	rack := Brushes.The(m.Snapshot).Brushes
	if len(rack) > 0 {
		numbers = out(m, at)
	}
	return view.List(fits.Back(jars, tablesOf(m, at), numbers, rack), func(t fits.Tool) contract.PutOutTool {
		item := backAs + t.Name
		if t.Table != "" {
			item += "@" + t.Table
		}
		return contract.PutOutTool{Name: t.Name, Count: t.Count, Why: t.Why, Item: item, Glaze: view.Some(t.Glaze), Table: view.Some(t.Table), Numbers: view.SomeList(t.Numbers)}
	})
}

// tableSays names a table: "Table 3", "Sink table".
func tableSays(name string) string {
	if low := strings.ToLower(name); strings.Contains(low, "table") || strings.Contains(low, "bench") {
		return name
	}
	return "Table " + name
}

// unticked is what nobody said is back. Brushes that carry numbers are one line.
func unticked(h school.Held, back []contract.PutOutTool) []string {
	all, brushes := []string{}, []string{}
	for _, b := range back {
		switch {
		case h.Ticked(b.Item):
		case b.Numbers != nil:
			brushes = append(brushes, fmt.Sprint((*b.Numbers)[0]))
		case b.Table != nil:
			all = append(all, fmt.Sprintf("%s, %s: %s", tableSays(*b.Table), strings.ToLower(b.Name), b.Why))
		default:
			all = append(all, b.Name+": "+b.Why)
		}
	}
	if len(brushes) > 0 {
		word := "Brushes "
		if len(brushes) == 1 {
			word = "Brush "
		}
		all = append([]string{word + lesson.And(brushes) + ": not back in the rack"}, all...)
	}
	return all
}

// asked are those who may be in the middle of a coat as the lesson is cleared up: whoever has
// something to lay, at what the brush in the hand is for. Who has told already is not asked.
func asked(m school.Moment, by work.Actor, at lesson.Lesson, kept school.Held) []contract.HalfQuestion {
	all, in, held := []contract.HalfQuestion{}, school.SpanOf(m, at), brushes(m, at)
	for _, class := range at.Classes {
		seen := map[string]bool{}
		for _, p := range m.PiecesOf(class) {
			if seen[p.Student] || !school.BeingGlazed(m, p) || in(p.State.Absent) || kept.Ticked(halfAs+p.Student) {
				continue
			}
			s, ok := fits.InHand(m.Survey(p).Surfaces, held[p.Student])
			if !ok || held[p.Student] != "" && s.Left[0].Glaze != held[p.Student] && other(m, p, held[p.Student]) {
				continue
			}
			seen[p.Student] = true
			student := m.Maker(p)
			all = append(all, contract.HalfQuestion{Student: p.Student, Name: view.Who(m, by, p), Mark: student.Mark, Table: student.Table, Piece: p.ID, Surface: s.ID, Called: s.Name,
				Glaze: s.Left[0].Glaze, GlazeName: school.Glazes.All(m.Snapshot)[s.Left[0].Glaze].Name, Nth: len(s.On) + 1, Item: halfAs + p.Student})
		}
	}
	slices.SortStableFunc(all, func(a, b contract.HalfQuestion) int {
		return cmp.Or(roster.Natural(a.Table, b.Table), strings.Compare(a.Name, b.Name))
	})
	return all
}

// other says whether another piece of the same student takes the glaze on the brush.
func other(m school.Moment, p *school.Piece, held string) bool {
	return slices.ContainsFunc(m.PiecesOf(m.ClassOf(p)), func(o *school.Piece) bool {
		if o.ID == p.ID || o.Student != p.Student || !school.BeingGlazed(m, o) {
			return false
		}
		s, ok := fits.InHand(m.Survey(o).Surfaces, held)
		return ok && s.Left[0].Glaze == held
	})
}

// places say where each piece goes that was out in a lesson: handed out, or worked on.
func places(m school.Moment, by work.Actor, at lesson.Lesson, kept school.Held) []contract.PieceToPlace {
	all, in := []contract.PieceToPlace{}, school.SpanOf(m, at)
	for _, class := range at.Classes {
		for _, p := range m.PiecesOf(class) {
			if !wasOut(p, in, kept) || p.State.Away != "" || p.State.Firing != nil {
				continue
			}
			v, student := m.Survey(p).Placing, m.Maker(p)
			why := v.Reason
			if p.State.Aside != "" && by.Role == work.Station {
				why = "Ask your teacher."
			}
			all = append(all, contract.PieceToPlace{Piece: p.ID, Student: view.Who(m, by, p), Mark: student.Mark, Table: student.Table, Title: m.Assignments[p.Assignment].Name,
				Place: string(v.Place), Why: why, Item: placeAs + p.ID})
		}
	}
	slices.SortStableFunc(all, func(a, b contract.PieceToPlace) int {
		return cmp.Or(roster.Natural(a.Table, b.Table), strings.Compare(a.Student, b.Student))
	})
	return all
}

// wasOut says whether a piece was handed out in a lesson, or worked on.
func wasOut(p *school.Piece, in func(time.Time) bool, kept school.Held) bool {
	return kept.Ticked(handAs+p.ID) || slices.ContainsFunc(p.State.Coats, func(c work.Coat) bool { return in(c.At) })
}

// undone is what a piece still asks for, in words; nothing where it asks for no coat.
func undone(m school.Moment, p *school.Piece) []string {
	var left []string
	for _, s := range m.Survey(p).Surfaces {
		if n := len(s.Left); n > 0 && !s.Optional {
			left = append(left, fmt.Sprintf("%s %d", strings.ToLower(s.Name), n))
		}
	}
	if len(left) == 0 {
		return nil
	}
	return []string{m.Who(p) + ": " + strings.Join(left, ", ")}
}

// clearsUp says whether a lesson is being cleared up, or was a short while ago.
func clearsUp(m school.Moment, at lesson.Lesson) bool {
	rings := at.Rings(time.Local)
	return !m.At.Before(rings.Add(-clearing(m, at))) && m.At.Before(rings.Add(school.Afterwards))
}
