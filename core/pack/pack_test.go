package pack_test

import (
	"encoding/csv"
	"math"
	"os"
	"strconv"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/outline"
	"enkaustos/core/pack"
)

// table reads a reference of packings: how many, and how wide what holds them is, in units of one.
func table(t *testing.T, name string) map[int]float64 {
	file, err := os.Open("testdata/" + name)
	require.NoError(t, err)
	defer file.Close()
	r := csv.NewReader(file)
	r.Comment = '#'
	rows, err := r.ReadAll()
	require.NoError(t, err)
	wide := map[int]float64{}
	for _, row := range rows[1:] {
		n, err := strconv.Atoi(row[0])
		require.NoError(t, err)
		wide[n], err = strconv.ParseFloat(row[1], 64)
		require.NoError(t, err)
	}
	require.NotEmpty(t, wide)
	return wide
}

func alike(flat outline.Flat, o outline.Outline, n int) pack.Problem {
	p := pack.Problem{Flat: flat, Gaps: [][]float64{{0}}}
	for range n {
		p.Things = append(p.Things, pack.Thing{Outline: o})
	}
	return p
}

// Equal discs in a round flat of 1.005 times the smallest there is. Sources: testdata/circles_in_circle.csv.
// One smaller than the smallest holds them never.
func TestEqualDiscsInARoundFlat(t *testing.T) {
	for n, wide := range table(t, "circles_in_circle.csv") {
		p := alike(outline.Flat{R: 1.005 * wide * 50}, outline.Disc(50), n)
		places, ok := p.Find(pack.NewEffort(5_000_000, int64(n)))
		require.True(t, ok, "%d discs", n)
		require.LessOrEqual(t, p.Short(places), 0.0)
		if n > 1 {
			_, ok = alike(outline.Flat{R: 0.998 * wide * 50}, outline.Disc(50), n).Find(pack.NewEffort(300_000, 1))
			require.False(t, ok, "%d discs in less than is proven", n)
		}
	}
}

// Equal squares, turned freely, in a square of 1.02 times the smallest known. Sources:
// testdata/squares_in_square.csv.
func TestEqualSquaresInASquare(t *testing.T) {
	for n, wide := range table(t, "squares_in_square.csv") {
		if n > 10 { // eleven and more: in docs/kiln.md
			continue
		}
		s := 1.02 * wide * 40 / 2
		flat := outline.Polygon(outline.Point{X: s, Y: s}, outline.Point{X: -s, Y: s}, outline.Point{X: -s, Y: -s}, outline.Point{X: s, Y: -s})
		p := alike(flat, outline.Rectangle(40, 40), n)
		places, ok := p.Find(pack.NewEffort(120_000_000, int64(n)))
		require.True(t, ok, "%d squares", n)
		require.LessOrEqual(t, p.Short(places), 0.0)
	}
}

// Whatever is called placed keeps its gaps, lies within the flat, and what is fixed or held is where
// it has to be; the same seed and effort give the same places.
func TestWhatIsPlacedIsPlaced(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := pack.Problem{Flat: outline.Flat{R: 200}, Gaps: [][]float64{{0, 6}, {6, 12}}}
		n := rapid.IntRange(1, 9).Draw(t, "n")
		for i := range n {
			o := outline.Disc(rapid.Float64Range(10, 60).Draw(t, "r"))
			if rapid.Bool().Draw(t, "angular") {
				o = outline.Rectangle(rapid.Float64Range(20, 120).Draw(t, "l"), rapid.Float64Range(20, 120).Draw(t, "w"))
			}
			thing := pack.Thing{Outline: o, Kind: rapid.IntRange(0, 1).Draw(t, "kind")}
			switch {
			case i == 0 && rapid.Bool().Draw(t, "fixed"):
				thing.Fixed, thing.Home = true, outline.Place{X: 40, Y: 10, Turn: 0.3}
			case i == 1:
				thing.Outline, thing.Held, thing.Home = outline.Disc(15), 30, outline.Place{X: -150}
			}
			p.Things = append(p.Things, thing)
		}
		require.NoError(t, p.Check())
		seed := rapid.Int64Range(0, 1000).Draw(t, "seed")
		places, ok := p.Find(pack.NewEffort(200_000, seed))
		again, _ := p.Find(pack.NewEffort(200_000, seed))
		require.Equal(t, places, again)
		require.Len(t, places, n)
		if p.Things[0].Fixed {
			require.Equal(t, p.Things[0].Home, places[0])
		}
		if !ok {
			return
		}
		require.LessOrEqual(t, p.Short(places), 0.0)
		for i, place := range places {
			require.False(t, math.IsNaN(place.X+place.Y+place.Turn))
			if h := p.Things[i].Held; h > 0 {
				require.LessOrEqual(t, place.Point().Distance(p.Things[i].Home.Point()), h)
			}
		}
	})
}

func TestProblemsThatMakeNoSense(t *testing.T) {
	disc := []pack.Thing{{Outline: outline.Disc(5)}}
	for name, p := range map[string]pack.Problem{
		"nothing to see": {Things: []pack.Thing{{}}, Gaps: [][]float64{{0}}},
		"no such kind":   {Things: []pack.Thing{{Outline: outline.Disc(5), Kind: 1}}, Gaps: [][]float64{{0}}},
		"a negative gap": {Things: disc, Gaps: [][]float64{{-1}}},
		"one-sided gaps": {Things: disc, Gaps: [][]float64{{0, 1}, {2, 0}}},
	} {
		require.Error(t, p.Check(), name)
	}
}
