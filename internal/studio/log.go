package studio

import (
	"context"
	"fmt"
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Warning is something to say about an event that was kept all the same.
type Warning struct {
	Event, Piece string
	Code, Text   string
}

// Log appends events, all or none, and returns the pieces as they are then.
// An event whose id is already in the log of its piece changes nothing.
func (s *Studio) Log(ctx context.Context, by string, events []work.Event) ([]Piece, []Warning, error) {
	var touched []string
	var warnings []Warning
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		now := s.clock.Now()
		var fresh []work.Event
		known := map[string]string{}
		for _, e := range events {
			p, ok := s.school.pieces[e.Piece]
			if !ok {
				return nil, nil, missing("piece")
			}
			if !slices.Contains(touched, e.Piece) {
				touched = append(touched, e.Piece)
			}
			of, sent := s.school.eventOf[e.ID]
			if other, twice := known[e.ID]; twice {
				of, sent = other, true
			}
			if sent && of != e.Piece {
				return nil, nil, Fault{Kind: Conflict, Text: s.school.who(p) + ": that id belongs to something that happened to another piece."}
			}
			if sent {
				continue
			}
			known[e.ID] = e.Piece
			if err := s.sensible(e, p); err != nil {
				return nil, nil, err
			}
			e.At, e.By = now, by
			warnings = append(warnings, s.warnings(e, p)...)
			fresh = append(fresh, e)
		}
		if len(fresh) == 0 {
			return nil, nil, nil
		}
		write := func(tx *store.Tx) error { return appendAll(tx, fresh) }
		return write, func() { s.remember(fresh) }, nil
	})
	if err != nil {
		return nil, nil, err
	}
	s.mu.RLock()
	defer s.mu.RUnlock()
	list := make([]Piece, len(touched))
	for i, id := range touched {
		list[i] = s.view(s.school.pieces[id], s.clock.Now())
	}
	return list, warnings, nil
}

// appendAll writes events and fills in their places in the server's order.
func appendAll(tx *store.Tx, events []work.Event) (err error) {
	for i := range events {
		if events[i].Seq, err = tx.AddEvent(events[i]); err != nil {
			return fmt.Errorf("logging %s: %w", events[i].Kind, err)
		}
	}
	return nil
}

// remember folds events that are on the disk into the memory; mu is held.
func (s *Studio) remember(events []work.Event) {
	for _, e := range events {
		p := s.school.pieces[e.Piece]
		p.state = work.Step(p.state, e)
		s.school.eventOf[e.ID] = e.Piece
	}
}

// sensible refuses an event that cannot have happened to the piece.
func (s *Studio) sensible(e work.Event, p *livePiece) error {
	body := p.body
	who := s.school.who(p)
	if _, ok := body.Surface(e.Surface); !ok && (e.Surface != "" || e.Kind == work.Coated) {
		return refuse("%s: a %s has no surface %q.", who, body.Form, e.Surface)
	}
	fired := p.state.Firing != nil && !p.state.Firing.Unloaded.IsZero()
	switch e.Kind {
	case work.Coated:
		if _, ok := s.school.glazes[e.Glaze]; !ok {
			return refuse("%s: no jar is called %q.", who, e.Glaze)
		}
	case work.Undone:
		return undoable(e, p, who)
	case work.Checked:
		if _, ok := e.Verdict.Guide(); !ok {
			return refuse("%s: %q is no verdict on a foot: expected %s, %s, %s or %s.", who, e.Verdict, foot.Clean, foot.Stained, foot.Left, foot.TooLow)
		}
	case work.Resisted:
		if r := plan.Resist(e.Text); e.Surface == "" || r != plan.Wax && r != plan.Latex {
			return refuse("%s: say which surface is resisted, and with wax or latex.", who)
		}
	case work.Peeled:
		if p.state.Resists[e.Surface] != string(plan.Latex) && p.plan.Choices[e.Surface].Resist != plan.Latex {
			return refuse("%s: no latex lies there to be peeled.", who)
		}
	case work.Damaged:
		if e.Text == "" {
			return refuse("%s: say what is damaged.", who)
		}
	case work.Repaired:
		if p.state.Damage == "" {
			return refuse("%s: nothing is damaged.", who)
		}
	case work.Wiped:
		if n := len(p.state.On(e.Surface)); e.Back > n {
			return refuse("%s: only %d coats are on, %d cannot come off.", who, n, e.Back)
		}
	case work.TakenOut:
		if p.state.Load == nil || p.state.Firing != nil {
			return refuse("%s: stands in no load that could be changed.", who)
		}
	case work.Opined, work.Graded:
		if !fired {
			return refuse("%s: is not out of the kiln yet.", who)
		}
		if e.Kind == work.Graded && !slices.ContainsFunc(results.Marks(), func(m results.Mark) bool { return m.Value == e.Mark }) {
			return refuse("%s: %d is no mark: expected 1 to %d.", who, e.Mark, len(results.Marks()))
		}
	}
	return nil
}

func undoable(e work.Event, p *livePiece, who string) error {
	log := p.state.Log()
	i := slices.IndexFunc(log, func(old work.Event) bool { return old.ID == e.Undoes })
	switch {
	case i < 0:
		return refuse("%s: there is nothing of that name to undo.", who)
	case log[i].Kind != work.Undone && !log[i].Kind.Undoable():
		return refuse("%s: a %s cannot be undone.", who, log[i].Kind)
	}
	return nil
}

// warnings are what to say about a coat that is kept as what happened.
func (s *Studio) warnings(e work.Event, p *livePiece) []Warning {
	if e.Kind != work.Coated {
		return nil
	}
	var list []Warning
	add := func(code, format string, args ...any) {
		list = append(list, Warning{e.ID, e.Piece, code, s.school.who(p) + ": " + fmt.Sprintf(format, args...)})
	}
	surface, _ := p.body.Surface(e.Surface)
	on := p.state.On(e.Surface)
	if dry := work.RecoatAt(on, s.school.assignments[p.Assignment].house); e.At.Before(dry) {
		add("wet", "the coat below is wet for another %s; look for crawling and bald spots.", wait(dry.Sub(e.At)))
	}
	choice := p.plan.Choices[e.Surface]
	left := work.Compare(choice.Stack, on).Left
	switch {
	case surface.Stands:
		add("contact", "the piece stands on the %s; wipe it off before the kiln.", surface.Name)
	case !choice.Planned() && !p.plan.Choices.Empty():
		add("unplanned", "nothing is planned on the %s.", surface.Name)
	case !choice.Planned():
	case len(left) == 0:
		add("beyond", "the %s had all its %d coats.", surface.Name, choice.Stack.Total())
	case left[0] != e.Glaze:
		add("other-glaze", "%s is planned next on the %s, not %s.", left[0], surface.Name, e.Glaze)
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

// wait says how long in minutes and seconds.
func wait(d time.Duration) string {
	if d < time.Minute {
		return fmt.Sprintf("%d s", int(d.Seconds()+0.5))
	}
	return fmt.Sprintf("%d min", int(d.Minutes()+0.5))
}
