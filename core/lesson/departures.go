package lesson

import (
	"cmp"
	"fmt"
	"slices"
)

// longest is how many days a holiday has at most: longer ones are a mistyped year.
const longest = 120

func (c checker) holidays() error {
	for i, h := range c.t.Holidays {
		called := cmp.Or(h.Name, "The holiday")
		switch {
		case h.From == 0 || h.To == 0:
			return fmt.Errorf("%s needs a first and a last day", called)
		case h.To < h.From:
			return fmt.Errorf("%s ends on %s, before it begins on %s", called, h.To.Said(), h.From.Said())
		case h.To-h.From >= longest:
			return fmt.Errorf("%s is %d days long: is the year right?", called, h.To-h.From+1)
		case i > 0 && c.t.Holidays[i-1].To >= h.From:
			return fmt.Errorf("%s begins on %s, before %s is over", called, h.From.Said(), cmp.Or(c.t.Holidays[i-1].Name, "the one before"))
		}
	}
	return nil
}

func (c checker) odd() error {
	for i, o := range c.t.Odd {
		if o.Date == 0 {
			return fmt.Errorf("an odd day needs its date")
		}
		if i > 0 && c.t.Odd[i-1].Date == o.Date {
			return fmt.Errorf("%s is set twice as an odd day", o.Date.Said())
		}
		if !o.Own {
			if _, err := c.day(o.Weekday, o.Turn); err != nil {
				return err
			}
			continue
		}
		own := slices.SortedFunc(slices.Values(o.Bells), func(a, b Bell) int { return cmp.Compare(a.Starts, b.Starts) })
		for j, b := range own {
			if err := c.slot(b.Classes, b.Starts, b.Ends, o.Date.Said()); err != nil {
				return err
			}
			if j > 0 && own[j-1].Ends > b.Starts {
				return c.overlap(o.Date, own[j-1].Classes, b.Classes, own[j-1].Ends, b.Starts)
			}
		}
	}
	return nil
}

func (c checker) overlap(d Date, first, second []string, ends, begins Minutes) error {
	return fmt.Errorf("%s: %s begins at %s, before %s has left at %s", d.Said(), c.called(second), begins, c.called(first), ends)
}

func (c checker) changes() error {
	days := map[Date]bool{}
	for i, ch := range c.t.Changes {
		if ch.Of == (Key{}) && ch.Now.Date == 0 {
			return fmt.Errorf("one more lesson needs its day")
		}
		if ch.Of != (Key{}) && slices.ContainsFunc(c.t.Changes[:i], func(o Change) bool { return o.Of == ch.Of }) {
			return fmt.Errorf("the lesson on %s at %s is changed twice", ch.Of.Date.Said(), ch.Of.Starts)
		}
		if ch.Now.Date == 0 {
			continue
		}
		if err := c.slot(ch.Now.Classes, ch.Now.Starts, ch.Now.Ends, ch.Now.Date.Said()); err != nil {
			return err
		}
		days[ch.Now.Date] = true
	}
	for d := range days {
		on := c.t.On(d)
		for i := 1; i < len(on); i++ {
			if on[i-1].Ends > on[i].Starts {
				return c.overlap(d, on[i-1].Classes, on[i].Classes, on[i-1].Ends, on[i].Starts)
			}
		}
	}
	return nil
}

// Without is the timetable after a class has left it: what it shared goes on without it,
// what was its alone is gone.
func (t Timetable) Without(class string) Timetable {
	out := t.sorted()
	leave := func(classes []string) []string {
		return slices.DeleteFunc(slices.Clone(classes), func(c string) bool { return c == class })
	}
	bells := func(all []Bell) []Bell {
		left := slices.Clone(all)
		for i := range left {
			left[i].Classes = leave(left[i].Classes)
		}
		return slices.DeleteFunc(left, func(b Bell) bool { return len(b.Classes) == 0 })
	}
	out.Bells = bells(out.Bells)
	for i := range out.Odd {
		out.Odd[i].Bells = bells(out.Odd[i].Bells)
	}
	for i := range out.Changes {
		out.Changes[i].Now.Classes = leave(out.Changes[i].Now.Classes)
	}
	out.Changes = slices.DeleteFunc(out.Changes, func(ch Change) bool {
		return ch.Now.Date != 0 && len(ch.Now.Classes) == 0 || ch.Now.Date == 0 && !out.rings(ch.Of)
	})
	return out
}

// Of says whether a class is anywhere in the timetable.
func (t Timetable) Of(class string) bool {
	in := func(classes []string) bool { return slices.Contains(classes, class) }
	bells := func(all []Bell) bool { return slices.ContainsFunc(all, func(b Bell) bool { return in(b.Classes) }) }
	return bells(t.Bells) || slices.ContainsFunc(t.Odd, func(o OddDay) bool { return bells(o.Bells) }) ||
		slices.ContainsFunc(t.Changes, func(ch Change) bool { return in(ch.Now.Classes) })
}

// rings says whether the bells have a lesson of that key.
func (t Timetable) rings(k Key) bool {
	return slices.ContainsFunc(t.regular(k.Date), func(l Lesson) bool { return l.Key == k })
}

// Doubts are what may be a slip of a timetable that can be, one sentence each: a week of
// the cycle without lessons, changes of lessons that the bells do not have any more.
func Doubts(t Timetable) (all []string) {
	for turn := 1; turn <= t.Cycle.Length && t.Cycle.Turning != Weekly && len(t.Bells) > 0; turn++ {
		if !slices.ContainsFunc(t.Bells, func(b Bell) bool { return b.Turn == turn || b.Turn == 0 }) {
			all = append(all, fmt.Sprintf("There is no lesson in %s: is that meant?", t.Cycle.Called(turn)))
		}
	}
	for _, ch := range t.Changes {
		if ch.Of == (Key{}) || t.rings(ch.Of) {
			continue
		}
		if ch.Now.Date == 0 {
			all = append(all, fmt.Sprintf("What was cancelled on %s at %s is not in the bells any more.", ch.Of.Date.Said(), ch.Of.Starts))
		} else {
			all = append(all, fmt.Sprintf("What was moved to %s at %s is not in the bells any more; it is still held there.", ch.Now.Date.Said(), ch.Now.Starts))
		}
	}
	return all
}
