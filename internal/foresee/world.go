// Package foresee holds forecasts of lessons to simulated terms. The simulated class works by
// rules of its own, with figures that are drawn for every term and hidden from the planner;
// it shares no code with core/fits and core/schedule.
package foresee

import (
	"math"
	"math/rand"
	"sort"
)

// Stroke is one coat that somebody has to lay.
type stroke struct{ glaze string }

// surface is a surface of a piece with its coats in order.
type surface struct {
	id      string
	areaCM2 float64
	coats   []stroke
	done    int
	dryAt   float64 // minutes of the lesson
}

// piece is what somebody works at.
type piece struct {
	student  int
	surfaces []*surface
}

// hidden are the figures of a class that nobody tells the planner.
type hidden struct {
	speed     []float64 // cm² a minute, by student
	dry       float64   // minutes of the first coat
	later     float64   // how much longer each further one takes
	wash      float64   // minutes
	sinks     int
	seats     int
	chats     float64 // how often somebody stops after a stroke
	absent    float64
	setUp     float64 // minutes, on average
	early     float64 // minutes before the bell at which nobody begins any more
	mood      float64 // how far lessons lie apart
	careless  float64 // how often somebody takes whatever comes, and not the open glaze
	handsFull float64 // minutes to take up a piece and look
}

// drawHidden draws a class. Every figure is drawn apart from those of the planner.
func drawHidden(r *rand.Rand, students int) hidden {
	between := func(low, high float64) float64 { return low + (high-low)*r.Float64() }
	class := between(16, 44)
	h := hidden{dry: between(0.5, 2.5), later: between(1.2, 2.2), wash: between(0.8, 3), sinks: 1 + r.Intn(4), seats: 2 + r.Intn(5), chats: between(0, 0.3), absent: between(0, 0.15),
		setUp: between(2, 9), early: between(5, 11), mood: between(0.04, 0.18), careless: between(0, 0.4), handsFull: between(0.2, 0.8)}
	for range students {
		h.speed = append(h.speed, class*math.Exp(0.25*r.NormFloat64()))
	}
	return h
}

// laid is a coat that went on: minutes of the lesson, who, where.
type laid struct {
	at    float64
	piece int
	on    string
	glaze string
}

// student is somebody in a lesson.
type student struct {
	free    float64 // from when on
	brush   string
	present bool
}

// lesson lets a class work from the first bell to the second: always whoever is free first
// does what comes next, in the way such a class does it.
func lesson(r *rand.Rand, h hidden, pieces []*piece, minutes float64) (log []laid) {
	mood := math.Exp(h.mood * r.NormFloat64())
	students := make([]student, len(h.speed))
	for i := range students {
		students[i] = student{free: max(0, h.setUp*(0.6+0.8*r.Float64())), present: r.Float64() >= h.absent}
	}
	for _, p := range pieces {
		for _, s := range p.surfaces {
			s.dryAt = 0 // overnight everything dried
		}
	}
	sinks := make([]float64, h.sinks)
	jars := map[string][]float64{}
	end := minutes - h.early
	for {
		who := -1
		for i, s := range students {
			if s.present && s.free < end && (who < 0 || s.free < students[who].free) {
				who = i
			}
		}
		if who < 0 {
			return log
		}
		s := &students[who]
		p, on, wait := choose(r, h, pieces, who, s)
		if on == nil {
			s.free = wait
			continue
		}
		glaze := on.coats[on.done].glaze
		at := s.free
		if s.brush != "" && s.brush != glaze {
			sort.Float64s(sinks)
			at = max(at, sinks[0]) + h.wash*(0.7+0.6*r.Float64())
			sinks[0] = at
		}
		if jars[glaze] == nil {
			jars[glaze] = make([]float64, h.seats)
		}
		sort.Float64s(jars[glaze])
		at = max(at, jars[glaze][0])
		took := (h.handsFull + on.areaCM2/h.speed[who]) * mood * (0.75 + 0.5*r.Float64())
		if at+took > end+2 { // what would go on into the clearing up is not begun
			s.free = end
			continue
		}
		at += took
		jars[glaze][0], s.brush, s.free = at, glaze, at
		on.done++
		on.dryAt = at + h.dry*math.Pow(h.later, float64(on.done-1))*(0.8+0.4*r.Float64())
		log = append(log, laid{at, p, on.id, glaze})
		if r.Float64() < h.chats {
			s.free += 1 + 4*r.Float64()
		}
	}
}

// choose is what somebody does next: mostly with the open glaze, else whatever is dry; and
// where nothing is, until when they wait, some time after it is dry.
func choose(r *rand.Rand, h hidden, pieces []*piece, who int, s *student) (at int, on *surface, wait float64) {
	wait = math.Inf(1)
	type open struct {
		piece int
		on    *surface
	}
	var same, any []open
	for i, p := range pieces {
		if p.student != who {
			continue
		}
		for _, x := range p.surfaces {
			switch {
			case x.done == len(x.coats):
			case x.dryAt > s.free:
				wait = min(wait, x.dryAt+0.5*r.Float64())
			default:
				any = append(any, open{i, x})
				if x.coats[x.done].glaze == s.brush {
					same = append(same, open{i, x})
				}
			}
		}
	}
	pick := any
	if len(same) > 0 && r.Float64() >= h.careless {
		pick = same
	}
	if len(pick) == 0 {
		return 0, nil, wait
	}
	one := pick[0]
	if r.Float64() < h.careless {
		one = pick[r.Intn(len(pick))]
	}
	return one.piece, one.on, 0
}
