package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// pick gives the chosen surface a tile of the desk by its glaze's code.
func (p *screen) pick(surface, code string) {
	p.t.Helper()
	p.clickX(`//*[contains(@class, "surfaces")]//button[contains(., "` + surface + `")]`)
	p.see(".surfaces button[aria-checked=true]", surface)
	p.typeInto(".picker input", code)
	p.see(".tiles p", code)
	p.press(input.Enter)
	p.see(".editor .code", code)
}

// A jar lasts for the classes that planned with it, until a second class does: its plans say so
// and those of the first, Stock says who goes without and what comes nearest; what is kept for a
// project is nobody else's, and no more can be kept than there is.
func TestAJarBudgetThatASecondClassBreaks(t *testing.T) {
	s := startDemo(t)
	jug := given(t, s, "9 Curlew", map[string]any{"name": "Harbour jug", "form": "bowl", "measures": map[string]float64{}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/stock")
	p.see("section[aria-label='How far the jars last'] summary", "All jars that plans take from")
	p.gone("article[aria-label='B13 is short']", "")

	p.goTo("/plan/" + jug.Id)
	p.pick("Exterior", "B13")
	p.pick("Interior", "B13")
	p.clickX(`//button[contains(., "Copy to the others")]`)
	p.click("li", "Copy the plan")
	p.see(".notice", "more pieces have this plan")
	p.see("li.warn", "with what is kept for projects, take more than is left of B13 Mackerel Back")

	// Another class, on another screen, hears of it on the plan that it had.
	c := client(t, s.url)
	other := ""
	for _, b := range get[[]contract.JarBudget](t, c, s.url+"/api/stock/budget") {
		for _, claim := range b.Claims {
			if b.Glaze == "B13" && claim.Class == "10 Studio" {
				other = claim.Assignment
			}
		}
	}
	require.NotEmpty(t, other)
	q := open(t, s, "/")
	q.unlock("bare feet only")
	q.choose("Class", "10 Studio")
	q.goTo("/stock")
	q.see("article[aria-label='B13 is short'] h2", "199 mL left")
	q.see("article[aria-label='B13 is short'] dd", "9 Curlew, Harbour jug")
	q.see("article[aria-label='B13 is short'] dd b", "9 Curlew, Harbour jug: ")
	q.see("article[aria-label='B13 is short'] .near", "ΔE")

	// What is kept: too much is refused with what to do, the rest counts, and can be released.
	q.click("summary", "Keep some of a jar for a project")
	q.choose("Jar to keep some of", "N05")
	q.typeInto("input[aria-label='mL to keep']", "900")
	q.typeInto("input[aria-label='Project to come']", "Spring show")
	q.click("details[open] form button", "Save")
	q.see(".notice.error", "900 mL cannot be kept of the 378 that are left")
	q.typeInto("input[aria-label='mL to keep']", "300")
	q.click("details[open] form button", "Save")
	q.see("article[aria-label='N05 is short'] dd", "300 mL kept for Spring show")
	p.goTo("/stock")
	p.see("article[aria-label='N05 is short'] dd b", "lacking")
	p.clickX(`//article[@aria-label="N05 is short"]//button[contains(., "Delete")]`)
	p.gone("article[aria-label='N05 is short']", "")
	q.gone("article[aria-label='N05 is short']", "")
}

// A jar that something got into: every piece that took from it since is listed, of all classes;
// it stays out of the kiln until somebody looked; nobody is to open the jar meanwhile.
func TestAJarThatWasContaminated(t *testing.T) {
	s, p, tablet := beforeTheFirstCoat(t)
	p.goTo("/stock")
	p.clickX(`//article[.//span[.="N05"]]//summary[contains(., "Something is wrong")]`)
	p.typeInto("input[aria-label='What was seen, N05']", "dark specks in it")
	p.clickX(`//article[.//span[.="N05"]]//button[contains(., "List the pieces that took from it")]`)
	p.see("section[aria-label='Jars that were not what they said'] h2", "Moss Telegram: its jar was contaminated")
	p.see("section[aria-label='Jars that were not what they said']", "dark specks in it")
	tablet.see(".stir", "Not this jar.")
	tablet.see(".stir", "Ask the teacher: its jar was contaminated.")

	// A coat is kept all the same, for it happened; the piece is listed at once.
	tablet.click(".add", "Add coat")
	tablet.see(".said", "contaminated")
	p.see("section[aria-label='Jars that were not what they said'] li", "Ilo N.")
	c := client(t, s.url)
	piece := func() contract.Piece { return pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl") }
	codes := func() (all []string) {
		for _, b := range piece().Blockers {
			all = append(all, string(b.Code))
		}
		return all
	}
	require.Contains(t, codes(), "jar-doubted")
	p.clickX(`//li[contains(., "Ilo N.")]//button[contains(., "Accept the piece")]`)
	p.see("li.done", "Ilo N.")
	require.NotContains(t, codes(), "jar-doubted")
	p.click("button", "Mark the jar as good")
	p.click("button", "Accept all")
	p.gone("section[aria-label='Jars that were not what they said'] h2", "Moss Telegram")
	tablet.gone(".stir", "Not this jar")
}

// A watery jar lays thin coats: the desk says how many more it takes as it is, the bench and the
// tablet say so before the brush, and once the jar is good again the plan is as it was.
func TestAWateryJar(t *testing.T) {
	s := startDemo(t)
	slab := given(t, s, "9 Curlew", map[string]any{"name": "Signal slab", "form": "slab", "measures": map[string]float64{}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + slab.Id)
	p.pick("Face", "N07")
	p.gone("li.warn", "watery")
	q := open(t, s, "/")
	q.unlock("bare feet only")
	q.goTo("/stock?jar=N07")
	q.choose("How N07 is", "watery")
	q.see(".jar.found", "it is watery: a coat counts as 0.6, and 5 of them as 3")
	p.see("li.warn", "The jar of N07 is watery: a coat out of it counts as 0.6.")
	p.clickX(`//li[contains(@class, "warn") and contains(., "watery")]//button[contains(., "Apply")]`)
	p.gone("li.warn", "watery")
	p.choose("Class", "9 Curlew")
	p.goTo("/bench")
	p.see("section[aria-label='Jars before the brush']", "N07: it is watery")
	q.choose("How N07 is", "good")
	q.gone(".jar.found", "it is watery")
	p.gone("section[aria-label='Jars before the brush']", "it is watery")
	p.goTo("/plan/" + slab.Id)
	p.see("li.warn", "5 coats, the house lays 3")
}
