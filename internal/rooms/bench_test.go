package rooms_test

import (
	"fmt"
	"slices"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/house"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

// spotted is a class of one with a slab that has dots over its face.
func spotted(t *testing.T) (*staff, *hands, Piece) {
	s, clock := aRoom(t)
	bring(t, s, lists.GlazeList, jars)
	bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,O\n")
	_, err := s.AddAssignment(t.Context(), school.AssignmentRecord{Class: s.Now().ClassesByName()[0].ID, Name: "Slab", Form: piece.Slab,
		Marking: piece.Marking{Details: []piece.Detail{{ID: "dots", Name: "Dots", Kind: piece.Dots, On: "face", AreaCM2: 4}}}})
	require.NoError(t, err)
	two := plan.Choice{Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}
	p, err := s.SavePlan(t.Context(), s.Pieces("", "")[0].ID, desk.Draft{Choices: plan.Plan{"face": two, "dots": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}, "back": {Bare: true}}})
	require.NoError(t, err)
	return s, clock, p
}

// In a house that lays coat on damp coat the advice is the other way round.
func TestDampHouseHurries(t *testing.T) {
	s, clock, p := spotted(t)
	require.NoError(t, rule(t, s, map[string]string{"recoat": "damp"}))
	after, _ := log(t, s, coat("1", p, "face", "A"))
	face := after[0].Surfaces[slices.IndexFunc(after[0].Surfaces, func(x survey.Surface) bool { return x.ID == "face" })]
	require.Equal(t, clock.now, face.NextAt, "at once")
	require.Equal(t, clock.now.Add(time.Minute), face.NextBy, "before it is dry")
	clock.now = clock.now.Add(20 * time.Second)
	_, warnings := log(t, s, coat("2", p, "face", "A"))
	require.Empty(t, warnings)
	clock.now = clock.now.Add(20 * time.Minute)
	_, warnings = log(t, s, coat("3", p, "edge", "A"), coat("4", p, "face", "A"))
	require.True(t, slices.ContainsFunc(warnings, func(w contract.LogWarning) bool { return w.Code == "dry-below" }), "%v", warnings)
}

// Greenware takes no coat before somebody felt that it is bone dry.
func TestBoneDryGate(t *testing.T) {
	s, _, p := spotted(t)
	require.NoError(t, rule(t, s, map[string]string{"path": "once"}))
	_, warnings := log(t, s, coat("1", p, "face", "A"))
	require.EqualValues(t, "not-bone-dry", warnings[0].Code)
	log(t, s, work.Event{ID: "bone", Piece: p.ID, Kind: work.BoneDry})
	_, warnings = log(t, s, coat("2", p, "edge", "A"))
	require.False(t, slices.ContainsFunc(warnings, func(w contract.LogWarning) bool { return w.Code == "not-bone-dry" }))
}

func rule(t *testing.T, s *staff, values map[string]string) error {
	return s.SetRules(t.Context(), house.Change{Values: values})
}

// The order is the server's, whatever a device's clock says; what is entered
// afterwards dates the coat, and comes before what was laid later.
func TestWhoseClock(t *testing.T) {
	s, clock, p := spotted(t)
	wrong := clock.now.Add(7 * time.Hour)
	first := coat("1", p, "face", "A")
	first.DeviceAt = wrong
	log(t, s, first)
	clock.now = clock.now.Add(10 * time.Minute)
	second := coat("2", p, "face", "A")
	second.DeviceAt, second.Done = wrong.Add(-20*time.Hour), clock.now.Add(-48*time.Hour)
	after, _ := log(t, s, second)
	on := after[0].State.Coats
	require.Equal(t, []string{"2", "1"}, []string{on[0].ID, on[1].ID})
	require.Equal(t, clock.now.Add(-10*time.Minute), on[1].At, "the server's time")
	require.Equal(t, clock.now.Add(-48*time.Hour), on[0].At, "the lesson it was done in")
	third := coat("3", p, "face", "A")
	third.Done = clock.now.Add(time.Hour)
	_, _, err := s.Log(t.Context(), school.Teacher, now(third))
	require.ErrorContains(t, err, "has not been yet")
}

// Taps that wait for the disk share a transaction: what is refused of one has no
// part in it, and every other is kept, once.
func TestWaitingTapsShareATransaction(t *testing.T) {
	s, _, p := spotted(t)
	var all sync.WaitGroup
	refused := make([]bool, 60)
	for i := range 60 {
		all.Go(func() {
			e := coat(fmt.Sprintf("tap-%d", i), p, "face", "A")
			if i%3 == 0 {
				e.Surface = "nowhere"
			}
			for range 2 { // sent twice, it is one
				_, _, err := s.Log(t.Context(), school.Teacher, now(e))
				refused[i] = err != nil
			}
		})
	}
	all.Wait()
	after := s.Piece(p.ID)
	require.Len(t, after.State.Coats, 40)
	for i := range refused {
		require.Equal(t, i%3 == 0, refused[i])
	}
	seqs := map[int64]bool{}
	for _, c := range after.State.Coats {
		seqs[c.Seq] = true
	}
	require.Len(t, seqs, 40, "each has a place of its own")
}
