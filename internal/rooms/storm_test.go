package rooms_test

import (
	"fmt"
	"math/rand"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/desk"
	"enkaustos/internal/kiln"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

// anything draws something that a person might log on a piece, sensible or not.
func anything(random *rand.Rand, i int, p Piece) work.Event {
	pick := func(of ...string) string { return of[random.Intn(len(of))] }
	e := work.Event{
		ID: fmt.Sprintf("storm-%d", i), Piece: p.ID, Kind: work.Kinds()[random.Intn(len(work.Kinds()))],
		Surface: pick("face", "edge", "back"), Glaze: pick("A", "B"), Back: random.Intn(3),
		Seen: p.State.Seq - int64(random.Intn(2)), Verdict: foot.Verdict(pick("clean", "stained", "left", "low")),
		Text: "something", Came: fault.Came(pick("sound", "broken", "joined")), Fault: fault.Kind(pick("running", "streaks")), Clear: random.Intn(2) == 0, Flow: fault.Flow(pick("not", "shelf")),
	}
	if log := p.Log; len(log) > 0 {
		e.Undoes = log[random.Intn(len(log))].ID
		if random.Intn(8) == 0 {
			e.ID = log[random.Intn(len(log))].ID // a resend
		}
	}
	return e
}

// sent are the kinds that people log; loads and firings have use cases of their own.
func sent(k work.Kind) bool {
	return !slices.Contains([]work.Kind{work.Loaded, work.Fired, work.Unloaded}, k)
}

// Whatever a week of taps brings, resends, refusals, firings and undos among
// them, and however often the server is started: what the memory holds is what a quick
// start and a cold one read from the disk.
func TestMemoryEqualsDiskAfterAStorm(t *testing.T) {
	seed := rand.Int63n(1e9)
	t.Logf("seed %d", seed)
	random := rand.New(rand.NewSource(seed))
	s, clock := aRoom(t)
	bring(t, s, lists.GlazeList, jars)
	bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\nOskar,7,+\n")
	_, err := s.AddAssignment(t.Context(), school.AssignmentRecord{Class: s.Now().ClassesByName()[0].ID, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)

	firstOut(t, s, clock, s.Pieces("", "")[0])
	kept, refused, fired := map[work.Kind]int{}, 0, 0
	for i := range 600 {
		clock.now = clock.now.Add(time.Duration(random.Intn(90)) * time.Minute)
		if i%150 == 149 {
			s.Restart(t, clock) // from here on, what was folded before is taken as it was
		}
		pieces := s.Pieces("", "")
		p := pieces[random.Intn(len(pieces))]
		fired = max(fired, len(s.Now().Stacks())) // asked for at every moment, as plans do
		if random.Intn(6) == 0 {
			kilnDay(t, s, pieces)
			continue
		}
		e := anything(random, i, p)
		if !sent(e.Kind) {
			continue
		}
		if _, _, err := s.Log(t.Context(), school.Teacher, now(e)); err != nil {
			var fault school.Fault
			require.ErrorAs(t, err, &fault, "a refusal is a sentence, never a broken server: %v", e)
			refused++
			continue
		}
		kept[e.Kind]++
	}
	require.Greater(t, len(kept), 5, "the storm was one: %v", kept)
	require.Positive(t, refused)

	warm, stacks := s.Pieces("", ""), s.Now().Stacks()
	require.Positive(t, fired)
	s.Restart(t, clock)
	require.Equal(t, asJSON(t, stacks), asJSON(t, s.Now().Stacks()), "what became of stacks")
	quick := s.Pieces("", "")
	require.NoError(t, s.Reload(t.Context()))
	fresh := s.Pieces("", "")
	for _, other := range [][]Piece{quick, fresh} {
		for i := range warm {
			require.Equal(t, asJSON(t, warm[i].State), asJSON(t, other[i].State))
			require.Equal(t, warm[i].Log, other[i].Log)
			require.Equal(t, warm[i].Verdict.Blockers(), other[i].Verdict.Blockers())
			require.Equal(t, asJSON(t, warm[i].Surfaces), asJSON(t, other[i].Surfaces))
		}
	}
}

// kilnDay takes the kiln one step on, where there is a step to take.
// firstOut plans, glazes, checks and fires a piece, so that the storm has one that came out.
func firstOut(t *testing.T, s *staff, clock *hands, p Piece) {
	p, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}, "edge": {Bare: true}}})
	require.NoError(t, err)
	for i := range 3 {
		log(t, s, coat(fmt.Sprint("out ", i), p, "face", "A"))
		clock.now = clock.now.Add(time.Hour)
	}
	log(t, s, work.Event{ID: "out even", Piece: p.ID, Kind: work.Covered, Cover: foot.Even, Seen: 1 << 40})
	log(t, s, work.Event{ID: "out clean", Piece: p.ID, Kind: work.Checked, Verdict: foot.Clean, Seen: 1 << 40})
	clock.now = clock.now.Add(30 * time.Hour)
	kilnDay(t, s, s.Pieces("", ""))
	kilnDay(t, s, nil)
	clock.now = clock.now.Add(30 * time.Hour)
	kilnDay(t, s, nil)
	require.NotEmpty(t, s.Now().Stacks(), "%v", s.Piece(p.ID).Verdict.Blockers())
}

func kilnDay(t *testing.T, s *staff, pieces []Piece) {
	for _, l := range school.LoadsInOrder(s.Now().Snapshot) {
		switch {
		case l.FiredAt.IsZero():
			_ = s.Fire(t.Context(), l.ID) // may be refused, and is then
			return
		case l.UnloadedAt.IsZero():
			err := s.Unload(t.Context(), l.ID)
			require.NoError(t, err)
			return
		}
	}
	for _, p := range pieces {
		if p.Verdict.Waits() {
			err := s.AddToLoad(t.Context(), school.Load{Cone: p.Assignment.Cone}, []kiln.Seen{{Piece: p.ID, Seq: p.State.Seq}})
			require.NoError(t, err)
			return
		}
	}
}

// What cannot have happened is refused in one sentence that names the student,
// and nothing of the send is kept.
func TestWhatCannotHaveHappened(t *testing.T) {
	s, _, pieces := newRoom(t)
	p, other := pieces[0], pieces[1]
	log(t, s, coat("first", p, "face", "A"))
	for name, c := range map[string]struct {
		event work.Event
		says  string
	}{
		"no such piece":          {work.Event{Kind: work.Wiped, Piece: "gone"}, "no such piece"},
		"no such surface":        {coat("", p, "handle", "A"), `a slab has no surface "handle"`},
		"no surface":             {coat("", p, "", "A"), `say on which surface`},
		"no such jar":            {coat("", p, "face", "Q"), `no jar is called "Q"`},
		"undo of nothing":        {work.Event{Kind: work.Undone, Undoes: "never"}, "nothing of that name to undo"},
		"undo of another's":      {work.Event{Kind: work.Undone, Piece: other.ID, Undoes: "first"}, "nothing of that name to undo"},
		"more off than on":       {work.Event{Kind: work.Wiped, Surface: "face", Back: 2}, "only 1 coats are on, 2 cannot come off"},
		"no verdict":             {work.Event{Kind: work.Checked, Verdict: "fine"}, `"fine" is no verdict on a foot`},
		"damage without a word":  {work.Event{Kind: work.Damaged}, "say what is damaged"},
		"repair of nothing":      {work.Event{Kind: work.Repaired, Text: "glued"}, "nothing is damaged"},
		"out of no load":         {work.Event{Kind: work.TakenOut}, "stands in no load"},
		"opinion before firing":  {work.Event{Kind: work.Opined, Text: "blue"}, "not out of the kiln yet"},
		"another piece's own id": {coat("first", other, "face", "A"), "happened to another piece"},
	} {
		t.Run(name, func(t *testing.T) {
			e := c.event
			if e.Piece == "" {
				e.Piece = p.ID
			}
			if e.ID == "" {
				e.ID = "case"
			}
			_, _, err := s.Log(t.Context(), school.Teacher, now(coat("good", p, "edge", "A"), e))
			require.ErrorContains(t, err, c.says)
			now := s.Piece(p.ID)
			require.Len(t, now.State.Coats, 1, "all or none")
		})
	}
}
