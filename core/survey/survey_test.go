package survey_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/bench"
	"enkaustos/core/colour"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

var (
	nine  = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	cones = kiln.Range{From: "5", To: "6"}
	pale  = glaze.Clay{Code: "P", Name: "Pale", Cones: cones}
	shelf = plan.NewShelf(rules.Default(), []glaze.Glaze{
		{Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones, InStock: true, Raw: colour.Lab{L: 80}},
		{Code: "H", Name: "Hail", Kind: glaze.Chips, Cones: cones, InStock: true, Raw: colour.Lab{L: 60}},
	}, []glaze.Tile{
		{Code: "t1", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "A", Coats: 2}}, Fired: colour.Lab{L: 40, A: 5}},
		{Code: "t2", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "H", Coats: 3}}, Fired: colour.Lab{L: 30}},
	})
	planned = plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}, "edge": {Stack: glaze.Stack{{Glaze: "H", Coats: 3}}}, "back": {Bare: true}}
)

// day is a log of one event a minute from nine o'clock.
func day(events ...work.Event) work.State {
	for i := range events {
		events[i].Seq, events[i].ID = int64(i+1), fmt.Sprintf("e%d", i+1)
		events[i].At = nine.Add(time.Duration(i) * time.Minute)
		if events[i].Kind == work.Checked || events[i].Kind == work.Covered {
			events[i].Seen = int64(i)
		}
	}
	return work.Fold(events)
}

func coat(surface, code string) work.Event {
	return work.Event{Kind: work.Coated, Surface: surface, Glaze: code}
}

func caseOf(t testing.TB, s work.State) survey.Case {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	return survey.Case{Body: b, Plan: planned, State: s, Work: plan.Work{Body: b, Clay: pale, Cone: "6"}, Shelf: shelf,
		Drying: work.Drying{House: rules.Default()}, Spreads: stock.Spreads{}}
}

func surfaceOf(t testing.TB, v survey.Survey, id string) survey.Surface {
	for _, s := range v.Surfaces {
		if s.ID == id {
			return s
		}
	}
	require.Fail(t, "no surface "+id)
	return survey.Surface{}
}

func codes(all []ready.Blocker) (list []matter.Code) {
	for _, b := range all {
		list = append(list, b.Code)
	}
	return list
}

// A piece measured anew may have lost surfaces: what was planned there plans nothing, and what
// was laid there lies somewhere.
func TestASurfaceThatIsNoLonger(t *testing.T) {
	c := caseOf(t, day(coat("relief", "A")))
	c.Plan = plan.Plan{"relief": planned["face"]}
	v := survey.Of(c, nine.Add(time.Hour))
	require.Contains(t, codes(v.Verdict.Blockers()), matter.NoPlan)
	require.Contains(t, codes(v.Verdict.Blockers()), matter.CoatsAstray)
	require.Contains(t, c.Plan, "relief", "the plan itself is left as it was")
	c.State = work.State{}
	require.NotContains(t, codes(survey.Of(c, nine).Verdict.Blockers()), matter.CoatsAstray)
}

// Halfway: one of two coats on the face, and a second one laid a minute too early.
func TestAPieceAtTheBench(t *testing.T) {
	c := caseOf(t, day(coat("face", "A"), coat("edge", "H"), coat("edge", "H"), coat("edge", "A")))
	v := survey.Of(c, nine.Add(5*time.Minute))
	require.Equal(t, ready.Bench, v.Stage)
	require.Equal(t, work.OwnPlace, v.Placing.Place)
	require.Contains(t, codes(v.Verdict.Blockers()), matter.CoatsMissing)

	face := surfaceOf(t, v, "face")
	require.Len(t, face.Left, 1)
	require.Equal(t, "A", face.Left[0].Glaze)
	require.Equal(t, bench.Across, face.Left[0].Way, "the second coat goes across the first")
	require.Len(t, face.On, 1)
	require.True(t, face.On[0].Planned && !face.On[0].OnWet)
	require.Equal(t, c.State.Coats[0], face.On[0].Coat)
	require.Equal(t, nine, face.WetFrom)
	require.Equal(t, nine.Add(time.Minute), face.DryAt, "the first coat takes a minute by the house's figures")
	require.Equal(t, face.DryAt, face.NextAt)
	require.Zero(t, face.NextBy)
	require.Equal(t, &colour.Lab{L: 80}, face.Raw)
	require.Equal(t, &colour.Lab{L: 40, A: 5}, face.Fired)
	require.Equal(t, "t1", face.Tile)

	edge := surfaceOf(t, v, "edge")
	require.Len(t, edge.Left, 1)
	require.Equal(t, "H", edge.Left[0].Glaze)
	require.Equal(t, bench.Laid, edge.Left[0].Way, "chips are laid on")
	require.Equal(t, []bool{true, true, false}, []bool{edge.On[0].Planned, edge.On[1].Planned, edge.On[2].Planned})
	require.Equal(t, []bool{false, false, true}, []bool{edge.On[0].OnWet, edge.On[1].OnWet, edge.On[2].OnWet}, "the second coat takes three minutes to dry")
	require.Empty(t, surfaceOf(t, v, "back").On)
	require.Nil(t, surfaceOf(t, v, "back").Raw)
}

// What the plan takes is by area, coats and spread, less the band; what is on the
// piece is not poured out again, and a fired piece takes nothing more.
func TestAmountsOfAPiece(t *testing.T) {
	bare := caseOf(t, work.State{})
	v := survey.Of(bare, nine)
	face, edge := surfaceOf(t, v, "face").AreaCM2, surfaceOf(t, v, "edge").AreaCM2
	low := 0.0
	for _, part := range bare.Body.Band(v.Band.HeightMM) {
		if part.Surface == "edge" {
			low = part.AreaCM2
		}
	}
	require.Positive(t, v.Band.HeightMM)
	of := func(list []stock.Amount) map[string]float64 {
		ml := map[string]float64{}
		for _, a := range list {
			ml[a.Glaze] = a.ML
		}
		return ml
	}
	require.InEpsilon(t, 2*face*bare.Spreads.Of("A"), of(v.Amounts)["A"], 1e-9)
	require.InDelta(t, 3*max(0, edge-low)*bare.Spreads.Of("H"), of(v.Amounts)["H"], 1e-9)
	require.Equal(t, v.Amounts, v.Open)

	half := survey.Of(caseOf(t, day(coat("face", "A"))), nine)
	require.Equal(t, v.Amounts, half.Amounts)
	require.InEpsilon(t, of(v.Open)["A"]/2, of(half.Open)["A"], 1e-9)
	fired := survey.Of(caseOf(t, day(coat("face", "A"), work.Event{Kind: work.Loaded, Load: "L", Seen: 1}, work.Event{Kind: work.Fired, Load: "L", Cone: "6"})), nine)
	require.Empty(t, fired.Open)
	require.Equal(t, v.Amounts, fired.Amounts)
	unplanned := bare
	unplanned.Plan = plan.Plan{}
	require.Empty(t, survey.Of(unplanned, nine).Open)
}

// A survey holds until the first thing that clears by itself, and changes then.
func TestASurveyHoldsUntilItsMoment(t *testing.T) {
	saw := survey.Of(caseOf(t, work.State{}), nine).Sight
	c := caseOf(t, day(coat("face", "A"), coat("face", "A"), coat("edge", "H"), coat("edge", "H"), coat("edge", "H"),
		work.Event{Kind: work.Covered, Cover: foot.Even, Saw: &saw}, work.Event{Kind: work.Checked, Verdict: foot.Clean, Saw: &saw}))
	asked := survey.Of(c, nine.Add(time.Hour))
	require.True(t, asked.Dust.Asked, "nobody logged a sponge before its first coat")
	require.Equal(t, nine.Add(12*time.Hour), asked.Until, "after twelve hours nobody is asked any more")
	require.Empty(t, survey.Of(c, asked.Until.Add(time.Second)).Dust)
	c.State.Cleaning = work.Cleaning{At: nine}
	before := survey.Of(c, nine.Add(time.Hour))
	require.Empty(t, before.Dust)
	require.Equal(t, []matter.Code{matter.Drying}, codes(before.Verdict.Blockers()))
	require.Equal(t, nine.Add(4*time.Minute+12*time.Hour), before.Until, "twelve hours after the last coat")
	require.Equal(t, work.ReadyShelf, before.Placing.Place)
	require.Equal(t, before.Verdict.Blockers(), survey.Of(c, before.Until.Add(-time.Second)).Verdict.Blockers())
	after := survey.Of(c, before.Until)
	require.Empty(t, after.Verdict.Blockers())
	require.Equal(t, ready.Kiln, after.Stage)
	require.Zero(t, after.Until)
}

// What lies where nothing was planned is judged as it lies, and the band rises with
// what is really on the piece.
func TestWhatLiesBesideThePlan(t *testing.T) {
	c := caseOf(t, day(coat("back", "A")))
	require.Contains(t, codes(survey.Of(c, nine).Verdict.Blockers()), matter.Contact)
	back := surfaceOf(t, survey.Of(c, nine), "back")
	require.Equal(t, &colour.Lab{L: 80}, back.Raw, "it looks as what is on it")
	require.Nil(t, back.Fired, "one coat of it was never fired")
	require.Empty(t, back.Tile)
	thick := caseOf(t, day(coat("edge", "A"), coat("edge", "A"), coat("edge", "A"), coat("edge", "A"), coat("edge", "A"), coat("edge", "A"), coat("edge", "A")))
	thick.Plan = plan.Plan{"face": planned["face"]}
	require.Greater(t, survey.Of(thick, nine).Band.HeightMM, survey.Of(caseOf(t, work.State{}), nine).Band.HeightMM)
}

func TestRulesOfASurvey(t *testing.T) {
	c := caseOf(t, work.State{})
	three := rules.Default()
	has := func(v survey.Survey) (found bool) {
		for _, f := range v.Findings {
			found = found || f.Code == matter.CoatsFew && f.Surface == "face"
		}
		return found
	}
	require.True(t, has(survey.Of(c, nine)), "three coats are the house's figure")
	two, refused := three.With(map[string]string{"coats": "2", "recoat": string(rules.WhileDamp)})
	require.Empty(t, refused)
	require.False(t, has(survey.Of(c.Under(two), nine)))
	c.Pinned = two.Differences(three)
	require.True(t, has(survey.Of(c, nine)), "nothing is pinned by a plan that nobody approved")
	c.Approved = true
	require.False(t, has(survey.Of(c, nine)))

	damp := caseOf(t, day(coat("face", "A"))).Under(two)
	face := surfaceOf(t, survey.Of(damp, nine), "face")
	require.Equal(t, nine, face.NextAt, "coat goes on damp coat")
	require.Equal(t, face.DryAt, face.NextBy)

	takes := map[string]float64{"A": 5000}
	glazes := map[string]*glaze.Glaze{"A": {Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones, InStock: true, Jar: glaze.Jar{ML: 60, Level: 0.5}}, "H": shelf.Glazes["H"]}
	little := *shelf
	little.Glazes = glazes
	c.Shelf = &little
	v := survey.Of(c, nine)
	require.Len(t, v.InClass(c, takes), len(v.Findings)+1, "the jar does not last for the class")
	require.Equal(t, v.Findings, v.InClass(c, map[string]float64{"A": 3}))
	c.Plan = plan.Plan{}
	empty := survey.Of(c, nine)
	require.Equal(t, empty.Findings, empty.InClass(c, takes))
}

// Two hands that log a coat within moments of one another leave a doubt on the
// surface, until somebody says which it is; latex that came off shows.
func TestDoubtsAndLatexShowOnTheirSurface(t *testing.T) {
	doubted := coat("face", "A")
	doubted.Doubts = "e1"
	c := caseOf(t, day(coat("face", "A"), doubted, coat("edge", "H"), work.Event{Kind: work.Resisted, Surface: "back", Text: "latex"}, work.Event{Kind: work.Peeled, Surface: "back"}))
	v := survey.Of(c, nine.Add(time.Hour))
	require.Len(t, surfaceOf(t, v, "face").Doubts, 1)
	require.Equal(t, "e2", surfaceOf(t, v, "face").Doubts[0].ID)
	require.Empty(t, surfaceOf(t, v, "edge").Doubts)
	require.True(t, surfaceOf(t, v, "back").Peeled)
	require.False(t, surfaceOf(t, v, "face").Peeled)
}

// How a piece stands, and in which kiln, is what the verdict is asked of.
func TestTheVerdictKnowsHowThePieceStands(t *testing.T) {
	c := caseOf(t, day())
	c.Work.Standing.Stilts = true
	v := c.Judged(nine)
	require.True(t, v.Stilts)
	require.EqualValues(t, "6", v.Cone)
	require.Equal(t, nine, v.Now)
}
