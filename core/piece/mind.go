package piece

import "slices"

// Mind is what cleaning has to mind on the piece beside dust, in sentences; "" where nothing.
// Where something burnt out of the clay its ash stays behind, and letters and textures keep
// sharp edges (common practice).
func (b Body) Mind() string {
	cut := func(s Surface) bool {
		return s.Textured || slices.Contains([]DetailKind{Letters, Inlay, Sgraffito}, s.Detail)
	}
	if !slices.ContainsFunc(b.Surfaces, cut) {
		return ""
	}
	return "Brush ash and crumbs out of letters and textures; feel for sharp edges, and sand them wet."
}
