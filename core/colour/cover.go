package colour

import (
	"math/rand"
	"slices"
)

// Cover is how many coats are enough, as surely as strips can tell: at least Low and at most
// High. Where not even MostCoats may be enough, Open is true and High is MostCoats.
type Cover struct {
	Low, High int
	Open      bool
}

// Sure says whether the strips tell one number.
func (c Cover) Sure() bool { return c.Low == c.High && !c.Open }

// Known says whether the range is narrow enough to plan by: two coats apart at the most.
func (c Cover) Known() bool { return c.High-c.Low <= widest && (!c.Open || c.Low >= MostCoats) }

const (
	widest = 2 // coats
	// refits is how many times strips are shaken to see what else they may say.
	refits = 60
	// readingError is the standard deviation of a careful reading on each axis of Lab, and
	// coatError that of the thickness of a brushed coat, as a share of it (from memory).
	readingError = 0.5
	coatError    = 0.08
	// tail is the share of refits that is left out at each end.
	tail = 0.025
)

// Covers is what strips may say of how a glaze covers: the curve that fits best, and all that
// fit nearly as well. Make one with CoversOf.
type Covers struct {
	Curve
	all []Curve // the clay of each is shaken as its strips are
}

// CoversOf fits strips again and again, shaken by what readings and coats are usually off by
// (a parametric bootstrap: Efron, "Bootstrap Methods", Ann. Statist. 7 (1979)). The same
// strips always give the same. The error is that of FitCurve.
func CoversOf(clay Lab, strips []Strip) (Covers, error) {
	best, err := FitCurve(clay, strips)
	if err != nil {
		return Covers{}, err
	}
	all := Covers{best, []Curve{best}}
	r := rand.New(rand.NewSource(1))
	for range refits {
		c := Curve{clay: clay.shaken(r)}
		c.films = filmsOf(c.clay, shaken(r, strips), rough)
		if c.misfit(strips) < 2*mostMisfit { // else it is no film that anybody would believe
			all.all = append(all.all, c)
		}
	}
	return all, nil
}

// Cover is how many coats are enough: the smallest number after which one more changes the
// colour by less than step, ΔE2000, as 95 % of what the strips may say has it.
func (c Covers) Cover(step float64) Cover {
	return c.cover(step, func(one Curve) Lab { return one.clay })
}

// On estimates the same for another clay, from how that clay fires bare. It is an estimate:
// glaze and clay may react in the fire.
func (c Covers) On(clay Lab, step float64) Cover {
	return c.cover(step, func(Curve) Lab { return clay })
}

func (c Covers) cover(step float64, on func(Curve) Lab) Cover {
	said := make([]int, len(c.all))
	for i, one := range c.all {
		said[i] = enoughOrMore(one, bandsOf(on(one)), step)
	}
	slices.Sort(said)
	cut := int(tail * float64(len(said)))
	low, high := said[cut], said[len(said)-1-cut]
	return Cover{Low: min(low, MostCoats), High: min(high, MostCoats), Open: high > MostCoats}
}

// enoughOrMore is Enough, one more than MostCoats where those are not.
func enoughOrMore(c Curve, ground [3]float64, step float64) int {
	if n, ok := c.enough(ground, step); ok {
		return n
	}
	return MostCoats + 1
}

func (c Lab) shaken(r *rand.Rand) Lab {
	return Lab{c.L + readingError*r.NormFloat64(), c.A + readingError*r.NormFloat64(), c.B + readingError*r.NormFloat64()}
}

// layers are strips of coats that are not all alike.
type layers struct {
	coats float64
	lab   Lab
}

func shaken(r *rand.Rand, strips []Strip) (all []layers) {
	for _, s := range strips {
		if s.Coats <= 0 {
			continue
		}
		one := layers{lab: s.Lab.shaken(r)}
		for range s.Coats {
			one.coats += max(0.2, 1+coatError*r.NormFloat64())
		}
		all = append(all, one)
	}
	return all
}
