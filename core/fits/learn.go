package fits

import (
	"cmp"
	"math"
	"slices"
	"strings"
	"time"
)

// Laid is a coat of the log, with what the usual figures give it.
type Laid struct {
	Hand    string // whose
	At      time.Time
	Glaze   string
	Minutes float64   // that laying it takes, at the usual speed
	Ready   time.Time // when the surface would take it; zero where at once
}

// Speed is how fast a class lays its coats beside the usual figures.
type Speed struct {
	Factor float64 // 1 as usual, 0.8 takes a quarter longer
	Count  int     // from how many coats
}

// Which pairs of coats tell how long the second one took: those that no lesson lies between,
// and no slip of a double tap. How many coats as usual are thought to be there before the
// first one is seen, and how far from usual any class can be (all from memory).
const (
	shortest  = 20 * time.Second
	farApart  = 12 * time.Minute
	asUsual   = 12
	leastPace = 0.4
	mostPace  = 2.5
)

// LearnSpeed learns from what one hand laid next after another coat: the time between is
// what the stroke took, and a change of glaze, changeMinutes of it, unless the surface made
// it wait. The middle of all counts, so that who chats moves little; with few coats the
// usual figures hold.
func LearnSpeed(all []Laid, changeMinutes float64) Speed {
	slices.SortStableFunc(all, func(a, b Laid) int { return cmp.Or(strings.Compare(a.Hand, b.Hand), a.At.Compare(b.At)) })
	var seen []float64
	for i := 1; i < len(all); i++ {
		before, next := all[i-1], all[i]
		took := next.At.Sub(before.At)
		if before.Hand != next.Hand || took < shortest || took > farApart || next.Ready.After(before.At) {
			continue
		}
		usual := next.Minutes
		if before.Glaze != next.Glaze {
			took -= minutes(changeMinutes)
		}
		if took >= shortest {
			seen = append(seen, usual/took.Minutes())
		}
	}
	if len(seen) == 0 {
		return Speed{Factor: 1}
	}
	slices.Sort(seen)
	middle := seen[len(seen)/2]
	n := float64(len(seen))
	// Speeds multiply: the mean is of their logarithms.
	factor := math.Exp(n * math.Log(middle) / (n + asUsual))
	return Speed{Factor: min(mostPace, max(leastPace, factor)), Count: len(seen)}
}

// LaidOn are the coats on a piece, with what the usual figures give them.
func (p Piece) LaidOn() (all []Laid) {
	b := &builder{p: p, bare: map[string]float64{}}
	for _, part := range p.Body.Band(p.Survey.Band.HeightMM) {
		b.bare[part.Surface] = part.AreaCM2
	}
	for _, s := range p.Survey.Surfaces {
		for i, c := range s.On {
			if c.Fired || c.Dated {
				continue // of what was entered afterwards nobody knows the minute
			}
			brush, _ := b.brush(s, c.Layer())
			one := Laid{Hand: p.Hand, At: c.At, Glaze: c.Glaze, Minutes: strokeMinutes(s.Surface, c.Layer(), brush, b.bare[s.ID])}
			if i > 0 {
				last := s.On[i-1]
				one.Ready = last.At.Add(time.Duration(float64(p.Drying.Dry(last.Coat, i)) * p.House.RecoatShare()))
			}
			all = append(all, one)
		}
	}
	return all
}
