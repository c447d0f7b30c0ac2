package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

func jarMap() map[string]*glaze.Glaze { return plan.NewShelf(rules.Default(), room, nil).Glazes }

// The order of TRADE's bench: edged details, interior, exterior, lip, handle,
// then what lies over a base, extras last; one glaze everywhere before the next.
func TestWorkingOrder(t *testing.T) {
	body, err := plan.Own{}.Body(piece.Mug, nil, piece.Marking{Details: []piece.Detail{
		{ID: "eyes", Name: "Eyes", Kind: piece.Dots, On: "exterior", AreaCM2: 1},
		{ID: "name", Name: "Name", Kind: piece.Letters, On: "exterior", AreaCM2: 3},
		{ID: "stars", Name: "Stars", Kind: piece.Dots, On: "handle", AreaCM2: 1, Optional: true},
	}})
	require.NoError(t, err)
	p := plan.Plan{"interior": coat("W", 3), "lip": coat("W", 3), "exterior": coat("S", 2, "R", 1), "handle": coat("S", 3),
		"eyes": coat("L2", 1), "name": coat("U", 3), "stars": coat("L2", 1)}
	say := func(h rules.House) (words []string) {
		for _, s := range plan.Order(p, body, h, jarMap()) {
			words = append(words, fmt.Sprintf("%s %s", s.Surface, s.Glaze))
		}
		return words
	}
	require.Equal(t, []string{"name U", "interior W", "lip W", "exterior S", "handle S", "exterior R", "eyes L2", "stars L2"}, say(rules.Default()))
	require.Equal(t, []string{"name U", "exterior S", "handle S", "interior W", "lip W", "exterior R", "eyes L2", "stars L2"}, say(house(t, "faces", "exterior")))
	brushes := map[string]plan.Brush{}
	for _, s := range plan.Order(p, body, rules.Default(), jarMap()) {
		brushes[s.Surface] = s.Brush
	}
	require.Equal(t, plan.WideBrush, brushes["exterior"])
	require.Equal(t, plan.FineBrush, brushes["name"])
	require.Equal(t, plan.OwnNozzle, brushes["eyes"])
}

// Whatever is planned, every layer comes once, and no layer before the one
// below it.
func TestOrderKeepsStacks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, body := anyPlan(t)
		laid := map[string]glaze.Stack{}
		for _, s := range plan.Order(p, body, rules.Default(), jarMap()) {
			laid[s.Surface] = append(laid[s.Surface], glaze.Layer{Glaze: s.Glaze, Coats: s.Coats})
		}
		for id, choice := range p {
			require.True(t, choice.Stack.Same(laid[id]), id)
		}
	})
}

func anyPlan(t *rapid.T) (plan.Plan, piece.Body) {
	body, err := piece.Build(rapid.SampledFrom([]piece.Form{piece.Mug, piece.Jar, piece.House, piece.Box}).Draw(t, "form"), nil)
	require.NoError(t, err)
	p := plan.Plan{}
	for _, s := range body.Surfaces {
		var choice plan.Choice
		for _, code := range rapid.SliceOfN(rapid.SampledFrom([]string{"S", "W", "R", "U", "L2"}), 0, 3).Draw(t, s.ID) {
			choice.Stack = append(choice.Stack, glaze.Layer{Glaze: code, Coats: rapid.IntRange(1, 3).Draw(t, "coats")})
		}
		if choice.Planned() {
			p[s.ID] = choice
		}
	}
	return p, body
}

// Turning a plan on as often as it has different stacks brings it back, and
// what was glazed alike stays so.
func TestRotationComesBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, body := anyPlan(t)
		var kinds []plan.Choice
		for _, c := range p {
			if !slices.ContainsFunc(kinds, c.Same) {
				kinds = append(kinds, c)
			}
		}
		require.Empty(t, plan.Changes(p, plan.Rotated(p, body, len(kinds)), body))
		once := plan.Rotated(p, body, 1)
		for a := range p {
			for b := range p {
				require.Equal(t, p[a].Same(p[b]), once[a].Same(once[b]))
			}
			if len(kinds) > 1 {
				require.False(t, once[a].Same(p[a]), "every stack moves")
			}
		}
		require.Empty(t, plan.Changes(p, plan.Rotated(once, body, -1), body))
	})
}

func TestChangesAreSaid(t *testing.T) {
	b := bowl(t)
	p := full()
	q := full()
	q["exterior"] = plan.Choice{Stack: stack("R", 3), Heavy: true}
	q["foot"] = plan.Choice{Resist: plan.Wax}
	changes := plan.Changes(p, q, b)
	require.Len(t, changes, 2)
	require.Equal(t, "Exterior: 3 × R, thick on purpose, was 3 × S.", changes[0].Text)
	require.Equal(t, "Foot ring: kept bare with wax, was bare.", changes[1].Text)
	cup, err := piece.Build(piece.Cup, nil)
	require.NoError(t, err)
	adapted := plan.Adapted(q, b, cup)
	require.Equal(t, q["exterior"], adapted["exterior"])
	require.NotContains(t, adapted, "handle", "a bowl has no handle to take it from")
	plate, err := piece.Build(piece.Plate, nil)
	require.NoError(t, err)
	require.NotContains(t, plan.Adapted(plan.Plan{"foot": coat("S", 3)}, b, plate), "foot", "nothing is planned where it stands")
}

// Among equal steps the paler glaze comes first, and who goes from dark to pale takes fresh
// water (common practice).
func TestLightBeforeDark(t *testing.T) {
	jar := func(code string, kind glaze.Kind, l float64) *glaze.Glaze {
		return &glaze.Glaze{Code: code, Kind: kind, Raw: colour.Lab{L: l}}
	}
	jars := map[string]*glaze.Glaze{"A": jar("A", glaze.Solid, 30), "W": jar("W", glaze.Solid, 90), "Y": jar("Y", glaze.Solid, 82), "C": jar("C", glaze.Clear, 40)}
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	order := func(face, edge string) (codes string, fresh []bool) {
		p := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: face, Coats: 2}}}, "edge": {Stack: glaze.Stack{{Glaze: edge, Coats: 2}}}}
		for _, s := range plan.Order(p, body, rules.Default(), jars) {
			codes, fresh = codes+s.Glaze, append(fresh, s.FreshWater)
		}
		return codes, fresh
	}
	for _, c := range []struct {
		face, edge, order string
		fresh             bool
	}{
		{"A", "W", "AW", true}, // the face is reached first, whatever its colour
		{"W", "A", "WA", false},
		{"W", "Y", "WY", false},
		{"A", "C", "AC", true},
		{"Y", "W", "YW", false}, // hardly darker
	} {
		codes, fresh := order(c.face, c.edge)
		require.Equal(t, c.order, codes)
		require.Equal(t, []bool{false, c.fresh}, fresh, c.order)
	}
	cup, err := plan.Own{}.Body(piece.Cup, nil, piece.Marking{Details: []piece.Detail{{ID: "panel", Name: "Panel", Kind: piece.Panel, On: "exterior", AreaCM2: 10}}})
	require.NoError(t, err)
	for exterior, panel := range map[string]string{"A": "W", "W": "A"} {
		p := plan.Plan{"exterior": {Stack: glaze.Stack{{Glaze: exterior, Coats: 2}}}, "panel": {Stack: glaze.Stack{{Glaze: panel, Coats: 2}}}}
		steps := plan.Order(p, cup, rules.Default(), jars)
		require.Equal(t, "W", steps[0].Glaze, "outside, the pale one first")
		require.False(t, steps[1].FreshWater)
	}
}
