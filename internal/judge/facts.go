package judge

import (
	"fmt"
	"slices"
	"strings"

	"enkaustos/core/glaze"
)

// doubtful are the surfaces, each once, with coats of this stage out of a jar that was doubted,
// and at which nobody looked since.
func (t *tale) doubtful() (on []string) {
	for _, d := range t.world.Doubts {
		var of []string
		open := false
		for _, c := range t.coats {
			if c.glaze != "A" || c.at.Before(d.Since) || !d.Until.IsZero() && !c.at.Before(d.Until) {
				continue
			}
			upTo, looked := t.vouched[d.ID]
			open = open || !looked || c.seq > upTo
			if c.stage == t.firings() && !slices.Contains(of, c.surface) {
				of = append(of, c.surface)
			}
		}
		if open {
			on = append(on, of...)
		}
	}
	return on
}

// as is how the thing is that a ruling of a code speaks of: where it is otherwise, the
// ruling was of something else.
func (t *tale) as(code, surface string) string {
	switch code {
	case "jar-doubted":
		on := t.doubtful()
		if len(on) == 0 {
			return "none"
		}
		return strings.Join(on, " ") + ": " + t.as("", on[0])
	case "damaged":
		return strings.Join(t.harms, " ")
	case "part-missing":
		return strings.Join(t.lost, " ")
	case "aside":
		return fmt.Sprint(t.aside)
	case "away":
		return fmt.Sprint(t.away)
	case "no-name":
		return fmt.Sprint(t.unnamed)
	case "drying":
		return t.wet.String()
	case "cover-unchecked", "cover-lapsed", "cover-refused":
		if t.cover == nil {
			return "never"
		}
		return fmt.Sprint(t.cover.seen, t.cover.passes)
	}
	var on []string
	for _, c := range t.coats {
		if c.surface == surface || surface == "" {
			on = append(on, c.glaze)
		}
	}
	return strings.Join(on, " ") + " of " + glaze.Stack(t.world.Plan[surface].Stack).String()
}
