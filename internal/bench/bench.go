// Package bench takes what happens to pieces: coats, wipes, looks, words. What a
// tablet sends late is kept as it was, or laid before the teacher.
package bench

import (
	"context"
	"errors"
	"slices"
	"time"

	"enkaustos/core/bench"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/guard"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Bench answers what the contract asks of the bench.
type Bench struct {
	School *school.School
	taps   *guard.Quota // of a tablet
	words  *guard.Quota // of them, those that carry a text
}

// New is the bench of a school. A class of 32 that hands in 20 taps each after the network
// was away, all on one tablet, never meets its bounds.
func New(s *school.School) Bench {
	return Bench{School: s, taps: &guard.Quota{AtOnce: 1000, Every: 200 * time.Millisecond}, words: &guard.Quota{AtOnce: 100, Every: 3 * time.Second}}
}

// within refuses a tablet that logs more than a class could.
func (b Bench) within(by work.Actor, events []work.Sent) error {
	if by.Role != work.Station || b.taps == nil {
		return nil
	}
	words := 0
	for _, e := range events {
		if e.Text != "" {
			words++
		}
	}
	ok, wait := b.words.Take(by.ID, words, time.Now())
	if ok {
		ok, wait = b.taps.Take(by.ID, len(events), time.Now())
	}
	if !ok {
		return school.TooMany("This tablet sends more than a class can log: it goes on by itself in a moment.", wait)
	}
	return nil
}

// Warning is what to say about an event that is kept all the same.
type Warning = contract.LogWarning

// Take puts events into a change, all or none. An event whose id is already in the
// log of its piece changes nothing.
func Take(m school.Moment, c *school.Change, by work.Actor, events []work.Sent) (warnings []Warning, err error) {
	ahead := map[string]*school.Piece{}
	fresh := map[string]work.Event{}
	for _, sent := range events {
		e := sent.Event
		p := ahead[e.Piece]
		if p == nil {
			known, ok := m.Pieces[e.Piece]
			if !ok {
				return nil, school.Missing("piece")
			}
			copied := *known
			p = &copied
		}
		of, err := c.PieceOf(e.ID)
		if err != nil {
			return nil, err
		}
		if before, twice := fresh[e.ID]; twice {
			of = before.Piece
		}
		if of != "" && of != e.Piece {
			return nil, school.Stale("%s: that id belongs to something that happened to another piece.", view.Who(m, by, p))
		}
		if of != "" {
			continue
		}
		if e, err = accept(m, c, by, p, sent); err != nil {
			return nil, err
		}
		said, err := warned(m, by, p, e)
		if err != nil {
			return nil, err
		}
		warnings = append(warnings, said...)
		if err := step(c, p, e); err != nil {
			return nil, err
		}
		c.Log(e)
		ahead[e.Piece], fresh[e.ID] = p, e
	}
	return warnings, nil
}

// step takes a piece one event further; the place in the server's order that it gets
// stands in for the one that the disk will give.
func step(c *school.Change, p *school.Piece, e work.Event) error {
	var log []work.Event
	if e.Kind == work.Undone {
		var err error
		if log, err = c.LogOf(p.ID); err != nil {
			return err
		}
	}
	e.Seq = p.State.Seq + 1
	p.State = work.Step(p.State, e, func() []work.Event { return log })
	return nil
}

// accept is an event as it is kept, if it can be.
func accept(m school.Moment, c *school.Change, by work.Actor, p *school.Piece, sent work.Sent) (work.Event, error) {
	e := sent.Event
	log, loaded := []work.Event(nil), false
	var lost error
	var then time.Time
	if sent.Late() {
		then = m.At.Add(-sent.Age())
	}
	e.Share = bench.ShareOf(p.Body, e)
	if e.Kind == work.Coated && e.How == "" {
		e.How = work.Brushed
	}
	scene := work.Scene{Class: m.ClassOf(p), Body: p.Body, Plan: p.Plan.Choices, State: p.State, Now: m.At, Then: then, Jar: m.Room().Jar,
		Find: func(id string) (work.Event, bool) {
			if !loaded {
				log, lost = c.LogOf(p.ID)
				loaded = true
			}
			i := slices.IndexFunc(log, func(old work.Event) bool { return old.ID == id })
			if i < 0 {
				return work.Event{}, false
			}
			return log[i], true
		}}
	refusal := work.Refuse(by, e, scene)
	if lost != nil {
		return e, lost
	}
	if refusal != nil {
		return e, refused(m, by, p, refusal)
	}
	e.At, e.By, e.Hand, e.Doubts, e.Facts = m.At, by.Name, by.Hand(), "", ""
	e.Body, e.Settled = jarThen(m, p, sent)
	if e.Kind == work.Ruled {
		if e.Facts = ready.FactsOf(m.Case(p).Judged(m.At), e.Code, e.Surface); e.Facts == "" {
			return e, school.Stale("%s: nothing of the kind keeps it out of the kiln now. Look again.", view.Who(m, by, p))
		}
	}
	e.Done, e.DeviceAt = e.Done.UTC().Truncate(time.Millisecond), e.DeviceAt.UTC().Truncate(time.Millisecond)
	switch e.Exact = false; {
	case sent.Done.IsZero() && then.IsZero():
		e.Done = time.Time{}
	case sent.Done.IsZero():
		e.Done, e.Exact = then.UTC().Truncate(time.Millisecond), true
	default:
		e.Exact = sent.Timed
	}
	if sent.DeviceAt.IsZero() {
		e.DeviceAt = time.Time{}
	}
	if twin := bench.Twin(p.State, e, sent.Age()); twin != nil {
		e.Doubts = twin.ID
	}
	return e, nil
}

// jarThen is how the jar of a coat was when it was laid: watery or thick, and whether it had
// settled. Of another lesson nobody knows, nor of a time before it was last stirred.
func jarThen(m school.Moment, p *school.Piece, sent work.Sent) (body glaze.State, settled bool) {
	if sent.Kind != work.Coated || !sent.Done.IsZero() {
		return "", false
	}
	g := school.Glazes.All(m.Snapshot)[sent.Glaze]
	at := m.At.Add(-sent.Age())
	known := !g.Jar.MixedAt.IsZero() && g.Jar.MixedAt.Before(at)
	return (glaze.Layer{Dip: sent.How == work.Dipped}).FromJar(&g).Body, known && school.Settled(m, m.Assignments[p.Assignment].House, &g, p.ID, at) != ""
}

// refused says whose piece it is, unless the refusal is about who asks.
func refused(m school.Moment, by work.Actor, p *school.Piece, r *work.Refusal) error {
	switch r.Why {
	case work.NotYours:
		return school.Deny(r.Text)
	case work.Stale:
		return school.Stale("%s: %s", view.Who(m, by, p), r.Text)
	}
	return school.Refuse("%s: %s", view.Who(m, by, p), r.Text)
}

// warned is what core has to say about a coat, with whose piece it is on.
func warned(m school.Moment, by work.Actor, p *school.Piece, e work.Event) (list []Warning, err error) {
	if e.Kind != work.Coated {
		return nil, nil
	}
	a := m.Assignments[p.Assignment]
	jar, _ := school.Glazes.Get(m.Snapshot, e.Glaze)
	for _, w := range bench.Warnings(bench.Lay{Event: e, Body: p.Body, Plan: p.Plan.Choices, State: p.State, House: a.House,
		Drying: m.Drying(a), Jar: jar, Jars: plan.AllowedJars(a.Jars, school.Classes.All(m.Snapshot)[a.Class].Jars)}) {
		list = append(list, Warning{Event: e.ID, Piece: e.Piece, Code: w.Code, Text: view.Who(m, by, p) + ": " + w.Text})
	}
	return list, nil
}

// Log is Take as a change of its own.
func (b Bench) Log(ctx context.Context, by work.Actor, events []work.Sent) (warnings []Warning, err error) {
	err = b.School.Change(ctx, func(m school.Moment, c *school.Change) (err error) {
		warnings, err = Take(m, c, by, events)
		return err
	})
	return warnings, err
}

// LogLate logs what a tablet sends after it was without the network, one event
// at a time, as of the class and the lock that were when it happened. What cannot be kept
// as it was is not lost: it is laid before the teacher. What speaks of a piece that there
// is not is nobody's.
func (b Bench) LogLate(ctx context.Context, by work.Actor, events []work.Sent) (warnings []Warning, err error) {
	m := b.School.Now()
	for _, e := range events {
		if _, ok := m.Pieces[e.Piece]; !ok {
			return nil, school.Missing("piece")
		}
	}
	for _, e := range events {
		m := b.School.Now()
		then, err := asOf(m, by, m.At.Add(-e.Age()))
		var said []Warning
		if err == nil {
			said, err = b.Log(ctx, then, []work.Sent{e})
		}
		var fault school.Fault
		switch {
		case err == nil:
			warnings = append(warnings, said...)
		case errors.As(err, &fault):
			if err := b.School.Change(ctx, func(m school.Moment, c *school.Change) error { return stray(m, c, by, e, fault.Text) }); err != nil {
				return nil, err
			}
			warnings = append(warnings, Warning{Event: e.ID, Piece: e.Piece, Code: matter.ToTheTeacher,
				Text: "It came late and could not be kept as it was; the teacher decides. " + fault.Text})
		default:
			return nil, err
		}
	}
	return warnings, nil
}

// What a tablet may not log late.
var (
	errAnotherDay = school.Deny("It is of another day.")
	errNotPaired  = school.Deny("The tablet was not paired then.")
	errLockedThen = school.Deny("The tablets were locked then.")
)

// slack is how much older than it is a late tap may say it is: a tablet rounds up.
const slack = 15 * time.Second

// asOf is a tablet as it was at a moment: of the class that was in the room.
func asOf(m school.Moment, by work.Actor, at time.Time) (then work.Actor, err error) {
	then = by
	var locked bool
	then.Classes, locked = school.Hands.The(m.Snapshot).Served(school.Bells.The(m.Snapshot), at.Local())
	switch {
	case school.Day(at) != school.Day(m.At):
		return then, errAnotherDay
	case at.Before(by.Since.Add(-slack)):
		return then, errNotPaired
	case locked:
		return then, errLockedThen
	}
	return then, nil
}

// AddEvents logs what happened.
func (b Bench) AddEvents(ctx context.Context, r contract.AddEventsRequestObject) (contract.AddEventsResponseObject, error) {
	by, err := school.AtWork(ctx)
	write := b.Log
	if by.Role == work.Station && slices.ContainsFunc(r.Body.Events, work.Sent.Late) {
		err, write = nil, b.LogLate // whether the tablets were locked then is asked there
	}
	if err == nil {
		err = b.within(by, r.Body.Events)
	}
	if err != nil {
		return nil, err
	}
	warnings, err := write(ctx, by, r.Body.Events)
	if err != nil {
		return nil, err
	}
	m := b.School.Now()
	var touched []*school.Piece
	for _, e := range r.Body.Events {
		if p, err := m.Piece(by, e.Piece); err == nil && !slices.Contains(touched, p) {
			touched = append(touched, p) // as far as the asker may see it, now
		}
	}
	return contract.AddEvents200JSONResponse{Now: m.At, Pieces: view.Pieces(m, by, touched), Warnings: view.All(warnings)}, nil
}
