package kiln

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"enkaustos/core/outline"
)

// Fault is what is impossible about a kiln: the field, and one sentence.
type Fault struct {
	Key  string // the JSON name of the field
	Text string
}

func (f Fault) Error() string { return f.Text }

// Bounds of what is taken for a kiln, mm: a test kiln to one that is walked into.
const (
	leastKilnMM, mostKilnMM = 120, 3000
	mostShelves             = 30
	mostPosts               = 400 // of one height
)

// Faults lists what is impossible about a kiln; none where it can be packed.
func (k Kiln) Faults() []Fault {
	var c faults
	c.named(k)
	c.inside(k)
	c.shelves(k)
	c.posts(k)
	c.thermocouple(k)
	c.use(k)
	return c
}

// Asks lists what somebody who writes the kiln down is asked: it can be so, and most likely was
// forgotten. None where nothing was.
func (k Kiln) Asks() []Fault {
	posts := 0
	for _, p := range k.Posts {
		posts += p.Count
	}
	if posts > 0 || k.Whole.Count <= 1 {
		return nil
	}
	return []Fault{{"posts", fmt.Sprintf("No posts are written down for %d shelves, so that only the lowest can be used: count the posts, or say that it has one shelf.", k.Whole.Count)}}
}

type faults []Fault

func (c *faults) add(key, text string, args ...any) {
	*c = append(*c, Fault{key, fmt.Sprintf(text, args...)})
}

// between asks for a figure within bounds.
func (c *faults) between(key, name string, v, least, most float64) bool {
	if math.IsNaN(v) || v < least || v > most {
		c.add(key, "%s is %g mm: expected %g to %g mm.", name, v, least, most)
		return false
	}
	return true
}

func (c *faults) named(k Kiln) {
	if strings.TrimSpace(k.Name) == "" {
		c.add("name", "The kiln has no name: give it one, so that a load says where it goes.")
	}
	if !slices.Contains([]Shape{Round, Oval, Octagonal, Rectangular}, k.Shape) {
		c.add("shape", "%q is no shape of a kiln: expected round, oval, octagonal or rectangular.", k.Shape)
	}
	if k.Opening != Lid && k.Opening != Door {
		c.add("opening", "%q is no opening of a kiln: expected lid or door.", k.Opening)
	}
}

func (c *faults) inside(k Kiln) {
	c.between("widthMM", "The inside width", k.WidthMM, leastKilnMM, mostKilnMM)
	c.between("tallMM", "The inside height", k.TallMM, leastKilnMM, mostKilnMM)
	if k.DepthMM != 0 {
		c.between("depthMM", "The inside depth", k.DepthMM, leastKilnMM, mostKilnMM)
	}
	c.between("floorMM", "The gap below the lowest shelf", k.FloorMM, 0, 300)
	c.between("lidMM", "The gap below the lid", k.LidMM, 0, 300)
	c.between("wallMM", "The distance from the walls", k.WallMM, 0, 150)
}

func (c *faults) shelves(k Kiln) {
	s := k.Whole
	c.between("whole.widthMM", "The shelf width", s.WidthMM, 60, mostKilnMM)
	c.between("whole.thickMM", "The shelf thickness", s.ThickMM, 5, 60)
	if s.DepthMM != 0 {
		c.between("whole.depthMM", "The shelf depth", s.DepthMM, 60, mostKilnMM)
	}
	if k.Half.Count > 0 {
		c.between("half.thickMM", "The thickness of a half shelf", k.Half.ThickMM, 5, 60)
	}
	if s.Count < 1 || s.Count > mostShelves {
		c.add("whole.count", "%d whole shelves: expected 1 to %d.", s.Count, mostShelves)
	}
	if k.Half.Count < 0 || k.Half.Count > mostShelves {
		c.add("half.count", "%d half shelves: expected 0 to %d.", k.Half.Count, mostShelves)
	}
	depth := func(width, depth float64) float64 {
		if depth == 0 || k.Shape == Round || k.Shape == Octagonal {
			return width
		}
		return depth
	}
	switch inside, shelf := depth(k.WidthMM, k.DepthMM), depth(s.WidthMM, s.DepthMM); {
	case s.WidthMM > k.WidthMM:
		c.add("whole.widthMM", "The shelf is %g mm wide, the kiln %g mm inside: it does not go in.", s.WidthMM, k.WidthMM)
	case shelf > inside:
		c.add("whole.depthMM", "The shelf is %g mm deep, the kiln %g mm inside: it does not go in.", shelf, inside)
	case k.Standing(Whole).Within(outline.Disc(20)) < 0:
		c.add("wallMM", "%g mm from the walls leave nothing of the shelf to stand on.", k.WallMM)
	}
	if k.FloorMM+s.ThickMM+k.LidMM >= k.TallMM {
		c.add("tallMM", "The lowest shelf and the gaps above and below it are as high as the kiln, %g mm: nothing can stand in it.", k.TallMM)
	}
}

func (c *faults) posts(k Kiln) {
	if k.PerShelf != 3 && k.PerShelf != 4 {
		c.add("perShelf", "%d posts below a shelf: expected 3, or 4 by choice.", k.PerShelf)
	}
	c.between("postMM", "The width of a post", k.PostMM, 10, 120)
	seen := map[float64]bool{}
	for _, p := range k.Posts {
		switch {
		case p.HighMM < 5 || math.IsNaN(p.HighMM) || p.HighMM > mostKilnMM:
			c.add("posts", "A post of %g mm: posts are 5 to %d mm high.", p.HighMM, mostKilnMM)
		case p.Count < 0 || p.Count > mostPosts:
			c.add("posts", "%d posts of %g mm: expected 0 to %d.", p.Count, p.HighMM, mostPosts)
		case seen[p.HighMM]:
			c.add("posts", "Posts of %g mm are there twice: count them together.", p.HighMM)
		}
		seen[p.HighMM] = true
	}
}

func (c *faults) thermocouple(k Kiln) {
	t := k.Thermocouple
	if t.LongMM == 0 {
		return
	}
	if !c.between("thermocouple.longMM", "The thermocouple", t.LongMM, 0, mostKilnMM) {
		return
	}
	if t.HighMM <= 0 || t.HighMM >= k.TallMM || math.IsNaN(t.HighMM) {
		c.add("thermocouple.highMM", "The thermocouple is %g mm above the floor of a kiln %g mm high: it is outside.", t.HighMM, k.TallMM)
	}
	if math.IsNaN(t.Degrees) || t.Degrees < -360 || t.Degrees > 360 {
		c.add("thermocouple.degrees", "The thermocouple stands at %g degrees: expected 0 to 360.", t.Degrees)
		return
	}
	sin, cos := math.Sincos(t.Degrees * math.Pi / 180)
	if wall := k.toWall(cos, sin); t.LongMM > 2*wall {
		c.add("thermocouple.longMM", "The thermocouple reaches %g mm in, and the kiln is %g mm across there: it is outside.", t.LongMM, math.Round(2*wall))
	}
}

func (c *faults) use(k Kiln) {
	if !k.From.Known() || !k.To.Known() || k.To.Cooler(k.From) {
		c.add("from", "Cones %q to %q: expected two cones of the table, the cooler one first.", k.From, k.To)
	}
	if _, err := ParseAtmosphere(string(k.Air)); err != nil || k.Air == "" {
		c.add("air", "%q is no atmosphere: expected oxidation or reduction.", k.Air)
	}
	if k.Minutes < 60 || k.Minutes > 14*24*60 {
		c.add("minutes", "A load takes %d minutes until it is out: expected an hour to two weeks, cooling included.", k.Minutes)
	}
	days := map[int]bool{}
	for _, d := range k.Closed {
		if d < 0 || d > 6 {
			c.add("closed", "%d is no weekday.", d)
		}
		days[int(d)] = true
	}
	if len(days) == 7 {
		c.add("closed", "The kiln may run on no day: leave one.")
	}
}
