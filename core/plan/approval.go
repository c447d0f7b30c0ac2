package plan

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/rules"
)

// Verdict is what the teacher says of a plan.
type Verdict string

// The verdicts on a plan.
const (
	Approved Verdict = "approved"
	Returned Verdict = "returned"
)

// Standpoint is where a plan stands with the teacher.
type Standpoint string

// Where a plan can stand.
const (
	Unseen     Standpoint = "unseen" // nobody looked yet
	IsApproved Standpoint = "approved"
	IsReturned Standpoint = "returned" // with a note, and not changed since
	Changed    Standpoint = "changed"  // after it was approved or returned
)

// StandpointOf is where a plan stands, from the teacher's last word ("" for none)
// and whether it was said of the plan as it is.
func StandpointOf(last Verdict, ofThis bool) Standpoint {
	switch {
	case last == "":
		return Unseen
	case !ofThis:
		return Changed
	}
	return Standpoint(last)
}

// Pinned are the findings of a plan that was approved under other rules (by
// rules.Field.Key, where not the usual ones): those of its own rules, but for the stops and
// all else that shields shelf or people, which are always today's: none of them has an
// older, laxer twin.
func (s *Shelf) Pinned(p Plan, w Work, today []Finding, then map[string]string) []Finding {
	house, _ := rules.Default().With(then)
	if house == s.House {
		return today
	}
	shields := func(f Finding) bool {
		m, known := matter.Of(f.Code)
		return f.Severity == Stop || !known || m.Shields
	}
	findings := slices.DeleteFunc(slices.Clone(today), func(f Finding) bool { return !shields(f) })
	findings = append(findings, slices.DeleteFunc(s.Under(house).Check(p, w), shields)...)
	slices.SortStableFunc(findings, bySeverity)
	return findings
}

// Grave are the stops and warnings of a plan itself, stops first. That the class as
// a whole takes much of a jar is no matter of one plan.
func Grave(findings []Finding) []Finding {
	return slices.DeleteFunc(slices.Clone(findings), func(f Finding) bool { return f.Severity == Note || f.Code == matter.JarShort })
}

// Gravity is how much a plan deserves a look by its findings: stops before warnings.
func Gravity(findings []Finding) (weight int) {
	for _, f := range Grave(findings) {
		switch f.Severity {
		case Stop:
			weight += 100
		case Warn:
			weight++
		}
	}
	return weight
}

// Seen is a plan as the teacher comes to it.
type Seen struct {
	Plan     Plan
	Template Plan // of its assignment
	Body     piece.Body
	Findings []Finding
	Stands   Standpoint
	Changes  []Change // since it was last approved
	Note     string   // with which it was returned
}

// Deserves says why a plan deserves a look; a plan that only has notes, and does
// as its template or as it was approved, deserves none.
func Deserves(s Seen) (why []string) {
	for _, c := range s.Changes {
		why = append(why, "Changed after it was approved. "+c.Text)
	}
	if s.Stands == Changed && len(s.Changes) == 0 && s.Note != "" {
		why = append(why, "Changed after it was returned: "+s.Note)
	}
	if said := AsOne(Grave(s.Findings), s.Body); len(said) > 0 {
		first := said[0].Text
		if more := len(said) - 1; more > 0 {
			first = fmt.Sprintf("%s And %d more.", first, more)
		}
		why = append(why, first)
	}
	var open []string
	for _, surface := range s.Body.Surfaces {
		choice := s.Plan[surface.ID]
		free := !surface.Stands && !surface.Seat && !surface.Optional && !surface.BareByKind
		if free && !choice.Planned() && !choice.KeptBare() && s.Template[surface.ID].Planned() {
			open = append(open, surface.Name)
		}
	}
	if len(open) > 0 {
		why = append(why, "Left open, and planned in the template: "+strings.Join(open, ", ")+".")
	}
	return why
}

// MayApprove says why a plan cannot be approved as it stands; "" where it can. Its
// findings are those of today's rules.
func MayApprove(findings []Finding) string {
	for _, f := range findings {
		if f.Severity == Stop {
			return strings.TrimSpace(f.Text + " " + f.Way)
		}
	}
	return ""
}

// AllowedJars is the set of jars that a lesson may use: the assignment's own list,
// else its class's; nil allows all.
func AllowedJars(assignment, class []string) map[string]bool {
	jars := class
	if len(assignment) > 0 {
		jars = assignment
	}
	if len(jars) == 0 {
		return nil
	}
	set := make(map[string]bool, len(jars))
	for _, code := range jars {
		set[code] = true
	}
	return set
}

// Open is the part of a plan that is not on the piece yet: done says how many of
// the planned strokes of a surface are on.
func (p Plan) Open(done func(surface string, c Choice) int) Plan {
	left := Plan{}
	for id, choice := range p {
		if !choice.Planned() {
			continue
		}
		if stack := choice.Stack.After(done(id, choice)); len(stack) > 0 {
			left[id] = Choice{Stack: stack}
		}
	}
	return left
}

// bySeverity orders findings, the gravest first.
func bySeverity(a, b Finding) int { return cmp.Compare(rank(a.Severity), rank(b.Severity)) }

// AndFinding puts one more finding among others, behind those as grave as it is.
func AndFinding(findings []Finding, f *Finding) []Finding {
	if f == nil {
		return findings
	}
	all := append(slices.Clone(findings), *f)
	slices.SortStableFunc(all, bySeverity)
	return all
}
