package stock

import (
	"math"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
)

// CupML is a small lidded cup as glaze is poured into for a piece (from memory).
const CupML = 60

// Amount is how much of one glaze a plan takes.
type Amount struct {
	Glaze string // glaze.Glaze.Code
	ML    float64
}

// Cups is the amount in cups, in quarters rounded up: what is poured out.
func (a Amount) Cups() float64 {
	return max(1, math.Ceil(4*a.ML/CupML)) / 4
}

// OfPlan is what the plan of a piece takes of each jar, by code. What has to
// stay bare under a band is not brushed: bareCM2 is its area by surface. A
// recipe takes from the jars it was mixed of; jars may be nil where none is.
func OfPlan(p plan.Plan, b piece.Body, bareCM2 map[string]float64, spreads Spreads, jars map[string]*glaze.Glaze) []Amount {
	sums := map[string]float64{}
	for _, s := range b.Surfaces {
		choice := p[s.ID]
		if !choice.Planned() {
			continue
		}
		for _, layer := range choice.Stack {
			area := min(b.AreaAboveCM2(s.ID, layer.DownToMM), max(0, s.AreaCM2-bareCM2[s.ID]))
			spread := spreads.Of(layer.Glaze)
			if layer.Dip {
				spread = SpreadML // what a room learned of its brushes says nothing of a dip
			}
			ml := area * layer.Takes(jars[layer.Glaze]) * spread
			if g := jars[layer.Glaze]; g != nil && len(g.Recipe) > 0 {
				for code, share := range g.Recipe.Share() {
					sums[code] += share * ml
				}
				continue
			}
			sums[layer.Glaze] += ml
		}
	}
	return sorted(sums)
}

// Sum adds amounts up, by glaze.
func Sum(lists ...[]Amount) []Amount {
	sums := map[string]float64{}
	for _, list := range lists {
		for _, a := range list {
			sums[a.Glaze] += a.ML
		}
	}
	return sorted(sums)
}

// Less is some amounts without others, by glaze.
func Less(from, without []Amount) []Amount {
	if len(without) == 0 {
		return from
	}
	left := map[string]float64{}
	for _, a := range from {
		left[a.Glaze] += a.ML
	}
	for _, a := range without {
		left[a.Glaze] = max(0, left[a.Glaze]-a.ML)
	}
	return sorted(left)
}

func sorted(sums map[string]float64) []Amount {
	list := make([]Amount, 0, len(sums))
	for code, ml := range sums {
		list = append(list, Amount{code, ml})
	}
	slices.SortFunc(list, func(a, b Amount) int { return strings.Compare(a.Glaze, b.Glaze) })
	return list
}
