package plan_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// house is the usual house with some fields changed.
func house(t testing.TB, values ...string) rules.House {
	h := rules.Default()
	for i := 0; i < len(values); i += 2 {
		field, ok := rules.FieldByKey(values[i])
		require.True(t, ok, values[i])
		require.NoError(t, field.Set(&h, values[i+1]))
	}
	return h
}

// room is a room with jars of every kind, each with a tile of its own on pale
// clay, and none on dark.
var (
	room = append([]glaze.Glaze{
		{Code: "M", Name: "Matte", Kind: glaze.Matte, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "G", Name: "Sparks", Kind: glaze.Chips, Cones: mid, InStock: true},
		{Code: "W", Name: "White", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "K", Name: "Coal", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "R", Name: "Red", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "T", Name: "Teal", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "O", Name: "Old", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true, Jar: glaze.Jar{State: glaze.Dried}},
		{Code: "I", Name: "Dip", Kind: glaze.Dipping, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "L2", Name: "Lines", Kind: glaze.Detail, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
	}, jars...)
	dark  = glaze.Clay{Code: "D", Name: "Dark", Cones: mid, Dark: true}
	shown = append([]glaze.Tile{
		tileOf("M", 3, 60, 0, 0), tileOf("G", 3, 60, 0, 20), tileOf("W", 3, 92, 0, 3), tileOf("K", 3, 20, 0, 0), tileOf("R", 3, 40, 55, 30),
		tileOf("T", 3, 45, -35, -12), tileOf("O", 3, 50, 0, 0), tileOf("I", 1, 70, 0, 0), tileOf("I", 3, 70, 0, 0),
	}, tiles...)
)

func tileOf(code string, coats int, l, a, b float64) glaze.Tile {
	return glaze.Tile{Code: "t" + code, Clay: "P", Cone: "6", Stack: stack(code, coats), Fired: colour.Lab{L: l, A: a, B: b}}
}

// Each worked case changes one thing of a piece that is otherwise left alone,
// and says which finding an experienced teacher would expect, or that none is.
func TestWorkedCases(t *testing.T) {
	none := ""
	for _, c := range []struct {
		reason  string
		form    piece.Form
		surface string
		choice  plan.Choice
		house   []string
		clay    glaze.Clay
		want    string
		not     string
	}{
		// Seats and lids.
		{reason: "glaze on a seat welds the lid", form: piece.Jar, surface: "seat", choice: coat("S", 3), want: "stop seat"},
		{reason: "underglaze on a seat does not melt", form: piece.Jar, surface: "seat", choice: coat("U", 2), not: "stop seat"},
		{reason: "a bare seat between glazed walls is no gap", form: piece.Jar, surface: "seat", choice: plan.Choice{}, not: "warn gap"},
		{reason: "the lid stands on its flange", form: piece.Jar, surface: "flange", choice: coat("S", 3), want: "stop contact"},
		{reason: "a flange is no second stop for the seat", form: piece.Jar, surface: "flange", choice: coat("S", 3), not: "stop seat"},
		{reason: "a lid's inside meets food", form: piece.Jar, surface: "lid-underside", choice: coat("B", 3), want: "warn food-label"},
		{reason: "a knob may be left bare on purpose", form: piece.Jar, surface: "knob", choice: plan.Choice{Bare: true}, not: "warn gap"},
		// Lips.
		{reason: "matte is unpleasant on a drinking rim", form: piece.Mug, surface: "lip", choice: coat("M", 3), want: "warn matte-lip"},
		{reason: "matte outside is a choice", form: piece.Mug, surface: "exterior", choice: coat("M", 3), not: "warn matte-lip"},
		{reason: "a vase's lip is no drinking rim", form: piece.Vase, surface: "lip", choice: coat("M", 3), not: "warn matte-lip"},
		// Slopes.
		{reason: "chips travel down an upright wall", form: piece.Mug, surface: "exterior", choice: coat("G", 3), want: "warn chips-steep"},
		{reason: "chips stay on a slab", form: piece.Slab, surface: "face", choice: coat("G", 3), not: "warn chips-steep"},
		{reason: "chips inside a bowl stay there", form: piece.Bowl, surface: "interior", choice: coat("G", 3), not: "warn chips-steep"},
		{reason: "breaking glaze has nothing to break over on a slab", form: piece.Slab, surface: "face", choice: coat("B2", 3), want: "note breaking-flat"},
		{reason: "a tile shows the two of them on something smooth", form: piece.Slab, surface: "face", choice: coat("B2", 2, "B", 2), not: "note breaking-flat"},
		{reason: "layered, it needs something to break it as well", form: piece.Slab, surface: "face", choice: coat("B", 2, "B2", 2), want: "note breaking-flat"},
		{reason: "a smooth curved wall is smooth", form: piece.Bowl, surface: "exterior", choice: coat("B2", 3), want: "note breaking-flat"},
		// What nobody sees.
		{reason: "a planter's inside takes glaze for nothing", form: piece.Planter, surface: "interior", choice: coat("S", 3), house: []string{"hidden", "seen"}, want: "note hidden"},
		{reason: "where everything is covered it is covered", form: piece.Planter, surface: "interior", choice: coat("S", 3), not: "note hidden"},
		{reason: "a bottle's inside may stay open where only what is seen counts", form: piece.Bottle, surface: "interior", choice: plan.Choice{}, house: []string{"hidden", "seen"}, not: "warn gap"},
		// Dark clay and colours, silent where a tile shows it.
		{reason: "a dark clay is judged by tiles on it alone", form: piece.Mug, surface: "exterior", choice: coat("W", 3), clay: dark, not: "note pale-on-dark"},
		{reason: "one coat more is the way out", form: piece.Mug, surface: "exterior", choice: coat("W", 4), clay: dark, not: "note pale-on-dark"},
		{reason: "a dark glaze is not", form: piece.Mug, surface: "exterior", choice: coat("K", 3), clay: dark, not: "note pale-on-dark"},
		{reason: "on pale clay a tile shows it", form: piece.Mug, surface: "exterior", choice: coat("W", 3), not: "note pale-on-dark"},
		{reason: "dark under light swallows it", form: piece.Mug, surface: "exterior", choice: coat("K", 2, "W", 1), want: "warn swallowed"},
		{reason: "dark over light too", form: piece.Mug, surface: "exterior", choice: coat("W", 2, "K", 1), want: "warn swallowed"},
		{reason: "two dark ones do not", form: piece.Mug, surface: "exterior", choice: coat("K", 2, "R", 1), not: "warn swallowed"},
		{reason: "red and teal tend to brown", form: piece.Mug, surface: "exterior", choice: coat("R", 2, "T", 1), want: "note opposite-hues"},
		{reason: "greys have no hue to oppose", form: piece.Mug, surface: "exterior", choice: coat("W", 2, "M", 1), not: "note opposite-hues"},
		// Jars.
		{reason: "a dried jar has to be revived", form: piece.Mug, surface: "exterior", choice: coat("O", 3), want: "warn dried"},
		// The schools of how many coats.
		{reason: "two-coat room, two coats", form: piece.Mug, surface: "exterior", choice: coat("S", 2), house: []string{"coats", "2"}, not: "warn coats-few"},
		{reason: "two-coat room, three coats run more", form: piece.Mug, surface: "exterior", choice: coat("S", 3), house: []string{"coats", "2"}, want: "warn coats-many"},
		{reason: "two-coat room refuses from four", form: piece.Mug, surface: "exterior", choice: coat("S", 4), house: []string{"coats", "2"}, want: "stop coats-stop"},
		{reason: "three-coat room warns at five", form: piece.Mug, surface: "exterior", choice: coat("S", 5), want: "warn coats-many", not: "stop coats-stop"},
		{reason: "three-coat room refuses from six", form: piece.Mug, surface: "exterior", choice: coat("S", 6), want: "stop coats-stop"},
		{reason: "keep the total: 2 + 2 is one too many even where both are marked", form: piece.Mug, surface: "exterior", choice: coat("B2", 2, "B", 2), house: []string{"layering", "keep"}, want: "warn coats-many"},
		{reason: "keep the total: 1 + 2", form: piece.Mug, surface: "exterior", choice: coat("B2", 1, "B", 2), house: []string{"layering", "keep"}, not: "warn coats-many"},
		{reason: "two over two, four in all", form: piece.Mug, surface: "exterior", choice: coat("S", 2, "W", 2), house: []string{"layering", "double"}, not: "warn coats-many"},
		{reason: "two over two is refused from six", form: piece.Mug, surface: "exterior", choice: coat("S", 3, "W", 3), house: []string{"layering", "double"}, want: "stop coats-stop"},
		{reason: "a dipping room: one dip covers", form: piece.Mug, surface: "exterior", choice: dip("I", 1), house: []string{"coatsLeast", "2"}, not: "warn coats-few"},
		{reason: "a dipping room refuses from three dips", form: piece.Mug, surface: "exterior", choice: dip("I", 3), house: []string{"coatsLeast", "2"}, want: "stop coats-stop"},
		{reason: "raised lines come on top of the figure", form: piece.Mug, surface: "exterior", choice: coat("S", 3, "L2", 1), not: "warn coats-many"},
		// Underglaze and clear.
		{reason: "six coats of underglaze never run", form: piece.Mug, surface: "exterior", choice: coat("U", 6), not: "stop coats-stop"},
		{reason: "clear over underglaze, three on food", form: piece.Mug, surface: "interior", choice: coat("U", 3, "C", 2), want: "warn coats-few"},
		{reason: "two elsewhere", form: piece.Mug, surface: "exterior", choice: coat("U", 3, "C", 2), not: "warn coats-few"},
		{reason: "a house of two on food", form: piece.Mug, surface: "interior", choice: coat("U", 3, "C", 2), house: []string{"clearFood", "2"}, not: "warn coats-few"},
		// Feet of every form.
		{reason: "a plate stands on its ring", form: piece.Plate, surface: "foot", choice: coat("S", 3), want: "stop contact"},
		{reason: "a plate's underside lies in the band", form: piece.Plate, surface: "underside", choice: coat("S", 3), want: "stop below-band"},
		{reason: "a stem reaches out of the band", form: piece.Dish, surface: "stem", choice: coat("S", 3), not: "stop below-band"},
		{reason: "a saucer stands on its own foot", form: piece.Planter, surface: "saucer-foot", choice: coat("S", 3), want: "stop contact"},
		{reason: "a slab lies on its back", form: piece.Slab, surface: "back", choice: coat("S", 3), want: "stop contact"},
	} {
		t.Run(c.reason, func(t *testing.T) {
			body, err := piece.Build(c.form, nil)
			require.NoError(t, err)
			clay := pale
			if c.clay.Code != none {
				clay = c.clay
			}
			p := plan.Plan{c.surface: c.choice}
			for _, s := range body.Surfaces {
				if _, chosen := p[s.ID]; !chosen && !s.Stands && !s.Seat {
					p[s.ID] = coat("S", 3)
				}
			}
			if !c.choice.Planned() {
				p[c.surface] = c.choice
			}
			shelf := plan.NewShelf(house(t, c.house...), room, shown)
			work := plan.Work{Body: body, Clay: clay, Cone: "6"}
			var found []string
			for _, f := range shelf.Check(p, work) {
				if f.Surface != c.surface {
					continue
				}
				found = append(found, string(f.Severity)+" "+string(f.Code))
				m, known := matter.Of(f.Code)
				require.True(t, known && slices.Contains(m.Weighs, f.Severity), "%s weighs %s", f.Code, f.Severity)
				require.NotEmpty(t, f.Text)
				require.NotEmpty(t, f.Way)
				if f.Mend != nil && c.want == string(f.Severity)+" "+string(f.Code) {
					mended := plan.Plan{}
					for id, choice := range p {
						mended[id] = choice
					}
					mended[c.surface] = *f.Mend
					for _, after := range shelf.Check(mended, work) {
						require.False(t, after.Surface == f.Surface && after.Code == f.Code, "the way out mends it")
					}
				}
			}
			if c.want != "" {
				require.Contains(t, found, c.want)
			}
			if c.not != "" {
				require.NotContains(t, found, c.not)
			}
		})
	}
}

// The class's own jars: others are said, whatever tile shows them.
func TestJarsOfTheClass(t *testing.T) {
	shelf := plan.NewShelf(rules.Default(), room, shown)
	work := plan.Work{Body: bowl(t), Clay: pale, Cone: "6", Jars: map[string]bool{"W": true}}
	require.Contains(t, codes(shelf.Check(full(), work)), "warn not-allowed")
	work.Jars["S"] = true
	require.NotContains(t, codes(shelf.Check(full(), work)), "warn not-allowed")
}

// A tile speaks for its own atmosphere.
func TestReductionIsAnotherFiring(t *testing.T) {
	shelf := plan.NewShelf(rules.Default(), room, shown)
	work := plan.Work{Body: bowl(t), Clay: pale, Cone: kiln.Cone("6"), Air: glaze.Reduction}
	found := shelf.Check(full(), work)
	require.Contains(t, codes(found), "note no-tiles-yet")
	for _, f := range found {
		if f.Code == "no-tile" {
			require.Contains(t, f.Text, "in oxidation")
		}
	}
}

// Every preset is a house that can be had, and differs from the usual one only
// where it says so.
func TestPresets(t *testing.T) {
	for _, p := range rules.Presets() {
		h := rules.Default()
		for key, value := range p.Values {
			field, ok := rules.FieldByKey(key)
			require.True(t, ok, key)
			require.NoError(t, field.Set(&h, value))
		}
		for _, field := range rules.Fields() {
			want, named := p.Values[field.Key]
			if !named {
				want = field.Get(rules.Default())
			}
			require.Equal(t, want, field.Get(h), "%s: %s", p.Name, field.Key)
		}
	}
}
