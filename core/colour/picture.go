package colour

// Space says what light the numbers of a picture stand for: a curve for each
// channel, then the primaries.
type Space struct {
	// Curve is the linear light, 0 to 1, of each of the 256 values a channel
	// can have: red, green, blue.
	Curve [3][256]float64
	// ToXYZ turns linear red, green and blue into XYZ under D65, row by row.
	ToXYZ [3][3]float64
}

// SRGB is the space of a picture that names none (IEC 61966-2-1).
func SRGB() Space {
	s := Space{ToXYZ: srgbToXYZ}
	for v := range 256 {
		for k := range s.Curve {
			s.Curve[k][v] = linear(float64(v) / 255)
		}
	}
	return s
}

// Picture is a photograph as it was decoded, upright.
type Picture struct {
	Width, Height int
	Pix           []uint8 // red, green, blue; row by row from the top left
	Space         Space
}

// Box is a rectangle in a picture, in its pixels from the top left.
type Box struct{ X, Y, W, H float64 }

// Inside says whether the box lies within a picture of width w and height h.
func (b Box) Inside(w, h int) bool {
	return b.W > 0 && b.H > 0 && b.X >= 0 && b.Y >= 0 && b.X+b.W <= float64(w) && b.Y+b.H <= float64(h)
}

// middle is where the box lies, with both sides of the picture from -1 to 1.
func (p Picture) middle(b Box) (x, y float64) {
	return 2*(b.X+b.W/2)/float64(p.Width) - 1, 2*(b.Y+b.H/2)/float64(p.Height) - 1
}
