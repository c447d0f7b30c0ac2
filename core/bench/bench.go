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
	add := func(is bool, code matter.Code, format string, args ...any) {
		if is {
			all = append(all, Warning{code, fmt.Sprintf(format, args...)})
		}
	}
	for i, id := range l.Event.On() {
		surface, _ := l.Body.Surface(id)
		add(i == 0 && l.Event.Doubts != "", matter.SameOrNext, "somebody else logged a coat on the %s moments ago. Same coat or the next?", surface.Name)
		all = append(all, l.below(surface)...)
		all = append(all, l.planned(surface)...)
	}
	add(l.Jars != nil && !l.Jars[l.Event.Glaze], matter.NotAllowed, "%s is not among the jars of this lesson; finish the coat, then ask.", l.Event.Glaze)
	add(l.Jar.Jar.State == glaze.Dried, matter.Dried, "the jar of %s was said to be dried out; say so if it was revived.", l.Event.Glaze)
	if d, open := l.Jar.Doubted(); open && d.Holds(l.Event.Happened()) {
		add(true, matter.JarDoubted, "the jar of %s is said to be contaminated: stop, and ask the teacher.", l.Event.Glaze)
	}
	add(l.House.Path == rules.OnceFired && !l.State.BoneDry && len(l.State.Coats) == 0, matter.NotBoneDry, "nobody felt whether the clay was bone dry. Feel it now: pale all over, not clammy.")
	switch s := l.State; {
	case s.Firing != nil:
		add(true, matter.Fired, "it was fired already; with this coat it waits for another firing.")
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
	on, at := l.State.Loose(surface.ID), l.Event.Happened()
	if ready := l.Drying.ReadyAt(l.State); len(on) == 0 && at.Before(ready) {
		all = append(all, Warning{matter.Wet, fmt.Sprintf("it was rinsed, and is damp for another %s; glaze runs off, and dries slowly.", span(ready.Sub(at)))})
	}
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
	progress := work.Compare(choice.Stack, l.State.On(surface.ID))
	left := progress.Due(l.State.Stage())
	say := func(code matter.Code, format string, args ...any) {
		all = append(all, Warning{code, fmt.Sprintf(format, args...)})
	}
	switch {
	case surface.Stands:
		say(matter.Contact, "the piece stands on the %s; wipe it off before the kiln.", surface.Name)
	case !choice.Planned() && !l.Plan.Empty():
		say(matter.Unplanned, "nothing is planned on the %s.", surface.Name)
	case !choice.Planned():
	case len(left) == 0 && len(progress.Left) > 0:
		say(matter.Beyond, "the next coat on the %s goes on after the bisque.", surface.Name)
	case len(left) == 0:
		say(matter.Beyond, "the %s had all its %d coats.", surface.Name, choice.Stack.Total())
	case left[0].Glaze != l.Event.Glaze:
		say(matter.OtherGlaze, "%s is planned next on the %s, not %s. Wipe it off and log that, or change the plan.", left[0].Glaze, surface.Name, l.Event.Glaze)
	case left[0].Dip != (l.Event.How == work.Dipped):
		say(matter.OtherGlaze, "a %s is planned next on the %s, and this was a %s. Change the plan, or wipe it off and log that.", laidAs(left[0].Dip), surface.Name, laidAs(!left[0].Dip))
	case progress.Begun != nil && l.Event.Of == "":
		say(matter.OtherGlaze, "the coat on the %s was begun: its %s is still to lay. Go on with that one.", surface.Name, progress.Begun.Rest())
	}
	if ground, ok := l.Body.Surface(surface.On); ok && surface.Over {
		if under := work.Compare(l.Plan[ground.ID].Stack, l.State.On(ground.ID)).Due(l.State.Stage()); len(under) > 0 {
			say(matter.BaseFirst, "it lies over the %s, which lacks %d of its coats; they will not go under it any more.", ground.Name, len(under))
		}
	}
	return all
}

func laidAs(dip bool) string {
	if dip {
		return "dip"
	}
	return "brushed coat"
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
	if e.Kind != work.Coated || !e.Done.IsZero() && age <= 0 || e.Of != "" {
		return nil
	}
	since := e.At.Add(-max(age, 0) - TwiceWithin)
	var last *work.Coat
	for _, c := range slices.Concat(s.Coats, s.Doubts) {
		if slices.Contains(e.On(), c.Surface) && c.Hand != e.Whose() && !c.At.Before(since) && (last == nil || c.Seq > last.Seq) {
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

// Stroke is a coat that comes next on a surface, as it is logged.
type Stroke struct {
	glaze.Layer            // of one coat
	Way         Way        // which way it is laid
	Dips        []string   // of a dip: all surfaces that it goes over, by piece.Surface.ID
	Rest        *work.Coat // that was begun, where this goes on with it
}

// Strokes are the coats that are still to lay on a surface, in order. A dip goes over all
// surfaces on which the same dip is planned.
func Strokes(h rules.House, b piece.Body, p plan.Plan, s work.State, surface string, kind func(code string) glaze.Kind) []Stroke {
	on := s.On(surface)
	progress := work.Compare(p[surface].Stack, on)
	due := progress.Due(s.Stage())
	strokes := make([]Stroke, len(due))
	for i, layer := range due {
		strokes[i] = Stroke{Layer: layer, Way: WayOf(h, kind(layer.Glaze), len(on)+1+i)}
		if layer.Dip {
			strokes[i].Dips = dippedWith(b, p, layer)
		}
	}
	if progress.Begun != nil && len(strokes) > 0 {
		strokes[0].Rest = progress.Begun
	}
	return strokes
}

// Event is the stroke as it is logged on a surface; a dip over all of its surfaces.
func (s Stroke) Event(surface string) work.Event {
	e := work.Event{Kind: work.Coated, Surface: surface, Glaze: s.Glaze, Felt: s.Thick}
	if s.Dip {
		e.Surface, e.How, e.Over, e.DownTo, e.Seconds, e.Density = "", work.Dipped, s.Dips, s.DownToMM, s.Seconds, s.Density
	}
	if s.Rest != nil {
		e.Of = s.Rest.ID
	}
	return e
}

// dippedWith lists the surfaces on which one dip is planned.
func dippedWith(b piece.Body, p plan.Plan, dip glaze.Layer) (ids []string) {
	for _, s := range b.Surfaces {
		same := func(l glaze.Layer) bool { l.Coats = 1; return l == dip }
		if choice := p[s.ID]; choice.Planned() && slices.ContainsFunc(choice.Stack, same) {
			ids = append(ids, s.ID)
		}
	}
	return ids
}

// ShareOf is how much of its surface a coat covers that was begun, 0 for a whole one: half
// of it, what lies above or below a line, or as much as was said.
func ShareOf(b piece.Body, e work.Event) float64 {
	s, _ := b.Surface(e.Surface)
	switch e.Part {
	case "":
		return 0
	case work.SomeOfIt:
		return e.Share
	case work.Above, work.Below:
		above := b.AreaAboveCM2(s.ID, e.Line) / max(s.AreaCM2, 1e-9)
		if e.Part == work.Below {
			return 1 - above
		}
		return above
	}
	return 0.5
}

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
