package ready_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
)

var (
	mid  = kiln.Kiln{Name: "Lighthouse", From: "04", To: "6", Air: kiln.Oxidation}
	low  = kiln.Kiln{Name: "Matchbox", From: "06", To: "04", Air: kiln.Oxidation}
	gas  = kiln.Kiln{Name: "Gas", From: "04", To: "10", Air: kiln.Reduction}
	rest = kiln.Kiln{Name: "Old", From: "06", To: "10", Air: kiln.Oxidation, Rests: true}
)

// Each act with a load is asked all of the gate: whatever keeps a piece out of the plan keeps it
// out of the kiln and keeps the kiln dark.
func TestEachActAsksTheWholeGate(t *testing.T) {
	no := false
	for name, c := range map[string]struct {
		change func(*ready.Case)
		load   func(*ready.Load)
		says   string // "" where it may
	}{
		"as it should be":            {},
		"no kiln written down":       {load: func(l *ready.Load) { l.Kilns, l.NoKilns = nil, true }},
		"one of the kilns is fit":    {load: func(l *ready.Load) { l.Kilns = []kiln.Kiln{low, mid} }},
		"its assignment ended":       {change: func(c *ready.Case) { c.Goes.Ended = "Slabs" }, says: "Slabs has ended"},
		"another cone by now":        {change: func(c *ready.Case) { c.Cone = "04" }, says: "planned for cone 04, the load is cone 6"},
		"a load of no cone":          {load: func(l *ready.Load) { l.Cone = "66" }, says: `Cone "66" is not in the table`},
		"a kiln that is too cool":    {load: func(l *ready.Load) { l.Kilns = []kiln.Kiln{low} }, says: "Matchbox is fired to cone 06 to 04, and the load to cone 6"},
		"a kiln out of use":          {load: func(l *ready.Load) { l.Kilns = []kiln.Kiln{rest} }, says: "Old is out of use"},
		"a kiln of other air":        {load: func(l *ready.Load) { l.Kilns = []kiln.Kiln{gas} }, says: "It is fired in oxidation, and Gas in reduction"},
		"no kiln is fit":             {load: func(l *ready.Load) { l.Kilns = []kiln.Kiln{gas, low} }, says: "No kiln in use is fired to cone 6 in oxidation"},
		"reduction beside oxidation": {load: func(l *ready.Load) { l.Inside = []ready.Company{{Who: "Ilo", Air: kiln.Reduction}} }, says: "It is fired in oxidation, and Ilo beside it in reduction"},
		"bisque alone": {change: func(c *ready.Case) {
			c.Bisque = true
			c.State.FeltDry, c.State.Felt = start, work.When{At: start, Seq: 99}
		}, load: func(l *ready.Load) { l.Bisque, l.Of = &no, "glaze" }, says: "Load 1 is of glaze alone"},
		"of one class alone":       {load: func(l *ready.Load) { l.Class, l.Of = "8b", "the pieces of 8b" }, says: "Load 1 is of the pieces of 8b alone"},
		"a blocker of the piece":   {change: func(c *ready.Case) { c.State.Aside = "for the show" }, says: "It is set aside"},
		"fired already":            {change: func(c *ready.Case) { c.State.Firing = &work.Firing{Load: "L"} }, says: "It was fired already"},
		"something happened since": {change: func(c *ready.Case) { c.State.Voided = 50 }, says: ""},
		"a clay that slumps in there": {change: func(c *ready.Case) {
			c.Findings = []plan.Finding{{Code: matter.ClayCone, Severity: plan.Stop, Text: "it slumps"}}
		}, says: "it slumps"},
	} {
		t.Run(name, func(t *testing.T) {
			for act, standing := range map[string]bool{"plan": false, "put": false, "light": true} {
				state := work.Fold(coated.passed())
				if standing {
					state.Load = &work.Loading{Load: "L"}
				}
				of := caseOf(t, simple, nil, state, start.Add(48*time.Hour))
				of.Goes.Air, of.Goes.Class = kiln.Oxidation, "7a"
				load := ready.Load{ID: "L", Name: "Load 1", Cone: "6", Kilns: []kiln.Kiln{mid}, Inside: []ready.Company{{Who: "Marit", Air: kiln.Oxidation}}}
				if c.change != nil {
					c.change(&of)
				}
				if c.load != nil {
					c.load(&load)
				}
				do := map[string]ready.Act{"plan": ready.ToPlan(), "put": ready.ToPut(60), "light": ready.ToLight()}[act]
				got := ready.Judge(of).KeptOut(load, do)
				if c.says == "" {
					require.Empty(t, got, act)
				}
				require.Contains(t, got, c.says, act)
			}
		})
	}
}

// Where a piece stands is the one thing that each act asks in its own way.
func TestWhereItStandsAtTheGate(t *testing.T) {
	at := func(loaded *work.Loading, do ready.Act) string {
		state := work.Fold(coated.passed())
		state.Load, state.Voided = loaded, 9
		of := caseOf(t, simple, nil, state, start.Add(48*time.Hour))
		of.Goes.Air = kiln.Oxidation
		return ready.Judge(of).KeptOut(ready.Load{ID: "L", Name: "Load 1", Cone: "6", NoKilns: true}, do)
	}
	here, there, fell := &work.Loading{Load: "L"}, &work.Loading{Load: "M"}, &work.Loading{Load: "L", Lapsed: "a coat was logged after it was loaded"}
	for name, c := range map[string]struct {
		loaded *work.Loading
		do     ready.Act
		want   string
	}{
		"planned, and stands nowhere":    {nil, ready.ToPlan(), ""},
		"planned where it stands":        {here, ready.ToPlan(), ""},
		"planned, and stands elsewhere":  {there, ready.ToPlan(), "It stands in a load already."},
		"put in, and had seen all":       {nil, ready.ToPut(9), ""},
		"put in, and had not":            {nil, ready.ToPut(8), "Something was logged since you looked: look again."},
		"put in twice":                   {here, ready.ToPut(9), "It stands in a load already."},
		"put in again after it fell out": {fell, ready.ToPut(9), ""},
		"lit, and stands there":          {here, ready.ToLight(), ""},
		"lit, and stands nowhere":        {nil, ready.ToLight(), "It does not stand in Load 1."},
		"lit, and stands elsewhere":      {there, ready.ToLight(), "It does not stand in Load 1."},
		"lit, and something happened":    {fell, ready.ToLight(), "a coat was logged after it was loaded."},
	} {
		require.Equal(t, c.want, at(c.loaded, c.do), name)
	}
}

// What is worked on after a firing belongs to the next one, whatever was said of it when.
func TestACoatBelongsToTheFiringAfterIt(t *testing.T) {
	fired := done.fired(false)
	n := len(fired)
	id := fmt.Sprintf("e%d", n+1)
	again := work.Event{Kind: work.Refired, Text: "mended"}
	for name, log := range map[string]story{
		"a coat before it is said":           fired.coat("face", "A", 1).then(again).bone().passed(),
		"a coat, and it is never said":       fired.coat("face", "A", 1).bone().passed(),
		"said, undone, and said again":       fired.then(again).coat("face", "A", 1).undo(id).then(again).bone().passed(),
		"said, undone, and worked on":        fired.then(again).undo(id).coat("face", "A", 1).bone().passed(),
		"said before, as it is usually done": fired.then(again).coat("face", "A", 1).bone().passed(),
	} {
		state := work.Fold(log)
		require.Len(t, state.Loose("face"), 1, name)
		require.Len(t, state.Past, 1, name)
		soon := ready.Judge(caseOf(t, simple, nil, state, log[len(log)-1].At.Add(time.Hour)))
		require.Equal(t, []string{"drying"}, codesOf(soon.Blockers()), name)
		wiped := work.Fold(log.then(work.Event{Kind: work.Wiped, Surface: "face", Back: 1}))
		require.Empty(t, wiped.Loose("face"), "%s: it is not fired on, and comes off", name)
		latex := work.Fold(fired.then(work.Event{Kind: work.Resisted, Surface: "face", Text: "latex"}).then(again))
		require.True(t, latex.Latexed["face"], "what lies there is not forgotten: %s", name)
	}
	back := fired.then(again).bone().passed().then(work.Event{Kind: work.Loaded, Load: "M", Seen: 99}).undo(id)
	require.Equal(t, "It was fired already.", ready.Judge(caseOf(t, simple, nil, work.Fold(back), start.Add(99*time.Hour))).KeptOut(ready.Load{ID: "M", Cone: "6", NoKilns: true}, ready.ToLight()))

	twice := fired.then(again).bone().passed().fired(false).undo(id)
	both := work.Fold(twice)
	require.Len(t, both.Firings(), 2, "no firing takes the place of another, whatever was undone")

	instead := done.fired(false).then(again).undo("e2").coat("face", "A", 1).bone().passed()
	state := work.Fold(instead)
	require.Equal(t, []bool{true, false}, []bool{state.FiredOn(state.Coats[0]), state.FiredOn(state.Coats[1])})
	require.Equal(t, []string{"drying"}, codesOf(ready.Judge(caseOf(t, simple, nil, state, instead[len(instead)-1].At)).Blockers()), "the new coat stands for the one that was taken back")

	late := work.Event{Seq: 99, ID: "late", Kind: work.Coated, Surface: "face", Glaze: "A", At: start.Add(99 * time.Hour), Done: start.Add(3 * time.Minute), Exact: true}
	arrived := work.Fold(append(fired.then(again), late))
	require.True(t, arrived.FiredOn(arrived.Coats[len(arrived.Coats)-1]), "a tablet was without the network while the kiln was lit")
}

// One glaze laid thick, right and watery is one layer: no more is allowed of it, no band rises by
// it, and no look falls.
func TestOneGlazeIsOneLayerHoweverItLies(t *testing.T) {
	thick := story{}
	for _, felt := range []work.Thickness{work.Thick, work.Right, work.Thin, work.Thick, work.Right, work.Thick} {
		thick = thick.then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Felt: felt})
	}
	now := start.Add(99 * time.Hour)
	require.Equal(t, []string{"coats-stop"}, codesOf(ready.Judge(caseOf(t, simple, nil, work.Fold(thick.passed()), now)).Blockers()))

	thin := coated.passed().then(work.Event{Kind: work.Felted, Of: "e2", Felt: work.Thin})
	require.Empty(t, ready.Judge(caseOf(t, simple, nil, work.Fold(thin), now)).Blockers(), "felt thin after the look")
}

// Overruling what is planned and laid speaks of what lies there.
func TestAStopSaysWhatLiesThere(t *testing.T) {
	six := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 6}}}, "back": {Bare: true}}
	c := caseOf(t, six, nil, work.Fold(story{}.coat("face", "A", 9).passed()), start.Add(99*time.Hour))
	c.Findings = shelf.Check(six, plan.Work{Body: c.Body, Cone: "6"})
	var texts []string
	for _, b := range ready.Judge(c).Blockers() {
		if b.Code == matter.CoatsStop {
			texts = append(texts, b.Text)
			require.Equal(t, ready.Plan, b.Stage, "the plan asks for too much as well")
		}
	}
	require.Len(t, texts, 1)
	require.Contains(t, texts[0], "9 coats")
}

// A piece that is left bare on purpose is fired without a look that could find anything.
func TestLeftBareOnPurpose(t *testing.T) {
	bare := plan.Plan{"face": {Bare: true}, "edge": {Bare: true}, "back": {Bare: true}}
	require.True(t, ready.Judge(caseOf(t, bare, nil, work.Fold(nil), start)).Waits())
	require.Equal(t, []string{"no-plan"}, codesOf(ready.Judge(caseOf(t, plan.Plan{"face": {Bare: true}}, nil, work.Fold(nil), start)).Blockers()))
	require.Contains(t, codesOf(ready.Judge(caseOf(t, bare, nil, work.Fold(story{}.check(foot.Left)), start)).Blockers()), "foot-refused")
	glazed := story{}.coat("face", "A", 1).passed()
	require.Equal(t, []string{"no-plan"}, codesOf(ready.Judge(caseOf(t, bare, nil, work.Fold(glazed), start.Add(99*time.Hour))).Blockers()), "planned bare, and glazed: what lies there is planned first")
}

// What a tablet says of a wipe takes no reason away until an adult looked.
func TestATabletsWipe(t *testing.T) {
	wipe := func(s story) story {
		return s.then(work.Event{Kind: work.Wiped, Surface: "face", Back: 4, Hand: "station/t"})
	}
	many := wipe(story{}.coat("face", "A", 6))
	at := func(s story) []string {
		c := caseOf(t, simple, nil, work.Fold(s), start.Add(99*time.Hour))
		still := c.State
		still.Coats = append(still.Coats, still.Sponged...)
		laid, _ := ready.Laid(c.Body, simple, still)
		c.Laid = shelf.Check(laid, plan.Work{Body: c.Body, Cone: "6"})
		return codesOf(ready.Judge(c).Blockers())
	}
	require.Len(t, work.Fold(many).On("face"), 2, "they are no strokes any more")
	require.Contains(t, at(many), "coats-stop")
	require.NotContains(t, at(many.passed()), "coats-stop", "an adult looked")
	left := coated.even().check(foot.Left)
	require.True(t, work.Fold(wipe(left)).GlazeLeft)
	require.False(t, work.Fold(left.then(work.Event{Kind: work.Wiped, Surface: "back"})).GlazeLeft, "an adult's wipe takes it off")
}

func codesOf(blockers []ready.Blocker) (codes []string) {
	for _, b := range blockers {
		codes = append(codes, string(b.Code))
	}
	return codes
}
