package outline_test

import (
	"fmt"
	"testing"

	"gotest.tools/v3/golden"
	"pgregory.net/rapid"

	"enkaustos/core/outline"
	"enkaustos/internal/kept"
)

// Outlines that are drawn stay as far apart as they are, and lie as far within flats.
func TestOutlinesStayAsTheyAre(t *testing.T) {
	var page kept.Page
	drawn := rapid.Custom(func(t *rapid.T) [2]outline.Outline { return [2]outline.Outline{polygon(t, "a"), polygon(t, "b")} })
	for i := range 150 {
		pair := drawn.Example(i)
		a, b := pair[0], pair[1].At(outline.Place{X: float64(i - 75), Y: 30, Turn: float64(i) / 9})
		both := append(outline.Oval(90, 60), b...)
		near, is := outline.Nearer(a[0], b[0], 20)
		page.Add(fmt.Sprintf("%d: %.3f apart, nearer %v", i, outline.Gap(a, b), is), outline.PartsApart(a[0], b[0]), near, a.Area(), b.Reach(), both.Grown(5), both.Area(), both.Reach(), a.Round(), b.Round())
		page.Add("  coarser", a[0].Coarser(3), b[0].Coarser(5), both[0].Coarser(8))
		for n, flat := range []outline.Flat{{R: 120}, outline.Flat{R: 120}.Inset(15), outline.Polygon(a[0].Core...), outline.Polygon(b[0].Core...).And(outline.Flat{R: 70}).Inset(3)} {
			low, high := flat.Extent()
			page.Add(fmt.Sprintf("  flat %d: %.3f within, %.1f", n, flat.Within(b), flat.Area()), low, high, flat.Corners(12), flat.Within(a))
		}
	}
	for _, o := range []outline.Outline{outline.Disc(20), outline.Disc(0), outline.Rectangle(40, 20), outline.Oval(40, 20), outline.Oval(20, 20)} {
		page.Add(fmt.Sprint(o.Round()), o, o.Area(), o.Reach())
	}
	golden.Assert(t, page.String(), "outlines.txt")
}
