package rooms_test

import (
	"encoding/json"
	"fmt"
	"math/rand"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/internal/desk"
	"enkaustos/internal/house"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
)

// storm draws what a restless teacher does at the plan desk.
type storm struct {
	*rand.Rand
	s *staff
}

func (r storm) pick(of ...string) string { return of[r.Intn(len(of))] }

// choices draws a plan, sensible or not.
func (r storm) choices(p Piece) plan.Plan {
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
func (r storm) act(t *testing.T, i int, p Piece, class, assignment string) error {
	ctx, slot := t.Context(), 1+r.Intn(3)
	switch r.Intn(14) {
	case 0, 1, 2:
		_, err := r.s.SavePlan(ctx, p.ID, desk.Draft{Revision: p.Revision - r.Intn(8)/7, Choices: r.choices(p), Own: r.own()})
		return err
	case 3:
		return r.s.AddScheme(ctx, p.ID)
	case 4:
		return r.s.TurnScheme(ctx, p.ID, slot)
	case 5:
		return r.s.PickScheme(ctx, p.ID, slot)
	case 6:
		return r.s.DropScheme(ctx, p.ID, slot)
	case 7:
		return r.s.Decide(ctx, []desk.Word{{Piece: p.ID, Revision: p.Revision, Verdict: plan.Verdict(r.pick("approved", "returned", "maybe")), Note: r.pick("", "A third coat.")}})
	case 8:
		field := rules.Fields()[r.Intn(len(rules.Fields()))]
		value := fmt.Sprint(r.Intn(7))
		if len(field.Choices) > 0 {
			value = field.Choices[r.Intn(len(field.Choices))].Key
		}
		of := []house.Scope{{}, {Class: class}, {Assignment: assignment}, {Class: "nowhere"}}[r.Intn(4)]
		return r.s.SetRules(ctx, house.Change{Of: of, Values: map[string]string{field.Key: value}, Approved: r.Intn(2) == 0})
	case 9:
		ml, level := 473.0, r.Float64()
		return r.s.ChangeJar(ctx, r.pick("A", "B"), stock.JarChange{ML: &ml, Level: &level})
	case 10:
		_, err := r.s.PassPlanOn(ctx, p.ID, r.Intn(2) == 0)
		return err
	case 11:
		models, err := desk.Models(r.s.Now(), p.ID)
		if err != nil || len(models) == 0 {
			return err
		}
		return r.s.CopyPlan(ctx, p.ID, models[r.Intn(len(models))].ID, p.Revision)
	case 12:
		_, _, err := r.s.Log(ctx, school.Teacher, now(coat(fmt.Sprintf("storm-%d", i), p, r.pick("face", "edge"), r.pick("A", "B"))))
		return err
	}
	thick := r.Intn(2) == 0
	return r.s.ChangeCard(ctx, r.pick("A", "B"), stock.Card{Thick: &thick})
}

// Whatever happens at the desk, refusals among it: what the memory holds of
// plans, schemes, approvals, rules and jars is what a cold start reads.
func TestMemoryEqualsDiskAfterAStormAtTheDesk(t *testing.T) {
	s, clock := aRoom(t)
	bring(t, s, lists.GlazeList, jars)
	bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,O\nMarit,7,X\nOskar,7,+\n")
	err := s.MixGlaze(t.Context(), "MIX", glaze.Recipe{{Glaze: "A", Parts: 2}, {Glaze: "B", Parts: 1}})
	require.NoError(t, err)
	class := s.Now().ClassesByName()[0].ID
	made, err := s.AddAssignment(t.Context(), school.AssignmentRecord{Class: class, Name: "Slab", Form: piece.Slab})
	require.NoError(t, err)

	seed := rand.Int63n(1e9)
	t.Logf("seed %d", seed)
	r := storm{rand.New(rand.NewSource(seed)), s}
	done, refused := 0, 0
	for i := range 500 {
		clock.now = clock.now.Add(time.Duration(1+r.Intn(20)) * time.Minute)
		pieces := s.Pieces("", "")
		if err := r.act(t, i, pieces[r.Intn(len(pieces))], class, made.ID); err != nil {
			var fault school.Fault
			require.ErrorAs(t, err, &fault, "a refusal is a sentence, never a broken server")
			require.NotEmpty(t, fault.Text)
			refused++
			continue
		}
		done++
	}
	require.Greater(t, done, 150)
	require.Greater(t, refused, 50)

	warm, learned := s.Pieces("", ""), s.Now().Learned
	scopes := []house.Scope{{}, {Class: class}, {Assignment: made.ID}}
	var rulesBefore []any
	for _, of := range scopes {
		rulesBefore = append(rulesBefore, s.Rules(t, of))
	}
	require.NoError(t, s.Reload(t.Context()))
	fresh := s.Pieces("", "")
	for i := range warm {
		w, f := warm[i], fresh[i]
		require.Equal(t, asJSON(t, w.Plan), asJSON(t, f.Plan))
		require.Equal(t, asJSON(t, w.Schemes), asJSON(t, f.Schemes))
		require.Equal(t, asJSON(t, w.Word), asJSON(t, f.Word))
		require.Equal(t, w.Stands(), f.Stands())
		require.Equal(t, w.Changes(), f.Changes())
		require.Equal(t, w.Findings, f.Findings)
		require.Equal(t, w.Band, f.Band)
		require.Len(t, f.Amounts, len(w.Amounts))
		for k := range w.Amounts {
			require.InDelta(t, w.Amounts[k].ML, f.Amounts[k].ML, 1e-9)
		}
	}
	for i, of := range scopes {
		require.Equal(t, rulesBefore[i], any(s.Rules(t, of)))
	}
	require.Len(t, s.Now().Learned, len(learned))
	require.InDelta(t, learned["A"].MLPerCM2, s.Now().Learned["A"].MLPerCM2, 1e-9)
}

// asJSON is a value as it lies on the disk: there no list and an empty one are the same.
func asJSON(t *testing.T, v any) string {
	text, err := json.Marshal(v)
	require.NoError(t, err)
	return string(text)
}
