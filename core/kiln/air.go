package kiln

import (
	"fmt"
	"strings"
)

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
