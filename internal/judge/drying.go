package judge

import (
	"fmt"
	"math"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// dries holds when coats are dry, in a room with a pace of its own, against the judge's reckoning. It
// says what is otherwise; "" where nothing is.
func (h *History) dries(s work.State, now time.Time) string {
	t := tables{}
	house := h.world.House
	damp := func(at time.Time) bool { return at.Day()%2 == 0 }
	kind := func(code string) glaze.Kind { g, _ := jarOf(code); return g.Kind }
	d := work.Drying{House: house, Pace: one(h.draw, 0, 1, 0.8, 1.4), Night: one(h.draw, 0, 1, 0.5, 1.3), Damp: damp, Kind: kind}
	pace := d.Pace
	if pace == 0 {
		pace = 1
	}
	for _, surface := range h.world.Body.Surfaces {
		on := s.On(surface.ID)
		var wet []string
		var until, next time.Time
		near := false // to the bound: there a float decides
		for i, c := range on {
			n := i + 1
			near = near || c.At.Sub(next).Abs() < time.Millisecond
			if i > 0 && c.At.Before(next) && !c.Dated && !on[i-1].Dated {
				wet = append(wet, c.ID)
			}
			if c.OnGlazed {
				n = max(n, 3)
			}
			minutes := house.DryMinutes[min(n, 3)-1]
			if c.OnGlazed {
				minutes *= 2
			}
			if kind(c.Glaze) == glaze.Underglaze {
				minutes = math.Max(minutes, 5)
			}
			minutes *= pace * thickness(c)
			if damp(c.At) {
				minutes *= 1.5
			}
			lasts := time.Duration(minutes * float64(time.Minute))
			share := map[rules.Recoating]float64{rules.WhileDamp: 0, rules.MostlyDry: 2.0 / 3, rules.WhenDry: 1}[house.Recoat]
			until, next = c.At.Add(lasts), c.At.Add(time.Duration(minutes*share*float64(time.Minute)))
		}
		t.at(d.DryAt(on), until, "when the %s is dry", surface.ID)
		t.at(d.RecoatAt(on), next, "when the %s is recoated", surface.ID)
		by := until
		if house.Recoat != rules.WhileDamp {
			by = time.Time{}
		}
		t.at(d.RecoatBy(on), by, "by when the %s is recoated", surface.ID)
		var core []string
		for _, c := range d.LaidWet(on) {
			core = append(core, c.ID)
		}
		t.same(near || fmt.Sprint(core) == fmt.Sprint(wet), true, "%v or %v was laid wet on the %s,", core, wet, surface.ID)
	}
	t.nights(d, s)
	t.dusty(d, s, now)
	if len(t.wrong) > 0 {
		return "drying: " + t.wrong[0]
	}
	return ""
}

// at compares moments to a hundredth of a second.
func (t *tables) at(core, own time.Time, format string, args ...any) {
	if d := core.Sub(own); d.Abs() > 10*time.Millisecond {
		t.same(core.UTC(), own.UTC(), format, args...)
	}
}

// thickness is how many brushed coats a coat is as thick as.
func thickness(c work.Coat) float64 {
	l := lay{coats: thick(work.Event{How: c.How, Seconds: c.Seconds, Density: c.Density}), felt: string(c.Felt), jar: c.Body, dip: c.How == work.Dipped}
	return l.weighs()
}

// nights are how long it dries before the kiln.
func (t *tables) nights(d work.Drying, s work.State) {
	hours := d.House.KilnDryHours * math.Max(1, d.Night)
	half := func(hours float64) time.Duration {
		halves := int(2*hours + 1e-9)
		if 2*hours-float64(halves) > 1e-9 {
			halves++
		}
		return time.Duration(halves) * 30 * time.Minute
	}
	last := start.Add(90 * time.Minute)
	t.same(d.KilnDryAfter(last), last.Add(half(hours)), "when it is dry after a coat to come")
	if s.LastWet.IsZero() {
		t.same(d.KilnDryAt(s).IsZero(), true, "what was never wet is dry")
		return
	}
	if d.Damp(s.LastWet) {
		hours *= 1.5
	}
	for _, c := range s.Coats {
		if c.Felt == work.Thick && s.LastWet.Sub(c.At) < time.Duration(d.House.KilnDryHours*float64(time.Hour)) {
			hours *= 1.25
			break
		}
	}
	t.same(d.KilnDryAt(s).UTC(), s.LastWet.Add(half(hours)).UTC(), "when it is dry enough for the kiln")
}

// dusty is what is known of dust on its clay, or under its first coat.
func (t *tables) dusty(d work.Drying, s work.State, now time.Time) {
	c, days := s.Cleaning, d.House.CleanDays
	dust := func(at time.Time) bool {
		known := !c.Skipped && !c.Sanded && !c.At.IsZero() && !at.Before(c.At)
		return !known || days > 0 && at.Sub(c.At).Hours()/24 > days
	}
	for _, at := range []time.Time{now, c.At, c.At.Add(-1), c.At.Add(73 * time.Hour)} {
		t.same(s.Dust(d.House, at) != "", dust(at), "dust at %v of what was cleaned %+v", at, c)
	}
	var first *lay
	for _, c := range s.Coats {
		l := lay{at: c.At, seq: c.Seq, told: c.Told}
		if !s.FiredOn(c) && (first == nil || l.before(*first)) {
			first = &l
		}
	}
	own := work.Dusty{}
	switch {
	case s.Firing != nil || s.Load != nil:
	case first == nil && dust(now):
		own.Why = "dust"
	case first == nil && days > 0:
		own.Until = c.At.Add(time.Duration(days * 24 * float64(time.Hour)))
	case first != nil && !c.Skipped && now.Sub(first.at) < 12*time.Hour && dust(first.at):
		own = work.Dusty{Why: "dust", Asked: true, Until: first.at.Add(12 * time.Hour)}
	}
	core := s.DustOn(d.House, now)
	t.same(fmt.Sprint(core.Why != "", core.Asked, core.Until.UTC()), fmt.Sprint(own.Why != "", own.Asked, own.Until.UTC()), "the dust to mind")
	t.same(d.ReadyAt(s).IsZero(), !c.Rinsed, "rinsed clay dries")
	if c.Rinsed {
		minutes := 30.0
		if d.Pace > 0 {
			minutes *= d.Pace
		}
		if d.Damp(c.At) {
			minutes *= 1.5
		}
		t.at(d.ReadyAt(s), c.At.Add(time.Duration(minutes*float64(time.Minute))), "how long rinsed clay dries")
	}
}
