package judge

import (
	"fmt"
	"slices"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/survey"
	"enkaustos/core/work"
)

// changeWorld changes the plan, the house, the measures or how the piece stands.
func (h *History) changeWorld() {
	w := h.world
	switch h.IntN(8) {
	case 7:
		w.Doubts = append(slices.Clip(w.Doubts), h.doubt(len(w.Doubts)))
	case 6:
		w.Jar = h.jar()
	case 5:
		w.Bucket = h.bucket()
	case 0:
		w.Plan = h.plan(w)
	case 1:
		w.House = h.house()
	case 2:
		w.Own.Standing.BandMM = float64(h.IntN(16))
	case 3:
		w.Own.Standing.Stilts = !w.Own.Standing.Stilts
	case 4:
		w.Own.Measures = piece.Measures{}
		for k, v := range h.world.Own.Measures {
			w.Own.Measures[k] = v
		}
		kinds := piece.Kinds()
		m := one(h.draw, kinds[slices.IndexFunc(kinds, func(k piece.Kind) bool { return k.Form == w.Form })].Measures...)
		w.Own.Measures[m.Key] = m.Least + float64(h.IntN(2))
		if m.Options == nil && !m.Count {
			w.Own.Measures[m.Key] = m.Default * (0.9 + 0.2*h.Float64())
		}
		if !w.shape() {
			return
		}
	}
	w.Planned++
	h.world = w
	h.Steps = append(h.Steps, Step{At: h.now, World: w})
}

// doubt draws that the jar of A was contaminated, or a cup of it mislabelled, for a while.
func (h *History) doubt(n int) glaze.Doubt {
	d := glaze.Doubt{ID: fmt.Sprintf("d%d", n), What: glaze.Contaminated, Since: h.now.Add(-time.Duration(h.IntN(60)) * time.Hour)}
	if h.in(2) {
		d.What, d.Until = glaze.Mislabelled, h.now
	}
	return d
}

// event draws an event of a kind, with what it could say.
func (h *History) event(k work.Kind) work.Event {
	s := one(h.draw, h.world.Body.Surfaces...)
	id := func() string { return fmt.Sprintf("e%d", 1+h.IntN(len(h.log)+1)) }
	saw := survey.Of(h.world.Case(h.state), h.now).Sight
	e := work.Event{Kind: k, Surface: s.ID, Seen: int64(h.IntN(len(h.log) + 1)), Saw: &saw}
	if h.in(2) {
		e.Seen = h.state.Seq
	}
	switch k {
	case work.Coated:
		e.Glaze, e.Felt = one(h.draw, glazes...).Code, one(h.draw, "", "", work.Thin, work.Thick)
		switch h.IntN(5) {
		case 0:
			e.Surface, e.How, e.Over = "", work.Dipped, []string{s.ID, one(h.draw, h.world.Body.Surfaces...).ID}
			e.DownTo = one(h.draw, 0, 0, h.world.Body.HeightMM/2)
			e.Seconds = one(h.draw, 0, 0, 3, 1, 12.0)
		case 1:
			e.Part = one(h.draw, work.UpperHalf, work.LeftHalf)
		case 2:
			e.Of = id()
		}
		if h.in(6) {
			e.Done = h.now.Add(-time.Duration(h.IntN(40)) * time.Hour)
		}
	case work.Felted:
		e.Of, e.Felt = id(), one(h.draw, work.Thin, work.Thick)
	case work.Answered:
		e.Of, e.Text = id(), one(h.draw, work.SameCoat, work.NextCoat)
	case work.Cleaned:
		e.Text = one(h.draw, "", work.Rinse, work.CleanFirst, work.NotCleaned)
	case work.TouchDry:
		e.Text = one(h.draw, "", work.StillWet)
	case work.Undone:
		e.Undoes = id()
	case work.Resisted:
		e.Text = one(h.draw, "wax", "latex")
	case work.Wiped, work.Scraped:
		e.Back = h.IntN(3)
		if h.in(3) {
			e.Surface, e.Back = "", 0
		}
	case work.Damaged, work.Missing, work.SetAside, work.Noted, work.LeftRoom, work.CameBack, work.Parted, work.Refired, work.Opined:
		e.Text, e.Parts = one(h.draw, "chip", "lid"), 2
	case work.Repaired, work.Found:
		e.Of = one(h.draw, "", id())
	case work.Covered:
		e.Cover = one(h.draw, covers...)
	case work.Checked:
		e.Verdict, e.Parts = one(h.draw, feet...), h.IntN(3)
	case work.Prepared:
		e.Text = one(h.draw, work.OnStilts, work.OnCookie, work.HasHole, work.IsSolid)
	case work.Vouched:
		e.Of = one(h.draw, "d0", "d0", "d1")
	case work.Moved:
		e.Place = work.OwnPlace
	case work.Resulted:
		e.Came = one(h.draw, fault.Sound, fault.Broken, fault.Joined)
	case work.Faulted:
		e.Fault = fault.Running
	case work.Proved:
		e.Felt = work.Thick
	case work.Flowed:
		e.Flow = fault.Stayed
	case work.Loaded, work.Fired, work.Unloaded:
		of := h.world.work(h.state)
		e.Load, e.Cone = "L", of.Next()
		e.Bisque = h.world.Green && len(h.state.Past) == 0
	}
	return e
}
