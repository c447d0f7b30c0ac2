package lesson

import (
	"cmp"
	"slices"
	"strings"
	"time"
)

// Timetable is when which class is in the room: the bells of an ordinary week or of a
// cycle, and every day that departs from them. The zero value has no lessons.
type Timetable struct {
	Cycle    Cycle     `json:"cycle,omitzero"`
	From     Date      `json:"from,omitzero"` // the first day of the term; zero for no beginning
	To       Date      `json:"to,omitzero"`   // its last day; zero for no end
	Bells    []Bell    `json:"lessons,omitempty"`
	Holidays []Holiday `json:"holidays,omitempty"`
	Odd      []OddDay  `json:"odd,omitempty"`
	Changes  []Change  `json:"changes,omitempty"`
}

// Holiday is days on which nothing is taught, both ends included.
type Holiday struct {
	From Date   `json:"from"`
	To   Date   `json:"to"`
	Name string `json:"name"`
}

// OddDay is a day that runs as another day of the cycle does, or by bells of its own. It
// is taught on weekends and in holidays as well.
type OddDay struct {
	Date    Date   `json:"date"`
	Name    string `json:"name,omitempty"`
	Weekday int    `json:"weekday,omitempty"` // 1 to 7; 0 in a cycle of days, and where it has bells of its own
	Turn    int    `json:"turn,omitempty"`    // of the cycle
	Bells   []Bell `json:"bells,omitempty"`   // its own; their days are not read
	Own     bool   `json:"own,omitempty"`     // it has bells of its own, be there none
}

// Change is one lesson that departs from the bells: cancelled, moved, or one more.
type Change struct {
	Of   Key    `json:"of,omitzero"` // the lesson by the bells; zero for one more
	Now  Slot   `json:"now,omitzero"`
	Note string `json:"note,omitempty"`
}

// Slot is when and for whom a lesson is. The zero Slot is nowhere: it is cancelled.
type Slot struct {
	Date    Date     `json:"date,omitzero"`
	Starts  Minutes  `json:"starts,omitempty"`
	Ends    Minutes  `json:"ends,omitempty"`
	Classes []string `json:"classes,omitempty"`
}

// Is says what sort of lesson a lesson is.
type Is string

// By the bells; on an odd day; moved from elsewhere; one more; cancelled.
const (
	Usual     Is = "usual"
	OnOddDay  Is = "odd"
	Moved     Is = "moved"
	Added     Is = "added"
	Cancelled Is = "cancelled"
)

// Lesson is one lesson of the calendar.
type Lesson struct {
	Key  Key // stays the same when the lesson is moved
	Slot     // a cancelled one keeps the slot it would have had
	Is   Is
	Note string
}

// Begins is when a lesson begins, in the room's location.
func (l Lesson) Begins(in *time.Location) time.Time { return l.Date.At(l.Starts, in) }

// Rings is when its bell goes at the end, in the room's location.
func (l Lesson) Rings(in *time.Location) time.Time { return l.Date.At(l.Ends, in) }

// Minutes is how long it lasts by the clock on the wall.
func (l Lesson) Minutes() int { return int(l.Ends - l.Starts) }

// Has says whether a class is in it.
func (s Slot) Has(class string) bool { return slices.Contains(s.Classes, class) }

// Key names a lesson by where the bells have it.
type Key struct {
	Date   Date
	Starts Minutes
	More   bool // one more, beside the bells
}

// String is the key as it stands in addresses: 2026-03-02T09:00, with + for one more.
func (k Key) String() string {
	if k == (Key{}) {
		return ""
	}
	text := k.Date.String() + "T" + k.Starts.String()
	if k.More {
		text += "+"
	}
	return text
}

// ParseKey reads what String wrote. The error is one sentence.
func ParseKey(text string) (Key, error) {
	date, clock, _ := strings.Cut(strings.TrimSuffix(text, "+"), "T")
	d, err := ParseDate(date)
	if err != nil {
		return Key{}, err
	}
	starts, err := ParseMinutes(clock)
	return Key{Date: d, Starts: starts, More: strings.HasSuffix(text, "+")}, err
}

// MarshalText writes the key as String does.
func (k Key) MarshalText() ([]byte, error) { return []byte(k.String()), nil }

// UnmarshalText reads what MarshalText wrote.
func (k *Key) UnmarshalText(text []byte) (err error) {
	if *k = (Key{}); len(text) > 0 {
		*k, err = ParseKey(string(text))
	}
	return err
}

// Holiday names the holiday that a date lies in, "" for none.
func (t Timetable) Holiday(d Date) string {
	if h := t.holiday(d); h != nil {
		return cmp.Or(h.Name, "Holiday")
	}
	return ""
}

func (t Timetable) holiday(d Date) *Holiday {
	for i, h := range t.Holidays {
		if h.From <= d && d <= h.To {
			return &t.Holidays[i]
		}
	}
	return nil
}

// OddDay is the odd day that a date is; ok is false on an ordinary one.
func (t Timetable) OddDay(d Date) (odd OddDay, ok bool) {
	for _, o := range t.Odd {
		if o.Date == d {
			return o, true
		}
	}
	return OddDay{}, false
}

// InTerm says whether a date lies between the first and the last day of the term.
func (t Timetable) InTerm(d Date) bool {
	return (t.From == 0 || d >= t.From) && (t.To == 0 || d <= t.To)
}

// regular is what the bells have on a date, changes left aside.
func (t Timetable) regular(d Date) []Lesson {
	if !t.InTerm(d) {
		return nil
	}
	weekday, turn, bells, is := d.Weekday(), t.Turn(d), t.Bells, Usual
	odd, isOdd := t.OddDay(d)
	switch {
	case isOdd && odd.Own:
		return lessonsOf(d, odd.Bells, OnOddDay, func(Bell) bool { return true })
	case isOdd:
		weekday, turn, is = odd.Weekday, odd.Turn, OnOddDay
	case t.holiday(d) != nil:
		return nil
	}
	return lessonsOf(d, bells, is, func(b Bell) bool {
		if t.Cycle.Turning == Days {
			return b.Turn == turn && turn != 0
		}
		return b.Weekday == weekday && (b.Turn == 0 || b.Turn == turn)
	})
}

func lessonsOf(d Date, bells []Bell, is Is, rings func(Bell) bool) (all []Lesson) {
	for _, b := range bells {
		if rings(b) {
			all = append(all, Lesson{Key: Key{Date: d, Starts: b.Starts}, Is: is,
				Slot: Slot{Date: d, Starts: b.Starts, Ends: b.Ends, Classes: b.Classes}})
		}
	}
	return all
}

// Calendar is everything that a date has, in order, the cancelled ones with it.
func (t Timetable) Calendar(d Date) []Lesson {
	all := t.regular(d)
	for i, l := range all {
		if c := t.changed(l.Key); c != nil {
			all[i].Note = c.Note
			if all[i].Is = Cancelled; c.Now.Date == d {
				all[i].Is, all[i].Slot = Moved, c.Now
			}
		}
	}
	for _, c := range t.Changes {
		if c.Now.Date != d || c.Of != (Key{}) && slices.ContainsFunc(all, func(l Lesson) bool { return l.Key == c.Of }) {
			continue
		}
		l := Lesson{Key: c.Of, Slot: c.Now, Is: Moved, Note: c.Note}
		if c.Of == (Key{}) {
			l.Key, l.Is = Key{Date: d, Starts: c.Now.Starts, More: true}, Added
		}
		all = append(all, l)
	}
	slices.SortFunc(all, func(a, b Lesson) int {
		return cmp.Or(cmp.Compare(a.Starts, b.Starts), cmp.Compare(a.Is, b.Is), strings.Compare(a.Key.String(), b.Key.String()))
	})
	return all
}

func (t Timetable) changed(k Key) *Change {
	for i, c := range t.Changes {
		if c.Of == k {
			return &t.Changes[i]
		}
	}
	return nil
}

// Unchanged is the timetable in which a lesson is as the bells have it; one more lesson is
// none any more.
func (t Timetable) Unchanged(k Key) Timetable {
	t.Changes = slices.DeleteFunc(slices.Clone(t.Changes), func(c Change) bool {
		if k.More {
			return c.Of == (Key{}) && c.Now.Date == k.Date && c.Now.Starts == k.Starts
		}
		return k != (Key{}) && c.Of == k
	})
	return t
}

// On is the lessons that take place on a date, in order.
func (t Timetable) On(d Date) []Lesson {
	return slices.DeleteFunc(t.Calendar(d), func(l Lesson) bool { return l.Is == Cancelled })
}

// At is the lesson at a moment in the room's own time; ok is false between lessons.
func (t Timetable) At(at time.Time) (l Lesson, ok bool) {
	minute := Minutes(at.Hour()*60 + at.Minute())
	for _, l := range t.On(DateOf(at)) {
		if minute >= l.Starts && minute < l.Ends {
			return l, true
		}
	}
	return Lesson{}, false
}

// prepared is how long before a lesson those who are served it before the bell may prepare it.
const prepared = 3 * time.Hour

// InRoom is the lesson that classes are in at a moment in the room's own time; where they are in the room
// before the bell, the next of theirs, to be prepared. runs says which of both; ok is false for neither.
func InRoom(t Timetable, classes []string, at time.Time) (l Lesson, runs, ok bool) {
	if now, any := t.At(at); any && slices.ContainsFunc(classes, now.Has) {
		return now, true, true
	}
	for next := range t.Coming("", at) {
		if next.Begins(at.Location()).Sub(at) > prepared {
			break
		}
		if slices.ContainsFunc(classes, next.Has) {
			return next, false, true
		}
	}
	return Lesson{}, false, false
}

// farthest is how many days are looked through for the next or the last lesson.
const farthest = 400

// Next is the first lesson of a class ("" for any) whose bell has not gone at a moment in
// the room's own time; ok is false where it has none in a year.
func (t Timetable) Next(class string, at time.Time) (l Lesson, ok bool) {
	for l := range t.Coming(class, at) {
		return l, true
	}
	return Lesson{}, false
}

// Left is the lessons of a class whose bell has not gone at a moment in the room's own
// time, up to a last day, the next first; to the end of the term where last is zero, and
// none where that is open as well.
func (t Timetable) Left(class string, at time.Time, last Date) (all []Lesson) {
	if last == 0 || t.To != 0 && t.To < last {
		last = t.To
	}
	for l := range t.Coming(class, at) {
		if l.Date > last {
			break
		}
		all = append(all, l)
	}
	return all
}

// Coming are the lessons of a class ("" for any) whose bell has not gone at a moment in the
// room's own time, the one that runs with them, for a year.
func (t Timetable) Coming(class string, at time.Time) func(yield func(Lesson) bool) {
	return func(yield func(Lesson) bool) {
		today, minute := DateOf(at), Minutes(at.Hour()*60+at.Minute())
		for d := today; d < today+farthest; d++ {
			for _, l := range t.On(d) {
				if (class == "" || l.Has(class)) && (d > today || l.Ends > minute) && !yield(l) {
					return
				}
			}
		}
	}
}

// Before is the last lessons of a class whose bell has gone at a moment in the room's own
// time, the newest first, at most so many, within so many days.
func (t Timetable) Before(class string, at time.Time, most, days int) (all []Lesson) {
	today, minute := DateOf(at), Minutes(at.Hour()*60+at.Minute())
	for d := today; d > today-Date(days); d-- {
		on := t.On(d)
		slices.Reverse(on)
		for _, l := range on {
			if l.Has(class) && (d < today || l.Ends <= minute) && len(all) < most {
				all = append(all, l)
			}
		}
	}
	return all
}

// Find is the lesson of a key; ok is false where there is none, or none any more.
func (t Timetable) Find(k Key) (l Lesson, ok bool) {
	at := k.Date
	if c := t.changed(k); c != nil && c.Now.Date != 0 {
		at = c.Now.Date
	}
	for _, l := range t.Calendar(at) {
		if l.Key == k {
			return l, true
		}
	}
	return Lesson{}, false
}
