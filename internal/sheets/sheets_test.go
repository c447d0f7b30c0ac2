package sheets

import (
	"archive/zip"
	"bytes"
	"fmt"
	"io"
	"runtime"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"github.com/xuri/excelize/v2"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// The same list is read the same, in whatever letters and with whatever separators it was saved.
func TestOneListInEveryLetters(t *testing.T) {
	const list = "Klasse 7;;\n;;\nName;Class;Mark\nZoë Ñ.;7 Plöver;Ø\n\"Kes; the second\";7 Plöver;K\n"
	want := []Row{{1, []string{"Klasse 7"}}, {3, []string{"Name", "Class", "Mark"}}, {4, []string{"Zoë Ñ.", "7 Plöver", "Ø"}}, {5, []string{"Kes; the second", "7 Plöver", "K"}}}
	latin, err := charmap.Windows1252.NewEncoder().String(list)
	require.NoError(t, err)
	wide := func(e unicode.Endianness, mark unicode.BOMPolicy) string {
		out, err := unicode.UTF16(e, mark).NewEncoder().String(list)
		require.NoError(t, err)
		return out
	}
	for name, text := range map[string]string{
		"UTF-8": list, "UTF-8 with its mark": "\ufeff" + list, "Windows-1252": latin,
		"UTF-16 LE": wide(unicode.LittleEndian, unicode.UseBOM), "UTF-16 BE": wide(unicode.BigEndian, unicode.UseBOM),
		"UTF-16 LE without a mark": wide(unicode.LittleEndian, unicode.IgnoreBOM), "UTF-16 BE without a mark": wide(unicode.BigEndian, unicode.IgnoreBOM),
		"CR": strings.ReplaceAll(list, "\n", "\r"), "CR LF": strings.ReplaceAll(list, "\n", "\r\n"),
	} {
		sheets, err := Read([]byte(text))
		require.NoError(t, err, name)
		require.Equal(t, []Sheet{{Rows: want}}, sheets, name)
	}
	for _, by := range []string{",", "\t"} {
		sheets, err := Read([]byte("Name;Class\nIlo;7\n"))
		require.NoError(t, err)
		other, err := Read([]byte(strings.ReplaceAll("Name;Class\nIlo;7\n", ";", by)))
		require.NoError(t, err)
		require.Equal(t, sheets, other)
	}
}

// A workbook of several sheets, with an empty and a hidden one, merged headings, a formula and a
// line break in a cell.
func TestAWorkbook(t *testing.T) {
	f := excelize.NewFile()
	set := func(sheet, cell string, v any) { require.NoError(t, f.SetCellValue(sheet, cell, v)) }
	set("Sheet1", "A1", "Year 7")
	require.NoError(t, f.MergeCell("Sheet1", "A1", "C1"))
	set("Sheet1", "A4", "First name")
	set("Sheet1", "B4", "Surname")
	set("Sheet1", "C4", "No")
	set("Sheet1", "A5", "Ilo\nMae")
	set("Sheet1", "B5", " Tern ")
	set("Sheet1", "C5", 7)
	require.NoError(t, f.SetCellFormula("Sheet1", "D5", "1+1"))
	for _, name := range []string{"Empty", "Hidden", "Glazes"} {
		_, err := f.NewSheet(name)
		require.NoError(t, err)
	}
	set("Hidden", "A1", "secret")
	require.NoError(t, f.SetSheetVisible("Hidden", false))
	set("Glazes", "A1", "06")
	out, err := f.WriteToBuffer()
	require.NoError(t, err)
	sheets, err := Read(out.Bytes())
	require.NoError(t, err)
	require.Equal(t, []Sheet{
		{"Sheet1", []Row{{1, []string{"Year 7"}}, {4, []string{"First name", "Surname", "No"}}, {5, []string{"Ilo Mae", "Tern", "7"}}}},
		{"Glazes", []Row{{1, []string{"06"}}}},
	}, sheets)

	written, err := Write(Sheet{"Jars", []Row{{1, []string{"code", "cones"}}, {2, []string{"A", "06"}}}})
	require.NoError(t, err)
	again, err := Read(written)
	require.NoError(t, err)
	require.Equal(t, []Sheet{{"Jars", []Row{{1, []string{"code", "cones"}}, {2, []string{"A", "06"}}}}}, again)
}

// What cannot be read is one sentence that says what to do.
func TestFilesThatAreNoLists(t *testing.T) {
	packed := func(name string, fill func(w *bytes.Buffer)) []byte {
		var out, part bytes.Buffer
		fill(&part)
		z := zip.NewWriter(&out)
		w, err := z.Create(name)
		require.NoError(t, err)
		_, err = w.Write(part.Bytes())
		require.NoError(t, err)
		require.NoError(t, z.Close())
		return out.Bytes()
	}
	bomb := packed("xl/worksheets/sheet1.xml", func(w *bytes.Buffer) { w.Write(make([]byte, mostUnpacked+1)) })
	require.Less(t, len(bomb), 200<<10)
	locked := excelize.NewFile()
	out, err := locked.WriteToBuffer()
	require.NoError(t, err)
	secret, err := excelize.Encrypt(out.Bytes(), &excelize.Options{Password: "clay"})
	require.NoError(t, err)
	var long strings.Builder
	for i := range MostRows + 1 {
		fmt.Fprintf(&long, "Name %d\n", i)
	}
	for want, data := range map[string][]byte{
		"the file is empty":                            nil,
		"there is nothing in the file":                 []byte(",,,\n,,,\n"),
		"larger than 32 MB once it is unpacked":        bomb,
		"locked by a password":                         secret,
		"of the old .xls kind":                         []byte("\xD0\xCF\x11\xE0\xA1\xB1\x1A\xE1 a workbook"),
		"no spreadsheet that can be read":              packed("mimetype", func(w *bytes.Buffer) { w.WriteString("application/vnd.oasis.opendocument.spreadsheet") }),
		"has more than 5000 rows: bring it in parts":   []byte(long.String()),
		"row 1 has more than 80 columns":               []byte(strings.Repeat("a,", 81)),
		"column 2 is longer than 1000 letters":         []byte("a," + strings.Repeat("b", 1001)),
		"no list that can be read":                     []byte("\x89PNG\r\n\x1a\n\x00\x00\x00\rIHDR\xff\xfe\x00\x00"),
		"row 1, column 1 holds characters that cannot": []byte("a\u202eb,c\n"),
	} {
		_, err := Read(data)
		require.ErrorContains(t, err, want, want)
	}
}

// A workbook whose texts are many and empty takes little room in a file and much in memory: beyond a bound
// it is refused before anything is kept of it, and just below that bound it takes neither long nor much.
func TestAWorkbookOfEmptyTexts(t *testing.T) {
	whole := excelize.NewFile()
	require.NoError(t, whole.SetCellStr("Sheet1", "A1", "code"))
	out, err := whole.WriteToBuffer()
	require.NoError(t, err)
	with := func(marks int) []byte {
		from, err := zip.NewReader(bytes.NewReader(out.Bytes()), int64(out.Len()))
		require.NoError(t, err)
		var into bytes.Buffer
		z := zip.NewWriter(&into)
		for _, part := range from.File {
			r, err := part.Open()
			require.NoError(t, err)
			text, err := io.ReadAll(r)
			require.NoError(t, err)
			if part.Name == "xl/sharedStrings.xml" {
				text = []byte(strings.Replace(string(text), "</sst>", strings.Repeat("<si/>", marks)+"</sst>", 1))
			}
			w, err := z.Create(part.Name)
			require.NoError(t, err)
			_, err = w.Write(text)
			require.NoError(t, err)
		}
		require.NoError(t, z.Close())
		return into.Bytes()
	}
	heavy := with(2_300_000)
	require.Less(t, len(heavy), 70<<10)
	memory := func(do func()) uint64 {
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		do()
		runtime.ReadMemStats(&after)
		return (after.TotalAlloc - before.TotalAlloc) >> 20
	}
	require.Less(t, memory(func() {
		_, err = Read(heavy)
		require.ErrorContains(t, err, "holds far more than a list")
	}), uint64(8))
	worst := with(mostInTexts - 10)
	require.Less(t, memory(func() {
		all, err := Read(worst)
		require.NoError(t, err)
		require.Equal(t, "code", all[0].Rows[0].Cells[0])
	}), uint64(300), "MB, all that was ever taken, most of it let go at once")
}

func FuzzRead(f *testing.F) {
	for _, seed := range []string{"a,b\n1,2\n", "\ufeffName;Class\n", "\xff\xfea\x00,\x00", "PK\x03\x04", "\"", "\xD0\xCF\x11\xE0"} {
		f.Add([]byte(seed))
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		sheets, err := Read(data)
		if err != nil {
			require.NotEmpty(t, err.Error())
			return
		}
		require.NotEmpty(t, sheets)
		for _, s := range sheets {
			for i, r := range s.Rows {
				require.NotEmpty(t, r.Cells)
				require.LessOrEqual(t, len(r.Cells), MostColumns)
				require.True(t, i == 0 || r.Number > s.Rows[i-1].Number)
			}
		}
	})
}
