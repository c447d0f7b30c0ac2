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
