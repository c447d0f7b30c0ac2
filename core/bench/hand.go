package bench

import (
	"fmt"

	"enkaustos/core/work"
)

// Hand is how thick somebody's coats turned out, of those that were felt or tried with a
// pin. The zero Hand felt none.
type Hand struct{ Thin, Right, Thick int }

// Feel counts the coats on a piece that were felt.
func (h Hand) Feel(s work.State) Hand {
	for _, c := range s.Coats {
		switch c.Felt {
		case work.Thin:
			h.Thin++
		case work.Right:
			h.Right++
		case work.Thick:
			h.Thick++
		}
	}
	return h
}

// Felt coats from which a hand is spoken of, and how much of them have to be alike (from
// memory).
const (
	enoughFelt = 4
	mostlySo   = 0.6
)

// Says is what to tell a hand, kindly; "" where its coats are as they should be, or too few
// of them were felt.
func (h Hand) Says() string {
	all := h.Thin + h.Right + h.Thick
	switch {
	case all < enoughFelt:
		return ""
	case float64(h.Thin) >= mostlySo*float64(all):
		return fmt.Sprintf("%d of %d coats felt thin: a fuller brush, laid down and not rubbed out.", h.Thin, all)
	case float64(h.Thick) >= mostlySo*float64(all):
		return fmt.Sprintf("%d of %d coats felt thick: let the brush drip off first, and spread it further.", h.Thick, all)
	}
	return ""
}
