package rooms_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
	corewall "enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/desk"
	"enkaustos/internal/house"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
	"enkaustos/internal/wall"
)

// aWall has two jars, a clay, a red clay, and some tiles.
func aWall(t *testing.T) (*staff, *hands) {
	s, clock, _ := newRoom(t)
	bring(t, s, lists.TileList, "code,clay,cone,stack,fired,place\nT1,PALE,6,Ax3,#8a4a2a,2\nT2,PALE,6,Ax2 + Bx1,#55606a,1\nT3,RED,04,Ax3,#8b4b2b,\n")
	return s, clock
}

// Lists that cannot be read are refused cell by cell, with what was expected,
// and leave everything as it was.
func TestListsThatCannotBeRead(t *testing.T) {
	for name, c := range map[string]struct {
		kind lists.ListKind
		text string
		says string // "row column: words"
	}{
		"a formula for a name":      {lists.GlazeList, "code,name,kind,raw,cones\nX,=1+1,solid,#aabbcc,5-6\n", `2 name: "=1+1" is a formula: expected plain text`},
		"a formula for a code":      {lists.TileList, "code,clay,cone,stack,fired\n@now,PALE,6,Ax3,#112233\n", `2 code: "@now" is a formula`},
		"one code twice":            {lists.TileList, "code;clay;cone;stack;fired\nN;PALE;6;Ax3;#112233\nN;PALE;6;Ax2;#112233\n", `3 code: "N" stands in an earlier row`},
		"a level above full":        {lists.GlazeList, "code,name,kind,raw,cones,level\nX,X,solid,#aabbcc,5-6,1.5\n", `2 level: "1.5": expected how full the jar is, 0 to 1`},
		"no such state":             {lists.GlazeList, "code,name,kind,raw,cones,state\nX,X,solid,#aabbcc,5-6,lumpy\n", `2 state: "lumpy": expected good, thick, dried or watery`},
		"no such air":               {lists.TileList, "code,clay,cone,stack,fired,atmosphere\nN,PALE,6,Ax3,#112233,smoke\n", `2 atmosphere: "smoke": expected oxidation or reduction`},
		"a place that is none":      {lists.TileList, "code,clay,cone,stack,fired,place\nN,PALE,6,Ax3,#112233,top\n", `2 place: "top": expected the place on the wall`},
		"lighter than white":        {lists.ReadingList, "code,l,a,b\nT1,104,0,0\n", "2 l: L* 104, a* 0, b* 0 is no colour that a surface can have"},
		"not a number":              {lists.ReadingList, "code,l,a,b\nT1,fifty,0,0\n", `2 l: "fifty": expected a number`},
		"a half that is none":       {lists.ReadingList, "code,l,a,b,half\nT1,50,0,0,back\n", `2 half: "back": expected smooth or texture`},
		"a tile that is not there":  {lists.ReadingList, "code,l,a,b\nT9,50,0,0\n", `2 code: no tile is called "T9"`},
		"a jar that is not there":   {lists.TileList, "code,clay,cone,stack,fired\nN,PALE,6,Qx3,#112233\n", `2 stack: no jar is called "Q"`},
		"a colour that is no place": {lists.TileList, "code,clay,cone,stack,fired\nN,PALE,6,Ax3,brown\n", `2 fired: "brown" is not a colour`},
	} {
		t.Run(name, func(t *testing.T) {
			s, _ := aWall(t)
			before := fmt.Sprint(s.Tiles(), s.Now().Jars())
			out := bring(t, s, c.kind, c.text)
			require.False(t, out.Applied)
			var said []string
			for _, r := range out.Refused {
				said = append(said, fmt.Sprintf("%d %s: %s", r.Row, r.Column, r.Expected))
			}
			require.Contains(t, strings.Join(said, "\n"), c.says)
			require.Equal(t, before, fmt.Sprint(s.Tiles(), s.Now().Jars()))
		})
	}
	for name, c := range map[string]struct{ text, says string }{
		"UTF-16":       {"\xff\xfec\x00o\x00d\x00e\x00", "is not UTF-8 text"},
		"Windows-1252": {"code,name,kind,raw,cones\nX,Gr\xfcn,solid,#aabbcc,5-6\n", `choose "CSV UTF-8"`},
		"nothing":      {"", "is empty"},
		"no columns":   {"X,Y\n1,2\n", `no column "code"`},
	} {
		t.Run(name, func(t *testing.T) {
			s, _ := aWall(t)
			_, err := s.Import(t.Context(), lists.ImportRequest{Kind: lists.GlazeList, Text: c.text, Apply: true})
			require.ErrorContains(t, err, c.says)
		})
	}
}

// A list that lacks a column leaves what it does not name; a finer reading
// survives a list that says the same in hex.
func TestListsLeaveWhatTheyDoNotName(t *testing.T) {
	s, _ := aWall(t)
	half := 0.5
	err := s.ChangeJar(t.Context(), "A", stock.JarChange{Level: &half, Mixed: true})
	require.NoError(t, err)
	bring(t, s, lists.GlazeList, strings.Replace(jars, "Amber", "Amber Two", 1))
	g, _ := school.Glazes.Get(s.Now().Snapshot, "A")
	require.Equal(t, "Amber Two", g.Name)
	require.Equal(t, 0.5, g.Jar.Level)
	require.False(t, g.Jar.MixedAt.IsZero())

	fine := colour.Lab{L: 41.5, A: 12.25, B: -3}
	bring(t, s, lists.ReadingList, "code;L;a;b\nT1;41,5;12,25;-3\n")
	tile := s.Tiles()[0]
	require.Equal(t, fine, tile.Fired)
	out := bring(t, s, lists.TileList, "code,clay,cone,stack,fired\nT1,PALE,6,Ax3,"+fine.Hex()+"\n")
	require.Equal(t, 1, out.Count(lists.Same))
	require.Equal(t, fine, s.Tiles()[0].Fired)
	require.Equal(t, 2, s.Tiles()[0].Place)
}

// Strips of a tile come and go with its readings, and never stand for a colour
// that nobody fired.
func TestReadingsSettleTheTile(t *testing.T) {
	s, clock := aWall(t)
	read := func(half glaze.Half, coats int, l float64) glaze.Reading {
		return glaze.Reading{Half: half, Coats: coats, Lab: colour.Lab{L: l}, Source: glaze.FromPhotograph}
	}
	save := func(code string, readings ...glaze.Reading) glaze.Tile {
		require.NoError(t, s.SaveReadings(t.Context(), []corewall.Read{{Code: code, Readings: readings}}))
		saved, _ := school.Tiles.Get(s.Now().Snapshot, code)
		return saved
	}
	cover := func(code string) contract.Curve {
		d, err := wall.Wall{School: s.School}.GetTile(t.Context(), contract.GetTileRequestObject{Code: code})
		require.NoError(t, err)
		return d.(contract.GetTile200JSONResponse).Curve
	}
	listed := s.Tiles()[0].Fired
	require.Equal(t, listed, save("T1", read(glaze.Smooth, 1, 57)).Fired, "a strip is not the whole tile")
	require.Equal(t, 50.0, save("T1", read(glaze.Smooth, 3, 50)).Fired.L)
	clock.now = clock.now.Add(1)
	require.Equal(t, 50.0, save("T1", read(glaze.Texture, 3, 60)).Fired.L, "the smooth half speaks first")
	require.Len(t, save("T1", read(glaze.Smooth, 3, 52)).Readings, 3, "a new reading replaces the old one")
	require.True(t, cover("T1").Known)
	require.Equal(t, []int{2}, cover("T1").Missing)
	require.False(t, cover("T2").Known)
	require.Contains(t, cover("T2").Says, "only known where they were fired")

	err := s.SaveReadings(t.Context(), []corewall.Read{
		{Code: "T1", Readings: []glaze.Reading{read(glaze.Smooth, 3, 10)}},
		{Code: "T2", Readings: []glaze.Reading{read(glaze.Smooth, 7, 10)}},
		{Code: "", Readings: []glaze.Reading{read(glaze.Smooth, 1, 10)}},
		{Code: "NEW", Clay: "PALE", Cone: "99", Stack: "A", Readings: []glaze.Reading{read(glaze.Smooth, 1, 10)}},
		{Code: "ODD", Clay: "PALE", Cone: "6", Stack: "A", Readings: []glaze.Reading{read(glaze.Smooth, 1, 140)}},
	})
	for _, says := range []string{"T2: a box with 7 coats does not fit", "A tile has no code", `NEW: "99" is not a cone`, "ODD: L* 140"} {
		require.ErrorContains(t, err, says)
	}
	require.Equal(t, 52.0, s.Tiles()[0].Fired.L, "all or none")
}

// What a class may use and what a surface needs narrow a search; a tile on
// another clay is only ever a hint.
func TestSearchKnowsTheClassAndThePiece(t *testing.T) {
	s, _ := aWall(t)
	p := s.Pieces("", "")[0]
	seek := func(r wall.SeekRequest) (fits, missed []corewall.Found) {
		want, err := r.Wanted(s.Now())
		require.NoError(t, err)
		return corewall.Seek(want, s.Now().TilesByCode(), school.Glazes.All(s.Now().Snapshot), 60)
	}
	fits, missed := seek(wall.SeekRequest{Tile: "T3", Piece: p.ID, Surface: "face"})
	require.Equal(t, "T1", fits[0].Tile.Code)
	require.Equal(t, "T3", missed[0].Tile.Code)
	require.True(t, missed[0].Hint)
	class := s.Now().ClassesByName()[0]
	err := s.ChangeClass(t.Context(), class.ID, lists.ClassChange{Clay: "PALE", Cone: "6", Jars: &[]string{"B"}})
	require.NoError(t, err)
	fits, missed = seek(wall.SeekRequest{Tile: "T3", Class: class.ID})
	require.Empty(t, fits)
	require.Contains(t, fmt.Sprint(missed), "A is not allowed to this class")
	err = s.ChangeClass(t.Context(), class.ID, lists.ClassChange{Clay: "PALE", Cone: "6", Jars: &[]string{"Q"}})
	require.ErrorContains(t, err, `No jar is called "Q"`)
	_, err = wall.SeekRequest{}.Wanted(s.Now())
	require.ErrorContains(t, err, "Say which colour to look for")
	require.Equal(t, "T2", corewall.Arrange(s.Now().TilesByCode(), corewall.ByPlace)[0].Code)
	require.Len(t, wall.Matrix(s.Now(), corewall.Ground{Firing: glaze.FiringOf("PALE", "6", "")}).Cells, 4)
}

// What a changed rule would change is said before it does: the same findings,
// no more and no fewer, as afterwards.
func TestPreviewIsWhatComes(t *testing.T) {
	s := demoSchool(t)
	codes := func() map[string]int {
		count := map[string]int{}
		for _, p := range s.Pieces("", "") {
			if p.State.Firing != nil {
				continue
			}
			once := map[string]bool{}
			for _, f := range p.Findings {
				if !once[string(f.Code)] {
					once[string(f.Code)] = true
					count[string(f.Code)]++
				}
			}
		}
		return count
	}
	before := codes()
	values := map[string]string{"coats": "2", "underside": "bare"}
	effects, err := s.PreviewRules(house.Change{Of: house.Scope{}, Values: values})
	require.NoError(t, err)
	require.Equal(t, before, codes(), "a look changes nothing")
	require.Positive(t, effects.Pieces)
	require.NoError(t, s.SetRules(t.Context(), house.Change{Of: house.Scope{}, Values: values}))
	after := codes()
	for _, e := range effects.List {
		if e.Appears > 0 && e.Goes == 0 {
			require.Greater(t, after[string(e.Code)], before[string(e.Code)]-1, string(e.Code))
		}
		require.NotEmpty(t, e.Example)
	}
	require.NotEqual(t, before, after)
	none, err := s.PreviewRules(house.Change{Of: house.Scope{}, Values: values})
	require.NoError(t, err)
	require.Zero(t, none.Pieces, "what is kept already changes nothing more")
	_, err = s.PreviewRules(house.Change{Of: house.Scope{}, Values: map[string]string{"coats": "many"}})
	require.ErrorContains(t, err, "expected a whole number")
}

// What an assignment takes is the sum of its pieces.
func TestAmountsOfAClass(t *testing.T) {
	s := demoSchool(t)
	for _, a := range s.Now().AssignmentsInOrder() {
		want := map[string]float64{}
		for _, p := range s.Pieces(a.Class, "") {
			if p.Assignment.ID == a.ID && p.State.Firing == nil {
				for _, amount := range p.Amounts {
					want[amount.Glaze] += amount.ML
				}
			}
		}
		got, err := desk.Amounts(s.Now(), a.ID)
		require.NoError(t, err)
		require.Len(t, got, len(want))
		for _, amount := range got {
			require.InDelta(t, want[amount.Glaze], float64(amount.Ml), 1e-4)
			require.NotEmpty(t, amount.Name)
		}
	}
	_, err := desk.Amounts(s.Now(), "gone")
	require.ErrorContains(t, err, "no such assignment")
}

func demoSchool(t *testing.T) *staff {
	s, _ := demotest.Open(t)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	return &staff{School: s}
}
