package results

import "math"

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
