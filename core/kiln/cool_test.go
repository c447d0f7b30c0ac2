package kiln_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
)

// A kiln cools for twelve hours at the least (common practice), a small one as long as it takes.
func TestHot(t *testing.T) {
	lit := time.Date(2026, 3, 2, 15, 0, 0, 0, time.UTC)
	for name, c := range map[string]struct {
		after   time.Duration
		minutes int
		says    string
	}{
		"seconds later":               {20 * time.Second, 1440, "Load 1 was lit a minute ago and is hot for 12 hours more"},
		"the same evening":            {5 * time.Hour, 0, "Load 1 was lit 5 hours ago and is hot for 7 hours more"},
		"a minute too early":          {12*time.Hour - time.Minute, 1440, "hot for a minute more"},
		"next morning":                {12 * time.Hour, 1440, ""},
		"a test kiln, after an hour":  {time.Hour, 300, "was lit 60 minutes ago and is hot for 4 hours more"},
		"a test kiln, after its time": {5 * time.Hour, 300, ""},
	} {
		got := kiln.Hot("Load 1", lit, lit.Add(c.after), c.minutes)
		require.Contains(t, got, c.says, name)
		require.Equal(t, c.says == "", got == "", name)
	}
}
