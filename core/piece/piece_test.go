package piece_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/integrate/quad"
	"pgregory.net/rapid"

	"enkaustos/core/piece"
)

func area(t require.TestingT, b piece.Body, id string) float64 {
	s, ok := b.Surface(id)
	require.True(t, ok, id)
	return s.AreaCM2
}

func build(t require.TestingT, form piece.Form, m piece.Measures) piece.Body {
	b, err := piece.Build(form, m)
	require.NoError(t, err)
	return b
}

// A round-bottomed bowl is a spherical cap: its area is π(a² + h²) from rim
// radius a and height h alone, a closed form that does not go through the
// radius of the sphere as the code does.
func TestBowlAgainstSphericalCap(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.Float64Range(40, 200).Draw(t, "rim radius")
		h := rapid.Float64Range(30, a).Draw(t, "height")
		b := build(t, piece.Bowl, piece.Measures{"rim": 2 * a, "height": h, "wall": 5, "foot": 0})
		require.InEpsilon(t, math.Pi*(a*a+h*h)/100, area(t, b, "exterior"), 1e-9)

		// The interior is the cap of the concentric sphere, R − 5 mm.
		R := (a*a + h*h) / (2 * h)
		require.InEpsilon(t, 2*math.Pi*(R-5)*(h-5)/100, area(t, b, "interior"), 1e-9)
	})
}

// With a foot ring the body is the same shell; the numerical reference is
// gonum's quadrature of 2π r ds along the profile.
func TestFootedBowlAgainstQuadrature(t *testing.T) {
	b := build(t, piece.Bowl, piece.Measures{"rim": 160, "height": 75, "wall": 6, "foot": 64, "footWidth": 8, "hollow": 5})
	a, depth := 80.0, 70.0
	R := (a*a + depth*depth) / (2 * depth)
	turned := func(r float64) float64 { return 2 * math.Pi * r * R / math.Sqrt(R*R-r*r) } // 2π r ds/dr on a sphere
	require.InEpsilon(t, quad.Fixed(turned, 32, a, 200, nil, 0)/100, area(t, b, "exterior"), 1e-6)
	require.InEpsilon(t, quad.Fixed(turned, 0, 24, 200, nil, 0)/100, area(t, b, "underside"), 1e-6)
	at := func(r float64) float64 { return 5 + R - math.Sqrt(R*R-r*r) }
	ring := math.Pi*(32*32-24*24) + 2*math.Pi*32*at(32) + 2*math.Pi*24*at(24)
	require.InEpsilon(t, ring/100, area(t, b, "foot"), 1e-9)
}

// A cup is a frustum, π(r₁ + r₂)s, and a straight one a cylinder, 2πrh; the
// handle is half a torus when its strap is round (Pappus: πR · 2πr).
func TestCupAgainstFrustumCylinderTorus(t *testing.T) {
	none := piece.Measures{"rim": 90, "base": 60, "height": 80, "wall": 5, "floor": 6, "handle": 0}
	b := build(t, piece.Cup, none)
	require.InEpsilon(t, math.Pi*(45+30)*math.Hypot(15, 80)/100, area(t, b, "exterior"), 1e-9)
	require.InEpsilon(t, math.Pi*30*30/100, area(t, b, "foot"), 1e-9)
	require.InEpsilon(t, math.Pi*(45*45-40*40)/100, area(t, b, "lip"), 1e-9)

	round := piece.Measures{"rim": 80, "base": 80, "height": 100, "wall": 5, "floor": 6, "handle": 60, "strap": 10, "strapWidth": 10}
	b = build(t, piece.Cup, round)
	require.InEpsilon(t, math.Pi*25*2*math.Pi*5/100, area(t, b, "handle"), 1e-9)
	require.InEpsilon(t, (2*math.Pi*40*100-2*math.Pi*5*5)/100, area(t, b, "exterior"), 1e-9, "less the two joints")
	require.InEpsilon(t, (2*math.Pi*35*94+math.Pi*35*35)/100, area(t, b, "interior"), 1e-9)
}

func TestSlab(t *testing.T) {
	b := build(t, piece.Slab, piece.Measures{"length": 200, "width": 100, "thickness": 10})
	require.InDelta(t, 200, area(t, b, "face"), 1e-9)
	require.InDelta(t, 60, area(t, b, "edge"), 1e-9)
	require.InDelta(t, 200, area(t, b, "back"), 1e-9)
}

// What has to stay bare on a round bottom is the cap of height h: a circle of
// radius √(2Rh − h²) and an area of 2πRh (common practice; Archimedes).
func TestBandOfRoundBottom(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.Float64Range(40, 200).Draw(t, "rim radius")
		depth := rapid.Float64Range(30, a).Draw(t, "height")
		h := rapid.Float64Range(1, 13).Draw(t, "band")
		b := build(t, piece.Bowl, piece.Measures{"rim": 2 * a, "height": depth, "wall": 5, "foot": 0})
		R := (a*a + depth*depth) / (2 * depth)
		band := b.Band(h)
		require.Equal(t, "exterior", band[0].Surface)
		require.Len(t, band, 1, "no run can leave the interior, however low its floor")
		require.InEpsilon(t, math.Sqrt(2*R*h-h*h), band[0].OutlineMM, 1e-9)
		require.InEpsilon(t, 2*math.Pi*R*h/100, band[0].AreaCM2, 1e-9)
	})
}

func TestBandOfOtherForms(t *testing.T) {
	cup := build(t, piece.Cup, piece.Measures{"rim": 80, "base": 80, "height": 100, "handle": 0, "floor": 8})
	got := map[string]float64{}
	for _, part := range cup.Band(6) {
		got[part.Surface] = part.AreaCM2
	}
	require.Len(t, got, 2)
	require.InEpsilon(t, 2*math.Pi*40*6/100, got["exterior"], 1e-9, "a narrow stripe on a straight wall")
	require.InEpsilon(t, math.Pi*40*40/100, got["foot"], 1e-9)

	slab := build(t, piece.Slab, nil)
	require.Equal(t, []string{"edge", "back"}, []string{slab.Band(6)[0].Surface, slab.Band(6)[1].Surface})
	require.Len(t, slab.Band(30), 2, "a face that lies upward is never in the band, however thin the slab")
}

func anyBody(t *rapid.T) piece.Body {
	kind := rapid.SampledFrom(piece.Kinds()).Draw(t, "form")
	m := piece.Measures{}
	for _, measure := range kind.Measures {
		switch {
		case measure.Options != nil || measure.Count:
			m[measure.Key] = float64(rapid.IntRange(0, int(measure.Most)).Draw(t, measure.Key))
		case measure.At > 0:
			m[measure.Key] = rapid.Float64Range(-12, 12).Draw(t, measure.Key)
		default:
			m[measure.Key] = rapid.Float64Range(measure.Least, math.Min(measure.Most, math.Max(2*measure.Least, measure.Default*2))).Draw(t, measure.Key)
		}
		if measure.Optional && rapid.Bool().Draw(t, "no "+measure.Key) {
			m[measure.Key] = 0
		}
	}
	b, err := piece.Build(kind.Form, m)
	if err != nil {
		t.Skip(err.Error())
	}
	return b
}

func TestEveryBodyIsWhole(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := anyBody(t)
		low := rapid.Float64Range(0.1, 20).Draw(t, "low")
		high := low + rapid.Float64Range(0, 20).Draw(t, "more")
		sum := func(h float64) (total float64) {
			for _, part := range b.Band(h) {
				require.Positive(t, part.AreaCM2)
				total += part.AreaCM2
			}
			return total
		}
		require.LessOrEqual(t, sum(low), sum(high)+1e-9, "a higher band asks for more bare clay")
		all := 0.0
		for _, s := range b.Surfaces {
			if s.Upward || s.Recess {
				continue
			}
			require.Positive(t, s.AreaCM2, s.ID)
			require.NotEmpty(t, b.Neighbours(s.ID))
			all += s.AreaCM2
		}
		require.InEpsilon(t, all, sum(1e6), 1e-9, "the band of everything is everything")
		labelled := map[string]bool{}
		for _, l := range b.Drawing().Labels {
			labelled[l.Surface] = true
		}
		require.Len(t, labelled, len(b.Surfaces), "every surface can be pointed at")
		for _, shape := range b.Drawing().Shapes {
			require.NotContains(t, shape.Path, "NaN")
		}
	})
}

func TestRefusedMeasurements(t *testing.T) {
	for name, c := range map[string]struct {
		form piece.Form
		m    piece.Measures
		says string
	}{
		"negative":               {piece.Bowl, piece.Measures{"rim": -10}, "Rim diameter is -10 mm: expected 40 to 600 mm."},
		"not a number":           {piece.Cup, piece.Measures{"height": math.NaN()}, "Height is NaN mm"},
		"wall thicker than cup":  {piece.Cup, piece.Measures{"rim": 30, "base": 30, "wall": 16, "handle": 0}, "thicker than the cup's radius"},
		"wall thicker than bowl": {piece.Bowl, piece.Measures{"rim": 40, "height": 60, "wall": 25, "foot": 0}, "thin the wall"},
		"foot wider than rim":    {piece.Bowl, piece.Measures{"foot": 150}, "narrower than the rim"},
		"ring wider than radius": {piece.Bowl, piece.Measures{"foot": 30, "footWidth": 16}, "wider than its own radius"},
		"handle above the wall":  {piece.Cup, piece.Measures{"height": 60, "handle": 60}, "lower its height"},
		"unknown measurement":    {piece.Slab, piece.Measures{"lid": 3}, `no measurement "lid"`},
		"unknown form":           {"teapot", nil, "expected one of bowl, cup, mug"},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := piece.Build(c.form, c.m)
			require.ErrorContains(t, err, c.says)
		})
	}
}

func ExampleBuild() {
	bowl, _ := piece.Build(piece.Bowl, piece.Measures{"rim": 150, "height": 70, "foot": 0})
	for _, s := range bowl.Surfaces {
		fmt.Printf("%s %.0f cm²\n", s.Name, s.AreaCM2)
	}
	fmt.Printf("bare circle of %.1f mm under a band of 6 mm\n", bowl.Band(6)[0].OutlineMM)
	// Output:
	// Interior 278 cm²
	// Lip 27 cm²
	// Exterior 331 cm²
	// bare circle of 29.4 mm under a band of 6 mm
}
