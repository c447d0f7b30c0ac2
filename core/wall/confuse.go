package wall

import (
	"cmp"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
)

// ΔE2000 below which colours are taken for each other, and above which nobody
// would (from memory).
const (
	alike = 5.0
	apart = 15.0
)

// Confusion is two jars that a student may take for each other.
type Confusion struct {
	One, Other  string  // glaze.Glaze.Code
	Raw, Fired  float64 // ΔE2000
	InTheJar    bool    // alike raw, apart fired: the wrong one is brushed unseen
	OnTheTile   bool    // apart raw, alike fired: one may stand in for the other
	TileOne     string  // glaze.Tile.Code of the fired colours compared
	TileAnother string
}

// Confusions finds jars whose raw colours are alike though they fire apart, and
// the other way round, on one clay at one cone. A jar without a tile of its own
// there is left out.
func Confusions(glazes []glaze.Glaze, tiles []glaze.Tile, clay string, cone kiln.Cone) []Confusion {
	fired := map[string]glaze.Tile{}
	for _, t := range tiles {
		if t.Clay == clay && t.Cone == cone && !t.Textured && len(t.Stack) == 1 {
			if old, ok := fired[t.Stack[0].Glaze]; !ok || t.Stack[0].Coats > old.Stack[0].Coats {
				fired[t.Stack[0].Glaze] = t
			}
		}
	}
	var found []Confusion
	for i, a := range glazes {
		for _, b := range glazes[i+1:] {
			one, ok1 := fired[a.Code]
			other, ok2 := fired[b.Code]
			if !ok1 || !ok2 {
				continue
			}
			if a.Raw == (colour.Lab{}) || b.Raw == (colour.Lab{}) {
				continue // nobody said what it looks like in the jar
			}
			c := Confusion{One: a.Code, Other: b.Code, Raw: colour.Difference(a.Raw, b.Raw),
				Fired: colour.Difference(one.Fired, other.Fired), TileOne: one.Code, TileAnother: other.Code}
			c.InTheJar = c.Raw < alike && c.Fired > apart
			c.OnTheTile = c.Raw > apart && c.Fired < alike
			if c.InTheJar || c.OnTheTile {
				found = append(found, c)
			}
		}
	}
	slices.SortFunc(found, func(a, b Confusion) int {
		return cmp.Or(pickInt(a.InTheJar, 0, 1)-pickInt(b.InTheJar, 0, 1), cmp.Compare(b.Fired-b.Raw, a.Fired-a.Raw), cmp.Compare(a.One+a.Other, b.One+b.Other))
	})
	return found
}

// Alike lists for each tile, by glaze.Tile.Code, the tiles that somebody with a
// colour vision cannot tell from it though others can.
func Alike(tiles []glaze.Tile, v colour.Vision) map[string][]string {
	seen := make([]colour.Lab, len(tiles))
	for i, t := range tiles {
		seen[i] = t.Fired.As(v)
	}
	found := map[string][]string{}
	for i, a := range tiles {
		for j := i + 1; j < len(tiles); j++ {
			if colour.Difference(seen[i], seen[j]) < alike && colour.Difference(a.Fired, tiles[j].Fired) > 2*alike {
				found[a.Code] = append(found[a.Code], tiles[j].Code)
				found[tiles[j].Code] = append(found[tiles[j].Code], a.Code)
			}
		}
	}
	return found
}
