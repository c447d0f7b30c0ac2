package wall_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/wall"
)

// A wall of forty tiles, drawn by a fixed seed: what is found by colour under the
// needs of pieces, how it is arranged, which glazes are mistaken for one another, how
// they cover, and what a reading makes of a tile. go test ./core/wall -update, and
// read the difference.
func TestTheWallStaysAsItIs(t *testing.T) {
	random := rand.New(rand.NewPCG(2, 6))
	one := func(of ...string) string { return of[random.IntN(len(of))] }
	lab := func() colour.Lab {
		return colour.Lab{L: 20 + 70*random.Float64(), A: 70*random.Float64() - 35, B: 80*random.Float64() - 35}
	}
	kinds := []glaze.Kind{glaze.Solid, glaze.Breaking, glaze.Clear, glaze.Underglaze, glaze.Dipping}
	jars := map[string]glaze.Glaze{}
	var list []glaze.Glaze
	for i, code := range []string{"A", "B", "C", "D", "E", "F"} {
		g := glaze.Glaze{Code: code, Name: "Name " + code, Kind: kinds[i%5], InStock: i != 3, Raw: lab(), Jar: glaze.Jar{ML: float64(40 * i), Level: 0.5, State: glaze.States[i%4]}}
		if i%2 == 0 {
			g.Food = glaze.FoodClaimed
		}
		jars[code], list = g, append(list, g)
	}
	var tiles []glaze.Tile
	for i := range 40 {
		s := glaze.Stack{{Glaze: one("A", "B", "C", "D", "E", "F"), Coats: 1 + random.IntN(3), Dip: i%13 == 5}}
		if i%4 == 0 {
			s = append(s, glaze.Layer{Glaze: one("A", "B"), Coats: 1 + random.IntN(2)})
		}
		tile := glaze.Tile{Code: fmt.Sprintf("T%02d", i), Clay: one("P", "P", "R"), Cone: "6", Stack: s, Fired: lab(), Textured: i%7 == 3, Place: random.IntN(5) * i}
		if i%9 == 8 {
			tile.Atmosphere = glaze.Reduction
		}
		if i%5 == 1 {
			tile.Readings = []glaze.Reading{{Half: glaze.Smooth, Coats: s.Total(), Lab: tile.Fired, Flags: []colour.Flag{colour.Flags()[i%len(colour.Flags())].Flag}}}
		}
		tiles = append(tiles, tile)
	}
	var page strings.Builder
	textured := true
	for i, w := range []wall.Want{{}, {Clay: "P", Cone: "6", Atmosphere: glaze.Oxidation}, {Clay: "R", Food: true, InStock: true, AreaCM2: 150, Pieces: 4},
		{Clay: "P", Textured: &textured}, {InStock: true, AreaCM2: 60}, {Clay: "P", Jars: map[string]bool{"A": true, "C": true}}, {Cone: "5"}} {
		w.Target = lab()
		fits, missed := wall.Seek(w, tiles, jars, 4+i)
		for _, f := range append(fits, missed...) {
			fmt.Fprintf(&page, "seek %d: %s %.2f %s %q hint %v %s\n", i, f.Tile.Code, f.DeltaE, f.Words, f.Short, f.Hint, f.Doubt)
		}
	}
	for range 40 {
		fmt.Fprintln(&page, "words:", wall.Words(lab(), lab()))
	}
	for hue := 0; hue < 360; hue++ {
		at := func(degrees float64) colour.Lab {
			return colour.Lab{L: 50, A: 40 * math.Cos(degrees*math.Pi/180), B: 40 * math.Sin(degrees*math.Pi/180)}
		}
		up, down := wall.Words(at(float64(hue)), at(float64(hue)+25)), wall.Words(at(float64(hue)), at(float64(hue)-25))
		dull := at(float64(hue))
		dull.A, dull.B = dull.A*0.2, dull.B*0.2
		fmt.Fprintf(&page, "hue %d: %s, %s; %s, %s\n", hue, up, down, wall.Words(at(float64(hue)), dull), wall.Words(colour.Lab{L: 50}, dull))
	}
	near := lab()
	for i := range 24 {
		other := near
		other.L, other.A, other.B = other.L+float64(i%5)-2, other.A+float64(i%3)*1.5, other.B-float64(i%4)
		fmt.Fprintln(&page, "near:", wall.Words(near, other))
	}
	for _, by := range []wall.Order{"", wall.ByHue, wall.ByLightness, wall.ByPlace} {
		var codes []string
		for _, tile := range wall.Arrange(tiles, by) {
			codes = append(codes, tile.Code)
		}
		fmt.Fprintf(&page, "by %q: %s\n", by, strings.Join(codes, " "))
	}
	for _, c := range wall.Confusions(list, tiles, "P", "6") {
		fmt.Fprintf(&page, "confused: %+v\n", c)
	}
	for _, v := range []colour.Vision{colour.Deutan, colour.Protan, colour.Tritan} {
		fmt.Fprintf(&page, "alike to %s: %v\n", v, wall.Alike(tiles, v))
	}
	for _, c := range wall.Matrix([]string{"A", "B", "C"}, tiles, wall.Ground{Firing: glaze.FiringOf("P", "6", "")}) {
		fmt.Fprintf(&page, "matrix: %+v\n", c)
	}
	pale, red := colour.Lab{L: 85, A: 2, B: 10}, colour.Lab{L: 48, A: 18, B: 25}
	clays := []glaze.Clay{{Code: "P", Name: "Pale", Fired: pale}, {Code: "R", Name: "Red", Fired: red}}
	for i := range 12 {
		end := lab()
		var strips []colour.Strip
		for n := 1 + i%2; n <= 3+i%2; n++ {
			share := 1 - []float64{1, 0.45, 0.15, 0.06, 0.02}[n]
			strips = append(strips, colour.Strip{Coats: n, Lab: colour.Lab{L: pale.L + share*(end.L-pale.L), A: pale.A + share*(end.A-pale.A), B: pale.B + share*(end.B-pale.B)}})
		}
		tile := glaze.Tile{Code: "c", Clay: []string{"P", "P", "P", "Q"}[i%4], Stack: glaze.Stack{{Glaze: "A", Coats: 2 + i%3}}}
		if i == 11 {
			tile.Stack = append(tile.Stack, glaze.Layer{Glaze: "B", Coats: 1})
		}
		cover := wall.CurveOf(tile, strips[:len(strips)-i/9], clays, wall.UsualStep, []int{0, 3, 6}[i%3])
		fmt.Fprintf(&page, "cover %d: %v %d-%d %s missing %v\n", i, cover.Known, cover.Low, cover.High, cover.Says, cover.Missing)
		for _, c := range cover.Coats {
			fmt.Fprintf(&page, "  %d %.1f clay shows %v fired %v\n", c.Coats, c.Lab, c.ClayShows, c.Fired)
		}
		for _, e := range cover.Estimates {
			fmt.Fprintf(&page, "  %+v\n", e)
		}
	}
	for _, strips := range [][]colour.Strip{nil, {{Coats: 1, Lab: pale}}, {{Coats: 2, Lab: pale}}, {{Coats: 3, Lab: pale}, {Coats: 3, Lab: pale}}} {
		fmt.Fprintln(&page, wall.CurveOf(glaze.Tile{Clay: "P", Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}, strips, clays, wall.UsualStep, 6).Says)
	}
	in := plan.Supply{Jar: func(code string) bool { return code <= "F" }, Clay: func(code string) bool { return code == "P" }}
	at := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	box := func(half glaze.Half, coats int) glaze.Reading {
		return glaze.Reading{Half: half, Coats: coats, Lab: lab()}
	}
	for i, r := range []wall.Read{
		{}, {Code: strings.Repeat("x", 41), Clay: "P", Cone: "6", Stack: "Ax3"}, {Code: "n", Clay: "Q"}, {Code: "n", Clay: "P", Cone: "66", Stack: "Ax3"},
		{Code: "n", Clay: "P", Cone: "6", Stack: "A of 3"}, {Code: "n", Clay: "P", Cone: "6", Stack: "Zx3"}, {Code: "n", Clay: "P", Cone: "6", Stack: "Ax3"},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax3", Place: 4, Readings: []glaze.Reading{box(glaze.Smooth, 1), box(glaze.Smooth, 2), box(glaze.Smooth, 0)}},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax2 + Bx1", Atmosphere: glaze.Reduction, Readings: []glaze.Reading{box(glaze.Texture, 0)}},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax2 + Bx1", Readings: []glaze.Reading{box(glaze.Smooth, 4)}},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax2", Readings: []glaze.Reading{box(glaze.Smooth, 4)}},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax2", Readings: []glaze.Reading{{Half: glaze.Smooth, Lab: colour.Lab{L: 300}}}},
		{Code: "n", Clay: "P", Cone: "6", Stack: "Ax2", Readings: []glaze.Reading{box(glaze.Smooth, 2), box(glaze.Smooth, 2), box(glaze.Texture, 2)}},
	} {
		for _, known := range []bool{false, true} {
			tile, err := r.On(tiles[2], known, in, at)
			fmt.Fprintf(&page, "read %d known %v: %v %s %s place %d %.1f textured %v air %q\n", i, known, err, tile.Code, tile.Stack.Text(), tile.Place, tile.Fired, tile.Textured, tile.Atmosphere)
			for _, reading := range tile.Readings {
				fmt.Fprintf(&page, "  %s %d %.1f %s %s\n", reading.Half, reading.Coats, reading.Lab, reading.Source, reading.At.Format("15:04"))
			}
		}
	}
	golden.Assert(t, page.String(), "wall.txt")
}
