package causes

import (
	"slices"

	"enkaustos/core/fault"
	"enkaustos/core/results"
)

// Thought are the priors of the house, as its schools differ from them.
func Thought() (all []Chance) {
	for _, p := range results.Priors() {
		all = append(all, Chance{string(p.Fault), string(p.Cause), p.Share})
	}
	return all
}

// House is the model of core/results, learned from results of a school.
type House struct {
	school *School
	model  *results.Model
}

// Learned learns the house's model.
func (s *School) Learned(from []Result) House {
	seen := make([]results.Seen, len(from))
	for i, v := range from {
		seen[i].Clues = s.clues(v.Said)
		for f := range v.Faults {
			seen[i].Faults = append(seen[i].Faults, fault.Kind(s.Faults[f]))
		}
	}
	return House{s, results.Learn(seen)}
}

func (s *School) clues(said []Said) (c results.Clues) {
	for i, is := range said {
		c = c.With(results.Cause(s.Causes[i]), map[Said]results.Sign{Nothing: results.Unsaid, Absent: results.Absent, There: results.There}[is])
	}
	return c
}

// Of is what the house says of a surface.
func (h House) Of(said []Said) Reading { return reading{h, h.school.clues(said)} }

type reading struct {
	house House
	clues results.Clues
}

func (r reading) Risk(f int) float64 {
	return r.house.model.Risk(fault.Kind(r.house.school.Faults[f]), r.clues)
}

func (r reading) Why(f int) (first int, odds map[int]float64) {
	why := r.house.model.Why(fault.Kind(r.house.school.Faults[f]), r.clues)
	number := func(c results.Cause) int { return slices.Index(r.house.school.Causes, string(c)) }
	odds = map[int]float64{}
	for _, l := range why.Causes {
		odds[number(l.Cause)] = l.Odds
	}
	return number(why.Named()), odds // -1 for none
}

// Foretell is what the house says of a load before it is fired.
func (h House) Foretell(load []Result) []results.Foretold {
	surfaces := make([]results.Surface, len(load))
	for i, v := range load {
		surfaces[i].Clues = h.school.clues(v.Said)
	}
	return h.model.Foretell(surfaces)
}

// Number is the number of a fault.
func (s *School) Number(fault string) int { return slices.Index(s.Faults, fault) }
