package colour

import (
	"fmt"
	"math"
	"slices"
	"strings"
)

// Flag is a reason not to trust a reading too far.
type Flag string

// The flags, each a sentence's worth of doubt.
const (
	Clipped  Flag = "clipped"  // the camera cut a channel off
	Uneven   Flag = "uneven"   // the glaze is not one colour over the box
	TooSmall Flag = "small"    // too few pixels
	Glare    Flag = "glare"    // more than a third of the box mirrors a lamp
	NoCard   Flag = "no-card"  // no reference: the light's own cast is in it
	OneCard  Flag = "one-card" // only grey: the camera's tones are not known
	Typed    Flag = "typed"    // typed in, not measured
	Outside  Flag = "outside"  // lighter than white or more vivid than a surface can be
	Shadow   Flag = "shadow"   // it lies in a shadow, or the edge of one crosses it
	Lost     Flag = "lost"     // the camera kept nothing of a channel
	Beyond   Flag = "beyond"   // much lighter or darker than the cards reach
	Cards    Flag = "cards"    // the cards disagree
	Lamp     Flag = "lamp"     // vivid, by lamp light or by nobody knows which
)

// Flags lists every flag with its words.
func Flags() []struct {
	Flag  Flag
	Means string
} {
	return []struct {
		Flag  Flag
		Means string
	}{
		{Clipped, "so bright that the camera cut a channel off"},
		{Uneven, "not one colour all over the box"},
		{TooSmall, "too few pixels"},
		{Glare, "over a third is glare"},
		{NoCard, "no card: the light's own cast is in it"},
		{OneCard, "one grey card: light and dark colours may be off"},
		{Typed, "typed in, not measured"},
		{Outside, "not a colour that a surface can have"},
		{Shadow, "in shadow, or half of it: up to 14 off"},
		{Lost, "so vivid in this light that the camera kept nothing of a channel: about 5 off"},
		{Beyond, "lighter or darker than the cards reach: 4 to 8 off"},
		{Cards, "its cards disagree"},
		{Lamp, "vivid, and not by daylight: 5 to 10 off"},
	}
}

// Means puts a flag into words.
func (f Flag) Means() string {
	for _, known := range Flags() {
		if known.Flag == f {
			return known.Means
		}
	}
	return string(f)
}

// Doubts puts flags into one clause, "" where there are none.
func Doubts(flags []Flag) string {
	words := make([]string, len(flags))
	for i, f := range flags {
		words[i] = f.Means()
	}
	return strings.Join(words, "; ")
}

const (
	tooFew       = 200  // pixels
	clippedShare = 0.02 // of the kept pixels
	lostShare    = 0.2  // of the kept pixels
	unevenFrom   = 4.0  // ΔE2000 between blocks of a box and its mean
)

// Reading is the colour of one box.
type Reading struct {
	Lab     Lab
	Scatter float64 // ΔE2000, root mean square of blocks of the box against the whole
	Flags   []Flag
}

// Read reads one box of the picture in the light that its cards showed. The
// error names what is wrong with the box.
func (p Picture) Read(b Box, l Light) (Reading, error) {
	if !b.Inside(p.Width, p.Height) {
		return Reading{}, fmt.Errorf("the box lies outside the picture of %d by %d pixels", p.Width, p.Height)
	}
	return p.read(b, l), nil
}

// Unlit is the light of a picture without a card: as the camera kept it.
func (p Picture) Unlit() Light {
	return Light{space: p.Space, bend: [2]float64{1, 0}, from: -20, to: 0, white: D65}
}

// ReadAll reads the boxes of a rack together, so that one in a shadow stands out from the
// others by the ground around it. The error names the box that lies outside.
func (p Picture) ReadAll(boxes []Box, l Light) ([]Reading, error) {
	all := make([]Reading, len(boxes))
	dark := p.InShadow(boxes, l)
	for i, b := range boxes {
		r, err := p.Read(b, l)
		if err != nil {
			return nil, fmt.Errorf("box %d lies outside the picture of %d by %d pixels", i+1, p.Width, p.Height)
		}
		if dark[i] && !slices.Contains(r.Flags, Shadow) {
			r.Flags = append(r.Flags, Shadow)
		}
		all[i] = r
	}
	return all, nil
}

func (p Picture) read(b Box, l Light) Reading {
	s := p.sample(b)
	if s.pixels == 0 {
		return Reading{Flags: []Flag{TooSmall}}
	}
	x, y := p.middle(b)
	r := Reading{Lab: l.see(s.light, x, y)}
	sum := 0.0
	for _, light := range s.blocks {
		d := Difference(r.Lab, l.see(light, x, y))
		sum += d * d
	}
	if len(s.blocks) > 0 {
		r.Scatter = math.Sqrt(sum / float64(len(s.blocks)))
	}
	flag := func(on bool, f Flag) {
		if on {
			r.Flags = append(r.Flags, f)
		}
	}
	flag(s.pixels < tooFew, TooSmall)
	flag(s.clipped > clippedShare, Clipped)
	flag(s.glare > 1.0/3, Glare)
	flag(r.Scatter > unevenFrom, Uneven)
	flag(l.Levels == 0, NoCard)
	flag(l.Levels == 1, OneCard)
	flag(s.lost > lostShare, Lost)
	flag(s.lit > 0, Shadow)
	flag(l.Levels > 0 && l.beyond(s.light, x, y), Beyond)
	flag(len(l.Doubts) > 0, Cards)
	flag(l.Levels > 0 && r.Lab.Chroma() > l.By.vivid(), Lamp)
	flag(!r.Lab.Valid(), Outside)
	return r
}

// Doubtful says whether a reading has a flag beyond the ones that only say how
// it was made.
func Doubtful(flags []Flag) bool {
	return slices.ContainsFunc(flags, func(f Flag) bool { return f != OneCard && f != Typed })
}
