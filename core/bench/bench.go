// Package bench knows what is to be said of a coat as it goes on, which way it is
// brushed, and when two hands may have logged one coat.
package bench

import (
	"fmt"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// Lay is a coat that goes on, and all that it is held against.
type Lay struct {
	Event  work.Event // a coat
	Body   piece.Body
	Plan   plan.Plan
	State  work.State // before the coat
	House  rules.House
	Drying work.Drying
	Jar    glaze.Glaze     // that the coat came out of
	Jars   map[string]bool // glaze.Glaze.Code that the lesson may use; nil for all
}

// Warning is what is to be said of a coat that is kept all the same.
type Warning struct {
	Code matter.Code
	Text string // in a clause, with what to do
}

// Warnings are what is to be said of a coat. It is kept as what happened.
func Warnings(l Lay) (all []Warning) {
	surface, _ := l.Body.Surface(l.Event.Surface)
	add := func(is bool, code matter.Code, format string, args ...any) {
		if is {
			all = append(all, Warning{code, fmt.Sprintf(format, args...)})
		}
	}
	add(l.Event.Doubts != "", matter.SameOrNext, "somebody else logged a coat on the %s moments ago. Same coat or the next?", surface.Name)
	all = append(all, l.below(surface)...)
	all = append(all, l.planned(surface)...)
	add(l.Jars != nil && !l.Jars[l.Event.Glaze], matter.NotAllowed, "%s is not among the jars of this lesson; finish the coat, then ask.", l.Event.Glaze)
	add(l.Jar.Jar.State == glaze.Dried, matter.Dried, "the jar of %s was said to be dried out; say so if it was revived.", l.Event.Glaze)
	add(l.House.Path == rules.OnceFired && !l.State.BoneDry, matter.NotBoneDry, "nobody felt whether the clay was bone dry. Feel it now: pale all over, not clammy.")
	switch s := l.State; {
	case s.Firing != nil:
		add(true, matter.Fired, "it was fired already.")
	case s.Load != nil:
		add(true, matter.Loaded, "it stands in a load and has to come out.")
	default:
		add(s.Check != nil && s.Check.Lapsed == "", matter.Checked, "its foot has to be checked again.")
	}
	return all
}

// below speaks of the coat below: wet where the house waits, dry where it lays
// coat on damp coat.
func (l Lay) below(surface piece.Surface) (all []Warning) {
	on, at := l.State.On(surface.ID), l.Event.Happened()
	if dry := l.Drying.RecoatAt(on); at.Before(dry) {
		all = append(all, Warning{matter.Wet, fmt.Sprintf("the coat below is wet for another %s; look for crawling and bald spots.", span(dry.Sub(at)))})
	}
	if until := l.Drying.RecoatBy(on); !until.IsZero() && at.After(until) {
		all = append(all, Warning{matter.DryBelow, fmt.Sprintf("this house lays coat on damp coat, and the one on the %s had dried %s before; damp it with a sponge first next time.",
			surface.Name, span(at.Sub(until)))})
	}
	return all
}

// planned holds a coat against the plan.
func (l Lay) planned(surface piece.Surface) (all []Warning) {
	choice := l.Plan[surface.ID]
	left := work.Compare(choice.Stack, l.State.On(surface.ID)).Left
	say := func(code matter.Code, format string, args ...any) {
		all = append(all, Warning{code, fmt.Sprintf(format, args...)})
	}
	switch {
	case surface.Stands:
		say(matter.Contact, "the piece stands on the %s; wipe it off before the kiln.", surface.Name)
	case !choice.Planned() && !l.Plan.Empty():
		say(matter.Unplanned, "nothing is planned on the %s.", surface.Name)
	case !choice.Planned():
	case len(left) == 0:
		say(matter.Beyond, "the %s had all its %d coats.", surface.Name, choice.Stack.Total())
	case left[0] != l.Event.Glaze:
		say(matter.OtherGlaze, "%s is planned next on the %s, not %s. Wipe it off and log that, or change the plan.", left[0], surface.Name, l.Event.Glaze)
	}
	if ground, ok := l.Body.Surface(surface.On); ok && surface.Detail.Over() {
		if under := work.Compare(l.Plan[ground.ID].Stack, l.State.On(ground.ID)).Left; len(under) > 0 {
			say(matter.BaseFirst, "it lies over the %s, which lacks %d of its coats; they will not go under it any more.", ground.Name, len(under))
		}
	}
	return all
}

// span says how long in minutes, below one in seconds.
func span(d time.Duration) string {
	if d < time.Minute {
		return fmt.Sprintf("%d s", int(d.Seconds()+0.5))
	}
	return fmt.Sprintf("%d min", int(d.Minutes()+0.5))
}

// TwiceWithin is how close two hands have to log a coat for the second to be
// asked whether it is the same (from memory).
const TwiceWithin = 2 * time.Minute

// Twin is the coat that another hand laid on the same surface within moments of
// this one; nil where there is none. The glaze may differ: a screen that has
// heard of the first coat already offers the next stroke. What arrives some time
// after it was seen is held against everything since; what is entered afterwards
// is never asked, for its hand knew the record.
func Twin(s work.State, e work.Event, age time.Duration) *work.Coat {
	if e.Kind != work.Coated || !e.Done.IsZero() {
		return nil
	}
	since := e.At.Add(-max(age, 0) - TwiceWithin)
	var last *work.Coat
	for _, c := range slices.Concat(s.Coats, s.Doubts) {
		if c.Surface == e.Surface && c.Hand != e.Whose() && !c.At.Before(since) && (last == nil || c.Seq > last.Seq) {
			last = &c
		}
	}
	return last
}

// Way is which way a coat is laid.
type Way string

// The ways of the trade.
const (
	Along  Way = "along"  // all strokes one way
	Across Way = "across" // the coat below
	Laid   Way = "laid"   // on softly, without brushing out: rubbing lifts the coat below
)

// WayOf is which way the nth coat on a surface is laid, the first being n = 1, by
// the house's school; chips are never brushed out after the first.
func WayOf(h rules.House, kind glaze.Kind, n int) Way {
	switch {
	case n <= 1:
		return Along
	case kind == glaze.Chips || h.Stroke == rules.LaidOn:
		return Laid
	case n%2 == 0:
		return Across
	}
	return Along
}
