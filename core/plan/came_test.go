package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// What became of a stack on pieces is heard at its plan, on its own ground: where no tile shows it, where
// its coats are to be others, and as a warning where it mostly went wrong.
func TestAPlanHearsOfResults(t *testing.T) {
	body, err := piece.Build(piece.Cup, nil)
	require.NoError(t, err)
	w := plan.Work{Body: body, Clay: pale, Cone: "6"}
	shelf := plan.NewShelf(house(t), room, shown)
	outside, _ := body.Surface("exterior")
	never := stack("W", 2, "B", 1)
	on := func(s glaze.Stack) string { return w.SpotOf(&outside).On(s) }
	for name, c := range map[string]struct {
		stack glaze.Stack
		key   string
		came  plan.Came
		said  []string // severity code: text > way
	}{
		"no tile, and it came out": {never, on(never), plan.Came{Judged: 4, Sound: 3, Most: 0.9},
			[]string{"note came-before: Exterior: 2 × W, 1 × B over came out sound on 3 of 4 surfaces here. No tile shows it yet. > Look at those pieces; Results makes a tile of them."}},
		"a coat more": {stack("W", 3), on(stack("W", 3)), plan.Came{Judged: 6, Sound: 4, Most: 0.8, Advice: "A coat more next time: 2 of 6 were see-through or striped."},
			[]string{"note came-before: Exterior: 3 × W came out sound on 4 of 6 surfaces here. > A coat more next time: 2 of 6 were see-through or striped."}},
		"mostly wrong":         {never, on(never), plan.Came{Judged: 7, Sound: 1, Most: 0.3}, []string{"warn came-before: Exterior: 2 × W, 1 × B over came out sound on 1 of 7 surfaces here. > Choose a stack that came out well."}},
		"a tile, and well":     {stack("W", 3), on(stack("W", 3)), plan.Came{Judged: 9, Sound: 8, Most: 0.97}, nil},
		"on another ground":    {never, plan.Spot{Firing: glaze.FiringOf("D", "6", ""), Half: glaze.Smooth}.On(never), plan.Came{Judged: 4, Sound: 4, Most: 1}, []string{"warn no-tile"}},
		"nobody judged it yet": {never, on(never), plan.Came{}, []string{"warn no-tile"}},
	} {
		p := plan.Plan{"exterior": {Stack: c.stack}}
		before := shelf.Check(p, w)
		var said []string
		for _, f := range plan.Heard(before, p, w, map[string]plan.Came{c.key: c.came}) {
			switch f.Code {
			case matter.CameBefore:
				said = append(said, string(f.Severity)+" "+string(f.Code)+": "+f.Text+" > "+f.Way)
			case matter.NoTile, matter.Experiment:
				said = append(said, string(f.Severity)+" "+string(f.Code))
			}
		}
		require.Equal(t, c.said, said, name)
		require.Equal(t, before, plan.Heard(before, p, w, nil), "%s: nothing came out, nothing is heard", name)
	}
}

// What a house thinks of stacks that nobody has fired weighs what is said of them (common practice has
// all three).
func TestHousesAndUntriedStacks(t *testing.T) {
	body, err := bowl(t).With(piece.Marking{Details: []piece.Detail{{ID: "dot", Name: "Dot", Kind: piece.Dots, On: "interior", AreaCM2: 4}}})
	require.NoError(t, err)
	p := plan.Plan{"exterior": coat("W", 2, "B", 1), "interior": coat("W", 3), "dot": coat("B2", 1)}
	for value, want := range map[string]map[string]plan.Severity{
		"welcome": {"exterior": plan.Note, "dot": plan.Note},
		"warned":  {"exterior": plan.Warn, "dot": plan.Warn},
		"details": {"exterior": plan.Warn, "dot": plan.Note},
	} {
		got := map[string]plan.Severity{}
		for _, f := range plan.NewShelf(house(t, "untried", value), room, shown).Check(p, plan.Work{Body: body, Clay: pale, Cone: "6"}) {
			if f.Code == matter.NoTile {
				got[f.Surface] = f.Severity
				if value == "details" && f.Severity == plan.Warn {
					require.Contains(t, f.Way, "only as small details over a finished base")
				}
			}
		}
		require.Equal(t, want, got, value)
	}
}
