package term

import (
	"math"
	"math/rand"
)

// dice are what one course is drawn with.
type dice struct {
	pace     [][]float64 // by class and lesson: the share that is laid of what is foreseen
	hands    []hand
	fill     func() float64
	late     func() bool
	patience int
	thrifty  bool // a few pieces wait longer
	knows    bool // that nothing more comes to a load: it does not wait then
	rush     int  // so many days before a show nobody waits for a load to be filled
}

// waits is for how many days a load waits that is filled to a share: for a few pieces some light a kiln
// less soon.
func (d dice) waits(share float64) int {
	if d.thrifty && share < fewPieces {
		return 2 * d.patience
	}
	return d.patience
}

// hand is one maker in one course.
type hand struct {
	slow   float64 // how much longer than their class they take
	absent []bool  // by lesson
}

// What is thought of students and of who lights a kiln (from memory): how far makers lie apart
// beside how the class does, how often one is absent, for how many days a load waits to be
// filled, and how long before a show nobody waits any more.
const (
	handScatter   = 0.25
	absentChance  = 0.06
	leastPatience = 2
	mostPatience  = 10
	leastRush     = 3
	mostRush      = 12
	fewPieces     = 0.15 // of a full load
	rushFrom      = 4    // of a full load
	full          = 0.95 // of what a load holds
)

// thrown are the dice of one course. What does not depend on how a term goes is drawn first, so that two terms
// that differ in one thing are compared with the same students.
func (g ground) thrown(seed int64) dice {
	r := rand.New(rand.NewSource(seed)) //nolint:gosec // the same question gets the same answer
	d := dice{patience: g.patience(r), rush: leastRush + r.Intn(mostRush-leastRush+1), knows: r.Intn(2) == 0, thrifty: r.Intn(3) == 0}
	for _, c := range g.Classes {
		pace, now := make([]float64, len(c.Lessons)), c.Pace.Draw(r)
		for i := range pace {
			pace[i] = now.Next(r)
		}
		d.pace = append(d.pace, pace)
	}
	for _, class := range g.classOf {
		h := hand{slow: (1 - absentChance) * math.Exp(handScatter*r.NormFloat64()), absent: make([]bool, len(g.Classes[class].Lessons))}
		for i := range h.absent {
			h.absent[i] = r.Float64() < absentChance
		}
		d.hands = append(d.hands, h)
	}
	kiln := rand.New(rand.NewSource(seed + 1)) //nolint:gosec // as above
	fill, waits := g.Fill.Draw(kiln), g.Late.waits()
	d.fill = func() float64 { return fill.Next(kiln) }
	d.late = func() bool { return kiln.Float64() < waits }
	return d
}

// patience is one of those that were seen, or a usual one, which count as two.
func (t *Term) patience(r *rand.Rand) int {
	usual, n := leastPatience+r.Intn(mostPatience-leastPatience+1), r.Intn(len(t.Waited)+2)
	if n < len(t.Waited) {
		return t.Waited[n]
	}
	return usual
}
