package api_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/api"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
	"enkaustos/internal/demo/demotest"
	"enkaustos/internal/rack"
)

// workTheRoom asks everything of the room of a teacher whose class has two slabs.
func workTheRoom(c *caller, class string) {
	t := c.t
	do[contract.Room](c, 200, "GET", "/room", nil)
	require.True(t, do[contract.Room](c, 200, "PUT", "/room", body{"class": class}).ByHand)
	do[contract.Problem](c, 404, "PUT", "/room", body{"class": "nowhere"})
	require.True(t, do[contract.Room](c, 200, "PUT", "/room/damp", body{"damp": true}).Damp)
	do[contract.Room](c, 200, "PUT", "/room/damp", body{"damp": false})
	require.True(t, do[contract.Room](c, 200, "PUT", "/room/lock", body{"locked": true}).Locked)
	do[contract.Room](c, 200, "PUT", "/room/lock", body{"locked": false})
	workTheTimetable(c, class)
	do[any](c, 204, "PUT", "/helper", body{"passphrase": "helping hands"})
	do[contract.Problem](c, 422, "PUT", "/helper", body{"passphrase": "short"})
	do[[]contract.ReadyGroup](c, 200, "GET", "/ready?class="+class, nil)

	var p contract.Piece
	for _, one := range do[contract.PieceList](c, 200, "GET", "/pieces?class="+class, nil).Pieces {
		if one.Fired == nil {
			p = one
		}
	}
	require.Equal(t, "the blue one", do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+p.Id+"/wish", body{"tiles": []string{"T1"}, "text": "the blue one"}).Piece.Wish.Text)
	do[contract.Problem](c, 422, "PUT", "/pieces/"+p.Id+"/wish", body{"tiles": []string{"nowhere"}, "text": ""})
	revision := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+p.Id, nil).Piece.Revision
	do[contract.PieceDetail](c, 200, "PUT", "/pieces/"+p.Id+"/draft", body{"revision": revision, "choices": []body{{"surface": p.Surfaces[0].Id, "bare": false, "stack": []body{{"glaze": "A", "coats": 2}}}}})
	form := do[contract.PieceDetail](c, 200, "GET", "/pieces/"+p.Id, nil).Form
	require.NotEmpty(t, do[[]contract.Candidate](c, 200, "POST", "/pieces/search", body{"form": form, "class": class, "colour": "#aabbcc", "coats": 0}))
	shot := rack.Render(rack.Options{Seed: 5, Columns: 1, Rows: 1, Kelvin: 5000})
	kept := decode[contract.PieceDetail](t, send(c, 201, "POST", "/pieces/"+p.Id+"/pictures", shot.JPEG(80)))
	require.Len(t, kept.Piece.Pictures, 1)
	require.NotEmpty(t, get(c, "/photographs/"+kept.Piece.Pictures[0]+"/picture"))
	send(c, 422, "POST", "/pieces/"+p.Id+"/pictures", []byte("no picture"))

	code := do[struct{ Code string }](c, 200, "POST", "/room/code", nil).Code
	do[contract.Problem](c, 422, "POST", "/pair", body{"code": "x" + code[1:]})
	tablet := newCaller(t, c.url, c.client.Transport)
	do[contract.Session](tablet, 200, "POST", "/pair", body{"code": code, "name": "Sink side"})
	stations := do[contract.Room](c, 200, "GET", "/room", nil).Stations
	require.Equal(t, "Sink side", stations[0].Name)
	do[contract.Room](c, 200, "PUT", "/room", body{"class": class})
	do[contract.Session](c, 200, "POST", "/demo/clock", body{"minutes": 2})
	voteOnSchemes(c, tablet, p.Id)
	late := func(id, surface string) body {
		return body{"events": []body{{"id": id, "kind": "coat", "piece": p.Id, "surface": surface, "glaze": "A", "ageMS": 60_000}}}
	}
	require.Empty(t, do[contract.Logged](tablet, 200, "POST", "/events", late("late-tap-1", p.Surfaces[0].Id)).Warnings)
	for range 2 { // sent twice it is one
		require.EqualValues(t, "to-the-teacher", do[contract.Logged](tablet, 200, "POST", "/events", late("late-tap-2", "nowhere")).Warnings[0].Code)
	}
	strays := do[[]contract.Stray](c, 200, "GET", "/strays", nil)
	require.Len(t, strays, 1)
	require.Contains(t, strays[0].Reason, "has no surface")
	do[contract.Problem](c, 422, "POST", "/strays/late-tap-2", body{"keep": true})
	do[any](c, 204, "POST", "/strays/late-tap-2", body{"keep": false})
	require.Empty(t, do[[]contract.Stray](c, 200, "GET", "/strays", nil))
	do[any](c, 204, "DELETE", "/room/stations/"+stations[0].Id, nil)
	do[contract.Problem](tablet, 401, "GET", "/station", nil)
}

// roles are sessions of everybody who can ask.
func roles(t testing.TB, url string) map[string]*http.Client {
	head := teacher(t, url)
	helper, station, nobody := visitor(t), visitor(t), visitor(t)
	status, text := ask(t, head, "PUT", url+"/api/helper", `{"passphrase":"helping hands"}`)
	require.Equal(t, http.StatusNoContent, status, text)
	status, text = ask(t, helper, "POST", url+"/api/login", `{"passphrase":"helping hands"}`)
	require.Equal(t, http.StatusOK, status, text)
	pair(t, head, station, url, "Sink side")
	return map[string]*http.Client{"teacher": head, "helper": helper, "station": station, "nobody": nobody}
}

func visitor(t testing.TB) *http.Client {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &http.Client{Jar: jar}
}

func pair(t testing.TB, head, station *http.Client, url, name string) {
	_, text := ask(t, head, "POST", url+"/api/room/code", "")
	var made struct{ Code string }
	require.NoError(t, json.Unmarshal([]byte(text), &made))
	status, text := ask(t, station, "POST", url+"/api/pair", `{"code":"`+made.Code+`","name":"`+name+`"}`)
	require.Equal(t, http.StatusOK, status, text)
}

// A tablet logs for the class in the room and for nobody else, takes back only
// what it logged, and nothing while it is locked.
func TestTabletServesTheClassInTheRoom(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	head, tablet := all["teacher"], all["station"]
	var classes []contract.Class
	get := func(c *http.Client, path string, into any) {
		status, text := ask(t, c, "GET", server.URL+"/api"+path, "")
		require.Equal(t, http.StatusOK, status, text)
		require.NoError(t, json.Unmarshal([]byte(text), into))
	}
	get(head, "/classes", &classes)
	put := func(path, text string) {
		status, answer := ask(t, head, "PUT", server.URL+"/api"+path, text)
		require.Equal(t, http.StatusOK, status, answer)
	}
	var now contract.StationState
	put("/room", `{"class":"`+classes[0].Id+`"}`)
	get(tablet, "/station", &now)
	require.Equal(t, classes[0].Name, now.ClassName)
	var mine, theirs contract.PieceList
	get(tablet, "/pieces?class="+classes[1].Id, &mine)
	get(head, "/pieces?class="+classes[1].Id, &theirs)
	require.Equal(t, classes[0].Id, mine.Pieces[0].Class, "whatever it asks for, it gets the class in the room")

	log := func(c *http.Client, event string) (int, string) {
		return ask(t, c, "POST", server.URL+"/api/events", `{"events":[`+event+`]}`)
	}
	coat := func(id, piece, surface string) string {
		return `{"id":"` + id + `","kind":"coat","piece":"` + piece + `","surface":"` + surface + `","glaze":"N01"}`
	}
	fired := mine.Pieces[0]
	require.NotNil(t, fired.Fired)
	surface := fired.Surfaces[0].Id
	status, text := log(tablet, coat("tablet-0", fired.Id, surface))
	require.Equal(t, http.StatusForbidden, status)
	require.Contains(t, text, "once more is said on the teacher's side")
	mine.Pieces = slices.DeleteFunc(mine.Pieces, func(p contract.Piece) bool { return p.Fired != nil })
	surface = mine.Pieces[0].Surfaces[0].Id
	status, text = log(tablet, coat("tablet-1", mine.Pieces[0].Id, surface))
	require.Equal(t, http.StatusOK, status, text)
	status, text = log(tablet, coat("tablet-2", theirs.Pieces[0].Id, theirs.Pieces[0].Surfaces[0].Id))
	require.Equal(t, http.StatusForbidden, status)
	require.Contains(t, text, "not of the class that is in the room")
	status, _ = log(tablet, `{"id":"tablet-3","kind":"check","verdict":"clean","piece":"`+mine.Pieces[0].Id+`"}`)
	require.Equal(t, http.StatusForbidden, status, "a foot is checked on the teacher's side")
	_, text = log(head, coat("teacher-1", mine.Pieces[0].Id, surface))
	require.Contains(t, text, "same-or-next", "two hands within moments are asked")
	status, _ = log(tablet, `{"id":"tablet-4","kind":"undo","undoes":"teacher-1","piece":"`+mine.Pieces[0].Id+`"}`)
	require.Equal(t, http.StatusForbidden, status)
	status, text = log(tablet, `{"id":"tablet-5","kind":"undo","undoes":"tablet-1","piece":"`+mine.Pieces[0].Id+`"}`)
	require.Equal(t, http.StatusOK, status, text)
	put("/room/lock", `{"locked":true}`)
	status, text = log(tablet, coat("tablet-6", mine.Pieces[0].Id, surface))
	require.Equal(t, http.StatusForbidden, status)
	require.Contains(t, text, "locked")
	put("/room/lock", `{"locked":false}`)

	put("/room", `{"class":""}`)
}

// hear opens the stream of a session and hands on its lines.
func hear(t *testing.T, c *http.Client, url string) <-chan string {
	ctx, cancel := context.WithCancel(t.Context())
	t.Cleanup(cancel)
	r, err := http.NewRequestWithContext(ctx, "GET", url, nil)
	require.NoError(t, err)
	answer, err := c.Do(r)
	require.NoError(t, err)
	require.Equal(t, http.StatusOK, answer.StatusCode)
	heard := make(chan string, 100)
	go func() {
		defer close(heard)
		defer func() { _ = answer.Body.Close() }()
		lines := bufio.NewScanner(answer.Body)
		lines.Buffer(nil, 1<<20)
		for lines.Scan() {
			if lines.Text() != "" {
				heard <- lines.Text()
			}
		}
	}()
	require.Contains(t, <-heard, "retry")
	return heard
}

func next(t *testing.T, heard <-chan string) string {
	select {
	case line := <-heard:
		return line
	case <-time.After(40 * time.Second):
		require.Fail(t, "nothing was heard")
		return ""
	}
}

// A coat reaches every open screen that may see it, at once; who comes back says
// what it saw last, and hears what it missed.
func TestScreensHearOfACoat(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	_, text := ask(t, all["teacher"], "GET", server.URL+"/api/pieces", "")
	var pieces contract.PieceList
	require.NoError(t, json.Unmarshal([]byte(text), &pieces))
	p := pieces.Pieces[0]
	head, helper := hear(t, all["teacher"], server.URL+"/api/live"), hear(t, all["helper"], server.URL+"/api/live")
	tablet := hear(t, all["station"], server.URL+"/api/live")
	event := `{"events":[{"id":"a-coat-1","kind":"coat","piece":"` + p.Id + `","surface":"` + p.Surfaces[0].Id + `","glaze":"N01"}]}`
	status, text := ask(t, all["teacher"], "POST", server.URL+"/api/events", event)
	require.Equal(t, http.StatusOK, status, text)
	for _, screen := range []<-chan string{head, helper} {
		require.Equal(t, "event: pieces", next(t, screen))
		require.Contains(t, next(t, screen), "id: ")
		require.Contains(t, next(t, screen), p.Id)
	}
	require.Empty(t, tablet, "no class is in the room, so a tablet hears of no piece")
	back := hear(t, all["teacher"], server.URL+"/api/live?after=0")
	require.Equal(t, "event: pieces", next(t, back))
	next(t, back)
	require.Contains(t, next(t, back), p.Id)
	status, _ = ask(t, all["teacher"], "PUT", server.URL+"/api/room/damp", `{"damp":true}`)
	require.Equal(t, http.StatusOK, status)
	require.Equal(t, "event: stale", next(t, head), "anything else that changes is said as well")
}

// Over plain http another machine gets the tablet's page and the tablet's routes,
// and nothing through which a passphrase would go.
func TestOverPlainHTTPOnlyTablets(t *testing.T) {
	s, _ := demotest.Open(t)
	defer func() { require.NoError(t, s.Close()) }()
	for _, lan := range []bool{false, true} {
		handler, err := api.New(api.Options{School: s, Log: slog.New(slog.NewTextHandler(io.Discard, nil)), LAN: lan, Hosts: []string{"192.168.7.2"}})
		require.NoError(t, err)
		var cookie string
		from := func(address, method, path, text string) (int, string) {
			r := httptest.NewRequest(method, path, strings.NewReader(text))
			r.Host = "192.168.7.2:8470"
			r.RemoteAddr = address
			r.Header.Set("Content-Type", "application/json")
			if cookie != "" {
				r.Header.Set("Cookie", cookie)
			}
			w := httptest.NewRecorder()
			handler.ServeHTTP(w, r)
			if made := w.Header().Get("Set-Cookie"); made != "" {
				cookie = strings.Split(made, ";")[0]
			}
			return w.Code, w.Body.String()
		}
		status := func(method, path, text string) int {
			code, _ := from("192.168.7.30:5000", method, path, text)
			return code
		}
		if !lan {
			require.Equal(t, http.StatusForbidden, status("GET", "/api/session", ""))
			require.Equal(t, http.StatusForbidden, status("GET", "/station", ""))
			handler.Close()
			continue
		}
		require.NotEqual(t, http.StatusForbidden, status("GET", "/station", ""), "the page, where the interface was built")
		require.Equal(t, http.StatusOK, status("GET", "/api/session", ""))
		require.Equal(t, http.StatusForbidden, status("POST", "/api/login", `{"passphrase":"`+demo.Passphrase+`"}`))
		require.Equal(t, http.StatusForbidden, status("POST", "/api/setup", `{}`))
		require.Equal(t, http.StatusUnauthorized, status("GET", "/api/pieces", ""))
		tablet := cookie
		cookie = ""
		opened, _ := from("127.0.0.1:5000", "POST", "/api/login", `{"passphrase":"`+demo.Passphrase+`"}`)
		require.Equal(t, http.StatusOK, opened)
		_, text := from("127.0.0.1:5000", "POST", "/api/room/code", "")
		var made struct{ Code string }
		require.NoError(t, json.Unmarshal([]byte(text), &made))
		cookie = tablet
		require.Equal(t, http.StatusOK, status("POST", "/api/pair", `{"code":"`+made.Code+`"}`))
		require.Equal(t, http.StatusOK, status("GET", "/api/station", ""))
		require.Equal(t, http.StatusForbidden, status("GET", "/api/today", ""))

		cookie = "" // a teacher's session that somebody carried over from this machine
		code2, _ := from("127.0.0.1:5000", "POST", "/api/login", `{"passphrase":"`+demo.Passphrase+`"}`)
		require.Equal(t, http.StatusOK, code2)
		require.Equal(t, http.StatusUnauthorized, status("GET", "/api/today", ""))
		handler.Close()
	}
}

// A code ends with its time, with a newer one, and after too many wrong tries.
func TestPairingCode(t *testing.T) {
	server, _ := school(t)
	head := teacher(t, server.URL)
	code := func() string {
		_, text := ask(t, head, "POST", server.URL+"/api/room/code", "")
		var made struct{ Code string }
		require.NoError(t, json.Unmarshal([]byte(text), &made))
		require.Regexp(t, `^\d{6}$`, made.Code)
		return made.Code
	}
	try := func(code string) int {
		status, _ := ask(t, visitor(t), "POST", server.URL+"/api/pair", `{"code":"`+code+`"}`)
		return status
	}
	old := code()
	fresh := code()
	if old != fresh {
		require.Equal(t, http.StatusUnprocessableEntity, try(old), "a newer code ends the older")
	}
	require.Equal(t, http.StatusOK, try(fresh))
	status, _ := ask(t, head, "POST", server.URL+"/api/demo/clock", `{"minutes":11}`)
	require.Equal(t, http.StatusOK, status)
	require.Equal(t, http.StatusUnprocessableEntity, try(fresh), "ten minutes are over")
}

// Forty devices at once, each sending everything twice: nothing is lost, nothing
// counts twice, and nobody's answer carries another's pieces.
func TestDevicesAtOnce(t *testing.T) {
	server, _ := school(t)
	head := teacher(t, server.URL)
	_, text := ask(t, head, "GET", server.URL+"/api/pieces?stage=bench", "")
	var list contract.PieceList
	require.NoError(t, json.Unmarshal([]byte(text), &list))
	var all sync.WaitGroup
	wrong := make(chan string, 2000)
	for d := range 40 {
		all.Go(func() {
			for n := range 10 {
				p := list.Pieces[(d*7+n)%len(list.Pieces)]
				event := fmt.Sprintf(`{"events":[{"id":"at-once-%d-%d","kind":"note","piece":"%s","text":"x"}]}`, d, n, p.Id)
				for range 2 {
					status, text := ask(t, head, "POST", server.URL+"/api/events", event)
					var logged contract.Logged
					if err := json.Unmarshal([]byte(text), &logged); err != nil || status != http.StatusOK || len(logged.Pieces) != 1 || logged.Pieces[0].Id != p.Id {
						wrong <- fmt.Sprint(status, " ", text)
					}
				}
			}
		})
	}
	all.Wait()
	require.Empty(t, wrong)
	_, text = ask(t, head, "GET", server.URL+"/api/pieces?stage=bench", "")
	require.NoError(t, json.Unmarshal([]byte(text), &list))
	notes := 0
	for _, p := range list.Pieces {
		require.LessOrEqual(t, len(p.Notes), 3, "a list carries the last ones")
		_, text := ask(t, head, "GET", server.URL+"/api/pieces/"+p.Id, "")
		notes += strings.Count(text, `"kind":"note"`)
	}
	require.Equal(t, 400, notes)
}

// A stream ends with the session that opened it.
func TestStreamEndsWithItsTablet(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	heard := hear(t, all["station"], server.URL+"/api/live")
	_, text := ask(t, all["teacher"], "GET", server.URL+"/api/room", "")
	var room contract.Room
	require.NoError(t, json.Unmarshal([]byte(text), &room))
	status, _ := ask(t, all["teacher"], "DELETE", server.URL+"/api/room/stations/"+room.Stations[0].Id, "")
	require.Equal(t, http.StatusNoContent, status)
	require.Eventually(t, func() bool {
		select {
		case _, open := <-heard:
			return !open
		default:
			return false
		}
	}, 2*time.Second, 10*time.Millisecond, "a tablet that was taken out hears nothing more")
}
