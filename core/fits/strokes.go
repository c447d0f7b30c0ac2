// Package fits says what a class gets done before its bell: it makes a problem of
// core/schedule of what pieces still ask for, and reads the plan that comes of it.
package fits

import (
	"math"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// Tick is the grain of a plan.
const Tick = 15 * time.Second

func ticks(minutes float64) int {
	return max(1, int(math.Ceil(minutes*float64(time.Minute)/float64(Tick)-1e-9)))
}

// Piece is what a plan of a lesson has to know of one piece.
type Piece struct {
	ID, Hand string // its own, and its maker's
	Class    string // whose lessons it is worked on in
	Body     piece.Body
	State    work.State
	Survey   survey.Survey
	Order    []plan.Step // its working order
	Drying   work.Drying
	House    rules.House
	Weight   int  // 1, or more where it must be finished first
	Fewer    bool // with one coat fewer where the house lets that pass
	Helped   bool // somebody else cleans it, wipes its foot and washes its brushes
	Plain    bool // without its extras
}

// ForShow is the weight of a piece that is wanted for a show: who has several works at it first.
const ForShow = 3

// Does is what one step of a lesson is.
type Does string

// To take the dust off, to lay a coat, to edge a ground round its details, to wipe the
// foot, to have it looked at, to change the glaze on the brush.
const (
	Cleans  Does = "clean"
	Coats   Does = "coat"
	Edges   Does = "edge"
	Wipes   Does = "wipe"
	Shown   Does = "show"
	Changes Does = "change"
)

// Stroke is one thing to do on a piece, and how long it takes.
type Stroke struct {
	Does     Does
	Surface  string // piece.Surface.ID; "" for the whole piece
	Layer    glaze.Layer
	Nth      int // the coat on its surface, from 1
	Brush    plan.Brush
	Minutes  float64       // at the usual speed
	Dries    time.Duration // until what comes after it may
	From     time.Time     // not before; zero for at once
	Optional bool
	after    []int // strokes that it waits for
	rank     int
}

// After is the strokes that a stroke waits for, by where they stand among those of its piece.
func (s Stroke) After() []int { return s.after }

// How much of a surface a brush covers, cm² a minute, at the usual speed (20 to 40 from
// memory; for lines and details a guess beside it), and what other steps take in minutes
// (from memory).
var speeds = map[plan.Brush]float64{plan.WideBrush: 40, plan.MiddleBrush: 30, plan.SmallBrush: 20, plan.FineBrush: 10, plan.SoftBrush: 25, plan.OwnNozzle: 15}

const (
	leastStroke = 0.5 // to dip the brush, turn the piece and look
	dipTakes    = 1.5
	edgeTakes   = 1.0
	spongeTakes = 1.0
	rinseTakes  = 1.0
	wipeTakes   = 1.0
	showTakes   = 0.75
	showByHand  = 1.5 // where the teacher wipes the foot as well
	spongeDries = 1.0 // minutes until a sponged piece takes its first coat
	rinseDries  = 30.0
)

// strokeMinutes is how long one coat on a surface takes, bare being what of it stays bare.
func strokeMinutes(s piece.Surface, layer glaze.Layer, brush plan.Brush, bareCM2 float64) float64 {
	if layer.Dip || brush == plan.Tongs {
		return dipTakes
	}
	speed := speeds[brush]
	if speed == 0 {
		speed = speeds[plan.MiddleBrush]
	}
	return max(leastStroke, max(0, s.AreaCM2-bareCM2)/speed)
}

// Strokes is what a piece still asks for before its next firing, each after those that it
// waits for; none where nothing is planned. The last one is the look of the teacher.
func (p Piece) Strokes() []Stroke {
	if !slices.ContainsFunc(p.Survey.Surfaces, func(s survey.Surface) bool { return s.Choice.Planned() || len(s.On) > 0 }) {
		return nil
	}
	b := &builder{p: p, last: map[string]int{}, bare: map[string]float64{}}
	for _, part := range p.Body.Band(p.Survey.Band.HeightMM) {
		b.bare[part.Surface] = part.AreaCM2
	}
	if p.Survey.Dust.Why != "" && !p.Survey.Dust.Asked && !p.Helped {
		b.clean()
	}
	for _, s := range p.Survey.Surfaces {
		if !s.Optional || !p.Plain {
			b.surface(s)
		}
	}
	b.relate()
	b.ends()
	return sorted(b.all)
}

type builder struct {
	p       Piece
	all     []Stroke
	cleaned []int          // the cleaning, where there is one
	last    map[string]int // by surface: its last stroke
	bare    map[string]float64
}

func (b *builder) add(s Stroke) int {
	b.all = append(b.all, s)
	return len(b.all) - 1
}

func (b *builder) clean() {
	s := Stroke{Does: Cleans, Minutes: spongeTakes, Dries: minutes(spongeDries)}
	if b.p.House.Clean == rules.Rinsed {
		s.Minutes, s.Dries = rinseTakes, minutes(rinseDries)
	}
	b.cleaned = []int{b.add(s)}
}

func minutes(n float64) time.Duration { return time.Duration(n * float64(time.Minute)) }

// surface adds the strokes of one surface.
func (b *builder) surface(s survey.Surface) {
	left := s.Left
	if b.p.Fewer && mayBeFewer(b.p, s) {
		left = left[:len(left)-1]
	}
	for k, stroke := range left {
		if stroke.Dip && stroke.Dips[0] != s.ID {
			continue // it goes on with the first of its surfaces
		}
		n := len(s.On) + k + 1
		brush, rank := b.brush(s, stroke.Layer)
		one := Stroke{Does: Coats, Surface: s.ID, Layer: stroke.Layer, Nth: n, Brush: brush, Optional: s.Optional, rank: rank,
			Minutes: strokeMinutes(s.Surface, stroke.Layer, brush, b.bare[s.ID])}
		if stroke.Rest != nil {
			one.Minutes = max(leastStroke, one.Minutes*(1-stroke.Rest.Share))
		}
		one.Dries = time.Duration(float64(b.p.Drying.Dry(work.Coat{Glaze: stroke.Glaze, Felt: stroke.Thick}, n)) * b.p.House.RecoatShare())
		on := []string{s.ID}
		if stroke.Dip {
			on = stroke.Dips
		}
		for _, id := range on {
			if last, laid := b.last[id]; laid {
				one.after = append(one.after, last)
			}
		}
		if len(one.after) == 0 {
			one.after, one.From = slices.Clone(b.cleaned), s.NextAt
		}
		at := b.add(one)
		for _, id := range on {
			b.last[id] = at
		}
	}
}

// mayBeFewer says whether a house lets a surface pass with one coat fewer than is planned.
func mayBeFewer(p Piece, s survey.Surface) bool {
	least := p.House.CoatsLeast
	return least > 0 && len(s.Left) > 0 && len(s.On)+len(s.Left) > least && !s.Left[len(s.Left)-1].Dip && len(s.Choice.Stack) == 1
}

// brush is what a layer on a surface is laid with, and its turn in the working order.
func (b *builder) brush(s survey.Surface, layer glaze.Layer) (plan.Brush, int) {
	for i, step := range b.p.Order {
		if step.Surface == s.ID && step.Glaze == layer.Glaze && step.Edging == "" {
			return step.Brush, i
		}
	}
	return plan.MiddleBrush, len(b.p.Order)
}

// relate has motifs before the ground they lie in, edges before what is filled up to them,
// and what lies over a base after it.
func (b *builder) relate() {
	for i := range b.all {
		s, _ := b.p.Body.Surface(b.all[i].Surface)
		ground, lies := b.p.Body.Surface(s.On)
		if !lies || b.all[i].Does != Coats {
			continue
		}
		switch {
		case s.Over:
			if base, open := b.last[ground.ID]; open && b.first(s.ID) == i {
				b.all[i].after = append(b.all[i].after, base)
			}
		case b.last[s.ID] == i:
			if first := b.first(ground.ID); first >= 0 {
				b.all[first].after = append(b.all[first].after, i)
			}
		}
	}
	for rank, step := range b.p.Order {
		first := b.first(step.Surface)
		if step.Edging == "" || first < 0 {
			continue
		}
		edge := b.add(Stroke{Does: Edges, Surface: step.Surface, Layer: step.Layer, Brush: step.Brush, Minutes: edgeTakes, rank: rank, after: slices.Clone(b.cleaned)})
		b.all[first].after = append(b.all[first].after, edge)
	}
}

// first is the first stroke that is left on a surface, -1 for none.
func (b *builder) first(surface string) int {
	return slices.IndexFunc(b.all, func(s Stroke) bool { return s.Surface == surface && s.Does == Coats })
}

// ends adds what a piece is not finished without: its foot wiped, and the teacher's look.
// Extras hold nothing back: nothing waits for them. Where a firing is still to come before
// the last one, nobody looks yet.
func (b *builder) ends() {
	later := slices.ContainsFunc(b.p.Survey.Surfaces, func(s survey.Surface) bool { return s.Later > 0 })
	looked := b.p.Survey.Check != nil && b.p.Survey.Check.Lapsed == "" && len(b.all) == 0
	if later || looked || b.p.Survey.Stage == "plan" {
		return
	}
	var all []int
	for i, s := range b.all {
		if !s.Optional {
			all = append(all, i)
		}
	}
	show := Stroke{Does: Shown, Minutes: showTakes, after: all, rank: len(b.p.Order) + 1}
	if b.p.House.Wipes != rules.Student {
		show.Minutes = showByHand
	} else if b.p.House.FootBy == rules.WipedBack && !b.p.Body.Flat && !b.p.Helped {
		wipe := b.add(Stroke{Does: Wipes, Minutes: wipeTakes, after: all, rank: len(b.p.Order)})
		show.after = []int{wipe}
	}
	b.add(show)
}

// sorted puts strokes behind those that they wait for.
func sorted(all []Stroke) []Stroke {
	const unseen = -1
	to := make([]int, len(all))
	for i := range to {
		to[i] = unseen
	}
	var out []Stroke
	var put func(i int)
	put = func(i int) {
		if to[i] != unseen {
			return
		}
		to[i] = 0
		for _, a := range all[i].after {
			put(a)
		}
		to[i] = len(out)
		out = append(out, all[i])
	}
	for i := range all {
		put(i)
	}
	for i := range out {
		for k, a := range out[i].after {
			out[i].after[k] = to[a]
		}
	}
	return out
}
