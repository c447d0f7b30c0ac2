package e2e

import (
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

// cards marks the cards at one place of a photograph, and has the next drag make a box.
func (p *screen) cards(shot rack.Photo) {
	p.t.Helper()
	words := map[string]string{"white": "White patch", "grey": "Grey patch", "black": "Black patch"}
	for _, c := range shot.Cards[:3] {
		p.click(".tools button", words[c.Kind])
		p.drag(c.Box.Min, c.Box.Max)
	}
	p.click(".tools button", "Box")
}

// A firing teaches: judged by keys with photographs, colours read off a board by its cards, one
// piece a box; the stack that nobody had fired fills its place in the matrix, and one key makes a tile of
// it with all colours that were read. A photograph that is deleted while it is shown says so.
func TestAFiringTeaches(t *testing.T) {
	s := startDemo(t)
	c := client(t, s.url)
	face := object{"surface": "face", "bare": false, "tried": true, "stack": []object{{"glaze": "N07", "coats": 2}, {"glaze": "N06", "coats": 1}}}
	pieces := firedWith(t, s, c, "8 Sedge", 2, 20, face, "N07", "N07", "N06")
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "8 Sedge")
	p.goTo("/results")
	p.see(".look h2", "Oda A0.")
	shot, file := rackFile(t, rack.Options{Seed: 6, Columns: 3, Rows: 2, Kelvin: 5000, Cards: rack.Corners, Noise: 0.03})
	photographed := func(piece contract.Piece) func() bool {
		return func() bool {
			return len(get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+piece.Id).Piece.Pictures) == 1
		}
	}
	p.upload(file)
	require.Eventually(t, photographed(pieces[0]), patience, moment)
	p.press('s')
	p.see(".look h2", "Oda B0.")
	p.press('s')
	require.Eventually(t, func() bool {
		return get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+pieces[1].Id).Piece.Outcome.Sound
	}, patience, moment)

	// The board: a box for each piece, then a box on each face.
	p.goTo("/results/read")
	p.upload(file)
	p.see("svg.rack", "")
	p.examine("photographs of pieces")
	left, right := shot.Tiles[0].Box, shot.Tiles[1].Box
	p.drag(left.Inset(-12).Min, left.Inset(-12).Max)
	p.drag(left.Inset(-20).Min, left.Inset(-14).Max)
	p.choose("Box 1: whose piece", "Oda A0.")
	p.choose("Box 2: whose piece", "Oda B0.")
	p.click("button", "Save 2")
	p.see(".notice", "are in one box: draw a box for each.")
	p.click("button[aria-label='Remove box 2']", "")
	p.click("button[aria-label='Remove box 1']", "")
	p.cards(shot)
	p.drag(left.Inset(4).Min, left.Inset(4).Max)
	p.choose("Box 1: whose piece", "Oda A0.")
	p.choose("Box 1: what it shows", "Face")
	p.drag(right.Inset(4).Min, right.Inset(4).Max)
	p.choose("Box 2: whose piece", "Oda B0.")
	p.choose("Box 2: what it shows", "Face")
	p.click("button", "Read the colours")
	p.see(".read", "No tile promised anything here")
	p.click("button", "Save 2")
	p.see(".notice", "2 colours are kept.")

	p.goTo("/results/laboratory")
	p.see(".matrices button[aria-label*='2 × N07 + 1 × N06']", "2 of 2 sound")
	p.click(".matrices button[aria-label*='2 × N07 + 1 × N06']", "")
	p.see(".spot", "2 of 2 surfaces came out sound")
	p.examine("the laboratory")
	p.goTo("/results/stacks")
	p.fill("[aria-label='Search stacks']", "N07 N06")
	p.see(".stacks li.chosen", "2 colours read, up to ΔE")
	p.press(input.Tab, input.Tab)
	p.press('t')
	p.see(".hung", "Tile R1 hangs on the wall, averaged from 2.")
	p.see(".stacks li", "tile R1")
	p.press('u')
	p.gone(".stacks li", "tile R1")
	p.press('t')
	p.see(".stacks li", "tile R1")
	p.goTo("/tiles")
	p.click(".wall button[data-code=R1]", "")
	p.see(".el-drawer .samples", "2 surfaces of pieces, up to ΔE")

	// The page for home stands by itself, picture and all, and names nobody.
	page, err := p.Eval(`async (id) => (await fetch("/api/assignments/" + id + "/home")).text()`, pieces[0].Assignment)
	require.NoError(t, err)
	home := filepath.Join(t.TempDir(), "home.html")
	require.NoError(t, os.WriteFile(home, []byte(page.Value.Str()), 0o600))
	require.NoError(t, p.Navigate("file://"+home))
	require.Eventually(t, func() bool {
		shown, err := p.Eval(`() => [...document.images].filter((i) => i.naturalWidth > 0).length`)
		return err == nil && shown.Value.Int() == 1
	}, patience, moment)
	p.gone("body", "Oda")

	// What is shown on one screen is deleted on another.
	p.goTo("/results/pieces")
	p.see(".pictures img", "")
	id := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+pieces[0].Id).Piece.Pictures[0]
	r, err := http.NewRequestWithContext(t.Context(), "DELETE", s.url+"/api/photographs/"+id, http.NoBody)
	require.NoError(t, err)
	answer, err := c.Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	p.gone(".pictures img", "")
	p.goTo("/results/read/" + id)
	p.see("[role=alert]", "somebody deleted it")
}

// A student says at a tablet that they would try something, is offered a stack that nobody has fired,
// and takes it; the plan says that it is an experiment.
func TestAnExperimentIsOffered(t *testing.T) {
	s := startRoom(t)
	c := client(t, s.url)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	send(t, c, "POST", s.url+"/api/imports", object{"kind": "students", "apply": true, "text": "name,class,mark\nOda A.,8 Sedge,1\nOda B.,8 Sedge,2\n"})
	classes := get[[]contract.Class](t, c, s.url+"/api/classes")
	class := classes[slices.IndexFunc(classes, func(c contract.Class) bool { return c.Name == "8 Sedge" })].Id
	send(t, c, "POST", s.url+"/api/assignments", object{"class": class, "name": "Reed tile", "form": "slab", "measures": object{"thickness": 20}, "cone": "6"})
	pieces := get[contract.PieceList](t, c, s.url+"/api/pieces?class="+class).Pieces
	neighbour, mine := pieces[0], pieces[1]
	untried := []object{{"surface": "face", "bare": false, "stack": []object{{"glaze": "N07", "coats": 2}, {"glaze": "N06", "coats": 1}}}}
	send(t, c, "PUT", s.url+"/api/pieces/"+neighbour.Id+"/plan", object{"revision": 0, "choices": untried})
	teacher.choose("Class", "8 Sedge")
	p := pairedTablet(t, s, teacher, "Window table")
	send(t, c, "PUT", s.url+"/api/room", object{"class": class})
	p.click(".names button", mine.Student)
	p.click(".tabs button", "Wishes")
	p.click(".willing", "I would try something nobody has fired.")
	p.examine("wishes at a tablet")
	p.click("button", "Save my wishes")
	p.see("[role=status]", "Kept.")

	teacher.goTo("/results/laboratory")
	teacher.see("h2", "Planned most, never fired")
	teacher.press('o')
	teacher.see(".notice", "Offered to "+mine.Student)
	p.click(".plain, header button", "Everybody")
	p.click(".names button", mine.Student)
	p.see(".offer h2", "Would you try this on the")
	p.examine("an offer at a tablet")
	p.click(".offer button", "Try it")
	p.gone(".offer", "")
	teacher.goTo("/plan/" + mine.Id)
	teacher.see(".findings, section, li", "an experiment. Nobody has fired")
	said := ""
	for _, f := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+mine.Id).Piece.Findings {
		said += string(f.Code) + " "
	}
	require.Contains(t, said, "experiment")
	require.NotContains(t, said, "no-tile")
}

// Next year's assignment starts from this year's: the plan that came out best, the amounts, what went wrong.
func TestItIsGivenAgain(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	pieces := firedClass(t, s, c, "8 Sedge", 2, 20)
	send(t, c, "POST", s.url+"/api/events", object{"events": []object{{"id": "sedge-sound", "kind": "result", "piece": pieces[0].Id, "came": "sound"},
		{"id": "sedge-fault", "kind": "fault", "piece": pieces[1].Id, "surface": "face", "fault": "streaks"}}})
	p.choose("Class", "8 Sedge")
	p.goTo("/results/pieces")
	p.click("a", "Next year's from it")
	p.see("h1", "Reed tile, last time")
	p.see(".plans", "1 of 2 sound")
	p.see("#took + ul, section", "N01 Night Ferry")
	p.see("section", "1 × streaky or see-through")
	p.examine("giving it again")
	p.fill("input[name=again]", "Reed tile, next year")
	p.click("button", "Assign it again")
	p.see(".notice", "2 pieces of Reed tile, next year begin from last time.")
	for _, a := range get[[]contract.Assignment](t, c, s.url+"/api/assignments") {
		if a.Name == "Reed tile, next year" {
			face := a.Template[slices.IndexFunc(a.Template, func(c contract.Choice) bool { return c.Surface == "face" })]
			require.Equal(t, "N01", face.Stack[0].Glaze)
			return
		}
	}
	require.Fail(t, "it was not given")
}
