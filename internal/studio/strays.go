package studio

import (
	"cmp"
	"context"
	"errors"
	"maps"
	"slices"
	"time"

	"enkaustos/internal/store"
)

// lateAfter is how long after it happened an event counts as late: a tablet was
// without the network.
const lateAfter = 10 * time.Second

// LogLate logs what a tablet sends after it was without the network, one event
// at a time. What cannot be kept as it was, because another class is in the room
// or the piece has gone on, is not lost: it is laid before the teacher.
func (s *Studio) LogLate(ctx context.Context, by Actor, events []Logged) ([]Piece, []Warning, error) {
	var warnings []Warning
	for _, e := range events {
		then := by
		if class := s.classAt(s.clock.Now().Add(-e.Age)); class != "" && class == s.classOf(e.Piece) {
			then.Class = class // its own class was in the room when it happened
		}
		_, said, err := s.Log(ctx, then, []Logged{e})
		var fault Fault
		switch {
		case err == nil:
			warnings = append(warnings, said...)
		case errors.As(err, &fault):
			if err := s.keepStray(ctx, by, e, fault.Text); err != nil {
				return nil, nil, err
			}
			warnings = append(warnings, Warning{e.ID, e.Piece, "to-the-teacher", "It came late and could not be kept as it was; the teacher decides. " + fault.Text})
		default:
			return nil, nil, err
		}
	}
	return s.PiecesOf(idsOf(events)), warnings, nil
}

// Late says whether an event comes so late that the tablet was without the network.
func (l Logged) Late() bool { return l.Age >= lateAfter }

// classAt is the class that the bells had in the room at a moment.
func (s *Studio) classAt(at time.Time) string {
	s.mu.RLock()
	defer s.mu.RUnlock()
	class, _ := s.byBell(at.Local())
	return class
}

func (s *Studio) classOf(piece string) string {
	s.mu.RLock()
	defer s.mu.RUnlock()
	if p, ok := s.school.pieces[piece]; ok {
		return s.school.assignments[p.Assignment].Class
	}
	return ""
}

// keepStray lays an event before the teacher; sent again it is the same.
func (s *Studio) keepStray(ctx context.Context, by Actor, e Logged, reason string) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		if _, known := s.school.strays[e.ID]; known {
			return nil, nil, nil
		}
		now := s.clock.Now()
		stray := store.Stray{Event: e.Event, At: now, Happened: now.Add(-max(e.Age, 0)), Station: by.Name, Reason: reason}
		return func(tx *store.Tx) error { return tx.PutStray(stray) }, func() { s.school.strays[e.ID] = stray }, nil
	})
}

// Stray is a late event that the teacher decides on, with the piece it is of.
type Stray struct {
	store.Stray
	Who, Surface string // the piece and the surface by name; "" where there is none
}

// Strays lists what waits for the teacher's decision, the oldest first.
func (s *Studio) Strays() []Stray {
	s.mu.RLock()
	defer s.mu.RUnlock()
	var list []Stray
	for _, id := range slices.Sorted(maps.Keys(s.school.strays)) {
		stray := s.school.strays[id]
		if !stray.SettledAt.IsZero() {
			continue
		}
		v := Stray{Stray: stray}
		if p, ok := s.school.pieces[stray.Event.Piece]; ok {
			surface, _ := p.body.Surface(stray.Event.Surface)
			v.Who, v.Surface = s.school.who(p), surface.Name
		}
		list = append(list, v)
	}
	slices.SortStableFunc(list, func(a, b Stray) int { return cmp.Compare(a.At.UnixNano(), b.At.UnixNano()) })
	return list
}

// SettleStray keeps a late event as what happened then, or lets it go.
func (s *Studio) SettleStray(ctx context.Context, by Actor, id string, keep bool) error {
	s.mu.RLock()
	stray, ok := s.school.strays[id]
	s.mu.RUnlock()
	if !ok || !stray.SettledAt.IsZero() {
		return missing("tap")
	}
	if keep {
		e := stray.Event
		e.Done = stray.Happened
		if _, _, err := s.Log(ctx, Actor{Role: by.Role, Name: stray.Station}, Now(e)); err != nil {
			return err
		}
	}
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		stray.SettledAt = s.clock.Now()
		return func(tx *store.Tx) error { return tx.PutStray(stray) }, func() { s.school.strays[id] = stray }, nil
	})
}
