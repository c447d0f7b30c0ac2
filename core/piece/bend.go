package piece

import "math"

// bendMeasures are the points by which the wall of a turned form can be pulled
// in or out, in mm, at a quarter, half and three quarters of its height.
func bendMeasures() []Measure {
	return []Measure{
		{Key: "bend1", Name: "Wall out at a quarter", Least: -150, Most: 150, Optional: true, At: 0.25},
		{Key: "bend2", Name: "Wall out at half", Least: -150, Most: 150, Optional: true, At: 0.5},
		{Key: "bend3", Name: "Wall out at three quarters", Least: -150, Most: 150, Optional: true, At: 0.75},
	}
}

// bends says whether a wall is pulled anywhere.
func bends(m Measures) bool { return m["bend1"] != 0 || m["bend2"] != 0 || m["bend3"] != 0 }

// bent is the outside of a wall, given from the bottom up, pulled in or out as
// measured: smoothly, and not at all at its foot and its rim.
func bent(outside []point, m Measures) []point {
	if !bends(m) {
		return outside
	}
	low, top := outside[0].z, outside[len(outside)-1].z
	at := func(share, by float64) point { return point{by, low + share*(top-low)} }
	pull := smooth([]point{at(0, 0), at(0.25, m["bend1"]), at(0.5, m["bend2"]), at(0.75, m["bend3"]), at(1, 0)}, curveSteps, math.Inf(-1))
	if len(outside) < 8 {
		outside = divided(outside, 64)
	}
	line := make([]point, len(outside))
	for i, p := range outside {
		line[i] = point{math.Max(0.01, p.r+radiusAt(pull, p.z)), p.z}
	}
	return line
}

// divided is a line with so many steps between its ends, evenly by height.
func divided(line []point, steps int) []point {
	low, top := line[0].z, line[len(line)-1].z
	fine := []point{line[0]}
	for i := 1; i <= steps; i++ {
		z := low + (top-low)*float64(i)/float64(steps)
		fine = append(fine, point{radiusAt(line, z), z})
	}
	return fine
}
