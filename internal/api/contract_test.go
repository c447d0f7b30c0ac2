package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"strings"
	"testing"
	"time"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/getkin/kin-openapi/routers"
	"github.com/getkin/kin-openapi/routers/legacy"
	"github.com/stretchr/testify/require"

	"enkaustos/core/matter"
	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	kernel "enkaustos/internal/school"
	"enkaustos/internal/trust"
)

// reader holds every answer against the contract, and notes which of its
// operations were answered well.
type reader struct {
	t      *testing.T
	router routers.Router
	well   map[string]bool
}

func newReader(t *testing.T) *reader {
	spec, err := contract.GetSpec()
	require.NoError(t, err)
	router, err := legacy.NewRouter(spec)
	require.NoError(t, err)
	return &reader{t, router, map[string]bool{}}
}

func (r *reader) RoundTrip(asked *http.Request) (*http.Response, error) {
	answer, err := http.DefaultTransport.RoundTrip(asked)
	if err != nil {
		return nil, err
	}
	body, err := io.ReadAll(answer.Body)
	require.NoError(r.t, err)
	answer.Body = io.NopCloser(bytes.NewReader(body))
	inside := asked.Clone(asked.Context())
	inside.URL.Scheme, inside.URL.Host = "", ""
	route, params, err := r.router.FindRoute(inside)
	require.NoError(r.t, err, asked.URL.Path)
	require.NoError(r.t, openapi3filter.ValidateResponse(asked.Context(), &openapi3filter.ResponseValidationInput{
		RequestValidationInput: &openapi3filter.RequestValidationInput{Request: inside, PathParams: params, Route: route},
		Status:                 answer.StatusCode, Header: answer.Header, Body: io.NopCloser(bytes.NewReader(body)),
		Options: &openapi3filter.Options{IncludeResponseStatus: true},
	}), "%s %s: %s", asked.Method, asked.URL.Path, body)
	if answer.StatusCode < 300 {
		r.well[route.Operation.OperationID] = true
	}
	return answer, nil
}

// caller asks the server as the interface does; every answer must follow the contract.
type caller struct {
	t      *testing.T
	url    string
	client *http.Client
}

func newCaller(t *testing.T, url string, through http.RoundTripper) *caller {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &caller{t, url, &http.Client{Jar: jar, Transport: through}}
}

// do asks for a path under /api and expects a status; the answer is read into T.
func do[T any](c *caller, want int, method, path string, body any) (out T) {
	c.t.Helper()
	text, err := json.Marshal(body)
	require.NoError(c.t, err)
	if body == nil {
		text = nil
	}
	status, got := ask(c.t, c.client, method, c.url+"/api"+path, string(text))
	require.Equal(c.t, want, status, "%s %s: %s", method, path, got)
	if got != "" {
		require.NoError(c.t, json.Unmarshal([]byte(got), &out), got)
	}
	return out
}

type body = map[string]any

// One piece goes all the way through the contract, from the first visit to a
// tile on the wall; every answer has the shape that the contract says, and no
// operation of the contract is left out.
func TestEveryOperationAnswersAsTheContractSays(t *testing.T) {
	clock := &demo.Clock{}
	s, err := kernel.Open(t.Context(), t.TempDir(), clock)
	require.NoError(t, err)
	authority, err := trust.Open(t.TempDir(), nil, time.Now())
	require.NoError(t, err)
	handler, err := api.New(api.Options{School: s, Log: slog.New(slog.DiscardHandler), SetupToken: "once", Advance: clock.Advance, Demo: func(context.Context) (string, error) { return "http://127.0.0.1:1/", nil },
		Trust: trust.Trust{Authority: authority, Links: func(scheme string) []string { return []string{scheme + "://192.168.7.2:8470"} }}})
	require.NoError(t, err)
	server := serving(t, s, handler)
	reading := newReader(t)
	c := newCaller(t, server.URL, reading)

	require.Equal(t, contract.Setup, do[contract.Session](c, 200, "GET", "/session", nil).State)
	do[contract.Problem](c, 422, "POST", "/setup", body{"token": "guess", "passphrase": "a long passphrase", "school": "Mill Lane"})
	do[contract.Problem](c, 400, "POST", "/setup", body{"token": "once", "passphrase": "short", "school": "Mill Lane"})
	do[contract.Session](c, 200, "POST", "/setup", body{"token": "once", "passphrase": "a long passphrase", "school": "Mill Lane"})
	do[contract.Problem](c, 409, "POST", "/setup", body{"token": "once", "passphrase": "another passphrase", "school": "Mill Lane"})
	do[any](c, 204, "DELETE", "/session", nil)
	do[contract.Problem](c, 401, "GET", "/today", nil)
	do[contract.Session](c, 200, "POST", "/login", body{"passphrase": "a long passphrase"})
	own := do[contract.Trust](c, 200, "GET", "/trust", nil)
	require.Equal(t, []string{"https://192.168.7.2:8470"}, own.Links)
	require.Equal(t, []string{"http://192.168.7.2:8470/trust"}, own.Pages)
	require.Equal(t, authority.Fingerprint(), own.Authority.Fingerprint)
	_, der := ask(t, c.client, "GET", c.url+"/api/trust/authority.crt", "")
	require.Equal(t, string(authority.DER()), der)

	bring := func(kind, text string, apply bool) contract.Import {
		return do[contract.Import](c, 200, "POST", "/imports", body{"kind": kind, "text": text, "apply": apply})
	}
	glazes := "code,name,kind,raw,cones,food\nA,Amber,solid,#aabbcc,5-6,yes\n"
	require.False(t, bring("glazes", glazes, false).Applied)
	require.Empty(t, do[[]contract.Glaze](c, 200, "GET", "/glazes", nil), "a preview takes nothing over")
	require.True(t, bring("glazes", glazes, true).Applied)
	require.Equal(t, []contract.Refusal{{Row: 2, Column: "kind", Expected: `"shiny" is not a kind of glaze: expected one of solid, breaking, chips, matte, clear, underglaze, dipping, detail`}},
		bring("glazes", "code,name,kind,raw,cones\nB,Beck,shiny,#aabbcc,5-6\n", true).Refused)
	bring("tiles", "code,clay,cone,stack,fired\nT1,PALE,6,Ax3,#884422\n", true)
	bring("students", "name,class,mark\nIlo,7,O\nMarit,7,X\n", true)
	do[contract.Problem](c, 422, "POST", "/imports", body{"kind": "students", "text": "who,where\n", "apply": true})

	jars := []string{"A"}
	require.Equal(t, jars, do[contract.Class](c, 200, "PUT", "/classes/"+do[[]contract.Class](c, 200, "GET", "/classes", nil)[0].Id,
		body{"clay": "PALE", "cone": "6", "atmosphere": "reduction", "jars": jars}).Jars)
	require.Len(t, do[[]contract.Clay](c, 200, "GET", "/clays", nil), 2)
	require.Len(t, do[[]contract.Tile](c, 200, "GET", "/tiles", nil), 1)
	require.False(t, do[contract.Glaze](c, 200, "PUT", "/glazes/A/stock", body{"inStock": false}).InStock)
	do[contract.Problem](c, 404, "PUT", "/glazes/Z/stock", body{"inStock": true})
	do[contract.Glaze](c, 200, "PUT", "/glazes/A/stock", body{"inStock": true})
	class := do[[]contract.Class](c, 200, "GET", "/classes", nil)[0]
	do[contract.Problem](c, 422, "PUT", "/classes/"+class.Id, body{"clay": "PALE", "cone": "66"})
	do[contract.Class](c, 200, "PUT", "/classes/"+class.Id, body{"clay": "PALE", "cone": "6", "atmosphere": "oxidation"})

	require.GreaterOrEqual(t, len(do[[]contract.FormKind](c, 200, "GET", "/forms", nil)), 10)
	sketch := body{"form": "slab", "measures": body{"length": 100, "width": 100, "thickness": 20}}
	require.InDelta(t, 100, do[contract.Sketch](c, 200, "POST", "/forms", sketch).Surfaces[0].AreaCM2, 1e-9)
	refused := do[contract.Problem](c, 422, "POST", "/forms", body{"form": "slab", "measures": body{"length": -1}})
	require.Equal(t, "length", (*refused.Errors)[0].Field)
	assigned := do[contract.Assignment](c, 201, "POST", "/assignments", body{"class": class.Id, "name": "Slab", "form": "slab", "measures": sketch["measures"], "cone": "6"})
	require.Equal(t, 2, do[[]contract.Assignment](c, 200, "GET", "/assignments", nil)[0].Pieces)

	p := do[contract.PieceList](c, 200, "GET", "/pieces?class="+class.Id+"&stage=plan", nil).Pieces[0]
	choice := func(surface string, bare bool, stack ...body) body {
		return body{"surface": surface, "bare": bare, "stack": append([]body{}, stack...)}
	}
	plan := body{"revision": 0, "choices": []body{choice("face", false, body{"glaze": "A", "coats": 3}), choice("back", false, body{"glaze": "A", "coats": 3})}}
	detail := do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+p.Id+"/plan", plan)
	require.Equal(t, matter.Contact, detail.Piece.Findings[0].Code)
	do[contract.Problem](c, 409, "PUT", "/pieces/"+p.Id+"/plan", plan)
	plan["revision"] = 1
	plan["choices"] = plan["choices"].([]body)[:1]
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+p.Id+"/plan", plan)

	require.Equal(t, 1, do[struct{ Pieces int }](c, 200, "POST", "/pieces/"+p.Id+"/plan/pass-on", nil).Pieces)
	require.Contains(t, do[contract.Problem](c, 422, "POST", "/pieces/"+p.Id+"/plan/pass-on", nil).Detail, "has a plan or was begun already")

	logged := func(event body) contract.Logged {
		event["piece"] = p.Id
		return do[contract.Logged](c, 200, "POST", "/events", body{"events": []body{event}})
	}
	for i := range 3 {
		logged(body{"id": fmt.Sprintf("coat-%04d", i), "kind": "coat", "surface": "face", "glaze": "A"})
		do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 10})
	}
	logged(body{"id": "damage-01", "kind": "damage", "text": "chipped"})
	logged(body{"id": "repair-01", "kind": "repair", "text": "sanded wet"})
	wiped := logged(body{"id": "wipe-0001", "kind": "wipe"}).Pieces[0]
	seen := wiped.Seq
	logged(body{"id": "cover-001", "kind": "cover", "cover": "even", "seen": seen, "saw": wiped.Sight})
	logged(body{"id": "check-001", "kind": "check", "verdict": "clean", "seen": seen, "saw": wiped.Sight})
	require.Equal(t, []string{"drying"}, codesOf(do[contract.PieceDetail](c, 200, "GET", "/pieces/"+p.Id, nil).Piece.Blockers))
	put := body{"cone": "6", "pieces": []body{{"id": p.Id, "seen": seen + 2}}}
	do[contract.Problem](c, 422, "POST", "/loads", put)
	do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 12*60 + 1})
	planTheKiln(t, c, p.Id)
	foretell(t, c, p.Assignment)
	put = body{"cone": "6", "pieces": []body{{"id": p.Id, "seen": do[contract.PieceDetail](c, 200, "GET", "/pieces/"+p.Id, nil).Piece.Seq}}}
	load := do[contract.Load](c, 200, "POST", "/loads", put)
	fireAndTakeBack(t, c, load.Id, p.Id, put)
	require.Len(t, do[[]contract.Load](c, 200, "GET", "/loads", nil), 1)
	logged(body{"id": "opinion-1", "kind": "opinion", "text": "Bluer than the tile.", "again": true})
	logged(body{"id": "result-01", "kind": "result", "came": "sound"})
	whatCameOut(t, c, p, logged)
	giveGrades(t, c, p)
	made := do[contract.Tile](c, 201, "POST", "/tiles", body{"code": "T2", "piece": p.Id, "surface": "face", "fired": "#334455"})
	require.Equal(t, []contract.Layer{{Glaze: "A", Coats: 3}}, made.Stack)
	do[contract.Problem](c, 422, "POST", "/tiles", body{"code": "T2", "piece": p.Id, "surface": "face", "fired": "#334455"})
	walkTheWall(t, c, p.Id)
	workTheDesk(t, c, class.Id)
	keepTheJars(t, c, p.Id)
	fillByHand(t, c)
	ownPieces(t, c)
	officeFiles(t, c)
	inInches(t, c)
	workTheRoom(c, class.Id)
	require.Equal(t, contract.FirstSteps{Class: true, Jars: true, Piece: true, Coat: true}, do[contract.Today](c, 200, "GET", "/today", nil).First)
	do[contract.Today](c, 200, "POST", "/today/clock", nil)
	do[struct{ Url string }](c, 200, "POST", "/demo", nil)
	do[[]contract.Rule](c, 200, "GET", "/rules", nil)
	require.Len(t, do[[]contract.Preset](c, 200, "GET", "/rules/presets", nil), 5)
	do[contract.Problem](c, 422, "POST", "/rules/preview", body{"values": body{"coats": "many"}})
	do[contract.RuleEffects](c, 200, "POST", "/rules/preview", body{"values": body{"coats": "2"}})
	do[[]contract.Rule](c, 200, "PUT", "/rules", body{"values": body{"coats": "2"}})
	require.Len(t, do[[]contract.Amount](c, 200, "GET", "/assignments/"+assigned.Id+"/amounts", nil), 1, "one piece is fired, the other only planned")
	do[contract.Guide](c, 200, "GET", "/guide", nil)
	runTheLaboratory(t, c, class.Id)
	require.Empty(t, do[[]contract.Backup](c, 200, "GET", "/backups", nil))
	do[contract.Backup](c, 201, "POST", "/backups", nil)
	require.Len(t, do[[]contract.Backup](c, 200, "GET", "/backups", nil), 1)

	spec, err := contract.GetSpec()
	require.NoError(t, err)
	for path, item := range spec.Paths.Map() {
		for _, operation := range item.Operations() {
			if path == "/live" || path == "/station" {
				continue // a stream does not end, and a tablet is no teacher: they have tests of their own
			}
			require.True(t, reading.well[operation.OperationID], "%s (%s) was never answered well", path, operation.OperationID)
		}
	}
}

func codesOf(blockers []contract.Blocker) (codes []string) {
	for _, b := range blockers {
		codes = append(codes, string(b.Code))
	}
	return codes
}

// Every path of the interface is its one page, with the status of a page that
// was found; only what carries a hash may be kept.
func TestInterfaceIsServed(t *testing.T) {
	server, _ := school(t)
	get := func(path string) (int, http.Header, string) {
		answer, err := server.Client().Get(server.URL + path)
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		text, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return answer.StatusCode, answer.Header, string(text)
	}
	status, _, page := get("/")
	if strings.Contains(page, "not built") {
		t.Skip("the interface was not built: make build")
	}
	for _, path := range []string{"/", "/bench", "/plan/some-piece"} {
		status, header, text := get(path)
		require.Equal(t, http.StatusOK, status, path)
		require.Equal(t, page, text)
		require.Equal(t, "no-cache", header.Get("Cache-Control"))
	}
	require.Equal(t, http.StatusOK, status)
	script := page[strings.Index(page, `src="/assets/`)+5:]
	script = script[:strings.Index(script, `"`)]
	status, header, _ := get(script)
	require.Equal(t, http.StatusOK, status)
	require.Contains(t, header.Get("Cache-Control"), "immutable")
	status, _, _ = get("/assets/gone-12345678.js")
	require.Equal(t, http.StatusNotFound, status, "an old page must not be given a page for a script")
	status, _, text := get("/api/nowhere")
	require.Equal(t, http.StatusNotFound, status)
	require.Contains(t, text, "no such address")
}
