package rack

import (
	"math"
	"math/rand"

	"gonum.org/v1/gonum/mat"
)

// The sensor: three broad overlapping bells, drawn after the filters of a good
// phone's camera, not measured. Under daylight its matrix leaves a median of
// some 0.5 ΔE2000, under 2800 K some 1.5, which is what such cameras leave
// (from memory).
var sensor = [3]spectrum{
	sampled(func(nm float64) float64 { return lobe(nm, 600, 43, 37) + 0.06*lobe(nm, 440, 25, 25) }),
	sampled(func(nm float64) float64 { return lobe(nm, 536, 42, 45) }),
	sampled(func(nm float64) float64 { return lobe(nm, 452, 25, 32) }),
}

// camera is one setting of a phone's camera.
type camera struct {
	balance [3]float64 // white balance, as the phone guessed it
	colours [3][3]float64
	gain    float64
	punch   float64 // strength of the tone curve
}

// newCamera makes the camera that a phone would be under a light: it balances
// white nearly but not quite, corrects colours with a matrix between the ones
// it was calibrated with, and exposes stops more or less than it should.
func newCamera(random *rand.Rand, kelvin, stops float64) camera {
	c := camera{gain: 0.62 * math.Exp2(stops), punch: 0.25 + 0.5*random.Float64()}
	l := light(kelvin)
	for k := range c.balance {
		c.balance[k] = math.Exp(0.05*random.NormFloat64()) / sensor[k].dot(l)
	}
	warm, cool := calibrate(2856), calibrate(6504)
	share := min(max((1/2856.0-1/kelvin)/(1/2856.0-1/6504.0), 0), 1)
	for i := range c.colours {
		for j := range c.colours[i] {
			c.colours[i][j] = (1-share)*warm[i][j] + share*cool[i][j]
		}
	}
	return c
}

// The sRGB primaries from XYZ (IEC 61966-2-1, four digits as the standard has them).
var fromXYZ = [3][3]float64{{3.2406, -1.5372, -0.4986}, {-0.9689, 1.8758, 0.0415}, {0.0557, -0.2040, 1.0570}}

// calibrate finds the matrix from balanced sensor values to linear sRGB that
// suits a chart of everyday surfaces best, as makers do it, with white kept.
func calibrate(kelvin float64) (m [3][3]float64) {
	random := rand.New(rand.NewSource(24)) // a chart of its own, not the rack
	l, d65 := light(kelvin), daylight(6504)
	const patches = 48
	a, b := mat.NewDense(patches+1, 3, nil), mat.NewDense(patches+1, 3, nil)
	for p := range patches + 1 {
		r := glaze(random)
		// A step of luminance counts by how it looks: the slope of a cube root.
		weight := math.Pow(r.times(d65).dot(seeY)/d65.dot(seeY), -2.0/3)
		if p == patches {
			r, weight = neutral(1), 30
		}
		y := [3]float64{r.times(d65).dot(seeX) / d65.dot(seeY), r.times(d65).dot(seeY) / d65.dot(seeY), r.times(d65).dot(seeZ) / d65.dot(seeY)}
		for k := range 3 {
			a.Set(p, k, weight*r.times(l).dot(sensor[k])/l.dot(sensor[k]))
			b.Set(p, k, weight*(fromXYZ[k][0]*y[0]+fromXYZ[k][1]*y[1]+fromXYZ[k][2]*y[2]))
		}
	}
	var solved mat.Dense
	if err := solved.Solve(a, b); err != nil {
		panic(err) // the chart is fixed
	}
	for i := range 3 {
		for j := range 3 {
			m[i][j] = solved.At(j, i)
		}
	}
	return m
}

// raw is what the sensor catches of a reflectance under a light, balanced.
func (c camera) raw(r, l spectrum) (out [3]float64) {
	lit := r.times(l)
	for k := range out {
		out[k] = c.balance[k] * sensor[k].dot(lit)
	}
	return out
}

// develop turns balanced sensor values into the numbers of a file, 0 to 1.
func (c camera) develop(raw [3]float64) (out [3]float64) {
	for k := range out {
		v := c.gain * (c.colours[k][0]*raw[0] + c.colours[k][1]*raw[1] + c.colours[k][2]*raw[2])
		out[k] = encode(c.tone(v))
	}
	return out
}

// tone is the camera's curve on linear light: a toe that deepens shadows and a
// shoulder that holds highlights, as every phone has it.
func (c camera) tone(v float64) float64 {
	v = max(v, 0)
	toe := math.Pow(v/0.18, 0.22*c.punch) // steeper through the middle
	v *= toe
	return v * (1 + v/4.2) / (1 + v*0.55) * 0.98
}

func encode(v float64) float64 {
	switch {
	case v >= 1:
		return 1
	case v <= 0.0031308:
		return max(0, 12.92*v)
	}
	return 1.055*math.Pow(v, 1/2.4) - 0.055
}
