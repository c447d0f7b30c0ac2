package school

import (
	"strings"

	"enkaustos/internal/letters"
)

// OneLine is a name as it is kept: trimmed, on one line, with one space between words. What
// cannot be seen is refused; what says what it is a name of.
func OneLine(text, what string) (string, error) {
	if !letters.Readable(text) || strings.ContainsRune(text, '\ufeff') {
		return "", Refuse("The %s holds a character that cannot be seen: type it anew.", what)
	}
	return strings.Join(strings.Fields(text), " "), nil
}
