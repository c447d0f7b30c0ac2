package store

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"enkaustos/core/work"
)

// Reword puts a text in the place of whatever words stand in the events of some kinds, the
// notes on plans and the wishes of some pieces. Whoever has the school in memory has to read
// it again.
func (t *Tx) Reword(pieces []string, kinds []work.Kind, text string) error {
	of, err := json.Marshal(pieces)
	if err != nil {
		return err
	}
	among, err := json.Marshal(kinds)
	if err != nil {
		return err
	}
	for _, change := range []string{
		`UPDATE event SET body = json_set(body, '$.text', ?2) WHERE piece IN (SELECT value FROM json_each(?1)) AND kind IN (SELECT value FROM json_each(?3)) AND body ->> 'text' <> ''`,
		`UPDATE approval SET body = json_set(body, '$.note', ?2) WHERE piece IN (SELECT value FROM json_each(?1)) AND body ->> 'note' <> '' AND ?3 <> ''`,
		`UPDATE wish SET body = json_set(body, '$.text', ?2) WHERE piece IN (SELECT value FROM json_each(?1)) AND body ->> 'text' <> '' AND ?3 <> ''`,
	} {
		if _, err := t.raw.ExecContext(t.ctx, change, string(of), text, string(among)); err != nil {
			return fmt.Errorf("taking words out: %w", err)
		}
	}
	_, err = t.raw.ExecContext(t.ctx, "UPDATE event SET sum = event_sum(seq, id, piece, kind, at, done, by, body) WHERE piece IN (SELECT value FROM json_each(?))", string(of))
	if err != nil {
		return fmt.Errorf("taking words out: %w", err)
	}
	return t.ForgetFolded()
}

// Shred leaves no trace in the file of what was deleted or replaced: it is written anew.
func (a Archive) Shred(ctx context.Context) error {
	_, err := a.from.ExecContext(ctx, "VACUUM")
	_, again := a.from.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return errors.Join(err, again)
}

// Scrub leaves no trace of what was deleted in the log beside the file: what was deleted from the
// file itself was overwritten there (secure_delete).
// Whoever reads meanwhile holds it up; it waits for them, and says so where they do not end.
func (a Archive) Scrub(ctx context.Context) error {
	for range scrubs {
		var busy, pages, done int
		if err := a.from.QueryRowContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)").Scan(&busy, &pages, &done); err != nil {
			return err
		}
		if busy == 0 {
			return nil
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(100 * time.Millisecond):
		}
	}
	return ErrHeld
}

// scrubs is how often the log is tried to be emptied, a tenth of a second apart.
const scrubs = 50

// ErrHeld is returned where somebody reads the school without end.
var ErrHeld = errors.New("it is deleted, but the school's log still holds it, for somebody reads it: delete another photograph, or start the server anew, and it is gone")

// Checkpoint takes what the log holds into the database file, so that whoever copies that
// file alone has it. It waits for nobody: where somebody reads, it takes what it can.
func (a Archive) Checkpoint(ctx context.Context) error {
	_, err := a.from.ExecContext(ctx, "PRAGMA wal_checkpoint(PASSIVE)")
	return err
}
