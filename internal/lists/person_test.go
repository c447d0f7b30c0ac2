package lists_test

import (
	"encoding/json"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/grade"
	"enkaustos/core/work"
	"enkaustos/internal/bench"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

// A student is shown with all that is kept, and erased so that no byte of the file names
// them or says what was said; what their pieces teach stays.
func TestAStudentIsShownAndErased(t *testing.T) {
	dir := demotest.Folder(t, demotest.Monday)
	s, _, err := demo.Open(t.Context(), dir, demotest.Monday, false)
	require.NoError(t, err)
	_, err = lists.PersonOf(s.Now(), "Nobody At All", "")
	require.ErrorContains(t, err, "Nobody is called")

	m := s.Now()
	var piece *school.Piece
	for _, p := range m.Pieces {
		if len(p.State.Coats) > 2 && (piece == nil || p.ID < piece.ID) {
			piece = p
		}
	}
	const name, words = "Quillon X.", "a word that nobody else says"
	student, _ := school.Students.Get(m.Snapshot, piece.Student)
	student.Name, student.Mark = name, ""
	require.NoError(t, s.Change(t.Context(), func(_ school.Moment, c *school.Change) error {
		school.Students.Put(c, student)
		school.Wishes.Put(c, school.Wish{Piece: piece.ID, Text: words})
		school.Grades.Put(c, school.Grade{Piece: piece.ID, What: grade.Made, Note: words + ", in a grade"})
		return nil
	}))
	_, err = bench.New(s).Log(t.Context(), school.Teacher, []work.Sent{{Event: work.Event{ID: "a-note-of-the-teacher", Piece: piece.ID, Kind: work.Noted, Text: words}}, {Event: work.Event{ID: "set-aside-for-a-reason", Piece: piece.ID, Kind: work.SetAside, Text: words}}})
	require.NoError(t, err)

	found, err := lists.PersonOf(s.Now(), "quillon x.", "")
	require.NoError(t, err)
	about, err := lists.About(t.Context(), s, found)
	require.NoError(t, err)
	text, err := json.Marshal(about)
	require.NoError(t, err)
	for _, part := range []string{name, words, words + ", in a grade", piece.ID, "a-note-of-the-teacher"} {
		require.Contains(t, string(text), part)
	}
	coats := len(s.Now().Pieces[piece.ID].State.Coats)

	require.NoError(t, lists.Erase(t.Context(), s, found))
	look := func() {
		now := s.Now().Pieces[piece.ID]
		require.Len(t, now.State.Coats, coats, "what the piece teaches stays")
		require.Equal(t, "(erased)", now.State.Notes[len(now.State.Notes)-1].Text)
		left, ok := school.Students.Get(s.Now().Snapshot, piece.Student)
		require.True(t, ok)
		require.Equal(t, "(erased)", left.Name)
	}
	look()
	require.NoError(t, s.Close())
	files, err := filepath.Glob(filepath.Join(dir, "enkaustos.db*"))
	require.NoError(t, err)
	for _, file := range files {
		bytes, err := os.ReadFile(file)
		require.NoError(t, err)
		require.NotContains(t, string(bytes), words, file)
		require.NotContains(t, string(bytes), name, file)
	}
	s, _, err = demo.Open(t.Context(), dir, demotest.Monday, false)
	require.NoError(t, err)
	look()
	require.NoError(t, s.Close())
}
