package lessons

import (
	"context"
	"maps"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"enkaustos/core/fits"
	"enkaustos/core/lesson"
	"enkaustos/core/schedule"
	"enkaustos/internal/school"
)

// Running keeps the plans of the lessons that run. A plan is made anew in the background, on
// a snapshot, once something happened that it depends on, as long as somebody looks at it;
// and whoever looks is told.
type Running struct {
	school *school.School
	no     atomic.Uint64 // of the last change that a plan may depend on
	wake   chan struct{}
	done   chan struct{}
	once   sync.Once
	mu     sync.Mutex
	of     map[string]*run
}

// run is a lesson that somebody looked at.
type run struct {
	mu      sync.Mutex // whoever comes while it is planned waits for the same plan
	no      uint64
	at      time.Time
	class   fits.Class
	planned fits.Planned
	err     error
	asked   atomic.Int64 // when somebody looked at it last, by the clock of the machine
}

// idle is for how long nobody has looked.
func (r *run) idle() time.Duration { return time.Since(time.UnixMilli(r.asked.Load())) }

// What is changed that plans of lessons say of themselves, and how long one is good while
// nothing happens; how long after a change the next plan is made, at least; and how long
// nobody may look until none is made in the background.
const (
	routeKind = "route"
	goodFor   = 20 * time.Second
	settles   = 1500 * time.Millisecond
	looksAway = 3 * time.Minute
	roundTime = 5 * time.Second
)

// NewRunning begins to listen to a school.
func NewRunning(s *school.School) *Running {
	r := &Running{school: s, wake: make(chan struct{}, 1), done: make(chan struct{}), of: map[string]*run{}}
	stop := s.Listen(func(t school.Told) {
		if len(t.Pieces) == 0 && !slices.ContainsFunc(t.Kinds, plans) {
			return
		}
		r.no.Add(1)
		select {
		case r.wake <- struct{}{}:
		default:
		}
	})
	go r.run(stop)
	return r
}

// plans says whether a kind of records has a part in a plan.
func plans(kind string) bool {
	return !slices.Contains([]string{routeKind, "lesson", "seating", "station", "backup", "photograph", "label"}, kind)
}

// Close ends planning in the background.
func (r *Running) Close() { r.once.Do(func() { close(r.done) }) }

func (r *Running) run(stop func()) {
	defer stop()
	round := time.NewTicker(roundTime)
	defer round.Stop()
	for {
		select {
		case <-r.done:
			return
		case <-r.wake:
			r.again()
		case <-round.C:
			r.Begin()
			continue
		}
		select { // a class lays many coats a minute: they are planned together
		case <-r.done:
		case <-time.After(settles):
		}
	}
}

// again plans the lessons anew that run and are looked at, and says so.
func (r *Running) again() {
	m, changed := r.school.Now(), false
	for _, at := range running(m) {
		r.mu.Lock()
		one := r.of[at.Key.String()]
		r.mu.Unlock()
		if one == nil || one.idle() > looksAway {
			continue
		}
		r.fresh(at, one)
		changed = true
	}
	if changed {
		r.school.Say(routeKind)
	}
}

// running are the lessons that run at a moment.
func running(m school.Moment) (all []lesson.Lesson) {
	for _, l := range school.Bells.The(m.Snapshot).On(lesson.DateOf(m.At.Local())) {
		if runs(m, l) {
			all = append(all, l)
		}
	}
	return all
}

// runs says whether a lesson runs at a moment.
func runs(m school.Moment, l lesson.Lesson) bool {
	return !m.At.Before(l.Begins(time.Local)) && m.At.Before(l.Rings(time.Local))
}

// Plan is the plan of a lesson as things are now. One that does not run yet is planned for
// who asks.
func (r *Running) Plan(m school.Moment, at lesson.Lesson) (fits.Class, fits.Planned, error) {
	key := at.Key.String()
	if !runs(m, at) {
		return planOf(m, at, schedule.Usual)
	}
	r.mu.Lock()
	one := r.of[key]
	if one == nil {
		maps.DeleteFunc(r.of, func(_ string, old *run) bool { return old.idle() > looksAway })
		one = &run{}
		r.of[key] = one
	}
	r.mu.Unlock()
	one.asked.Store(time.Now().UnixMilli())
	return r.fresh(at, one)
}

// fresh is the plan of a lesson, made anew where something happened since.
func (r *Running) fresh(at lesson.Lesson, one *run) (fits.Class, fits.Planned, error) {
	one.mu.Lock()
	defer one.mu.Unlock()
	no := r.no.Load()
	m := r.school.Now()
	if one.at.IsZero() || one.no != no || m.At.Sub(one.at).Abs() > goodFor {
		one.class, one.planned, one.err = planOf(m, at, schedule.Usual)
		one.no, one.at = no, m.At
	}
	return one.class, one.planned, one.err
}

// noticed is how long after its beginning it is still kept what a lesson was foreseen to get
// done.
const noticed = 15 * time.Minute

// Begin keeps of the lessons that have just begun how many coats were foreseen for them: what
// a class gets done is learned from lessons that nobody prepared as well.
func (r *Running) Begin() {
	m := r.school.Now()
	for _, at := range running(m) {
		began := at.Begins(time.Local)
		if school.HeldOf(m, at).Planned > 0 || m.At.Sub(began) > noticed || school.CoatsLaid(m, at) > 0 {
			continue
		}
		n := foreseen(m, at)
		if n == 0 {
			continue
		}
		// What cannot be kept now is tried again a moment later.
		_ = r.school.Change(context.Background(), func(m school.Moment, c *school.Change) error {
			h := school.HeldOf(m, at)
			h.Planned = n
			school.HeldLessons.Put(c, h)
			return nil
		})
	}
}
