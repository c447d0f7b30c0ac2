package rooms_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/kiln"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

func bring(t *testing.T, s *staff, kind lists.ListKind, text string) lists.Import {
	out, err := s.Import(t.Context(), lists.ImportRequest{Kind: kind, Text: text, Apply: true})
	require.NoError(t, err)
	return out
}

const jars = "code,name,kind,raw,cones,food\nA,Amber,solid,#aabbcc,5-6,yes\nB,Beck,solid,#ccbbaa,5-6,yes\n"

// newRoom has a class of two, ten minutes of preparation, and no tile.
func newRoom(t *testing.T) (*staff, *hands, []Piece) {
	s, clock := aRoom(t)
	bring(t, s, lists.GlazeList, jars)
	bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\n")
	_, err := s.AddAssignment(t.Context(), school.AssignmentRecord{Class: s.Now().ClassesByName()[0].ID, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)
	return s, clock, s.Pieces("", "")
}

func log(t *testing.T, s *staff, events ...work.Event) ([]Piece, []contract.LogWarning) {
	for i, e := range events {
		if e.Saw == nil && (e.Kind == work.Checked || e.Kind == work.Covered) {
			events[i].Saw = sight(s, e.Piece)
		}
	}
	pieces, warnings, err := s.Log(t.Context(), school.Teacher, now(events...))
	require.NoError(t, err)
	return pieces, warnings
}

// sight is what the screen of whoever looks at a piece holds of it.
func sight(s *staff, id string) *work.Sight {
	m := s.Now()
	saw := m.Survey(m.Pieces[id]).Sight
	return &saw
}

func coat(id string, p Piece, surface, code string) work.Event {
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
	require.EqualValues(t, "no-plan", after[0].Verdict.Blockers()[0].Code)
	saved, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}}})
	require.NoError(t, err)
	require.Len(t, saved.Findings, 1)
	require.EqualValues(t, "no-tiles-yet", saved.Findings[0].Code)
	require.Equal(t, []string{"A", "A"}, []string{saved.Surfaces[0].Left[0].Glaze, saved.Surfaces[0].Left[1].Glaze})
	_, err = s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: plan.Plan{}})
	require.ErrorContains(t, err, "Somebody else changed this plan")
}

func TestWarningsAreKeptCoats(t *testing.T) {
	s, clock, pieces := newRoom(t)
	p := pieces[0]
	p, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	codes := func(warnings []contract.LogWarning) (all []string) {
		for _, w := range warnings {
			all = append(all, string(w.Code))
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
	_, _, err = s.Log(t.Context(), school.Teacher, now(coat("6", p, "face", "A"), coat("7", p, "lid", "A")))
	require.ErrorContains(t, err, `no surface "lid"`)
	now := s.Piece(p.ID)
	require.Len(t, now.State.Coats, 5, "all or none")
}

// A load made from an old look at a piece is refused, and a coat on a loaded
// piece stops the firing.
func TestLoadsSeeTheLastCoat(t *testing.T) {
	s, clock, pieces := newRoom(t)
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}}}}})
	require.NoError(t, err)
	check := func(id string, seen int64) Piece {
		after, _ := log(t, s, work.Event{ID: id + " all round", Piece: p.ID, Kind: work.Covered, Cover: foot.Even, Seen: seen},
			work.Event{ID: id, Piece: p.ID, Kind: work.Checked, Verdict: foot.Clean, Seen: seen})
		return after[0]
	}
	after, _ := log(t, s, coat("1", p, "face", "A"))
	old := after[0].State.Seq
	clock.now = clock.now.Add(13 * time.Hour)
	put := func(seen int64) error {
		err := s.AddToLoad(t.Context(), school.Load{Cone: "6"}, []kiln.Seen{{Piece: p.ID, Seq: seen}})
		return err
	}
	require.ErrorContains(t, put(old), "looked all round")
	log(t, s, coat("2", p, "face", "A"))
	require.EqualValues(t, "foot-lapsed", check("late", old).Verdict.Blockers()[1].Code, "a check that missed a coat")
	seen := check("seen", old+1).State.Seq
	require.ErrorContains(t, put(seen), "last wet less than 12 hours")
	clock.now = clock.now.Add(13 * time.Hour)
	require.ErrorContains(t, put(old), "since you looked")
	require.NoError(t, put(seen))
	load := school.LoadsInOrder(s.Now().Snapshot)[0]
	log(t, s, coat("3", p, "face", "A"))
	err = s.Fire(t.Context(), load.ID)
	require.ErrorContains(t, err, "has to come out")
	log(t, s, work.Event{ID: "undo", Piece: p.ID, Kind: work.Undone, Undoes: "3"})
	err = s.Fire(t.Context(), load.ID)
	require.NoError(t, err)
	_, _, err = s.Log(t.Context(), school.Teacher, now(work.Event{ID: "x", Piece: p.ID, Kind: work.Resulted, Came: fault.Sound}))
	require.ErrorContains(t, err, "not out of the kiln yet")
	err = s.Unload(t.Context(), load.ID)
	require.NoError(t, err)
	err = s.Unload(t.Context(), load.ID)
	require.ErrorContains(t, err, "unloaded already")
}

func TestClassListKeepsNamesakesApart(t *testing.T) {
	s, _ := aRoom(t)
	count := func(out lists.Import) string {
		return fmt.Sprint(out.Count(lists.Added), out.Count(lists.Changed), out.Count(lists.Same), out.Count(lists.Refusal))
	}
	require.Equal(t, "3 0 0 0", count(bring(t, s, lists.StudentList, "name,class,mark\nMarit,7,+\nMarit,7,//\nIlo,7,O\n")))
	require.Equal(t, "0 0 3 0", count(bring(t, s, lists.StudentList, "class;mark;name\n7;O;Ilo\n7;//;Marit\n7;+;Marit\n")))
	require.Equal(t, "0 1 2 0", count(bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,Z\nMarit,7,+\nMarit,7,//\n")), "a new mark of the only Ilo")

	// Who may be here already under another name, mark or class is asked about, and nothing is
	// kept before; as it is answered, so it is done.
	in := func(class string) (all []string) {
		for _, c := range s.Now().ClassesByName() {
			for _, st := range s.Now().StudentsOf(c.ID) {
				if c.Name == class {
					all = append(all, st.Called())
				}
			}
		}
		return all
	}
	asked := func(text string, answers map[int]string) lists.Import {
		out, err := s.Import(t.Context(), lists.ImportRequest{Kind: lists.StudentList, Text: text, Apply: true, Answers: answers, Marks: answers})
		require.NoError(t, err)
		return out
	}
	which := asked("name,class,mark\nMarit,7,new\n", nil)
	require.False(t, which.Applied)
	require.Equal(t, []string{"Marit (+)", "Marit (//)"}, []string{which.Asks[0].Of[0].Called(), which.Asks[0].Of[1].Called()})
	require.True(t, asked("name,class,mark\nMarit,7,new\n", map[int]string{2: lists.AnotherStudent}).Applied)
	require.Equal(t, []string{"Ilo (Z)", "Marit (+)", "Marit (//)", "Marit (new)"}, in("7"))
	renamed := "name,class\nIlo Tern,7\nMarit,8\n"
	open := asked(renamed, nil)
	require.Equal(t, 2, open.Open())
	require.Len(t, open.Asks[1].Of, 3, "moved, or another of that name")
	require.True(t, asked(renamed, map[int]string{2: open.Asks[0].Of[0].ID, 3: open.Asks[1].Of[2].ID}).Applied)
	require.Equal(t, []string{"Ilo Tern (Z)", "Marit (+)", "Marit (//)"}, in("7"), "the mark stays where the list has none")
	require.Equal(t, []string{"Marit (new)"}, in("8"))

	// Two of one name without a mark are asked for one; who has no mark by a list without marks gets one.
	twins := "first name,surname,class,mark\nOda,K.,9,\nOda,K.,9,X\n"
	open = asked(twins, nil)
	require.Equal(t, "Two in 9 are called Oda K.: give each of them a mark.", open.Asks[0].Text)
	require.Equal(t, "O", open.Asks[0].Propose)
	require.False(t, asked(twins, map[int]string{2: "X"}).Applied, "that mark is taken")
	require.True(t, asked(twins, map[int]string{2: "O"}).Applied)
	bring(t, s, lists.StudentList, "first name,surname,class\nOtto,Rook,9\n")
	require.Equal(t, []string{"Oda K. (O)", "Oda K. (X)", "Otto Rook (OR)"}, in("9"))

	out := bring(t, s, lists.GlazeList, "code,name,kind,raw,cones\nA,Amber,shiny,#aabbcc,5-6\nB,Beck,solid,blue,99\nB,Beck,solid,#aabbcc,5\n")
	require.False(t, out.Applied)
	require.Empty(t, s.Now().Jars(), "all or nothing")
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
	s := demoSchool(t)
	warm := s.Now()
	before := s.Pieces("", "")
	require.NoError(t, s.Reload(t.Context()))
	after := s.Pieces("", "")
	require.NotEmpty(t, warm.Stacks())
	require.Equal(t, asJSON(t, warm.Stacks()), asJSON(t, s.Now().Stacks()))
	require.NotEmpty(t, school.Offers.All(warm.Snapshot))
	require.Equal(t, asJSON(t, school.Offers.All(warm.Snapshot)), asJSON(t, school.Offers.All(s.Now().Snapshot)))
	require.GreaterOrEqual(t, len(before), 190)
	require.GreaterOrEqual(t, len(warm.ClassesByName()), 6)
	require.Len(t, warm.Jars(), 26)
	require.GreaterOrEqual(t, len(warm.TilesByCode()), 60)
	require.GreaterOrEqual(t, len(warm.ClaysByCode()), 2)
	require.GreaterOrEqual(t, len(school.Students.All(warm.Snapshot)), 150)
	stages := map[ready.Stage]int{}
	for i := range before {
		stages[before[i].Stage]++
		require.Equal(t, before[i].State, after[i].State)
		require.Equal(t, asJSON(t, before[i].Plan), asJSON(t, after[i].Plan))
		require.Equal(t, asJSON(t, before[i].Word), asJSON(t, after[i].Word))
		require.Equal(t, before[i].Verdict.Blockers(), after[i].Verdict.Blockers())
		require.Equal(t, before[i].Findings, after[i].Findings)
	}
	require.Len(t, stages, 6, "pieces at every stage")
}
