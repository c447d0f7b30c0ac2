// Package lesson knows the timetable of the room: which class is in it when, what it can
// get done before its bell, and what it needs for that.
package lesson

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"
)

// Bell is a lesson of an ordinary week or cycle.
type Bell struct {
	Classes []string `json:"classes"`
	Weekday int      `json:"weekday,omitempty"` // 1 Monday to 7 Sunday; 0 in a cycle of days
	Turn    int      `json:"turn,omitempty"`    // week of the cycle, 1 is A, 0 every week; or day of it
	Starts  Minutes  `json:"starts"`
	Ends    Minutes  `json:"ends"`
}

// Minutes is a time of the day in minutes after midnight, 0 to 1,440.
type Minutes int

const midnight Minutes = 24 * 60

// ParseMinutes reads a time of the day such as 09:15. The error is one sentence.
func ParseMinutes(text string) (Minutes, error) {
	at, err := time.Parse("15:04", text)
	if err != nil {
		return 0, fmt.Errorf("%q is no time of the day: expected one such as 09:15", text)
	}
	return Minutes(at.Hour()*60 + at.Minute()), nil
}

// String is the time as a clock shows it.
func (m Minutes) String() string { return fmt.Sprintf("%02d:%02d", m/60, m%60) }

// ErrNoClass is returned for a lesson of a class that there is not.
var ErrNoClass = errors.New("there is no such class any more")

// Most of what a timetable holds: beyond, it is no timetable of one room.
const (
	MostBells   = 400
	mostDays    = 400
	mostClasses = 4
)

// Checked sorts a timetable and looks whether it can be: lessons that last, classes that
// there are, nobody in the room twice. name is what a class is called, "" for one that
// there is not. The error is ErrNoClass, or one sentence that can be shown; the timetable
// is then the zero one.
func Checked(t Timetable, name func(class string) string) (Timetable, error) {
	c := checker{t.sorted(), name}
	for _, look := range []func() error{c.t.Cycle.check, c.term, c.bells, c.holidays, c.odd, c.changes} {
		if err := look(); err != nil {
			return Timetable{}, err
		}
	}
	return c.t, nil
}

func (t Timetable) sorted() Timetable {
	t.Bells, t.Holidays, t.Odd, t.Changes = slices.Clone(t.Bells), slices.Clone(t.Holidays), slices.Clone(t.Odd), slices.Clone(t.Changes)
	slices.SortFunc(t.Bells, func(a, b Bell) int {
		byDay := cmp.Compare(a.Weekday, b.Weekday)
		if a.Weekday == 0 {
			byDay = cmp.Compare(a.Turn, b.Turn)
		}
		return cmp.Or(byDay, cmp.Compare(a.Starts, b.Starts), cmp.Compare(a.Turn, b.Turn))
	})
	slices.SortFunc(t.Holidays, func(a, b Holiday) int { return cmp.Compare(a.From, b.From) })
	slices.SortFunc(t.Odd, func(a, b OddDay) int { return cmp.Compare(a.Date, b.Date) })
	slices.SortStableFunc(t.Changes, func(a, b Change) int {
		return cmp.Compare(cmp.Or(a.Of.Date, a.Now.Date), cmp.Or(b.Of.Date, b.Now.Date))
	})
	return t
}

type checker struct {
	t    Timetable
	name func(class string) string
}

func (c checker) called(classes []string) string {
	names := make([]string, len(classes))
	for i, id := range classes {
		names[i] = c.name(id)
	}
	return And(names)
}

// And joins names as a sentence does: a, b and c.
func And(names []string) string {
	if len(names) < 2 {
		return strings.Join(names, "")
	}
	return strings.Join(names[:len(names)-1], ", ") + " and " + names[len(names)-1]
}

func (c checker) term() error {
	t := c.t
	switch {
	case t.From != 0 && t.To != 0 && t.To < t.From:
		return fmt.Errorf("the term ends on %s, before it begins on %s", t.To.Said(), t.From.Said())
	case len(t.Bells) > MostBells || len(t.Holidays)+len(t.Odd)+len(t.Changes) > 4*mostDays:
		return fmt.Errorf("a timetable has at most %d bells, and %d days that depart from them", MostBells, 4*mostDays)
	}
	return nil
}

// slot says what is wrong with the times and classes of one lesson. day names its day.
func (c checker) slot(classes []string, starts, ends Minutes, day string) error {
	if len(classes) == 0 {
		return fmt.Errorf("the lesson on %s at %s is of no class: choose one", day, starts)
	}
	if len(classes) > mostClasses {
		return fmt.Errorf("the lesson on %s at %s is of %d classes: at most %d share a room", day, starts, len(classes), mostClasses)
	}
	for i, class := range classes {
		if c.name(class) == "" {
			return ErrNoClass
		}
		if slices.Contains(classes[:i], class) {
			return fmt.Errorf("%s stands twice in the lesson on %s at %s", c.name(class), day, starts)
		}
	}
	switch {
	case starts < 0 || starts >= midnight || ends < 0 || ends > midnight:
		return fmt.Errorf("%s, %s: times of a day lie from 00:00 to 24:00", c.called(classes), day)
	case ends == starts:
		return fmt.Errorf("%s, %s: a lesson from %s to %s lasts no time", c.called(classes), day, starts, ends)
	case ends < starts:
		return fmt.Errorf("%s, %s: a lesson from %s to %s would end on another day: split it at midnight", c.called(classes), day, starts, ends)
	}
	return nil
}

// Weekday names a day of the week, 1 for Monday to 7; "" for any other number.
func Weekday(n int) string {
	if n < 1 || n > 7 {
		return ""
	}
	return weekdays[n]
}

var weekdays = [...]string{"", "Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"}

// day names the day of a bell, and says what is wrong with it.
func (c checker) day(weekday, turn int) (string, error) {
	cycle := c.t.Cycle
	if cycle.Turning == Days {
		if weekday != 0 || turn < 1 || turn > cycle.Length {
			return "", fmt.Errorf("the days of this timetable are Day 1 to Day %d: choose one of them", cycle.Length)
		}
		return cycle.Called(turn), nil
	}
	switch {
	case weekday < 1 || weekday > 7:
		return "", fmt.Errorf("day %d is no day of the week: 1 is Monday, 7 Sunday", weekday)
	case turn < 0 || turn > cycle.Length:
		return "", fmt.Errorf("%s: there is no week %c, the weeks are A to %c", weekdays[weekday], 'A'+turn-1, 'A'+max(cycle.Length, 1)-1)
	case turn == 0:
		return weekdays[weekday], nil
	}
	return weekdays[weekday] + " of " + cycle.Called(turn), nil
}

func (c checker) bells() error {
	for i, b := range c.t.Bells {
		day, err := c.day(b.Weekday, b.Turn)
		if err == nil {
			err = c.slot(b.Classes, b.Starts, b.Ends, day)
		}
		if err != nil {
			return err
		}
		for _, o := range c.t.Bells[:i] {
			if o.Weekday == b.Weekday && (o.Turn == b.Turn || c.t.Cycle.Turning == Weeks && o.Turn*b.Turn == 0) && o.Starts < b.Ends && b.Starts < o.Ends {
				first, second := o, b
				if second.Starts < first.Starts {
					first, second = second, first
				}
				return fmt.Errorf("%s, %s: begins at %s, before %s has left at %s", c.called(second.Classes), day, second.Starts, c.called(first.Classes), first.Ends)
			}
		}
	}
	return nil
}
