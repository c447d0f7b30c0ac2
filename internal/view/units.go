package view

import (
	"cmp"
	"regexp"
	"strings"

	"enkaustos/core/units"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// sentences are the values of an answer that are sentences of ours, by their names in the
// contract. Sentences are made in mm, mL and °C, and said at the door in what the school measures
// with; figures stay as they are kept, and the interface says them.
var sentences = regexp.MustCompile(`"(?:text|way|why|says|mind|placeWhy|loadLapsed|lapsed|detail|laying|hand|means|brush|rest|hint|expected|missed)":"(?:[^"\\]|\\.)*"` +
	`|"(?:lookFor|missing|room|why|left|brushes)":\[(?:"(?:[^"\\]|\\.)*",?)*\]`)

// Said is an answer as JSON with its sentences in the school's units. What was said is not said
// again.
func Said(m school.Moment, answer []byte) []byte {
	s := school.Units.The(m.Snapshot)
	if s.Metric() {
		return answer
	}
	return sentences.ReplaceAllFunc(answer, func(found []byte) []byte {
		var out strings.Builder
		for i, part := range strings.Split(string(found), typedFrom) {
			own, ours := "", part
			if i > 0 {
				own, ours, _ = strings.Cut(part, typedTo)
			}
			out.WriteString(own + s.Say(ours))
		}
		return []byte(out.String())
	})
}

// What stands between these two (U+2068 and U+2069, which letters.Readable refuses in whatever comes in) was
// typed by somebody: it is said as it was typed. Neither leaves the door.
const typedFrom, typedTo = "\u2068", "\u2069"

// Typed has words that somebody typed left alone where sentences are said in the school's units. It is for
// members of answers that are sentences, by their names.
func Typed(m school.Moment, text string) string {
	if text == "" || school.Units.The(m.Snapshot).Metric() {
		return text
	}
	return typedFrom + text + typedTo
}

// Units are what a school measures with.
func Units(s units.System) contract.Units {
	return contract.Units{Length: contract.UnitsLength(cmp.Or(s.Length, units.Millimetres)), Volume: contract.UnitsVolume(cmp.Or(s.Volume, units.Millilitres)), Heat: contract.UnitsHeat(cmp.Or(s.Heat, units.Celsius))}
}
