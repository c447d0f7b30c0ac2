package plan_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

func TestWhereAPlanStands(t *testing.T) {
	for _, c := range []struct {
		last   plan.Verdict
		ofThis bool
		want   plan.Standpoint
	}{
		{"", false, plan.Unseen}, {"", true, plan.Unseen},
		{plan.Approved, true, plan.IsApproved}, {plan.Returned, true, plan.IsReturned},
		{plan.Approved, false, plan.Changed}, {plan.Returned, false, plan.Changed},
	} {
		require.Equal(t, c.want, plan.StandpointOf(c.last, c.ofThis), "%+v", c)
	}
}

// An approved plan keeps the warnings of the rules it was approved under, but what
// protects shelf and people is judged by today's.
func TestApprovalPinsTheRules(t *testing.T) {
	w := plan.Work{Body: bowl(t), Clay: pale, Cone: "6"}
	two := full()
	two["exterior"] = coat("S", 2)
	strict := rules.Default()
	lax, refused := rules.Default().With(map[string]string{"coats": "2", "band": "13"})
	require.Empty(t, refused)
	shelf := plan.NewShelf(strict, jars, tiles)
	codes := func(findings []plan.Finding) (all []matter.Code) {
		for _, f := range findings {
			all = append(all, f.Code)
		}
		return all
	}
	today := shelf.Check(two, w)
	require.Contains(t, codes(today), matter.CoatsFew)
	require.Equal(t, today, shelf.Pinned(two, w, today, map[string]string{}), "the same rules find the same")
	require.NotContains(t, codes(shelf.Pinned(two, w, today, lax.Differences(strict))), matter.CoatsFew, "two coats were enough when it was approved")

	glued := full()
	glued["foot"] = coat("S", 3)
	glued["exterior"] = coat("S", 2)
	stands, refused := rules.Default().With(map[string]string{"coats": "2", "foot": string(rules.Stilts)})
	require.Empty(t, refused)
	stilts := w
	stilts.Standing.Stilts = true
	found := shelf.Pinned(glued, stilts, shelf.Check(glued, stilts), stands.Differences(strict))
	require.Equal(t, matter.Contact, found[0].Code, "a stop is always today's, whatever the foot stood on then")
	require.NotContains(t, codes(found), matter.CoatsFew)
	require.NotEmpty(t, plan.MayApprove(found))
}

func TestWhatDeservesALook(t *testing.T) {
	stop := plan.Finding{Code: matter.Contact, Severity: plan.Stop, Text: "The foot is glazed.", Way: "Keep it bare."}
	warn := plan.Finding{Code: matter.CoatsFew, Severity: plan.Warn, Text: "Two coats."}
	note := plan.Finding{Code: matter.NoTile, Severity: plan.Note, Text: "No tile."}
	short := plan.Finding{Code: matter.JarShort, Severity: plan.Warn, Text: "The jar is short."}
	b := bowl(t)
	half := full()
	delete(half, "exterior")
	changed := plan.Changes(full(), half, b)
	for name, c := range map[string]struct {
		seen   plan.Seen
		weight int
		why    []string
	}{
		"nothing said":      {plan.Seen{Plan: full()}, 0, nil},
		"only notes":        {plan.Seen{Plan: full(), Findings: []plan.Finding{note}}, 0, nil},
		"the class's jar":   {plan.Seen{Plan: full(), Findings: []plan.Finding{short}}, 0, nil},
		"one warning":       {plan.Seen{Plan: full(), Findings: []plan.Finding{warn, note}}, 1, []string{"Two coats."}},
		"several":           {plan.Seen{Plan: full(), Findings: []plan.Finding{stop, warn, short, warn}}, 102, []string{"The foot is glazed. And 2 more."}},
		"changed":           {plan.Seen{Plan: half, Stands: plan.Changed, Changes: changed}, 0, []string{"Changed after it was approved. Exterior: nothing planned, was 3 × S."}},
		"back again":        {plan.Seen{Plan: full(), Stands: plan.Changed, Note: "Mind the lip."}, 0, []string{"Changed after it was returned: Mind the lip."}},
		"still returned":    {plan.Seen{Plan: full(), Stands: plan.IsReturned, Note: "Mind the lip."}, 0, nil},
		"left open":         {plan.Seen{Plan: plan.Plan{"lip": coat("S", 3), "interior": {Resist: plan.Wax}}, Template: full()}, 0, []string{"Left open, and planned in the template: Exterior."}},
		"not in template":   {plan.Seen{Plan: plan.Plan{"lip": coat("S", 3)}}, 0, nil},
		"a foot planned in": {plan.Seen{Plan: full(), Template: plan.Plan{"foot": coat("S", 3)}}, 0, nil},
	} {
		t.Run(name, func(t *testing.T) {
			c.seen.Body = b
			require.Equal(t, c.why, plan.Deserves(c.seen))
			require.Equal(t, c.weight, plan.Gravity(c.seen.Findings))
		})
	}
	require.Equal(t, "The foot is glazed. Keep it bare.", plan.MayApprove([]plan.Finding{warn, stop}))
	require.Empty(t, plan.MayApprove([]plan.Finding{warn, note}), "a warning is the teacher's to weigh")
	all := []plan.Finding{stop, warn, note}
	require.Equal(t, []plan.Finding{stop, warn, short, note}, plan.AndFinding(all, &short), "behind what is as grave")
	require.Equal(t, all, plan.AndFinding(all, nil))
}

func TestAllowedJars(t *testing.T) {
	require.Nil(t, plan.AllowedJars(nil, nil), "no list allows all")
	require.Equal(t, map[string]bool{"S": true}, plan.AllowedJars(nil, []string{"S"}))
	require.Equal(t, map[string]bool{"B": true, "C": true}, plan.AllowedJars([]string{"B", "C"}, []string{"S"}), "the assignment's own list goes first")
}

func TestWhatIsLeftOfAPlan(t *testing.T) {
	p := plan.Plan{"interior": coat("S", 3), "exterior": coat("S", 2, "B2", 1), "lip": {}, "foot": {Bare: true}}
	on := map[string]int{"interior": 3, "exterior": 1}
	left := p.Open(func(surface string, _ plan.Choice) int { return on[surface] })
	require.Equal(t, plan.Plan{"exterior": coat("S", 1, "B2", 1)}, left)
}

var planner = plan.Supply{
	Jar:  func(code string) bool { return code == "S" || code == "B" },
	Clay: func(code string) bool { return code == "P" },
}

func TestChoicesAreCleaned(t *testing.T) {
	b := bowl(t)
	got, err := planner.Clean(plan.Plan{
		"interior":  coat("S", 1, "S", 2),
		"lip":       {},
		"exterior":  {Stack: stack("S", 3), Heavy: true},
		"foot":      {Bare: true, Stack: stack("S", 3), Heavy: true},
		"underside": {Resist: plan.Latex, Stack: stack("B", 1)},
	}, b)
	require.NoError(t, err)
	require.Equal(t, plan.Plan{
		"interior":  coat("S", 3),
		"exterior":  {Stack: stack("S", 3), Heavy: true},
		"foot":      {Bare: true},
		"underside": {Resist: plan.Latex},
	}, got, "coats of one glaze are one layer, what is bare carries none, and what says nothing is left out")
	for says, p := range map[string]plan.Plan{
		`a bowl has no surface "handle"`:                {"handle": coat("S", 3)},
		`no jar is called "X"`:                          {"lip": coat("X", 3)},
		fmt.Sprintf("expected 1 to %d", glaze.MaxCoats): {"lip": coat("S", glaze.MaxCoats+1)},
		`"glue" keeps nothing bare: expected`:           {"lip": {Resist: "glue"}},
	} {
		_, err := planner.Clean(p, b)
		require.ErrorContains(t, err, says)
	}
	_, err = planner.Clean(plan.Plan{"lip": coat("S", glaze.MaxCoats)}, b)
	require.NoError(t, err)
	require.NoError(t, planner.KnownJars([]string{"S", "B"}))
	require.EqualError(t, planner.KnownJars([]string{"S", "X"}), `no jar is called "X"`)
}

// A plan goes onto the body that it makes of the piece; what carries coats cannot be
// planned away.
func TestPlansAreRevised(t *testing.T) {
	motif := piece.Marking{Details: []piece.Detail{{ID: "moth", Name: "Moth", Kind: piece.Motif, On: "exterior", AreaCM2: 9}}}
	marked, err := bowl(t).With(motif)
	require.NoError(t, err)
	draft := func(change func(*plan.Draft)) plan.Draft {
		d := plan.Draft{Form: piece.Bowl, Now: bowl(t), Choices: full(), Coated: func(string) bool { return false }}
		change(&d)
		return d
	}
	for name, c := range map[string]struct {
		draft plan.Draft
		want  plan.Plan
		says  string
	}{
		"as it is":        {draft: draft(func(*plan.Draft) {}), want: full()},
		"a motif added":   {draft: draft(func(d *plan.Draft) { d.Own.Marking = motif; d.Choices["moth"] = coat("B", 2) }), want: with(full(), "moth", coat("B", 2))},
		"a motif dropped": {draft: draft(func(d *plan.Draft) { d.Now = marked; d.Choices["moth"] = coat("B", 2) }), want: full()},
		"a motif with coats": {draft: draft(func(d *plan.Draft) {
			d.Now, d.Coated = marked, func(s string) bool { return s == "moth" }
		}), says: "Moth has coats on it"},
		"the highest band": {draft: draft(func(d *plan.Draft) { d.Own.Standing.BandMM = 100 }), want: full()},
		"too high a band":  {draft: draft(func(d *plan.Draft) { d.Own.Standing.BandMM = 101 }), says: "expected 0 to 100 mm"},
		"no band at all":   {draft: draft(func(d *plan.Draft) { d.Own.Standing.BandMM = -1 }), says: "-1 mm cannot be drawn"},
		"a strange clay":   {draft: draft(func(d *plan.Draft) { d.Own.Marking.Clays = map[string]string{"lip": "Q"} }), says: `no clay is called "Q"`},
		"a known clay":     {draft: draft(func(d *plan.Draft) { d.Own.Marking.Clays = map[string]string{"lip": "P"} }), want: full()},
		"its own measures": {draft: draft(func(d *plan.Draft) { d.Own.Measures = piece.Measures{"rim": 1} }), says: "Rim diameter is 1 mm"},
		"a foot taken away": {draft: draft(func(d *plan.Draft) {
			d.Own.Measures = piece.Measures{"foot": 0}
			d.Choices = plan.Plan{"interior": coat("S", 3), "foot": {Bare: true}, "underside": {Bare: true}}
		}), want: plan.Plan{"interior": coat("S", 3)}},
	} {
		t.Run(name, func(t *testing.T) {
			before := len(c.draft.Choices)
			got, err := planner.Revise(c.draft)
			require.Len(t, c.draft.Choices, before, "what was handed in is left as it is")
			if c.says != "" {
				require.ErrorContains(t, err, c.says)
				return
			}
			require.NoError(t, err)
			require.Equal(t, c.want, got)
		})
	}
}

func with(p plan.Plan, surface string, c plan.Choice) plan.Plan {
	p[surface] = c
	return p
}

// A piece has a shape of its own by its measurements, or by what is marked on it.
func TestOwnShape(t *testing.T) {
	marked := piece.Marking{Textured: map[string]bool{"lip": true}}
	require.False(t, plan.Own{}.Shapes())
	require.False(t, plan.Own{Standing: plan.Standing{Stilts: true}}.Shapes())
	require.True(t, plan.Own{Measures: piece.Measures{"rim": 90}}.Shapes())
	require.True(t, plan.Own{Marking: marked}.Shapes())
	require.True(t, plan.Own{Measures: piece.Measures{"rim": 90}, Marking: marked}.Shapes())
}

// A plan for another form goes by the surfaces' ids, else by their names; nothing of it
// goes where the piece stands.
func TestAdaptedByName(t *testing.T) {
	from := piece.Body{Surfaces: []piece.Surface{{ID: "exterior", Name: "Outside"}, {ID: "foot", Name: "Foot"}}}
	to := piece.Body{Surfaces: []piece.Surface{{ID: "walls", Name: "Outside"}, {ID: "base", Name: "Foot", Stands: true}, {ID: "roof", Name: "Roof"}}}
	got := plan.Adapted(plan.Plan{"exterior": coat("S", 3), "foot": coat("S", 2)}, from, to)
	require.Equal(t, plan.Plan{"walls": coat("S", 3)}, got)
}

// What is said of the tile that shows a stack: nothing where it was read well or brought
// by a list.
func TestADoubtfulTileIsSaid(t *testing.T) {
	for name, c := range map[string]struct {
		readings []glaze.Reading
		said     bool
	}{
		"brought by a list": {nil, false},
		"read well":         {[]glaze.Reading{{Half: glaze.Smooth, Coats: 3}}, false},
		"one card only":     {[]glaze.Reading{{Half: glaze.Smooth, Coats: 3, Flags: []colour.Flag{colour.OneCard}}}, false},
		"glare":             {[]glaze.Reading{{Half: glaze.Smooth, Coats: 3, Flags: []colour.Flag{colour.Glare}}}, true},
		"glare on a strip":  {[]glaze.Reading{{Half: glaze.Smooth, Coats: 1, Flags: []colour.Flag{colour.Glare}}}, false},
	} {
		tile := glaze.Tile{Code: "t1", Clay: "P", Cone: "6", Stack: stack("S", 3), Readings: c.readings}
		said := false
		for _, f := range plan.NewShelf(rules.Default(), jars, []glaze.Tile{tile}).Check(full(), plan.Work{Body: bowl(t), Clay: pale, Cone: "6"}) {
			said = said || f.Code == matter.TileDoubt
		}
		require.Equal(t, c.said, said, name)
	}
}

// A glaze for greenware on bisque, and the other way round, is warned of.
func TestWares(t *testing.T) {
	for _, c := range []struct {
		ware glaze.Ware
		path string
		want bool
	}{{"", "bisque", false}, {glaze.Bisque, "bisque", false}, {glaze.Greenware, "bisque", true}, {glaze.Greenware, "once", false}, {glaze.Bisque, "once", true}} {
		house, refused := rules.Default().With(map[string]string{"path": c.path})
		require.Empty(t, refused)
		list := slices.Clone(jars)
		list[0].Ware = c.ware
		warned := false
		for _, f := range plan.NewShelf(house, list, tiles).Check(full(), plan.Work{Body: bowl(t), Clay: pale, Cone: "6"}) {
			if f.Code == matter.Ware {
				warned = true
				require.Equal(t, plan.Warn, f.Severity)
			}
		}
		require.Equal(t, c.want, warned, "%+v", c)
	}
}
