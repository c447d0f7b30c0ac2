package fits_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/bench"
	"enkaustos/core/fits"
	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

func TestRacksThatCannotBe(t *testing.T) {
	for said, r := range map[string]fits.Rack{
		`"mop" is no brush of this room: expected one such as "12 mm flat"`:            {{Brush: "mop", From: 1, To: 2}},
		"brushes are numbered from 1 to 999, the lower number first: 5 to 3 cannot be": {{Brush: plan.FineBrush, From: 5, To: 3}},
		"brushes are numbered from 1 to 999, the lower number first: 0 to 3 cannot be": {{Brush: plan.FineBrush, To: 3}},
		"number 4 is on two brushes, a 2 mm liner and a soft fan: every number once":   {{Brush: plan.FineBrush, From: 1, To: 4}, {Brush: plan.SoftBrush, From: 4, To: 8}},
	} {
		require.EqualError(t, r.Check(), said)
	}
	r := fits.Rack{{Brush: plan.SoftBrush, From: 7, To: 8}, {Brush: plan.FineBrush, From: 1, To: 3}, {Brush: plan.SoftBrush, From: 5, To: 5}}
	require.NoError(t, r.Check())
	require.Equal(t, []int{1, 2, 3, 5, 7, 8}, r.All())
	require.Equal(t, []int{5, 7}, r.Take(plan.SoftBrush, 2))
	require.Equal(t, plan.FineBrush, r.Kind(3))
	require.Empty(t, r.Kind(4))
}

// Whoever has a glaze on the brush is at what takes it next, an extra as well; else at the first
// thing that is no extra. A dip is not half done, and what is logged in part is known.
func TestWhatSomebodyIsAt(t *testing.T) {
	left := func(id, code string, change func(*survey.Surface)) survey.Surface {
		s := survey.Surface{Left: []bench.Stroke{{Layer: glaze.Layer{Glaze: code, Coats: 1}}}}
		s.ID = id
		if change != nil {
			change(&s)
		}
		return s
	}
	dip := func(s *survey.Surface) { s.Left[0].Dip = true }
	begun := func(s *survey.Surface) { s.Left[0].Rest = &work.Coat{} }
	extra := func(s *survey.Surface) { s.Optional = true }
	for _, c := range []struct {
		all  []survey.Surface
		held string
		at   string
	}{
		{[]survey.Surface{left("lip", "A", nil), left("belly", "B", nil)}, "B", "belly"},
		{[]survey.Surface{left("lip", "A", nil), left("belly", "B", nil)}, "", "lip"},
		{[]survey.Surface{left("dots", "A", extra), left("belly", "B", nil)}, "", "belly"},
		{[]survey.Surface{left("belly", "B", nil), left("dots", "A", extra)}, "A", "dots"},
		{[]survey.Surface{left("lip", "A", dip), left("belly", "A", begun), left("foot", "C", nil)}, "A", "foot"},
		{[]survey.Surface{{}, left("lip", "A", dip)}, "A", ""},
	} {
		at, ok := fits.InHand(c.all, c.held)
		require.Equal(t, c.at, at.ID)
		require.Equal(t, c.at != "", ok)
	}
}

// A bucket is dipped into and a bottle lays through its nozzle: of neither are cups poured.
func TestWhatIsPouredIntoCups(t *testing.T) {
	for _, c := range []struct {
		jar    glaze.Glaze
		poured bool
	}{
		{glaze.Glaze{Kind: glaze.Solid}, true},
		{glaze.Glaze{Kind: glaze.Solid, Jar: glaze.Jar{Look: glaze.Tall}}, true},
		{glaze.Glaze{Kind: glaze.Dipping}, false},
		{glaze.Glaze{Kind: glaze.Clear, Jar: glaze.Jar{Look: glaze.Pail}}, false},
		{glaze.Glaze{Kind: glaze.Solid, Jar: glaze.Jar{Look: glaze.Bottle}}, false},
	} {
		require.Equal(t, c.poured, fits.Poured(&c.jar))
	}
}

// Every table answers for its own brushes, cups, sponges and top; jars and numbered brushes are
// the room's.
func TestWhatComesBackByTable(t *testing.T) {
	jar := glaze.Glaze{Code: "A", Name: "Alder", Jar: glaze.Jar{Place: "shelf 2"}}
	said := func(tables []string, numbers []int, rack fits.Rack) (all []string) {
		for _, b := range fits.Back([]glaze.Glaze{jar}, tables, numbers, rack) {
			all = append(all, fmt.Sprintf("%s|%s", b.Table, b.Name))
		}
		return all
	}
	require.Equal(t, []string{"|A Alder", "|Brushes", "|Cups", "|Sponges and bowls", "|Table"}, said(nil, nil, nil))
	require.Equal(t, []string{"|A Alder", "|Brush 3", "1|Brushes in the rack", "1|Cups", "1|Sponges and bowls", "1|Table", "2|Brushes in the rack", "2|Cups", "2|Sponges and bowls", "2|Table"},
		said([]string{"1", "2"}, []int{3}, fits.Rack{{Brush: plan.FineBrush, From: 3, To: 3}}))
}
