package foot

import "fmt"

// Help is what a piece can be given for its firing.
type Help struct {
	Kind    string  // stilts, cookie or wash
	Why     string  // in a sentence
	WidthMM float64 // of a cookie, the longest way across; 0 for others
	ThickMM float64 // of a cookie
}

// A cookie lies under a runny piece (common practice): so much wider than the
// foot all round, and so thick.
const (
	CookieBeyondMM = 6
	CookieThickMM  = 6
)

// Risk is what speaks for help.
type Risk struct {
	Band      Band
	HouseMM   float64 // the house's own band, without risk
	ContactMM float64 // the longest way across what the piece stands on
	Stilts    bool    // the house lays glaze on the foot and stands it on stilts
	LowFire   bool    // at a cone where stilts are the custom
	Edge      bool    // the edge of flat work is glazed, and its band lower than the house's
}

// Suggest says what help a piece should have: stilts where the house glazes the
// foot, a cookie and kiln wash where what lies on it may run, kiln wash below flat work
// whose edge is glazed nearly to the shelf.
func Suggest(r Risk) []Help {
	var list []Help
	if r.Stilts && r.LowFire {
		list = append(list, Help{Kind: "stilts", Why: "The house glazes the foot: it stands on points, which leave small scars."})
	}
	if r.Edge && r.Band.HeightMM < r.HouseMM && !r.Stilts {
		list = append(list, Help{Kind: "wash", Why: fmt.Sprintf("Kiln wash on the shelf below it: its edge is glazed down to %g mm.", r.Band.HeightMM)})
	}
	if risk := r.Band.HeightMM - r.HouseMM; risk > 0 && len(r.Band.Parts) > 1 && !r.Stilts {
		why := r.Band.Parts[1].Why
		width := r.ContactMM + 2*CookieBeyondMM
		list = append(list,
			Help{Kind: "cookie", WidthMM: width, ThickMM: CookieThickMM,
				Why: fmt.Sprintf("A cookie %.0f mm across and %d mm thick catches a run: %s.", width, CookieThickMM, why)},
			Help{Kind: "wash", Why: fmt.Sprintf("Kiln wash on the shelf below it: %s.", why)})
	}
	return list
}
