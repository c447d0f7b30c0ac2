package piece_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/piece"
)

// A bowl goes into another one; a straight cup does not, and stands rim to rim; what has a handle, a
// narrow mouth or corners stands by itself.
func TestWhatNests(t *testing.T) {
	nest := func(form piece.Form, m piece.Measures) piece.Nesting {
		b, err := piece.Build(form, m)
		require.NoError(t, err)
		return b.Nesting()
	}
	bowl := nest(piece.Bowl, piece.Measures{"rim": 160, "height": 70, "foot": 60, "hollow": 5, "wall": 6})
	require.True(t, bowl.Rims)
	require.Greater(t, bowl.StepMM, 6.0, "a wall that leans takes more than its thickness")
	require.Less(t, bowl.StepMM, 40.0)
	thick := nest(piece.Bowl, piece.Measures{"rim": 160, "height": 70, "foot": 60, "hollow": 5, "wall": 10})
	require.Greater(t, thick.StepMM, bowl.StepMM)

	cup := nest(piece.Cup, piece.Measures{"rim": 80, "base": 80, "height": 90, "handle": 0})
	require.Equal(t, piece.Nesting{Rims: true}, cup)
	require.Equal(t, piece.Nesting{}, nest(piece.Cup, piece.Measures{"rim": 80, "base": 60, "height": 90, "handle": 60}))
	require.Equal(t, piece.Nesting{}, nest(piece.Slab, piece.Measures{"length": 100, "width": 80, "thickness": 10}))
}
