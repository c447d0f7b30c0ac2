package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"math"
	"math/big"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"time"
)

// Backup is one copy of the database.
type Backup struct {
	Name  string
	At    time.Time
	Bytes int64
}

// Archive is the copies of a database in its folder.
type Archive struct {
	dir  string
	from *sql.DB
}

const (
	stampLayout = "20060102-150405"
	copyPrefix  = "enkaustos-"
)

// Archive is where the copies of the school lie.
func (s *Store) Archive() Archive { return Archive{filepath.Join(s.dir, backupsDir), s.writer} }

// Path is where a copy lies.
func (a Archive) Path(b Backup) string { return filepath.Join(a.dir, b.Name) }

// Make copies the database while it is in use. The copy is complete in itself, and has its
// name only once it is whole and was read back: a server that is stopped in the middle
// leaves no half copy that somebody could trust.
func (a Archive) Make(ctx context.Context, now time.Time) (Backup, error) {
	if err := os.MkdirAll(a.dir, 0o700); err != nil {
		return Backup{}, fmt.Errorf("%s: %w", a.dir, cmpErr(ErrReadOnly, Cause(err)))
	}
	a.sweep()
	path, err := a.reserve(now)
	if err != nil {
		return Backup{}, failedCopy(a.dir, err)
	}
	unfinished := path + partEnding
	err = a.write(ctx, unfinished)
	if err == nil {
		err = os.Rename(unfinished, path)
	}
	if err == nil {
		err = syncDir(a.dir)
	}
	if err != nil {
		return Backup{}, errors.Join(failedCopy(path, err), removeIfThere(unfinished))
	}
	info, err := os.Stat(path)
	if err != nil {
		return Backup{}, err
	}
	return Backup{filepath.Base(path), now, info.Size()}, nil
}

func failedCopy(path string, err error) error {
	if cause := Cause(err); cause != nil {
		return fmt.Errorf("copying the database to %s: %w", path, cause)
	}
	return fmt.Errorf("copying the database to %s: %w", path, err)
}

// partEnding is what the name of a file ends with that is being written.
const partEnding = ".part"

// naming is held while a copy takes its name: only one process has the folder open.
var naming sync.Mutex

// reserve takes a name that no other copy has, however many are made in one second: the
// unfinished file holds it.
func (a Archive) reserve(now time.Time) (string, error) {
	naming.Lock()
	defer naming.Unlock()
	stamp := now.Format(stampLayout)
	for n := 1; ; n++ {
		name := copyPrefix + stamp + ".db"
		if n > 1 {
			name = fmt.Sprintf("%s%s-%d.db", copyPrefix, stamp, n)
		}
		path := filepath.Join(a.dir, name)
		if _, err := os.Stat(path); err == nil {
			continue
		}
		file, err := os.OpenFile(path+partEnding, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600) // SQLite would let everybody read it
		if errors.Is(err, os.ErrExist) {
			continue
		}
		if err != nil {
			return "", err
		}
		return path, file.Close()
	}
}

// write writes the copy, takes the sessions out of it, has it on the disk, and reads it back.
func (a Archive) write(ctx context.Context, path string) error {
	if _, err := a.from.ExecContext(ctx, "VACUUM INTO ?", path); err != nil {
		return err
	}
	if err := disown(ctx, path); err != nil {
		return err
	}
	if err := syncFile(path); err != nil {
		return err
	}
	return inspect(ctx, path)
}

// sweep removes what earlier stops left unfinished.
func (a Archive) sweep() {
	left, _ := filepath.Glob(filepath.Join(a.dir, "*"+partEnding))
	hidden, _ := filepath.Glob(filepath.Join(a.dir, ".*"+partEnding)) // of releases before
	for _, old := range slices.Concat(left, hidden) {
		if info, err := os.Stat(old); err == nil && time.Since(info.ModTime()) > time.Minute { // another may be at it
			_ = os.Remove(old)
		}
	}
}

// List lists the copies, the newest first. A copy is as old as its name says.
func (a Archive) List() ([]Backup, error) {
	entries, err := os.ReadDir(a.dir)
	if errors.Is(err, os.ErrNotExist) {
		return nil, nil
	}
	var list []Backup
	for _, e := range entries {
		stamp, ok := strings.CutPrefix(e.Name(), copyPrefix)
		if !ok || len(stamp) < len(stampLayout) || filepath.Ext(stamp) != ".db" {
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

// Replaced are the names of what restores took away, the newest first: no schedule removes them.
func (a Archive) Replaced() (names []string) {
	found, _ := filepath.Glob(filepath.Join(a.dir, "replaced-*.db"))
	for _, path := range found {
		names = append(names, filepath.Base(path))
	}
	slices.Reverse(names)
	return names
}

// Prune removes all but the newest copies. One that is dated in the future is newer than
// none: a clock went wrong when it was made, and it stays beside them.
func (a Archive) Prune(keep int, now time.Time) error {
	list, err := a.List()
	list = slices.DeleteFunc(list, func(b Backup) bool { return b.At.After(now) })
	for _, b := range list[min(keep, len(list)):] {
		err = errors.Join(err, os.Remove(filepath.Join(a.dir, b.Name)))
	}
	return err
}

// Due says when the next copy is due: so long after the newest that a right clock can have
// made.
func Due(list []Backup, every time.Duration, now time.Time) time.Time {
	for _, b := range list {
		if !b.At.After(now) {
			return b.At.Add(every)
		}
	}
	return now
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
	for _, statement := range []string{fmt.Sprintf("PRAGMA user_version = %d", mark), "PRAGMA secure_delete = ON", "DELETE FROM sessions"} {
		if _, err := conn.ExecContext(ctx, statement); err != nil {
			return err
		}
	}
	return nil
}
