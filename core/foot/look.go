package foot

// Cover is what a look all round says of how the glaze covers.
type Cover string

// What can be seen (common practice).
const (
	Even Cover = "even" // no bald spot, no missed edge or texture, no lump
	Bald Cover = "bald" // clay shows through in a spot
	Gap  Cover = "gap"  // a strip between two colours, an edge or a rim was missed
	Lump Cover = "lump" // dry lumps or a thick run
)

// CoverGuide is a verdict on the cover with its words.
type CoverGuide struct {
	Cover Cover
	Name  string
	Means string
	Way   string // what to do; "" where nothing is to be done
}

// CoverGuides lists what is offered to the one who looks.
func CoverGuides() []CoverGuide {
	return []CoverGuide{
		{Cover: Even, Name: "Even all round", Means: "No bald spot, no missed edge, no lump.", Way: ""},
		{Cover: Bald, Name: "Bald spot", Means: "Clay shows through.", Way: "Dab glaze on the spot until it is as thick as around it, log the patch, look again."},
		{Cover: Gap, Name: "Gap", Means: "A strip, an edge or the texture was missed.", Way: "Fill it up to the next colour, log the patch, look again."},
		{Cover: Lump, Name: "Lump", Means: "Dry lumps, or a run that stands proud.", Way: "Rub it level with a finger over a wet sponge, patch where the clay shows, look again."},
	}
}

// Guide finds the words of a verdict on the cover.
func (c Cover) Guide() (CoverGuide, bool) {
	for _, g := range CoverGuides() {
		if g.Cover == c {
			return g, true
		}
	}
	return CoverGuide{}, false
}

// Spot is a place where glaze was found, on the piece seen from below: mm from
// the middle of what it stands on, x to the right, y down as it is drawn.
type Spot struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}
