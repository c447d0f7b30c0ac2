package fits_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/schedule"
)

// What is poured is what fits: the strokes of all lessons together are the whole plan, and
// those of one lesson never more.
func TestWhatIsPouredIsWhatFits(t *testing.T) {
	h := rules.Default()
	whole := plan.Plan{"interior": stack("A", 3), "exterior": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}, {Glaze: "B", Coats: 2}}}}
	c := class(h, 4, bowl(t, "Ilo", h, whole, piece.Marking{}, cleaned))
	for i := range c.Lessons {
		c.Lessons[i].Rings = c.Lessons[i].Begins.Add(25 * time.Minute)
	}
	planned, err := c.Plan(schedule.Usual)
	require.NoError(t, err)
	one := planned.Courses[0]
	require.Positive(t, one.Done, "it takes more than one lesson")
	coats := map[string]int{}
	for lesson := range 5 {
		for surface, choice := range one.InLesson(lesson) {
			for _, layer := range choice.Stack {
				coats[surface+layer.Glaze] += layer.Coats
			}
		}
	}
	require.Equal(t, map[string]int{"interiorA": 3, "exteriorA": 1, "exteriorB": 2}, coats)
}

// A cup is poured by quarters (common practice: a small piece takes a quarter to a half).
func TestCups(t *testing.T) {
	for ml, cups := range map[float64]float64{1: 0.25, 15: 0.25, 15.1: 0.5, 60: 1, 61: 1.25, 240: 4} {
		require.Equal(t, cups, fits.Cups(ml, 60), ml)
	}
}

// Brushes, water and sponges follow the house's school of washing.
func TestToolsFollowTheHouse(t *testing.T) {
	h := rules.Default()
	p := plan.Plan{"interior": stack("A", 1), "exterior": stack("B", 1)}
	rack := fits.Rack{{Brush: plan.WideBrush, From: 11, To: 14}, {Brush: plan.FineBrush, From: 1, To: 9}}
	var numbers []int
	tools := func(wash rules.Washing, hands ...string) map[string]int {
		h.Wash = wash
		c := class(h, 2)
		for _, hand := range hands {
			c.Pieces = append(c.Pieces, bowl(t, hand, h, p, piece.Marking{}))
		}
		planned, err := c.Plan(schedule.Usual)
		require.NoError(t, err)
		all := map[string]int{}
		for _, tool := range fits.Tools(planned.Courses, 0, h, 0, len(hands), rack) {
			require.True(t, fits.IsTool(tool.Name), tool.Name)
			all[tool.Name] = tool.Count
			numbers = append(numbers, tool.Numbers...)
		}
		return all
	}
	brush := string(plan.WideBrush) + " brush"
	washed := tools(rules.WashBrush, "Ilo", "Mae", "Teo", "Nia", "Oda")
	require.Equal(t, 5, washed[brush])
	require.Equal(t, []int{11, 12, 13, 14}, numbers, "as many as the rack has")
	require.Equal(t, 2, washed["sponge"], "five share two tables")
	require.Zero(t, washed["water bowl"])
	require.Equal(t, 2, washed["sandpaper, grit 150"])
	require.Equal(t, 10, tools(rules.BrushEach, "Ilo", "Mae", "Teo", "Nia", "Oda")[brush], "a brush for every glaze")
	require.Equal(t, 4, tools(rules.TwoBowls, "Ilo", "Mae", "Teo", "Nia", "Oda")["water bowl"])
	require.Empty(t, tools(rules.WashBrush), "nobody comes")
}

// What is done with a jar first: the gravest thing that is wrong with it.
func TestWhatAJarWants(t *testing.T) {
	h := rules.Default()
	good := glaze.Glaze{Code: "A", InStock: true, Jar: glaze.Jar{ML: 473, Level: 0.5, State: glaze.Good}}
	for what, one := range map[string]struct {
		change  func(g *glaze.Glaze)
		settled string
		act     fits.Act
	}{
		"mixed today":        {func(*glaze.Glaze) {}, "", ""},
		"settled":            {func(*glaze.Glaze) {}, "it was last stirred on Monday", fits.Shake},
		"a bucket":           {func(g *glaze.Glaze) { g.Kind, g.Jar.ML = glaze.Dipping, 12000 }, "it was stirred 20 minutes ago", fits.Stir},
		"thick, and settled": {func(g *glaze.Glaze) { g.Jar.State = glaze.Thick }, "x", fits.Thin},
		"watery":             {func(g *glaze.Glaze) { g.Jar.State = glaze.Watery }, "", fits.Thicken},
		"dried out":          {func(g *glaze.Glaze) { g.Jar.State = glaze.Dried }, "", fits.Replace},
		"empty":              {func(g *glaze.Glaze) { g.Jar.Level = 0 }, "", fits.Replace},
		"not in the room":    {func(g *glaze.Glaze) { g.InStock = false }, "", fits.Replace},
	} {
		g := good
		one.change(&g)
		act, why, ok := fits.Mind(&g, h, one.settled)
		require.Equal(t, one.act, act, what)
		require.Equal(t, one.act != "", ok, what)
		require.Equal(t, ok, why != "", what)
	}
}
