package ready_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
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
	if e.Saw == nil && (e.Kind == work.Checked || e.Kind == work.Covered) {
		e.Saw = &slabSeen
	}
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

// even is a look all round that found nothing.
func (s story) even() story {
	return s.then(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: int64(len(s))})
}

// passed is a look all round and a clean foot.
func (s story) passed() story { return s.even().check(foot.Clean) }

func slab(t require.TestingT) piece.Body {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	return b
}

// slabSeen is what whoever looks at the slab of these tests sees.
var slabSeen = func() work.Sight {
	b, err := piece.Build(piece.Slab, nil)
	if err != nil {
		panic(err)
	}
	return ready.Sight(ready.Case{Body: b})
}()

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
	c := ready.Case{Body: slab(t), Plan: p, Findings: findings, State: s, House: rules.Default(), Cone: "6",
		Drying: work.Drying{House: rules.Default()}, Now: now}
	if laid, beside := ready.Laid(c.Body, p, s); beside {
		c.Laid = shelf.Check(laid, plan.Work{Body: c.Body, Clay: glaze.Clay{Cones: kiln.Range{From: "5", To: "6"}}, Cone: "6"})
	}
	return c
}

// witnessed gives every ruling of a story the facts that the teacher saw then.
func (s story) witnessed(at func(story, time.Time) ready.Case) story {
	s = slices.Clone(s)
	for i, e := range s {
		if e.Kind == work.Ruled {
			s[i].Facts = ready.FactsOf(at(s[:i], e.At), e.Code, e.Surface)
		}
	}
	return s
}

func TestDryingClearsAtTheMinute(t *testing.T) {
	state := work.Fold(coated.passed())
	verdict := func(now time.Time) ready.Verdict { return ready.Judge(caseOf(t, simple, nil, state, now)) }
	at := func(now time.Time) []ready.Blocker { return verdict(now).Blockers() }
	clears := at(start)[0].ClearsAt
	require.Equal(t, start.Add(time.Minute+12*time.Hour), clears, "12 h after the last coat")
	require.False(t, verdict(start).Waits())
	require.True(t, verdict(clears).Waits())
	loaded := work.Step(state, work.Event{Seq: 9, ID: "load", Kind: work.Loaded, Load: "L", Seen: 3}, nil)
	require.False(t, ready.Judge(caseOf(t, simple, nil, loaded, clears)).Waits(), "it stands in a load already")
	require.Len(t, at(clears.Add(-time.Second)), 1)
	require.Empty(t, at(clears))
}

// No sequence of events makes a piece ready with a stroke missing, a check that
// does not stand, or a wet coat; and whatever the teacher overrules, not with
// glaze where it stands or a foot that nobody saw as it is.
func TestNothingUnfinishedIsReady(t *testing.T) {
	kinds := slices.DeleteFunc(work.Kinds(), func(k work.Kind) bool {
		return slices.Contains([]work.Kind{work.Fired, work.Unloaded, work.Opined, work.Resulted, work.Faulted, work.Flowed, work.Ground, work.Proved}, k)
	})
	kinds = append(kinds, work.Coated, work.Coated, work.Coated, work.Coated, work.Checked, work.Checked, work.Covered, work.Covered)
	require.True(t, onlyFinishedIsReady(t, coated.passed(), start.Add(24*time.Hour), false), "what is finished is ready: this shows something")
	rapid.Check(t, func(t *rapid.T) {
		log, most := story{}, 12
		if rapid.Bool().Draw(t, "nearly") {
			log, most = coated.passed(), rapid.IntRange(0, 12).Draw(t, "most")
		}
		rulings := rapid.Bool().Draw(t, "rulings")
		for range rapid.IntRange(0, most).Draw(t, "events") {
			e := work.Event{
				Kind:    rapid.SampledFrom(kinds).Draw(t, "kind"),
				Surface: rapid.SampledFrom([]string{"face", "face", "back"}).Draw(t, "surface"), Glaze: rapid.SampledFrom([]string{"A", "A", "B"}).Draw(t, "glaze"),
				Seen: int64(rapid.IntRange(0, len(log)).Draw(t, "seen")), Verdict: rapid.SampledFrom([]foot.Verdict{foot.Clean, foot.Left, foot.Unclear}).Draw(t, "verdict"),
				Cover: rapid.SampledFrom([]foot.Cover{foot.Even, foot.Even, foot.Bald}).Draw(t, "cover"), Parts: rapid.IntRange(1, 3).Draw(t, "parts"),
				Undoes: fmt.Sprintf("e%d", rapid.IntRange(1, 15).Draw(t, "undoes")), Of: fmt.Sprintf("e%d", rapid.IntRange(1, 15).Draw(t, "of")),
				Back: rapid.IntRange(0, 1).Draw(t, "back"), Text: rapid.SampledFrom([]string{"chip", "next", "same", "stilts"}).Draw(t, "text"),
				Code: matter.Code(rapid.SampledFrom([]string{"coats-missing", "foot-unchecked", "foot-refused", "foot-lapsed", "contact", "drying", "cover-refused", "same-or-next"}).Draw(t, "code")),
			}
			if e.Kind == work.Ruled && !rulings {
				continue
			}
			if e.Kind == work.Coated && rapid.IntRange(0, 4).Draw(t, "doubted") == 0 {
				e.Doubts = e.Of
			}
			log = log.then(e)
		}
		log = log.witnessed(func(log story, now time.Time) ready.Case { return caseOf(t, simple, nil, work.Fold(log), now) })
		onlyFinishedIsReady(t, log, start.Add(time.Duration(rapid.IntRange(0, 48*60).Draw(t, "minutes"))*time.Minute), rulings)
	})
}

// onlyFinishedIsReady says whether a log makes a piece ready, and fails where it must
// not; rulings says that the teacher may have overruled something.
func onlyFinishedIsReady(t require.TestingT, log story, now time.Time, rulings bool) bool {
	state := work.Fold(log)
	if len(ready.Judge(caseOf(t, simple, nil, state, now)).Blockers()) > 0 {
		return false
	}
	require.Empty(t, state.On("back"), "glaze where it stands")
	require.Empty(t, state.Doubts, "nobody overrules a coat that may be there")
	require.True(t, state.Check.Stands())
	require.GreaterOrEqual(t, state.Check.Parts, state.Parts)
	place := work.ReadyShelf // what is ready goes there, unless it stands in a load that counts
	if state.Load != nil && state.Load.Lapsed == "" {
		place = ""
	}
	require.Equal(t, place, ready.PlaceOf(state, nil).Place)
	if rulings && len(state.Rulings) > 0 {
		return true
	}
	require.Empty(t, work.Compare(simple["face"].Stack, state.On("face")).Left)
	require.True(t, state.Cover.Stands())
	require.Empty(t, work.Words(state.Damages)+work.Words(state.Lost)+state.Aside+state.Away)
	require.False(t, now.Before(state.LastWet.Add(12*time.Hour)))
	return true
}

// An extra that was left out never holds a piece back; a motif that was planned
// as part of it does.
func TestExtrasHoldNothingBack(t *testing.T) {
	for optional, blocked := range map[bool]bool{true: false, false: true} {
		body, err := slab(t).With(piece.Marking{Details: []piece.Detail{{ID: "star", Name: "Star", Kind: piece.Motif, On: "face", AreaCM2: 3, Optional: optional}}})
		require.NoError(t, err)
		p := plan.Plan{"face": simple["face"], "star": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}}
		missing := false
		for _, b := range ready.Judge(ready.Case{Body: body, Plan: p, State: work.Fold(coated), House: rules.Default(), Cone: "6", Now: start}).Blockers() {
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
				log = log.even().check(rapid.SampledFrom([]foot.Verdict{foot.Clean, foot.Stained, foot.Left}).Draw(t, "verdict"))
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
		c := ready.Case{Body: body, Plan: simple, State: state, House: house, Cone: "6", Drying: work.Drying{House: house}, Now: now}
		verdict := ready.Judge(c)
		stage := ready.StageOf(state, verdict.Blockers())
		require.Contains(t, []ready.Stage{ready.Bench, ready.Foot, ready.Kiln}, stage)
		if !verdict.Waits() {
			return
		}
		require.Equal(t, ready.Kiln, stage)
		require.GreaterOrEqual(t, len(state.On("face")), 2)
		require.GreaterOrEqual(t, now.Sub(state.LastWet), 12*time.Hour)
		undone := work.UndoneIn(log)
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

// A ruling is of one fact as it was seen. Under another plan, at another set-aside or with
// another part missing it counts for nothing; while the fact is the same it goes on.
func TestARulingIsOfOneFact(t *testing.T) {
	other := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "B", Coats: 2}}}}
	under := func(p plan.Plan) func(story, time.Time) ready.Case {
		return func(log story, now time.Time) ready.Case { return caseOf(t, p, nil, work.Fold(log), now) }
	}
	codes := func(p plan.Plan, log story) (list []string) {
		for _, b := range ready.Judge(under(p)(log, start.Add(48*time.Hour))).Blockers() {
			list = append(list, string(b.Code))
		}
		return list
	}
	missing := story{}.coat("face", "A", 1).rule("coats-missing", "face").passed().witnessed(under(simple))
	require.Empty(t, codes(simple, missing))
	require.Equal(t, []string{"coats-missing"}, codes(other, missing), "the plan has another glaze now")
	require.Equal(t, []string{"coats-missing"}, codes(plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}}, missing), "it asks for more coats now")

	for kind, end := range map[work.Kind]work.Kind{work.SetAside: work.TakenUp, work.Missing: work.Found, work.Nameless: work.Named} {
		code := map[work.Kind]string{work.SetAside: "aside", work.Missing: "part-missing", work.Nameless: "no-name"}[kind]
		once := done.fate(kind, "lid").rule(code, "")
		again := once.fate(kind, "lid").witnessed(under(simple))
		require.Equal(t, []string{code}, codes(simple, again), "%s once more, in the same words", kind)
		back := once.fate(end, "").witnessed(under(simple))
		require.NotContains(t, codes(simple, back), code)
		once = once.witnessed(under(simple))
		require.Empty(t, codes(simple, once), "%s, and overruled", kind)
		require.Len(t, ready.Standing(under(simple)(once, start.Add(48*time.Hour))), 1)
		require.Empty(t, ready.Standing(under(simple)(again, start.Add(48*time.Hour))), "nothing is shown as overruled that is not")
	}

	two := done.fate(work.Damaged, "rim").fate(work.Damaged, "handle")
	mended := two.then(work.Event{Kind: work.Repaired, Of: two[len(two)-1].ID})
	chipped := mended.rule("damaged", "")
	require.NotContains(t, codes(simple, chipped.witnessed(under(simple))), "damaged")
	require.Contains(t, codes(simple, chipped.undo(mended[len(mended)-1].ID).witnessed(under(simple))), "damaged", "the chip was overruled, not the handle that is off again")
}
