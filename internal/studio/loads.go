package studio

import (
	"context"
	"fmt"
	"strings"

	"enkaustos/core/kiln"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Load is a kiln load with the ids of its pieces.
type Load struct {
	store.Load
	Pieces    []string
	Overruled []Overruled // what the teacher took on, of its pieces
}

// Overruled is a ruling on a piece of a load.
type Overruled struct {
	Piece string
	work.Ruling
}

// Seen is a piece and the last event of it that its loader had seen.
type Seen struct {
	Piece string
	Seq   int64
}

// Loads lists the kiln loads, the oldest first.
func (s *Studio) Loads() []Load {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Load
	for _, l := range s.school.loadList() {
		list = append(list, s.load(l))
	}
	return list
}

func (s *Studio) load(l store.Load) Load {
	v := Load{Load: l}
	for _, p := range s.school.members(l.ID) {
		v.Pieces = append(v.Pieces, p.ID)
		for _, r := range p.state.Rulings {
			v.Overruled = append(v.Overruled, Overruled{p.ID, r})
		}
	}
	return v
}

// AddToLoad puts pieces that may be fired into a load, all or none. An empty
// load.ID opens a new one.
func (s *Studio) AddToLoad(ctx context.Context, by string, load store.Load, pieces []Seen) (Load, error) {
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		open, err := s.openLoad(load)
		if err != nil {
			return nil, nil, err
		}
		fault := Fault{Kind: Refused}
		var events []work.Event
		for _, seen := range pieces {
			p, ok := s.school.pieces[seen.Piece]
			if !ok {
				return nil, nil, missing("piece")
			}
			e := work.Event{ID: store.NewID(), Piece: p.ID, Kind: work.Loaded, At: s.clock.Now(), By: by, Load: open.ID, Seen: seen.Seq}
			if reason := s.keepsOut(p, open, e); reason != "" {
				text := s.school.who(p) + ": " + reason
				fault.Fields = append(fault.Fields, Field{p.ID, text})
				fault.Text += text + " "
				continue
			}
			events = append(events, e)
		}
		if len(fault.Fields) > 0 {
			fault.Text = strings.TrimSpace(fault.Text)
			return nil, nil, fault
		}
		load = open
		write := func(tx *store.Tx) error {
			if err := tx.PutLoad(open); err != nil {
				return err
			}
			return appendAll(tx, events)
		}
		return write, func() { s.school.loads[open.ID] = open; s.remember(events) }, nil
	})
	if err != nil {
		return Load{}, err
	}
	return s.loadByID(load.ID)
}

// openLoad finds the load to add to, or opens a new one.
func (s *Studio) openLoad(asked store.Load) (store.Load, error) {
	if asked.ID == "" {
		cone, err := kiln.ParseCone(string(asked.Cone))
		if err != nil {
			return asked, refuse("%s", sentence(err))
		}
		asked.ID, asked.Cone, asked.MadeAt = store.NewID(), cone, s.clock.Now()
		if asked.Name == "" {
			asked.Name = fmt.Sprintf("Load %d", len(s.school.loads)+1)
		}
		return asked, nil
	}
	load, ok := s.school.loads[asked.ID]
	switch {
	case !ok:
		return load, missing("load")
	case !load.FiredAt.IsZero():
		return load, refuse("%s was fired already.", load.Name)
	}
	return load, nil
}

// keepsOut says why a piece may not stand in a load; "" where it may.
func (s *Studio) keepsOut(p *livePiece, load store.Load, e work.Event) string {
	a := s.school.assignments[p.Assignment]
	if err := (kiln.Load{ID: load.ID, Cone: load.Cone}).Takes(a.Cone); err != nil {
		return sentence(err)
	}
	if p.state.Firing != nil {
		return "It was fired already."
	}
	if p.state.Load != nil && p.state.Load.Lapsed == "" {
		return "It stands in a load already."
	}
	if blockers := s.view(p, s.clock.Now()).Blockers; len(blockers) > 0 {
		return blockers[0].Text
	}
	e.Seq = p.state.Seq + 1
	if after := work.Step(p.state, e); after.Load.Lapsed != "" {
		return "Something was logged since you looked: look again."
	}
	return ""
}

func (s *Studio) loadByID(id string) (Load, error) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	l, ok := s.school.loads[id]
	if !ok {
		return Load{}, missing("load")
	}
	return s.load(l), nil
}

// Fire records that a load was fired. A piece that something happened to since
// it was loaded, or that may not be fired by today's rules, stops the load.
func (s *Studio) Fire(ctx context.Context, by, id string) (Load, error) {
	return s.pass(ctx, id, func(load *store.Load, members []*livePiece) ([]work.Event, error) {
		if !load.FiredAt.IsZero() {
			return nil, refuse("%s was fired already.", load.Name)
		}
		if len(members) == 0 {
			return nil, refuse("%s is empty.", load.Name)
		}
		fault := Fault{Kind: Refused}
		for _, p := range members {
			reason := ""
			if blockers := s.view(p, s.clock.Now()).Blockers; len(blockers) > 0 {
				reason = blockers[0].Text
			}
			if lapsed := p.state.Load.Lapsed; lapsed != "" {
				reason = lapsed + "."
			}
			if reason != "" {
				text := s.school.who(p) + " has to come out: " + reason
				fault.Fields = append(fault.Fields, Field{p.ID, text})
				fault.Text = strings.TrimSpace(fault.Text + " " + text)
			}
		}
		if len(fault.Fields) > 0 {
			return nil, fault
		}
		load.FiredAt = s.clock.Now()
		return s.events(work.Fired, by, *load, members), nil
	})
}

// Unload records that a load came out of the kiln.
func (s *Studio) Unload(ctx context.Context, by, id string) (Load, error) {
	return s.pass(ctx, id, func(load *store.Load, members []*livePiece) ([]work.Event, error) {
		switch {
		case load.FiredAt.IsZero():
			return nil, refuse("%s was not fired yet.", load.Name)
		case !load.UnloadedAt.IsZero():
			return nil, refuse("%s was unloaded already.", load.Name)
		}
		load.UnloadedAt = s.clock.Now()
		return s.events(work.Unloaded, by, *load, members), nil
	})
}

// pass takes a load one step further: the load and all its pieces together.
func (s *Studio) pass(ctx context.Context, id string, step func(*store.Load, []*livePiece) ([]work.Event, error)) (Load, error) {
	err := s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		load, ok := s.school.loads[id]
		if !ok {
			return nil, nil, missing("load")
		}
		events, err := step(&load, s.school.members(id))
		if err != nil {
			return nil, nil, err
		}
		write := func(tx *store.Tx) error {
			if err := tx.PutLoad(load); err != nil {
				return err
			}
			return appendAll(tx, events)
		}
		return write, func() { s.school.loads[id] = load; s.remember(events) }, nil
	})
	if err != nil {
		return Load{}, err
	}
	return s.loadByID(id)
}

func (s *Studio) events(kind work.Kind, by string, load store.Load, members []*livePiece) []work.Event {
	events := make([]work.Event, len(members))
	for i, p := range members {
		events[i] = work.Event{ID: store.NewID(), Piece: p.ID, Kind: kind, At: s.clock.Now(), By: by, Load: load.ID, Cone: load.Cone}
	}
	return events
}
