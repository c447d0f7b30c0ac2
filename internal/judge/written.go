package judge

import (
	_ "embed"
	"encoding/csv"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"enkaustos/core/foot"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// conesCSV are the bending temperatures of cones at three rates, the coolest cone first. Source:
// Orton Ceramic Foundation, temperature equivalents chart, typed from memory.
//
//go:embed cones.csv
var conesCSV string

// rulesTXT are the house rules: key, what a secondary bench has, what else may stand there or
// between which bounds, heading (common practice; drying times and bounds from memory).
//
//go:embed rules.txt
var rulesTXT string

// roomsTXT is in what the other rooms differ from a secondary bench (common practice).
//
//go:embed rooms.txt
var roomsTXT string

// eventsTXT is of each kind of event who may log it at the least, what it says beside that it
// happened, what it is (keeps: no undo takes it back; words: in somebody's own words; wets; works: for
// a firing to come; voids looks; late: something of it goes by its time; lifts: a tablet may take a
// reason away by it), and from what on it keeps the piece out of the kiln.
//
//go:embed events.txt
var eventsTXT string

// Written holds what stands written in core against the judge's own tables: cones, house rules,
// kinds of events, kilns, what is said of feet. It says what is otherwise.
func Written() (wrong []string) {
	for _, of := range []func() []string{writtenCones, writtenRules, writtenRooms, writtenEvents, writtenLooks, writtenKilns, writtenWork} {
		for _, w := range of() {
			wrong = append(wrong, "table: "+w)
		}
	}
	return wrong
}

func lines(text string) []string { return strings.Split(strings.TrimSpace(text), "\n") }

// tables collects what is otherwise than it should be.
type tables struct{ wrong []string }

func (t *tables) same(core, own any, format string, args ...any) {
	if a, b := fmt.Sprint(core), fmt.Sprint(own); a != b {
		t.wrong = append(t.wrong, fmt.Sprintf("%s: %s, and the judge has %s", fmt.Sprintf(format, args...), a, b))
	}
}

// says asks for a sentence or a name where one belongs.
func (t *tables) says(text, format string, args ...any) {
	if strings.TrimSpace(text) == "" || strings.Contains(text, "%!") {
		t.wrong = append(t.wrong, fmt.Sprintf("%s says %q", fmt.Sprintf(format, args...), text))
	}
}

func writtenCones() []string {
	t := tables{}
	rows, err := csv.NewReader(strings.NewReader(conesCSV[strings.Index(conesCSV, "\n")+1:])).ReadAll()
	if err != nil {
		return []string{err.Error()}
	}
	rows = rows[1:]
	t.same(len(kiln.Cones()), len(rows), "the number of cones")
	cone := func(i int) kiln.Cone { return kiln.Cone(rows[i][0]) }
	for i, row := range rows {
		c := cone(i)
		t.same(kiln.Cones()[i], c, "the cone at %d", i)
		for rate := range 3 {
			celsius, _ := strconv.Atoi(row[1+rate])
			fahrenheit, _ := strconv.Atoi(row[4+rate])
			t.same(c.Celsius(rate), celsius, "cone %s in °C at rate %d", c, rate)
			t.same(c.Fahrenheit(rate), fahrenheit, "cone %s in °F at rate %d", c, rate)
		}
		for _, text := range []string{string(c), " Cone " + string(c), "^" + string(c), "Δ" + string(c), "δ " + string(c)} {
			read, err := kiln.ParseCone(text)
			t.same(fmt.Sprint(read, err), fmt.Sprint(c, error(nil)), "%q read", text)
		}
		for n := range rows {
			d := cone(n)
			t.same(c.Cooler(d), i < n, "cone %s cooler than %s", c, d)
			r := kiln.Range{From: cone(min(i, n)), To: cone(max(i, n))}
			for _, text := range []string{string(c) + "-" + string(d), string(d) + " to " + string(c), string(c) + "–" + string(d), string(c) + ".." + string(d)} {
				read, err := kiln.ParseRange(text)
				t.same(fmt.Sprint(read, err), fmt.Sprint(r, error(nil)), "%q read", text)
			}
			said := string(r.From)
			if i != n {
				said += "–" + string(r.To)
			}
			t.same(r.String(), said, "a range said")
			for m := range rows {
				t.same(r.Holds(cone(m)), min(i, n) <= m && m <= max(i, n), "%s holds %s", r, cone(m))
			}
			other := kiln.Range{From: cone(len(rows) / 3), To: cone(len(rows) / 2)}
			low, high := max(min(i, n), len(rows)/3), min(max(i, n), len(rows)/2)
			both, ok := r.Meet(other)
			if t.same(ok, low <= high, "%s and %s meet", r, other); ok {
				t.same(both, kiln.Range{From: cone(low), To: cone(high)}, "where %s and %s meet", r, other)
			}
		}
	}
	for _, no := range []string{"", "11", "6.5", "cone", "-", "6-", "x-6", "^^6x"} {
		_, one := kiln.ParseCone(no)
		_, two := kiln.ParseRange(no)
		t.same(one != nil && two != nil, true, "%q is refused", no)
		t.same(kiln.Cone(no).Known() || kiln.Cone(no).Celsius(1) != 0 || kiln.Cone(no).Fahrenheit(1) != 0 || kiln.Range{From: "022", To: "10"}.Holds(kiln.Cone(no)), false, "%q is no cone", no)
	}
	for text, air := range map[string]string{"": "", " Oxidation": "oxidation", "REDUCTION ": "reduction", "air": "refused"} {
		a, err := kiln.ParseAtmosphere(text)
		if err != nil {
			a = "refused"
		}
		t.same(a, air, "%q read as an atmosphere", text)
	}
	return t.wrong
}

func writtenRules() []string {
	t := tables{}
	all := rules.Fields()
	rows := lines(rulesTXT)
	t.same(len(all), len(rows), "the number of house rules")
	for i, line := range rows[:min(len(rows), len(all))] {
		own := strings.SplitN(line, " ", 4)
		f := all[i]
		t.same(f.Key, own[0], "the rule at %d", i)
		t.same(f.Get(rules.Default()), own[1], "%s of a bench", f.Key)
		t.same(strings.HasPrefix(f.Group, own[3]), true, "%s under %s", f.Key, own[3])
		t.says(f.Name, "the rule %s", f.Key)
		t.says(f.Reason, "the reason of %s", f.Key)
		found, ok := rules.FieldByKey(f.Key)
		t.same(ok && found.Key == f.Key, true, "%s is found", f.Key)
		least, most, number := strings.Cut(own[2], "..")
		fits, not := strings.Split(own[2], "/"), []string{"", "other"}
		if number {
			low, _ := strconv.ParseFloat(least, 64)
			high, _ := strconv.ParseFloat(most, 64)
			t.says(f.Unit, "the unit of %s", f.Key)
			fits, not = []string{least, most, " " + most + " "}, []string{"", "other", "NaN", fmt.Sprint(low - 0.01), fmt.Sprint(high + 0.01)}
			between := strconv.FormatFloat(high-0.5, 'f', -1, 64)
			if whole := slices.Contains(strings.Fields("coats glazes students %"), f.Unit); whole {
				not = append(not, between)
			} else {
				fits = append(fits, between)
			}
		}
		t.same(len(f.Choices) == 0, number, "%s is a number", f.Key)
		for i, c := range f.Choices {
			t.same(i < len(fits) && c.Key == fits[i], true, "choice %d of %s, %s,", i, f.Key, c.Key)
			t.says(c.Name, "choice %s of %s", c.Key, f.Key)
		}
		for _, v := range fits {
			h, bench := rules.Default(), rules.Default()
			t.same(f.Set(&h, v), error(nil), "%s takes %s", f.Key, v)
			want := map[string]string{}
			if v = strings.TrimSpace(v); v != own[1] {
				want[f.Key] = v
			}
			t.same(h.Differences(bench), want, "what differs with %s %s", f.Key, v)
			with, refused := bench.With(map[string]string{f.Key: v})
			t.same(fmt.Sprint(with, len(refused)), fmt.Sprint(h, 0), "a house with %s %s", f.Key, v)
			said := f.Says(h)
			t.same(number && said == v+" "+f.Unit || !number && slices.ContainsFunc(f.Choices, func(c rules.Choice) bool { return c.Key == v && c.Name == said }), true, "%s says %q of %s,", f.Key, said, v)
		}
		for _, v := range not {
			h := rules.Default()
			err := f.Set(&h, v)
			with, refused := rules.Default().With(map[string]string{f.Key: v, "coats": "4"})
			t.same(fmt.Sprint(err != nil, len(h.Differences(rules.Default())), len(with.Differences(rules.Default()))), "true 0 0", "%s refuses %q", f.Key, v)
			t.same(len(refused) == 1 && refused[0].Key == f.Key && err != nil && refused[0].Reason == err.Error() && strings.HasPrefix(refused[0].Reason, f.Name+": "), f.Key != "coats" || len(refused) == 1, "why %s refuses %q is said", f.Key, v)
			if err != nil && number {
				t.same(strings.Contains(err.Error(), fmt.Sprintf("from %s to %s %s", least, most, f.Unit)) && strings.Contains(err.Error(), "whole") == (slices.Contains(strings.Fields("coats glazes students %"), f.Unit)), true, "%q says the bounds of %s,", err, f.Key)
			}
		}
	}
	_, refused := rules.Default().With(map[string]string{"nothing": "1"})
	t.same(len(refused) == 1 && refused[0].Key == "nothing" && refused[0].Reason != "", true, "an unknown rule is refused")
	_, found := rules.FieldByKey("nothing")
	t.same(found, false, "an unknown rule is found")
	return t.wrong
}

func writtenRooms() []string {
	t := tables{}
	rows := lines(roomsTXT)
	t.same(len(rules.Presets()), len(rows), "the number of rooms")
	for i, p := range rules.Presets() {
		words := strings.Fields(rows[min(i, len(rows)-1)])
		own := map[string]string{}
		for n := 1; n+1 < len(words); n += 2 {
			own[words[n]] = words[n+1]
		}
		h, refused := rules.Default().With(p.Values)
		t.same(len(refused), 0, "what %s does not take", p.Key)
		t.same(p.Key, words[0], "the room at %d", i)
		t.same(h.Differences(rules.Default()), own, "what %s has otherwise", p.Key)
		t.says(p.Name, "the room %s", p.Key)
		t.says(p.Means, "what the room %s means", p.Key)
	}
	h := rules.Default()
	for washing, minutes := range map[rules.Washing]float64{rules.WashBrush: 2, rules.BrushEach: 0.5, rules.SpongeOff: 1, rules.TwoBowls: 1.5, rules.Collected: 0.5} {
		h.Wash = washing
		t.same(h.ChangeMinutes(), minutes, "minutes between colours by %s", washing)
	}
	for hours, days := range map[float64]int{1: 1, 12: 1, 24: 1, 35: 1, 36: 2, 48: 2, 168: 7} {
		h.KilnDryHours = hours
		t.same(h.KilnDays(), days, "days that %g hours of drying are", hours)
		t.same(h.KilnDry().Hours(), hours, "how long it dries")
	}
	for recoat, share := range map[rules.Recoating]string{rules.WhenDry: "1.00", rules.MostlyDry: "0.67", rules.WhileDamp: "0.00"} {
		h.Recoat = recoat
		t.same(fmt.Sprintf("%.2f", h.RecoatShare()), share, "how much of drying passes where it is recoated %s", recoat)
	}
	for n, minutes := range map[int]float64{-1: 1, 0: 1, 1: 1, 2: 3, 3: 5, 4: 5, 9: 5} {
		t.same(rules.Default().Dry(n).Minutes(), minutes, "minutes until coat %d is dry", n)
	}
	return t.wrong
}

func writtenEvents() []string {
	t := tables{}
	rows := lines(eventsTXT)
	t.same(len(work.Kinds()), len(rows), "the number of kinds of events")
	var worded []string
	for i, k := range work.Kinds() {
		own := strings.Split(rows[min(i, len(rows)-1)], "|")
		e, known := work.Of(k)
		t.same(known, true, "%s is known", k)
		t.same(k, own[0], "the kind at %d", i)
		t.same(e.By, own[1], "who may log %s", k)
		t.same(strings.Join(e.Fields, " "), own[2], "the fields of %s", k)
		t.same(fmt.Sprint(e.Begins), fmt.Sprint(strings.Fields(own[4])), "what %s begins", k)
		for word, is := range map[string]bool{"keeps": e.Keeps, "words": e.Words, "wets": e.Wets, "works": e.Works, "voids": e.Voids != "", "late": e.Time != "", "lifts": e.Lifts != ""} {
			t.same(is, slices.Contains(strings.Fields(own[3]), word), "%s %s", k, word)
		}
		t.same(fmt.Sprint(k.Wets(), k.Voids(), k.Undoable()), fmt.Sprint(e.Wets, e.Voids != "", !e.Keeps), "%s asked", k)
		if e.Words {
			worded = append(worded, string(k))
		}
	}
	t.same(work.Worded(), worded, "the kinds in somebody's own words")
	none, known := work.Of("nothing")
	t.same(fmt.Sprint(known, none.Kind, work.Kind("nothing").Undoable()), "falsefalse", "a kind that is none")
	return t.wrong
}

// writtenLooks is what is offered to who looks, and help for the kiln.
func writtenLooks() []string {
	t := tables{}
	var feet, covers []string
	for _, g := range foot.Guides() {
		feet = append(feet, string(g.Verdict))
		passes := slices.Contains([]string{"clean", "stained", "thin"}, string(g.Verdict))
		t.same(g.Verdict.Passes(), passes, "a foot that is %s passes", g.Verdict)
		t.says(g.Name+g.Means, "the foot %s", g.Verdict)
		t.same(g.Name != "" && g.Means != "" && (g.Way == "") == passes, true, "the foot %s has its words", g.Verdict)
		found, ok := g.Verdict.Guide()
		t.same(fmt.Sprint(found, ok), fmt.Sprint(g, true), "the words of a foot %s", g.Verdict)
	}
	for _, g := range foot.CoverGuides() {
		covers = append(covers, string(g.Cover))
		t.same(g.Name != "" && g.Means != "" && (g.Way == "") == (g.Cover == foot.Even), true, "the cover %s has its words", g.Cover)
		found, ok := g.Cover.Guide()
		t.same(fmt.Sprint(found, ok), fmt.Sprint(g, true), "the words of a cover %s", g.Cover)
	}
	slices.Sort(feet)
	t.same(feet, "[clean left low stained thin unclear]", "the verdicts on feet")
	t.same(covers, "[even bald gap lump]", "the verdicts on covers")
	_, a := foot.Verdict("no").Guide()
	_, b := foot.Cover("no").Guide()
	t.same(a || b, false, "words of no verdict")
	for band, under := range map[float64]float64{0: 0, 3: 0, 3.5: 0, 3.6: 1, 4: 1, 6: 3, 10: 7, 13: 10} {
		t.same(foot.PencilUnder(band), under, "mm below a pencil for a band of %g", band)
	}
	calm := foot.Band{HeightMM: 6, Parts: []foot.Part{{Why: "the house's band", MM: 6}}}
	runs := foot.Band{HeightMM: 10, Parts: append(slices.Clip(calm.Parts), foot.Part{Why: "it runs", MM: 4})}
	for _, c := range []struct {
		risk foot.Risk
		kind string
	}{
		{foot.Risk{Band: calm, HouseMM: 6, ContactMM: 50}, ""}, {foot.Risk{Band: runs, HouseMM: 6, ContactMM: 50}, "cookie 62 6 wash 0 0"},
		{foot.Risk{Band: calm, HouseMM: 4}, ""}, {foot.Risk{Band: runs, HouseMM: 10, ContactMM: 50}, ""}, {foot.Risk{Band: runs, HouseMM: 6, Stilts: true}, ""},
		{foot.Risk{Band: runs, HouseMM: 6, Stilts: true, LowFire: true}, "stilts 0 0"}, {foot.Risk{Band: calm, HouseMM: 6, LowFire: true}, ""},
		{foot.Risk{Band: calm, HouseMM: 7, Edge: true}, "wash 0 0"}, {foot.Risk{Band: calm, HouseMM: 6, Edge: true}, ""}, {foot.Risk{Band: calm, HouseMM: 7, Edge: true, Stilts: true}, ""},
	} {
		var said []string
		for _, h := range foot.Suggest(c.risk) {
			said = append(said, fmt.Sprintf("%s %g %g", h.Kind, h.WidthMM, h.ThickMM))
			t.says(h.Why, "why %s", h.Kind)
		}
		t.same(strings.Join(said, " "), c.kind, "help for %+v", c.risk)
	}
	for _, m := range matter.All() {
		t.same(m.Code.One() != "", true, "%s has words", m.Code)
	}
	return t.wrong
}
