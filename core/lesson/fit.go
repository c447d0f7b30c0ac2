package lesson

import (
	"cmp"
	"maps"
	"slices"
	"strings"
)

// Fitted is a timetable that holds lessons that were given one by one, as a calendar file
// gives them, and what became of them.
type Fitted struct {
	Timetable Timetable
	Bells     []Bell // what repeats
	Added     int    // lessons beside what repeats
	Cancelled int    // lessons that would repeat, and do not take place
}

// Taking puts lessons into a timetable: on every day from the first to the last one, the
// classes that are in slots have exactly these lessons afterwards, and every other class
// keeps its own. What repeats becomes bells, what does not departs from them; of a week
// and two weeks that turn over, the one that leaves fewer departures is taken, unless the
// timetable turns over already or has bells of others. Two classes in one slot share it.
func (t Timetable) Taking(slots []Slot, from, to Date) Fitted {
	slots = together(slots)
	classes := map[string]bool{}
	for _, s := range slots {
		for _, c := range s.Classes {
			classes[c] = true
		}
	}
	base := t
	for _, c := range slices.Sorted(maps.Keys(classes)) {
		base = base.Without(c)
	}
	if base.From == 0 || from < base.From {
		base.From = from
	}
	if base.To == 0 || to > base.To {
		base.To = to
	}
	best := base.fit(slots, from, to)
	if base.Cycle.Turning == Weekly && len(base.Bells) == 0 {
		two := base
		two.Cycle = Cycle{Turning: Weeks, Length: 2, From: from}
		for _, through := range []bool{false, true} {
			two.Cycle.Through = through
			if f := two.fit(slots, from, to); f.Added+f.Cancelled < best.Added+best.Cancelled {
				best = f
			}
		}
	}
	return best
}

// together joins lessons at the same time into one of several classes, in order.
func together(slots []Slot) []Slot {
	all := map[[3]int][]string{}
	for _, s := range slots {
		k := [3]int{int(s.Date), int(s.Starts), int(s.Ends)}
		for _, c := range s.Classes {
			if !slices.Contains(all[k], c) {
				all[k] = append(all[k], c)
			}
		}
	}
	var out []Slot
	for k, classes := range all {
		slices.Sort(classes)
		out = append(out, Slot{Date: Date(k[0]), Starts: Minutes(k[1]), Ends: Minutes(k[2]), Classes: classes})
	}
	slices.SortFunc(out, func(a, b Slot) int {
		return cmp.Or(cmp.Compare(a.Date, b.Date), cmp.Compare(a.Starts, b.Starts), cmp.Compare(a.Ends, b.Ends))
	})
	return out
}

// rung is a bell as it can be counted.
type rung struct {
	weekday, turn int
	starts, ends  Minutes
	classes       string
}

func (t Timetable) rungAt(s Slot) rung {
	r := rung{weekday: s.Date.Weekday(), turn: t.Turn(s.Date), starts: s.Starts, ends: s.Ends, classes: strings.Join(s.Classes, "\n")}
	if t.Cycle.Turning == Days {
		r.weekday = 0
	}
	return r
}

func (r rung) compare(o rung) int {
	return cmp.Or(cmp.Compare(r.weekday, o.weekday), cmp.Compare(r.turn, o.turn), cmp.Compare(r.starts, o.starts), cmp.Compare(r.ends, o.ends), cmp.Compare(r.classes, o.classes))
}

func (r rung) bell() Bell {
	return Bell{Classes: strings.Split(r.classes, "\n"), Weekday: r.weekday, Turn: r.turn, Starts: r.starts, Ends: r.ends}
}

// fit has what takes place on more than half of the days on which it could repeat repeat.
func (t Timetable) fit(slots []Slot, from, to Date) Fitted {
	could, does := map[[2]int]int{}, map[rung]int{}
	for d := from; d <= to; d++ {
		if _, odd := t.OddDay(d); !odd && t.holiday(d) == nil {
			r := t.rungAt(Slot{Date: d})
			could[[2]int{r.weekday, r.turn}]++
		}
	}
	for _, s := range slots {
		if _, odd := t.OddDay(s.Date); !odd && t.holiday(s.Date) == nil {
			does[t.rungAt(s)]++
		}
	}
	out := Fitted{Timetable: t}
	for _, r := range slices.SortedFunc(maps.Keys(does), rung.compare) { // of one time, always in one order
		if n := does[r]; 2*n > could[[2]int{r.weekday, r.turn}] && (t.Cycle.Turning == Weekly || r.turn > 0) {
			out.Bells = append(out.Bells, r.bell())
		}
	}
	out.Bells = everyWeek(out.Bells, t.Cycle)
	out.Timetable.Bells = append(slices.Clone(t.Bells), out.Bells...)
	out.Timetable = out.Timetable.sorted()
	out.Bells = Timetable{Bells: out.Bells}.sorted().Bells
	out.depart(slots, from, to)
	return out
}

// everyWeek makes one bell of what rings alike in every week of a cycle.
func everyWeek(bells []Bell, c Cycle) []Bell {
	if c.Turning != Weeks {
		return bells
	}
	in := map[rung]int{}
	every := func(b Bell) rung {
		return rung{b.Weekday, 0, b.Starts, b.Ends, strings.Join(b.Classes, "\n")}
	}
	for _, b := range bells {
		in[every(b)]++
	}
	var out []Bell
	for _, b := range bells {
		switch k := every(b); {
		case in[k] != c.Length:
			out = append(out, b)
		case !slices.ContainsFunc(out, func(o Bell) bool { return o.Turn == 0 && every(o) == k }):
			out = append(out, k.bell())
		}
	}
	return out
}

// depart adds the changes by which the days from one to another are as slots have them.
func (f *Fitted) depart(slots []Slot, from, to Date) {
	mine := map[string]bool{}
	wanted := map[Date][]Slot{}
	for _, s := range slots {
		wanted[s.Date] = append(wanted[s.Date], s)
		for _, c := range s.Classes {
			mine[c] = true
		}
	}
	var changes []Change
	for d := from; d <= to; d++ {
		want := wanted[d]
		for _, l := range f.Timetable.regular(d) {
			if !mine[l.Classes[0]] {
				continue
			}
			at := slices.IndexFunc(want, func(s Slot) bool {
				return s.Starts == l.Starts && s.Ends == l.Ends && slices.Equal(s.Classes, l.Classes)
			})
			if at < 0 {
				changes = append(changes, Change{Of: l.Key})
				f.Cancelled++
				continue
			}
			want = slices.Delete(slices.Clone(want), at, at+1)
		}
		for _, s := range want {
			changes = append(changes, Change{Now: s})
			f.Added++
		}
	}
	f.Timetable.Changes = append(slices.Clone(f.Timetable.Changes), changes...)
	f.Timetable = f.Timetable.sorted()
}
