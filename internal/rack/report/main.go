// Command report writes docs/accuracy.md: how far the readings of rendered
// photographs lie from the truth.
package main

import (
	"fmt"
	"os"

	"enkaustos/internal/rack"
)

func main() {
	if err := run(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run() error {
	fmt.Print(intro)
	for _, way := range []struct {
		name     string
		cards    []rack.Place
		greyOnly bool
	}{
		{"White, grey and black in the four corners", rack.Corners, false},
		{"White, grey and black at two ends", rack.Ends, false},
		{"White, grey and black in one place", rack.Middle, false},
		{"One grey card", rack.Middle, true},
	} {
		fmt.Printf("\n## %s\n\n| light | tiles | flagged | median | 95 %% | worst | worst, flagged too |\n|---|---|---|---|---|---|---|\n", way.name)
		var all []rack.Error
		for _, c := range rack.Cases(way.cards, way.greyOnly) {
			errors, err := rack.Measure(c)
			if err != nil {
				return err
			}
			row(c.Name, rack.Summarise(errors))
			all = append(all, errors...)
		}
		row("**all**", rack.Summarise(all))
	}
	fmt.Print(coverIntro)
	for _, way := range []struct {
		name          string
		wobble, noise float64
	}{
		{"coats alike, read exactly", 0, 0},
		{"coats alike, read within 0.5", 0, 0.5},
		{"coats within 8 %, read within 0.5", 0.08, 0.5},
		{"coats within 15 %, read within 1", 0.15, 1},
	} {
		errors, within := rack.CoverErrors(400, way.wobble, way.noise)
		s := rack.Summarise(errors)
		fmt.Printf("| %s | %d | %.2f | %.2f | %.2f | %.0f %% |\n", way.name, s.Tiles, s.Median, s.P95, s.Worst, 100*within)
	}
	return nil
}

const coverIntro = `
## Cover by coats: coat 3 told from coats 1 and 2

400 drawn glazes on drawn clays, from see-through to opaque. The strips are
rendered with Kubelka and Munk's film in 33 bands, no coat quite as thick as the
next, and read with an error; the curve knows three bands and two strips. The
last column says how often the number of coats that are enough (another changes
less than ΔE2000 1.5) is told within one of what three exact strips say. No real
strips were there to be read.

| strips | glazes | median | 95 % | worst | coats within one |
|---|---|---|---|---|---|
`

func row(name string, s rack.Summary) {
	fmt.Printf("| %s | %d | %d | %.2f | %.2f | %.2f | %.2f |\n", name, s.Tiles, s.Flagged, s.Median, s.P95, s.Worst, s.WorstOfAll)
}

const intro = `# How well a photograph is read

Written by ` + "`make accuracy`" + `. Figures are ΔE2000 between what the reader of
` + "`core/colour`" + ` says and the truth.

Racks of 40 tiles are rendered from spectra by ` + "`internal/rack`" + `, which shares no
code with the reader: reflectances of glazes by Kubelka and Munk's closed form,
black-body lamps and CIE daylight, a sensor with three overlapping bells, a
phone's imperfect white balance, colour matrix and tone curve, noise of 6 %,
lamps mirrored in the glossy tiles, and 8-bit JPEG at quality 90. A flagged
reading is one that itself says not to trust it (clipped, glare over a third,
uneven); it stands in the last column only.

What one grey card cannot do: it tells the colour of the light in one place.
It cannot know how the camera bends light and dark tones, nor how the light
falls off across the rack. What no card can do: give back what a warm lamp does
not show. Under 2800 K even a perfect eye would be off by 2 to 5 on green and
purple glazes; photograph by daylight.
`
