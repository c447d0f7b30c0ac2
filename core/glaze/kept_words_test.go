package glaze_test

import (
	"fmt"
	"strings"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
)

// How stacks, recipes, states and faults are read, said and refused, and what a
// mixture is, stands in testdata. go test ./core/glaze -update, and read the
// difference.
func TestGlazesStayAsTheyAre(t *testing.T) {
	var page strings.Builder
	say := func(format string, args ...any) { fmt.Fprintf(&page, format+"\n", args...) }
	for _, text := range []string{"A", "Ax3", "Ax2 + Bx1", "A x2 + B + A", "A dip", "Axdip", "A x 2", "Ax0", "Ax99", "Ax100", "+", "A + ", "", "A of 3", "Ax-1", "Ax2+Bx2+Cx2+Dx2", "A dip + Bx2", "A, B"} {
		s, err := glaze.ParseStack(text)
		say("stack %q: %v | %s | %s | total %d strokes %d normal %v error %v", text, s, s.String(), s.Text(), s.Total(), len(s.Strokes()), s.Normal(), err)
		for n := range 4 {
			say("  after %d: %s", n, s.After(n))
		}
	}
	for _, text := range []string{"", "  ", "2 parts A, 1 part B", "0.5 parts A", "1000 parts A, 1 part B", "1001 parts A", "0 parts A", "two parts A", "2 bits A", "2 parts", "1 part A,", "2 parts A B"} {
		r, err := glaze.ParseRecipe(text)
		say("recipe %q: %v %q error %v", text, r, r.String(), err)
	}
	cones := func(text string) kiln.Range { r, _ := kiln.ParseRange(text); return r }
	jars := map[string]*glaze.Glaze{
		"A": {Code: "A", Name: "Alder", Kind: glaze.Solid, Cones: cones("5-6"), InStock: true, Raw: colour.Lab{L: 60, A: 9, B: 3}, Coats: 2},
		"B": {Code: "B", Name: "Beck", Kind: glaze.Solid, Cones: cones("6-7"), InStock: true, Raw: colour.Lab{L: 30, A: -6, B: 12}, Runner: true, Atmosphere: glaze.Reduction},
		"C": {Code: "C", Name: "Crag", Kind: glaze.Solid, Cones: cones("4-10"), Raw: colour.Lab{L: 90}, Dear: true, Coats: 4, Jar: glaze.Jar{State: glaze.Dried}, Ware: glaze.Bisque},
		"D": {Code: "D", Name: "Dell", Kind: glaze.Matte, Cones: cones("5-6"), InStock: true},
		"E": {Code: "E", Name: "Ember", Kind: glaze.Solid, Cones: cones("06-04"), InStock: true},
		"F": {Code: "F", Name: "Fog", Kind: glaze.Solid, Cones: cones("5-6"), InStock: true, Recipe: glaze.Recipe{{Glaze: "A", Parts: 1}, {Glaze: "B", Parts: 1}}},
	}
	for _, r := range []glaze.Recipe{nil, {{Glaze: "A", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "A", Parts: 2}}, {{Glaze: "A", Parts: 3}, {Glaze: "B", Parts: 1}}, {{Glaze: "B", Parts: 1}, {Glaze: "A", Parts: 1}},
		{{Glaze: "A", Parts: 1}, {Glaze: "B", Parts: 2}, {Glaze: "C", Parts: 1}}, {{Glaze: "C", Parts: 1}, {Glaze: "A", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "C", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "D", Parts: 1}},
		{{Glaze: "A", Parts: 1}, {Glaze: "E", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "F", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "Q", Parts: 1}}, {{Glaze: "A", Parts: 0}, {Glaze: "B", Parts: 1}},
		{{Glaze: "A", Parts: 1000}, {Glaze: "B", Parts: 1}}, {{Glaze: "A", Parts: 1}, {Glaze: "B", Parts: 1001}}} {
		for _, name := range []string{"", "Own name"} {
			mixed, err := glaze.Mix("M", name, r, jars)
			mixed.Raw = colour.Lab{L: float64(int(10*mixed.Raw.L)) / 10, A: float64(int(10*mixed.Raw.A)) / 10, B: float64(int(10*mixed.Raw.B)) / 10}
			say("mix %v %q: %+v error %v", r, name, mixed, err)
		}
	}
	for _, text := range []string{"", "good", "Thick", "dried", "watery", "odd"} {
		state, err := glaze.ParseState(text)
		say("state %q: %q error %v", text, state, err)
	}
	for _, text := range []string{"", "crazed", "Ran; avoid", "crazed, crazed", "chipped"} {
		faults, err := glaze.ParseFaults(text)
		say("faults %q: %v error %v", text, faults, err)
		marked, err := glaze.Tile{Code: "t", Faults: []glaze.Fault{glaze.Ran}}.Marked(faults)
		say("  marked %v error %v", marked.Faults, err)
	}
	for _, text := range []string{"", "oxidation", "Reduction", "neutral"} {
		air, err := glaze.ParseAtmosphere(text)
		say("air %q: %q error %v, firing %v", text, air, err, glaze.FiringOf("P", "6", air))
	}
	for _, text := range []string{"", "solid", "Gloss", "chips", "dipping", "underglaze", "detail", "odd"} {
		kind, err := glaze.ParseKind(text)
		say("kind %q: %q melts %v error %v", text, kind, kind.Melts(), err)
	}
	for _, j := range []glaze.Jar{{}, glaze.UnknownJar(), {ML: 100, Level: 0.5}, {ML: 100}, {ML: 100, Level: -1}} {
		ml, ok := j.LeftML()
		say("jar %+v: %v mL %v", j, ml, ok)
	}
	reading := func(half glaze.Half, coats int, source glaze.Source, flags ...colour.Flag) glaze.Reading {
		return glaze.Reading{Half: half, Coats: coats, Source: source, Flags: flags, Lab: colour.Lab{L: float64(10*coats + len(half))}}
	}
	for _, tile := range []glaze.Tile{{}, {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}, {Textured: true},
		{Stack: glaze.Stack{{Glaze: "A", Coats: 3}}, Readings: []glaze.Reading{reading(glaze.Smooth, 1, glaze.FromTyping), reading(glaze.Smooth, 3, glaze.FromTyping), reading(glaze.Texture, 3, glaze.FromTyping), reading(glaze.Texture, 2, glaze.FromTyping)}},
		{Stack: glaze.Stack{{Glaze: "A", Coats: 2}}, Textured: true, Readings: []glaze.Reading{reading(glaze.Smooth, 2, glaze.FromTyping, colour.Glare), reading(glaze.Texture, 2, glaze.FromTyping, colour.NoCard)}},
		{Stack: glaze.Stack{{Glaze: "A", Coats: 2}}, Readings: []glaze.Reading{reading(glaze.Texture, 2, glaze.FromTyping, colour.Uneven)}},
		{Stack: glaze.Stack{{Glaze: "A", Coats: 1}, {Glaze: "B", Coats: 1}}, Atmosphere: glaze.Reduction, Readings: []glaze.Reading{reading(glaze.Smooth, 2, glaze.FromTyping)}}} {
		main, ok := tile.Main()
		on, onOK := tile.On(glaze.Texture, 2)
		say("tile %s: main half %s, main %v %v, on texture %v %v, settled %v, strips %v, doubt %q, in %s", tile.Stack.Text(), tile.MainHalf(), main, ok, on, onOK, tile.Settled().Fired, tile.Strips(), tile.Doubt(), tile.In())
	}
	for n := range 4 {
		say("%s", glaze.Counted(n))
	}
	golden.Assert(t, page.String(), "glazes.txt")
}
