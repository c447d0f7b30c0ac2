package kiln_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
)

// A range that is read is one of known cones, the cooler end first, and is read again from
// what is written.
func FuzzCones(f *testing.F) {
	for _, seed := range []string{"06", "6", "06-04", "5 to 6", "6–5", "04..06", "", "-", "6-", "cone 6", "06-06-06", "022", "O6", " 6 ", "6 to to 7"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if c, err := kiln.ParseCone(text); err == nil {
			again, err := kiln.ParseCone(string(c))
			require.NoError(t, err)
			require.Equal(t, c, again)
			require.Contains(t, kiln.Cones(), c)
		} else {
			require.NotEmpty(t, err.Error())
		}
		r, err := kiln.ParseRange(text)
		if err != nil {
			require.NotEmpty(t, err.Error())
			return
		}
		require.False(t, r.To.Cooler(r.From))
		require.True(t, r.Holds(r.From) && r.Holds(r.To))
		again, err := kiln.ParseRange(r.String())
		require.NoError(t, err)
		require.Equal(t, r, again)
	})
}
