// Package stock knows how much glaze there is and how much a job takes.
package stock

import "math"

// SpreadML is how much glaze one brushed coat takes, in mL per cm² (from
// memory: some 20 cm³ do three coats on a palm-sized dish).
const SpreadML = 0.045

// Spreads is what one brushed coat takes of each glaze, in mL per cm², by code,
// where a room has learned it; others take SpreadML.
type Spreads map[string]float64

// Of is the figure for a glaze.
func (s Spreads) Of(code string) float64 {
	if ml, learned := s[code]; learned {
		return ml
	}
	return SpreadML
}

// NeededML is the glaze that coats of an area take, in mL: areaCM2 in cm², for
// so many pieces.
func NeededML(areaCM2 float64, coats, pieces int) float64 {
	return areaCM2 * float64(coats) * float64(pieces) * SpreadML
}

// PiecesFrom is for how many pieces an amount in mL lasts; 0 where a piece
// takes nothing that could be counted.
func PiecesFrom(haveML, areaCM2 float64, coats int) int {
	each := NeededML(areaCM2, coats, 1)
	if each <= 0 {
		return 0
	}
	return int(math.Floor(haveML/each + 1e-9))
}
