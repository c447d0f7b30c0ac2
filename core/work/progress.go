package work

import (
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// On is the coats on one surface, in the order they were laid.
func (s State) On(surface string) []Coat {
	var coats []Coat
	for _, c := range s.Coats {
		if c.Surface == surface {
			coats = append(coats, c)
		}
	}
	return coats
}

// Stack is what one surface carries, as a stack.
func (s State) Stack(surface string) glaze.Stack {
	var codes []string
	for _, c := range s.On(surface) {
		codes = append(codes, c.Glaze)
	}
	return glaze.FromStrokes(codes)
}

// Progress compares the coats on a surface with its planned stack.
type Progress struct {
	Done  int      // planned strokes that are on
	Left  []string // glaze codes of the strokes still to lay, in order
	Other []Coat   // coats that the plan does not ask for, or not yet
}

// Next is the glaze of the next stroke, "" when none is left.
func (p Progress) Next() string {
	if len(p.Left) == 0 {
		return ""
	}
	return p.Left[0]
}

// Compare walks along the planned strokes: a coat counts when it is the next
// one planned. A coat of another glaze, out of order or beyond the plan is
// kept under Other and takes no stroke away: in doubt a stroke is missing.
func Compare(planned glaze.Stack, on []Coat) Progress {
	left := planned.Strokes()
	var p Progress
	for _, coat := range on {
		if len(left) > 0 && left[0] == coat.Glaze {
			p.Done++
			left = left[1:]
		} else {
			p.Other = append(p.Other, coat)
		}
	}
	p.Left = left
	return p
}

// DryAt is when the last of the coats on a surface is dry to the touch; zero
// where there is none.
func DryAt(on []Coat, h rules.House) time.Time {
	if len(on) == 0 {
		return time.Time{}
	}
	return on[len(on)-1].At.Add(h.Dry(len(on)))
}

// RecoatAt is when the next coat may go on by the house's custom; zero where
// nothing is on.
func RecoatAt(on []Coat, h rules.House) time.Time {
	if len(on) == 0 {
		return time.Time{}
	}
	return on[len(on)-1].At.Add(h.Recoatable(len(on)))
}

// LaidWet lists the coats that went on before the house's custom lets the
// next one.
func LaidWet(on []Coat, h rules.House) []Coat {
	var wet []Coat
	for i := 1; i < len(on); i++ {
		if on[i].At.Before(RecoatAt(on[:i], h)) {
			wet = append(wet, on[i])
		}
	}
	return wet
}
