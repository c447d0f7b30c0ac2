package judge

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"enkaustos/core/kiln"
	"enkaustos/core/outline"
)

// wrongKilns are kilns that cannot be, each by what is wrong with the usual one, and the field that
// is named for it; "" where it can be, at a bound.
var wrongKilns = []struct {
	field string
	make  func(*kiln.Kiln)
}{
	{"name", func(k *kiln.Kiln) { k.Name = " " }},
	{"shape", func(k *kiln.Kiln) { k.Shape = "star" }},
	{"", func(k *kiln.Kiln) { k.Shape = kiln.Oval }}, {"", func(k *kiln.Kiln) { k.Shape = kiln.Octagonal }}, {"", func(k *kiln.Kiln) { k.Shape = kiln.Rectangular }},
	{"opening", func(k *kiln.Kiln) { k.Opening = "top" }},
	{"", func(k *kiln.Kiln) { k.Opening = kiln.Door }},
	{"widthMM", func(k *kiln.Kiln) { k.WidthMM = 119; k.Whole.WidthMM = 100 }}, {"", func(k *kiln.Kiln) { k.WidthMM = 120; k.Whole.WidthMM = 120 }},
	{"widthMM", func(k *kiln.Kiln) { k.WidthMM = 3000.5 }}, {"", func(k *kiln.Kiln) { k.WidthMM = 3000 }}, {"widthMM", func(k *kiln.Kiln) { k.WidthMM = math.NaN() }},
	{"tallMM", func(k *kiln.Kiln) { k.TallMM = 119 }}, {"", func(k *kiln.Kiln) { k.TallMM = 120 }}, {"tallMM", func(k *kiln.Kiln) { k.TallMM = 3000.5 }},
	{"depthMM", func(k *kiln.Kiln) { k.DepthMM = 119 }}, {"", func(k *kiln.Kiln) { k.DepthMM = 120 }}, {"depthMM", func(k *kiln.Kiln) { k.DepthMM = 3000.5 }},
	{"floorMM", func(k *kiln.Kiln) { k.FloorMM = -1 }}, {"", func(k *kiln.Kiln) { k.FloorMM = 0 }}, {"floorMM", func(k *kiln.Kiln) { k.FloorMM = 300.5 }}, {"", func(k *kiln.Kiln) { k.FloorMM = 300 }},
	{"lidMM", func(k *kiln.Kiln) { k.LidMM = -1 }}, {"", func(k *kiln.Kiln) { k.LidMM = 0 }}, {"lidMM", func(k *kiln.Kiln) { k.LidMM = 300.5 }}, {"", func(k *kiln.Kiln) { k.LidMM = 300 }},
	{"wallMM", func(k *kiln.Kiln) { k.WallMM = -1 }}, {"", func(k *kiln.Kiln) { k.WallMM = 0 }}, {"wallMM", func(k *kiln.Kiln) { k.WallMM = 150.5 }}, {"", func(k *kiln.Kiln) { k.WallMM = 150 }},
	{"whole.widthMM", func(k *kiln.Kiln) { k.Whole.WidthMM = 59 }}, {"", func(k *kiln.Kiln) { k.Whole.WidthMM = 60 }}, {"whole.widthMM", func(k *kiln.Kiln) { k.Whole.WidthMM = 581 }}, {"", func(k *kiln.Kiln) { k.Whole.WidthMM = 580 }},
	{"whole.thickMM", func(k *kiln.Kiln) { k.Whole.ThickMM = 4 }}, {"", func(k *kiln.Kiln) { k.Whole.ThickMM = 5 }}, {"", func(k *kiln.Kiln) { k.Whole.ThickMM = 60 }}, {"whole.thickMM", func(k *kiln.Kiln) { k.Whole.ThickMM = 60.5 }},
	{"half.thickMM", func(k *kiln.Kiln) { k.Half.ThickMM = 4 }}, {"half.thickMM", func(k *kiln.Kiln) { k.Half.ThickMM = 60.5 }}, {"", func(k *kiln.Kiln) { k.Half = kiln.Shelf{} }},
	{"", func(k *kiln.Kiln) { k.Half.ThickMM = 5 }}, {"", func(k *kiln.Kiln) { k.Half.ThickMM = 60 }},
	{"whole.depthMM", func(k *kiln.Kiln) { k.Whole.DepthMM = 59 }}, {"", func(k *kiln.Kiln) { k.Whole.DepthMM = 60 }}, {"whole.depthMM", func(k *kiln.Kiln) { k.Whole.DepthMM = 3000.5 }},
	{"whole.depthMM", func(k *kiln.Kiln) { k.Shape = kiln.Rectangular; k.DepthMM = 500; k.Whole.DepthMM = 501 }}, {"", func(k *kiln.Kiln) { k.Shape = kiln.Rectangular; k.DepthMM = 500; k.Whole.DepthMM = 500 }},
	{"whole.depthMM", func(k *kiln.Kiln) { k.Shape = kiln.Oval; k.DepthMM = 500 }}, {"", func(k *kiln.Kiln) { k.Shape = kiln.Octagonal; k.DepthMM = 500 }}, {"", func(k *kiln.Kiln) { k.DepthMM = 500 }},
	{"whole.count", func(k *kiln.Kiln) { k.Whole.Count = 0 }}, {"", func(k *kiln.Kiln) { k.Whole.Count = 1 }}, {"", func(k *kiln.Kiln) { k.Whole.Count = 30 }}, {"whole.count", func(k *kiln.Kiln) { k.Whole.Count = 31 }},
	{"half.count", func(k *kiln.Kiln) { k.Half.Count = -1 }}, {"", func(k *kiln.Kiln) { k.Half.Count = 30 }}, {"half.count", func(k *kiln.Kiln) { k.Half.Count = 31 }},
	{"wallMM", func(k *kiln.Kiln) { k.WidthMM, k.Whole.WidthMM, k.WallMM = 300, 300, 140 }}, {"", func(k *kiln.Kiln) { k.WidthMM, k.Whole.WidthMM, k.WallMM = 300, 300, 129 }},
	{"tallMM", func(k *kiln.Kiln) { k.TallMM = 316; k.FloorMM = 275 }}, {"", func(k *kiln.Kiln) { k.TallMM = 316; k.FloorMM = 274 }},
	{"perShelf", func(k *kiln.Kiln) { k.PerShelf = 2 }}, {"", func(k *kiln.Kiln) { k.PerShelf = 4 }}, {"perShelf", func(k *kiln.Kiln) { k.PerShelf = 5 }},
	{"postMM", func(k *kiln.Kiln) { k.PostMM = 9 }}, {"", func(k *kiln.Kiln) { k.PostMM = 10 }}, {"", func(k *kiln.Kiln) { k.PostMM = 120 }}, {"postMM", func(k *kiln.Kiln) { k.PostMM = 121 }},
	{"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 4, Count: 1}} }}, {"", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 5, Count: 1}, {HighMM: 6, Count: 0}} }},
	{"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 3000.5, Count: 1}} }}, {"", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 3000, Count: 400}} }},
	{"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: math.NaN(), Count: 1}} }},
	{"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 50, Count: -1}} }}, {"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 50, Count: 401}} }},
	{"posts", func(k *kiln.Kiln) { k.Posts = []kiln.Post{{HighMM: 50, Count: 1}, {HighMM: 50, Count: 2}} }},
	{"", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: -360, LongMM: 580} }},
	{"thermocouple.longMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, LongMM: -1} }}, {"thermocouple.longMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, LongMM: 581} }},
	{"thermocouple.longMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, LongMM: 3000.5} }},
	{"thermocouple.highMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 0, LongMM: 50} }}, {"thermocouple.highMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 690, LongMM: 50} }},
	{"thermocouple.highMM", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: math.NaN(), LongMM: 50} }},
	{"thermocouple.degrees", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: 361, LongMM: 50} }},
	{"thermocouple.degrees", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: -361, LongMM: 50} }},
	{"thermocouple.degrees", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: math.NaN(), LongMM: 50} }},
	{"", func(k *kiln.Kiln) { k.Thermocouple = kiln.Thermocouple{HighMM: 300, Degrees: 360, LongMM: 50} }},
	{"from", func(k *kiln.Kiln) { k.From = "x" }}, {"from", func(k *kiln.Kiln) { k.To = "x" }}, {"from", func(k *kiln.Kiln) { k.From, k.To = "6", "5" }}, {"", func(k *kiln.Kiln) { k.From, k.To = "6", "6" }},
	{"air", func(k *kiln.Kiln) { k.Air = "" }}, {"air", func(k *kiln.Kiln) { k.Air = "smoke" }}, {"", func(k *kiln.Kiln) { k.Air = kiln.Reduction }},
	{"minutes", func(k *kiln.Kiln) { k.Minutes = 59 }}, {"", func(k *kiln.Kiln) { k.Minutes = 60 }}, {"", func(k *kiln.Kiln) { k.Minutes = 20160 }}, {"minutes", func(k *kiln.Kiln) { k.Minutes = 20161 }},
	{"closed", func(k *kiln.Kiln) { k.Closed = []time.Weekday{-1} }}, {"closed", func(k *kiln.Kiln) { k.Closed = []time.Weekday{7} }},
	{"closed", func(k *kiln.Kiln) { k.Closed = []time.Weekday{0, 1, 2, 3, 4, 5, 6} }}, {"", func(k *kiln.Kiln) { k.Closed = []time.Weekday{0, 1, 2, 3, 4, 6} }}, {"", func(k *kiln.Kiln) { k.Closed = nil }},
}

// writtenKilns holds kilns against what can be, and their shapes against closed forms.
func writtenKilns() []string {
	t := tables{}
	usual := kiln.Usual()
	t.same(fmt.Sprintf("%+v", usual), "{ID: Name: Shape:round WidthMM:580 DepthMM:0 TallMM:690 Opening:lid Thermocouple:{HighMM:0 Degrees:0 LongMM:0} Whole:{WidthMM:530 DepthMM:0 ThickMM:16 Count:5} Half:{WidthMM:0 DepthMM:0 ThickMM:16 Count:2} Posts:[{HighMM:50 Count:6} {HighMM:75 Count:6} {HighMM:100 Count:6} {HighMM:150 Count:6} {HighMM:200 Count:6}] PostMM:38 PerShelf:3 FloorMM:25 LidMM:25 WallMM:25 From:06 To:6 Air:oxidation Closed:[Saturday Sunday] Minutes:1440 Rests:false}", "the usual kiln")
	for i, c := range wrongKilns {
		k := kiln.Usual()
		k.Name = "Kiln"
		c.make(&k)
		var fields []string
		for _, f := range k.Faults() {
			fields = append(fields, f.Key)
			t.says(f.Text, "what is wrong with kiln %d", i)
			t.same(f.Error(), f.Text, "what is wrong with kiln %d as an error", i)
		}
		t.same(c.field == "" && len(fields) == 0 || c.field != "" && slices.Contains(fields, c.field), true, "kiln %d of the wrong ones names %q, expected %q,", i, fields, c.field)
	}
	for posts, whole := range map[int]int{0: 1, 1: 1, 2: 5} {
		k := kiln.Usual()
		k.Posts, k.Whole.Count = []kiln.Post{{HighMM: 50, Count: posts}}, whole
		t.same(len(k.Asks()), 0, "what is asked of a kiln with %d posts and %d shelves", posts, whole)
		k.Posts, k.Whole.Count = []kiln.Post{{HighMM: 50}}, 2+whole
		asks := k.Asks()
		t.same(len(asks) == 1 && asks[0].Key == "posts" && strings.Contains(asks[0].Text, fmt.Sprint(2+whole)), true, "a kiln of %d shelves without posts is asked about", 2+whole)
	}
	t.shapes()
	t.rods()
	t.cooling()
	return t.wrong
}

// near is a figure to a share of it.
func near(a, b float64) bool { return math.Abs(a-b) <= 0.005*math.Abs(b)+1e-9 }

// holds says whether a point on the line from left to right through the middle lies on a shelf.
func holds(shelf outline.Flat, x float64) bool {
	return shelf.Within(outline.Outline{{Core: []outline.Point{{X: x}}}}) >= 0
}

// shapes are areas by closed forms: where pieces stand is the shelf within the walls' distance.
func (t *tables) shapes() {
	for shape, area := range map[kiln.Shape]func(w, d float64) float64{
		kiln.Round: func(w, _ float64) float64 { return math.Pi * w * w / 4 }, kiln.Octagonal: func(w, _ float64) float64 { return 2 * w * w * (math.Sqrt2 - 1) },
		kiln.Rectangular: func(w, d float64) float64 { return w * d }, kiln.Oval: func(w, d float64) float64 { return math.Pi * w * d / 4 },
	} {
		for _, deep := range []float64{0, 400} {
			k := kiln.Usual()
			k.Shape, k.DepthMM, k.Whole.DepthMM = shape, deep, deep
			if k.Whole.WidthMM = 500; deep > 0 {
				k.Whole.DepthMM = 320
			}
			d, shelf := k.DepthMM, k.Whole.DepthMM
			if deep == 0 || shape == kiln.Round || shape == kiln.Octagonal {
				d, shelf = k.WidthMM, k.Whole.WidthMM
			}
			whole := area(500, shelf)
			t.same(near(k.Edge().Area(), area(580, d)), true, "a %s kiln of 580 by %g is %g", shape, d, k.Edge().Area())
			t.same(near(k.Plate(kiln.Whole).Area(), whole), true, "a %s shelf of 500 by %g is %g", shape, shelf, k.Plate(kiln.Whole).Area())
			slit := 2 * k.Plate(kiln.Left).Area()
			t.same(slit < whole && slit > whole*0.985 && near(slit, 2*k.Plate(kiln.Right).Area()), true, "two half %s shelves are %g of %g", shape, slit, whole)
			left, right := k.Plate(kiln.Left), k.Plate(kiln.Right)
			t.same(holds(left, -50) && !holds(left, 50) && holds(right, 50) && !holds(right, -50), true, "half %s shelves lie left and right", shape)
			t.same(near(k.Standing(kiln.Whole).Area(), whole), true, "room on a %s shelf far from the walls", shape)
			t.same(near(k.Litres(), whole*(690-25-25)/1e6), true, "litres of a %s kiln", shape)
			k.WallMM = 100
			t.same(k.Standing(kiln.Whole).Area() < 0.9*whole, true, "walls take room of a %s shelf", shape)
		}
	}
}

// rods are what a thermocouple keeps free.
func (t *tables) rods() {
	k := kiln.Usual()
	_, there := k.Rod(0, 600)
	t.same(there, false, "a rod where there is no thermocouple")
	for degrees, at := range map[float64]outline.Point{0: {X: 1}, 90: {Y: 1}, 180: {X: -1}} {
		for shape, reach := range map[kiln.Shape]float64{kiln.Round: 290, kiln.Octagonal: 290, kiln.Rectangular: 290} {
			k.Shape, k.Thermocouple = shape, kiln.Thermocouple{HighMM: 300, Degrees: degrees, LongMM: 60}
			for _, level := range []struct {
				from, to float64
				is       bool
			}{{0, 600, true}, {0, 275, false}, {0, 275.5, true}, {325, 600, false}, {324.5, 600, true}, {400, 600, false}, {0, 200, false}} {
				rod, there := k.Rod(level.from, level.to)
				t.same(there, level.is, "a rod between %g and %g", level.from, level.to)
				if there {
					x, y := rod[0].Core[0], rod[0].Core[1]
					t.same(near(x.X*at.X+x.Y*at.Y, reach) && near(y.X*at.X+y.Y*at.Y, reach-60), true, "a rod at %g degrees in a %s kiln from %v to %v", degrees, shape, x, y)
				}
			}
		}
	}
	k.Thermocouple.LongMM = 500
	rod, _ := k.Rod(0, 600)
	t.same(near(rod[0].Core[1].X+1, 1) && near(rod[0].Core[1].Y+1, 1), true, "a long rod ends in the middle, at %v", rod[0].Core[1])
	order := kiln.Cones()
	for i, c := range order {
		for _, air := range []kiln.Atmosphere{"", kiln.Oxidation, kiln.Reduction} {
			from, to := slices.Index(order, "06"), slices.Index(order, "6")
			t.same(kiln.Usual().Fires(c, air), from <= i && i <= to && air != kiln.Reduction, "the usual kiln fires cone %s in %q", c, air)
		}
	}
}

// cooling is when a load may be opened: 12 hours after it was lit at the least (common practice).
func (t *tables) cooling() {
	for minutes, hours := range map[int]float64{-5: 12, 0: 12, 60: 1, 719: 719.0 / 60, 720: 12, 721: 12, 5000: 12} {
		cool := kiln.CoolAt(start, minutes)
		t.same(cool.Sub(start).Round(time.Second), time.Duration(hours*float64(time.Hour)).Round(time.Second), "how long a kiln of %d minutes cools", minutes)
		t.same(kiln.Hot("Load", start, cool, minutes), "", "a load that is cool")
	}
	for after, words := range map[time.Duration][]string{0: {"a minute ago", "12 hours more"}, 30 * time.Minute: {"30 minutes ago", "12 hours more"}, 3 * time.Hour: {"3 hours ago", "9 hours more"},
		2 * time.Hour: {"2 hours ago", "10 hours more"}, 11*time.Hour + 59*time.Minute: {"12 hours ago", "a minute more"}, 10*time.Hour + 30*time.Second: {"10 hours ago", "120 minutes more"}, 2 * time.Minute: {"2 minutes ago", "12 hours"},
		100*time.Minute + 40*time.Second: {"101 minutes ago"}, 10*time.Hour + 40*time.Minute: {"11 hours ago", "80 minutes more"}} {
		said := kiln.Hot("Load", start, start.Add(after), 0)
		for _, w := range append(words, "Load was lit") {
			t.same(strings.Contains(said, w), true, "%q says %q,", said, w)
		}
	}
}
