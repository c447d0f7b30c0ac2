package e2e

import (
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// morning is the lesson of 7 Plover that runs in the demo's room.
const morning = "2026-03-02T09:00"

// A table at work: the tablet shows what each of its table does now and next, a coat that is
// logged moves it on, and the teacher sees who waits and who asks for more.
func TestATableAtWork(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet := pairedTablet(t, s, teacher, "Window table")
	c := client(t, s.url)
	route := func() map[string]contract.RouteTurn {
		by := map[string]contract.RouteTurn{}
		for _, turn := range get[contract.LessonRoute](t, c, s.url+"/api/lessons/"+morning+"/route").Turns {
			by[turn.Name] = turn
		}
		return by
	}
	turns := route()
	tablet.click(".table .choices button", "Window table")
	mine := 0
	for _, turn := range turns {
		if turn.Table == "Window table" {
			mine++
			tablet.see(".table li", turn.Name)
		}
	}
	require.Equal(t, mine, tablet.count(".table li"), "its own table, and nobody else")

	// Whoever has a coat to lay now opens the piece with one press, and lays it.
	var who contract.RouteTurn
	for _, turn := range turns {
		if turn.Table == "Window table" && len(turn.Tasks) > 1 && turn.Tasks[0].Does == "coat" && turn.Waits == nil {
			who = turn
		}
	}
	require.NotEmpty(t, who.Name)
	first := who.Tasks[0]
	tablet.clickX(`//section[contains(@class,"table")]//li[contains(.,"` + who.Name + `")]//button`)
	tablet.see(".stroke .where", *first.Surface)
	tablet.click(".stroke button", "Ask for more")
	tablet.see(".stroke", "is asked for")
	tablet.click(".add", "Add coat")
	require.Eventually(t, func() bool {
		now := route()[who.Name].Tasks
		return len(now) == 0 || now[0].Nth == nil || *now[0].Nth != *first.Nth || *now[0].Surface != *first.Surface
	}, patience, moment, "the plan follows what happened")

	// The teacher's screen says what is asked for; a quarter of a cup leaves the jar.
	left := func() float32 {
		for _, g := range get[[]contract.Glaze](t, c, s.url+"/api/glazes") {
			if g.Code == *first.Glaze {
				return g.Level * g.Ml
			}
		}
		return -1
	}
	before := left()
	teacher.goTo("/lessons/" + morning)
	teacher.see("#now", "Right now")
	teacher.see(".more li", *first.Glaze+" is asked for at Window table")
	teacher.click(".more button", "Add ¼ cup")
	teacher.gone(".more li", *first.Glaze)
	require.InDelta(t, before-15, left(), 0.5, "a cup holds 60 mL")
	tablet.see(".stroke button", "Ask for more")
	teacher.click("summary", "By table")
	teacher.see(".tables", "Window table")
}

// A jar that nobody mixed is asked about once in a lesson, and the coat is kept either way.
func TestAJarThatNobodyMixed(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet := pairedTablet(t, s, teacher, "Sink table")
	tablet.click(".names button", "Ilo N.")
	tablet.see(".stroke", "N05")
	tablet.click(".add", "Add coat")
	tablet.see(".ask", "Was N05 Moss Telegram mixed before this coat?")
	tablet.click(".ask button", "No")
	tablet.gone(".ask", "mixed")
	tablet.click("header button", "Everybody")
	tablet.click(".names button", "Ilo N.")
	tablet.click(".add", "")
	tablet.see(".net", "Sink table")
	tablet.gone(".ask", "mixed")
}

// Children say at the tablet which jars they would like; the class is seated by that.
func TestChoicesAtATablet(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	c := client(t, s.url)
	var class string
	for _, one := range get[[]contract.Class](t, c, s.url+"/api/classes") {
		if one.Name == "7 Plover" {
			class = one.Id
		}
	}
	offer := map[string]any{"assign": false, "jars": []map[string]any{{"code": "B11", "seats": 4}, {"code": "B12", "seats": 4}, {"code": "K41", "seats": 1}}}
	send(t, c, "PUT", s.url+"/api/classes/"+class+"/seating", offer)
	tablet := pairedTablet(t, s, teacher, "Window table")
	tablet.click(".seats h2 button", "Choose my jars")
	tablet.click(".seats .names button", "Ilo N.")
	tablet.click(".seats .jars button", "K41")
	tablet.see(".seats .jars button[aria-pressed=true]", "1")
	tablet.click(".seats .jars button", "B11")
	tablet.see(`.seats button[aria-label="B11 Heron Weather, choice 2"]`, "2")
	tablet.click(".seats button.big", "Done")
	tablet.see(".seats .names button", "chose K41, B11")

	offer["assign"] = true
	send(t, c, "PUT", s.url+"/api/classes/"+class+"/seating", offer)
	tablet.see(".seats .names button", "sits at K41")
}

// What is optional waits until the class is told: one key on the lesson's page, or one press.
func TestExtrasAreReleasedByOneKey(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	send(t, c, "POST", s.url+"/api/demo/clock", map[string]int{"minutes": 24*60 + 230}) // Tuesday, 13:05
	send(t, c, "PUT", s.url+"/api/rules", map[string]any{"values": map[string]string{"extras": "told"}, "approved": true})
	lantern := pieceOf(t, c, s.url, "Kes D.", "Lantern for a lost ferry")
	stack := func(surface string) map[string]any {
		return map[string]any{"surface": surface, "bare": false, "stack": []map[string]any{{"glaze": "N04", "coats": 2}}}
	}
	send(t, c, "PUT", s.url+"/api/pieces/"+lantern.Id+"/plan", map[string]any{"revision": lantern.Revision, "choices": []any{stack("gull"), stack("tideline")}})
	p.goTo("/lessons/2026-03-03T13:00")
	p.see(".extras", "0 of 1 piece has all but the extras on")
	released := func() bool {
		return get[contract.LessonRoute](t, c, s.url+"/api/lessons/2026-03-03T13:00/route").Extras.Released
	}
	require.False(t, released())
	p.press('x')
	p.see(".extras button", "Stop extras")
	require.True(t, released())
	p.click(".extras button", "Stop extras")
	p.see(".extras button", "Release extras")
	require.False(t, released())
}

// A helper prepares the lesson of the afternoon at a tablet before its bell: what is ticked there
// is poured, and stands so on the teacher's list.
func TestTheNextLessonIsPreparedAtATablet(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	tablet := pairedTablet(t, s, teacher, "Window table")
	c := client(t, s.url)
	send(t, c, "POST", s.url+"/api/demo/clock", map[string]int{"minutes": 60})
	for _, one := range get[[]contract.Class](t, c, s.url+"/api/classes") {
		if one.Name == "10 Studio" {
			send(t, c, "PUT", s.url+"/api/room", map[string]string{"class": one.Id})
		}
	}
	tablet.goTo("/station")
	tablet.see("header b", "10 Studio")
	tablet.click(".lists button", "List what is put out")
	tablet.click(`.lists button[aria-label^="B11"]`, "▢")
	tablet.see(`.lists button[aria-label^="B11"][aria-checked=true]`, "▣")
	teacher.goTo(afternoon + "/before")
	teacher.see(`button[aria-label^="B11"][aria-checked=true]`, "▣")
	teacher.see(".poured", "mL poured")
	teacher.press('w')
	require.Eventually(t, func() bool { return teacher.count("section[aria-labelledby=clean] li") == 0 }, patience, moment)
}
