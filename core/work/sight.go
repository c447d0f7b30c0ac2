package work

// Sight is what a look sees of how a piece is made and how it will stand. A look is of
// that: where it is another by now, the look says nothing of the piece as it is.
type Sight struct {
	BandMM   float64 `json:"bandMM"`         // how high above the shelf it has to be bare, mm
	Lies     string  `json:"lies,omitempty"` // piece.Body.Lies
	Shape    string  `json:"shape"`          // piece.Body.Shape
	Surfaces string  `json:"surfaces"`       // their IDs, with spaces between
	Stands   string  `json:"stands"`         // the IDs of those that it stands on
}

// How glaze that was left on a foot came off, where no wipe was logged.
const (
	CameOffWet = "wiped"     // the piece has been wet since
	CameOffDry = "scraped"   // dry
	NeverThere = "misjudged" // the look before was wrong
)

// cameOff says how glaze came off a foot.
var cameOff = map[string]string{CameOffWet: "wiped off wet", CameOffDry: "scraped off dry", NeverThere: "the look before was wrong"}

// TakenBack is an event that voided looks and was then undone. An undo takes a coat
// back, and never a look: what was there may still be, where the piece stands.
type TakenBack struct {
	Surfaces []string // that it was on; none for the piece as a whole
	Seq      int64
	Why      string // what a look says that falls by it
}
