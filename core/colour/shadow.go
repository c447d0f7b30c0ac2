package colour

import (
	"maps"
	"math"
	"slices"
)

const (
	// A shadow takes as much of every channel, within so much (as a factor), and so much of
	// each (from memory: the sky and the room fill the rest in).
	evenly              = 1.15
	lightest, heaviest  = 0.8, 0.12
	shadowShare         = 0.1  // of a box, from which its edge of a shadow is spoken of
	groundNear          = 1.12 // factor within which two patches of ground are alike
	ownNear             = 1.2  // the same of a tile and what may still be that tile
	fewestBoxes         = 4    // from which a common ground is looked for
	groundIsCommonAbove = 0.5  // of all boxes
	onEnd               = 5    // steps of a ray
	evenLit             = 0.6  // of the lit part of a box lies within a tenth of its middle; a lamp's mirror fades
)

// dims says whether light is what other light is in a shadow: as much less in every channel.
func dims(light, other [3]float64) bool {
	least, most := math.Inf(1), 0.0
	for k := range light {
		f := max(light[k], 1e-4) / max(other[k], 1e-4)
		least, most = min(least, f), max(most, f)
	}
	return most <= lightest && least >= heaviest && most/least < evenly
}

// shadowed is the share of a box's pixels that lie on the other side of a shadow's edge than
// the ones that were kept; pixels are ordered by level, low to high of them kept. A lamp that
// is mirrored is no more of the same colour: it is white, and adds.
func shadowed(pixels []pixel, low, high int) (share float64) {
	kept := meanOf(pixels[low:high])
	for _, cut := range []struct {
		part   []pixel
		darker bool
	}{{pixels[:low], true}, {pixels[high:], false}} {
		if float64(len(cut.part)) < shadowShare*float64(len(pixels)) || !even(cut.part) {
			continue
		}
		mean := meanOf(cut.part)
		if cut.darker && dims(mean, kept) || !cut.darker && dims(kept, mean) {
			share = max(share, float64(len(cut.part))/float64(len(pixels)))
		}
	}
	return share
}

// even says whether pixels, ordered by level, are mostly alike.
func even(pixels []pixel) bool {
	middle, near := pixels[len(pixels)/2].level, 0
	for _, px := range pixels {
		if math.Abs(px.level-middle) < 0.035*middle { // cube roots: a tenth of the light
			near++
		}
	}
	return float64(near) >= evenLit*float64(len(pixels))
}

func meanOf(pixels []pixel) (mean [3]float64) {
	for _, px := range pixels {
		for k, v := range px.light {
			mean[k] += v / float64(len(pixels))
		}
	}
	return mean
}

// InShadow says of each box whether what lies around it is the ground that lies around the
// others, in much less light: then the box lies in a shadow, and its colour is that of the
// shadow. Where the boxes have no common ground, or are few, it says so of none.
func (p Picture) InShadow(boxes []Box, l Light) []bool {
	dark := make([]bool, len(boxes))
	if len(boxes) < fewestBoxes {
		return dark
	}
	rays := make([][]ray, len(boxes))
	for i, b := range boxes {
		rays[i] = p.rays(b, l)
	}
	ground, common := groundOf(rays)
	if !common {
		return dark
	}
	for i := range rays {
		lit, shaded := 0, 0
		own := p.sample(boxes[i]).light
		for _, r := range rays[i] {
			switch r.meets(ground, own) {
			case inLight:
				lit++
			case inShade:
				shaded++
			}
		}
		dark[i] = shaded > lit && shaded > len(rays[i])/4
	}
	return dark
}

// ray is the light along a line away from the edge of a box, evened out by what the cards say
// of its fall.
type ray [][3]float64

type meeting int

const (
	nothing meeting = iota
	inLight
	inShade
)

// meets says in which light the ray first meets the ground: over some steps on end, for where
// a tile ends a camera mixes it with its ground. What is as the tile itself is still the tile.
func (r ray) meets(ground, own [3]float64) meeting {
	before, run := nothing, 0
	for _, light := range r {
		now := nothing
		switch {
		case alike(light, own, ownNear):
		case alike(light, ground, groundNear):
			now = inLight
		case dims(light, ground):
			now = inShade
		}
		if now != before {
			before, run = now, 0
		}
		if run++; now != nothing && run >= onEnd {
			return now
		}
	}
	return nothing
}

// rays run from the edge of a box outward, as far as reach sides of it from its middle.
func (p Picture) rays(b Box, l Light) (rays []ray) {
	const around, steps, reach = 64, 30, 2.4
	for i := range around {
		u, v := onEdge(float64(i) / around)
		var r ray
		for j := range steps {
			by := 1 + (reach-1)*float64(j)/steps
			x, y := b.X+b.W*(0.5+by*u), b.Y+b.H*(0.5+by*v)
			if x < 0 || y < 0 || int(x) >= p.Width || int(y) >= p.Height {
				break
			}
			fall := math.Exp(-l.fall(2*x/float64(p.Width)-1, 2*y/float64(p.Height)-1))
			light := p.around(int(x), int(y))
			for k := range light {
				light[k] *= fall
			}
			r = append(r, light)
		}
		rays = append(rays, r)
	}
	return rays
}

// onEdge is a point on the edge of a square of side 1 around 0, share of the way round it.
func onEdge(share float64) (x, y float64) {
	side, at := math.Modf(4 * share)
	switch int(side) {
	case 0:
		return at - 0.5, -0.5
	case 1:
		return 0.5, at - 0.5
	case 2:
		return 0.5 - at, 0.5
	}
	return -0.5, 0.5 - at
}

// around is the mean light of a pixel and its neighbours: less grain than one alone.
func (p Picture) around(x, y int) (light [3]float64) {
	n := 0.0
	for v := max(0, y-1); v <= min(p.Height-1, y+1); v++ {
		for u := max(0, x-1); u <= min(p.Width-1, x+1); u++ {
			n++
			for k, value := range p.Pix[3*(v*p.Width+u):][:3] {
				light[k] += p.Space.Curve[k][value]
			}
		}
	}
	for k := range light {
		light[k] /= n
	}
	return light
}

func alike(a, b [3]float64, near float64) bool {
	for k := range a {
		if f := (a[k] + 2e-3) / (b[k] + 2e-3); f > near || f < 1/near {
			return false
		}
	}
	return true
}

// groundOf finds the light that is around most boxes: the fullest of some steps of lightness
// in every channel. It is common where at least half of the boxes have it.
func groundOf(boxes [][]ray) (ground [3]float64, common bool) {
	type step [3]int
	width := math.Log(groundNear)
	counts := map[step][]int{} // by ring
	for i, rays := range boxes {
		for _, light := range slices.Concat(rays...) {
			var at step
			for k, v := range light {
				at[k] = int(math.Floor(math.Log(v+2e-3) / width))
			}
			if counts[at] == nil {
				counts[at] = make([]int, len(boxes))
			}
			counts[at][i]++
		}
	}
	steps := slices.SortedFunc(maps.Keys(counts), func(a, b step) int { return slices.Compare(a[:], b[:]) })
	most := 0
	for _, at := range steps {
		with, all := 0, 0
		for _, n := range counts[at] {
			if all += n; n > 20 {
				with++
			}
		}
		if all > most && float64(with) >= groundIsCommonAbove*float64(len(boxes)) {
			most, common = all, true
			for k := range ground {
				ground[k] = math.Exp((float64(at[k])+0.5)*width) - 2e-3
			}
		}
	}
	return ground, common
}
