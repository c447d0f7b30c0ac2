package results

import (
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
