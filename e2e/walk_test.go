package e2e

import (
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/url"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// walk skips what only make walk does: it goes through every place, and takes minutes.
func walk(t *testing.T) {
	if os.Getenv("WALK") == "" {
		t.Skip("part of make walk")
	}
}

// addresses are all places of the teacher's side, those that take something with something in it.
func addresses(t *testing.T, c *http.Client, s *server) (all []string) {
	var piece contract.Piece
	for _, p := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if p.Revision > 0 && piece.Id == "" {
			piece = p
		}
	}
	for _, p := range places(t) {
		path := strings.NewReplacer(":key", morning, "/plan/:id", "/plan/"+piece.Id, ":id", piece.Assignment, ":kind", "overview", ":photo?", "", ":load", "").Replace(p.path)
		if p.path == "/station" || strings.Contains(p.path, ":load") || p.path == "/first" {
			continue // the tablet's; a load has to be planned; what leads through an empty school
		}
		all = append(all, path)
	}
	return all
}

// claims are the lines that a page shows of there being nothing, and how many there are of something.
func (p *screen) claims() (all []string) {
	v := p.MustEval(`() => {
		const shown = (document.querySelector("main") ?? document.body).innerText.split("\n").map((x) => x.trim());
		return [...new Set(shown)].filter((x) => /\b(no|none|nothing|nobody|not yet|empty|every|all|0)\b/i.test(x) && !/Ask again|does not answer|failed/.test(x));
	}`)
	for _, line := range v.Arr() {
		all = append(all, line.Str())
	}
	return all
}

// routes are the addresses that the page has asked of the server.
func (p *screen) routes() (all []string) {
	v := p.MustEval(`() => [...new Set(performance.getEntriesByType("resource").map((e) => new URL(e.name).pathname))].filter((x) => x.startsWith("/api/") && !/live$|session$|jpe?g$|picture/.test(x))`)
	for _, path := range v.Arr() {
		all = append(all, path.Str())
	}
	slices.Sort(all)
	return all
}

// broken has one route fail while do is done: with a refusal, cut off, or without an answer.
func (p *screen) broken(path, how string, do func()) {
	p.t.Helper()
	router, over := p.HijackRequests(), make(chan struct{})
	require.NoError(p.t, router.Add("*/api/*", "", func(h *rod.Hijack) {
		at, err := url.Parse(h.Request.URL().String())
		switch {
		case err != nil || at.Path != path:
			h.ContinueRequest(&proto.FetchContinueRequest{})
		case how == "refused":
			h.Response.SetHeader("Content-Type", "application/problem+json")
			h.Response.SetBody(`{"title":"Internal Server Error","status":500,"detail":"This answer failed."}`)
			h.Response.Payload().ResponseCode = 500
		case how == "cut":
			h.Response.Fail(proto.NetworkErrorReasonConnectionReset)
		default:
			<-over
			h.Response.Fail(proto.NetworkErrorReasonAborted)
		}
	}))
	go router.Run()
	do()
	close(over)
	require.NoError(p.t, router.Stop())
}

// At every place, with one of its routes refused, cut off or without an answer: nothing is claimed that is
// not claimed when all answer. Which routes, and how, is drawn anew.
func TestWalkNothingIsClaimedOfWhatFailed(t *testing.T) {
	walk(t)
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	seed := rand.Uint64N(1e6)
	t.Logf("seed %d", seed)
	drawn := rand.New(rand.NewPCG(seed, 1))
	for _, path := range addresses(t, c, s) {
		p.goTo(path)
		p.settle()
		known, asked := p.claims(), p.routes()
		drawn.Shuffle(len(asked), func(i, j int) { asked[i], asked[j] = asked[j], asked[i] })
		for i, route := range asked[:min(2, len(asked))] {
			var now []string
			how := []string{"refused", "cut", "silent"}[(i+drawn.IntN(3))%3]
			p.broken(route, how, func() {
				p.goTo(path)
				if how == "silent" {
					time.Sleep(1500 * time.Millisecond)
				} else {
					time.Sleep(1200 * time.Millisecond) // it is asked once more
					p.settle()
				}
				now = p.claims()
			})
			if slices.ContainsFunc(now, func(claim string) bool { return !slices.Contains(known, claim) }) {
				p.goTo(path) // coats dry, and bells ring: is it so by now?
				p.settle()
				known = append(known, p.claims()...)
			}
			for _, claim := range now {
				require.Contains(t, known, claim, "%s, where %s is %s", path, route, how)
			}
		}
	}
}

// The controls that are pressed most stay where they are, and nothing else comes under the finger, from the
// press until the page is at rest.
func TestWalkNothingMovesUnderAFinger(t *testing.T) {
	walk(t)
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	tablet := pairedTablet(t, s, p, "Window table")
	tablet.click(".names button", "Ilo N.")
	tablet.see(".stroke", "N05")
	pressed := 0
	stays := func(on *screen, selector, text string) {
		t.Helper()
		pressed++
		e := on.see(selector, text)
		require.NoError(t, e.ScrollIntoView())
		under, err := e.Eval(`() => {
			const control = (e) => e?.closest("button, a, input, select, summary, [role=radio], [role=button], td");
			const b = this.getBoundingClientRect();
			const [x, y] = [b.left + b.width / 2, b.top + b.height / 2];
			const own = control(this);
			const called = (e) => e && (e.getAttribute("aria-label") ?? e.innerText).trim().split("\n")[0];
			const name = called(own);
			window.under = [];
			const until = performance.now() + 1800;
			const look = () => {
				const now = control(document.elementFromPoint(x, y));
				if (now && now !== own && called(now) !== name && !own.contains(now) && !now.contains(own)) window.under.push(called(now));
				if (own.isConnected && this.isConnected) {
					const a = this.getBoundingClientRect();
					if (Math.abs(a.top - b.top) > 2 || Math.abs(a.left - b.left) > 2) window.under.push("itself, moved by " + (a.top - b.top));
				}
				if (performance.now() < until) requestAnimationFrame(look);
			};
			requestAnimationFrame(look);
			return [x, y];
		}`)
		require.NoError(t, err)
		at := under.Value.Arr()
		require.NoError(t, on.Mouse.MoveTo(proto.NewPoint(at[0].Num(), at[1].Num())))
		require.NoError(t, on.Mouse.Click(proto.InputMouseButtonLeft, 1))
		time.Sleep(1900 * time.Millisecond)
		came := on.MustEval(`() => [...new Set(window.under)].join("; ")`).Str()
		require.Empty(t, came, "%s %q: under the finger came %s", selector, text, came)
	}
	stays(tablet, ".dust button", "Wiped")
	stays(tablet, ".add", "Add coat")
	stays(tablet, ".after button", "Undo my last coat")
	stays(tablet, ".surfaces button", "Exterior")
	stays(tablet, ".add", "Add coat")
	stays(tablet, ".dry button", "")
	p.choose("Class", "10 Studio")
	p.goTo("/bench")
	p.settle()
	for range 2 {
		stays(p, "td button", "B12 Peat Kettle")
	}
	stays(p, ".jars button", "Stirred")
	p.choose("Class", "12 Kiln Room")
	p.goTo("/foot")
	p.settle()
	stays(p, ".verdicts button", "Bald spot")
	stays(p, ".acts button", "Patched")
	stays(p, ".verdicts button", "Even all round")
	stays(p, ".verdicts button", "Clean")
	stays(p, ".acts button", "Wiped wet")
	p.choose("Class", "10 Studio")
	p.goTo("/results")
	p.settle()
	stays(p, "main button", "sound")
	p.goTo("/bench/handover")
	p.settle()
	stays(p, ".colours button", "Chalk")
	stays(p, ".colours button", "Fired")
	p.goTo("/lessons/" + morning + "/before")
	p.settle()
	stays(p, "main [role=checkbox]", "")
	p.goTo("/stock")
	p.settle()
	stays(p, "summary", "")
	stays(p, "summary", "")
	require.GreaterOrEqual(t, pressed, 20)
}

// What runs over the edge, of the page and of all that scrolls or hides within it, stands in
// testdata/overflow.txt, which only grows shorter.
func TestWalkNothingRunsOverTheEdge(t *testing.T) {
	walk(t)
	s := startRoom(t)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	c := client(t, s.url)
	text, err := os.ReadFile("testdata/overflow.txt")
	require.NoError(t, err)
	listed := strings.Fields(strings.ReplaceAll(strings.TrimSpace(string(text)), " ", "_"))
	var found []string
	for _, size := range [][2]int{{1280, 800}, {820, 1180}, {390, 844}} {
		p.size(size[0], size[1])
		for _, path := range addresses(t, c, s) {
			p.goTo(path)
			p.settle()
			v := p.MustEval(`() => [...document.querySelectorAll("html, main, main *")].filter((e) => {
				if (e.scrollWidth - e.clientWidth <= 2 || e.clientWidth < 60 || !e.checkVisibility()) return false;
				const style = getComputedStyle(e);
				return e === document.documentElement || (style.overflowX !== "visible" && style.textOverflow !== "ellipsis" && !e.closest("svg, .visually-hidden, .el-select"));
			}).map((e) => (e.tagName + "." + [...e.classList].filter((c) => !c.startsWith("is-")).join(".")).toLowerCase())`)
			for _, e := range v.Arr() {
				line := fmt.Sprintf("%d_%s_%s", size[0], strings.Split(strings.ReplaceAll(path, morning, ":key"), "?")[0], e.Str())
				for _, id := range strings.Split(path, "/") {
					if len(id) == 26 {
						line = strings.ReplaceAll(line, id, ":id")
					}
				}
				if !slices.Contains(found, line) {
					found = append(found, line)
				}
			}
		}
	}
	slices.Sort(found)
	if os.Getenv("WALK") == "write" {
		require.NoError(t, os.WriteFile("testdata/overflow.txt", []byte(strings.ReplaceAll(strings.Join(found, "\n"), "_", " ")+"\n"), 0o600))
		return
	}
	for _, line := range found {
		require.Contains(t, listed, line, "runs over the edge")
	}
	for _, line := range listed {
		if !slices.Contains(found, line) {
			t.Logf("%s holds: take it off the list, where it does so again", line) // some hangs on what the day has
		}
	}
}
