package results

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
)

// FiredOn is what a stack was fired on and in.
type FiredOn struct {
	glaze.Firing
	Half glaze.Half // smooth or textured
}

// Fired is one surface that was fired with a stack.
type Fired struct {
	Piece, Surface string
	Stack          glaze.Stack // as it was laid
	Ground         FiredOn
	Judged, Sound  bool
	Faults         []fault.Kind
	Flow           fault.Flow
	Said, Again    bool // its maker said whether to repeat it, and would
	Picture        string
}

// Record is what became of a stack on one ground.
type Record struct {
	Stack        glaze.Stack
	Ground       FiredOn
	Fired        int // surfaces
	Judged       int
	Sound        int
	Flows        map[fault.Flow]int
	Faults       map[fault.Kind]int
	Said, Again  int
	Pieces       []string // the newest last
	Pictures     []string
	Least, Most  float64 // between which its share of sound ones lies, four times of five
	NeverJudged  bool
	MoreOrFewer  int // +1 where its results ask for a coat more, -1 for one fewer
	BecauseOf    fault.Kind
	BecauseCount int
}

// z80 leaves a tenth at either end of a normal distribution.
const z80 = 1.2815515655446004

// Wilson is where a share lies of which so many of n were seen, four times of five (Wilson 1927): a
// few never say as much as many. Of none it is all of 0 to 1.
func Wilson(seen, n int) (least, most float64) { return wilson(seen, n, z80) }

// wilson is the interval that leaves out what lies farther than z standard errors.
func wilson(seen, n int, z float64) (least, most float64) {
	if n == 0 {
		return 0, 1
	}
	p, m := float64(seen)/float64(n), float64(n)
	middle := (p + z*z/(2*m)) / (1 + z*z/m)
	reach := z / (1 + z*z/m) * math.Sqrt(p*(1-p)/m+z*z/(4*m*m))
	return max(0, middle-reach), min(1, middle+reach)
}

// Records sorts what was fired by stack and ground. What most surely comes out sound stands first;
// what nobody judged yet, last.
func Records(all []Fired) []Record {
	type key struct {
		stack  string
		ground FiredOn
	}
	at := map[key]int{}
	var list []Record
	for _, f := range all {
		k := key{f.Stack.Text(), f.Ground}
		i, known := at[k]
		if !known {
			i = len(list)
			at[k] = i
			list = append(list, Record{Stack: f.Stack, Ground: f.Ground, Flows: map[fault.Flow]int{}, Faults: map[fault.Kind]int{}})
		}
		list[i].add(f)
	}
	for i := range list {
		r := &list[i]
		r.Least, r.Most = Wilson(r.Sound, r.Judged)
		r.NeverJudged = r.Judged == 0
		r.advise()
	}
	slices.SortStableFunc(list, func(a, b Record) int {
		return cmp.Or(cmp.Compare(b.Least, a.Least), cmp.Compare(b.Judged, a.Judged), cmp.Compare(a.Stack.Text(), b.Stack.Text()))
	})
	return list
}

func (r *Record) add(f Fired) {
	r.Fired++
	if !slices.Contains(r.Pieces, f.Piece) {
		r.Pieces = append(r.Pieces, f.Piece)
	}
	if f.Picture != "" && !slices.Contains(r.Pictures, f.Picture) {
		r.Pictures = append(r.Pictures, f.Picture)
	}
	if f.Said {
		r.Said++
		if f.Again {
			r.Again++
		}
	}
	if !f.Judged {
		return
	}
	r.Judged++
	if f.Sound {
		r.Sound++
	}
	for _, k := range f.Faults {
		r.Faults[k]++
	}
	if f.Flow != "" {
		r.Flows[f.Flow]++
	}
}

// speaks is how many judged surfaces a stack needs before its coats are advised on, and repeats how
// many of three have to show the same (both from memory).
const (
	speaks  = 3
	repeats = 3
)

// advise proposes a coat more or fewer where a third of what was judged asks for it, and nothing
// asks for the contrary.
func (r *Record) advise() {
	thin := r.Faults[fault.Streaks] + r.Faults[fault.Stripes]
	thick := r.Faults[fault.Running] + r.Faults[fault.Pool] + r.Faults[fault.Drips] + r.Flows[fault.OnShelf]
	switch {
	case r.Judged < speaks || thin > 0 && thick > 0:
	case thin*repeats >= r.Judged && thin > 1:
		r.MoreOrFewer, r.BecauseOf, r.BecauseCount = 1, fault.Streaks, thin
	case thick*repeats >= r.Judged && thick > 1:
		r.MoreOrFewer, r.BecauseOf, r.BecauseCount = -1, fault.Running, thick
	}
}
