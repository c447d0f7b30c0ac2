package school

import (
	"maps"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/rules"
	"enkaustos/core/stock"
	"enkaustos/core/work"
)

// learn works out how far each glaze spreads, from what its jar dropped between two
// looks and what was brushed in between.
func (n *next) learn() {
	n.Learned, n.Spreads = map[string]stock.Learned{}, stock.Spreads{}
	ofClass := map[string][]stock.Drop{}
	levels := map[string][]JarLevel{}
	for _, l := range JarLevels.Sorted(n.Snapshot, func(a, b JarLevel) int { return a.At.Compare(b.At) }) {
		levels[l.Glaze] = append(levels[l.Glaze], l)
	}
	n.looked = map[string]JarLevel{}
	ids := slices.Sorted(maps.Keys(n.Pieces)) // sums are the same to the last bit only in one order
	for _, code := range slices.Sorted(maps.Keys(levels)) {
		seen := levels[code]
		n.looked[code] = seen[len(seen)-1]
		var drops []stock.Drop
		for i := 1; i < len(seen); i++ {
			from, to := seen[i-1], seen[i]
			if to.ML < from.ML { // else it was filled up, or nobody used it
				cm2, class := n.coatedArea(ids, code, from, to)
				drop := stock.Drop{ML: from.ML - to.ML, CM2: cm2}
				if drops = append(drops, drop); class != "" {
					ofClass[class] = append(ofClass[class], drop)
				}
			}
		}
		if learned, known := stock.Learn(drops); known {
			n.Learned[code], n.Spreads[code] = learned, learned.MLPerCM2
		}
	}
	n.Laying = map[string]stock.Learned{}
	for class, drops := range ofClass {
		if learned, known := stock.Learn(drops); known {
			n.Laying[class] = learned
		}
	}
}

// coatedArea is the area of all coats of a glaze that were logged between two looks into its jar,
// in cm², each coat counted for the part of its surface that it covers and a dip for as many
// as it is as thick as; and the class that laid them, "" where several did.
func (n *Snapshot) coatedArea(ids []string, code string, from, to JarLevel) (cm2 float64, class string) {
	g, by := Glazes.All(n)[code], map[string]bool{}
	for _, id := range ids {
		p := n.Pieces[id]
		for _, coat := range p.State.Coats {
			if coat.Glaze == code && coat.At.After(from.At) && !coat.At.After(to.At) {
				as := coat.Layer()
				as.Thick = "" // how thick it felt is what the jar says as well
				area := p.Body.AreaAboveCM2(coat.Surface, coat.DownToMM) * as.Takes(&g)
				if coat.Begun() {
					area *= coat.Share
				}
				cm2 += area
				class = n.ClassOf(p)
				by[class] = true
			}
		}
	}
	if len(by) != 1 {
		class = ""
	}
	return cm2, class
}

// Settled says in a clause why a jar has to be stirred at a moment under a house's rules, for a
// piece, or, where that is "", for any; "" where it is still mixed.
func Settled(m Moment, h rules.House, g *glaze.Glaze, piece string, at time.Time) string {
	var dipped time.Time
	if g.Bucket() {
		dipped = lastDip(m, g.Code, piece)
	}
	return h.Settled(g, dipped, at)
}

// lastDip is when a piece other than one was last dipped into a bucket; zero for never.
func lastDip(m Moment, code, but string) (last time.Time) {
	for id, p := range m.Pieces {
		for i := range p.State.Coats {
			if c := &p.State.Coats[i]; id != but && c.Glaze == code && c.How == work.Dipped && c.At.After(last) {
				last = c.At
			}
		}
	}
	return last
}

// pastChanged says whether coats that a jar's drops were learned from are others now: taken
// back, wiped off, entered afterwards, or on a piece that measures otherwise. A coat that is
// laid now is of the time after the last look, and changes nothing that was learned.
func (n *next) pastChanged() bool {
	learnedFrom := func(p *Piece) (coats []work.Coat) {
		if p == nil {
			return nil
		}
		for _, c := range p.State.Coats {
			if last, known := n.looked[c.Glaze]; known && !c.At.After(last.At) {
				coats = append(coats, c)
			}
		}
		return coats
	}
	for id, old := range n.touched {
		before, now := learnedFrom(old), learnedFrom(n.Pieces[id])
		if !slices.Equal(before, now) || len(now) > 0 && !sameSize(old, n.Pieces[id]) {
			return true
		}
	}
	return false
}

func sameSize(a, b *Piece) bool {
	return a.Body.HeightMM == b.Body.HeightMM && slices.Equal(a.Body.Surfaces, b.Body.Surfaces)
}
