package e2e

import (
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// send posts or puts a body and expects it to be taken.
func send(t testing.TB, c *http.Client, method, url string, body any) {
	r, err := request(method, url, body)
	require.NoError(t, err)
	answer, err := c.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	require.Less(t, answer.StatusCode, 300, "%s %s", method, url)
}

// Thirty pieces, one coat on two surfaces each, five left out, two of them
// absent: counted in keys and taps of the teacher.
func TestAClassInTwentyKeys(t *testing.T) {
	s := startDemo(t)
	c := client(t, s.url)
	send(t, c, "POST", s.url+"/api/imports", map[string]any{"kind": "students", "apply": true, "text": thirty()})
	var class string
	for _, k := range get[[]contract.Class](t, c, s.url+"/api/classes") {
		if k.Name == "30 Terns" {
			class = k.Id
		}
	}
	send(t, c, "POST", s.url+"/api/assignments", map[string]any{"class": class, "name": "Thirty slabs", "form": "slab", "cone": "6", "measures": map[string]float64{}})
	pieces := get[contract.PieceList](t, c, s.url+"/api/pieces?class="+class).Pieces
	require.Len(t, pieces, 30)
	stack := []map[string]any{{"glaze": "N01", "coats": 3}}
	for _, p := range pieces {
		send(t, c, "PUT", s.url+"/api/pieces/"+p.Id+"/plan", map[string]any{"revision": 0, "choices": []map[string]any{
			{"surface": "face", "bare": false, "stack": stack}, {"surface": "edge", "bare": false, "stack": stack}, {"surface": "back", "bare": true, "stack": []any{}}}})
	}
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "30 Terns")
	p.goTo("/bench")
	p.see("h2", "Thirty slabs")

	taps := 0
	tap := func(xpath string) {
		taps++
		p.clickX(xpath)
	}
	key := func(keys ...input.Key) {
		taps += len(keys)
		p.press(keys...)
	}
	key('a', input.ArrowRight, 'a') // both columns
	p.see(".bar", "30 of 30")
	for _, n := range []int{4, 9, 17} { // three are left out
		tap(fmt.Sprintf(`//tbody/tr[%d]/td[1]//button[contains(@class, "cell")]`, n))
	}
	p.see(".bar", "27 of 30")
	key('/', 'z', 'o', input.Enter, 'm') // one is absent
	p.see(".bar", "26 of 30")
	key(input.ArrowDown, 'm') // and the one after
	p.see(".bar", "25 of 30")
	key(input.Enter)
	p.see(".notice", "50 coats logged")
	require.LessOrEqual(t, taps, 20, "keys and taps for thirty pieces with five exceptions")
	t.Log("keys and taps:", taps)

	coats, absent := 0, 0
	for _, p := range get[contract.PieceList](t, c, s.url+"/api/pieces?class="+class).Pieces {
		for _, surface := range p.Surfaces {
			coats += len(surface.On)
		}
		if p.Absent != nil {
			absent++
		}
	}
	require.Equal(t, 50, coats)
	require.Equal(t, 2, absent)
}

// thirty is a class list with two of one name near its end.
func thirty() string {
	text := "name,class,mark\n"
	for i := range 28 {
		text += fmt.Sprintf("%c%c. T.,30 Terns,%d\n", 'A'+i/2, 'a'+i%7, i)
	}
	return text + "Zora T.,30 Terns,z\nZsofi T.,30 Terns,y\n"
}

// What a hand says of a coat at the bench, by key: thin, dry, patched, set aside,
// how the jar is; and what two hands logged at once is asked.
func TestBenchByKeys(t *testing.T) {
	s := startDemo(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "7 Plover")
	p.goTo("/bench")
	p.see("h2", "Tide-pool bowl")
	p.press(input.ArrowRight)
	p.press('/')
	p.press('i', 'l', 'o', ' ', 'n')
	p.see("tr:has(td.here) th", "Ilo N.")
	p.press(input.Enter)
	before := p.strokes()
	p.press(input.Space)
	require.Eventually(t, func() bool { return p.strokes() == before+1 }, patience, moment)
	id := p.MustEval(`async () => (await (await fetch("/api/pieces")).json()).pieces.find((p) => p.student === "Ilo V.").id`).Str()
	p.press('/')
	p.MustInsertText(id) // as a scanner at the laptop types a label
	p.press(input.Enter)
	p.see("tr:has(td.here) th", "Ilo V.")
	p.press('/')
	p.press('i', 'l', 'o', ' ', 'n', input.Enter)
	p.press('-')
	p.see(".notice", "the coat felt thin")
	require.Positive(t, p.count("td.here .tally path[transform*=scale]"), "a thin stroke is drawn thin")
	p.press('D')
	p.see(".notice", "still wet. The room learns from it")
	p.press('p')
	p.see(".notice", "patched. No coat more")
	p.press('s')
	p.see("tr:has(td.here) .flag", "set aside")
	p.press('s')
	p.gone("tr:has(td.here) .flag", "set aside")
	p.press('n')
	p.see(".el-drawer", "Save")
	p.typeInto(`.el-drawer input[aria-label="What to remember"]`, "mind the lip")
	p.press(input.Enter)
	p.see(".lines .what", "Note: mind the lip")
	p.press(input.Escape)
	p.settle()
	p.press('j')
	p.see(".el-dialog", "The jar of")
	p.click(".el-dialog button", "Too thick")
	p.see(".notice", "written down as it is")

	// From paper: the coat is dated to an earlier lesson, and dry since.
	p.click("button", "Enter from paper")
	p.click(".paper button", "Thu 26 Feb, 10:05")
	p.see(".paper", "Entering what was done on Thu 26 Feb, 10:05")
	p.press('/')
	p.press('r', 'a', input.Enter)
	before = p.strokes()
	p.press(input.Space)
	require.Eventually(t, func() bool { return p.strokes() == before+1 }, patience, moment)
	require.Zero(t, p.count("td.here .tally .wet"), "it dried since")
	p.press('h')
	p.see(".lines", "entered afterwards")
}

// Two browsers: a coat on one is on the other without anybody asking for it; how soon
// is logged. The same coat from two hands is asked, and answered.
func TestTwoScreensLive(t *testing.T) {
	s := startRoom(t)
	one, two := open(t, s, "/"), open(t, s, "/")
	for _, p := range []*screen{one, two} {
		p.unlock("bare feet only")
		p.choose("Class", "7 Plover")
		p.goTo("/bench")
		p.see("h2", "Tide-pool bowl")
		p.settle()
		p.press(input.ArrowRight)
	}
	count := `() => [...document.querySelectorAll("button.cell")].reduce((n, cell) => n + Number(/(\d+) on/.exec(cell.ariaLabel)[1]), 0)`
	strokes := func(p *screen) int { return p.MustEval(count).Int() }
	before := strokes(two)
	_, err := two.Eval(`() => { window.heard = new Promise((done) => new MutationObserver(() => done(Date.now()))
		.observe(document.querySelector("tbody"), { subtree: true, childList: true, attributes: true })) }`)
	require.NoError(t, err)
	sent := time.Now()
	one.press(input.Space)
	require.Eventually(t, func() bool { return strokes(two) == before+1 }, patience, 5*time.Millisecond)
	heard := time.UnixMilli(int64(two.MustEval(`() => window.heard`).Int()))
	t.Log("from the key on one screen to the stroke on the other:", heard.Sub(sent))

	// A tablet logs the next coat; the teacher, not having looked, logs it as well.
	c := client(t, s.url)
	tablet := pairedTablet(t, s, one, "Sink side")
	first := one.see("tr:has(td.here) th a", "").MustText()
	tablet.click(".names button", first)
	tablet.see(".stroke", "")
	tablet.click(".add", "")
	tablet.see(".after button", "Undo my last coat")
	surface := ""
	require.Eventually(t, func() bool {
		for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
			if !strings.Contains(first, piece.Student) {
				continue
			}
			for _, x := range piece.Surfaces {
				if slices.ContainsFunc(get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+piece.Id).History, func(h contract.HistoryEntry) bool {
					return h.By == "Sink side" && strings.Contains(strings.ToLower(h.Text), strings.ToLower(x.Name))
				}) {
					surface = x.Name
				}
			}
		}
		return surface != ""
	}, patience, 200*time.Millisecond)
	one.clickX(`//tr[th[contains(., "` + first + `")]]//button[contains(@aria-label, "` + surface + `") and contains(@class, "cell")]`)
	one.see(".doubts", "moments after somebody else")
	two.see(".doubts", "moments after somebody else")
	one.click(".doubts button", "Same coat")
	one.gone(".doubts", "moments after")
	two.gone(".doubts", "moments after")
}
