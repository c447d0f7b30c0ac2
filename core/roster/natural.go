package roster

import (
	"cmp"
	"strconv"
	"strings"
	"unicode"
)

// Natural compares names as people order them: board 2 before board 10, and what has no name
// last.
func Natural(a, b string) int {
	if (a == "") != (b == "") {
		return cmp.Compare(len(b), len(a))
	}
	x, y := pieces(strings.ToLower(a)), pieces(strings.ToLower(b))
	for i := range min(len(x), len(y)) {
		m, errM := strconv.Atoi(x[i])
		n, errN := strconv.Atoi(y[i])
		order := strings.Compare(x[i], y[i])
		if errM == nil && errN == nil {
			order = cmp.Compare(m, n)
		}
		if order != 0 {
			return order
		}
	}
	return cmp.Or(cmp.Compare(len(x), len(y)), strings.Compare(a, b))
}

// pieces splits a name into runs of digits and of everything else.
func pieces(name string) (all []string) {
	from := 0
	for i, r := range name {
		if i > 0 && unicode.IsDigit(r) != unicode.IsDigit(rune(name[from])) {
			all, from = append(all, name[from:i]), i
		}
	}
	return append(all, name[from:])
}
