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
			lists = append(lists, stock.OfPlan(p, b, bare))
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
	require.Empty(t, stock.OfPlan(plan.Plan{"face": {Bare: true}}, b, nil))
}
