package e2e

import (
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/input"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
)

// tabletHost is a name under which a page is no secure context.
const tabletHost = "enkaustos.test"

// pairedTablet pairs a tablet of its own by the code that the teacher's drawer
// shows, under a host name that is no secure context.
func pairedTablet(t *testing.T, s *server, teacher *screen, name string) *screen {
	teacher.press('T')
	teacher.see(".el-drawer", "Pair a tablet")
	teacher.press('p')
	code := strings.ReplaceAll(teacher.see(".digits", "").MustText(), " ", "")
	teacher.press(input.Escape)
	teacher.settle()
	p := open(t, &server{t: t, url: strings.Replace(s.url, "127.0.0.1", tabletHost, 1)}, "/station")
	p.size(820, 1180)
	require.False(t, p.MustEval(`() => isSecureContext`).Bool(), "as on the school's network")
	p.typeInto("input[name=code]", code)
	p.typeInto("input[name=name]", name)
	p.click("button", "Pair")
	p.see(".names li", "")
	return p
}

// startRoom is the demo on a name of its own, in the lesson of 7 Plover.
func startRoom(t testing.TB) *server {
	return startDemo(t, "--host", tabletHost)
}

// A student at a tablet: two taps for a coat, the wait, what to do meanwhile, a
// step back; a plan of their own, wishes; locked and ended by the teacher.
func TestStudentAtATablet(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	p := pairedTablet(t, s, teacher, "Window table")
	p.see("header b", "7 Plover")

	taps := 0
	tap := func(selector, text string) { taps++; p.click(selector, text) }
	tap(".names button", "Ilo N.")
	p.see(".stroke", "N05")
	p.see(".how", "Brush")
	p.see(".line", "bare up to")
	tap(".add", "Add coat")
	p.see(".net", "Window table")
	require.Equal(t, 2, taps, "one coat at a station")
	c := client(t, s.url)
	mine := func() contract.Piece { return pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl") }
	require.Eventually(t, func() bool { return len(mine().Surfaces[0].On) == 1 }, patience, moment)
	history := get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+mine().Id).History
	require.True(t, slices.ContainsFunc(history, func(h contract.HistoryEntry) bool { return h.Kind == "coat" && h.By == "Window table" }))

	// The wet surface waits, counted down; the others are offered.
	// What is refused at once is said, and keeps no later tap back.
	router := p.HijackRequests()
	require.NoError(t, router.Add("*/api/events", proto.NetworkResourceTypeFetch, func(h *rod.Hijack) {
		h.Response.SetHeader("Content-Type", "application/problem+json")
		h.Response.SetBody(`{"title":"Forbidden","status":403,"detail":"The tablets are locked: the teacher opens them again."}`)
		h.Response.Payload().ResponseCode = 403
	}))
	go router.Run()
	p.coat()
	p.see(".said", "The tablets are locked")
	require.NoError(t, router.Stop())
	p.gone(".net", "on this tablet")
	p.click(".surfaces button", "Interior")
	p.see(".wait", "until it is dry")
	p.see(".mean", "Meanwhile")
	p.click(".mean button", "Already dry")
	p.click(".after button", "Undo my last coat")
	require.Eventually(t, func() bool { return len(mine().Surfaces[0].On) == 0 }, patience, moment)

	// A plan of their own, and wishes, by somebody who has none yet.
	p.click("button", "Everybody")
	p.click(".names button", "Ilo D.")
	p.see(".draft", "")
	p.click(".tiles button", "F01")
	p.click("button", "Save my plan")
	p.see(".draft [role=status]", "Kept.")
	p.click(".tabs button", "Wishes")
	p.click(".tiles button", "F02")
	p.click(".tiles button", "F04")
	p.typeInto(".wish input", "like wet slate")
	p.click("button", "Save my wishes")
	p.see(".wish [role=status]", "Your teacher sees it")
	for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if piece.Student == "Ilo D." && piece.Title == "Tide-pool bowl" {
			require.Equal(t, []string{"F02", "F04"}, piece.Wish.Tiles)
			teacher.goTo("/plan/" + piece.Id)
			teacher.see(".wish", "like wet slate")
			teacher.click(".wish button", "F02")
			teacher.see(".editor .code", "N02")
			require.Positive(t, piece.Revision)
		}
	}

	// One key: locked, switched, ended.
	teacher.press('T')
	teacher.see(".el-drawer", "Window table")
	teacher.press('l')
	p.see(".none", "locked the tablets")
	teacher.press('l')
	p.gone(".none", "locked the tablets")
	teacher.choose("Class on the tablets", "10 Studio")
	p.see("header b", "10 Studio")
	p.click(".names button", "say what you think")
	p.typeInto(".opinion textarea", "It moved more than the tile.")
	p.click("button", "Save")
	p.see(".names li", "")
	require.Eventually(t, func() bool {
		for _, piece := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
			if piece.Opinion != nil && *piece.Opinion == "It moved more than the tile." {
				return true
			}
		}
		return false
	}, patience, 100*time.Millisecond)
	teacher.click(".el-drawer li button", "End")
	p.see("h1", "A tablet for the room")
}

// The bell rings in the middle of a coat: how far it got is drawn on the piece and kept, and
// the tablet offers the rest of that coat, which is one coat then.
func TestACoatIsLeftAtALine(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	p := pairedTablet(t, s, teacher, "Door table")
	p.click(".names button", "Ilo N.")
	p.click(".surfaces button", "Exterior")
	p.click(".part button", "Add part of a coat")
	p.see(".part", "a quarter")
	p.see(".part label", "above the table")
	p.MustElement(".part input").MustFocus()
	before := p.MustElement(".part label b").MustText()
	p.press(input.ArrowRight)
	p.see(".part label b", " mm")
	line := p.MustElement(".part label b").MustText()
	require.NotEqual(t, before, line, "by key as by finger")
	p.seeDrawn(line)
	p.click(".part button", "above the line")
	p.click(".surfaces button", "Exterior")
	p.see(".how", "Go on where it was left: the part below "+line)
	c := client(t, s.url)
	outside := func() contract.SurfaceState {
		surfaces := pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl").Surfaces
		return surfaces[slices.IndexFunc(surfaces, func(s contract.SurfaceState) bool { return s.Id == "exterior" })]
	}
	toGo := len(outside().Left)
	p.coat()
	require.Eventually(t, func() bool { return len(outside().Left) == toGo-1 }, patience, moment)
	require.Len(t, outside().On, 1, "two strokes of one coat")
	require.Nil(t, outside().Left[0].Rest)
}

// coat adds a coat once the tablet takes one there: the same surface twice within two seconds is the
// same finger once more.
func (p *screen) coat() {
	if p.count(`.add[aria-disabled="true"]`) > 0 { // all is on here: the next is offered beside
		p.click(".mean button", "")
	}
	time.Sleep(2100 * time.Millisecond)
	p.click(".add", "")
}

// offline takes the network away from a page, or gives it back.
func (p *screen) offline(off bool) {
	require.NoError(p.t, proto.NetworkEnable{}.Call(p))
	require.NoError(p.t, proto.NetworkEmulateNetworkConditions{Offline: off, Latency: 0, DownloadThroughput: -1, UploadThroughput: -1}.Call(p))
}

// A student moves to another class and the class is archived while a tablet holds taps of theirs:
// nothing is lost, and the record has the taps when the class is back.
func TestTapsOutlastAClass(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	c := client(t, s.url)
	p := pairedTablet(t, s, teacher, "Kiln wall")
	ilo := pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl")
	p.offline(true)
	p.click(".names button", "Ilo N.")
	for n := range 2 {
		p.coat()
		p.see(".net", strconv.Itoa(n+1)+" tap")
	}
	classes := get[[]contract.Class](t, c, s.url+"/api/classes")
	class := func(name string) contract.Class {
		return classes[slices.IndexFunc(classes, func(k contract.Class) bool { return k.Name == name })]
	}
	plover := class("7 Plover")
	student := plover.Students[slices.IndexFunc(plover.Students, func(x contract.Student) bool { return x.Name == "Ilo N." })]
	send(t, c, "PATCH", s.url+"/api/students/"+student.Id, map[string]any{"class": class("7 Wren").Id, "mark": "ZQ"})
	archive := func(away bool) {
		send(t, c, "PUT", s.url+"/api/classes/"+plover.Id, map[string]any{"clay": plover.Clay, "cone": plover.Cone, "archived": away})
	}
	archive(true)
	p.offline(false)
	p.goTo("/station")
	// Both are laid before the teacher, who logs them once the class is back.
	require.Eventually(t, func() bool { return len(get[[]contract.Stray](t, c, s.url+"/api/strays")) == 2 }, patience, moment)
	archive(false)
	teacher.choose("Class", "7 Plover")
	teacher.goTo("/bench")
	logged := func() (n int) {
		for _, e := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+ilo.Id).History {
			if e.By == "Kiln wall" {
				n++
			}
		}
		return n
	}
	teacher.see(".strays li", "and 1 more")
	teacher.see(".strays li", "This piece is not of the class that is in the room now.")
	teacher.click(".strays button", "Log it")
	require.Eventually(t, func() bool { return logged() == 2 && teacher.count(".strays li") == 0 }, patience, moment)
}

// The queue that a tablet kept under the release before (testdata/tablet-queue.json, as its store held it)
// is sent whole, in order, once, when the page of this release is opened.
func TestTheQueueOfTheReleaseBefore(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	c := client(t, s.url)
	p := pairedTablet(t, s, teacher, "Kiln wall")
	ilo := pieceOf(t, c, s.url, "Ilo N.", "Tide-pool bowl")
	text, err := os.ReadFile("testdata/tablet-queue.json")
	require.NoError(t, err)
	p.offline(true)
	p.MustEval(`(text) => new Promise((done, fail) => {
		const open = indexedDB.open("enkaustos-tablet", 1);
		open.onerror = () => fail(open.error);
		open.onsuccess = () => {
			const put = open.result.transaction("taps", "readwrite");
			for (const tap of JSON.parse(text)) put.objectStore("taps").add({ ...tap, at: Date.now() + tap.at });
			put.oncomplete = () => { open.result.close(); done(); };
			put.onerror = () => fail(put.error);
		};
	})`, strings.ReplaceAll(string(text), "PIECE", ilo.Id))
	p.offline(false)
	p.goTo("/station")
	kinds := func() (all []string) {
		for _, e := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+ilo.Id).History {
			if e.By == "Kiln wall" {
				all = append(all, string(e.Kind))
			}
		}
		return all
	}
	want := []string{"clean", "coat", "coat", "undo", "coat", "dry"}
	require.Eventually(t, func() bool { return len(kinds()) >= len(want) }, patience, moment)
	p.goTo("/station") // sent again, it changes nothing
	p.see(".names li", "")
	got := kinds()
	if !slices.Equal(got, want) {
		slices.Reverse(got) // the newest first
	}
	require.Equal(t, want, got)
	require.Empty(t, get[[]contract.Stray](t, c, s.url+"/api/strays"))
}

// Twenty taps without the network, a reload, and the network again: each tap is
// there, once, in order; one that conflicts is laid before the teacher.
func TestTabletWithoutTheNetwork(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	p := pairedTablet(t, s, teacher, "Kiln wall")
	p.offline(true)
	tapped := 0
	for name, taps := range map[string]int{"Rafe R.": 13, "Rafe K.": 7} {
		p.click(".names button", name)
		for range taps {
			p.coat()
			tapped++
			p.see(".net", strconv.Itoa(tapped)+" tap")
		}
		p.click("button", "Everybody")
	}
	p.see(".net", "No network. 20 taps wait on this tablet.")
	waiting := p.MustEval(`async () => {
		const db = await new Promise((done) => { const r = indexedDB.open("enkaustos-tablet"); r.onsuccess = () => done(r.result); });
		return await new Promise((done) => { const r = db.transaction("taps").objectStore("taps").getAll(); r.onsuccess = () => done(r.result.map((t) => [t.event.piece, t.event.id])); });
	}`)
	tappedOn := map[string][]string{}
	for _, tap := range waiting.Arr() {
		tappedOn[tap.Arr()[0].Str()] = append(tappedOn[tap.Arr()[0].Str()], tap.Arr()[1].Str())
	}
	require.Len(t, tappedOn, 2)

	// Reloaded with the server out of reach, then within it again.
	_ = p.Reload()
	time.Sleep(300 * time.Millisecond)
	p.offline(false)
	p.goTo("/station")
	p.see(".names li", "")
	p.gone(".net", "on this tablet")
	c := client(t, s.url)
	for piece, ids := range tappedOn {
		var logged []string
		for _, e := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+piece).History {
			if e.By == "Kiln wall" {
				logged = append(logged, e.Id)
			}
		}
		require.Equal(t, ids, logged, "in order, once")
	}

	// What comes late and cannot be kept as it was is laid before the teacher.
	for piece := range tappedOn {
		said := p.MustEval(`async (piece) => (await fetch("/api/events", { method: "POST", headers: { "Content-Type": "application/json" }, body: JSON.stringify({ events: [
			{ id: "late-and-odd-" + piece.slice(0, 4), kind: "coat", piece, surface: "nowhere", glaze: "N01", ageMS: 60000 }] }) })).status`, piece)
		require.Equal(t, 200, said.Int())
	}
	teacher.choose("Class", "7 Plover")
	teacher.goTo("/bench")
	teacher.see(".strays li", "which had no network")
	for range tappedOn {
		teacher.click(".strays button", "Delete it")
		teacher.settle()
	}
	teacher.gone(".strays", "Kiln wall")
}

// A note for the class reaches the tablet, one that is not does not; what was thought of a
// piece is read by its class once the teacher releases it.
func TestATabletReadsWhatIsReleased(t *testing.T) {
	s := startRoom(t)
	teacher := open(t, s, "/")
	teacher.unlock("bare feet only")
	teacher.choose("Class", "Thursday Club")
	teacher.goTo("/results/pieces")
	teacher.see(".release", "The class sees what came out")
	c := client(t, s.url)
	var fired, open contract.Piece
	classes := get[[]contract.Class](t, c, s.url+"/api/classes")
	i := slices.IndexFunc(classes, func(c contract.Class) bool { return c.Name == "Thursday Club" })
	send(t, c, "PUT", s.url+"/api/room", map[string]any{"class": classes[i].Id})
	for _, p := range get[contract.PieceList](t, c, s.url+"/api/pieces?class="+classes[i].Id).Pieces {
		switch {
		case p.Unloaded != nil && p.Opinion == nil:
			fired = p
		case p.Fired == nil && p.Revision > 0:
			open = p
		}
	}
	note := func(id, text string, shown bool) {
		send(t, c, "POST", s.url+"/api/events", map[string]any{"events": []map[string]any{{"id": id, "kind": "note", "piece": open.Id, "text": text, "shown": shown}}})
	}
	note("a-note-for-me", "his mother rang", false)
	note("a-note-for-all", "mind the rim", true)

	tablet := pairedTablet(t, s, teacher, "Sink side")
	tablet.click(".names button", open.Student)
	tablet.see(".notes", "Your teacher says: mind the rim")
	require.NotContains(t, tablet.MustElement("body").MustText(), "his mother rang")
	tablet.click("button", "Everybody")
	tablet.click(".names button", fired.Student)
	tablet.see("h1", fired.Student)
	tablet.gone(".others", "")
	teacher.click(".release label", fired.Title)
	teacher.see(".notice", "the tablets of its class show it")
	tablet.see(".others h2", "What the class thinks")
	teacher.click(".release label", fired.Title)
	tablet.gone(".others", "")
}

// A piece that nobody planned takes a coat at a tablet, out of the jars that its class may use; the
// tiles there show raw and fired, with what is doubted of them, and none of a jar that it may not; a
// jar's card leads to the jar.
func TestATabletWithoutAPlan(t *testing.T) {
	s, _, p := beforeTheFirstCoat(t)
	c := client(t, s.url)
	bowl := func() contract.Piece { return pieceOf(t, c, s.url, "Ilo D.", "Tide-pool bowl") }
	send(t, c, "PUT", s.url+"/api/classes/"+bowl().Class, map[string]any{"clay": "FEN", "cone": "6", "jars": []string{"N03", "N05", "B11"}})
	p.click("header button", "Everybody")
	p.click(".names button", "Ilo D.")
	p.see(".tiles button", "N03")
	p.see(".tiles .raw", "")
	for _, title := range p.MustEval(`() => [...document.querySelectorAll(".tiles b")].map((b) => b.parentElement.textContent)`).Arr() {
		require.NotContains(t, title.Str(), "N01 ")
	}
	p.click(".tabs button", "Glaze")
	p.click(".free [role=radio]", "Exterior")
	p.see(".free .jar", "N05")
	require.Equal(t, 3, p.MustEval(`() => document.querySelectorAll(".free .jar").length`).Int())
	p.click(".free .jar", "N03")
	p.click(".free button", "Add coat")
	require.Eventually(t, func() bool {
		return slices.ContainsFunc(bowl().Surfaces, func(x contract.SurfaceState) bool { return x.Name == "Exterior" && len(x.On) == 1 })
	}, patience, moment)

	p.goTo("/stock?jar=N05")
	p.see(".jar-sheet h1", "N05")
	p.see(".jar-sheet", "fired: tile")
	p.click(".jar-sheet button", "Done")
	p.see(".names li", "")
}
