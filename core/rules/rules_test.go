package rules_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"gotest.tools/v3/golden"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

func TestEveryFieldReadsBackWhatItWrites(t *testing.T) {
	seen := map[string]bool{}
	for _, f := range rules.Fields() {
		t.Run(f.Key, func(t *testing.T) {
			require.False(t, seen[f.Key])
			seen[f.Key] = true
			require.NotEmpty(t, f.Reason)
			h := rules.Default()
			before := f.Get(h)
			require.NoError(t, f.Set(&h, before), "the default is within its own bounds")
			require.Equal(t, rules.Default(), h)

			other := "2"
			if len(f.Choices) > 0 {
				other = f.Choices[0].Key
				if other == before {
					other = f.Choices[1].Key
				}
			} else if before == other {
				other = "4"
			}
			require.NoError(t, f.Set(&h, other))
			require.Equal(t, other, f.Get(h))
			require.NotEqual(t, rules.Default(), h)
			require.Error(t, f.Set(&h, "many"))
			require.Equal(t, other, f.Get(h), "a refused value changes nothing")
		})
	}
	coats, _ := rules.FieldByKey("coats")
	h := rules.Default()
	require.ErrorContains(t, coats.Set(&h, "2.5"), "expected a whole number from 1 to 6 coats")
	_, ok := rules.FieldByKey("moon")
	require.False(t, ok)
}

// The schools of layering and the refusal above them (common practice).
func TestFigures(t *testing.T) {
	jar := func(code string, kind glaze.Kind) *glaze.Glaze { return &glaze.Glaze{Code: code, Kind: kind} }
	solid, other, third := jar("A", glaze.Solid), jar("B", glaze.Solid), jar("C", glaze.Solid)
	thin := &glaze.Glaze{Code: "T", Kind: glaze.Solid, Coats: 2}
	breaking, breaks := jar("K", glaze.Breaking), jar("L", glaze.Breaking)
	clear, detail := jar("W", glaze.Clear), jar("D", glaze.Detail)
	type list = []*glaze.Glaze
	for name, c := range map[string]struct {
		layering rules.Layering
		melting  list
		over     bool
		food     bool
		want     rules.Figure
	}{
		"nothing melts":                      {rules.KeepTotal, nil, false, false, rules.Figure{}},
		"one glaze, 3-coat room":             {rules.KeepTotal, list{solid}, false, false, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"a glaze with its own figure":        {rules.KeepTotal, list{thin}, false, false, rules.Figure{Coats: 2, Few: 2, Stop: 4}},
		"overlap keeps the total":            {rules.KeepTotal, list{solid, breaking}, false, false, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"two over two":                       {rules.Double, list{solid, other}, false, false, rules.Figure{Coats: 4, Few: 4, Stop: 6}},
		"two over two over two":              {rules.Double, list{solid, other, third}, false, false, rules.Figure{Coats: 6, Few: 6, Stop: 8}},
		"both made for layering":             {rules.DoubleMarked, list{breaking, breaks}, false, false, rules.Figure{Coats: 4, Few: 4, Stop: 6}},
		"one glaze, however thick its coats": {rules.Double, list{solid, solid, solid}, false, false, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"one that comes back counts once":    {rules.Double, list{solid, other, solid, other}, false, false, rules.Figure{Coats: 4, Few: 4, Stop: 6}},
		"only one made for layering":         {rules.DoubleMarked, list{solid, breaking}, false, false, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"clear over underglaze":              {rules.KeepTotal, list{clear}, true, false, rules.Figure{Coats: 2, Few: 2, Stop: 6}},
		"clear over underglaze, food":        {rules.KeepTotal, list{clear}, true, true, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"clear alone":                        {rules.KeepTotal, list{clear}, false, false, rules.Figure{Coats: 3, Few: 3, Stop: 6}},
		"a raised line comes on top":         {rules.KeepTotal, list{solid, detail}, false, false, rules.Figure{Coats: 4, Few: 4, Stop: 6}},
		"a raised line over a layered stack": {rules.Double, list{solid, other, detail}, false, false, rules.Figure{Coats: 5, Few: 5, Stop: 7}},
	} {
		t.Run(name, func(t *testing.T) {
			h := rules.Default()
			h.Layering = c.layering
			require.Equal(t, c.want, h.OfMelting(melting(c.melting...), c.over, c.food))
		})
	}
}

// melting is one brushed coat of each glaze, one over the other.
func melting(all ...*glaze.Glaze) rules.Melt {
	m := rules.NewMelt(len(all))
	for _, g := range all {
		m.Add(g, &glaze.Layer{Glaze: g.Code, Coats: 1})
	}
	return m
}

// A house that lays two to three coats lets two pass, and one fewer of whatever
// else it lays.
func TestFewerMayPass(t *testing.T) {
	h := rules.Default()
	h.CoatsLeast = 2
	require.Equal(t, rules.Figure{Coats: 3, Few: 2, Stop: 6}, h.OfMelting(melting(&glaze.Glaze{Kind: glaze.Solid}), false, false))
	require.EqualValues(t, 1, h.OfMelting(melting(&glaze.Glaze{Kind: glaze.Solid, Coats: 2}), false, false).Few)
	require.EqualValues(t, 3, h.OfMelting(melting(&glaze.Glaze{Code: "K", Kind: glaze.Breaking}, &glaze.Glaze{Code: "L", Kind: glaze.Breaking}), false, false).Few, "2 + 2, or one fewer")
}

func TestDryingFollowsTheNumberOfTheCoat(t *testing.T) {
	h := rules.Default()
	require.Equal(t, []time.Duration{time.Minute, 3 * time.Minute, 5 * time.Minute, 5 * time.Minute},
		[]time.Duration{h.Dry(1), h.Dry(2), h.Dry(3), h.Dry(9)})
	require.Equal(t, 12*time.Hour, h.KilnDry())
}

// The rules, their schools and the rooms as a teacher reads them: what stands in
// testdata was looked at. go test ./core/rules -update, and read the difference.
func TestRulesStayAsTheyAre(t *testing.T) {
	var page strings.Builder
	for _, f := range rules.Fields() {
		fmt.Fprintf(&page, "%s / %s: %s = %s\n  %s\n", f.Group, f.Key, f.Name, f.Says(rules.Default()), f.Reason)
		for _, c := range f.Choices {
			fmt.Fprintf(&page, "  %s: %s\n", c.Key, c.Name)
		}
		if len(f.Choices) == 0 {
			fmt.Fprintf(&page, "  %v to %v %s\n", f.Least, f.Most, f.Unit)
			h := rules.Default()
			for _, v := range []float64{f.Least, f.Most} {
				require.NoError(t, f.Set(&h, fmt.Sprint(v)), "a bound itself will do")
			}
			for _, v := range []float64{f.Least - 1, f.Most + 1} {
				require.ErrorContains(t, f.Set(&h, fmt.Sprint(v)), f.Name)
			}
		}
	}
	for _, p := range rules.Presets() {
		fmt.Fprintf(&page, "%s: %s. %s %v\n", p.Key, p.Name, p.Means, p.Values)
		_, refused := rules.Default().With(p.Values)
		require.Empty(t, refused)
	}
	golden.Assert(t, page.String(), "rules.txt")
}

// What the house's customs cost in time: a coat may be recoated once dry, after two
// thirds, or at once; a change of glaze costs most where the brush is washed (from
// memory but for the two minutes of washing).
func TestCustomsCostTime(t *testing.T) {
	h := rules.Default()
	for custom, share := range map[rules.Recoating]float64{rules.WhenDry: 1, rules.MostlyDry: 2.0 / 3, rules.WhileDamp: 0} {
		h.Recoat = custom
		require.InDelta(t, share, h.RecoatShare(), 1e-12)
	}
	for custom, minutes := range map[rules.Washing]float64{rules.WashBrush: 2, rules.BrushEach: 0.5, rules.SpongeOff: 1, rules.TwoBowls: 1.5, rules.Collected: 0.5} {
		h.Wash = custom
		require.InDelta(t, minutes, h.ChangeMinutes(), 1e-12)
	}
}

// Who may be thicker on purpose, by the schools.
func TestThickerOnPurpose(t *testing.T) {
	h := rules.Default()
	plain, thick := &glaze.Glaze{Kind: glaze.Solid}, &glaze.Glaze{Kind: glaze.Solid, Thick: true}
	for school, want := range map[rules.Thicker][2]bool{rules.ByCard: {false, true}, rules.NeverThicker: {false, false}, rules.AlwaysThicker: {true, true}} {
		h.Extra = school
		require.Equal(t, want, [2]bool{h.MayBeThick(plain), h.MayBeThick(thick)}, school)
	}
}
