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
	if err := wrong(); err != nil {
		return err
	}
	fmt.Print(coverIntro)
	for _, w := range []rack.Strips{
		{Coats: []int{1, 2}}, {Coats: []int{1, 2}, Wobble: 0.08, Noise: 0.5}, {Coats: []int{1, 3}, Wobble: 0.08, Noise: 0.5},
		{Coats: []int{2, 3}, Wobble: 0.08, Noise: 0.5}, {Coats: []int{3, 4}, Wobble: 0.08, Noise: 0.5},
		{Coats: []int{1, 2, 3}, Wobble: 0.08, Noise: 0.5}, {Coats: []int{1, 2, 3}, Wobble: 0.15, Noise: 1},
	} {
		t := rack.Tell(w, 600, 7)
		share := func(n, of int) string { return fmt.Sprintf("%.1f %%", 100*float64(n)/float64(max(of, 1))) }
		fmt.Printf("| %v | %.0f %%, %.1f | %s | %s | %s | %s | %s | %s |\n", w.Coats, 100*w.Wobble, w.Noise, share(t.OneCurve, t.Glazes), share(t.Known, t.Glazes),
			share(t.Held, t.Known), share(t.Off, t.Glazes), share(t.Sure, t.Glazes), share(t.SureOff, t.Glazes))
	}
	return nil
}

// wrong writes what the reader says of photographs that are not as they should be.
func wrong() error {
	fmt.Print(wrongIntro)
	var all []rack.Error
	for _, w := range rack.Wrong() {
		var errors []rack.Error
		for _, cards := range [][]rack.Place{rack.Corners, rack.Ends} {
			for _, c := range rack.Cases(cards, false) {
				w.Set(&c.Options)
				some, err := rack.Measure(c)
				if err != nil {
					return fmt.Errorf("%s, %s: %w", w.Name, c.Name, err)
				}
				errors = append(errors, some...)
			}
		}
		wrongRow(w.Name, rack.Summarise(errors))
		all = append(all, errors...)
	}
	wrongRow("**all**", rack.Summarise(all))
	return nil
}

func wrongRow(name string, s rack.Summary) {
	share := func(n, of int) string {
		if of == 0 {
			return "none"
		}
		return fmt.Sprintf("%.0f %%", 100*float64(n)/float64(of))
	}
	fmt.Printf("| %s | %d | %d | %s | %d | %s | %.2f | %.2f |\n", name, s.Tiles, s.Far, share(s.FarFlagged, s.Far), s.Flagged, share(s.FlaggedOff, s.Flagged), s.Median, s.Worst)
}

const wrongIntro = `
## What is wrong, and whether it is said

The same racks and lights with cards in the corners and at two ends, each in every way that a
photograph goes wrong. A hard shadow leaves a third of the light. Lights below 4000 K are said to be
lamps, the others daylight. Of readings that are off by more than 5, how many carry a flag; of
flagged ones, how many are off by more than 2; and what is left among the trusted ones.

| what is wrong | tiles | off by more than 5 | of them flagged | flagged | of them off by more than 2 | median of the trusted | worst of them |
|---|---|---|---|---|---|---|---|
`

const coverIntro = `
## Cover by coats: how many are enough, told from strips

600 drawn glazes on drawn clays, from see-through to opaque, each with its own truth: the
smallest number of coats after which another changes less than ΔE2000 1.5. They are rendered
in 33 bands as a film with a skin that mirrors (Saunderson's correction), of coats no one of
which is quite as thick as the next, and read with an error on each axis; the curve knows three
bands, no skin and no truth. A range is what 95 % of refits to shaken strips say; "not known" is
said where it is wider than two coats. No real strips were there to be read.

| strips | coats, readings within | one curve believed: off by 2 or more | range said | holds the truth | 2 or more away | one number said | that off by 2 or more |
|---|---|---|---|---|---|---|---|
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
uneven, in shadow, cards that disagree, vivid by a lamp); it stands in the last column only.

What one grey card cannot do: it tells the colour of the light in one place.
It cannot know how the camera bends light and dark tones, nor how the light
falls off across the rack. What no card can do: give back what a warm lamp does
not show. Under 2800 K even a perfect eye would be off by 2 to 5 on green and
purple glazes; photograph by daylight.
`
