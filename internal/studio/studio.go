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
	"enkaustos/core/stock"
	"enkaustos/core/work"
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
	spreads stock.Spreads
	learned map[string]stock.Learned // by glaze.Glaze.Code
	name    string
	damp    map[string]bool // days on which things dry more slowly
	hand    byHand          // what the teacher set beside the bells

	live    live // who is told of changes
	queue   queue
	pairing pairing

	pacing sync.Mutex           // guards paces
	paces  map[string]work.Pace // by day

	taking sync.Mutex                    // guards takes
	takes  map[string]map[string]float64 // mL of each glaze that a class still takes; nil once anything changed
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
	damp, err := s.readDamp(ctx)
	if err != nil {
		return err
	}
	hand, err := s.readHand(ctx)
	if err != nil {
		return err
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	s.hand = hand
	s.school, s.house, s.name, s.damp = newSchool(records), house, name, damp
	s.newShelf()
	s.learn()
	s.forgetTakes()
	s.forgetPace()
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
func (s *Studio) newShelf() {
	jars := make([]glaze.Glaze, 0, len(s.school.glazes))
	for _, g := range s.school.glazes {
		jars = append(jars, g)
	}
	s.shelf = plan.NewShelf(s.house, jars, s.school.tileList())
	for _, a := range s.school.assignments {
		s.ruled(a)
	}
}

// ruled puts an assignment under the rules it is to be checked by; mu is held.
func (s *Studio) ruled(a *assignment) {
	a.house = s.houseOf(s.house, a)
	a.shelf = s.shelf.Under(a.house)
}

// houseOf is a school's house with the rules of an assignment's class and its
// own over it.
func (s *Studio) houseOf(house rules.House, a *assignment) rules.House {
	house, _ = house.With(s.school.classes[a.Class].Rules)
	house, _ = house.With(a.Rules)
	return house
}

// change runs one use case that writes: look decides, under the lock, what to
// write and what to remember once it is on the disk. Every screen is told that
// something changed.
func (s *Studio) change(ctx context.Context, look func() (write func(*store.Tx) error, remember func(), err error)) error {
	return s.changeSome(ctx, func() []string { return nil }, look)
}

// changeSome is change for a use case that changes some pieces and nothing
// else: pieces names them once it is done.
func (s *Studio) changeSome(ctx context.Context, pieces func() []string, look func() (write func(*store.Tx) error, remember func(), err error)) error {
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
	remember()
	s.forgetTakes()
	s.mu.Unlock()
	s.live.tell(pieces())
	return nil
}

// only names one piece, for changeSome.
func only(id string) func() []string { return func() []string { return []string{id} } }

// Together makes one transaction of several use cases, all or nothing.
func (s *Studio) Together(ctx context.Context, do func(context.Context) error) error {
	err := s.store.Together(ctx, do)
	s.forgetPace() // days may have been gone back to
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
