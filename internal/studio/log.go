package studio

import (
	"context"
	"fmt"
	"maps"
	"slices"
	"time"

	"enkaustos/core/bench"
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
// An event whose id is already in the log of its piece changes nothing. Requests
// that wait for the disk at the same time share one transaction.
func (s *Studio) Log(ctx context.Context, by Actor, events []Logged) ([]Piece, []Warning, error) {
	r := &request{by: by, events: events}
	if store.Inside(ctx) { // part of a larger transaction: it cannot wait for others
		if err := s.append(ctx, []*request{r}); err != nil {
			return nil, nil, err
		}
	} else if err := s.queue.run(r, s.appendWaiting); err != nil {
		return nil, nil, err
	}
	if r.refused != nil {
		return nil, nil, r.refused
	}
	return s.PiecesOf(idsOf(events)), r.warnings, nil
}

// appendWaiting writes what waits. It is nobody's own request, so it goes on
// whoever leaves, and holds no context that ends with an answer.
func (s *Studio) appendWaiting(waiting []*request) error {
	return s.append(context.Background(), waiting)
}

// request is what one screen sent, and what came of it.
type request struct {
	by       Actor
	events   []Logged
	fresh    []work.Event // that were not there yet
	warnings []Warning
	refused  error
}

// append writes what several screens sent in one transaction. What is refused of
// one has no part in it and keeps nobody else back.
func (s *Studio) append(ctx context.Context, requests []*request) error {
	var touched []string
	return s.changeSome(ctx, func() []string { return touched }, func() (func(*store.Tx) error, func(), error) {
		now := s.clock.Now()
		ahead := &ahead{studio: s, states: map[string]work.State{}, known: map[string]string{}}
		var fresh []work.Event
		for _, r := range requests {
			r.fresh, r.warnings, r.refused = nil, nil, nil
			before := ahead.copy()
			if r.refused = ahead.take(r, now); r.refused != nil {
				ahead = before
				continue
			}
			fresh = append(fresh, r.fresh...)
		}
		if len(fresh) == 0 {
			return nil, nil, nil
		}
		for _, e := range fresh {
			if !slices.Contains(touched, e.Piece) {
				touched = append(touched, e.Piece)
			}
		}
		return func(tx *store.Tx) error { return appendAll(tx, fresh) }, func() { s.remember(fresh) }, nil
	})
}

// ahead is the pieces as they will be with the events that are about to be
// written.
type ahead struct {
	studio *Studio
	states map[string]work.State
	known  map[string]string // event to piece
}

func (a *ahead) copy() *ahead {
	return &ahead{a.studio, maps.Clone(a.states), maps.Clone(a.known)}
}

// piece is a piece as it will be.
func (a *ahead) piece(id string) (livePiece, bool) {
	p, ok := a.studio.school.pieces[id]
	if !ok {
		return livePiece{}, false
	}
	as := *p
	if state, more := a.states[id]; more {
		as.state = state
	}
	return as, true
}

// take looks at the events of one request and puts them ahead; the error says
// why none of them can be kept.
func (a *ahead) take(r *request, now time.Time) error {
	s := a.studio
	for _, sent := range r.events {
		e := sent.Event
		as, ok := a.piece(e.Piece)
		if !ok {
			return missing("piece")
		}
		of, before := s.school.eventOf[e.ID]
		if other, twice := a.known[e.ID]; twice {
			of, before = other, true
		}
		if before && of != e.Piece {
			return Fault{Kind: Conflict, Text: s.school.who(&as) + ": that id belongs to something that happened to another piece."}
		}
		if before {
			continue
		}
		if err := s.may(r.by, e, &as); err != nil {
			return err
		}
		if err := s.sensible(e, &as); err != nil {
			return err
		}
		if e.Done.After(now) {
			return refuse("%s: that lesson has not been yet.", s.school.who(&as))
		}
		e.At, e.By, e.Doubts = now, r.by.Name, ""
		if twin := bench.Twin(as.state, e, sent.Age); twin != nil {
			e.Doubts = twin.ID
		}
		r.warnings = append(r.warnings, s.warnings(e, &as)...)
		r.fresh = append(r.fresh, e)
		a.known[e.ID] = e.Piece
		e.Seq = as.state.Seq + 1 // stands in for the place that the disk will give
		a.states[e.Piece] = work.Step(as.state, e)
	}
	return nil
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
