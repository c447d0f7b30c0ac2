package lesson_test

import (
	"fmt"
	"strings"
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
	return lesson.Bell{Classes: []string{class}, Weekday: weekday, Starts: starts, Ends: ends}
}

// week is a timetable in which every week is alike.
func week(bells ...lesson.Bell) lesson.Timetable { return lesson.Timetable{Bells: bells} }

// of is the one class of some, "" for none.
func of(classes []string) string { return strings.Join(classes, "+") }

func name(class string) string {
	return map[string]string{"a": "7 Plover", "b": "8 Heron"}[class]
}

func TestTheBellsSayWhoIsInTheRoom(t *testing.T) {
	week, err := lesson.Checked(week(bell("b", 1, 600, 650), bell("a", 1, 540, 600), bell("a", 7, 540, 600)), name)
	require.NoError(t, err)
	for clock, want := range map[string]string{"08:59": "", "09:00": "a", "09:59": "a", "10:00": "b", "10:49": "b", "10:50": ""} {
		l, ok := week.At(monday(clock))
		require.Equal(t, want, of(l.Classes), clock)
		require.Equal(t, want != "", ok, clock)
	}
	l, _ := week.At(monday("09:10"))
	require.Equal(t, monday("10:00"), l.Rings(time.UTC))
	require.Equal(t, "2026-03-02T09:00", l.Key.String())
	l, _ = week.At(monday("09:10").AddDate(0, 0, 6))
	require.Equal(t, "a", of(l.Classes), "Sunday is the seventh day")
	_, ok := week.At(monday("09:10").AddDate(0, 0, 1))
	require.False(t, ok)
}

func TestAHandIsStrongerThanABell(t *testing.T) {
	week := week(bell("a", 1, 540, 600))
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
		classes, _, byHand := c.hand.Serving(week, monday(c.clock))
		require.Equal(t, c.class, of(classes), what)
		require.Equal(t, c.byHand, byHand, what)
	}
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
	week := week(bell("a", 1, 540, 600), bell("b", 1, 600, 650))
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
		classes, locked := hand.Served(week, monday(clock))
		require.Equal(t, want.class, of(classes), clock)
		require.Equal(t, want.locked, locked, clock)
	}
	classes, locked := lesson.ByHand{Set: lesson.Set{Class: "b", Locked: true}}.Served(week, monday("09:10"))
	require.Equal(t, "b", of(classes))
	require.True(t, locked, "what nobody changed was always so")
}

// The past does not grow for ever, and a switch of yesterday is forgotten.
func TestThePastIsBounded(t *testing.T) {
	hand := lesson.ByHand{}
	for n := range 500 {
		hand = hand.Shut(n%2 == 0, monday("09:00").Add(time.Duration(n)*time.Minute))
	}
	require.LessOrEqual(t, len(hand.Past), 100)
	_, locked := hand.Served(lesson.Timetable{}, monday("09:00").Add(499*time.Minute))
	require.False(t, locked)
	_, locked = hand.Served(lesson.Timetable{}, monday("09:00").Add(498*time.Minute))
	require.True(t, locked)
	hand = hand.Shut(true, monday("09:00").AddDate(0, 0, 3))
	require.Len(t, hand.Past, 1, "only what was set last before that")
}
