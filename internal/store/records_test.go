package store_test

import (
	"database/sql"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Every record comes back from the disk as it went there, field for field.
func TestRecordsComeBack(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	mid := kiln.Range{From: "5", To: "6"}
	want := store.Records{
		Clays: []glaze.Clay{{Code: "P", Name: "Pale", Cones: mid, Fired: colour.Lab{L: 78.25, A: 3, B: -12.5}, Dark: true}},
		Glazes: []glaze.Glaze{{Code: "A", Name: "Amber", Kind: glaze.Breaking, Raw: colour.Lab{L: 60, A: 1, B: 2}, Cones: mid,
			Food: glaze.FoodClaimed, InStock: true, Runner: true, Coats: 2}},
		Classes:  []store.Class{{ID: "c", Name: "7", Clay: "P", Cone: "6"}},
		Students: []store.Student{{ID: "s", Class: "c", Name: "Ilo", Mark: `/\`}},
		Assignments: []store.Assignment{{ID: "a", Class: "c", Name: "Slab", Form: piece.Slab, Measures: piece.Measures{"length": 120.5},
			Clay: "P", Cone: "6", MadeAt: now}},
		Pieces: []store.Piece{{ID: "p", Assignment: "a", Student: "s"}},
		Tiles:  []glaze.Tile{{Code: "T", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "A", Coats: 3}}, Fired: colour.Lab{L: 30}, Textured: true, Piece: "p"}},
		Plans: []store.Plan{{Piece: "p", Revision: 1, At: now, By: "me", Choices: plan.Plan{
			"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}, "back": {Bare: true}}}},
		Loads: []store.Load{{ID: "l", Name: "Load 1", Cone: "6", MadeAt: now, FiredAt: now.Add(1)}},
		Events: []work.Event{{Seq: 1, ID: "e", Piece: "p", Kind: work.Checked, At: now, By: "me", Surface: "face", Glaze: "A", Back: 1, Undoes: "x",
			Seen: 7, Verdict: foot.Stained, Load: "l", Cone: "6", Text: "why", Again: true, Mark: 3}},
	}
	want.Loads[0].FiredAt = now
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error {
		require.NoError(t, tx.PutClay(want.Clays[0]))
		require.NoError(t, tx.PutGlaze(want.Glazes[0]))
		require.NoError(t, tx.PutClass(want.Classes[0]))
		require.NoError(t, tx.PutStudent(want.Students[0]))
		require.NoError(t, tx.PutAssignment(want.Assignments[0]))
		require.NoError(t, tx.AddPiece(want.Pieces[0]))
		require.NoError(t, tx.PutTile(want.Tiles[0]))
		require.NoError(t, tx.AddPlan(want.Plans[0]))
		require.NoError(t, tx.PutLoad(want.Loads[0]))
		_, err := tx.AddEvent(want.Events[0])
		return err
	}))
	require.NoError(t, s.Close())
	s = openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	got, err := s.Records(t.Context())
	require.NoError(t, err)
	for _, at := range []*store.Records{&got, &want} { // the same moments, wherever the clock hangs
		at.Events[0].At, at.Plans[0].At = at.Events[0].At.UTC(), at.Plans[0].At.UTC()
		at.Assignments[0].MadeAt = at.Assignments[0].MadeAt.UTC()
		at.Loads[0].MadeAt, at.Loads[0].FiredAt = at.Loads[0].MadeAt.UTC(), at.Loads[0].FiredAt.UTC()
	}
	require.Equal(t, want, got)
}

// Before the layout changes, what was there is copied: an old file with a
// table of its own is opened, and the copy still holds it as it was.
func TestCopyBeforeTheLayoutChanges(t *testing.T) {
	dir := t.TempDir()
	conn, err := sql.Open("sqlite", "file:"+file(dir))
	require.NoError(t, err)
	for _, statement := range []string{
		"PRAGMA application_id = 0x456e6b61",
		"CREATE TABLE goose_db_version (id INTEGER PRIMARY KEY AUTOINCREMENT, version_id INTEGER NOT NULL, is_applied INTEGER NOT NULL, tstamp TIMESTAMP DEFAULT (datetime('now')))",
		"INSERT INTO goose_db_version (version_id, is_applied) VALUES (0, 1)",
		"CREATE TABLE from_before (word TEXT)",
		"INSERT INTO from_before VALUES ('kept')",
	} {
		_, err := conn.Exec(statement)
		require.NoError(t, err, statement)
	}
	require.NoError(t, conn.Close())

	s := openAt(t, dir)
	_, err = s.Records(t.Context())
	require.NoError(t, err, "the layout is today's")
	copies, err := s.Backups()
	require.NoError(t, err)
	require.Len(t, copies, 1)
	require.NoError(t, s.Close())
	require.NoError(t, openAt(t, dir).Close(), "nothing to change the second time")

	old, err := sql.Open("sqlite", "file:"+filepath.Join(dir, "backups", copies[0].Name))
	require.NoError(t, err)
	defer func() { require.NoError(t, old.Close()) }()
	var word string
	var tables int
	require.NoError(t, old.QueryRow("SELECT word FROM from_before").Scan(&word))
	require.Equal(t, "kept", word)
	require.NoError(t, old.QueryRow("SELECT COUNT(*) FROM sqlite_master WHERE name = 'pieces'").Scan(&tables))
	require.Zero(t, tables, "the copy is from before")
}

// A school of the first layout is taken over: what it had is there, and what it
// could not know is not known.
func TestFirstLayoutIsTakenOver(t *testing.T) {
	dir := t.TempDir()
	conn, err := sql.Open("sqlite", "file:"+file(dir))
	require.NoError(t, err)
	first, err := os.ReadFile("migrations/00001_first.sql")
	require.NoError(t, err)
	up, _, _ := strings.Cut(string(first), "-- +goose Down")
	for _, statement := range []string{
		up,
		"PRAGMA application_id = 0x456e6b61",
		"CREATE TABLE goose_db_version (id INTEGER PRIMARY KEY AUTOINCREMENT, version_id INTEGER NOT NULL, is_applied INTEGER NOT NULL, tstamp TIMESTAMP DEFAULT (datetime('now')))",
		"INSERT INTO goose_db_version (version_id, is_applied) VALUES (0, 1), (1, 1)",
		"INSERT INTO clays VALUES ('P', 'Pale', '5', '6', 78, 3, 12, 0)",
		"INSERT INTO glazes VALUES ('A', 'Amber', 'solid', '5', '6', 60, 1, 2, 'claimed', 1, 0, 0)",
		`INSERT INTO tiles VALUES ('T', 'P', '6', '[{"glaze":"A","coats":3}]', 40, 10, 20, 0, NULL)`,
		"INSERT INTO classes VALUES ('c', '7', 'P', '6')",
	} {
		_, err := conn.Exec(statement)
		require.NoError(t, err, statement)
	}
	require.NoError(t, conn.Close())

	s := openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	r, err := s.Records(t.Context())
	require.NoError(t, err)
	require.Equal(t, glaze.UnknownJar(), r.Glazes[0].Jar)
	require.Equal(t, glaze.Oxidation, r.Tiles[0].In())
	require.Empty(t, r.Tiles[0].Readings)
	require.Equal(t, glaze.Oxidation, r.Classes[0].Atmosphere)
	require.Empty(t, r.Classes[0].Jars)
	copies, err := s.Backups()
	require.NoError(t, err)
	require.Len(t, copies, 1, "what was there was copied first")
}

// Readings, photographs, labels and a class's jars come back as they went.
func TestTheWallComesBack(t *testing.T) {
	dir := t.TempDir()
	s := openAt(t, dir)
	mid := kiln.Range{From: "5", To: "6"}
	reading := glaze.Reading{Half: glaze.Texture, Coats: 2, Lab: colour.Lab{L: 41.25, A: -3, B: 7.5}, Spread: 1.25,
		Flags: []colour.Flag{colour.Glare, colour.OneCard}, Source: glaze.FromPhotograph, Photo: "ph", At: now}
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error {
		return errors.Join(
			tx.PutClay(glaze.Clay{Code: "P", Name: "Pale", Cones: mid}),
			tx.PutGlaze(glaze.Glaze{Code: "A", Name: "Amber", Kind: glaze.Solid, Cones: mid, Atmosphere: glaze.Reduction,
				Jar: glaze.Jar{ML: 473, Level: 0.25, State: glaze.Thick, MixedAt: now}}),
			tx.PutTile(glaze.Tile{Code: "T", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "A", Coats: 3}}, Atmosphere: glaze.Reduction, Place: 7,
				Readings: []glaze.Reading{reading}}),
			tx.PutClass(store.Class{ID: "c", Name: "7", Clay: "P", Cone: "6", Atmosphere: glaze.Reduction, Jars: []string{"A"}}),
			tx.AddPhotograph(store.Photograph{ID: "ph", Name: "rack.jpg", At: now, Width: 200, Height: 100}, []byte("pixels")),
			tx.PutHint("A", []byte("label")))
	}))
	require.NoError(t, s.Close())
	s = openAt(t, dir)
	defer func() { require.NoError(t, s.Close()) }()
	r, err := s.Records(t.Context())
	require.NoError(t, err)
	got := r.Tiles[0].Readings[0]
	got.At = got.At.UTC()
	require.Equal(t, reading, got)
	require.Equal(t, 7, r.Tiles[0].Place)
	require.Equal(t, glaze.Reduction, r.Tiles[0].Atmosphere)
	require.Equal(t, 0.25, r.Glazes[0].Jar.Level)
	require.True(t, now.Equal(r.Glazes[0].Jar.MixedAt))
	require.Equal(t, []string{"A"}, r.Classes[0].Jars)
	require.Equal(t, []string{"A"}, r.Hints)
	p, pixels, ok, err := s.Photograph(t.Context(), "ph")
	require.NoError(t, err)
	require.True(t, ok)
	require.Equal(t, "rack.jpg", p.Name)
	require.Equal(t, "pixels", string(pixels))
	label, err := s.Hint(t.Context(), "A")
	require.NoError(t, err)
	require.Equal(t, "label", string(label))
	require.NoError(t, s.Write(t.Context(), func(tx *store.Tx) error { return errors.Join(tx.RemovePhotograph("ph"), tx.PutHint("A", nil)) }))
	_, _, ok, err = s.Photograph(t.Context(), "ph")
	require.NoError(t, err)
	require.False(t, ok)
	label, err = s.Hint(t.Context(), "A")
	require.NoError(t, err)
	require.Nil(t, label)
}
