package lesson_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/lesson"
)

// A time of the day is read as it is written; whatever week is taken serves one class at a
// time, and one that is not is refused.
func FuzzBells(f *testing.F) {
	for _, seed := range []string{"09:15", "9:15", "24:00", "23:59", "00:00", "09:60", "0915", "", "-1:00", "09:15:00"} {
		f.Add(seed, "10:05", 1, uint16(555))
	}
	f.Add("10:00", "09:00", 1, uint16(0))
	f.Add("10:00", "11:00", 8, uint16(630))
	f.Fuzz(func(t *testing.T, starts, ends string, weekday int, minute uint16) {
		from, err := lesson.ParseMinutes(starts)
		if err != nil {
			return
		}
		require.True(t, from >= 0 && from < 1440)
		again, err := lesson.ParseMinutes(from.String())
		require.NoError(t, err)
		require.Equal(t, from, again)
		to, err := lesson.ParseMinutes(ends)
		if err != nil {
			return
		}
		week, err := lesson.Checked(week(bell("7", weekday, from, to), bell("8", 1, 600, 660)), func(id string) string { return id })
		if err != nil {
			return
		}
		require.True(t, weekday >= 1 && weekday <= 7 && from < to)
		at := time.Date(2026, 3, 2, 0, int(minute)%1440, 0, 0, time.UTC)
		l, runs := week.At(at)
		require.Equal(t, runs, l.Rings(time.UTC).After(at), "a lesson that runs ends later")
	})
}
