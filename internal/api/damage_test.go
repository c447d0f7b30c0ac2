package api_test

import (
	"database/sql"
	"log/slog"
	"math/rand"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/api"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
	kernel "enkaustos/internal/school"
	"enkaustos/internal/store"
)

// Whatever happens to the bytes of a database: it opens and answers, or it is refused in one
// sentence; it is restored as a school that opens, or refused. Nothing panics. 50 files are
// tried; DAMAGE says how many else (make damage).
func TestDamagedFiles(t *testing.T) {
	many := 25
	if n, err := strconv.Atoi(os.Getenv("DAMAGE")); err == nil {
		many = n
	}
	healthy, err := os.ReadFile(filepath.Join(demotest.Folder(t, demotest.Monday), "enkaustos.db"))
	require.NoError(t, err)
	seed := rand.Int63n(1e9) //nolint:gosec // no secret
	t.Logf("seed %d", seed)
	random := rand.New(rand.NewSource(seed)) //nolint:gosec // drawn again by it
	came := map[string]int{}
	for n := range many {
		text, how := damaged(random, healthy)
		dir := t.TempDir()
		require.NoError(t, os.WriteFile(filepath.Join(dir, "enkaustos.db"), text, 0o600))
		came[how+", started: "+started(t, dir)]++

		file, into := filepath.Join(t.TempDir(), "copy.db"), t.TempDir()
		require.NoError(t, os.WriteFile(file, text, 0o600))
		_, err := kernel.Restore(t.Context(), into, file)
		if err != nil {
			require.NotContains(t, err.Error(), "\n", "one sentence")
			came[how+", restored: refused"]++
			require.NoFileExists(t, filepath.Join(into, "enkaustos.db"))
			continue
		}
		require.Equal(t, "answers", started(t, into), "file %d, %s: what was restored opens", n, how)
		came[how+", restored: answers"]++
	}
	for what, n := range came {
		how, outcome, _ := strings.Cut(what, ": ")
		t.Logf("counted: damaged files, %s | %d | %s", how, n, outcome)
	}
}

// A bit turned inside an event leaves every page and every text sound: it is refused at the start, quick
// or cold, with the piece, the day and the newest whole copy, and no copy with one is put back.
func TestABitOfTheLogThatTurned(t *testing.T) {
	for _, set := range []string{
		"at = at + 1024", "at = 1 << 60", "done = 4", "by = 'student'", "kind = 'dry'", "id = id || 'x'",
		"body = json_set(body, '$.surface', 'lip')", "body = replace(body, ':', ': ')", "sum = sum + 1",
	} {
		for _, quick := range []bool{true, false} {
			dir := t.TempDir()
			healthy, err := os.ReadFile(filepath.Join(demotest.Folder(t, demotest.Monday), "enkaustos.db"))
			require.NoError(t, err)
			file := filepath.Join(dir, "enkaustos.db")
			require.NoError(t, os.WriteFile(file, healthy, 0o600))
			s, err := kernel.Open(t.Context(), dir, &demo.Clock{})
			require.NoError(t, err)
			whole, err := s.Copies().Make(t.Context())
			require.NoError(t, err)
			require.NoError(t, s.Close()) // it keeps what the log was folded into
			db, err := sql.Open("sqlite", "file:"+file)
			require.NoError(t, err)
			_, err = db.Exec("UPDATE event SET " + set + " WHERE seq = (SELECT MIN(seq) FROM event WHERE kind = 'coat')")
			require.NoError(t, err)
			if !quick {
				_, err = db.Exec("DELETE FROM folded")
				require.NoError(t, err)
			}
			require.NoError(t, db.Close())
			_, err = kernel.Open(t.Context(), dir, &demo.Clock{})
			require.ErrorIs(t, err, store.ErrDamaged, set)
			require.ErrorContains(t, err, "is not what was written there; the newest whole copy is "+whole.Name, set)
			require.NotContains(t, err.Error(), "\n")
			_, err = kernel.Restore(t.Context(), t.TempDir(), file)
			require.ErrorContains(t, err, "is not what was written", set)
		}
	}
}

// damaged is a database with some bytes turned, or cut, or with a stretch of nothing.
func damaged(random *rand.Rand, healthy []byte) (text []byte, how string) {
	text = append([]byte{}, healthy...)
	switch random.Intn(4) {
	case 0:
		return text[:random.Intn(len(text))], "cut"
	case 1:
		at := random.Intn(len(text))
		clear(text[at:min(len(text), at+1+random.Intn(8192))])
		return text, "a stretch of nothing"
	case 2:
		at := random.Intn(len(text))
		text[at] ^= 1 << random.Intn(8)
		return text, "one bit turned"
	}
	for range 1 + random.Intn(200) {
		text[random.Intn(len(text))] = byte(random.Intn(256))
	}
	return text, "bytes turned"
}

// started says what comes of a start: it answers, or it is refused.
func started(t *testing.T, dir string) string {
	s, err := kernel.Open(t.Context(), dir, &demo.Clock{})
	if err != nil {
		require.NotContains(t, err.Error(), "\n", "one sentence")
		return "refused"
	}
	defer func() { _ = s.Close() }()
	broke := &strings.Builder{}
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.NewTextHandler(broke, nil))})
	require.NoError(t, err)
	defer handler.Close()
	server := httptest.NewServer(handler)
	defer server.Close()
	c := visitor(t)
	if status, _ := ask(t, c, "POST", server.URL+"/api/login", `{"passphrase":"`+demo.Passphrase+`"}`); status != http.StatusOK {
		return "answers" // even its passphrase was hit: the door is shut, and says so
	}
	paths := []string{"/today", "/pieces", "/tiles", "/classes", "/glazes", "/clays", "/assignments", "/loads", "/rules", "/room", "/ready"}
	for id := range s.Now().Pieces {
		if len(paths) > 25 {
			break
		}
		paths = append(paths, "/pieces/"+id)
	}
	for _, path := range paths {
		status, text := ask(t, c, "GET", server.URL+"/api"+path, "")
		require.Less(t, status, 500, "%s: %s %s", path, text, broke)
	}
	return "answers"
}
