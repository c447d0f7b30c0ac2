package lists

import (
	"slices"
	"strings"
	"unicode"

	"enkaustos/internal/sheets"
)

// Column is a column that a list may have.
type Column struct {
	Key    string   // what the list calls it, and its heading in an empty list
	Says   string   // what stands in it
	Needed bool     // no row can be read without
	Words  []string // what else schools and spreadsheets call it, in lower case
}

// columns are what the lists may hold, in the order of an empty list.
var columns = map[ListKind][]Column{
	StudentList: {
		{"name", "Display name; or a first name and a surname", false, []string{"student", "students", "student name", "pupil", "pupil name", "learner", "full name", "display name", "names", "preferred name"}},
		{"first name", "Instead of a name", false, []string{"first", "forename", "given name", "givenname"}},
		{"surname", "Instead of a name", false, []string{"last name", "last", "family name", "familyname"}},
		{"class", "The class it is in", true, []string{"class name", "group", "group name", "form", "set", "section", "registration group", "tutor group", "teaching group", "course", "homeroom", "period"}},
		{"mark", "Scratched into the clay; proposed where there is none", false, []string{"sign", "symbol", "potter's mark", "clay mark"}},
	},
	ClayList: {
		{"code", "A short code", true, []string{"clay code", "id", "no", "number"}},
		{"name", "What it is called", true, []string{"clay", "clay name", "clay body", "body", "description"}},
		{"cones", "Such as 5-6", true, []string{"cone", "cone range", "fires to", "range"}},
		{"fired", "Its fired colour, such as #8a6a55", true, []string{"fired colour", "fired color", "colour", "color", "hex"}},
		{"bisque", "Its colour as bisque", false, []string{"bisque colour", "bisque color"}},
		{"dark", "yes for a dark clay", false, []string{"dark clay"}},
	},
	GlazeList: {
		{"code", "As on the jar", true, []string{"glaze code", "jar", "jar code", "item", "item no", "number", "no", "id"}},
		{"name", "What it is called", true, []string{"glaze", "glaze name", "colour name", "color name", "description", "title"}},
		{"kind", "solid, breaking, chips, matte, clear, underglaze, dipping or detail", true, []string{"type", "sort", "finish"}},
		{"raw", "Its colour in the jar, such as #aabbcc; may be empty", false, []string{"raw colour", "raw color", "jar colour", "jar color", "hex"}},
		{"cones", "Such as 5-6", true, []string{"cone", "cone range", "fires to", "range"}},
		{"food", "yes where its label says so", false, []string{"food safe", "foodsafe", "dinnerware", "dinnerware safe"}},
		{"stock", "no where there is none", false, []string{"in stock", "available", "have"}},
		{"runner", "yes where it runs", false, []string{"runs", "runny"}},
		{"coats", "Its own number of coats", false, []string{"number of coats", "layers"}},
		{"atmosphere", "oxidation or reduction", false, []string{"firing", "kiln"}},
		{"ml", "How much the full jar holds, mL", false, []string{"size", "volume", "jar size", "contents", "millilitres", "milliliters"}},
		{"level", "How full it is, 0 to 1", false, []string{"full", "how full", "left"}},
		{"state", "good, thick or dried out", false, []string{"condition"}},
		{"thick", "yes for a third, heavier coat", false, nil},
		{"dear", "yes where it is dear", false, []string{"expensive"}},
		{"ware", "greenware or bisque, where only on one", false, []string{"goes on"}},
		{"recipe", "What it is mixed of", false, nil},
		{"density", "What the jar weighs, g/mL", false, []string{"specific gravity", "sg"}},
		{"dip coats", "As how many coats a dip counts", false, nil},
		{"dip seconds", "How long a dip is held", false, nil},
		{"dip density", "At what density, g/mL", false, nil},
		{"slide", "How far it runs, mm", false, nil},
	},
	TileList: {
		{"code", "On the back of the tile", true, []string{"tile", "tile code", "number", "no", "id"}},
		{"clay", "The code of its clay", true, []string{"clay code", "clay body", "body"}},
		{"cone", "It was fired to", true, []string{"fired to", "firing"}},
		{"stack", "Such as A×2+B×1", true, []string{"glaze", "glazes", "layers", "recipe"}},
		{"fired", "Its fired colour, such as #884422", true, []string{"fired colour", "fired color", "colour", "color", "hex"}},
		{"textured", "yes for a textured tile", false, []string{"texture"}},
		{"atmosphere", "oxidation or reduction", false, []string{"kiln"}},
		{"place", "On the wall", false, []string{"position", "order"}},
		{"faults", "What went wrong on it", false, []string{"fault", "defects"}},
		{"leach test", "What a laboratory found", false, []string{"leach", "leaching"}},
	},
	ReadingList: {
		{"code", "Of the tile", true, []string{"tile", "tile code", "sample", "name", "id"}},
		{"l", "L*", true, []string{"l*", "lightness", "cie l"}},
		{"a", "a*", true, []string{"a*", "cie a"}},
		{"b", "b*", true, []string{"b*", "cie b"}},
		{"half", "smooth or texture", false, []string{"side"}},
		{"coats", "Of the strip that was read", false, []string{"strip"}},
	},
}

// Matched says which column of a sheet is which column of a list.
type Matched struct {
	Heading int            // the row of the headings, in Sheet.Rows
	Columns map[string]int // Column.Key to the column of the sheet, from 0
}

// mostAbove is how many rows may stand above the headings: a title, a date, a term.
const mostAbove = 15

// Match finds the headings of a sheet: the row in which most cells are called as columns of the
// list are.
func Match(kind ListKind, s sheets.Sheet) (best Matched) {
	for i, row := range s.Rows[:min(len(s.Rows), mostAbove)] {
		if found := match(columns[kind], row.Cells); len(found) > len(best.Columns) {
			best = Matched{i, found}
		}
	}
	return best
}

// match finds columns by what they are called: first as the list calls them, then in other words.
func match(of []Column, cells []string) map[string]int {
	found, taken := map[string]int{}, map[int]bool{}
	pass := func(called func(Column) []string) {
		for _, c := range of {
			if _, have := found[c.Key]; have {
				continue
			}
			for i, cell := range cells {
				if !taken[i] && cell != "" && slices.ContainsFunc(called(c), func(word string) bool { return plain(word) == plain(cell) }) {
					found[c.Key], taken[i] = i, true
					break
				}
			}
		}
	}
	pass(func(c Column) []string { return []string{c.Key} })
	pass(func(c Column) []string { return c.Words })
	return found
}

// plain is a heading without what differs from one spreadsheet to the next.
func plain(heading string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsLetter(r) || unicode.IsDigit(r) || r == '*' {
			return unicode.ToLower(r)
		}
		return -1
	}, heading)
}
