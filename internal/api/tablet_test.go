package api_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/rules"
	"enkaustos/internal/contract"
	kernel "enkaustos/internal/school"
)

// What is said of a student stays on the teacher's side: in no list, no answer, no stream
// and no single piece does a tablet read it, until the teacher releases what is released.
func TestWhatATabletReads(t *testing.T) {
	server, s := school(t)
	all := roles(t, server.URL)
	head, tablet := all["teacher"], all["station"]
	must := func(c *http.Client, method, path, body string) string {
		status, text := ask(t, c, method, server.URL+"/api"+path, body)
		require.Less(t, status, 300, "%s %s: %s", method, path, text)
		return text
	}
	var done contract.Piece
	var list contract.PieceList
	require.NoError(t, json.Unmarshal([]byte(must(head, "GET", "/pieces", "")), &list))
	for _, p := range list.Pieces {
		if p.Unloaded != nil {
			done = p
		}
	}
	require.NotEmpty(t, done.Id)
	must(head, "PUT", "/room", `{"class":"`+done.Class+`"}`)
	var open contract.Piece
	for _, p := range list.Pieces {
		if p.Class == done.Class && p.Fired == nil && p.Mark != "" {
			open = p
		}
	}
	require.NotEmpty(t, open.Id)
	n := 0
	log := func(c *http.Client, piece, event string) string {
		n++
		return must(c, "POST", "/events", fmt.Sprintf(`{"events":[{"id":"secret-%03d","piece":"%s",%s}]}`, n, piece, event))
	}
	heard := hear(t, tablet, server.URL+"/api/live")
	log(head, open.Id, `"kind":"note","text":"secret-note"`)
	log(head, open.Id, `"kind":"aside","text":"secret-suspension"`)
	log(head, open.Id, `"kind":"absent"`)
	log(head, open.Id, `"kind":"damage","text":"secret-damage"`)
	log(head, open.Id, `"kind":"leave","text":"secret-place"`)
	log(tablet, done.Id, `"kind":"opinion","text":"secret-opinion","again":true`)
	wish := must(tablet, "PUT", "/pieces/"+open.Id+"/wish", `{"tiles":["F01"],"text":"secret-wish"}`)
	read := []string{wish, log(tablet, open.Id, `"kind":"note","text":"secret-word"`)}
	for _, path := range []string{"/pieces", "/pieces/" + open.Id, "/pieces/" + done.Id} {
		read = append(read, must(tablet, "GET", path, ""))
	}
	for range 4 {
		select {
		case line := <-heard:
			read = append(read, line)
		case <-time.After(2 * time.Second):
		}
	}
	for _, text := range read {
		require.NotContains(t, text, "secret-note")
		for _, secret := range []string{"suspension", "damage", "place", "opinion", "wish", "word"} {
			require.NotContains(t, text, "secret-"+secret)
		}
		require.NotContains(t, text, `"absent"`)
		require.NotContains(t, text, `"text":"Note`)
	}

	log(head, open.Id, `"kind":"note","text":"come and see me","shown":true`)
	require.Contains(t, must(tablet, "GET", "/pieces", ""), "come and see me")
	must(head, "PATCH", "/assignments/"+done.Assignment, `{"released":true}`)
	require.Contains(t, must(tablet, "GET", "/pieces", ""), "secret-opinion")
	unsigned(t, must, log, head, tablet, done)
	must(head, "PATCH", "/assignments/"+done.Assignment, `{"released":false}`)
	require.NotContains(t, must(tablet, "GET", "/pieces", ""), "secret-opinion")

	student := open.Student
	require.Contains(t, must(tablet, "GET", "/pieces", ""), student)
	values := s.Now().House.Differences(rules.Default())
	require.Contains(t, must(tablet, "POST", "/glazes/stirred", `{"codes":["K41"]}`), `"mixedBy"`)
	values["names"], values["shakes"] = "mark", "teacher"
	body, err := json.Marshal(map[string]any{"values": values})
	require.NoError(t, err)
	must(head, "PUT", "/rules", string(body))
	marked := must(tablet, "GET", "/pieces", "")
	require.NotContains(t, marked, `"student":"`+student+`"`)
	require.NoError(t, json.Unmarshal([]byte(marked), &list))
	for _, p := range list.Pieces {
		require.True(t, p.Mark == "" || p.Student == p.Mark)
	}
	code, text := ask(t, tablet, "POST", server.URL+"/api/glazes/stirred", `{"codes":["K41"]}`)
	require.Equal(t, http.StatusForbidden, code)
	require.Contains(t, text, "the teacher shakes and opens jars")
	warned := log(tablet, open.Id, `"kind":"coat","surface":"`+open.Surfaces[0].Id+`","glaze":"K41"`)
	require.NotContains(t, warned, student)
	require.Contains(t, must(head, "GET", "/pieces", ""), student, "the teacher goes on with names")
}

// Names, codes and notes hold nothing that cannot be seen, whatever route they come by; a
// unsigned releases opinions as nobody's: they come three at a time, by no piece, in the order of their
// words, and nothing that a tablet reads of a piece holds one.
func unsigned(t *testing.T, must func(*http.Client, string, string, string) string, log func(*http.Client, string, string) string, head, tablet *http.Client, done contract.Piece) {
	must(head, "PATCH", "/assignments/"+done.Assignment, `{"releasedAs":"nobody"}`)
	var list contract.PieceList
	require.NoError(t, json.Unmarshal([]byte(must(head, "GET", "/pieces", "")), &list))
	var others []contract.Piece
	for _, p := range list.Pieces {
		if p.Assignment == done.Assignment && p.Unloaded != nil && p.Id != done.Id {
			others = append(others, p)
		}
	}
	require.GreaterOrEqual(t, len(others), 3)
	for _, p := range others {
		log(head, p.Id, `"kind":"opinion","text":"secret-`+p.Id+`","again":true`)
	}
	said := func() string {
		for _, path := range []string{"/pieces", "/pieces/" + done.Id} {
			require.NotContains(t, must(tablet, "GET", path, ""), "secret-")
		}
		return must(tablet, "GET", "/station", "")
	}
	station := said()
	for _, p := range append(others, done) {
		require.NotContains(t, strings.ReplaceAll(station, "secret-"+p.Id, ""), p.Id, "no piece is named")
	}
	n := strings.Count(station, `"again"`)
	require.Positive(t, n)
	require.Zero(t, n%3)
}

// A tablet writes to the lists of the lesson that its class is in, only what can stand on them, amounts
// that a hand pours, and nothing at all while it is locked.
func TestATabletsListsAreTheLessons(t *testing.T) {
	server, s := school(t)
	all := roles(t, server.URL)
	head, tablet := all["teacher"], all["station"]
	says := func(c *http.Client, want int, method, path, body string) string {
		status, text := ask(t, c, method, server.URL+"/api"+path, body)
		require.Equal(t, want, status, "%s %s %s: %s", method, path, body, text)
		return text
	}
	m := s.Now()
	bells := kernel.Bells.The(m.Snapshot)
	var now, later lesson.Lesson
	for l := range bells.Coming("", m.At.Local()) {
		switch {
		case now.Date == 0:
			now = l
		case later.Date == 0 && slices.Equal(l.Classes, now.Classes):
			later = l
		}
	}
	require.NotZero(t, later.Date)
	says(head, 200, "PUT", "/room", `{"class":"`+now.Classes[0]+`"}`)
	ticks := func(want int, l lesson.Lesson, item string) string {
		return says(tablet, want, "PUT", "/lessons/"+l.Key.String()+"/ticks", `{"items":["`+item+`"],"done":true}`)
	}
	jar, made := "", ""
	for _, g := range m.Jars() {
		if left, known := g.Jar.LeftML(); g.InStock && known && left > 40 && g.Jar.State != glaze.Dried && jar == "" {
			jar = g.Code
		}
	}
	for _, p := range m.PiecesOf(now.Classes[0]) {
		made = p.ID
	}
	for _, item := range []string{"jar:" + jar, "glaze:" + jar, "tool:sponge", "tool:12 mm flat brush", "back:Table", "back:Cups", "place:" + made, "hand:" + made, "half:" + m.Pieces[made].Student, "more:" + jar + "@"} {
		ticks(200, now, item)
		require.Equal(t, 1, strings.Count(ticks(200, now, item), `"item":"`+item+`"`), "ticked once")
	}
	for _, item := range []string{"", "x", "made:up", "jar:X99", "glaze:" + jar + "!", "tool:crown", "brush:0", "brush:1e1", "back:Table@the moon", "half:nobody", "place:nothing", "hand:", "more:" + jar + "@the moon"} {
		if item != "" {
			require.Contains(t, ticks(422, now, item), "Nothing on the lists of this lesson is called")
		}
	}
	require.Contains(t, ticks(403, later, "tool:sponge"), "not in the room now")
	pours := func(want int, l lesson.Lesson, ml string) string {
		return says(tablet, want, "POST", "/lessons/"+l.Key.String()+"/pours", `{"glaze":"`+jar+`","ml":`+ml+`}`)
	}
	pours(200, now, "20")
	pours(422, now, "4900")
	pours(403, later, "20")
	says(head, 200, "PUT", "/room/lock", `{"locked":true}`)
	for _, path := range []string{"/lessons/" + now.Key.String() + "/ticks", "/glazes/stirred"} {
		method := map[bool]string{true: "POST", false: "PUT"}[path == "/glazes/stirred"]
		require.Contains(t, says(tablet, 403, method, path, `{"items":["tool:sponge"],"done":true,"codes":["`+jar+`"]}`), "locked")
	}
	require.Contains(t, pours(403, now, "20"), "locked")
	says(tablet, 200, "GET", "/station", "")
}

// A load is on the tablets once the teacher opened it there, in the marks that the house wants on them,
// whatever class a piece is of; a tablet ticks it and changes nothing of its plan.
func TestALoadOnATablet(t *testing.T) {
	server, _ := school(t)
	all := roles(t, server.URL)
	head, tablet := all["teacher"], all["station"]
	var kilns []contract.KilnSeen
	var plan contract.LoadPlan
	read := func(c *http.Client, want int, method, path, body string, into any) string {
		status, text := ask(t, c, method, server.URL+"/api"+path, body)
		require.Equal(t, want, status, "%s %s: %s", method, path, text)
		if into != nil {
			require.NoError(t, json.Unmarshal([]byte(text), into))
		}
		return text
	}
	read(head, 200, "GET", "/kilns", "", &kilns)
	read(head, 200, "POST", "/loads/plan", `{"kiln":"`+kilns[0].Kiln.ID+`","cone":"6"}`, &plan)
	path := "/loads/" + plan.Load
	piece := plan.Levels[0].Pieces[0]
	tick := `{"piece":"` + piece.Piece + `","in":true}`
	read(tablet, 404, "GET", path+"/plan", "", nil)
	require.Contains(t, read(tablet, 422, "POST", path+"/tick", tick, nil), "did not open")
	read(head, 200, "POST", path+"/plan", fmt.Sprintf(`{"revision":%d,"act":"show"}`, plan.Revision), &plan)
	require.Contains(t, read(tablet, 200, "GET", path+"/plan", "", nil), piece.Student)
	read(tablet, 200, "POST", path+"/tick", tick, &plan)
	require.True(t, plan.Levels[0].Pieces[0].In)
	read(tablet, 403, "POST", path+"/plan", fmt.Sprintf(`{"revision":%d,"act":"hide"}`, plan.Revision), nil)
	var rules []contract.Rule
	read(head, 200, "GET", "/rules", "", &rules)
	values := map[string]string{}
	for _, r := range rules {
		if r.Own {
			values[r.Key] = r.Value
		}
	}
	values["names"] = "mark"
	body, err := json.Marshal(map[string]any{"values": values})
	require.NoError(t, err)
	read(head, 200, "PUT", "/rules", string(body), nil)
	require.NotContains(t, read(tablet, 200, "GET", path+"/plan", "", nil), piece.Student)
	require.Contains(t, read(head, 200, "GET", path+"/plan", "", nil), piece.Student)
}

// jar that is named twice stands once.
func TestTextsCanBeRead(t *testing.T) {
	server, _ := school(t)
	c := teacher(t, server.URL)
	_, text := ask(t, c, "GET", server.URL+"/api/classes", "")
	var classes []contract.Class
	require.NoError(t, json.Unmarshal([]byte(text), &classes))
	class := classes[0]
	for _, name := range []string{`nul\u0000`, `turned\u202e`, "raw\u202eturn", `hidden\u200b`, `bell\u0007`} {
		for path, body := range map[string]string{
			"/imports":     `{"kind":"students","apply":true,"text":"name,class,mark\n` + name + `,New,x\n"}`,
			"/assignments": `{"class":"` + class.Id + `","name":"` + name + `","form":"slab","cone":"6","measures":{}}`,
			"/glazes":      `{"code":"` + name + `","parts":[{"glaze":"F01","parts":1},{"glaze":"F02","parts":1}]}`,
		} {
			status, text := ask(t, c, "POST", server.URL+"/api"+path, body)
			require.Equal(t, http.StatusUnprocessableEntity, status, "%s %s", path, text)
			require.Contains(t, text, "cannot be seen", path)
		}
	}
	_, text = ask(t, c, "GET", server.URL+"/api/glazes", "")
	var jars []contract.Glaze
	require.NoError(t, json.Unmarshal([]byte(text), &jars))
	code := jars[0].Code
	status, text := ask(t, c, "PUT", server.URL+"/api/classes/"+class.Id, fmt.Sprintf(`{"clay":%q,"cone":%q,"jars":[%q,%q]}`, class.Clay, class.Cone, code, code))
	require.Equal(t, http.StatusOK, status, text)
	require.Contains(t, text, fmt.Sprintf(`"jars":[%q]`, code))
	raw := jars[0]
	status, text = ask(t, c, "POST", server.URL+"/api/imports", fmt.Sprintf(`{"kind":"glazes","apply":true,"text":"code,name,kind,raw,cones,recipe\nSELF,Self,%s,#808080,5-6,\"1 part SELF, 1 part %s\"\n"}`, raw.Kind, code))
	require.Contains(t, text, "other jars than SELF itself", "%d", status)
}
