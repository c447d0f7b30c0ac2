package lesson

import (
	"errors"
	"fmt"
)

// Turning is how the days of a timetable turn over.
type Turning string

// Every week alike; weeks that alternate, as A and B; or days that are counted on from one
// school day to the next, whatever day of the week it is.
const (
	Weekly Turning = ""
	Weeks  Turning = "weeks"
	Days   Turning = "days"
)

// Cycle is how days turn over. The zero value is a week like every other.
type Cycle struct {
	Turning Turning `json:"turning,omitempty"`
	Length  int     `json:"length,omitempty"` // 2 to 6 weeks or days
	From    Date    `json:"from,omitzero"`    // a day of week A, or a Day 1
	// Through has the count go on during holidays; else they do not count.
	Through bool `json:"through,omitempty"`
}

// MostTurns is how many weeks or days a cycle has at most.
const MostTurns = 6

// check says what is wrong with a cycle, in one sentence.
func (c Cycle) check() error {
	switch {
	case c.Turning == Weekly:
		return nil
	case c.Turning != Weeks && c.Turning != Days:
		return fmt.Errorf("%q is no way in which days turn over: weeks or days", string(c.Turning))
	case c.Length < 2 || c.Length > MostTurns:
		return fmt.Errorf("2 to %d %s turn over, not %d", MostTurns, c.Turning, c.Length)
	case c.From == 0 && c.Turning == Weeks:
		return errors.New("say a day of week A, so that the weeks can be counted")
	case c.From == 0:
		return errors.New("say which day is Day 1, so that the days can be counted")
	case c.Turning == Days && c.From.Weekday() > 5:
		return fmt.Errorf("day 1 is a school day: %s is none", c.From.Said())
	}
	return nil
}

// Called is the name of a turn: week B, Day 3; "" for 0, which is every week.
func (c Cycle) Called(turn int) string {
	switch {
	case turn <= 0 || c.Turning == Weekly:
		return ""
	case c.Turning == Weeks:
		return "week " + string(rune('A'+turn-1))
	}
	return fmt.Sprintf("Day %d", turn)
}

// Turn is which week (1 is A) or which day (1 is Day 1) of the cycle a date is: 0 in a
// weekly timetable, and on a day that is not counted.
func (t Timetable) Turn(d Date) int {
	c := t.Cycle
	switch c.Turning {
	case Weeks:
		return t.week(d)
	case Days:
		if !t.counts(d) {
			return 0
		}
		return mod(t.passed(c.From, d, t.counts), c.Length) + 1
	}
	return 0
}

// week counts the weeks since week A; weeks that are holidays from Monday to Friday are
// not counted, unless the count goes through them.
func (t Timetable) week(d Date) int {
	c := t.Cycle
	from, to := c.From.Monday(), d.Monday()
	if c.Through {
		return mod(int(to-from)/7, c.Length) + 1
	}
	taught := func(day Date) bool { return day.Weekday() == 1 && !t.weekOff(day) }
	if t.weekOff(to) {
		return 0
	}
	return mod(t.passed(from, to, taught), c.Length) + 1
}

// weekOff says whether nothing is taught from a Monday to its Friday.
func (t Timetable) weekOff(monday Date) bool {
	for day := monday; day < monday+5; day++ {
		if t.holiday(day) == nil {
			return false
		}
	}
	return true
}

// counts says whether a date is one of the days that are counted in a cycle of days:
// Monday to Friday, and no holiday.
func (t Timetable) counts(d Date) bool {
	return d.Weekday() <= 5 && (t.Cycle.Through || t.holiday(d) == nil)
}

// passed is how many days that count lie from one date up to another, the last one left
// out; negative where it lies before.
func (t Timetable) passed(from, to Date, counts func(Date) bool) int {
	n, sign := 0, 1
	if to < from {
		from, to, sign = to, from, -1
	}
	for day := from; day < to; day++ {
		if counts(day) {
			n += sign
		}
	}
	return n
}
