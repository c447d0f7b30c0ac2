package glaze_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"gotest.tools/v3/golden"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/internal/kept"
)

// Drawn stacks, jars, tiles and weighings come to what they did.
func TestDrawnGlazesStayAsTheyAre(t *testing.T) {
	var page kept.Page
	start := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	var last glaze.Stack
	for n := range 240 {
		r := rand.New(rand.NewPCG(uint64(n), 8))
		one := func(of ...string) string { return of[r.IntN(len(of))] }
		pick := func(of ...float64) float64 { return of[r.IntN(len(of))] }
		kinds := []glaze.Kind{glaze.Solid, glaze.Breaking, glaze.Chips, glaze.Matte, glaze.Clear, glaze.Underglaze, glaze.Dipping, glaze.Detail}
		g := &glaze.Glaze{Code: "A", Name: "Alder", Kind: kinds[r.IntN(len(kinds))], Cones: kiln.Range{From: "5", To: "6"}, InStock: r.IntN(4) > 0, DipCoats: pick(0, 2), DipSeconds: pick(0, 4), DipDensity: pick(0, 1.4), Density: pick(0, 1.2, 1.38, 1.4, 1.6), Coats: r.IntN(4),
			Jar: glaze.Jar{ML: 500, Level: pick(-1, 0, 0.5), State: glaze.State(one("", "good", "watery", "thick", "dried")), MixedAt: start}}
		for i := range r.IntN(3) {
			g.Doubts = append(g.Doubts, glaze.Doubt{ID: fmt.Sprint("d", i), What: []glaze.Doubtful{glaze.Contaminated, glaze.Mislabelled}[i%2], Since: start.Add(time.Duration(i) * time.Hour), Until: start.Add(time.Duration(i) * time.Hour * time.Duration(2*r.IntN(2)))})
		}
		var s glaze.Stack
		for range 1 + r.IntN(4) {
			l := glaze.Layer{Glaze: one("A", "A", "B"), Coats: r.IntN(4), Dip: r.IntN(4) == 0, Thick: glaze.Thickness(one("", "", "thin", "thick")), Body: glaze.State(one("", "", "watery", "thick")), Stage: r.IntN(5) / 4}
			if l.Dip {
				l.DownToMM, l.Seconds, l.Density = pick(0, 40), pick(0, 3, 6), pick(0, 1.3, 1.6)
			}
			s = append(s, l)
		}
		below, upTo := s.Below()
		page.Add(fmt.Sprintf("%d: %s", n, s), s.Text(), s.Total(), s.Strokes(), s.After(n%5), s.AsFired(), s.AsLaid(), below, upTo, s.Normal(), s.Order(), s.Planned(), s.Same(last), s.SameOrder(last), s.Same(s), s.SameOrder(s))
		var layers []any
		for i := range s {
			layers = append(layers, s[i].Covers(g), s[i].Covers(nil), s[i].Takes(g), s[i].FromJar(g), s[i].FromJar(nil), s[i].Thick.Coats(), s[i].Thick.Known(), s[i].Body.Coat())
		}
		page.Add("  layers", layers...)
		doubt, open := g.Doubted()
		left, known := g.Jar.LeftML()
		page.Add(fmt.Sprintf("  jar %s, doubted %v", g.Lies(), open), doubt, left, known, g.Bucket(), g.MeltsAt("6"), g.MeltsAt("9"), g.MeltsAt("x"), g.Kind.Finish(), g.Kind.Melts())
		for i, d := range g.Doubts {
			fresh, err := g.NewDoubt(glaze.Doubt{ID: "n", What: d.What, Instead: one("", "B", "Z"), Since: start.Add(time.Duration(r.IntN(9)-4) * time.Hour), Until: start.Add(time.Duration(r.IntN(9)-2) * time.Hour)}, start.Add(3*time.Hour), func(code string) bool { return code == "B" })
			page.Add(fmt.Sprintf("  doubt %d: %s, %v", i, d.Says(), err), fresh, d.Open(), d.Holds(start), d.Holds(start.Add(time.Hour)), d.Holds(d.Until), d.Holds(d.Since))
		}
		weighing, err := g.Weigh(glaze.Sample{MassG: pick(0, 100, 145, 150, 400), VolumeML: pick(0, 100), HoldsML: pick(0, 10000), FillML: pick(0, 12000)})
		page.Add(fmt.Sprintf("  weighed %v", err), weighing)
		water, not := glaze.WaterToThin(pick(0, 100, 10000), pick(0.9, 1.3, 1.55), pick(1, 1.2, 1.45))
		dry, never := glaze.DryMatter(pick(0, 900, 1500), pick(0, 1000), pick(1, 2.5))
		powder, more, no := glaze.TopUp(pick(0, 400), pick(1.2, 1.5), pick(300, 900), pick(1.4, 1.5))
		page.Add(fmt.Sprintf("  water %.3f %v, dry %.3f %v, top up %.3f and %.3f %v", water, not, dry, never, powder, more, no))
		tile := glaze.Tile{Code: "t", Clay: "P", Cone: "6", Stack: s.Normal(), Fired: colour.Lab{L: 50}, Textured: r.IntN(2) == 0}
		for range r.IntN(5) {
			tile.Readings = append(tile.Readings, glaze.Reading{Half: glaze.Half(one("smooth", "texture")), Coats: r.IntN(4), Source: []glaze.Source{glaze.FromTyping, glaze.FromPhotograph}[r.IntN(2)], Lab: colour.Lab{L: float64(r.IntN(90)), A: 3}, Flags: [][]colour.Flag{nil, {colour.Glare}, {colour.NoCard}}[r.IntN(3)]})
		}
		main, ok := tile.Main()
		shown, half, shows := tile.Shows(s, glaze.Half(one("smooth", "texture")))
		page.Add(fmt.Sprintf("  tile main %v, shows %v", ok, shows), main, shown, half, tile.MainHalf(), tile.Settled(), tile.Strips(), tile.Doubt(), tile.In(), tile.Firing())
		last = s
	}
	golden.Assert(t, page.String(), "drawn.txt")
}
