package school

import (
	"context"
	"time"

	"enkaustos/internal/store"
)

// Copies are the copies of a school, on its own machine and outside it.
type Copies struct {
	store *store.Store
	clock Clock
}

// KeptCopies is how many copies stay beside a school: the oldest goes when one more is made.
const KeptCopies = 30

// Holding is a copy that holds what was there at some moment, and when it goes: zero where nobody
// knows.
type Holding struct {
	Backup
	Goes time.Time
}

// Holding lists the copies made since a moment, the newest first, where one is made every so often.
func (c Copies) Holding(since time.Time, every time.Duration) (list []Holding, err error) {
	all, err := c.List()
	for i, b := range all {
		if b.At.Before(since.Truncate(time.Second)) {
			break
		}
		h := Holding{Backup: b}
		if every > 0 {
			h.Goes = c.clock.Now().Add(time.Duration(KeptCopies-i) * every)
		}
		list = append(list, h)
	}
	return list, err
}

// Copies are the copies of the school.
func (s *School) Copies() Copies { return Copies{s.store, s.clock} }

// Backup is one copy of the database.
type Backup = store.Backup

// Make copies the database while it is in use.
func (s Copies) Make(ctx context.Context) (Backup, error) {
	made, err := s.store.Archive().Make(ctx, s.clock.Now())
	return made, ToldByDisk(err)
}

// List lists the copies, the newest first.
func (s Copies) List() ([]Backup, error) { return s.store.Archive().List() }

// Replaced are the names of what restores took away, the newest first.
func (s Copies) Replaced() []string { return s.store.Archive().Replaced() }

// Mentions are the texts of the school in which a student may be meant.
func (s Copies) Mentions(ctx context.Context, e Erasing) ([]Mention, error) {
	return s.store.Archive().Mentions(ctx, e)
}

// Due says when the next copy is due, at one every so often.
func (s Copies) Due(every time.Duration) time.Duration {
	list, err := s.List()
	if err != nil {
		return 0
	}
	now := s.clock.Now()
	return store.Due(list, every, now).Sub(now)
}

// Prune removes all but the newest copies.
func (s Copies) Prune(keep int) error { return s.store.Archive().Prune(keep, s.clock.Now()) }

// Out copies a backup into a folder outside the machine, reads it back, and removes from
// there what its schedule does not keep.
func (s Copies) Out(ctx context.Context, b Backup, dir string) error {
	outside := store.Outside(dir)
	if err := outside.Take(ctx, s.store.Archive().Path(b)); err != nil {
		return err
	}
	return outside.Thin(s.clock.Now())
}

// CopiesIn lists the copies in a folder outside the machine, the newest first.
func CopiesIn(dir string) ([]Backup, error) { return store.Outside(dir).List() }

// Checkpoint has the database file hold all that was written, so that a copy of that file
// alone is the school.
func (s Copies) Checkpoint(ctx context.Context) error { return s.store.Archive().Checkpoint(ctx) }

// Restore puts a copy in the place of the database in dir, if a school can be read of it,
// and keeps what was there. The errors are sentences for the teacher.
func Restore(ctx context.Context, dir, from string) (kept string, err error) {
	return store.Restore(ctx, dir, from, time.Now(), readAll)
}
