package plan

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// FromJars is the plan with how its jars are in every stroke that this changes: of one that was
// laid, as the jar was then; of one that is still to come, as it is now. laid are the coats on
// a surface, in order.
func (s *Shelf) FromJars(p Plan, laid func(surface string) []glaze.Layer) Plan {
	var read Plan
	for id, choice := range p {
		on := laid(id)
		if !s.jarsMatter(choice.Stack, on) {
			continue
		}
		if read == nil {
			read = maps.Clone(p)
		}
		strokes := glaze.Stack(choice.Stack.Strokes())
		for i := range strokes {
			stroke := &strokes[i]
			at := slices.IndexFunc(on, func(l glaze.Layer) bool { return l.Dip == stroke.Dip && l.Glaze == stroke.Glaze })
			if at < 0 {
				*stroke = stroke.FromJar(s.Glazes[stroke.Glaze])
				continue
			}
			stroke.Density, stroke.Body = on[at].Density, on[at].Body
			on = on[at+1:]
		}
		choice.Stack = strokes.Normal()
		read[id] = choice
	}
	if read == nil {
		return p
	}
	return read
}

// jarsMatter says whether the jars of a stack change what it covers, or changed what is on.
func (s *Shelf) jarsMatter(stack glaze.Stack, on []glaze.Layer) bool {
	for i := range stack {
		if g := s.Glazes[stack[i].Glaze]; stack[i].Dip || g != nil && g.Lies() != "" {
			return true
		}
	}
	return slices.ContainsFunc(on, func(l glaze.Layer) bool { return l.Body != "" })
}

// leastFromJars says whether a stack that is thicker than wanted is so because no fewer coats of
// a watery or thick jar would do.
func (c *check) leastFromJars(stack glaze.Stack, is, want float64) bool {
	l := c.fromJar(stack)
	if l == nil {
		return false
	}
	one := *l
	one.Coats = 1
	return is-one.Covers(c.shelf.Glazes[l.Glaze]) < want-1e-9
}

// fromJar is the last layer of a stack that lies otherwise than planned because of its jar; nil
// where none does.
func (c *check) fromJar(stack glaze.Stack) *glaze.Layer {
	for i := len(stack) - 1; i >= 0; i-- {
		if l := &stack[i]; l.Body != "" && l.Thick == "" && c.melts(l.Glaze) {
			return l
		}
	}
	return nil
}

// jars says in a finding about too few or too many coats which jar is behind it, and advises the
// coats that it takes as it is: more of a watery one, fewer of a thick one, one at the least.
// over is how many coats too thick the stack is, below 0 too thin.
func (c *check) jars(stack glaze.Stack, over float64, f *Finding) {
	l := c.fromJar(stack)
	if l == nil {
		return
	}
	g := c.shelf.Glazes[l.Glaze]
	now := glaze.Layer{Glaze: l.Glaze, Coats: 1}.FromJar(g)
	if now.Body == "" {
		f.Text += fmt.Sprintf(" Coats of %s came out of a %s jar: each counts as %s.", g.Code, l.Body, figure(l.Body.Coat().Coats()))
	} else {
		f.Text += fmt.Sprintf(" The jar of %s is %s: a coat out of it counts as %s.", g.Code, l.Body, figure(now.Covers(g)))
	}
	f.Way, f.Mend = "", nil
	planned := stack.Planned().Normal()
	if i, n := c.asMany(planned, now, over); n > 0 {
		planned = slices.Clone(planned)
		planned[i].Coats = n
		f.Way, f.Mend = "Lay "+glaze.Counted(n), &Choice{Stack: planned}
	} else if over > 0 {
		f.Way = "Draw the line higher, or wipe some of it off"
	}
	if put := c.putRight(now.Body); put != "" && f.Way != "" {
		f.Way = put + "; as it is now: " + lowerFirst(f.Way)
	} else {
		f.Way = put + f.Way
	}
	f.Way += "."
}

// asMany is the last planned layer of a glaze, and how many coats of it make up for what the
// stack is too thick, below 0 too thin, each as now; 0 where that changes nothing.
func (c *check) asMany(planned glaze.Stack, now glaze.Layer, over float64) (i, n int) {
	for i = len(planned) - 1; i >= 0; i-- {
		if planned[i].Glaze == now.Glaze && planned[i].Thick == "" && !planned[i].Dip {
			break
		}
	}
	each := now.Covers(c.shelf.Glazes[now.Glaze])
	switch {
	case i < 0 || now.Body == "" && over > 0: // what lies too thick is on
		return i, 0
	case over < 0:
		n = planned[i].Coats + int(math.Ceil(-over/each-1e-9))
	default:
		n = max(1, planned[i].Coats-int(over/each+1e-9))
	}
	if n == planned[i].Coats || n > glaze.MaxCoats {
		return i, 0
	}
	return i, n
}

// putRight is what to do about a jar first, by who may; "" where it is as it should be.
func (c *check) putRight(is glaze.State) string {
	switch {
	case is == glaze.Watery:
		return "Let the jar settle and take water off, then say under Stock that it is good"
	case is == glaze.Thick && c.shelf.House.Thins == rules.Teacher:
		return "The teacher stirs a spoon of water at a time into the jar, then says under Stock that it is good"
	case is == glaze.Thick:
		return "Stir a spoon of water at a time into the jar, then say under Stock that it is good"
	}
	return ""
}

func lowerFirst(s string) string { return strings.ToLower(s[:1]) + s[1:] }
