package store

import (
	"context"
	"database/sql"
	"fmt"
	"os"
	"time"
)

// program names the running program, so that no other one trusts what it folded.
func program() string {
	path, err := os.Executable()
	if err != nil {
		return ""
	}
	file, err := os.Stat(path)
	if err != nil {
		return ""
	}
	return fmt.Sprintf("%d bytes of %s", file.Size(), file.ModTime().UTC().Format(time.RFC3339Nano))
}

// Folded is what this very program folded the log into, up to an event of the log
// that is still there; ok is false where there is nothing to trust.
func (s *Store) Folded(ctx context.Context) (seq int64, states []byte, ok bool) {
	if program() == "" {
		return 0, nil, false
	}
	err := s.reader.QueryRowContext(ctx, "SELECT seq, states FROM folded WHERE program = ? AND seq <= (SELECT COALESCE(MAX(seq), 0) FROM event)", program()).Scan(&seq, &states)
	return seq, states, err == nil
}

// KeepFolded keeps what the log was folded into, up to an event, in the place of what
// was kept before.
func (s *Store) KeepFolded(ctx context.Context, seq int64, states []byte) error {
	if program() == "" {
		return nil
	}
	return s.Write(ctx, func(tx *Tx) error {
		_, err := tx.raw.ExecContext(ctx, "DELETE FROM folded")
		if err == nil {
			_, err = tx.raw.ExecContext(ctx, "INSERT INTO folded (seq, program, states) VALUES (?, ?, ?)", seq, program(), states)
		}
		return err
	})
}

// checked waits for the check of a file that began beside its reading.
func (s *Store) checked() error {
	if s.check == nil {
		return nil
	}
	err := <-s.check
	s.check = nil
	return err
}

// quickCheck reads every page of a database file and refuses a damaged one.
func quickCheck(ctx context.Context, conn *sql.DB, path string) error {
	var verdict string
	if err := conn.QueryRowContext(ctx, "PRAGMA quick_check(1)").Scan(&verdict); err != nil || verdict != "ok" {
		return about(path, err)
	}
	return nil
}
