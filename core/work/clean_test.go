package work

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/rules"
)

// What is known of the dust on clay, before the first coat and under it: a damp sponge takes it
// off, sanding and days of handling bring it back, and one question settles what nobody logged
// (common practice; three days from memory).
func TestDust(t *testing.T) {
	const day = 24 * time.Hour
	at := func(d time.Duration, e Event) Event { e.At = start.Add(d); return e }
	clean, sand, coat := Event{Kind: Cleaned}, Event{Kind: Sanded}, Event{Kind: Coated, Surface: "face", Glaze: "A"}
	before, not := Event{Kind: Cleaned, Text: CleanFirst}, Event{Kind: Cleaned, Text: NotCleaned}
	for name, c := range map[string]struct {
		log   []Event
		dust  string // at the end
		under string // asked of the first coat
	}{
		"never":                     {nil, "nobody logged", ""},
		"wiped":                     {[]Event{at(0, clean)}, "", ""},
		"wiped four days ago":       {[]Event{at(-4*day, clean)}, "more than 3 days ago", ""},
		"wiped, then sanded":        {[]Event{at(-2, clean), at(-1, sand)}, "sanded", ""},
		"sanded, then wiped":        {[]Event{at(-2, sand), at(-1, clean)}, "", ""},
		"coated uncleaned":          {[]Event{at(0, coat)}, "nobody logged", "nobody logged"},
		"coated clean":              {[]Event{at(-1, clean), at(0, coat)}, "", ""},
		"it was wiped, said later":  {[]Event{at(-time.Hour, coat), at(0, before)}, "", ""},
		"it was not, said later":    {[]Event{at(-time.Hour, coat), at(0, not)}, "not taken off", ""},
		"nobody remembers days ago": {[]Event{at(-2*day, coat)}, "nobody logged", ""},
		"wiped after the coat":      {[]Event{at(-time.Hour, coat), at(-time.Minute, clean)}, "nobody logged", "nobody logged"},
		"wiped before and after":    {[]Event{at(-2*time.Hour, clean), at(-time.Hour, coat), at(0, clean)}, "", ""},
		"rubbed level afterwards":   {[]Event{at(-2*time.Hour, clean), at(-time.Hour, coat), at(0, sand)}, "", ""},
	} {
		for i := range c.log {
			c.log[i].Seq, c.log[i].ID = int64(i+1), string(rune('a'+i))
		}
		s, h := Fold(c.log), rules.Default()
		says := func(want, got string) {
			if want == "" {
				require.Empty(t, got, name)
			}
			require.Contains(t, got, want, name)
		}
		says(c.dust, s.Dust(h, start))
		d := s.DustOn(h, start)
		if s.firstCoat().IsZero() {
			says(c.dust, d.Why)
			d = Dusty{}
		}
		says(c.under, d.Why)
		require.Equal(t, c.under != "", d.Asked, name)
		require.Equal(t, c.under != "", !d.Until.IsZero(), name)
		h.CleanDays = 0
		require.NotContains(t, s.Dust(h, start), "days ago", name)
	}
	fired := Fold([]Event{{Seq: 1, ID: "a", Kind: Cleaned, At: start}, {Seq: 2, ID: "b", Kind: Loaded, Load: "L", At: start}, {Seq: 3, ID: "c", Kind: Fired, Load: "L", Bisque: true, At: start}, {Seq: 4, ID: "d", Kind: Unloaded, Load: "L", At: start}})
	require.Contains(t, fired.Dust(rules.Default(), start), "nobody logged", "dust settles anew after a firing")
}

// Rinsed bisque has to dry before it drinks glaze.
func TestRinsedClayDriesFirst(t *testing.T) {
	d := Drying{House: rules.Default()}
	s := Fold([]Event{{Seq: 1, ID: "a", Kind: Cleaned, Text: Rinse, At: start}})
	require.Equal(t, after(rinseDries), d.ReadyAt(s))
	require.Equal(t, start, s.LastWet, "and it is wet for the kiln as well")
	require.True(t, d.ReadyAt(Fold([]Event{{Seq: 1, ID: "a", Kind: Cleaned, At: start}})).IsZero(), "a damp sponge leaves hardly any")
	d.Damp = func(time.Time) bool { return true }
	require.Equal(t, after(rinseDries*dampDay), d.ReadyAt(s))
}

// A coat is all that its event says: nothing of how it was laid is lost on the way.
func TestACoatKeepsAllThatItsEventSays(t *testing.T) {
	e := Event{Seq: 7, ID: "a", Kind: Coated, Over: []string{"face", "edge"}, Glaze: "D", At: start, By: "Table 1", Hand: "s1", Felt: Thick, How: Dipped, DownTo: 40, Seconds: 5, Density: 1.5}
	s := Fold([]Event{e})
	for i, surface := range e.Over {
		require.Equal(t, Coat{ID: "a", Seq: 7, Surface: surface, Glaze: "D", At: start, By: "Table 1", Hand: "s1", Felt: Thick, How: Dipped, DownToMM: 40, Seconds: 5, Density: 1.5}, s.Coats[i])
	}
	part := Event{Seq: 7, ID: "b", Kind: Coated, Surface: "face", Glaze: "A", At: start, How: Brushed, Part: Below, Line: 40, Share: 0.3, Doubts: "x"}
	require.Equal(t, Coat{ID: "b", Seq: 7, Surface: "face", Glaze: "A", At: start, How: Brushed, Part: Below, LineMM: 40, Share: 0.3, Doubts: "x"}, Fold([]Event{part}).Doubts[0])
}
