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
	return nil
}

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
