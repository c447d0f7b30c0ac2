package work

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
)

// Which coats came out of a jar that was contaminated, or a cup that was mislabelled, and
// whether somebody looked at the piece since.
func TestCoatsOutOfADoubtedJar(t *testing.T) {
	doubt := glaze.Doubt{ID: "d", What: glaze.Contaminated, Since: start}
	coat := func(minutes int, code string) Event {
		return Event{Kind: Coated, Surface: "face", Glaze: code, At: start.Add(time.Duration(minutes) * time.Minute)}
	}
	look := func(seen int64) Event { return Event{Kind: Vouched, Of: "d", Seen: seen, At: start.Add(time.Hour)} }
	for name, c := range map[string]struct {
		log    []Event
		until  int // minutes; 0 for never
		coats  int
		looked bool
	}{
		"before it was so":            {[]Event{coat(-1, "A")}, 0, 0, false},
		"another jar":                 {[]Event{coat(1, "B")}, 0, 0, false},
		"since":                       {[]Event{coat(-1, "A"), coat(0, "A"), coat(1, "A")}, 0, 2, false},
		"after it was put right":      {[]Event{coat(5, "A"), coat(10, "A"), coat(11, "A")}, 10, 1, false},
		"mixed from it":               {[]Event{coat(1, "M")}, 0, 1, false},
		"from it and mixed from it":   {[]Event{coat(1, "A"), coat(2, "M")}, 0, 2, false},
		"looked at":                   {[]Event{coat(1, "A"), look(1)}, 0, 1, true},
		"looked at before one more":   {[]Event{coat(1, "A"), look(1), coat(2, "A")}, 0, 2, false},
		"looked at without seeing it": {[]Event{coat(1, "A"), coat(2, "A"), look(1)}, 0, 2, false},
		"taken off again":             {[]Event{coat(1, "A"), {Kind: Wiped, Surface: "face", Back: 1}}, 0, 0, false},
		"the look taken back":         {[]Event{coat(1, "A"), look(1), {Kind: Undone, Undoes: "b"}}, 0, 1, false},
	} {
		for i := range c.log {
			c.log[i].Seq, c.log[i].ID = int64(i+1), string(rune('a'+i))
		}
		d := doubt
		if c.until > 0 {
			d.Until = start.Add(time.Duration(c.until) * time.Minute)
		}
		jars := map[string]*glaze.Glaze{"A": {Code: "A", Doubts: []glaze.Doubt{d}}, "B": {Code: "B"}, "M": {Code: "M", Recipe: glaze.Recipe{{Glaze: "A", Parts: 1}, {Glaze: "B", Parts: 1}}}}
		all := Fold(c.log).Doubted(jars)
		if c.coats == 0 {
			require.Empty(t, all, name)
			continue
		}
		require.Len(t, all, 1, name)
		require.Equal(t, "A", all[0].Glaze, name)
		require.Len(t, all[0].Coats, c.coats, name)
		require.Equal(t, c.looked, all[0].Looked, name)
	}
}
