package roster

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/internal/kept"
)

// How drawn lists are read, and drawn names put in order, stays as it is.
func TestListsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	words := []string{"Ilo", "Oda", "Una P.", "Ada 2", "ada 10", "Ö", "Łu", "1", "02", "x2y10", "", "//", "X", "Name", "Mark", "Year", "9", "=A1", "李", "Ilo"}
	for n := range 300 {
		r := rand.New(rand.NewPCG(uint64(n), 4))
		word := func() string { return words[r.IntN(len(words))] }
		var rows []string
		for range 1 + r.IntN(6) {
			cells := make([]string, 1+r.IntN(4))
			for i := range cells {
				cells[i] = word()
			}
			rows = append(rows, strings.Join(cells, []string{"\t", ";", ", ", " "}[n%4]))
		}
		if n%5 == 0 { // with the headings of an office
			heads := [][]string{{"Name", "Mark"}, {"Mark", "Name"}, {"Nr", "First name", "Surname"}, {"Surname", "First name", "Mark", "Year"}, {"Student", "Sign"}}[n/5%5]
			rows = append([]string{strings.Join(heads, []string{"\t", ";", ", ", " "}[n%4])}, rows...)
		}
		entries, refused := Read(strings.Join(rows, []string{"\n", "\r\n"}[n%2]), []string{"X", "O"})
		page.Add(fmt.Sprintf("%d: %d read, %d refused", n, len(entries), len(refused)), entries, refused)
		a, b := word()+word(), word()+word()
		page.Add(fmt.Sprintf("  %q and %q: %d", a, b, Natural(a, b)), Propose(a, map[string]bool{"I": true, "O": n%2 == 0, "OD": n%3 == 0}), Clash(Entry{Name: a, Mark: b}, entries, "7 Plover"))
	}
	golden.Assert(t, page.String(), "lists.txt")
}
