package plan_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// What was dipped keeps the bucket of its day; what is to come goes into today's.
func TestDipsKeepTheBucketOfTheirDay(t *testing.T) {
	jars := []glaze.Glaze{{Code: "Q", Kind: glaze.Dipping, Density: 1.6}, {Code: "S", Kind: glaze.Solid, Density: 1.5}}
	shelf := plan.Shelf{Glazes: map[string]*glaze.Glaze{"Q": &jars[0], "S": &jars[1]}}
	planned := plan.Plan{"exterior": {Stack: glaze.Stack{{Glaze: "Q", Coats: 2, Dip: true}, {Glaze: "S", Coats: 1}}}, "lip": {Stack: glaze.Stack{{Glaze: "S", Coats: 3}}}}
	laid := []glaze.Layer{{Glaze: "Q", Coats: 1, Dip: true, Density: 1.4}}
	weighed := shelf.FromJars(planned, func(string) []glaze.Layer { return laid })
	require.Equal(t, glaze.Stack{{Glaze: "Q", Coats: 1, Dip: true, Density: 1.4}, {Glaze: "Q", Coats: 1, Dip: true, Density: 1.6}, {Glaze: "S", Coats: 1}}, weighed["exterior"].Stack)
	require.Equal(t, planned["lip"], weighed["lip"])
	require.Zero(t, planned["exterior"].Stack[0].Density, "the plan itself is left as it was kept")
}

// Glaze on greenware melts in the bisque firing: that is said whole, with the way out.
func TestGlazeInTheBisqueFiringIsSaid(t *testing.T) {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	shelf := plan.NewShelf(rules.Default(), []glaze.Glaze{{Code: "L", Name: "Low", Kind: glaze.Solid, Cones: kiln.Range{From: "06", To: "04"}, InStock: true}}, nil)
	w := plan.Work{Body: body, Cone: "6", Green: true, BisqueCone: "04", Clay: glaze.Clay{Code: "P", Cones: kiln.Range{From: "5", To: "6"}}}
	for stage, melts := range map[int]bool{0: true, 1: false} {
		var said []string
		for _, f := range shelf.CheckBisque(plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "L", Coats: 2, Stage: stage}}}}, w) {
			if f.Code == matter.GlazeCone {
				said = append(said, f.Text+" "+f.Way)
			}
		}
		if !melts {
			require.Empty(t, said)
			continue
		}
		require.Equal(t, []string{"Face: L Low melts in the bisque firing to cone 04, and nothing goes on over it. Lay it after the bisque."}, said)
	}
}

// A coat out of a watery jar counts 0.6, out of a thick one 1.7 (from memory): the check says which
// jar it is, what puts it right, and how many coats do as it is; what that makes passes then.
func TestJarsThatAreNotAsTheyShouldBe(t *testing.T) {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	watery := glaze.Glaze{Jar: glaze.Jar{State: glaze.Watery}}
	thick := glaze.Glaze{Jar: glaze.Jar{State: glaze.Thick}}
	thinned := glaze.Glaze{DipDensity: 1.5, Density: 1.35}
	three := glaze.Stack{{Glaze: "S", Coats: 3}}
	fromWatery := []glaze.Layer{{Glaze: "S", Coats: 1, Body: glaze.Watery}, {Glaze: "S", Coats: 1, Body: glaze.Watery}, {Glaze: "S", Coats: 1, Body: glaze.Watery}}
	for name, c := range map[string]struct {
		jar   glaze.Glaze
		rules map[string]string
		stack glaze.Stack
		laid  []glaze.Layer
		code  matter.Code
		says  string
		mend  int // coats; 0 for none
	}{
		"as it should be":              {stack: three},
		"watery":                       {jar: watery, stack: three, code: matter.CoatsFew, says: "1.8 coats, the house lays 3; the clay will show through. The jar of S is watery: a coat out of it counts as 0.6. Let the jar settle and take water off, then say under Stock that it is good; as it is now: lay 5 coats.", mend: 5},
		"watery, and coats enough":     {jar: watery, stack: glaze.Stack{{Glaze: "S", Coats: 5}}},
		"watery, and one too many":     {jar: watery, stack: glaze.Stack{{Glaze: "S", Coats: 6}}, code: matter.CoatsMany, says: "3.6 coats", mend: 5},
		"watery, where two coats do":   {jar: watery, rules: map[string]string{"coats": "2"}, stack: glaze.Stack{{Glaze: "S", Coats: 2}}, code: matter.CoatsFew, mend: 4},
		"watery, four where two do":    {jar: watery, rules: map[string]string{"coats": "2"}, stack: glaze.Stack{{Glaze: "S", Coats: 4}}},
		"watery, planned light":        {jar: watery, stack: glaze.Stack{{Glaze: "S", Coats: 5, Thick: glaze.Light}}},
		"thick":                        {jar: thick, stack: three, code: matter.CoatsMany, says: "The jar of S is thick: a coat out of it counts as 1.7. The teacher stirs a spoon of water", mend: 2},
		"thick, where students thin":   {jar: thick, rules: map[string]string{"thins": "student"}, stack: three, code: matter.CoatsMany, says: "more runs. The jar of S is thick: a coat out of it counts as 1.7. Stir a spoon of water", mend: 2},
		"thick, where one coat does":   {jar: thick, rules: map[string]string{"coats": "1"}, stack: glaze.Stack{{Glaze: "S", Coats: 2}}, code: matter.CoatsStop, says: "lay 1 coat.", mend: 1},
		"thick, and two coats":         {jar: thick, stack: glaze.Stack{{Glaze: "S", Coats: 2}}},
		"thick, far too many":          {jar: thick, stack: glaze.Stack{{Glaze: "S", Coats: 4}}, code: matter.CoatsStop, says: "refuses from 6"},
		"a sample of much less dry":    {jar: thinned, stack: three, code: matter.CoatsFew, says: "is watery", mend: 5},
		"a sample of a little less":    {jar: glaze.Glaze{DipDensity: 1.5, Density: 1.45}, stack: three},
		"weighed, without a figure":    {jar: glaze.Glaze{Density: 1.2}, stack: three},
		"laid watery, put right since": {stack: three, laid: fromWatery, code: matter.CoatsFew, says: "Coats of S came out of a watery jar: each counts as 0.6. Lay 5 coats.", mend: 5},
		"laid right over a stray coat": {jar: watery, stack: three, laid: []glaze.Layer{{Glaze: "Z", Coats: 1}, {Glaze: "S", Coats: 1}, {Glaze: "S", Coats: 1}, {Glaze: "S", Coats: 1}}},
		"laid right, watery since":     {jar: watery, stack: three, laid: []glaze.Layer{{Glaze: "S", Coats: 1}, {Glaze: "S", Coats: 1}, {Glaze: "S", Coats: 1}}},
	} {
		c.jar.Code, c.jar.Name, c.jar.Kind, c.jar.InStock, c.jar.Cones = "S", "Sand", glaze.Solid, true, kiln.Range{From: "5", To: "6"}
		house, refused := rules.Default().With(c.rules)
		require.Empty(t, refused)
		shelf := plan.NewShelf(house, []glaze.Glaze{c.jar}, nil)
		w := plan.Work{Body: body, Cone: "6", Clay: glaze.Clay{Code: "P", Cones: kiln.Range{From: "5", To: "6"}}}
		check := func(stack glaze.Stack) (found *plan.Finding) {
			for _, f := range shelf.Check(shelf.FromJars(plan.Plan{"face": {Stack: stack}}, func(string) []glaze.Layer { return c.laid }), w) {
				if f.Code == matter.CoatsFew || f.Code == matter.CoatsMany || f.Code == matter.CoatsStop {
					found = &f
				}
			}
			return found
		}
		f := check(c.stack)
		if c.code == "" {
			require.Nil(t, f, name)
			continue
		}
		require.NotNil(t, f, name)
		require.Equal(t, c.code, f.Code, name)
		require.Contains(t, f.Text+" "+f.Way, c.says, name)
		if c.mend == 0 {
			continue
		}
		require.NotNil(t, f.Mend, name)
		require.Equal(t, glaze.Stack{{Glaze: "S", Coats: c.mend}}, f.Mend.Stack, name)
		if len(c.laid) == 0 {
			require.Nil(t, check(f.Mend.Stack), name+": what was advised passes")
		}
	}
}

// What is alike over several surfaces is said once, with one way out for all of them; what has
// another way out, or speaks of the whole piece, stays apart.
func TestFindingsOfOneKindAreOne(t *testing.T) {
	body, err := piece.Build(piece.Mug, nil)
	require.NoError(t, err)
	name := func(id string) string { s, _ := body.Surface(id); return s.Name }
	few := func(id, rest, way string, n int) plan.Finding {
		return plan.Finding{Code: matter.CoatsFew, Severity: plan.Warn, Surface: id, Text: name(id) + ": " + rest, Way: way, Numbers: plan.Numbers{"coats": float64(n)}, Mend: &plan.Choice{Stack: glaze.Stack{{Glaze: "S", Coats: n}}}}
	}
	all := plan.AsOne([]plan.Finding{
		few("interior", "2 coats.", "Use 3 coats.", 3), few("lip", "1 coat.", "Use 3 coats.", 3), few("exterior", "2 coats.", "Use 3 coats.", 3),
		few("handle", "1 coat.", "Use 2 coats.", 2), {Code: matter.NoVents, Severity: plan.Warn, Text: "No vents."},
	}, body)
	require.Len(t, all, 3)
	require.Equal(t, []string{"interior", "lip", "exterior"}, all[0].Surfaces)
	require.Equal(t, name("interior")+", "+name("exterior")+": 2 coats. "+name("lip")+": 1 coat.", all[0].Text)
	require.Equal(t, "Use 3 coats.", all[0].Way)
	require.Len(t, all[0].Mends, 3)
	require.Equal(t, "lip", all[0].Mends[1].Surface)
	require.Nil(t, all[0].Numbers)
	require.Equal(t, []string{"handle"}, all[1].Surfaces)
	require.Equal(t, name("handle")+": 1 coat.", all[1].Text, "one alone is said as it was")
	require.NotNil(t, all[1].Numbers)
	require.Empty(t, all[2].Surfaces)
}
