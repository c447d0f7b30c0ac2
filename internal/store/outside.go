package store

import (
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"time"
)

// How many copies are kept outside: the newest of each of so many days, weeks and months
// that have one.
const (
	keptDays   = 7
	keptWeeks  = 4
	keptMonths = 12
)

// Outside is a folder away from the school's own, on a stick or a share.
func Outside(dir string) Archive { return Archive{dir: dir} }

// Take copies a backup into the archive, under its own name, and reads it back: the same to
// the byte, and a whole database.
func (a Archive) Take(ctx context.Context, from string) error {
	to := filepath.Join(a.dir, filepath.Base(from))
	if info, err := os.Stat(a.dir); err != nil || !info.IsDir() { // made here, a stick that is not in would look as if it were
		return fmt.Errorf("%s is not there: is the stick in, the share connected?", a.dir)
	}
	err := copyFile(from, to+partEnding)
	if err == nil {
		err = sameBytes(from, to+partEnding)
	}
	if err == nil {
		err = inspect(ctx, to+partEnding)
	}
	if err == nil {
		err = os.Rename(to+partEnding, to)
	}
	if err == nil {
		return syncDir(a.dir)
	}
	return errors.Join(failedCopy(to, err), removeIfThere(to+partEnding))
}

// sameBytes reads both files and says where they differ.
func sameBytes(one, other string) error {
	sum := func(path string) (string, error) {
		file, err := os.Open(path)
		if err != nil {
			return "", err
		}
		defer func() { _ = file.Close() }()
		h := sha256.New()
		_, err = io.Copy(h, file)
		return string(h.Sum(nil)), err
	}
	first, err := sum(one)
	if err != nil {
		return err
	}
	second, err := sum(other)
	if err == nil && first != second {
		return fmt.Errorf("what was written to %s is not what can be read of it: take another stick or share", other)
	}
	return err
}

// Thin removes the copies that the schedule does not keep. What is dated in the future
// stays.
func (a Archive) Thin(now time.Time) error {
	list, err := a.List()
	if err != nil {
		return err
	}
	for _, b := range superfluous(list, now) {
		err = errors.Join(err, os.Remove(filepath.Join(a.dir, b.Name)))
	}
	return err
}

// superfluous are the copies, the newest first, that no day, week or month needs.
func superfluous(list []Backup, now time.Time) []Backup {
	kept := map[string]bool{}
	for _, span := range []struct {
		name func(time.Time) string
		most int
	}{
		{func(t time.Time) string { return t.Format(time.DateOnly) }, keptDays},
		{func(t time.Time) string { year, week := t.ISOWeek(); return fmt.Sprintf("%d-%02d", year, week) }, keptWeeks},
		{func(t time.Time) string { return t.Format("2006-01") }, keptMonths},
	} {
		seen := map[string]bool{}
		for _, b := range list {
			name := span.name(b.At)
			if b.At.After(now) || seen[name] || len(seen) >= span.most {
				continue
			}
			seen[name], kept[b.Name] = true, true
		}
	}
	return slices.DeleteFunc(slices.Clone(list), func(b Backup) bool { return kept[b.Name] || b.At.After(now) })
}
