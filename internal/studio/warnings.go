package studio

import (
	"fmt"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// Warning is something to say about an event that was kept all the same.
type Warning struct {
	Event, Piece string
	Code, Text   string
}

// warnings are what to say about a coat that is kept as what happened, and what
// to do about it.
func (s *Studio) warnings(e work.Event, p *livePiece) []Warning {
	if e.Kind != work.Coated {
		return nil
	}
	var list []Warning
	add := func(code, format string, args ...any) {
		list = append(list, Warning{e.ID, e.Piece, code, s.school.who(p) + ": " + fmt.Sprintf(format, args...)})
	}
	surface, _ := p.body.Surface(e.Surface)
	if e.Doubts != "" {
		add("same-or-next", "somebody else logged a coat on the %s moments ago. Same coat or the next?", surface.Name)
	}
	s.warnOfTime(e, p, surface, add)
	s.warnOfPlan(e, p, surface, add)
	a := s.school.assignments[p.Assignment]
	if jars := a.Allowed(s.school.classes[a.Class]); jars != nil && !jars[e.Glaze] {
		add("not-allowed", "%s is not among the jars of this lesson; finish the coat, then ask.", e.Glaze)
	}
	if s.school.glazes[e.Glaze].Jar.State == glaze.Dried {
		add("dried", "the jar of %s was said to be dried out; say so if it was revived.", e.Glaze)
	}
	if a.house.Path == rules.OnceFired && !p.state.BoneDry {
		add("not-bone-dry", "nobody felt whether the clay was bone dry. Feel it now: pale all over, not clammy.")
	}
	switch {
	case p.state.Firing != nil:
		add("fired", "it was fired already.")
	case p.state.Load != nil:
		add("loaded", "it stands in a load and has to come out.")
	case p.state.Check != nil && p.state.Check.Lapsed == "":
		add("checked", "its foot has to be checked again.")
	}
	return list
}

// warnOfTime speaks of the coat below: wet where the house waits, dry where it
// lays coat on damp coat.
func (s *Studio) warnOfTime(e work.Event, p *livePiece, surface piece.Surface, add func(code, format string, args ...any)) {
	drying := s.dryingOf(s.school.assignments[p.Assignment])
	on, at := p.state.On(e.Surface), e.Happened()
	if dry := drying.RecoatAt(on); at.Before(dry) {
		add("wet", "the coat below is wet for another %s; look for crawling and bald spots.", wait(dry.Sub(at)))
	}
	if until := drying.RecoatBy(on); !until.IsZero() && at.After(until) {
		add("dry-below", "this house lays coat on damp coat, and the one on the %s had dried %s before; damp it with a sponge first next time.", surface.Name, wait(at.Sub(until)))
	}
}

// warnOfPlan holds a coat against the plan.
func (s *Studio) warnOfPlan(e work.Event, p *livePiece, surface piece.Surface, add func(code, format string, args ...any)) {
	choice := p.plan.Choices[e.Surface]
	left := work.Compare(choice.Stack, p.state.On(e.Surface)).Left
	switch {
	case surface.Stands:
		add("contact", "the piece stands on the %s; wipe it off before the kiln.", surface.Name)
	case !choice.Planned() && !p.plan.Choices.Empty():
		add("unplanned", "nothing is planned on the %s.", surface.Name)
	case !choice.Planned():
	case len(left) == 0:
		add("beyond", "the %s had all its %d coats.", surface.Name, choice.Stack.Total())
	case left[0] != e.Glaze:
		add("other-glaze", "%s is planned next on the %s, not %s. Wipe it off and log that, or change the plan.", left[0], surface.Name, e.Glaze)
	}
	if ground, ok := p.body.Surface(surface.On); ok && surface.Detail.Over() {
		if under := work.Compare(p.plan.Choices[ground.ID].Stack, p.state.On(ground.ID)); len(under.Left) > 0 {
			add("base-first", "it lies over the %s, which lacks %d of its coats; they will not go under it any more.", ground.Name, len(under.Left))
		}
	}
}

// wait says how long in minutes and seconds.
func wait(d time.Duration) string {
	if d < time.Minute {
		return fmt.Sprintf("%d s", int(d.Seconds()+0.5))
	}
	return fmt.Sprintf("%d min", int(d.Minutes()+0.5))
}
