package wall_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/plan"
	"enkaustos/core/wall"
	"enkaustos/internal/kept"
)

// Whatever is asked of walls that are drawn is answered as it was.
func TestDrawnWallsStayAsTheyAre(t *testing.T) {
	var page kept.Page
	codes := []string{"A", "B", "C", "D", "E", "F"}
	for n := range 60 {
		r := rand.New(rand.NewPCG(uint64(n), 6))
		one := func(of ...string) string { return of[r.IntN(len(of))] }
		lab := func() colour.Lab {
			return colour.Lab{L: 20 + 70*r.Float64(), A: 70*r.Float64() - 35, B: 80*r.Float64() - 35}
		}
		jars, list := map[string]glaze.Glaze{}, []glaze.Glaze{}
		for i, code := range codes {
			g := glaze.Glaze{Code: code, Name: "Name " + code, Kind: []glaze.Kind{glaze.Solid, glaze.Breaking, glaze.Clear, glaze.Underglaze, glaze.Matte}[r.IntN(5)], InStock: r.IntN(4) > 0, Raw: lab(), Jar: glaze.Jar{ML: float64(40 * r.IntN(9)), Level: r.Float64(), State: glaze.States[i%4]}}
			if r.IntN(2) == 0 {
				g.Food = glaze.FoodClaimed
			}
			jars[code], list = g, append(list, g)
		}
		var tiles []glaze.Tile
		for i := range 8 + r.IntN(40) {
			s := glaze.Stack{{Glaze: one(codes...), Coats: 1 + r.IntN(4), Dip: r.IntN(12) == 0}}
			if r.IntN(2) == 0 {
				s = append(s, glaze.Layer{Glaze: one("A", "B", "C"), Coats: 1 + r.IntN(3)})
			}
			tile := glaze.Tile{Code: fmt.Sprintf("T%02d", i), Clay: one("P", "P", "R"), Cone: kiln.Cone(one("6", "6", "5")), Stack: s, Fired: lab(), Textured: r.IntN(4) == 0, Place: r.IntN(9), Atmosphere: glaze.Atmosphere(one("", "", "reduction"))}
			for range r.IntN(4) {
				tile.Readings = append(tile.Readings, glaze.Reading{Half: glaze.Half(one("smooth", "smooth", "texture")), Coats: 1 + r.IntN(4), Lab: lab(), Source: glaze.Source(one("photograph", "colorimeter", "typed")), Flags: [][]colour.Flag{nil, nil, {colour.Glare}, {colour.NoCard}}[r.IntN(4)]})
			}
			if r.IntN(9) == 0 {
				tile.Faults = []glaze.Fault{glaze.Ran}
			}
			tiles = append(tiles, tile)
		}
		clays := []glaze.Clay{{Code: "P", Name: "Pale", Fired: lab()}, {Code: "R", Name: "Red", Fired: lab(), Dark: true}}
		textured := []*bool{nil, new(true), new(false)}[r.IntN(3)]
		w := wall.Want{Target: lab(), Clay: one("", "P", "R"), Cone: kiln.Cone(one("", "6")), Atmosphere: glaze.Atmosphere(one("", "oxidation")), Food: r.IntN(3) == 0, InStock: r.IntN(2) == 0, Textured: textured, AreaCM2: float64(r.IntN(300)), Pieces: r.IntN(4)}
		if r.IntN(3) == 0 {
			w.Jars = map[string]bool{"A": true, "C": true}
		}
		fits, missed := wall.Seek(w, tiles, jars, 3+n%9)
		page.Add(fmt.Sprintf("wall %d: %d tiles, %d fit, %d missed", n, len(tiles), len(fits), len(missed)), fits, missed)
		alone, near, ok := wall.Instead(one(codes...), glaze.FiringOf("P", "6", ""), tiles, func(code string) bool { return code != "B" }, 4)
		page.Add(fmt.Sprintf("  instead %v", ok), alone, near, wall.Nearest(tiles, lab()), wall.Confusions(list, tiles, "P", "6"), wall.CoversIn(glaze.FiringOf("P", "6", ""), tiles, clays))
		for _, by := range []wall.Order{"", wall.ByHue, wall.ByLightness, wall.ByPlace} {
			page.Add("  arranged", wall.Arrange(tiles, by))
		}
		for _, g := range []wall.Ground{{Firing: glaze.FiringOf("P", "6", "")}, {Firing: glaze.FiringOf("R", "6", "")}, {Firing: glaze.FiringOf("P", "5", glaze.Reduction)}} {
			page.Add("  matrix", wall.Matrix(codes[:2+n%5], tiles, g), g.Holds(tiles[0]), g.Holds(tiles[1]))
		}
		page.Add("  alike", wall.Alike(tiles, colour.Deutan), wall.Alike(tiles, colour.Tritan), wall.Words(lab(), lab()), wall.Words(lab(), lab()))
		for _, tile := range tiles[:6] {
			strips := wall.Strips(tile, tiles)
			page.Add("  strips", strips, wall.CurveOf(tile, strips, clays, wall.UsualStep, n%7))
		}
		read := wall.Read{Code: one("n", "T01"), Clay: one("P", "Q"), Cone: one("6", "x", ""), Stack: one("Ax3", "Ax2 + Bx1", "Zx1", "A of"), Place: r.IntN(3), Atmosphere: glaze.Atmosphere(one("", "reduction"))}
		for range r.IntN(4) {
			read.Readings = append(read.Readings, glaze.Reading{Half: glaze.Half(one("smooth", "texture")), Coats: r.IntN(5), Lab: lab()})
		}
		made, err := read.On(tiles[n%len(tiles)], n%2 == 0, plan.Supply{Jar: func(code string) bool { return code <= "F" }, Clay: func(code string) bool { return code == "P" }}, time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC))
		page.Add(fmt.Sprintf("  read: %v", err), made)
	}
	golden.Assert(t, page.String(), "drawn.txt")
}
