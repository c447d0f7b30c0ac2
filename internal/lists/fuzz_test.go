package lists_test

import (
	"errors"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/lists"
	"enkaustos/internal/school"
)

type clock struct{}

func (clock) Now() time.Time { return time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC) }

// Whatever is brought as one of the five lists: it is refused in a sentence, or every row
// that cannot be read is named; a list without such a row is taken over, and brought again
// changes nothing.
func FuzzLists(f *testing.F) {
	kinds := []lists.ListKind{lists.StudentList, lists.ClayList, lists.GlazeList, lists.TileList, lists.ReadingList}
	for n, seed := range []string{
		"name,class,mark\nIlo N.,7 Plover,I\nIlo N.,7 Plover,O\n",
		"code,name,cones,fired\nPALE,Pale stoneware,5-6,#ddccbb\n",
		"code,name,kind,raw,cones,food\nA,Amber,solid,#aabbcc,5-6,yes\nB,Beck,solid,#bbccaa,5-6,no\n",
		"code,clay,cone,stack,fired\nT1,PALE,6,Ax3,#884422\n",
		"tile,strip,half,l,a,b\nT1,3,smooth,40,10,20\n",
	} {
		f.Add(uint8(n), seed)
		f.Add(uint8(n), strings.ReplaceAll(seed, ",", ";"))
	}
	f.Add(uint8(0), "name,name\nA,B\n")
	f.Add(uint8(0), "name,class\n=cmd|' /C'!A0,7\n\"\x00\",8\n")
	f.Add(uint8(3), "code,clay,cone,stack,fired\nT1,NONE,99,x,#zzzzzz\n")
	s, err := school.Open(f.Context(), f.TempDir(), clock{})
	require.NoError(f, err)
	f.Cleanup(func() { require.NoError(f, s.Close()) })
	room := lists.Lists{School: s}
	for _, need := range []lists.ImportRequest{
		{Kind: lists.ClayList, Text: "code,name,cones,fired\nPALE,Pale stoneware,5-6,#ddccbb\n", Apply: true},
		{Kind: lists.GlazeList, Text: "code,name,kind,raw,cones\nA,Amber,solid,#aabbcc,5-6\n", Apply: true},
	} {
		_, err := room.Import(f.Context(), need)
		require.NoError(f, err)
	}
	undone := errors.New("undone")
	f.Fuzz(func(t *testing.T, n uint8, text string) {
		r := lists.ImportRequest{Kind: kinds[int(n)%len(kinds)], Text: text, Apply: true}
		err := s.Change(t.Context(), func(m school.Moment, c *school.Change) error {
			out, err := lists.Take(m, c, r)
			if err != nil {
				var fault school.Fault
				require.ErrorAs(t, err, &fault)
				require.NotContains(t, fault.Text, "\n", "one sentence")
				require.Less(t, len(fault.Text), 2000)
				return undone
			}
			for _, cell := range out.Refused {
				require.GreaterOrEqual(t, cell.Row, 1)
				require.NotEmpty(t, cell.Expected)
			}
			require.Equal(t, out.Applied, len(out.Refused) == 0 && out.Open() == 0 && out.Count(lists.Added)+out.Count(lists.Changed) > 0)
			return undone // each list is brought to the same school
		})
		require.ErrorIs(t, err, undone)
	})
}
