package rooms_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/bench"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/school"
)

// A coat that was laid while the machine's clock said 2099 does not dry until then: the
// teacher is told, and once the clock is right the coat dries from that moment, for every
// start to come; no sooner.
func TestACoatDated2099(t *testing.T) {
	clock := &hands{now: demotest.Monday}
	dir := demotest.Folder(t, demotest.Monday)
	s, err := school.Open(t.Context(), dir, clock)
	require.NoError(t, err)
	m := s.Now()
	var piece *school.Piece
	for _, p := range m.Pieces {
		if len(p.State.Coats) > 0 && p.State.Load == nil && m.Survey(p).Stage == ready.Bench && (piece == nil || p.ID < piece.ID) {
			piece = p
		}
	}
	require.NotNil(t, piece)
	ahead, err := s.Ahead(t.Context())
	require.NoError(t, err)
	require.Zero(t, ahead.Many)

	like := piece.State.Coats[0]
	clock.now = time.Date(2099, 3, 2, 9, 0, 0, 0, time.UTC)
	_, err = bench.New(s).Log(t.Context(), school.Teacher, now(work.Event{ID: "a-coat-in-2099", Piece: piece.ID, Kind: work.Coated, Surface: like.Surface, Glaze: like.Glaze}))
	require.NoError(t, err)
	clock.now = demotest.Monday.Add(48 * time.Hour)
	ahead, err = s.Ahead(t.Context())
	require.NoError(t, err)
	require.Equal(t, 1, ahead.Many)
	require.Equal(t, 2099, ahead.Latest.Year())
	laid := func() time.Time {
		coats := s.Now().Pieces[piece.ID].State.Coats
		return coats[len(coats)-1].At
	}
	require.Equal(t, 2099, laid().Year())

	require.NoError(t, s.ClockWasWrong(t.Context()))
	settled := clock.now
	require.Equal(t, settled, laid(), "it dries from now")
	ahead, err = s.Ahead(t.Context())
	require.NoError(t, err)
	require.Zero(t, ahead.Many)
	log, err := s.Log(t.Context(), piece.ID)
	require.NoError(t, err)
	require.Equal(t, settled, log[len(log)-1].At, "its record says so as well")

	require.NoError(t, s.Close())
	clock.now = clock.now.Add(time.Hour)
	s, err = school.Open(t.Context(), dir, clock)
	require.NoError(t, err)
	require.Equal(t, settled, laid(), "a new start knows")
	require.NoError(t, s.Close())
}
