package piece

import "math"

// BandPart is what one surface has to leave bare under a bare band.
type BandPart struct {
	Surface string
	AreaCM2 float64
	// OutlineMM is the radius of the circle around the point a round-bottomed
	// piece stands on, inside which it must be bare; 0 for other forms.
	OutlineMM float64
}

// Band lists what lies lower than heightMM above the table: measured as height,
// not along the wall, so that a round bottom asks for a wide circle and a
// straight wall for a narrow stripe. On a round bottom of radius R the limit is
// a circle of radius √(2Rh − h²) (common practice; the geometry of a cap).
// What opens or faces upward is left out, and so is a recess that no run can leave.
func (b Body) Band(heightMM float64) []BandPart {
	var parts []BandPart
	for _, s := range b.Surfaces {
		area := b.areaBelow(s.ID, heightMM)
		if s.Upward || s.Recess || area <= 0 {
			continue
		}
		part := BandPart{Surface: s.ID, AreaCM2: area}
		if b.spotRadius > 0 && s.ID == "exterior" {
			h := math.Min(heightMM, b.spotRadius)
			part.OutlineMM = math.Sqrt(2*b.spotRadius*h - h*h)
		}
		parts = append(parts, part)
	}
	return parts
}
