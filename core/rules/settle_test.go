package rules_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// A brushing glaze holds for a day, a bucket for ten minutes (from memory; that buckets settle
// within minutes and brushing glazes over days is common practice).
func TestJarsSettle(t *testing.T) {
	monday := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	h := rules.Default()
	for name, c := range map[string]struct {
		kind glaze.Kind
		ago  time.Duration
		says string
	}{
		"stirred for this lesson":   {glaze.Solid, 20 * time.Minute, ""},
		"stirred a day ago":         {glaze.Solid, 24 * time.Hour, ""},
		"and a second more":         {glaze.Solid, 24*time.Hour + time.Second, "it was last stirred on Sunday"},
		"a clock a minute ahead":    {glaze.Solid, -time.Minute, ""},
		"a clock further ahead":     {glaze.Solid, -time.Minute - time.Second, "its stirring is dated ahead of the clock"},
		"stirred on Friday":         {glaze.Solid, 71 * time.Hour, "it was last stirred on Friday"},
		"stirred last month":        {glaze.Clear, 30 * 24 * time.Hour, "it was last stirred 30 days ago"},
		"a bucket just stirred":     {glaze.Dipping, 5 * time.Minute, ""},
		"a bucket of the last dip":  {glaze.Dipping, 25 * time.Minute, "it was stirred 25 minutes ago, and a bucket settles at once"},
		"a bucket of this morning":  {glaze.Dipping, 3 * time.Hour, "it was last stirred at 06:00"},
		"a clock that was set back": {glaze.Solid, -3 * time.Hour, "its stirring is dated ahead of the clock"},
	} {
		g := glaze.Glaze{Kind: c.kind, Jar: glaze.Jar{MixedAt: monday.Add(-c.ago)}}
		require.Equal(t, c.says, h.Settled(&g, monday.Add(-48*time.Hour), monday), name)
	}
	require.Equal(t, "nobody logged that it was stirred", h.Settled(&glaze.Glaze{}, time.Time{}, monday))
	bucket := glaze.Glaze{Kind: glaze.Dipping, Jar: glaze.Jar{MixedAt: monday.Add(-time.Minute)}}
	require.Empty(t, h.Settled(&bucket, time.Time{}, monday))
	require.Contains(t, h.Settled(&bucket, monday, monday), "before every piece", "another piece was dipped a minute after it was stirred")
	jar := glaze.Glaze{Kind: glaze.Solid, Jar: bucket.Jar}
	require.Empty(t, h.Settled(&jar, monday, monday), "a brushing glaze holds")
	require.Equal(t, []float64{120, 90}, []float64{h.StirSeconds(&bucket), h.StirSeconds(&jar)})
	for _, f := range rules.Fields() {
		if f.Key == "settleDays" || f.Key == "settleMinutes" {
			require.Error(t, f.Set(&h, "0"), "nothing settles in no time")
		}
	}
}

// How coats lie out of a jar as it is, beside what the house lays (thin 0.6, thick 1.7, from memory).
func TestHowCoatsLie(t *testing.T) {
	h := rules.Default()
	for want, g := range map[string]glaze.Glaze{
		"": {Jar: glaze.Jar{State: glaze.Good}},
		"it is watery: a coat counts as 0.6, and 5 of them as 3":                      {Jar: glaze.Jar{State: glaze.Watery}},
		"it is watery: a coat counts as 0.6, and 2 of them as 1":                      {Jar: glaze.Jar{State: glaze.Watery}, Coats: 1},
		"it is thick: a coat counts as 1.7, drags, goes on in lumps and dries slowly": {Jar: glaze.Jar{State: glaze.Thick}},
	} {
		require.Equal(t, want, h.Lies(&g))
	}
	for d, is := range map[float64]glaze.State{1.399: glaze.Watery, 1.401: "", 1.5: "", 1.624: "", 1.626: glaze.Thick} {
		require.Equal(t, is, (&glaze.Glaze{DipDensity: 1.5, Density: d}).Lies(), "%v g/mL", d)
	}
}
