package rules

import (
	"fmt"
	"math"
	"time"

	"enkaustos/core/glaze"
)

// Lies says in a clause how coats out of a jar lie that is watery or thick, and how many of them
// do what the house's figure wants; "" where it is as it should be.
func (h *House) Lies(g *glaze.Glaze) string {
	is, figure := g.Lies(), h.OfGlaze(g)
	each := is.Coat().Coats()
	switch is {
	case glaze.Watery:
		return fmt.Sprintf("it is watery: a coat counts as %.1f, and %d of them as %d", each, int(math.Ceil(float64(figure)/each-1e-9)), figure)
	case glaze.Thick:
		return fmt.Sprintf("it is thick: a coat counts as %.1f, drags, goes on in lumps and dries slowly", each)
	}
	return ""
}

// StirSeconds is how long a jar is shaken or stirred, or a bucket stirred.
func (h *House) StirSeconds(g *glaze.Glaze) float64 {
	if g.Bucket() {
		return h.BucketSeconds
	}
	return h.ShakeSeconds
}

// Settled says in a clause why a jar has to be stirred at a moment; "" where it is still mixed.
// Buckets settle within minutes and are stirred before every piece, brushing glazes, which hold
// gum, settle over days (common practice). dipped is when a piece was last dipped into it, other
// than the one that is asked about; zero for never.
func (h *House) Settled(g *glaze.Glaze, dipped, at time.Time) string {
	if g.Jar.MixedAt.IsZero() {
		return "nobody logged that it was stirred"
	}
	if g.Bucket() && !dipped.Before(g.Jar.MixedAt) {
		return "a piece was dipped into it since it was stirred, and a bucket is stirred before every piece"
	}
	since := at.Sub(g.Jar.MixedAt)
	lasts := time.Duration(h.SettleDays * 24 * float64(time.Hour))
	if g.Bucket() {
		lasts = time.Duration(h.SettleMinutes * float64(time.Minute))
	}
	switch days := int(since.Hours() / 24); {
	case since < -time.Minute:
		return "its stirring is dated ahead of the clock"
	case since <= lasts:
		return ""
	case g.Bucket() && since < 2*time.Hour:
		return fmt.Sprintf("it was stirred %d minutes ago, and a bucket settles at once", int(since.Minutes()))
	case days < 1:
		return fmt.Sprintf("it was last stirred at %s", g.Jar.MixedAt.In(at.Location()).Format("15:04"))
	case days < 6:
		return "it was last stirred on " + g.Jar.MixedAt.In(at.Location()).Weekday().String()
	default:
		return fmt.Sprintf("it was last stirred %d days ago", days)
	}
}
