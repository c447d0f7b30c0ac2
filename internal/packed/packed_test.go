package packed_test

import (
	"encoding/json"
	"fmt"
	"math/rand"
	"os"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/load"
	"enkaustos/core/outline"
	"enkaustos/internal/packed"
)

// Plans of mixed loads are legal for a checker that shares no geometry with the planner, and hold no
// fewer pieces than first fit; so are those of first fit, which shows that both read the rules alike.
// Two hundred of them: docs/kiln.md.
func TestPlansOutsideOfThePlanner(t *testing.T) {
	for range 4 {
		seed := rand.Int63n(1e9)
		t.Logf("seed %d", seed)
		draw := rand.New(rand.NewSource(seed))
		k, ways := packed.KilnOf(draw), load.Usual()
		pieces := packed.Mixed(draw, 45)
		for i := range pieces {
			pieces[i].Due = 0
		}
		plan, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: load.Second, Seed: seed})
		require.Empty(t, faults)
		require.Empty(t, packed.Illegal(k, ways, pieces, plan))
		first := packed.FirstFit(k, ways, pieces)
		require.Empty(t, packed.Illegal(k, ways, pieces, first))
		require.Empty(t, load.Breaches(k, ways, pieces, first))
		require.GreaterOrEqual(t, packed.Pieces(plan), packed.Pieces(first))
		require.LessOrEqual(t, packed.Pieces(plan), packed.AreaBound(k, ways, pieces))
	}
}

// The checker, and the planner's own, see what is wrong: each spoils a legal plan in one way.
func TestBothCheckersSee(t *testing.T) {
	k, ways := packed.SchoolKiln(), load.Usual()
	pieces := packed.Mixed(rand.New(rand.NewSource(3)), 60)
	made := func() load.Plan {
		plan, faults := load.Find(load.Request{Kiln: k, Ways: ways, Pieces: pieces, Steps: load.Second / 8})
		require.Empty(t, faults)
		require.Greater(t, len(plan.Levels), 1)
		return plan
	}
	for name, spoil := range map[string]func(p *load.Plan){
		"two pieces in one place": func(p *load.Plan) { p.Levels[0].Pieces[0].Place = p.Levels[0].Pieces[1].Place },
		"beyond the edge":         func(p *load.Plan) { p.Levels[0].Pieces[0].Place.X = 300 },
		"the same piece twice":    func(p *load.Plan) { p.Levels[1].Pieces = append(p.Levels[1].Pieces, p.Levels[0].Pieces[0]) },
		"posts too low":           func(p *load.Plan) { p.Levels[1].PostsMM = []float64{50} },
		"posts of no such height": func(p *load.Plan) {
			p.Levels[1].BaseMM += 500 - p.Levels[1].HighMM()
			p.Levels[1].PostsMM = []float64{500}
		},
		"on a post": func(p *load.Plan) {
			at := p.Levels[1].Stands[0]
			p.Levels[0].Pieces[0].Place = outline.Place{X: at.X, Y: at.Y}
		},
		"a piece nobody asked for": func(p *load.Plan) { p.Levels[0].Pieces[0].Piece = "stranger" },
	} {
		plan := made()
		spoil(&plan)
		require.NotEmpty(t, packed.Illegal(k, ways, pieces, plan), name)
		require.NotEmpty(t, load.Breaches(k, ways, pieces, plan), name)
	}
}

// Small loads on as few levels as a MILP solver proved (testdata/levels.json, web/scripts/kiln-model.mjs), or
// one more; how often, says docs/kiln.md.
func TestLevelsBesideTheSolver(t *testing.T) {
	text, err := os.ReadFile("testdata/levels.json")
	require.NoError(t, err)
	var file struct {
		Kiln struct {
			Wide, Deep, Gap, Above float64
			Posts                  []float64
		}
		Loads []struct {
			Tall   float64
			Levels int
			Pieces []struct{ Long, Wide, Tall float64 }
		}
	}
	require.NoError(t, json.Unmarshal(text, &file))
	require.Len(t, file.Loads, 40)
	for i, l := range file.Loads[:8] {
		q := load.Request{Kiln: packed.Blocks(file.Kiln.Wide, file.Kiln.Deep, l.Tall, file.Kiln.Posts), Steps: load.Second / 2,
			Ways: load.Ways{GapMM: file.Kiln.Gap, AboveMM: file.Kiln.Above, Runners: load.RunnersAnywhere}}
		for n, p := range l.Pieces {
			q.Pieces = append(q.Pieces, load.Piece{ID: fmt.Sprint(n), Outline: outline.Rectangle(p.Long, p.Wide), TallMM: p.Tall, Grams: 500})
		}
		plan, faults := load.Find(q)
		require.Empty(t, faults)
		require.Empty(t, packed.Illegal(q.Kiln, q.Ways, q.Pieces, plan))
		require.Empty(t, plan.Out, "load %d", i)
		require.LessOrEqual(t, len(plan.Levels), l.Levels+1, "load %d", i)
		require.GreaterOrEqual(t, len(plan.Levels), l.Levels, "load %d: fewer than is proven for quarter turns", i)
	}
}
