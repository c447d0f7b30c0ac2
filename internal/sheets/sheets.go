// Package sheets reads the files that offices send: text separated by commas, semicolons or tabs
// in whatever letters a spreadsheet wrote it, and .xlsx. It knows cells, and nothing of what they
// mean.
package sheets

import (
	"bytes"
	"errors"
	"fmt"
	"strings"
	"unicode/utf8"

	"enkaustos/internal/letters"
)

// Bounds of what is read of a file: no school has as much of anything.
const (
	MostRows    = 5000 // of a sheet, title and headings among them
	MostColumns = 80
	mostSheets  = 20
	longestCell = 1000 // letters
)

// Sheet is one sheet of a file.
type Sheet struct {
	Name string // "" of a file that has no names for them
	Rows []Row
}

// Row is a row that has something in it.
type Row struct {
	Number int      // as a spreadsheet counts, from 1
	Cells  []string // without surrounding space; a line break within a cell is a space
}

// Read reads a file. The errors are sentences that say what to do.
func Read(data []byte) ([]Sheet, error) {
	var all []Sheet
	var err error
	switch {
	case len(bytes.TrimSpace(data)) == 0:
		return nil, errors.New("the file is empty")
	case bytes.HasPrefix(data, []byte("PK\x03\x04")):
		all, err = readWorkbook(data)
	case bytes.HasPrefix(data, []byte("\xD0\xCF\x11\xE0")):
		if bytes.Contains(data, utf16Bytes("EncryptedPackage")) {
			return nil, errors.New("the spreadsheet is locked by a password: save a copy of it without one")
		}
		return nil, errors.New("the spreadsheet is of the old .xls kind: save it as .xlsx or as CSV")
	default:
		all, err = readText(data)
	}
	if err != nil {
		return nil, err
	}
	all = filled(all)
	if len(all) == 0 {
		return nil, errors.New("there is nothing in the file: its first row has to name the columns")
	}
	for _, s := range all {
		for _, r := range s.Rows {
			for i, cell := range r.Cells {
				if !letters.Readable(cell) || strings.ContainsRune(cell, utf8.RuneError) {
					return nil, fmt.Errorf("row %d, column %d%s holds characters that cannot be read: type them again, or save the file as CSV UTF-8", r.Number, i+1, s.in())
				}
			}
		}
	}
	return all, nil
}

// in says in which sheet, where they have names.
func (s Sheet) in() string {
	if s.Name == "" {
		return ""
	}
	return fmt.Sprintf(" of the sheet %q", s.Name)
}

// filled are the sheets that have anything in them.
func filled(all []Sheet) (full []Sheet) {
	for _, s := range all {
		if len(s.Rows) > 0 {
			full = append(full, s)
		}
	}
	return full
}

// add keeps a row that has something in it.
func (s *Sheet) add(number int, cells []string) error {
	row := Row{Number: number, Cells: make([]string, 0, len(cells))}
	for i, cell := range cells {
		cell = strings.Join(strings.Fields(cell), " ")
		switch {
		case cell != "" && i >= MostColumns:
			return fmt.Errorf("row %d%s has more than %d columns: take out what is not needed", number, s.in(), MostColumns)
		case utf8.RuneCountInString(cell) > longestCell:
			return fmt.Errorf("row %d, column %d%s is longer than %d letters: shorten it", number, i+1, s.in(), longestCell)
		case i < MostColumns:
			row.Cells = append(row.Cells, cell)
		}
	}
	for len(row.Cells) > 0 && row.Cells[len(row.Cells)-1] == "" {
		row.Cells = row.Cells[:len(row.Cells)-1]
	}
	if len(row.Cells) == 0 {
		return nil
	}
	if s.Rows = append(s.Rows, row); len(s.Rows) > MostRows {
		return fmt.Errorf("the list%s has more than %d rows: bring it in parts", s.in(), MostRows)
	}
	return nil
}

func utf16Bytes(text string) []byte {
	var b []byte
	for _, r := range text {
		b = append(b, byte(r), 0)
	}
	return b
}
