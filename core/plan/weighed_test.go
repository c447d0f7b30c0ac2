package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// What was dipped keeps the bucket of its day; what is to come goes into today's.
func TestDipsKeepTheBucketOfTheirDay(t *testing.T) {
	jars := []glaze.Glaze{{Code: "Q", Kind: glaze.Dipping, Density: 1.6}, {Code: "S", Kind: glaze.Solid, Density: 1.5}}
	shelf := plan.Shelf{Glazes: map[string]*glaze.Glaze{"Q": &jars[0], "S": &jars[1]}}
	planned := plan.Plan{"exterior": {Stack: glaze.Stack{{Glaze: "Q", Coats: 2, Dip: true}, {Glaze: "S", Coats: 1}}}, "lip": {Stack: glaze.Stack{{Glaze: "S", Coats: 3}}}}
	laid := []glaze.Layer{{Glaze: "Q", Coats: 1, Dip: true, Density: 1.4}}
	weighed := shelf.Weighed(planned, func(string) []glaze.Layer { return laid })
	require.Equal(t, glaze.Stack{{Glaze: "Q", Coats: 1, Dip: true, Density: 1.4}, {Glaze: "Q", Coats: 1, Dip: true, Density: 1.6}, {Glaze: "S", Coats: 1}}, weighed["exterior"].Stack)
	require.Equal(t, planned["lip"], weighed["lip"])
	require.Zero(t, planned["exterior"].Stack[0].Density, "the plan itself is left as it was kept")
}

// Glaze on greenware melts in the bisque firing: that is said whole, with the way out.
func TestGlazeInTheBisqueFiringIsSaid(t *testing.T) {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	shelf := plan.NewShelf(rules.Default(), []glaze.Glaze{{Code: "L", Name: "Low", Kind: glaze.Solid, Cones: kiln.Range{From: "06", To: "04"}, InStock: true}}, nil)
	w := plan.Work{Body: body, Cone: "6", Green: true, BisqueCone: "04", Clay: glaze.Clay{Code: "P", Cones: kiln.Range{From: "5", To: "6"}}}
	for stage, melts := range map[int]bool{0: true, 1: false} {
		var said []string
		for _, f := range shelf.CheckBisque(plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "L", Coats: 2, Stage: stage}}}}, w) {
			if f.Code == matter.GlazeCone {
				said = append(said, f.Text+" "+f.Way)
			}
		}
		if !melts {
			require.Empty(t, said)
			continue
		}
		require.Equal(t, []string{"Face: L Low melts in the bisque firing to cone 04, and nothing goes on over it. Lay it after the bisque."}, said)
	}
}
