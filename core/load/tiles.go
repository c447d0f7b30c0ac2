package load

import (
	"fmt"
	"math"
	"strings"

	"enkaustos/core/outline"
)

// Tiles are test tiles that fill what room pieces leave in a load, all alike, standing or lying.
type Tiles struct {
	Count  int     `json:"count"`
	WideMM float64 `json:"wideMM"`
	DeepMM float64 `json:"deepMM"`
	TallMM float64 `json:"tallMM"`
}

// mostTiles is more than any load is asked to take.
const mostTiles = 120

// gramsPerMM3 is what fired clay weighs (from memory).
const gramsPerMM3 = 0.0019

const tileID = "tile/"

// IsTile says whether what stands in a plan is a test tile.
func IsTile(id string) bool { return strings.HasPrefix(id, tileID) }

// Fault is what is impossible about them, "" for nothing.
func (t Tiles) Fault() string {
	if t.Count < 0 || t.Count > mostTiles {
		return fmt.Sprintf("%d test tiles: expected 0 to %d.", t.Count, mostTiles)
	}
	for _, mm := range []float64{t.WideMM, t.DeepMM, t.TallMM} {
		if t.Count > 0 && (math.IsNaN(mm) || mm < 3 || mm > 400) {
			return fmt.Sprintf("A test tile of %g by %g mm, %g mm tall: expected 3 to 400 mm each.", t.WideMM, t.DeepMM, t.TallMM)
		}
	}
	return ""
}

// Pieces are the tiles as things of a load.
func (t Tiles) Pieces() (all []Piece) {
	for n := range t.Count {
		all = append(all, Piece{ID: fmt.Sprintf("%s%d", tileID, n+1), Outline: outline.Rectangle(t.WideMM, t.DeepMM), TallMM: t.TallMM,
			Grams: t.WideMM * t.DeepMM * t.TallMM * gramsPerMM3})
	}
	return all
}

// WithoutTiles is a plan with its pieces alone.
func (p Plan) WithoutTiles() Plan {
	p = p.clone()
	for n, l := range p.Levels {
		kept := []Standing{}
		for _, s := range l.Pieces {
			if !IsTile(s.Piece) {
				kept = append(kept, s)
			}
		}
		p.Levels[n].Pieces = kept
	}
	return p
}

// Fill puts tiles wherever a plan has room for them, shelf by shelf from below; pieces may move aside,
// and none leaves for a tile. It says how many found a place.
func (h Hand) Fill(plan Plan, tiles Tiles) (Plan, int) {
	plan = plan.WithoutTiles()
	h.Pieces = append(append([]Piece{}, h.Pieces...), tiles.Pieces()...)
	g := newPacking(Request{Kiln: h.Kiln, Ways: h.Ways, Pieces: h.Pieces, Steps: 20 * glideSteps})
	first := len(h.Pieces) - tiles.Count
	placed := 0
	for level := range plan.Levels {
		s := g.shelfWith(plan, level)
		if len(s.holds()) < len(plan.Levels[level].Pieces) {
			continue // something on it is not ready any more: nothing is laid around what nobody knows
		}
		for placed < tiles.Count && g.add(s, first+placed, 3, 0) {
			placed++
		}
		plan.Levels[level].Pieces = g.level(s).Pieces
		for m, l := range plan.Levels {
			if l.On == level {
				plan.Levels[m].Stands = s.carries(l.Side)
			}
		}
	}
	return plan, placed
}
