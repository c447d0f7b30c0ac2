package glaze

import (
	"fmt"
	"slices"
	"strings"
	"time"
)

// Jar is what is left of a glaze and how it is.
type Jar struct {
	ML      float64   `json:"ml,omitzero"`    // what the full jar or bucket holds, mL; 0 = not known
	Level   float64   `json:"level,omitzero"` // how full it is, 0 to 1; below 0 = not known
	State   State     `json:"state,omitzero"`
	MixedAt time.Time `json:"mixedAt,omitzero"` // when it was last stirred or shaken; zero = not known
}

// UnknownJar is a jar nobody has looked into.
func UnknownJar() Jar { return Jar{Level: -1, State: Good} }

// LeftML is how much is left, in mL. ok is false where nobody knows.
func (j Jar) LeftML() (ml float64, ok bool) { return j.ML * j.Level, j.ML > 0 && j.Level >= 0 }

// State is how the glaze in a jar is: a dipped finger shows the outline of the
// nail but not its detail where it is good (common practice).
type State string

// The states of a jar.
const (
	Good   State = "good"
	Thick  State = "thick"
	Dried  State = "dried"
	Watery State = "watery"
)

// States lists the states, the good one first.
var States = []State{Good, Thick, Dried, Watery}

// ParseState reads a state; "" is good. The error is one sentence.
func ParseState(text string) (State, error) {
	if text == "" {
		return Good, nil
	}
	s := State(strings.ToLower(strings.TrimSpace(text)))
	if !slices.Contains(States, s) {
		return "", fmt.Errorf("%q: expected good, thick, dried or watery", text)
	}
	return s, nil
}

// Atmosphere is what the kiln's air does to the glaze.
type Atmosphere string

// The atmospheres of a firing.
const (
	Oxidation Atmosphere = "oxidation" // electric kilns
	Reduction Atmosphere = "reduction" // gas kilns, mostly high fire
)

// ParseAtmosphere reads an atmosphere; "" stays "". The error is one sentence.
func ParseAtmosphere(text string) (Atmosphere, error) {
	a := Atmosphere(strings.ToLower(strings.TrimSpace(text)))
	if a != "" && a != Oxidation && a != Reduction {
		return "", fmt.Errorf("%q: expected oxidation or reduction", text)
	}
	return a, nil
}
