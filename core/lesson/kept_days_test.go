package lesson_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/lesson"
	"enkaustos/internal/kept"
)

// anyTable draws a timetable with all that departs from it, mostly one that can be.
func anyTable(t *rapid.T) lesson.Timetable {
	from := date("2026-09-01")
	day := func(name string) lesson.Date { return from + lesson.Date(rapid.IntRange(-10, 50).Draw(t, name)) }
	minute := func(name string) lesson.Minutes { return lesson.Minutes(30 * rapid.IntRange(16, 30).Draw(t, name)) }
	drawn := func() lesson.Bell {
		b := bell(rapid.SampledFrom([]string{"a", "b", "c"}).Draw(t, "class"), rapid.IntRange(1, 6).Draw(t, "weekday"), minute("starts"), 0)
		b.Ends, b.Turn = b.Starts+lesson.Minutes(rapid.IntRange(20, 60).Draw(t, "lasts")), rapid.IntRange(0, 2).Draw(t, "turn")
		return b
	}
	tt := lesson.Timetable{Cycle: lesson.Cycle{Turning: rapid.SampledFrom([]lesson.Turning{lesson.Weekly, lesson.Weeks, lesson.Days}).Draw(t, "turning")}}
	if tt.Cycle.Turning != lesson.Weekly {
		tt.Cycle.Length, tt.Cycle.From, tt.Cycle.Through = rapid.IntRange(2, 6).Draw(t, "length"), from, rapid.Bool().Draw(t, "through")
	}
	if rapid.Bool().Draw(t, "term") {
		tt.From, tt.To = day("first"), day("last")+20
	}
	for range rapid.IntRange(1, 5).Draw(t, "bells") {
		b := drawn()
		switch tt.Cycle.Turning {
		case lesson.Weekly:
			b.Turn = 0
		case lesson.Days:
			b.Weekday, b.Turn = 0, max(1, b.Turn)
		}
		tt.Bells = append(tt.Bells, b)
	}
	for range rapid.IntRange(0, 2).Draw(t, "holidays") {
		first := day("holiday")
		tt.Holidays = append(tt.Holidays, lesson.Holiday{From: first, To: first + lesson.Date(rapid.IntRange(0, 5).Draw(t, "days")), Name: "Harvest"})
	}
	if rapid.Bool().Draw(t, "odd") {
		odd := lesson.OddDay{Date: day("odd day"), Name: "Fair", Own: rapid.Bool().Draw(t, "own")}
		if odd.Own {
			odd.Bells = []lesson.Bell{drawn()}
		} else if odd.Weekday = 1; tt.Cycle.Turning == lesson.Days {
			odd.Weekday, odd.Turn = 0, 1
		}
		tt.Odd = append(tt.Odd, odd)
	}
	for range rapid.IntRange(0, 3).Draw(t, "changes") {
		b := drawn()
		c := lesson.Change{Note: "hall"}
		if rapid.Bool().Draw(t, "moved") {
			c.Of = lesson.Key{Date: day("of"), Starts: tt.Bells[0].Starts}
		}
		if c.Of == (lesson.Key{}) || rapid.Bool().Draw(t, "held") {
			c.Now = lesson.Slot{Date: day("now"), Starts: b.Starts, Ends: b.Ends, Classes: b.Classes}
		}
		tt.Changes = append(tt.Changes, c)
	}
	return tt
}

// What is taught on each day of drawn timetables stays as it is, and whatever is asked of it.
func TestDaysStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(anyTable)
	for n := -1; n < 10; n++ {
		page.Add(fmt.Sprintf("weekday %d: %q", n, lesson.Weekday(n)))
	}
	from := date("2026-09-01")
	for i := range 70 {
		tt, err := lesson.Checked(drawn.Example(i), func(class string) string { return "class " + class })
		page.Add(fmt.Sprintf("timetable %d: %v", i, err), tt, lesson.Doubts(tt))
		if err != nil {
			tt = drawn.Example(i)
		}
		var days []any
		for d := from - 12; d < from+60; d++ {
			odd, is := tt.OddDay(d)
			found, there := tt.Find(lesson.Key{Date: d, Starts: tt.Bells[0].Starts})
			days = append(days, d.Said(), tt.On(d), tt.Calendar(d), tt.Turn(d), tt.Holiday(d), tt.InTerm(d), d.Monday(), tt.Cycle.Called(tt.Turn(d)), odd, is, found, there, tt.Unchanged(found.Key))
		}
		page.Add("  its days", days...)
		for _, l := range tt.On(from + lesson.Date(i%14)) {
			page.Add("  a lesson "+l.Key.String(), l.Minutes(), l.Begins(time.UTC), l.Rings(time.UTC), l.Has("a"), lesson.And(l.Classes), lesson.Weekday(l.Date.Weekday()))
		}
		for n, class := range []string{"a", "b", "c", "d"} {
			at := from.At(lesson.Minutes(600+30*n), time.UTC).AddDate(0, 0, i%20)
			now, is := tt.At(at)
			next, will := tt.Next(class, at)
			var coming []lesson.Lesson
			for l := range tt.Coming(class, at) {
				if coming = append(coming, l); len(coming) == 4 {
					break
				}
			}
			page.Add(fmt.Sprintf("  %s: now %v, next %v, has %v", class, is, will, tt.Of(class)), now, next, coming, tt.Before(class, at, 3, 20), tt.Left(class, at, from+30), tt.Without(class))
			h := lesson.ByHand{}.Switched(class, at.Add(time.Hour), at).Shut(n%2 == 0, at.Add(time.Minute))
			classes, ends, byHand := h.Serving(tt, at.Add(time.Duration(n)*20*time.Minute))
			then, locked := h.Served(tt, at.Add(-time.Duration(n)*time.Minute))
			page.Add(fmt.Sprintf("    serves %v by hand %v, then %v, locked %v", classes, byHand, then, locked), h, ends)
		}
		var slots []lesson.Slot
		for d := from; d < from+40; d++ {
			for _, l := range tt.On(d) {
				l.Classes = slices.Clone(l.Classes)
				slots = append(slots, l.Slot)
			}
		}
		fitted := lesson.Timetable{Bells: []lesson.Bell{bell("z", 1+i%7, 360, 400)}, Odd: tt.Odd}.Taking(slots, from, from+39)
		page.Add(fmt.Sprintf("  taken in: %d bells, %d more, %d fewer", len(fitted.Bells), fitted.Added, fitted.Cancelled), fitted)
	}
	golden.Assert(t, page.String(), "days.txt")
}
