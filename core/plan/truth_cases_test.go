package plan_test

import (
	"testing"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// over marks one detail that is laid over the wall of a mug, and plans it.
func over(kind piece.DetailKind, choice plan.Choice) func(*scene) {
	return func(s *scene) {
		s.marking.Details = append(s.marking.Details, piece.Detail{ID: "mark", Name: "Mark", Kind: kind, On: "exterior", AreaCM2: 6, FromMM: 30, ToMM: 60, Over: kind != piece.Dots})
		s.plan["mark"] = choice
	}
}

func of(form piece.Form) func(*scene) { return func(s *scene) { s.form = form } }

func clay(c glaze.Clay) func(*scene) { return func(s *scene) { s.work.Clay = c } }

func hung(t glaze.Tile) func(*scene) { return func(s *scene) { s.tiles = append(s.tiles, t) } }

// raws gives jars of the room raw colours.
func raws(of map[string]colour.Lab) func(*scene) {
	return func(s *scene) {
		for i, g := range s.jars {
			if raw, named := of[g.Code]; named {
				s.jars[i].Raw = raw
			}
		}
	}
}

// dips is a stack of two dips, the second from the rim down to a height.
func dips(downTo float64) plan.Choice {
	return plan.Choice{Stack: glaze.Stack{{Glaze: "I", Coats: 1, Dip: true}, {Glaze: "I", Coats: 1, Dip: true, DownToMM: downTo}}}
}

func stilted(s *scene) { s.own.Standing.Stilts = true }

func apart(s *scene) { s.own.Standing.LidApart = true }

func layer(code string, coats int, thick glaze.Thickness) plan.Choice {
	return plan.Choice{Stack: glaze.Stack{{Glaze: code, Coats: coats, Thick: thick}}}
}

// More worked cases, each with its reason: what lies over what, whose figure counts, which
// clay stands which fire, and what the materials do (common practice, but where another
// source is named).
func TestWorkedCasesOfMaterials(t *testing.T) {
	under := glaze.Glaze{Code: "LU", Name: "Low under", Kind: glaze.Underglaze, Cones: kiln.Range{From: "06", To: "04"}, Food: glaze.FoodClaimed, InStock: true}
	fluxes := func(s *scene) { s.jars = append(s.jars, under) }
	two := func(s *scene) {
		s.jars = append(s.jars, glaze.Glaze{Code: "E2", Name: "Elm", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true, Coats: 2},
			glaze.Glaze{Code: "E3", Name: "Fen", Kind: glaze.Solid, Cones: mid, Food: glaze.FoodClaimed, InStock: true, Coats: 2})
	}
	bucket := func(coats, seconds float64) func(*scene) {
		return func(s *scene) {
			s.jars = append(s.jars, glaze.Glaze{Code: "Q", Name: "Bucket", Kind: glaze.Dipping, Cones: mid, Food: glaze.FoodClaimed, InStock: true, DipCoats: coats, DipSeconds: seconds})
		}
	}
	held := func(seconds float64) plan.Choice {
		return plan.Choice{Stack: glaze.Stack{{Glaze: "Q", Coats: 1, Dip: true, Seconds: seconds}}}
	}
	weighed := func(density float64) plan.Choice {
		return plan.Choice{Stack: glaze.Stack{{Glaze: "Q", Coats: 1, Dip: true, Density: density}}}
	}
	richer := func(s *scene) { s.jars[len(s.jars)-1].DipDensity = 1.9 }
	textured := func(id string) func(*scene) {
		return func(s *scene) { s.marking.Textured = map[string]bool{id: true} }
	}
	onTexture := tileOf("T", 3, 40, 0, 0)
	onTexture.Textured = true
	strips := tileOf("T", 3, 45, -35, -12)
	strips.Readings = []glaze.Reading{{Half: glaze.Smooth, Coats: 2, Lab: colour.Lab{L: 50}}, {Half: glaze.Texture, Coats: 3, Lab: colour.Lab{L: 42}}}
	chalk := colour.Lab{L: 88, A: 1, B: 4}
	runCases(t, []worked{
		// What lies over what is added up.
		{"5 dots' coats over 3 are 8 where they lie", []func(*scene){over(piece.Dots, coat("S", 5))}, "stop coats-stop", ""},
		{"2 over 3 are one more than the glaze takes", []func(*scene){over(piece.Dots, coat("S", 2))}, "warn coats-many", "stop coats-stop"},
		{"one raised line over the usual coats is as it should be", []func(*scene){over(piece.Dots, coat("L2", 1))}, "", "warn coats-many"},
		{"one coat of dots lets no clay through", []func(*scene){over(piece.Dots, coat("R", 1))}, "", "warn coats-few"},
		{"nor does it on bare clay", []func(*scene){put("exterior", plan.Choice{Bare: true}), over(piece.Dots, coat("R", 1))}, "", "warn coats-few"},
		{"a motif laid over its ground counts with it", []func(*scene){over(piece.Motif, coat("R", 3))}, "stop coats-stop", ""},
		{"let into it, it does not", []func(*scene){on(piece.Motif, coat("R", 3))}, "", "stop coats-stop"},
		{"letters laid over a ground do as well", []func(*scene){over(piece.Letters, coat("R", 3))}, "stop coats-stop", ""},
		{"a dark ground swallows light dots", []func(*scene){put("exterior", coat("K", 2)), over(piece.Dots, coat("W", 1))}, "warn swallowed", ""},
		{"on a ground left bare nothing swallows them", []func(*scene){put("exterior", plan.Choice{Bare: true}), over(piece.Dots, coat("W", 1))}, "", "warn swallowed"},
		{"what lies there together was never fired", []func(*scene){over(piece.Dots, coat("R", 1))}, "warn no-tile", ""},
		{"until a tile shows the two together", []func(*scene){over(piece.Dots, coat("R", 1)), hung(glaze.Tile{Code: "x", Clay: "P", Cone: "6", Stack: stack("S", 3, "R", 1)})}, "", "warn no-tile"},
		{"underglaze dots under the ground's clear are not open", []func(*scene){put("exterior", coat("U", 3)), over(piece.Dots, coat("C", 2))}, "", "warn underglaze-food"},
		// Edge, then fill.
		{"edged and filled, the seam is said", []func(*scene){on(piece.Motif, coat("R", 3)), func(s *scene) { s.marking.Details[0].Edged = true }}, "warn seam", ""},
		{"two thin stacks along it do not run", []func(*scene){on(piece.Motif, coat("R", 3)), put("exterior", coat("S", 2)), func(s *scene) { s.marking.Details[0].Edged = true }}, "note seam", "warn seam"},
		{"a runner along it does", []func(*scene){on(piece.Motif, coat("R", 3)), put("exterior", coat("B", 1)), func(s *scene) { s.marking.Details[0].Edged = true }}, "warn seam", ""},
		{"filled as a whole there is none", []func(*scene){on(piece.Motif, coat("R", 3))}, "", "note seam"},
		// Figures of their own.
		{"two glazes of two coats take two in all", []func(*scene){two, put("exterior", coat("E2", 1, "E3", 1))}, "", "warn coats-many"},
		{"five coats of them run", []func(*scene){two, put("exterior", coat("E2", 3, "E3", 2))}, "stop coats-stop", ""},
		{"three are one too many", []func(*scene){two, put("exterior", coat("E2", 2, "E3", 1))}, "warn coats-many", "stop coats-stop"},
		{"beside a glaze of the house's figure that one counts", []func(*scene){two, put("exterior", coat("E2", 1, "S", 2))}, "", "warn coats-many"},
		// Clay and cone.
		{"above its range a clay slumps", []func(*scene){clay(glaze.Clay{Code: "P", Name: "Pale", Cones: low})}, "stop clay-cone", ""},
		{"below it, it stays porous", []func(*scene){clay(glaze.Clay{Code: "P", Name: "Pale", Cones: kiln.Range{From: "9", To: "10"}})}, "warn clay-low", "stop clay-cone"},
		{"within it nothing is to be said", nil, "", "warn clay-low"},
		{"a low-fire inlay slumps in a mid-range body", []func(*scene){on(piece.Inlay, coat("K", 3)), func(s *scene) {
			s.marking.Clays, s.work.Clays = map[string]string{"mark": "L"}, map[string]glaze.Clay{"L": {Code: "L", Name: "Low", Cones: low}}
		}}, "stop clay-cone", "warn clay-low"},
		// Dips.
		{"two dips that overlap from the rim are ordinary", []func(*scene){put("exterior", dips(60))}, "", "warn coats-many"},
		{"a second dip goes never down to the foot", []func(*scene){put("exterior", dips(0))}, "warn dip-foot", ""},
		{"ended above the band it does not", []func(*scene){put("exterior", dips(40))}, "", "warn dip-foot"},
		{"below an overlap the clay must be covered too", []func(*scene){put("exterior", plan.Choice{Stack: glaze.Stack{{Glaze: "S", Coats: 1}, {Glaze: "I", Coats: 1, Dip: true, DownToMM: 50}}})}, "warn coats-few", ""},
		{"one dip covers there", []func(*scene){put("exterior", dips(50))}, "", "warn coats-few"},
		{"a thin bucket lays as much as its own figure says", []func(*scene){bucket(1, 0), put("exterior", held(0))}, "", "warn coats-many"},
		{"a thick one runs in two dips", []func(*scene){bucket(6, 0), put("exterior", plan.Choice{Stack: glaze.Stack{{Glaze: "Q", Coats: 3, Dip: true}}})}, "stop coats-stop", ""},
		{"held four times as long it is twice as thick", []func(*scene){bucket(2.5, 3), put("exterior", held(12))}, "warn coats-many", ""},
		{"held as its figure says it is as usual", []func(*scene){bucket(2.5, 3), put("exterior", held(3))}, "", "warn coats-many"},
		{"hardly held it lets the clay through", []func(*scene){bucket(2.5, 3), put("exterior", held(0.5))}, "warn coats-few", ""},
		{"a bucket twice as rich lays twice as much", []func(*scene){bucket(2.5, 3), put("exterior", weighed(1.9))}, "warn coats-many", ""},
		{"one that weighs what its figure was found at lays what it says", []func(*scene){bucket(2.5, 3), put("exterior", weighed(1.45))}, "", "warn coats-many"},
		{"its own figure counts, not the usual density", []func(*scene){bucket(2.5, 3), richer, put("exterior", weighed(1.9))}, "", "warn coats-many"},
		{"watered down it lets the clay through", []func(*scene){bucket(2.5, 3), put("exterior", weighed(1.15))}, "warn coats-few", ""},
		{"brushed, a bucket glaze needs three even where two do", []func(*scene){rule("coats", "2"), put("exterior", coat("I", 2))}, "warn coats-few", ""},
		{"the dipping house lays two brushed coats of others", []func(*scene){rule("coatsLeast", "2"), put("exterior", coat("S", 2))}, "", "warn coats-few"},
		{"and three patted ones of a bucket glaze", []func(*scene){rule("coatsLeast", "2"), put("exterior", coat("I", 2))}, "warn coats-few", ""},
		{"a dip on a stilted foot is no thin coat", []func(*scene){rule("foot", "stilts", "stiltsCone", "10"), put("foot", dip("I", 1)), stilted}, "stop contact", ""},
		// Evidence.
		{"a tile on texture is a hint for a smooth wall", []func(*scene){func(s *scene) { s.tiles = []glaze.Tile{onTexture} }, all(coat("T", 3))}, "note no-tile", "warn no-tile"},
		{"for a textured one it speaks", []func(*scene){func(s *scene) { s.tiles = []glaze.Tile{onTexture} }, put("exterior", coat("T", 3)), textured("exterior")}, "", "note no-tile"},
		{"a smooth one says little about grooves", []func(*scene){put("exterior", coat("T", 3)), textured("exterior")}, "note no-tile", ""},
		{"a tile read on both halves speaks for both", []func(*scene){func(s *scene) { s.tiles = []glaze.Tile{strips} }, put("exterior", coat("T", 3)), textured("exterior")}, "", "note no-tile"},
		{"a strip of two coats shows two coats", []func(*scene){rule("coats", "2"), func(s *scene) { s.tiles = []glaze.Tile{strips} }, all(coat("T", 2))}, "", "warn no-tile"},
		{"a heavy stack is another than a usual one", []func(*scene){rule("extra", "always"), put("exterior", layer("T", 3, glaze.Heavy))}, "warn no-tile", ""},
		{"until a heavy tile shows it", []func(*scene){rule("extra", "always"), hung(glaze.Tile{Code: "x", Clay: "P", Cone: "6", Stack: layer("T", 3, glaze.Heavy).Stack}), put("exterior", layer("T", 3, glaze.Heavy))}, "", "warn no-tile"},
		{"how far down a dip goes is no other colour", []func(*scene){hung(glaze.Tile{Code: "x", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "I", Coats: 1, Dip: true}}}), hung(glaze.Tile{Code: "y", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "I", Coats: 2, Dip: true}}}), put("exterior", dips(60))}, "", "warn no-tile"},
		{"a dark clay takes no hint from a pale one", []func(*scene){clay(dark), hung(glaze.Tile{Code: "x", Clay: "D", Cone: "6", Stack: stack("W", 2), Fired: colour.Lab{L: 80}}), put("exterior", coat("W", 3))}, "note pale-on-dark", ""},
		{"a smooth flat gives a breaking glaze nothing", []func(*scene){put("exterior", coat("B2", 3))}, "note breaking-flat", ""},
		{"layered, neither", []func(*scene){put("exterior", coat("W", 2, "B2", 1))}, "note breaking-flat", ""},
		// Flat work.
		{"plain edges of thin tiles are glazed nearly to the shelf", []func(*scene){of(piece.Slab), put("edge", coat("S", 3)), func(s *scene) { s.own.Measures = piece.Measures{"thickness": 6} }}, "", "stop below-band"},
		{"a runner keeps the full band", []func(*scene){of(piece.Slab), put("face", coat("B", 3)), put("edge", coat("S", 3)), func(s *scene) { s.own.Measures = piece.Measures{"thickness": 6} }}, "stop below-band", ""},
		{"layers do", []func(*scene){of(piece.Slab), put("face", coat("S", 2, "W", 1)), put("edge", coat("S", 3)), func(s *scene) { s.own.Measures = piece.Measures{"thickness": 6} }}, "stop below-band", ""},
		{"a house that leaves edges bare", []func(*scene){of(piece.Slab), rule("flat", "bare"), put("edge", coat("S", 3)), func(s *scene) { s.own.Measures = piece.Measures{"thickness": 6} }}, "stop below-band", ""},
		// Underglaze.
		{"open, it is matte and wears off", []func(*scene){put("exterior", coat("U", 3))}, "note underglaze-open", "warn underglaze-open"},
		{"where it is always sealed that is a warning", []func(*scene){rule("openUnderglaze", "never"), put("exterior", coat("U", 3))}, "warn underglaze-open", ""},
		{"under any covering glaze it is covered", []func(*scene){put("exterior", coat("U", 3, "S", 3))}, "", "note underglaze-open"},
		{"on a food surface too", []func(*scene){put("interior", coat("U", 3, "S", 3))}, "", "warn underglaze-food"},
		{"above its label's cone it fluxes: on the foot it welds", []func(*scene){fluxes, put("foot", coat("LU", 2))}, "stop contact", ""},
		{"and six coats of it run", []func(*scene){fluxes, put("exterior", coat("LU", 6))}, "stop coats-stop", ""},
		{"within its cones it stays", []func(*scene){put("foot", coat("U", 2))}, "", "stop contact"},
		// Stilts and seats.
		{"stilts whose cone nobody said carry nothing", []func(*scene){rule("foot", "stilts"), put("foot", coat("S", 1)), stilted}, "stop contact", ""},
		{"stilts made for this cone do", []func(*scene){rule("foot", "stilts", "stiltsCone", "6"), put("foot", coat("S", 1)), stilted}, "note stilts", "stop contact"},
		{"the thin coat of a stilted foot is meant thin", []func(*scene){rule("foot", "stilts", "stiltsCone", "6"), put("foot", coat("S", 1)), stilted}, "", "warn coats-few"},
		{"a glazed seat fired with its lid on welds", []func(*scene){of(piece.Jar), rule("seat", "one"), put("seat", coat("S", 1))}, "stop seat", ""},
		{"fired apart, one coat is the house's own", []func(*scene){of(piece.Jar), rule("seat", "one"), put("seat", coat("S", 1)), apart}, "", "stop seat"},
		{"and not too few", []func(*scene){of(piece.Jar), rule("seat", "one"), put("seat", coat("S", 1)), apart}, "", "warn coats-few"},
		{"two coats there are too many, apart or not", []func(*scene){of(piece.Jar), rule("seat", "one"), put("seat", coat("S", 2)), apart}, "stop seat", ""},
		{"apart alone allows no glaze where the house has none", []func(*scene){of(piece.Jar), put("seat", coat("S", 1)), apart}, "stop seat", ""},
		// Chips, insides, edges.
		{"chips slide inside a steep cup as outside", []func(*scene){put("interior", coat("G", 3))}, "warn chips-steep", ""},
		{"how far is the glaze's own", []func(*scene){jar(glaze.Glaze{Code: "Y", Kind: glaze.Chips, SlideMM: 25}), put("exterior", coat("Y", 3))}, "warn chips-steep", ""},
		{"a forgotten inside of a vase", []func(*scene){of(piece.Vase), put("interior", plan.Choice{})}, "warn forgotten", ""},
		{"bare on purpose it is not forgotten", []func(*scene){of(piece.Vase), put("interior", plan.Choice{Bare: true})}, "", "warn forgotten"},
		{"a matte edge that no mouth touches is a choice", []func(*scene){of(piece.Slab), put("edge", coat("M", 3))}, "", "warn matte-lip"},
		{"pale clay left bare will not stay as it is", []func(*scene){put("exterior", plan.Choice{Bare: true})}, "note pale-bare", ""},
		{"dark clay is what it is", []func(*scene){clay(dark), put("exterior", plan.Choice{Bare: true})}, "", "note pale-bare"},
		// Thickness on purpose.
		{"two heavy coats cover", []func(*scene){rule("extra", "always"), put("exterior", layer("S", 2, glaze.Heavy))}, "", "warn coats-few"},
		{"four heavy ones run", []func(*scene){rule("extra", "always"), put("exterior", layer("S", 4, glaze.Heavy))}, "stop coats-stop", ""},
		{"three thin coats are too few", []func(*scene){put("exterior", layer("S", 3, glaze.Light))}, "warn coats-few", ""},
		// Raw glaze that one cannot see.
		{"pale raw glaze on pale bisque", []func(*scene){raws(map[string]colour.Lab{"W": chalk}), clay(glaze.Clay{Code: "P", Name: "Pale", Cones: mid, Bisque: colour.Lab{L: 90, A: 1, B: 5}}), put("exterior", coat("W", 3))}, "note raw-unseen", ""},
		{"on red bisque it is seen", []func(*scene){raws(map[string]colour.Lab{"W": chalk}), clay(glaze.Clay{Code: "P", Name: "Red", Cones: mid, Bisque: colour.Lab{L: 60, A: 25, B: 30}}), put("exterior", coat("W", 3))}, "", "note raw-unseen"},
		{"two neighbours of one chalk", []func(*scene){raws(map[string]colour.Lab{"W": chalk, "S": {L: 87, A: 1, B: 4}}), put("exterior", coat("W", 3))}, "note raw-unseen", ""},
		{"a house that never asks", []func(*scene){rule("rawApart", "0"), raws(map[string]colour.Lab{"W": chalk, "S": {L: 87, A: 1, B: 4}}), put("exterior", coat("W", 3))}, "", "note raw-unseen"},
	})
}
