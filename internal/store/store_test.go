package store_test

import (
	"archive/zip"
	"bytes"
	"context"
	"database/sql"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/store"
)

var now = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

func openAt(t *testing.T, dir string) *store.Store {
	s, err := store.Open(t.Context(), dir, now)
	require.NoError(t, err)
	return s
}

type word struct{ Name string }

// keys are the keys of the clays in the order in which they came.
func keys(t *testing.T, ctx context.Context, s *store.Store) (all []string) {
	require.NoError(t, s.Records(ctx, "clay", func(key string, _ []byte) error { all = append(all, key); return nil }))
	return all
}

func file(dir string) string { return filepath.Join(dir, "enkaustos.db") }

// A coat answered is a coat kept, on every connection that a pool may open.
func TestPragmasOnEveryPooledConnection(t *testing.T) {
	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	for name, pool := range s.Pools() {
		n := pool.Stats().MaxOpenConnections
		require.Positive(t, n)
		conns := make([]*sql.Conn, n)
		for i := range conns { // held all at once, so that each is another one
			var err error
			conns[i], err = pool.Conn(t.Context())
			require.NoError(t, err)
		}
		require.Equal(t, n, pool.Stats().OpenConnections)
		for _, conn := range conns {
			for pragma, want := range map[string]string{"journal_mode": "wal", "synchronous": "2", "foreign_keys": "1", "busy_timeout": "5000"} {
				var got string
				require.NoError(t, conn.QueryRowContext(t.Context(), "PRAGMA "+pragma).Scan(&got))
				require.Equal(t, want, got, "%s of the %s", pragma, name)
			}
			require.NoError(t, conn.Close())
		}
	}
}

func TestTogetherIsAllOrNothing(t *testing.T) {
	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	err := s.Together(t.Context(), func(ctx context.Context) error {
		require.NoError(t, s.Write(ctx, func(tx *store.Tx) error { return tx.Put("clay", "P", word{"Pale"}) }))
		require.Equal(t, []string{"P"}, keys(t, ctx, s), "it sees what it wrote")
		return s.Write(ctx, func(tx *store.Tx) error { return tx.Put("class", "c", map[string]string{"clay": "no such clay"}) })
	})
	require.Error(t, err, "what a record points to has to be there")
	require.Empty(t, keys(t, t.Context(), s))
}

func TestBackupRestoresWhatWasThere(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	put := func(code string) {
		require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error {
			return tx.Put("clay", code, word{code})
		}))
	}
	put("kept")
	made, err := s.Archive().Make(t.Context(), now)
	require.NoError(t, err)
	twin, err := s.Archive().Make(t.Context(), now)
	require.NoError(t, err)
	require.NotEqual(t, made.Name, twin.Name, "a copy never overwrites another")
	require.NoError(t, s.Archive().Prune(1, now))
	list, err := s.Archive().List()
	require.NoError(t, err)
	require.Len(t, list, 1)
	put("later")

	from := filepath.Join(dir, "backups", list[0].Name)
	_, err = store.Restore(t.Context(), dir, from, now, nil)
	require.ErrorIs(t, err, store.ErrInUse, "a folder that is open is left alone")
	require.NoError(t, s.Close())
	kept, err := store.Restore(t.Context(), dir, from, now, nil)
	require.NoError(t, err)
	require.FileExists(t, kept)
	s = openAt(t, dir)
	require.Equal(t, []string{"kept"}, keys(t, t.Context(), s))
	require.NoError(t, s.Close())
}

func TestRefusedFilesChangeNothing(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, openAt(t, dir).Close())
	before, err := os.ReadFile(file(dir))
	require.NoError(t, err)

	other := func(name string, change func(path string)) string {
		path := filepath.Join(t.TempDir(), name)
		require.NoError(t, os.WriteFile(path, before, 0o600))
		change(path)
		return path
	}
	statement := func(text string) func(string) {
		return func(path string) {
			conn, err := sql.Open("sqlite", "file:"+path)
			require.NoError(t, err)
			_, err = conn.Exec(text)
			require.NoError(t, err)
			require.NoError(t, conn.Close())
		}
	}
	cases := map[string]struct {
		path string
		want error
	}{
		"torn": {other("torn", func(p string) {
			require.NoError(t, os.WriteFile(p, append(before[:4096:4096], make([]byte, 8192)...), 0o600))
		}), store.ErrDamaged},
		"no database": {other("no", func(p string) { require.NoError(t, os.WriteFile(p, []byte{0, 1, 2, 3}, 0o600)) }), store.ErrDamaged},
		"newer":       {other("newer", statement("INSERT INTO goose_db_version (version_id, is_applied) VALUES (999, 1)")), store.ErrNewer},
		"foreign":     {other("foreign", statement("PRAGMA application_id = 7")), store.ErrForeign},
	}
	for name, c := range cases {
		t.Run(name, func(t *testing.T) {
			_, err := store.Restore(t.Context(), dir, c.path, now, nil)
			require.ErrorIs(t, err, c.want)
			after, err := os.ReadFile(file(dir))
			require.NoError(t, err)
			require.Equal(t, before, after)

			placed := t.TempDir()
			text, err := os.ReadFile(c.path)
			require.NoError(t, err)
			require.NoError(t, os.WriteFile(file(placed), text, 0o600))
			_, err = store.Open(t.Context(), placed, now)
			require.ErrorIs(t, err, c.want, "nor is it opened")
		})
	}
}

// What is restored that is no copy is called what it is, and changes nothing.
func TestWhatIsNoCopyIsCalledSo(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, openAt(t, dir).Close())
	before, err := os.ReadFile(file(dir))
	require.NoError(t, err)
	var packed bytes.Buffer
	archive := zip.NewWriter(&packed)
	inside, err := archive.Create("enkaustos.db")
	require.NoError(t, err)
	_, err = inside.Write(before[:64])
	require.NoError(t, err)
	require.NoError(t, archive.Close())
	for name, c := range map[string]struct{ text, said string }{
		"glazes.csv": {"code,name\nA,Amber\n", "a text or a list"}, "backup.zip": {packed.String(), "unpack it"}, "board.png": {"\x89PNG\r\n\x1a\n0000", "a picture or a document"},
	} {
		path := filepath.Join(t.TempDir(), name)
		require.NoError(t, os.WriteFile(path, []byte(c.text), 0o600))
		_, err := store.Restore(t.Context(), dir, path, now, nil)
		require.ErrorContains(t, err, c.said)
	}
	_, err = store.Restore(t.Context(), dir, t.TempDir(), now, nil)
	require.ErrorContains(t, err, "is a folder: name one of the copies")
	after, err := os.ReadFile(file(dir))
	require.NoError(t, err)
	require.Equal(t, before, after)
	require.NoError(t, store.Lies(dir))
	nowhere := filepath.Join(dir, "mistyped")
	require.ErrorContains(t, store.Lies(nowhere), "no school lies in "+nowhere)
	require.NoDirExists(t, nowhere)

	beside := t.TempDir()
	require.NoError(t, os.MkdirAll(filepath.Join(beside, "authority"), 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(beside, "authority", "authority.pem"), []byte("x"), 0o600))
	_, err = store.Open(t.Context(), beside, now)
	require.ErrorContains(t, err, "a school's own certificate (authority) lies beside it")
}

func TestOneServerAFolder(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	_, err := store.Open(t.Context(), dir, now)
	require.ErrorIs(t, err, store.ErrInUse)
	require.NoError(t, s.Close())
	require.NoError(t, openAt(t, dir).Close())
}

// Writers from many goroutines queue; none is lost and none waits for ever.
func TestManyWriters(t *testing.T) {
	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	var all sync.WaitGroup
	for i := range 40 {
		all.Go(func() {
			code := string(rune('A'+i%26)) + string(rune('a'+i/26))
			err := s.Write(t.Context(), func(tx *store.Tx) error {
				return tx.Put("clay", code, word{code})
			})
			if err != nil {
				t.Error(err)
			}
		})
	}
	all.Wait()
	require.Len(t, keys(t, t.Context(), s), 40)
}

// A record is replaced where it stands, a dropped one is gone, and pictures come back
// as they went.
func TestRecordsAndPictures(t *testing.T) {
	s := openAt(t, t.TempDir())
	defer func() { require.NoError(t, s.Close()) }()
	write := func(do func(*store.Tx) error) { require.NoError(t, s.Write(t.Context(), do)) }
	for _, code := range []string{"B", "A", "C"} {
		write(func(tx *store.Tx) error { return tx.Put("clay", code, word{code}) })
	}
	write(func(tx *store.Tx) error { return tx.Put("clay", "B", word{"again"}) })
	write(func(tx *store.Tx) error { return tx.Drop("clay", "A") })
	require.Equal(t, []string{"B", "C"}, keys(t, t.Context(), s), "in the order in which they first came")
	var back word
	ok, err := s.Record(t.Context(), "clay", "B", &back)
	require.NoError(t, err)
	require.True(t, ok)
	require.Equal(t, "again", back.Name)

	write(func(tx *store.Tx) error { return tx.PutPicture("p", []byte("pixels")) })
	picture, err := s.Picture(t.Context(), "p")
	require.NoError(t, err)
	require.Equal(t, "pixels", string(picture))
	write(func(tx *store.Tx) error { return tx.DropPicture("p") })
	picture, err = s.Picture(t.Context(), "p")
	require.NoError(t, err)
	require.Nil(t, picture)
}

// A copy opens at once, though its pages are checked while it is read: nobody may have
// it open while its journal is made the server's.
func TestACopyOpensBesideItsCheck(t *testing.T) {
	s := openAt(t, t.TempDir())
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error { // large enough for the check to take its time
		for i := range 200 {
			if err := tx.PutPicture(fmt.Sprint(i), make([]byte, 100_000)); err != nil {
				return err
			}
		}
		return tx.Put("clay", "P", word{"Pale"})
	}))
	made, err := s.Archive().Make(t.Context(), now)
	require.NoError(t, err)
	copied := filepath.Join(filepath.Dir(s.Path()), "backups", made.Name)
	require.NoError(t, s.Close())
	for range 10 {
		dir := t.TempDir()
		_, err := store.Restore(t.Context(), dir, copied, now, nil)
		require.NoError(t, err)
		again, err := store.OpenBeside(t.Context(), dir, now, func(s *store.Store) error {
			require.Equal(t, []string{"P"}, keys(t, t.Context(), s))
			return nil
		})
		require.NoError(t, err)
		require.NoError(t, again.Close())
	}
}

// A damaged file is refused by its check, whatever was read of it meanwhile.
func TestADamagedFileIsRefusedBesideItsReading(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error {
		for i := range 200 {
			if err := tx.Put("clay", fmt.Sprintf("clay %03d", i), word{strings.Repeat("pale ", 100)}); err != nil {
				return err
			}
		}
		return nil
	}))
	require.NoError(t, s.Close())
	text, err := os.ReadFile(file(dir))
	require.NoError(t, err)
	copy(text[len(text)-3*4096:], make([]byte, 2*4096))
	require.NoError(t, os.WriteFile(file(dir), text, 0o600))
	_, err = store.OpenBeside(t.Context(), dir, now, func(*store.Store) error { return nil })
	require.ErrorIs(t, err, store.ErrDamaged)
}
