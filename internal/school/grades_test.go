package school_test

import (
	"database/sql"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/grade"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/internal/school"
)

// The figures from 1 to 4 of before stand among the grades, each piece's newest that no undo took
// back; in the log stays what was seen, and no figure.
func TestFiguresOfBeforeAreGrades(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	ids := []string{"four", "changed", "undone", "redone", "one", "none"}
	require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error {
		school.Clays.Put(c, glaze.Clay{Code: "P", Name: "Pale"})
		school.Classes.Put(c, school.Class{ID: "C", Name: "7", Clay: "P", Cone: "6"})
		school.Assignments.Put(c, school.AssignmentRecord{ID: "A", Class: "C", Name: "Slab", Form: piece.Slab, Clay: "P", Cone: kiln.Cone("6")})
		for _, id := range ids {
			school.Students.Put(c, school.Student{ID: "s-" + id, Class: "C", Name: id})
			school.Pieces.Put(c, school.PieceRecord{ID: id, Assignment: "A", Student: "s-" + id})
		}
		return nil
	}))
	require.NoError(t, s.Close())

	db, err := sql.Open("sqlite", filepath.Join(dir, "enkaustos.db"))
	require.NoError(t, err)
	run := func(sql string, args ...any) {
		_, err := db.ExecContext(t.Context(), sql, args...)
		require.NoError(t, err)
	}
	run("ALTER TABLE event DROP COLUMN sum")
	run("ALTER TABLE folded DROP COLUMN sum")
	run("DROP TABLE grade")
	run("DROP TABLE avoided")
	run("DROP TABLE vote")
	run("DROP TABLE offer")
	run("DROP TABLE fired_colour")
	run("DELETE FROM goose_db_version WHERE version_id >= 11")
	seq := 0
	log := func(piece, id, kind, body string) {
		seq++
		run("INSERT INTO event (seq, id, piece, kind, at, by, body) VALUES (?, ?, ?, ?, 1767225600000, 'teacher', ?)", seq, id, piece, kind, body)
	}
	for _, id := range ids {
		log(id, "fire-"+id, "fire", `{"load":"L","cone":"6"}`)
		log(id, "out-"+id, "unload", `{"load":"L"}`)
	}
	log("four", "q1", "quality", `{"mark":4,"text":"a rare word"}`)
	log("changed", "q2", "quality", `{"mark":2}`)
	log("changed", "q3", "quality", `{"mark":3}`)
	log("undone", "q4", "quality", `{"mark":2}`)
	log("undone", "u4", "undo", `{"undoes":"q4"}`)
	log("redone", "q5", "quality", `{"mark":2}`)
	log("redone", "u5", "undo", `{"undoes":"q5"}`)
	log("redone", "v5", "undo", `{"undoes":"u5"}`)
	log("one", "q6", "quality", `{"mark":1}`)
	require.NoError(t, db.Close())

	s = open(t, dir)
	m := s.Now()
	for id, want := range map[string]float64{"four": 4, "changed": 3, "redone": 2, "one": 1} {
		g, given := school.Grades.Get(m.Snapshot, id+"/glazing")
		require.True(t, given, id)
		require.Equal(t, want, *g.Value, id)
		require.Equal(t, grade.Usual(), g.Scale)
		require.Equal(t, "teacher", g.By)
		require.Equal(t, 2026, g.At.Year())
	}
	require.Len(t, school.Grades.All(m.Snapshot), 4)
	require.Equal(t, "a rare word", school.Grades.All(m.Snapshot)["four/glazing"].Note)
	for id, want := range map[string]fault.Came{"four": fault.Sound, "changed": fault.Faulty, "undone": "", "redone": fault.Faulty, "one": fault.Spoiled, "none": ""} {
		require.Equal(t, want, m.Pieces[id].State.Outcome().Came, id)
		events, err := s.Log(t.Context(), id)
		require.NoError(t, err)
		for _, e := range events {
			require.Empty(t, e.Text, "no word of a grade stays in a log")
		}
	}
}
