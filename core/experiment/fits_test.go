package experiment_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/experiment"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/results"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

var (
	cones = kiln.Range{From: "5", To: "6"}
	clay  = glaze.Clay{Code: "P", Name: "Pale", Cones: cones}
	jars  = []glaze.Glaze{
		{Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones, InStock: true, Raw: colour.Lab{L: 20}, Food: glaze.FoodClaimed},
		{Code: "B", Name: "Brine", Kind: glaze.Solid, Cones: cones, InStock: true, Raw: colour.Lab{L: 50, A: 40}, Food: glaze.FoodClaimed},
		{Code: "R", Name: "Rill", Kind: glaze.Solid, Cones: cones, InStock: true, Runner: true, Raw: colour.Lab{L: 50, B: 60}},
		{Code: "Z", Name: "Zinc", Kind: glaze.Solid, Cones: kiln.Range{From: "06", To: "04"}, InStock: true},
	}
	firing = glaze.FiringOf("P", "6", "")
	never  = glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: "B", Coats: 1}}
)

func blank(s glaze.Stack) experiment.Blank {
	return experiment.Blank{Stack: s, Ground: experiment.Ground{Firing: firing, Half: glaze.Smooth}, Pieces: []string{"p1"}}
}

// willing is a student with a slab on which nothing is planned or laid.
func willing(t testing.TB, form piece.Form) experiment.Willing {
	given := map[piece.Form]piece.Measures{piece.Slab: {"thickness": 30}}
	body, err := piece.Build(form, given[form])
	require.NoError(t, err)
	house := rules.Default()
	return experiment.Willing{Student: "s", Piece: "p", Case: survey.Case{Body: body, Plan: plan.Plan{}, Work: plan.Work{Body: body, Clay: clay, Cone: "6"}, Shelf: plan.NewShelf(house, jars, nil),
		Drying: work.Drying{House: house}, Spreads: stock.Spreads{}}}
}

func laid(surface, code string) work.Event {
	return work.Event{Seq: 1, ID: "e", Kind: work.Coated, Surface: surface, Glaze: code, At: time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)}
}

// Where something may be tried: on the smallest surface that shows it, off all that food touches, never
// with a new stop, never against wishes, jars and rules, and only before work began there.
func TestWhereSomethingMayBeTried(t *testing.T) {
	for name, c := range map[string]struct {
		form   piece.Form
		stack  glaze.Stack
		change func(*experiment.Willing)
		on     string // the surface; "" for none
	}{
		"the edge of a slab":        {piece.Slab, never, nil, "edge"},
		"food is on all of it":      {piece.Plate, never, func(w *experiment.Willing) { onlyFood(w) }, ""},
		"it is planned on the face": {piece.Slab, never, func(w *experiment.Willing) { w.Case.Plan["face"] = plan.Choice{Stack: never} }, "face"},
		"where nothing else is": {piece.Slab, never, func(w *experiment.Willing) {
			w.Case.Plan["edge"] = plan.Choice{Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}
		}, "face"},
		"coats lie on the edge": {piece.Slab, never, func(w *experiment.Willing) {
			w.Case.State = work.Fold([]work.Event{laid("edge", "A")})
			w.Case.Plan["edge"] = plan.Choice{Stack: never}
		}, "face"},
		"a higher band once it began": {piece.Slab, never, func(w *experiment.Willing) { w.Case.State = work.Fold([]work.Event{laid("edge", "A")}) }, ""},
		"bare on purpose":             {piece.Slab, never, func(w *experiment.Willing) { w.Case.Plan["edge"] = plan.Choice{Bare: true} }, "face"},
		"off the wishes":              {piece.Slab, never, func(w *experiment.Willing) { w.Wishes = []glaze.Stack{{{Glaze: "R", Coats: 3}}} }, ""},
		"a wish shares a glaze":       {piece.Slab, never, func(w *experiment.Willing) { w.Wishes = []glaze.Stack{{{Glaze: "B", Coats: 3}}} }, "edge"},
		"its plan is approved":        {piece.Slab, never, func(w *experiment.Willing) { w.Case.Approved = true }, ""},
		"it was fired":                {piece.Slab, never, func(w *experiment.Willing) { w.Case.State.Firing = &work.Firing{} }, ""},
		"it goes to bisque first":     {piece.Slab, never, func(w *experiment.Willing) { w.Case.Work.Green, w.Case.Work.BisqueCone = true, "04" }, ""},
		"another clay":                {piece.Slab, never, func(w *experiment.Willing) { w.Case.Work.Clay.Code = "Q" }, ""},
		"another cone":                {piece.Slab, never, func(w *experiment.Willing) { w.Case.Work.Cone = "5" }, ""},
		"the class may not use a jar": {piece.Slab, never, func(w *experiment.Willing) { w.Case.Work.Jars = map[string]bool{"A": true} }, ""},
		"a glaze for another cone":    {piece.Slab, glaze.Stack{{Glaze: "Z", Coats: 3}}, nil, ""},
		"far too many coats":          {piece.Slab, glaze.Stack{{Glaze: "A", Coats: 7}}, nil, ""},
		"above the house's figure":    {piece.Slab, glaze.Stack{{Glaze: "A", Coats: 4}}, nil, ""},
		"a runner down a steep wall":  {piece.Cup, glaze.Stack{{Glaze: "R", Coats: 3}}, func(w *experiment.Willing) { only(w, "exterior") }, ""},
		"tried on two pieces already": {piece.Slab, never, nil, ""},
	} {
		w := willing(t, c.form)
		if c.change != nil {
			c.change(&w)
		}
		b := blank(c.stack)
		if name == "tried on two pieces already" {
			b.Running = experiment.Twice
		}
		fits := experiment.Fits(w, []experiment.Blank{b})
		if c.on == "" {
			require.Empty(t, fits, name)
			continue
		}
		require.Len(t, fits, 1, name)
		require.Equal(t, c.on, fits[0].Surface, name)
	}
}

// only leaves of a piece one surface.
func only(w *experiment.Willing, surface string) {
	for _, s := range w.Case.Body.Surfaces {
		if s.ID != surface {
			w.Case.Plan[s.ID] = plan.Choice{Bare: true}
		}
	}
}

// onlyFood leaves of a piece what food touches.
func onlyFood(w *experiment.Willing) {
	for _, s := range w.Case.Body.Surfaces {
		if s.Use == piece.Plain {
			w.Case.Plan[s.ID] = plan.Choice{Bare: true}
		}
	}
}

// What is planned already takes nothing more; what is new takes what its area and coats ask for.
func TestWhatATrialTakes(t *testing.T) {
	w := willing(t, piece.Slab)
	w.Case.Plan["edge"] = plan.Choice{Bare: true}
	fit := experiment.Fits(w, []experiment.Blank{blank(never)})[0]
	face, _ := w.Case.Body.Surface("face")
	require.InDelta(t, 2*stock.SpreadML*face.AreaCM2, fit.Takes["A"], 1e-9)
	require.InDelta(t, 1*stock.SpreadML*face.AreaCM2, fit.Takes["B"], 1e-9)
	w.Case.Plan["face"] = plan.Choice{Stack: never}
	require.Empty(t, experiment.Fits(w, []experiment.Blank{blank(never)})[0].Takes)
	require.Empty(t, experiment.Share([]experiment.Blank{blank(never)}, []experiment.Fit{fit}, experiment.Stock{"A": fit.Takes["A"] - 0.1}), "a jar that holds less")
}

// A matrix has every stack that somebody asked for once, crosses bases and tops, counts what came back,
// and shows a tile also where nobody asked.
func TestTheMatrixFills(t *testing.T) {
	g := experiment.Ground{Firing: firing, Half: glaze.Smooth}
	rough := experiment.Ground{Firing: firing, Half: glaze.Texture}
	two := func(base, top string) glaze.Stack {
		return glaze.Stack{{Glaze: base, Coats: 2}, {Glaze: top, Coats: 1}}
	}
	grey := colour.Lab{L: 50}
	all := []experiment.Entry{
		{Ground: g, Cell: experiment.Cell{Stack: two("A", "B"), Pieces: []string{"p1", "p2"}}},
		{Ground: g, Cell: experiment.Cell{Stack: two("R", "A"), Came: &results.Record{Fired: 1, Judged: 1, Sound: 1}}},
		{Ground: g, Cell: experiment.Cell{Stack: two("R", "B"), Taken: []string{"p3"}}},
		{Ground: rough, Cell: experiment.Cell{Stack: two("A", "B"), Offered: []string{"p4"}}},
	}
	list := experiment.Lay(all, func(s glaze.Stack, on experiment.Ground) (string, *colour.Lab) {
		if on == g && s.Same(two("A", "A").Normal()) {
			return "T", &grey
		}
		return "", nil
	})
	require.Len(t, list, 2)
	m := list[0]
	require.Equal(t, []int{3, 1, 1}, []int{m.Asked, m.Back, m.Running})
	require.Len(t, m.Cells, len(m.Bases)*len(m.Tops))
	asked := 0
	for i, c := range m.Cells {
		require.True(t, c.Stack.Same(append(append(glaze.Stack{}, m.Bases[i%len(m.Bases)]...), m.Tops[i/len(m.Bases)]...)), "row by row")
		if c.Asked {
			asked++
		}
		require.Equal(t, c.Tile == "T", c.Stack.Same(two("A", "A").Normal()))
	}
	require.Equal(t, 3, asked)
	require.Equal(t, []string{"p1", "p2"}, experiment.Ranked([]experiment.Blank{{Pieces: []string{"x"}}, {Pieces: []string{"p1", "p2"}}})[0].Pieces, "the most planned first")
}
