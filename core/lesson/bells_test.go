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
		hand   lesson.Set
		clock  string
		class  string
		byHand bool
	}{
		"nobody switched":                {lesson.Set{}, "09:10", "a", false},
		"switched until the bell":        {lesson.Set{Class: "b", Until: monday("10:00")}, "09:59", "b", true},
		"the bell has gone":              {lesson.Set{Class: "b", Until: monday("10:00")}, "10:00", "", false},
		"switched for good":              {lesson.Set{Class: "b"}, "23:00", "b", true},
		"switched to what the bells say": {lesson.Set{Class: "a"}, "09:10", "a", false},
		"locked, and nothing else":       {lesson.Set{Locked: true}, "09:10", "a", false},
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

// What comes late is judged by what was so when it happened.
func TestWhatWasServedThen(t *testing.T) {
	week := lesson.Week{bell("a", 1, 540, 600), bell("b", 1, 600, 650)}
	hand := lesson.ByHand{}.
		Switched("b", monday("10:00"), monday("09:20")).
		Shut(true, monday("09:30")).
		Shut(false, monday("09:40")).
		Switched("", time.Time{}, monday("09:50")).
		Shut(true, monday("10:30"))
	for clock, want := range map[string]struct {
		class  string
		locked bool
	}{
		"08:00": {"", false}, "09:19": {"a", false}, "09:20": {"b", false}, "09:29": {"b", false}, "09:30": {"b", true}, "09:39": {"b", true},
		"09:40": {"b", false}, "09:50": {"a", false}, "09:59": {"a", false}, "10:00": {"b", false}, "10:29": {"b", false}, "10:30": {"b", true}, "10:50": {"", true},
	} {
		class, locked := week.Served(hand, monday(clock))
		require.Equal(t, want.class, class, clock)
		require.Equal(t, want.locked, locked, clock)
	}
	class, locked := week.Served(lesson.ByHand{Set: lesson.Set{Class: "b", Locked: true}}, monday("09:10"))
	require.Equal(t, "b", class)
	require.True(t, locked, "what nobody changed was always so")
}

// The past does not grow for ever, and a switch of yesterday is forgotten.
func TestThePastIsBounded(t *testing.T) {
	hand := lesson.ByHand{}
	for n := range 500 {
		hand = hand.Shut(n%2 == 0, monday("09:00").Add(time.Duration(n)*time.Minute))
	}
	require.LessOrEqual(t, len(hand.Past), 100)
	_, locked := lesson.Week{}.Served(hand, monday("09:00").Add(499*time.Minute))
	require.False(t, locked)
	_, locked = lesson.Week{}.Served(hand, monday("09:00").Add(498*time.Minute))
	require.True(t, locked)
	hand = hand.Shut(true, monday("09:00").AddDate(0, 0, 3))
	require.Len(t, hand.Past, 1, "only what was set last before that")
}
