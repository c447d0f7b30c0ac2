package ready

import (
	"slices"

	"enkaustos/core/work"
)

// MayBeLoaded says whether a piece waits for a kiln with nothing against it: no
// blocker, not fired, and in no load that still counts.
func MayBeLoaded(s work.State, blockers []Blocker) bool {
	return len(blockers) == 0 && s.Firing == nil && (s.Load == nil || s.Load.Lapsed != "")
}

// KeepsOutOfLoad says why a piece may not be put into a load by an event of its
// loader; "" where it may.
func KeepsOutOfLoad(s work.State, blockers []Blocker, loaded work.Event) string {
	switch {
	case s.Firing != nil:
		return "It was fired already."
	case s.Load != nil && s.Load.Lapsed == "":
		return "It stands in a load already."
	case len(blockers) > 0:
		return blockers[0].Text
	}
	loaded.Seq = s.Seq + 1
	if after := work.Step(s, loaded, nil); after.Load.Lapsed != "" {
		return "Something was logged since you looked: look again."
	}
	return ""
}

// StopsLoad says why a load cannot be fired with a piece that stands in it; "" where
// it can.
func StopsLoad(s work.State, blockers []Blocker) string {
	switch {
	case s.Load != nil && s.Load.Lapsed != "":
		return s.Load.Lapsed + "."
	case len(blockers) > 0:
		return blockers[0].Text
	}
	return ""
}

// MayPassTogether says whether a look at many pieces at once may pass this one: it
// waits at the foot for eyes alone. What was refused is seen by itself, after the
// sponge.
func MayPassTogether(blockers []Blocker) bool {
	return slices.ContainsFunc(blockers, func(b Blocker) bool { return b.Eyes != "" }) &&
		!slices.ContainsFunc(blockers, func(b Blocker) bool { return b.Eyes == "" && b.ClearsAt.IsZero() })
}
