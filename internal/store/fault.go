package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"syscall"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// What a disk can do to a school, each with what to do about it. Only what SQLite itself
// calls damaged is called so: whoever puts a backup back for a full disk loses a day.
var (
	ErrDamaged  = errors.New("the database is damaged: put a backup back with 'enkaustos restore FILE'")
	ErrForeign  = errors.New("the file is not an Enkaustos database")
	ErrNewer    = errors.New("the database was written by a newer Enkaustos: install that version, or restore an older backup")
	ErrInUse    = errors.New("another Enkaustos has this data folder open: stop it first")
	ErrFull     = errors.New("the disk is full: make room on it, then go on; what was answered is kept")
	ErrReadOnly = errors.New("the data folder cannot be written to: give yourself the right to, or choose another folder with --data")
	ErrDisk     = errors.New("the disk cannot be read or written: see whether it is there and whole before anything else; the school itself may be")
	ErrLocked   = errors.New("another program has the database open: close it, then go on")
)

// causes are the sentences by SQLite's primary result codes (sqlite.org/rescode.html).
var causes = map[int]error{
	sqlite3.SQLITE_CORRUPT: ErrDamaged, sqlite3.SQLITE_NOTADB: ErrDamaged, sqlite3.SQLITE_FORMAT: ErrDamaged,
	sqlite3.SQLITE_FULL:     ErrFull,
	sqlite3.SQLITE_READONLY: ErrReadOnly, sqlite3.SQLITE_PERM: ErrReadOnly, sqlite3.SQLITE_CANTOPEN: ErrReadOnly,
	sqlite3.SQLITE_IOERR: ErrDisk,
	sqlite3.SQLITE_BUSY:  ErrLocked, sqlite3.SQLITE_LOCKED: ErrLocked,
}

// Cause is why the disk failed: one of the sentences above, where the error comes from it;
// nil for another error, and for one that was told already.
func Cause(err error) error {
	for _, told := range []error{ErrDamaged, ErrForeign, ErrNewer, ErrInUse, ErrFull, ErrReadOnly, ErrDisk, ErrLocked} {
		if errors.Is(err, told) {
			return told
		}
	}
	switch {
	case errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.EDQUOT):
		return ErrFull
	case errors.Is(err, fs.ErrPermission) || errors.Is(err, syscall.EROFS):
		return ErrReadOnly
	case errors.Is(err, syscall.EIO):
		return ErrDisk
	}
	var of *sqlite.Error
	if errors.As(err, &of) {
		if of.Code() == sqlite3.SQLITE_IOERR_WRITE || of.Code() == sqlite3.SQLITE_IOERR_SHMSIZE {
			return ErrFull // the system could not take more of the file
		}
		return causes[of.Code()&0xff]
	}
	return nil
}

// about says what is the matter with a file: the cause where the disk failed, else that it
// is damaged, which is all that is left where its own contents cannot be read.
func about(path string, err error) error {
	switch cause := Cause(err); {
	case errors.Is(err, context.Canceled):
		return err
	case cause != nil:
		return fmt.Errorf("%s: %w", path, cause)
	}
	return fmt.Errorf("%s: %w", path, ErrDamaged)
}
