package lost_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/lost"
	"enkaustos/core/piece"
)

var shelf = []lost.Piece{
	{ID: "bowl on pale", Form: piece.Bowl, Clay: "P", Glazes: []string{"A", "B"}, Coats: 5, Raw: []colour.Lab{{L: 60, A: 20, B: 10}}},
	{ID: "bowl on red", Form: piece.Bowl, Clay: "R", Glazes: []string{"A"}, Coats: 3, Raw: []colour.Lab{{L: 60, A: 20, B: 10}}},
	{ID: "cup", Form: piece.Cup, Clay: "P", Glazes: []string{"B"}, Coats: 2, Raw: []colour.Lab{{L: 30, A: 0, B: -40}}},
	{ID: "in the kiln", Form: piece.Bowl, Clay: "P", Glazes: []string{"A", "B"}, Coats: 5, Named: true},
}

func ids(found []lost.Found) (list []string) {
	for _, f := range found {
		list = append(list, f.ID)
	}
	return list
}

func TestSeek(t *testing.T) {
	require.Empty(t, lost.Seek(lost.Clues{}, shelf), "without a clue nobody is named")
	require.Equal(t, []string{"bowl on pale", "bowl on red"}, ids(lost.Seek(lost.Clues{Form: piece.Bowl}, shelf)))
	require.Equal(t, []string{"bowl on red", "bowl on pale"}, ids(lost.Seek(lost.Clues{Form: piece.Bowl, Clay: "R"}, shelf)))
	require.Equal(t, "bowl on pale", lost.Seek(lost.Clues{Form: piece.Bowl, Glazes: []string{"A", "B"}, Coats: 4}, shelf)[0].ID)
	blue := lost.Seek(lost.Clues{Raw: &colour.Lab{L: 32, A: 2, B: -38}}, shelf)
	require.Equal(t, []string{"cup"}, ids(blue))
	require.Contains(t, blue[0].Why, "the raw colour fits")
	require.Equal(t, "cup", lost.Seek(lost.Clues{Coats: -1}, shelf)[0].ID, "bare by the look of it: the one with the fewest coats")
}

// What each clue weighs, and the words for it.
func TestCluesAreWeighed(t *testing.T) {
	for _, c := range []struct {
		clues lost.Clues
		score float64
		why   []string
	}{
		{lost.Clues{Form: piece.Bowl}, 1, []string{"the form fits"}},
		{lost.Clues{Form: piece.Bowl, Clay: "R"}, 4.0 / 6, []string{"the form fits", "but its clay is P"}},
		{lost.Clues{Clay: "P", Glazes: []string{"A", "C"}}, 5.0 / 8, []string{"the clay fits", "A fits", "but no C was logged"}},
		{lost.Clues{Form: piece.Bowl, Coats: 3}, 4.5 / 5, []string{"the form fits", "5 coats logged"}},
		{lost.Clues{Form: piece.Bowl, Coats: 9}, 4.0 / 5, []string{"the form fits", "5 coats logged"}},
		{lost.Clues{Form: piece.Bowl, Coats: -1}, 4.0 / 5, []string{"the form fits", "5 coats logged"}},
		{lost.Clues{Form: piece.Bowl, Coats: 5, Raw: &colour.Lab{L: 60, A: 20, B: 10}}, 1, []string{"the form fits", "5 coats logged", "the raw colour fits"}},
		{lost.Clues{Form: piece.Bowl, Raw: &colour.Lab{L: 20, A: -60, B: -30}}, 4.0 / 6, []string{"the form fits", "but another raw colour"}},
	} {
		for _, f := range lost.Seek(c.clues, shelf) {
			if f.ID == "bowl on pale" {
				require.InDelta(t, c.score, f.Score, 1e-9, "%+v", c.clues)
				require.Equal(t, c.why, f.Why)
			}
		}
	}
	bare := []lost.Piece{{ID: "one coat", Coats: 1}, {ID: "none"}, {ID: "two", Coats: 2}}
	require.Equal(t, []string{"none", "one coat", "two"}, ids(lost.Seek(lost.Clues{Coats: -1}, bare)))
	require.Empty(t, lost.Seek(lost.Clues{Form: piece.Cup, Clay: "P"}, []lost.Piece{{ID: "0.3 is too little", Clay: "R"}}))
}

// One more clue that fits never lets a piece that it does not fit overtake.
func TestFittingCluesNeverMislead(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(label string) lost.Piece {
			return lost.Piece{ID: label, Form: rapid.SampledFrom([]piece.Form{piece.Bowl, piece.Cup}).Draw(t, label+" form"),
				Clay:   rapid.SampledFrom([]string{"P", "R"}).Draw(t, label+" clay"),
				Glazes: rapid.SliceOfDistinct(rapid.SampledFrom([]string{"A", "B", "C"}), rapid.ID).Draw(t, label+" glazes")}
		}
		one, other := draw("one"), draw("other")
		clues := lost.Clues{Form: one.Form}
		more := lost.Clues{Form: one.Form, Clay: one.Clay, Glazes: one.Glazes}
		for _, c := range []lost.Clues{clues, more} {
			found := lost.Seek(c, []lost.Piece{other, one})
			require.Contains(t, ids(found), "one")
			for _, f := range found {
				if f.ID == "one" {
					require.InDelta(t, 1, f.Score, 1e-9)
				}
			}
		}
	})
}
