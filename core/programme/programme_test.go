package programme_test

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/glaze"
	"enkaustos/core/programme"
)

type instance struct {
	Bases, Tops int
	Pairs       [][2]int
	Fewest      int
}

func (i instance) problem() programme.Problem {
	p := programme.Problem{Bases: make([]glaze.Stack, i.Bases), Tops: make([]glaze.Stack, i.Tops)}
	for _, pair := range i.Pairs {
		p.Pairs = append(p.Pairs, programme.Pair{Base: pair[0], Top: pair[1]})
	}
	return p
}

func instances(t testing.TB) (list []instance) {
	text, err := os.ReadFile("testdata/instances.json")
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(text, &list))
	return list
}

// The fewest tiles agree with what the MILP solver `highs` proved for drawn
// instances; its answers are written by web/scripts/highs.mjs.
func TestFewestAgreesWithMILP(t *testing.T) {
	list := instances(t)
	require.GreaterOrEqual(t, len(list), 30)
	for n, i := range list {
		t.Run(fmt.Sprint(n), func(t *testing.T) {
			p := i.problem()
			plan := programme.Fewest(p)
			require.Len(t, plan.Tiles, i.Fewest, "%v", i.Pairs)
			require.True(t, plan.Proven())
			require.LessOrEqual(t, programme.AtLeast(p), i.Fewest)
			shows(t, p, plan)
		})
	}
}

func shows(t require.TestingT, p programme.Problem, plan programme.Plan) {
	for _, tile := range plan.Tiles {
		require.LessOrEqual(t, len(tile.Bases), programme.Columns)
		require.LessOrEqual(t, len(tile.Tops), programme.Rows)
	}
	for _, pair := range p.Pairs {
		require.True(t, slices.ContainsFunc(plan.Tiles, func(tile programme.Tile) bool { return tile.Shows(pair) }), "%v is shown", pair)
	}
}

// A full grid of 3a bases and 3b tops takes a·b tiles, whatever their order.
func TestFullGrids(t *testing.T) {
	for _, c := range []struct{ bases, tops, fewest int }{{3, 3, 1}, {6, 3, 2}, {6, 6, 4}, {9, 6, 6}, {2, 7, 3}} {
		p := programme.Problem{Bases: make([]glaze.Stack, c.bases), Tops: make([]glaze.Stack, c.tops)}
		for b := range c.bases {
			for top := range c.tops {
				p.Pairs = append(p.Pairs, programme.Pair{Base: b, Top: top})
			}
		}
		plan := programme.Fewest(p)
		require.Len(t, plan.Tiles, c.fewest)
		require.True(t, plan.Proven())
	}
}

// A large programme shows everything and is never below its bound.
func TestLargeProgrammes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var p programme.Problem
		bases, tops := rapid.IntRange(8, 20).Draw(t, "bases"), rapid.IntRange(8, 20).Draw(t, "tops")
		p.Bases, p.Tops = make([]glaze.Stack, bases), make([]glaze.Stack, tops)
		seen := map[programme.Pair]bool{}
		for range rapid.IntRange(20, 60).Draw(t, "pairs") {
			pair := programme.Pair{Base: rapid.IntRange(0, bases-1).Draw(t, "b"), Top: rapid.IntRange(0, tops-1).Draw(t, "t")}
			if !seen[pair] {
				seen[pair] = true
				p.Pairs = append(p.Pairs, pair)
			}
		}
		plan := programme.Fewest(p)
		shows(t, p, plan)
		require.LessOrEqual(t, plan.AtLeast, len(plan.Tiles))
	})
	p := instances(t)[10].problem()
	require.Equal(t, programme.Fewest(p), programme.Fewest(p), "the same plans always give the same tiles")
}

// Large programmes, drawn by a fixed seed: which tiles are chosen stands in testdata.
// Fewer tiles are better; another choice is read before it is taken over.
func TestProgrammesStayAsTheyAre(t *testing.T) {
	random := rand.New(rand.NewPCG(8, 1))
	var page strings.Builder
	for n := range 12 {
		p := programme.Problem{Bases: make([]glaze.Stack, 5+n), Tops: make([]glaze.Stack, 4+n)}
		for b := range p.Bases {
			for top := range p.Tops {
				if random.IntN(4) == 0 {
					p.Pairs = append(p.Pairs, programme.Pair{Base: b, Top: top})
				}
			}
		}
		plan := programme.Fewest(p)
		fmt.Fprintf(&page, "%d pairs: at least %d, %d tiles\n", len(p.Pairs), plan.AtLeast, len(plan.Tiles))
		for _, tile := range plan.Tiles {
			fmt.Fprintf(&page, "  %v\n", tile)
		}
	}
	golden.Assert(t, page.String(), "programmes.txt")
}

// What a sheet tells is what the kiln will show: every wanted stack is a field
// or a strip, and every back names its tile.
func TestMakingSheet(t *testing.T) {
	stack := func(text string) glaze.Stack {
		s, err := glaze.ParseStack(text)
		require.NoError(t, err)
		return s
	}
	wanted := []glaze.Stack{stack("A x2 + B"), stack("A x2 + C"), stack("D x3"), stack("E x2"), stack("A x1 + B + C"), stack("A x2 + B")}
	sheet := programme.Make(wanted, []string{"D"}, "P", "FEN, cone 6")
	require.True(t, sheet.Proven())
	require.Len(t, sheet.Crossed, 1)
	require.Equal(t, []programme.Strip{{Code: "P2", Glaze: "D", Back: "P2 · FEN, cone 6 · D, 1, 2 and 3 coats from the left"}}, sheet.Strips)
	tile := sheet.Crossed[0]
	require.Equal(t, "P1 · FEN, cone 6 · A: Ax2 · B: Ex2 · C: Ax1 + Bx1 · 1: Bx1 · 2: Cx1 · 3: nothing over it", tile.Back)
	shown := map[string]bool{}
	for _, cell := range tile.Cells {
		shown[cell.Stack.Text()] = cell.Wanted
	}
	for _, text := range []string{"Ax2 + Bx1", "Ax2 + Cx1", "Ex2", "Ax1 + Bx1 + Cx1"} {
		require.True(t, shown[text], text)
	}
	require.False(t, shown["Ex2 + Bx1"], "what comes with it is not asked for")
	require.Equal(t, "P1A1", tile.Cells[0].Code)
	require.Empty(t, programme.Make(nil, nil, "P", "").Crossed)
}

// 60 overlaps nobody has fired, beside one of the small instances.
func BenchmarkFewest(b *testing.B) {
	large := programme.Problem{Bases: make([]glaze.Stack, 16), Tops: make([]glaze.Stack, 16)}
	for i := range 60 {
		large.Pairs = append(large.Pairs, programme.Pair{Base: i * 7 % 16, Top: (i*5 + i/16) % 16})
	}
	small := instances(b)[0].problem()
	b.Run("large", func(b *testing.B) {
		for b.Loop() {
			programme.Fewest(large)
		}
	})
	b.Run("small", func(b *testing.B) {
		for b.Loop() {
			programme.Fewest(small)
		}
	})
}

func TestNothingToShowTakesNoTile(t *testing.T) {
	require.Zero(t, programme.AtLeast(programme.Problem{}))
}
