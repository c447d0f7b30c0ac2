// Package exchange reads and writes open formats: lists as CSV.
package exchange

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strings"
	"unicode/utf8"

	"enkaustos/internal/letters"
)

// Table is a list with a header row. Columns may stand in any order; the ones
// nobody asks for are ignored.
type Table struct {
	columns map[string]int
	Rows    []Row
}

// Row is one line of a list.
type Row struct {
	Number int // as a spreadsheet counts: the header is row 1
	cells  []string
	table  *Table
}

// ReadTable reads a list: UTF-8, with or without a byte order mark, separated
// by commas, semicolons or tabs. required are the columns that must be there.
// The errors are sentences.
func ReadTable(text string, required ...string) (Table, error) {
	text = strings.TrimPrefix(text, "\ufeff")
	if !utf8.ValidString(text) {
		return Table{}, errors.New("the list is not UTF-8 text: in the spreadsheet choose \"CSV UTF-8\" and save it again")
	}
	if !letters.Readable(text) {
		return Table{}, errors.New("the list holds characters that cannot be seen, such as controls or marks that turn the direction: take them out")
	}
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(text) // some spreadsheets end lines with CR alone
	reader := csv.NewReader(strings.NewReader(text))
	reader.Comma = separator(text)
	reader.FieldsPerRecord = -1
	reader.TrimLeadingSpace = true
	header, err := reader.Read()
	if errors.Is(err, io.EOF) {
		return Table{}, errors.New("the list is empty: its first row has to name the columns")
	}
	if err != nil {
		return Table{}, fmt.Errorf("the list is not CSV: %w", err)
	}
	t := Table{columns: map[string]int{}}
	for i, name := range header {
		if _, twice := t.columns[key(name)]; twice && key(name) != "" {
			return Table{}, fmt.Errorf("two columns are called %q: rename or remove one of them", short(name))
		}
		t.columns[key(name)] = i
	}
	for _, name := range required {
		if _, ok := t.columns[key(name)]; !ok {
			return Table{}, fmt.Errorf("the list has no column %q: its first row names %s", name, named(header))
		}
	}
	for {
		cells, err := reader.Read()
		if errors.Is(err, io.EOF) {
			return t, nil
		}
		if err != nil {
			return Table{}, fmt.Errorf("the list is not CSV: %w", err)
		}
		line, _ := reader.FieldPos(0)
		if strings.TrimSpace(strings.Join(cells, "")) != "" {
			t.Rows = append(t.Rows, Row{line, cells, &t})
		}
		if len(t.Rows) > MostRows {
			return Table{}, fmt.Errorf("the list has more than %d rows: bring it in parts", MostRows)
		}
	}
}

// MostRows is how long a list may be: no school has as much of anything.
const MostRows = 5000

// named are the first columns of a header, as far as a sentence can hold them.
func named(header []string) string {
	const most = 12
	var names []string
	for _, name := range header[:min(most, len(header))] {
		names = append(names, short(name))
	}
	if len(header) > most {
		names = append(names, "…")
	}
	return strings.Join(names, ", ")
}

func short(name string) string {
	const most = 30
	if runes := []rune(name); len(runes) > most {
		return string(runes[:most]) + "…"
	}
	return name
}

// Get is the cell of a column without surrounding space, "" where it is missing.
func (r Row) Get(column string) string {
	i, ok := r.table.columns[key(column)]
	if !ok || i >= len(r.cells) {
		return ""
	}
	return armed(strings.TrimSpace(r.cells[i]))
}

// Has says whether the list has a column at all.
func (t Table) Has(column string) bool {
	_, ok := t.columns[key(column)]
	return ok
}

// Has says whether the list has a column at all.
func (r Row) Has(column string) bool { return r.table.Has(column) }

func key(name string) string {
	return strings.NewReplacer(" ", "", "_", "", "-", "").Replace(strings.ToLower(strings.TrimSpace(name)))
}

// separator is what the header row is separated by.
func separator(text string) rune {
	header, _, _ := strings.Cut(text, "\n")
	best, most := ',', 0
	for _, c := range []rune{',', ';', '\t'} {
		if n := strings.Count(header, string(c)); n > most {
			best, most = c, n
		}
	}
	return best
}

// Truth reads yes or no; an empty cell is fallback.
func Truth(text string, fallback bool) (bool, error) {
	switch strings.ToLower(text) {
	case "":
		return fallback, nil
	case "yes", "y", "true", "1", "x":
		return true, nil
	case "no", "n", "false", "0":
		return false, nil
	}
	return false, fmt.Errorf("%q: expected yes or no", text)
}
