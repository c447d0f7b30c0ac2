package rooms_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/desk"
	"enkaustos/internal/school"
)

// A ruling is refused where something happened since the teacher looked, and where there is
// nothing to overrule; it falls with what it was of.
func TestRulingSeesThePieceAsItIs(t *testing.T) {
	s, _, p, _ := twoClasses(t)
	_, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}})
	require.NoError(t, err)
	after, _ := log(t, s, coat("1", p, "face", "A"))
	rule := func(code matter.Code, surface string, seen int64) error {
		_, _, err := s.Log(t.Context(), school.Teacher, now(work.Event{ID: school.NewID(), Piece: p.ID, Kind: work.Ruled, Code: code, Surface: surface, Text: "by the stove", Seen: seen}))
		return err
	}
	missing := func() bool {
		return slices.ContainsFunc(s.Piece(p.ID).Verdict.Blockers(), func(b ready.Blocker) bool { return b.Code == matter.CoatsMissing })
	}
	require.ErrorContains(t, rule(matter.Drying, "", 0), "Look again before you overrule")
	require.ErrorContains(t, rule(matter.Aside, "", after[0].State.Seq), "nothing of the kind keeps it out")
	require.ErrorContains(t, rule(matter.CoatsMissing, "edge", after[0].State.Seq), "nothing of the kind keeps it out")
	require.True(t, missing())
	require.NoError(t, rule(matter.CoatsMissing, "face", after[0].State.Seq))
	require.False(t, missing())
	log(t, s, work.Event{ID: "2", Piece: p.ID, Kind: work.Undone, Undoes: "1"})
	require.True(t, missing(), "what was overruled was one coat of two, not none")
}

// What the teacher overruled was one chip: where the repair of another is taken back, or another part
// is missing again, the ruling was of something else.
func TestARulingOnHarmIsOfWhatWasHarmed(t *testing.T) {
	s, _, p, _ := twoClasses(t)
	keeps := func(code matter.Code) bool {
		return slices.ContainsFunc(s.Piece(p.ID).Verdict.Blockers(), func(b ready.Blocker) bool { return b.Code == code })
	}
	rule := func(code matter.Code) {
		_, _, err := s.Log(t.Context(), school.Teacher, now(work.Event{ID: school.NewID(), Piece: p.ID, Kind: work.Ruled, Code: code, Text: "it stands", Seen: s.Piece(p.ID).State.Seq}))
		require.NoError(t, err)
		require.False(t, keeps(code))
	}
	event := func(id string, kind work.Kind, text, of, undoes string) {
		log(t, s, work.Event{ID: id, Piece: p.ID, Kind: kind, Text: text, Of: of, Undoes: undoes})
	}
	event("rim", work.Damaged, "rim", "", "")
	event("handle", work.Damaged, "handle", "", "")
	event("glued", work.Repaired, "handle", "handle", "")
	rule(matter.Damaged)
	event("not glued", work.Undone, "", "", "glued")
	require.True(t, keeps(matter.Damaged), "the handle is off again")
	rule(matter.Damaged)

	event("lid", work.Missing, "lid", "", "")
	event("knob", work.Missing, "knob", "", "")
	event("knob back", work.Found, "", "knob", "")
	rule(matter.PartMissing)
	event("no knob", work.Undone, "", "", "knob back")
	require.True(t, keeps(matter.PartMissing), "the knob is away again")
}
