package lesson_test

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/lesson"
)

func date(text string) lesson.Date {
	d, err := lesson.ParseDate(text)
	if err != nil {
		panic(err)
	}
	return d
}

func turned(turn int, b lesson.Bell) lesson.Bell {
	b.Turn = turn
	return b
}

// on writes down what is taught on a day: "09:00 a".
func on(t lesson.Timetable, day string) string {
	var all []string
	for _, l := range t.On(date(day)) {
		all = append(all, l.Starts.String()+" "+of(l.Classes))
	}
	return strings.Join(all, ", ")
}

// A day of the calendar is counted as Go's calendar counts it, and read as it is written.
func TestDates(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		at := time.Date(2000, 1, rapid.IntRange(1, 40000).Draw(t, "day"), rapid.IntRange(0, 23).Draw(t, "hour"), 0, 0, 0, time.UTC)
		d := lesson.DateOf(at)
		require.Equal(t, at.Format("2006-01-02"), d.String())
		require.Equal(t, (int(at.Weekday())+6)%7+1, d.Weekday())
		require.Equal(t, 1, d.Monday().Weekday())
		back, err := lesson.ParseDate(d.String())
		require.NoError(t, err)
		require.Equal(t, d, back)
	})
	for _, text := range []string{"", "2026-02-30", "26-03-02", "1970-01-01", "9999-01-01", "2026-3-2"} {
		_, err := lesson.ParseDate(text)
		require.ErrorContains(t, err, "is no day of the calendar: expected one such as 2026-03-02", text)
	}
}

// On the day on which clocks change a lesson is where the clock on the wall has it.
func TestTheDayOnWhichClocksChange(t *testing.T) {
	zone, err := time.LoadLocation("Europe/Berlin")
	require.NoError(t, err)
	tt := week(bell("a", 7, 90, 200), bell("b", 7, 540, 600)) // Sundays, one over the hour that is left out
	for day, hours := range map[string]time.Duration{"2026-03-29": 7, "2026-10-25": 9, "2026-11-01": 8} {
		first, second := tt.On(date(day))[0], tt.On(date(day))[1]
		require.Equal(t, hours*time.Hour-30*time.Minute, second.Begins(zone).Sub(first.Begins(zone))-0, day)
		l, ok := tt.At(second.Begins(zone).Add(time.Minute))
		require.True(t, ok)
		require.Equal(t, "b", of(l.Classes), day)
		require.Equal(t, "10:00", l.Rings(zone).Format("15:04"), day)
	}
}

func TestWeeksThatTurnOver(t *testing.T) {
	tt := lesson.Timetable{
		Cycle:    lesson.Cycle{Turning: lesson.Weeks, Length: 2, From: date("2026-09-02")}, // a Wednesday of week A
		Bells:    []lesson.Bell{turned(1, bell("a", 1, 540, 600)), turned(2, bell("b", 1, 540, 600)), turned(0, bell("c", 1, 600, 660))},
		Holidays: []lesson.Holiday{{From: date("2026-09-19"), To: date("2026-09-27"), Name: "Harvest"}},
	}
	require.Equal(t, "09:00 a, 10:00 c", on(tt, "2026-08-31"))
	require.Equal(t, "09:00 b, 10:00 c", on(tt, "2026-09-07"))
	require.Equal(t, "09:00 a, 10:00 c", on(tt, "2026-09-14"))
	require.Empty(t, on(tt, "2026-09-21"))
	require.Equal(t, "09:00 b, 10:00 c", on(tt, "2026-09-28"), "the week of holidays is not counted")
	require.Equal(t, "09:00 b, 10:00 c", on(tt, "2026-08-24"), "the week before week A")
	tt.Cycle.Through = true
	require.Equal(t, "09:00 a, 10:00 c", on(tt, "2026-09-28"), "now it is")
	tt.Holidays[0].To = date("2026-09-24")
	tt.Cycle.Through = false
	require.Equal(t, "09:00 a, 10:00 c", on(tt, "2026-09-28"), "a week with one school day is a week")
}

func TestDaysThatTurnOver(t *testing.T) {
	tt := lesson.Timetable{
		Cycle:    lesson.Cycle{Turning: lesson.Days, Length: 6, From: date("2026-09-01")},
		Bells:    []lesson.Bell{turned(1, bell("a", 0, 540, 600)), turned(4, bell("b", 0, 540, 600))},
		Holidays: []lesson.Holiday{{From: date("2026-09-03"), To: date("2026-09-03"), Name: "Fair"}},
	}
	// Tuesday 1 is Day 1, Wednesday Day 2, Thursday no day, Friday Day 3, Monday Day 4.
	require.Equal(t, "09:00 b", on(tt, "2026-09-07"))
	require.Zero(t, tt.Turn(date("2026-09-03")))
	require.Zero(t, tt.Turn(date("2026-09-05")))
	require.Equal(t, 6, tt.Turn(date("2026-08-31")), "the day before Day 1")
	require.Equal(t, "09:00 a", on(tt, "2026-09-10"))
	tt.Odd = []lesson.OddDay{{Date: date("2026-09-05"), Turn: 1, Name: "Open day"}}
	require.Equal(t, "09:00 a", on(tt, "2026-09-05"), "a Saturday that runs as Day 1")
	require.Equal(t, 4, tt.Turn(date("2026-09-07")), "and does not count")
}

// The days of a cycle follow one another over every school day, whatever the holidays are.
func TestEveryCountedDayIsTheNextOne(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		from := date("2026-09-01")
		tt := lesson.Timetable{Cycle: lesson.Cycle{Turning: lesson.Days, Length: rapid.IntRange(2, 6).Draw(t, "length"), From: from}}
		for range rapid.IntRange(0, 4).Draw(t, "holidays") {
			first := from + lesson.Date(rapid.IntRange(-60, 60).Draw(t, "first"))
			tt.Holidays = append(tt.Holidays, lesson.Holiday{From: first, To: first + lesson.Date(rapid.IntRange(0, 9).Draw(t, "days"))})
		}
		last := 0
		for d := from - 80; d < from+80; d++ {
			turn := tt.Turn(d)
			if turn == 0 {
				require.True(t, d.Weekday() > 5 || tt.Holiday(d) != "")
				continue
			}
			if last > 0 {
				require.Equal(t, last%tt.Cycle.Length+1, turn)
			}
			last = turn
		}
	})
}

func TestDaysAndLessonsThatDepart(t *testing.T) {
	tt := week(bell("a", 1, 540, 600), bell("b", 1, 600, 660), bell("a", 2, 540, 600))
	tt.From, tt.To = date("2026-03-02"), date("2026-03-20")
	tt.Odd = []lesson.OddDay{
		{Date: date("2026-03-07"), Weekday: 1, Name: "Saturday school"},
		{Date: date("2026-03-09"), Own: true, Bells: []lesson.Bell{bell("b", 0, 540, 570), bell("a", 0, 570, 600)}, Name: "Short day"},
	}
	key := func(text string) lesson.Key {
		k, err := lesson.ParseKey(text)
		require.NoError(t, err)
		return k
	}
	slot := func(day string, starts, ends lesson.Minutes, classes ...string) lesson.Slot {
		return lesson.Slot{Date: date(day), Starts: starts, Ends: ends, Classes: classes}
	}
	tt.Changes = []lesson.Change{
		{Of: key("2026-03-03T09:00"), Note: "visit"},
		{Of: key("2026-03-16T09:00"), Now: slot("2026-03-18", 780, 840, "a")},
		{Of: key("2026-03-16T10:00"), Now: slot("2026-03-16", 540, 660, "a", "b")},
		{Now: slot("2026-03-21", 600, 630, "b")},
	}
	tt, err := lesson.Checked(tt, name)
	require.NoError(t, err)
	for day, want := range map[string]string{
		"2026-02-23": "", "2026-03-02": "09:00 a, 10:00 b", "2026-03-03": "", "2026-03-07": "09:00 a, 10:00 b", "2026-03-09": "09:00 b, 09:30 a",
		"2026-03-10": "09:00 a", "2026-03-16": "09:00 a+b", "2026-03-18": "13:00 a", "2026-03-21": "10:00 b", "2026-03-23": "",
	} {
		require.Equal(t, want, on(tt, day), day)
	}
	all := tt.Calendar(date("2026-03-03"))
	require.Equal(t, lesson.Cancelled, all[0].Is)
	require.Equal(t, "visit", all[0].Note)
	moved, ok := tt.Find(key("2026-03-16T09:00"))
	require.True(t, ok)
	require.Equal(t, "13:00", moved.Starts.String(), "its key stays")
	more, ok := tt.Find(key("2026-03-21T10:00+"))
	require.True(t, ok)
	require.Equal(t, lesson.Added, more.Is)
	_, ok = tt.Find(key("2026-03-23T09:00"))
	require.False(t, ok, "the term is over")
	left := tt.Left("a", monday("09:30"), 0)
	require.Len(t, left, 7)
	require.Equal(t, date("2026-03-02"), left[0].Date, "the one that runs is left")
	before := tt.Before("a", date("2026-03-17").At(570, time.UTC), 3, 28)
	require.Equal(t, []string{"2026-03-16", "2026-03-10", "2026-03-09"}, []string{before[0].Date.String(), before[1].Date.String(), before[2].Date.String()})
	next, ok := tt.Next("b", date("2026-03-17").At(570, time.UTC))
	require.True(t, ok)
	require.Equal(t, date("2026-03-21"), next.Date)
	_, ok = tt.Next("", date("2026-03-24").At(0, time.UTC))
	require.False(t, ok)

	without := tt.Without("a")
	require.False(t, without.Of("a"))
	require.Equal(t, "09:00 b", on(without, "2026-03-16"), "what it shared goes on without it")
	require.Equal(t, "09:00 b", on(without, "2026-03-09"))
	kept, err := json.Marshal(tt)
	require.NoError(t, err)
	var back lesson.Timetable
	require.NoError(t, json.Unmarshal(kept, &back))
	require.Equal(t, tt, back)
}

func TestATimetableThatCannotBe(t *testing.T) {
	weeks := func(bells ...lesson.Bell) lesson.Timetable {
		return lesson.Timetable{Cycle: lesson.Cycle{Turning: lesson.Weeks, Length: 2, From: date("2026-03-02")}, Bells: bells}
	}
	days := func(bells ...lesson.Bell) lesson.Timetable {
		return lesson.Timetable{Cycle: lesson.Cycle{Turning: lesson.Days, Length: 4, From: date("2026-03-02")}, Bells: bells}
	}
	holidays := func(all ...lesson.Holiday) lesson.Timetable { return lesson.Timetable{Holidays: all} }
	cycle := func(c lesson.Cycle) lesson.Timetable { return lesson.Timetable{Cycle: c} }
	monday := date("2026-03-02")
	a := bell("a", 1, 540, 600)
	both := bell("a", 1, 540, 600)
	both.Classes = []string{"a", "b"}
	for said, tt := range map[string]lesson.Timetable{
		"7 Plover, Monday: a lesson from 10:00 to 10:00 lasts no time":                                  week(bell("a", 1, 600, 600)),
		"7 Plover, Monday: a lesson from 23:00 to 01:00 would end on another day: split it at midnight": week(bell("a", 1, 1380, 60)),
		"7 Plover, Wednesday: times of a day lie from 00:00 to 24:00":                                   week(bell("a", 3, 1380, 1441)),
		"day 0 is no day of the week: 1 is Monday, 7 Sunday":                                            week(bell("a", 0, 600, 660)),
		"day 8 is no day of the week: 1 is Monday, 7 Sunday":                                            week(bell("a", 8, 600, 660)),
		"the lesson on Monday at 09:00 is of no class: choose one":                                      week(lesson.Bell{Weekday: 1, Starts: 540, Ends: 600}),
		"7 Plover stands twice in the lesson on Monday at 09:00":                                        week(lesson.Bell{Classes: []string{"a", "a"}, Weekday: 1, Starts: 540, Ends: 600}),
		"8 Heron, Tuesday: begins at 09:59, before 7 Plover has left at 10:00":                          week(bell("b", 2, 599, 650), bell("a", 2, 540, 600)),
		"7 Plover and 8 Heron, Monday: begins at 09:00, before 7 Plover has left at 10:00":              week(a, both),
		"Monday: there is no week C, the weeks are A to B":                                              weeks(turned(3, a)),
		"8 Heron, Monday of week B: begins at 09:30, before 7 Plover has left at 10:00":                 weeks(a, turned(2, bell("b", 1, 570, 630))),
		"the days of this timetable are Day 1 to Day 4: choose one of them":                             days(turned(5, bell("a", 0, 540, 600))),
		"8 Heron, Day 2: begins at 09:30, before 7 Plover has left at 10:00":                            days(turned(2, bell("a", 0, 540, 600)), turned(2, bell("b", 0, 570, 630))),
		"2 to 6 weeks turn over, not 7":                                                                 cycle(lesson.Cycle{Turning: lesson.Weeks, Length: 7, From: monday}),
		"say a day of week A, so that the weeks can be counted":                                         cycle(lesson.Cycle{Turning: lesson.Weeks, Length: 2}),
		"say which day is Day 1, so that the days can be counted":                                       cycle(lesson.Cycle{Turning: lesson.Days, Length: 2}),
		"day 1 is a school day: Sunday 1 March is none":                                                 cycle(lesson.Cycle{Turning: lesson.Days, Length: 2, From: monday - 1}),
		`"moons" is no way in which days turn over: weeks or days`:                                      cycle(lesson.Cycle{Turning: "moons", Length: 2}),
		"Harvest ends on Sunday 1 March, before it begins on Monday 2 March":                            holidays(lesson.Holiday{From: monday, To: monday - 1, Name: "Harvest"}),
		"Fair begins on Tuesday 3 March, before Harvest is over":                                        holidays(lesson.Holiday{From: monday + 1, To: monday + 1, Name: "Fair"}, lesson.Holiday{From: monday, To: monday + 4, Name: "Harvest"}),
		"Harvest is 366 days long: is the year right?":                                                  holidays(lesson.Holiday{From: monday, To: monday + 365, Name: "Harvest"}),
		"the term ends on Sunday 1 March, before it begins on Monday 2 March":                           {From: monday, To: monday - 1},
		"Monday 2 March is set twice as an odd day":                                                     {Odd: []lesson.OddDay{{Date: monday, Weekday: 1}, {Date: monday, Weekday: 2}}},
		"Monday 2 March: 8 Heron begins at 09:30, before 7 Plover has left at 10:00":                    {Odd: []lesson.OddDay{{Date: monday, Own: true, Bells: []lesson.Bell{bell("b", 0, 570, 600), a}}}},
		"Monday 9 March: 8 Heron begins at 09:30, before 7 Plover has left at 10:00":                    {Bells: []lesson.Bell{a}, Changes: []lesson.Change{{Now: lesson.Slot{Date: monday + 7, Starts: 570, Ends: 600, Classes: []string{"b"}}}}},
		"one more lesson needs its day":                                                                 {Changes: []lesson.Change{{Note: "x"}}},
		"the lesson on Monday 2 March at 09:00 is changed twice":                                        {Changes: []lesson.Change{{Of: lesson.Key{Date: monday, Starts: 540}}, {Of: lesson.Key{Date: monday, Starts: 540}}}},
		"the lesson on Monday at 09:00 is of 5 classes: at most 4 share a room":                         week(lesson.Bell{Classes: []string{"a", "b", "c", "d", "e"}, Weekday: 1, Starts: 540, Ends: 600}),
		"a timetable has at most 400 bells, and 1600 days that depart from them":                        week(make([]lesson.Bell, 401)...),
	} {
		_, err := lesson.Checked(tt, name)
		require.EqualError(t, err, said)
	}
	_, err := lesson.Checked(week(bell("gone", 1, 0, 1440)), name)
	require.ErrorIs(t, err, lesson.ErrNoClass)
	doubts := lesson.Doubts(weeks(turned(1, a)))
	require.Equal(t, []string{"There is no lesson in week B: is that meant?"}, doubts)
}

// Lessons are taken in as a difference: on their own days their classes have them and no other,
// and every other day and class keeps what it has, under the key it has.
func TestLessonsAreTakenInAsADifference(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		tt, err := lesson.Checked(anyTable(t), func(class string) string { return class })
		if err != nil {
			t.Skip("no timetable that can be")
		}
		first := date("2026-09-01")
		var slots []lesson.Slot
		own := map[lesson.Date][]string{}
		weekly := rapid.Bool().Draw(t, "weekly")
		from := first + lesson.Date(rapid.IntRange(-20, 60).Draw(t, "from"))
		to := from + lesson.Date(rapid.IntRange(0, 90).Draw(t, "days"))
		for d := from; d <= to; d++ {
			for i, class := range []string{"a", "n"} {
				often := 9
				if weekly && d.Weekday() == 2+i {
					often = 0
				}
				if rapid.IntRange(0, often).Draw(t, "taught") == 0 {
					slots = append(slots, lesson.Slot{Date: d, Starts: lesson.Minutes(60 + 60*i), Ends: lesson.Minutes(110 + 60*i), Classes: []string{class}})
					own[d] = append(own[d], class)
				}
			}
		}
		window := rapid.Bool().Draw(t, "window")
		if window {
			has := map[string]bool{}
			for _, s := range slots {
				has[s.Classes[0]] = true
			}
			for d := from; d <= to; d++ {
				own[d] = slices.Sorted(maps.Keys(has))
			}
		}
		var fitted lesson.Fitted
		if window {
			fitted = tt.Taking(slots, from, to)
		} else {
			fitted = tt.Taking(slots, 0, 0)
		}
		for d := first - 60; d < first+260; d++ {
			var want, got []string
			say := func(l lesson.Lesson, key bool) (all []string) {
				for _, c := range l.Classes {
					who := fmt.Sprintf("%s %v-%v", c, l.Starts, l.Ends)
					if key {
						who += " " + l.Key.String()
					}
					all = append(all, who)
				}
				return all
			}
			for _, l := range tt.On(d) {
				others := l
				others.Classes = slices.DeleteFunc(slices.Clone(l.Classes), func(c string) bool { return slices.Contains(own[d], c) })
				want = append(want, say(others, true)...)
			}
			for _, s := range slots {
				if s.Date == d {
					want = append(want, say(lesson.Lesson{Slot: s}, false)...)
				}
			}
			for _, l := range fitted.Timetable.On(d) {
				for _, c := range l.Classes {
					one := l
					one.Classes = []string{c}
					got = append(got, say(one, !slices.Contains(own[d], c))...)
				}
			}
			slices.Sort(want)
			slices.Sort(got)
			require.Equal(t, want, got, "on %s", d)
		}
	})
}

// One lesson of a class changes its own day and nothing else, and repeats nowhere.
func TestOneLessonTakenInRepeatsNowhere(t *testing.T) {
	at := date("2026-10-05")
	one := []lesson.Slot{{Date: at, Starts: 600, Ends: 660, Classes: []string{"a"}}}
	tt := week(bell("a", 1, 540, 600), bell("a", 3, 540, 600))
	tt.From, tt.To = date("2026-09-07"), date("2026-12-18")
	got := tt.Taking(one, 0, 0)
	require.Empty(t, got.Bells)
	require.Equal(t, tt.Bells, got.Timetable.Bells)
	require.Equal(t, []lesson.Change{{Of: lesson.Key{Date: at, Starts: 540}}, {Now: one[0]}}, got.Timetable.Changes)
	got = lesson.Timetable{}.Taking(one, 0, 0)
	require.Equal(t, lesson.Timetable{Changes: []lesson.Change{{Now: one[0]}}}, got.Timetable)
}

// A file of the whole term puts its bells in the place of those before.
func TestAWholeTermTakenInReplacesTheBells(t *testing.T) {
	tt := week(bell("a", 1, 540, 600), bell("b", 1, 600, 660))
	tt.From, tt.To = date("2026-09-07"), date("2026-12-18")
	var slots []lesson.Slot
	for d := tt.From; d <= tt.To; d += 7 {
		slots = append(slots, lesson.Slot{Date: d, Starts: 530, Ends: 590, Classes: []string{"a"}})
	}
	got := tt.Taking(slots, 0, 0)
	require.Equal(t, []lesson.Bell{bell("a", 1, 530, 590), bell("b", 1, 600, 660)}, got.Timetable.Bells)
	require.Empty(t, got.Timetable.Changes)
}

// Two weeks that turn over are recognised as that, and what is every week as one bell.
func TestTakingTwoWeeksThatTurnOver(t *testing.T) {
	from := date("2026-09-07")
	var slots []lesson.Slot
	for w := range lesson.Date(10) {
		slots = append(slots, lesson.Slot{Date: from + 7*w, Starts: 540, Ends: 600, Classes: []string{"a"}})
		slots = append(slots, lesson.Slot{Date: from + 7*w, Starts: 540, Ends: 600, Classes: []string{"b"}})
		if w%2 == 1 {
			slots = append(slots, lesson.Slot{Date: from + 7*w + 2, Starts: 600, Ends: 660, Classes: []string{"a"}})
		}
	}
	f := lesson.Timetable{}.Taking(slots, 0, 0)
	require.Equal(t, lesson.Weeks, f.Timetable.Cycle.Turning)
	require.Zero(t, f.Added+f.Cancelled)
	require.Equal(t, []lesson.Bell{
		{Classes: []string{"a", "b"}, Weekday: 1, Starts: 540, Ends: 600},
		{Classes: []string{"a"}, Weekday: 3, Turn: 2, Starts: 600, Ends: 660},
	}, f.Bells)
}
