package glaze

// Finish is how a fired surface takes the light, by the kind of glaze that lies on top (common
// practice); it says nothing of colour.
type Finish string

// The finishes.
const (
	Glossy   Finish = "gloss"
	Dull     Finish = "matte"    // dry, no shine
	Breaks   Finish = "breaking" // glossy, thin on edges
	Speckled Finish = "speckled" // glossy, with chips that burst
)

// Finish is how what is fired of the kind takes the light.
func (k Kind) Finish() Finish {
	switch k {
	case Matte, Underglaze:
		return Dull
	case Breaking:
		return Breaks
	case Chips:
		return Speckled
	}
	return Glossy
}
