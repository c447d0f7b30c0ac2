package studio_test

import (
	"fmt"
	"math/rand"
	"reflect"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/piece"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// anything draws something that a person might log on a piece, sensible or not.
func anything(random *rand.Rand, i int, p studio.Piece) work.Event {
	pick := func(of ...string) string { return of[random.Intn(len(of))] }
	e := work.Event{
		ID: fmt.Sprintf("storm-%d", i), Piece: p.ID, Kind: work.Kinds[random.Intn(len(work.Kinds))],
		Surface: pick("face", "edge", "back"), Glaze: pick("A", "B"), Back: random.Intn(3),
		Seen: p.State.Seq - int64(random.Intn(2)), Verdict: foot.Verdict(pick("clean", "stained", "left", "low")),
		Text: "something", Mark: 1 + random.Intn(4),
	}
	if log := p.State.Log(); len(log) > 0 {
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
// them: what the memory holds is what a cold start reads from the disk.
func TestMemoryEqualsDiskAfterAStorm(t *testing.T) {
	random := rand.New(rand.NewSource(20260302))
	clock := &hands{time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)}
	disk, err := store.Open(t.Context(), t.TempDir(), clock.now)
	require.NoError(t, err)
	defer func() { require.NoError(t, disk.Close()) }()
	s, err := studio.Open(t.Context(), disk, clock)
	require.NoError(t, err)
	require.NoError(t, s.SetUp(t.Context(), "Test School", "a long passphrase"))
	bring(t, s, studio.GlazeList, jars)
	bring(t, s, studio.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\nOskar,7,+\n")
	_, err = s.AddAssignment(t.Context(), store.Assignment{Class: s.Classes()[0].ID, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)

	kept, refused := map[work.Kind]int{}, 0
	for i := range 600 {
		clock.now = clock.now.Add(time.Duration(random.Intn(90)) * time.Minute)
		pieces := s.Pieces("", "")
		p := pieces[random.Intn(len(pieces))]
		if random.Intn(6) == 0 {
			kilnDay(t, s, pieces)
			continue
		}
		e := anything(random, i, p)
		if !sent(e.Kind) {
			continue
		}
		if _, _, err := s.Log(t.Context(), studio.ByTeacher, studio.Now(e)); err != nil {
			var fault studio.Fault
			require.ErrorAs(t, err, &fault, "a refusal is a sentence, never a broken server: %v", e)
			refused++
			continue
		}
		kept[e.Kind]++
	}
	require.Greater(t, len(kept), 5, "the storm was one: %v", kept)
	require.Positive(t, refused)

	cold, err := studio.Open(t.Context(), disk, clock)
	require.NoError(t, err)
	warm, fresh := s.Pieces("", ""), cold.Pieces("", "")
	for i := range warm {
		for _, list := range [][]work.Event{warm[i].State.Log(), fresh[i].State.Log()} {
			for j := range list {
				list[j].At = list[j].At.UTC()
			}
		}
		require.Equal(t, warm[i].State.Log(), fresh[i].State.Log())
		require.Equal(t, warm[i].Blockers, fresh[i].Blockers)
		require.True(t, reflect.DeepEqual(warm[i].State.On("face"), fresh[i].State.On("face")))
		require.Equal(t, warm[i].Stage, fresh[i].Stage)
	}
}

// kilnDay takes the kiln one step on, where there is a step to take.
func kilnDay(t *testing.T, s *studio.Studio, pieces []studio.Piece) {
	for _, l := range s.Loads() {
		switch {
		case l.FiredAt.IsZero():
			_, _ = s.Fire(t.Context(), "storm", l.ID) // may be refused, and is then
			return
		case l.UnloadedAt.IsZero():
			_, err := s.Unload(t.Context(), "storm", l.ID)
			require.NoError(t, err)
			return
		}
	}
	for _, p := range pieces {
		if ready.MayBeLoaded(p.State, p.Blockers) {
			_, err := s.AddToLoad(t.Context(), "storm", store.Load{Cone: p.Assignment.Cone}, []studio.Seen{{Piece: p.ID, Seq: p.State.Seq}})
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
		"no surface":             {coat("", p, "", "A"), `no surface ""`},
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
			_, _, err := s.Log(t.Context(), studio.ByTeacher, studio.Now(coat("good", p, "edge", "A"), e))
			require.ErrorContains(t, err, c.says)
			now, _, err := s.Piece(p.ID)
			require.NoError(t, err)
			require.Len(t, now.State.Coats, 1, "all or none")
		})
	}
}
