package lists

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/roster"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
)

// Ask is a question that a row of a list raises and that only the teacher can answer: whether it
// is a student who is here already under another name, mark or class, or which mark it shall have.
type Ask struct {
	Row     int
	Text    string
	Of      []school.Student // who it may be; none where a mark is asked for
	Propose string           // a mark that is free
	Answer  string           // as given: the id of one of Of, AnotherStudent, or a mark; "" while open
}

// AnotherStudent answers that a row is none of those who are here.
const AnotherStudent = "another"

// listed is a row of a class list.
type listed struct {
	row        exchange.Row
	at         int // in Import.Rows
	name, mark string
	class      school.Class
	bad        bool
	old        *school.Student // who it is, where they are here already
}

// studentList is a class list on its way in.
type studentList struct {
	*reading
	rows    []*listed
	marked  bool                        // it has a column of marks
	matched map[string]bool             // students who have their row
	of      map[string][]*listed        // the rows of each class, by its id
	ever    map[string][]school.Student // those who are or were in each class that there is
}

// readStudents reads a class list. Rows are matched to students by class, name and mark, each
// student once: exactly, then by a name that one student alone is left with. Who is here under
// another name, mark or class is asked about, and so is a mark where two could not be told apart.
func readStudents(r *reading) error {
	l := studentList{reading: r, matched: map[string]bool{}, of: map[string][]*listed{}, ever: map[string][]school.Student{}}
	for id := range school.Classes.All(r.Snapshot) {
		l.ever[id] = r.EverIn(id)
	}
	if err := l.read(); err != nil {
		return err
	}
	for _, x := range l.rows {
		l.match(x, func(s school.Student) bool { return s.Mark == x.mark || !l.marked })
	}
	for _, x := range l.rows {
		if alone := l.left(x.class.ID, x.name); x.old == nil && len(alone) == 1 {
			l.match(x, func(school.Student) bool { return true })
		}
	}
	for _, x := range l.rows {
		l.askWho(x)
	}
	l.giveMarks()
	for _, x := range l.rows {
		l.keep(x)
	}
	return nil
}

// read reads the rows: a name, or a first name and a surname; a class; a mark.
func (l *studentList) read() error {
	table, err := exchange.ReadTable(l.Text)
	if err != nil {
		return err
	}
	required := []string{"class"}
	if l.marked = table.Has("mark"); !table.Has("first name") && !table.Has("surname") {
		required = []string{"name", "class"}
	}
	classes := map[string]school.Class{}
	for _, c := range l.ClassesByName() {
		classes[strings.ToLower(c.Name)] = c
	}
	return l.reading.rows(required, func() (string, Change) {
		x := &listed{row: l.row, at: len(l.out.Rows)}
		if x.name = strings.TrimSpace(l.row.Get("first name") + " " + l.row.Get("surname")); x.name == "" || l.row.Get("name") != "" {
			x.name = l.text("name", roster.LongestName)
		}
		className := l.text("class", 60)
		if x.mark = l.row.Get("mark"); len([]rune(x.mark)) > roster.LongestMark {
			l.refuse("mark", "expected at most %d characters, as scratched into the clay", roster.LongestMark)
		}
		class, known := classes[strings.ToLower(className)]
		if !known {
			class = l.newClass(className)
			classes[strings.ToLower(className)] = class
		}
		if len(l.of[class.ID]) == roster.MostInAClass {
			l.refuse("class", "a class has at most %d students", roster.MostInAClass)
		}
		x.class, x.bad = class, l.bad
		l.rows = append(l.rows, x)
		if !x.bad {
			l.of[class.ID] = append(l.of[class.ID], x)
		}
		return "", Added
	})
}

// left are the students of a class and name who have no row yet.
func (l *studentList) left(class, name string) []school.Student {
	return slices.DeleteFunc(l.called(class, name), func(s school.Student) bool { return l.matched[s.ID] })
}

// called are the students of a class and name, those who left among them.
func (l *studentList) called(class, name string) (all []school.Student) {
	for _, s := range l.ever[class] {
		if s.Name == name {
			all = append(all, s)
		}
	}
	return all
}

// match has a row be the first student of its class and name, without one yet, who fits.
func (l *studentList) match(x *listed, fits func(school.Student) bool) {
	if x.old != nil || x.bad {
		return
	}
	for _, s := range l.left(x.class.ID, x.name) {
		if fits(s) {
			l.is(x, s)
			return
		}
	}
}

func (l *studentList) is(x *listed, s school.Student) { x.old, l.matched[s.ID] = &s, true }

// askWho asks whether a row that is nobody's is somebody who is here otherwise, or does as it was
// answered.
func (l *studentList) askWho(x *listed) {
	if x.old != nil || x.bad {
		return
	}
	var may []school.Student
	add := func(s school.Student) {
		if !l.matched[s.ID] && !slices.Contains(may, s) && len(may) < 4 {
			may = append(may, s)
		}
	}
	for _, s := range l.ever[x.class.ID] {
		if s.Name == x.name || x.mark != "" && s.Mark == x.mark || firstName(s.Name) == firstName(x.name) && len(l.left(s.Class, s.Name)) == 1 {
			add(s)
		}
	}
	for _, c := range school.EveryClass(l.Snapshot) {
		for _, s := range l.ever[c.ID] {
			if strings.EqualFold(s.Name, x.name) && (x.mark == "" || x.mark == s.Mark) {
				add(s) // with another mark it is another student of that name
			}
		}
	}
	if len(may) == 0 {
		return
	}
	ask := Ask{Row: x.row.Number, Text: fmt.Sprintf("Is %s, %s, somebody who is here already?", x.name, x.class.Name), Of: may, Answer: l.Answers[x.row.Number]}
	if i := slices.IndexFunc(may, func(s school.Student) bool { return s.ID == ask.Answer }); i >= 0 {
		l.is(x, may[i])
	} else if ask.Answer != AnotherStudent {
		ask.Answer = ""
	}
	l.out.Asks = append(l.out.Asks, ask)
}

func firstName(name string) string {
	first, _, _ := strings.Cut(strings.ToLower(name), " ")
	return first
}

// giveMarks proposes a mark for who is new where the list has none, and asks for one where two
// could not be told apart.
func (l *studentList) giveMarks() {
	for _, x := range l.rows {
		if x.bad {
			continue
		}
		if x.old != nil && !l.marked {
			x.mark = x.old.Mark
		}
		used := l.marksBeside(x)
		clash := roster.Clash(roster.Entry{Name: x.name, Mark: x.mark}, used, x.class.Name)
		if x.mark != "" && clash == "" || x.mark == "" && l.marked && clash == "" {
			continue
		}
		taken := map[string]bool{}
		for _, e := range used {
			taken[e.Mark] = true
		}
		propose := roster.Propose(x.name, taken)
		if clash == "" {
			x.mark = propose
			continue
		}
		ask := Ask{Row: x.row.Number, Text: clash, Propose: propose}
		if given := l.Marks[x.row.Number]; given != "" && !taken[given] && len([]rune(given)) <= roster.LongestMark {
			ask.Answer, x.mark = given, given
		}
		l.out.Asks = append(l.out.Asks, ask)
	}
}

// marksBeside are the names and marks of everybody else who will be in the class of a row, as far
// as they are known when it is its turn.
func (l *studentList) marksBeside(x *listed) (all []roster.Entry) {
	after := false
	for _, other := range l.of[x.class.ID] {
		if other == x {
			after = true
			continue
		}
		if !after || other.mark != "" {
			all = append(all, roster.Entry{Name: other.name, Mark: other.mark})
		}
	}
	for _, s := range l.ever[x.class.ID] {
		if !l.matched[s.ID] && !s.Left {
			all = append(all, roster.Entry{Name: s.Name, Mark: s.Mark})
		}
	}
	return all
}

// keep says what a row does, and keeps it.
func (l *studentList) keep(x *listed) {
	l.row, l.bad = x.row, x.bad
	shown := &l.out.Rows[x.at]
	shown.Text = strings.TrimSpace(fmt.Sprintf("%s, %s %s", x.name, x.class.Name, x.mark))
	student := school.Student{ID: school.NewID(), Class: x.class.ID, Name: x.name, Mark: x.mark}
	change := Added
	if x.old != nil {
		student.ID = x.old.ID
		change = changeOf(true, student == *x.old)
		if change == Changed {
			was := school.Classes.All(l.Snapshot)[x.old.Class].Name
			shown.Text += fmt.Sprintf("; was %s, %s %s", x.old.Name, cmp.Or(was, "?"), x.old.Mark)
		}
	}
	if x.bad {
		change = Refusal
	}
	shown.Change = keep(l.reading, change, school.Students, student)
}
