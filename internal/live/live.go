// Package live streams what changes to every open screen, as each may see it.
package live

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"sync"
	"time"

	"github.com/gin-gonic/gin"

	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Streams tells open screens what changed. It makes each message once, however many
// screens listen.
type Streams struct {
	school *school.School
	door   Keeper
	mu     sync.Mutex
	heard  []school.Told // changes that nobody was told of yet
	wake   chan struct{}
	done   chan struct{}
	once   sync.Once
	next   int
	open   map[int]chan message
	of     map[string]int // how many streams a session has open
}

// Keeper is the door, as far as a stream needs it.
type Keeper interface {
	Who(ctx context.Context) (a work.Actor, here bool)
	Lasts(ctx context.Context) bool
	Ended() int64
	Key(ctx context.Context) string
}

// message is what some changes mean, written once for all screens that may see
// the same.
type message struct {
	no      uint64
	kinds   []string          // what else than pieces changed
	teacher []byte            // the pieces as the teacher's side sees them
	helper  []byte            // without marks
	tablets map[string][]byte // the same, by class
}

// waiting is how many messages a slow screen may be behind before it is cut
// off; it comes back and asks for what it missed.
const waiting = 64

// gather is how long changes are gathered after a message went out: well within
// what a person at another screen notices.
const gather = 40 * time.Millisecond

// mostOpen is how many streams a session may have open: a browser with several windows.
const mostOpen = 4

// arrives is how long a message may take to a screen before the screen is cut off.
const arrives = 10 * time.Second

// beat is how often an idle stream shows that it is alive.
const beat = 20 * time.Second

// asks is how often a stream asks whether who listens is still let in: it ends within a second of
// its session, passphrase, pairing or role.
const asks = 500 * time.Millisecond

// New begins to listen to a school.
func New(s *school.School, door Keeper) *Streams {
	b := &Streams{school: s, door: door, wake: make(chan struct{}, 1), done: make(chan struct{}), open: map[int]chan message{}, of: map[string]int{}}
	stop := s.Listen(func(t school.Told) {
		b.mu.Lock()
		b.heard = append(b.heard, t)
		b.mu.Unlock()
		select {
		case b.wake <- struct{}{}:
		default:
		}
	})
	go b.run(stop)
	return b
}

// Close ends all streams.
func (b *Streams) Close() { b.once.Do(func() { close(b.done) }) }

func (b *Streams) run(stop func()) {
	defer stop()
	for {
		select {
		case <-b.done:
			return
		case <-b.wake:
			b.spread()
		}
		select { // what happens within moments travels together
		case <-b.done:
		case <-time.After(gather):
		}
	}
}

// spread tells everybody what was heard since, as one message: taps of one
// moment travel together.
func (b *Streams) spread() {
	b.mu.Lock()
	heard, screens := b.heard, len(b.open)
	b.heard = nil
	b.mu.Unlock()
	if len(heard) == 0 || screens == 0 {
		return
	}
	m := message{no: heard[len(heard)-1].No}
	seen := map[string]bool{}
	var ids []string
	for _, t := range heard {
		for _, kind := range t.Kinds {
			if !slices.Contains(m.kinds, kind) {
				m.kinds = append(m.kinds, kind)
			}
		}
		for _, id := range t.Pieces {
			if !seen[id] {
				seen[id] = true
				ids = append(ids, id)
			}
		}
	}
	now := b.school.Now()
	var pieces []*school.Piece
	for _, id := range ids {
		if p, ok := now.Pieces[id]; ok {
			pieces = append(pieces, p)
		}
	}
	b.write(&m, now, pieces)
	b.mu.Lock()
	defer b.mu.Unlock()
	for id, screen := range b.open {
		select {
		case screen <- m:
		default: // too slow: it comes back
			close(screen)
			delete(b.open, id)
		}
	}
}

// write puts pieces into a message.
func (b *Streams) write(m *message, now school.Moment, pieces []*school.Piece) {
	if len(pieces) == 0 {
		return
	}
	seq := int64(0)
	var teacher, helper [][]byte
	byClass := map[string][][]byte{}
	for _, p := range pieces {
		rest, class := view.JSON(now, work.Actor{Role: work.Helper}, p), now.ClassOf(p)
		teacher, helper = append(teacher, view.JSON(now, school.Teacher, p)), append(helper, rest)
		byClass[class] = append(byClass[class], view.JSON(now, work.Actor{Role: work.Station}, p))
		seq = max(seq, p.State.Seq)
	}
	m.teacher, m.helper, m.tablets = view.Said(now, frame(seq, now.At, teacher)), view.Said(now, frame(seq, now.At, helper)), map[string][]byte{}
	for class, list := range byClass {
		m.tablets[class] = view.Said(now, frame(seq, now.At, list))
	}
}

// frame is one server-sent event with pieces.
func frame(seq int64, now time.Time, pieces [][]byte) []byte {
	head := fmt.Sprintf("event: pieces\nid: %d\ndata: {\"now\":%q,\"pieces\":[", seq, now.Format(time.RFC3339Nano))
	return slices.Concat([]byte(head), bytes.Join(pieces, []byte{','}), []byte("]}\n\n"))
}

// errManyOpen refuses a session that has as many streams open as it may.
var errManyOpen = school.TooMany("This browser has Enkaustos open in too many windows: close one.", 10*time.Second)

func (b *Streams) listen(session string) (screen chan message, leave func(), err error) {
	b.mu.Lock()
	defer b.mu.Unlock()
	if b.of[session] >= mostOpen {
		return nil, nil, errManyOpen
	}
	id := b.next
	b.next++
	screen = make(chan message, waiting)
	b.open[id] = screen
	b.of[session]++
	return screen, func() {
		b.mu.Lock()
		defer b.mu.Unlock()
		delete(b.open, id)
		if b.of[session]--; b.of[session] == 0 {
			delete(b.of, session)
		}
	}, nil
}

// Live streams what changes to a screen.
func (b *Streams) Live(ctx context.Context, r contract.LiveRequestObject) (contract.LiveResponseObject, error) {
	after := r.Params.After
	if last, err := strconv.ParseInt(request(ctx).Header.Get("Last-Event-ID"), 10, 64); err == nil {
		after = &last // a browser that comes back by itself
	}
	screen, leave, err := b.listen(b.door.Key(ctx))
	if err != nil {
		return nil, err
	}
	return stream{b, ctx, after, screen, leave}, nil
}

// stream is one open screen.
type stream struct {
	live  *Streams
	ctx   context.Context
	after *int64 // the last event that the screen has seen

	screen chan message
	leave  func()
}

// VisitLiveResponse writes until the screen goes away or the server stops.
func (st stream) VisitLiveResponse(w http.ResponseWriter) error {
	defer st.leave()
	under := w
	if g, ok := w.(gin.ResponseWriter); ok {
		if u, ok := g.(interface{ Unwrap() http.ResponseWriter }); ok {
			under = u.Unwrap()
		}
	}
	control := http.NewResponseController(under)
	_ = control.SetReadDeadline(time.Time{}) // it stays open: where no deadline can be set there is none
	hurry := func() { _ = control.SetWriteDeadline(time.Now().Add(arrives)) }
	flush := func() error { hurry(); return control.Flush() }
	hurry()
	w.Header().Set("Content-Type", "text/event-stream")
	w.Header().Set("X-Accel-Buffering", "no")
	w.WriteHeader(http.StatusOK)
	if _, err := fmt.Fprint(w, "retry: 1500\n\n"); err != nil {
		return nil //nolint:nilerr // the screen is gone
	}
	if st.after != nil {
		who, _ := st.live.door.Who(st.ctx)
		st.tell(w, st.missed(*st.after, who), who)
	}
	if flush() != nil {
		return nil
	}
	ended := int64(-1)
	letIn := func() (who work.Actor, still bool) {
		who, still = st.live.door.Who(st.ctx)
		if now := st.live.door.Ended(); still && now != ended { // the disk is asked only after some session ended
			still, ended = st.live.door.Lasts(st.ctx), now
		}
		return who, still
	}
	pulse, still := time.NewTicker(beat), time.NewTicker(asks)
	defer pulse.Stop()
	defer still.Stop()
	for {
		select {
		case <-request(st.ctx).Context().Done():
			return nil
		case <-st.live.done:
			return nil
		case m, open := <-st.screen:
			who, here := letIn()
			if !open || !here {
				return nil
			}
			hurry()
			st.tell(w, m, who)
		case <-still.C:
			if _, here := letIn(); !here {
				return nil
			}
			continue
		case <-pulse.C:
			if !st.live.door.Lasts(st.ctx) { // it may have run out
				return nil
			}
			_, _ = fmt.Fprint(w, ": still here\n\n") // the flush says whether it arrived
		}
		if flush() != nil {
			return nil
		}
	}
}

// missed is what happened after an event to the pieces that somebody sees: on a tablet, those
// of the class in the room.
func (st stream) missed(after int64, who work.Actor) (m message) {
	now := st.live.school.Now()
	var pieces []*school.Piece
	classes := who.Classes
	if who.Role != work.Station {
		classes = []string{""} // all of them
	}
	for _, class := range classes {
		for _, p := range now.PiecesOf(class) {
			if p.State.Seq > after {
				pieces = append(pieces, p)
			}
		}
	}
	st.live.write(&m, now, pieces)
	m.kinds = []string{everything} // plans, jars and rules may have changed as well
	return m
}

// tell writes a message as this screen may see it.
func (st stream) tell(w http.ResponseWriter, m message, a work.Actor) {
	mine := m.teacher
	switch a.Role {
	case work.Helper:
		mine = m.helper
	case work.Station:
		mine = nil
		for _, class := range a.Classes {
			mine = append(slices.Clip(mine), m.tablets[class]...)
		}
	}
	kinds := m.kinds
	if a.Role != work.Teacher {
		kinds = slices.DeleteFunc(slices.Clone(kinds), school.ForTeachers)
	}
	if len(kinds) > 0 {
		names, _ := json.Marshal(kinds) // plain words: they always marshal
		mine = fmt.Appendf(slices.Clip(mine), "event: stale\ndata: {\"kinds\":%s}\n\n", names)
	}
	_, _ = w.Write(mine) // the flush says whether it arrived
}

// everything is the name of a change of which nobody knows what it was.
const everything = "all"

// request is the HTTP request behind a context.
func request(ctx context.Context) *http.Request {
	c, ok := ctx.(*gin.Context)
	if !ok {
		return nil
	}
	return c.Request
}
