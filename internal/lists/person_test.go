package lists_test

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/grade"
	"enkaustos/core/lesson"
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
		// Words of and about somebody in the records of others, of whatever kind.
		school.Reserves.Put(c, school.Reserve{ID: "kept", Glaze: "N01", For: "the vase of quillon x."})
		a := m.Assignments[piece.Assignment].AssignmentRecord
		a.ID, a.Name = "hers", "A vase for Quillon X. alone"
		school.Assignments.Put(c, a)
		a.ID, a.Name = "maybe", "Quillon's vase"
		school.Assignments.Put(c, a)
		bells := school.Bells.The(m.Snapshot)
		bells.Changes = append(slices.Clone(bells.Changes), lesson.Change{Of: lesson.Key{Date: 20000, Starts: 540}, Note: "Quillon X. presents"})
		school.Bells.Put(c, bells)
		school.Loads.Put(c, school.Load{ID: "hot", Name: "Load", Hot: "Quillon X. waited at the door"})
		student.Table = "beside " + words
		school.Students.Put(c, student)
		for i, settled := range []time.Time{{}, m.At} {
			bench.Strays.Put(c, bench.Stray{Event: work.Event{ID: fmt.Sprintf("late-%d", i), Piece: piece.ID, Kind: work.Noted, Text: words}, Station: "Window table", SettledAt: settled})
		}
		return nil
	}))
	for _, p := range m.Pieces { // a note on somebody else's piece
		if p.Student != piece.Student {
			_, err = bench.New(s).Log(t.Context(), school.Teacher, []work.Sent{{Event: work.Event{ID: "a-note-of-another", Piece: p.ID, Kind: work.Noted, Text: "Its lid was made by Quillon X."}}})
			require.NoError(t, err)
			break
		}
	}
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

	may, err := lists.Erase(t.Context(), s, found)
	require.NoError(t, err)
	require.Contains(t, may, school.Mention{Where: "assignment", Text: "Quillon's vase"}, "who is meant, the teacher knows")
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
		require.NotContains(t, strings.ToLower(string(bytes)), strings.ToLower(name), file)
	}
	s, _, err = demo.Open(t.Context(), dir, demotest.Monday, false)
	require.NoError(t, err)
	look()
	require.NoError(t, s.Close())
}
