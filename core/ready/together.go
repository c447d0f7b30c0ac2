package ready

import "slices"

// MayPassTogether says whether a look at many pieces at once may pass this one: it
// waits at the foot for eyes alone. What was refused is seen by itself, after the
// sponge.
func MayPassTogether(blockers []Blocker) bool {
	return slices.ContainsFunc(blockers, func(b Blocker) bool { return b.Eyes != "" }) &&
		!slices.ContainsFunc(blockers, func(b Blocker) bool { return b.Eyes == "" && b.ClearsAt.IsZero() })
}
