package judge_test

import (
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
	found := judge.Run(1, 3000)
	require.Empty(t, strings.Join(found.Wrong, "\n"))
	require.Greater(t, found.Ready, 400, "enough is ready for this to show something")
	require.Greater(t, found.Overruled, 20)
	require.Empty(t, found.Unseen(), "every kind of event happens")
	require.Len(t, found.Forms, len(piece.Kinds()), "and every form")
}
