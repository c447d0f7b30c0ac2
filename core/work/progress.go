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

// Layers is the coats on one surface, each as a layer of its own.
func (s State) Layers(surface string) []glaze.Layer {
	var layers []glaze.Layer
	for _, c := range s.Coats {
		if c.Surface == surface {
			layers = append(layers, c.Layer())
		}
	}
	return layers
}

// Stack is what one surface carries, as a stack. A coat that was begun counts, for where
// it lies it lies.
func (s State) Stack(surface string) glaze.Stack {
	var stack glaze.Stack
	for _, c := range s.On(surface) {
		stack = append(stack, c.Layer())
	}
	return stack.Normal()
}

// Progress compares the coats on a surface with its planned stack.
type Progress struct {
	Done   int           // planned strokes that are on
	Left   []glaze.Layer // the strokes still to lay, each of one coat, in order
	Begun  *Coat         // the first of them, where part of it is on
	Other  []Coat        // coats that the plan does not ask for, or not yet
	Strays bool          // a coat that it asks for felt thicker or thinner, went further down or was held longer
}

// Next is the next stroke; the zero Layer where none is left.
func (p Progress) Next() glaze.Layer {
	if len(p.Left) == 0 {
		return glaze.Layer{}
	}
	return p.Left[0]
}

// Due are the strokes still to lay before the next firing of a piece that has so many
// behind it.
func (p Progress) Due(stage int) []glaze.Layer {
	for i, stroke := range p.Left {
		if stroke.Stage > stage {
			return p.Left[:i]
		}
	}
	return p.Left
}

// Compare walks along the planned strokes: a coat counts when it is the next
// one planned, and laid as planned: a dip is no brushed coat. A coat of another glaze, out
// of order or beyond the plan is kept under Other and takes no stroke away: in doubt a
// stroke is missing. A thick coat is one coat.
func Compare(planned glaze.Stack, on []Coat) Progress {
	p := Progress{Left: planned.Strokes()}
	for _, coat := range on {
		switch {
		case len(p.Left) == 0 || !coat.is(p.Left[0]):
			p.Other = append(p.Other, coat)
		case coat.Begun():
			if p.Begun != nil {
				p.Other = append(p.Other, *p.Begun)
			}
			p.Begun = &coat
		default:
			if p.Begun != nil { // somebody laid it whole after all, over what was begun
				p.Other = append(p.Other, *p.Begun)
				p.Begun = nil
			}
			p.Strays = p.Strays || coat.strays(p.Left[0])
			p.Done++
			p.Left = p.Left[1:]
		}
	}
	return p
}

// is says whether the coat is a planned stroke. A dip that was to cover all of the surface
// and ended above its foot is not, nor what went on before a firing that it comes after. What
// should have been on before a firing may be laid after it.
func (c Coat) is(stroke glaze.Layer) bool {
	return c.Glaze == stroke.Glaze && c.Stage >= stroke.Stage && (c.How == "" || (c.How == Dipped) == stroke.Dip) && !(stroke.DownToMM == 0 && c.DownToMM > 0)
}

// deeperMM is how much further down than planned a dip may go before it is another one
// (from memory).
const deeperMM = 5

// strays says whether what was laid is thicker, thinner or lies lower than planned.
func (c Coat) strays(stroke glaze.Layer) bool {
	laid := c.Layer()
	if c.How == "" {
		laid.Dip = stroke.Dip // nobody said, and one tap was one of either
	}
	return laid.Covers(nil) != stroke.Covers(nil) || laid.DownToMM < stroke.DownToMM-deeperMM
}
