package results

import (
	"cmp"
	"math"
	"slices"

	"enkaustos/core/fault"
)

// Sign is what a record says of a cause on a surface.
type Sign int8

// What a record can say.
const (
	Unsaid Sign = iota // nobody logged it
	Absent
	There
)

// causes is how many causes there are.
const causes = 20

// Clues are the signs of every cause on one surface, in the order of Causes.
type Clues [causes]Sign

// With are the clues with another sign of a cause.
func (c Clues) With(cause Cause, s Sign) Clues {
	if i := cause.index(); i >= 0 {
		c[i] = s
	}
	return c
}

// Of is the sign of a cause.
func (c Clues) Of(cause Cause) Sign {
	if i := cause.index(); i >= 0 {
		return c[i]
	}
	return Unsaid
}

// Seen is one surface of a fired piece that somebody judged.
type Seen struct {
	Clues  Clues
	Faults []fault.Kind
}

// Model is how causes and faults hang together in a room: a cause that is there brings its fault
// about with some share, each cause by itself, and a fault also comes without any (a noisy or:
// Pearl 1988, section 4.3.2). Shares are learned by expectation and maximisation (Dempster, Laird
// and Rubin 1977) and shrunk towards the priors, whose odds are taken to lie between a third and
// three times what they say.
type Model struct {
	faults map[fault.Kind]*learned
	usual  [causes]float64 // how often each cause is there where nobody said
	joins  float64         // of two causes that are there, how often the second has its part in what the first brings about
	Judged int             // surfaces that it was learned from
}

// learned is what is known of one fault.
type learned struct {
	causes []int
	shares []Share
	alone  []float64 // by cause: how often it is there where nobody said, and no other of the fault is known to be
	beside []float64 // the same beside another one that is: what goes wrong seldom comes alone
	bare   float64   // how often it comes without any cause
	before beta      // what was thought of that
	counts []count
}

// Share is how often a cause brings its fault about where it is there.
type Share struct {
	Share, Prior float64
	With, Of     int // judged surfaces on which the cause was there: with the fault, and all
	before       beta
}

// beta is what is thought of a share before counting: of a + b cases, a.
type beta struct{ a, b float64 }

func (p beta) after(hits, of float64) float64 { return (p.a + hits) / (p.a + p.b + of) }

// reach is by how much the odds of a room may differ from the priors (from memory).
const reach = 3.0

// around is the beta distribution with mean and variance of a share whose odds lie anywhere
// between a third and three times those of the prior, by their logarithm.
func around(share float64) beta {
	const steps = 200
	odds, sum, squares := share/(1-share), 0.0, 0.0
	for i := range steps {
		o := odds * math.Pow(reach, 2*(float64(i)+0.5)/steps-1)
		p := o / (1 + o)
		sum, squares = sum+p, squares+p*p
	}
	mean := sum / steps
	cases := mean*(1-mean)/(squares/steps-mean*mean) - 1
	return beta{mean * cases, (1 - mean) * cases}
}

// count is how many surfaces had the same signs of a fault's causes.
type count struct {
	signs       [causes]Sign // of the fault's causes, in their order
	with, clean float64
}

// Learn learns from surfaces that were judged; from none it knows the priors.
func Learn(seen []Seen) *Model {
	m := &Model{faults: map[fault.Kind]*learned{}, Judged: len(seen)}
	m.usually(seen)
	for _, p := range priors {
		f := m.faults[p.Fault]
		if f == nil {
			f = &learned{}
			m.faults[p.Fault] = f
		}
		before := around(p.Share)
		f.causes = append(f.causes, p.Cause.index())
		f.shares = append(f.shares, Share{Share: before.after(0, 0), Prior: p.Share, before: before})
	}
	for kind, f := range m.faults {
		f.before = around(f.usually())
		f.bare = f.before.after(0, 0)
		f.count(kind, seen)
		f.company(&m.usual)
		f.learn()
	}
	m.joined()
	return m
}

// Of the faults that causes bring about, two in ten have two of them (from memory).
const (
	doubles = 0.2
	joins   = 0.62 // how often two that are there act together, before anything is counted
	asMany  = 20.0 // as how many faults that counts
)

// joined works out how often two causes that are there have to act together for as many faults of
// two causes as usual: by how often two are there at all.
func (m *Model) joined() {
	need, can := joins*asMany, asMany
	for _, f := range m.faults {
		for i := range f.counts {
			n := f.counts[i].with + f.counts[i].clean
			all := f.hits(&f.counts[i].signs)
			idle, one, beside := 1.0, 0.0, 0.0
			for _, h := range all {
				idle *= 1 - h.active
			}
			for k, h := range all {
				alone := h.active * idle / (1 - h.active)
				one += alone
				beside += alone * (1 - none(all, k))
			}
			need += n * (doubles*(1-idle) - (1 - idle - one))
			can += n * beside
		}
	}
	m.joins = min(1, max(0, need/can))
}

// hit is a cause that may be there: how likely it is there and acts, and, where it does not act,
// how likely it is there.
type hit struct{ active, idle float64 }

func (f *learned) hits(signs *[causes]Sign) (all []hit) {
	for k := range f.causes {
		if there := f.there(k, signs); there > 0 {
			q := f.shares[k].Share
			all = append(all, hit{there * q, there * (1 - q) / (1 - there*q)})
		}
	}
	return all
}

// none is how likely none of the others is there beside the k-th.
func none(all []hit, k int) float64 {
	p := 1.0
	for j, h := range all {
		if j != k {
			p *= 1 - h.idle
		}
	}
	return p
}

// joining is how likely the k-th cause, there and idle by itself, has its part in what another one
// brings about alone; of several that could, one does.
func joining(all []hit, k int, idle float64) (sum float64) {
	for j, h := range all {
		if j == k {
			continue
		}
		alone, rivals := h.active*idle/(1-h.active), 1.0
		for i, other := range all {
			if i != j && i != k {
				rivals += other.idle
			}
		}
		sum += alone * all[k].idle / rivals
	}
	return sum
}

// habits is as how many cases what is usual counts: the pieces of a class are alike in what is done
// to them, and tell less than as many of many classes (from memory).
const habits = 100

// usually learns how often each cause is there, of those surfaces of which somebody said.
func (m *Model) usually(seen []Seen) {
	var there, said [causes]float64
	for i := range seen {
		for c, s := range seen[i].Clues {
			switch s {
			case There:
				there[c]++
				said[c]++
			case Absent:
				said[c]++
			}
		}
	}
	for c := range m.usual {
		m.usual[c] = beta{habits * present, habits * (1 - present)}.after(there[c], said[c])
	}
}

// count sorts the surfaces by the signs of the fault's causes.
func (f *learned) count(kind fault.Kind, seen []Seen) {
	at := map[[causes]Sign]int{}
	for i := range seen {
		var signs [causes]Sign
		has := slices.Contains(seen[i].Faults, kind)
		for k, c := range f.causes {
			signs[k] = seen[i].Clues[c]
			if signs[k] == There {
				f.shares[k].Of++
				if has {
					f.shares[k].With++
				}
			}
		}
		n, known := at[signs]
		if !known {
			n = len(f.counts)
			at[signs] = n
			f.counts = append(f.counts, count{signs: signs})
		}
		if has {
			f.counts[n].with++
		} else {
			f.counts[n].clean++
		}
	}
}

// usually is how often the fault is thought to come of nothing on record: as often beside what its
// causes bring about as one fault in ten.
func (f *learned) usually() float64 {
	none := 1.0
	for _, s := range f.shares {
		none *= 1 - present*s.Prior
	}
	return (1 - none) * bare / (10 - bare)
}

// company learns how often each cause is there, alone and beside another one of the fault, of
// those surfaces of which somebody said.
func (f *learned) company(usual *[causes]float64) {
	for k, c := range f.causes {
		var there, said [2]float64
		for i := range f.counts {
			one := &f.counts[i]
			n, with := one.with+one.clean, f.accompanied(k, &one.signs)
			switch one.signs[k] {
			case There:
				there[with] += n
				said[with] += n
			case Absent:
				said[with] += n
			}
		}
		before := beta{habits * usual[c], habits * (1 - usual[c])}
		f.alone = append(f.alone, before.after(there[0], said[0]))
		f.beside = append(f.beside, before.after(there[1], said[1]))
	}
}

// accompanied is 1 where another cause than the k-th is known to be there, else 0.
func (f *learned) accompanied(k int, signs *[causes]Sign) int {
	for j := range f.causes {
		if j != k && signs[j] == There {
			return 1
		}
	}
	return 0
}

// rounds is how many times shares and their causes are worked out from one another at the most.
const rounds = 200

// learn finds the shares that the counts speak for, the priors among them.
func (f *learned) learn() {
	for range rounds {
		hits, of := make([]float64, len(f.causes)), make([]float64, len(f.causes))
		bareHits, all := 0.0, 0.0
		for i := range f.counts {
			c := &f.counts[i]
			all += c.with + c.clean
			risk := f.risk(&c.signs)
			bareHits += c.with * f.bare / risk
			for k := range f.causes {
				there := f.there(k, &c.signs)
				if there == 0 {
					continue
				}
				q := f.shares[k].Share
				active := there * q / risk
				// where it is there and idle, the fault came of the others
				others := 1 - (1-risk)/(1-there*q)
				idle := there * (1 - q) * others / risk
				hits[k] += c.with * active
				of[k] += c.with*(active+idle) + c.clean*there*(1-q)/(1-there*q)
			}
		}
		moved := 0.0
		next := f.before.after(bareHits, all)
		moved = max(moved, math.Abs(next-f.bare))
		f.bare = next
		for k := range f.shares {
			next := f.shares[k].before.after(hits[k], of[k])
			moved = max(moved, math.Abs(next-f.shares[k].Share))
			f.shares[k].Share = next
		}
		if moved < 1e-7 {
			return
		}
	}
}

// there is how likely the k-th cause of a fault is there.
func (f *learned) there(k int, signs *[causes]Sign) float64 {
	switch signs[k] {
	case There:
		return 1
	case Absent:
		return 0
	}
	if f.accompanied(k, signs) == 1 {
		return f.beside[k]
	}
	return f.alone[k]
}

// risk is how likely the fault comes.
func (f *learned) risk(signs *[causes]Sign) float64 {
	none := 1 - f.bare
	for k := range f.causes {
		none *= 1 - f.there(k, signs)*f.shares[k].Share
	}
	return 1 - none
}

// of are the signs of a fault's causes, in their order.
func (f *learned) of(c *Clues) (signs [causes]Sign) {
	for k, i := range f.causes {
		signs[k] = c[i]
	}
	return signs
}

// Risk is how likely a fault comes on a surface; 0 for a fault of which nothing is known.
func (m *Model) Risk(kind fault.Kind, c Clues) float64 {
	f := m.faults[kind]
	if f == nil {
		return 0
	}
	signs := f.of(&c)
	return f.risk(&signs)
}

// Likely is a cause of a fault that is there.
type Likely struct {
	Cause Cause
	Odds  float64 // how likely it had a part in it, from 0 to 1; of several causes each may have
	Said  bool    // the record says that it was there; else nobody logged whether it was
	Share
}

// Why is what can be said of a fault that is there.
type Why struct {
	Causes  []Likely // the likeliest first; those that the record rules out are not among them
	Nothing float64  // how likely none of them had a part in it
}

// Against what the record says a cause has to be likelier than nothing; one of which nobody said
// anything has to be a good deal likelier, for it is a guess at a guess (from memory).
const guessed = 2.8

// Named is the cause to name first; "" where nothing on record explains the fault.
func (w Why) Named() Cause {
	if len(w.Causes) == 0 {
		return ""
	}
	against := w.Nothing
	if !w.Causes[0].Said {
		against *= guessed
	}
	if w.Causes[0].Odds < against {
		return ""
	}
	return w.Causes[0].Cause
}

// least is how likely a cause is that is still named (from memory).
const least = 0.05

// Worth are the causes worth naming: the first that is named, and others that are likely.
func (w Why) Worth() []Likely {
	if w.Named() == "" {
		return nil
	}
	return slices.DeleteFunc(slices.Clone(w.Causes), func(l Likely) bool { return l.Odds < least })
}

// Why says which causes a fault on a surface had.
func (m *Model) Why(kind fault.Kind, c Clues) (w Why) {
	f := m.faults[kind]
	if f == nil {
		return Why{Nothing: 1}
	}
	signs := f.of(&c)
	risk, idle, all := f.risk(&signs), 1.0, f.hits(&signs)
	for _, h := range all {
		idle *= 1 - h.active
	}
	n := 0
	for k, i := range f.causes {
		if f.there(k, &signs) == 0 {
			continue
		}
		odds := (all[n].active + m.joins*joining(all, n, idle)) / risk
		w.Causes = append(w.Causes, Likely{Cause: guides[i].Cause, Odds: odds, Said: signs[k] == There, Share: f.shares[k]})
		n++
	}
	w.Nothing = f.bare * idle / risk
	slices.SortStableFunc(w.Causes, func(a, b Likely) int { return cmp.Compare(b.Odds, a.Odds) })
	return w
}

// Share is what is known of a cause of a fault; ok is false where it is none.
func (m *Model) Share(kind fault.Kind, cause Cause) (s Share, ok bool) {
	f := m.faults[kind]
	if f == nil {
		return s, false
	}
	k := slices.Index(f.causes, cause.index())
	if k < 0 {
		return s, false
	}
	return f.shares[k], true
}
