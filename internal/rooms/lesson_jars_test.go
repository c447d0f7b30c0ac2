package rooms_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/lessons"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
	"enkaustos/internal/view"
)

// Poured cups leave the jar, clean leftovers come back; what is seen in it then is held
// against what should be in it.
func TestWhatIsPouredLeavesTheJar(t *testing.T) {
	s, clock, _, _ := twoClasses(t)
	ml, level := 400.0, 1.0
	require.NoError(t, s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &level}))
	l := lessons.Lessons{School: s.School}
	tablet := paired(t, s, "Sink side")
	pour := func(glaze string, ml float64) error {
		clock.now = clock.now.Add(time.Second)
		_, err := l.PourGlaze(school.WithActor(t.Context(), tablet()), contract.PourGlazeRequestObject{Key: "2026-03-02T09:00", Body: &contract.PourGlazeJSONRequestBody{Glaze: glaze, Ml: ml}})
		return err
	}
	left := func() float64 {
		g := school.Glazes.All(s.Now().Snapshot)["A"]
		ml, _ := g.Jar.LeftML()
		return ml
	}
	require.NoError(t, pour("A", 60))
	require.NoError(t, pour("A", 90))
	require.InDelta(t, 250, left(), 1e-9)
	require.ErrorContains(t, pour("A", -151), "cannot come back")
	require.NoError(t, pour("A", -40))
	require.InDelta(t, 290, left(), 1e-9)
	require.NoError(t, pour("A", 0), "the last one is taken back")
	require.InDelta(t, 250, left(), 1e-9)
	require.NoError(t, pour("A", 340), "more than anybody thought was in it")
	require.Zero(t, left())
	require.NoError(t, pour("A", 0))
	require.InDelta(t, 250, left(), 1e-9, "and no more comes back than went")
	require.NoError(t, pour("A", -30))
	should, known := school.ShouldML(s.Now(), "A")
	require.True(t, known)
	require.InDelta(t, 280, should, 1e-9)
	require.NoError(t, s.Reload(t.Context()))
	require.InDelta(t, 280, left(), 1e-9, "as a cold start has it")

	clock.now = clock.now.Add(time.Hour)
	seen := 0.5
	require.NoError(t, s.ChangeJar(t.Context(), "A", stock.JarChange{Level: &seen}))
	jar := view.Jar(s.Now(), school.Glazes.All(s.Now().Snapshot)["A"])
	require.Contains(t, view.Value(jar.Missed), "80 mL less than was to be expected")
	require.ErrorContains(t, pour("A", 10), "not of the class that is in the room now", "the bell has gone")
}

// What is optional waits at the tablets until the class is told, and no plan counts it before.
func TestExtrasWaitUntilTheClassIsTold(t *testing.T) {
	s, _, seven, _ := twoClasses(t)
	dots := piece.Marking{Details: []piece.Detail{{ID: "dots", Name: "Dots", Kind: piece.Dots, On: "face", AreaCM2: 2, Over: true, Optional: true}}}
	require.NoError(t, s.ChangeAssignment(t.Context(), seven.Assignment.ID, lists.AssignmentChange{Marking: &dots}))
	seven = s.Piece(seven.ID)
	_, err := s.SavePlan(t.Context(), seven.ID, desk.Draft{Revision: seven.Plan.Revision, Choices: plan.Plan{
		"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}, "dots": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}}})
	require.NoError(t, err)
	require.NoError(t, s.change(t.Context(), func(_ school.Moment, c *school.Change) error {
		school.Rules.Put(c, school.HouseRules{Values: map[string]string{"extras": "told"}})
		return nil
	}))
	l := lessons.Lessons{School: s.School, Running: lessons.NewRunning(s.School)}
	t.Cleanup(l.Running.Close)
	tablet := paired(t, s, "Sink side")
	offered := func() bool {
		for _, surface := range view.Piece(s.Now(), tablet(), s.Now().Pieces[seven.ID]).Surfaces {
			if surface.Id == "dots" {
				return len(surface.Left) > 0
			}
		}
		return false
	}
	route := func() contract.GetRoute200JSONResponse {
		v, err := l.GetRoute(school.WithActor(t.Context(), school.Teacher), contract.GetRouteRequestObject{Key: "2026-03-02T09:00"})
		require.NoError(t, err)
		return v.(contract.GetRoute200JSONResponse)
	}
	require.False(t, offered())
	require.Equal(t, contract.Extras{Held: true, Pieces: 1}, route().Extras)
	for _, task := range route().Turns[0].Tasks {
		require.False(t, task.Optional)
	}
	_, _, err = s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat("base", seven, "face", "A")}})
	require.NoError(t, err)
	require.Equal(t, 1, route().Extras.Laid, "its base is on")

	_, err = l.ReleaseExtras(school.WithActor(t.Context(), school.Teacher), contract.ReleaseExtrasRequestObject{Id: seven.Assignment.Class, Body: &contract.ReleaseExtrasJSONRequestBody{Released: true}})
	require.NoError(t, err)
	require.True(t, offered())
	require.Equal(t, contract.Extras{Released: true, Pieces: 1, Laid: 1}, route().Extras)
	require.NoError(t, s.Reload(t.Context()))
	require.True(t, offered(), "as a cold start has it")
}

// A jar that two classes share is short for the second of them, a day before it is.
func TestShortTheDayBefore(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	for _, p := range []Piece{seven, eight} {
		_, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Revision: p.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
		require.NoError(t, err)
	}
	takes := 0.0
	for _, a := range s.Now().Case(s.Now().Pieces[seven.ID]).OpenAmounts() {
		takes += a.ML
	}
	require.Positive(t, takes)
	ml, level := 100.0, 1.5*takes/100
	require.NoError(t, s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &level}))
	clock.now = time.Date(2026, 3, 1, 18, 0, 0, 0, time.Local) // Sunday evening
	l := lessons.Lessons{School: s.School}
	short := func() contract.ListShortages200JSONResponse {
		v, err := l.ListShortages(t.Context(), contract.ListShortagesRequestObject{})
		require.NoError(t, err)
		return v.(contract.ListShortages200JSONResponse)
	}
	all := short()
	require.Len(t, all, 1)
	require.Equal(t, "A", all[0].Code)
	require.InDelta(t, takes/2, all[0].Short, 0.5)
	require.Equal(t, []string{"Marit (X)"}, all[0].Hit, "her lesson is the second one")
	require.Equal(t, "2026-03-02T10:00", all[0].First.Key)

	// What is kept for another project is nobody's of these two.
	require.NoError(t, s.change(t.Context(), func(m school.Moment, c *school.Change) error {
		return stock.Reserve(m, c, school.Reserve{Glaze: "A", ML: takes, For: "Spring show"})
	}))
	all = short()
	require.InDelta(t, 1.5*takes, all[0].Short, 0.5)
	require.InDelta(t, takes, all[0].Kept, 0.5)
	require.Equal(t, []string{"Ilo (O)", "Marit (X)"}, all[0].Hit)
	before, err := l.GetBefore(school.WithActor(t.Context(), school.Teacher), contract.GetBeforeRequestObject{Key: "2026-03-02T10:00"})
	require.NoError(t, err)
	one := before.(contract.GetBefore200JSONResponse).Glazes[0]
	require.InDelta(t, takes, view.Value(one.Earlier), 0.5)
	require.InDelta(t, takes, view.Value(one.Kept), 0.5)
}

// What a lesson is foreseen to get done is kept as it begins, also where nobody prepared it;
// and a lesson that lies behind another one counts on what that one gets done.
func TestLessonsThatNobodyPrepared(t *testing.T) {
	s, clock, seven, _ := twoClasses(t)
	_, err := s.SavePlan(t.Context(), seven.ID, desk.Draft{Revision: seven.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	l := lessons.Lessons{School: s.School, Running: lessons.NewRunning(s.School)}
	t.Cleanup(l.Running.Close)
	at := func(key string) contract.GetCourse200JSONResponse {
		v, err := l.GetCourse(school.WithActor(t.Context(), school.Teacher), contract.GetCourseRequestObject{Key: key})
		require.NoError(t, err)
		return v.(contract.GetCourse200JSONResponse)
	}
	require.NoError(t, s.SetBells(t.Context(), lesson.Bell{Classes: []string{seven.Assignment.Class}, Weekday: 1, Starts: 540, Ends: 600},
		lesson.Bell{Classes: []string{seven.Assignment.Class}, Weekday: 3, Starts: 540, Ends: 600}))
	clock.now = time.Date(2026, 3, 2, 8, 0, 0, 0, time.Local)
	require.Equal(t, 2, at("2026-03-02T09:00").Coats.Foreseen)
	require.Empty(t, at("2026-03-04T09:00").Pieces, "Monday's lesson finishes it")

	planned := func() int {
		v, err := l.GetClose(school.WithActor(t.Context(), school.Teacher), contract.GetCloseRequestObject{Key: "2026-03-02T09:00"})
		require.NoError(t, err)
		return v.(contract.GetClose200JSONResponse).Planned
	}
	l.Running.Begin()
	require.Zero(t, planned(), "it has not begun")
	clock.now = time.Date(2026, 3, 2, 9, 1, 0, 0, time.Local)
	l.Running.Begin()
	require.Equal(t, 2, planned())
	_, _, err = s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat("one", seven, "face", "A")}})
	require.NoError(t, err)
	l.Running.Begin()
	require.Equal(t, 2, planned(), "as it began")
}

// What stands in cups is still there for those it was poured for: no jar is short for it, until
// it is laid, or its lesson is over.
func TestWhatStandsInCupsIsNotLacking(t *testing.T) {
	s, clock, seven, _ := twoClasses(t)
	_, err := s.SavePlan(t.Context(), seven.ID, desk.Draft{Revision: seven.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	takes := s.Now().Case(s.Now().Pieces[seven.ID]).OpenAmounts()[0].ML
	ml, level := 100.0, 1.1*takes/100
	require.NoError(t, s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &level}))
	at := lesson.Lesson{}
	for _, l := range school.Bells.The(s.Now().Snapshot).On(lesson.DateOf(clock.now)) {
		if l.Has(seven.Assignment.Class) {
			at = l
		}
	}
	require.NoError(t, s.change(t.Context(), func(m school.Moment, c *school.Change) error { return lessons.Pour(m, c, at, "A", takes, "teacher") }))
	short := func() float64 { return s.Now().Budgets()["A"].ShortML() }
	require.Zero(t, short())
	require.InDelta(t, takes, school.InCups(s.Now())["A"], 1e-9)
	clock.now = clock.now.Add(time.Minute)
	_, _, err = s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat("one", seven, "face", "A")}})
	require.NoError(t, err)
	require.InDelta(t, takes/2, school.InCups(s.Now())["A"], 0.01*takes, "the first of two coats")
	require.Zero(t, short())
	clock.now = time.Date(2026, 3, 2, 11, 30, 0, 0, time.Local)
	require.Empty(t, school.InCups(s.Now()), "its lesson is over")
}

// A class that shares its first lesson with one that had another before it is counted as well,
// and every piece once.
func TestShortOverLessonsOfTwoClasses(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	for _, p := range []Piece{seven, eight} {
		_, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Revision: p.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
		require.NoError(t, err)
	}
	takes := s.Now().Case(s.Now().Pieces[seven.ID]).OpenAmounts()[0].ML
	both := []string{seven.Assignment.Class, eight.Assignment.Class}
	require.NoError(t, s.SetBells(t.Context(), lesson.Bell{Classes: both[:1], Weekday: 1, Starts: 540, Ends: 600}, lesson.Bell{Classes: both, Weekday: 1, Starts: 660, Ends: 720}))
	ml, level := 100.0, takes/200
	require.NoError(t, s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &level}))
	clock.now = time.Date(2026, 3, 1, 18, 0, 0, 0, time.Local)
	v, err := lessons.Lessons{School: s.School}.ListShortages(t.Context(), contract.ListShortagesRequestObject{})
	require.NoError(t, err)
	all := v.(contract.ListShortages200JSONResponse)
	require.InDelta(t, 2*takes, all[0].Takes, 0.5, "both classes, each piece once")
	require.InDelta(t, 1.5*takes, all[0].Short, 0.5)
	require.Equal(t, []string{"Ilo (O)", "Marit (X)"}, all[0].Hit)
	require.Equal(t, "2026-03-02T09:00", all[0].First.Key)
}

// A lesson that runs is planned anew once something happens in it, and whoever looks is told;
// where nobody looks, nothing is planned.
func TestALessonIsPlannedAnewWhileSomebodyLooks(t *testing.T) {
	s, _, seven, _ := twoClasses(t)
	_, err := s.SavePlan(t.Context(), seven.ID, desk.Draft{Revision: seven.Plan.Revision, Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	running := lessons.NewRunning(s.School)
	t.Cleanup(running.Close)
	told := make(chan school.Told, 100)
	t.Cleanup(s.Listen(func(t school.Told) {
		if len(t.Kinds) == 1 && t.Kinds[0] == "route" {
			told <- t
		}
	}))
	lay := func(id string) {
		_, _, err := s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat(id, seven, "face", "A")}})
		require.NoError(t, err)
	}
	m := s.Now()
	key, err := lesson.ParseKey("2026-03-02T09:00")
	require.NoError(t, err)
	at, ok := school.Bells.The(m.Snapshot).Find(key)
	require.True(t, ok)
	strokes := func() (n int) {
		_, planned, err := running.Plan(s.Now(), at)
		require.NoError(t, err)
		for _, c := range planned.Courses {
			n += len(c.Steps)
		}
		return n
	}
	before := strokes()
	lay("first")
	require.Eventually(t, func() bool { return len(told) > 0 }, 20*time.Second, 10*time.Millisecond)
	require.Less(t, strokes(), before, "one coat fewer to lay")
	require.Equal(t, strokes(), strokes(), "and the same plan until something happens")
}
