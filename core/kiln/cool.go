package kiln

import (
	"fmt"
	"time"
)

// Cooling is how long a kiln cools at the least (12 to 24 h, common practice). Opened hot, glaze
// crazes and pots crack.
const Cooling = 12 * time.Hour

// CoolAt is before when nobody need ask whether a load that was lit at a moment is hot: the least
// that a kiln cools, or, of a small one, the minutes that it takes from lighting until it is
// unloaded; 0 where nobody knows them.
func CoolAt(lit time.Time, minutes int) time.Time {
	if own := time.Duration(minutes) * time.Minute; own > 0 && own < Cooling {
		return lit.Add(own)
	}
	return lit.Add(Cooling)
}

// Hot says in a sentence that a load of a name is opened before it can have cooled; "" where it
// can have.
func Hot(name string, lit, at time.Time, minutes int) string {
	cool := CoolAt(lit, minutes)
	if !at.Before(cool) {
		return ""
	}
	return fmt.Sprintf("%s was lit %s ago and is hot for %s more at the least: opened hot, glaze crazes, pots crack and hands burn.",
		name, hours(at.Sub(lit)), hours(cool.Sub(at)))
}

// hours says how long in hours, or in minutes where it is less than two.
func hours(d time.Duration) string {
	if d < 2*time.Hour {
		if d < 2*time.Minute {
			return "a minute"
		}
		return fmt.Sprintf("%d minutes", int(d.Minutes()+0.5))
	}
	return fmt.Sprintf("%d hours", int(d.Hours()+0.5))
}
