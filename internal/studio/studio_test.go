package studio_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/demo"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// hands is a clock that the test moves.
type hands struct{ now time.Time }

func (h *hands) Now() time.Time { return h.now }

func room(t *testing.T) (*studio.Studio, *hands) {
	clock := &hands{time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)}
	s, err := store.Open(t.Context(), t.TempDir(), clock.now)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	school, err := studio.Open(t.Context(), s, clock)
	require.NoError(t, err)
	require.NoError(t, school.SetUp(t.Context(), "Test School", "a long passphrase"))
	return school, clock
}

func bring(t *testing.T, s *studio.Studio, kind studio.ListKind, text string) studio.Import {
	out, err := s.Import(t.Context(), studio.ImportRequest{Kind: kind, Text: text, Apply: true})
	require.NoError(t, err)
	return out
}

const jars = "code,name,kind,raw,cones,food\nA,Amber,solid,#aabbcc,5-6,yes\nB,Beck,solid,#ccbbaa,5-6,yes\n"

// newRoom has a class of two, ten minutes of preparation, and no tile.
func newRoom(t *testing.T) (*studio.Studio, *hands, []studio.Piece) {
	s, clock := room(t)
	bring(t, s, studio.GlazeList, jars)
	bring(t, s, studio.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\n")
	_, err := s.AddAssignment(t.Context(), store.Assignment{Class: s.Classes()[0].ID, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)
	return s, clock, s.Pieces("", "")
}

func log(t *testing.T, s *studio.Studio, events ...work.Event) ([]studio.Piece, []studio.Warning) {
	pieces, warnings, err := s.Log(t.Context(), studio.ByTeacher, studio.Now(events...))
	require.NoError(t, err)
	return pieces, warnings
}

func coat(id string, p studio.Piece, surface, code string) work.Event {
	return work.Event{ID: id, Piece: p.ID, Kind: work.Coated, Surface: surface, Glaze: code}
}

// Day one: a class list and some jars are enough to log a coat; the plan comes
// later, from what is on the piece, and one note says that there are no tiles.
func TestDayOne(t *testing.T) {
	s, _, pieces := newRoom(t)
	p := pieces[0]
	require.Equal(t, ready.Plan, p.Stage)
	after, warnings := log(t, s, coat("first", p, "face", "A"))
	require.Empty(t, warnings)
	require.Equal(t, "no-plan", after[0].Blockers[0].Code)
	saved, err := s.SavePlan(t.Context(), "test", p.ID, studio.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}}})
	require.NoError(t, err)
	require.Len(t, saved.Findings, 1)
	require.Equal(t, "no-tiles-yet", saved.Findings[0].Code)
	require.Equal(t, []string{"A", "A"}, saved.Surfaces[0].Left)
	_, err = s.SavePlan(t.Context(), "test", p.ID, studio.Draft{Choices: plan.Plan{}})
	require.ErrorContains(t, err, "Somebody else changed this plan")
}

func TestWarningsAreKeptCoats(t *testing.T) {
	s, clock, pieces := newRoom(t)
	p := pieces[0]
	p, err := s.SavePlan(t.Context(), "test", p.ID, studio.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	codes := func(warnings []studio.Warning) (all []string) {
		for _, w := range warnings {
			all = append(all, w.Code)
		}
		return all
	}
	_, w := log(t, s, coat("1", p, "face", "A"))
	require.Empty(t, w)
	clock.now = clock.now.Add(20 * time.Second)
	after, w := log(t, s, coat("2", p, "face", "A"))
	require.Equal(t, []string{"wet"}, codes(w))
	require.Contains(t, w[0].Text, "wet for another 40 s")
	require.True(t, after[0].Surfaces[0].On[1].OnWet)
	clock.now = clock.now.Add(time.Hour)
	_, w = log(t, s, coat("3", p, "face", "B"), coat("4", p, "edge", "B"), coat("5", p, "back", "B"))
	require.Equal(t, []string{"beyond", "unplanned", "contact"}, codes(w))
	again, w := log(t, s, coat("3", p, "face", "B"))
	require.Empty(t, w)
	require.Len(t, again[0].State.Coats, 5, "a resend changes nothing")
	_, _, err = s.Log(t.Context(), studio.ByTeacher, studio.Now(coat("6", p, "face", "A"), coat("7", p, "lid", "A")))
	require.ErrorContains(t, err, `no surface "lid"`)
	now, _, err := s.Piece(p.ID)
	require.NoError(t, err)
	require.Len(t, now.State.Coats, 5, "all or none")
}

// A load made from an old look at a piece is refused, and a coat on a loaded
// piece stops the firing.
func TestLoadsSeeTheLastCoat(t *testing.T) {
	s, clock, pieces := newRoom(t)
	p, err := s.SavePlan(t.Context(), "test", pieces[0].ID, studio.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}}})
	require.NoError(t, err)
	check := func(id string, seen int64) studio.Piece {
		after, _ := log(t, s, work.Event{ID: id + " all round", Piece: p.ID, Kind: work.Covered, Cover: foot.Even, Seen: seen},
			work.Event{ID: id, Piece: p.ID, Kind: work.Checked, Verdict: foot.Clean, Seen: seen})
		return after[0]
	}
	after, _ := log(t, s, coat("1", p, "face", "A"))
	old := after[0].State.Seq
	clock.now = clock.now.Add(13 * time.Hour)
	put := func(seen int64) error {
		_, err := s.AddToLoad(t.Context(), "test", store.Load{Cone: "6"}, []studio.Seen{{Piece: p.ID, Seq: seen}})
		return err
	}
	require.ErrorContains(t, put(old), "looked all round")
	log(t, s, coat("2", p, "face", "A"))
	require.Equal(t, "foot-lapsed", check("late", old).Blockers[1].Code, "a check that missed a coat")
	seen := check("seen", old+1).State.Seq
	require.ErrorContains(t, put(seen), "last wet less than 12 hours")
	clock.now = clock.now.Add(13 * time.Hour)
	require.ErrorContains(t, put(old), "since you looked")
	require.NoError(t, put(seen))
	load := s.Loads()[0]
	log(t, s, coat("3", p, "face", "A"))
	_, err = s.Fire(t.Context(), "test", load.ID)
	require.ErrorContains(t, err, "has to come out")
	log(t, s, work.Event{ID: "undo", Piece: p.ID, Kind: work.Undone, Undoes: "3"})
	_, err = s.Fire(t.Context(), "test", load.ID)
	require.NoError(t, err)
	_, _, err = s.Log(t.Context(), studio.ByTeacher, studio.Now(work.Event{ID: "x", Piece: p.ID, Kind: work.Graded, Mark: 4}))
	require.ErrorContains(t, err, "not out of the kiln yet")
	_, err = s.Unload(t.Context(), "test", load.ID)
	require.NoError(t, err)
	_, err = s.Unload(t.Context(), "test", load.ID)
	require.ErrorContains(t, err, "unloaded already")
}

func TestClassListKeepsNamesakesApart(t *testing.T) {
	s, _ := room(t)
	count := func(out studio.Import) string {
		return fmt.Sprint(out.Count(studio.Added), out.Count(studio.Changed), out.Count(studio.Same), out.Count(studio.Refusal))
	}
	require.Equal(t, "3 0 0 0", count(bring(t, s, studio.StudentList, "name,class,mark\nMarit,7,+\nMarit,7,//\nIlo,7,O\n")))
	require.Equal(t, "0 0 3 0", count(bring(t, s, studio.StudentList, "class;mark;name\n7;O;Ilo\n7;//;Marit\n7;+;Marit\n")))
	require.Equal(t, "0 1 2 0", count(bring(t, s, studio.StudentList, "name,class,mark\nIlo,7,Z\nMarit,7,+\nMarit,7,//\n")), "a new mark of the only Ilo")
	require.Equal(t, "1 0 0 0", count(bring(t, s, studio.StudentList, "name,class,mark\nMarit,7,new\n")), "which Marit? so it is another")
	require.Len(t, s.Classes()[0].Students, 4)

	out := bring(t, s, studio.GlazeList, "code,name,kind,raw,cones\nA,Amber,shiny,#aabbcc,5-6\nB,Beck,solid,blue,99\nB,Beck,solid,#aabbcc,5\n")
	require.False(t, out.Applied)
	require.Empty(t, s.Glazes(), "all or nothing")
	var cells []string
	for _, r := range out.Refused {
		cells = append(cells, fmt.Sprintf("%d %s", r.Row, r.Column))
		require.NotEmpty(t, r.Expected)
	}
	require.Equal(t, "2 kind, 3 raw, 3 cones, 4 code", strings.Join(cells, ", "))
}

// Memory equals a cold rebuild, after all that the demo does; and the demo has
// the school that it promises.
func TestMemoryEqualsColdRebuild(t *testing.T) {
	at := time.Date(2026, 3, 2, 9, 15, 0, 0, time.UTC)
	s, warm, clock, err := demo.Open(t.Context(), t.TempDir(), at, false)
	require.NoError(t, err)
	defer func() { require.NoError(t, s.Close()) }()
	frozen := &hands{clock.Now()}
	cold, err := studio.Open(t.Context(), s, frozen)
	require.NoError(t, err)
	before, after := warm.Pieces("", ""), cold.Pieces("", "")
	require.GreaterOrEqual(t, len(before), 190)
	require.GreaterOrEqual(t, len(warm.Classes()), 6)
	require.Len(t, warm.Glazes(), 24)
	require.GreaterOrEqual(t, len(warm.Tiles("")), 60)
	require.GreaterOrEqual(t, len(warm.Clays()), 2)
	stages := map[ready.Stage]int{}
	students := 0
	for _, c := range warm.Classes() {
		students += len(c.Students)
	}
	require.GreaterOrEqual(t, students, 150)
	for i := range before {
		stages[before[i].Stage]++
		require.Equal(t, before[i].ID, after[i].ID)
		require.Equal(t, before[i].Stage, after[i].Stage)
		require.Equal(t, before[i].State.Seq, after[i].State.Seq)
		require.Len(t, after[i].State.Coats, len(before[i].State.Coats))
	}
	require.Len(t, stages, 6, "pieces at every stage")
}
