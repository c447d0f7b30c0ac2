package work

import (
	"slices"
	"strings"

	"enkaustos/core/glaze"
)

// Doubtful is a doubt about a jar, and the coats on a piece that came out of it meanwhile.
type Doubtful struct {
	glaze.Doubt
	Glaze  string // glaze.Glaze.Code: what its label said
	Coats  []Coat
	Looked bool // somebody looked at the piece after them, and left them
}

// LastCoat is the Seq of the last coat that is on; 0 for none.
func (s State) LastCoat() (seq int64) {
	for i := range s.Coats {
		seq = max(seq, s.Coats[i].Seq)
	}
	return seq
}

// Doubted lists the doubts about jars that coats on the piece came out of, by jar, each once. A
// recipe holds what its jars hold.
func (s State) Doubted(jars map[string]*glaze.Glaze) (all []Doubtful) {
	var doubted []*glaze.Glaze
	for _, g := range jars {
		if len(g.Doubts) > 0 {
			doubted = append(doubted, g)
		}
	}
	slices.SortFunc(doubted, func(a, b *glaze.Glaze) int { return strings.Compare(a.Code, b.Code) })
	for _, g := range doubted {
		for _, d := range g.Doubts {
			if of := s.outOf(g.Code, d, jars); len(of.Coats) > 0 {
				all = append(all, of)
			}
		}
	}
	return all
}

// outOf are the coats that came out of a doubted jar, or were mixed from it.
func (s State) outOf(jar string, d glaze.Doubt, jars map[string]*glaze.Glaze) Doubtful {
	of := Doubtful{Doubt: d, Glaze: jar, Looked: true}
	upTo, looked := s.Vouched[d.ID]
	for _, c := range s.Coats {
		g := jars[c.Glaze]
		from := c.Glaze == jar || g != nil && slices.ContainsFunc(g.Recipe, func(p glaze.Part) bool { return p.Glaze == jar })
		if from && d.Holds(c.At) {
			of.Coats = append(of.Coats, c)
			of.Looked = of.Looked && looked && c.Seq <= upTo
		}
	}
	return of
}
