package store

import (
	"context"
	"database/sql"
	"errors"
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

// besideReading checks the file while all of it is read. Where nothing was folded before,
// every text in it is parsed by the reading: SQLite need not parse it as well.
func (s *Store) besideReading(ctx context.Context, folded bool) error {
	if folded {
		return quickCheck(ctx, s.reader, s.path())
	}
	conn, err := s.reader.Conn(ctx)
	if err != nil {
		return about(s.path(), err)
	}
	_, err = conn.ExecContext(ctx, "PRAGMA ignore_check_constraints = ON")
	if err == nil {
		err = quickCheck(ctx, conn, s.path())
	}
	_, again := conn.ExecContext(ctx, "PRAGMA ignore_check_constraints = OFF") // it goes back among the others
	return errors.Join(err, again, conn.Close())
}

// asked is what a question is put to: one connection, or whichever is free.
type asked interface {
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

// quickCheck reads every page of a database file and refuses a damaged one.
func quickCheck(ctx context.Context, conn asked, path string) error {
	var verdict string
	if err := conn.QueryRowContext(ctx, "PRAGMA quick_check(1)").Scan(&verdict); err != nil || verdict != "ok" {
		return about(path, err)
	}
	return datesCheck(ctx, conn, path)
}

// datesCheck refuses a file in whose log something is dated when nothing was ever written: every page
// may be sound, and a bit of a number turned. A file of a layout before is asked once it is migrated.
func datesCheck(ctx context.Context, conn asked, path string) error {
	var columns int
	err := conn.QueryRowContext(ctx, "SELECT COUNT(*) FROM pragma_table_info('event') WHERE name IN ('at', 'done')").Scan(&columns)
	switch {
	case err != nil:
		return about(path, err)
	case columns < 2:
		return nil
	}
	var undated bool
	err = conn.QueryRowContext(ctx, "SELECT EXISTS (SELECT 1 FROM event WHERE at NOT BETWEEN 0 AND ?1 OR done NOT BETWEEN 0 AND ?1)", lastMS).Scan(&undated)
	switch {
	case err != nil:
		return about(path, err)
	case undated:
		return fmt.Errorf("%s: something in its log has no date: %w", path, ErrDamaged)
	}
	return nil
}
