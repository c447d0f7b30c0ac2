package judge

import (
	"math"
	"slices"
	"strings"
	"time"

	"enkaustos/core/fault"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/work"
)

// spoil makes something of an event otherwise than anybody should say it; now and then it is still
// fine.
func (h *History) spoil(e *work.Event) {
	some := func() string { return one(h.draw, h.world.Body.Surfaces...).ID }
	for range 1 + h.IntN(2) {
		switch h.IntN(24) {
		case 0:
			e.Surface = one(h.draw, "", "nowhere", some())
		case 1:
			e.Glaze = "nothing"
		case 2:
			e.Felt = one(h.draw, "rough", work.Right, "")
		case 3:
			e.How = one(h.draw, work.Brushed, work.Dipped, work.Sponged, work.Trailed, "spray")
		case 4:
			e.Over = one(h.draw, nil, []string{"nowhere"}, []string{some()}, []string{some(), some()})
		case 5:
			e.DownTo = one(h.draw, -1, 1, h.world.Body.HeightMM, math.NaN())
		case 6:
			e.Seconds = one(h.draw, -1, 120, 120.5)
		case 7:
			e.Density = one(h.draw, 1, 1.5, 2.5, 2.6, -1)
		case 8:
			e.Part = one(h.draw, "middle", work.UpperHalf, work.Above, work.SomeOfIt)
		case 9:
			e.Share = one(h.draw, -0.5, 0.5, 1)
		case 10:
			e.Line = one(h.draw, 0, 10, h.world.Body.HeightMM/2)
		case 11:
			e.Of = one(h.draw, "", "nothing")
		case 12:
			e.Back = one(h.draw, -1, 1, 9)
		case 13:
			e.Text = one(h.draw, "", "nonsense", strings.Repeat("a", 30), strings.Repeat("a", 31), work.CleanFirst, work.NotCleaned, work.ByPin, work.CameOffWet, work.OnCookie, work.OnWash)
		case 14:
			e.Parts = 1
		case 15:
			e.Place = one(h.draw, "attic", work.ReadyShelf, work.Cart)
		case 16:
			e.Cone = one[kiln.Cone](h.draw, "x", "6", "5")
		case 17:
			e.Code = one[matter.Code](h.draw, "nonsense", "damp", "coats-few", "coats-missing", "drying", "foot-unchecked", "")
		case 18:
			e.Came = one(h.draw, "well", fault.Faulty, fault.Stuck, fault.Spoiled)
		case 19:
			e.Fault, e.Clear = one(h.draw, "rust", fault.Drips, fault.Running), h.in(2)
		case 20:
			e.Flow = one(h.draw, "up", fault.ALittle, fault.ToBand)
		case 21:
			e.Done = h.now.Add(one(h.draw, time.Minute, -time.Minute, 0))
		case 22:
			e.Shown, e.Verdict, e.Cover = true, "fine", "fine"
		case 23:
			e.Undoes, e.Seen = one(h.draw, "nothing", e.Undoes), one(h.draw, 0, h.state.Seq)
		}
	}
	if e.Kind == work.Found || e.Kind == work.Repaired {
		harms := slices.Concat(h.state.Damages, h.state.Lost)
		if len(harms) > 0 && h.in(2) {
			e.Of = one(h.draw, harms...).ID
		}
	}
}
