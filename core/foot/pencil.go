package foot

import "math"

// PencilMM is the lowest height at which a pencil that lies flat on a table draws: half its
// thickness, 3.5 to 4 mm (common practice).
const PencilMM = 3.5

// PencilUnder is how much has to lie under a pencil so that it draws the line of a band of a
// height in mm, or higher, in whole mm; 0 where it lies on the table.
func PencilUnder(bandMM float64) float64 { return math.Max(0, math.Ceil(bandMM-PencilMM)) }
