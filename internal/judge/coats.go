package judge

import (
	"math"
	"slices"

	"enkaustos/core/work"
)

// thick is how many brushed coats a coat is at the least: a usual dip of three seconds in a
// bucket of 1.45 is two and a half (from memory), more by the root of its seconds and by the
// dry matter of its bucket.
func thick(e work.Event) float64 {
	if e.How != work.Dipped {
		return 1
	}
	coats := 2.5
	if e.Seconds > 0 {
		coats *= math.Sqrt(e.Seconds / 3)
	}
	if e.Density > 0 {
		coats *= (e.Density - 1) / 0.45
	}
	return coats
}

// stageOf is how many of its firings were lit before something was done.
func (t *tale) stageOf(e work.Event) (n int) {
	for _, lit := range t.lit {
		if !earlier(e, lit) {
			n++
		}
	}
	return n
}

func (t *tale) coated(e work.Event, on []string) {
	if t.boneDry && earlier(e, t.boneAt) {
		t.boneDry = false
	}
	if e.Of != "" {
		for i := range t.coats {
			if t.coats[i].id == e.Of && t.coats[i].begun {
				t.coats[i].begun, t.coats[i].at, t.coats[i].told = e.Part != "", when(e), !e.Done.IsZero()
				t.coats[i].stage, t.coats[i].last = t.stageOf(e), e
				if e.Felt != "" {
					t.coats[i].felt = string(e.Felt)
				}
				return
			}
		}
		return
	}
	for _, s := range on {
		c := lay{last: e, of: e, id: e.ID, surface: s, glaze: e.Glaze, seq: e.Seq, at: when(e), dip: e.How == work.Dipped, begun: e.Part != "", downTo: e.DownTo, coats: thick(e), felt: string(e.Felt), jar: e.Body, told: !e.Done.IsZero(), stage: t.stageOf(e)}
		if e.Doubts != "" {
			t.doubts = append(t.doubts, c)
			continue
		}
		at := len(t.coats)
		if !e.Done.IsZero() {
			for i, other := range t.coats {
				if other.surface == s && other.at.After(c.at) {
					at = i
					break
				}
			}
		}
		t.coats = slices.Insert(t.coats, at, c)
	}
}

func (t *tale) answered(e work.Event) {
	var open []lay
	for _, c := range t.doubts {
		switch {
		case c.id != e.Of:
			open = append(open, c)
		case e.Text == work.NextCoat:
			at := len(t.coats)
			for i, other := range t.coats {
				if other.seq > c.seq {
					at = i
					break
				}
			}
			t.coats = slices.Insert(t.coats, at, c)
		}
	}
	t.doubts = open
}

// off takes the last coats of a surface away that are not fired on.
func (t *tale) off(surface string, n int, tablet bool) {
	for i := len(t.coats) - 1; i >= 0 && n > 0; i-- {
		if t.coats[i].surface == surface && t.coats[i].stage == t.firings() {
			if tablet {
				t.gone = append(t.gone, t.coats[i])
			}
			t.coats = slices.Delete(t.coats, i, i+1)
			n--
		}
	}
}
