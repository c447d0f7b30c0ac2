package colour

import (
	"math"
	"slices"
)

const (
	// most is how many pixels of a box are looked at; more say nothing new.
	most = 20_000
	// blocks is how many blocks a side a box is cut into to see whether it is even.
	blocks = 4
	// clippedAt is the value from which a channel may be cut off by the camera.
	clippedAt = 254
	// lostAt is the value up to which the camera kept next to nothing of a channel.
	lostAt = 2
)

// sample is the light of one box after glare and shadow are cut.
type sample struct {
	light   [3]float64 // mean linear red, green, blue
	blocks  [][3]float64
	pixels  int     // looked at
	glare   float64 // share cut because it was much lighter than the rest
	shadow  float64 // share cut because it was much darker
	clipped float64 // share of the kept pixels with a channel at its end
	lost    float64 // share of the kept pixels of whose channels one is next to nothing
	lit     float64 // share cut that is the same colour in more light, or kept in less: a shadow's edge
}

// pixel is one pixel in linear light.
type pixel struct {
	light   [3]float64
	level   float64 // cube root of its luminance: even steps to the eye
	block   int
	clipped bool
	lost    bool
}

// sample reads a box with a robust trimmed mean: the pixels are ordered by
// lightness, the densest half of them says what the glaze is, and what lies far
// from that half is glare or shadow.
func (p Picture) sample(b Box) sample {
	pixels := p.pixels(b)
	s := sample{pixels: len(pixels)}
	if len(pixels) == 0 {
		return s
	}
	slices.SortFunc(pixels, func(a, b pixel) int {
		switch {
		case a.level < b.level:
			return -1
		case a.level > b.level:
			return 1
		}
		return 0
	})
	low, high := keep(pixels)
	s.glare = float64(len(pixels)-high) / float64(len(pixels))
	s.shadow = float64(low) / float64(len(pixels))
	s.lit = shadowed(pixels, low, high)
	s.mean(pixels[low:high])
	return s
}

// pixels takes the pixels of a box on an even grid, at most about most of them.
func (p Picture) pixels(b Box) []pixel {
	x0, y0 := max(0, int(b.X)), max(0, int(b.Y))
	x1, y1 := min(p.Width, int(b.X+b.W)), min(p.Height, int(b.Y+b.H))
	if x1 <= x0 || y1 <= y0 {
		return nil
	}
	step := max(1, int(math.Sqrt(float64((x1-x0)*(y1-y0))/most)))
	list := make([]pixel, 0, (x1-x0)*(y1-y0)/(step*step)+1)
	for y := y0; y < y1; y += step {
		for x := x0; x < x1; x += step {
			values := p.Pix[3*(y*p.Width+x):][:3]
			px := pixel{block: (y-y0)*blocks/(y1-y0)*blocks + (x-x0)*blocks/(x1-x0)}
			for k, v := range values {
				px.light[k] = p.Space.Curve[k][v]
				px.clipped = px.clipped || v >= clippedAt
				px.lost = px.lost || v <= lostAt
			}
			px.level = math.Cbrt(max(0, p.Space.ToXYZ[1][0]*px.light[0]+p.Space.ToXYZ[1][1]*px.light[1]+p.Space.ToXYZ[1][2]*px.light[2]))
			list = append(list, px)
		}
	}
	return list
}

// keep finds the first and one past the last pixel that is neither glare nor
// shadow, in pixels ordered by level: within three deviations of the shortest
// interval that holds half of them (the "shorth" of Andrews et al., Robust
// Estimates of Location, 1972), which up to half of glare cannot move.
func keep(pixels []pixel) (low, high int) {
	half := (len(pixels) + 1) / 2
	at, width := 0, math.Inf(1)
	for i := 0; i+half <= len(pixels); i++ {
		if w := pixels[i+half-1].level - pixels[i].level; w < width {
			at, width = i, w
		}
	}
	middle := pixels[at+half/2].level
	// Half of a normal distribution lies within 0.6745 deviations of its middle.
	deviation := max(width/2/0.6745, 0.006)
	low, _ = slices.BinarySearchFunc(pixels, middle-3*deviation, byLevel)
	high, _ = slices.BinarySearchFunc(pixels, middle+3*deviation, byLevel)
	return low, max(high, low+1)
}

func byLevel(p pixel, level float64) int {
	if p.level < level {
		return -1
	}
	return 1
}

// mean fills in the mean light of the kept pixels, whole and block by block.
func (s *sample) mean(kept []pixel) {
	var sums [blocks * blocks][3]float64
	var counts [blocks * blocks]int
	clipped, lost := 0, 0
	for _, px := range kept {
		for k, v := range px.light {
			s.light[k] += v
			sums[px.block][k] += v
		}
		counts[px.block]++
		if px.clipped {
			clipped++
		}
		if px.lost {
			lost++
		}
	}
	for k := range s.light {
		s.light[k] /= float64(len(kept))
	}
	s.clipped, s.lost = float64(clipped)/float64(len(kept)), float64(lost)/float64(len(kept))
	for i, n := range counts {
		if n < len(kept)/(4*blocks*blocks)+1 {
			continue // hardly anything of this block was kept
		}
		for k := range sums[i] {
			sums[i][k] /= float64(n)
		}
		s.blocks = append(s.blocks, sums[i])
	}
}
