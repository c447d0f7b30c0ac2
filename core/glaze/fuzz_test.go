package glaze_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
)

// sentence holds for every refusal of what somebody typed: it can be shown as one.
func sentence(t *testing.T, err error) {
	require.NotContains(t, strings.ReplaceAll(err.Error(), `\n`, ""), "\n")
	require.NotEmpty(t, err.Error())
}

// What is read as a stack has codes and coats, and each layer apart from the next.
func FuzzStack(f *testing.F) {
	for _, seed := range []string{"K07x2 + T31x1", "A", "Ax3", "S dip + T dip", "x2x3", "A×2", "+", "Ax0", "Ax999999999999999999999", "Ax-1", " Kx 2 ", "dip dip"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		stack, err := glaze.ParseStack(text)
		if err != nil {
			sentence(t, err)
			return
		}
		for _, l := range stack {
			require.NotEmpty(t, l.Glaze)
			require.Positive(t, l.Coats)
		}
		require.Equal(t, stack, stack.Normal(), "it is in its normal form")
		require.NotEmpty(t, stack.String())
	})
}

func FuzzRecipe(f *testing.F) {
	for _, seed := range []string{"2 parts K07, 1 part T31", "", "0 parts A", "1e3 parts A", "NaN parts A", "Inf part A", "2 parts A, 2 parts A", "0x1p-2 parts A", ",", "1 part\u00a0A"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		recipe, err := glaze.ParseRecipe(text)
		if err != nil {
			sentence(t, err)
			return
		}
		whole := 0.0
		for _, share := range recipe.Share() {
			require.True(t, share > 0 && share <= 1+1e-9, "%q: %g", text, share)
			whole += share
		}
		if len(recipe) > 0 {
			require.InDelta(t, 1, whole, 1e-9)
		}
		again, err := glaze.ParseRecipe(recipe.String())
		require.NoError(t, err, "%q", recipe)
		require.Len(t, again, len(recipe))
		for i := range recipe {
			require.Equal(t, recipe[i].Glaze, again[i].Glaze)
			require.InEpsilon(t, recipe[i].Parts, again[i].Parts, 1e-5)
		}
	})
}

func FuzzFaults(f *testing.F) {
	for _, seed := range []string{"crazed, ran", "", "AVOID;avoid", ",,,", "ran ran", "shivered"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		faults, err := glaze.ParseFaults(text)
		if err != nil {
			sentence(t, err)
			return
		}
		seen := map[glaze.Fault]bool{}
		for _, fault := range faults {
			require.False(t, seen[fault], "each once")
			require.NotEmpty(t, fault.Says())
			seen[fault] = true
		}
	})
}
