// Package lesson knows the week of the room: which class the bells have in it when.
package lesson

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"time"
)

// Bell is a lesson of the week: when a class is in the room.
type Bell struct {
	Class   string  `json:"class"`
	Weekday int     `json:"weekday"` // 1 Monday to 7 Sunday
	Starts  Minutes `json:"starts"`
	Ends    Minutes `json:"ends"`
}

// Minutes is a time of the day in minutes after midnight, 0 to 1,440.
type Minutes int

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

// Holds says whether a moment, in the room's own time, lies in the lesson.
func (b Bell) Holds(at time.Time) bool {
	weekday := (int(at.Weekday())+6)%7 + 1
	minute := Minutes(at.Hour()*60 + at.Minute())
	return weekday == b.Weekday && minute >= b.Starts && minute < b.Ends
}

// Week is the lessons of a week.
type Week []Bell

// At is the class that the bells have in the room at a moment in the room's own
// time, and when its lesson ends; "" between lessons.
func (w Week) At(at time.Time) (class string, ends time.Time) {
	for _, b := range w {
		if b.Holds(at) {
			return b.Class, time.Date(at.Year(), at.Month(), at.Day(), int(b.Ends)/60, int(b.Ends)%60, 0, 0, at.Location())
		}
	}
	return "", time.Time{}
}

// ErrNoClass is returned for a lesson of a class that there is not.
var ErrNoClass = errors.New("there is no such class any more")

// NewWeek sorts the lessons of a week. Lessons of one day may not overlap: the room
// holds one class. name is what a class is called, "" for one that there is not. The
// error is ErrNoClass, or one sentence that can be shown.
func NewWeek(bells []Bell, name func(class string) string) (Week, error) {
	week := slices.Clone(bells)
	slices.SortFunc(week, func(a, b Bell) int {
		return cmp.Or(cmp.Compare(a.Weekday, b.Weekday), cmp.Compare(a.Starts, b.Starts))
	})
	for i, b := range week {
		class := name(b.Class)
		switch {
		case class == "":
			return nil, ErrNoClass
		case b.Weekday < 1 || b.Weekday > 7 || b.Starts < 0 || b.Ends > 24*60 || b.Ends <= b.Starts:
			return nil, fmt.Errorf("%s: a lesson from %s to %s on day %d cannot be", class, b.Starts, b.Ends, b.Weekday)
		case i > 0 && week[i-1].Weekday == b.Weekday && week[i-1].Ends > b.Starts:
			return nil, fmt.Errorf("%s begins at %s, before %s has left", class, b.Starts, name(week[i-1].Class))
		}
	}
	return week, nil
}

// Set is what the teacher set beside the bells.
type Set struct {
	Class  string    `json:"class,omitempty"`
	Until  time.Time `json:"until,omitzero"` // the bell that ends it; zero until it is switched back
	Locked bool      `json:"locked,omitempty"`
	Since  time.Time `json:"since,omitzero"` // zero where it always was so
}

// ByHand is what the teacher set beside the bells, and had set before: what comes late is
// judged by what was so when it happened.
type ByHand struct {
	Set
	Past []Set `json:"past,omitempty"` // the newest last
}

// How much of the past is kept: what is older than a school day is the teacher's to judge.
const (
	pastKept = 24 * time.Hour
	mostPast = 100
)

// changed is another setting from now on.
func (h ByHand) changed(now time.Time, change func(*Set)) ByHand {
	next := ByHand{Set: h.Set, Past: append(slices.Clone(h.Past), h.Set)}
	next.Since = now
	for len(next.Past) > 1 && (len(next.Past) > mostPast || now.Sub(next.Past[1].Since) > pastKept) {
		next.Past = next.Past[1:]
	}
	change(&next.Set)
	return next
}

// Switched puts another class before the tablets until a bell; "" follows the bells again.
func (h ByHand) Switched(class string, until, now time.Time) ByHand {
	return h.changed(now, func(n *Set) { n.Class, n.Until = class, until })
}

// Shut has the tablets take nothing, or take coats again.
func (h ByHand) Shut(locked bool, now time.Time) ByHand {
	return h.changed(now, func(n *Set) { n.Locked = locked })
}

// then is what was set at a moment; before the past that is known, what was set first.
func (h ByHand) then(at time.Time) Set {
	all := append(slices.Clone(h.Past), h.Set)
	for i := len(all) - 1; i > 0; i-- {
		if !at.Before(all[i].Since) {
			return all[i]
		}
	}
	return all[0]
}

// Serving is the class before the tablets at a moment in the room's own time: by
// hand, else by the bell. byHand says whether that is another than the bells have.
func (w Week) Serving(h Set, now time.Time) (class string, ends time.Time, byHand bool) {
	class, ends = w.At(now)
	if h.Class != "" && (h.Until.IsZero() || now.Before(h.Until)) {
		return h.Class, h.Until, class != h.Class
	}
	return class, ends, false
}

// Served is the class that was before the tablets at a moment that has been, in the room's
// own time, and whether they were locked then.
func (w Week) Served(h ByHand, at time.Time) (class string, locked bool) {
	was := h.then(at)
	class, _, _ = w.Serving(was, at)
	return class, was.Locked
}
