package judge

import (
	"strings"

	"enkaustos/core/work"
)

// writtenWork is who may do what, and what parts of a surface are called.
func writtenWork() []string {
	t := tables{}
	roles := []work.Role{work.Station, work.Helper, work.Teacher}
	for i, a := range roles {
		for j, b := range roles {
			t.same(a.Includes(b), i >= j, "a %s may do what a %s may", a, b)
		}
		t.same(a.Includes(""), false, "a %s may do what only the server does", a)
	}
	for want, a := range map[string]work.Actor{"teacher": {Role: work.Teacher, Name: "x"}, "teacher/s": {Role: work.Teacher, ID: "s"}, "station/": {Role: work.Station}, "station/t": {Role: work.Station, ID: "t", Name: "teacher"}, "helper": {Role: work.Helper}, "other": {Role: work.Station, ID: "t", For: "other"}} {
		t.same(a.Hand(), want, "the hand of %+v", a)
	}
	t.same(tablet.Serves(class), true, "a tablet serves its class")
	t.same(tablet.Serves("another") || tablet.Serves("") || teacher.Serves(class) || (work.Actor{Classes: []string{""}}).Serves(""), false, "a tablet serves another class")
	for part, rest := range map[work.Part]string{work.UpperHalf: "lower half", work.LowerHalf: "upper half", work.LeftHalf: "right half", work.RightHalf: "left half", work.Above: "part below 40 mm", work.Below: "part above 40 mm", work.SomeOfIt: "other 70 %"} {
		t.same(part.Known(), true, "%s is a part", part)
		t.same(work.Coat{Part: part, Share: 0.3, LineMM: 40}.Rest(), rest, "what is left of %s", part)
	}
	t.same(work.Part("").Known() || work.Part("middle").Known(), false, "no part is one")
	for _, k := range work.Kinds() {
		for _, e := range []work.Event{{Kind: k, Surface: "s", Glaze: "A", Text: "words", Parts: 2, Back: 1, Place: work.OwnPlace, Cone: "6"}, {Kind: k, Text: work.StillWet}, {Kind: k, Back: 0, Shown: true, Bisque: true, Text: work.OnStilts, Of: "x", How: work.Dipped, Glaze: "A", Done: start, Exact: true}} {
			on := "Belly"
			if e.Surface == "" {
				on = ""
			}
			said := e.Says(on)
			entry, _ := work.Of(k)
			if known := k != work.Answered && k != work.Prepared && k != work.Cleaned && k != work.Moved; known { // their words are few
				t.says(said, "the record of %s", k)
				t.same(!entry.Words || e.Text == "" || strings.Contains(said, e.Text) || k == work.Parted, true, "%q has the words of %s,", said, k)
			}
			t.same(strings.HasSuffix(said, ", sent late"), e.Exact, "%q says that it was sent late,", said)
		}
	}
	for want, e := range recorded {
		t.same(e.Says(map[bool]string{true: "Belly", false: ""}[e.Surface != "" || len(e.Over) > 0]), want, "the record of %s", e.Kind)
	}
	return t.wrong
}

// recorded are events by the line that stands in the record of their piece.
var recorded = map[string]work.Event{
	"Wiped free of dust": {Kind: work.Cleaned}, "Rinsed under the tap": {Kind: work.Cleaned, Text: work.Rinse},
	"Had been wiped free of dust before its first coat": {Kind: work.Cleaned, Text: work.CleanFirst}, "Had not been wiped free of dust": {Kind: work.Cleaned, Text: work.NotCleaned},
	"Sanded": {Kind: work.Sanded}, "Sanded the Belly": {Kind: work.Sanded, Surface: "b"}, "Felt, and bone dry": {Kind: work.BoneDry},
	"Coat of A on the Belly": {Kind: work.Coated, Surface: "b", Glaze: "A"}, "Coat of A on the Belly, felt thin": {Kind: work.Coated, Surface: "b", Glaze: "A", Felt: work.Thin},
	"Sponged coat of A on the Belly": {Kind: work.Coated, Surface: "b", Glaze: "A", How: work.Sponged, Felt: work.Right}, "Line of A on the Belly": {Kind: work.Coated, Surface: "b", Glaze: "A", How: work.Trailed},
	"Dip into A, over the Belly, down to 40 mm": {Kind: work.Coated, Over: []string{"b"}, Glaze: "A", How: work.Dipped, DownTo: 40}, "Went on with the coat of A on the Belly": {Kind: work.Coated, Surface: "b", Glaze: "A", Of: "x"},
	"Coat of A on the Belly, upper half only": {Kind: work.Coated, Surface: "b", Glaze: "A", Part: work.UpperHalf, Share: 0.5}, "Coat of A on the Belly, above 40 mm only": {Kind: work.Coated, Surface: "b", Glaze: "A", Part: work.Above, Line: 40},
	"Coat of A on the Belly, 30 % of it only": {Kind: work.Coated, Surface: "b", Glaze: "A", Part: work.SomeOfIt, Share: 0.3}, "Coat of A on the Belly, its jar watery, its jar not stirred; the same or the next?": {Kind: work.Coated, Surface: "b", Glaze: "A", Body: "watery", Settled: true, Doubts: "x"},
	"The coat felt thick": {Kind: work.Felted, Felt: work.Thick}, "The coat is thin, by a pin": {Kind: work.Felted, Felt: work.Thin, Text: work.ByPin},
	"It was the same coat, logged twice": {Kind: work.Answered, Text: work.SameCoat}, "It was the next coat": {Kind: work.Answered, Text: work.NextCoat}, "Patched a spot on the Belly": {Kind: work.Patched, Surface: "b"},
	"Felt cold: still damp": {Kind: work.TouchDry, Text: work.StillWet}, "Touched the Belly: still wet": {Kind: work.TouchDry, Surface: "b", Text: work.StillWet}, "Touched the Belly: dry": {Kind: work.TouchDry, Surface: "b"},
	"Took a step back": {Kind: work.Undone}, "Resisted the Belly with wax": {Kind: work.Resisted, Surface: "b", Text: "wax"}, "Peeled the Belly": {Kind: work.Peeled, Surface: "b"},
	"Wiped wet": {Kind: work.Wiped}, "Wiped wet, 1 off the Belly": {Kind: work.Wiped, Surface: "b", Back: 1}, "Scraped, 1 off the Belly": {Kind: work.Scraped, Surface: "b", Back: 1},
	"Damaged: rim": {Kind: work.Damaged, Text: "rim"}, "Repaired: rim": {Kind: work.Repaired, Text: "rim"}, "Repaired": {Kind: work.Repaired}, "Came apart: glazed and fired in 3 parts": {Kind: work.Parted, Parts: 3},
	"A part is missing: lid": {Kind: work.Missing, Text: "lid"}, "The part is back": {Kind: work.Found}, "No name can be read on it": {Kind: work.Nameless}, "Its name is on it again": {Kind: work.Named},
	"Set aside: ill": {Kind: work.SetAside, Text: "ill"}, "Taken up again": {Kind: work.TakenUp}, "Its maker was absent": {Kind: work.Absent}, "Note: words": {Kind: work.Noted, Text: "words"}, "Note for the class: words": {Kind: work.Noted, Text: "words", Shown: true},
	"Photographed": {Kind: work.Pictured}, "Put on the ready shelf: top": {Kind: work.Moved, Place: work.ReadyShelf, Text: "top"}, "Put in its own place": {Kind: work.Moved, Place: work.OwnPlace}, "Put on the cart": {Kind: work.Moved, Place: work.Cart},
	"Left the room: home": {Kind: work.LeftRoom, Text: "home"}, "Came back: chipped": {Kind: work.CameBack, Text: "chipped"},
	"Cover: Even all round": {Kind: work.Covered, Cover: "even"}, "Cover: Gap, on the Belly": {Kind: work.Covered, Cover: "gap", Surface: "b"},
	"Foot: Clean": {Kind: work.Checked, Verdict: "clean"}, "Foot: Clean; wiped off wet": {Kind: work.Checked, Verdict: "clean", Text: work.CameOffWet}, "Foot: Stained; scraped off dry": {Kind: work.Checked, Verdict: "stained", Text: work.CameOffDry}, "Foot: Clean; the look before was wrong": {Kind: work.Checked, Verdict: "clean", Text: work.NeverThere},
	"Looked at after its jar was doubted: fine": {Kind: work.Vouched, Text: "fine"}, "Goes on stilts": {Kind: work.Prepared, Text: work.OnStilts}, "Goes on a cookie": {Kind: work.Prepared, Text: work.OnCookie}, "Its shelf gets kiln wash": {Kind: work.Prepared, Text: work.OnWash},
	"Has a hole for the air inside": {Kind: work.Prepared, Text: work.HasHole}, "Is solid: no air inside": {Kind: work.Prepared, Text: work.IsSolid}, "Overruled that it lacks coats: fine": {Kind: work.Ruled, Code: "coats-missing", Text: "fine"},
	"Into a load": {Kind: work.Loaded}, "Out of the load": {Kind: work.TakenOut}, "Fired to bisque, cone 04": {Kind: work.Fired, Cone: "04", Bisque: true}, "Fired to cone 6": {Kind: work.Fired, Cone: "6"}, "Out of the kiln: fine": {Kind: work.Unloaded, Text: "fine"},
	"To be fired again, to cone 6: thin": {Kind: work.Refired, Cone: "6", Text: "thin"}, "To be fired again: thin": {Kind: work.Refired, Text: "thin"}, "Opinion: fine": {Kind: work.Opined, Text: "fine"},
	"Sharp drips ground off": {Kind: work.Ground}, "Belly: came out as a coat that was thick": {Kind: work.Proved, Surface: "b", Felt: work.Thick},
	"Took a step back, entered afterwards": {Kind: work.Undone, Done: start},
}
