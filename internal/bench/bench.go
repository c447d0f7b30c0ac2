// Package bench takes what happens to pieces: coats, wipes, looks, words. What a
// tablet sends late is kept as it was, or laid before the teacher.
package bench

import (
	"context"
	"errors"
	"slices"
	"time"

	"enkaustos/core/bench"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Bench answers what the contract asks of the bench.
type Bench struct{ School *school.School }

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
			return nil, school.Stale("%s: that id belongs to something that happened to another piece.", m.Who(p))
		}
		if of != "" {
			continue
		}
		if e, err = accept(m, c, by, p, sent); err != nil {
			return nil, err
		}
		said, err := warned(m, p, e)
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

// classAt is the class that the bells had in the room at a moment.
func classAt(m school.Moment, at time.Time) string {
	class, _ := school.Bells.The(m.Snapshot).Lessons.At(at.Local())
	return class
}

// accept is an event as it is kept, if it can be.
func accept(m school.Moment, c *school.Change, by work.Actor, p *school.Piece, sent work.Sent) (work.Event, error) {
	e := sent.Event
	log, loaded := []work.Event(nil), false
	var lost error
	scene := work.Scene{Class: m.ClassOf(p), Body: p.Body, Plan: p.Plan.Choices, State: p.State, Now: m.At, Jar: m.Room().Jar,
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
		return e, refused(m, p, refusal)
	}
	e.At, e.By, e.Doubts = m.At, by.Name, ""
	e.Done, e.DeviceAt = e.Done.UTC().Truncate(time.Millisecond), e.DeviceAt.UTC().Truncate(time.Millisecond)
	if sent.Done.IsZero() {
		e.Done = time.Time{}
	}
	if sent.DeviceAt.IsZero() {
		e.DeviceAt = time.Time{}
	}
	if twin := bench.Twin(p.State, e, sent.Age()); twin != nil {
		e.Doubts = twin.ID
	}
	return e, nil
}

// refused says whose piece it is, unless the refusal is about who asks.
func refused(m school.Moment, p *school.Piece, r *work.Refusal) error {
	switch r.Why {
	case work.NotYours:
		return school.Deny(r.Text)
	case work.Stale:
		return school.Stale("%s: %s", m.Who(p), r.Text)
	}
	return school.Refuse("%s: %s", m.Who(p), r.Text)
}

// warned is what core has to say about a coat, with whose piece it is on.
func warned(m school.Moment, p *school.Piece, e work.Event) (list []Warning, err error) {
	if e.Kind != work.Coated {
		return nil, nil
	}
	a := m.Assignments[p.Assignment]
	jar, _ := school.Glazes.Get(m.Snapshot, e.Glaze)
	for _, w := range bench.Warnings(bench.Lay{Event: e, Body: p.Body, Plan: p.Plan.Choices, State: p.State, House: a.House,
		Drying: m.Drying(a), Jar: jar, Jars: plan.AllowedJars(a.Jars, school.Classes.All(m.Snapshot)[a.Class].Jars)}) {
		list = append(list, Warning{Event: e.ID, Piece: e.Piece, Code: w.Code, Text: m.Who(p) + ": " + w.Text})
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
// at a time. What cannot be kept as it was, because another class is in the room
// or the piece has gone on, is not lost: it is laid before the teacher.
func (b Bench) LogLate(ctx context.Context, by work.Actor, events []work.Sent) (warnings []Warning, err error) {
	for _, e := range events {
		m, then := b.School.Now(), by
		if class := classAt(m, m.At.Add(-e.Age())); class != "" {
			if p, ok := m.Pieces[e.Piece]; ok && m.ClassOf(p) == class {
				then.Class = class // its own class was in the room when it happened
			}
		}
		said, err := b.Log(ctx, then, []work.Sent{e})
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

// AddEvents logs what happened.
func (b Bench) AddEvents(ctx context.Context, r contract.AddEventsRequestObject) (contract.AddEventsResponseObject, error) {
	by, err := school.AtWork(ctx)
	write := b.Log
	if by.Role == work.Station && slices.ContainsFunc(r.Body.Events, work.Sent.Late) {
		err, write = nil, b.LogLate // it happened before the tablets were locked
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
		if p, ok := m.Pieces[e.Piece]; ok && !slices.Contains(touched, p) {
			touched = append(touched, p)
		}
	}
	return contract.AddEvents200JSONResponse{Now: m.At, Pieces: view.Pieces(m, by, touched), Warnings: view.All(warnings)}, nil
}
