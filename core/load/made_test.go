package load_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/core/piece"
)

func made(t *testing.T, form piece.Form, with load.Made) []load.Piece {
	b, err := piece.Build(form, piece.Measures{})
	require.NoError(t, err)
	with.ID, with.Body = "p", b
	return with.Pieces()
}

// What a piece stands on makes it wider and taller: a cookie 6 mm wider all round than the foot and 6 mm
// thick (common practice), stilts higher; a lid on its seat is none, apart it is one more.
func TestWhatStandsInALoad(t *testing.T) {
	plain, runs := made(t, piece.Slab, load.Made{}), made(t, piece.Slab, load.Made{Runs: true})
	require.InDelta(t, plain[0].TallMM+6, runs[0].TallMM, 1e-9)
	low, wide := plain[0].Outline.Reach(), runs[0].Outline.Reach()
	require.InDelta(t, low+6, wide, 1e-6, "a slab's cookie is as long as the slab and 6 mm more")
	require.Len(t, runs[0].Outline, 2)
	mug := made(t, piece.Mug, load.Made{Runs: true})[0]
	require.Negative(t, mug.Outline[len(mug.Outline)-1].Core[0].X, "under its foot, away from the handle")
	require.InDelta(t, plain[0].TallMM+12, made(t, piece.Slab, load.Made{Stilts: true})[0].TallMM, 1e-9)
	require.Len(t, made(t, piece.Jar, load.Made{Seated: true}), 1)
	apart := made(t, piece.Jar, load.Made{Bisque: true})
	require.Len(t, apart, 2)
	require.Equal(t, "p", apart[1].With)
	require.True(t, apart[0].Bare)
}

// A jar comes with its lid or not at all: planned, and by hand.
func TestALidComesWithItsJar(t *testing.T) {
	k, ways := school(), load.Usual()
	k.Posts, k.Half.Count, k.Thermocouple.LongMM = nil, 0, 0
	pieces := []load.Piece{{ID: "jar", Outline: outline.Disc(60), TallMM: 100}, {ID: "jar/1", With: "jar", Outline: outline.Disc(240), TallMM: 20}}
	for _, id := range []string{"a", "b", "c"} {
		pieces = append(pieces, load.Piece{ID: id, Outline: outline.Disc(70), TallMM: 80, Due: 1})
	}
	plan, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: effort})
	require.Empty(t, faults)
	require.Len(t, places(plan), 3)
	require.NotContains(t, places(plan), "jar", "its lid has no room")
	require.Len(t, plan.Out, 2)
	require.Empty(t, texts(load.Breaches(k, ways, pieces, plan)))

	pieces[1].Outline = outline.Disc(50)
	h := load.Hand{Kiln: k, Ways: ways, Pieces: pieces}
	back, err := h.Put(plan, "jar", 0)
	require.NoError(t, err)
	require.Contains(t, places(back), "jar/1")
	out := h.TakeOut(back, "jar/1")
	require.NotContains(t, places(out), "jar")
	lone, err := h.Move(plan, "jar", 0, outline.Place{}, true)
	require.NoError(t, err)
	require.Contains(t, texts(load.Breaches(k, ways, pieces, lone)), "level 0, jar : It and its lid are not both in the plan.")
}
