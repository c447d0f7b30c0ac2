package sheets

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// readText reads separated text in UTF-8, UTF-16 or, where it is neither, Windows-1252.
func readText(data []byte) ([]Sheet, error) {
	text, err := decoded(data)
	if err != nil {
		return nil, err
	}
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n").Replace(text) // some spreadsheets end lines with CR alone
	reader := csv.NewReader(strings.NewReader(text))
	reader.Comma, reader.FieldsPerRecord, reader.LazyQuotes = separator(text), -1, true
	var s Sheet
	for {
		cells, err := reader.Read()
		if errors.Is(err, io.EOF) {
			return []Sheet{s}, nil
		}
		if err != nil {
			return nil, fmt.Errorf("the file is no list: %w", err)
		}
		line, _ := reader.FieldPos(0)
		if err := s.add(line, cells); err != nil {
			return nil, err
		}
	}
}

// decoded is the text of a file: by its byte order mark, else by what its bytes can be.
func decoded(data []byte) (string, error) {
	from := encodingOf(data)
	if from == nil {
		return strings.TrimPrefix(string(data), "\ufeff"), nil
	}
	text, err := from.NewDecoder().Bytes(data)
	if err != nil || bytes.ContainsRune(text, 0) {
		return "", errors.New("the file is no list that can be read: save it as .xlsx or as CSV UTF-8")
	}
	return string(text), nil
}

// encodingOf is what the bytes are written in; nil for UTF-8.
func encodingOf(data []byte) encoding.Encoding {
	nulls := [2]int{}
	head := data[:min(len(data), 4000)]
	for i, b := range head {
		if b == 0 {
			nulls[i%2]++
		}
	}
	quarter := len(head) / 8 // of the letters of a list most are one byte of two
	switch {
	case bytes.HasPrefix(data, []byte("\xFF\xFE")), bytes.HasPrefix(data, []byte("\xFE\xFF")):
		return unicode.UTF16(unicode.LittleEndian, unicode.UseBOM)
	case nulls[1] > quarter && nulls[0] == 0:
		return unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM)
	case nulls[0] > quarter && nulls[1] == 0:
		return unicode.UTF16(unicode.BigEndian, unicode.IgnoreBOM)
	case utf8.Valid(data) && nulls[0]+nulls[1] == 0:
		return nil
	}
	return charmap.Windows1252
}

// separator is what stands most often, and as often in one row as in the next.
func separator(text string) rune {
	lines := strings.SplitN(text, "\n", 21)
	best, most := ',', 0
	for _, c := range []rune{'\t', ';', ','} {
		rows := map[int]int{} // how many lines have it so many times
		for _, line := range lines[:min(len(lines), 20)] {
			if n := strings.Count(line, string(c)); n > 0 {
				rows[n]++
			}
		}
		for n, times := range rows {
			if score := times*10 + n; score > most {
				best, most = c, score
			}
		}
	}
	return best
}
