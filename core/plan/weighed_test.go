package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
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
