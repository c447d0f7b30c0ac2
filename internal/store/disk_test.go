package store_test

import (
	"errors"
	"fmt"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/store"
)

// Each way in which a disk fails has its own sentence, and only what SQLite calls damaged
// is called so.
func TestADiskThatFailsIsToldAsItIs(t *testing.T) {
	for want, errs := range map[error][]error{
		store.ErrFull:     {syscall.ENOSPC, &fs.PathError{Op: "write", Path: "x", Err: syscall.ENOSPC}, syscall.EDQUOT},
		store.ErrReadOnly: {syscall.EROFS, fs.ErrPermission, syscall.EACCES},
		store.ErrDisk:     {syscall.EIO},
	} {
		for _, err := range errs {
			require.ErrorIs(t, store.Cause(fmt.Errorf("writing: %w", err)), want, "%v", err)
		}
	}
	require.NoError(t, store.Cause(errors.New("something else")))
	require.NoError(t, store.Cause(nil))

	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	put := func(n int) error {
		return s.Write(t.Context(), func(tx *store.Tx) error {
			return tx.PutPicture(fmt.Sprint(n), make([]byte, 100_000))
		})
	}
	pragma := func(text string) {
		_, err := s.Pools()["writer"].ExecContext(t.Context(), "PRAGMA "+text)
		require.NoError(t, err)
	}
	require.NoError(t, put(1))
	pragma("max_page_count = 80")
	var err error
	for n := 2; err == nil && n < 50; n++ {
		err = put(n)
	}
	require.ErrorIs(t, store.Cause(err), store.ErrFull)
	pragma("max_page_count = 1000000")
	require.NoError(t, put(1), "once there is room it goes on")
	pragma("query_only = ON")
	require.ErrorIs(t, store.Cause(put(2)), store.ErrReadOnly)
	pragma("query_only = OFF")
	require.NoError(t, put(2))
}

// Where a school was, none begins: what was found is said, and the way on.
func TestAMissingDatabaseIsNoNewSchool(t *testing.T) {
	for name, c := range map[string]struct {
		left func(t *testing.T, dir string)
		says string
	}{
		"gone, beside backups":      {func(t *testing.T, dir string) { require.NoError(t, os.Remove(file(dir))) }, "1 backups lie beside it: put the newest back"},
		"empty, beside backups":     {func(t *testing.T, dir string) { require.NoError(t, os.Truncate(file(dir), 0)) }, "1 backups lie beside it: put the newest back"},
		"gone, and its log is here": {func(t *testing.T, dir string) { leave(t, dir, "enkaustos.db-wal") }, "its log (enkaustos.db-wal) lies beside it"},
		"amid a restore":            {func(t *testing.T, dir string) { leave(t, dir, "enkaustos.db.restoring") }, "a restore was stopped amid it"},
		"after a restore":           {func(t *testing.T, dir string) { leave(t, dir, "backups/replaced-20260302-090000.db") }, "what a restore replaced lies beside it"},
	} {
		t.Run(name, func(t *testing.T) {
			dir := t.TempDir()
			s := openAt(t, dir)
			_, err := s.Archive().Make(t.Context(), now)
			require.NoError(t, err)
			require.NoError(t, s.Close())
			c.left(t, dir)
			_, err = store.Open(t.Context(), dir, now)
			require.ErrorContains(t, err, c.says)
			require.ErrorContains(t, err, "missing or empty")
			require.ErrorContains(t, err, "choose an empty folder")
		})
	}
}

// leave leaves one file in a folder, and nothing else.
func leave(t *testing.T, dir, name string) {
	require.NoError(t, os.RemoveAll(dir))
	require.NoError(t, os.MkdirAll(filepath.Join(dir, filepath.Dir(name)), 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(dir, name), []byte("something"), 0o600))
}

// A restore that is killed at any step leaves either the school that was there, with all
// that stood in its log, or the copy.
func TestRestoreKilledAtEveryStep(t *testing.T) {
	if at := os.Getenv("RESTORE_DIES_AT"); at != "" {
		n := 0
		store.Steps(func(string) {
			if n++; fmt.Sprint(n) == at {
				_ = syscall.Kill(os.Getpid(), syscall.SIGKILL)
			}
		})
		_, err := store.Restore(t.Context(), os.Getenv("RESTORE_IN"), os.Getenv("RESTORE_FROM"), now, func(*store.Store) error { return nil })
		require.NoError(t, err)
		fmt.Println("it lived through all", n, "steps")
		return
	}
	dir := t.TempDir()
	s := openAt(t, dir)
	put := func(code string) {
		require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error { return tx.Put("clay", code, word{code}) }))
	}
	put("old")
	made, err := s.Archive().Make(t.Context(), now)
	require.NoError(t, err)
	put("later")
	from := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, os.Rename(filepath.Join(dir, "backups", made.Name), from))
	torn := t.TempDir() // as a power cut leaves it: what came last stands in the log alone
	for _, end := range []string{"", "-wal"} {
		text, err := os.ReadFile(file(dir) + end)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(file(torn)+end, text, 0o600))
	}
	require.NoError(t, s.Close())
	steps, outcomes := 0, map[string]int{}
	for lived := false; !lived; {
		steps++
		again := t.TempDir()
		require.NoError(t, os.CopyFS(again, os.DirFS(torn)))
		c := exec.CommandContext(t.Context(), os.Args[0], "-test.run", "^TestRestoreKilledAtEveryStep$", "-test.v") //nolint:gosec // this very test
		c.Env = append(os.Environ(), "RESTORE_DIES_AT="+fmt.Sprint(steps), "RESTORE_IN="+again, "RESTORE_FROM="+from)
		said, err := c.CombinedOutput()
		lived = strings.Contains(string(said), "it lived through all")
		require.Equal(t, lived, err == nil, string(said))
		s := openAt(t, again)
		found := strings.Join(keys(t, t.Context(), s), " ")
		require.NoError(t, s.Close())
		require.Contains(t, []string{"old later", "old"}, found, "killed at step %d", steps)
		outcomes[found]++
		require.NoFileExists(t, file(again)+".restoring")
	}
	require.Greater(t, steps, 5)
	t.Logf("counted: restores killed, one at each step | %d | the school of before %d times, the restored one %d times, nothing else", steps-1, outcomes["old later"], outcomes["old"]-1)
	require.Equal(t, 1, outcomes["old"], "only once the copy has taken its place it is the school")
}

// A copy of the database file alone has everything once it was backed up or has rested.
func TestTheFileAloneIsTheSchool(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error { return tx.Put("clay", "P", word{"Pale"}) }))
	require.NoError(t, s.Archive().Checkpoint(t.Context()))
	alone := t.TempDir()
	text, err := os.ReadFile(file(dir))
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(file(alone), text, 0o600))
	require.NoError(t, s.Close())
	again := openAt(t, alone)
	require.Equal(t, []string{"P"}, keys(t, t.Context(), again))
	require.NoError(t, again.Close())
}

// Copies made at once have names of their own, nobody but their owner reads them, and what
// was left unfinished is swept away.
func TestCopiesAtOnce(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	left := filepath.Join(dir, "backups", "enkaustos-20250101-000000.db.part")
	require.NoError(t, os.MkdirAll(filepath.Dir(left), 0o700))
	require.NoError(t, os.WriteFile(left, []byte("half"), 0o600))
	require.NoError(t, os.Chtimes(left, now.AddDate(-1, 0, 0), now.AddDate(-1, 0, 0)))
	var all sync.WaitGroup
	var mu sync.Mutex
	names := map[string]bool{}
	for range 8 {
		all.Go(func() {
			made, err := s.Archive().Make(t.Context(), now)
			mu.Lock()
			defer mu.Unlock()
			require.NoError(t, err)
			names[made.Name] = true
		})
	}
	all.Wait()
	require.Len(t, names, 8)
	list, err := s.Archive().List()
	require.NoError(t, err)
	require.Len(t, list, 8)
	require.NoFileExists(t, left)
	entries, err := os.ReadDir(filepath.Join(dir, "backups"))
	require.NoError(t, err)
	require.Len(t, entries, 8)
	for _, name := range []string{"enkaustos.db", "enkaustos.db-wal", "backups/" + list[0].Name} {
		info, err := os.Stat(filepath.Join(dir, name))
		require.NoError(t, err)
		require.Equal(t, fs.FileMode(0o600), info.Mode().Perm(), name)
	}
}

// A copy that a wrong clock dated in the future neither stops the ones to come nor pushes
// the true ones out.
func TestACopyFromTheFuture(t *testing.T) {
	list := []store.Backup{{At: now.AddDate(3, 0, 0)}, {At: now.Add(-2 * time.Hour)}, {At: now.AddDate(0, 0, -3)}}
	require.Equal(t, now.Add(22*time.Hour), store.Due(list, 24*time.Hour, now))
	require.Equal(t, now, store.Due(list[:1], 24*time.Hour, now))
	require.Equal(t, now, store.Due(nil, 24*time.Hour, now))
	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	for _, at := range []time.Time{now.AddDate(3, 0, 0), now, now.Add(-time.Hour), now.Add(-2 * time.Hour)} {
		_, err := s.Archive().Make(t.Context(), at)
		require.NoError(t, err)
	}
	require.NoError(t, s.Archive().Prune(2, now))
	list, err := s.Archive().List()
	require.NoError(t, err)
	require.Len(t, list, 3)
	require.Equal(t, now.Unix(), list[1].At.Unix(), "the true ones of today are kept")
}

// The copies outside: one a day for a week, one a week for four, one a month for twelve;
// each is read back, and what was left half is not one.
func TestCopiesOutside(t *testing.T) {
	dir, stick := t.TempDir(), t.TempDir()
	s := openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	made, err := s.Archive().Make(t.Context(), now)
	require.NoError(t, err)
	require.ErrorContains(t, store.Outside(filepath.Join(stick, "gone")).Take(t.Context(), s.Archive().Path(made)), "is the stick in")
	require.NoError(t, store.Outside(stick).Take(t.Context(), s.Archive().Path(made)))
	again, err := os.ReadFile(filepath.Join(stick, made.Name))
	require.NoError(t, err)
	first, err := os.ReadFile(s.Archive().Path(made))
	require.NoError(t, err)
	require.Equal(t, first, again)

	torn := filepath.Join(t.TempDir(), "enkaustos-20260301-090000.db")
	require.NoError(t, os.WriteFile(torn, first[:len(first)/2], 0o600))
	require.ErrorIs(t, store.Outside(stick).Take(t.Context(), torn), store.ErrDamaged, "a copy that is none is not kept as one")
	list, err := store.Outside(stick).List()
	require.NoError(t, err)
	require.Len(t, list, 1)

	// Two a day for three years.
	for day := range 3 * 365 {
		for _, hour := range []int{8, 16} {
			at := now.AddDate(0, 0, -day).Add(time.Duration(hour-9) * time.Hour)
			require.NoError(t, os.WriteFile(filepath.Join(stick, "enkaustos-"+at.Local().Format("20060102-150405")+".db"), []byte("x"), 0o600))
		}
	}
	later := now.Add(12 * time.Hour)
	require.NoError(t, store.Outside(stick).Thin(later))
	list, err = store.Outside(stick).List()
	require.NoError(t, err)
	days, months := map[string]bool{}, map[string]bool{}
	for _, b := range list {
		require.False(t, days[b.At.Format(time.DateOnly)], "one a day")
		days[b.At.Format(time.DateOnly)] = true
		months[b.At.Format("2006-01")] = true
	}
	require.Len(t, months, 12)
	require.LessOrEqual(t, len(list), 7+4+12)
	require.GreaterOrEqual(t, len(list), 7+1+10)
	for day := range 7 {
		require.True(t, days[now.AddDate(0, 0, -day).Local().Format(time.DateOnly)], "a week, day by day")
	}
	require.NoError(t, store.Outside(stick).Thin(later))
	same, err := store.Outside(stick).List()
	require.NoError(t, err)
	require.Equal(t, list, same, "thinned twice it is thinned once")
}
