// Package roster reads the names of a class as a teacher types or pastes them, and proposes the
// marks that students scratch into their clay.
package roster

import (
	"fmt"
	"slices"
	"strings"
	"unicode"
)

// Entry is one student of a list: a display name, and a mark that tells two of one name apart.
type Entry struct {
	Row        int // of the text, from 1
	Name, Mark string
}

// Refused says in one sentence what is wrong with a row, and what to do.
type Refused struct {
	Row  int
	Says string
}

// MostInAClass is how many students one class can have.
const MostInAClass = 400

// Bounds of what is kept of a student, in letters.
const (
	LongestName = 80
	LongestMark = 12
	shortMark   = 3 // a last cell of so many letters is a mark
)

// heads are what the columns of a school's lists are called, in lower case.
var heads = map[string]string{
	"name": "name", "names": "name", "student": "name", "students": "name", "student name": "name", "pupil": "name", "pupils": "name", "full name": "name", "display name": "name",
	"first name": "first", "forename": "first", "given name": "first", "first": "first",
	"last name": "last", "surname": "last", "family name": "last", "last": "last",
	"mark": "mark", "sign": "mark",
}

// Read reads names, one a line, or the cells of a spreadsheet as they are pasted: a name, and a
// mark where there is one; with or without a row of headings; numbered or not. Empty rows are
// passed over. taken are the marks of who is in the class already. Every entry has a mark: one
// that is not given is proposed.
func Read(text string, taken []string) (entries []Entry, refused []Refused) {
	used := map[string]bool{}
	for _, m := range taken {
		used[m] = true
	}
	var columns []string
	for i, line := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		cells := cellsOf(line)
		if len(cells) == 0 {
			continue
		}
		if columns == nil && len(entries)+len(refused) == 0 {
			if columns = headings(cells); columns != nil {
				continue
			}
		}
		e := Entry{Row: i + 1}
		if columns != nil {
			e.Name, e.Mark = byHeading(cells, columns)
		} else {
			e.Name, e.Mark = bySight(cells)
		}
		switch why := e.wrong(used); {
		case why != "":
			refused = append(refused, Refused{e.Row, why})
		case len(entries) == MostInAClass:
			return entries, append(refused, Refused{e.Row, fmt.Sprintf("a class has at most %d students: paste one class at a time", MostInAClass)})
		default:
			used[e.Mark] = used[e.Mark] || e.Mark != ""
			entries = append(entries, e)
		}
	}
	for i := range entries {
		if entries[i].Mark == "" {
			entries[i].Mark = Propose(entries[i].Name, used)
			used[entries[i].Mark] = true
		}
	}
	return entries, refused
}

// wrong says what is wrong with an entry; "" where nothing is.
func (e Entry) wrong(used map[string]bool) string {
	switch {
	case e.Name == "":
		return "it has no name"
	case strings.HasPrefix(e.Name, "=") || strings.HasPrefix(e.Name, "@"):
		return fmt.Sprintf("%q is a formula: paste the names as plain text", e.Name)
	case len([]rune(e.Name)) > LongestName:
		return fmt.Sprintf("a name has at most %d letters, and this one has %d: shorten it", LongestName, len([]rune(e.Name)))
	case len([]rune(e.Mark)) > LongestMark:
		return fmt.Sprintf("a mark has at most %d letters, for it is scratched into clay", LongestMark)
	case e.Mark != "" && used[e.Mark]:
		return fmt.Sprintf("the mark %q is somebody else's in this class: choose another", e.Mark)
	}
	return ""
}

// Clash says in one sentence why somebody cannot be told from those who are in a class, and what
// to do; "" where they can.
func Clash(e Entry, there []Entry, class string) string {
	if n := len([]rune(e.Mark)); n > LongestMark {
		return fmt.Sprintf("%s: a mark has at most %d letters, for it is scratched into clay.", e.Name, LongestMark)
	}
	for _, other := range there {
		switch {
		case e.Mark != "" && other.Mark == e.Mark:
			return fmt.Sprintf("The mark %q is %s's in %s: choose another for %s.", e.Mark, other.Name, class, strings.TrimSuffix(e.Name, "."))
		case strings.EqualFold(other.Name, e.Name) && (e.Mark == "" || other.Mark == ""):
			return fmt.Sprintf("Two in %s are called %s: give each of them a mark.", class, e.Name)
		}
	}
	return ""
}

// cellsOf are the cells of a line without those at its end that are empty; none for an empty row.
func cellsOf(line string) []string {
	separator := ""
	switch {
	case strings.Contains(line, "\t"):
		separator = "\t"
	case strings.Contains(line, ";"):
		separator = ";"
	}
	cells := []string{line}
	if separator != "" {
		cells = strings.Split(line, separator)
	}
	for i := range cells {
		cells[i] = strings.Join(strings.Fields(strings.Trim(strings.TrimSpace(cells[i]), `"`)), " ")
	}
	for len(cells) > 0 && cells[len(cells)-1] == "" {
		cells = cells[:len(cells)-1]
	}
	return cells
}

// headings are what the cells of a row of headings stand for, "" for what is passed over; nil
// where it is no such row.
func headings(cells []string) []string {
	columns, named := make([]string, len(cells)), false
	for i, c := range cells {
		columns[i] = heads[strings.ToLower(c)]
		named = named || columns[i] == "name" || columns[i] == "first" || columns[i] == "last"
	}
	if !named {
		return nil
	}
	return columns
}

func byHeading(cells, columns []string) (name, mark string) {
	of := map[string]string{}
	for i, c := range cells {
		if i < len(columns) && columns[i] != "" {
			of[columns[i]] = c
		}
	}
	if of["name"] != "" {
		return of["name"], of["mark"]
	}
	return strings.TrimSpace(of["first"] + " " + of["last"]), of["mark"]
}

// bySight reads a row without headings: numbers before the name are passed over, a short last
// cell is the mark.
func bySight(cells []string) (name, mark string) {
	for len(cells) > 1 && numeric(cells[0]) {
		cells = cells[1:]
	}
	cells = slices.DeleteFunc(slices.Clone(cells), func(c string) bool { return c == "" })
	if len(cells) == 0 {
		return "", ""
	}
	if last := cells[len(cells)-1]; len(cells) > 1 && len([]rune(last)) <= shortMark {
		cells, mark = cells[:len(cells)-1], last
	}
	name = cells[0]
	if len(cells) > 1 && !numeric(cells[1]) {
		name += " " + cells[1]
	}
	return unnumbered(name), mark
}

func numeric(text string) bool {
	return strings.Trim(text, "0123456789.)") == ""
}

// unnumbered is a name without a number before it: "12. Ilo N.", "12) Ilo N.".
func unnumbered(name string) string {
	rest := strings.TrimLeft(name, "0123456789")
	if rest == name || rest == "" {
		return name
	}
	return strings.TrimSpace(strings.TrimLeft(rest, ".) "))
}

// Propose proposes a mark that is short to scratch and free: an initial, both, an initial with
// another letter of the name, then with a number.
func Propose(name string, used map[string]bool) string {
	var initials, letters []rune
	for _, word := range strings.Fields(strings.ToUpper(name)) {
		for i, r := range []rune(word) {
			if unicode.IsLetter(r) {
				if i == 0 {
					initials = append(initials, r)
				}
				letters = append(letters, r)
			}
		}
	}
	if len(letters) == 0 {
		letters = []rune{'X'}
	}
	if len(initials) == 0 {
		initials = letters[:1]
	}
	first := string(initials[0])
	candidates := []string{first}
	if len(initials) > 1 {
		candidates = append(candidates, string([]rune{initials[0], initials[len(initials)-1]}))
	}
	for _, r := range letters[1:] {
		candidates = append(candidates, first+string(r))
	}
	for _, c := range candidates {
		if !used[c] {
			return c
		}
	}
	for n := 2; ; n++ {
		if c := fmt.Sprintf("%s%d", first, n); !used[c] {
			return c
		}
	}
}
