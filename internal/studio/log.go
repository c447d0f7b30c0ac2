package studio

import (
	"context"
	"fmt"
	"slices"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Logged is an event as a device sends it.
type Logged struct {
	work.Event
	// Age is how long ago the device saw it, by its own clock at both ends, so
	// that an offset of that clock falls out. It only decides what is asked.
	Age time.Duration
}

// Now wraps events that are sent as they happen.
func Now(events ...work.Event) []Logged {
	list := make([]Logged, len(events))
	for i, e := range events {
		list[i] = Logged{Event: e}
	}
	return list
}

// Log appends events, all or none, and returns the pieces as they are then.
// An event whose id is already in the log of its piece changes nothing.
func (s *Studio) Log(ctx context.Context, by Actor, events []Logged) ([]Piece, []Warning, error) {
	var touched []string
	var warnings []Warning
	err := s.changeSome(ctx, func() []string { return touched }, func() (func(*store.Tx) error, func(), error) {
		now := s.clock.Now()
		var fresh []work.Event
		known := map[string]string{}
		ahead := map[string]work.State{} // pieces with the events before this one
		for _, sent := range events {
			e := sent.Event
			p, ok := s.school.pieces[e.Piece]
			if !ok {
				return nil, nil, missing("piece")
			}
			if !slices.Contains(touched, e.Piece) {
				touched = append(touched, e.Piece)
			}
			of, before := s.school.eventOf[e.ID]
			if other, twice := known[e.ID]; twice {
				of, before = other, true
			}
			if before && of != e.Piece {
				return nil, nil, Fault{Kind: Conflict, Text: s.school.who(p) + ": that id belongs to something that happened to another piece."}
			}
			if before {
				continue
			}
			known[e.ID] = e.Piece
			as := *p
			if state, more := ahead[e.Piece]; more {
				as.state = state
			}
			if err := s.may(by, e, &as); err != nil {
				return nil, nil, err
			}
			if err := s.sensible(e, &as); err != nil {
				return nil, nil, err
			}
			e.At, e.By, e.Doubts = now, by.Name, ""
			if e.Done.After(now) {
				return nil, nil, refuse("%s: that lesson has not been yet.", s.school.who(p))
			}
			if twin := s.twin(e, &as, sent.Age); twin != nil {
				e.Doubts = twin.ID
			}
			warnings = append(warnings, s.warnings(e, &as)...)
			fresh = append(fresh, e)
			e.Seq = as.state.Seq + 1 // stands in for the place that the disk will give
			ahead[e.Piece] = work.Step(as.state, e)
		}
		if len(fresh) == 0 {
			touched = nil
			return nil, nil, nil
		}
		write := func(tx *store.Tx) error { return appendAll(tx, fresh) }
		return write, func() { s.remember(fresh) }, nil
	})
	if err != nil {
		return nil, nil, err
	}
	return s.PiecesOf(idsOf(events)), warnings, nil
}

// idsOf lists the pieces that events happened to, each once.
func idsOf(events []Logged) (ids []string) {
	for _, e := range events {
		if !slices.Contains(ids, e.Piece) {
			ids = append(ids, e.Piece)
		}
	}
	return ids
}

// PiecesOf lists pieces by their ids as they are now; ids of none are left out.
func (s *Studio) PiecesOf(ids []string) []Piece {
	s.mu.RLock()
	defer s.mu.RUnlock()
	list := make([]Piece, 0, len(ids))
	for _, id := range ids {
		if p, ok := s.school.pieces[id]; ok {
			list = append(list, s.view(p, s.clock.Now()))
		}
	}
	return list
}

// twiceWithin is how close two hands have to log the same coat for one to be
// asked whether it is the same (from memory).
const twiceWithin = 2 * time.Minute

// twin is the coat that another hand laid on the same surface within moments of
// this one; nil where there is none. The glaze may differ: a screen that has
// heard of the first coat already offers the next stroke. What arrives late is
// held against everything since the device saw it.
func (s *Studio) twin(e work.Event, p *livePiece, age time.Duration) *work.Coat {
	if e.Kind != work.Coated || !e.Done.IsZero() {
		return nil
	}
	since := e.At.Add(-max(age, 0) - twiceWithin)
	all := append(slices.Clone(p.state.Coats), p.state.Doubts...)
	slices.SortFunc(all, func(a, b work.Coat) int { return int(a.Seq - b.Seq) })
	for _, c := range slices.Backward(all) {
		if c.Surface != e.Surface {
			continue
		}
		if c.At.Before(since) {
			return nil
		}
		if c.By != e.By {
			return &c
		}
	}
	return nil
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
