// Package colour keeps and compares the colours of raw and fired glazes.
package colour

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Lab is a colour in CIELAB under illuminant D65 and the 2° observer: L from 0
// (black) to 100 (white), A towards red, B towards yellow. It is how every
// colour is stored; hex strings exist only at the edges.
type Lab struct {
	L float64 `json:"l"`
	A float64 `json:"a"`
	B float64 `json:"b"`
}

// FromHex reads a colour typed as "#rrggbb" or "rrggbb" in sRGB. The error is
// one sentence that can be shown beside the field.
func FromHex(hex string) (Lab, error) {
	digits := strings.TrimPrefix(strings.TrimSpace(hex), "#")
	if len(digits) != 6 {
		return Lab{}, fmt.Errorf("%q is not a colour: expected six hex digits such as #7a8f99", hex)
	}
	bits, err := strconv.ParseUint(digits, 16, 24)
	if err != nil {
		return Lab{}, fmt.Errorf("%q is not a colour: expected six hex digits such as #7a8f99", hex)
	}
	channel := func(shift int) float64 { return float64(bits>>shift&0xff) / 255 }
	return fromSRGB(channel(16), channel(8), channel(0)), nil
}

// Hex is the nearest colour that an sRGB screen can show, as "#rrggbb". A
// colour outside the screen's range is clipped channel by channel.
func (c Lab) Hex() string {
	r, g, b := c.sRGB()
	channel := func(v float64) int { return int(math.Round(255 * min(max(v, 0), 1))) }
	return fmt.Sprintf("#%02x%02x%02x", channel(r), channel(g), channel(b))
}

// Valid says whether c can be the colour of a surface at all: L within 0 to
// 100 and A, B within ±128, the range that measuring instruments report.
func (c Lab) Valid() bool {
	within := func(v, lo, hi float64) bool { return v >= lo && v <= hi }
	return within(c.L, 0, 100.001) && // sRGB's own white lies a hair above 100 by the published matrix
		within(c.A, -128, 128) && within(c.B, -128, 128)
}

// Chroma is the distance from neutral grey, sqrt(a²+b²).
func (c Lab) Chroma() float64 { return math.Sqrt(c.A*c.A + c.B*c.B) }

// Hue is the hue angle in degrees, 0 to 360, 0 towards red.
func (c Lab) Hue() float64 { return degrees(c.B, c.A) }
