package plan_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

var (
	mid  = kiln.Range{From: "5", To: "6"}
	low  = kiln.Range{From: "06", To: "04"}
	jars = []glaze.Glaze{
		{Code: "S", Name: "Solid", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "D", Name: "Detailed", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true, Coats: 2},
		{Code: "B", Name: "Breaker", Kind: glaze.Breaking, Cones: mid, Food: glaze.FoodNotClaimed, InStock: true, Runner: true},
		{Code: "B2", Name: "Breaker two", Kind: glaze.Breaking, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "C", Name: "Clear", Kind: glaze.Clear, Cones: mid, Food: glaze.FoodClaimed, InStock: true},
		{Code: "U", Name: "Under", Kind: glaze.Underglaze, Cones: kiln.Range{From: "06", To: "6"}, InStock: true},
		{Code: "L", Name: "Lowfire", Kind: glaze.Solid, Cones: low, Food: glaze.FoodClaimed, InStock: true},
		{Code: "E", Name: "Empty", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed},
	}
	pale  = glaze.Clay{Code: "P", Name: "Pale", Cones: mid}
	tiles = []glaze.Tile{
		{Code: "t1", Clay: "P", Cone: "6", Stack: stack("S", 3)},
		{Code: "t2", Clay: "R", Cone: "6", Stack: stack("B", 3)},
		{Code: "t3", Clay: "P", Cone: "6", Stack: stack("D", 2)},
		{Code: "t4", Clay: "P", Cone: "6", Stack: stack("U", 3, "C", 3)},
		{Code: "t5", Clay: "P", Cone: "6", Stack: stack("S", 2, "B2", 1)},
		{Code: "t6", Clay: "P", Cone: "6", Stack: stack("E", 3)},
		{Code: "t7", Clay: "P", Cone: "6", Stack: stack("U", 3)},
		{Code: "t8", Clay: "P", Cone: "6", Stack: stack("C", 3)},
		{Code: "t9", Clay: "P", Cone: "6", Stack: stack("B2", 2, "B", 2)},
	}
)

func stack(pairs ...any) glaze.Stack {
	var s glaze.Stack
	for i := 0; i < len(pairs); i += 2 {
		s = append(s, glaze.Layer{Glaze: pairs[i].(string), Coats: pairs[i+1].(int)})
	}
	return s
}

func coat(pairs ...any) plan.Choice { return plan.Choice{Stack: stack(pairs...)} }

func bowl(t testing.TB) piece.Body {
	b, err := piece.Build(piece.Bowl, nil)
	require.NoError(t, err)
	return b
}

// full is a bowl with nothing to complain of; each case changes one thing.
func full() plan.Plan {
	return plan.Plan{"interior": coat("S", 3), "lip": coat("S", 3), "exterior": coat("S", 3), "foot": {Bare: true}, "underside": {Bare: true}}
}

func TestFindings(t *testing.T) {
	bare := plan.Choice{Bare: true}
	double := rules.Default()
	double.Layering = rules.Double
	bareUnder := rules.Default()
	bareUnder.Underside = "bare"
	deaf := rules.Default()
	deaf.OtherClay = rules.Nothing
	wide := rules.Default()
	wide.BandMM = 13
	for name, c := range map[string]struct {
		surface string
		choice  plan.Choice
		house   rules.House
		want    string // "severity code", "" for none
		says    string
		mend    *plan.Choice
	}{
		"nothing wrong":                     {"exterior", coat("S", 3), rules.Default(), "", "", nil},
		"glaze where it stands":             {"foot", coat("S", 3), rules.Default(), "stop contact", "weld it to the shelf", &bare},
		"underglaze where it stands":        {"foot", coat("U", 3), rules.Default(), "", "", nil},
		"underglaze and clear on the foot":  {"foot", coat("U", 3, "C", 2), rules.Default(), "stop contact", "Foot ring", &bare},
		"too few":                           {"exterior", coat("S", 2), rules.Default(), "warn coats-few", "2 coats, the house lays 3", ptr(coat("S", 3))},
		"too many":                          {"exterior", coat("S", 4), rules.Default(), "warn coats-many", "4 coats, the house lays 3", ptr(coat("S", 3))},
		"twice the figure":                  {"exterior", coat("S", 6), rules.Default(), "stop coats-stop", "refuses from 6", ptr(coat("S", 3))},
		"a jar with its own figure":         {"exterior", coat("D", 2), rules.Default(), "", "", nil},
		"above the jar's own figure":        {"exterior", coat("D", 4), rules.Default(), "stop coats-stop", "refuses from 4", ptr(coat("D", 2))},
		"layered, usual total":              {"exterior", coat("S", 2, "B2", 1), rules.Default(), "", "", nil},
		"layered over the usual total":      {"exterior", coat("S", 2, "B2", 2), rules.Default(), "warn coats-many", "the house lays 3", ptr(coat("S", 2, "B2", 1))},
		"layered two over two":              {"exterior", coat("B2", 2, "B", 2), double, "", "", nil},
		"made for layering, two over two":   {"exterior", coat("B2", 2, "B", 2), rules.Default(), "", "", nil},
		"underglaze alone, outside":         {"exterior", coat("U", 3), rules.Default(), "note underglaze-open", "wears off in use", nil},
		"pale underglaze":                   {"exterior", coat("U", 1), rules.Default(), "warn underglaze-few", "1 coat of underglaze", ptr(coat("U", 3))},
		"underglaze counts for no running":  {"exterior", coat("U", 3, "C", 2), rules.Default(), "warn no-tile", "as 3 × U, 3 × C over", nil},
		"open underglaze under food":        {"interior", coat("U", 3), rules.Default(), "warn underglaze-food", "lies open where food touches", nil},
		"clear under, underglaze on top":    {"interior", coat("C", 3, "U", 3), rules.Default(), "warn underglaze-food", "lies open", nil},
		"sealed underglaze under food":      {"interior", coat("U", 3, "C", 3), rules.Default(), "", "", nil},
		"no label under food":               {"interior", coat("B2", 2, "B", 2), rules.Default(), "warn food-label", "B Breaker makes no claim", nil},
		"no label where a mouth touches":    {"lip", coat("B2", 2, "B", 2), rules.Default(), "warn food-label", "Lip", nil},
		"no label outside":                  {"exterior", coat("B2", 2, "B", 2), rules.Default(), "", "", nil},
		"food on bare clay":                 {"interior", bare, rules.Default(), "warn food-bare", "soaks it up", nil},
		"interior forgotten":                {"interior", plan.Choice{}, rules.Default(), "warn food-bare", "Interior", nil},
		"lip forgotten":                     {"lip", plan.Choice{}, rules.Default(), "warn gap", "between two glazed surfaces", nil},
		"lip bare on purpose":               {"lip", bare, rules.Default(), "", "", nil},
		"underside forgotten":               {"underside", plan.Choice{}, rules.Default(), "", "", nil},
		"low-fire glaze in a mid firing":    {"exterior", coat("L", 3), rules.Default(), "stop glaze-cone", "it would run off", nil},
		"no jar of that name":               {"exterior", coat("X", 3), rules.Default(), "stop unknown-glaze", "no jar is called X", nil},
		"empty jar":                         {"exterior", coat("E", 3), rules.Default(), "warn out-of-stock", "E Empty", nil},
		"only fired on another clay":        {"exterior", coat("B", 3), rules.Default(), "warn no-tile", "Nearest: tile t2, on R.", nil},
		"hearsay counts for nothing":        {"exterior", coat("B", 3), deaf, "warn no-tile", "never fired on Pale", nil},
		"never fired at all":                {"exterior", coat("B2", 2, "C", 1), rules.Default(), "warn no-tile", "do not mix like paint", nil},
		"only fired the other way round":    {"exterior", coat("B2", 2, "S", 1), rules.Default(), "warn no-tile", "Nearest: tile t5, as 2 × S, 1 × B2 over.", nil},
		"underside glazed, all in the band": {"underside", coat("S", 3), wide, "stop below-band", "lower than the bare band of 13 mm", &bare},
		"underside, house leaves it":        {"underside", coat("S", 3), bareUnder, "warn underside", "this house leaves it bare", &bare},
	} {
		t.Run(name, func(t *testing.T) {
			p := full()
			p[c.surface] = c.choice
			shelf := plan.NewShelf(c.house, jars, tiles)
			findings := shelf.Check(p, plan.Work{Body: bowl(t), Clay: pale, Cone: "6"})
			if c.want == "" {
				require.Empty(t, findings)
				return
			}
			for _, f := range findings {
				if string(f.Severity)+" "+string(f.Code) == c.want {
					require.Equal(t, c.surface, f.Surface)
					require.Contains(t, f.Text, c.says)
					require.NotEmpty(t, f.Way)
					if c.mend != nil {
						require.Equal(t, c.mend, f.Mend)
						p[c.surface] = *f.Mend
						for _, after := range shelf.Check(p, plan.Work{Body: bowl(t), Clay: pale, Cone: "6"}) {
							require.NotEqual(t, f.Code, after.Code, "the way out mends it")
						}
					}
					return
				}
			}
			require.Failf(t, "missing finding", "wanted %s, got %v", c.want, findings)
		})
	}
}

func ptr(c plan.Choice) *plan.Choice { return &c }

func codes(findings []plan.Finding) (all []string) {
	for _, f := range findings {
		all = append(all, string(f.Severity)+" "+string(f.Code))
	}
	return all
}

func TestConesMustMeet(t *testing.T) {
	shelf := plan.NewShelf(rules.Default(), jars, tiles)
	at := func(clay glaze.Clay, cone kiln.Cone) []string {
		return codes(shelf.Check(full(), plan.Work{Body: bowl(t), Clay: clay, Cone: cone}))
	}
	require.Empty(t, at(pale, "6"))
	require.Contains(t, at(glaze.Clay{Code: "P", Name: "Red", Cones: low}, "6"), "stop clay-cone")
	require.Contains(t, at(pale, "06"), "stop glaze-cone", "cone 06 is not cone 6")
	require.Contains(t, at(pale, "06"), "warn clay-low", "below its range a clay stays porous")
	require.NotContains(t, at(pale, "06"), "stop clay-cone")
}

func TestNewRoomIsNotBuriedInWarnings(t *testing.T) {
	shelf := plan.NewShelf(rules.Default(), jars, nil)
	work := plan.Work{Body: bowl(t), Clay: pale, Cone: "6"}
	require.Equal(t, []string{"note no-tiles-yet"}, codes(shelf.Check(full(), work)))
	require.Empty(t, shelf.Check(plan.Plan{}, work), "nothing planned, nothing to say")
}

// Adding a coat never makes a stack less of a risk, and a plan without a stop
// leaves bare what the piece stands on.
func TestPlanProperties(t *testing.T) {
	shelf := plan.NewShelf(rules.Default(), jars, tiles)
	var body piece.Body
	rank := map[string]int{"coats-many": 1, "coats-stop": 2}
	risk := func(p plan.Plan, surface string) (worst int) {
		for _, f := range shelf.Check(p, plan.Work{Body: body, Clay: pale, Cone: "6"}) {
			if f.Surface == surface {
				worst = max(worst, rank[string(f.Code)])
			}
		}
		return worst
	}
	layer := rapid.Custom(func(t *rapid.T) glaze.Layer {
		return glaze.Layer{Glaze: rapid.SampledFrom([]string{"S", "D", "B", "B2", "C", "U"}).Draw(t, "glaze"), Coats: rapid.IntRange(1, 4).Draw(t, "coats")}
	})
	rapid.Check(t, func(t *rapid.T) {
		var err error
		body, err = piece.Build(rapid.SampledFrom([]piece.Form{piece.Bowl, piece.Plate, piece.Jar, piece.House, piece.Box, piece.Bell}).Draw(t, "form"), nil)
		require.NoError(t, err)
		p := plan.Plan{}
		for _, s := range body.Surfaces {
			if rapid.Bool().Draw(t, s.ID) {
				p[s.ID] = plan.Choice{Stack: rapid.SliceOfN(layer, 1, 3).Draw(t, "stack")}
			}
		}
		stops := 0
		for _, f := range shelf.Check(p, plan.Work{Body: body, Clay: pale, Cone: "6"}) {
			if f.Severity == plan.Stop {
				stops++
			}
		}
		if stops == 0 {
			leavesBare(t, shelf, p, body)
		}
		for _, s := range body.Surfaces {
			choice := p[s.ID]
			if !choice.Planned() {
				continue
			}
			if s.Stands && stops == 0 {
				for _, l := range choice.Stack {
					require.Equal(t, "U", l.Glaze, "only what does not melt may lie where it stands")
				}
			}
			before := risk(p, s.ID)
			last := len(choice.Stack) - 1
			more := append(glaze.Stack{}, choice.Stack...)
			more[last].Coats++
			p[s.ID] = plan.Choice{Stack: more}
			require.GreaterOrEqual(t, risk(p, s.ID), before, "%v", more)
			p[s.ID] = choice
		}
	})
}

// leavesBare expects what lies wholly lower than the band of a plan to carry
// nothing that melts.
func leavesBare(t *rapid.T, shelf *plan.Shelf, p plan.Plan, body piece.Body) {
	band := shelf.Band(p, plan.Work{Body: body}).HeightMM
	for _, part := range body.Band(band) {
		s, _ := body.Surface(part.Surface)
		if !s.Stands && part.AreaCM2 < 0.99*s.AreaCM2 {
			continue
		}
		for _, l := range p[s.ID].Stack {
			require.Equal(t, "U", l.Glaze, "%s lies in the bare band of %v mm", s.ID, band)
		}
	}
}

// twelve is a made-up body of 12 surfaces for the budget of one check.
func twelve() (piece.Body, plan.Plan) {
	b := piece.Body{Form: piece.Slab}
	p := plan.Plan{}
	for i := range 12 {
		id := fmt.Sprintf("s%d", i)
		b.Surfaces = append(b.Surfaces, piece.Surface{ID: id, Name: id, AreaCM2: 50})
		if i > 0 {
			b.Touching = append(b.Touching, [2]string{fmt.Sprintf("s%d", i-1), id})
		}
		p[id] = coat("S", 1, "B2", 1, "S", 1)
		if i%2 == 1 { // no two neighbours are glazed alike
			p[id] = coat("D", 1, "S", 1, "D", 1)
		}
	}
	return b, p
}

// The budget is 20 µs for 12 surfaces of 3 layers, and 20 ms for 1,000 plans.
func BenchmarkCheck(b *testing.B) {
	shelf := plan.NewShelf(rules.Default(), jars, append(tiles, glaze.Tile{Code: "x", Clay: "P", Cone: "6", Stack: stack("S", 1, "B2", 1, "S", 1)},
		glaze.Tile{Code: "y", Clay: "P", Cone: "6", Stack: stack("D", 1, "S", 1, "D", 1)}))
	body, p := twelve()
	work := plan.Work{Body: body, Clay: pale, Cone: "6"}
	require.Empty(b, shelf.Check(p, work))
	b.ReportAllocs()
	for b.Loop() {
		shelf.Check(p, work)
	}
}
