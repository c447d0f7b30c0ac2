// Package studio holds the use cases: it reads records, asks core, appends
// events and keeps every live piece folded in memory.
package studio

import (
	"context"
	"sync"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/internal/store"
)

// Clock tells the time. Everything that depends on time asks it, so that a
// demo can be started at any moment and moved on.
type Clock interface{ Now() time.Time }

// Studio is one school at work. Its methods may be called from many
// goroutines; writes happen one after the other.
type Studio struct {
	store *store.Store
	clock Clock

	decoding chan struct{} // one place: photographs are decoded one at a time

	writing sync.Mutex   // held from looking to writing to remembering
	mu      sync.RWMutex // guards what follows
	school  *school
	house   rules.House
	shelf   *plan.Shelf // rebuilt whenever jars, tiles or rules change
	name    string
}

// Open reads the whole school into memory.
func Open(ctx context.Context, s *store.Store, clock Clock) (*Studio, error) {
	studio := &Studio{store: s, clock: clock, decoding: make(chan struct{}, 1)}
	return studio, studio.Reload(ctx)
}

// Reload rebuilds the memory from the disk.
func (s *Studio) Reload(ctx context.Context) error {
	records, err := s.store.Records(ctx)
	if err != nil {
		return err
	}
	house, err := s.readHouse(ctx)
	if err != nil {
		return err
	}
	name, err := s.store.Setting(ctx, schoolKey)
	if err != nil {
		return err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	s.school, s.house, s.name = newSchool(records), house, name
	s.newShelf()
	return nil
}

// Now is the studio's time.
func (s *Studio) Now() time.Time { return s.clock.Now() }

// School is the name of the school.
func (s *Studio) School() string {
	s.mu.RLock()
	defer s.mu.RUnlock()
	return s.name
}

// newShelf rebuilds what plans are checked against; mu is held.
func (s *Studio) newShelf() { s.shelf = s.shelfFor(s.house) }

// shelfFor is what plans are checked against under some rules; mu is held.
func (s *Studio) shelfFor(house rules.House) *plan.Shelf {
	jars := make([]glaze.Glaze, 0, len(s.school.glazes))
	for _, g := range s.school.glazes {
		jars = append(jars, g)
	}
	return plan.NewShelf(house, jars, s.school.tileList())
}

// change runs one use case that writes: look decides, under the lock, what to
// write and what to remember once it is on the disk.
func (s *Studio) change(ctx context.Context, look func() (write func(*store.Tx) error, remember func(), err error)) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	s.mu.RLock()
	write, remember, err := look()
	s.mu.RUnlock()
	if err != nil || write == nil {
		return err
	}
	if err := s.store.Write(ctx, write); err != nil {
		return err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	remember()
	return nil
}

// Together makes one transaction of several use cases, all or nothing.
func (s *Studio) Together(ctx context.Context, do func(context.Context) error) error {
	err := s.store.Together(ctx, do)
	if err != nil {
		if again := s.Reload(ctx); again != nil {
			return again
		}
	}
	return err
}

// Backup copies the database while it is in use.
func (s *Studio) Backup(ctx context.Context) (store.Backup, error) {
	return s.store.Backup(ctx, s.clock.Now())
}

// Backups lists the copies, the newest first.
func (s *Studio) Backups() ([]store.Backup, error) { return s.store.Backups() }
