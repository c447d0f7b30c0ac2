package e2e

import (
	"fmt"
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// counted counts what a teacher's hands do: keys, presses, and new screens.
type counted struct {
	*screen
	keys, presses, screens int
}

func (c *counted) tap(selector, text string) { c.presses++; c.click(selector, text) }

func (c *counted) fill(selector, text string) {
	c.presses++
	c.keys += utf8.RuneCountInString(text)
	c.typeInto(selector, text)
}

// pasted puts a text into a field as a paste does: two keys, however long it is.
func (c *counted) pasted(selector, text string) {
	c.presses++
	c.keys += 2
	c.typeInto(selector, text)
}

func (c *counted) goOn(selector, text, heading string) {
	c.tap(selector, text)
	c.screens++
	c.see("h1", heading)
}

// From the first start to the first coat by hand: no file, a class of 28 pasted. Keys and presses
// are counted, and said as time: 0.3 s a key, 1.5 s a press, 3 s a new screen.
func TestTheFirstDayByHand(t *testing.T) {
	s := start(t, "serve", "--data", t.TempDir())
	c := &counted{screen: open(t, s, "/welcome#"+s.token())}
	c.fill("input[name=school]", "Oak")
	c.fill("input[name=passphrase]", "ash and mud")
	c.fill("input[name=again]", "ash and mud")
	c.goOn("button", "Open the room", "First steps")
	c.fill("input[name=class]", "7A")
	var names strings.Builder
	names.WriteString("No\tSurname\tFirst name\n")
	for i := range 28 {
		fmt.Fprintf(&names, "%d\tTern%c\tIlo\n", i+1, 'a'+i%26)
	}
	c.pasted("textarea", names.String())
	c.see(".names .num", "28 students")
	c.tap("button", "Add the class")
	c.screens++
	c.see(".steps [aria-current]", "The jars")
	c.see(".steps", "28 students")
	c.fill(".jar-form input[name=code]", "A")
	c.fill(".jar-form input[name=name]", "Ash")
	c.keys++
	c.press(input.Enter)
	c.see(".jar-form [role=status]", "A Ash is added, for cone 6")
	c.screens++
	c.tap("button", "Next: What it makes")
	c.fill("input[name=assignment]", "Tile")
	c.tap("button", "Assign")
	c.screens++
	c.see(".steps", "Tile")
	c.goOn(".ways a", "At this screen", "Bench")
	c.tap("td button.cell", "")
	c.see(".el-dialog", "which jar?")
	c.tap(".el-dialog li button", "A")
	require.Eventually(t, func() bool {
		return c.MustEval(`() => /: 1 on/.test(document.querySelector("td button.cell")?.ariaLabel ?? "")`).Bool()
	}, patience, moment)
	seconds := 0.3*float64(c.keys) + 1.5*float64(c.presses) + 3*float64(c.screens)
	t.Logf("%d keys, %d presses, %d new screens: %.0f s", c.keys, c.presses, c.screens, seconds)
	require.LessOrEqual(t, c.keys+c.presses, 60)
	require.Less(t, seconds, 180.0, "under three minutes")

	// Nothing is left to begin with, and the way in is found again all the same.
	c.goTo("/")
	c.see("h2", "Classes, and where their pieces wait")
	require.Zero(t, c.countWith(".head a", "First steps"))
	c.goTo("/classes")
	c.click("a", "first steps")
	c.see(".steps", "logged")
	// The invented school stands beside this one: its own door, its own lock.
	c.click("button", "Open an invented school")
	c.see(".invented a", "here")
	look := c.MustEval(`() => document.querySelector(".invented a").href`).Str()
	require.NoError(t, c.Navigate(look))
	c.see("h1", "Ashgarrow School")
	c.click("button", "Unlock")
	c.see("h1", "Today")
	c.see(".demo", "Demo clock")
	c.goTo("/") // the school of her own was not locked by it
	c.see("h1", "Today")
	require.Zero(t, c.countWith(".demo", "Demo clock"))
}

// An empty room shows its first steps; each is skipped, and all are there again.
func TestFirstStepsAreSkipped(t *testing.T) {
	s := start(t, "serve", "--data", t.TempDir())
	p := open(t, s, "/welcome#"+s.token())
	p.typeInto("input[name=school]", "Oak")
	p.typeInto("input[name=passphrase]", "ash and mud")
	p.typeInto("input[name=again]", "ash and mud")
	p.press(input.Enter)
	for _, step := range []string{"A class", "The jars", "What it makes"} {
		p.see(".steps [aria-current]", step)
		p.examine(step)
		for _, size := range [][2]int{{390, 844}, {820, 1180}, {1280, 800}} {
			p.size(size[0], size[1])
			require.LessOrEqual(t, p.MustEval(`() => document.documentElement.scrollWidth - innerWidth`).Int(), 0, "%s runs over the edge at %d px", step, size[0])
		}
		p.click("button", "Skip this step")
	}
	p.see(".ways", "Print record sheets")
	p.examine("coat")
	p.click("button", "Back")
	p.see(".panel", "No class yet, so nobody makes anything")
	p.click(".steps button", "The first coat")
	p.click("button", "Close")
	p.see(".next .first a", "Add a class")
	p.click(".head a", "First steps")
	p.see(".steps [aria-current]", "A class")
	require.True(t, p.MustEval(`() => document.activeElement.name === "class"`).Bool(), "names are typed at once")
}

// A term of small changes by hand: joined, renamed, marked otherwise, moved, left and back; the
// record of a piece stays whole whatever its maker is called.
func TestATermOfChangesByHand(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/classes")
	card := `//article[.//input[@aria-label="Name of the class 7 Plover"]]`
	p.clickX(card + `//summary[contains(., "Who is in it")]`)
	p.clickX(card + `//button[contains(., "Add students")]`)
	p.typeInto(".el-dialog textarea", "Fen Q.\nIlo N.\tE\n")
	p.see(".refused", `Row 2: the mark "E" is somebody else's in this class: choose another.`)
	p.typeInto(".el-dialog textarea", "Fen Q.\n")
	p.see(".el-dialog ol", "Fen Q.")
	p.see(".el-dialog .el-checkbox", "each gets a piece of: Tide-pool bowl")
	p.click(".el-dialog button", "Add the students")
	p.see(".notice", "1 joined 7 Plover")
	c := client(t, s.url)
	piece := func(student string) contract.Piece { return pieceOf(t, c, s.url, student, "Tide-pool bowl") }
	id := piece("Fen Q.").Id

	row := func(student string) string { return fmt.Sprintf(`input[aria-label="Name of %s"]`, student) }
	p.typeInto(row("Fen Q."), "Fenna Q.")
	p.press(input.Enter)
	p.see(".notice", "Renamed to Fenna Q.")
	require.Equal(t, id, piece("Fenna Q.").Id)
	p.typeInto(`input[aria-label="Mark of Fenna Q."]`, "E")
	p.press(input.Enter)
	p.see(".notice.error", `The mark "E" is Ilo N.'s in 7 Plover: choose another for Fenna Q.`)
	p.click(`button[aria-label="Fenna Q. left the class"]`, "Mark as left")
	p.see(`button[aria-label="Fenna Q. is back in the class"]`, "Mark as back")
	require.Equal(t, id, piece("Fenna Q.").Id, "who leaves leaves the pieces")
	p.click(`button[aria-label="Fenna Q. is back in the class"]`, "Mark as back")
	p.see(`button[aria-label="Fenna Q. left the class"]`, "Mark as left")
	p.MustEval(`() => { const s = document.querySelector("select[aria-label='Class of Fenna Q.']"); s.value = [...s.options].find((o) => o.text === "7 Wren").value; s.dispatchEvent(new Event("change")); }`)
	p.see(".notice", "Fenna Q. is in 7 Wren now. The pieces stay with this class.")
	require.Equal(t, id, piece("Fenna Q.").Id)

	// A jar and a clay are typed, and a jar is mended.
	p.goTo("/stock")
	p.click("button", "Add jars")
	for _, jar := range [][2]string{{"Z1", "Winter Pond"}, {"Z2", "Second Pond"}} {
		p.typeInto(".jar-form input[name=code]", jar[0])
		p.typeInto(".jar-form input[name=name]", jar[1])
		p.press(input.Enter)
		p.see(".jar-form [role=status]", jar[0]+" "+jar[1]+" is added, for cone 5–6")
		p.see(".jar .code", jar[0])
	}
	p.typeInto(".jar-form input[name=code]", "Z1")
	p.typeInto(".jar-form input[name=name]", "Twice")
	p.press(input.Enter)
	p.see(".notice.error", "There is a jar Z1 already")
	p.clickX(`//article[.//span[.="Z1"]]//summary[contains(., "What the house says")]`)
	p.choose("Kind of Z1", "matte")
	p.see(".jar", "matte, cone 5–6")
	p.goTo("/classes")
	p.click("summary", "Clays")
	p.typeInto(".clays form:last-of-type input[name=clay]", "Harbour grey")
	p.click(".clays form:last-of-type button", "Add the clay")
	p.see(".notice", "Harbour grey is saved as HAR2")
}

// A wrong clay or cone is mended on an assignment, and what that changes is said before; what is
// printed is of the assignment, whatever class is chosen above.
func TestAWrongConeIsMended(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.plans("7 Plover")
	p.clickX(`//section[.//h2[contains(., "Tide-pool bowl")]]//*[self::button or self::a][contains(., "Change")]`)
	p.see(".el-dialog", "Change Tide-pool bowl")
	p.choose("Cone of the assignment", "cone 04")
	p.see(".effects", "pieces are touched")
	p.see(".effects li", "fired to cone 04 it would stay dry")
	p.choose("Cone of the assignment", "cone 6")
	p.gone(".effects", "touched")
	p.choose("Cone of the assignment", "cone 5")
	p.click(".el-dialog button", "Save changes")
	p.see(".notice", "Tide-pool bowl is changed on every piece of it.")
	p.see("h2 .soft, section h2, .soft", "cone 5")

	c := client(t, s.url)
	bowl := pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl")
	require.Equal(t, "5", bowl.Cone)
	p.choose("Class", "9 Curlew")
	p.goTo("/plan/prints/" + bowl.Assignment + "/labels")
	p.see(".paper", "Ilo N.")
	p.goTo("/plan/sheets/" + bowl.Assignment)
	p.see("main", "Ilo N.")
}
