package main

import (
	"fmt"
	"os"
	"sync/atomic"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/proto"

	"enkaustos/internal/bigschool"
)

const (
	drawnEach = 20          // times that the bench is drawn
	coatsEach = 10          // coats logged on one screen and seen on another
	longest   = time.Minute // that a page may take for all of it
	pause     = 200 * time.Millisecond
)

// watcher notes when the board last grew or lost a row, after the frame was painted.
const watcher = `new MutationObserver(() => {
	const rows = document.querySelectorAll("main tbody tr").length;
	if (rows === window.rows) return;
	window.rows = rows;
	requestAnimationFrame(() => setTimeout(() => (window.drawn = performance.now())));
}).observe(document, { subtree: true, childList: true });
addEventListener("keydown", () => ((window.pressed = performance.now()), (window.rows = window.drawn = 0)), true)`

// strokeSeen notes when a cell next says another number of coats, after the frame was painted.
const strokeSeen = `() => {
	const on = () => [...document.querySelectorAll("button.cell")].reduce((n, cell) => n + Number(/(\d+) on/.exec(cell.ariaLabel)[1]), 0);
	const before = on();
	window.heard = 0;
	const watch = new MutationObserver(() => {
		if (on() === before) return;
		watch.disconnect();
		requestAnimationFrame(() => setTimeout(() => (window.heard = Date.now())));
	});
	watch.observe(document.querySelector("tbody"), { subtree: true, childList: true, attributes: true });
}`

// tapOne taps the first cell that lacks a coat, and says when.
const tapOne = `() => {
	const now = Date.now();
	[...document.querySelectorAll("button.cell")].find((cell) => /[1-9]\d* to go/.test(cell.ariaLabel)).click();
	return now;
}`

// browser measures what a browser has to load first, and how long it draws the bench.
func (s *server) browser(class string) (rows []row, err error) {
	bin := os.Getenv("CHROMIUM")
	if bin == "" {
		bin = "/usr/bin/chromium"
	}
	control, err := launcher.New().Bin(bin).NoSandbox(true).Headless(true).Leakless(false).Set("disable-gpu").Launch()
	if err != nil {
		return nil, fmt.Errorf("starting Chromium: %w", err)
	}
	b := rod.New().ControlURL(control)
	if err := b.Connect(); err != nil {
		return nil, err
	}
	defer func() { _ = b.Close() }()
	err = rod.Try(func() {
		page := b.MustIncognito().MustPage().Timeout(longest)
		if err := (proto.EmulationSetFocusEmulationEnabled{Enabled: true}).Call(page); err != nil {
			panic(err) // a page that nobody looks at draws no frames
		}
		page.MustActivate()
		page.MustNavigate(s.url).MustWaitLoad()
		post(page, "/login", map[string]any{"passphrase": bigschool.Passphrase})
		rows = append(rows, row{"first load of the teacher's side, over the wire", firstLoad(page, s.url), "400 kB"})
		rows = append(rows, row{fmt.Sprintf("the bench of 32 students drawn, from the key to the painted board, its list at hand: median of %d, slowest", drawnEach), drawn(page, s.url, class), "150 ms"})

		took, err := across(b, page, s.url)
		if err != nil {
			panic(err)
		}
		rows = append(rows, row{fmt.Sprintf("a coat, from the tap on one screen to the stroke on another: median of %d, slowest", coatsEach), took, ""})

		page.MustEval(`async (body) => fetch("/api/room", { method: "PUT", body, headers: { "Content-Type": "application/json" } })`, fmt.Sprintf(`{"class":%q}`, class))
		var code struct{ Code string }
		if err := s.Do("POST", "/room/code", nil, &code); err != nil {
			panic(err)
		}
		tablet := b.MustIncognito().MustPage().Timeout(longest)
		tablet.MustNavigate(s.url + "/station").MustWaitLoad()
		post(tablet, "/pair", map[string]any{"code": code.Code, "name": "Table 1"})
		rows = append(rows, row{"first load of a student's tablet, over the wire", firstLoad(tablet, s.url+"/station"), "200 kB"})
	})
	return rows, err
}

func post(page *rod.Page, path string, body map[string]any) {
	status := page.MustEval(`async (path, body) => (await fetch("/api" + path, { method: "POST", body: JSON.stringify(body), headers: { "Content-Type": "application/json" } })).status`, path, body).Int()
	if status >= 300 {
		panic(fmt.Errorf("%s: %d", path, status))
	}
}

// firstLoad is what comes over the wire with nothing kept by the browser.
func firstLoad(page *rod.Page, url string) string {
	var bytes atomic.Int64
	if err := (proto.NetworkEnable{}).Call(page); err != nil {
		panic(err)
	}
	if err := (proto.NetworkSetCacheDisabled{CacheDisabled: true}).Call(page); err != nil {
		panic(err)
	}
	listening, stop := page.WithCancel()
	defer stop()
	go listening.EachEvent(func(e *proto.NetworkLoadingFinished) { bytes.Add(int64(e.EncodedDataLength)) })()
	page.MustNavigate(url).MustWaitLoad()
	page.MustElement("main h1, .names li")
	time.Sleep(time.Second) // fonts come last
	return fmt.Sprintf("%.0f kB", float64(bytes.Load())/1000)
}

// drawn is how long the board takes to stand: from Today the bench is opened by its key,
// as in a lesson, with the list of its pieces at hand.
func drawn(page *rod.Page, url, class string) string {
	page.MustEvalOnNewDocument(watcher)
	page.MustEval(`(id) => localStorage.setItem("class", id)`, class)
	page.MustNavigate(url + "/bench").MustWaitLoad()
	page.MustWait(`() => window.rows >= 32 && !!window.drawn`) // its code is here
	var took times
	for range drawnEach {
		page.Keyboard.MustType('0')
		page.MustWait(`() => !document.querySelector("main .board, main tbody tr td.here, main .cell")`)
		time.Sleep(pause)
		page.Keyboard.MustType('3')
		page.MustWait(`() => window.rows >= 32 && !!window.drawn`)
		ms := page.MustEval(`() => window.drawn - window.pressed`).Num()
		took = append(took, time.Duration(ms*float64(time.Millisecond)))
	}
	return ms(took.at(0.5)) + ", " + ms(took.at(1))
}

// across is how long a coat takes from the tap on one screen to the painted stroke on
// another that shows the same bench: by the clock of the one machine both stand on.
func across(b *rod.Browser, page *rod.Page, url string) (string, error) {
	other := page.MustInfo().BrowserContextID
	target, err := (proto.TargetCreateTarget{URL: url + "/bench", BrowserContextID: other}).Call(b)
	if err != nil {
		return "", err
	}
	second, err := b.PageFromTarget(target.TargetID)
	if err != nil {
		return "", err
	}
	second = second.Timeout(longest)
	if err := (proto.EmulationSetFocusEmulationEnabled{Enabled: true}).Call(second); err != nil {
		return "", err
	}
	second.MustWait(`() => document.querySelectorAll("main tbody tr").length >= 32`)
	page.MustWait(`() => document.querySelectorAll("main tbody tr").length >= 32`)
	var took times
	for range coatsEach {
		second.MustEval(strokeSeen)
		struck := page.MustEval(tapOne).Num()
		second.MustWait(`() => !!window.heard`)
		ms := second.MustEval(`() => window.heard`).Num() - struck
		took = append(took, time.Duration(ms*float64(time.Millisecond)))
		time.Sleep(pause)
	}
	return ms(took.at(0.5)) + ", " + ms(took.at(1)), nil
}
