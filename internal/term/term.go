// Package term answers what is still to be fired in a term, who is late for a show, and what would
// save them. All of it is computed on a snapshot: no tap waits for it.
package term

import (
	"bytes"
	"cmp"
	"context"
	"fmt"
	"slices"
	"sync"
	"time"

	"enkaustos/core/lesson"
	coreterm "enkaustos/core/term"
	"enkaustos/internal/contract"
	"enkaustos/internal/exchange"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Term answers what the contract asks of the term.
type Term struct {
	School *school.School

	mu   sync.Mutex // whoever comes while it is gone through waits for the same forecast
	of   *school.Snapshot
	at   time.Time
	kept *ahead
	seen coreterm.Forecast
}

// How often a term is gone through, as often for each remedy, so that what it is said to save is what
// comes of it; where the dice begin; and for how long a forecast is good while nothing happens.
const (
	courses = coreterm.Usual
	seed    = 1
	goodFor = 10 * time.Minute
)

// now is what lies ahead and its forecast, gone through anew where something happened since.
func (t *Term) now() (*ahead, coreterm.Forecast) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if m := t.School.Now(); t.of != m.Snapshot || m.At.Sub(t.at).Abs() > goodFor {
		t.of, t.at, t.kept = m.Snapshot, m.At, Ahead(m)
		t.seen = t.kept.Forecast(courses, seed)
	}
	return t.kept, t.seen
}

func (a *ahead) className(id string) string { return school.Classes.All(a.m.Snapshot)[id].Name }

func dayRange(d coreterm.Days) contract.DayRange {
	return contract.DayRange{Low: d.Low.String(), Middle: d.Middle.String(), High: d.High.String()}
}

func countRange(c coreterm.Count) contract.CountRange {
	return contract.CountRange{Low: c.Low, Middle: c.Middle, High: c.High}
}

// GetTerm is the forecast of the term.
func (t *Term) GetTerm(context.Context, contract.GetTermRequestObject) (contract.GetTermResponseObject, error) {
	a, f := t.now()
	return contract.GetTerm200JSONResponse(a.shown(f)), nil
}

func (a *ahead) shown(f coreterm.Forecast) contract.TermForecast {
	out := contract.TermForecast{Today: a.Today.String(), Waiting: len(a.Pieces), All: countRange(f.All), Late: countRange(f.Late), Last: dayRange(f.Last), Learned: a.Fill.Seen, Courses: courses}
	_, out.Fill, _ = a.Fill.Range80()
	for _, k := range a.Kilns {
		if !k.Rests {
			out.Kilns++
		}
	}
	out.Loads = view.List(f.Loads, func(l coreterm.Loads) contract.TermLoads {
		return contract.TermLoads{Cone: string(l.Batch.Cone), Air: contract.Atmosphere(l.Batch.Air), Bisque: l.Batch.Bisque, Class: view.Some(a.className(l.Batch.Class)), Pieces: l.Pieces, Count: countRange(l.Count), Fires: a.Fires(l.Batch)}
	})
	out.Homes = view.List(f.Homes, func(h coreterm.Home) contract.TermHome {
		return contract.TermHome{Class: h.Class, Name: a.className(h.Class), Pieces: h.Pieces, Days: dayRange(h.Days), Late: countRange(h.Late)}
	})
	out.Course = view.List(f.Course, a.load)
	out.Shows = a.shows(f)
	out.Days = a.days(f)
	return out
}

func (a *ahead) load(l coreterm.Load) contract.TermLoad {
	return contract.TermLoad{Kiln: a.Kilns[l.Kiln].Name, Cone: string(l.Batch.Cone), Air: contract.Atmosphere(l.Batch.Air), Bisque: l.Batch.Bisque,
		Lit: l.Lit.String(), Out: a.Known(l.Out).String(), Pieces: len(l.Pieces), Full: l.Full, Classes: a.classesIn(l)}
}

func (a *ahead) classesIn(l coreterm.Load) []string {
	names := []string{}
	for _, i := range l.Pieces {
		if name := a.className(a.Pieces[i].Class); !slices.Contains(names, name) {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names
}

// mostRisks is how many pieces of a show are named.
const mostRisks = 60

func (a *ahead) shows(f coreterm.Forecast) []contract.TermShow {
	all := school.Shows.Sorted(a.m.Snapshot, func(x, y school.Show) int { return cmp.Compare(x.Date, y.Date) })
	return view.List(all, func(s school.Show) contract.TermShow {
		one := contract.TermShow{Show: seenShow(s), Risks: []contract.TermRisk{}}
		mine := func(i int) bool { return slices.Contains(s.Assignments, a.pieces[i].Assignment) }
		for i := range a.Pieces {
			if mine(i) {
				one.Pieces++
			}
		}
		for _, id := range s.Assignments {
			for _, p := range a.m.PiecesIn(id) {
				if f := p.State.Firing; f != nil && !f.Unloaded.IsZero() && !f.Bisque {
					one.Out++
				}
			}
		}
		one.Late = countRange(f.LateOf(func(i int) bool { return a.Pieces[i].Want == s.Date && mine(i) }))
		for _, r := range f.Risks {
			if p := a.pieces[r.Piece]; a.Pieces[r.Piece].Want == s.Date && mine(r.Piece) && r.Late > 0 && len(one.Risks) < mostRisks {
				student := a.m.Maker(p)
				one.Risks = append(one.Risks, contract.TermRisk{Piece: p.ID, Student: student.Name, Mark: student.Mark, Title: a.m.Assignments[p.Assignment].Name,
					Class: a.className(a.Pieces[r.Piece].Class), Late: r.Late, Out: dayRange(r.Out)})
			}
		}
		return one
	})
}

// days are the days of the wall's calendar: from this Monday until the last load of the
// course is out, and at least four weeks.
func (a *ahead) days(f coreterm.Forecast) []contract.TermDay {
	t := school.Bells.The(a.m.Snapshot)
	from, last := a.Today.Monday(), a.Today.Monday()+4*7-1
	lit, out, home := map[lesson.Date][]string{}, map[lesson.Date][]string{}, map[lesson.Date][]string{}
	for _, l := range f.Course {
		lit[l.Lit] = append(lit[l.Lit], a.called(l))
		if d := a.Known(l.Out); d > 0 {
			out[d] = append(out[d], a.called(l))
			last = max(last, d)
		}
	}
	for _, h := range f.Homes {
		if h.Days.Middle > 0 {
			home[h.Days.Middle] = append(home[h.Days.Middle], a.className(h.Class))
			last = max(last, h.Days.Middle)
		}
	}
	for n, k := range a.Kilns {
		if k.Out > 0 && slices.ContainsFunc(a.Pieces, func(p coreterm.Piece) bool { return p.Cools == n+1 }) {
			out[k.Out] = append(out[k.Out], k.Name)
		}
	}
	shows := map[lesson.Date][]string{}
	for _, s := range school.Shows.All(a.m.Snapshot) {
		shows[s.Date] = append(shows[s.Date], s.Name)
		last = max(last, s.Date)
	}
	var all []contract.TermDay
	for d := from; d <= min(last.Monday()+6, from+mostDays); d++ {
		one := contract.TermDay{Date: d.String(), Holiday: t.Holiday(d), Classes: []string{}, Lit: view.All(lit[d]), Out: view.All(out[d]), Home: view.All(home[d]), Shows: view.All(shows[d])}
		for _, l := range t.On(d) {
			one.Classes = append(one.Classes, school.Called(a.m.Snapshot, l.Classes))
		}
		all = append(all, one)
	}
	return all
}

const mostDays = 26 * 7

// called names a load on a calendar.
func (a *ahead) called(l coreterm.Load) string {
	what := "cone " + string(l.Batch.Cone)
	if l.Batch.Bisque {
		what = "bisque " + what
	}
	return fmt.Sprintf("%s, %s: %d", a.Kilns[l.Kiln].Name, what, len(l.Pieces))
}

// ExportTerm writes firings, unloadings and days of going home as an iCalendar file.
func (t *Term) ExportTerm(context.Context, contract.ExportTermRequestObject) (contract.ExportTermResponseObject, error) {
	a, f := t.now()
	var events []exchange.Event
	var uids []string
	add := func(what string, d lesson.Date, key string) {
		if d > 0 {
			events = append(events, exchange.Event{Name: what, Starts: d.At(0, time.Local), Ends: (d + 1).At(0, time.Local), Days: true})
			uids = append(uids, key+"@enkaustos")
		}
	}
	for n, l := range f.Course {
		add("Light "+a.called(l), l.Lit, fmt.Sprintf("lit-%d", n+1))
		add("Unload "+a.called(l), a.Known(l.Out), fmt.Sprintf("out-%d", n+1))
	}
	for _, h := range f.Homes {
		add(a.className(h.Class)+" takes its work home", h.Days.Middle, "home-"+h.Class)
	}
	for _, s := range school.Shows.All(a.m.Snapshot) {
		add(s.Name, s.Date, "show-"+s.ID)
	}
	var file bytes.Buffer
	name := cmp.Or(school.Names.The(a.m.Snapshot).Name, "Glaze room") + ": kiln"
	err := exchange.WriteCalendar(&file, name, events, func(i int) string { return uids[i] }, a.m.At)
	return contract.ExportTerm200TextcalendarResponse{Body: &file, ContentLength: int64(file.Len())}, err
}
