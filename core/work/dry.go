package work

import (
	"math"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// Drying knows how fast coats dry in a room. The zero values of all but House
// mean an ordinary day, the house's own pace, and glazes that nobody knows.
type Drying struct {
	House rules.House
	Pace  float64                 // 1 or 0: as the house's figures say; learned otherwise
	Night float64                 // the same of the night before the kiln; never shorter than the house's
	Damp  func(at time.Time) bool // whether it was a damp day
	Kind  func(code string) glaze.Kind
}

// What changes drying (figures from memory, but for the five minutes).
const (
	dampDay       = 1.5 // damp air lengthens drying
	underglazeMin = 5.0 // minutes that underglaze takes before clear (common practice)
	onGlazed      = 2.0 // glaze on glazeware soaks nothing in, and dries slowly (that it does is common practice)
)

// drinksNothing is the coat from which on the clay below no longer takes water up.
const drinksNothing = 3

// Dry is how long a coat takes to be dry to the touch, the nth on its surface. What is
// short of a first coat on bisque is that the clay drinks; glazeware does not.
func (d Drying) Dry(c Coat, n int) time.Duration {
	minutes := d.House.Dry(n).Minutes()
	if c.OnGlazed {
		minutes = onGlazed * d.House.Dry(max(n, drinksNothing)).Minutes()
	}
	if d.Kind != nil && d.Kind(c.Glaze) == glaze.Underglaze {
		minutes = math.Max(minutes, underglazeMin)
	}
	laid := c.Layer()
	minutes *= laid.Covers(nil) // a thick coat or a dip as much longer as it is thicker
	if d.Pace > 0 {
		minutes *= d.Pace
	}
	if d.Damp != nil && d.Damp(c.At) {
		minutes *= dampDay
	}
	return time.Duration(minutes * float64(time.Minute))
}

// DryAt is when the last of the coats on a surface is dry to the touch; zero
// where there is none.
func (d Drying) DryAt(on []Coat) time.Time {
	if len(on) == 0 {
		return time.Time{}
	}
	last := on[len(on)-1]
	return last.At.Add(d.Dry(last, len(on)))
}

// RecoatAt is when the next coat may go on by the house's custom; zero where
// nothing is on.
func (d Drying) RecoatAt(on []Coat) time.Time {
	if len(on) == 0 {
		return time.Time{}
	}
	last := on[len(on)-1]
	return last.At.Add(time.Duration(float64(d.Dry(last, len(on))) * d.House.RecoatShare()))
}

// RecoatBy is until when the next coat should be on, where the house lays coat
// on damp coat; zero where it waits for dryness.
func (d Drying) RecoatBy(on []Coat) time.Time {
	if d.House.Recoat != rules.WhileDamp || len(on) == 0 {
		return time.Time{}
	}
	return d.DryAt(on)
}

// LaidWet lists the coats that went on before the house's custom lets the
// next one. Of a coat that was entered afterwards only the lesson is known: it is not among them.
func (d Drying) LaidWet(on []Coat) []Coat {
	var wet []Coat
	for i := 1; i < len(on); i++ {
		known := !on[i].Dated && !on[i-1].Dated // else nobody knows how long was waited
		if known && on[i].At.Before(d.RecoatAt(on[:i])) {
			wet = append(wet, on[i])
		}
	}
	return wet
}

// KilnDryAt is when a piece is dry enough for the kiln: the house's hours after
// it was last wet, longer after a damp day or a coat that felt thick. Zero where
// it never was wet.
func (d Drying) KilnDryAt(s State) time.Time {
	if s.LastWet.IsZero() {
		return time.Time{}
	}
	hours := d.night()
	if d.Damp != nil && d.Damp(s.LastWet) {
		hours *= dampDay
	}
	thick := func(c Coat) bool { return c.Felt == Thick && s.LastWet.Sub(c.At) < d.House.KilnDry() }
	if slices.ContainsFunc(s.Coats, thick) {
		hours *= 1.25 // from memory
	}
	return s.LastWet.Add(wholeHalfHours(hours))
}

// wholeHalfHours is a time in hours rounded up to half an hour: nobody waits, or is told to
// wait, to the minute.
func wholeHalfHours(hours float64) time.Duration {
	return time.Duration(math.Ceil(2*hours-1e-9)) * time.Hour / 2
}

// night is how many hours a piece dries before the kiln, by the house and as the room learned.
func (d Drying) night() float64 { return d.House.KilnDryHours * max(1, d.Night) }

// KilnDryAfter is when a piece is dry enough for the kiln whose last coat, or wipe, will be at a
// moment to come.
func (d Drying) KilnDryAfter(last time.Time) time.Time {
	return last.Add(wholeHalfHours(d.night()))
}

// Pace is how fast the room dries beside the house's figures, learned from what
// was logged.
type Pace struct {
	Factor float64 // of the house's figures: 0.8 dries faster
	Count  int     // how many waits it was learned from
	Night  float64 // of the house's night before the kiln, at least 1
	Nights int     // how many pieces that were felt cold, or loaded, it was learned from
}

// paceDoubt is how many waits may disagree with the house's figures before
// they are doubted (from memory).
const paceDoubt = 5

// LearnPace learns from logs how fast coats dry. A coat that was touched, or
// laid over, had dried by then at the latest; one that was touched and still
// wet had not. The factor is the one that disagrees least with these bounds, by
// the sum of the distances, the house's figures holding until five waits more
// speak against them than for them. Who waits longer than needed teaches
// nothing, so nobody's patience slows the room down, and a few slips move
// nothing. So is the night before the kiln learned, from pieces that were felt cold and
// pieces that went into a load; it is never shorter than the house's. Only what happened before a moment is looked at.
func LearnPace(d Drying, before time.Time, states func(yield func(State) bool)) Pace {
	d.Pace = 0
	var all, nights []bound
	for s := range states {
		for _, n := range s.Nights {
			if n.At.Before(before) {
				nights = append(nights, bound{n.Wait.Hours() / d.House.KilnDryHours, n.Cold})
			}
		}
		for _, surface := range surfacesOf(s.Coats) {
			all = append(all, bounds(d, s, surface, before)...)
		}
	}
	return Pace{Factor: least(all, 0.3, paceDoubt), Count: len(all), Night: least(nights, 1, nightDoubt), Nights: len(nights)}
}

// TeachesAlike says whether two states of a piece teach the same of how fast a room dries, of what
// happened before a moment.
func (d Drying) TeachesAlike(a, b State, before time.Time) bool {
	d.Pace = 0
	past := func(s State) (all []bound) {
		for _, n := range s.Nights {
			if n.At.Before(before) {
				all = append(all, bound{n.Wait.Hours(), n.Cold})
			}
		}
		for _, surface := range surfacesOf(s.Coats) {
			all = append(all, bounds(d, s, surface, before)...)
		}
		return all
	}
	return slices.Equal(past(a), past(b))
}

// nightDoubt is how many pieces have to be felt cold after the house's night before that is
// doubted: a cold piece is a damp piece, and damp pieces burst (from memory).
const nightDoubt = 1

// least is the factor from some least one on that disagrees least with bounds.
func least(all []bound, low float64, doubt int) float64 {
	high := 3.0
	for range 40 { // the slope of the sum grows with the factor: halve until it is 0
		if middle := (low + high) / 2; slope(all, middle, doubt) < 0 {
			low = middle
		} else {
			high = middle
		}
	}
	return math.Round(high*1000) / 1000
}

// bound says that a coat was dry, or still wet, after a share of the time that
// the house's figures give it.
type bound struct {
	share float64
	wet   bool
}

// slope is how the sum of the distances changes with the factor.
func slope(all []bound, factor float64, doubt int) int {
	sum := doubt
	if factor < 1 {
		sum = -doubt
	}
	for _, b := range all {
		switch {
		case b.wet && b.share > factor:
			sum--
		case !b.wet && b.share < factor:
			sum++
		}
	}
	return sum
}

// sameLesson is the longest wait that still tells of drying, as a multiple of
// the house's figure: who comes back later did something else meanwhile.
const sameLesson = 4

// StillWet is the text of a touch that found a coat wet.
const StillWet = "wet"

// bounds are what the touches and coats on a surface say of its drying.
func bounds(d Drying, s State, surface string, before time.Time) (all []bound) {
	on := s.On(surface)
	for i, c := range on {
		model := float64(d.Dry(c, i+1))
		say := func(at time.Time, wet bool) {
			wait := at.Sub(c.At)
			if !c.Dated && at.Before(before) && wait > 10*time.Second && float64(wait) < sameLesson*model {
				all = append(all, bound{float64(wait) / model, wet})
			}
		}
		next := before
		if i+1 < len(on) {
			if next = on[i+1].At; !on[i+1].Dated {
				say(next, false)
			}
		}
		for _, touch := range s.Touches {
			if touch.Surface == surface && touch.At.After(c.At) && touch.At.Before(next) {
				say(touch.At, touch.Wet)
			}
		}
	}
	return all
}

func surfacesOf(coats []Coat) (ids []string) {
	for _, c := range coats {
		if !slices.Contains(ids, c.Surface) {
			ids = append(ids, c.Surface)
		}
	}
	return ids
}
