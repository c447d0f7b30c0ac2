// Package grade proposes grades from what is on record, and turns points on the lines of a
// house's rubric into a grade on its scale. It decides nothing: a grade is what a teacher
// gave.
package grade

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/lesson"
	"enkaustos/core/units"
)

// What is graded: the piece as it was made, when it comes back from bisque, or its glazing.
type What string

// The two grades of a piece.
const (
	Made    What = "made"
	Glazing What = "glazing"
)

// Stand is what a teacher notes beside a grade, or in its place.
type Stand string

// What can stand beside a grade; "" for nothing.
const (
	Late    Stand = "late"    // handed in after its day
	Missing Stand = "missing" // nothing was handed in
	Absent  Stand = "absent"  // its maker was not there to do it
)

// Known says whether somebody knows it.
func (s Stand) Known() bool { return slices.Contains([]Stand{"", Late, Missing, Absent}, s) }

// Scale is what a grade can be: from Least to Best in steps of Step. Best may be the smaller
// figure, where 1 is the best.
type Scale struct {
	Least float64 `json:"least"`
	Best  float64 `json:"best"`
	Step  float64 `json:"step"`
}

// Usual is the scale of a new house: 1 to 4, whole (from memory).
func Usual() Scale { return Scale{Least: 1, Best: 4, Step: 1} }

// Check refuses a scale that is none, in one sentence.
func (s Scale) Check() error {
	span := math.Abs(s.Best - s.Least)
	switch {
	case !(s.Step > 0) || !(span > 0) || math.IsInf(span, 0) || math.IsInf(s.Step, 0):
		return fmt.Errorf("a scale goes from its least to its best grade in steps above 0")
	case span/s.Step > 1000:
		return fmt.Errorf("a scale has a thousand steps at most")
	case math.Abs(span/s.Step-math.Round(span/s.Step)) > 1e-6:
		return fmt.Errorf("steps of %s do not lead from %s to %s", Figure(s.Step), Figure(s.Least), Figure(s.Best))
	}
	return nil
}

// Holds refuses a grade outside the scale or between its steps, in one sentence.
func (s Scale) Holds(v float64) error {
	low, high := min(s.Least, s.Best), max(s.Least, s.Best)
	steps := (v - low) / s.Step
	if !(v >= low-1e-9 && v <= high+1e-9) || math.Abs(steps-math.Round(steps)) > 1e-6 {
		return fmt.Errorf("%s is no grade here: expected %s to %s in steps of %s", Figure(v), Figure(s.Least), Figure(s.Best), Figure(s.Step))
	}
	return nil
}

// At is the grade for a share of all that can be reached, from 0 to 1: the nearest step, and
// the better one of two.
func (s Scale) At(share float64) float64 {
	share = min(max(share, 0), 1)
	steps := math.Round(math.Abs(s.Best-s.Least) / s.Step)
	done := math.Floor(share*steps + 0.5 + 1e-9)
	if s.Best < s.Least {
		return round(s.Least - done*s.Step)
	}
	return round(s.Least + done*s.Step)
}

// round takes the dust of floating arithmetic off a grade.
func round(v float64) float64 { return math.Round(v*1e6) / 1e6 }

// Figure is a grade as it is written: "3", "2.5".
func Figure(v float64) string { return strconv.FormatFloat(round(v), 'f', -1, 64) }

// Line is one line of a rubric.
type Line string

// The lines, in the order of the work.
const (
	Plan  Line = "plan"
	Coats Line = "coats"
	Cover Line = "cover"
	Foot  Line = "foot"
	Notes Line = "notes"
	Care  Line = "care"
)

// Most is how many points a line has; the least is 0.
const Most = 4

// LineGuide is what is known of a line.
type LineGuide struct {
	Line        Line
	Name, Looks string // what it looks at
}

var lines = []LineGuide{
	{Plan, "Plan", "Drawn and approved before the first coat, and kept to."},
	{Coats, "Coats", "As many as planned, each on a dry one."},
	{Cover, "Cover", "Even at the first look all round."},
	{Foot, "Foot", "Bare at the first check."},
	{Notes, "Notes", "An opinion of what came out, in words."},
	{Care, "Care", "Clay cleaned, nothing broken, a name on it."},
}

// Lines lists the lines of every rubric.
func Lines() []LineGuide { return slices.Clone(lines) }

// Rubric is how a house weighs the lines; a line without a weight is not graded.
type Rubric struct {
	Weights map[Line]float64 `json:"weights,omitempty"`
	Scale   Scale            `json:"scale,omitzero"`
}

// UsualRubric weighs every line alike.
func UsualRubric() Rubric {
	r := Rubric{Weights: map[Line]float64{}, Scale: Usual()}
	for _, l := range lines {
		r.Weights[l.Line] = 1
	}
	return r
}

// Check refuses a rubric that cannot grade, in one sentence.
func (r Rubric) Check() error {
	sum := 0.0
	for line, w := range r.Weights {
		if !slices.ContainsFunc(lines, func(l LineGuide) bool { return l.Line == line }) {
			return fmt.Errorf("%q is no line of a rubric", line)
		}
		if !(w >= 0 && w <= 100) {
			return fmt.Errorf("a weight is a figure from 0 to 100")
		}
		sum += w
	}
	if sum <= 0 {
		return fmt.Errorf("at least one line needs a weight above 0")
	}
	return r.Scale.Check()
}

// Of is the grade for points on the lines; ok is false where a line with a weight has none.
func (r Rubric) Of(points map[Line]int) (v float64, ok bool) {
	sum, of := 0.0, 0.0
	for _, line := range slices.Sorted(maps.Keys(r.Weights)) { // one order, or the last bit differs
		w := r.Weights[line]
		if w == 0 {
			continue
		}
		p, given := points[line]
		if !given {
			return 0, false
		}
		sum += w * float64(min(max(p, 0), Most)) / Most
		of += w
	}
	return r.Scale.At(sum / of), of > 0
}

// Proposal is what the record says of one line.
type Proposal struct {
	Line   Line
	Points int // 0 to Most
	Reason string
}

// Record is what is known of how a piece was glazed.
type Record struct {
	Planned, Approved bool
	Strays            int // surfaces that carry something else than planned
	Wanted, Laid      int // coats planned, and how many of those lie
	OnWet             int // coats that were laid on a wet one
	CoverFound        int // looks that found a bald spot, a gap or a lump
	CoverEven         bool
	FootFound         int // checks that found glaze
	FootClean         bool
	Overruled         bool // it went into the fire on the teacher's word
	Words             int  // of the opinion
	Again             bool // it was said whether to repeat it
	Dusty             bool // coats lie on clay that nobody cleaned, in a house that logs that
	Broke             []string
	Nameless          bool
}

// Days is when a piece was due, and when its maker last laid a coat or was missed; 0 for never.
type Days struct{ Due, Today, LastCoat, Absent lesson.Date }

// Stands says what to note beside a grade: late or missing once its day is over, absent where its
// maker was missed and laid nothing.
func (d Days) Stands() Stand {
	over := d.Due != 0 && d.Today > d.Due
	switch {
	case over && d.LastCoat == 0:
		return Missing
	case over && d.LastCoat > d.Due:
		return Late
	case d.Absent != 0 && d.LastCoat == 0:
		return Absent
	}
	return ""
}

// Propose says of each line what the record does, with its reason.
func Propose(r Record) []Proposal {
	return []Proposal{r.plan(), r.coats(), r.cover(), r.foot(), r.notes(), r.care()}
}

func (r Record) plan() Proposal {
	p := Proposal{Line: Plan, Points: Most, Reason: "Approved, and kept to."}
	switch {
	case !r.Planned:
		return Proposal{Plan, 0, "No plan was drawn."}
	case !r.Approved:
		p.Points, p.Reason = 3, "Drawn, and never approved as it stands."
	}
	if r.Strays > 0 {
		p.Points -= min(r.Strays, 2)
		p.Reason = strings.TrimSuffix(p.Reason, ", and kept to.")
		p.Reason = strings.TrimSuffix(p.Reason, ".") + fmt.Sprintf("; %s otherwise than planned.", units.Many(r.Strays, "surface was glazed", "surfaces were glazed"))
	}
	return p
}

func (r Record) coats() Proposal {
	p := Proposal{Coats, Most, "Every planned coat lies, each on a dry one."}
	switch {
	case r.Wanted == 0:
		return Proposal{Coats, 0, "No coat was planned."}
	case r.Laid < r.Wanted:
		share := float64(r.Laid) / float64(r.Wanted)
		p.Points, p.Reason = int(share*Most), fmt.Sprintf("%d of %d planned coats lie.", r.Laid, r.Wanted)
	}
	if r.OnWet > 0 && p.Points > 0 {
		p.Points = max(p.Points-min(r.OnWet, 2), 1)
		p.Reason = strings.TrimSuffix(strings.TrimSuffix(p.Reason, "."), ", each on a dry one") + fmt.Sprintf("; %s on a wet one.", units.Many(r.OnWet, "coat was laid", "coats were laid"))
	}
	return p
}

func (r Record) cover() Proposal {
	return looked{Cover, r.CoverEven, r.CoverFound, "Even at the first look.", "Even after %s something.", "A look found something, and none since was even.", "Nobody looked at its cover."}.proposal()
}

func (r Record) foot() Proposal {
	if !r.FootClean && r.Overruled {
		return Proposal{Foot, 1, "Fired on the teacher's word."}
	}
	return looked{Foot, r.FootClean, r.FootFound, "Bare at the first check.", "Bare after %s glaze.", "A check found glaze, and none since was clean.", "Nobody checked its foot."}.proposal()
}

// looked is a line that looks at the piece decide: a point less for each that found something.
type looked struct {
	line                        Line
	passed                      bool
	found                       int
	first, after, still, nobody string
}

func (l looked) proposal() Proposal {
	switch {
	case l.passed && l.found == 0:
		return Proposal{l.line, Most, l.first}
	case l.passed:
		return Proposal{l.line, max(Most-l.found, 1), fmt.Sprintf(l.after, units.Many(l.found, "look that found", "looks that found"))}
	case l.found > 0:
		return Proposal{l.line, 1, l.still}
	}
	return Proposal{l.line, 0, l.nobody}
}

// fewWords is how few words of an opinion count as half of one (from memory).
const fewWords = 5

func (r Record) notes() Proposal {
	switch {
	case r.Words == 0 && !r.Again:
		return Proposal{Notes, 0, "No opinion was written."}
	case r.Words == 0:
		return Proposal{Notes, 1, "Said whether to repeat it, without a word."}
	case r.Words < fewWords:
		return Proposal{Notes, 2, fmt.Sprintf("An opinion of %s.", units.Many(r.Words, "word", "words"))}
	}
	return Proposal{Notes, Most, fmt.Sprintf("An opinion of %d words.", r.Words)}
}

func (r Record) care() Proposal {
	p := Proposal{Care, Most, ""}
	var why []string
	for _, minus := range []struct {
		is  bool
		why string
	}{
		{r.Dusty, "glazed on clay that nobody cleaned"},
		{len(r.Broke) > 0, strings.Join(r.Broke, ", ")},
		{r.Nameless, "no name on it"},
	} {
		if minus.is {
			p.Points--
			why = append(why, minus.why)
		}
	}
	if p.Reason = "Nothing speaks against it."; len(why) > 0 {
		p.Reason = sentence(strings.Join(why, "; "))
	}
	return p
}

func sentence(text string) string { return strings.ToUpper(text[:1]) + text[1:] + "." }
