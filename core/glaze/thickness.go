package glaze

// Thickness is how thick a coat is meant to be, or felt to the one who laid or touched it.
type Thickness string

// How thick a coat can be; "" counts as Usual.
const (
	Light Thickness = "thin"
	Usual Thickness = "right"
	Heavy Thickness = "thick"
)

// What a coat counts as that is not as usual (from memory).
const (
	LightCoat = 0.6
	HeavyCoat = 1.7
)

// Known says whether it is one of the three.
func (t Thickness) Known() bool { return t == Light || t == Usual || t == Heavy }

// Coats is how many usual coats one such coat is as thick as.
func (t Thickness) Coats() float64 {
	switch t {
	case Light:
		return LightCoat
	case Heavy:
		return HeavyCoat
	}
	return 1
}

// word is how a stack says it: "2 heavy". "" for a usual coat.
func (t Thickness) word() string {
	switch t {
	case Light:
		return "light"
	case Heavy:
		return "heavy"
	}
	return ""
}
