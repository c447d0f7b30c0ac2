package experiment_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/experiment"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/kept"
)

// Where drawn stacks may be tried, how they are shared and what the matrix shows stays as it is.
func TestTrialsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	type shared struct {
		blanks []experiment.Blank
		fits   []experiment.Fit
	}
	drawn := rapid.Custom(func(t *rapid.T) shared { b, f := some(t); return shared{b, f} })
	for n := range 120 {
		r := rand.New(rand.NewPCG(uint64(n), 4))
		s := drawn.Example(n)
		page.Add(fmt.Sprintf("%d: %d blanks", n, len(s.blanks)), experiment.Share(s.blanks, s.fits, experiment.Stock{"0": float64(r.IntN(60)), "1": 500, "2": 3}), experiment.Ranked(s.blanks))
		w := willing(t, []piece.Form{piece.Slab, piece.Bowl, piece.Vase}[n%3])
		for _, surface := range w.Case.Body.Surfaces {
			switch r.IntN(4) {
			case 0:
				w.Case.Plan[surface.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}
			case 1:
				w.Case.State = work.Fold([]work.Event{laid(surface.ID, "A")})
			}
		}
		var blanks []experiment.Blank
		for range 1 + r.IntN(4) {
			b := blank(glaze.Stack{{Glaze: []string{"A", "B", "R", "Z"}[r.IntN(4)], Coats: 1 + r.IntN(3)}, {Glaze: "B", Coats: 1}}[:1+r.IntN(2)])
			b.Running, b.Pieces = r.IntN(3), b.Pieces[:r.IntN(2)]
			blanks = append(blanks, b)
		}
		fits := experiment.Fits(w, blanks)
		page.Add(fmt.Sprintf("  %d fit", len(fits)), fits, experiment.Ranked(blanks), experiment.Left(w.Case.Shelf.Glazes, map[string]float64{"A": 20, "B": 4}))
		for _, b := range blanks {
			page.Add("  open", b.Open())
		}
		var entries []experiment.Entry
		for _, b := range blanks {
			entries = append(entries, experiment.Entry{Ground: b.Ground, Cell: experiment.Cell{Stack: b.Stack}})
		}
		for _, m := range experiment.Lay(entries, func(s glaze.Stack, _ experiment.Ground) (string, *colour.Lab) {
			if s[0].Glaze == "A" {
				return "t1", &colour.Lab{L: 40}
			}
			return "", nil
		}) {
			page.Add("  matrix", m)
		}
	}
	golden.Assert(t, page.String(), "trials.txt")
}
