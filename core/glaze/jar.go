package glaze

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/kiln"
)

// Jar is what is left of a glaze and how it is.
type Jar struct {
	ML      float64   `json:"ml,omitzero"`    // what the full jar or bucket holds, mL; 0 = not known
	Level   float64   `json:"level,omitzero"` // how full it is, 0 to 1; below 0 = not known
	State   State     `json:"state,omitzero"`
	MixedAt time.Time `json:"mixedAt,omitzero"` // when it was last stirred or shaken; zero = not known
	MixedBy string    `json:"mixedBy,omitzero"` // what who did it is called
	Seats   int       `json:"seats,omitzero"`   // how many work out of it at once; 0 = as the house says
	Look    Look      `json:"look,omitzero"`    // what it looks like; "" = not said
	Place   string    `json:"place,omitzero"`   // where it stands in the room
}

// Look is what a jar looks like to who fetches it.
type Look string

// The looks of jars.
const (
	Tall   Look = "tall"
	Squat  Look = "squat"
	Bottle Look = "bottle"
	Pail   Look = "bucket"
)

// Looks lists the looks.
var Looks = []Look{Tall, Squat, Bottle, Pail}

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

// Coat is how a coat lies that comes out of a jar in the state.
func (s State) Coat() Thickness {
	switch s {
	case Watery:
		return Light
	case Thick:
		return Heavy
	}
	return Usual
}

// A brushing glaze counts as watery, or as thick, where a sample holds so much of the dry matter
// that it held at its own figure (from memory).
const (
	wateryBelow = 0.8
	thickAbove  = 1.25
)

// Lies is how a coat from the jar lies as it is now: Watery or Thick, by a finger or by a sample
// beside the jar's own figure; "" where neither says so. By Brongniart's formula what two
// densities of one glaze hold dry relates as d − 1.
func (g *Glaze) Lies() State {
	if g.Jar.State == Watery || g.Jar.State == Thick {
		return g.Jar.State
	}
	if g.Bucket() || !Weighs(g.Density) || !Weighs(g.DipDensity) {
		return ""
	}
	switch holds := (g.Density - 1) / (g.DipDensity - 1); {
	case holds < wateryBelow:
		return Watery
	case holds > thickAbove:
		return Thick
	}
	return ""
}

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

// Atmosphere is what the kiln's air does to the glaze: it belongs to the kiln.
type Atmosphere = kiln.Atmosphere

// The atmospheres of a firing.
const (
	Oxidation = kiln.Oxidation
	Reduction = kiln.Reduction
)

// ParseAtmosphere reads an atmosphere; "" stays "". The error is one sentence.
func ParseAtmosphere(text string) (Atmosphere, error) { return kiln.ParseAtmosphere(text) }
