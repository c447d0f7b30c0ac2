package bench_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/bench"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

var start = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

// log builds what happened before, a step every ten minutes.
func log(events ...work.Event) work.State {
	for i := range events {
		events[i].Seq, events[i].ID = int64(i+1), fmt.Sprintf("e%d", i+1)
		events[i].At = start.Add(time.Duration(i) * 10 * time.Minute)
	}
	return work.Fold(events)
}

func coat(surface, code string) work.Event {
	return work.Event{Kind: work.Coated, Surface: surface, Glaze: code}
}

// a slab with dots over its face: two coats of A there, one of B in the dots.
func spotted(t *testing.T) (piece.Body, plan.Plan) {
	b, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	b, err = b.With(piece.Marking{Details: []piece.Detail{{ID: "dots", Name: "Dots", Kind: piece.Dots, On: "face", AreaCM2: 4}, {ID: "fish", Name: "Fish", Kind: piece.Motif, On: "face", AreaCM2: 4}}})
	require.NoError(t, err)
	return b, plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}, "dots": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}, "fish": {Stack: glaze.Stack{{Glaze: "B", Coats: 1}}}, "back": {Bare: true}}
}

// Each warning has its case, and so has the coat of which nothing is to be said.
func TestWarnings(t *testing.T) {
	body, planned := spotted(t)
	house := func(field, value string) rules.House {
		h, err := rules.Default().With(map[string]string{field: value})
		require.Empty(t, err)
		return h
	}
	once, damp := house("path", "once"), house("recoat", "damp")
	loaded := work.Event{Kind: work.Loaded, Load: "L"}
	for name, c := range map[string]struct {
		before work.State
		after  time.Duration // since the start; an hour where 0
		coat   work.Event
		plan   plan.Plan
		house  *rules.House
		jar    glaze.Glaze
		jars   map[string]bool
		codes  []string
	}{
		"as planned, on bare clay":        {coat: coat("face", "A")},
		"as planned, on a dry coat":       {before: log(coat("face", "A")), coat: coat("face", "A")},
		"on a wet coat":                   {before: log(coat("face", "A")), after: 20 * time.Second, coat: coat("face", "A"), codes: []string{"wet"}},
		"dry to the second":               {before: log(coat("face", "A")), after: time.Minute, coat: coat("face", "A")},
		"damp on damp, in time":           {before: log(coat("face", "A")), after: 20 * time.Second, coat: coat("face", "A"), house: &damp},
		"damp on damp, too late":          {before: log(coat("face", "A")), coat: coat("face", "A"), house: &damp, codes: []string{"dry-below"}},
		"one too many":                    {before: log(coat("face", "A"), coat("face", "A")), coat: coat("face", "A"), codes: []string{"beyond"}},
		"another glaze":                   {coat: coat("face", "B"), codes: []string{"other-glaze"}},
		"where nothing is planned":        {coat: coat("edge", "A"), codes: []string{"unplanned"}},
		"before anything is planned":      {coat: coat("edge", "A"), plan: plan.Plan{}},
		"where it stands":                 {coat: coat("back", "A"), codes: []string{"contact"}},
		"where it stands, unplanned":      {coat: coat("back", "A"), plan: plan.Plan{}, codes: []string{"contact"}},
		"a detail over an unfinished":     {before: log(coat("face", "A")), coat: coat("dots", "B"), codes: []string{"base-first"}},
		"a detail over a finished":        {before: log(coat("face", "A"), coat("face", "A")), coat: coat("dots", "B")},
		"a motif beside an unfinished":    {before: log(coat("face", "A")), coat: coat("fish", "B")},
		"another lesson's jar":            {coat: coat("face", "A"), jars: map[string]bool{"B": true}, codes: []string{"not-allowed"}},
		"this lesson's jar":               {coat: coat("face", "A"), jars: map[string]bool{"A": true}},
		"a dried jar":                     {coat: coat("face", "A"), jar: glaze.Glaze{Jar: glaze.Jar{State: glaze.Dried}}, codes: []string{"dried"}},
		"greenware that nobody felt":      {coat: coat("face", "A"), house: &once, codes: []string{"not-bone-dry"}},
		"greenware, bone dry":             {before: log(work.Event{Kind: work.BoneDry}), coat: coat("face", "A"), house: &once},
		"greenware, wiped since":          {before: log(work.Event{Kind: work.BoneDry}, work.Event{Kind: work.Wiped}), coat: coat("face", "A"), house: &once, codes: []string{"not-bone-dry"}},
		"checked":                         {before: log(work.Event{Kind: work.Checked, Verdict: foot.Clean}), coat: coat("face", "A"), codes: []string{"checked"}},
		"checked, and lapsed":             {before: log(work.Event{Kind: work.Checked, Verdict: foot.Clean}, coat("face", "A")), coat: coat("face", "A")},
		"in a load":                       {before: log(loaded), coat: coat("face", "A"), codes: []string{"loaded"}},
		"fired":                           {before: log(loaded, work.Event{Kind: work.Fired}), coat: coat("face", "A"), codes: []string{"fired"}},
		"two hands":                       {before: log(coat("face", "A")), coat: work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Doubts: "e1"}, codes: []string{"same-or-next"}},
		"entered afterwards, dry by then": {before: log(coat("face", "A")), after: time.Second, coat: work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Done: start.Add(time.Hour)}},
		"everything at once":              {before: log(coat("back", "B"), loaded), after: time.Second, coat: coat("back", "A"), house: &once, jars: map[string]bool{}, codes: []string{"wet", "contact", "not-allowed", "loaded"}},
	} {
		t.Run(name, func(t *testing.T) {
			if c.plan == nil {
				c.plan = planned
			}
			if c.house == nil {
				usual := rules.Default()
				c.house = &usual
			}
			if c.after == 0 {
				c.after = time.Hour
			}
			c.coat.At = start.Add(c.after)
			var codes []string
			for _, w := range bench.Warnings(bench.Lay{Event: c.coat, Body: body, Plan: c.plan, State: c.before, House: *c.house,
				Drying: work.Drying{House: *c.house}, Jar: c.jar, Jars: c.jars}) {
				codes = append(codes, string(w.Code))
				require.NotEmpty(t, w.Text)
				m, known := matter.Of(w.Code)
				require.True(t, known && m.Laid, "%s is registered as said of a coat", w.Code)
			}
			require.Equal(t, c.codes, codes)
		})
	}
}

func TestTwin(t *testing.T) {
	by := func(who, surface string) work.Event {
		e := coat(surface, "A")
		e.By = who
		return e
	}
	s := log(by("Table 1", "face"), by("Table 2", "edge")) // at 9:00 and 9:10
	at := func(minutes float64, e work.Event) work.Event {
		e.At = start.Add(time.Duration(minutes * float64(time.Minute)))
		return e
	}
	require.Equal(t, "e1", bench.Twin(s, at(1, by("teacher", "face")), 0).ID)
	other := at(1, by("teacher", "face"))
	other.Glaze = "B"
	require.NotNil(t, bench.Twin(s, other, 0), "the screen had heard of the coat, and offered the next stroke")
	require.Nil(t, bench.Twin(s, at(1, by("Table 1", "face")), 0), "one hand knows what it did")
	require.Nil(t, bench.Twin(s, at(3, by("teacher", "face")), 0), "that was a while ago")
	require.Nil(t, bench.Twin(s, at(1, by("teacher", "back")), 0), "another surface")
	require.NotNil(t, bench.Twin(s, at(30, by("Table 3", "face")), 29*time.Minute), "tapped without the network, when the other tapped")
	require.NotNil(t, bench.Twin(s, at(30, by("Table 3", "edge")), 29*time.Minute), "or before the other did")
	require.Nil(t, bench.Twin(s, at(1, work.Event{Kind: work.Wiped, Surface: "face", By: "teacher"}), 0), "a wipe is no coat")
	entered := at(1, by("teacher", "face"))
	entered.Done = start.Add(-time.Hour)
	require.Nil(t, bench.Twin(s, entered, 0), "who enters a sheet reads the record")
}

// A longer way to the server never hides a twin, and a doubted coat is a twin to
// a third hand.
func TestTwinProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		hand := rapid.SampledFrom([]string{"a", "b", "c"})
		var events []work.Event
		for i := range rapid.IntRange(1, 8).Draw(t, "coats") {
			e := coat(rapid.SampledFrom([]string{"face", "edge"}).Draw(t, "surface"), "A")
			e.By = hand.Draw(t, "by")
			if i > 0 && rapid.Bool().Draw(t, "doubted") {
				e.Doubts = "e1"
			}
			events = append(events, e)
		}
		s := log(events...)
		e := work.Event{Kind: work.Coated, Surface: "face", By: hand.Draw(t, "who"), At: start.Add(time.Duration(rapid.IntRange(0, 90).Draw(t, "at")) * time.Minute)}
		age := time.Duration(rapid.IntRange(0, 60).Draw(t, "age")) * time.Minute
		twin, later := bench.Twin(s, e, age), bench.Twin(s, e, age+time.Minute)
		if twin != nil {
			require.NotNil(t, later)
			require.NotEqual(t, e.By, twin.By)
			require.Equal(t, e.Surface, twin.Surface)
			require.False(t, twin.At.Before(e.At.Add(-age-bench.TwiceWithin)))
		}
	})
}

// Which way a coat is laid, by TRADE's two schools (common practice).
func TestWays(t *testing.T) {
	cross, err := rules.Default().With(nil)
	require.Empty(t, err)
	laid, err := rules.Default().With(map[string]string{"strokes": string(rules.LaidOn)})
	require.Empty(t, err)
	ways := func(h rules.House, k glaze.Kind) (all []bench.Way) {
		for n := 1; n <= 4; n++ {
			all = append(all, bench.WayOf(h, k, n))
		}
		return all
	}
	require.Equal(t, []bench.Way{bench.Along, bench.Across, bench.Along, bench.Across}, ways(cross, glaze.Solid), "streaks even out")
	require.Equal(t, []bench.Way{bench.Along, bench.Laid, bench.Laid, bench.Laid}, ways(laid, glaze.Solid), "rubbing lifts the coat below")
	require.Equal(t, ways(laid, glaze.Solid), ways(cross, glaze.Chips), "chips are laid on in every house")
}

// How much of a surface is done that was begun: half of it, what lies above or below a line by
// its area, or as much as was said.
func TestHowMuchIsDone(t *testing.T) {
	b, err := piece.Build(piece.Box, nil)
	require.NoError(t, err)
	walls, ok := b.Surface("exterior")
	require.True(t, ok)
	share := func(part work.Part, line, said float64) float64 {
		return bench.ShareOf(b, work.Event{Surface: walls.ID, Part: part, Line: line, Share: said})
	}
	require.Zero(t, share("", 0, 0))
	require.InDelta(t, 0.5, share(work.UpperHalf, 0, 0), 1e-12)
	require.InDelta(t, 0.3, share(work.SomeOfIt, 0, 0.3), 1e-12)
	for _, line := range []float64{5, 20, 40} {
		above := b.AreaAboveCM2(walls.ID, line) / walls.AreaCM2
		require.InDelta(t, above, share(work.Above, line, 0), 1e-12)
		require.InDelta(t, 1-above, share(work.Below, line, 0), 1e-12)
		require.True(t, above > 0 && above < 1, "%v mm", line)
	}
}
