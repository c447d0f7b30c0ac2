// Package e2e drives the real interface in Chromium, as a teacher would.
package e2e

import (
	"bufio"
	"crypto/tls"
	"fmt"
	"io"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/demo/demotest"
)

const (
	patience = 40 * time.Second // a machine four times slower, with something else to do
	moment   = 50 * time.Millisecond
)

// root is the checkout, seen from this folder.
func root(t testing.TB, parts ...string) string {
	path, err := filepath.Abs(filepath.Join(append([]string{".."}, parts...)...))
	require.NoError(t, err)
	return path
}

// server is one running enkaustos.
type server struct {
	t       testing.TB
	cmd     *exec.Cmd
	url     string
	welcome chan string // the secret of the one-time link, on a first start
}

// start runs the binary and waits until it answers. It is stopped with the test.
func start(t testing.TB, args ...string) *server {
	cmd := exec.Command(root(t, "bin", "enkaustos"), append(args, "--addr", "127.0.0.1:0")...)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	logs, err := cmd.StderrPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	s := &server{t: t, cmd: cmd, welcome: make(chan string, 1)}
	t.Cleanup(s.stop)
	served := make(chan string, 1)
	go lines(out, regexp.MustCompile(`/welcome#(\S+)`), s.welcome)
	go lines(logs, regexp.MustCompile(`address=(https?://\S+)`), served)
	select {
	case s.url = <-served:
	case <-time.After(patience):
		require.Fail(t, "the server named no address")
	}
	anyCertificate := &http.Client{Transport: &http.Transport{TLSClientConfig: &tls.Config{InsecureSkipVerify: true}}} //nolint:gosec // a test's own
	require.Eventually(t, func() bool {
		answer, err := anyCertificate.Get(s.url + "/api/session")
		if err != nil {
			return false
		}
		_ = answer.Body.Close()
		return answer.StatusCode == http.StatusOK
	}, patience, 20*time.Millisecond)
	return s
}

// lines hands on what the first line that fits holds, and reads on, so that
// the server never waits for its reader.
func lines(from io.Reader, wanted *regexp.Regexp, found chan<- string) {
	scanner := bufio.NewScanner(from)
	for scanner.Scan() {
		if hit := wanted.FindStringSubmatch(scanner.Text()); hit != nil {
			select {
			case found <- hit[1]:
			default:
			}
		}
	}
}

// token is the secret of the one-time link that a first start printed.
func (s *server) token() string {
	select {
	case token := <-s.welcome:
		return token
	case <-time.After(patience):
		require.Fail(s.t, "the server printed no one-time link")
		return ""
	}
}

func (s *server) stop() {
	_ = s.cmd.Process.Signal(syscall.SIGTERM)
	_ = s.cmd.Wait()
}

// startDemo runs the invented school at a Monday morning in term. Tests that have
// a school of their own may run beside one another.
func startDemo(t testing.TB, more ...string) *server {
	beside(t)
	monday := time.Date(2026, 3, 2, 9, 15, 0, 0, time.Local)
	return start(t, append([]string{"demo", "--data", demotest.Folder(t, monday), "--at", monday.Format("2006-01-02T15:04")}, more...)...)
}

func beside(t testing.TB) {
	if own, ok := t.(*testing.T); ok && os.Getenv("SCREENSHOTS") == "" {
		own.Parallel()
	}
}

var browserOnce = sync.OnceValues(func() (*rod.Browser, error) {
	bin := os.Getenv("CHROMIUM")
	if bin == "" {
		bin = "/usr/bin/chromium"
	}
	// Chromium fills the lists of its own address bar in every window, twice over, though
	// nobody sees one here: a third of what a window costs.
	control, err := launcher.New().Bin(bin).NoSandbox(true).Headless(true).Leakless(false).
		Set("disable-gpu").Set("disable-quic").Set("no-first-run").Set("disable-background-networking").
		Set("disable-component-update").Set("disable-sync").Set("force-color-profile", "srgb").
		Append("disable-features", "WebUIOmniboxPopup", "WebUIOmniboxAimPopup", "WebUIOmniboxFullPopup", "WebUIContentsPreloadManager").
		Set("host-resolver-rules", "MAP "+tabletHost+" 127.0.0.1").Launch()
	if err != nil {
		return nil, fmt.Errorf("starting Chromium: %w", err)
	}
	browser := rod.New().ControlURL(control)
	return browser, browser.Connect()
})

func TestMain(m *testing.M) {
	code := m.Run()
	if browser, err := browserOnce(); err == nil {
		_ = browser.Close()
	}
	os.Exit(code)
}

// pages numbers the pictures of pages, so that each one is kept.
var pages atomic.Int64

// screen is a page with words for what a person does.
type screen struct {
	t testing.TB
	*rod.Page
	url string
}

// open opens a page of its own, with no cookies, at 1280×800, for somebody who asked for
// less motion: what glides for a third of a second is easily missed by a machine's hand.
func open(t testing.TB, s *server, path string) *screen {
	browser, err := browserOnce()
	require.NoError(t, err)
	fresh, err := browser.Incognito()
	require.NoError(t, err)
	page, err := fresh.Page(proto.TargetCreateTarget{URL: "about:blank"})
	require.NoError(t, err)
	t.Cleanup(func() {
		if t.Failed() {
			picture, err := page.Screenshot(false, nil)
			if err == nil {
				name := filepath.Join(os.TempDir(), fmt.Sprintf("enkaustos-%s-page-%d.png", strings.ReplaceAll(t.Name(), "/", "-"), pages.Add(1)))
				_ = os.WriteFile(name, picture, 0o600)
				t.Log("a page that was open when it failed:", name, page.MustInfo().URL)
			}
		}
		_ = page.Close()
	})
	require.NoError(t, proto.EmulationSetFocusEmulationEnabled{Enabled: true}.Call(page))
	p := &screen{t: t, Page: page, url: s.url}
	p.size(1280, 800)
	p.motion("reduce")
	p.goTo(path)
	return p
}

// motion is what the person at the screen asked of the machine: "reduce" or "no-preference".
func (p *screen) motion(wanted string) {
	media := proto.EmulationSetEmulatedMedia{Features: []*proto.EmulationMediaFeature{{Name: "prefers-reduced-motion", Value: wanted}}}
	require.NoError(p.t, media.Call(p.Page))
}

func (p *screen) size(w, h int) {
	require.NoError(p.t, p.SetViewport(&proto.EmulationSetDeviceMetricsOverride{Width: w, Height: h, DeviceScaleFactor: 1}))
}

func (p *screen) goTo(path string) {
	require.NoError(p.t, p.Navigate(p.url+path))
	require.NoError(p.t, p.WaitLoad())
}

// unlock says the passphrase at the door.
func (p *screen) unlock(passphrase string) {
	p.typeInto("input[name=passphrase]", passphrase)
	p.press(input.Enter)
	p.see("h1", "Today")
}

// see waits for an element that holds the text.
func (p *screen) see(selector, text string) *rod.Element {
	p.t.Helper()
	pattern := regexp.QuoteMeta(text)
	if text == "" {
		pattern = "^" // any text; the browser's side takes no empty pattern
	}
	found, err := p.Timeout(patience).ElementR(selector, pattern)
	require.NoErrorf(p.t, err, "%s with %q does not show", selector, text)
	return found.CancelTimeout()
}

// gone waits until no element of the selector holds the text; "" is any text.
func (p *screen) gone(selector, text string) {
	p.t.Helper()
	require.Eventuallyf(p.t, func() bool {
		if text == "" {
			return p.count(selector) == 0
		}
		has, _, err := p.HasR(selector, regexp.QuoteMeta(text))
		return err == nil && !has
	}, patience, 50*time.Millisecond, "%s with %q still shows", selector, text)
}

// click presses what a person would press.
func (p *screen) click(selector, text string) {
	p.t.Helper()
	require.NoErrorf(p.t, p.see(selector, text).Timeout(patience).Click(proto.InputMouseButtonLeft, 1), "%s with %q cannot be pressed", selector, text)
}

// clickX presses what an XPath finds.
func (p *screen) clickX(path string) {
	p.t.Helper()
	found, err := p.Timeout(patience).ElementX(path)
	require.NoErrorf(p.t, err, "%s does not show", path)
	found = found.CancelTimeout()
	if _, err := found.Interactable(); err != nil { // something lies over it: whoever sees that scrolls
		_, err = found.Eval(`() => this.scrollIntoView({ block: "center" })`)
		require.NoError(p.t, err)
	}
	require.NoErrorf(p.t, found.Timeout(patience).Click(proto.InputMouseButtonLeft, 1), "%s cannot be pressed", path)
}

// typeInto replaces what a field holds.
func (p *screen) typeInto(selector, text string) {
	p.t.Helper()
	field, err := p.Timeout(patience).Element(selector)
	require.NoErrorf(p.t, err, "%s does not show", selector)
	field = field.CancelTimeout()
	require.NoError(p.t, field.SelectAllText())
	require.NoError(p.t, field.Input(text))
}

func (p *screen) press(keys ...input.Key) {
	p.t.Helper()
	for _, k := range keys {
		require.NoError(p.t, p.Keyboard.Type(k))
	}
}

// choose picks an option of a select by its label.
func (p *screen) choose(label, option string) {
	p.t.Helper()
	field, err := p.Timeout(patience).Element(fmt.Sprintf(`input[aria-label=%q]`, label))
	require.NoErrorf(p.t, err, "no select is called %s", label)
	_, err = field.Eval(`() => this.closest(".el-select__wrapper").click()`)
	require.NoError(p.t, err)
	require.Eventuallyf(p.t, func() bool {
		done, err := p.Eval(`(option) => {
			const shown = [...document.querySelectorAll(".el-select-dropdown__item")]
				.find((i) => i.textContent.trim().startsWith(option) && i.getClientRects().length && i.checkVisibility({ visibilityProperty: true }));
			shown?.click();
			return !!shown;
		}`, option)
		return err == nil && done.Value.Bool()
	}, patience, 100*time.Millisecond, "%s offers no %s", label, option)
	require.Eventuallyf(p.t, func() bool { // a list of several stays open for the next
		open, err := field.Eval(`() => !this.closest(".el-select").querySelector(".el-tag") && [...document.querySelectorAll(".el-select__popper")].some((i) => i.checkVisibility({ visibilityProperty: true }))`)
		return err == nil && !open.Value.Bool()
	}, patience, moment, "the list of %s stays open", label)
	p.settle()
}

// topOf is how far below the window's upper edge an element stands that an XPath finds, in px.
func (p *screen) topOf(path string) float64 {
	p.t.Helper()
	found, err := p.Timeout(patience).ElementX(path)
	require.NoErrorf(p.t, err, "%s does not show", path)
	box, err := found.CancelTimeout().Shape()
	require.NoError(p.t, err)
	return box.Box().Y
}

// upload gives a file to a file field, as a teacher chooses it.
func (p *screen) upload(path string) {
	p.t.Helper()
	field, err := p.Timeout(patience).Element("input[type=file]")
	require.NoError(p.t, err)
	require.NoError(p.t, field.CancelTimeout().SetFiles([]string{path}))
}

// settle waits until nothing on the page has changed or moved for a quarter of a second.
func (p *screen) settle() {
	_, err := p.Eval(`(quiet, limit) => new Promise((done) => {
		const begun = performance.now();
		let changed = begun;
		const watch = new MutationObserver(() => { changed = performance.now(); });
		watch.observe(document, { subtree: true, childList: true, attributes: true, characterData: true });
		const moves = (a) => a.playState === "running" && a.effect.getComputedTiming().endTime !== Infinity;
		const look = () => {
			const now = performance.now();
			if (document.getAnimations().some(moves)) changed = now;
			if (now - changed < quiet && now - begun < limit) return setTimeout(look, 25);
			watch.disconnect();
			done();
		};
		look();
	})`, 250, 3000)
	require.NoError(p.t, err)
}
