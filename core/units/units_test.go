package units

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// Figures within sentences, against the exact definitions of the inch (25.4 mm), the US fluid ounce
// (29.5735295625 mL; NIST SP 811, appendix B) and the Fahrenheit scale; and the sizes that jars and
// bare bands are sold and known by (common practice): 59, 118 and 473 mL are 2, 4 and 16 oz; 3, 6
// and 13 mm are 1/8, 1/4 and 1/2 in.
func TestSentencesInTheSchoolsUnits(t *testing.T) {
	us := System{Inches, Ounces, Fahrenheit}
	require.True(t, us.Known())
	require.False(t, us.Metric())
	require.True(t, System{}.Metric())
	require.False(t, System{Length: "ell"}.Known())
	for metric, said := range map[string]string{
		"bare to 6 mm":               "bare to 1/4 in",
		"a band of 3 mm, 13 mm":      "a band of 1/8 in, 1/2 in",
		"from 6 to 13 mm after":      "from 1/4 to 1/2 in after",
		"expected 0 to 50 mm.":       "expected 0 to 1 15/16 in.",
		"150 mm across and 6.35 mm":  "5 7/8 in across and 1/4 in",
		"254 mm":                     "10 in",
		"0.5 mm dry":                 "0.02 in dry",
		"59 mL, 118 mL and 473 mL":   "2 oz, 4 oz and 16 oz",
		"N05 Moss (118 mL of 473)":   "N05 Moss (4 oz of 16)",
		"0.045 mL":                   "0.0015 oz",
		"under about 50 °C":          "under about 122 °F",
		"1222 °C at 60 °C/h":         "2232 °F at 108 °F/h",
		"258 cm² are large":          "40 in² are large",
		"(129 of 258 cm²)":           "(20 of 40 in²)",
		"weighs 1.50 g/mL, 90 g":     "weighs 1.50 g/mL, 90 g",
		"at most 2.5 g per mL":       "at most 2.5 g per mL",
		"the bowl mm05 keeps its mm": "the bowl mm05 keeps its mm",
	} {
		require.Equal(t, said, us.Say(metric), metric)
		require.Equal(t, metric, System{}.Say(metric))
		require.Equal(t, us.Say(said), said, "said once")
	}
	require.Equal(t, "1/4 in and 118 mL", System{Length: Inches}.Say("6 mm and 118 mL"))
}

func FuzzSay(f *testing.F) {
	f.Add("bare to 6 mm, 118 mL of 300, 50 °C, 12 cm²")
	f.Fuzz(func(t *testing.T, text string) {
		us := System{Inches, Ounces, Fahrenheit}
		once := us.Say(text)
		require.Equal(t, once, us.Say(once), "what was said in inches is not said again")
		require.Equal(t, text, System{}.Say(text))
	})
}
