// Package seats finds who works at which jar: up to three choices each, and so many seats
// at a jar.
package seats

import (
	"cmp"
	"fmt"
	"slices"
)

// Child is somebody who is to sit at a jar.
type Child struct {
	ID      string   `json:"id"`
	Choices []string `json:"choices"` // glaze.Glaze.Code, the best first; at most MostChoices
	Lost    bool     `json:"lost"`    // got none of the choices, or the last one, the time before
	Before  string   `json:"before"`  // the jar of the seating before; "" for none
}

// Jar is a jar with its seats.
type Jar struct {
	Glaze string `json:"glaze"`
	Seats int    `json:"seats"`
}

// MostChoices is how many jars somebody may choose.
const MostChoices = 3

// mostChildren is more than any room holds; beyond, what is weighed would not fit a number.
const mostChildren = 80

// Check says what is wrong with choices and jars, in one sentence.
func Check(children []Child, jars []Jar, name func(child string) string) error {
	if len(children) > mostChildren {
		return fmt.Errorf("%d children are more than a room holds: at most %d", len(children), mostChildren)
	}
	at := map[string]bool{}
	for _, j := range jars {
		switch {
		case j.Seats < 1:
			return fmt.Errorf("%s has no seat: give it one, or leave it out", j.Glaze)
		case j.Seats > mostChildren:
			return fmt.Errorf("%s has %d seats: at most %d", j.Glaze, j.Seats, mostChildren)
		case at[j.Glaze]:
			return fmt.Errorf("%s stands there twice", j.Glaze)
		}
		at[j.Glaze] = true
	}
	for _, c := range children {
		if len(c.Choices) > MostChoices {
			return fmt.Errorf("%s has %d choices: at most %d", name(c.ID), len(c.Choices), MostChoices)
		}
		for i, code := range c.Choices {
			if slices.Contains(c.Choices[:i], code) {
				return fmt.Errorf("%s chose %s twice", name(c.ID), code)
			}
		}
	}
	return nil
}

// Seating is who sits where.
type Seating struct {
	At    map[string]string // glaze by child; children without a seat are not in it
	Score Score
}

// Score is how good a seating is: what stands first counts before all that follows.
type Score struct {
	Seated int `json:"seated"`
	First  int `json:"first"` // at their first choice
	Second int `json:"second"`
	Third  int `json:"third"`
	Lost   int `json:"lost"` // of those who lost the time before: three for a first choice, two, one
	Stay   int `json:"stay"` // at the jar of the seating before
}

// Of is the score of a seating, whoever made it.
func Of(children []Child, at map[string]string) (s Score) {
	for _, c := range children {
		if rank := slices.Index(c.Choices, at[c.ID]); rank >= 0 {
			s = s.plus(c, rank)
		}
	}
	return s
}

func (s Score) plus(c Child, rank int) Score {
	s.Seated++
	switch rank {
	case 0:
		s.First++
	case 1:
		s.Second++
	case 2:
		s.Third++
	}
	if c.Lost {
		s.Lost += MostChoices - rank
	}
	if c.Before != "" && c.Before == c.Choices[rank] {
		s.Stay++
	}
	return s
}

// Compare is above 0 where s is the better one.
func (s Score) Compare(o Score) int {
	return cmp.Or(s.Seated-o.Seated, s.First-o.First, s.Second-o.Second, s.Third-o.Third, s.Lost-o.Lost, s.Stay-o.Stay)
}

// weight is a score as one number. No part of it grows to base: three times mostChildren
// at most.
func (s Score) weight() int64 {
	const base = 256
	w := int64(0)
	for _, part := range []int{s.Seated, s.First, s.Second, s.Third, s.Lost, s.Stay} {
		w = w*base + int64(part)
	}
	return w
}

// Assign finds the best seating there is: most seated, then most first choices, second
// ones, third ones, then those served who lost the time before, then fewest moves. Choices
// of jars that are not there count for nothing. Whom Check refuses it does not know.
//
// It adds one child after the other along the path that gains most (successive shortest
// paths, which keep a flow of most weight; Ahuja, Magnanti, Orlin, Network Flows, 1993,
// section 9.7), others moving over to another of their choices where that gains more.
func Assign(children []Child, jars []Jar) Seating {
	f := flow{children: children, jars: jars, at: make([]int, len(children))}
	for i := range f.at {
		f.at[i] = free
	}
	f.taken = make([]int, len(jars))
	for f.grow() {
	}
	out := Seating{At: map[string]string{}}
	for i, c := range children {
		if f.at[i] != free {
			out.At[c.ID] = jars[f.at[i]].Glaze
		}
	}
	out.Score = Of(children, out.At)
	return out
}

// Lost says whether somebody lost with a jar, "" for no seat: got none of the choices, or the
// last one of MostChoices. Who chose nothing lost nothing.
func Lost(choices []string, at string) bool {
	rank := slices.Index(choices, at)
	return len(choices) > 0 && (rank < 0 || rank == MostChoices-1)
}

// free is where somebody sits who has no seat.
const free = -1

type flow struct {
	children []Child
	jars     []Jar
	at       []int // jar by child
	taken    []int // by jar
}

// gain is what a child at a jar is worth; ok is false where it is none of the choices.
func (f *flow) gain(child, jar int) (w int64, ok bool) {
	c := f.children[child]
	rank := slices.Index(c.Choices, f.jars[jar].Glaze)
	if rank < 0 {
		return 0, false
	}
	return Score{}.plus(c, rank).weight(), true
}

// grow seats one more child, along the path that gains most, and says whether it could.
func (f *flow) grow() bool {
	// best is the most that is gained by having one more at a jar; by whom, and from which
	// jar that child comes. Paths get better until none does (Bellman and Ford).
	n := len(f.jars)
	best, by, known := make([]int64, n), make([]int, n), make([]bool, n)
	for changed := true; changed; {
		changed = false
		for child := range f.children {
			from := int64(0)
			switch old := f.at[child]; {
			case old == free:
			case !known[old]:
				continue
			default:
				w, _ := f.gain(child, old)
				from = best[old] - w
			}
			for jar := range f.jars {
				if w, ok := f.gain(child, jar); ok && jar != f.at[child] && (!known[jar] || from+w > best[jar]) && !f.through(jar, child, by, known) {
					best[jar], by[jar], known[jar], changed = from+w, child, true, true
				}
			}
		}
	}
	end, found := 0, false
	for jar := range f.jars {
		if known[jar] && f.taken[jar] < f.jars[jar].Seats && (!found || best[jar] > best[end]) {
			end, found = jar, true
		}
	}
	if !found {
		return false
	}
	f.taken[end]++
	for jar := end; ; {
		child := by[jar]
		old := f.at[child]
		f.at[child] = jar
		if old == free {
			return true
		}
		jar = old
	}
}

// through says whether the path to where a child sits comes through a jar already: then it
// would go in a circle.
func (f *flow) through(jar, child int, by []int, known []bool) bool {
	for at := f.at[child]; at != free && known[at]; at = f.at[by[at]] {
		if at == jar {
			return true
		}
	}
	return false
}
