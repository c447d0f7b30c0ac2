package judge

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/rules"
)

// figures holds what core reckons for stacks that are drawn, in the house of the history, against
// the judge's own reckoning: coats that are expected and refused, and how high it has to be bare. It
// says what is otherwise; "" where nothing is.
func (h *History) figures() string {
	t := tables{}
	house := h.world.House
	var lying []foot.Lying
	var own lies
	for range 1 + h.IntN(3) {
		l := foot.Lying{Stack: h.layers(), SlopeDeg: one(h.draw, 30.0, 60, 59.9, 88), Level: h.in(4), Heavy: h.in(5)}
		if h.in(4) && len(lying) > 0 {
			l = lying[0]
		}
		lying = append(lying, l)
		own.add(house, l)
		under, food := h.in(2), h.in(2)
		m, all := rules.NewMelt(0), h.jars()
		for i := range l.Stack {
			m.Add(all[l.Stack[i].Glaze], &l.Stack[i])
		}
		core := house.OfMelting(m, under, food)
		coats, few, stop := figure(house, l.Stack, under, food)
		t.same(fmt.Sprintf("%.3f %.3f %.3f", core.Coats, core.Few, core.Stop), fmt.Sprintf("%.3f %.3f %.3f", coats, few, stop), "coats expected, few and refused of %s (over underglaze %v, food %v, coats %d and %d, %s, %s)", l.Stack, under, food, house.Coats, house.CoatsLeast, house.Over, house.Layering)
	}
	for _, g := range h.jars() {
		t.same(house.OfGlaze(g), alone(house, g), "coats of %s", g.Code)
		thick := house.Extra == rules.AlwaysThicker || house.Extra == rules.ByCard && g.Thick
		t.same(house.MayBeThick(g), thick, "%s may be thick", g.Code)
	}
	band := foot.BandFor(&house, lying, h.jars(), "6")
	t.same(band.HeightMM, house.BandMM+own.risk(house), "the band of %v", lying)
	sum := 0.0
	for _, p := range band.Parts {
		t.says(p.Why, "a reason of the band")
		sum += p.MM
	}
	t.same(fmt.Sprintf("%.6f", sum), fmt.Sprintf("%.6f", band.HeightMM), "the parts of the band")
	for _, mm := range []float64{0, band.HeightMM, band.HeightMM + 3} {
		raised := band.Raised(mm)
		t.same(raised.HeightMM, math.Max(mm, band.HeightMM), "the band raised to %g", mm)
		t.same(fmt.Sprint(raised.Parts[len(raised.Parts)-1].MM == 3), fmt.Sprint(mm == band.HeightMM+3 || band.Parts[len(band.Parts)-1].MM == 3), "a reason for a band raised to %g", mm)
		t.same(fmt.Sprint(band.Higher(raised).HeightMM, raised.Higher(band).HeightMM), fmt.Sprint(raised.HeightMM, raised.HeightMM), "the higher band")
	}
	t.settled(h)
	if len(t.wrong) > 0 {
		return "figures: " + t.wrong[0]
	}
	return ""
}

// jars are glazes of each kind, with what the world's own have not.
func (h *History) jars() map[string]*glaze.Glaze {
	all := map[string]*glaze.Glaze{
		"T": {Code: "T", Name: "Trail", Kind: glaze.Detail, Cones: mid}, "K": {Code: "K", Name: "Kelp", Kind: glaze.Breaking, Cones: mid, Thick: true},
	}
	for i := range glazes {
		all[glazes[i].Code] = &glazes[i]
	}
	return all
}

// layers draws a stack of any glazes.
func (h *History) layers() (s glaze.Stack) {
	for range h.IntN(4) {
		l := glaze.Layer{Glaze: one(h.draw, "A", "B", "R", "K", "D", "C", "U", "V", "T"), Coats: 1 + h.IntN(3), Thick: one(h.draw, "", "", glaze.Light, glaze.Heavy)}
		if l.Glaze == "D" || h.in(8) {
			l.Dip, l.Thick = true, ""
		}
		if l.Dip && h.in(2) {
			l.DownToMM = one(h.draw, h.world.House.BandMM+24.9, h.world.House.BandMM+25, 80)
		}
		s = append(s, l)
	}
	return s
}

// alone is how many coats of one glaze a house lays.
func alone(h rules.House, g *glaze.Glaze) int {
	switch {
	case g.Coats > 0:
		return g.Coats
	case g.Kind == glaze.Detail:
		return 1
	case g.Kind == glaze.Dipping:
		return 3
	case g.Kind == glaze.Underglaze:
		return h.UnderglazeCoats
	}
	return h.Coats
}

// figure is what a house expects of a stack of which all melts: coats, from below which it is thin, and
// from which it is refused.
func figure(h rules.House, s glaze.Stack, under, food bool) (coats, few, stop float64) {
	if len(s) == 0 {
		return 0, 0, 0
	}
	all := (&History{}).jars()
	var glazes []*glaze.Glaze
	single, sum, details, marked, dips := 0, 0, 0, true, 0
	for _, l := range s {
		g := all[l.Glaze]
		if l.Dip {
			dips += l.Coats
		}
		if slices.Contains(glazes, g) {
			continue
		}
		if glazes = append(glazes, g); g.Kind == glaze.Detail {
			details++
			continue
		}
		single, sum, marked = max(single, alone(h, g)), sum+min(2, alone(h, g)), marked && g.Kind == glaze.Breaking
	}
	own := single + details
	switch {
	case len(glazes) > 1:
		if double := h.Layering == rules.Double || h.Layering == rules.DoubleMarked && marked; double && len(glazes)-details > 1 {
			own = sum + details
		}
		single = max(single, 1)
	case details > 0:
		own, single = alone(h, glazes[0]), alone(h, glazes[0])
	case under && glazes[0].Kind == glaze.Clear:
		if own = h.ClearElsewhere; food {
			own = h.ClearOnFood
		}
		single = max(single, own)
	}
	thin := own
	patted := len(glazes) == 1 && glazes[0].Kind == glaze.Dipping
	if h.CoatsLeast > 0 && h.CoatsLeast < h.Coats && !patted {
		thin = max(1, own-h.Coats+h.CoatsLeast)
	}
	coats, few = float64(own), float64(thin)
	if dips > 0 {
		coats, few = math.Max(coats, 2.5*float64(min(dips, 2))), math.Min(few, 2.5)
	}
	if h.Over == rules.Strict {
		return coats, few, coats + 1
	}
	return coats, few, math.Max(float64(2*single), coats+2)
}

// lies is what lies on a piece, as far as it may run down to the shelf.
type lies struct{ runner, layered, heavy, steep bool }

func (r *lies) add(h rules.House, l foot.Lying) {
	if l.Level {
		return
	}
	all := (&History{}).jars()
	weight, top, brushed := 0.0, "", glaze.Stack{}
	for _, layer := range l.Stack {
		g := all[layer.Glaze]
		r.runner = r.runner || g.Runner
		stays := g.Kind == glaze.Underglaze && g.Code != "V" // which flows above its cones
		if stays || layer.DownToMM >= h.BandMM+25 {
			continue
		}
		r.layered = r.layered || top != "" && top != g.Code
		top = g.Code
		each := map[glaze.Thickness]float64{"": 1, glaze.Light: thinCoat, glaze.Heavy: thickCoat}[layer.Thick]
		if layer.Dip {
			each = 2.5
		}
		weight += each * float64(layer.Coats)
		layer.Dip = false
		brushed = append(brushed, layer)
	}
	usual, _, _ := figure(h, brushed, false, false)
	if top != "" && (l.Heavy || weight > 1 && weight > usual) {
		r.heavy, r.steep = true, r.steep || l.SlopeDeg >= 60
	}
}

// risk is how much more than the house's band has to be bare.
func (r *lies) risk(h rules.House) (mm float64) {
	switch {
	case r.runner, r.layered:
		mm = h.BandRiskMM
	case r.heavy:
		mm = h.BandRiskMM / 2
	}
	if r.steep {
		mm += h.SteepMM
	}
	return mm
}

// settled is when a jar or a bucket has to be stirred, how long, and how it lies that is watery or thick.
func (t *tables) settled(h *History) {
	house, now := h.world.House, h.now
	g := glaze.Glaze{Code: "D", Kind: one(h.draw, glaze.Dipping, glaze.Solid), Coats: one(h.draw, 0, 3)}
	bucket := g.Kind == glaze.Dipping
	seconds := house.ShakeSeconds
	if bucket {
		seconds = house.BucketSeconds
	}
	t.same(house.StirSeconds(&g), seconds, "how long %s is stirred", g.Kind)
	lasts := time.Duration(house.SettleDays * 24 * float64(time.Hour))
	if bucket {
		lasts = time.Duration(house.SettleMinutes * float64(time.Minute))
	}
	ago := one(h.draw, lasts, lasts+1, lasts-1, 0, -time.Minute, -time.Minute-1, time.Hour, 119*time.Minute, 121*time.Minute, 30*time.Hour, 7*24*time.Hour)
	var dipped time.Time
	if h.in(2) {
		dipped = now.Add(-ago + time.Duration(h.IntN(3)-1))
	}
	t.same(house.Settled(&g, dipped, now) != "", true, "what nobody stirred has settled")
	g.Jar.MixedAt = now.Add(-ago)
	said := house.Settled(&g, dipped, now)
	used := bucket && !dipped.IsZero() && !dipped.Before(g.Jar.MixedAt)
	words := ""
	switch days := int(ago.Hours() / 24); {
	case used:
		words = "a piece was dipped into it"
	case ago < -time.Minute:
		words = "ahead of the clock"
	case ago <= lasts:
	case bucket && ago < 2*time.Hour:
		words = fmt.Sprintf("stirred %d minutes ago", int(ago.Minutes()))
	case days < 1:
		words = "at " + g.Jar.MixedAt.In(now.Location()).Format("15:04")
	case days < 6:
		words = "on " + g.Jar.MixedAt.In(now.Location()).Weekday().String()
	default:
		words = fmt.Sprintf("%d days ago", days)
	}
	t.same((said == "") == (words == "") && strings.Contains(said, words), true, "%q of %s stirred %v before, lasting %v, says %q,", said, g.Kind, ago, lasts, words)
	g = glaze.Glaze{Code: "A", Kind: glaze.Solid, Coats: 3}
	for state, words := range map[glaze.State]string{"": "", glaze.Watery: "watery: a coat counts as 0.6, and 5 of them as 3", glaze.Thick: "thick: a coat counts as 1.7"} {
		g.Jar.State = state
		lies := house.Lies(&g)
		t.same((lies == "") == (words == "") && strings.Contains(lies, words), true, "%q of a jar that is %q says %q,", lies, state, words)
	}
}
