package lesson

import (
	"slices"
	"time"
)

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

// Serving is the classes before the tablets at a moment in the room's own time: by hand,
// else by the bell. byHand says whether they are others than the bells have.
func (h Set) Serving(t Timetable, now time.Time) (classes []string, ends time.Time, byHand bool) {
	l, rings := t.At(now)
	if rings {
		classes, ends = l.Classes, l.Rings(now.Location())
	}
	if h.Class != "" && (h.Until.IsZero() || now.Before(h.Until)) {
		return []string{h.Class}, h.Until, !slices.Equal(classes, []string{h.Class})
	}
	return classes, ends, false
}

// Served is the classes that were before the tablets at a moment that has been, in the
// room's own time, and whether they were locked then.
func (h ByHand) Served(t Timetable, at time.Time) (classes []string, locked bool) {
	was := h.then(at)
	classes, _, _ = was.Serving(t, at)
	return classes, was.Locked
}
