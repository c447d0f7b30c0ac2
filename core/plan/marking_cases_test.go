package plan_test

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// scene is a piece that is otherwise in order; a case changes what it is about.
type scene struct {
	form    piece.Form
	own     plan.Own
	marking piece.Marking
	plan    plan.Plan
	house   []string
	jars    []glaze.Glaze
	tiles   []glaze.Tile
	work    plan.Work
}

// on marks one detail on the wall of a mug and plans it.
func on(kind piece.DetailKind, choice plan.Choice) func(*scene) {
	return func(s *scene) {
		s.marking.Details = []piece.Detail{{ID: "mark", Name: "Mark", Kind: kind, On: "exterior", AreaCM2: 6, FromMM: 30, ToMM: 60}}
		s.plan["mark"] = choice
	}
}

// all plans every surface that takes glaze alike.
func all(choice plan.Choice) func(*scene) {
	return func(s *scene) { s.plan["*"] = choice }
}

func rule(values ...string) func(*scene) {
	return func(s *scene) { s.house = append(s.house, values...) }
}

func put(surface string, choice plan.Choice) func(*scene) {
	return func(s *scene) { s.plan[surface] = choice }
}

func jar(g glaze.Glaze) func(*scene) {
	g.Cones, g.InStock, g.Food = mid, true, glaze.FoodClaimed
	return func(s *scene) { s.jars = append(s.jars, g) }
}

func dip(code string, n int) plan.Choice {
	return plan.Choice{Stack: glaze.Stack{{Glaze: code, Coats: n, Dip: true}}}
}

// More worked cases: what lies beside what, what a house limits, what was
// decided about the piece as a whole. Each has its reason.
func TestWorkedCasesOfTheWholePiece(t *testing.T) {
	thick := func(c plan.Choice) plan.Choice { c.Heavy = true; return c }
	form := func(f piece.Form) func(*scene) { return func(s *scene) { s.form = f } }
	tile := func(tile glaze.Tile, faults ...glaze.Fault) func(*scene) {
		tile.Faults = faults
		return func(s *scene) { s.tiles = append(s.tiles, tile) }
	}
	vent := func(s *scene) {
		s.marking.Details = []piece.Detail{{ID: "mark", Name: "Vent", Kind: piece.Vent, On: "exterior", AreaCM2: 1}}
	}
	runCases(t, []worked{
		// Edges.
		{"a motif in glaze on glaze blurs", []func(*scene){on(piece.Motif, coat("R", 3))}, "warn blurs", ""},
		{"in underglaze it stays put", []func(*scene){on(piece.Motif, coat("U", 3))}, "", "warn blurs"},
		{"in the ground's own glaze there is no edge", []func(*scene){on(piece.Motif, coat("S", 3))}, "", "warn blurs"},
		{"letters are meant to be read", []func(*scene){on(piece.Letters, coat("K", 3))}, "warn blurs", ""},
		{"an inlay lies in its own cut line", []func(*scene){on(piece.Inlay, coat("K", 3))}, "", "warn blurs"},
		{"a line between stops it", []func(*scene){on(piece.Motif, coat("R", 3)), func(s *scene) {
			s.marking.Joins = []piece.Join{{A: "mark", B: "exterior", Edge: piece.Line}}
		}}, "", "warn blurs"},
		{"a panel may blur", []func(*scene){on(piece.Panel, coat("R", 3))}, "", "warn blurs"},
		{"a house that keeps colours apart", []func(*scene){on(piece.Panel, coat("R", 3)), rule("meeting", "apart")}, "warn meeting", ""},
		{"a ridge is enough for it", []func(*scene){on(piece.Panel, coat("R", 3)), rule("meeting", "apart"), func(s *scene) {
			s.marking.Joins = []piece.Join{{A: "mark", B: "exterior", Edge: piece.Ridge}}
		}}, "", "warn meeting"},
		{"a bare strip fires dark", []func(*scene){on(piece.Panel, coat("R", 3)), func(s *scene) {
			s.marking.Joins = []piece.Join{{A: "mark", B: "exterior", Edge: piece.Strip}}
		}}, "note gap", ""},
		{"what does not meet cannot blur", []func(*scene){on(piece.Motif, coat("R", 3)), func(s *scene) {
			s.marking.Joins = []piece.Join{{A: "mark", B: "exterior", Edge: piece.Far}}
		}}, "", "warn blurs"},
		// Details on their ground.
		{"pale lines vanish on a pale ground", []func(*scene){all(coat("W", 3)), on(piece.Inlay, coat("W", 3))}, "warn detail-lost", ""},
		{"dark on pale is seen", []func(*scene){all(coat("W", 3)), on(piece.Inlay, coat("K", 3))}, "", "warn detail-lost"},
		{"a detail beside a lip of its colour is no detail of the lip", []func(*scene){put("lip", coat("K", 3)), all(coat("W", 3)), on(piece.Inlay, coat("K", 3)), func(s *scene) {
			s.marking.Joins = []piece.Join{{A: "lip", B: "mark", Edge: piece.Ridge}}
		}}, "", "warn detail-lost"},
		{"nobody can say where no tile speaks", []func(*scene){all(coat("W", 3)), on(piece.Inlay, coat("L2", 1))}, "", "warn detail-lost"},
		{"a forgotten motif is a bare place", []func(*scene){on(piece.Motif, plan.Choice{})}, "warn gap", ""},
		{"an extra may be left out", []func(*scene){on(piece.Motif, plan.Choice{}), func(s *scene) { s.marking.Details[0].Optional = true }}, "", "warn gap"},
		{"scratched lines are bare by nature", []func(*scene){on(piece.Sgraffito, plan.Choice{})}, "", "warn gap"},
		{"bare on purpose is on purpose", []func(*scene){on(piece.Panel, plan.Choice{Bare: true})}, "", "warn gap"},
		// Running.
		{"a runner down a steep wall needs its line", []func(*scene){put("exterior", coat("B", 3))}, "warn runs-low", ""},
		{"inside it stays", []func(*scene){put("interior", coat("B", 3))}, "", "warn runs-low"},
		{"more than usual down a steep wall does too", []func(*scene){put("exterior", coat("S", 4))}, "warn runs-low", ""},
		{"the usual coats do not", []func(*scene){put("exterior", coat("S", 3))}, "", "warn runs-low"},
		{"once the line is drawn it is said", []func(*scene){put("exterior", coat("B", 3)), func(s *scene) { s.own.Standing.BandMM = 20 }}, "", "warn runs-low"},
		{"clear ends at the band", []func(*scene){put("exterior", coat("U", 3, "C", 2))}, "note clear-in-band", ""},
		{"clear over one coat of underglaze ends there too", []func(*scene){put("exterior", coat("U", 1, "C", 2))}, "note clear-in-band", ""},
		{"underglaze alone may go on", []func(*scene){put("exterior", coat("U", 3))}, "", "note clear-in-band"},
		// Thick on purpose.
		{"a thin breaking glaze may take a coat more", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Breaking, Thick: true}), put("exterior", thick(coat("Y", 4)))}, "", "warn coats-many"},
		{"only on purpose", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Breaking, Thick: true}), put("exterior", coat("Y", 4))}, "warn coats-many", ""},
		{"only where its card allows it", []func(*scene){put("exterior", thick(coat("S", 4)))}, "warn coats-many", ""},
		{"any glaze where the house says so", []func(*scene){rule("extra", "always"), put("exterior", thick(coat("S", 4)))}, "", "warn coats-many"},
		{"never where the house says so", []func(*scene){rule("extra", "never"), jar(glaze.Glaze{Code: "Y", Kind: glaze.Breaking, Thick: true}), put("exterior", thick(coat("Y", 4)))}, "warn coats-many", ""},
		{"a stop is a stop, whatever the purpose", []func(*scene){rule("extra", "always"), put("exterior", thick(coat("S", 6)))}, "stop coats-stop", ""},
		{"a strict house refuses one above the figure", []func(*scene){rule("over", "strict"), put("exterior", coat("S", 4))}, "stop coats-stop", ""},
		// Dips.
		{"one dip covers", []func(*scene){put("exterior", dip("I", 1))}, "", "warn coats-few"},
		{"brushed, the same glaze needs three coats", []func(*scene){put("exterior", coat("I", 1))}, "warn coats-few", ""},
		{"two dips of one glaze are ordinary", []func(*scene){put("exterior", dip("I", 2))}, "", "warn coats-many"},
		{"three run", []func(*scene){put("exterior", dip("I", 3))}, "stop coats-stop", ""},
		{"a dip over a dip in a dipping room", []func(*scene){rule("coatsLeast", "2"), put("exterior", plan.Choice{Stack: glaze.Stack{{Glaze: "I", Coats: 1, Dip: true}, {Glaze: "W", Coats: 1, Dip: true}}})}, "", "warn coats-few"},
		{"a dip goes over the foot", []func(*scene){put("exterior", dip("I", 1))}, "note dip-foot", ""},
		{"wax keeps it off", []func(*scene){put("exterior", dip("I", 1)), put("foot", plan.Choice{Resist: plan.Wax})}, "", "note dip-foot"},
		// Resist.
		{"latex has to come off", []func(*scene){put("foot", plan.Choice{Resist: plan.Latex})}, "note latex", ""},
		{"wax burns off", []func(*scene){put("foot", plan.Choice{Resist: plan.Wax})}, "", "note latex"},
		{"what is kept bare needs no stack", []func(*scene){put("lip", plan.Choice{Resist: plan.Wax})}, "", "warn gap"},
		// Feet on stilts.
		{"a glazed foot without stilts", []func(*scene){rule("foot", "stilts", "stiltsCone", "6"), put("foot", coat("S", 1))}, "stop contact", ""},
		{"with stilts, too thick", []func(*scene){rule("foot", "stilts", "stiltsCone", "6"), put("foot", coat("S", 3)), func(s *scene) { s.own.Standing.Stilts = true }}, "stop contact", ""},
		{"with stilts, at a cone where they sink", []func(*scene){rule("foot", "stilts", "stiltsCone", "04"), put("foot", coat("S", 1)), func(s *scene) { s.own.Standing.Stilts = true }}, "stop contact", "note stilts"},
		{"stilts alone allow nothing", []func(*scene){put("foot", coat("S", 1)), func(s *scene) { s.own.Standing.Stilts = true }}, "stop contact", ""},
		// What may go on what.
		{"made for greenware, on bisque", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Ware: glaze.Greenware}), put("exterior", coat("Y", 3))}, "warn ware", ""},
		{"made for greenware, fired once", []func(*scene){rule("path", "once"), jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Ware: glaze.Greenware}), put("exterior", coat("Y", 3))}, "", "warn ware"},
		{"made for bisque, fired once", []func(*scene){rule("path", "once"), jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Ware: glaze.Bisque}), put("exterior", coat("Y", 3))}, "warn ware", ""},
		{"underglaze on greenware only", []func(*scene){rule("underglazeOn", "greenware"), put("exterior", coat("U", 3))}, "warn ware", ""},
		{"by permission, it is said", []func(*scene){rule("underglazeOn", "ask"), put("exterior", coat("U", 3))}, "note ware", "warn ware"},
		{"two coats pass in a house of two to three", []func(*scene){rule("coatsLeast", "2"), put("exterior", coat("S", 2))}, "", "warn coats-few"},
		{"one does not", []func(*scene){rule("coatsLeast", "2"), put("exterior", coat("S", 1))}, "warn coats-few", ""},
		{"not this lesson", []func(*scene){rule("underglazeOn", "none"), put("exterior", coat("U", 3))}, "warn ware", ""},
		{"fired once with no place for gas", []func(*scene){rule("path", "once", "vents", "want")}, "warn no-vents", ""},
		{"a scratched place is one", []func(*scene){rule("path", "once", "vents", "want"), vent}, "", "warn no-vents"},
		{"a house that does without", []func(*scene){rule("path", "once")}, "", "warn no-vents"},
		{"bisque has lost its gas", []func(*scene){rule("vents", "want")}, "", "warn no-vents"},
		// Limits of an assignment.
		{"three colours where two are allowed", []func(*scene){rule("mostColours", "2"), put("exterior", coat("R", 3)), put("lip", coat("W", 3))}, "warn colours-many", ""},
		{"two are two", []func(*scene){rule("mostColours", "2"), put("exterior", coat("R", 3))}, "", "warn colours-many"},
		{"clear is no colour", []func(*scene){rule("mostColours", "1"), all(coat("U", 3)), put("exterior", coat("U", 3, "C", 2))}, "", "warn colours-many"},
		{"one inside, one outside", []func(*scene){rule("insideOutside", "each"), put("handle", coat("R", 3))}, "warn one-each", ""},
		{"the lip belongs to either", []func(*scene){rule("insideOutside", "each"), put("lip", coat("R", 3))}, "", "warn one-each"},
		{"half of it covered at most", []func(*scene){rule("mostCover", "50")}, "warn covered-much", ""},
		{"the wall left bare", []func(*scene){rule("mostCover", "60"), put("exterior", plan.Choice{Bare: true})}, "", "warn covered-much"},
		// What was fired before.
		{"it crazed on this clay", []func(*scene){tile(tileOf("R", 3, 40, 55, 30), glaze.Crazed), put("exterior", coat("R", 3))}, "warn bad-before", ""},
		{"what ran in two coats runs in three", []func(*scene){tile(tileOf("R", 2, 40, 55, 30), glaze.Ran), put("exterior", coat("R", 3))}, "warn bad-before", ""},
		{"what ran in four need not run in three", []func(*scene){tile(tileOf("R", 4, 40, 55, 30), glaze.Ran), put("exterior", coat("R", 3))}, "", "warn bad-before"},
		{"avoid this one, not its thinner kin", []func(*scene){tile(tileOf("R", 2, 40, 55, 30), glaze.Avoid), put("exterior", coat("R", 3))}, "", "warn bad-before"},
		{"on another clay it says nothing", []func(*scene){tile(glaze.Tile{Code: "x", Clay: "D", Cone: "6", Stack: stack("R", 3)}, glaze.Crazed), put("exterior", coat("R", 3))}, "", "warn bad-before"},
		// Jars.
		{"a dear glaze on a large wall", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Dear: true}), put("exterior", coat("Y", 3))}, "note dear", ""},
		{"on a lip it is well spent", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Dear: true}), put("lip", coat("Y", 3))}, "", "note dear"},
		{"the class takes more than is left", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Jar: glaze.Jar{ML: 473, Level: 0.2}}), put("exterior", coat("Y", 3)), func(s *scene) { s.work.Takes = map[string]float64{"Y": 120} }}, "warn jar-short", ""},
		{"a jar nobody measured is not short", []func(*scene){put("exterior", coat("S", 3)), func(s *scene) { s.work.Takes = map[string]float64{"S": 1e6} }}, "", "warn jar-short"},
		{"what this piece does not use is not its matter", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Jar: glaze.Jar{ML: 473, Level: 0.2}}), func(s *scene) { s.work.Takes = map[string]float64{"Y": 120} }}, "", "warn jar-short"},
		{"mixed where nobody mixes", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Recipe: glaze.Recipe{{Glaze: "R", Parts: 1}, {Glaze: "W", Parts: 1}}}), put("exterior", coat("Y", 3))}, "warn mixing", ""},
		{"mixed within one kind, as a recipe", []func(*scene){rule("mixing", "kind"), jar(glaze.Glaze{Code: "Y", Kind: glaze.Solid, Recipe: glaze.Recipe{{Glaze: "R", Parts: 1}, {Glaze: "W", Parts: 1}}}), put("exterior", coat("Y", 3))}, "", "warn mixing"},
		// The piece as it lies.
		{"an odd form nobody has laid down", []func(*scene){form(piece.Odd)}, "stop no-pose", ""},
		{"laid down, it is decided", []func(*scene){form(piece.Odd), func(s *scene) { s.own.Measures = piece.Measures{"pose": 1} }}, "", "stop no-pose"},
		{"texture gives a breaking glaze something to break on", []func(*scene){form(piece.Slab), put("face", coat("B2", 3)), func(s *scene) { s.marking.Textured = map[string]bool{"face": true} }}, "", "note breaking-flat"},
		{"the other clay has its own cones", []func(*scene){on(piece.Inlay, coat("K", 3)), func(s *scene) {
			s.marking.Clays = map[string]string{"mark": "L"}
			s.work.Clays = map[string]glaze.Clay{"L": {Code: "L", Name: "Low", Cones: low}}
		}}, "stop clay-cone", ""},
		{"no tile speaks for the other clay", []func(*scene){on(piece.Inlay, coat("K", 3)), func(s *scene) {
			s.marking.Clays = map[string]string{"mark": "D"}
			s.work.Clays = map[string]glaze.Clay{"D": dark}
		}}, "warn no-tile", ""},
	})
}

// worked is a situation: what is set about a mug that is glazed alike all over, and which
// finding an experienced teacher would expect, or would not.
type worked struct {
	reason string
	set    []func(*scene)
	want   string
	not    string
}

func runCases(t *testing.T, cases []worked) {
	for _, c := range cases {
		t.Run(c.reason, func(t *testing.T) {
			s := scene{form: piece.Mug, plan: plan.Plan{"*": coat("S", 3)}, jars: slices.Clone(room), tiles: shown, work: plan.Work{Clay: pale, Cone: "6"}}
			for _, set := range c.set {
				set(&s)
			}
			found := s.check(t)
			if c.want != "" {
				require.Contains(t, codes(found), c.want)
			}
			if c.not != "" {
				require.NotContains(t, codes(found), c.not)
			}
			for _, f := range found {
				require.NotEmpty(t, f.Way, f.Code)
				counted(t, f)
				s.mended(t, f)
			}
		})
	}
}

func (s *scene) check(t *testing.T) []plan.Finding {
	body, err := s.own.Body(s.form, nil, s.marking)
	require.NoError(t, err)
	s.work.Body, s.work.Standing = body, s.own.Standing
	for _, surface := range body.Surfaces {
		if _, chosen := s.plan[surface.ID]; !chosen && !surface.Stands && !surface.Seat && surface.Detail == "" {
			s.plan[surface.ID] = s.plan["*"]
		}
	}
	delete(s.plan, "*")
	return plan.NewShelf(house(t, s.house...), s.jars, s.tiles).Check(s.plan, s.work)
}

// counted expects the figures of a sentence among the numbers behind it.
func counted(t *testing.T, f plan.Finding) {
	needs := map[string][]string{
		"coats-many": {"coats", "figure"}, "coats-few": {"coats", "figure"}, "coats-stop": {"coats", "refusedFrom"},
		"runs-low": {"bandMM", "slopeDeg"}, "clear-in-band": {"bandMM"}, "dear": {"areaCM2"}, "detail-lost": {"deltaE"},
		"colours-many": {"colours", "allowed"}, "covered-much": {"percent", "allowed"},
	}
	for _, name := range needs[string(f.Code)] {
		v, ok := f.Numbers[name]
		require.True(t, ok, "%s carries its %s", f.Code, name)
		rounded := strings.Contains(f.Text, fmt.Sprintf("%.0f", v))
		require.True(t, rounded || strings.Contains(f.Text, fmt.Sprintf("%.1f", v)), "%s says its %s: %s", f.Code, name, f.Text)
	}
}

// mended takes a finding's way out and expects it to be gone.
func (s scene) mended(t *testing.T, f plan.Finding) {
	if f.Mend == nil && f.Stand == nil {
		return
	}
	s.plan = maps.Clone(s.plan)
	if f.Mend != nil {
		s.plan[f.Surface] = *f.Mend
	}
	if f.Stand != nil {
		s.own.Standing = *f.Stand
	}
	for _, after := range s.check(t) {
		require.Falsef(t, after.Code == f.Code && after.Surface == f.Surface && after.Severity == f.Severity, "the way out of %s leads nowhere: %s", f.Code, after.Text)
	}
}

// A recipe is made of its jars: it fires where all of them do, runs if one
// does, and claims nothing for food. Glazes of two kinds do not mix.
func TestRecipes(t *testing.T) {
	jars := map[string]*glaze.Glaze{}
	for _, g := range room {
		jars[g.Code] = &g
	}
	jars["R"].Raw, jars["W"].Raw = colour.Lab{L: 60, A: 40}, colour.Lab{L: 90}
	mixed, err := glaze.Mix("MIX1", "", glaze.Recipe{{Glaze: "R", Parts: 2}, {Glaze: "W", Parts: 1}}, jars)
	require.NoError(t, err)
	require.Equal(t, "2 parts R, 1 part W", mixed.Name)
	require.InDelta(t, 70, mixed.Raw.L, 1e-9)
	require.Equal(t, glaze.FoodNotClaimed, mixed.Food)
	for says, r := range map[string]glaze.Recipe{
		"two jars or more":            {{Glaze: "R", Parts: 2}, {Glaze: "R", Parts: 1}},
		"only one kind may be mixed":  {{Glaze: "R", Parts: 2}, {Glaze: "M", Parts: 1}},
		"they do not meet":            {{Glaze: "S", Parts: 2}, {Glaze: "L", Parts: 1}},
		`no jar is called "?"`:        {{Glaze: "S", Parts: 2}, {Glaze: "?", Parts: 1}},
		"expected more than 0 and at": {{Glaze: "S", Parts: 2}, {Glaze: "R", Parts: -1}},
	} {
		_, err := glaze.Mix("MIX1", "", r, jars)
		require.ErrorContains(t, err, says)
	}
}
