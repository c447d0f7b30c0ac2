package glaze

import (
	"fmt"
	"slices"
	"strings"
	"time"
)

// Doubt is that a jar, or a cup that was poured from it, did not hold what its label says.
type Doubt struct {
	ID      string    `json:"id"`
	What    Doubtful  `json:"what"`
	Since   time.Time `json:"since,omitzero"`   // from when on; what was laid before is as it should be
	Until   time.Time `json:"until,omitzero"`   // when it was put right; zero while it is not
	Instead string    `json:"instead,omitzero"` // Glaze.Code of what a mislabelled cup really held; "" where nobody knows
	Text    string    `json:"text,omitzero"`    // in somebody's own words
	By      string    `json:"by,omitzero"`      // what who said so is called
	At      time.Time `json:"at,omitzero"`      // when that was
}

// Doubtful is what was wrong with a jar or a cup.
type Doubtful string

// What can be wrong.
const (
	Contaminated Doubtful = "contaminated" // something else got into the jar
	Mislabelled  Doubtful = "mislabelled"  // a cup said it held this glaze
)

// NewDoubt is a doubt about a jar as somebody said it at a moment. A cup that was mislabelled is
// put right by saying so; a jar stays contaminated until somebody says that it is not. jars
// says whether there is a jar of a code. The error is one sentence.
func (g *Glaze) NewDoubt(d Doubt, now time.Time, jars func(code string) bool) (Doubt, error) {
	d.Text = strings.TrimSpace(d.Text)
	switch {
	case d.What != Contaminated && d.What != Mislabelled:
		return d, fmt.Errorf("a jar is contaminated, or a cup of it mislabelled, not %q", d.What)
	case d.Since.IsZero():
		return d, fmt.Errorf("say since when: what was laid before stays as it is")
	case d.Since.After(now):
		return d, fmt.Errorf("that is still to come: say since when it was so")
	case d.Instead != "" && (d.What != Mislabelled || d.Instead == g.Code || !jars(d.Instead)):
		return d, fmt.Errorf("a cup that said %s held another jar's glaze, not %q", g.Code, d.Instead)
	}
	d.At = now
	if d.What == Mislabelled {
		d.Until = now
	}
	return d, nil
}

// Holds says whether what was taken from the jar at a moment is doubtful.
func (d Doubt) Holds(at time.Time) bool {
	return !at.Before(d.Since) && (d.Until.IsZero() || at.Before(d.Until))
}

// Open says whether the jar is still not put right.
func (d Doubt) Open() bool { return d.Until.IsZero() }

// Says is the doubt in a clause: "its jar was contaminated", "its cup held T31".
func (d Doubt) Says() string {
	switch {
	case d.What == Contaminated:
		return "its jar was contaminated"
	case d.Instead != "":
		return "its cup held " + d.Instead
	}
	return "its cup was mislabelled"
}

// Doubted says that there is an open doubt about the jar; ok is false where there is none.
func (g *Glaze) Doubted() (d Doubt, ok bool) {
	i := slices.IndexFunc(g.Doubts, Doubt.Open)
	if i < 0 {
		return Doubt{}, false
	}
	return g.Doubts[i], true
}
