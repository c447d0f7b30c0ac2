package results_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/results"
	"enkaustos/core/work"
)

func TestPieceBecomesTile(t *testing.T) {
	at := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	log := []work.Event{
		{Seq: 1, ID: "a", Kind: work.Coated, Surface: "face", Glaze: "A", At: at},
		{Seq: 2, ID: "b", Kind: work.Coated, Surface: "face", Glaze: "B", At: at},
		{Seq: 3, ID: "c", Kind: work.Undone, Undoes: "b", At: at},
		{Seq: 4, ID: "d", Kind: work.Fired, Cone: "6", At: at},
	}
	grey := colour.Lab{L: 50}
	_, err := results.Tile("T1", "p", "face", "P", grey, work.Fold(log))
	require.ErrorIs(t, err, results.ErrNotFired, "it still cools in the kiln")

	out := work.Fold(append(log, work.Event{Seq: 5, ID: "e", Kind: work.Unloaded, At: at.Add(time.Hour)}))
	tile, err := results.Tile("T1", "p", "face", "P", grey, out)
	require.NoError(t, err)
	require.Equal(t, glaze.Tile{Code: "T1", Clay: "P", Cone: "6", Fired: grey, Piece: "p",
		Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}, tile, "what was logged and not undone")

	_, err = results.Tile("T1", "p", "edge", "P", grey, out)
	require.ErrorContains(t, err, "no coat was logged on the edge")
	_, err = results.Tile("T1", "p", "face", "P", colour.Lab{L: 120}, out)
	require.ErrorContains(t, err, "outside")
}
