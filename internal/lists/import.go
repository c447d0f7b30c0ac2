package lists

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
)

// ListKind is what a list holds.
type ListKind string

// The lists a teacher brings.
const (
	StudentList ListKind = "students"
	ClayList    ListKind = "clays"
	GlazeList   ListKind = "glazes"
	TileList    ListKind = "tiles"
	ReadingList ListKind = "readings" // a colorimeter's list
)

// Change says what a row of a list does.
type Change string

const (
	Added   Change = "added"
	Changed Change = "changed"
	Same    Change = "same"
	Refusal Change = "refused"
)

// Import is what a list would change, or has changed.
type Import struct {
	Kind       ListKind
	Applied    bool
	Rows       []ImportRow
	Refused    []RefusedCell
	NewClasses []string
	Asks       []Ask
}

// ImportRow is one row of the preview.
type ImportRow struct {
	Row    int
	Change Change
	Text   string
}

// RefusedCell says where a list cannot be read and what was expected there.
type RefusedCell struct {
	Row              int
	Column, Expected string
}

// Count counts the rows that do one thing.
func (i Import) Count(c Change) int {
	n := 0
	for _, row := range i.Rows {
		if row.Change == c {
			n++
		}
	}
	return n
}

// Open counts the questions that nobody answered yet.
func (i Import) Open() int {
	n := 0
	for _, a := range i.Asks {
		if a.Answer == "" {
			n++
		}
	}
	return n
}

// ImportRequest is a list to look at, or to take over whole.
type ImportRequest struct {
	Kind       ListKind
	Text       string
	Apply      bool           // false: preview only
	Clay, Cone string         // of classes that a class list brings in; empty: the first clay
	Answers    map[int]string // who a row is, by row: the id of a student, or AnotherStudent
	Marks      map[int]string // the marks that rows were given, by row
}

// Take looks at a list and, where asked and no row is refused, takes it over whole.
func Take(m school.Moment, c *school.Change, r ImportRequest) (Import, error) {
	out := Import{Kind: r.Kind}
	read, ok := map[ListKind]func(*reading) error{
		StudentList: readStudents, ClayList: readClays, GlazeList: readGlazes, TileList: readTiles, ReadingList: readReadings,
	}[r.Kind]
	if !ok {
		return out, school.Refuse("There is no list of %q: expected students, clays, glazes, tiles or readings.", r.Kind)
	}
	list := &reading{ImportRequest: r, Moment: m, out: &out}
	if err := read(list); err != nil {
		return out, school.Says(err)
	}
	if !r.Apply || len(out.Refused) > 0 || out.Open() > 0 || len(list.puts) == 0 {
		return out, nil
	}
	out.Applied = true
	for _, put := range list.puts {
		put(c)
	}
	return out, nil
}

// Import is Take as a change of its own. A list is looked at before anybody has to wait for
// it: a preview, or one that is refused, keeps nobody from logging a coat.
func (l Lists) Import(ctx context.Context, r ImportRequest) (out Import, err error) {
	look := r
	look.Apply = false
	if out, err = Take(l.School.Now(), nil, look); err != nil || !r.Apply || len(out.Refused) > 0 || out.Open() > 0 {
		return out, err
	}
	err = l.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		out, err = Take(m, c, r)
		return err
	})
	return out, err
}

// reading is one list on its way in.
type reading struct {
	ImportRequest
	school.Moment
	out  *Import
	row  exchange.Row
	bad  bool // the row being read has a refused cell
	puts []func(*school.Change)
}

// refuse notes a cell that cannot be read.
func (r *reading) refuse(column, format string, args ...any) {
	r.bad = true
	r.out.Refused = append(r.out.Refused, RefusedCell{r.row.Number, column, fmt.Sprintf(format, args...)})
}

// take reads a cell and notes it where it cannot be read.
func take[T any](r *reading, column string, parse func(string) (T, error)) T {
	v, err := parse(r.row.Get(column))
	if err != nil {
		r.refuse(column, "%s", err)
	}
	return v
}

// text reads a cell that must not be empty.
func (r *reading) text(column string, most int) string {
	text := r.row.Get(column)
	if text == "" || len([]rune(text)) > most {
		r.refuse(column, "expected 1 to %d characters", most)
	}
	if strings.HasPrefix(text, "=") || strings.HasPrefix(text, "@") {
		r.refuse(column, "%q is a formula: expected plain text", text)
	}
	return text
}

// optional reads a cell where the list has its column, and keeps the old value
// where it has not.
func optional[T any](r *reading, column string, old T, parse func(string) (T, error)) T {
	if !r.row.Has(column) {
		return old
	}
	return take(r, column, parse)
}

// rows reads the list row by row. each says what a row is about and what it
// does; a row with a refused cell is refused whatever it says.
func (r *reading) rows(required []string, each func() (text string, change Change)) error {
	table, err := exchange.ReadTable(r.Text, required...)
	if err != nil {
		return err
	}
	for _, row := range table.Rows {
		r.row, r.bad = row, false
		text, change := each()
		if r.bad {
			change = Refusal
		}
		r.out.Rows = append(r.out.Rows, ImportRow{row.Number, change, text})
	}
	return nil
}

// once refuses a code that stood in an earlier row.
func (r *reading) once(seen *[]string, column, code string) {
	if slices.Contains(*seen, code) {
		r.refuse(column, "%q stands in an earlier row: every code once", code)
	}
	*seen = append(*seen, code)
}

// keep notes a record to keep, unless the row was refused or changes nothing.
func keep[T any](r *reading, change Change, kind *school.Kind[T], record T) Change {
	if !r.bad && change != Same {
		r.puts = append(r.puts, func(c *school.Change) { kind.Put(c, record) })
	}
	return change
}

// changeOf says what a record does to the one of the same key.
func changeOf(known, same bool) Change {
	switch {
	case !known:
		return Added
	case same:
		return Same
	}
	return Changed
}
