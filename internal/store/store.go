// Package store keeps a school in one SQLite file: its layout, records and events
// in and out, transactions, copies. It knows no record by its fields: a table has
// a row a record, its body tagged JSON.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"sync"
	"sync/atomic"
	"time"

	"github.com/gofrs/flock"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver, in pure Go
)

//go:embed migrations/*.sql
var migrations embed.FS

const (
	fileName   = "enkaustos.db"
	lockName   = "enkaustos.lock"
	backupsDir = "backups"
	// applicationID marks the file as ours in SQLite's header: "Enka".
	applicationID = 0x456e6b61
)

// Store is one open data folder. Only one Store may have a folder open at a
// time, over all processes.
type Store struct {
	// Restored says by which copy the database came to be; 0 where it is no copy's.
	Restored int64

	dir    string
	lock   *flock.Flock
	reader *sql.DB
	writer *sql.DB // one connection: writers queue here, not in SQLite
	write  sync.Mutex
	check  chan error // of every page of the file, while it is read; nil where that is done

	corrections atomic.Pointer[[]Correction] // of a clock that was wrong
}

// Open opens or makes the database in dir, after a backup where its layout has
// to change. now stamps that backup. The errors are sentences for the teacher.
func Open(ctx context.Context, dir string, now time.Time) (*Store, error) {
	return open(ctx, dir, now, false)
}

func open(ctx context.Context, dir string, now time.Time, beside bool) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("%s: %w", dir, cmpErr(ErrReadOnly, Cause(err)))
	}
	lock := flock.New(filepath.Join(dir, lockName))
	locked, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("%s: %w", dir, cmpErr(ErrReadOnly, Cause(err)))
	}
	if !locked {
		return nil, ErrInUse
	}
	s := &Store{dir: dir, lock: lock}
	sweepTrials(dir)
	if err := s.open(ctx, now, beside); err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// OpenBeside is Open for somebody who reads the whole school at once: read runs
// while every page of the file is checked, and what it found counts only if the file
// is whole.
func OpenBeside(ctx context.Context, dir string, now time.Time, read func(*Store) error) (*Store, error) {
	s, err := open(ctx, dir, now, true)
	if err != nil {
		return nil, err
	}
	err = read(s)
	if damaged := s.checked(); damaged != nil {
		err = damaged // it says why the reading failed, too
	}
	if err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

// open opens the file; beside leaves the check of its pages to whoever reads it now.
func (s *Store) open(ctx context.Context, now time.Time, beside bool) (err error) {
	path, fresh := s.path(), true
	if info, serr := os.Stat(path); serr == nil && info.Size() > 0 {
		fresh = false
		if beside, err = look(ctx, path, beside); err != nil {
			return err
		}
		// A restore that was stopped before the copy took its place left it here.
		if err := errors.Join(removeIfThere(path+restoring), removeIfThere(path+restoring+"-journal")); err != nil {
			return fmt.Errorf("%s: %w", s.dir, cmpErr(ErrReadOnly, Cause(err)))
		}
	} else if err := s.mayBegin(); err != nil {
		return err
	}
	if s.writer, err = sql.Open("sqlite", dsn(path, "immediate")); err != nil {
		return err
	}
	s.writer.SetMaxOpenConns(1)
	if err := s.migrate(ctx, fresh, now); err != nil {
		return err
	}
	if s.reader, err = sql.Open("sqlite", dsn(path, "deferred")); err != nil {
		return err
	}
	s.reader.SetMaxOpenConns(4)
	if err := s.writer.QueryRowContext(ctx, "PRAGMA user_version").Scan(&s.Restored); err != nil {
		return about(path, err)
	}
	if beside && !fresh { // now, for nobody may read while a copy's journal is made the server's
		s.check = make(chan error, 1)
		_, _, folded := s.Folded(ctx)
		go func() { s.check <- s.besideReading(context.WithoutCancel(ctx), folded) }()
	}
	return nil
}

// mayBegin refuses to begin a new school where one was: beside backups, beside a log that
// lost its database, beside a copy that was about to take its place.
func (s *Store) mayBegin() error {
	list, err := s.Archive().List()
	if err != nil {
		return err
	}
	restored := s.Archive().Replaced()
	found, log := "", fileThere(s.path()+"-wal")
	switch {
	case fileThere(s.path() + restoring):
		found = "a restore was stopped amid it"
	case len(list) > 0:
		found = fmt.Sprintf("%d backups lie beside it", len(list))
	case len(restored) > 0:
		found = "what a restore replaced lies beside it"
	case fileThere(filepath.Join(s.dir, "authority", "authority.pem")):
		found = "a school's own certificate (authority) lies beside it"
	case log:
		found = "its log (" + fileName + "-wal) lies beside it"
	default:
		if err := touch(s.path()); err != nil { // SQLite would let everybody read it
			return fmt.Errorf("%s: %w", s.dir, cmpErr(ErrReadOnly, Cause(err)))
		}
		return nil
	}
	way := "look for " + fileName + " where it may have been moved to"
	if len(list) > 0 {
		way = "put the newest back with 'enkaustos restore " + filepath.Join(s.dir, backupsDir, list[0].Name) + "'"
	}
	return fmt.Errorf("%s is missing or empty, and %s: %s, or choose an empty folder with --data for a new school", s.path(), found, way)
}

// Lies says in a sentence that no school lies in a folder; nil where one does.
func Lies(dir string) error {
	if _, err := os.Stat(filepath.Join(dir, fileName)); err == nil {
		return nil
	}
	return fmt.Errorf("no school lies in %s: name its folder with --data ('enkaustos serve' begins a new one)", dir)
}

// fileThere says whether there is a file with something in it.
func fileThere(path string) bool {
	info, err := os.Stat(path)
	return err == nil && info.Size() > 0
}

// look inspects the file: whole, or only its head where somebody checks the rest
// beside reading it and the layout is today's. checkLater says which.
func look(ctx context.Context, path string, beside bool) (checkLater bool, err error) {
	conn, current, err := identify(ctx, path)
	if err != nil {
		return false, err
	}
	if checkLater = current && beside; !checkLater {
		err = wholeCheck(ctx, conn, path)
	}
	return checkLater, errors.Join(err, conn.Close())
}

// dsn names the file with the pragmas that every pooled connection must have:
// a coat answered is a coat kept.
func dsn(path, lock string) string {
	q := url.Values{"_txlock": {lock}, "_pragma": {
		"busy_timeout(5000)", "journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(ON)", "secure_delete(ON)",
	}}
	return fileURL(path) + "?" + q.Encode()
}

// fileURL names a file as the driver takes it, whatever its path holds.
func fileURL(path string) string { return "file:" + (&url.URL{Path: path}).EscapedPath() }

// migrate brings the layout up to date, and keeps a copy of what was there.
func (s *Store) migrate(ctx context.Context, fresh bool, now time.Time) error {
	provider, err := newProvider(s.writer)
	if err != nil {
		return err
	}
	pending, err := provider.HasPending(ctx)
	if err != nil {
		return cmpErr(fmt.Errorf("reading the layout of the database: %w", err), Cause(err))
	}
	if !pending {
		return nil
	}
	if !fresh {
		if _, err := s.Archive().Make(ctx, now); err != nil {
			return fmt.Errorf("keeping a copy before the layout changes: %w", err)
		}
	}
	if _, err := provider.Up(ctx); err != nil {
		return cmpErr(fmt.Errorf("changing the layout of the database: %w", err), Cause(err))
	}
	_, err = s.writer.ExecContext(ctx, fmt.Sprintf("PRAGMA application_id = %d", applicationID))
	return err
}

func newProvider(conn *sql.DB) (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, conn, files)
}

func (s *Store) path() string { return filepath.Join(s.dir, fileName) }

// DB is the writing connection, for the sessions library.
func (s *Store) DB() *sql.DB { return s.writer }

// Close lets go of the folder. What was answered is already on the disk.
func (s *Store) Close() error {
	errs := []error{s.checked()}
	for _, conn := range []*sql.DB{s.reader, s.writer} {
		if conn != nil {
			errs = append(errs, conn.Close())
		}
	}
	return errors.Join(append(errs, s.lock.Unlock())...)
}

type txKey struct{}

// Write runs do in one transaction: all of it is on the disk when Write
// returns nil, none of it otherwise. Inside Together, writes join the larger
// transaction.
func (s *Store) Write(ctx context.Context, do func(*Tx) error) error {
	if tx, ok := ctx.Value(txKey{}).(*Tx); ok {
		return do(tx)
	}
	return s.Together(ctx, func(ctx context.Context) error {
		return do(ctx.Value(txKey{}).(*Tx))
	})
}

// Inside says whether a context is inside Together.
func Inside(ctx context.Context) bool {
	_, inside := ctx.Value(txKey{}).(*Tx)
	return inside
}

// Together makes one transaction of all writes under the context it hands on.
func (s *Store) Together(ctx context.Context, do func(context.Context) error) error {
	s.write.Lock()
	defer s.write.Unlock()
	raw, err := s.writer.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("beginning to write: %w", err)
	}
	defer func() { _ = raw.Rollback() }()
	if err := do(context.WithValue(ctx, txKey{}, &Tx{ctx, raw})); err != nil {
		return err
	}
	if err := raw.Commit(); err != nil {
		return fmt.Errorf("writing to the disk: %w", err)
	}
	return nil
}
