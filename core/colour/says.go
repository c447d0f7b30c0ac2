package colour

import "fmt"

// Says is what the cards of a photograph can and cannot do; the figures are
// those of docs/accuracy.md.
func (l Light) Says() string {
	var text string
	switch l.Levels {
	case 0:
		return "No card: the light's own cast and brightness are in these colours. Use them to compare tiles of this photograph, not to keep."
	case 1:
		text = "One grey: the cast is taken out, but how the camera bends light and dark tones is not known. Very light and very dark glazes may be off by 4 to 8."
	case 2:
		text = "Two greys: the cast and most of the camera's tones are taken out."
	default:
		text = "White, grey and black: the cast and the camera's tones are taken out. " + l.By.promise()
	}
	switch {
	case l.Places < 2:
		return text + " All cards lie in one place, so light that falls off across the rack is not evened out: put a card at each end."
	case l.Places == 2:
		return text + " Light that falls off is evened out along the line between the two cards, and not across it."
	}
	return text + fmt.Sprintf(" Light that falls off is evened out between the %d places.", l.Places)
}

// promise is how near three patches bring a tile by that light.
func (k LightKind) promise() string {
	switch k {
	case Daylight:
		return "By daylight half of all tiles come within about 1, nearly all within 3."
	case LampLight:
		return "By lamp light half of all tiles come within about 1.5; vivid greens, yellows, reds and deep blues may be off by 5 to 10."
	}
	return "By daylight half of all tiles come within about 1; by lamp light vivid ones may be off by 5 to 10: say which it was."
}
