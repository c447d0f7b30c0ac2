package stock_test

import (
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/stock"
)

// What is asked of a jar and what is left of it: who goes without, in the order of the job.
func TestWhoIsHit(t *testing.T) {
	club, year := stock.Claim{Project: "club", Piece: "c1", ML: 40}, stock.Claim{Project: "year", Piece: "y1", ML: 50}
	begun := stock.Claim{Project: "year", Piece: "y2", ML: 30, Begun: true}
	for name, c := range map[string]struct {
		left     float64
		reserves []stock.Reserve
		short    float64
		free     float64
		hit      []stock.Claim
	}{
		"it lasts":                              {left: 130, free: 10},
		"the second class breaks it":            {left: 80, short: 40, hit: []stock.Claim{{Project: "year", Piece: "y1", ML: 40}}},
		"what was begun comes first":            {left: 30, short: 90, hit: []stock.Claim{{Project: "club", Piece: "c1", ML: 40}, {Project: "year", Piece: "y1", ML: 50}}},
		"kept for the year, the club is hit":    {left: 80, reserves: []stock.Reserve{{Project: "year", ML: 80}}, short: 40, hit: []stock.Claim{{Project: "club", Piece: "c1", ML: 40}}},
		"kept for later, everybody's is less":   {left: 130, reserves: []stock.Reserve{{ML: 30}}, short: 20, hit: []stock.Claim{{Project: "year", Piece: "y1", ML: 20}}},
		"a reserve that its own strokes use up": {left: 120, reserves: []stock.Reserve{{Project: "club", ML: 40}}, free: 0},
		"more is kept than its strokes take":    {left: 140, reserves: []stock.Reserve{{Project: "club", ML: 60}}, free: 0},
	} {
		b := stock.BudgetOf(c.left, true, []stock.Claim{club, year, begun}, c.reserves)
		require.InDelta(t, c.short, b.ShortML(), 1e-9, name)
		require.InDelta(t, c.free, b.FreeML(), 1e-9, name)
		require.Equal(t, c.hit, b.Hit, name)
	}
	blind := stock.BudgetOf(0, false, []stock.Claim{club}, nil)
	require.Zero(t, blind.ShortML(), "nobody looked into the jar")
	require.Empty(t, blind.Hit)
}

// What everybody lacks together is what the jar lacks, as long as what is kept is there; nobody
// is hit by a jar that lasts.
func TestLacksAddUp(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var claims []stock.Claim
		for range rapid.IntRange(0, 12).Draw(t, "pieces") {
			claims = append(claims, stock.Claim{Project: rapid.SampledFrom([]string{"a", "b", "c"}).Draw(t, "of"), ML: rapid.Float64Range(1, 60).Draw(t, "mL"), Begun: rapid.Bool().Draw(t, "begun")})
		}
		left := rapid.Float64Range(0, 400).Draw(t, "left")
		var reserves []stock.Reserve
		kept := 0.0
		for range rapid.IntRange(0, 3).Draw(t, "reserves") {
			ml := rapid.Float64Range(0, left-kept).Draw(t, "kept")
			kept += ml
			reserves = append(reserves, stock.Reserve{Project: rapid.SampledFrom([]string{"", "a", "b"}).Draw(t, "for"), ML: ml})
		}
		b := stock.BudgetOf(left, true, claims, reserves)
		lacks := 0.0
		for _, h := range b.Hit {
			lacks += h.ML
		}
		require.InDelta(t, b.ShortML(), lacks, 0.2)
		require.GreaterOrEqual(t, b.KeptML, -1e-9)
	})
}

func TestReservesThatCannotBe(t *testing.T) {
	require.NoError(t, stock.MayReserve(100, 118, true, 0))
	require.NoError(t, stock.MayReserve(118, 118, true, 0))
	require.ErrorContains(t, stock.MayReserve(0, 118, true, 0), "say how much")
	require.ErrorContains(t, stock.MayReserve(50, 0, false, 0), "look into the jar first")
	require.ErrorContains(t, stock.MayReserve(200, 118, true, 0), "200 mL cannot be kept of the 118 that are left")
	require.ErrorContains(t, stock.MayReserve(60, 118, true, 70), "at most 48 more")
}
