package store

import (
	"bytes"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/gofrs/flock"
)

// restoring is what the name of a copy ends with that is about to take the database's place.
const restoring = ".restoring"

// step is told of every step of a restore that changes something on the disk, before it is
// made; tests end the process there.
var step = func(string) {}

// Restore replaces the database in dir by a copy. What was there is kept in the backups
// folder and its name returned. A damaged, newer or foreign file is refused and nothing is
// changed, and so is a copy that read cannot make a school of; so is a folder that a server
// has open. Whenever it is stopped, either what was there or the copy is the database.
func Restore(ctx context.Context, dir, from string, now time.Time, read func(*Store) error) (kept string, err error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", fmt.Errorf("%s: %w", dir, cmpErr(ErrReadOnly, Cause(err)))
	}
	lock := flock.New(filepath.Join(dir, lockName))
	if locked, err := lock.TryLock(); err != nil || !locked {
		return "", cmpErr(ErrInUse, Cause(err))
	}
	defer func() { err = errors.Join(err, lock.Unlock()) }()
	sweepTrials(dir)
	path := filepath.Join(dir, fileName)
	fresh := path + restoring
	if err := prepare(ctx, from, fresh, now, read); err != nil {
		return "", errors.Join(err, removeIfThere(fresh))
	}
	if kept, err = keepOld(ctx, dir, path, now); err != nil {
		return "", errors.Join(failedCopy(filepath.Join(dir, backupsDir), err), removeIfThere(fresh))
	}
	step("the copy takes its place")
	if err := os.Rename(fresh, path); err != nil {
		return "", err
	}
	return kept, syncDir(dir)
}

// cmpErr is what was told, or the usual where nothing was.
func cmpErr(usual, told error) error {
	if told != nil {
		return told
	}
	return usual
}

// prepare lays a copy beside the database, ready to take its place, and tries it: all of its
// pages, what points to what, and whether a school can be read of it.
func prepare(ctx context.Context, from, fresh string, now time.Time, read func(*Store) error) error {
	if err := otherThing(from); err != nil {
		return err
	}
	if err := inspectFully(ctx, from); err != nil {
		return err
	}
	step("the copy is laid beside it")
	if err := copyFile(from, fresh); err != nil {
		return failedCopy(fresh, err)
	}
	if err := disown(ctx, fresh); err != nil {
		return about(from, err)
	}
	if err := tryOut(ctx, fresh, now, read); err != nil {
		return err
	}
	step("the copy is on the disk")
	return syncFile(fresh)
}

// otherThing says what a file is that is no copy of a database, where that can be seen; nil where it
// may be one.
func otherThing(path string) error {
	info, err := os.Stat(path)
	if err == nil && info.IsDir() {
		return fmt.Errorf("%s is a folder: name one of the copies in it, a file such as %s", path, filepath.Join(backupsDir, "enkaustos-….db"))
	}
	file, err := os.Open(path) //nolint:gosec // the file that the teacher names
	if err != nil {
		return nil //nolint:nilerr // whoever reads it whole says so
	}
	defer func() { _ = file.Close() }()
	head := make([]byte, 512)
	n, _ := io.ReadFull(file, head)
	head = head[:n]
	switch kind := http.DetectContentType(head); {
	case bytes.HasPrefix(head, []byte("SQLite format 3")):
		return nil
	case kind == "application/zip", kind == "application/x-gzip", kind == "application/x-rar-compressed":
		return fmt.Errorf("%s is an archive: unpack it, and restore the .db file that was in it", path)
	case strings.HasPrefix(kind, "text/"):
		return fmt.Errorf("%s is a text or a list, and no copy of a school: a list is brought in with 'enkaustos import', a copy is a .db file", path)
	case strings.HasPrefix(kind, "image/"), kind == "application/pdf":
		return fmt.Errorf("%s is a picture or a document, and no copy of a school: a copy is a .db file", path)
	}
	return nil
}

// tryOut opens a copy of the copy as a school is opened, with its layout brought up to date,
// so that whatever a start would meet is met now.
func tryOut(ctx context.Context, fresh string, now time.Time, read func(*Store) error) (err error) {
	if read == nil {
		return nil
	}
	dir, err := os.MkdirTemp(filepath.Dir(fresh), "trial-")
	if err != nil {
		return failedCopy(fresh, err)
	}
	defer func() { err = errors.Join(err, os.RemoveAll(dir)) }()
	if err := copyFile(fresh, filepath.Join(dir, fileName)); err != nil {
		return failedCopy(dir, err)
	}
	s, err := OpenBeside(ctx, dir, now, read)
	if err != nil {
		return err
	}
	return s.Close()
}

// sweepTrials removes the copies that restores tried out and were stopped over: whoever holds the folder
// knows that nobody is at it.
func sweepTrials(dir string) {
	left, _ := filepath.Glob(filepath.Join(dir, "trial-*"))
	for _, old := range left {
		_ = os.RemoveAll(old)
	}
}

// keepOld keeps the present database in the backups folder, with what its log holds. It
// stays where it is until the copy takes its place, with an empty log: SQLite would read the
// log of the one into the other.
func keepOld(ctx context.Context, dir, path string, now time.Time) (kept string, err error) {
	if info, err := os.Stat(path); errors.Is(err, os.ErrNotExist) || err == nil && info.Size() == 0 {
		return "", nil
	}
	a := Archive{dir: filepath.Join(dir, backupsDir)}
	if err := os.MkdirAll(a.dir, 0o700); err != nil {
		return "", err
	}
	kept = filepath.Join(a.dir, "replaced-"+now.Format(stampLayout)+".db")
	for n := 2; ; n++ {
		if _, err := os.Stat(kept); errors.Is(err, os.ErrNotExist) {
			break
		}
		kept = filepath.Join(a.dir, fmt.Sprintf("replaced-%s-%d.db", now.Format(stampLayout), n))
	}
	step("what was there is kept")
	for _, end := range []string{"-wal", "-shm"} {
		if err := copyFile(path+end, kept+end); err != nil && !errors.Is(err, os.ErrNotExist) {
			return "", err
		}
	}
	if err := copyFile(path, kept+partEnding); err != nil {
		return "", err
	}
	if err := os.Rename(kept+partEnding, kept); err != nil { // last: with it the copy is whole
		return "", err
	}
	if err := syncDir(a.dir); err != nil {
		return "", err
	}
	step("its log is emptied")
	return kept, emptyLog(ctx, path)
}

// emptyLog takes what the log of a database holds into the database. Where that cannot be
// done, for it is damaged, the log is taken away: both are kept.
func emptyLog(ctx context.Context, path string) error {
	conn, err := sql.Open("sqlite", fileURL(path))
	if err == nil {
		_, err = conn.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
		err = errors.Join(err, conn.Close())
	}
	if cause := Cause(err); cause != nil && !errors.Is(cause, ErrDamaged) {
		return cause
	}
	for _, end := range []string{"-wal", "-shm"} {
		if err := removeIfThere(path + end); err != nil {
			return err
		}
	}
	return syncDir(filepath.Dir(path))
}

func removeIfThere(path string) error {
	if err := os.Remove(path); err != nil && !errors.Is(err, os.ErrNotExist) {
		return err
	}
	return nil
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

// touch makes an empty file that only its owner reads, where there is none.
func touch(path string) error {
	file, err := os.OpenFile(path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	return file.Close()
}

func syncFile(path string) error {
	file, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(file.Sync(), file.Close())
}

// syncDir has the names of a folder on the disk.
func syncDir(dir string) error {
	file, err := os.Open(dir)
	if err != nil {
		return err
	}
	defer func() { _ = file.Close() }()
	_ = file.Sync() // some systems cannot, and need not
	return nil
}
