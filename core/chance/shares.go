// Package chance learns figures that multiply, from few observations, and says how far they may
// lie from what comes.
package chance

import (
	"math"
	"math/rand"
)

// Usual is what is thought of a figure of which nobody knows anything.
type Usual struct {
	Share   float64 // the figure itself
	Scatter float64 // of its logarithm, from one time to the next
	// Counts is as how many observations the figure counts, Spread as how many its scatter.
	Counts float64
	Spread int
}

// Shares is what is known of a figure: the mean of its logarithms, how far they lie apart, and how
// sure both are.
type Shares struct {
	Mean    float64
	Scatter float64
	N       float64 // observations behind the mean, the usual ones with them
	Freedom int     // of Student's distribution
	Seen    int     // observations that were made
}

// Learn is what is known after some observations; those that are not positive teach nothing.
// What is usual counts as some observations beside them.
func (u Usual) Learn(seen []float64) Shares {
	n, sum, count := u.Counts, u.Counts*math.Log(u.Share), 0
	for _, s := range seen {
		if s > 0 {
			n, sum, count = n+1, sum+math.Log(s), count+1
		}
	}
	mean := sum / n
	squares := float64(u.Spread) * u.Scatter * u.Scatter
	for _, s := range seen {
		if s > 0 {
			squares += (math.Log(s) - mean) * (math.Log(s) - mean)
		}
	}
	freedom := u.Spread + count
	return Shares{Mean: mean, Scatter: math.Sqrt(squares / float64(freedom)), N: n, Freedom: freedom, Seen: count}
}

// Range80 is where the next observation falls four times of five, and its median.
func (s Shares) Range80() (low, middle, high float64) {
	reach := student80(float64(s.Freedom)) * s.Scatter * math.Sqrt(1+1/s.N)
	return math.Exp(s.Mean - reach), math.Exp(s.Mean), math.Exp(s.Mean + reach)
}

// Draw is a figure that the observations do not speak against, as Student's distribution of their
// mean has it: how it is this time, while its scatter stays.
func (s Shares) Draw(r *rand.Rand) Shares {
	chi := 0.0
	for range s.Freedom {
		z := r.NormFloat64()
		chi += z * z
	}
	s.Scatter *= math.Sqrt(float64(s.Freedom) / chi)
	s.Mean += r.NormFloat64() * s.Scatter / math.Sqrt(s.N)
	return s
}

// Next is one observation of a figure that was drawn.
func (s Shares) Next(r *rand.Rand) float64 { return math.Exp(s.Mean + s.Scatter*r.NormFloat64()) }

// student80 is the quantile of Student's distribution that leaves a tenth at either end, by the
// expansion of its quantile in 1/ν (Abramowitz and Stegun 26.7.5).
func student80(freedom float64) float64 {
	const z = 1.2815515655446004
	return z + (z*z*z+z)/(4*freedom) + (5*math.Pow(z, 5)+16*z*z*z+3*z)/(96*freedom*freedom)
}
