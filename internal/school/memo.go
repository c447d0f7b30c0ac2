package school

import (
	"cmp"
	"maps"
	"slices"
	"sync"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/results"
	"enkaustos/core/stock"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// Case is all that the survey of a piece depends on.
func (m Moment) Case(p *Piece) survey.Case {
	a := m.Assignments[p.Assignment]
	goes := ready.Goes{Class: a.Class}
	if a.Over {
		goes.Ended = a.Name
	}
	c := survey.Case{Goes: goes, Body: p.Body, Plan: a.Shelf.FromJars(p.Plan.Choices, p.State.Layers), State: p.State, Work: m.workOf(p, a), Shelf: a.Shelf,
		Drying: m.Drying(a), Spreads: m.Spreads, Approved: p.Approved()}
	if c.Approved {
		c.Pinned = p.Word.Rules
	}
	return c
}

// AllowedJars are the jars that an assignment may use, by code; nil for all.
func (m Moment) AllowedJars(a *Assignment) map[string]bool {
	return plan.AllowedJars(a.Jars, Classes.All(m.Snapshot)[a.Class].Jars)
}

// WorkOf is what a plan of the piece is checked for.
func (m Moment) WorkOf(p *Piece) plan.Work { return m.workOf(p, m.Assignments[p.Assignment]) }

// workOf is what a plan of the piece is checked for.
func (m Moment) workOf(p *Piece, a *Assignment) plan.Work {
	w := plan.Work{Body: p.Body, Clay: m.Clay(a.Clay), Cone: a.Cone, Air: a.Atmosphere,
		Jars: m.AllowedJars(a), Standing: p.Plan.Own.Standing, Green: a.Green, BisqueCone: a.BisqueCone}
	for _, f := range p.State.Past {
		w.Past = append(w.Past, f.Cone)
	}
	w.Cone = cmp.Or(p.State.NextCone, w.Cone)
	w.Standing.Stilts = w.Standing.Stilts || p.State.Helps[work.OnStilts]
	w.Standing.Cookie = w.Standing.Cookie || p.State.Helps[work.OnCookie]
	for _, surface := range p.Body.Surfaces {
		if surface.Clay != "" && surface.Clay != a.Clay {
			if w.Clays == nil {
				w.Clays = map[string]glaze.Clay{}
			}
			w.Clays[surface.Clay] = m.Clay(surface.Clay)
		}
	}
	return w
}

// Drying is how coats dry on the pieces of an assignment: by its rules, on damp
// days more slowly, at the room's own pace.
func (m Moment) Drying(a *Assignment) work.Drying {
	d := m.drying()
	pace := m.Pace()
	d.House, d.Pace, d.Night = a.House, pace.Factor, pace.Night
	return d
}

func (m Moment) drying() work.Drying {
	days, glazes := Airs.The(m.Snapshot).Days, Glazes.All(m.Snapshot)
	return work.Drying{House: m.House,
		Damp: func(at time.Time) bool { return slices.Contains(days, Day(at)) },
		Kind: func(code string) glaze.Kind { return glazes[code].Kind }}
}

// Day is a date of the room as damp days are kept.
func Day(at time.Time) string { return at.Local().Format(time.DateOnly) }

// Pace is how fast the room dries today, learned from everything before today, so
// that the memory and a cold start agree whatever is logged meanwhile.
func (m Moment) Pace() work.Pace {
	today := Day(m.At)
	m.memo.mu.Lock()
	defer m.memo.mu.Unlock()
	if m.memo.day != today {
		m.memo.pace = work.LearnPace(m.drying(), midnight(m.At), func(yield func(work.State) bool) {
			for _, id := range slices.Sorted(maps.Keys(m.Pieces)) {
				if !yield(m.Pieces[id].State) {
					return
				}
			}
		})
		m.memo.day = today
		m.memo.surveys = map[*Piece]remembered{}
	}
	return m.memo.pace
}

// midnight is when the day of a moment began in the room.
func midnight(at time.Time) time.Time {
	now := at.Local()
	return time.Date(now.Year(), now.Month(), now.Day(), 0, 0, 0, 0, now.Location())
}

// Survey is how a piece stands. What was worked out is remembered for as long as
// nothing that it depends on changed, and never stored.
func (m Moment) Survey(p *Piece) survey.Survey {
	m.Pace() // begins a new day
	m.memo.mu.Lock()
	known, ok := m.memo.surveys[p]
	m.memo.mu.Unlock()
	if ok && known.holds(m.At) {
		return known.Survey
	}
	v := survey.Of(m.Case(p), m.At)
	m.memo.mu.Lock()
	if len(m.memo.surveys) > 2*len(m.Pieces) {
		clear(m.memo.surveys)
		clear(m.memo.open) // who still reads an older snapshot leaves its pieces here
		clear(m.memo.fired)
		clear(m.memo.grounds)
	}
	m.memo.surveys[p] = remembered{v, m.At, map[string][]byte{}}
	m.memo.mu.Unlock()
	return v
}

// Remembered is what somebody wrote of a piece, written once for as long as its survey
// holds and it is the same piece.
func (m Moment) Remembered(p *Piece, what string, write func() []byte) []byte {
	m.Survey(p)
	what += m.hears(p)
	m.memo.mu.Lock()
	known := m.memo.surveys[p]
	text := known.written[what]
	m.memo.mu.Unlock()
	if text == nil {
		text = write()
		if known.written != nil {
			m.memo.mu.Lock()
			known.written[what] = text
			m.memo.mu.Unlock()
		}
	}
	return text
}

// Findings are what is to be said of a piece's plan, beside what its class takes.
func (m Moment) Findings(p *Piece, v survey.Survey) []plan.Finding {
	return m.Told(p, v.InClass(survey.Case{Plan: p.Plan.Choices, Shelf: m.Assignments[p.Assignment].Shelf}, m.Takes()))
}

// Order is the working order of a piece's plan.
func (m Moment) Order(p *Piece) []plan.Step {
	return plan.Order(p.Plan.Choices, p.Body, m.Assignments[p.Assignment].House, m.Shelf.Glazes)
}

// memo is what was worked out from snapshots that differ in nothing but pieces. It
// is shared by them: a piece that changed is another piece.
type memo struct {
	mu      sync.Mutex
	day     string
	pace    work.Pace
	surveys map[*Piece]remembered
	open    map[*Piece][]stock.Amount // what their plans still take
	fired   map[*Piece][]results.Fired
	grounds map[*Piece][]string // what their planned stacks are called on their grounds
}

type remembered struct {
	survey.Survey
	since   time.Time
	written map[string][]byte // see Moment.Remembered
}

// holds says whether a survey is as it would be now; a demo's clock may be set back.
func (r remembered) holds(now time.Time) bool {
	return !now.Before(r.since) && (r.Until.IsZero() || now.Before(r.Until))
}

func newMemo() *memo {
	return &memo{surveys: map[*Piece]remembered{}, open: map[*Piece][]stock.Amount{}, fired: map[*Piece][]results.Fired{}, grounds: map[*Piece][]string{}}
}

func (m *memo) forget(p *Piece) {
	m.mu.Lock()
	defer m.mu.Unlock()
	delete(m.surveys, p)
	delete(m.open, p)
	delete(m.fired, p)
	delete(m.grounds, p)
}
