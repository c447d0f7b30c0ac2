package glaze

import "fmt"

// SolidsDensity is what the solids of a glaze usually weigh, g/mL (from memory).
const SolidsDensity = 2.6

// DensityOf is the density of a weighed sample, g/mL: its mass without the vessel over its
// volume. The error is one sentence.
func DensityOf(massG, volumeML float64) (float64, error) {
	switch {
	case !(massG > 0):
		return 0, fmt.Errorf("a sample weighs more than nothing: weigh the vessel empty, then full, and take the difference")
	case !(volumeML > 0):
		return 0, fmt.Errorf("%g g of how much? Measure the volume of what was weighed, in mL", massG)
	}
	d := massG / volumeML
	if !Weighs(d) {
		return 0, fmt.Errorf("%g g in %g mL are %.2f g/mL: glaze weighs more than water (1) and at most %g. Was the vessel taken off, and is the volume in mL?", massG, volumeML, d, MaxDensity)
	}
	return d, nil
}

// WaterToThin is how much water brings a volume of glaze in mL from one density in g/mL to a
// lower one, in mL: V·(d − d′)/(d′ − 1), exact for water of 1 g/mL, for what V holds dry stays
// V·(d − 1) above water. The error is one sentence.
func WaterToThin(volumeML, from, to float64) (float64, error) {
	switch {
	case !(volumeML > 0):
		return 0, fmt.Errorf("say how much is in the bucket, in mL")
	case !Weighs(from) || !Weighs(to):
		return 0, fmt.Errorf("glaze weighs more than 1 and at most %g g/mL, not %g", MaxDensity, unlikely(from, to))
	case to > from:
		return 0, fmt.Errorf("water only thins: %.2f g/mL becomes no %.2f. Let it settle and take water off, or stir in more glaze", from, to)
	}
	return volumeML * (from - to) / (to - 1), nil
}

func unlikely(a, b float64) float64 {
	if !Weighs(a) {
		return a
	}
	return b
}

// DryMatter is what a sample holds of dry glaze, in g, by Brongniart's formula: (m − V)·s/(s − 1)
// with m its mass in g, V its volume in mL and s the density of the solids in g/mL. The error is
// one sentence.
func DryMatter(massG, volumeML, solids float64) (float64, error) {
	if _, err := DensityOf(massG, volumeML); err != nil {
		return 0, err
	}
	if !(solids > 1) {
		return 0, fmt.Errorf("solids of %g g/mL would float: they weigh about %g", solids, SolidsDensity)
	}
	return (massG - volumeML) * solids / (solids - 1), nil
}

// Bucket says whether the glaze stands in a bucket for dipping, which settles within minutes,
// and may be watered by its density; a brushing glaze holds gum, and may not.
func (g *Glaze) Bucket() bool { return g.Kind == Dipping }
