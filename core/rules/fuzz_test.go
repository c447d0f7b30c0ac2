package rules_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/rules"
)

// Whatever a rule is told: it takes it and says it again, or refuses and stays what it was.
func FuzzRule(f *testing.F) {
	for n, field := range rules.Fields() {
		f.Add(uint(n), field.Get(rules.Default()))
		f.Add(uint(n), "NaN")
	}
	for _, seed := range []string{"", "many", "1e9", "NaN", "-1", "0x3", "3.0000000000000000001", " 3 ", "٣"} {
		f.Add(uint(0), seed)
	}
	f.Fuzz(func(t *testing.T, n uint, text string) {
		all := rules.Fields()
		field := all[n%uint(len(all))]
		h := rules.Default()
		before := h
		if err := field.Set(&h, text); err != nil {
			require.Equal(t, before, h, "%s: %q", field.Key, text)
			return
		}
		again := rules.Default()
		require.NoError(t, field.Set(&again, field.Get(h)), "%s: %q", field.Key, text)
		require.Equal(t, h, again)
		require.NotEmpty(t, field.Says(h))
	})
}
