package e2e

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// afternoon is the lesson of 10 Studio on the demo's Monday.
const afternoon = "/lessons/2026-03-02T13:00"

// The lesson of the afternoon is foreseen in the morning, and prepared: what is ticked on one
// screen is ticked on the other, a stirred jar and clean pieces leave the lists.
func TestALessonIsForeseenAndPrepared(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/lessons")
	p.clickX(`//div[contains(@class, "today")]//button[contains(., "10 Studio")]`)
	p.click(".el-dialog a", "What fits into this lesson")
	p.see("h1", "10 Studio, Mon 2 Mar, 13:00")
	p.see(".outcome", "finished in this lesson")
	p.see(".outcome", "no plan: nobody can tell")
	require.Equal(t, 24, p.count("ol > li .line"), "a strand for every piece")
	require.Greater(t, p.count(".step.coat"), 60)

	p.click("a", "Before the first brush")
	p.see("h1", "Before the first brush")
	p.click(`button[aria-label*="sponge"]`, "▢")
	p.see(`button[aria-label*="sponge"][aria-checked=true]`, "▣")
	other := open(t, s, "/")
	other.unlock("bare feet only")
	other.goTo(afternoon + "/before")
	other.see(`button[aria-label*="sponge"][aria-checked=true]`, "▣")
	other.click("h3 button", "All of them")
	p.see(`section[aria-labelledby=hand] button[aria-checked=true]`, "▣")

	p.see("section[aria-labelledby=jars] li", "Shake N05")
	p.clickX(`//section[@aria-labelledby="jars"]//li[contains(., "N05")]//button[contains(., "Stirred")]`)
	p.gone("section[aria-labelledby=jars] li", "Shake N05")

	waiting := p.count("section[aria-labelledby=clean] li")
	require.Greater(t, waiting, 2)
	p.click("section[aria-labelledby=clean] li:first-child button", "")
	p.see(`section[aria-labelledby=clean] li:first-child button[aria-pressed=false]`, "")
	p.clickX(`//section[@aria-labelledby="clean"]//button[contains(., "as clean")]`)
	require.Eventually(t, func() bool { return p.count("section[aria-labelledby=clean] li") == 1 }, patience, moment)

	p.click("a", "Cup labels")
	p.see("h1", "Cup labels")
	require.Greater(t, p.count(".labels li"), 10)
}

// Choices by hands up, the best seats there are, and a jar that turns out dry: everybody is
// seated anew, and who can stays.
func TestSeatsByGlaze(t *testing.T) {
	p := open(t, startDemo(t), "/")
	p.unlock("bare feet only")
	p.goTo("/lessons/seats")
	p.click(".choices button", "7 Wren")
	for _, jar := range []string{"B11", "B12", "N02"} {
		p.choose("Jars that are offered", jar)
		p.see("section h2", jar)
	}
	p.click("h1", "Seats")
	p.fill(`input[aria-label="Seats at B11"]`, "1")
	press := func(student, jar string) {
		p.clickX(`//span[@aria-label="What ` + student + ` would like"]//button[contains(., "` + jar + `")]`)
		p.see(`span[aria-label="What `+student+` would like"] button[aria-pressed=true]`, jar)
	}
	press("Caspar H.", "B11")
	press("Caspar I.", "B11")
	press("Caspar I.", "B12")
	press("Caspar Q.", "B12")
	p.click("button", "Assign the seats")
	p.see(".notice", "3 of 27 have a seat")
	p.see(`section[aria-label^="B11"] ol`, "Caspar H.")
	p.see(`section[aria-label^="B12"] ol`, "Caspar I.")
	p.see(".notes", "Nothing chosen yet")

	p.clickX(`//section[starts-with(@aria-label, "B11")]//button[contains(., "Remove")]`)
	p.see(".notice", "2 of 27 have a seat")
	p.see(`section[aria-label^="B12"] ol`, "Caspar Q.")
	p.see(".standing", "Caspar H.")
	p.see(".notes", "All that they chose is not offered: Caspar H.")
}

// A bell that comes with half a coat and a loose lid: at clearing-up time the tablet turns to
// what must come back, the lesson's page says what was done, and the next lesson of the class
// begins with what was left.
func TestABellThatComesTooSoon(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet := pairedTablet(t, s, teacher, "Window table")
	tablet.click(".lists button", "List what is put out")
	tablet.see(".lists li", "B11 Heron Weather")
	tablet.click(`.lists button[aria-label^="B11"]`, "▢")
	tablet.see(`.lists button[aria-label^="B11"][aria-checked=true]`, "▣")
	tablet.click(".names button", "Ilo N.")
	tablet.click(".add", "Add coat")
	tablet.see(".net", "Window table")

	// 09:15, and 45 minutes on: the bell goes at 10:05, clearing up began at 09:57.
	c := client(t, s.url)
	send(t, c, "POST", s.url+"/api/demo/clock", map[string]int{"minutes": 45})
	tablet.goTo("/station")
	tablet.see(".clearing h2", "Clear up now")
	tablet.see(".clearing li", "N05 Moss Telegram")
	tablet.click(".clearing .choices button", "Window table")
	tablet.click(`.clearing button[aria-label^="Brushes"]`, "▢")
	tablet.see(`.clearing button[aria-label^="Brushes"][aria-checked=true]`, "▣")
	// Who has a brush in hand is asked whether the coat is half done, and which half.
	tablet.clickX(`//div[@aria-label="Half a coat of Idris O. (L)?"]//button[.="Yes"]`)
	tablet.clickX(`//div[@aria-label="Half a coat of Idris O. (L)?"]//button[.="upper half"]`)
	tablet.gone(".half", "Idris O.")
	before := tablet.Timeout(patience).MustElements(".half")
	tablet.clickX(`(//div[contains(@class,"half")])[1]//button[.="No"]`)
	require.Eventually(t, func() bool { return len(tablet.MustElements(".half")) == len(before)-1 }, patience, moment)

	teacher.goTo("/lessons/2026-03-02T09:00/close")
	teacher.see(".big", "2 coats were laid")
	teacher.see(".halves", "lower half to go")
	teacher.see(`button[aria-label^="Window table, Brushes"][aria-checked=true]`, "▣")
	teacher.see(`button[aria-label^="Sink table, Brushes"][aria-checked=false]`, "▢")
	teacher.goTo("/lessons/2026-03-02T09:00/wall")
	teacher.see(".time", "until the bell: clear up now")
	teacher.see(".colours li", "B11")

	// The bell goes; Thursday's lesson of the class begins with the lid that nobody tightened.
	send(t, c, "POST", s.url+"/api/demo/clock", map[string]int{"minutes": 20})
	teacher.goTo("/lessons/2026-03-02T09:00/close")
	teacher.see(".left", "N05 Moss Telegram: rim wiped, lid tight")
	send(t, c, "POST", s.url+"/api/demo/clock", map[string]int{"minutes": 3*24*60 - 150}) // Thursday, before eight
	teacher.goTo("/")
	teacher.see(".lessons", "Next: 7 Plover")
	teacher.see(".lessons .left", "N05 Moss Telegram: rim wiped, lid tight")
	teacher.click(".lessons a", "Before the first brush")
	teacher.see(".left", "N05 Moss Telegram: rim wiped, lid tight")
	teacher.see(".left", "Sink table, brushes")
	teacher.gone(".left", "Window table, brushes")
}
