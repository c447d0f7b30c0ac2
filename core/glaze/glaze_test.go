package glaze_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/glaze"
)

func ExampleParseStack() {
	stack, err := glaze.ParseStack("K07x2 + T31")
	fmt.Println(stack, err)
	fmt.Println(len(stack.Strokes()), stack.Text())
	// Output:
	// 2 × K07, 1 × T31 over <nil>
	// 3 K07x2 + T31x1
}

func TestParseStackRefuses(t *testing.T) {
	for _, bad := range []string{"", "K07x0", "K07x13", "K07 + ", "K07x-1"} {
		_, err := glaze.ParseStack(bad)
		require.ErrorContains(t, err, "such as K07x2 + T31x1", bad)
	}
}

func anyStack(t *rapid.T) glaze.Stack {
	layer := rapid.Custom(func(t *rapid.T) glaze.Layer {
		return glaze.Layer{Glaze: rapid.SampledFrom([]string{"A", "B", "C"}).Draw(t, "glaze"), Coats: rapid.IntRange(0, 4).Draw(t, "coats"), Dip: rapid.Bool().Draw(t, "dip"),
			Thick: rapid.SampledFrom([]glaze.Thickness{"", "", glaze.Heavy, glaze.Light}).Draw(t, "thick"), DownToMM: float64(rapid.IntRange(0, 2).Draw(t, "down")) * 30,
			Seconds: float64(rapid.IntRange(0, 1).Draw(t, "seconds")) * 2.5}
	})
	return rapid.SliceOfN(layer, 0, 5).Draw(t, "stack")
}

func TestStackAndItsStrokesAgree(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := anyStack(t)
		require.Len(t, s.Strokes(), s.Total())
		require.True(t, s.Same(glaze.Stack(s.Strokes())), "the coats, one by one, make the same stack")
		require.True(t, s.Same(s.Normal()))
		if s.Same(anyStack(t)) {
			require.True(t, s.SameOrder(s.Normal()))
		}
	})
}

func TestKinds(t *testing.T) {
	for _, kind := range glaze.Kinds {
		got, err := glaze.ParseKind(" " + string(kind) + " ")
		require.NoError(t, err)
		require.Equal(t, kind, got)
	}
	_, err := glaze.ParseKind("sparkly")
	require.ErrorContains(t, err, "expected one of solid, breaking")
	require.False(t, glaze.Underglaze.Melts())
}
