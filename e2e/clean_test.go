package e2e

import (
	"net/http"
	"slices"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// pieceOf is somebody's piece, as the teacher sees it now.
func pieceOf(t testing.TB, c *http.Client, url, student, title string) contract.Piece {
	all := get[contract.PieceList](t, c, url+"/api/pieces").Pieces
	i := slices.IndexFunc(all, func(x contract.Piece) bool { return x.Student == student && x.Title == title })
	require.GreaterOrEqual(t, i, 0, student)
	return all[i]
}

// A dusty piece: its first coat is kept, and asked about once; a class is wiped at once before
// it, and what was sanded since is dusty again.
func TestADustyPiece(t *testing.T) {
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	piece := func(student, title string) contract.Piece { return pieceOf(t, c, s.url, student, title) }
	history := func(id, says string) bool {
		return slices.ContainsFunc(get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+id).History, func(h contract.HistoryEntry) bool { return h.Text == says })
	}

	// The club logged no sponge: one question for all of them, answered with the mouse.
	p.choose("Class", "Thursday Club")
	p.goTo("/bench")
	p.see(".asked", "Were they wiped before their first coat?")
	p.click(".asked button", "No")
	p.gone(".asked", "Were they wiped")
	require.True(t, history(piece("Arlo R.", "Echo cup").Id, "Had not been wiped free of dust"))

	// At a tablet the sponge comes first; who lays a coat all the same is asked once.
	tablet := pairedTablet(t, s, p, "Sink table")
	tablet.click(".names button", "Ilo N.")
	tablet.see("section[aria-label='Dust on the clay']", "First a damp sponge.")
	tablet.click(".add", "Add coat")
	tablet.see("section[aria-label='Dust on the clay']", "Was it wiped before its first coat?")
	tablet.click("section[aria-label='Dust on the clay'] button", "Yes")
	tablet.gone("section", "Was it wiped")
	require.Eventually(t, func() bool {
		return history(piece("Ilo N.", "Tide-pool bowl").Id, "Had been wiped free of dust before its first coat")
	}, patience, moment)

	// A class that begins is wiped at once; what is sanded after that is dusty again.
	ilo := piece("Ilo D.", "Tide-pool bowl")
	require.Equal(t, "nobody logged that its dust was taken off", ilo.Dust.Why)
	p.goTo("/plan/" + ilo.Id)
	p.planWith("N01")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see(".ready", "for a damp sponge before their first coat")
	p.click(".ready button", "as wiped")
	p.gone(".ready", "damp sponge")
	require.Nil(t, piece("Ilo D.", "Tide-pool bowl").Dust)
	p.clickX(`//button[@aria-label="Record of Ilo D."]`)
	p.see(".lines .what", "Wiped free of dust")
	p.choose("What happened", "Sanded")
	p.click(".el-drawer button", "Save")
	p.see(".lines .what", "Sanded")
	p.press(input.Escape)
	p.see(".ready", "1 wait for a damp sponge")
}

// beforeTheFirstCoat is a tablet on which somebody is about to lay a coat of N05, and a teacher's
// screen beside it.
func beforeTheFirstCoat(t *testing.T) (s *server, teacher, tablet *screen) {
	s = startRoom(t)
	teacher = open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet = pairedTablet(t, s, teacher, "Sink table")
	tablet.click(".names button", "Ilo N.")
	tablet.see(".stroke", "N05")
	return s, teacher, tablet
}

// A jar not stirred since Friday meets its first coat: the tablet says so beside the stroke, the
// bench for all jars of the lesson; stirred once, it is stirred for the whole room.
func TestAJarThatHasSettled(t *testing.T) {
	_, p, tablet := beforeTheFirstCoat(t)
	tablet.see(".stir", "It was last stirred on Friday.")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see("section[aria-label='Jars before the brush']", "Stir N05: it was last stirred on Friday.")
	tablet.click(".stir button", "Stirred")
	tablet.gone(".stir", "Stir it first")
	p.gone("section[aria-label='Jars before the brush']", "N05")
	p.click(".demo button", "Next morning")
	p.click(".demo button", "Next morning")
	p.see("section[aria-label='Jars before the brush']", "N05")
	p.click("section[aria-label='Jars before the brush'] button", "Stirred")
	p.gone("section[aria-label='Jars before the brush']", "N05")

	// Two buckets are weighed: figures that cannot be keep what was.
	p.goTo("/stock")
	weigh := func(mass, volume string) {
		for label, value := range map[string]string{"g, without the vessel, N05": mass, "mL that were weighed, N05": volume} {
			p.typeInto(`input[aria-label="`+label+`"]`, value)
			p.press(input.Tab)
		}
		p.clickX(`//article[.//span[.="N05"]]//button[contains(., "Save the density")]`)
	}
	p.clickX(`//article[.//span[.="N05"]]//summary[contains(., "Weigh it")]`)
	weigh("150", "100")
	p.see(".weigh", "1.50 g/mL")
	p.see(".weigh", "never watered by its density")
	weigh("90", "100")
	p.see(".notice.error", "glaze weighs more than water")

	// A bucket has a figure of its own; what no glaze weighs is refused in words, and it is filled
	// up from powder by amounts.
	p.clickX(`//article[.//span[.="D71"]]//summary[contains(., "What the house says")]`)
	own := `input[aria-label="in a bucket of, g per mL, D71; 0 as usual"]`
	p.typeInto(own, "3")
	p.press(input.Tab)
	p.see(".notice.error", "at most 2.5 g per mL, not 3")
	p.typeInto(own, "1.45")
	p.press(input.Tab)
	p.clickX(`//article[.//span[.="D71"]]//summary[contains(., "Weigh it")]`)
	for _, field := range [][2]string{{"g, without the vessel, D71", "145"}, {"mL in the bucket, D71", "4000"}, {"mL to fill it up to, from powder, D71", "8000"}} {
		p.typeInto(`input[aria-label="`+field[0]+`"]`, field[1])
		p.press(input.Tab)
	}
	p.clickX(`//article[.//span[.="D71"]]//button[contains(., "Save the density")]`)
	p.see(".weigh", "it takes 2925 g of dry powder and 2875 mL of water. Adults only, with a mask")
}
