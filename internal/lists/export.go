package lists

import (
	"fmt"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

func export(m school.Moment, file contract.ExportFileParamsFile) string {
	tiles := wall.Arrange(m.TilesByCode(), wall.ByGlaze)
	switch file {
	case contract.TilesCsv:
		return exchange.TilesCSV(tiles)
	case contract.GlazesCsv:
		return exchange.GlazesCSV(m.Jars())
	}
	return exchange.Palette(strings.TrimSpace(school.Names.The(m.Snapshot).Name+" fired tiles"), tiles, func(t glaze.Tile) string {
		return fmt.Sprintf("%s %s, %s, cone %s", t.Code, view.Tile(m, t).Title, t.Clay, t.Cone)
	})
}
