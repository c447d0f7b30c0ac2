package load_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/load"
	"enkaustos/core/outline"
)

// Whatever is dragged where: nothing else moves, nothing is lost or twice, and where it slid to a
// place at all, it may stand there.
func TestByHand(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k, ways, pieces := school(), load.Usual(), anyPieces(t, 14)
		h := load.Hand{Kiln: k, Ways: ways, Pieces: pieces}
		plan, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2})
		require.Empty(t, faults)
		if len(plan.Levels) == 0 {
			return
		}
		before := places(plan)
		piece := fmt.Sprint(rapid.IntRange(0, len(pieces)-1).Draw(t, "piece"))
		level := rapid.IntRange(0, len(plan.Levels)-1).Draw(t, "level")
		to := outline.Place{X: rapid.Float64Range(-300, 300).Draw(t, "x"), Y: rapid.Float64Range(-300, 300).Draw(t, "y"), Turn: rapid.Float64Range(-3, 3).Draw(t, "turn")}
		moved, err := h.Move(plan, piece, level, to, true)
		require.NoError(t, err)
		require.Equal(t, before, places(plan), "the plan before is as it was")
		after := places(moved)
		at := after[piece]
		delete(before, piece)
		delete(after, piece)
		require.Equal(t, before, after)
		if at.Place != to {
			for _, b := range load.Breaches(k, ways, pieces, moved) {
				require.False(t, (b.Piece == piece || b.Other == piece) && b.ShortMM > 0 && b.Other != "", "it slid into another piece: %s", b.Text)
			}
		}
		out := h.TakeOut(moved, piece)
		require.NotContains(t, places(out), piece)
		again, _ := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort / 2, Start: &out})
		require.NotContains(t, places(again), piece, "taken out by hand, it stays out")
		back, err := h.Put(out, piece, level)
		if err == nil {
			require.Contains(t, places(back), piece)
			require.Empty(t, texts(load.Breaches(k, ways, pieces, back)))
		}
	})
}

type stands struct {
	level int
	load.Standing
}

func places(p load.Plan) map[string]stands {
	at := map[string]stands{}
	for n, l := range p.Levels {
		for _, s := range l.Pieces {
			at[s.Piece] = stands{n, s}
		}
	}
	return at
}

// A drop beside its neighbour slides to touch its gap; two that change places both stand.
func TestGlideAndSwap(t *testing.T) {
	k, ways := school(), load.Usual()
	pieces := []load.Piece{{ID: "a", Outline: outline.Disc(60), TallMM: 80}, {ID: "b", Outline: outline.Disc(40), TallMM: 80}}
	h := load.Hand{Kiln: k, Ways: ways, Pieces: pieces}
	plan := load.Plan{Levels: []load.Level{{BaseMM: k.FloorMM + k.Whole.ThickMM, On: -1, Pieces: []load.Standing{{Piece: "a"}, {Piece: "b", Place: outline.Place{X: 200}}}}}}
	require.Empty(t, load.Breaches(k, ways, pieces, plan))
	slid, err := h.Move(plan, "b", 0, outline.Place{X: 90}, true)
	require.NoError(t, err)
	require.Empty(t, load.Breaches(k, ways, pieces, slid))
	require.InDelta(t, 106, places(slid)["b"].Place.X, 0.5, "the radii and the gap")
	exact, _ := h.Move(plan, "b", 0, outline.Place{X: 90}, false)
	breaches := load.Breaches(k, ways, pieces, exact)
	require.Len(t, breaches, 1)
	require.InDelta(t, 16, breaches[0].ShortMM, 1e-9)
	require.Equal(t, "16 mm more between these two.", breaches[0].Text)
	swapped, err := h.Swap(plan, "a", "b")
	require.NoError(t, err)
	require.Empty(t, load.Breaches(k, ways, pieces, swapped))
	require.Less(t, places(swapped)["b"].Place.X, 60.0)
	_, err = h.Move(plan, "b", 7, outline.Place{}, true)
	require.Error(t, err)
	_, err = h.Move(plan, "nobody", 0, outline.Place{}, true)
	require.Error(t, err)
}
