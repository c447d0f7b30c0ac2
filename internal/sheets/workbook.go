package sheets

import (
	"archive/zip"
	"bytes"
	"errors"
	"fmt"
	"io"
	"strings"
	"sync"
	"time"

	"github.com/xuri/excelize/v2"
)

// Bounds of a workbook unpacked, in bytes: what a school's list takes is a hundredth of it.
const mostUnpacked = 32 << 20

// Bounds of the marks (of "<") in the parts of a workbook: each becomes memory and time, however few bytes
// it takes. A list of 5,000 rows of ten columns has 200,000 in its cells and as many in its texts.
const (
	mostInCells  = 1_200_000
	mostInTexts  = 400_000
	mostInOthers = 100_000
	longest      = 2 * time.Second // that a workbook is read
)

// reading is the one place in which workbooks are unpacked, so that memory stays bounded.
var reading sync.Mutex

// errNoWorkbook is said of a file that is packed like a spreadsheet, and is none.
var errNoWorkbook = errors.New("the file is no spreadsheet that can be read: save it as .xlsx or as CSV")

// readWorkbook reads the sheets of an .xlsx that can be seen. Of a formula its last result counts.
func readWorkbook(data []byte) ([]Sheet, error) {
	if err := fitsUnpacked(data); err != nil {
		return nil, err
	}
	reading.Lock()
	defer reading.Unlock()
	f, err := excelize.OpenReader(bytes.NewReader(data), excelize.Options{UnzipSizeLimit: mostUnpacked, UnzipXMLSizeLimit: mostUnpacked})
	if err != nil {
		return nil, errNoWorkbook
	}
	defer func() { _ = f.Close() }()
	var all []Sheet
	for _, name := range f.GetSheetList() {
		if seen, err := f.GetSheetVisible(name); err == nil && !seen {
			continue
		}
		if len(all) == mostSheets {
			return nil, fmt.Errorf("the spreadsheet has more than %d sheets: save the one that is meant by itself", mostSheets)
		}
		s, err := readSheet(f, name)
		if err != nil {
			return nil, err
		}
		all = append(all, s)
	}
	return all, nil
}

func readSheet(f *excelize.File, name string) (Sheet, error) {
	s := Sheet{Name: name}
	rows, err := f.Rows(name)
	if err != nil {
		return s, errNoWorkbook
	}
	defer func() { _ = rows.Close() }()
	until := time.Now().Add(longest)
	for number := 1; rows.Next(); number++ {
		if number > 4*MostRows {
			return s, fmt.Errorf("the list%s goes on below row %d: take out what stands there", s.in(), 4*MostRows)
		}
		if time.Now().After(until) {
			return s, errHeavy
		}
		cells, err := rows.Columns()
		if err != nil {
			return s, errNoWorkbook
		}
		if err := s.add(number, cells); err != nil {
			return s, err
		}
	}
	if rows.Error() != nil {
		return s, errNoWorkbook
	}
	return s, nil
}

// fitsUnpacked unpacks a file into nothing, as far as it may: what its head says of its size may
// be a lie.
func fitsUnpacked(data []byte) error {
	packed, err := zip.NewReader(bytes.NewReader(data), int64(len(data)))
	if err != nil {
		return errNoWorkbook
	}
	left := int64(mostUnpacked)
	for _, part := range packed.File {
		r, err := part.Open()
		if err != nil {
			return errNoWorkbook
		}
		marks := &counted{left: mostMarks(part.Name)}
		n, err := io.Copy(marks, io.LimitReader(r, left+1))
		_ = r.Close()
		if errors.Is(err, errHeavy) {
			return err
		}
		if left -= n; left < 0 {
			return fmt.Errorf("the spreadsheet is larger than %d MB once it is unpacked: copy the list alone into a new one", mostUnpacked>>20)
		}
		if err != nil {
			return errNoWorkbook
		}
	}
	return nil
}

// errHeavy is said of a workbook that holds more than a list does.
var errHeavy = errors.New("the spreadsheet holds far more than a list: copy the list alone into a new one")

// mostMarks is how many marks a part of a workbook may have.
func mostMarks(part string) int {
	switch {
	case strings.HasPrefix(part, "xl/worksheets/"):
		return mostInCells
	case strings.EqualFold(part, "xl/sharedStrings.xml"):
		return mostInTexts
	}
	return mostInOthers
}

// counted takes bytes until they hold too many marks.
type counted struct{ left int }

func (c *counted) Write(p []byte) (int, error) {
	if c.left -= bytes.Count(p, []byte("<")); c.left < 0 {
		return 0, errHeavy
	}
	return len(p), nil
}

// Write makes an .xlsx of a sheet, its first row the headings; all cells are text, so that cone 06
// stays cone 06.
func Write(s Sheet) ([]byte, error) {
	f := excelize.NewFile()
	defer func() { _ = f.Close() }()
	if err := f.SetSheetName("Sheet1", s.Name); err != nil {
		return nil, err
	}
	text, err := f.NewStyle(&excelize.Style{NumFmt: 49})
	if err != nil {
		return nil, err
	}
	bold, err := f.NewStyle(&excelize.Style{NumFmt: 49, Font: &excelize.Font{Bold: true}})
	if err != nil {
		return nil, err
	}
	for i, row := range s.Rows {
		cells := make([]any, len(row.Cells))
		for k, c := range row.Cells {
			cells[k] = c
		}
		at, err := excelize.CoordinatesToCellName(1, i+1)
		if err != nil {
			return nil, err
		}
		if err := f.SetSheetRow(s.Name, at, &cells); err != nil {
			return nil, err
		}
	}
	last, err := excelize.ColumnNumberToName(max(len(s.Rows[0].Cells), 1))
	if err != nil {
		return nil, err
	}
	if err := errors.Join(f.SetColStyle(s.Name, "A:"+last, text), f.SetColWidth(s.Name, "A", last, 16), f.SetRowStyle(s.Name, 1, 1, bold)); err != nil {
		return nil, err
	}
	out, err := f.WriteToBuffer()
	if err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}
