package pack

import (
	"math"

	"enkaustos/core/outline"
)

// corner begins with things side by side from one corner on, in quarter turns, each as low as it can
// be on those before (the skyline's lowest place): what has corners itself lies well so.
func (p Problem) corner(e *Effort) []outline.Place {
	places := make([]outline.Place, len(p.Things))
	low, high := p.Flat.Extent()
	wide := high.X - low.X
	sky := []step{{0, wide, 0}}
	var loose []int
	for i, t := range p.Things {
		places[i] = t.Home
		if !t.Fixed && t.Held == 0 {
			loose = append(loose, i)
		}
	}
	e.Rand.Shuffle(len(loose), func(a, b int) { loose[a], loose[b] = loose[b], loose[a] })
	for _, i := range loose {
		t := p.Things[i]
		gap := p.Gaps[t.Kind][t.Kind] + 2*margin
		best, at, from, across := math.Inf(1), outline.Place{}, 0.0, 0.0
		for _, turn := range quarters(t.Outline, e) {
			x0, y0, x1, y1 := bounds(t.Outline, turn)
			w, h := x1-x0+gap, y1-y0+gap
			for s := range sky {
				y, ok := rest(sky, s, w, wide+gap)
				if ok && y+h < best {
					best, across, from = y+h, w, sky[s].x
					at = outline.Place{X: sky[s].x - x0, Y: y - y0, Turn: turn}
				}
			}
		}
		if math.IsInf(best, 1) {
			places[i] = p.turned(i, p.anywhere(i, e), e) // wider than the flat
			places[i].X, places[i].Y = places[i].X-low.X, places[i].Y-low.Y
			continue
		}
		places[i] = at
		sky = raised(sky, from, across, best)
	}
	for _, i := range loose {
		places[i].X += low.X
		places[i].Y += low.Y
	}
	return places
}

// step is a part of the skyline: from x on, so wide, so high.
type step struct{ x, w, y float64 }

// rest is how high something so wide lies where it begins with a step; false where it reaches beyond.
func rest(sky []step, from int, w, wide float64) (y float64, ok bool) {
	if sky[from].x+w > wide+1e-9 {
		return 0, false
	}
	for left := w; left > 1e-9 && from < len(sky); from++ {
		y = math.Max(y, sky[from].y)
		left -= sky[from].w
	}
	return y, true
}

// raised is the skyline with something on it, from x on, so wide, up to y.
func raised(sky []step, x, w, y float64) (next []step) {
	end := x + w
	put := false
	for _, s := range sky {
		right := s.x + s.w
		if right <= x+1e-9 || s.x >= end-1e-9 {
			next = append(next, s)
			continue
		}
		if s.x < x-1e-9 {
			next = append(next, step{s.x, x - s.x, s.y})
		}
		if !put {
			next, put = append(next, step{x, w, y}), true
		}
		if right > end+1e-9 {
			next = append(next, step{end, right - end, s.y})
		}
	}
	return next
}

// quarters are the two quarter turns in which the sides of an outline lie along those of a flat.
func quarters(o outline.Outline, e *Effort) []float64 {
	if o.Round() {
		return []float64{0}
	}
	if e.Rand.Intn(2) == 0 {
		return []float64{math.Pi / 2, 0}
	}
	return []float64{0, math.Pi / 2}
}

// bounds is the box about a turned outline.
func bounds(o outline.Outline, turn float64) (x0, y0, x1, y1 float64) {
	x0, y0, x1, y1 = math.Inf(1), math.Inf(1), math.Inf(-1), math.Inf(-1)
	for _, part := range o.At(outline.Place{Turn: turn}) {
		for _, c := range part.Core {
			x0, y0 = math.Min(x0, c.X-part.R), math.Min(y0, c.Y-part.R)
			x1, y1 = math.Max(x1, c.X+part.R), math.Max(y1, c.Y+part.R)
		}
	}
	return x0, y0, x1, y1
}
