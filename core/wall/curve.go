package wall

import (
	"errors"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/colour"
	"enkaustos/core/glaze"
)

// Curve is how a glaze covers its clay, in words and colours.
type Curve struct {
	Known     bool
	Enough    int // coats; 0 where it is not known or never enough
	Says      string
	Coats     []CurveCoat
	Estimates []CurveEstimate
	Missing   []int // strips to fire next
}

// CurveCoat is what a number of coats looks like.
type CurveCoat struct {
	Coats     int
	Lab       colour.Lab
	ClayShows bool
	Fired     bool // a strip shows it; else the curve tells it
}

// CurveEstimate is how many coats another clay may take: an estimate.
type CurveEstimate struct {
	Clay  string
	Coats int // 0: more than anyone lays
	Says  string
}

// UsualStep is the ΔE2000 that another coat has to change to be worth it.
const UsualStep = 1.5

// CurveOf is how the glaze of a tile covers its clay, from its strips; step is the
// ΔE2000 that another coat has to change to be worth it, and most how many coats the
// house refuses to lay of it; 0 where it refuses none.
func CurveOf(t glaze.Tile, strips []colour.Strip, clays []glaze.Clay, step float64, most int) Curve {
	if len(t.Stack) != 1 {
		return Curve{Says: "A tile of one glaze can tell how it covers; what overlaps look like is only known where they were fired."}
	}
	i := slices.IndexFunc(clays, func(c glaze.Clay) bool { return c.Code == t.Clay })
	missing := colour.Missing(strips)
	if i < 0 {
		return Curve{Says: "Not known: the clay's own fired colour is missing.", Missing: missing}
	}
	curve, err := colour.FitCurve(clays[i].Fired, strips)
	if errors.Is(err, colour.ErrNoCurve) {
		return Curve{Missing: missing, Says: "Not known: its strips lie off every curve" + strings.TrimPrefix(err.Error(), colour.ErrNoCurve.Error()) + ". Read them again, or fire new ones."}
	}
	if err != nil {
		return Curve{Missing: missing, Says: fmt.Sprintf("Not known how it covers: fire a strip tile of %s on %s with %s side by side.",
			t.Stack[0].Glaze, t.Clay, coatsInWords(missing))}
	}
	v := Curve{Known: true, Missing: missing}
	enough, ok := curve.Enough(step)
	switch {
	case ok && most > 0 && enough >= most:
		v.Says = fmt.Sprintf("%s would be enough on %s, and this house lays fewer than %d: choose another.", glaze.Counted(enough), t.Clay, most)
	case ok:
		v.Enough = enough
		v.Says = fmt.Sprintf("%s %s enough on %s: another changes it by less than %.1f.", glaze.Counted(enough), be(enough), t.Clay, step)
	default:
		v.Says = fmt.Sprintf("%d coats are not enough on %s to hide the change of another.", colour.MostCoats, t.Clay)
	}
	for n := 1; n <= max(3, t.Stack.Total()); n++ {
		c := CurveCoat{Coats: n, Lab: curve.After(float64(n)), ClayShows: curve.ClayShows(n)}
		for _, strip := range strips {
			if strip.Coats == n {
				c.Lab, c.Fired = strip.Lab, true
			}
		}
		v.Coats = append(v.Coats, c)
	}
	for _, clay := range clays {
		if clay.Code == t.Clay {
			continue
		}
		e := CurveEstimate{Clay: clay.Code}
		if n, ok := curve.EnoughOn(clay.Fired, step); ok {
			e.Coats = n
			e.Says = fmt.Sprintf("Estimate: %s on %s.", glaze.Counted(n), clay.Name)
		} else {
			e.Says = fmt.Sprintf("Estimate: more than %d coats on %s.", colour.MostCoats, clay.Name)
		}
		v.Estimates = append(v.Estimates, e)
	}
	return v
}

func be(n int) string {
	if n == 1 {
		return "is"
	}
	return "are"
}

func coatsInWords(coats []int) string {
	words := make([]string, len(coats))
	for i, n := range coats {
		words[i] = fmt.Sprint(n)
	}
	switch len(words) {
	case 0:
		return "other numbers of coats"
	case 1:
		return glaze.Counted(coats[0])
	}
	return strings.Join(words[:len(words)-1], ", ") + " and " + words[len(words)-1] + " coats"
}
