package roster

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// Names as they are typed or pasted: one a line, numbered, with marks, as cells of a spreadsheet
// with the headings that schools use, with empty rows between.
func TestNamesAsTheyArePasted(t *testing.T) {
	for text, want := range map[string]string{
		"Ilo N.\nOda K.\n":                                     "Ilo N.=I Oda K.=O",
		"Ilo N.\nIva N.\nIna N.\nIlo N.":                       "Ilo N.=I Iva N.=IN Ina N.=IA Ilo N.=IL",
		"1. Ilo N.\r\n\r\n2) Oda K.\r\n":                       "Ilo N.=I Oda K.=O",
		"Ilo N.\tX\nOda K.\t//\n":                              "Ilo N.=X Oda K.=//",
		"1\tIlo\tNorn\tX\n2\tOda\tKell\n":                      "Ilo Norn=X Oda Kell=O",
		"Name;Mark\nIlo N.;X\nOda K.;":                         "Ilo N.=X Oda K.=O",
		"Nr\tSurname\tFirst name\tYear\n1\tNorn\tIlo\t9\n\t\t": "Ilo Norn=I",
		"\"Ilo  N.\";\"X\"":                                    "Ilo N.=X",
		"Łucja Ó.\nÖrn B.":                                     "Łucja Ó.=Ł Örn B.=Ö",
		"  \n;;\n\t\n":                                         "",
		"李 明\n李 华":                                             "李 明=李 李 华=李华",
	} {
		entries, refused := Read(text, nil)
		require.Empty(t, refused, text)
		var got []string
		for _, e := range entries {
			got = append(got, e.Name+"="+e.Mark)
		}
		require.Equal(t, want, strings.Join(got, " "), text)
	}
}

func TestRowsThatAreRefused(t *testing.T) {
	entries, refused := Read("Ilo N.\tX\nOda K.\tX\n=SUM(A1)\n"+strings.Repeat("a", 81)+"\nUna P.", []string{"U", "UP"})
	require.Len(t, entries, 2)
	require.Equal(t, "UN", entries[1].Mark, "what is taken is not proposed")
	require.Equal(t, []int{2, 3, 4}, []int{refused[0].Row, refused[1].Row, refused[2].Row})
	require.Contains(t, refused[0].Says, `the mark "X" is somebody else's`)
	require.Contains(t, refused[1].Says, "formula")
	require.Contains(t, refused[2].Says, "has 81: shorten it")
	var many strings.Builder
	for i := range 10_000 {
		fmt.Fprintf(&many, "Student %d\n", i)
	}
	entries, refused = Read(many.String(), nil)
	require.Len(t, entries, MostInAClass)
	require.Len(t, refused, 1)
	require.Contains(t, refused[0].Says, "at most 400 students")
}

// Two of one name need a mark each, and no mark is two people's.
func TestWhoCanBeToldApart(t *testing.T) {
	there := []Entry{{Name: "Ilo N.", Mark: "X"}, {Name: "Oda K."}}
	for name, c := range map[string]struct {
		e    Entry
		says string
	}{
		"another name and mark":      {Entry{Name: "Una P.", Mark: "U"}, ""},
		"another name, no mark":      {Entry{Name: "Una P."}, ""},
		"one name, another mark":     {Entry{Name: "Ilo N.", Mark: "I"}, ""},
		"one name, no mark":          {Entry{Name: "ilo n."}, "Two in 7A are called ilo n.: give each of them a mark."},
		"one name, the other's none": {Entry{Name: "Oda K.", Mark: "O"}, "Two in 7A are called Oda K."},
		"one mark":                   {Entry{Name: "Una P.", Mark: "X"}, `The mark "X" is Ilo N.'s in 7A: choose another for Una P.`},
		"a mark of twelve":           {Entry{Name: "Una P.", Mark: "UUUUUUUUUUUU"}, ""},
		"a mark of thirteen":         {Entry{Name: "Una P.", Mark: "UUUUUUUUUUUUU"}, "at most 12 letters"},
	} {
		if got := Clash(c.e, there, "7A"); c.says == "" {
			require.Empty(t, got, name)
		} else {
			require.Contains(t, got, c.says, name)
		}
	}
}

// Whatever is pasted: nobody is left without a mark, and no two have one.
func TestMarksAreEachOnce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		text := strings.Join(rapid.SliceOfN(rapid.StringMatching(`([A-E][a-c]{0,3}( [A-C]\.)?|[0-9]{1,2}\. Bo|;|\t)(\t[XYO/]{1,2})?`), 0, 60).Draw(t, "rows"), "\n")
		entries, _ := Read(text, []string{"A", "B2"})
		seen := map[string]bool{"A": true, "B2": true}
		for _, e := range entries {
			require.NotEmpty(t, e.Name)
			require.NotEmpty(t, e.Mark)
			require.False(t, seen[e.Mark], "%q twice", e.Mark)
			seen[e.Mark] = true
		}
	})
}

func FuzzRead(f *testing.F) {
	f.Add("Name\tMark\nIlo\tX\n")
	f.Fuzz(func(t *testing.T, text string) {
		entries, _ := Read(text, nil)
		if len(entries) > MostInAClass {
			t.Fatal("too many")
		}
	})
}
