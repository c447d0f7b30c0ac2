package seats_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/seats"
	"enkaustos/internal/kept"
)

// Where drawn classes sit stays as it is.
func TestSeatingsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	codes := []string{"A", "B", "C", "D", "E"}
	for n := range 120 {
		r := rand.New(rand.NewPCG(uint64(n), 4))
		var jars []seats.Jar
		for _, c := range codes[:2+r.IntN(4)] {
			jars = append(jars, seats.Jar{Glaze: c, Seats: 1 + r.IntN(5)})
		}
		var children []seats.Child
		for i := range r.IntN(18) {
			c := seats.Child{ID: fmt.Sprint(i), Lost: r.IntN(3) == 0}
			for _, k := range r.Perm(len(jars))[:min(len(jars), r.IntN(4))] {
				c.Choices = append(c.Choices, jars[k].Glaze)
			}
			if r.IntN(3) == 0 {
				c.Before = codes[r.IntN(5)]
			}
			children = append(children, c)
		}
		err := seats.Check(children, jars, func(id string) string { return "child " + id })
		if page.Add(fmt.Sprintf("%d: %d children, %v", n, len(children), err)); err == nil {
			page.Add("  seated", seats.Assign(children, jars))
		}
		at := map[string]string{}
		for _, c := range children {
			at[c.ID] = codes[r.IntN(5)]
			page.Add("  lost", seats.Lost(c.Choices, at[c.ID]))
		}
		score := seats.Of(children, at)
		page.Add("  at random", score, score.Compare(seats.Score{}), seats.Score{}.Compare(score))
	}
	golden.Assert(t, page.String(), "seatings.txt")
}
