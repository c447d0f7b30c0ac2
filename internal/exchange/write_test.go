package exchange_test

import (
	"encoding/csv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/internal/exchange"
	"enkaustos/internal/letters"
)

// Whatever stands in a cell comes back as it was, and no cell that a
// spreadsheet would run goes out as it is.
func TestCellsComeBackAndRunNothing(t *testing.T) {
	cell := rapid.OneOf(rapid.StringMatching(`[=+@\-]?[A-Za-z0-9 ",;'\n]{0,12}`), rapid.String())
	rapid.Check(t, func(t *rapid.T) {
		want := strings.TrimSpace(strings.ToValidUTF8(strings.ReplaceAll(cell.Draw(t, "cell"), "\r", ""), ""))
		want = strings.Map(func(r rune) rune {
			if letters.Unseen(r) {
				return -1
			}
			return r
		}, want)
		want = strings.TrimSpace(want)
		if strings.HasPrefix(want, "'") || strings.Contains(want, ";'") {
			t.Skip("an apostrophe of its own may be taken off")
		}
		out := exchange.WriteTable([]string{"code", "name"}, [][]string{{"A", want}})
		raw, err := csv.NewReader(strings.NewReader(out)).ReadAll()
		require.NoError(t, err)
		if first := raw[1][1]; first != "" && strings.ContainsRune("=@", rune(first[0])) {
			t.Fatalf("%q would be run", first)
		}
		table, err := exchange.ReadTable(out, "code")
		require.NoError(t, err)
		require.Len(t, table.Rows, 1)
		require.Equal(t, want, table.Rows[0].Get("name"))
		require.True(t, table.Rows[0].Has("name"))
		require.False(t, table.Rows[0].Has("elsewhere"))
	})
}

// A palette as GIMP documents it: a header, a name, then red, green and blue.
func TestPalette(t *testing.T) {
	lab, err := colour.FromHex("#27335c")
	require.NoError(t, err)
	text := exchange.Palette("Mill\nLane", []glaze.Tile{{Code: "F01", Fired: lab}}, func(glaze.Tile) string { return "F01 Night  Ferry" })
	require.Equal(t, "GIMP Palette\nName: Mill Lane\nColumns: 8\n#\n 39  51  92\tF01 Night Ferry\n", text)
}

func TestListsNameWhatIsNotKnown(t *testing.T) {
	g := glaze.Glaze{Code: "N01", Name: "=Night", Kind: glaze.Solid, Cones: kiln.Range{From: "5", To: "6"}, Jar: glaze.UnknownJar()}
	rows, err := csv.NewReader(strings.NewReader(exchange.GlazesCSV([]glaze.Glaze{g}))).ReadAll()
	require.NoError(t, err)
	require.Equal(t, exchange.GlazeColumns, rows[0])
	require.Equal(t, []string{"N01", "'=Night", "solid", "", "5–6", "no", "no", "no", "", "", "", "", "good", "no", "no", "", "", "", "", "", "", ""}, rows[1])
}
