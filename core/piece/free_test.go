package piece_test

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/piece"
)

func bandOf(b piece.Body, h float64) map[string]float64 {
	parts := map[string]float64{}
	for _, part := range b.Band(h) {
		parts[part.Surface] = part.AreaCM2
	}
	return parts
}

// A box is a prism: every area is a product of its sides.
func TestBoxAgainstPrism(t *testing.T) {
	b := build(t, piece.Box, piece.Measures{"length": 100, "width": 80, "height": 60, "wall": 5, "floor": 8, "lid": 7, "flange": 6})
	require.InEpsilon(t, 2*(100+80)*60/100.0, area(t, b, "exterior"), 1e-9)
	require.InEpsilon(t, (90*70+2*(90+70)*(60-8))/100.0, area(t, b, "interior"), 1e-9)
	require.InEpsilon(t, (100*80-90*70)/100.0, area(t, b, "seat"), 1e-9)
	require.InEpsilon(t, 100*80/100.0, area(t, b, "lid-top"), 1e-9)
	require.InEpsilon(t, 2*(100+80)*6/100.0, bandOf(b, 6)["exterior"], 1e-9, "a straight wall asks for a narrow stripe")
	require.Zero(t, bandOf(b, 5)["lid-edge"], "the lid lies on its flange")
	_, err := piece.Build(piece.Box, piece.Measures{"wall": 30, "length": 60, "width": 60})
	require.ErrorContains(t, err, "leave no hollow")
}

// A window may be as wide as the inside of the longer wall, and no wider.
func TestWindowsFitBetweenTheCorners(t *testing.T) {
	m := piece.Measures{"width": 80, "depth": 100, "height": 90, "wall": 6, "windows": 1, "windowWidth": 88, "windowHeight": 25, "sill": 30}
	_, err := piece.Build(piece.House, m)
	require.NoError(t, err)
	m["windowWidth"] = 88.1
	_, err = piece.Build(piece.House, m)
	require.ErrorContains(t, err, "do not fit into the walls")
}

// A house is a prism with a gabled roof: two gables of ½·w·r and two slopes of
// d·√((w/2)² + r²); windows take away from the walls and give their edges.
func TestHouseAgainstPrism(t *testing.T) {
	m := piece.Measures{"width": 80, "depth": 100, "height": 90, "rise": 30, "wall": 6, "windows": 4, "windowWidth": 20, "windowHeight": 25, "sill": 30, "floor": 0}
	b := build(t, piece.House, m)
	require.InEpsilon(t, (2*(80+100)*90+80*30-4*20*25)/100.0, area(t, b, "walls"), 1e-9)
	require.InEpsilon(t, 2*100*math.Hypot(40, 30)/100, area(t, b, "roof"), 1e-9)
	require.InEpsilon(t, 4*2*(20+25)*6/100.0, area(t, b, "reveals"), 1e-9)
	require.InEpsilon(t, (80*100-68*88)/100.0, area(t, b, "foot"), 1e-9)
	roof, _ := b.Surface("roof")
	require.InDelta(t, math.Atan2(30, 40)*180/math.Pi, roof.SlopeDeg, 1e-9)
	inside, _ := b.Surface("interior")
	require.True(t, inside.Hidden)
	require.Positive(t, bandOf(b, 6)["interior"], "open below, what runs inside meets the shelf")
	require.Equal(t, piece.Ridge, b.Between("roof", "walls"))
	m["floor"] = 8
	require.Zero(t, bandOf(build(t, piece.House, m), 6)["interior"], "on a floor it does not")
	m["windowHeight"] = 80
	_, err := piece.Build(piece.House, m)
	require.ErrorContains(t, err, "do not fit into the walls")
}

func TestBellStandsOnItsRim(t *testing.T) {
	b := build(t, piece.Bell, piece.Measures{"rim": 100, "waist": 100, "crown": 100, "height": 80, "wall": 5, "loop": 24, "loopWidth": 8})
	// Straight walls make it a cylinder; its outside includes the crown (2πrh + πr²).
	require.InEpsilon(t, (2*math.Pi*50*80+math.Pi*50*50)/100, area(t, b, "exterior"), 1e-9)
	require.InEpsilon(t, math.Pi*8*math.Pi*8/100, area(t, b, "loop"), 1e-9, "half a torus (Pappus)")
	require.Positive(t, bandOf(b, 6)["interior"], "hollow below: what runs inside meets the shelf")
	rim, _ := b.Surface("rim")
	require.True(t, rim.Stands)
}

// Knud Thomsen's formula gives the surface of an ellipsoid within 1.061 %:
// 4π ((aᵖbᵖ + aᵖcᵖ + bᵖcᵖ)/3)^(1/p) with p = 1.6075 (from memory).
func TestModelledFormAgainstEllipsoid(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a := rapid.Float64Range(40, 120).Draw(t, "a")
		b := rapid.Float64Range(30, a).Draw(t, "b")
		c := rapid.Float64Range(20, b).Draw(t, "c")
		body := build(t, piece.Modelled, piece.Measures{"length": 2 * a, "width": 2 * b, "height": 2 * c, "spots": 4, "footWidth": 6, "pose": 1})
		const p = 1.6075
		pow := func(x, y float64) float64 { return math.Pow(x, p) * math.Pow(y, p) }
		want := 4 * math.Pi * math.Pow((pow(a, b)+pow(a, c)+pow(b, c))/3, 1/p) / 100
		require.InEpsilon(t, want, area(t, body, "body")+area(t, body, "belly"), 0.022)
		require.InEpsilon(t, 4*math.Pi*9/100, area(t, body, "soles"), 0.02)
	})
}

// A round-bottomed modelled form asks for the cap of a sphere: 2πRh.
func TestBandOfAFlattenedSphere(t *testing.T) {
	const r = 50.0
	b := build(t, piece.Modelled, piece.Measures{"length": 2 * r, "width": 2 * r, "height": 2 * r, "spots": 0, "spot": 40, "pose": 1})
	cut := r - math.Sqrt(r*r-20*20) // what was pressed flat
	require.InEpsilon(t, 2*math.Pi*r*10/100, bandOf(b, 10)["belly"], 0.06, "the zone of a sphere, from the spot up")
	require.InDelta(t, 2*r-cut, b.HeightMM, 0.5)
	require.InEpsilon(t, math.Pi*20*20/100, area(t, b, "spot"), 0.15)
	under := b.FromBelow(10)
	require.InDelta(t, 2*math.Sqrt(2*r*(10+cut)-(10+cut)*(10+cut)), under.Width, 1.5, "√(2Rh − h²) either side")
}

// A body stands where its centre of mass lies over what it stands on.
func TestPoses(t *testing.T) {
	stable := func(b piece.Body) (names []string) {
		for _, p := range b.Poses {
			if p.Stable {
				names = append(names, p.Name)
			}
		}
		return names
	}
	undecided := build(t, piece.Odd, piece.Measures{"lean": 0})
	require.True(t, undecided.NeedsPose)
	require.Contains(t, stable(undecided), "upright")

	// A prism that leans tips over when its top lies beyond its base by more
	// than a prism of even walls allows.
	straight := piece.Measures{"length": 60, "width": 60, "height": 200, "topLength": 60, "topWidth": 60, "pose": 1}
	straight["lean"] = 50 // the middle of the surface leans by 25 mm, less than half the base
	require.False(t, build(t, piece.Odd, straight).NeedsPose)
	straight["lean"] = 70
	_, err := piece.Build(piece.Odd, straight)
	require.ErrorContains(t, err, "It would tip over upright, its weight 5 mm outside what it stands on: it stands ")
	straight["pose"] = 2
	lying := build(t, piece.Odd, straight)
	require.InDelta(t, 60, lying.HeightMM, 1e-6, "on its side it is as high as it was wide")
	side, _ := lying.Surface("sides")
	require.True(t, side.Stands)
	require.Empty(t, bandOf(build(t, piece.Odd, piece.Measures{"pose": 4}), 6)["base"], "on its back, what was below faces up")

	three := build(t, piece.Modelled, piece.Measures{"spots": 3, "pose": 1})
	soles, _ := three.Surface("soles")
	require.True(t, soles.Stands)
	contact := three.FromBelow(6)
	require.NotEmpty(t, contact.Contact)
	_, err = piece.Build(piece.Modelled, piece.Measures{"spots": 0, "spot": 4, "length": 60, "width": 60, "height": 200, "pose": 5})
	require.NoError(t, err, "even a small spot carries what lies straight above it")
}

// Whatever way a free form lies, the area that a height asks for only grows
// with it, and the given areas stay the given areas.
func TestOddAreasStayGiven(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pose := rapid.IntRange(0, 6).Draw(t, "pose")
		front := rapid.Float64Range(20, 400).Draw(t, "front")
		b, err := piece.Build(piece.Odd, piece.Measures{"front": front, "pose": float64(pose)})
		if err != nil {
			t.Skip(err.Error())
		}
		require.InEpsilon(t, front, area(t, b, "front"), 1e-9)
		low, high := rapid.Float64Range(0.5, 40).Draw(t, "low"), rapid.Float64Range(40, 150).Draw(t, "high")
		for id, cm2 := range bandOf(b, low) {
			require.LessOrEqual(t, cm2, bandOf(b, high)[id]+1e-9, id)
		}
	})
}

// A wall that is pulled out by a constant ring grows by Pappus; pulled by 0 it
// is the wall it was, whichever way it was built.
func TestBentWalls(t *testing.T) {
	plain := build(t, piece.Cup, piece.Measures{"rim": 80, "base": 80, "height": 100, "handle": 0})
	barely := build(t, piece.Cup, piece.Measures{"rim": 80, "base": 80, "height": 100, "handle": 0, "bend2": 1e-9})
	for _, id := range []string{"interior", "lip", "exterior", "foot"} {
		require.InEpsilon(t, area(t, plain, id), area(t, barely, id), 1e-6, id)
	}
	bowl := build(t, piece.Bowl, piece.Measures{"rim": 150, "height": 70, "foot": 60})
	bowlBarely := build(t, piece.Bowl, piece.Measures{"rim": 150, "height": 70, "foot": 60, "bend2": 1e-9})
	require.InEpsilon(t, area(t, bowl, "exterior"), area(t, bowlBarely, "exterior"), 5e-3)
	require.InEpsilon(t, bandOf(bowl, 20)["exterior"], bandOf(bowlBarely, 20)["exterior"], 0.03)
	out := build(t, piece.Vase, piece.Measures{"bend2": 10})
	require.Greater(t, area(t, out, "exterior"), area(t, build(t, piece.Vase, nil), "exterior"))
	// What is pulled is where it was pulled to.
	for _, form := range []piece.Form{piece.Bowl, piece.Cup, piece.Mug, piece.Plate, piece.Dish, piece.Vase, piece.Jar, piece.Planter, piece.Bell} {
		before, after := build(t, form, nil).Drawing().Handles, build(t, form, piece.Measures{"bend2": 5}).Drawing().Handles
		require.Len(t, before, 3)
		require.InDelta(t, before[1].X+5, after[1].X, 0.6, form)
		require.InDelta(t, before[1].Y, after[1].Y, 0.01, form)
	}
	require.InDelta(t, build(t, piece.Bowl, nil).Across(), build(t, piece.Bowl, piece.Measures{"bend3": -3}).Across(), 1e-9, "the rim stays where it is")
	plate, plateBarely := build(t, piece.Plate, nil), build(t, piece.Plate, piece.Measures{"bend2": 1e-9})
	for _, s := range plate.Surfaces {
		require.InEpsilon(t, s.AreaCM2, area(t, plateBarely, s.ID), 1e-6, s.ID)
	}
	_, err := piece.Build(piece.Plate, piece.Measures{"bend2": 4, "foot": 180})
	require.ErrorContains(t, err, "make it narrower than the well")
	_, err = piece.Build(piece.Dish, piece.Measures{"bend1": -60})
	require.ErrorContains(t, err, "pull it out again")
	_, err = piece.Build(piece.Bottle, piece.Measures{"bend3": -20})
	require.ErrorContains(t, err, "narrowest")
}

func TestMarking(t *testing.T) {
	cup := build(t, piece.Cup, piece.Measures{"rim": 80, "base": 80, "height": 100, "handle": 0})
	marked, err := cup.With(piece.Marking{
		Details: []piece.Detail{
			{ID: "hoop", Name: "Hoop", Kind: piece.Stripe, On: "exterior", FromMM: 40, ToMM: 60},
			{ID: "moth", Name: "Moth", Kind: piece.Motif, On: "exterior", AreaCM2: 9, Optional: true},
			{ID: "eyes", Name: "Eyes", Kind: piece.Dots, On: "exterior", AreaCM2: 1},
			{ID: "cut", Name: "Cut lines", Kind: piece.Sgraffito, On: "exterior", AreaCM2: 2},
		},
		Joins:    []piece.Join{{A: "lip", B: "exterior", Edge: piece.Ridge}, {A: "interior", B: "lip", Edge: piece.Far}},
		Textured: map[string]bool{"exterior": true}, Clays: map[string]string{"moth": "RED"},
	})
	require.NoError(t, err)
	require.InEpsilon(t, 2*math.Pi*40*20/100, area(t, marked, "hoop"), 1e-9, "a band of a cylinder")
	require.InEpsilon(t, area(t, cup, "exterior")-area(t, marked, "hoop")-9-2, area(t, marked, "exterior"), 1e-9, "dots lie over it and take nothing away")
	moth, _ := marked.Surface("moth")
	require.True(t, moth.Sharp && moth.Optional)
	require.Equal(t, "RED", moth.Clay)
	require.Equal(t, piece.Line, marked.Between("cut", "exterior"))
	require.Equal(t, piece.Touch, marked.Between("moth", "exterior"))
	require.Equal(t, piece.Ridge, marked.Between("exterior", "lip"))
	require.NotContains(t, marked.Neighbours("lip"), "interior")
	require.Contains(t, cup.Neighbours("lip"), "interior", "the form itself is left as it was")
	require.Len(t, cup.Surfaces, 4)
	for _, id := range []string{"hoop", "moth", "eyes", "cut"} {
		require.True(t, strings.Contains(drawn(marked), id), "%s can be pointed at", id)
	}
	for says, m := range map[string]piece.Marking{
		"more than is left":           {Details: []piece.Detail{{ID: "big", Name: "Big", Kind: piece.Panel, On: "lip", AreaCM2: 900}}},
		"no area":                     {Details: []piece.Detail{{ID: "none", Name: "None", Kind: piece.Panel, On: "lip"}}},
		`no surface "roof" to lie on`: {Details: []piece.Detail{{ID: "x", Name: "X", Kind: piece.Panel, On: "roof", AreaCM2: 1}}},
		"up to a higher one":          {Details: []piece.Detail{{ID: "x", Name: "X", Kind: piece.Stripe, On: "exterior", FromMM: 40, ToMM: 40}}},
		"no kind of detail":           {Details: []piece.Detail{{ID: "x", Name: "X", Kind: "glitter", On: "exterior", AreaCM2: 1}}},
		"give the detail another":     {Details: []piece.Detail{{ID: "lip", Name: "Lip", Kind: piece.Dots, On: "exterior", AreaCM2: 1}}},
		"expected two surfaces":       {Joins: []piece.Join{{A: "lip", B: "roof", Edge: piece.Line}}},
		"is no edge":                  {Joins: []piece.Join{{A: "lip", B: "exterior", Edge: "glue"}}},
		"is no short name":            {Details: []piece.Detail{{ID: strings.Repeat("x", 41), Name: "X", Kind: piece.Panel, On: "exterior", AreaCM2: 1}}},
		"to be textured":              {Textured: map[string]bool{"roof": true}},
		"of another clay":             {Clays: map[string]string{"roof": "RED"}},
	} {
		_, err := cup.With(m)
		require.ErrorContains(t, err, says)
	}
	for _, id := range []string{"1x", "-x", "x!", ""} {
		_, err := cup.With(piece.Marking{Details: []piece.Detail{{ID: id, Name: "X", Kind: piece.Panel, On: "exterior", AreaCM2: 1}}})
		require.ErrorContains(t, err, "is no short name", id)
	}
}

func drawn(b piece.Body) (ids string) {
	for _, l := range b.Drawing().Labels {
		ids += l.Surface + " "
	}
	return ids
}

// From below a ring is a ring: its contact is what stands, its limit is how far
// out the wall is lower than the band.
func TestFromBelow(t *testing.T) {
	round := build(t, piece.Bowl, piece.Measures{"rim": 150, "height": 70, "foot": 0})
	r := (75*75 + 70*70) / (2 * 70.0)
	require.InDelta(t, 2*math.Sqrt(2*r*6-36), round.FromBelow(6).Width, 1e-9)
	cup := build(t, piece.Cup, piece.Measures{"rim": 100, "base": 60, "height": 100, "handle": 0})
	require.InDelta(t, 2*(30+20*10/100.0), cup.FromBelow(10).Width, 1e-9, "a flare widens with the height")
	bent := build(t, piece.Cup, piece.Measures{"rim": 100, "base": 60, "height": 100, "handle": 0, "bend2": 1e-9})
	require.InDelta(t, 2*(30+20*10/100.0), bent.FromBelow(10).Width, 1e-3)
	for _, kind := range piece.Kinds() {
		b := build(t, kind.Form, nil)
		low, high := b.FromBelow(3), b.FromBelow(12)
		require.NotEmpty(t, low.Contact, kind.Form)
		require.LessOrEqual(t, low.Width, high.Width+1e-9, kind.Form)
	}
}

// Whatever is marked out on a wall, nothing of it is lost: the ground and what
// lies in it make the wall again, at every height that a band may have.
func TestMarkingKeepsTheWall(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		form := rapid.SampledFrom([]piece.Form{piece.Cup, piece.Vase, piece.House, piece.Box, piece.Bell}).Draw(t, "form")
		plain := build(t, form, nil)
		ground := map[piece.Form]string{piece.House: "walls"}[form]
		if ground == "" {
			ground = "exterior"
		}
		from := rapid.Float64Range(0, 40).Draw(t, "from")
		marked, err := plain.With(piece.Marking{Details: []piece.Detail{
			{ID: "hoop", Name: "Hoop", Kind: piece.Stripe, On: ground, FromMM: from, ToMM: from + rapid.Float64Range(1, 20).Draw(t, "wide")},
			{ID: "star", Name: "Star", Kind: piece.Motif, On: ground, AreaCM2: rapid.Float64Range(0.5, 9).Draw(t, "star"), FromMM: 41, ToMM: 60},
			{ID: "dots", Name: "Dots", Kind: piece.Dots, On: ground, AreaCM2: 2},
		}})
		require.NoError(t, err)
		require.InEpsilon(t, area(t, plain, ground), area(t, marked, ground)+area(t, marked, "hoop")+area(t, marked, "star"), 1e-9)
		h := rapid.Float64Range(0.5, 30).Draw(t, "band")
		before, after := bandOf(plain, h), bandOf(marked, h)
		if from+20 < 41 || h < 41 {
			require.InDelta(t, before[ground], after[ground]+after["hoop"]+after["star"], 1e-6)
		}
		require.InDelta(t, slopeOf(t, plain, ground), slopeOf(t, marked, "star"), 1e-9, "a detail is as steep as its ground")
	})
}

func slopeOf(t require.TestingT, b piece.Body, id string) float64 {
	s, ok := b.Surface(id)
	require.True(t, ok)
	return s.SlopeDeg
}

// A prism that leans has sides that are parallelograms: what of its front lies
// lower than h is h/H of it, and seen from below it reaches as far forward as
// its front does at that height.
func TestLeaningPrism(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		lean := rapid.Float64Range(-20, 20).Draw(t, "lean")
		h := rapid.Float64Range(1, 100).Draw(t, "h")
		b := build(t, piece.Odd, piece.Measures{"length": 80, "width": 60, "height": 120, "topLength": 80, "topWidth": 60, "lean": lean, "front": 90, "pose": 1})
		require.InEpsilon(t, 90*h/120, bandOf(b, h)["front"], 1e-6)
		require.InDelta(t, 80+math.Abs(lean)*h/120, b.FromBelow(h).Width, 1e-6)
		front := slopeOf(t, b, "front")
		require.InDelta(t, math.Atan2(120, math.Abs(lean))*180/math.Pi, front, 1e-6)
		fallen := build(t, piece.Odd, piece.Measures{"length": 80, "width": 60, "height": 120, "topLength": 80, "topWidth": 60, "lean": 0, "pose": 2})
		require.InDelta(t, 60, fallen.HeightMM, 1e-9)
		require.InDelta(t, 120, fallen.FromBelow(1).Height, 1e-6, "it lies as long as it was high")
	})
}

// A modelled form on its feet: its legs are cylinders, 2πrh, cut where they
// meet the body, and the band asks for as much of each as it is high.
func TestLegsAreCylinders(t *testing.T) {
	for _, feet := range []float64{1, 2, 3, 4} {
		b, err := piece.Build(piece.Modelled, piece.Measures{"length": 120, "width": 80, "height": 60, "spots": feet, "footWidth": 30, "footHeight": 20, "pose": 1})
		require.NoError(t, err, feet)
		require.InEpsilon(t, feet*2*math.Pi*15*8/100, bandOf(b, 8)["legs"], 0.02, "%v legs", feet)
		require.InEpsilon(t, feet*math.Pi*15*15/100, area(t, b, "soles"), 0.02)
		contact := b.FromBelow(4).Contact
		require.Equal(t, int(feet), strings.Count(contact, "M"), "each foot is a spot of its own")
		stands := map[string]bool{}
		for _, spot := range strings.Split(contact, "M")[1:] {
			stands[strings.TrimSpace(spot)] = true
		}
		require.Len(t, stands, int(feet), "no two feet stand in one place")
		var across float64
		rows := map[int]bool{}
		for _, spot := range strings.Split(contact, "M")[1:] {
			var x, y float64
			_, err := fmt.Sscanf(strings.TrimSpace(spot), "%f %f", &x, &y)
			require.NoError(t, err, spot)
			across += y
			rows[int(math.Round(x))] = true
		}
		require.InDelta(t, 0, across/feet, 4, "as many to the one side as to the other")
		require.Len(t, rows, []int{1, 1, 2, 2}[int(feet)-1], "side by side")
	}
	_, err := piece.Build(piece.Modelled, piece.Measures{"pose": 1.5})
	require.ErrorContains(t, err, "is none of the choices")
}

// A hollow that is too narrow is refused, and one a little wider is built.
func TestHollowsAreWideEnough(t *testing.T) {
	for _, c := range []struct {
		form piece.Form
		m    piece.Measures
		says string
	}{
		{piece.House, piece.Measures{"width": 30, "wall": 13.1, "windows": 0}, "leave no hollow"},
		{piece.House, piece.Measures{"width": 30, "wall": 12.9, "windows": 0}, ""},
		{piece.House, piece.Measures{"depth": 30, "wall": 13.1, "windows": 0}, "leave no hollow"},
		{piece.House, piece.Measures{"depth": 30, "wall": 12.9, "windows": 0}, ""},
		{piece.House, piece.Measures{"windows": 16, "windowWidth": 60, "windowHeight": 40}, "leave no wall between them"},
		{piece.House, piece.Measures{"windows": 14, "windowWidth": 60, "windowHeight": 40}, ""},
		{piece.Box, piece.Measures{"length": 60, "wall": 13.8}, "flange of the lid leaves no hollow"},
		{piece.Box, piece.Measures{"width": 60, "wall": 13.8}, "flange of the lid leaves no hollow"},
		{piece.Box, piece.Measures{"length": 60, "wall": 13.7}, ""},
		{piece.Box, piece.Measures{"width": 30, "wall": 10.1}, "walls leave no hollow"},
	} {
		_, err := piece.Build(c.form, c.m)
		if c.says == "" {
			require.NoError(t, err, "%s %v", c.form, c.m)
		} else {
			require.ErrorContains(t, err, c.says, "%s %v", c.form, c.m)
		}
	}
}
