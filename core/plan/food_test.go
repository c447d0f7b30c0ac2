package plan_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// What is missing where food touches, one thing at a time; where nothing is, nothing known
// speaks against it, and it is never called safe (common practice: the label is
// a claim for one glaze at its cone, fully covering; layers and mixtures want a leach test).
func TestWhatIsMissingWhereFoodTouches(t *testing.T) {
	mug, err := piece.Build(piece.Mug, nil)
	require.NoError(t, err)
	layered := coat("S", 2, "B2", 1)
	report := glaze.Tile{Code: "x", Clay: "P", Cone: "6", Stack: layered.Stack, Leached: "lab report 7"}
	crazed := glaze.Tile{Code: "y", Clay: "P", Cone: "6", Stack: stack("S", 3), Faults: []glaze.Fault{glaze.Crazed}}
	wide := glaze.Clay{Code: "P", Name: "Pale", Cones: kiln.Range{From: "8", To: "10"}}
	mixed := glaze.Glaze{Code: "MX", Name: "Mixed", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true, Recipe: glaze.Recipe{{Glaze: "S", Parts: 1}, {Glaze: "W", Parts: 1}}}
	for name, c := range map[string]struct {
		choice                plan.Choice
		tiles                 []glaze.Tile
		clay                  glaze.Clay
		unseen                bool
		fired, judged, faulty bool
		says                  string // "" where nothing is missing
	}{
		"a claim, full coats, tight clay, looked at": {choice: coat("S", 3)},
		"bare clay":                          {choice: plan.Choice{Bare: true}, says: "bare clay"},
		"no claim":                           {choice: coat("G", 3), says: "makes no claim for food"},
		"a claim for another cone":           {choice: coat("L", 3), says: "speaks for cone 06–04, not for cone 6"},
		"too few coats":                      {choice: coat("S", 2), says: "2 coats where the house lays 3"},
		"layers that no laboratory tested":   {choice: layered, says: "no leach test of this stack is on record"},
		"layers that one did":                {choice: layered, tiles: []glaze.Tile{report}},
		"mixed here":                         {choice: coat("MX", 3), says: "was mixed here"},
		"underglaze that lies open":          {choice: coat("U", 3), says: "lies open"},
		"underglaze that is sealed":          {choice: coat("U", 3, "C", 3)},
		"a clay that is not tight":           {choice: coat("S", 3), clay: wide, says: "not tight at cone 6"},
		"it crazed before":                   {choice: coat("S", 3), tiles: []glaze.Tile{crazed}, says: "crazed on this clay before"},
		"fired, and nobody judged it":        {choice: coat("S", 3), fired: true, says: "Nobody looked at it since it was fired"},
		"fired with a fault":                 {choice: coat("S", 3), fired: true, judged: true, faulty: true, says: "came out with a fault"},
		"fired and sound":                    {choice: coat("S", 3), fired: true, judged: true},
		"a dip into a watery bucket":         {choice: plan.Choice{Stack: glaze.Stack{{Glaze: "I", Coats: 1, Dip: true, Density: 1.1}}}, says: "where the house lays"},
		"nobody looked at its cover":         {choice: coat("S", 3), unseen: true, says: "Nobody looked at its cover"},
		"a thick coat for a missing one, no": {choice: layer("S", 2, glaze.Light), says: "1.2 coats where the house lays 3"},
	} {
		t.Run(name, func(t *testing.T) {
			clay := pale
			if c.clay.Code != "" {
				clay = c.clay
			}
			shelf := plan.NewShelf(rules.Default(), append(append([]glaze.Glaze{}, room...), mixed), c.tiles)
			all := shelf.Food(plan.Plan{"interior": c.choice}, plan.Work{Body: mug, Clay: clay, Cone: "6"}, plan.Looked{Cover: !c.unseen, Fired: c.fired, Judged: c.judged, Faulty: c.faulty})
			require.Len(t, all, 2, "what food and what a mouth touches")
			require.Equal(t, "interior", all[0].Surface)
			said := strings.Join(all[0].Missing, " ")
			require.NotContains(t, strings.ToLower(said+plan.Nothing), "safe")
			if c.says == "" {
				require.Empty(t, said)
			} else {
				require.Contains(t, said, c.says)
			}
		})
	}
}
