package glaze

import (
	"cmp"

	"enkaustos/core/kiln"
)

// Firing is what a tile speaks for, and where a piece goes: a clay, at a cone,
// in an atmosphere. Two are compared with ==.
type Firing struct {
	Clay string // Clay.Code
	Cone kiln.Cone
	Air  Atmosphere // never "" where FiringOf made it
}

// FiringOf is a firing; air "" counts as oxidation.
func FiringOf(clay string, cone kiln.Cone, air Atmosphere) Firing {
	return Firing{Clay: clay, Cone: cone, Air: cmp.Or(air, Oxidation)}
}

// Firing is the one the tile came from.
func (t Tile) Firing() Firing { return FiringOf(t.Clay, t.Cone, t.Atmosphere) }
