package e2e

import (
	"cmp"
	"image"
	"os"
	"regexp"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/rack"
)

// examined is the application in a full room, and how a view is looked at there:
// axe-core finds nothing serious on it.
func examined(t *testing.T) (p *screen, look func(name string)) {
	p = open(t, startRoom(t), "/")
	return p, func(name string) { t.Helper(); p.examine(name) }
}

// examine fails on what axe-core calls serious.
func (p *screen) examine(name string) {
	p.t.Helper()
	axe, err := os.ReadFile(root(p.t, "web", "node_modules", "axe-core", "axe.min.js"))
	require.NoError(p.t, err)
	p.settle()
	_, err = p.Eval("() => {" + string(axe) + "\n}")
	require.NoError(p.t, err)
	found, err := p.Eval(`async () => {
		const result = await axe.run(document, { resultTypes: ["violations"], preload: false, iframes: false });
		return result.violations
			.filter((v) => v.impact === "serious" || v.impact === "critical")
			.map((v) => v.id + ": " + v.nodes.slice(0, 3).map((n) => n.target.join(" ") + " " + n.failureSummary).join("; "));
	}`)
	require.NoError(p.t, err)
	for _, violation := range found.Value.Arr() {
		p.t.Errorf("%s: %s", name, violation.Str())
	}
}

func TestNothingSeriousInAnyPlace(t *testing.T) {
	p, look := examined(t)
	look("door")
	p.unlock("bare feet only")
	look("today")
	// A class has of everything that the school has, and fewer of it to look at.
	class := ""
	for _, place := range places(t) {
		if strings.Contains(place.path, ":") || place.path == "/station" {
			continue // opened below, with something in it
		}
		of := "10 Studio" // plans, and what came out
		if strings.HasPrefix(place.path, "/bench") || strings.HasPrefix(place.path, "/foot") || strings.HasPrefix(place.path, "/kiln") {
			of = "12 Kiln Room"
		}
		if of != class {
			p.choose("Class", of)
			class = of
		}
		p.goTo(place.path)
		p.see("main h1", place.heading)
		look(place.path)
	}
}

func TestNothingSeriousAtTheLessons(t *testing.T) {
	p, look := examined(t)
	p.unlock("bare feet only")
	p.goTo(afternoon)
	p.see("h2", "Who does what when")
	look("lesson")
	p.goTo(afternoon + "/before")
	p.see("h2", "Hand out")
	look("before")
	p.goTo(afternoon + "/labels")
	p.see("h1", "Cup labels")
	look("cup labels")
	p.goTo(afternoon + "/pack")
	p.see(".box", "Goes with it")
	look("boxes")
	p.goTo(afternoon + "/sheet")
	p.see("h3", "Who does what")
	look("substitute's sheet")
	p.goTo("/lessons/" + morning)
	p.see("#now", "Right now")
	p.click("summary", "By table")
	look("a lesson that runs")
	c := client(t, p.url)
	send(t, c, "POST", p.url+"/api/lessons/"+morning+"/pours", map[string]any{"glaze": "B11", "ml": 90})
	send(t, c, "PUT", p.url+"/api/brushes", []map[string]any{{"brush": "12 mm flat", "from": 1, "to": 6}})
	p.goTo("/lessons/" + morning + "/close")
	p.see(".brushes", "6")
	look("until the bell")
	p.goTo(afternoon + "/before")
	p.click("button", "Count brushes by number")
	p.see(".el-dialog", "Add a kind")
	look("brushes by number")
	p.goTo("/lessons/seats")
	p.click(".choices button", "7 Wren")
	p.choose("Jars that are offered", "B11")
	p.see("section h2", "B11")
	p.goTo("/lessons/seats")
	p.see("section h2", "B11")
	look("seats")
	p.goTo("/lessons")
	p.clickX(`//div[contains(@class, "today")]//button[contains(., "10 Studio")]`)
	p.see(".el-dialog", "Save the lesson")
	look("one lesson")
}

func TestNothingSeriousAtThePlans(t *testing.T) {
	p, look := examined(t)
	p.unlock("bare feet only")
	p.goTo("/plan")
	p.clickX(`//a[contains(@class, "card")]`)
	p.see("button", "Exterior")
	look("desk")
	p.press('h')
	p.see(".el-drawer", "What happened")
	look("record")
	p.press(input.Escape)
	p.press('?')
	p.see(".el-dialog", "Plan desk")
	look("keys")

	// What opens over the views, with something in it.
	p.goTo("/plan")
	p.click("button", "New assignment")
	p.see(".areas", "Exterior")
	look("assignment")
	p.goTo("/plan")
	p.click("a", "Record sheets to print")
	p.see(".record", "Foot checked")
	look("record sheets")
	p.click("a", "Overview, kits, labels")
	p.see("h1", "Class overview")
	look("overview")
	for link, heading := range map[string]string{"For the substitute": "Put out", "To take home": "Echo cup", "Labels": "Echo cup"} {
		p.click("a", link)
		p.see(".paper", heading)
		look(link)
	}
	p.goTo("/plan")
	p.click(".unseen a", "Ferryman's bowl")
	p.see("h1", "What deserves a look")
	p.see("article button", "Approve")
	look("review")
	p.click("a", "Open the desk")
	p.see("button", "Schemes")
	p.press('o')
	p.see(".el-drawer", "a neighbour")
	look("models")
	p.press(input.Escape)
	p.settle()
	p.press('d')
	p.see(".el-dialog", "Exterior and Foot ring")
	look("marking")
	p.press(input.Escape)
	p.settle()
	p.press('v')
	p.see("h1", "one scheme")
	p.press('n')
	p.see("h1", "2 schemes")
	look("schemes")
}

func TestNothingSeriousInWhatOpens(t *testing.T) {
	p, look := examined(t)
	p.unlock("bare feet only")
	p.goTo("/tiles/programme")
	p.click(".ask button", "Save this programme")
	p.see(".programme h3", "Q1-1")
	look("tile programme")
	p.goTo("/stock")
	p.click("button", "Save a recipe")
	p.see(".el-dialog", "Only jars of one kind")
	look("recipe")
	p.goTo("/classes")
	p.click(".bring button", "Import tiles")
	p.upload(root(t, "examples", "tiles.csv"))
	p.see(".sum", "refused")
	look("import")
	p.press(input.Escape)
	p.goTo("/tiles")
	p.see(".wall .code", "F01")
	p.press('f')
	p.see(".found .how", "")
	look("find a colour")
	p.click(".wall button[data-code=F06]", "")
	p.see(".el-drawer h3", "How it covers")
	look("tile")
	p.click(".el-drawer button", "Show the class")
	p.see(".big .name", "F06")
	look("tiles for the class")
	p.press(input.Escape)
	p.goTo("/tiles/read")
	_, file := rackFile(t, rack.Options{Columns: 2, Rows: 1, Kelvin: 5000, Cards: rack.Middle})
	p.upload(file)
	p.see(".tools button", "Grey patch")
	p.drag(image.Pt(60, 60), image.Pt(90, 90))
	require.Eventually(t, func() bool { return p.count(".rack .mark") == 1 }, patience, moment)
	look("photograph")
	p.goTo("/results/pieces")
	p.click(".card button", "Add a tile")
	p.see(".tile-form", "Fired colour")
	look("tile from a piece")
	p.choose("Class", "10 Studio")
	p.goTo("/bench")
	p.clickX(`//td[contains(., "Nothing is planned")]/preceding-sibling::td//button`)
	p.see(".el-dialog", "which jar?")
	look("jar choice")
	p.press(input.Escape)
	p.settle()
}

func TestNothingSeriousAtATablet(t *testing.T) {
	p, look := examined(t)
	p.unlock("bare feet only")
	// What runs beside the views, and a tablet of the room.
	p.press('T')
	p.see(".el-drawer", "Pair a tablet")
	look("tablets")
	p.press(input.Escape)
	p.settle()
	tablet := open(t, &server{t: t, url: p.url}, "/station")
	tablet.see("h1", "A tablet for the room")
	tablet.examine("pairing")
	tablet = pairedTablet(t, &server{t: t, url: p.url}, p, "Sink side")
	tablet.click(".table .choices button", "Window table")
	tablet.click(".lists button", "List what is put out")
	tablet.see(".lists li", "sponge")
	tablet.examine("names and a table on a tablet")
	tablet.click(".names button", "Ilo N.")
	tablet.see(".stroke", "N05")
	tablet.examine("a stroke on a tablet")
	tablet.click(".tabs button", "Wishes")
	tablet.see(".tiles", "F01")
	tablet.examine("wishes on a tablet")
	send(t, client(t, p.url), "POST", p.url+"/api/demo/clock", map[string]int{"minutes": 45})
	tablet.goTo("/station")
	tablet.see(".clearing", "Is a coat half done?")
	tablet.examine("clearing up on a tablet")
}

// place is one of the application's places, as web/src/places.ts lists them.
type place struct{ path, heading string }

func places(t *testing.T) (all []place) {
	text, err := os.ReadFile(root(t, "web", "src", "places.ts"))
	require.NoError(t, err)
	for _, hit := range regexp.MustCompile(`\{ path: "([^"]+)", name: "([^"]+)",(?: heading: "([^"]+)",)?`).FindAllStringSubmatch(string(text), -1) {
		all = append(all, place{hit[1], cmp.Or(hit[3], hit[2])})
	}
	require.Greater(t, len(all), 20)
	return all
}
