package api

import (
	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/wall"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

func tile(t studio.Tile) gen.Tile {
	v := gen.Tile{Code: t.Code, Clay: t.Clay, Cone: string(t.Cone), Stack: layers(t.Stack), Title: t.Title,
		Fired: t.Fired.Hex(), Raw: t.Raw.Hex(), Food: t.Food, InStock: t.InStock, Textured: t.Textured,
		Piece: some(t.Piece), PieceOf: some(t.PieceOf), Atmosphere: gen.Atmosphere(t.In()), Place: t.Place, Doubt: some(t.Doubt), Faults: list(t.Faults, func(f glaze.Fault) gen.Fault { return gen.Fault(f) }), Strips: []gen.TileStrip{}}
	if strips := t.Tile.Strips(); len(strips) > 1 {
		v.Strips = list(strips, func(s colour.Strip) gen.TileStrip { return gen.TileStrip{Coats: s.Coats, Fired: s.Lab.Hex()} })
	}
	if r, ok := t.On(glaze.Texture, t.Stack.Total()); ok && !t.Textured {
		v.Texture = hex(&r.Lab)
	}
	return v
}

func tileReading(r glaze.Reading) gen.TileReading {
	return gen.TileReading{Half: gen.TileReadingHalf(r.Half), Coats: r.Coats, Hex: r.Lab.Hex(), Lab: rawLab(r.Lab), Spread: float32(r.Spread),
		Flags: list(r.Flags, flag), Source: string(r.Source), Photo: some(r.Photo), Doubtful: colour.Doubtful(r.Flags)}
}

func flag(f colour.Flag) gen.Flag { return gen.Flag{Flag: string(f), Means: f.Means()} }

func rawLab(c colour.Lab) gen.RawLab {
	return gen.RawLab{L: float32(c.L), A: float32(c.A), B: float32(c.B)}
}

func labOf(c gen.Lab) colour.Lab {
	return colour.Lab{L: float64(c.L), A: float64(c.A), B: float64(c.B)}
}

func cover(c studio.Cover) gen.Cover {
	return gen.Cover{Known: c.Known, Enough: some(c.Enough), Says: c.Says, Missing: list(c.Missing, func(n int) int { return n }),
		Coats: list(c.Coats, func(n studio.CoverCoat) gen.CoverCoat {
			return gen.CoverCoat{Coats: n.Coats, Hex: n.Lab.Hex(), ClayShows: n.ClayShows, Fired: n.Fired}
		}),
		Estimates: list(c.Estimates, func(e studio.CoverEstimate) gen.CoverEstimate {
			return gen.CoverEstimate{Clay: e.Clay, Coats: some(e.Coats), Says: e.Says}
		})}
}

func foundTile(f studio.FoundTile) gen.FoundTile {
	return gen.FoundTile{Tile: tile(f.Tile), DeltaE: float32(f.DeltaE), Words: f.Words, Hint: f.Hint,
		Short: list(f.Short, func(why string) string { return why })}
}

func matrixCell(c studio.MatrixCell) gen.MatrixCell {
	return gen.MatrixCell{
		Tiles: list(c.Tiles, func(l wall.Layered) gen.LayeredTile {
			return gen.LayeredTile{Tile: l.Tile, Base: l.Base, Top: l.Top, Fired: l.Fired.Hex(), Doubt: some(l.Doubt)}
		}),
		Plans: list(c.Plans, func(p studio.PlannedOverlap) gen.PlannedOverlap {
			return gen.PlannedOverlap{Piece: p.Piece, Who: p.Who, Surface: p.Surface}
		})}
}
