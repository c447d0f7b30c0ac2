package cold_test

import (
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/cold"
)

// Whatever a room does, its memory answers as a cold start would: make cold asks it ten thousand
// changes long.
func TestMemoryIsAColdStart(t *testing.T) {
	seed := rand.Uint64N(1e6)
	t.Logf("seed %d", seed)
	f, err := cold.Run(t.Context(), t.TempDir(), seed, 150, 1)
	require.NoError(t, err)
	require.Empty(t, strings.Join(f.Other, "\n"))
	require.Greater(t, len(f.Kinds), 12, "%v", f.Kinds)
	require.Greater(t, f.Answers, 300)
}
