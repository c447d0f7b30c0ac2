package work

import "enkaustos/core/glaze"

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
