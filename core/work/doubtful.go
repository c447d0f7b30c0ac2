package work

import (
	"slices"

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

// Doubted lists the doubts about jars that coats on the piece came out of, by jar. A recipe holds
// what its jars hold. jars may not be nil.
func (s State) Doubted(jars map[string]*glaze.Glaze) (all []Doubtful) {
	var codes []string
	for i := range s.Coats {
		if code := s.Coats[i].Glaze; !slices.Contains(codes, code) {
			codes = append(codes, code)
		}
	}
	slices.Sort(codes)
	for _, code := range codes {
		g := jars[code]
		if g == nil {
			continue
		}
		all = append(all, s.doubtsOf(g, code)...)
		for _, part := range g.Recipe {
			if of := jars[part.Glaze]; of != nil {
				all = append(all, s.doubtsOf(of, code)...)
			}
		}
	}
	return all
}

// doubtsOf are the doubts about a jar that coats logged under a code came out of.
func (s State) doubtsOf(g *glaze.Glaze, code string) (all []Doubtful) {
	for _, d := range g.Doubts {
		of := Doubtful{Doubt: d, Glaze: g.Code, Looked: true}
		upTo, looked := s.Vouched[d.ID]
		for i := range s.Coats {
			if c := s.Coats[i]; c.Glaze == code && d.Holds(c.At) {
				of.Coats = append(of.Coats, c)
				of.Looked = of.Looked && looked && c.Seq <= upTo
			}
		}
		if len(of.Coats) > 0 {
			all = append(all, of)
		}
	}
	return all
}
