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
	Low, High int // coats that are enough, at least and at most; 0 where that is not known
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
	covers, err := colour.CoversOf(clays[i].Fired, strips)
	if errors.Is(err, colour.ErrNoCurve) {
		return Curve{Missing: missing, Says: "Not known: its strips lie off every curve" + strings.TrimPrefix(err.Error(), colour.ErrNoCurve.Error()) + ". Read them again, or fire new ones."}
	}
	if err != nil {
		return Curve{Missing: missing, Says: fmt.Sprintf("Not known how it covers: fire a strip tile of %s on %s with %s side by side.",
			t.Stack[0].Glaze, t.Clay, coatsInWords(missing))}
	}
	v := Curve{Known: true, Missing: missing}
	cover := covers.Cover(step)
	if cover.Known() && !cover.Open {
		v.Low, v.High = cover.Low, cover.High
	}
	v.Says = saysCover(cover, strips, t.Clay, step, most)
	v.Coats = coatByCoat(covers, strips, max(3, t.Stack.Total()))
	for _, clay := range clays {
		if clay.Code == t.Clay {
			continue
		}
		e := CurveEstimate{Clay: clay.Code, Says: "Estimate: not known on " + clay.Name + "."}
		switch on := covers.On(clay.Fired, step); {
		case on.Open && on.Low >= colour.MostCoats:
			e.Says = fmt.Sprintf("Estimate: more than %d coats on %s.", colour.MostCoats, clay.Name)
		case on.Known():
			e.Coats = on.High
			e.Says = fmt.Sprintf("Estimate: %s on %s.", coatsFromTo(on.Low, on.High), clay.Name)
		}
		v.Estimates = append(v.Estimates, e)
	}
	return v
}

// coatByCoat is what 1 to most coats look like: as their strip was read, else as the curve tells.
func coatByCoat(covers colour.Covers, strips []colour.Strip, most int) []CurveCoat {
	coats := make([]CurveCoat, most)
	for i := range coats {
		n := i + 1
		coats[i] = CurveCoat{Coats: n, Lab: covers.After(float64(n)), ClayShows: covers.ClayShows(n)}
		for _, strip := range strips {
			if strip.Coats == n {
				coats[i].Lab, coats[i].Fired = strip.Lab, true
			}
		}
	}
	return coats
}

// saysCover puts into words how many coats are enough, and which strip would tell more.
func saysCover(c colour.Cover, strips []colour.Strip, clay string, step float64, most int) string {
	how := coatsFromTo(c.Low, c.High)
	next := tells(c, strips)
	switch {
	case c.Open && c.Low >= colour.MostCoats:
		return fmt.Sprintf("%d coats are not enough on %s to hide the change of another.", colour.MostCoats, clay)
	case !c.Known() && c.Open:
		return fmt.Sprintf("Not known how many coats are enough on %s: %d or more, as far as its strips tell.%s", clay, c.Low, next)
	case !c.Known():
		return fmt.Sprintf("Not known how many coats are enough on %s: %s, as far as its strips tell.%s", clay, how, next)
	case most > 0 && c.Low >= most:
		return fmt.Sprintf("%s would be enough on %s, and this house lays fewer than %d: choose another.", how, clay, most)
	case c.Low == 1 && c.High == 1:
		return fmt.Sprintf("1 coat is enough on %s: another changes it by less than %.1f.", clay, step)
	case c.Sure():
		return fmt.Sprintf("%s are enough on %s: another changes it by less than %.1f.", how, clay, step)
	}
	return fmt.Sprintf("%s are enough on %s: another then changes it by less than %.1f.%s", how, clay, step, next)
}

// tells names the strip that would narrow a range: the thickest of it that nobody fired.
func tells(c colour.Cover, strips []colour.Strip) string {
	for n := min(c.High, c.Low+2); n > 0; n-- {
		if !slices.ContainsFunc(strips, func(s colour.Strip) bool { return s.Coats == n }) {
			return fmt.Sprintf(" A strip of %d would tell more.", n)
		}
	}
	return ""
}

func coatsFromTo(low, high int) string {
	if low == high {
		return glaze.Counted(low)
	}
	return fmt.Sprintf("%d to %s", low, glaze.Counted(high))
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
