package fits

import "math"

// Past is a lesson that was: how many coats were foreseen for it, and how many were laid.
type Past struct{ Foreseen, Laid int }

// Range is how many coats a class lays in a lesson, four times out of five.
type Range struct {
	Low, Middle, High int
	Lessons           int // that it was learned from
}

// What is thought of a class of which nobody knows anything (from memory): it lays somewhat
// fewer coats than a plan in which nobody chats, waits or is called away, and how far apart
// its lessons are; and as how many lessons that counts.
const (
	usualShare   = 0.85
	usualScatter = 0.15
	shareCounts  = 1.5
	spreadCounts = 4.0
)

// Forecast is how many coats a class lays of those that are foreseen for a lesson. What it
// laid of what was foreseen before tells its share, and how far lessons lie apart; shares
// multiply, so both are learned of their logarithms, with what is usual counted as some
// lessons beside them. The range is where four of five such lessons fall: Student's
// distribution, by the expansion of its quantile in 1/ν (Abramowitz and Stegun 26.7.5).
func Forecast(foreseen int, past []Past) Range {
	n, sum := shareCounts, shareCounts*math.Log(usualShare)
	lessons := 0
	for _, p := range past {
		if p.Foreseen > 0 && p.Laid > 0 {
			n, sum = n+1, sum+share(p)
			lessons++
		}
	}
	mean := sum / n
	freedom, squares := spreadCounts, spreadCounts*usualScatter*usualScatter
	for _, p := range past {
		if p.Foreseen > 0 && p.Laid > 0 {
			// A lesson of few coats scatters by itself: what chance does to a count is not
			// the class's.
			freedom, squares = freedom+1, squares+(share(p)-mean)*(share(p)-mean)
		}
	}
	scatter := math.Sqrt(squares / freedom * (1 + 1/n))
	reach := student80(freedom) * scatter
	at := func(log float64) float64 { return float64(foreseen) * math.Exp(log) }
	return Range{Low: int(math.Floor(at(mean - reach))), Middle: int(math.Round(at(mean))), High: int(math.Ceil(at(mean + reach))), Lessons: lessons}
}

func share(p Past) float64 { return math.Log(float64(p.Laid) / float64(p.Foreseen)) }

// student80 is the quantile of Student's distribution that leaves a tenth at either end.
func student80(freedom float64) float64 {
	const z = 1.2815515655446004
	return z + (z*z*z+z)/(4*freedom) + (5*math.Pow(z, 5)+16*z*z*z+3*z)/(96*freedom*freedom)
}
