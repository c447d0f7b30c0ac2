package rooms_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	corestock "enkaustos/core/stock"
	"enkaustos/core/work"
	"enkaustos/internal/desk"
	"enkaustos/internal/house"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
)

func face(code string, coats int) plan.Plan {
	return plan.Plan{"face": {Stack: glaze.Stack{{Glaze: code, Coats: coats}}}, "edge": {Bare: true}, "back": {Bare: true}}
}

func codesOf(findings []plan.Finding) (codes []string) {
	for _, f := range findings {
		codes = append(codes, string(f.Severity)+" "+string(f.Code))
	}
	return codes
}

func one(t *testing.T, s *staff, id string) Piece {
	return s.Piece(id)
}

// An approved plan keeps the rules it was approved under, until it is changed;
// stops are always today's. What the teacher said and what it meant survive a
// restart.
func TestApprovalPinsRules(t *testing.T) {
	s, _, pieces := newRoom(t)
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: face("A", 3)})
	require.NoError(t, err)
	require.Equal(t, plan.Unseen, p.Stands())
	require.NoError(t, s.Decide(t.Context(), []desk.Word{{Piece: p.ID, Revision: 1, Verdict: plan.Approved}}))

	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{}, Values: map[string]string{"coats": "2"}}))
	require.NotContains(t, codesOf(one(t, s, p.ID).Findings), "warn coats-many", "it was approved under three coats")
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{}, Values: map[string]string{"over": "strict"}}))
	now := one(t, s, p.ID)
	require.Contains(t, codesOf(now.Findings), "stop coats-stop", "what protects the shelf is today's")
	require.EqualValues(t, "coats-stop", now.Verdict.Blockers()[0].Code)
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{}, Values: map[string]string{"over": "warn"}}))

	require.NoError(t, s.Reload(t.Context()))
	again := one(t, s, p.ID)
	require.Equal(t, plan.IsApproved, again.Stands())
	require.NotContains(t, codesOf(again.Findings), "warn coats-many")

	back := house.Change{Values: map[string]string{"coats": "4"}}
	effects, err := s.PreviewRules(back)
	require.NoError(t, err)
	require.Equal(t, []int{1, 0}, []int{effects.Kept, effects.Pieces}, "an approved plan keeps its rules, and the preview says so")
	back.Approved = true
	effects, err = s.PreviewRules(back)
	require.NoError(t, err)
	require.Equal(t, 1, effects.Pieces)
	require.NoError(t, s.SetRules(t.Context(), back))
	require.Contains(t, codesOf(one(t, s, p.ID).Findings), "warn coats-few", "unless the teacher asks for the new ones")
	require.Equal(t, plan.IsApproved, one(t, s, p.ID).Stands())
	require.NoError(t, s.SetRules(t.Context(), house.Change{Values: map[string]string{"coats": "2"}}))

	changed, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Revision: 1, Choices: face("B", 3)})
	require.NoError(t, err)
	require.Equal(t, plan.Changed, changed.Stands())
	require.Equal(t, "Face: 3 × B, was 3 × A.", changed.Changes()[0].Text)
	require.Contains(t, codesOf(changed.Findings), "warn coats-many", "a changed plan is checked by today's rules")
}

// All words are kept or none; a plan that moved on or has a stop is not approved.
func TestDecideIsAllOrNone(t *testing.T) {
	s, _, pieces := newRoom(t)
	_, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: face("A", 3)})
	require.NoError(t, err)
	bad := face("A", 3)
	bad["back"] = bad["face"]
	_, err = s.SavePlan(t.Context(), pieces[1].ID, desk.Draft{Choices: bad})
	require.NoError(t, err)
	approve := func(revision int) error {
		return s.Decide(t.Context(), []desk.Word{{Piece: pieces[0].ID, Revision: revision, Verdict: plan.Approved}, {Piece: pieces[1].ID, Revision: 1, Verdict: plan.Approved}})
	}
	require.ErrorContains(t, approve(1), "weld it to the shelf")
	require.ErrorContains(t, approve(2), "the plan changed meanwhile")
	require.Equal(t, plan.Unseen, one(t, s, pieces[0].ID).Stands())
	review, err := desk.Review(s.Now(), pieces[0].Assignment.ID)
	require.NoError(t, err)
	require.Len(t, review.Deserving, 1)
	require.Len(t, review.Clean, 1)
	require.NoError(t, s.Decide(t.Context(), []desk.Word{{Piece: review.Clean[0].Piece, Revision: review.Clean[0].Revision, Verdict: plan.Approved}}))
	require.NoError(t, s.Decide(t.Context(), []desk.Word{{Piece: pieces[1].ID, Revision: 1, Verdict: plan.Returned, Note: "Leave the back bare."}}))
	review, err = desk.Review(s.Now(), pieces[0].Assignment.ID)
	require.NoError(t, err)
	require.Equal(t, []int{0, 0, 1, 1}, []int{len(review.Deserving), len(review.Clean), review.Approved, review.Returned})
}

// The rules of an assignment lie over its class's, and those over the school's.
func TestRulesOfClassAndAssignment(t *testing.T) {
	s, _, pieces := newRoom(t)
	class, assignment := pieces[0].Assignment.Class, pieces[0].Assignment.ID
	coats := func() []string {
		p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Revision: one(t, s, pieces[0].ID).Revision, Choices: face("A", 3)})
		require.NoError(t, err)
		return codesOf(p.Findings)
	}
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{Class: class}, Values: map[string]string{"coats": "2"}}))
	require.Contains(t, coats(), "warn coats-many")
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{Assignment: assignment}, Values: map[string]string{"coats": "3"}}))
	require.NotContains(t, coats(), "warn coats-many")
	require.NoError(t, s.Reload(t.Context()))
	require.NotContains(t, coats(), "warn coats-many", "after a restart too")
	require.Equal(t, 3, s.Now().House.Coats, "the school's own rules are as they were")
	effects, err := s.PreviewRules(house.Change{Of: house.Scope{Assignment: assignment}, Values: map[string]string{"coats": "2"}})
	require.NoError(t, err)
	require.Equal(t, 1, effects.Pieces)
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{Assignment: assignment}, Values: map[string]string{"coats": "2"}}))
	require.False(t, s.Rules(t, house.Scope{Assignment: assignment})[0].Own, "what comes to the same as the class's is no rule of its own")
	require.ErrorContains(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{Class: class}, Values: map[string]string{"coats": "nine"}}), "expected a whole number")
}

// From two looks into a jar, and what was brushed in between, the room learns
// how far the glaze spreads; plans take that much from then on.
func TestRoomLearnsItsSpread(t *testing.T) {
	s, clock, pieces := newRoom(t)
	level := func(share float64) {
		ml := 473.0
		err := s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &share})
		require.NoError(t, err)
	}
	level(1)
	_, known := s.Now().Learned["A"]
	require.False(t, known)
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: face("A", 3)})
	require.NoError(t, err)
	usual := p.Amounts[0].ML
	area := p.Surfaces[0].AreaCM2
	require.InDelta(t, 3*area*corestock.SpreadML, usual, 1e-9)
	for i := range 12 {
		clock.now = clock.now.Add(10 * time.Minute)
		log(t, s, coat("coat-"+string(rune('a'+i)), p, "face", "A"))
	}
	clock.now = clock.now.Add(time.Minute)
	level(1 - 0.08*12*area/473) // 0.08 mL for a cm² of each coat
	learned, known := s.Now().Learned["A"]
	require.True(t, known)
	require.Greater(t, learned.MLPerCM2, 0.05)
	require.Less(t, learned.MLPerCM2, 0.08, "the usual figure still has a say")
	require.InDelta(t, 3*area*learned.MLPerCM2, one(t, s, p.ID).Amounts[0].ML, 1e-9)
	require.NoError(t, s.Reload(t.Context()))
	again := s.Now().Learned["A"]
	require.Equal(t, learned, again, "looks into jars are kept")

	// Half of those coats were none: what was learned from them follows at once, and so do
	// amounts, as after a restart.
	for i := range 6 {
		log(t, s, work.Event{ID: fmt.Sprint("undo-", i), Piece: p.ID, Kind: work.Undone, Undoes: "coat-" + string(rune('a'+i))})
	}
	fewer := s.Now().Learned["A"]
	require.Greater(t, fewer.MLPerCM2, learned.MLPerCM2, "as much glaze for fewer coats")
	amount := one(t, s, p.ID).Amounts[0].ML
	require.NoError(t, s.Reload(t.Context()))
	require.Equal(t, fewer, s.Now().Learned["A"])
	require.InDelta(t, amount, one(t, s, p.ID).Amounts[0].ML, 1e-9)
}

// A jar is short for the strokes that are still open, and not for those that
// are on.
func TestJarShortCountsOpenStrokes(t *testing.T) {
	s, clock, pieces := newRoom(t)
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: face("A", 3)})
	require.NoError(t, err)
	ml, level := 20.0, 1.0
	err = s.ChangeJar(t.Context(), "A", stock.JarChange{ML: &ml, Level: &level})
	require.NoError(t, err)
	require.Contains(t, codesOf(one(t, s, p.ID).Findings), "warn jar-short", "3 coats on 176 cm² take 24 mL")
	clock.now = clock.now.Add(10 * time.Minute)
	log(t, s, coat("first", p, "face", "A"))
	require.NotContains(t, codesOf(one(t, s, p.ID).Findings), "warn jar-short", "two more take 16")
}

// What is a piece's own stays with its plan: marking, standing, measurements;
// what carries coats cannot be taken away.
func TestOwnShapeOfAPiece(t *testing.T) {
	s, _, pieces := newRoom(t)
	p := pieces[0]
	own := plan.Own{Marking: piece.Marking{Details: []piece.Detail{{ID: "sun", Name: "Sun", Kind: piece.Motif, On: "face", AreaCM2: 12}}}, Standing: plan.Standing{Cookie: true}}
	choices := face("A", 3)
	choices["sun"] = plan.Choice{Stack: glaze.Stack{{Glaze: "B", Coats: 3}}}
	_, err := s.SavePlan(t.Context(), p.ID, desk.Draft{Choices: choices, Own: &own})
	require.NoError(t, err)
	log(t, s, coat("on the sun", p, "sun", "B"))
	require.NoError(t, s.Reload(t.Context()))
	kept := one(t, s, p.ID)
	require.Equal(t, own, kept.Plan.Own)
	require.Equal(t, "Sun", kept.Surfaces[len(kept.Surfaces)-1].Name)
	require.Len(t, one(t, s, pieces[1].ID).Surfaces, 3, "the neighbour's is as it was")
	_, err = s.SavePlan(t.Context(), p.ID, desk.Draft{Revision: 1, Choices: face("A", 3), Own: &plan.Own{}})
	require.ErrorContains(t, err, "Sun has coats on it")
	_, err = s.SavePlan(t.Context(), p.ID, desk.Draft{Revision: 1, Choices: plan.Plan{"face": {Resist: "honey"}}})
	require.ErrorContains(t, err, "expected wax or latex")
}

// Latex keeps a piece out of the kiln until its peeling is logged.
func TestLatexIsPeeled(t *testing.T) {
	s, _, pieces := newRoom(t)
	choices := face("A", 1)
	choices["back"] = plan.Choice{Resist: plan.Latex}
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: choices})
	require.NoError(t, err)
	blockers := func(p Piece) (codes []string) {
		for _, b := range p.Verdict.Blockers() {
			codes = append(codes, string(b.Code))
		}
		return codes
	}
	require.Contains(t, blockers(p), "latex-on")
	_, _, err = s.Log(t.Context(), school.Teacher, now(work.Event{ID: "nothing there", Piece: p.ID, Kind: work.Peeled, Surface: "face"}))
	require.ErrorContains(t, err, "no latex lies there")
	after, _ := log(t, s, work.Event{ID: "peel", Piece: p.ID, Kind: work.Peeled, Surface: "back"})
	require.NotContains(t, blockers(after[0]), "latex-on")
	after, _ = log(t, s, work.Event{ID: "take it back", Piece: p.ID, Kind: work.Undone, Undoes: "peel"})
	require.Contains(t, blockers(after[0]), "latex-on")
	after, _ = log(t, s, work.Event{ID: "more latex", Piece: p.ID, Kind: work.Resisted, Surface: "edge", Text: "latex"})
	require.Contains(t, blockers(after[0]), "latex-on")
}

// The class's plan is turned on from piece to piece, and the template is kept.
func TestSpreadTurned(t *testing.T) {
	s, _, pieces := newRoom(t)
	choices := face("A", 3)
	choices["edge"] = plan.Choice{Stack: glaze.Stack{{Glaze: "B", Coats: 3}}}
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: choices})
	require.NoError(t, err)
	n, err := s.PassPlanOn(t.Context(), p.ID, true)
	require.NoError(t, err)
	require.Equal(t, 1, n)
	require.Equal(t, "B", one(t, s, pieces[1].ID).Plan.Choices["face"].Stack[0].Glaze)
	require.Equal(t, "A", s.Now().AssignmentsInOrder()[0].Template["face"].Stack[0].Glaze)
	models, err := desk.Models(s.Now(), pieces[1].ID)
	require.NoError(t, err)
	require.Len(t, models, 1)
	require.Equal(t, "neighbour", models[0].Kind)
}
