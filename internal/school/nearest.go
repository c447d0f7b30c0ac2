package school

import (
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/wall"
)

// nearestShown is how many jars are offered instead of one.
const nearestShown = 3

// nobodysMatch is a ΔE2000 from which on nobody would take one colour instead of another (from
// memory).
const nobodysMatch = 20

// NearestJars are jars that have free at least so many mL and come nearest to one of them by the
// fired tiles, on the clay and at the cone of an assignment, allowed to it, with a food label
// where that one has it.
func NearestJars(m Moment, code string, a *Assignment, leastML float64) []wall.Found {
	g, jars := m.Shelf.Glazes[code], Glazes.All(m.Snapshot)
	if g == nil || a == nil {
		return nil
	}
	allowed := m.AllowedJars(a)
	may := func(other string) bool {
		o, ok := jars[other]
		return ok && o.InStock && o.Jar.State != glaze.Dried && (allowed == nil || allowed[other]) && m.Budgets()[other].FreeML() >= leastML &&
			(g.Food != glaze.FoodClaimed || o.Food == glaze.FoodClaimed) && o.Kind.Melts() == g.Kind.Melts() &&
			o.Bucket() == g.Bucket() && (o.Kind == glaze.Clear) == (g.Kind == glaze.Clear)
	}
	_, all, _ := wall.Instead(code, glaze.FiringOf(a.Clay, a.Cone, a.Atmosphere), m.TilesByCode(), may, nearestShown)
	return slices.DeleteFunc(all, func(f wall.Found) bool { return f.DeltaE > nobodysMatch })
}
