package studio_test

import (
	"fmt"
	"math/rand"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/internal/store"
	"enkaustos/internal/studio"
)

// storm draws what a restless teacher does at the plan desk.
type storm struct {
	*rand.Rand
	s *studio.Studio
}

func (r storm) pick(of ...string) string { return of[r.Intn(len(of))] }

// choices draws a plan, sensible or not.
func (r storm) choices(p studio.Piece) plan.Plan {
	drawn := plan.Plan{}
	for _, surface := range p.Surfaces {
		switch r.Intn(5) {
		case 0:
			drawn[surface.ID] = plan.Choice{Bare: true}
		case 1:
			drawn[surface.ID] = plan.Choice{Resist: plan.Resist(r.pick("wax", "latex", "honey"))}
		case 2, 3:
			stack := glaze.Stack{{Glaze: r.pick("A", "B", "MIX", "?"), Coats: 1 + r.Intn(5), Dip: r.Intn(4) == 0}, {Glaze: r.pick("A", "B"), Coats: 1 + r.Intn(2)}}
			drawn[surface.ID] = plan.Choice{Stack: stack, Heavy: r.Intn(3) == 0}
		}
	}
	return drawn
}

// own draws what a piece has of its own.
func (r storm) own() *plan.Own {
	if r.Intn(3) > 0 {
		return nil
	}
	own := &plan.Own{Standing: plan.Standing{BandMM: float64(r.Intn(20)), Stilts: r.Intn(3) == 0}}
	if r.Intn(2) == 0 {
		own.Marking.Details = []piece.Detail{{ID: r.pick("star", "moon"), Name: "Sign", Kind: piece.Motif, On: r.pick("face", "edge", "roof"), AreaCM2: float64(r.Intn(12))}}
	}
	return own
}

// act does one thing; the refusals are the studio's.
func (r storm) act(t *testing.T, i int, p studio.Piece, class, assignment string) error {
	ctx, slot := t.Context(), 1+r.Intn(3)
	switch r.Intn(14) {
	case 0, 1, 2:
		_, err := r.s.SavePlan(ctx, "storm", p.ID, studio.Draft{Revision: p.Revision - r.Intn(8)/7, Choices: r.choices(p), Own: r.own()})
		return err
	case 3:
		return r.s.AddScheme(ctx, p.ID)
	case 4:
		return r.s.TurnScheme(ctx, "storm", p.ID, slot)
	case 5:
		return r.s.PickScheme(ctx, "storm", p.ID, slot)
	case 6:
		return r.s.DropScheme(ctx, p.ID, slot)
	case 7:
		return r.s.Decide(ctx, "storm", []studio.Word{{Piece: p.ID, Revision: p.Revision, Verdict: store.Verdict(r.pick("approved", "returned", "maybe")), Note: r.pick("", "A third coat.")}})
	case 8:
		field := rules.Fields()[r.Intn(len(rules.Fields()))]
		value := fmt.Sprint(r.Intn(7))
		if len(field.Choices) > 0 {
			value = field.Choices[r.Intn(len(field.Choices))].Key
		}
		of := []studio.Scope{{}, {Class: class}, {Assignment: assignment}, {Class: "nowhere"}}[r.Intn(4)]
		return r.s.SetRules(ctx, studio.RuleChange{Of: of, Values: map[string]string{field.Key: value}, Approved: r.Intn(2) == 0})
	case 9:
		ml, level := 473.0, r.Float64()
		_, err := r.s.ChangeJar(ctx, r.pick("A", "B"), studio.JarChange{ML: &ml, Level: &level})
		return err
	case 10:
		_, err := r.s.SpreadPlan(ctx, "storm", p.ID, studio.Spread{Turned: r.Intn(2) == 0})
		return err
	case 11:
		models, err := r.s.Models(p.ID)
		if err != nil || len(models) == 0 {
			return err
		}
		_, err = r.s.CopyPlan(ctx, "storm", p.ID, models[r.Intn(len(models))].ID, p.Revision)
		return err
	case 12:
		_, _, err := r.s.Log(ctx, studio.ByTeacher, studio.Now(coat(fmt.Sprintf("storm-%d", i), p, r.pick("face", "edge"), r.pick("A", "B"))))
		return err
	}
	thick := r.Intn(2) == 0
	_, err := r.s.ChangeCard(ctx, r.pick("A", "B"), studio.Card{Thick: &thick})
	return err
}

// Whatever happens at the desk, refusals among it: what the memory holds of
// plans, schemes, approvals, rules and jars is what a cold start reads.
func TestMemoryEqualsDiskAfterAStormAtTheDesk(t *testing.T) {
	clock := &hands{time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)}
	disk, err := store.Open(t.Context(), t.TempDir(), clock.now)
	require.NoError(t, err)
	defer func() { require.NoError(t, disk.Close()) }()
	s, err := studio.Open(t.Context(), disk, clock)
	require.NoError(t, err)
	require.NoError(t, s.SetUp(t.Context(), "Test School", "a long passphrase"))
	bring(t, s, studio.GlazeList, jars)
	bring(t, s, studio.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\nOskar,7,+\n")
	_, err = s.MixGlaze(t.Context(), "MIX", "", glaze.Recipe{{Glaze: "A", Parts: 2}, {Glaze: "B", Parts: 1}})
	require.NoError(t, err)
	class := s.Classes()[0].ID
	made, err := s.AddAssignment(t.Context(), store.Assignment{Class: class, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)

	r := storm{rand.New(rand.NewSource(20261125)), s}
	done, refused := 0, 0
	for i := range 500 {
		clock.now = clock.now.Add(time.Duration(1+r.Intn(20)) * time.Minute)
		pieces := s.Pieces("", "")
		if err := r.act(t, i, pieces[r.Intn(len(pieces))], class, made.ID); err != nil {
			var fault studio.Fault
			require.ErrorAs(t, err, &fault, "a refusal is a sentence, never a broken server")
			require.NotEmpty(t, fault.Text)
			refused++
			continue
		}
		done++
	}
	require.Greater(t, done, 150)
	require.Greater(t, refused, 50)

	cold, err := studio.Open(t.Context(), disk, clock)
	require.NoError(t, err)
	warm, fresh := s.Pieces("", ""), cold.Pieces("", "")
	for i := range warm {
		w, f := warm[i], fresh[i]
		require.Equal(t, w.Choices, f.Choices)
		require.Equal(t, w.Own, f.Own)
		w.Approval.At, f.Approval.At = w.Approval.At.UTC(), f.Approval.At.UTC()
		require.Equal(t, w.Approval, f.Approval)
		require.Equal(t, w.Findings, f.Findings)
		require.Equal(t, w.Band, f.Band)
		require.InDeltaMapValues(t, asMap(w), asMap(f), 1e-9)
		one, err := s.SchemesOf(w.ID)
		require.NoError(t, err)
		other, err := cold.SchemesOf(w.ID)
		require.NoError(t, err)
		require.Len(t, other, len(one))
		for k := range one {
			require.Equal(t, one[k].Choices, other[k].Choices)
		}
	}
	for _, of := range []studio.Scope{{}, {Class: class}, {Assignment: made.ID}} {
		one, err := s.Rules(of)
		require.NoError(t, err)
		other, err := cold.Rules(of)
		require.NoError(t, err)
		for i := range one {
			require.Equal(t, one[i].Value, other[i].Value, one[i].Key)
		}
	}
	learned, known := s.Spread("A")
	again, also := cold.Spread("A")
	require.Equal(t, known, also)
	require.InDelta(t, learned.MLPerCM2, again.MLPerCM2, 1e-9)
}

func asMap(p studio.Piece) map[string]float64 {
	amounts := map[string]float64{}
	for _, a := range p.Amounts {
		amounts[a.Glaze] = a.ML
	}
	return amounts
}
