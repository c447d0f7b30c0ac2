package ready_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/ready"
	"enkaustos/core/work"
)

// A coat out of a doubted jar keeps a piece out of the kiln until somebody looked at it, or the
// teacher takes it on them; another doubt about the same jar, in the same words, is another matter.
func TestACoatOutOfADoubtedJarWaits(t *testing.T) {
	jars := map[string]*glaze.Glaze{"A": {Code: "A"}}
	at := func(s story, now time.Time) ready.Case {
		c := caseOf(t, simple, nil, work.Fold(s), now)
		c.Doubted = c.State.Doubted(jars)
		return c
	}
	later := start.Add(24 * time.Hour)
	waits := func(s story) bool {
		return slices.ContainsFunc(ready.Judge(at(s, later)).Blockers(), func(b ready.Blocker) bool { return b.Code == matter.JarDoubted })
	}
	first := glaze.Doubt{ID: "d1", What: glaze.Contaminated, Since: start}
	second := first
	second.ID = "d2"

	s := coated.passed()
	require.False(t, waits(s), "nobody doubts the jar")
	jars["A"].Doubts = []glaze.Doubt{first}
	require.True(t, waits(s))
	ruled := s.then(work.Event{Kind: work.Ruled, Code: matter.JarDoubted, Surface: "face", Text: "only a speck", Seen: int64(len(s))})
	ruled = ruled.witnessed(at)
	require.False(t, waits(ruled))
	looked := s.then(work.Event{Kind: work.Vouched, Of: "d1", Seen: int64(len(s))})
	require.False(t, waits(looked))

	jars["A"].Doubts = []glaze.Doubt{first, second}
	require.True(t, waits(ruled), "the ruling was of the first")
	require.True(t, waits(looked), "and so was the look")
	require.False(t, waits(looked.then(work.Event{Kind: work.Vouched, Of: "d2", Seen: int64(len(looked))})))
	require.False(t, waits(s.then(work.Event{Kind: work.Wiped, Surface: "face", Back: 2})), "what is off is off")
}
