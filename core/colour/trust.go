package colour

import (
	"fmt"
	"math"
	"slices"
)

// CardDoubt is why a card may not be what it is marked as, or not lie in the light.
type CardDoubt struct {
	Card int // its place among the cards; -1 where no one can be named
	Why  string
}

const (
	// mostMismatch is what sound cards may disagree by, root mean square in ln: printed greys,
	// noise and a lens leave up to 0.03 (measured by docs/accuracy.md), half shadow 0.17.
	mostMismatch = 0.06
	// Steeper or flatter than this no camera bends its tones between two patches (from memory;
	// the cameras of docs/accuracy.md bend them by 0.8 to 1.1).
	flattestTones, steepestTones = 0.6, 1.7
	// mostFall is how much light may fall off from one end of a picture to the other, as a
	// factor: more is a shadow (from memory).
	mostFall = 2.2
	// turned is by how much two patches of one place have to stand the wrong way round, in ln.
	turned = 0.1
)

// learned is a card that was used, with what its channels say.
type learned struct {
	Card
	card int // its place among all cards
	rows [3]row
}

func (c *learned) u() float64    { return (c.rows[0].u + c.rows[1].u + c.rows[2].u) / 3 }
func (c *learned) want() float64 { return (c.rows[0].want + c.rows[1].want + c.rows[2].want) / 3 }

// distrust fills in what the cards have against each other: two the wrong way round, one that
// the others cannot explain, tones that no camera bends so, light that falls off too much.
func (l *Light) distrust(cards []learned, places []place) {
	if l.swapped(cards); len(l.Doubts) > 0 {
		return
	}
	if l.Mismatched > mostMismatch {
		l.Doubts = l.odd(cards, places)
		return
	}
	low, high := l.bend[0]+2*l.bend[1]*l.from, l.bend[0]+2*l.bend[1]*l.to
	if l.Levels > 1 && (min(low, high) < flattestTones || max(low, high) > steepestTones) {
		l.Doubts = append(l.Doubts, CardDoubt{-1, fmt.Sprintf("By its cards the camera would bend its tones %.1f to %.1f times: one lies in shadow or glare, or has another L* than is typed.", min(low, high), max(low, high))})
	}
	if fall := l.fallOff(places); fall > mostFall {
		l.Doubts = append(l.Doubts, CardDoubt{-1, fmt.Sprintf("By its cards one end of the picture has %.1f times the light of the other: a card lies in shadow, or the light is too uneven to read by.", fall)})
	}
}

// Twice finds two patches of one kind that lie in one place, where one card has only one.
func Twice(cards []Card) (one, other int, twice bool) {
	for i, a := range cards {
		for j, b := range cards[:i] {
			if a.Kind == b.Kind && samePlace(a.Box, b.Box) {
				return j, i, true
			}
		}
	}
	return 0, 0, false
}

// swapped finds patches of one place of which the lighter one is marked as the darker.
func (l *Light) swapped(cards []learned) {
	for i := range cards {
		for j := range cards[:i] {
			a, b := &cards[i], &cards[j]
			if a.want() < b.want() {
				a, b = b, a
			}
			if samePlace(a.Box, b.Box) && a.want()-b.want() > turned && a.u() < b.u()-turned {
				l.Doubts = append(l.Doubts, CardDoubt{a.card, fmt.Sprintf("It is marked %s and is darker than the one marked %s: they are the wrong way round, or it lies in shadow.", a.Kind, b.Kind)})
			}
		}
	}
}

// odd names the card without which the others agree best, or all patches of its place.
func (l *Light) odd(cards []learned, places []place) []CardDoubt {
	best, without := l.Mismatched, []learned(nil)
	for _, some := range suspects(cards, places) {
		if len(some) > 1 && best < mostMismatch {
			break // one card explains it; without a whole place anything fits
		}
		var rest Light
		others := slices.DeleteFunc(slices.Clone(cards), func(c learned) bool {
			return slices.ContainsFunc(some, func(s learned) bool { return s.card == c.card })
		})
		if _, err := rest.fitTo(others); err == nil && rest.Mismatched < best {
			best, without = rest.Mismatched, some
		}
	}
	by := 100 * (math.Exp(l.Mismatched) - 1)
	if best > 0.6*l.Mismatched {
		return []CardDoubt{{-1, fmt.Sprintf("The cards disagree by %.0f %%: one lies in shadow or glare, or has another L* than is typed.", by)}}
	}
	doubts := make([]CardDoubt, len(without))
	for i, c := range without {
		doubts[i] = CardDoubt{c.card, fmt.Sprintf("With it the cards disagree by %.0f %%, without it by %.0f %%: it lies in shadow or glare, or has another L* than is typed.",
			by, 100*(math.Exp(best)-1))}
	}
	return doubts
}

// suspects are the sets of cards of which one may lie in shadow: each alone, and all of a place.
func suspects(cards []learned, places []place) (sets [][]learned) {
	for i := range cards {
		sets = append(sets, cards[i:i+1])
	}
	for _, p := range places {
		here := slices.DeleteFunc(slices.Clone(cards), func(c learned) bool { return !slices.Contains(p.boxes, c.Box) })
		if len(here) > 1 && len(here) < len(cards) {
			sets = append(sets, here)
		}
	}
	return sets
}

// fallOff is how many times the light of the darkest place the lightest one has.
func (l *Light) fallOff(places []place) float64 {
	least, most := math.Inf(1), math.Inf(-1)
	for _, p := range places {
		f := l.fall(p.x, p.y)
		least, most = min(least, f), max(most, f)
	}
	return math.Exp(most - least)
}

// What readings may lie beyond the lightest and the darkest card, in ln of their light; with
// one level of card, from that.
const (
	aboveCards = 0.9
	belowCards = 1.5
	aboutOne   = 1.2
)

// beyond says whether light is much lighter or darker than the cards reach: there the camera's
// tones are guessed.
func (l *Light) beyond(light [3]float64, x, y float64) bool {
	most, luminance := math.Inf(-1), 0.0
	for k, m := range light {
		most = max(most, math.Log(max(m, 1e-5)))
		luminance += l.space.ToXYZ[1][k] * m
	}
	mean := math.Log(max(luminance, 1e-5))
	if l.Levels == 1 {
		return math.Abs(mean-(l.from+l.to)/2) > aboutOne
	}
	return most > l.to+aboveCards || mean < l.from-belowCards
}
