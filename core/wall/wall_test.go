package wall_test

import (
	"fmt"
	"math/rand"
	"slices"
	"sort"
	"testing"
	"time"

	colorful "github.com/lucasb-eyer/go-colorful"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/plan"
	"enkaustos/core/wall"
)

func TestWords(t *testing.T) {
	sea := colour.Lab{L: 50, A: -20, B: -10}
	for name, c := range map[string]struct {
		target, other colour.Lab
		want          string
	}{
		"nearly the same":   {sea, colour.Lab{L: 50.4, A: -20, B: -10}, "the same to the eye"},
		"lighter":           {sea, colour.Lab{L: 62, A: -20, B: -10}, "lighter"},
		"a little darker":   {sea, colour.Lab{L: 47.5, A: -20, B: -10}, "a little darker"},
		"much lighter":      {colour.Lab{L: 20}, colour.Lab{L: 70}, "much lighter"},
		"duller":            {colour.Lab{L: 50, A: 40, B: 30}, colour.Lab{L: 50, A: 28, B: 21}, "duller"},
		"grey turned green": {colour.Lab{L: 50}, colour.Lab{L: 50, A: -9, B: 2}, "greener"},
		"grey turned blue":  {colour.Lab{L: 50}, colour.Lab{L: 50, A: 1, B: -7}, "bluer"},
		"two ways at once":  {colour.Lab{L: 50}, colour.Lab{L: 56, A: 6, B: 0}, "lighter, redder"},
		"orange to yellow":  {colour.Lab{L: 65, A: 40, B: 45}, colour.Lab{L: 65, A: 16, B: 58}, "yellower"},
		"red round to blue": {colour.Lab{L: 45, A: 45, B: 10}, colour.Lab{L: 45, A: 38, B: -24}, "bluer"},
	} {
		t.Run(name, func(t *testing.T) {
			got := wall.Words(c.target, c.other)
			require.Equal(t, c.want, got)
		})
	}
}

var (
	jars = map[string]glaze.Glaze{
		"A": {Code: "A", Kind: glaze.Solid, Food: glaze.FoodClaimed, InStock: true, Jar: glaze.Jar{ML: 100, Level: 0.5}},
		"B": {Code: "B", Kind: glaze.Solid, InStock: true, Jar: glaze.UnknownJar()},
		"C": {Code: "C", Kind: glaze.Solid, Food: glaze.FoodClaimed, Jar: glaze.UnknownJar()},
	}
	target = colour.Lab{L: 50, A: 10, B: 10}
)

// near is a tile so far from the target.
func near(code, clay, jar string, off float64) glaze.Tile {
	return glaze.Tile{Code: code, Clay: clay, Cone: "6", Stack: glaze.Stack{{Glaze: jar, Coats: 3}}, Fired: colour.Lab{L: 50 + off, A: 10, B: 10}}
}

func codes(found []wall.Found) (list []string) {
	for _, f := range found {
		list = append(list, f.Tile.Code)
	}
	return list
}

// What fits comes by closeness; what does not, but would have been closer,
// stands apart with its reason, and another clay is never first.
func TestSeekUnderThePiecesNeeds(t *testing.T) {
	tiles := []glaze.Tile{near("far", "P", "A", 20), near("fit", "P", "A", 8), near("label", "P", "B", 6), near("red", "R", "A", 1), near("out", "P", "C", 3), near("worse", "R", "B", 30)}
	want := wall.Want{Target: target, Clay: "P", Cone: "6", Atmosphere: glaze.Oxidation, Food: true, InStock: true}
	fits, missed := wall.Seek(want, tiles, jars, 0)
	require.Equal(t, []string{"fit", "far"}, codes(fits))
	require.Equal(t, []string{"red", "out", "label"}, codes(missed), "only what would have been closer")
	require.Equal(t, []string{"fired on R: a hint"}, missed[0].Short)
	require.True(t, missed[0].Hint)
	require.Equal(t, []string{"C is not in stock"}, missed[1].Short)
	require.False(t, missed[1].Hint)
	require.Equal(t, []string{"no food label"}, missed[2].Short)

	want.AreaCM2, want.Pieces = 100, 4 // 13.5 mL a piece, 50 mL in the jar
	fits, missed = wall.Seek(want, tiles, jars, 0)
	require.Empty(t, fits)
	require.Contains(t, missed[2].Short, "no food label")
	require.Contains(t, missed[3].Short, "A lasts for 3 of 4 pieces")
	want.Jars = map[string]bool{"B": true}
	_, missed = wall.Seek(want, tiles, jars, 0)
	require.Contains(t, missed[0].Short, "A is not allowed to this class")
}

// However tiles and needs fall: what fits has nothing short, is ordered by
// closeness, and nothing on another clay stands among it.
func TestSeekProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var tiles []glaze.Tile
		for i := range rapid.IntRange(0, 20).Draw(t, "tiles") {
			tile := near(fmt.Sprint(i), rapid.SampledFrom([]string{"P", "R"}).Draw(t, "clay"), rapid.SampledFrom([]string{"A", "B", "C"}).Draw(t, "jar"), rapid.Float64Range(-40, 40).Draw(t, "off"))
			tiles = append(tiles, tile)
		}
		want := wall.Want{Target: target, Clay: "P", Cone: "6", Food: rapid.Bool().Draw(t, "food"), InStock: rapid.Bool().Draw(t, "stock")}
		fits, missed := wall.Seek(want, tiles, jars, 0)
		for i, f := range fits {
			require.Empty(t, f.Short)
			require.Equal(t, "P", f.Tile.Clay)
			require.True(t, i == 0 || fits[i-1].DeltaE <= f.DeltaE)
		}
		for _, m := range missed {
			require.NotEmpty(t, m.Short)
			require.True(t, len(fits) == 0 || m.DeltaE <= fits[0].DeltaE)
		}
		if len(fits) == 0 {
			require.Len(t, missed, len(tiles), "nothing is hidden where nothing fits")
		}
	})
}

func TestArrange(t *testing.T) {
	lab := func(code string, l, a, b float64, place int) glaze.Tile {
		return glaze.Tile{Code: code, Stack: glaze.Stack{{Glaze: code, Coats: 1}}, Fired: colour.Lab{L: l, A: a, B: b}, Place: place}
	}
	tiles := []glaze.Tile{lab("blue", 40, 0, -40, 2), lab("red", 45, 40, 10, 0), lab("grey", 60, 1, 1, 3), lab("green", 50, -40, 10, 1), lab("white", 90, 0, 2, 4)}
	for by, want := range map[wall.Order][]string{
		wall.ByHue:       {"red", "green", "blue", "white", "grey"},
		wall.ByLightness: {"white", "grey", "green", "red", "blue"},
		wall.ByPlace:     {"green", "blue", "grey", "white", "red"},
		"":               {"blue", "green", "grey", "red", "white"},
	} {
		var got []string
		for _, tile := range wall.Arrange(tiles, by) {
			got = append(got, tile.Code)
		}
		require.Equal(t, want, got, by)
	}
	require.Equal(t, "blue", tiles[0].Code, "what was given stays as it was")

	// By closeness to each of them: it stands first, and none after it is nearer than one before.
	for _, to := range tiles {
		hung := wall.Nearest(tiles, to.Fired)
		require.Equal(t, to.Code, hung[0].Code)
		var far []float64
		for _, tile := range hung {
			far = append(far, colour.Difference(to.Fired, tile.Fired))
		}
		require.IsNonDecreasing(t, far)
	}
}

func TestConfusions(t *testing.T) {
	raw := func(code string, c colour.Lab) glaze.Glaze { return glaze.Glaze{Code: code, Raw: c} }
	pink := colour.Lab{L: 70, A: 20, B: 5}
	glazes := []glaze.Glaze{raw("red", pink), raw("rose", colour.Lab{L: 71, A: 20, B: 5}), raw("blue", colour.Lab{L: 40, A: 10, B: -50}), raw("untested", pink)}
	fired := func(code, jar string, c colour.Lab) glaze.Tile {
		return glaze.Tile{Code: code, Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: jar, Coats: 3}}, Fired: c}
	}
	tiles := []glaze.Tile{fired("1", "red", colour.Lab{L: 40, A: 50, B: 30}), fired("2", "rose", colour.Lab{L: 75, A: 15, B: 8}),
		fired("3", "blue", colour.Lab{L: 74, A: 15, B: 8}), fired("4", "untested", colour.Lab{L: 10})}
	tiles[3].Clay = "R" // a tile only speaks for its own clay
	found := wall.Confusions(glazes, tiles, "P", "6")
	require.Len(t, found, 2)
	require.True(t, found[0].InTheJar)
	require.Equal(t, "red rose", found[0].One+" "+found[0].Other)
	require.True(t, found[1].OnTheTile)
	require.Equal(t, "rose blue", found[1].One+" "+found[1].Other)
}

// Confusions of one kind come in one order, in whatever order the jars stand: the farther
// they fire apart for how they look raw, the sooner.
func TestConfusionsInOneOrder(t *testing.T) {
	var glazes []glaze.Glaze
	var tiles []glaze.Tile
	for i, code := range []string{"a", "b", "c", "d"} {
		glazes = append(glazes, glaze.Glaze{Code: code, Raw: colour.Lab{L: 20 + 25*float64(i)}})
		tiles = append(tiles, glaze.Tile{Code: code, Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: code, Coats: 3}}, Fired: colour.Lab{L: 50 + float64(i%3)/2}})
	}
	found := wall.Confusions(glazes, tiles, "P", "6")
	require.Len(t, found, 6)
	for i, c := range found {
		require.True(t, c.OnTheTile)
		if i > 0 {
			require.GreaterOrEqual(t, found[i-1].Fired-found[i-1].Raw, c.Fired-c.Raw)
		}
	}
	slices.Reverse(glazes)
	for i, c := range wall.Confusions(glazes, tiles, "P", "6") {
		require.InDelta(t, found[i].Raw-found[i].Fired, c.Raw-c.Fired, 1e-9)
	}
}

// The strips of a glaze are those of tiles of that glaze alone, in the same firing.
func TestStripsAreOfOneGlaze(t *testing.T) {
	tile := func(code, cone string, layers ...glaze.Layer) glaze.Tile {
		return glaze.Tile{Code: code, Clay: "P", Cone: kiln.Cone(cone), Stack: layers, Fired: colour.Lab{L: float64(len(code))}}
	}
	a := func(coats int) glaze.Layer { return glaze.Layer{Glaze: "A", Coats: coats} }
	own := tile("own", "6", a(3))
	all := []glaze.Tile{own, tile("thin", "6", a(1)), tile("cool", "04", a(2)), tile("layered", "6", a(4), glaze.Layer{Glaze: "B", Coats: 1}), tile("other", "6", glaze.Layer{Glaze: "B", Coats: 5})}
	coats := func(strips []colour.Strip) (list []int) {
		for _, s := range strips {
			list = append(list, s.Coats)
		}
		slices.Sort(list)
		return list
	}
	require.Equal(t, []int{1, 3}, coats(wall.Strips(own, all)))
	require.Empty(t, wall.Strips(all[3], all), "of a tile of two glazes there are none")
}

// What thin coats come out as is told in the firing of their strips, and nowhere else: a strip
// as it was read, and between two strips a colour between them.
func TestCoversAreOfOneFiring(t *testing.T) {
	pale := glaze.Clay{Code: "P", Name: "Pale", Fired: colour.Lab{L: 85, B: 10}}
	tile := func(code, jar, clay string, coats int, l float64) glaze.Tile {
		return glaze.Tile{Code: code, Clay: clay, Cone: "6", Stack: glaze.Stack{{Glaze: jar, Coats: coats}}, Fired: colour.Lab{L: l, B: -10}}
	}
	tiles := []glaze.Tile{tile("a1", "A", "P", 1, 60), tile("a2", "A", "P", 2, 45), tile("a4", "A", "P", 4, 33), tile("b", "B", "P", 3, 50), tile("c", "C", "R", 1, 60)}
	covers := wall.CoversIn(glaze.FiringOf("P", "6", ""), tiles, []glaze.Clay{pale})
	require.Len(t, covers, 1, "B has one strip, C was fired on another clay")
	require.Equal(t, "A", covers[0].Glaze)
	for i, c := range covers[0].Coats {
		require.Equal(t, i+1, c.Coats)
		require.Equal(t, c.Coats == 1 || c.Coats == 2 || c.Coats == 4, c.Fired)
	}
	require.InDelta(t, 60, covers[0].Coats[0].Lab.L, 1e-9)
	require.Less(t, covers[0].Coats[2].Lab.L, 45.0)
	require.Greater(t, covers[0].Coats[2].Lab.L, 33.0)
	for _, elsewhere := range []glaze.Firing{glaze.FiringOf("R", "6", ""), glaze.FiringOf("P", "04", ""), glaze.FiringOf("P", "6", glaze.Reduction)} {
		require.Empty(t, wall.CoversIn(elsewhere, tiles, []glaze.Clay{pale}))
	}
}

// The strip that is missing is named.
func TestMissingStripsAreNamed(t *testing.T) {
	clays := []glaze.Clay{{Code: "P", Fired: colour.Lab{L: 80}}}
	tile := glaze.Tile{Clay: "P", Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}
	two := []colour.Strip{{Coats: 1, Lab: colour.Lab{L: 70}}, {Coats: 3, Lab: colour.Lab{L: 50}}}
	for _, strips := range [][]colour.Strip{nil, two[:1], two[1:]} {
		curve := wall.CurveOf(tile, strips, clays, wall.UsualStep, 6)
		says := curve.Says
		require.Equal(t, colour.Missing(strips), curve.Missing)
		require.Equal(t, colour.Missing(strips), wall.CurveOf(tile, strips, nil, wall.UsualStep, 6).Missing, "nor does the clay's colour, where it is missing too")
		require.Regexp(t, `^Not known how it covers: fire a strip tile of A on P with (\d, )*\d( and \d)? coats? side by side\.$`, says)
	}
}

func TestLostToAColourBlindStudent(t *testing.T) {
	green, err := colour.FromHex("#6b8e3a")
	require.NoError(t, err)
	brown, err := colour.FromHex("#a07f3e")
	require.NoError(t, err)
	blue, err := colour.FromHex("#3a5a9e")
	require.NoError(t, err)
	tiles := []glaze.Tile{{Code: "g", Fired: green}, {Code: "b", Fired: brown}, {Code: "s", Fired: blue}}
	require.Empty(t, wall.Alike(tiles, colour.Usual))
	alike := wall.Alike(tiles, colour.Deutan)
	require.Equal(t, []string{"b"}, alike["g"])
	require.Equal(t, []string{"g"}, alike["b"])
	require.Empty(t, alike["s"])
}

// Base × top: what was fired stands in its cell with its coats, 2+1 and 1+2
// apart; smooth and textured, and other clays, are other matrices.
func TestMatrix(t *testing.T) {
	ground := wall.Ground{Firing: glaze.FiringOf("P", "6", "")}
	two := func(code string, base, top int) glaze.Tile {
		return glaze.Tile{Code: code, Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "A", Coats: base}, {Glaze: "B", Coats: top}}}
	}
	rough, red, three := two("rough", 2, 1), two("red", 2, 1), two("three", 1, 1)
	rough.Textured, red.Clay = true, "R"
	three.Stack = append(three.Stack, glaze.Layer{Glaze: "C", Coats: 1})
	alone := glaze.Tile{Code: "alone", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "B", Coats: 3}}}
	cells := wall.Matrix([]string{"A", "B", "C"}, []glaze.Tile{two("12", 1, 2), two("21", 2, 1), rough, red, three, alone}, ground)
	require.Len(t, cells, 9)
	known := map[string][]string{}
	for _, c := range cells {
		for _, l := range c.Tiles {
			known[c.Base+c.Top] = append(known[c.Base+c.Top], fmt.Sprintf("%s %d+%d", l.Tile, l.Base, l.Top))
		}
	}
	require.Equal(t, map[string][]string{"AB": {"21 2+1", "12 1+2"}, "BB": {"alone 3+0"}}, known)
	ground.Textured = true
	cells = wall.Matrix([]string{"A", "B", "C"}, []glaze.Tile{rough}, ground)
	require.Len(t, cells[1].Tiles, 1)
}

func school(n int) []glaze.Tile {
	random := rand.New(rand.NewSource(3))
	tiles := make([]glaze.Tile, n)
	for i := range tiles {
		tiles[i] = near(fmt.Sprintf("T%04d", i), []string{"P", "R"}[i%2], "A", 0)
		tiles[i].Fired = colour.Lab{L: 20 + 70*random.Float64(), A: 60*random.Float64() - 30, B: 70*random.Float64() - 30}
	}
	return tiles
}

// The budget is 2 ms for 2,000 tiles; go-colorful's brute force stands beside it.
func BenchmarkSeek2000(b *testing.B) {
	tiles := school(2000)
	for name, most := range map[string]int{"seek, 60 to be shown": 60, "seek, all with words": 0} {
		b.Run(name, func(b *testing.B) {
			want := wall.Want{Target: target, Clay: "P", Cone: "6"}
			for b.Loop() {
				fits, _ := wall.Seek(want, tiles, jars, most)
				require.GreaterOrEqual(b, len(fits), 60)
			}
		})
	}
	b.Run("go-colorful, brute force", func(b *testing.B) {
		aim := colorful.Lab(target.L/100, target.A/100, target.B/100)
		for b.Loop() {
			list := slices.Clone(tiles)
			sort.Slice(list, func(i, j int) bool {
				x, y := list[i].Fired, list[j].Fired
				return colorful.Lab(x.L/100, x.A/100, x.B/100).DistanceCIEDE2000(aim) < colorful.Lab(y.L/100, y.A/100, y.B/100).DistanceCIEDE2000(aim)
			})
		}
	})
	b.Run("go-colorful, each once", func(b *testing.B) {
		aim := colorful.Lab(target.L/100, target.A/100, target.B/100)
		for b.Loop() {
			distance := make(map[string]float64, len(tiles))
			for _, t := range tiles {
				distance[t.Code] = colorful.Lab(t.Fired.L/100, t.Fired.A/100, t.Fired.B/100).DistanceCIEDE2000(aim)
			}
			list := slices.Clone(tiles)
			sort.Slice(list, func(i, j int) bool { return distance[list[i].Code] < distance[list[j].Code] })
		}
	})
}

// Instead of a jar that is short: tiles of other glazes alone, on its clay at its cone, smooth,
// the nearest first, one of each glaze.
func TestWhatIsNearestInstead(t *testing.T) {
	tile := func(code, jar, clay string, l float64, coats int, textured bool) glaze.Tile {
		return glaze.Tile{Code: code, Clay: clay, Cone: "6", Stack: glaze.Stack{{Glaze: jar, Coats: coats}}, Fired: colour.Lab{L: l}, Textured: textured}
	}
	layered := tile("t9", "A", "P", 50, 2, false)
	layered.Stack = append(layered.Stack, glaze.Layer{Glaze: "B", Coats: 1})
	tiles := []glaze.Tile{tile("t1", "A", "P", 70, 1, false), tile("t2", "A", "P", 50, 3, false), tile("t3", "B", "P", 40, 3, false), tile("t4", "C", "P", 52, 3, false),
		tile("t5", "C", "P", 60, 2, false), tile("t6", "D", "Q", 50, 3, false), tile("t7", "E", "P", 50, 3, true), tile("t8", "F", "P", 51, 3, false), layered}
	any := func(code string) bool { return code != "F" }
	alone, near, ok := wall.Instead("A", glaze.FiringOf("P", "6", ""), tiles, any, 5)
	require.True(t, ok)
	require.Equal(t, "t2", alone.Code, "its thickest tile")
	require.Equal(t, []string{"t4", "t3"}, []string{near[0].Tile.Code, near[1].Tile.Code})
	require.Len(t, near, 2)
	require.InDelta(t, colour.Difference(colour.Lab{L: 50}, colour.Lab{L: 52}), near[0].DeltaE, 1e-12)
	_, near, _ = wall.Instead("A", glaze.FiringOf("P", "6", ""), tiles, any, 1)
	require.Len(t, near, 1)
	_, _, ok = wall.Instead("A", glaze.FiringOf("Q", "6", ""), tiles, any, 5)
	require.False(t, ok, "nobody fired it there")
}

// A tile that was averaged from pieces is one of its own once it is read as a tile.
func TestReadAsATileItIsNoMean(t *testing.T) {
	mean := glaze.Tile{Code: "R1", Clay: "P", Cone: "6", Stack: glaze.Stack{{Glaze: "A", Coats: 2}}, Fired: colour.Lab{L: 40}, Samples: []glaze.OnPiece{{Piece: "p", Surface: "face", Lab: colour.Lab{L: 40}}}}
	read := wall.Read{Code: "R1", Readings: []glaze.Reading{{Half: glaze.Smooth, Lab: colour.Lab{L: 50}, Source: glaze.FromPhotograph}}}
	now, err := read.On(mean, true, plan.Supply{}, time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC))
	require.NoError(t, err)
	require.Equal(t, colour.Lab{L: 50}, now.Fired)
	require.Empty(t, now.Samples)
}
