package glaze_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
)

func anyWritten(t *rapid.T) glaze.Stack {
	return rapid.SliceOfN(rapid.Custom(func(t *rapid.T) glaze.Layer {
		return glaze.Layer{Glaze: rapid.StringMatching(`[A-Z][A-Z0-9x]{0,4}`).Draw(t, "code"), Coats: rapid.IntRange(1, glaze.MaxCoats).Draw(t, "coats"), Dip: rapid.Bool().Draw(t, "dip")}
	}), 1, 4).Draw(t, "stack")
}

// What is written as a tile list writes it is read back as it was, also dips
// and codes that end in what looks like a number of coats.
func TestStacksAreReadAsWritten(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := anyWritten(t).Normal()
		for _, l := range s {
			if l.Coats > glaze.MaxCoats {
				t.Skip("two layers of one glaze make more than anybody lays")
			}
		}
		read, err := glaze.ParseStack(s.Text())
		require.NoError(t, err)
		require.Equal(t, s, read)
		require.Len(t, s.Strokes(), s.Total())
	})
}

// Normal changes nothing that a brush would notice, and only once.
func TestNormalStacks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := anyWritten(t)
		n := s.Normal()
		require.Equal(t, s.Strokes(), n.Strokes())
		require.Equal(t, n, n.Normal())
		require.True(t, s.Same(n) && s.SameOrder(n))
		done := rapid.IntRange(0, s.Total()).Draw(t, "done")
		require.Equal(t, s.Strokes()[done:], append([]glaze.Layer{}, s.After(done).Strokes()...))
		thicker := append(glaze.Stack{}, n...)
		thicker[0].Coats++
		require.False(t, s.Same(thicker))
		require.True(t, s.SameOrder(thicker))
	})
}

func TestDipsAreSaidAsDips(t *testing.T) {
	s, err := glaze.ParseStack("I10 dip + W2x2")
	require.NoError(t, err)
	require.Equal(t, "1 dip of I10, 2 × W2 over", s.String())
	brushed, err := glaze.ParseStack("I10 + W2x2")
	require.NoError(t, err)
	require.False(t, s.Same(brushed), "a dip is not a coat")
	require.Equal(t, "2 dips of I10", glaze.Stack{{Glaze: "I10", Coats: 2, Dip: true}}.String())
}

// What a dip lays grows with the dry matter of its bucket: the worked figure of Brongniart's
// formula is 1 L that weighs 1,500 g with solids of 2.5 g/mL, 833 g dry (common practice).
func TestADipGrowsWithItsBucket(t *testing.T) {
	dry := func(grams float64) float64 { return (grams - 1000) * 2.5 / 1.5 }
	require.InDelta(t, 833, dry(1500), 0.5)
	q := &glaze.Glaze{Code: "Q", DipCoats: 2, DipDensity: 1.4}
	covers := func(seconds, density float64) float64 {
		return (&glaze.Layer{Glaze: "Q", Coats: 1, Dip: true, Seconds: seconds, Density: density}).Covers(q)
	}
	rapid.Check(t, func(t *rapid.T) {
		d := rapid.Float64Range(1.01, glaze.MaxDensity).Draw(t, "density")
		require.InDelta(t, 2*dry(1000*d)/dry(1400), covers(0, d), 1e-9)
		require.InDelta(t, 2*covers(0, d), covers(12, d), 1e-9, "held four times as long as usual")
	})
	require.InDelta(t, 2, covers(0, 0), 1e-9, "nobody weighed it")
	heavy := glaze.Layer{Glaze: "Q", Coats: 1, Dip: true, Seconds: 12, Density: 1.8}
	require.InDelta(t, 4, heavy.Takes(q), 1e-9, "the volume grows with the time, not with the density")
	require.InDelta(t, 2, covers(0, 0.8), 1e-9, "lighter than water is no glaze")
	brushed := glaze.Layer{Glaze: "Q", Coats: 1}
	require.Zero(t, brushed.FromJar(&glaze.Glaze{Density: 1.6}).Density, "a brush takes from a jar")
}

func TestFaults(t *testing.T) {
	faults, err := glaze.ParseFaults("Ran, crazed; ran")
	require.NoError(t, err)
	require.Equal(t, []glaze.Fault{glaze.Ran, glaze.Crazed}, faults)
	_, err = glaze.ParseFaults("boring")
	require.ErrorContains(t, err, "expected crazed, ran or avoid")
	none, err := glaze.ParseFaults("")
	require.NoError(t, err)
	require.Empty(t, none)
}

// However much is mixed, the shares make one, the raw colour lies among those
// of the jars, and the recipe is as risky as the riskiest of them.
func TestRecipeIsMadeOfItsJars(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		jars := map[string]*glaze.Glaze{}
		var r glaze.Recipe
		least, most, runs, dear := 100.0, 0.0, false, false
		for _, code := range []string{"A", "B", "C"}[:rapid.IntRange(2, 3).Draw(t, "jars")] {
			g := glaze.Glaze{Code: code, Kind: glaze.Solid, Cones: kiln.Range{From: "5", To: "6"}, Raw: colour.Lab{L: rapid.Float64Range(10, 95).Draw(t, "L")},
				Runner: rapid.Bool().Draw(t, "runs"), Dear: rapid.Bool().Draw(t, "dear"), InStock: true, Food: glaze.FoodClaimed}
			jars[code] = &g
			r = append(r, glaze.Part{Glaze: code, Parts: rapid.Float64Range(0.1, 20).Draw(t, "parts")})
			least, most = min(least, g.Raw.L), max(most, g.Raw.L)
			runs, dear = runs || g.Runner, dear || g.Dear
		}
		mixed, err := glaze.Mix("M", "", r, jars)
		require.NoError(t, err)
		sum := 0.0
		for _, share := range r.Share() {
			sum += share
		}
		require.InDelta(t, 1, sum, 1e-9)
		require.GreaterOrEqual(t, mixed.Raw.L, least-1e-9)
		require.LessOrEqual(t, mixed.Raw.L, most+1e-9)
		require.Equal(t, []bool{runs, dear}, []bool{mixed.Runner, mixed.Dear})
		require.Equal(t, glaze.FoodNotClaimed, mixed.Food, "no label speaks for a mixture")
		require.Equal(t, len(r)-1, strings.Count(mixed.Name, ","))
		read, err := glaze.ParseRecipe(glaze.Recipe{{Glaze: "A", Parts: 2}, {Glaze: "B", Parts: 0.5}}.String())
		require.NoError(t, err)
		require.Equal(t, glaze.Recipe{{Glaze: "A", Parts: 2}, {Glaze: "B", Parts: 0.5}}, read)
		_, err = glaze.ParseRecipe("a bit of A")
		require.ErrorContains(t, err, "expected such as 2 parts K07")
		_, err = glaze.Mix("MM", "", glaze.Recipe{{Glaze: "A", Parts: 1}, {Glaze: "M", Parts: 1}}, map[string]*glaze.Glaze{"A": jars["A"], "M": &mixed})
		require.ErrorContains(t, err, "is a recipe itself")
	})
}
