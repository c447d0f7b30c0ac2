// Package demotest gives tests the invented school. It is made once a run and copied for
// each test, for making it takes longer than most tests do.
package demotest

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/demo"
	"enkaustos/internal/school"
)

// Monday is the moment at which the tests find the demo: in term, a class in the room.
var Monday = time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)

// made holds the demo's database at rest, as it lies on the disk, by its moment.
var made = struct {
	sync.Mutex
	at map[int64][]byte
}{at: map[int64][]byte{}}

func database(at time.Time) (database []byte, err error) {
	made.Lock()
	defer made.Unlock()
	if database = made.at[at.Unix()]; database != nil {
		return database, nil
	}
	dir, err := os.MkdirTemp("", "enkaustos-demo-")
	if err != nil {
		return nil, fmt.Errorf("a folder for the demo: %w", err)
	}
	defer func() { _ = os.RemoveAll(dir) }()
	s, _, err := demo.Open(context.Background(), dir, at, false)
	if err != nil {
		return nil, err
	}
	if err := s.Close(); err != nil {
		return nil, err
	}
	made.at[at.Unix()], err = os.ReadFile(filepath.Join(dir, "enkaustos.db"))
	return made.at[at.Unix()], err
}

// Folder is a data folder of the test's own, with the demo as it is made at the moment.
func Folder(t testing.TB, at time.Time) (dir string) {
	text, err := database(at)
	require.NoError(t, err)
	dir = t.TempDir()
	require.NoError(t, os.WriteFile(filepath.Join(dir, "enkaustos.db"), text, 0o600))
	return dir
}

// Open opens a demo of the test's own, at Monday.
func Open(t testing.TB) (*school.School, *demo.Clock) {
	s, clock, err := demo.Open(t.Context(), Folder(t, Monday), Monday, false)
	require.NoError(t, err)
	return s, clock
}
