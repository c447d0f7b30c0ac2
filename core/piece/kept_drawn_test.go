package piece_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"path/filepath"
	"testing"

	"gotest.tools/v3/golden"

	"enkaustos/core/piece"
	"enkaustos/internal/kept"
)

// anyMeasures draws measures of a kind within their bounds, the wilder the less alike the proposed ones, most parts that may
// be there with them.
func anyMeasures(r *rand.Rand, k piece.Kind, wild float64) piece.Measures {
	all, scale := piece.Measures{}, 0.8+0.5*r.Float64()
	for _, m := range k.Measures {
		switch {
		case m.Options != nil:
			all[m.Key] = float64(r.IntN(len(m.Options)))
		case m.Optional && r.IntN(4) == 0:
			all[m.Key] = 0
		case m.At > 0:
			all[m.Key] = m.Default
		case m.Count:
			all[m.Key] = m.Least + math.Floor(r.Float64()*(m.Most-m.Least+1))
		case wild > 0.5 && r.IntN(12) == 0:
			all[m.Key] = m.Least
		default:
			all[m.Key] = math.Max(m.Least, math.Min(m.Most, m.Default*scale*(1+wild*(r.Float64()-0.5))))
		}
	}
	return all
}

// anyMarking draws details of every kind on some surface, textures, clays and joins.
func anyMarking(r *rand.Rand, b piece.Body) (m piece.Marking) {
	on := func() piece.Surface { return b.Surfaces[r.IntN(len(b.Surfaces))] }
	for n := range r.IntN(4) {
		kinds, ground := piece.DetailKinds(), on()
		m.Details = append(m.Details, piece.Detail{ID: fmt.Sprint("d", n), Name: fmt.Sprint("Detail ", n), Kind: kinds[r.IntN(len(kinds))].Kind, On: ground.ID, AreaCM2: ground.AreaCM2 * 0.2 * r.Float64(),
			FromMM: b.HeightMM * 0.5 * r.Float64(), ToMM: b.HeightMM * (0.5 + 0.5*r.Float64()), Optional: r.IntN(3) == 0, Soft: r.IntN(3) == 0, Over: r.IntN(4) == 0})
	}
	m.Textured, m.Clays = map[string]bool{on().ID: true}, map[string]string{on().ID: "OTHER"}
	for _, e := range []piece.Edge{piece.Ridge, piece.Strip, piece.Line, piece.Far} {
		if len(b.Touching) > 0 && r.IntN(2) == 0 {
			pair := b.Touching[r.IntN(len(b.Touching))]
			m.Joins = append(m.Joins, piece.Join{A: pair[0], B: pair[1], Edge: e})
		}
	}
	return m
}

// Bodies of every form with drawn measures and drawn marking stay as they are: surfaces, heights,
// what lies low, how they are drawn and what they need in a kiln.
func TestDrawnFormsStayAsTheyAre(t *testing.T) {
	for _, kind := range piece.Kinds() {
		var page kept.Page
		r := rand.New(rand.NewPCG(4, 2))
		draws := 60
		if kind.Form == piece.Modelled || kind.Form == piece.Odd {
			draws = 20 // found by search, each takes long
		}
		for n := range draws {
			measures := anyMeasures(r, kind, []float64{0.1, 0.3, 0.8, 2.5}[n%4])
			b, err := piece.Build(kind.Form, measures)
			page.Add(fmt.Sprintf("%d: %d surfaces, %.2f mm high, %v", n, len(b.Surfaces), b.HeightMM, err), measures)
			if err != nil {
				continue
			}
			page.Add("  as asked", asked(b)...)
			if marked, err := b.With(anyMarking(r, b)); n%2 == 0 {
				page.Add(fmt.Sprintf("  marked: %d surfaces, %v", len(marked.Surfaces), err), asked(marked)...)
			}
		}
		golden.Assert(t, page.String(), filepath.Join("drawn", string(kind.Form)+".txt"))
	}
}

// asked is all that can be asked of a body.
func asked(b piece.Body) []any {
	all := []any{b.Surfaces, b.Touching, b.Flat, b.Lies, b.Shape, b.Poses, b.NeedsPose, b.MayBeClosed, b.Across(), b.Drawing(), b.Edges(), b.FromAbove(true), b.FromAbove(false), b.Mind(), b.Nesting(), b.Round()}
	for _, h := range []float64{0, 2, 6, 13, b.HeightMM / 3, b.HeightMM / 2, b.HeightMM * 0.9, b.HeightMM} {
		all = append(all, b.Band(h), b.FromBelow(h))
		for _, s := range b.Surfaces {
			all = append(all, b.AreaAboveCM2(s.ID, h))
		}
	}
	for _, s := range b.Surfaces {
		low, high := b.Reach(s.ID)
		all = append(all, low, high, b.Curved(s.ID), b.Neighbours(s.ID), s.Holds())
		for _, o := range b.Surfaces {
			all = append(all, b.Between(s.ID, o.ID))
		}
	}
	return all
}
