// Package school is the kernel: one school in memory, the order of its writes, and
// who is told of them. It holds no rule of the trade. Rooms (wall, desk, bench, …)
// look at a Moment and make a Change; a change is on the disk before it is in the
// memory.
package school

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"runtime/debug"
	"sync"
	"sync/atomic"
	"time"

	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Clock tells the time. Everything that depends on time asks it, so that a
// demo can be started at any moment and moved on.
type Clock interface{ Now() time.Time }

// School is one school at work. Its methods may be called from many goroutines;
// writes happen one after the other, and nobody who reads waits for them.
type School struct {
	store *store.Store
	clock Clock

	writing sync.Mutex // held from looking to writing to remembering
	now     atomic.Pointer[Snapshot]
	queue   queue
	live    live
	folded  int64 // up to which event the start had no need to fold
	dated   dated
}

// Moment is a school as it is now: everything it knows, and the time. It never
// changes, so a long search may go on with it while others write.
type Moment struct {
	*Snapshot
	At time.Time // UTC, in whole milliseconds, as it is kept
}

// Open opens the data folder and reads the whole school into memory. The errors are
// sentences for the teacher.
func Open(ctx context.Context, dir string, clock Clock) (*School, error) {
	defer hurry()()
	s := &School{clock: clock}
	disk, err := store.OpenBeside(ctx, dir, time.Now(), func(disk *store.Store) (err error) {
		defer broken(&err)
		snap, folded, err := read(ctx, disk, true)
		s.now.Store(snap)
		s.folded = folded
		return unreadable(err)
	})
	if err != nil {
		return nil, err
	}
	s.store = disk
	return s, nil
}

// Lies says in a sentence that no school lies in a folder; nil where one does.
func Lies(dir string) error { return store.Lies(dir) }

// startMemory is how much a start may use before it begins to clear up: what is read of a
// big school is mostly thrown away at once.
const startMemory = 96 << 20

// hurry clears up less often while a school is read; the way back is returned.
func hurry() (back func()) {
	percent, limit := debug.SetGCPercent(-1), debug.SetMemoryLimit(startMemory)
	return func() {
		debug.SetGCPercent(percent)
		debug.SetMemoryLimit(limit)
	}
}

// Close lets go of the folder. What was answered is already on the disk; what the logs
// were folded into is kept, so that the next start is quick.
func (s *School) Close() error {
	now := s.now.Load()
	if now.Seq > s.folded+worthKeeping {
		if err := keepFolded(context.Background(), s.store, now); err != nil {
			return errors.Join(err, s.store.Close())
		}
	}
	return s.store.Close()
}

// worthKeeping is how many events a start may have to fold again.
const worthKeeping = 100

// Reload reads the memory from the disk again, from every event of every log.
func (s *School) Reload(ctx context.Context) error {
	snap, _, err := read(ctx, s.store, false)
	if err == nil {
		s.now.Store(snap)
	}
	return err
}

// Now is the school at this moment.
func (s *School) Now() Moment {
	return Moment{s.now.Load(), s.clock.Now().UTC().Truncate(time.Millisecond)}
}

// Change makes one use case that writes: do looks at the moment and says what is
// to be written. Where it returns an error nothing is. When Change returns nil,
// everything is on the disk and in the memory, and every screen is told. Changes
// that wait at the same time share a transaction; what is refused of one keeps no
// other back. do may be run again, and then begins anew.
func (s *School) Change(ctx context.Context, do func(m Moment, c *Change) error) error {
	r := &request{do: do}
	if store.Inside(ctx) { // part of a larger transaction: it cannot wait for others
		s.write(ctx, []*request{r})
		return r.err
	}
	s.queue.run(r, func(waiting []*request) {
		s.writing.Lock()
		defer s.writing.Unlock()
		// The batch is nobody's own request: it goes on whoever leaves.
		s.write(context.Background(), waiting)
	})
	return r.err
}

// request is a change that waits, and what became of it.
type request struct {
	do     func(Moment, *Change) error
	change *Change
	err    error
	done   chan struct{}
}

// write makes changes in one transaction; writing is held. A change that the disk
// refuses is tried alone, so that it keeps no other back.
func (s *School) write(ctx context.Context, batch []*request) {
	m := s.Now()
	var kept []*request
	pending := pendingLog{ctx: ctx, store: s.store}
	for _, r := range batch {
		r.change = &Change{log: &pending}
		next, err := ahead(m, r, &pending)
		if r.err = err; err != nil || next == m.Snapshot {
			continue
		}
		m.Snapshot = next
		kept = append(kept, r)
	}
	if len(kept) == 0 {
		return
	}
	err := s.store.Write(ctx, func(tx *store.Tx) error {
		for _, r := range kept {
			if err := r.change.write(tx); err != nil {
				return err
			}
		}
		return nil
	})
	switch {
	case err == nil:
		s.now.Store(m.Snapshot)
		for _, r := range kept {
			s.live.tell(r.change.told())
		}
	case len(kept) == 1:
		kept[0].err = ToldByDisk(err)
	default:
		for _, r := range kept {
			s.write(ctx, []*request{r})
		}
	}
}

// ahead is the school with one more change; the same where there is none.
func ahead(m Moment, r *request, pending *pendingLog) (next *Snapshot, err error) {
	defer guard(&err)
	if err := r.do(m, r.change); err != nil {
		return nil, err
	}
	if r.change.empty() {
		return m.Snapshot, nil
	}
	next, err = m.with(r.change)
	if err == nil {
		pending.events = append(pending.events, r.change.events...)
	}
	return next, err
}

// Together makes one transaction of several changes, all or nothing.
func (s *School) Together(ctx context.Context, do func(context.Context) error) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	before := s.now.Load()
	err := s.store.Together(ctx, do)
	if err != nil {
		s.now.Store(before)
		return err
	}
	after := *s.now.Load()
	after.memo, after.budgets, after.came = newMemo(), &budgets{}, &came{} // days may have been gone back to
	s.now.Store(&after)
	return nil
}

// Log is what happened to a piece, in the server's order.
func (s *School) Log(ctx context.Context, piece string) ([]work.Event, error) {
	return s.store.EventsOf(ctx, piece)
}

// Erasing is what of a student is taken out of a school, and Mention a text in which they may be meant.
type (
	Erasing = store.Erasing
	Mention = store.Mention
)

// Erase puts a text in the place of the words of and about somebody, on the disk and in the memory.
// Everybody else waits: the file is written anew.
func (s *School) Erase(ctx context.Context, e Erasing) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	err := s.store.Write(ctx, func(tx *store.Tx) error { return tx.Erase(e) })
	if err == nil {
		err = s.store.Archive().Shred(ctx)
	}
	if err != nil {
		return ToldByDisk(err)
	}
	return unreadable(s.Reload(ctx))
}

// Scrub leaves no trace on the disk of what was deleted.
func (s *School) Scrub(ctx context.Context) error {
	s.writing.Lock()
	defer s.writing.Unlock()
	return ToldByDisk(s.store.Archive().Scrub(ctx))
}

// Picture is a picture as JPEG; nil where there is none.
func (s *School) Picture(ctx context.Context, key string) ([]byte, error) {
	return s.store.Picture(ctx, key)
}

// Sessions is where the sessions library keeps who is logged in.
func (s *School) Sessions() *sql.DB { return s.store.DB() }

// readAll reads a school as a start does. What the file holds cannot end the program: a
// panic of a reader is a damaged file.
func readAll(disk *store.Store) (err error) {
	defer broken(&err)
	_, _, err = read(context.Background(), disk, false)
	return unreadable(err)
}

// unreadable says what it means that something in the file cannot be read: it is damaged,
// and here is where.
func unreadable(err error) error {
	if err == nil || errors.Is(err, context.Canceled) || store.Cause(err) != nil {
		return err
	}
	return fmt.Errorf("%w (%w)", store.ErrDamaged, err)
}

// broken turns a panic at what a file holds into a sentence.
func broken(err *error) {
	if fault := recover(); fault != nil {
		*err = fmt.Errorf("%w (%v)", store.ErrDamaged, fault)
	}
}

// NewID makes an id for a record: 26 random letters and digits.
func NewID() string { return store.NewID() }
