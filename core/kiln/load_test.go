package kiln_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
)

// One cone a load; cone 06 and cone 6 are some 230 °C apart and never meet.
func TestLoadTakesItsOwnCone(t *testing.T) {
	for name, c := range map[string]struct {
		load, piece kiln.Cone
		says        string
	}{
		"its own cone":     {"6", "6", ""},
		"06 into a cone 6": {"6", "06", "planned for cone 06, the load is cone 6"},
		"6 into a cone 06": {"06", "6", "planned for cone 6, the load is cone 06"},
		"one cone apart":   {"6", "5", "planned for cone 5"},
		"no cone at all":   {"", "", "a load needs a known cone"},
		"an unknown cone":  {"66", "66", `cone "66" is not in the table`},
	} {
		t.Run(name, func(t *testing.T) {
			err := kiln.Load{Cone: c.load}.Takes(c.piece)
			if c.says == "" {
				require.NoError(t, err)
				return
			}
			require.ErrorContains(t, err, c.says)
		})
	}
}
