package studio

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"fmt"
	"math/big"
	"strings"
	"sync"
	"time"

	"enkaustos/internal/store"
)

// pairing is the code by which tablets are paired to the room.
type pairing struct {
	mu    sync.Mutex
	code  string
	until time.Time
	wrong int
}

// How long a code holds, and how many wrong ones are borne before it is dropped.
const (
	codeHolds = 10 * time.Minute
	codeWrong = 20
)

// PairingCode makes a six-digit code with which tablets are paired to the room
// for ten minutes. An older code ends.
func (s *Studio) PairingCode() (code string, until time.Time, err error) {
	n, err := rand.Int(rand.Reader, big.NewInt(1_000_000))
	if err != nil {
		return "", time.Time{}, err
	}
	s.pairing.mu.Lock()
	defer s.pairing.mu.Unlock()
	s.pairing.code, s.pairing.until, s.pairing.wrong = fmt.Sprintf("%06d", n), s.clock.Now().Add(codeHolds), 0
	return s.pairing.code, s.pairing.until, nil
}

// holds says whether a code pairs, now.
func (p *pairing) holds(code string, now time.Time) bool {
	p.mu.Lock()
	defer p.mu.Unlock()
	if p.code == "" || !now.Before(p.until) {
		return false
	}
	if subtle.ConstantTimeCompare([]byte(code), []byte(p.code)) == 1 {
		return true
	}
	if p.wrong++; p.wrong >= codeWrong {
		p.code = ""
	}
	return false
}

// Pair takes a tablet into the room by the code that the teacher shows.
func (s *Studio) Pair(ctx context.Context, code, name string) (store.Station, error) {
	code = strings.ReplaceAll(strings.TrimSpace(code), " ", "")
	if !s.pairing.holds(code, s.clock.Now()) {
		return store.Station{}, refuse("That code does not pair a tablet now: ask the teacher for a new one.")
	}
	var made store.Station
	return made, s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		name = strings.TrimSpace(name)
		if name == "" {
			name = fmt.Sprintf("Tablet %d", len(s.school.stations)+1)
		}
		for _, st := range s.school.stations {
			if st.EndedAt.IsZero() && st.Name == name {
				return nil, nil, refuse("A tablet is called %q already: give this one another name.", name)
			}
		}
		made = store.Station{ID: store.NewID(), Name: name, PairedAt: s.clock.Now()}
		return func(tx *store.Tx) error { return tx.PutStation(made) }, func() { s.school.stations[made.ID] = made }, nil
	})
}

// EndStation takes a tablet out of the room again.
func (s *Studio) EndStation(ctx context.Context, id string) error {
	return s.change(ctx, func() (func(*store.Tx) error, func(), error) {
		st, ok := s.school.stations[id]
		if !ok || !st.EndedAt.IsZero() {
			return nil, nil, missing("tablet")
		}
		st.EndedAt = s.clock.Now()
		return func(tx *store.Tx) error { return tx.PutStation(st) }, func() { s.school.stations[id] = st }, nil
	})
}

// AtStation is a tablet as an actor: it serves the class that is in the room
// now. ok is false where it was never paired or was taken out.
func (s *Studio) AtStation(id string) (a Actor, locked, ok bool) {
	s.mu.RLock()
	defer s.mu.RUnlock()
	st, known := s.school.stations[id]
	if !known || !st.EndedAt.IsZero() {
		return Actor{}, false, false
	}
	class, _, _ := s.serving(s.clock.Now().Local())
	return Actor{Role: Station, Name: st.Name, Class: class}, s.hand.Locked, true
}
