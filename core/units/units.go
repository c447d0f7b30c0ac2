// Package units says lengths, volumes and heat as a school measures them. Everything is kept, and
// every sentence is made, in mm, mL, cm² and °C; what is shown is said in the school's own units.
package units

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// System is what a school measures with. The zero System is mm, mL and °C.
type System struct {
	Length Length `json:"length,omitempty"`
	Volume Volume `json:"volume,omitempty"`
	Heat   Heat   `json:"heat,omitempty"`
}

// What a length, a volume and heat are measured in.
type (
	Length string
	Volume string
	Heat   string
)

// The units; the first of each kind is the usual one.
const (
	Millimetres Length = "mm"
	Inches      Length = "in"

	Millilitres Volume = "mL"
	Ounces      Volume = "oz" // US fluid ounces

	Celsius    Heat = "C"
	Fahrenheit Heat = "F"
)

// Known says whether every unit is one of those that there are; "" counts as the usual one.
func (s System) Known() bool {
	ok := func(unit string, of ...string) bool {
		for _, u := range of {
			if unit == u {
				return true
			}
		}
		return false
	}
	return ok(string(s.Length), "", "mm", "in") && ok(string(s.Volume), "", "mL", "oz") && ok(string(s.Heat), "", "C", "F")
}

// Metric says whether everything is said as it is kept.
func (s System) Metric() bool {
	return s.Length != Inches && s.Volume != Ounces && s.Heat != Fahrenheit
}

// Exact by definition (NIST SP 811, appendix B): the inch, and the US fluid ounce.
const (
	mmPerInch = 25.4
	mlPerOz   = 29.5735295625
)

// number is a figure as sentences write it; a range has two.
const number = `(\d+(?:\.\d+)?)`

var (
	lengths = regexp.MustCompile(number + `(?: (to|and) ` + number + `)? mm\b`)
	areas   = regexp.MustCompile(number + `(?: of ` + number + `)? cm²`)
	volumes = regexp.MustCompile(number + ` mL\b(?: of ` + number + `\b)?`)
	rates   = regexp.MustCompile(number + ` °C/h`)
	heats   = regexp.MustCompile(number + ` °C`)
)

// Say is a sentence with its figures in the school's units. Grams, and g/mL, stay: a bucket is
// weighed against water by them everywhere.
func (s System) Say(sentence string) string {
	if s.Length == Inches {
		sentence = lengths.ReplaceAllStringFunc(sentence, func(found string) string {
			m := lengths.FindStringSubmatch(found)
			if m[3] != "" {
				return inchFigure(of(m[1])) + " " + m[2] + " " + Inch(of(m[3]))
			}
			return Inch(of(m[1]))
		})
		sentence = areas.ReplaceAllStringFunc(sentence, func(found string) string {
			m := areas.FindStringSubmatch(found)
			said := inches2(of(m[1]))
			if m[2] != "" {
				said += " of " + inches2(of(m[2]))
			}
			return said + " in²"
		})
	}
	if s.Volume == Ounces {
		sentence = volumes.ReplaceAllStringFunc(sentence, func(found string) string {
			m := volumes.FindStringSubmatch(found)
			said := Oz(of(m[1]))
			if m[2] != "" {
				said += " of " + strings.TrimSuffix(Oz(of(m[2])), " oz")
			}
			return said
		})
	}
	if s.Heat == Fahrenheit {
		sentence = rates.ReplaceAllStringFunc(sentence, func(found string) string {
			return fmt.Sprintf("%.0f °F/h", of(rates.FindStringSubmatch(found)[1])*9/5)
		})
		sentence = heats.ReplaceAllStringFunc(sentence, func(found string) string {
			return fmt.Sprintf("%.0f °F", of(heats.FindStringSubmatch(found)[1])*9/5+32)
		})
	}
	return sentence
}

func of(figure string) float64 {
	v, _ := strconv.ParseFloat(figure, 64) // the pattern lets nothing else through
	return v
}

// Inch is a length in mm as a ruler in inches reads it: by sixteenths, "1/4 in"; below one, by
// hundredths.
func Inch(mm float64) string { return inchFigure(mm) + " in" }

func inchFigure(mm float64) string {
	sixteenths := math.Round(mm / mmPerInch * 16)
	if sixteenths < 1 {
		return strconv.FormatFloat(math.Round(mm/mmPerInch*100)/100, 'f', -1, 64)
	}
	whole, above, below := int(sixteenths)/16, int(sixteenths)%16, 16
	for above > 0 && above%2 == 0 {
		above, below = above/2, below/2
	}
	switch {
	case above == 0:
		return strconv.Itoa(whole)
	case whole == 0:
		return fmt.Sprintf("%d/%d", above, below)
	}
	return fmt.Sprintf("%d %d/%d", whole, above, below)
}

func inches2(cm2 float64) string {
	return strconv.FormatFloat(math.Round(cm2*100/(mmPerInch*mmPerInch)*10)/10, 'f', -1, 64)
}

// Oz is a volume in mL in US fluid ounces, to a tenth; less than that with two figures.
func Oz(ml float64) string {
	if oz := ml / mlPerOz; oz > 0 && oz < 0.1 {
		return strconv.FormatFloat(oz, 'g', 2, 64) + " oz"
	}
	return strconv.FormatFloat(math.Round(ml/mlPerOz*10)/10, 'f', -1, 64) + " oz"
}
