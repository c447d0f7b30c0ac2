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
	Bells     []Bell // what repeats anew
	Added     int    // lessons beside what repeats
	Cancelled int    // lessons that would repeat, and do not take place
}

// Taking puts lessons into a timetable as a difference: on each of their own days, the classes
// that are in slots have exactly these lessons afterwards. Their own days are those from the
// first to the last one where both are given, else those that have a slot of the class. Every
// other day and every other class keeps what it has, lesson by lesson under the key it has.
//
// What the slots repeat over most of a term that has both its ends becomes bells, and bells
// that would not ring once more go; a timetable without bells gets its term and, where that
// leaves fewer departures, two weeks that turn over. Two classes in one slot share it.
func (t Timetable) Taking(slots []Slot, from, to Date) Fitted {
	slots = together(slots)
	d := difference{Timetable: t.sorted()}
	d.differ(slots, from, to)
	if len(d.more) == 0 {
		d.Timetable = d.silent(slots).sorted()
		return Fitted{Timetable: d.Timetable}
	}
	if len(t.Bells) > 0 {
		d.Timetable = d.silent(slots)
		return d.repeat()
	}
	none := d.Timetable
	first, last := slots[0].Date, slots[len(slots)-1].Date
	d.From, d.To = cmp.Or(min(t.From, first), first), max(t.To, last)
	best := d.repeat()
	if t.Cycle.Turning == Weekly {
		d.Cycle = Cycle{Turning: Weeks, Length: 2, From: d.From}
		for _, through := range []bool{false, true} {
			d.Cycle.Through = through
			if f := d.repeat(); f.Added+f.Cancelled < best.Added+best.Cancelled {
				best = f
			}
		}
	}
	if len(best.Bells) == 0 { // a term would say what the slots do not
		d.Timetable = none
		return d.repeat()
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

// difference is a timetable without what the slots do not have, and the slots that it lacks.
type difference struct {
	Timetable
	more []Slot
}

// differ takes away what the slots do not have on their own days, and finds what they have more.
func (d *difference) differ(slots []Slot, from, to Date) {
	wanted, classes := map[Date][]Slot{}, map[string]bool{}
	for _, s := range slots {
		wanted[s.Date] = append(wanted[s.Date], s)
		for _, c := range s.Classes {
			classes[c] = true
		}
	}
	days := slices.Sorted(maps.Keys(wanted))
	window := from != 0 && to != 0
	if window {
		days = days[:0]
		for day := from; day <= to; day++ {
			days = append(days, day)
		}
	}
	for _, day := range days {
		own := classes
		if !window {
			own = map[string]bool{}
			for _, s := range wanted[day] {
				for _, c := range s.Classes {
					own[c] = true
				}
			}
		}
		d.day(day, wanted[day], own)
	}
}

// day is one of the own days of some classes.
func (d *difference) day(day Date, want []Slot, own map[string]bool) {
	for _, l := range d.On(day) {
		mine, others := partition(l.Classes, own)
		if len(mine) == 0 {
			continue
		}
		at := slices.IndexFunc(want, func(s Slot) bool {
			return s.Starts == l.Starts && s.Ends == l.Ends && slices.Equal(s.Classes, mine)
		})
		if at < 0 {
			d.leave(l, others)
			continue
		}
		want = slices.Delete(slices.Clone(want), at, at+1)
	}
	d.more = append(d.more, want...)
}

// partition is the classes of which is says so, in order, and the others.
func partition(classes []string, is map[string]bool) (those, others []string) {
	for _, c := range classes {
		if is[c] {
			those = append(those, c)
		} else {
			others = append(others, c)
		}
	}
	slices.Sort(those)
	return those, others
}

// leave has a lesson take place for the classes that are left in it, or not at all.
func (d *difference) leave(l Lesson, left []string) {
	var now Slot
	if len(left) > 0 {
		now = Slot{Date: l.Date, Starts: l.Starts, Ends: l.Ends, Classes: left}
	}
	at := slices.IndexFunc(d.Changes, func(c Change) bool {
		if l.Key.More {
			return c.Of == (Key{}) && c.Now.Date == l.Date && c.Now.Starts == l.Starts
		}
		return c.Of == l.Key
	})
	switch {
	case at < 0:
		d.Changes = append(d.Changes, Change{Of: l.Key, Now: now})
	case l.Key.More && len(left) == 0:
		d.Changes = slices.Delete(d.Changes, at, at+1)
	default:
		d.Changes[at].Now = now
	}
}

// silent is the timetable without the bells of the classes in slots that ring on no day of the
// term any more.
func (d *difference) silent(slots []Slot) Timetable {
	t := d.Timetable
	if t.From == 0 || t.To == 0 {
		return t
	}
	classes := map[string]bool{}
	for _, s := range slots {
		for _, c := range s.Classes {
			classes[c] = true
		}
	}
	for i := len(t.Bells) - 1; i >= 0; i-- {
		b := t.Bells[i]
		if _, others := partition(b.Classes, classes); len(others) > 0 {
			continue
		}
		keys, all := map[Key]bool{}, true
		for day := t.From; day <= t.To; day++ {
			for _, l := range t.regular(day) {
				if l.Starts == b.Starts && l.Ends == b.Ends && slices.Equal(l.Classes, b.Classes) {
					c := t.changed(l.Key)
					keys[l.Key], all = true, all && c != nil && c.Now.Date == 0
				}
			}
		}
		if !all || len(keys) == 0 {
			continue
		}
		t.Bells = slices.Delete(slices.Clone(t.Bells), i, i+1)
		t.Changes = slices.DeleteFunc(slices.Clone(t.Changes), func(c Change) bool { return keys[c.Of] && !t.rings(c.Of) })
	}
	return t
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

// repeat has what takes place on more than half of the days of the term on which it could
// repeat, and more than once, repeat; what does not is a lesson more.
func (d difference) repeat() Fitted {
	t := d.Timetable
	out := Fitted{Timetable: t}
	if t.From != 0 && t.To != 0 {
		could, does := map[[2]int]int{}, map[rung]int{}
		for day := t.From; day <= t.To; day++ {
			if t.ordinary(day) {
				r := t.rungAt(Slot{Date: day})
				could[[2]int{r.weekday, r.turn}]++
			}
		}
		for _, s := range d.more {
			if t.ordinary(s.Date) {
				does[t.rungAt(s)]++
			}
		}
		for _, r := range slices.SortedFunc(maps.Keys(does), rung.compare) { // of one time, always in one order
			n := does[r]
			if n > 1 && 2*n > could[[2]int{r.weekday, r.turn}] && (t.Cycle.Turning == Weekly || r.turn > 0) && !t.begins(r) {
				out.Bells = append(out.Bells, r.bell())
			}
		}
		out.Bells = Timetable{Bells: everyWeek(out.Bells, t.Cycle)}.sorted().Bells
	}
	out.depart(d.more)
	return out
}

// ordinary says whether the bells ring on a date as they do in every week or cycle.
func (t Timetable) ordinary(d Date) bool {
	_, odd := t.OddDay(d)
	return !odd && t.holiday(d) == nil && t.InTerm(d)
}

// begins says whether some bell begins when another would: the two would share their keys.
func (t Timetable) begins(r rung) bool {
	return slices.ContainsFunc(t.Bells, func(b Bell) bool {
		return b.Weekday == r.weekday && b.Starts == r.starts && (b.Turn == r.turn || b.Turn == 0 || r.turn == 0)
	})
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

// depart lets the new bells ring, but on days that have no slot for it, and adds the slots for
// which no bell rings.
func (f *Fitted) depart(more []Slot) {
	ring := f.Timetable
	ring.Bells = f.Bells
	wanted := map[Date][]Slot{}
	for _, s := range more {
		wanted[s.Date] = append(wanted[s.Date], s)
	}
	changes := slices.Clone(f.Timetable.Changes)
	if len(f.Bells) > 0 {
		for day := ring.From; day <= ring.To; day++ {
			if odd, is := ring.OddDay(day); is && odd.Own {
				continue // its own bells ring, new or not
			}
			for _, l := range ring.regular(day) {
				at := slices.IndexFunc(wanted[day], func(s Slot) bool {
					return s.Starts == l.Starts && s.Ends == l.Ends && slices.Equal(s.Classes, l.Classes)
				})
				if at < 0 {
					changes = append(changes, Change{Of: l.Key})
					f.Cancelled++
					continue
				}
				wanted[day] = slices.Delete(slices.Clone(wanted[day]), at, at+1)
			}
		}
	}
	for _, day := range slices.Sorted(maps.Keys(wanted)) {
		for _, s := range wanted[day] {
			changes = append(changes, Change{Now: s})
			f.Added++
		}
	}
	f.Timetable.Bells = append(slices.Clone(f.Timetable.Bells), f.Bells...)
	f.Timetable.Changes = changes
	f.Timetable = f.Timetable.sorted()
}

// Differences are how many lessons of classes one timetable has more or fewer than another, and
// how many are at another time of their day.
type Differences struct{ Added, Changed, Lost int }

// Between counts what becomes other of the lessons of every class when one timetable takes the
// place of another: on every day of either term, of a change, of a holiday, of an odd day. Where
// both ring alike without an end, nothing beyond those days differs.
func Between(before, after Timetable) (d Differences) {
	first, last := Date(0), Date(0)
	reach := func(days ...Date) {
		for _, day := range days {
			if day != 0 {
				first, last = cmp.Or(min(first, day), day), max(last, day)
			}
		}
	}
	for _, t := range []Timetable{before, after} {
		reach(t.From, t.To)
		for _, c := range t.Changes {
			reach(c.Of.Date, c.Now.Date)
		}
		for _, h := range t.Holidays {
			reach(h.From, h.To)
		}
		for _, o := range t.Odd {
			reach(o.Date)
		}
	}
	for day := first; day <= last && day != 0; day++ {
		lost, added := taught(before, day), taught(after, day)
		for class, times := range lost {
			for at := range times {
				if added[class][at] {
					delete(times, at)
					delete(added[class], at)
				}
			}
		}
		for class, gone := range lost {
			both := min(len(gone), len(added[class]))
			d.Changed, d.Lost, d.Added = d.Changed+both, d.Lost+len(gone)-both, d.Added-both
		}
		for _, more := range added {
			d.Added += len(more)
		}
	}
	return d
}

// taught is when each class is taught on a date.
func taught(t Timetable, d Date) map[string]map[[2]Minutes]bool {
	all := map[string]map[[2]Minutes]bool{}
	for _, l := range t.On(d) {
		for _, c := range l.Classes {
			if all[c] == nil {
				all[c] = map[[2]Minutes]bool{}
			}
			all[c][[2]Minutes{l.Starts, l.Ends}] = true
		}
	}
	return all
}
