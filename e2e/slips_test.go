package e2e

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// A piece with a detail of its own has one column more; every other piece keeps its cells under
// the heading that they are of.
func TestColumnsStandWhateverAPieceHasMore(t *testing.T) {
	s := startDemo(t)
	slab := given(t, s, "9 Curlew", map[string]any{"name": "Signal slab", "form": "slab", "measures": map[string]float64{}})
	c := client(t, s.url)
	own := map[string]any{"marking": map[string]any{"details": []map[string]any{{"id": "otter", "name": "Otter", "kind": "motif", "on": "face", "areaCM2": 6}}}}
	send(t, c, "PUT", s.url+"/api/pieces/"+slab.Id+"/plan", map[string]any{"revision": 0, "own": own, "choices": []any{
		map[string]any{"surface": "otter", "bare": false, "stack": []any{map[string]any{"glaze": "N01", "coats": 3}}}}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "9 Curlew")
	p.goTo("/bench")
	p.see("th", "Otter")
	wrong := p.MustEval(`(title) => {
		const board = [...document.querySelectorAll("section")].find((s) => s.querySelector("h2")?.textContent === title);
		const heads = [...board.querySelectorAll("thead th")].map((h) => h.firstChild.textContent.trim());
		return [...board.querySelectorAll("tbody tr")].flatMap((row) => [...row.children].slice(1, -1).map((cell, i) =>
			(cell.querySelector("button")?.ariaLabel ?? ", " + cell.textContent.trim()).includes(", " + heads[i + 1] + ":") ? "" : heads[i + 1] + " shows " + cell.textContent)).filter(Boolean).join("; ");
	}`, "Signal slab").Str()
	require.Empty(t, wrong)
	require.Empty(t, p.MustEval(`(title) => { const heads = [...[...document.querySelectorAll("section")].find((s) => s.querySelector("h2")?.textContent === title).querySelectorAll("thead th")].map((h) => h.firstChild.textContent.trim()); return heads[1] === "Face" && heads.at(-2) === "Otter" ? "" : heads.join(","); }`, "Signal slab").Str(), "the form's own surfaces first, in their order")
}

// The pointer on a finding shows its surface and moves nothing: the third one's way out can be
// pressed as well as the first's.
func TestThePointerMovesNoFinding(t *testing.T) {
	s := startDemo(t)
	slab := given(t, s, "9 Curlew", map[string]any{"name": "Signal slab", "form": "bowl", "measures": map[string]float64{}})
	c := client(t, s.url)
	stack := func(code string, coats int) []any { return []any{map[string]any{"glaze": code, "coats": coats}} }
	send(t, c, "PUT", s.url+"/api/pieces/"+slab.Id+"/plan", map[string]any{"revision": 0, "choices": []any{
		map[string]any{"surface": "interior", "bare": false, "stack": stack("N07", 4)},
		map[string]any{"surface": "exterior", "bare": false, "stack": stack("N07", 2)},
		map[string]any{"surface": "lip", "bare": false, "stack": stack("U51", 1)}}})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + slab.Id)
	p.see("li.warn", "Lip")
	order := func() string {
		return p.MustEval(`() => [...document.querySelectorAll("section[aria-label=Findings] li")].map((l) => l.innerText.slice(0, 60)).join("|")`).Str()
	}
	before := order()
	n := p.MustEval(`() => document.querySelectorAll("section[aria-label=Findings] li").length`).Int()
	require.GreaterOrEqual(t, n, 3)
	for i := n; i >= 1; i-- {
		p.MustElement(fmt.Sprintf("section[aria-label=Findings] li:nth-child(%d)", i)).MustHover()
		require.Equal(t, before, order(), "the pointer on finding %d", i)
	}
	last := p.MustEval(`() => [...document.querySelectorAll("section[aria-label=Findings] li")].findLastIndex((l) => l.querySelector("button")) + 1`).Int()
	require.Greater(t, last, 1)
	button := p.MustElement(fmt.Sprintf("section[aria-label=Findings] li:nth-child(%d)", last))
	text := button.MustText()
	button.MustHover()
	p.clickX(fmt.Sprintf(`//section[@aria-label="Findings"]//li[%d]//button`, last))
	require.Eventually(t, func() bool {
		return p.MustEval(`(text) => ![...document.querySelectorAll("section[aria-label=Findings] li")].some((l) => l.innerText === text)`, text).Bool()
	}, patience, moment)
}

// Two screens of the teacher's log one coat within a second: one of them is asked about it.
func TestTwoScreensAndOneCoat(t *testing.T) {
	s := startDemo(t)
	slab := given(t, s, "9 Curlew", map[string]any{"name": "Signal slab", "form": "slab", "measures": map[string]float64{}})
	first, second := client(t, s.url), client(t, s.url)
	coat := func(id string) map[string]any {
		return map[string]any{"events": []any{map[string]any{"id": id, "kind": "coat", "piece": slab.Id, "surface": "face", "glaze": "N01"}}}
	}
	send(t, first, "POST", s.url+"/api/events", coat("two-screens-1"))
	send(t, second, "POST", s.url+"/api/events", coat("two-screens-2"))
	face := func() contract.SurfaceState {
		for _, x := range get[contract.PieceDetail](t, first, s.url+"/api/pieces/"+slab.Id).Piece.Surfaces {
			if x.Id == "face" {
				return x
			}
		}
		return contract.SurfaceState{}
	}
	require.Len(t, face().On, 1)
	require.NotNil(t, face().Doubts)
	send(t, first, "POST", s.url+"/api/events", coat("two-screens-3"))
	require.Len(t, face().On, 1, "whoever laid the first is asked as well, for the second may be theirs")
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "9 Curlew")
	p.goTo("/bench")
	p.see(".doubts, ul[aria-label='Same coat or the next?']", "teacher logged N01 moments after somebody else")
}

// What the plans take is asked of one assignment, and leaves the lists of pieces alone: a coat
// logged afterwards reaches them.
func TestAmountsThenACoat(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.plans("7 Plover")
	p.click("summary", "What the plans take")
	p.see("details table", "mL")
	p.press('3')
	p.see("h1", "Bench")
	p.MustEval(`() => document.querySelector("td button.cell").click()`)
	require.Eventually(t, func() bool {
		return p.MustEval(`() => document.querySelector("td button.cell").ariaLabel.match(/: (\d) on/)[1] !== "0"`).Bool()
	}, patience, moment)
	require.Empty(t, p.MustEval(`() => [...document.querySelectorAll(".notice.error")].map((m) => m.innerText).join()`).Str())
}

// A note that a class has read often enough is hidden for it once, on every plan of the class and
// on no other's; what shields the shelf or people offers no such way.
func TestANoteIsHiddenForAClass(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	note := "breaks over edges and texture"
	noted := func(class string) (ids []string) {
		for _, x := range get[contract.PieceList](t, c, s.url+"/api/pieces?class="+class).Pieces {
			for _, f := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+x.Id).Piece.Findings {
				require.False(t, f.MayHush && f.Severity != "note")
				if f.Code == "breaking-flat" {
					ids = append(ids, x.Id)
				}
			}
		}
		return ids
	}
	bowl := pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl")
	require.Greater(t, len(noted(bowl.Class)), 1)
	everywhere := len(noted(""))
	p.goTo("/plan/" + bowl.Id)
	p.see("li.note", note)
	p.click("li.note button", "Hide for the class")
	p.gone("li.note", note)
	p.see(".notice", "7 Plover does not see notes of this kind any more")
	require.Empty(t, noted(bowl.Class))
	require.Positive(t, len(noted("")), "other classes read on")
	p.click("summary", "1 note hidden for this class")
	p.click(".hushed button", "Show again")
	p.see("li.note", note)
	require.Len(t, noted(""), everywhere)
	class := get[[]contract.Class](t, c, s.url+"/api/classes")[2]
	res, err := request("PUT", s.url+"/api/classes/"+class.Id, map[string]any{"clay": class.Clay, "cone": class.Cone, "hushed": []string{"contact"}})
	require.NoError(t, err)
	answer, err := c.Do(res)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	require.Equal(t, 422, answer.StatusCode, "a stop cannot be hidden")
}

// The school measures in inches, ounces and °F: sentences of the server, figures of the screen,
// fields, prints and the tablet say so, and what is typed is kept as it is meant.
func TestInchesAndOuncesEverywhere(t *testing.T) {
	s, p, tablet := beforeTheFirstCoat(t)
	tablet.see(".line", "bare up to 10 mm")
	p.goTo("/rules")
	for _, unit := range []string{"inches", "ounces", "°F"} {
		p.click(".units [role=radio]", unit)
		p.settle()
	}
	p.see("input[aria-label='Bare band above the shelf, in']", "")
	p.typeInto("input[aria-label='Bare band above the shelf, in']", "0.5")
	p.press(input.Tab)
	p.click("button", "Save 1 change")
	p.see(".notice", "kept")
	c := client(t, s.url)
	i := slices.IndexFunc(get[[]contract.Rule](t, c, s.url+"/api/rules"), func(r contract.Rule) bool { return r.Key == "band" })
	require.Equal(t, "12.7", get[[]contract.Rule](t, c, s.url+"/api/rules")[i].Value)
	tablet.see(".line", "bare up to 11/16 in")
	metric := regexp.MustCompile(`\d (mm|mL|cm²|°C)\b`)
	for _, path := range []string{"/plan/" + pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl").Id, "/foot", "/kiln", "/kiln/ready", "/stock", "/bench", "/foot/gauge", "/"} {
		p.goTo(path)
		p.see("h1", "")
		p.settle()
		require.Empty(t, metric.FindAllString(p.MustElement("main").MustText(), -1), path)
	}
	p.goTo("/stock")
	full := "input[aria-label='oz that N05 holds when full']"
	p.typeInto(full, "16")
	p.press(input.Tab)
	require.Eventually(t, func() bool {
		for _, g := range get[[]contract.Glaze](t, c, s.url+"/api/glazes") {
			if g.Code == "N05" {
				return math.Abs(float64(g.Ml)-473.2) < 0.1
			}
		}
		return false
	}, patience, moment, "sixteen ounces are a pint")
}
