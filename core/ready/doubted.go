package ready

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/matter"
)

// doubted are the doubts about jars, one blocker each, that coats came out of which are not
// fired yet and at which nobody looked since.
func doubted(c Case) (all []Blocker) {
	for _, d := range c.Doubted {
		var on []string
		surface := ""
		for _, coat := range d.Coats {
			if c.State.FiredOn(coat) {
				continue // what is fired shows what it is
			}
			s, _ := c.Body.Surface(coat.Surface)
			if surface == "" {
				surface = coat.Surface
			}
			if !slices.Contains(on, s.Name) {
				on = append(on, s.Name)
			}
		}
		if d.Looked || len(on) == 0 {
			continue
		}
		all = append(all, Blocker{Code: matter.JarDoubted, Surface: surface,
			Text: fmt.Sprintf("%s: it carries %s, and %s then.", strings.Join(on, ", "), d.Glaze, d.Doubt.Says()),
			Way:  "Look at it: wipe those coats off and log that, or say that they may stay."})
	}
	return all
}
