// Package fault is the register of what is seen on fired pieces: the faults of glazing,
// how a piece came out as a whole, and how far its glaze moved. Names and what each looks
// like are common practice.
package fault

import (
	"slices"
	"strings"
)

// Kind names a fault for good: records keep it.
type Kind string

// The faults, the most usual first.
const (
	Streaks  Kind = "streaks"
	Bald     Kind = "bald"
	Crawling Kind = "crawling"
	Running  Kind = "running"
	Pinholes Kind = "pinholes"
	Crazing  Kind = "crazing"
	Colour   Kind = "colour"
	Stripes  Kind = "stripes"
	Lines    Kind = "lines"
	Bleeding Kind = "bleeding"
	Specks   Kind = "specks"
	Rings    Kind = "rings"
	Rubbed   Kind = "rubbed"
	Chipped  Kind = "chipped"
	Pool     Kind = "pool"
	LidStuck Kind = "lid"
	Drips    Kind = "drips"
)

// Fault is what is known of a kind.
type Fault struct {
	Kind  Kind
	Name  string // as it follows a surface: "belly: streaky or see-through"
	Looks string // how it is told from its like, in a sentence
	Key   string // one letter that notes it
}

var register = []Fault{
	{Streaks, "streaky or see-through", "Brush marks or clay show through the colour.", "k"},
	{Bald, "bald spots", "Round or torn places without any glaze.", "d"},
	{Crawling, "crawled or flaked", "The glaze drew back into beads, or came off in scales.", "q"},
	{Running, "ran", "It moved down the wall, in a roll or in drops.", "r"},
	{Pinholes, "pinholes or blisters", "Small holes, or bubbles that stayed.", "p"},
	{Crazing, "crazed", "A net of fine cracks in the glaze, at once or days later.", "z"},
	{Colour, "another colour than hoped", "Its tile, or its maker, promised another.", "l"},
	{Stripes, "stripes of bare clay", "Clay shows in lines along the strokes.", "t"},
	{Lines, "bare dark lines", "Clay shows where two colours should have met.", "n"},
	{Bleeding, "edges bled", "One colour flowed into its neighbour.", "e"},
	{Specks, "specks of another colour", "Dots of a glaze that nobody laid there.", "y"},
	{Rings, "a ring at the foot", "A line or veil of another colour above the foot.", "g"},
	{Rubbed, "colour gone where it was handled", "Fingers, tongs or the table took it off.", "a"},
	{Chipped, "chipped or dry edge", "An edge lost its glaze, or shows it dull.", "h"},
	{Pool, "a pool in a hollow", "Glaze gathered, and stands thick or cracked.", "o"},
	{LidStuck, "lid stuck", "The lid is welded to its seat.", "i"},
	{Drips, "sharp drips", "Drops that cut: they are ground off.", "w"},
}

// All lists the faults, the most usual first.
func All() []Fault { return slices.Clone(register) }

// Of is what is known of a kind; ok is false for none of them.
func Of(k Kind) (f Fault, ok bool) {
	i := slices.IndexFunc(register, func(f Fault) bool { return f.Kind == k })
	if i < 0 {
		return f, false
	}
	return register[i], true
}

// Name is what a kind is called; the kind itself where nobody knows it.
func (k Kind) Name() string {
	if f, ok := Of(k); ok {
		return f.Name
	}
	return string(k)
}

// Names lists the kinds, for a sentence that says what was expected.
func Names() string {
	all := make([]string, len(register))
	for i, f := range register {
		all[i] = string(f.Kind)
	}
	return strings.Join(all[:len(all)-1], ", ") + " or " + all[len(all)-1]
}

// Came is how a piece as a whole came out of a glaze firing.
type Came string

// How a piece can come out.
const (
	Sound   Came = "sound"   // nothing to find fault with
	Spoiled Came = "spoiled" // too much is wrong with it to name
	Stuck   Came = "stuck"   // to its shelf
	Broken  Came = "broken"
	Joined  Came = "joined" // broken, and put together afterwards
	Faulty  Came = "faulty" // something, in records of before faults were named
)

var cames = map[Came]string{Sound: "sound", Spoiled: "spoiled", Stuck: "stuck to its shelf", Broken: "broken", Joined: "joined afterwards", Faulty: "with a fault that nobody named"}

// Says is how a piece came out, as it follows "came out"; "" for none of the ways.
func (c Came) Says() string { return cames[c] }

// Harms is what is wrong with a piece that came out so, and keeps it out of another fire; ""
// for nothing.
func (c Came) Harms() string {
	return map[Came]string{Broken: "broke in the firing", Stuck: "stuck to the shelf", Joined: "was joined after the firing: no glue stands the fire"}[c]
}

// Flow is how far the glaze of a piece moved.
type Flow string

// How far glaze can move.
const (
	Stayed  Flow = "not"
	ALittle Flow = "little"
	ToBand  Flow = "band"  // to the bare band
	OnShelf Flow = "shelf" // over it, onto the shelf
)

var flows = map[Flow]string{Stayed: "did not move", ALittle: "moved a little", ToBand: "moved to the bare band", OnShelf: "ran onto the shelf"}

// Says is how far it moved, as it follows "the glaze"; "" for none of the ways.
func (f Flow) Says() string { return flows[f] }
