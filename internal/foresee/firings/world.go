package firings

import (
	"container/heap"
	"math"
	"math/rand"
	"slices"
)

// A school whose terms are followed event by event: lessons, a kiln, and a teacher with habits. It
// counts coats and shelves, shares no code with core/term, and what it was drawn with is never told.

// ware is a form of which pieces are made, mm.
type ware struct{ across, tall float64 }

// pot is one piece on its way.
type pot struct {
	class, student int
	ware           ware
	stages         []int // coats before each firing that is left; -1 for greenware that dries
	coats          int   // left to lay before the next firing
	dryOn          int   // the day on which it may be fired
	out            int   // the day it came out of its last firing; 0 while it did not
	cooking        bool
	queued         int // the day since which it waits for the kiln
}

func (p *pot) kind() string {
	if p.stages[0] < 0 {
		return "bisque"
	}
	return "glaze"
}

// hiddenSchool is what a term is drawn with.
type hiddenSchool struct {
	rate     []float64   // coats that a student of a class lays in a lesson
	speed    [][]float64 // by class and student
	mood     float64     // how far a class's days lie apart
	absent   float64
	tight    float64 // the share of a shelf that pieces cover
	packs    float64 // how far that lies apart from load to load
	enough   float64 // the share of a full load at which the teacher lights
	patience int     // or after so many days
	rush     int     // or as many days before the show
	late     float64 // chance that a load waits another day
	drying   []int   // days that greenware takes, by class
	shelfMM  float64 // across
	stackMM  float64
}

type happening struct {
	day, turn int // lessons come after the kiln
	do        func(day int)
}

type queue []happening

func (q queue) Len() int { return len(q) }
func (q queue) Less(i, j int) bool {
	return q[i].day < q[j].day || q[i].day == q[j].day && q[i].turn < q[j].turn
}
func (q queue) Swap(i, j int) { q[i], q[j] = q[j], q[i] }
func (q *queue) Push(x any)   { *q = append(*q, x.(happening)) }
func (q *queue) Pop() any {
	old := *q
	last := old[len(old)-1]
	*q = old[:len(old)-1]
	return last
}

// fired is a load as it is on record.
type fired struct {
	lit, out int
	kind     string
	pots     []*pot
	left     bool
	daysLate int
	waited   int // days the first of it had been ready
}

// taught is a lesson as it is on record.
type taught struct{ class, foreseen, laid int }

// simSchool is a term under way.
type simSchool struct {
	r       *rand.Rand
	h       hiddenSchool
	plan    []int   // coats that are foreseen for a student's lesson, by class
	days    [][]int // weekdays of lessons, by class
	shut    int     // a weekday on which the kiln may not run
	kilnUse int     // days a load takes
	show    int
	last    int
	pots    []*pot
	q       queue
	loads   []*fired
	lessons []taught
	inside  *fired
	opens   int
}

// schoolDay says whether somebody is there.
func schoolDay(day int) bool { return day%7 < 5 }

func newSimSchool(seed int64) *simSchool {
	r := rand.New(rand.NewSource(seed)) //nolint:gosec // a simulation that can be repeated
	s := &simSchool{r: r, kilnUse: 1 + r.Intn(2), last: 70, show: 50 + r.Intn(12), shut: r.Intn(7)}
	between := func(a, b float64) float64 { return a + (b-a)*r.Float64() }
	s.h = hiddenSchool{mood: between(0.08, 0.3), absent: between(0.02, 0.12), tight: between(0.5, 0.68), packs: between(0.03, 0.09), enough: between(0.75, 1), patience: 4 + r.Intn(8), rush: 4 + r.Intn(8), late: between(0.02, 0.3), shelfMM: between(440, 560), stackMM: between(500, 700)}
	wares := make([]ware, 5)
	for i := range wares {
		wares[i] = ware{between(60, 150), between(20, 190)}
	}
	for class := range 3 + r.Intn(5) {
		plan := 5 + r.Intn(7)
		s.plan = append(s.plan, plan)
		s.h.rate = append(s.h.rate, float64(plan)*between(0.55, 1.1))
		s.h.drying = append(s.h.drying, 5+r.Intn(6))
		days := []int{r.Intn(5)}
		if d := r.Intn(5); d != days[0] {
			days = append(days, d)
		}
		s.days = append(s.days, days)
		var speeds []float64
		form, other := wares[r.Intn(len(wares))], wares[r.Intn(len(wares))]
		green := r.Intn(2) == 0
		begins := r.Intn(20)
		for student := range 10 + r.Intn(16) {
			speeds = append(speeds, math.Exp(between(0.1, 0.3)*r.NormFloat64()))
			for nth, w := range []ware{form, other}[:1+r.Intn(2)] {
				coats := 6 + r.Intn(12)
				p := &pot{class: class, student: student, ware: w, stages: []int{coats}, coats: coats}
				if green {
					made := begins + 12*nth + r.Intn(6)
					p.stages, p.coats, p.dryOn = []int{-1, coats}, 0, made+s.h.drying[class]
				}
				s.pots = append(s.pots, p)
			}
		}
		s.h.speed = append(s.h.speed, speeds)
	}
	for day := range s.last + 60 {
		heap.Push(&s.q, happening{day, 0, s.kiln})
		for class, days := range s.days {
			if schoolDay(day) && slices.Contains(days, day%7) {
				heap.Push(&s.q, happening{day, 1, func(day int) { s.lesson(class, day) }})
			}
		}
	}
	return s
}

// until follows the term up to a day, that day left out.
func (s *simSchool) until(day int) {
	for s.q.Len() > 0 && s.q[0].day < day {
		h := heap.Pop(&s.q).(happening)
		h.do(h.day)
	}
}

// lesson has everybody lay coats, at one piece after the other.
func (s *simSchool) lesson(class, day int) {
	mood := math.Exp(s.h.mood * s.r.NormFloat64())
	one := taught{class: class}
	for student, speed := range s.h.speed[class] {
		can := s.h.rate[class] * speed * mood * (0.8 + 0.4*s.r.Float64())
		if s.r.Float64() < s.h.absent {
			can = 0
		}
		hands, foreseen := int(can+s.r.Float64()), s.plan[class]
		for _, p := range s.pots {
			if p.class != class || p.student != student || p.coats == 0 || p.cooking || p.out > 0 || p.stages[0] < 0 {
				continue
			}
			n, f := min(hands, p.coats), min(foreseen, p.coats)
			one.laid, one.foreseen = one.laid+n, one.foreseen+f
			hands, foreseen = hands-n, foreseen-f
			if p.coats -= n; p.coats == 0 {
				p.dryOn = day + 1
			}
		}
	}
	s.lessons = append(s.lessons, one)
}

// kiln opens it where it has cooled, and lights it where the teacher would.
func (s *simSchool) kiln(day int) {
	if s.inside != nil {
		if day < s.opens || !schoolDay(day) {
			return
		}
		if s.r.Float64() < s.h.late {
			s.inside.daysLate++
			return
		}
		s.unload(day)
	}
	if !schoolDay(day) || day%7 == s.shut {
		return
	}
	var best *fired
	for _, kind := range []string{"glaze", "bisque"} {
		load, wants := s.pack(kind, day)
		if wants && (best == nil || len(load.pots) > len(best.pots)) {
			best = load
		}
	}
	if best != nil {
		for _, p := range best.pots {
			p.cooking = true
		}
		best.lit, s.inside, s.opens = day, best, day+s.kilnUse
		s.loads = append(s.loads, best)
	}
}

func (s *simSchool) unload(day int) {
	s.inside.out = day
	for _, p := range s.inside.pots {
		p.cooking, p.queued = false, 0
		if p.stages = p.stages[1:]; len(p.stages) == 0 {
			p.out = day
			continue
		}
		p.coats = p.stages[0]
	}
	s.inside = nil
}

// pack stacks what waits, shelf by shelf, the tallest first; wants says whether it is lit.
func (s *simSchool) pack(kind string, day int) (*fired, bool) {
	var list []*pot
	for _, p := range s.pots {
		if p.out == 0 && !p.cooking && p.coats == 0 && p.dryOn <= day && p.kind() == kind {
			if p.queued == 0 {
				p.queued = day
			}
			list = append(list, p)
		}
	}
	if len(list) == 0 {
		return nil, false
	}
	longest := 0
	for _, p := range list {
		longest = max(longest, day-p.queued)
	}
	slices.SortStableFunc(list, func(a, b *pot) int { return int(b.ware.tall - a.ware.tall) })
	load, high, covered := &fired{kind: kind, waited: longest}, 0.0, math.Inf(1)
	area := math.Pi * s.h.shelfMM * s.h.shelfMM / 4 * s.h.tight * math.Exp(s.h.packs*s.r.NormFloat64())
	used := 0.0
	for _, p := range list {
		foot := math.Pi * p.ware.across * p.ware.across / 4
		if covered+foot > area {
			if high+p.ware.tall+28 > s.h.stackMM {
				load.left = true
				continue
			}
			high, covered = high+p.ware.tall+28, 0
		}
		covered += foot
		used += foot
		load.pots = append(load.pots, p)
	}
	full := load.left || high > s.h.enough*s.h.stackMM
	rush := day >= s.show-s.h.rush && day <= s.show
	return load, full || longest >= s.h.patience || rush && (len(load.pots) > 4 || day >= s.show-s.kilnUse-2)
}
