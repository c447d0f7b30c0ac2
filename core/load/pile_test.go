package load_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/piece"
)

// bisque are so many bare pieces of one make.
func bisque(t *testing.T, form piece.Form, m piece.Measures, n int, piles bool) (all []load.Piece) {
	b, err := piece.Build(form, m)
	require.NoError(t, err)
	for i := range n {
		made := load.Made{ID: fmt.Sprintf("%s%02d", form, i), Body: b, Bisque: true, Piles: piles}
		all = append(all, made.Pieces()...)
	}
	return all
}

func standing(p load.Plan) (n, piles int) {
	for _, l := range p.Levels {
		for _, s := range l.Pieces {
			if n += 1 + len(s.Piled); len(s.Piled) > 0 {
				piles++
			}
		}
	}
	return n, piles
}

// Bowls that do not fit side by side are nested, up to three; straight cups stand rim to rim; every piece
// is somewhere once; what the house does not pile, and what fits without, stands by itself.
func TestBisqueIsPiledWhereRoomIsShort(t *testing.T) {
	k := kiln.Usual()
	k.Name, k.TallMM, k.Posts = "low", 300, []kiln.Post{{HighMM: 100, Count: 6}}
	bowl := piece.Measures{"rim": 150, "height": 62, "foot": 50, "hollow": 5}
	cup := piece.Measures{"rim": 84, "base": 84, "height": 88, "handle": 0}
	for name, c := range map[string]struct {
		form     piece.Form
		measures piece.Measures
		n        int
		rims     bool
	}{"bowls": {piece.Bowl, bowl, 40, false}, "cups": {piece.Cup, cup, 110, true}} {
		k := k
		if c.rims {
			k.Posts = []kiln.Post{} // one shelf, and room above it
		}
		pieces := bisque(t, c.form, c.measures, c.n, true)
		r := load.Request{Kiln: k, Ways: load.Usual(), Pieces: pieces, Steps: load.Second / 4, Seed: 1}
		flat, _ := load.Find(r)
		plan, faults := load.FindPiled(r)
		require.Empty(t, faults)
		before, _ := standing(flat)
		after, piles := standing(plan)
		require.Greater(t, after, before, name)
		require.Positive(t, piles, name)
		require.Empty(t, load.Breaches(k, r.Ways, load.Piled(pieces, plan), plan), name)
		seen := map[string]int{}
		for _, l := range plan.Levels {
			for _, s := range l.Pieces {
				require.LessOrEqual(t, len(s.Piled), 2, name)
				require.Equal(t, c.rims && len(s.Piled) == 1, s.Rims, name)
				for _, id := range append([]string{s.Piece}, s.Piled...) {
					seen[id]++
				}
			}
		}
		for _, o := range plan.Out {
			seen[o.Piece]++
		}
		require.Len(t, seen, c.n, "%s: all of them, standing or out", name)
		for id, times := range seen {
			require.Equal(t, 1, times, id)
		}
		again := r
		again.Start, again.Pieces = &plan, load.Piled(pieces, plan)
		same, _ := load.FindPiled(again)
		still, _ := standing(same)
		require.GreaterOrEqual(t, still, after, "%s: begun from again, no fewer", name)

		upper := map[string]bool{}
		for _, l := range plan.Levels {
			for _, s := range l.Pieces {
				for _, id := range s.Piled {
					upper[id] = true
				}
			}
		}
		gone := load.Piled(slices.DeleteFunc(slices.Clone(pieces), func(p load.Piece) bool { return upper[p.ID] }), plan) // not to be fired any more
		require.NotEmpty(t, load.Breaches(k, r.Ways, gone, plan), name)

		_, piles = standing(must(load.FindPiled(load.Request{Kiln: k, Ways: r.Ways, Pieces: bisque(t, c.form, c.measures, c.n, false), Steps: load.Second / 8, Seed: 1})))
		require.Zero(t, piles, "%s: the house does not", name)
		_, piles = standing(must(load.FindPiled(load.Request{Kiln: k, Ways: r.Ways, Pieces: pieces[:4], Steps: load.Second / 8, Seed: 1})))
		require.Zero(t, piles, "%s: there is room", name)
	}
}

func must(p load.Plan, _ []string) load.Plan { return p }

// A nested pile is as tall as one and a step for each on it; two rim to rim as tall as both.
func TestPilesAreAsTallAsTheyStand(t *testing.T) {
	bowls := bisque(t, piece.Bowl, piece.Measures{"rim": 150, "height": 62, "foot": 50, "hollow": 5}, 3, true)
	plan := load.Plan{Levels: []load.Level{{On: -1, Pieces: []load.Standing{{Piece: bowls[0].ID, Piled: []string{bowls[1].ID, bowls[2].ID}}}}}}
	piled := load.Piled(bowls, plan)
	require.Len(t, piled, 1)
	require.InDelta(t, bowls[0].TallMM+2*bowls[0].Piling.StepMM, piled[0].TallMM, 1e-9)
	require.InDelta(t, 3*bowls[0].Grams, piled[0].Grams, 1e-9)
	plan.Levels[0].Pieces[0] = load.Standing{Piece: bowls[0].ID, Piled: []string{bowls[1].ID}, Rims: true}
	piled = load.Piled(bowls, plan)
	require.Len(t, piled, 2)
	require.InDelta(t, 2*bowls[0].TallMM, piled[0].TallMM, 1e-9)
}

// From the floor up and from the middle out; a pile stands where its lowest does.
func TestWhereAPieceStood(t *testing.T) {
	k := kiln.Usual()
	on := func(id string, x float64, piled ...string) load.Standing {
		return load.Standing{Piece: id, Place: outline.Place{X: x}, Piled: piled}
	}
	plan := load.Plan{Levels: []load.Level{{On: -1, Pieces: []load.Standing{on("a", 0), on("b", 200)}}, {On: 0, Pieces: []load.Standing{on("c", -30, "d")}}, {On: 1, Pieces: []load.Standing{on("e", -190)}}}}
	for piece, says := range map[string]string{"a": "lowest shelf, in the middle", "b": "lowest shelf, at the edge", "d": "a shelf between, in the middle", "e": "top shelf, at the edge"} {
		spot, ok := plan.Where(k, piece)
		require.True(t, ok)
		require.Equal(t, says, spot.String())
	}
	_, ok := plan.Where(k, "f")
	require.False(t, ok)
}

// Test tiles take the room that is left, and none of the pieces'.
func TestTilesFillWhatIsLeft(t *testing.T) {
	k := kiln.Usual()
	k.Name = "half full"
	pieces := bisque(t, piece.Cup, piece.Measures{"rim": 84, "base": 84, "height": 88, "handle": 0}, 9, false)
	plan, faults := load.Find(load.Request{Kiln: k, Ways: load.Usual(), Pieces: pieces, Steps: load.Second / 8, Seed: 1})
	require.Empty(t, faults)
	tiles := load.Tiles{Count: 30, WideMM: 60, DeepMM: 12, TallMM: 80}
	hand := load.Hand{Kiln: k, Ways: load.Usual(), Pieces: pieces}
	filled, n := hand.Fill(plan, tiles)
	require.Positive(t, n)
	cups, _ := standing(filled.WithoutTiles())
	require.Equal(t, 9, cups)
	all, _ := standing(filled)
	require.Equal(t, 9+n, all)
	require.Empty(t, load.Breaches(k, load.Usual(), append(tiles.Pieces(), pieces...), filled))
	again, m := hand.Fill(filled, load.Tiles{Count: 2, WideMM: 60, DeepMM: 12, TallMM: 80})
	all, _ = standing(again)
	require.Equal(t, 9+m, all, "asked again, they are laid anew")
	require.NotEmpty(t, load.Tiles{Count: -1}.Fault())
	require.NotEmpty(t, load.Tiles{Count: 3, WideMM: 60}.Fault())
	require.Empty(t, tiles.Fault())
}
