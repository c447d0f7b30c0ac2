package view

import (
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/stock"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Tile is a fired tile with what the jars' labels say of it.
func Tile(m school.Moment, t glaze.Tile) contract.Tile {
	v := contract.Tile{Code: t.Code, Clay: t.Clay, Cone: string(t.Cone), Stack: t.Stack, Fired: t.Fired.Hex(), Food: true, InStock: true,
		Textured: t.Textured, Piece: Some(t.Piece), Atmosphere: t.In(), Place: t.Place, Doubt: Some(t.Doubt()),
		Faults: All(t.Faults), Leached: Some(t.Leached), Strips: []contract.TileStrip{}}
	jars := school.Glazes.All(m.Snapshot)
	var names []string
	raw := ""
	for _, layer := range t.Stack {
		g := jars[layer.Glaze]
		names = append(names, strings.TrimSpace(layer.Glaze+" "+g.Name))
		raw = rawOf(&g)
		v.Food = v.Food && (!g.Kind.Melts() || g.Food == glaze.FoodClaimed)
		v.InStock = v.InStock && g.InStock
	}
	v.Food = v.Food && jars[t.Stack[len(t.Stack)-1].Glaze].Kind.Melts()
	slices.Reverse(names)
	v.Title, v.Raw = strings.Join(names, " over "), raw
	if len(t.Samples) > 0 {
		samples := List(t.Samples, func(s glaze.OnPiece) contract.Hex { return s.Lab.Hex() })
		apart := glaze.Apart(t.Samples)
		v.Samples, v.Apart = &samples, &apart
	}
	if p, ok := m.Pieces[t.Piece]; ok {
		v.PieceOf = Some(m.Who(p))
	}
	if strips := t.Strips(); len(strips) > 1 {
		v.Strips = List(strips, func(s colour.Strip) contract.TileStrip { return contract.TileStrip{Coats: s.Coats, Fired: s.Lab.Hex()} })
	}
	if r, ok := t.On(glaze.Texture, t.Stack.Total()); ok && !t.Textured {
		v.Texture = Hex(&r.Lab)
	}
	return v
}

// Jar is a glaze as it stands in the room.
func Jar(m school.Moment, g glaze.Glaze) contract.Glaze {
	_, hint := school.Labels.Get(m.Snapshot, g.Code)
	return contract.Glaze{StirSeconds: m.House.StirSeconds(&g), Settled: Some(school.Settled(m, m.House, &g, "", m.At)), Code: g.Code, Name: g.Name, Kind: string(g.Kind), Raw: rawOf(&g), RawUnknown: Some(g.Raw == colour.Lab{}), Cones: g.Cones.String(),
		Food: contract.GlazeFood(g.Food), InStock: g.InStock, Runner: g.Runner, Coats: g.Coats,
		Figure: m.House.OfGlaze(&g), Ml: float32(g.Jar.ML), Level: float32(g.Jar.Level), State: contract.GlazeState(g.Jar.State),
		MixedAt: When(g.Jar.MixedAt), MixedBy: Some(g.Jar.MixedBy), Seats: Some(g.Jar.Seats), Look: Some(contract.GlazeLook(g.Jar.Look)), Place: Some(g.Jar.Place), Lies: Some(m.House.Lies(&g)), Doubted: doubted(&g), Hint: hint, Atmosphere: Some(g.Atmosphere),
		DipCoats: Some(g.DipCoats), DipSeconds: Some(g.DipSeconds), DipDensity: Some(g.DipDensity), Density: Some(g.Density),
		SlideMM: Some(g.SlideMM), Thick: g.Thick, Dear: g.Dear, Ware: contract.GlazeWare(g.Ware), Spread: spread(m, g.Code), Missed: Some(missed(m, &g)), Recipe: All(g.Recipe)}
}

// missed is how the last look into a jar departed from what was to be expected.
func missed(m school.Moment, g *glaze.Glaze) string {
	last, ok := school.LastLook(m, g.Code)
	if !ok || last.Should == 0 {
		return ""
	}
	return stock.Missed(last.Should, last.ML, g.Jar.ML)
}

// Near are jars that could stand in for another.
func Near(m school.Moment, found []wall.Found) []contract.JarNear {
	jars := school.Glazes.All(m.Snapshot)
	return List(found, func(f wall.Found) contract.JarNear {
		other := f.Tile.Stack[0].Glaze
		return contract.JarNear{Glaze: other, Name: jars[other].Name, Tile: f.Tile.Code, Fired: f.Tile.Fired.Hex(), DeltaE: f.DeltaE, Free: m.Budgets()[other].FreeML()}
	})
}

// rawOf is what a jar looks like raw: a neutral grey where nobody said.
func rawOf(g *glaze.Glaze) string {
	if g.Raw == (colour.Lab{}) {
		return "#d6d6d6"
	}
	return g.Raw.Hex()
}

// doubted is what is wrong with a jar now; nil where nothing is.
func doubted(g *glaze.Glaze) *string {
	d, open := g.Doubted()
	if !open {
		return nil
	}
	return Some(d.Says())
}

// spread is what one brushed coat of a glaze takes: learned, or the usual figure.
func spread(m school.Moment, code string) contract.Spread {
	if learned, ok := m.Learned[code]; ok {
		return contract.Spread{MlPerCM2: learned.MLPerCM2, Lessons: learned.Lessons}
	}
	return contract.Spread{MlPerCM2: stock.SpreadML}
}

// Clay is a clay.
func Clay(c glaze.Clay) contract.Clay {
	v := contract.Clay{Code: c.Code, Name: c.Name, Cones: c.Cones.String(), Hottest: string(c.Cones.To), Fired: c.Fired.Hex(), Dark: c.Dark}
	if c.Bisque != (colour.Lab{}) {
		v.Bisque = Hex(&c.Bisque)
	}
	return v
}

// Amount is how much a plan takes of a jar.
func Amount(a stock.Amount) contract.Amount {
	return contract.Amount{Glaze: a.Glaze, Ml: float32(a.ML), Cups: float32(a.Cups())}
}

// Flag is a doubt of a reading, with what it means.
func Flag(f colour.Flag) contract.Flag { return contract.Flag{Flag: string(f), Means: f.Means()} }
