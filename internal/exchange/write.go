package exchange

import (
	"encoding/csv"
	"fmt"
	"strconv"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// WriteTable writes a list as CSV in UTF-8. A cell that a spreadsheet would
// take for a formula gets an apostrophe in front; ReadTable takes it off again.
func WriteTable(columns []string, rows [][]string) string {
	var b strings.Builder
	w := csv.NewWriter(&b)
	_ = w.Write(columns) // a strings.Builder takes everything
	for _, row := range rows {
		safe := make([]string, len(row))
		for i, cell := range row {
			safe[i] = disarmed(cell)
		}
		_ = w.Write(safe)
	}
	w.Flush()
	return b.String()
}

// disarmed is a cell that no spreadsheet runs: each part that one could take for a formula
// has an apostrophe in front, also behind a semicolon, where some countries' spreadsheets
// begin a new cell. armed takes them off again.
func disarmed(cell string) string {
	parts := strings.Split(cell, ";")
	for i, part := range parts {
		if formula(part) {
			parts[i] = "'" + part
		}
	}
	return strings.Join(parts, ";")
}

func armed(cell string) string {
	parts := strings.Split(cell, ";")
	for i, part := range parts {
		if inner, quoted := strings.CutPrefix(part, "'"); quoted && formula(inner) {
			parts[i] = inner
		}
	}
	return strings.Join(parts, ";")
}

// formula says whether a spreadsheet would run a cell. A number is none.
func formula(cell string) bool {
	if cell == "" || !strings.ContainsRune("=+-@\t\r", rune(cell[0])) {
		return false
	}
	_, err := strconv.ParseFloat(cell, 64)
	return err != nil
}

// GlazeColumns are the columns of a list of glazes.
var GlazeColumns = []string{"code", "name", "kind", "raw", "cones", "food", "stock", "runner", "coats", "atmosphere", "ml", "level", "state", "thick", "dear", "ware", "recipe", "dip coats", "dip seconds", "slide", "dip density", "density"}

// GlazesCSV writes glazes as a list that can be brought again.
func GlazesCSV(glazes []glaze.Glaze) string {
	var rows [][]string
	for _, g := range glazes {
		rows = append(rows, []string{g.Code, g.Name, string(g.Kind), rawOf(&g), g.Cones.String(), yes(g.Food == glaze.FoodClaimed), yes(g.InStock),
			yes(g.Runner), count(g.Coats), string(g.Atmosphere), figure(g.Jar.ML, g.Jar.ML > 0), figure(g.Jar.Level, g.Jar.Level >= 0), string(g.Jar.State),
			yes(g.Thick), yes(g.Dear), string(g.Ware), g.Recipe.String(), figure(g.DipCoats, g.DipCoats > 0), figure(g.DipSeconds, g.DipSeconds > 0), figure(g.SlideMM, g.SlideMM > 0),
			figure(g.DipDensity, g.DipDensity > 0), figure(g.Density, g.Density > 0)})
	}
	return WriteTable(GlazeColumns, rows)
}

// TileColumns are the columns of a list of tiles.
var TileColumns = []string{"code", "clay", "cone", "atmosphere", "stack", "fired", "textured", "place", "l", "a", "b", "faults", "leach test"}

// TilesCSV writes tiles as a list that can be brought again; l, a and b are the
// fired colour as it was measured.
func TilesCSV(tiles []glaze.Tile) string {
	var rows [][]string
	for _, t := range tiles {
		rows = append(rows, []string{t.Code, t.Clay, string(t.Cone), string(t.In()), t.Stack.Text(), t.Fired.Hex(), yes(t.Textured), count(t.Place),
			fmt.Sprintf("%.2f", t.Fired.L), fmt.Sprintf("%.2f", t.Fired.A), fmt.Sprintf("%.2f", t.Fired.B), faults(t.Faults), t.Leached})
	}
	return WriteTable(TileColumns, rows)
}

func faults(list []glaze.Fault) string {
	words := make([]string, len(list))
	for i, f := range list {
		words[i] = string(f)
	}
	return strings.Join(words, ", ")
}

// Palette writes fired colours as a palette of GIMP (its documented .gpl form).
func Palette(name string, tiles []glaze.Tile, title func(glaze.Tile) string) string {
	var b strings.Builder
	fmt.Fprintf(&b, "GIMP Palette\nName: %s\nColumns: 8\n#\n", oneLine(name))
	for _, t := range tiles {
		r, g, bl := channels(t.Fired)
		fmt.Fprintf(&b, "%3d %3d %3d\t%s\n", r, g, bl, oneLine(title(t)))
	}
	return b.String()
}

func channels(c colour.Lab) (r, g, b int64) {
	v, _ := strconv.ParseInt(c.Hex()[1:], 16, 32) // Hex writes hex
	return v >> 16, v >> 8 & 0xff, v & 0xff
}

func oneLine(text string) string { return strings.Join(strings.Fields(text), " ") }

func yes(b bool) string {
	if b {
		return "yes"
	}
	return "no"
}

// count writes a number, nothing for none.
func count(n int) string {
	if n == 0 {
		return ""
	}
	return strconv.Itoa(n)
}

func figure(v float64, known bool) string {
	if !known {
		return ""
	}
	return strconv.FormatFloat(v, 'f', -1, 64)
}

// rawOf is a jar's raw colour as a list has it; "" where nobody said.
func rawOf(g *glaze.Glaze) string {
	if g.Raw == (colour.Lab{}) {
		return ""
	}
	return g.Raw.Hex()
}
