// Package bigschool makes a school as large as a school gets, through the contract as
// its screens do: 1,000 pieces alive at once and 60,000 events. Budgets are held to it.
package bigschool

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand"
	"net/http"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/demo"
)

// How large the school is.
const (
	Classes      = 40
	Pieces       = 1000 // one a student
	EventsAPiece = 60
	// Largest is the class that budgets look at: 32 students, five surfaces.
	Largest     = "Set 01"
	Passphrase  = "one thousand pieces"
	schoolName  = "Longshore Campus"
	eventsASend = 30
)

// sizeOf is how many students a class has: 32 in the largest, 24 or 25 in the others,
// 1,000 in all.
func sizeOf(class int) int {
	switch {
	case class == 0:
		return 32
	case class <= 32:
		return 25
	}
	return 24
}

// Caller asks a server as a screen does.
type Caller struct {
	URL    string
	Client *http.Client
}

// Do asks for a path under /api and reads the answer into out, which may be nil.
func (c Caller) Do(method, path string, body, out any) error {
	var text []byte
	if body != nil {
		var err error
		if text, err = json.Marshal(body); err != nil {
			return err
		}
	}
	r, err := http.NewRequest(method, c.URL+"/api"+path, bytes.NewReader(text))
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := c.Client.Do(r)
	if err != nil {
		return err
	}
	defer func() { _ = answer.Body.Close() }()
	data, err := io.ReadAll(answer.Body)
	switch {
	case err != nil:
		return err
	case answer.StatusCode >= 300:
		return fmt.Errorf("%s %s: %d %s", method, path, answer.StatusCode, data)
	case out == nil:
		return nil
	}
	return json.Unmarshal(data, out)
}

type object = map[string]any

// task is what a class makes.
type task struct {
	name, form string
	measures   object
}

var tasks = []task{
	{"Two-handed cup", "cup", object{"rim": 82, "base": 68, "height": 94}},
	{"Winter bowl", "bowl", object{"rim": 140, "height": 62, "foot": 50, "hollow": 5}},
	{"House number", "slab", object{"length": 170, "width": 120, "thickness": 12}},
	{"Seed jar", "jar", object{}},
	{"Table mug", "mug", object{}},
}

// Make fills a fresh school whose setup link carries a token. say is told of progress, and later has
// the school's clock go on: what is dry is fired then, and judged.
func Make(c Caller, token string, say func(string, ...any), later func(time.Duration)) error {
	if err := c.Do("POST", "/setup", object{"token": token, "passphrase": Passphrase, "school": schoolName}, nil); err != nil {
		return err
	}
	lists := []struct{ kind, text string }{{"clays", demo.Clays()}, {"glazes", demo.Glazes()}, {"tiles", demo.Tiles()}, {"students", students()}}
	for _, l := range lists {
		if err := c.Do("POST", "/imports", object{"kind": l.kind, "text": l.text, "apply": true, "clay": "FEN", "cone": "6"}, nil); err != nil {
			return err
		}
	}
	var classes []contract.Class
	if err := c.Do("GET", "/classes", nil, &classes); err != nil {
		return err
	}
	m := maker{Caller: c, random: rand.New(rand.NewSource(1000))}
	for i, class := range classes {
		if err := m.class(i, class); err != nil {
			return err
		}
		if i%10 == 9 {
			say("%d of %d classes, %d events", i+1, len(classes), m.n)
		}
	}
	later(20 * time.Hour)
	for i := 1; i < len(classes); i += 2 { // not the largest
		if err := m.fire(classes[i], later); err != nil {
			return err
		}
	}
	return nil
}

// fire fires what of a class may be fired, in one load, and judges it: one in three has a fault.
func (m *maker) fire(c contract.Class, later func(time.Duration)) error {
	var list contract.PieceList
	if err := m.Do("GET", "/pieces?class="+c.Id, nil, &list); err != nil {
		return err
	}
	var in, came []object
	for i, p := range list.Pieces {
		if !p.Fit {
			continue
		}
		in = append(in, object{"id": p.Id, "seen": p.Seq})
		m.n++
		e := object{"id": fmt.Sprintf("big-%08d", m.n), "piece": p.Id, "kind": "result", "came": "sound"}
		if i%3 == 0 {
			e["kind"], e["fault"], e["surface"] = work.Faulted, []fault.Kind{fault.Streaks, fault.Crawling, fault.Running}[m.random.Intn(3)], p.Surfaces[0].Id
			delete(e, "came")
		}
		came = append(came, e)
	}
	if len(in) == 0 {
		return nil
	}
	var load contract.Load
	if err := m.Do("POST", "/loads", object{"cone": "6", "pieces": in, "name": c.Name}, &load); err != nil {
		return err
	}
	if err := m.Do("POST", "/loads/"+load.Id+"/fire", nil, nil); err != nil {
		return err
	}
	later(time.Hour)
	if err := m.Do("POST", "/loads/"+load.Id+"/unload?why=made+to+measure+by", nil, nil); err != nil {
		return err
	}
	return m.Do("POST", "/events", object{"events": came}, nil)
}

// students is the class list.
func students() string {
	var b strings.Builder
	b.WriteString("name,class,mark\n")
	for class := range Classes {
		for i := range sizeOf(class) {
			fmt.Fprintf(&b, "Pupil %c%02d,Set %02d,%c%d\n", 'A'+rune(class%26), i+1, class+1, 'A'+rune(i%26), i)
		}
	}
	return b.String()
}

type maker struct {
	Caller
	random *rand.Rand
	n      int
}

// class gives a class something to make, plans it, and works on it for weeks.
func (m *maker) class(i int, c contract.Class) error {
	t := tasks[i%len(tasks)]
	var made contract.Assignment
	if err := m.Do("POST", "/assignments", object{"class": c.Id, "name": t.name, "form": t.form, "cone": "6", "measures": t.measures}, &made); err != nil {
		return err
	}
	var list contract.PieceList
	if err := m.Do("GET", "/pieces?class="+c.Id, nil, &list); err != nil {
		return err
	}
	for k, p := range list.Pieces {
		strokes, err := m.plan(p)
		if err != nil {
			return err
		}
		if err := m.events(k, p, strokes); err != nil {
			return err
		}
	}
	return nil
}

var jars = []string{"N01", "N02", "N03", "N04", "B11", "B12", "B13"}

// stack is one glaze three times, now and then two of them in three coats.
func (m *maker) stack() glaze.Stack {
	if m.random.Intn(4) == 0 {
		return glaze.Stack{{Glaze: jars[m.random.Intn(4)], Coats: 2}, {Glaze: jars[4+m.random.Intn(3)], Coats: 1}}
	}
	return glaze.Stack{{Glaze: jars[m.random.Intn(len(jars))], Coats: 3}}
}

// plan plans every surface that may be glazed, inside and outside alike, and says the
// strokes that come of it.
func (m *maker) plan(p contract.Piece) (strokes []work.Event, err error) {
	var choices []object
	stack := m.stack()
	for _, s := range p.Surfaces {
		bare := s.Stands != nil || s.Id == "underside" || s.Id == "seat" || s.Id == "foot"
		if !bare && m.random.Intn(3) == 0 {
			stack = m.stack()
		}
		choice := object{"surface": s.Id, "bare": bare, "stack": stack}
		if bare {
			choice["stack"] = glaze.Stack{}
		} else {
			for _, stroke := range stack.Strokes() {
				strokes = append(strokes, work.Event{Kind: work.Coated, Surface: s.Id, Glaze: stroke.Glaze})
			}
		}
		choices = append(choices, choice)
	}
	return strokes, m.Do("PUT", "/pieces/"+p.Id+"/plan", object{"revision": 0, "choices": choices}, nil)
}

// events is the life of a piece so far: its strokes, and between them touches, slips
// that were taken back, patches, looks and words, until it has as many events as a
// piece gets. One in four has strokes left to lay, one in four was looked at last.
func (m *maker) events(k int, p contract.Piece, strokes []work.Event) error {
	if k%4 == 0 && len(strokes) > 3 {
		strokes = strokes[:len(strokes)-3]
	}
	var all []work.Event
	var planned contract.PieceDetail
	if err := m.Do("GET", "/pieces/"+p.Id, nil, &planned); err != nil {
		return err
	}
	add := func(e work.Event) {
		if e.Kind == work.Covered || e.Kind == work.Checked {
			e.Saw = planned.Piece.Sight
		}
		m.n++
		e.ID, e.Piece = fmt.Sprintf("big-%08d", m.n), p.Id
		all = append(all, e)
	}
	glazed := strokes[0].Surface
	for len(all) < EventsAPiece-2 {
		left := EventsAPiece - 2 - len(all)
		if len(strokes) > 0 && (m.random.Intn(4) == 0 || left <= len(strokes)) {
			add(strokes[0])
			glazed, strokes = strokes[0].Surface, strokes[1:]
			continue
		}
		switch m.random.Intn(6) {
		case 0:
			add(work.Event{Kind: work.TouchDry, Surface: glazed})
		case 1:
			if left > len(strokes)+2 {
				add(work.Event{Kind: work.Coated, Surface: glazed, Glaze: jars[0]})
				add(work.Event{Kind: work.Undone, Undoes: all[len(all)-1].ID})
			}
		case 2:
			add(work.Event{Kind: work.Patched, Surface: glazed})
		case 3:
			add(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: 1})
		case 4:
			add(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: 1})
		case 5:
			add(work.Event{Kind: work.Absent})
		}
	}
	seen := int64(1)
	if k%4 == 1 {
		seen = 1 << 40 // whoever looked had seen everything
	}
	add(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: seen})
	add(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: seen})
	for len(all) > 0 {
		n := min(eventsASend, len(all))
		if err := m.Do("POST", "/events", object{"events": all[:n]}, nil); err != nil {
			return err
		}
		all = all[n:]
	}
	return nil
}
