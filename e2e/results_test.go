package e2e

import (
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/require"

	"enkaustos/internal/contract"
	"enkaustos/internal/rack"
)

type object = map[string]any

// firedClass is a class whose pieces are all out of the kiln, and were not looked at: slabs
// with three coats on the face, so many minutes apart.
func firedClass(t testing.TB, s *server, c *http.Client, name string, students, minutes int) (pieces []contract.Piece) {
	t.Helper()
	return firedWith(t, s, c, name, students, minutes, object{"surface": "face", "bare": false, "stack": []object{{"glaze": "N01", "coats": 3}}}, "N01", "N01", "N01")
}

// firedWith is firedClass with another face, laid coat by coat.
func firedWith(t testing.TB, s *server, c *http.Client, name string, students, minutes int, face object, coats ...string) (pieces []contract.Piece) {
	t.Helper()
	var list strings.Builder
	list.WriteString("name,class,mark\n")
	for i := range students {
		fmt.Fprintf(&list, "Oda %c%d.,%s,%d\n", 'A'+i%26, i/26, name, i+1)
	}
	send(t, c, "POST", s.url+"/api/imports", object{"kind": "students", "apply": true, "text": list.String()})
	classes := get[[]contract.Class](t, c, s.url+"/api/classes")
	class := classes[slices.IndexFunc(classes, func(c contract.Class) bool { return c.Name == name })]
	send(t, c, "POST", s.url+"/api/assignments", object{"class": class.Id, "name": "Reed tile", "form": "slab", "measures": object{"thickness": 20}, "cone": "6"})
	all := func() []contract.Piece {
		return get[contract.PieceList](t, c, s.url+"/api/pieces?class="+class.Id).Pieces
	}
	later := func(minutes int) { send(t, c, "POST", s.url+"/api/demo/clock", object{"minutes": minutes}) }
	each := func(of func(p contract.Piece) []object) {
		var events []object
		for i, p := range all() {
			for j, e := range of(p) {
				e["piece"], e["id"] = p.Id, fmt.Sprintf("%s-%d-%d-%v-%d", class.Id, i, j, e["kind"], p.Seq)
				events = append(events, e)
			}
		}
		send(t, c, "POST", s.url+"/api/events", object{"events": events})
	}
	for _, p := range all() {
		send(t, c, "PUT", s.url+"/api/pieces/"+p.Id+"/plan", object{"revision": 0, "choices": []object{face, {"surface": "edge", "bare": true, "stack": []object{}}}})
	}
	each(func(contract.Piece) []object { return []object{{"kind": "clean"}} })
	for _, glaze := range coats {
		each(func(contract.Piece) []object {
			return []object{{"kind": "coat", "surface": "face", "glaze": glaze}}
		})
		later(minutes)
	}
	each(func(p contract.Piece) []object {
		return []object{{"kind": "cover", "cover": "even", "seen": p.Seq, "saw": p.Sight}, {"kind": "check", "verdict": "clean", "seen": p.Seq, "saw": p.Sight}}
	})
	later(14 * 60)
	var in []object
	for _, p := range all() {
		require.True(t, p.Fit, "%s: %+v", p.Student, p.Blockers)
		in = append(in, object{"id": p.Id, "seen": p.Seq})
	}
	send(t, c, "POST", s.url+"/api/loads", object{"cone": "6", "pieces": in, "name": "Reeds"})
	loads := get[[]contract.Load](t, c, s.url+"/api/loads")
	load := loads[slices.IndexFunc(loads, func(l contract.Load) bool { return l.Name == "Reeds" })]
	send(t, c, "POST", s.url+"/api/loads/"+load.Id+"/fire", nil)
	later(20 * 60)
	send(t, c, "POST", s.url+"/api/loads/"+load.Id+"/unload", nil)
	return all()
}

// A class of 28 at the cart, six of them with a fault: judged in at most 45 keys and presses,
// one mistake of them taken back where it happened; both grades follow by keys, and the sheet
// holds them.
func TestAClassAtTheCart(t *testing.T) {
	s := startDemo(t)
	c := client(t, s.url)
	pieces := firedClass(t, s, c, "9 Reed", 28, 30)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "9 Reed")
	p.goTo("/results")
	p.see(".ways button", "Mark the 28 others as sound")
	presses := 0
	key := func(keys ...input.Key) {
		presses += len(keys)
		p.press(keys...)
	}
	for i, fault := range []struct {
		key   input.Key
		says  string
		clear bool
	}{{'k', "Face: streaky or see-through, small", false}, {'r', "Face: ran, clear", true}, {'q', "Face: crawled or flaked, small", false},
		{'z', "Face: crazed, clear", true}, {'p', "Face: pinholes or blisters, small", false}, {'w', "Face: sharp drips, small", false}} {
		who := p.see(fmt.Sprintf(".queue li:nth-child(%d) b", 4*i+2), "").MustText()
		presses++
		p.click(fmt.Sprintf(".queue li:nth-child(%d) button", 4*i+2), who)
		p.see(".look h2", strings.TrimSpace(who[:strings.LastIndex(who, " ")]))
		key(fault.key)
		p.see(".said li", strings.Replace(fault.says, ", clear", ", small", 1))
		if fault.clear {
			key(fault.key)
			p.see(".said li", fault.says)
		}
	}
	p.see(".said .caution", "eye protection, a mask, and wet")
	key('m', 'm')
	p.see("[aria-pressed=true]", "A little")
	p.see(".ways button", "Mark the 22 others as sound")
	key('A')
	p.see(".batch", "22 came out sound")
	require.LessOrEqual(t, presses, 45)
	t.Logf("counted: keys and presses for a class of 28 at the cart, six with faults | %d | at most 45", presses)

	// A slip: sound beside a fault is refused in words, the fault goes by its key, and it is sound.
	p.press('s')
	p.see(".notice", "take that back before you call it sound")
	p.press('w')
	p.see(".said li", "sharp drips, clear")
	p.press('w')
	p.gone(".said li", "sharp drips")
	p.press('s')
	p.see(".said", "It came out sound.")
	p.examine("the cart")

	sound, faulty := 0, 0
	for _, one := range get[contract.PieceList](t, c, s.url+"/api/pieces?class="+pieces[0].Class).Pieces {
		if one.Outcome.Sound {
			sound++
		}
		faulty += len(one.Outcome.Faults)
	}
	require.Equal(t, 23, sound)
	require.Equal(t, 5, faulty)

	// Both grades, by keys: the record proposes the glazing, the making is given.
	p.goTo("/results/grades")
	p.see(".ways button", "Give all 28 proposed")
	p.see(".lines li", "Even at the first look.")
	p.press(input.Enter)
	p.see(".ways button", "Give all 27 proposed")
	p.press('-')
	p.see(".ways button", "Give all 26 proposed")
	p.press('l')
	p.see("tr.at td", "late")
	p.press('A')
	p.see(".notice", "26 grades given, as proposed")
	p.examine("grades")
	p.click("button", "The made piece")
	p.see("tr.at td", "")
	p.press('+', '+')
	p.see("tr.at b", "2")
	answer, err := c.Get(s.url + "/api/grades/sheet?assignment=" + pieces[0].Assignment)
	require.NoError(t, err)
	sheet := make([]byte, 1<<16)
	n, _ := answer.Body.Read(sheet)
	require.NoError(t, answer.Body.Close())
	require.Contains(t, string(sheet[:n]), "Reed tile,2,4,")
	require.Equal(t, 29, strings.Count(string(sheet[:n]), "\n"))
}

// A fault is noted, its cause read with the evidence and what to do next time; its maker reads what to
// try at the tablet, and no cause; the stack is avoided with a reason, and the next plan hears of it; the
// piece's faults hang on the wall by their cause, without a name, and its label says what speaks against
// food.
func TestWhyItCameAndWhatToTry(t *testing.T) {
	s := startRoom(t)
	c := client(t, s.url)
	pieces := firedClass(t, s, c, "8 Sedge", 3, 1)
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.choose("Class", "8 Sedge")
	p.goTo("/results")
	p.see(".look h2", "Oda A0.")
	p.press('q', 'q')
	p.see(".said li", "Face: crawled or flaked, clear")
	p.see(".why li", "A coat was laid on a wet one.")
	p.see(".why li", "Coat 3 went on 6") // some 60 s
	p.see(".why", "Wait until it is chalky all over.")
	p.press(input.ArrowRight, 'w')
	p.see(".said .caution", "eye protection")
	p.press('A')
	p.see(".batch", "1 came out sound")

	send(t, c, "PUT", s.url+"/api/room", object{"class": pieces[0].Class})
	tablet := pairedTablet(t, s, p, "Window table")
	tablet.click(".names button", "Oda A0.")
	tablet.see(".came", "Face crawled or flaked")
	tablet.see(".came li", "Work on another side until the coat below is chalky and dry.")
	tablet.gone(".came", "in 100")
	tablet.examine("a fired piece at a tablet")
	_, file := rackFile(t, rack.Options{Seed: 3, Columns: 1, Rows: 1, Kelvin: 5000})
	tablet.upload(file)
	tablet.see(".camera [role=status]", "Kept. Your teacher sees it.")

	p.goTo("/results/pieces")
	p.see(".grind li", "Oda B0.")
	p.click(".grind button", "Mark as ground")
	p.gone(".grind li", "Oda B0.")
	p.goTo("/results/stacks")
	p.fill("[aria-label='Search stacks']", "N01")
	row := p.see(".stacks li h2", "3 × N01").MustText()
	p.clickX(fmt.Sprintf(`//ol[@class="stacks"]/li[.//h2[.=%q]]//button[contains(., "Avoid it")]`, row))
	p.typeInto("input[name=avoid-reason]", "too quiet for this clay")
	p.click(".ask button", "Save")
	p.see(".stacks li.avoid", "Avoided: too quiet for this clay")
	p.examine("stacks")
	said := ""
	for _, f := range get[contract.PieceDetail](t, c, s.url+"/api/pieces/"+pieces[0].Id).Piece.Findings {
		said += f.Text
	}
	require.Contains(t, said, "is not wanted again on")
	p.goTo("/results/faults")
	p.see(".watch li", "A coat was laid on a wet one (on 1 of 3 pieces)")
	p.see(".cause .faults li", "Slab, face: crawled or flaked")
	p.gone("main", "Oda")
	p.examine("faults by cause")
	p.goTo("/plan/prints/" + pieces[0].Assignment + "/cards")
	p.see(".cards li", "Oda A0.")
	p.goTo("/plan/prints/" + pieces[0].Assignment + "/pickup")
	p.see(".labels li", "Oda A0.")
	p.gone(".paper", "food safe")
}

// A class votes on two schemes at a tablet, one vote each, and the teacher closes the vote.
func TestAClassVotes(t *testing.T) {
	s := startRoom(t)
	c := client(t, s.url)
	var piece contract.Piece
	for _, one := range get[contract.PieceList](t, c, s.url+"/api/pieces").Pieces {
		if one.Revision > 0 && one.Fired == nil && one.Load == nil {
			piece = one
			break
		}
	}
	send(t, c, "PUT", s.url+"/api/room", object{"class": piece.Class})
	p := open(t, s, "/")
	p.unlock("bare feet only")
	p.goTo("/plan/" + piece.Id + "/schemes")
	p.click("button", "Add a rotated copy")
	p.see(".row > li:nth-child(2)", "")
	p.click(".votes button", "Open a vote")
	p.see(".votes", "The class votes at its tablets")
	tablet := pairedTablet(t, s, p, "By the door")
	tablet.click("header button", "Vote: "+piece.Title)
	tablet.see(".vote p", "have not voted yet")
	who := tablet.see(".who li:first-child button", "").MustText()
	tablet.click(".who li:first-child button", who)
	tablet.examine("a vote at a tablet")
	tablet.click(".options button", "Vote for B")
	tablet.see(".said", who+" voted")
	p.see(".votes .count:last-of-type", "B 1")
	p.click(".votes button", "Close the vote")
	p.see(".votes", "The class voted")
	tablet.gone(".vote", "")
	tablet.gone("header button", "Vote:")
}
