package api_test

import (
	"fmt"
	"log/slog"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/kiln"
	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	kernel "enkaustos/internal/school"
)

// bench is a small school, asked through the contract.
type bench struct {
	*caller
	t      *testing.T
	school *kernel.School
	class  string
	slab   contract.Assignment
	events int
}

// newBench has a class of three with slabs for cone 6, a runner, a low-fire clay, and two kilns.
func newBench(t *testing.T) *bench {
	clock := &demo.Clock{}
	s, err := kernel.Open(t.Context(), t.TempDir(), clock)
	require.NoError(t, err)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler), SetupToken: "once", Advance: clock.Advance})
	require.NoError(t, err)
	b := &bench{caller: newCaller(t, serving(t, s, handler).URL, newReader(t)), t: t, school: s}
	do[contract.Session](b.caller, 200, "POST", "/setup", body{"token": "once", "passphrase": "a long passphrase", "school": "Mill Lane"})
	for kind, text := range map[string]string{
		"glazes":   "code,name,kind,raw,cones,food\nA,Amber,solid,#aabbcc,5-6,yes\nR,River,breaking,#aabbcc,5-6,yes\nL,Low,solid,#aabbcc,06-04,yes\n",
		"clays":    "code,name,cones,fired\nPALE,Pale,5-6,#d8cfc0\nRED,Red,06-04,#8a4b36\n",
		"students": "name,class,mark\nIlo,7,O\nMarit,7,X\nOskar,7,+\n",
	} {
		require.True(t, do[contract.Import](b.caller, 200, "POST", "/imports", body{"kind": kind, "text": text, "apply": true}).Applied)
	}
	b.class = do[[]contract.Class](b.caller, 200, "GET", "/classes", nil)[0].Id
	do[contract.Class](b.caller, 200, "PUT", "/classes/"+b.class, body{"clay": "PALE", "cone": "6", "atmosphere": "oxidation"})
	b.slab = do[contract.Assignment](b.caller, 201, "POST", "/assignments", body{"class": b.class, "name": "Slab", "form": "slab", "measures": body{}, "cone": "6"})
	for name, to := range map[string]string{"Lighthouse": "6", "Matchbox": "04"} {
		k := do[kiln.Kiln](b.caller, 200, "GET", "/kilns/usual", nil)
		k.Name, k.From, k.To = name, "06", kiln.Cone(to)
		do[contract.KilnSeen](b.caller, 200, "POST", "/kilns", k)
	}
	return b
}

func (b *bench) kiln(name string) string {
	for _, k := range do[[]contract.KilnSeen](b.caller, 200, "GET", "/kilns", nil) {
		if k.Kiln.Name == name {
			return k.Kiln.ID
		}
	}
	return ""
}

func (b *bench) pieces() []contract.Piece {
	return do[contract.PieceList](b.caller, 200, "GET", "/pieces?class="+b.class, nil).Pieces
}

func (b *bench) piece(id string) contract.Piece {
	return do[contract.PieceDetail](b.caller, 200, "GET", "/pieces/"+id, nil).Piece
}

// log logs an event of a piece, and gives its id.
func (b *bench) log(piece string, e body) string {
	b.events++
	e["id"], e["piece"] = fmt.Sprintf("event-%04d", b.events), piece
	do[contract.Logged](b.caller, 200, "POST", "/events", body{"events": []body{e}})
	return e["id"].(string)
}

func (b *bench) later(hours float64) {
	do[contract.Session](b.caller, 200, "POST", "/demo/clock", body{"minutes": int(60 * hours)})
}

// plan plans coats on the face of a slab, and leaves the rest bare.
func (b *bench) plan(piece, glaze string, coats int) {
	do[contract.PieceDetail](b.caller, 200, "PUT", "/pieces/"+piece+"/plan", body{"revision": 0, "choices": []body{
		{"surface": "face", "bare": false, "stack": []body{{"glaze": glaze, "coats": coats}}}, {"surface": "edge", "bare": true, "stack": []body{}}}})
}

func (b *bench) look(piece string) {
	p := b.piece(piece)
	b.log(piece, body{"kind": "cover", "cover": "even", "seen": p.Seq, "saw": p.Sight})
	b.log(piece, body{"kind": "check", "verdict": "clean", "seen": p.Seq + 1, "saw": p.Sight})
}

// glaze plans and lays coats, looks at the piece and lets it dry.
func (b *bench) glaze(piece, glaze string, coats int, felt ...string) {
	b.plan(piece, glaze, coats)
	for i := range coats {
		e := body{"kind": "coat", "surface": "face", "glaze": glaze}
		if i < len(felt) {
			e["felt"] = felt[i]
		}
		b.log(piece, e)
		b.later(0.5)
	}
	b.look(piece)
	b.later(14)
}

func (b *bench) load(want int, cone string, pieces ...string) contract.Load {
	var seen []body
	for _, id := range pieces {
		seen = append(seen, body{"id": id, "seen": b.piece(id).Seq})
	}
	return do[contract.Load](b.caller, want, "POST", "/loads", body{"cone": cone, "pieces": seen})
}

func (b *bench) refused(says, method, path string, with any) {
	b.t.Helper()
	require.Contains(b.t, do[contract.Problem](b.caller, 422, method, path, with).Detail, says)
}

func (b *bench) codes(piece string) []string { return codesOf(b.piece(piece).Blockers) }

// What was true as the piece was put in has to be true as the kiln is lit: clay and cone of its
// assignment, the kiln, the air, and what stands beside it.
func TestTheKilnIsLitByTheWholeGate(t *testing.T) {
	b := newBench(t)
	all := b.pieces()
	for _, p := range all[:2] {
		b.glaze(p.Id, "A", 3)
	}
	load := b.load(200, "6", all[0].Id)
	fire := "/loads/" + load.Id + "/fire"
	b.refused("Matchbox is fired to cone 06 to 04", "POST", fire+"?kiln="+b.kiln("Matchbox"), nil)

	do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+b.slab.Id, body{"clay": "RED", "cone": "04"})
	b.refused("has to come out", "POST", fire, nil)
	do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+b.slab.Id, body{"clay": "PALE", "cone": "6"})

	do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+b.slab.Id, body{"atmosphere": "reduction"})
	b.refused("No kiln in use is fired to cone 6 in reduction", "POST", fire, nil)
	b.refused("in reduction", "POST", "/loads", body{"cone": "6", "pieces": []body{{"id": all[1].Id, "seen": b.piece(all[1].Id).Seq}}})
	b.refused("Nothing may be fired", "POST", "/loads/plan", body{"kiln": b.kiln("Lighthouse"), "cone": "6"})
	do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+b.slab.Id, body{"atmosphere": "oxidation"})

	other := do[contract.Assignment](b.caller, 201, "POST", "/assignments", body{"class": b.class, "name": "Gas", "form": "slab", "measures": body{}, "cone": "6"})
	do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+other.Id, body{"atmosphere": "reduction"})
	gas := slices.DeleteFunc(b.pieces(), func(p contract.Piece) bool { return p.Assignment != other.Id })
	b.glaze(gas[0].Id, "A", 3)
	b.refused("in reduction", "POST", "/loads", body{"load": load.Id, "cone": "6", "pieces": []body{{"id": gas[0].Id, "seen": b.piece(gas[0].Id).Seq}}})

	require.NotNil(t, do[contract.Load](b.caller, 200, "POST", fire, nil).FiredAt, "as it was looked at, it is fired")
}

// A runner in one glaze, however each coat felt, is one layer; and felt thin after the look, it
// keeps its look.
func TestOneGlazeThroughTheContract(t *testing.T) {
	b := newBench(t)
	all := b.pieces()
	b.glaze(all[0].Id, "R", 6, "thick", "right", "thin", "thick", "right", "thick")
	require.Contains(t, b.codes(all[0].Id), "coats-stop")
	b.glaze(all[1].Id, "A", 3)
	require.Empty(t, b.codes(all[1].Id))
	surfaces := b.piece(all[1].Id).Surfaces
	face := surfaces[slices.IndexFunc(surfaces, func(s contract.SurfaceState) bool { return s.Id == "face" })]
	b.log(all[1].Id, body{"kind": "felt", "of": face.On[1].Id, "felt": "thin"})
	require.Empty(t, b.codes(all[1].Id), "no band rises by it, and no look falls")
}

// A coat on a fired piece is of the next firing, said or not; and what is undone meanwhile opens no
// kiln.
func TestTheNextFiringThroughTheContract(t *testing.T) {
	b := newBench(t)
	id := b.pieces()[0].Id
	b.glaze(id, "A", 3)
	load := b.load(200, "6", id)
	do[contract.Load](b.caller, 200, "POST", "/loads/"+load.Id+"/fire?kiln="+b.kiln("Lighthouse"), nil)
	b.refused("stands in the kiln, which is lit", "POST", "/events", body{"events": []body{{"id": "coat-inside", "piece": id, "kind": "coat", "surface": "face", "glaze": "A"}}})
	b.refused("Say why it comes out", "POST", "/loads/"+load.Id+"/unload", nil)
	do[contract.Load](b.caller, 200, "POST", "/loads/"+load.Id+"/unload?why=drill", nil)

	b.log(id, body{"kind": "coat", "surface": "face", "glaze": "A"})
	again := b.log(id, body{"kind": "again", "text": "bald"})
	b.log(id, body{"kind": "bone"})
	b.look(id)
	require.Equal(t, []string{"drying"}, b.codes(id), "the coat is wet")
	b.later(14)
	require.Empty(t, b.codes(id))
	second := b.load(200, "6", id)
	b.refused("take it out first", "POST", "/events", body{"events": []body{{"id": "undo-again", "piece": id, "kind": "undo", "undoes": again}}})
	require.NotNil(t, do[contract.Load](b.caller, 200, "POST", "/loads/"+second.Id+"/fire?kiln="+b.kiln("Lighthouse"), nil).FiredAt)
}

// A tablet's late coat is of when it was laid: out of the cup that was mislabelled then. Coats from
// paper share their date, and are not laid wet.
func TestWhenItWasReallyDone(t *testing.T) {
	b := newBench(t)
	paired := newCaller(t, b.url, nil)
	code := do[struct{ Code string }](b.caller, 200, "POST", "/room/code", nil).Code
	do[any](paired, 200, "POST", "/pair", body{"code": code, "name": "Table 1"})
	do[any](b.caller, 200, "PUT", "/room", body{"class": b.class})
	all := b.pieces()
	b.plan(all[0].Id, "A", 3)
	wrong := do[contract.Session](b.caller, 200, "GET", "/session", nil).Now
	b.later(0.1)
	laid := do[contract.Session](b.caller, 200, "GET", "/session", nil).Now
	b.later(0.1)
	do[any](b.caller, 204, "POST", "/glazes/A/doubts", body{"what": "mislabelled", "since": wrong})
	b.later(0.2)
	age := do[contract.Session](b.caller, 200, "GET", "/session", nil).Now.Sub(laid)
	do[contract.Logged](paired, 200, "POST", "/events", body{"events": []body{{"id": "late-coat", "piece": all[0].Id, "kind": "coat", "surface": "face", "glaze": "A", "ageMS": age.Milliseconds()}}})
	require.Contains(t, b.codes(all[0].Id), "jar-doubted")
	history := do[contract.PieceDetail](b.caller, 200, "GET", "/pieces/"+all[0].Id, nil).History
	require.True(t, slices.ContainsFunc(history, func(h contract.HistoryEntry) bool { return h.Id == "late-coat" && h.Text != "" }))

	b.plan(all[1].Id, "R", 3)
	for range 3 {
		b.log(all[1].Id, body{"kind": "coat", "surface": "face", "glaze": "R", "done": laid.Add(-24 * time.Hour).Format(time.RFC3339)})
	}
	for _, s := range b.piece(all[1].Id).Surfaces {
		for _, c := range s.On {
			require.Nil(t, c.OnWet, "nobody knows how long was waited")
		}
	}
	for _, e := range []body{{"kind": "wipe", "surface": "face"}, {"kind": "check", "verdict": "clean"}, {"kind": "repair"}} {
		e["id"], e["piece"] = "tablet-"+e["kind"].(string), all[1].Id
		do[contract.Problem](paired, 403, "POST", "/events", body{"events": []body{e}})
	}
}

// A piece that is left bare on purpose goes into the fire, and no measures are one thing.
func TestBareAndUnmeasured(t *testing.T) {
	b := newBench(t)
	id := b.pieces()[0].Id
	do[contract.PieceDetail](b.caller, 200, "PUT", "/pieces/"+id+"/plan", body{"revision": 0, "choices": []body{
		{"surface": "face", "bare": true, "stack": []body{}}, {"surface": "edge", "bare": true, "stack": []body{}}, {"surface": "back", "bare": true, "stack": []body{}}}})
	require.Empty(t, b.codes(id))
	require.True(t, b.piece(id).Fit)
	before := do[[]contract.Assignment](b.caller, 200, "GET", "/assignments", nil)[0]
	for _, none := range []any{body{}, nil} {
		same := do[contract.Assignment](b.caller, 200, "PATCH", "/assignments/"+b.slab.Id, body{"name": "Slab", "measures": none})
		require.Equal(t, before.Measures, same.Measures)
		require.NotNil(t, same.Measures)
	}
	k := do[kiln.Kiln](b.caller, 200, "GET", "/kilns/usual", nil)
	k.Name, k.Posts = "No posts", []kiln.Post{}
	b.refused("No posts are written down", "POST", "/kilns", k)
}
