package lost_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/lost"
	"enkaustos/core/piece"
	"enkaustos/internal/kept"
)

// Whose drawn pieces are by drawn clues stays as it is.
func TestSeekingStaysAsItIs(t *testing.T) {
	var page kept.Page
	for n := range 200 {
		r := rand.New(rand.NewPCG(uint64(n), 9))
		codes := []string{"A", "B", "C", "D"}
		forms := []piece.Form{piece.Bowl, piece.Cup, piece.Vase}
		lab := func() colour.Lab {
			return colour.Lab{L: 30 + 50*r.Float64(), A: 30*r.Float64() - 15, B: 30*r.Float64() - 15}
		}
		var shelf []lost.Piece
		for i := range 9 {
			p := lost.Piece{ID: fmt.Sprint(i), Form: forms[r.IntN(3)], Clay: []string{"P", "R"}[r.IntN(2)], Glazes: codes[:r.IntN(4)], Coats: r.IntN(8), Named: r.IntN(6) == 0}
			for range r.IntN(3) {
				p.Raw = append(p.Raw, lab())
			}
			shelf = append(shelf, p)
		}
		c := lost.Clues{Coats: r.IntN(7) - 1}
		if r.IntN(2) == 0 {
			c.Form = forms[r.IntN(3)]
		}
		if r.IntN(2) == 0 {
			c.Clay = "P"
		}
		if r.IntN(2) == 0 {
			c.Glazes = codes[r.IntN(2) : 2+r.IntN(2)]
		}
		if seen := lab(); r.IntN(2) == 0 {
			c.Raw = &seen
		}
		found := lost.Seek(c, shelf)
		page.Add(fmt.Sprintf("%d: %d of 9", n, len(found)), found)
	}
	golden.Assert(t, page.String(), "seeking.txt")
}
