package stock_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/stock"
)

// What a class needs is the sum of what its pieces need, glaze by glaze, and
// nothing is brushed where it has to stay bare.
func TestAmountsAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var lists [][]stock.Amount
		want := map[string]float64{}
		for range rapid.IntRange(0, 12).Draw(t, "pieces") {
			form := rapid.SampledFrom([]piece.Form{piece.Bowl, piece.Mug, piece.Slab, piece.Jar}).Draw(t, "form")
			b, err := piece.Build(form, nil)
			require.NoError(t, err)
			p, bare := plan.Plan{}, map[string]float64{}
			for _, part := range b.Band(6) {
				bare[part.Surface] = part.AreaCM2
			}
			for _, s := range b.Surfaces {
				stack := glaze.Stack{}
				for _, code := range []string{"A", "B"} {
					if n := rapid.IntRange(0, 3).Draw(t, code); n > 0 {
						stack = append(stack, glaze.Layer{Glaze: code, Coats: n})
						want[code] += max(0, s.AreaCM2-bare[s.ID]) * float64(n) * stock.SpreadML
					}
				}
				p[s.ID] = plan.Choice{Stack: stack}
			}
			lists = append(lists, stock.OfPlan(p, b, bare, nil, nil))
		}
		sum := stock.Sum(lists...)
		require.Len(t, sum, len(want))
		for _, a := range sum {
			require.InDelta(t, want[a.Glaze], a.ML, 1e-6)
			require.GreaterOrEqual(t, a.Cups()*stock.CupML, a.ML-0.1, "what is poured is enough")
			require.Less(t, a.Cups()*stock.CupML-a.ML, stock.CupML/4+0.1, "and not a quarter too much")
		}
	})
}

func TestBareOnPurposeTakesNothing(t *testing.T) {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	require.Empty(t, stock.OfPlan(plan.Plan{"face": {Bare: true}}, b, nil, nil, nil))
}

// A recipe takes from its jars by its parts, a dip more than a coat, and a
// glaze whose spread is learned its own.
func TestAmountsOfRecipesDipsAndLearnedSpreads(t *testing.T) {
	b, err := piece.Build(piece.Slab, piece.Measures{"length": 100, "width": 100})
	require.NoError(t, err)
	jars := map[string]*glaze.Glaze{"MIX": {Code: "MIX", Recipe: glaze.Recipe{{Glaze: "A", Parts: 3}, {Glaze: "B", Parts: 1}}}}
	p := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "MIX", Coats: 2}, {Glaze: "D", Coats: 1, Dip: true}, {Glaze: "E", Coats: 1}}}}
	got := map[string]float64{}
	for _, a := range stock.OfPlan(p, b, nil, stock.Spreads{"E": 0.08}, jars) {
		got[a.Glaze] = a.ML
	}
	require.InDelta(t, 100*2*stock.SpreadML*0.75, got["A"], 1e-9)
	require.InDelta(t, 100*2*stock.SpreadML*0.25, got["B"], 1e-9)
	require.InDelta(t, 100*2.5*stock.SpreadML, got["D"], 1e-9)
	require.InDelta(t, 8, got["E"], 1e-9)
	require.Len(t, got, 4)
}

// From drops that a true spread made, the figure is learned; one drop hardly
// moves it, a spilt jar not at all, and it never leaves what is plausible.
// Drops that nobody can have brushed teach nothing, and the usual figure counts for
// 1,500 cm² beside what was seen.
func TestDropsThatTeach(t *testing.T) {
	for _, c := range []struct {
		drop   stock.Drop
		counts bool
	}{
		{stock.Drop{ML: 50, CM2: 1000}, true}, {stock.Drop{ML: 15, CM2: 1000}, true}, {stock.Drop{ML: 14.9, CM2: 1000}, false},
		{stock.Drop{ML: 200, CM2: 1000}, true}, {stock.Drop{ML: 200.1, CM2: 1000}, false}, {stock.Drop{ML: 50}, false}, {stock.Drop{ML: 0, CM2: 0}, false}, {stock.Drop{ML: -1, CM2: -50}, false},
	} {
		learned, known := stock.Learn([]stock.Drop{c.drop})
		require.Equal(t, c.counts, known, "%+v", c.drop)
		if known {
			require.InEpsilon(t, (1500*stock.SpreadML+c.drop.ML)/(1500+c.drop.CM2), learned.MLPerCM2, 1e-12)
			require.Equal(t, 1, learned.Lessons)
		}
	}
	for ml, cups := range map[float64]float64{0: 0.25, 14.9: 0.25, 15: 0.25, 15.1: 0.5, 60: 1, 61: 1.25, 150: 2.5} {
		require.InDelta(t, cups, stock.Amount{ML: ml}.Cups(), 1e-12, "%v mL", ml)
	}
	require.Zero(t, stock.PiecesFrom(100, 0, 3))
	require.Equal(t, 2, stock.PiecesFrom(2*10*stock.SpreadML, 10, 1), "less than a mL a piece is counted too")
	require.Zero(t, stock.PiecesFrom(100, 50, 0))
	require.Equal(t, 1, stock.PiecesFrom(3*50*stock.SpreadML, 50, 3))
	require.Zero(t, stock.PiecesFrom(3*50*stock.SpreadML-0.01, 50, 3))
}

// Two dips leave twice what one leaves, and a bare rest takes none.
func TestDipsAddUp(t *testing.T) {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	face, _ := b.Surface("face")
	for coats := 1; coats <= 3; coats++ {
		p := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "D", Coats: coats, Dip: true}}}}
		require.InEpsilon(t, float64(coats)*(face.AreaCM2-2)*2.5*stock.SpreadML, stock.OfPlan(p, b, map[string]float64{"face": 2}, nil, nil)[0].ML, 1e-9)
	}
}

func TestLearnedSpread(t *testing.T) {
	_, known := stock.Learn(nil)
	require.False(t, known)
	rapid.Check(t, func(t *rapid.T) {
		truth := rapid.Float64Range(0.03, 0.09).Draw(t, "spread")
		var drops []stock.Drop
		for range rapid.IntRange(12, 30).Draw(t, "lessons") {
			area := rapid.Float64Range(600, 3000).Draw(t, "cm²")
			drops = append(drops, stock.Drop{ML: truth * area * rapid.Float64Range(0.85, 1.15).Draw(t, "how it was read"), CM2: area})
		}
		learned, known := stock.Learn(drops)
		require.True(t, known)
		require.InEpsilon(t, truth, learned.MLPerCM2, 0.17)
		spilt := append([]stock.Drop{{ML: 400, CM2: 100}}, drops...)
		again, _ := stock.Learn(spilt)
		require.Equal(t, learned, again, "what nobody could have brushed is left out")
	})
	one, known := stock.Learn([]stock.Drop{{ML: 18, CM2: 200}})
	require.True(t, known)
	require.InDelta(t, stock.SpreadML, one.MLPerCM2, 0.008, "one small lesson hardly moves it")
}

// How a class lays its glaze is said beside the usual, and not where it is much the same.
func TestHowAClassLaysIsSaid(t *testing.T) {
	for ml, says := range map[float64]string{0.5: "spread thin, with about 50 %", 1.05: "", 1.5: "laid thick, with about 150 %"} {
		said := stock.Learned{MLPerCM2: ml * stock.SpreadML, Lessons: 3}.Says()
		if says == "" {
			require.Empty(t, said)
		} else {
			require.Contains(t, said, says)
		}
	}
	require.Empty(t, stock.Learned{MLPerCM2: 1}.Says(), "nobody looked into a jar")
	left := stock.Less([]stock.Amount{{Glaze: "A", ML: 10}, {Glaze: "B", ML: 2}}, []stock.Amount{{Glaze: "A", ML: 4}, {Glaze: "B", ML: 5}})
	require.Equal(t, []stock.Amount{{Glaze: "A", ML: 6}, {Glaze: "B", ML: 0}}, left, "half a coat that is on is not poured again")
}
