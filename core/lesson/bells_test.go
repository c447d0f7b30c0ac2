package lesson_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/lesson"
)

// monday at a time of the day; 2 March 2026 is one.
func monday(clock string) time.Time {
	at, err := time.Parse("2006-01-02 15:04", "2026-03-02 "+clock)
	if err != nil {
		panic(err)
	}
	return at
}

func bell(class string, weekday int, starts, ends lesson.Minutes) lesson.Bell {
	return lesson.Bell{Class: class, Weekday: weekday, Starts: starts, Ends: ends}
}

func name(class string) string {
	return map[string]string{"a": "7 Plover", "b": "8 Heron"}[class]
}

func TestTheBellsSayWhoIsInTheRoom(t *testing.T) {
	week, err := lesson.NewWeek([]lesson.Bell{bell("b", 1, 600, 650), bell("a", 1, 540, 600), bell("a", 7, 540, 600)}, name)
	require.NoError(t, err)
	for clock, want := range map[string]string{"08:59": "", "09:00": "a", "09:59": "a", "10:00": "b", "10:49": "b", "10:50": ""} {
		class, ends := week.At(monday(clock))
		require.Equal(t, want, class, clock)
		require.Equal(t, want == "", ends.IsZero(), clock)
	}
	_, ends := week.At(monday("09:10"))
	require.Equal(t, monday("10:00"), ends)
	class, _ := week.At(monday("09:10").AddDate(0, 0, 6))
	require.Equal(t, "a", class, "Sunday is the seventh day")
	class, _ = week.At(monday("09:10").AddDate(0, 0, 1))
	require.Empty(t, class)
}

func TestAHandIsStrongerThanABell(t *testing.T) {
	week := lesson.Week{bell("a", 1, 540, 600)}
	for what, c := range map[string]struct {
		hand   lesson.ByHand
		clock  string
		class  string
		byHand bool
	}{
		"nobody switched":                {lesson.ByHand{}, "09:10", "a", false},
		"switched until the bell":        {lesson.ByHand{Class: "b", Until: monday("10:00")}, "09:59", "b", true},
		"the bell has gone":              {lesson.ByHand{Class: "b", Until: monday("10:00")}, "10:00", "", false},
		"switched for good":              {lesson.ByHand{Class: "b"}, "23:00", "b", true},
		"switched to what the bells say": {lesson.ByHand{Class: "a"}, "09:10", "a", false},
		"locked, and nothing else":       {lesson.ByHand{Locked: true}, "09:10", "a", false},
	} {
		class, _, byHand := week.Serving(c.hand, monday(c.clock))
		require.Equal(t, c.class, class, what)
		require.Equal(t, c.byHand, byHand, what)
	}
}

func TestAWeekThatCannotBe(t *testing.T) {
	for said, bells := range map[string][]lesson.Bell{
		"7 Plover: a lesson from 10:00 to 10:00 on day 1 cannot be": {bell("a", 1, 600, 600)},
		"7 Plover: a lesson from 10:00 to 11:00 on day 0 cannot be": {bell("a", 0, 600, 660)},
		"7 Plover: a lesson from 10:00 to 11:00 on day 8 cannot be": {bell("a", 8, 600, 660)},
		"7 Plover: a lesson from 23:00 to 24:01 on day 3 cannot be": {bell("a", 3, 1380, 1441)},
		"8 Heron begins at 09:59, before 7 Plover has left":         {bell("b", 2, 599, 650), bell("a", 2, 540, 600)},
	} {
		_, err := lesson.NewWeek(bells, name)
		require.EqualError(t, err, said)
	}
	_, err := lesson.NewWeek([]lesson.Bell{bell("gone", 1, 0, 1440)}, name)
	require.ErrorIs(t, err, lesson.ErrNoClass)
	_, err = lesson.NewWeek([]lesson.Bell{bell("a", 1, 540, 600), bell("b", 1, 600, 660), bell("a", 2, 540, 600)}, name)
	require.NoError(t, err, "one leaves as the next one comes")
}

// A time of the day is read as a clock shows it, and nothing else is.
func TestTimesOfTheDay(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		at := lesson.Minutes(rapid.IntRange(0, 1439).Draw(t, "minutes"))
		back, err := lesson.ParseMinutes(at.String())
		require.NoError(t, err)
		require.Equal(t, at, back)
	})
	for _, text := range []string{"", "9", "24:00", "09:60", "-1:00", "nine"} {
		_, err := lesson.ParseMinutes(text)
		require.EqualError(t, err, fmt.Sprintf("%q is no time of the day: expected one such as 09:15", text))
	}
}
