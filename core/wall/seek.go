package wall

import (
	"cmp"
	"fmt"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/stock"
)

// Want is a colour somebody looks for, and what the piece needs.
type Want struct {
	Target colour.Lab

	Clay       string           // glaze.Clay.Code; "" = any
	Cone       kiln.Cone        // "" = any
	Atmosphere glaze.Atmosphere // "" = any
	Textured   *bool            // nil = either half
	Food       bool             // the surface meets food or a mouth
	InStock    bool             // the jars have to be in the room
	AreaCM2    float64          // of the surface; 0 = do not ask for amounts
	Pieces     int              // that take this surface; 0 = one
	Jars       map[string]bool  // glaze.Glaze.Code allowed to the class; nil = all
}

// Found is a tile with how far it is from the target.
type Found struct {
	Tile   glaze.Tile
	DeltaE float64 // ΔE2000
	Words  string
	Short  []string // what the piece needs and the tile lacks; empty where it fits
	Hint   bool     // lacks only its own clay, cone or air: a hint
	Doubt  string   // what is to be said of its reading
}

// Seek orders tiles by closeness to a colour. fits are the tiles that have all
// the piece needs, the nearest first, at most most of them (0 = all). missed
// are the ones that would have been closer than the best that fits, with the
// reason why they do not; a tile on another clay is only ever among them.
func Seek(w Want, tiles []glaze.Tile, glazes map[string]glaze.Glaze, most int) (fits, missed []Found) {
	type near struct {
		i     int
		delta float64
	}
	order := make([]near, len(tiles))
	for i := range tiles {
		order[i] = near{i, colour.Difference(w.Target, tiles[i].Fired)}
	}
	slices.SortFunc(order, func(a, b near) int {
		if a.delta != b.delta {
			return cmp.Compare(a.delta, b.delta)
		}
		return cmp.Compare(tiles[a.i].Code, tiles[b.i].Code)
	})
	if most == 0 {
		most = len(tiles)
	}
	fits = make([]Found, 0, most)
	for _, n := range order {
		if len(fits) >= most {
			break
		}
		t := &tiles[n.i]
		short, hint := w.short(t, glazes)
		if len(short) > 0 && len(fits) > 0 {
			continue // it fits less, and something that fits is closer
		}
		f := Found{Tile: *t, DeltaE: n.delta, Words: words(w.Target, t.Fired, n.delta), Short: short, Hint: hint, Doubt: t.Doubt()}
		if len(short) == 0 {
			fits = append(fits, f)
		} else {
			missed = append(missed, f)
		}
	}
	return fits, missed
}

// short lists what a tile lacks for the piece. hint says that it only speaks
// for another clay, cone or air.
func (w *Want) short(t *glaze.Tile, glazes map[string]glaze.Glaze) (short []string, hint bool) {
	lack := func(format string, args ...any) { short = append(short, fmt.Sprintf(format, args...)) }
	if w.Clay != "" && t.Clay != w.Clay {
		lack("fired on %s: a hint", t.Clay)
	}
	if w.Cone != "" && t.Cone != w.Cone {
		lack("fired to cone %s: a hint", t.Cone)
	}
	if w.Atmosphere != "" && t.In() != w.Atmosphere {
		lack("fired in %s: a hint", t.In())
	}
	elsewhere := len(short)
	if w.Textured != nil && t.Textured != *w.Textured {
		lack("%s", pick(t.Textured, "read on texture", "read on the smooth half"))
	}
	melts, food := false, true
	for _, layer := range t.Stack {
		g := glazes[layer.Glaze]
		if g.Kind.Melts() {
			melts = true
			food = food && g.Food == glaze.FoodClaimed
		}
		switch {
		case w.Jars != nil && !w.Jars[layer.Glaze]:
			lack("%s is not allowed to this class", layer.Glaze)
		case w.InStock && !g.InStock:
			lack("%s is not in stock", layer.Glaze)
		case w.InStock && g.Jar.State == glaze.Dried:
			lack("%s is dried out", layer.Glaze)
		}
		if have, known := g.Jar.LeftML(); known && w.InStock && w.AreaCM2 > 0 {
			if last := stock.PiecesFrom(have, w.AreaCM2, layer.Coats); last < max(w.Pieces, 1) {
				lack("%s lasts for %d of %d pieces", layer.Glaze, last, max(w.Pieces, 1))
			}
		}
	}
	if w.Food && !(melts && food) {
		lack("no food label")
	}
	return short, elsewhere > 0 && len(short) == elsewhere
}
