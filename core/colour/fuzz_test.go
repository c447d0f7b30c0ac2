package colour_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
)

// Six hex digits are a colour, and the same six are written again; everything else is
// refused.
func FuzzHex(f *testing.F) {
	for _, seed := range []string{"#7a8f99", "7A8F99", " #ffffff ", "000000", "#7a8f9", "#7a8f999", "+7a8f9", "0x7a8f", "#７a8f99", "7_a8f9"} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, text string) {
		c, err := colour.FromHex(text)
		digits := strings.ToLower(strings.TrimPrefix(strings.TrimSpace(text), "#"))
		well := len(digits) == 6 && strings.Trim(digits, "0123456789abcdef") == ""
		require.Equal(t, well, err == nil, "%q", text)
		if well {
			require.True(t, c.Valid())
			require.Equal(t, "#"+digits, c.Hex())
		}
	})
}
