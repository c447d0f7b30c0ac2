package bench_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/bench"
	"enkaustos/core/work"
)

// A hand is told of its coats kindly, and only where enough of them were felt alike.
func TestWhatAHandIsTold(t *testing.T) {
	coats := func(felt ...work.Thickness) (s work.State) {
		for _, f := range felt {
			s.Coats = append(s.Coats, work.Coat{Felt: f})
		}
		return s
	}
	require.Empty(t, bench.Hand{}.Feel(coats(work.Thin, work.Thin, work.Thin)).Says(), "three are no habit")
	thin := bench.Hand{}.Feel(coats(work.Thin, work.Thin, "", "")).Feel(coats(work.Thin, work.Right))
	require.Equal(t, bench.Hand{Thin: 3, Right: 1}, thin)
	require.Contains(t, thin.Says(), "3 of 4 coats felt thin")
	require.Contains(t, bench.Hand{Thick: 4, Right: 1}.Says(), "4 of 5 coats felt thick")
	require.Empty(t, bench.Hand{Thin: 2, Right: 2, Thick: 2}.Says())
}
