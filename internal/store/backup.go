package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"io"
	"math"
	"math/big"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/gofrs/flock"
)

// Backup is one copy of the database.
type Backup struct {
	Name  string
	At    time.Time
	Bytes int64
}

const stampLayout = "20060102-150405"

// Backup copies the database while it is in use. The copy is complete in itself,
// and has its name only once it is whole: a server that is stopped in the middle
// leaves no half copy that somebody could trust.
func (s *Store) Backup(ctx context.Context, now time.Time) (Backup, error) {
	dir := filepath.Join(s.dir, backupsDir)
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return Backup{}, fmt.Errorf("cannot write to %s", dir)
	}
	name := "enkaustos-" + now.Format(stampLayout) + ".db"
	for n := 2; ; n++ {
		if _, err := os.Stat(filepath.Join(dir, name)); errors.Is(err, os.ErrNotExist) {
			break
		}
		name = fmt.Sprintf("enkaustos-%s-%d.db", now.Format(stampLayout), n)
	}
	path := filepath.Join(dir, name)
	left, _ := filepath.Glob(filepath.Join(dir, ".*.part")) // of an earlier stop
	for _, old := range left {
		_ = os.Remove(old)
	}
	unfinished := filepath.Join(dir, "."+name+".part")
	if _, err := s.writer.ExecContext(ctx, "VACUUM INTO ?", unfinished); err != nil {
		return Backup{}, fmt.Errorf("copying the database to %s: %w", path, err)
	}
	if err := disown(ctx, unfinished); err != nil {
		return Backup{}, fmt.Errorf("copying the database to %s: %w", path, err)
	}
	if err := os.Rename(unfinished, path); err != nil {
		return Backup{}, fmt.Errorf("copying the database to %s: %w", path, err)
	}
	info, err := os.Stat(path)
	if err != nil {
		return Backup{}, err
	}
	return Backup{name, now, info.Size()}, nil
}

// Backups lists the copies, the newest first.
func (s *Store) Backups() ([]Backup, error) {
	entries, err := os.ReadDir(filepath.Join(s.dir, backupsDir))
	if errors.Is(err, os.ErrNotExist) {
		return nil, nil
	}
	var list []Backup
	for _, e := range entries {
		stamp, ok := strings.CutPrefix(e.Name(), "enkaustos-")
		if !ok || len(stamp) < len(stampLayout) {
			continue
		}
		at, perr := time.ParseInLocation(stampLayout, stamp[:len(stampLayout)], time.Local)
		info, ierr := e.Info()
		if perr == nil && ierr == nil {
			list = append(list, Backup{e.Name(), at, info.Size()})
		}
	}
	slices.SortFunc(list, func(a, b Backup) int { return strings.Compare(b.Name, a.Name) })
	return list, err
}

// Prune removes all but the newest copies.
func (s *Store) Prune(keep int) error {
	list, err := s.Backups()
	for _, b := range list[min(keep, len(list)):] {
		err = errors.Join(err, os.Remove(filepath.Join(s.dir, backupsDir, b.Name)))
	}
	return err
}

// Restore replaces the database in dir by a copy. What was there is kept in the
// backups folder and its name returned. A damaged, newer or foreign file is
// refused and nothing is changed; so is a folder that a server has open.
func Restore(ctx context.Context, dir, from string, now time.Time) (kept string, err error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", fmt.Errorf("cannot write to %s: choose another folder with --data", dir)
	}
	lock := flock.New(filepath.Join(dir, lockName))
	if locked, err := lock.TryLock(); err != nil || !locked {
		return "", errors.Join(ErrInUse, err)
	}
	defer func() { err = errors.Join(err, lock.Unlock()) }()
	if err := inspect(ctx, from); err != nil {
		return "", err
	}
	path := filepath.Join(dir, fileName)
	fresh := path + ".restoring"
	if err := copyFile(from, fresh); err != nil {
		return "", err
	}
	if err := disown(ctx, fresh); err != nil {
		return "", err
	}
	if kept, err = keepOld(dir, path, now); err != nil {
		return "", err
	}
	return kept, os.Rename(fresh, path)
}

// disown takes the sessions out of a copy, and marks it: whoever was sent away before it
// was made cannot come back by it.
func disown(ctx context.Context, path string) (err error) {
	conn, err := sql.Open("sqlite", fileURL(path))
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, conn.Close()) }()
	mark, err := rand.Int(rand.Reader, big.NewInt(math.MaxInt32))
	if err != nil {
		return err
	}
	if _, err := conn.ExecContext(ctx, fmt.Sprintf("PRAGMA user_version = %d", mark)); err != nil {
		return err
	}
	_, err = conn.ExecContext(ctx, "DELETE FROM sessions")
	return err
}

// keepOld moves the present database into the backups folder, with the log
// that SQLite may have left beside it after a crash.
func keepOld(dir, path string, now time.Time) (string, error) {
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return "", nil
	}
	if err := os.MkdirAll(filepath.Join(dir, backupsDir), 0o700); err != nil {
		return "", err
	}
	kept := filepath.Join(dir, backupsDir, "replaced-"+now.Format(stampLayout)+".db")
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Rename(path+end, kept+end); err != nil && !errors.Is(err, os.ErrNotExist) {
			return "", err
		}
	}
	return kept, nil
}

// inspect refuses a file that is no SQLite database of ours, is damaged, or was
// written by a newer version.
func inspect(ctx context.Context, path string) error {
	conn, _, err := identify(ctx, path)
	if err != nil {
		return err
	}
	return errors.Join(quickCheck(ctx, conn, path), conn.Close())
}

// identify opens a file and refuses one that is not ours or was written by a newer
// version; current says whether its layout is today's. No pragmas here: looking at a
// file must not change it.
func identify(ctx context.Context, path string) (conn *sql.DB, current bool, err error) {
	if _, err := os.Stat(path); err != nil {
		return nil, false, fmt.Errorf("cannot read %s", path)
	}
	if conn, err = sql.Open("sqlite", fileURL(path)); err != nil {
		return nil, false, err
	}
	if current, err = layout(ctx, conn, path); err != nil {
		return nil, false, errors.Join(err, conn.Close())
	}
	return conn, current, nil
}

// layout says whether the layout of an open file is today's, and refuses a foreign
// file and one from a newer version.
func layout(ctx context.Context, conn *sql.DB, path string) (current bool, err error) {
	var id int
	if err := conn.QueryRowContext(ctx, "PRAGMA application_id").Scan(&id); err != nil {
		return false, fmt.Errorf("%s: %w", path, ErrDamaged)
	}
	if id != applicationID {
		if err := quickCheck(ctx, conn, path); err != nil {
			return false, err
		}
		return false, fmt.Errorf("%s: %w", path, ErrForeign)
	}
	provider, err := newProvider(conn)
	if err != nil {
		return false, err
	}
	sources := provider.ListSources()
	newest := sources[len(sources)-1].Version
	var version int64
	err = conn.QueryRowContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied").Scan(&version)
	if err != nil {
		return false, fmt.Errorf("%s: %w", path, ErrDamaged)
	}
	if version > newest {
		return false, ErrNewer
	}
	return version == newest, nil
}

func copyFile(from, to string) (err error) {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, in.Close()) }()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_TRUNC|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, out.Close()) }()
	if _, err := io.Copy(out, in); err != nil {
		return err
	}
	return out.Sync()
}
