package store

import (
	"context"
	"time"

	"enkaustos/core/work"
)

// Correction says that the machine's clock was wrong when some events were written: what of
// the first Seq events is dated after At counts as of At.
type Correction struct {
	Seq int64     `json:"seq"`
	At  time.Time `json:"at"`
}

// Correct has every event from now on read by what is known of the clock.
func (s *Store) Correct(known []Correction) { s.corrections.Store(&known) }

func (s *Store) corrected(e *work.Event) {
	known := s.corrections.Load()
	if known == nil {
		return
	}
	for _, c := range *known {
		if e.Seq > c.Seq {
			continue
		}
		if e.At.After(c.At) {
			e.At = c.At
		}
		if e.Done.After(c.At) {
			e.Done = c.At
		}
	}
}

// DatedAfter counts the events after one in the server's order that are dated later than a
// moment, and says what the latest is dated.
func (s *Store) DatedAfter(ctx context.Context, seq int64, at time.Time) (many int, latest time.Time, err error) {
	var ms int64
	err = s.reader.QueryRowContext(ctx, "SELECT COUNT(*), COALESCE(MAX(at), 0) FROM event WHERE seq > ? AND at > ?", seq, at.UnixMilli()).Scan(&many, &ms)
	return many, moment(ms), err
}

// ForgetFolded throws away what the log was folded into.
func (t *Tx) ForgetFolded() error {
	_, err := t.raw.ExecContext(t.ctx, "DELETE FROM folded")
	return err
}
