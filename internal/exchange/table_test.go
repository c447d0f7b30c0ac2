package exchange_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/internal/exchange"
)

func TestReadTable(t *testing.T) {
	for name, text := range map[string]string{
		"commas":             "name,class,mark\nIlo P.,7 Wren,/\\\n",
		"semicolons":         "mark;name;class\n/\\;Ilo P.;7 Wren\n",
		"tabs":               "Class\tName\tMARK\n7 Wren\tIlo P.\t/\\",
		"byte order mark":    "\ufeffname,class,mark\r\nIlo P.,7 Wren,/\\\r\n",
		"extra columns":      "locker,name,e-mail,class,mark\n12,Ilo P.,,7 Wren,/\\\n",
		"empty rows between": "name,class,mark\n,,\n\nIlo P.,7 Wren,/\\\n",
	} {
		t.Run(name, func(t *testing.T) {
			table, err := exchange.ReadTable(text, "name", "class")
			require.NoError(t, err)
			require.Len(t, table.Rows, 1)
			row := table.Rows[0]
			require.Equal(t, []string{"Ilo P.", "7 Wren", `/\`, ""}, []string{row.Get("name"), row.Get("class"), row.Get("mark"), row.Get("shoe")})
		})
	}
}

func TestReadTableRefuses(t *testing.T) {
	for name, c := range map[string][2]string{
		"empty":          {"", "the list is empty"},
		"missing column": {"name,mark\nA,b\n", `no column "class"`},
		"not UTF-8":      {"name,class\nZo\xeb,7\n", "CSV UTF-8"},
		"open quote":     {"name,class\n\"A,7\n", "not CSV"},
	} {
		_, err := exchange.ReadTable(c[0], "name", "class")
		require.ErrorContains(t, err, c[1], name)
	}
}

func FuzzReadTable(f *testing.F) {
	f.Add("name;class\n\"a\"\"\";b\n")
	f.Add("\ufeffname,class\r\n,\r\n")
	f.Fuzz(func(t *testing.T, text string) {
		table, err := exchange.ReadTable(text, "name")
		if err != nil {
			return
		}
		for _, row := range table.Rows {
			if row.Number < 1 || row.Number > strings.Count(text, "\n")+strings.Count(text, "\r")+1 {
				t.Fatalf("row %d of %q", row.Number, text)
			}
			_ = row.Get("name")
		}
	})
}

func TestTruth(t *testing.T) {
	for text, want := range map[string]bool{"yes": true, "Y": true, "TRUE": true, "1": true, "x": true, "no": false, "N": false, "False": false, "0": false} {
		got, err := exchange.Truth(text, !want)
		require.NoError(t, err, text)
		require.Equal(t, want, got, text)
	}
	for _, fallback := range []bool{true, false} {
		got, err := exchange.Truth("", fallback)
		require.NoError(t, err)
		require.Equal(t, fallback, got, "an empty cell is the usual case")
	}
	_, err := exchange.Truth("maybe", true)
	require.EqualError(t, err, `"maybe": expected yes or no`)
}

// What cannot be a list is said in one short sentence; what spreadsheets make of line ends
// is read.
func TestListsThatAreNone(t *testing.T) {
	for text, says := range map[string]string{
		"":                                       "the list is empty",
		"name,class,Name\nAda,7,x\n":             `two columns are called "Name"`,
		"name,cla\x00ss\n":                       "characters that cannot be seen",
		"name\nA\u202eda\n":                      "characters that cannot be seen",
		strings.Repeat("x", 1<<20) + ",b\n1,2\n": `no column "name"`,
		strings.Repeat("column,", 90_000) + "\n": `two columns are called "column"`,
		"name\n" + strings.Repeat("Ada\n", 5001): "more than 5000 rows",
		"klass,who\n1,2\n":                       "its first row names klass, who",
		"a,b,c,d,e,f,g,h,i,j,k,l,m,n\n":          "k, l, …",
		"name\n\"never ends":                     "the list is not CSV",
	} {
		_, err := exchange.ReadTable(text, "name")
		require.ErrorContains(t, err, says)
		require.Less(t, len(err.Error()), 500, "a sentence, not the list again")
		require.NotContains(t, err.Error(), "\n")
	}
	for _, text := range []string{"name,class\rAda,7\rBea,8\r", "name,class\r\nAda,7\r\nBea,8", "\ufeffname,class\nAda,7\nBea,8\n", "name;class\nAda;7\nBea;8\n"} {
		table, err := exchange.ReadTable(text, "name", "class")
		require.NoError(t, err, "%q", text)
		require.Len(t, table.Rows, 2)
		require.Equal(t, "Bea 8", table.Rows[1].Get("name")+" "+table.Rows[1].Get("class"))
	}
}

// No cell of a list that is written is run by a spreadsheet, whichever separator its
// country takes; brought again it is what it was.
func TestNoCellIsRun(t *testing.T) {
	for _, cell := range []string{"=1+1", "@SUM(A1)", "+cmd", "-x", "blue;=1+1", "a;b;@x", "plain", "-3.5", "a;b", ""} {
		text := exchange.WriteTable([]string{"name", "other"}, [][]string{{cell, "x"}})
		for _, part := range strings.FieldsFunc(strings.TrimPrefix(text, "name,other\n"), func(r rune) bool { return strings.ContainsRune(",;\n\"", r) }) {
			require.NotContains(t, "=@+", part[:1], "%q in %q", part, text)
		}
		table, err := exchange.ReadTable(text, "name")
		require.NoError(t, err)
		require.Equal(t, cell, table.Rows[0].Get("name"))
	}
}
