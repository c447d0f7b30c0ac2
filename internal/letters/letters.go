// Package letters says which characters a text may hold.
package letters

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"unicode"
	"unicode/utf8"
)

// Unseen says whether a character is one that no name, code or note can hold: a control
// other than tab and line break, a mark that turns the direction of what follows, one of no
// width (Unicode's Cc and Cf). Two names would look alike by it, and drawings be invalid.
// Joiners stay: some scripts and emoji are written with them.
func Unseen(r rune) bool {
	switch r {
	case '\t', '\n', '\r', '\u200c', '\u200d', '\ufeff': // the last one begins lists of some spreadsheets
		return false
	}
	return unicode.In(r, unicode.Cc, unicode.Cf, unicode.Co, unicode.Cs)
}

// Readable says whether a text is UTF-8 of characters that can be seen.
func Readable(text string) bool {
	for _, r := range text {
		if Unseen(r) {
			return false
		}
	}
	return utf8.ValidString(text)
}

// ReadableJSON says whether every string of a JSON document is Readable.
func ReadableJSON(document []byte) bool {
	tokens := json.NewDecoder(bytes.NewReader(document))
	for {
		token, err := tokens.Token()
		if errors.Is(err, io.EOF) || err != nil {
			return true // whether it is JSON is another question
		}
		if text, ok := token.(string); ok && !Readable(text) {
			return false
		}
	}
}
