package results

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/work"
)

// FiredOn is what a stack was fired on and in.
type FiredOn struct {
	glaze.Firing
	Half glaze.Half // smooth or textured
}

// Spot is where a tile would have to speak for it.
func (g FiredOn) Spot() plan.Spot { return plan.Spot{Firing: g.Firing, Half: g.Half} }

// Fired is one surface that was fired with a stack.
type Fired struct {
	Piece, Surface string
	Stack          glaze.Stack // as it was laid
	Ground         FiredOn
	Judged, Sound  bool
	Faults         []fault.Kind
	Flow           fault.Flow
	Said, Again    bool        // its maker said whether to repeat it, and would
	Lab            *colour.Lab // read from a photograph with a card; nil where nobody read it
}

// FiredOf are the glazed surfaces of a piece that is out of a glaze firing; read are the colours that
// were read from photographs, by surface.
func FiredOf(id string, w plan.Work, s work.State, read map[string]colour.Lab) (all []Fired) {
	if s.Firing == nil || s.Firing.Unloaded.IsZero() {
		return nil
	}
	o := s.Outcome()
	for i := range w.Body.Surfaces {
		on := &w.Body.Surfaces[i]
		stack := s.Stack(on.ID).AsLaid()
		if stack.Total() == 0 {
			continue
		}
		spot := w.SpotOf(on)
		one := Fired{Piece: id, Surface: on.ID, Stack: stack, Ground: FiredOn{spot.Firing, spot.Half}, Judged: o.Judged(), Sound: o.SoundOn(on.ID), Flow: o.Flow}
		for _, f := range o.On(on.ID) {
			one.Faults = append(one.Faults, f.Kind)
		}
		if said := s.Opinion; said != nil {
			one.Said, one.Again = true, said.Again
		}
		if lab, is := read[on.ID]; is {
			one.Lab = &lab
		}
		all = append(all, one)
	}
	return all
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
	Pieces       []string        // the newest last
	Read         []glaze.OnPiece // colours that were read of it
	Least, Most  float64         // between which its share of sound ones lies, four times of five
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
	if f.Lab != nil {
		r.Read = append(r.Read, glaze.OnPiece{Piece: f.Piece, Surface: f.Surface, Lab: *f.Lab})
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

// Advice is what the results say of the coats for next time; "" where they do not speak.
func (r *Record) Advice() string {
	switch r.MoreOrFewer {
	case 1:
		return fmt.Sprintf("A coat more next time: %d of %d were see-through or striped.", r.BecauseCount, r.Judged)
	case -1:
		return fmt.Sprintf("A coat fewer next time: %d of %d ran, or gathered.", r.BecauseCount, r.Judged)
	}
	return ""
}

// Key names the stack on its ground.
func (r *Record) Key() string { return r.Ground.Spot().On(r.Stack) }

// Came is what plans hear of it.
func (r *Record) Came() plan.Came {
	return plan.Came{Judged: r.Judged, Sound: r.Sound, Most: r.Most, Advice: r.Advice()}
}

// Mean is the colour between all that was read of it; ok is false where nothing was.
func (r *Record) Mean() (mean colour.Lab, ok bool) {
	for _, one := range r.Read {
		mean.L += one.Lab.L
		mean.A += one.Lab.A
		mean.B += one.Lab.B
	}
	n := float64(max(1, len(r.Read)))
	return colour.Lab{L: mean.L / n, A: mean.A / n, B: mean.B / n}, len(r.Read) > 0
}
