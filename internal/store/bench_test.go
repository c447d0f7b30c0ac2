package store_test

import (
	"reflect"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// withPiece writes what an event needs to lie on.
func withPiece(t *testing.T, tx *store.Tx) {
	require.NoError(t, tx.PutClay(glaze.Clay{Code: "P", Name: "Pale", Cones: kiln.Range{From: "5", To: "6"}, Fired: colour.Lab{L: 78}}))
	require.NoError(t, tx.PutClass(store.Class{ID: "c", Name: "7", Clay: "P", Cone: "6"}))
	require.NoError(t, tx.PutStudent(store.Student{ID: "s", Class: "c", Name: "Ilo", Mark: "O"}))
	require.NoError(t, tx.PutAssignment(store.Assignment{ID: "a", Class: "c", Name: "Slab", Form: piece.Slab, Clay: "P", Cone: "6", MadeAt: now}))
	require.NoError(t, tx.AddPiece(store.Piece{ID: "p", Assignment: "a", Student: "s"}))
}

// Every field of an event comes back from the disk: one that is added to the
// type and forgotten in the table fails here.
func TestEveryFieldOfAnEventComesBack(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	moment := now.UTC().Truncate(time.Millisecond)
	want := work.Event{Seq: 1, ID: "e", Piece: "p", Kind: work.Checked, At: moment, By: "Sink side", Done: moment.Add(-time.Hour), DeviceAt: moment.Add(7 * time.Hour),
		Surface: "face", Glaze: "A", Felt: work.Thick, Of: "x", Doubts: "y", Back: 2, Undoes: "z", Seen: 9, Verdict: foot.TooLow, Cover: foot.Gap,
		Spots: []foot.Spot{{X: 3.5, Y: -4}}, Parts: 2, Place: work.ReadyShelf, Photo: "f", Code: "drying", Load: "l", Cone: "6", Text: "why", Again: true, Mark: 3}
	fields := reflect.ValueOf(want)
	for i := range fields.NumField() {
		require.False(t, fields.Field(i).IsZero(), "%s is not tried", fields.Type().Field(i).Name)
	}
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error {
		withPiece(t, tx)
		_, err := tx.AddEvent(want)
		return err
	}))
	require.NoError(t, s.Close())
	s = openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	got, err := s.Records(t.Context())
	require.NoError(t, err)
	require.Equal(t, []work.Event{want}, got.Events)
}

// What belongs to the room comes back as well: bells, tablets, wishes, late taps.
func TestRoomComesBack(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	at := now.UTC().Truncate(time.Millisecond)
	bells := []store.Bell{{Class: "c", Weekday: 1, Starts: 540, Ends: 605}, {Class: "c", Weekday: 4, Starts: 540, Ends: 605}}
	stations := []store.Station{{ID: "1", Name: "Sink side", PairedAt: at}, {ID: "2", Name: "Kiln wall", PairedAt: at, EndedAt: at.Add(time.Hour)}}
	wish := store.Wish{Piece: "p", At: at, Tiles: []string{"T2", "T1"}, Text: "like slate"}
	stray := store.Stray{Event: work.Event{ID: "late", Piece: "p", Kind: work.Coated, Surface: "face", Glaze: "A"}, At: at, Happened: at.Add(-time.Hour), Station: "Sink side", Reason: "why"}
	write := func(do func(tx *store.Tx) error) { require.NoError(t, s.Write(t.Context(), do)) }
	write(func(tx *store.Tx) error {
		withPiece(t, tx)
		require.NoError(t, tx.PutBells([]store.Bell{{Class: "c", Weekday: 7, Starts: 1, Ends: 2}}))
		for _, st := range stations {
			require.NoError(t, tx.PutStation(st))
		}
		require.NoError(t, tx.PutWish(store.Wish{Piece: "p", At: at}))
		require.NoError(t, tx.PutStray(stray))
		return nil
	})
	stray.SettledAt = at.Add(time.Minute)
	write(func(tx *store.Tx) error { // what is written again replaces what was there
		require.NoError(t, tx.PutBells(bells))
		require.NoError(t, tx.PutWish(wish))
		return tx.PutStray(stray)
	})
	require.NoError(t, s.Close())
	s = openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	got, err := s.Records(t.Context())
	require.NoError(t, err)
	require.Equal(t, bells, got.Bells)
	require.Equal(t, stations, got.Stations)
	require.Equal(t, []store.Wish{wish}, got.Wishes)
	require.Equal(t, []store.Stray{stray}, got.Strays)
}

// A lesson holds from its first minute to before its last, on its day.
func TestBellHolds(t *testing.T) {
	bell := store.Bell{Weekday: 1, Starts: 9 * 60, Ends: 10*60 + 5} // Mondays
	monday := time.Date(2026, 3, 2, 0, 0, 0, 0, time.UTC)
	for clock, holds := range map[string]bool{"08:59": false, "09:00": true, "10:04": true, "10:05": false} {
		at, err := time.Parse("15:04", clock)
		require.NoError(t, err)
		moment := monday.Add(time.Duration(at.Hour())*time.Hour + time.Duration(at.Minute())*time.Minute)
		require.Equal(t, holds, bell.Holds(moment), clock)
		require.False(t, bell.Holds(moment.AddDate(0, 0, 1)), "not on Tuesdays")
		require.Equal(t, holds, bell.Holds(moment.AddDate(0, 0, 7)), "every week")
	}
	require.True(t, store.Bell{Weekday: 7, Starts: 0, Ends: 1440}.Holds(monday.AddDate(0, 0, 6)), "Sunday is the seventh day")
}
