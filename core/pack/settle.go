package pack

import "math"

const (
	memory    = 7   // steps that a descent remembers
	descents  = 160 // at most so many steps of one descent
	early     = 40  // after so many, one that
	hopeless  = 0.2 // has not come down to this share of its pain seldom gets to the ground
	slow      = 3e-4
	slowSteps = 12
)

// settle moves all that moves downhill until nothing hurts or nothing gets better: the
// limited-memory quasi-Newton method (L-BFGS; Nocedal and Wright, Numerical Optimization, 2nd ed.,
// algorithms 7.4 and 7.5) with a backtracking line search. It says whether everything has its gap.
func (l *layout) settle(e *Effort) bool {
	n := 3 * len(l.moves)
	d := descent{l: l, x: make([]float64, n), g: make([]float64, n), dir: make([]float64, n), nextX: make([]float64, n), nextG: make([]float64, n)}
	before := l.steps
	ok := d.run()
	e.Steps -= l.steps - before
	return ok
}

type descent struct {
	l                       *layout
	x, g, dir, nextX, nextG []float64
	hurt                    float64
	kept                    []move
}

// move is one step that was made, and what it did to the gradient.
type move struct {
	s, y []float64
	rho  float64
}

func (d *descent) run() bool {
	d.l.vars(d.x)
	d.hurt = d.l.hurt(d.g)
	stuck, begun := 0, d.hurt
	for n := range descents {
		if n == early && d.hurt > hopeless*begun {
			break
		}
		if d.l.worst <= margin {
			return true
		}
		before := d.hurt
		if !d.step() {
			if len(d.kept) == 0 {
				break
			}
			d.kept = nil // what it remembers misleads: once more, straight downhill
			continue
		}
		if before-d.hurt > slow*before {
			stuck = 0
		} else if stuck++; stuck > slowSteps {
			break
		}
	}
	return d.l.worst <= margin
}

// step goes one step; false where it finds none that hurts less.
func (d *descent) step() bool {
	d.toward()
	slope := dot(d.g, d.dir)
	if slope >= 0 {
		return false
	}
	t := 1.0
	if len(d.kept) == 0 {
		t = 0.25 // about the inverse of how steep two things in touch are
	}
	for range 12 {
		for i := range d.x {
			d.nextX[i] = d.x[i] + t*d.dir[i]
		}
		d.l.set(d.nextX)
		if hurt := d.l.hurt(d.nextG); hurt <= d.hurt+1e-4*t*slope {
			d.keep(hurt)
			return true
		}
		t /= 2
	}
	d.l.set(d.x)
	d.hurt = d.l.hurt(d.g)
	return false
}

// toward is the direction in which to go: what is remembered of the last steps, applied to the
// gradient.
func (d *descent) toward() {
	for i := range d.dir {
		d.dir[i] = -d.g[i]
	}
	alpha := make([]float64, len(d.kept))
	for k := len(d.kept) - 1; k >= 0; k-- {
		m := d.kept[k]
		alpha[k] = m.rho * dot(m.s, d.dir)
		add(d.dir, -alpha[k], m.y)
	}
	if k := len(d.kept); k > 0 {
		m := d.kept[k-1]
		scale := 1 / (m.rho * dot(m.y, m.y))
		for i := range d.dir {
			d.dir[i] *= scale
		}
	}
	for k, m := range d.kept {
		add(d.dir, alpha[k]-m.rho*dot(m.y, d.dir), m.s)
	}
}

// keep makes the step and remembers it.
func (d *descent) keep(hurt float64) {
	m := move{s: make([]float64, len(d.x)), y: make([]float64, len(d.x))}
	for i := range d.x {
		m.s[i], m.y[i] = d.nextX[i]-d.x[i], d.nextG[i]-d.g[i]
	}
	copy(d.x, d.nextX)
	copy(d.g, d.nextG)
	d.hurt = hurt
	if bend := dot(m.s, m.y); bend > 1e-12 {
		m.rho = 1 / bend
		if len(d.kept) == memory {
			d.kept = append(d.kept[:0], d.kept[1:]...)
		}
		d.kept = append(d.kept, m)
	}
}

func dot(a, b []float64) (sum float64) {
	for i := range a {
		sum += a[i] * b[i]
	}
	return sum
}

func add(to []float64, k float64, more []float64) {
	for i := range to {
		to[i] += k * more[i]
	}
}

// most is the index of the greatest.
func most(of []float64, among []int) int {
	best, at := math.Inf(-1), -1
	for _, i := range among {
		if of[i] > best {
			best, at = of[i], i
		}
	}
	return at
}
