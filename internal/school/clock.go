package school

import (
	"context"
	"slices"
	"sync"
	"time"

	"enkaustos/internal/store"
)

// clockFaults is what is known of times when the machine's clock was wrong.
type clockFaults struct {
	Known []store.Correction `json:"known,omitempty"`
}

var clocks = One[clockFaults]("clock")

// slack is how far an entry may be dated after now before anybody is asked: clocks are set
// by a few minutes every day.
const slack = 10 * time.Minute

// Ahead are the entries that are dated after now: the machine's clock was wrong when they
// were made, or it is wrong now.
type Ahead struct {
	Many   int
	Latest time.Time
}

// dated remembers up to which event the log was looked through for its latest date.
type dated struct {
	mu     sync.Mutex
	seq    int64
	latest time.Time
}

// Ahead says which entries are dated after now. What was looked through once is not again,
// while no entry is.
func (s *School) Ahead(ctx context.Context) (a Ahead, err error) {
	m := s.Now()
	var settled int64
	for _, c := range clocks.The(m.Snapshot).Known {
		settled = max(settled, c.Seq)
	}
	s.dated.mu.Lock()
	defer s.dated.mu.Unlock()
	if s.dated.seq < settled {
		s.dated.seq, s.dated.latest = settled, time.Time{}
	}
	_, latest, err := s.store.DatedAfter(ctx, s.dated.seq, time.Time{})
	if err != nil {
		return a, err
	}
	if latest.After(s.dated.latest) {
		s.dated.latest = latest
	}
	s.dated.seq = max(s.dated.seq, m.Seq)
	if s.dated.latest.After(m.At.Add(slack)) {
		a.Many, a.Latest, err = s.store.DatedAfter(ctx, settled, m.At.Add(slack))
	}
	return a, err
}

// ClockWasWrong takes over what a teacher says of the entries that are dated after now: they
// count from now on. A coat then dries from now, whatever it had dried before: nothing is
// called dry too early, provided that the clock is right now.
func (s *School) ClockWasWrong(ctx context.Context) error {
	if ahead, err := s.Ahead(ctx); err != nil || ahead.Many == 0 {
		return err
	}
	err := s.Change(ctx, func(m Moment, c *Change) error {
		known := append(slices.Clone(clocks.The(m.Snapshot).Known), store.Correction{Seq: m.Seq, At: m.At})
		clocks.Put(c, clockFaults{known})
		for _, l := range Loads.All(m.Snapshot) {
			if l.FiredAt.After(m.At) || l.UnloadedAt.After(m.At) {
				l.FiredAt, l.UnloadedAt = earlier(l.FiredAt, m.At), earlier(l.UnloadedAt, m.At)
				Loads.Put(c, l)
			}
		}
		c.forgetFolded = true
		return nil
	})
	if err != nil {
		return err
	}
	s.writing.Lock()
	defer s.writing.Unlock()
	if err := s.Reload(ctx); err != nil {
		return unreadable(err)
	}
	s.live.tell(Told{Kinds: []string{clocks.name()}})
	return nil
}

func earlier(a, b time.Time) time.Time {
	if a.After(b) {
		return b
	}
	return a
}
