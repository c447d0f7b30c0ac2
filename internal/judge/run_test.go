package judge_test

import (
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/piece"
	"enkaustos/internal/judge"
)

// Nothing that core calls ready is anything that a judge of another hand would keep out of
// the kiln, whatever happened, whatever was planned, ruled and taken back; and a history
// comes to the same verdict in batches of any size.
func TestNothingIsReadyThatMustNotBeFired(t *testing.T) {
	first := rand.Uint64N(1e9)
	t.Logf("histories from seed %d on", first)
	found := judge.Run(first, 2500)
	require.Empty(t, strings.Join(found.Wrong, "\n"))
	require.Greater(t, found.Ready, 150, "enough is ready for this to show something")
	require.Greater(t, found.Overruled, 10)
	require.Greater(t, found.Let, 40, "and let into loads")
	require.Greater(t, found.Lit, 5, "and lit")
	require.Greater(t, found.Taps, 20, "with taps of tablets left out")
	require.Empty(t, found.Unseen(), "every kind of event happens")
	require.Len(t, found.Forms, len(piece.Kinds()), "and every form")
}
