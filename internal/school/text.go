package school

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// OneLine is a name as it is kept: trimmed, on one line, with one space between words.
// Characters that cannot be seen (controls, marks that turn the direction of what
// follows, NUL) are refused: they would make two names look alike, and drawings invalid.
// what says what it is a name of.
func OneLine(text, what string) (string, error) {
	if !utf8.ValidString(text) {
		return "", Refuse("The %s is not readable text.", what)
	}
	for _, r := range text {
		if Unseen(r) {
			return "", Refuse("The %s holds a character that cannot be seen: type it anew.", what)
		}
	}
	return strings.Join(strings.Fields(text), " "), nil
}

// Unseen says whether a character is one that a name, a code or a note cannot hold: a
// control other than tab and line break, a direction mark or a zero-width character
// (Unicode's Cc and Cf), or none at all.
func Unseen(r rune) bool {
	switch r {
	case '\t', '\n', '\r', '\u200d': // joins emoji and letters of some scripts
		return false
	}
	return unicode.In(r, unicode.Cc, unicode.Cf, unicode.Co, unicode.Cs) || r == utf8.RuneError
}
