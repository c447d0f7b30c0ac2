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

// TopUp is what a bucket takes to be filled up at a density in g/mL: dry powder in g and water in
// mL, for glaze of one density in what is left and another in the full bucket. Its dry matter is
// by Brongniart's formula, with solids of SolidsDensity; water is what the mass then lacks. The
// error is one sentence.
func TopUp(leftML, is, fullML, to float64) (powderG, waterML float64, err error) {
	switch {
	case !(fullML > leftML && leftML >= 0):
		return 0, 0, fmt.Errorf("a bucket that holds %g mL is not filled up to %g mL", leftML, fullML)
	case !Weighs(to) || leftML > 0 && !Weighs(is):
		return 0, 0, fmt.Errorf("glaze weighs more than 1 and at most %g g/mL, not %g", MaxDensity, unlikely(to, is))
	}
	const dry = SolidsDensity / (SolidsDensity - 1)
	powderG = (fullML*(to-1) - leftML*(is-1)) * dry
	waterML = fullML*to - leftML*is - powderG
	switch {
	case powderG < 0:
		return 0, 0, fmt.Errorf("%g mL at %.2f g/mL hold more powder than %g mL at %.2f take: add water alone, and weigh again", leftML, is, fullML, to)
	case waterML < 0:
		return 0, 0, fmt.Errorf("%g mL at %.2f g/mL are too thin for %g mL at %.2f: let it settle and take water off first", leftML, is, fullML, to)
	}
	return powderG, waterML, nil
}

// Bucket says whether the glaze stands in a bucket for dipping, which settles within minutes,
// and may be watered by its density; a brushing glaze holds gum, and may not.
func (g *Glaze) Bucket() bool { return g.Kind == Dipping }

// Weighing is what a weighed sample of a glaze says.
type Weighing struct {
	Density float64 // g/mL
	DryG    float64 // in the sample
	WaterML float64 // to the density at which its dip was found good; 0 where that is not told
	PowderG float64 // to fill it up, with WaterML; 0 where nobody asked
	Says    string
}

const notFlow = "Density is not flow: a brushing glaze holds gum, and is never watered by its density."

// Sample is what was weighed of a jar, and what the bucket holds.
type Sample struct {
	MassG, VolumeML float64 // of the sample, without its vessel
	HoldsML         float64 // of the bucket; 0 where nobody said
	FillML          float64 // up to which it is filled from powder; 0 for not
}

// Weigh weighs a sample. How much water it takes is told of buckets alone, against
// the jar's own figure: a brushing glaze holds gum, and its density does not tell how it flows
// (common practice). The error is one sentence.
func (g *Glaze) Weigh(s Sample) (w Weighing, err error) {
	if w.Density, err = DensityOf(s.MassG, s.VolumeML); err != nil {
		return w, err
	}
	holdsML := s.HoldsML
	if holdsML < 0 {
		return w, fmt.Errorf("a bucket holds no %g mL: say how much is in it", holdsML)
	}
	w.DryG, _ = DryMatter(s.MassG, s.VolumeML, SolidsDensity) // its sample has a density
	w.Says = fmt.Sprintf("%.2f g/mL, with about %.0f g dry in the sample.", w.Density, w.DryG)
	switch figure := g.DipDensity; {
	case !g.Bucket() && Weighs(figure):
		w.Says += fmt.Sprintf(" Beside its own figure of %.2f it holds %.0f %% of the dry glaze: coats are counted by it below %.0f and above %.0f. "+notFlow, figure, 100*(w.Density-1)/(figure-1), 100*wateryBelow, 100*thickAbove)
	case !g.Bucket():
		w.Says += " " + notFlow + " Write down this jar's own figure after a good firing, to compare it with."
	case figure == 0:
		w.Says += " This bucket has no figure of its own yet: write one down after a good firing. Usual for dipping: 1.40 to 1.50."
	case s.FillML > 0:
		if w.PowderG, w.WaterML, err = TopUp(holdsML, w.Density, s.FillML, figure); err != nil {
			return w, err
		}
		w.Says += fmt.Sprintf(" Filled up to %.0f mL at its figure of %.2f it takes %.0f g of dry powder and %.0f mL of water. Adults only, with a mask: powder into water, soak, sieve, then weigh again.", s.FillML, figure, w.PowderG, w.WaterML)
	case w.Density < figure:
		w.Says += fmt.Sprintf(" Thinner than its figure of %.2f: it lays less. Let it settle and take water off.", figure)
	case holdsML == 0:
		w.Says += fmt.Sprintf(" Its figure is %.2f. Say how much is in the bucket, and the water for it is worked out.", figure)
	default:
		w.WaterML, err = WaterToThin(holdsML, w.Density, figure)
		w.Says += fmt.Sprintf(" %.0f mL of water bring %.0f mL to its figure of %.2f: half of it first, then weigh again. A gelled or gummed glaze misleads.", w.WaterML, holdsML, figure)
	}
	return w, err
}
