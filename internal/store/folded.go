package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"hash/crc32"
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
	var sum int64
	err := s.reader.QueryRowContext(ctx, "SELECT seq, states, sum FROM folded WHERE program = ? AND seq <= (SELECT COALESCE(MAX(seq), 0) FROM event)", program()).Scan(&seq, &states, &sum)
	return seq, states, err == nil && sum == int64(crc32.Checksum(states, castagnoli))
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
			_, err = tx.raw.ExecContext(ctx, "INSERT INTO folded (seq, program, states, sum) VALUES (?, ?, ?, ?)", seq, program(), states, int64(crc32.Checksum(states, castagnoli)))
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
// every text in it is parsed, and every event held against its sum, by the reading: neither
// need be done here as well.
func (s *Store) besideReading(ctx context.Context, folded bool) error {
	if folded {
		return wholeCheck(ctx, s.reader, s.path())
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
	return nil
}

// wholeCheck reads every page of a database file, and its whole log.
func wholeCheck(ctx context.Context, conn *sql.DB, path string) error {
	if err := quickCheck(ctx, conn, path); err != nil {
		return err
	}
	return logCheck(ctx, conn, path)
}
