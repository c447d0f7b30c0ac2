package rooms_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/lessons"
	"enkaustos/internal/school"
)

// A lesson of two classes: a tablet serves both, follows a change at once, and a late tap of
// either is kept.
func TestALessonOfTwoClasses(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	classes := []string{seven.Assignment.Class, eight.Assignment.Class}
	require.NoError(t, s.SetBells(t.Context(), lesson.Bell{Classes: classes, Weekday: 1, Starts: 540, Ends: 600}))
	tablet := paired(t, s, "Sink side")
	clock.now = clock.now.Add(2 * time.Minute)
	require.Equal(t, classes, tablet().Classes)
	for i, p := range []Piece{seven, eight} {
		warnings, err := s.LogLate(t.Context(), tablet(), []work.Sent{{Event: coat([]string{"a", "b"}[i], p, "face", "A"), AgeMS: 40_000}})
		require.NoError(t, err)
		require.Empty(t, warnings)
		require.Len(t, s.Piece(p.ID).State.Coats, 1)
	}
	clock.now = time.Date(2026, 3, 2, 10, 0, 0, 0, time.Local)
	require.Empty(t, tablet().Classes, "the bell has gone for both")
}

// What a tablet reads of a lesson is no more than it needs: who is away, whose piece is wet
// or who goes without is the teacher's, and where the house calls students by their marks the
// lists do.
func TestWhatATabletReadsOfALesson(t *testing.T) {
	s, clock, seven, _ := twoClasses(t)
	_, err := s.SavePlan(t.Context(), seven.ID, desk.Draft{Revision: seven.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	require.NoError(t, s.change(t.Context(), func(m school.Moment, c *school.Change) error {
		school.Rules.Put(c, school.HouseRules{Values: map[string]string{"names": "mark"}})
		return nil
	}))
	l, tablet := lessons.Lessons{School: s.School}, paired(t, s, "Sink side")
	const key = "2026-03-02T09:00"
	at := func(by work.Actor) (contract.GetBefore200JSONResponse, contract.GetClose200JSONResponse) {
		ctx := school.WithActor(t.Context(), by)
		before, err := l.GetBefore(ctx, contract.GetBeforeRequestObject{Key: key})
		require.NoError(t, err)
		closing, err := l.GetClose(ctx, contract.GetCloseRequestObject{Key: key})
		require.NoError(t, err)
		return before.(contract.GetBefore200JSONResponse), closing.(contract.GetClose200JSONResponse)
	}
	_, _, err = s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat("wet", seven, "face", "A")}})
	require.NoError(t, err)
	clock.now = clock.now.Add(20 * time.Second)
	before, closing := at(school.Teacher)
	require.Equal(t, "Ilo", before.Hand[0].Student)
	require.NotEmpty(t, closing.Wet)
	require.Equal(t, 1, closing.Done)
	before, closing = at(tablet())
	require.Equal(t, "O", before.Hand[0].Student, "by the mark")
	require.Empty(t, closing.Wet)
	require.Equal(t, 1, closing.Done)

	_, err = l.GetBefore(school.WithActor(t.Context(), tablet()), contract.GetBeforeRequestObject{Key: "2026-03-02T10:00"})
	require.ErrorContains(t, err, "not of the class that is in the room now")
}

// Two lessons of a class, one after the other: a coat is of the one in which it was laid.
func TestACoatIsOfItsLesson(t *testing.T) {
	s, clock, seven, _ := twoClasses(t)
	bell := func(starts, ends lesson.Minutes) lesson.Bell {
		return lesson.Bell{Classes: []string{seven.Assignment.Class}, Weekday: 1, Starts: starts, Ends: ends}
	}
	require.NoError(t, s.SetBells(t.Context(), bell(540, 590), bell(600, 660)))
	for _, at := range []string{"09:30", "09:55", "10:10"} {
		day, err := time.ParseInLocation("2006-01-02 15:04", "2026-03-02 "+at, time.Local)
		require.NoError(t, err)
		clock.now = day
		_, _, err = s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat(at, seven, "face", "A")}})
		require.NoError(t, err)
	}
	l := lessons.Lessons{School: s.School}
	done := func(key string) int {
		v, err := l.GetClose(school.WithActor(t.Context(), school.Teacher), contract.GetCloseRequestObject{Key: key})
		require.NoError(t, err)
		return v.(contract.GetClose200JSONResponse).Done
	}
	require.Equal(t, 2, done("2026-03-02T09:00"), "what was entered just after its bell is its own")
	require.Equal(t, 1, done("2026-03-02T10:00"))
}
