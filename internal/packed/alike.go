package packed

import (
	"fmt"
	"math"

	"enkaustos/core/kiln"
	"enkaustos/core/load"
	"enkaustos/core/outline"
)

// OneShelf is a kiln with one shelf and no distances, so that the planner's answer is a packing.
func OneShelf(shape kiln.Shape, wide float64) (kiln.Kiln, load.Ways) {
	k := kiln.Usual()
	k.Name, k.Shape, k.WidthMM, k.Whole = "one shelf", shape, wide, kiln.Shelf{WidthMM: wide, ThickMM: 16, Count: 1}
	k.Half, k.Posts, k.WallMM, k.Thermocouple = kiln.Shelf{}, nil, 0, kiln.Thermocouple{}
	return k, load.Ways{Runners: load.RunnersAnywhere}
}

// Alike are n pieces of one outline.
func Alike(o outline.Outline, n int) (list []load.Piece) {
	for i := range n {
		list = append(list, load.Piece{ID: fmt.Sprintf("p%d", i), Outline: o, TallMM: 50})
	}
	return list
}

// Hexagonal is the radius, in radii of a disc, of the smallest circle that holds n discs of a
// hexagonal grid, over where its middle lies in the grid.
func Hexagonal(n int) float64 {
	best := math.Inf(1)
	const steps = 60
	for a := range steps {
		for b := range steps {
			u, v := float64(a)/steps, float64(b)/steps
			x, y := 2*u+v, math.Sqrt(3)*v
			best = math.Min(best, nth(x, y, n)+1)
		}
	}
	return best
}

// nth is how far the n-th nearest point of the grid is.
func nth(x, y float64, n int) float64 {
	var far []float64
	for i := -10; i <= 10; i++ {
		for j := -10; j <= 10; j++ {
			far = append(far, math.Hypot(2*float64(i)+float64(j)-x, math.Sqrt(3)*float64(j)-y))
		}
	}
	for i := range n {
		least := i
		for k := i + 1; k < len(far); k++ {
			if far[k] < far[least] {
				least = k
			}
		}
		far[i], far[least] = far[least], far[i]
	}
	return far[n-1]
}

// Oler is the most discs that a circle of so many of their radii can hold: Oler (1961), for points
// at distance 1 at least in a convex set of area A and perimeter P, n <= 2A/sqrt(3) + P/2 + 1.
func Oler(wide float64) int {
	rho := (wide - 1) / 2
	return int(math.Floor(2*math.Pi*rho*rho/math.Sqrt(3) + math.Pi*rho + 1 + 1e-9))
}
