package plan_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/rules"
)

// A stack that is not wanted again is said at every plan on its own ground, with the reason, and on
// no other: not on other clay, not at another cone, not in other coats.
func TestAStackThatIsNotWantedAgain(t *testing.T) {
	body, err := piece.Build(piece.Cup, nil)
	require.NoError(t, err)
	said := func(change func(u *plan.Unwanted, of *plan.Work)) (text string) {
		u := plan.Unwanted{Stack: stack("W", 3), Clay: pale.Code, Cone: "6", Reason: "it dulls within a year."}
		of := plan.Work{Body: body, Clay: pale, Cone: "6"}
		change(&u, &of)
		shelf := plan.NewShelf(rules.Default(), room, shown)
		shelf.Unwant([]plan.Unwanted{u})
		found := shelf.Check(plan.Plan{"exterior": coat("W", 3)}, of)
		if i := slices.IndexFunc(found, func(f plan.Finding) bool { return f.Code == matter.BadBefore }); i >= 0 {
			return found[i].Text
		}
		return ""
	}
	require.Equal(t, "Exterior: 3 × W is not wanted again on Pale: it dulls within a year.", said(func(*plan.Unwanted, *plan.Work) {}))
	require.Empty(t, said(func(u *plan.Unwanted, _ *plan.Work) { u.Clay = "D" }))
	require.Empty(t, said(func(u *plan.Unwanted, _ *plan.Work) { u.Cone = "5" }))
	require.Empty(t, said(func(u *plan.Unwanted, _ *plan.Work) { u.Stack = stack("W", 2) }))
	require.Empty(t, said(func(u *plan.Unwanted, _ *plan.Work) { u.Half = glaze.Texture }))
	require.NotEmpty(t, said(func(u *plan.Unwanted, of *plan.Work) { u.Air, of.Air = glaze.Oxidation, glaze.Oxidation }))
}
