package school

import (
	"cmp"
	"maps"
	"slices"
	"strings"
	"time"

	"enkaustos/core/lesson"
	"enkaustos/core/stock"
)

// PoursOf are what was poured out of jars for a lesson and came back, in order.
func PoursOf(s *Snapshot, lesson string) []Pour {
	var all []Pour
	for _, p := range Pours.All(s) {
		if p.Lesson == lesson {
			all = append(all, p)
		}
	}
	slices.SortFunc(all, func(a, b Pour) int { return cmp.Or(a.At.Compare(b.At), strings.Compare(a.ID, b.ID)) })
	return all
}

// cupsStand is how long after the bell of a lesson what was poured for it may still stand in
// cups; and nobody pours earlier before one than that.
const cupsStand, cupsWait = time.Hour, 7 * 24 * time.Hour

// InCups is what of each glaze stands in the cups of lessons that are not over, mL by code: what
// was poured less what came back and what was laid since.
func InCups(m Moment) map[string]float64 {
	all, first := map[string]float64{}, map[string]time.Time{}
	for _, p := range Pours.Sorted(m.Snapshot, func(a, b Pour) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) }) {
		if !m.stands(p) {
			continue
		}
		all[p.Glaze] += p.ML
		if at, known := first[p.Glaze]; !known || p.At.Before(at) {
			first[p.Glaze] = p.At
		}
	}
	for code := range all {
		all[code] = max(0, all[code]-m.laidSince(code, first[code])*m.Spreads.Of(code))
	}
	return all
}

// stands says whether the lesson of a pour is not over.
func (m Moment) stands(p Pour) bool {
	if m.At.Sub(p.At) > cupsWait { // this is asked with every list: years of pours are passed over at once
		return false
	}
	key, err := lesson.ParseKey(p.Lesson)
	if err != nil {
		return false
	}
	l, ok := Bells.The(m.Snapshot).Find(key)
	return ok && m.At.Before(l.Rings(time.Local).Add(cupsStand))
}

// LastLook is what somebody saw in a jar last; ok is false where nobody looked.
func LastLook(m Moment, code string) (last JarLevel, ok bool) {
	last, ok = m.looked[code]
	return last, ok
}

// ShouldML is what a jar holds by the last look into it and what was poured and laid since, mL;
// known is false where nobody looked.
func ShouldML(m Moment, code string) (ml float64, known bool) {
	last, known := LastLook(m, code)
	if !known {
		return 0, false
	}
	poured, back := 0.0, 0.0
	for _, p := range Pours.Sorted(m.Snapshot, func(a, b Pour) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) }) {
		if p.Glaze == code && p.At.After(last.At) {
			poured, back = poured+max(0, p.ML), back+max(0, -p.ML)
		}
	}
	laid := 0.0
	if poured == 0 {
		laid = m.laidSince(code, last.At) * m.Spreads.Of(code)
	}
	return stock.ShouldML(last.ML, poured, back, laid), true
}

// laidSince is the area of the coats of a glaze that were laid since a moment, in cm².
func (m Moment) laidSince(code string, since time.Time) float64 {
	cm2, _ := m.Snapshot.coatedArea(slices.Sorted(maps.Keys(m.Pieces)), code, JarLevel{At: since}, JarLevel{At: m.At})
	return cm2
}
