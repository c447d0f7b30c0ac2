package ready_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

var start = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

// story builds a log a step a minute.
type story []work.Event

func (s story) then(e work.Event) story {
	e.Seq = int64(len(s) + 1)
	e.ID = fmt.Sprintf("e%d", e.Seq)
	e.At = start.Add(time.Duration(len(s)) * time.Minute)
	return append(s[:len(s):len(s)], e)
}

func (s story) coat(surface, glaze string, n int) story {
	for range n {
		s = s.then(work.Event{Kind: work.Coated, Surface: surface, Glaze: glaze})
	}
	return s
}

func (s story) check(v foot.Verdict) story {
	return s.then(work.Event{Kind: work.Checked, Verdict: v, Seen: int64(len(s))})
}

func slab(t require.TestingT) piece.Body {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	return b
}

var (
	simple = plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}, "back": {Bare: true}}
	coated = story{}.coat("face", "A", 2)

	shelf = plan.NewShelf(rules.Default(), []glaze.Glaze{
		{Code: "A", Name: "Amber", Kind: glaze.Solid, Cones: kiln.Range{From: "5", To: "6"}, InStock: true},
		{Code: "B", Name: "Beck", Kind: glaze.Solid, Cones: kiln.Range{From: "5", To: "6"}, InStock: true},
		{Code: "L", Name: "Lowfire", Kind: glaze.Solid, Cones: kiln.Range{From: "06", To: "04"}, InStock: true},
		{Code: "U", Name: "Under", Kind: glaze.Underglaze, Cones: kiln.Range{From: "06", To: "6"}, InStock: true},
	}, nil)
)

// caseOf puts together what the verdict depends on, as the studio does.
func caseOf(t require.TestingT, p plan.Plan, findings []plan.Finding, s work.State, now time.Time) ready.Case {
	c := ready.Case{Body: slab(t), Plan: p, Findings: findings, State: s, House: rules.Default(), Now: now}
	if laid, strays := ready.Laid(c.Body, p, s); strays {
		c.Laid = shelf.Check(laid, plan.Work{Body: c.Body, Clay: glaze.Clay{Cones: kiln.Range{From: "5", To: "6"}}, Cone: "6"})
	}
	return c
}

func TestBlockersAndStages(t *testing.T) {
	stop := []plan.Finding{{Code: "contact", Severity: plan.Stop, Surface: "back"}, {Code: "gap", Severity: plan.Warn}}
	glazedBack := plan.Plan{"face": simple["face"], "back": simple["face"]}
	for name, c := range map[string]struct {
		plan     plan.Plan
		findings []plan.Finding
		log      story
		after    time.Duration
		blockers []string
		stage    ready.Stage
	}{
		"nothing planned":             {nil, nil, nil, 0, []string{"no-plan"}, ready.Plan},
		"logged before it is planned": {plan.Plan{}, nil, coated, 0, []string{"no-plan"}, ready.Plan},
		"planned, nothing on":         {simple, nil, nil, 0, []string{"coats-missing"}, ready.Bench},
		"one coat short":              {simple, nil, story{}.coat("face", "A", 1), 24 * time.Hour, []string{"coats-missing"}, ready.Bench},
		"the wrong glaze":             {simple, nil, story{}.coat("face", "B", 2), 24 * time.Hour, []string{"coats-missing"}, ready.Bench},
		"a stop in the plan":          {glazedBack, stop, coated, 24 * time.Hour, []string{"contact", "coats-missing"}, ready.Plan},
		"coats on, foot unseen":       {simple, nil, coated, 24 * time.Hour, []string{"foot-unchecked"}, ready.Foot},
		"foot refused":                {simple, nil, coated.check(foot.Left), 24 * time.Hour, []string{"foot-refused"}, ready.Foot},
		"band too low":                {simple, nil, coated.check(foot.TooLow), 24 * time.Hour, []string{"foot-refused"}, ready.Foot},
		"stained is allowed":          {simple, nil, coated.check(foot.Stained), 24 * time.Hour, nil, ready.Kiln},
		"drying":                      {simple, nil, coated.check(foot.Clean), time.Hour, []string{"drying"}, ready.Kiln},
		"may be fired":                {simple, nil, coated.check(foot.Clean), 24 * time.Hour, nil, ready.Kiln},
		"a coat after the check":      {simple, nil, coated.check(foot.Clean).coat("face", "A", 1), 24 * time.Hour, []string{"foot-lapsed"}, ready.Foot},
		"a wet wipe after the check":  {simple, nil, coated.check(foot.Clean).then(work.Event{Kind: work.Wiped}), 24 * time.Hour, []string{"foot-lapsed"}, ready.Foot},
		"wiped a coat off":            {simple, nil, coated.check(foot.Clean).then(work.Event{Kind: work.Wiped, Surface: "face", Back: 1}), 24 * time.Hour, []string{"coats-missing"}, ready.Bench},
		"glaze where it stands":       {simple, nil, coated.coat("back", "A", 1).check(foot.Clean), 24 * time.Hour, []string{"contact"}, ready.Bench},
		"underglaze where it stands":  {simple, nil, coated.coat("back", "U", 1).check(foot.Clean), 24 * time.Hour, nil, ready.Kiln},
		"twice the figure, unplanned": {simple, nil, coated.coat("face", "A", 4).check(foot.Clean), 24 * time.Hour, []string{"coats-stop"}, ready.Bench},
		"a jar for another cone":      {simple, nil, coated.coat("edge", "L", 3).check(foot.Clean), 24 * time.Hour, []string{"glaze-cone"}, ready.Bench},
		"one coat too many":           {simple, nil, coated.coat("face", "A", 1).check(foot.Clean), 24 * time.Hour, nil, ready.Kiln},
		"wiped off where it stands":   {simple, nil, coated.coat("back", "A", 1).then(work.Event{Kind: work.Wiped, Surface: "back", Back: 1}).check(foot.Clean), 24 * time.Hour, nil, ready.Kiln},
		"dropped":                     {simple, nil, coated.check(foot.Clean).then(work.Event{Kind: work.Damaged, Text: "chipped"}), 24 * time.Hour, []string{"damaged", "foot-lapsed"}, ready.Bench},
		"dropped, then repaired":      {simple, nil, coated.then(work.Event{Kind: work.Damaged, Text: "chipped"}).then(work.Event{Kind: work.Repaired}).check(foot.Clean), 24 * time.Hour, nil, ready.Kiln},
		"in the kiln":                 {simple, nil, coated.then(work.Event{Kind: work.Fired, Cone: "6"}), 0, nil, ready.Kiln},
		"out of the kiln":             {simple, nil, coated.then(work.Event{Kind: work.Fired}).then(work.Event{Kind: work.Unloaded}), 0, nil, ready.Results},
		"marked":                      {simple, nil, coated.then(work.Event{Kind: work.Fired}).then(work.Event{Kind: work.Unloaded}).then(work.Event{Kind: work.Graded, Mark: 4}), 0, nil, ready.Done},
	} {
		t.Run(name, func(t *testing.T) {
			state := work.Fold(c.log)
			got := ready.Blockers(caseOf(t, c.plan, c.findings, state, start.Add(c.after)))
			var codes []string
			for _, b := range got {
				codes = append(codes, b.Code)
				if len(c.findings) == 0 {
					require.NotEmpty(t, b.Text)
					require.NotEmpty(t, b.Way, "every blocker has a way out")
				}
				require.Equal(t, b.Code == "drying", !b.ClearsAt.IsZero())
			}
			require.Equal(t, c.blockers, codes)
			require.Equal(t, c.stage, ready.StageOf(state, got))
		})
	}
}

func TestDryingClearsAtTheMinute(t *testing.T) {
	state := work.Fold(coated.check(foot.Clean))
	at := func(now time.Time) []ready.Blocker {
		return ready.Blockers(caseOf(t, simple, nil, state, now))
	}
	clears := at(start)[0].ClearsAt
	require.Equal(t, start.Add(time.Minute+12*time.Hour), clears, "12 h after the last coat")
	require.False(t, ready.MayBeLoaded(state, at(start)))
	require.True(t, ready.MayBeLoaded(state, at(clears)))
	loaded := work.Step(state, work.Event{Seq: 9, ID: "load", Kind: work.Loaded, Load: "L", Seen: 3})
	require.False(t, ready.MayBeLoaded(loaded, nil), "it stands in a load already")
	require.Len(t, at(clears.Add(-time.Second)), 1)
	require.Empty(t, at(clears))
}

// No sequence of events makes a piece ready with a stroke missing, a check that
// does not stand, or a wet coat.
func TestNothingUnfinishedIsReady(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var log story
		for range rapid.IntRange(0, 15).Draw(t, "events") {
			e := work.Event{
				Kind:    rapid.SampledFrom([]work.Kind{work.Coated, work.Coated, work.Coated, work.Checked, work.Checked, work.Wiped, work.Undone, work.Damaged, work.Repaired}).Draw(t, "kind"),
				Surface: rapid.SampledFrom([]string{"face", "face", "back"}).Draw(t, "surface"), Glaze: rapid.SampledFrom([]string{"A", "A", "B"}).Draw(t, "glaze"),
				Seen: int64(rapid.IntRange(0, len(log)).Draw(t, "seen")), Verdict: rapid.SampledFrom([]foot.Verdict{foot.Clean, foot.Left}).Draw(t, "verdict"),
				Undoes: fmt.Sprintf("e%d", rapid.IntRange(1, 15).Draw(t, "undoes")), Back: rapid.IntRange(0, 1).Draw(t, "back"), Text: "chip",
			}
			log = log.then(e)
		}
		now := start.Add(time.Duration(rapid.IntRange(0, 24*60).Draw(t, "minutes")) * time.Minute)
		state := work.Fold(log)
		if len(ready.Blockers(caseOf(t, simple, nil, state, now))) > 0 {
			return
		}
		require.Empty(t, work.Compare(simple["face"].Stack, state.On("face")).Left)
		require.Empty(t, state.On("back"))
		require.True(t, state.Check.Stands())
		require.Empty(t, state.Damage)
		require.False(t, now.Before(state.LastWet.Add(12*time.Hour)))
	})
}

// An extra that was left out never holds a piece back; a motif that was planned
// as part of it does.
func TestExtrasHoldNothingBack(t *testing.T) {
	for optional, blocked := range map[bool]bool{true: false, false: true} {
		body, err := slab(t).With(piece.Marking{Details: []piece.Detail{{ID: "star", Name: "Star", Kind: piece.Motif, On: "face", AreaCM2: 3, Optional: optional}}})
		require.NoError(t, err)
		p := plan.Plan{"face": simple["face"], "star": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}}
		missing := false
		for _, b := range ready.Blockers(ready.Case{Body: body, Plan: p, State: work.Fold(coated), House: rules.Default(), Now: start}) {
			missing = missing || b.Code == "coats-missing"
		}
		require.Equal(t, blocked, missing)
	}
}

// Whatever happened to a piece, it waits at one stage; what may be loaded has
// every planned coat on, a foot that was passed after the last of them, and a
// night behind it.
func TestNothingUnfinishedMayBeLoaded(t *testing.T) {
	body, house := slab(t), rules.Default()
	rapid.Check(t, func(t *rapid.T) {
		var log story
		for range rapid.IntRange(0, 14).Draw(t, "events") {
			switch rapid.IntRange(0, 9).Draw(t, "what") {
			case 0, 1, 2, 3, 4:
				log = log.coat(rapid.SampledFrom([]string{"face", "face", "edge"}).Draw(t, "surface"), "A", 1)
			case 5, 6, 7:
				log = log.check(rapid.SampledFrom([]foot.Verdict{foot.Clean, foot.Stained, foot.Left}).Draw(t, "verdict"))
			case 8:
				log = log.then(work.Event{Kind: work.Wiped, Surface: "face", Back: rapid.IntRange(0, 1).Draw(t, "back")})
			case 9:
				if len(log) > 0 {
					log = log.then(work.Event{Kind: work.Undone, Undoes: rapid.SampledFrom([]work.Event(log)).Draw(t, "undoes").ID})
				}
			}
		}
		state := work.Fold(log)
		now := start.Add(time.Duration(rapid.IntRange(0, 20).Draw(t, "hours")) * time.Hour)
		c := ready.Case{Body: body, Plan: simple, State: state, House: house, Now: now}
		blockers := ready.Blockers(c)
		stage := ready.StageOf(state, blockers)
		require.Contains(t, []ready.Stage{ready.Bench, ready.Foot, ready.Kiln}, stage)
		if !ready.MayBeLoaded(state, blockers) {
			return
		}
		require.Equal(t, ready.Kiln, stage)
		require.GreaterOrEqual(t, len(state.On("face")), 2)
		require.GreaterOrEqual(t, now.Sub(state.LastWet), 12*time.Hour)
		undone := state.Undone()
		passed := false
		for _, e := range log {
			switch {
			case undone[e.ID]:
			case e.Kind == work.Checked:
				passed = e.Verdict.Passes()
			case e.Kind.Wets():
				passed = false
			}
		}
		require.True(t, passed, "the last look at the foot saw the last coat and passed it")
	})
}
