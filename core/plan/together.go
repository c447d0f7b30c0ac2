package plan

import (
	"slices"
	"strings"

	"enkaustos/core/piece"
)

// Together is findings of one kind that share their way out, as one.
type Together struct {
	Finding
	Surfaces []string // piece.Surface.ID: all that it speaks of, in the order of the piece; none for the whole piece
	Mends    []Mended // the choices that take the way out, surface by surface
}

// Mended is the choice for a surface that takes the way out of a finding.
type Mended struct {
	Surface string
	Choice  Choice
}

// AsOne puts findings together that say the same kind of thing of several surfaces, each with the
// same way out: what is alike is said once, of all of them, and mended on all at once. The order
// is that of the first of each.
func AsOne(findings []Finding, b piece.Body) []Together {
	var all []Together
	var said [][]saying
	for _, f := range findings {
		names, rest := f.apart(b)
		i := -1
		if names != "" && f.Stand == nil {
			i = slices.IndexFunc(all, func(t Together) bool {
				return len(t.Surfaces) > 0 && t.Stand == nil && t.Code == f.Code && t.Severity == f.Severity && t.Way == f.Way
			})
		}
		if i < 0 {
			i = len(all)
			all, said = append(all, Together{Finding: f}), append(said, nil)
			all[i].Mend = nil
		}
		t := &all[i]
		if f.Surface != "" && !slices.Contains(t.Surfaces, f.Surface) {
			t.Surfaces = append(t.Surfaces, f.Surface)
		}
		if f.Mend != nil {
			t.Mends = append(t.Mends, Mended{f.Surface, *f.Mend})
		}
		said[i] = with(said[i], names, rest)
		if len(t.Surfaces) > 1 {
			t.Numbers = nil // each surface has its own
		}
	}
	for i := range all {
		if len(all[i].Surfaces) > 1 {
			all[i].Text = sayAll(said[i])
		}
	}
	return all
}

// saying is what is said alike of some surfaces.
type saying struct {
	names []string
	rest  string
}

func with(said []saying, name, rest string) []saying {
	i := slices.IndexFunc(said, func(s saying) bool { return s.rest == rest })
	if i < 0 {
		return append(said, saying{[]string{name}, rest})
	}
	said[i].names = append(said[i].names, name)
	return said
}

// sayAll says all of it: "Interior, Lip: 2 coats, the house lays 3. Exterior: 1 coat, …".
func sayAll(said []saying) string {
	parts := make([]string, len(said))
	for i, s := range said {
		parts[i] = strings.Join(s.names, ", ") + ": " + s.rest
	}
	return strings.Join(parts, " ")
}

// apart takes the name of its surface off a finding's sentence; names is "" where it does not
// begin with that.
func (f Finding) apart(b piece.Body) (name, rest string) {
	s, ok := b.Surface(f.Surface)
	if !ok {
		return "", f.Text
	}
	rest, begins := strings.CutPrefix(f.Text, s.Name+": ")
	if !begins {
		return "", f.Text
	}
	return s.Name, rest
}
