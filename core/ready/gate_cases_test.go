package ready_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/matter"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// gate is one worked case of the verdict "may be fired".
type gate struct {
	log      story
	blockers []string
	stage    ready.Stage

	plan     plan.Plan      // simple where nil
	findings []plan.Finding // of the plan
	after    time.Duration  // since the start; two days where 0
	with     func(*ready.Case)
}

var (
	done = coated.passed() // two coats, looked at all round, foot clean
	none []string
)

func (s story) fate(k work.Kind, text string) story { return s.then(work.Event{Kind: k, Text: text}) }

func (s story) wipe(surface string, back int) story {
	return s.then(work.Event{Kind: work.Wiped, Surface: surface, Back: back})
}

func (s story) scrape(surface string, back int) story {
	return s.then(work.Event{Kind: work.Scraped, Surface: surface, Back: back})
}

func (s story) cover(c foot.Cover, surface string) story {
	return s.then(work.Event{Kind: work.Covered, Cover: c, Surface: surface, Seen: int64(len(s))})
}

// later is one more event, at a moment of its own.
func (s story) later(after time.Duration, e work.Event) story {
	s = s.then(e)
	s[len(s)-1].At = start.Add(after)
	return s
}

func (s story) undo(id string) story { return s.then(work.Event{Kind: work.Undone, Undoes: id}) }

func (s story) doubted(of string) story {
	return s.then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Doubts: of})
}

func (s story) answer(of, text string) story {
	return s.then(work.Event{Kind: work.Answered, Of: of, Text: text})
}

func (s story) rule(code, surface string) story {
	return s.then(work.Event{Kind: work.Ruled, Code: matter.Code(code), Surface: surface, Text: "I take that on me", Seen: int64(len(s))})
}

func onceFired(c *ready.Case) { c.House.Path = rules.OnceFired }

// lowFire is a house that stands glazed feet on stilts.
func lowFire(c *ready.Case) { c.House.Foot = rules.Stilts }

func stilted(c *ready.Case) { c.House.Foot, c.Stilts = rules.Stilts, true }

var (
	atFoot = []plan.Finding{{Code: "contact", Severity: plan.Stop, Surface: "back"}, {Code: "gap", Severity: plan.Warn}}
	all    = plan.Plan{"face": simple["face"], "back": simple["face"]}
	waxed  = plan.Plan{"face": simple["face"], "back": {Resist: plan.Wax}}
	peeled = plan.Plan{"face": simple["face"], "edge": {Resist: plan.Latex}, "back": {Bare: true}}
)

var gates = map[string]gate{
	// The plan.
	"nothing planned":                 {log: nil, plan: plan.Plan{}, blockers: []string{"no-plan"}, stage: ready.Plan},
	"logged before it is planned":     {log: coated, plan: plan.Plan{}, blockers: []string{"no-plan"}, stage: ready.Plan},
	"glaze planned where it stands":   {log: coated, plan: all, findings: atFoot, blockers: []string{"contact", "coats-missing"}, stage: ready.Plan},
	"a warning holds nothing back":    {log: done, findings: atFoot[1:], blockers: none, stage: ready.Kiln},
	"a cone that nobody knows":        {log: done, blockers: []string{"cone-unknown"}, stage: ready.Plan, with: func(c *ready.Case) { c.Cone = "66" }},
	"a cone that nobody knows, ruled": {log: done.rule("cone-unknown", ""), blockers: []string{"cone-unknown"}, stage: ready.Plan, with: func(c *ready.Case) { c.Cone = "" }},

	// Coats.
	"planned, nothing on":          {log: nil, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"one coat short":               {log: story{}.coat("face", "A", 1), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"the wrong glaze":              {log: story{}.coat("face", "B", 2), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"the wrong glaze between":      {log: story{}.coat("face", "A", 1).coat("face", "B", 1).passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"one coat too many":            {log: coated.coat("face", "A", 1).passed(), blockers: none, stage: ready.Kiln},
	"twice the figure, unplanned":  {log: coated.coat("face", "A", 4).passed(), blockers: []string{"coats-stop"}, stage: ready.Bench},
	"a jar for another cone":       {log: coated.coat("edge", "L", 3).passed(), blockers: []string{"glaze-cone"}, stage: ready.Bench},
	"a coat taken back":            {log: coated.passed().undo("e2"), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"taken back, and that as well": {log: coated.passed().undo("e2").undo("e5"), blockers: none, stage: ready.Kiln},
	"a thin coat is a coat":        {log: coated.then(work.Event{Kind: work.Felted, Of: "e2", Felt: work.Thin}).passed(), blockers: none, stage: ready.Kiln},
	"two hands, nobody asked yet":  {log: story{}.coat("face", "A", 1).doubted("e1"), blockers: []string{"coats-missing", "same-or-next"}, stage: ready.Bench},
	"two hands, enough without":    {log: coated.doubted("e2").passed(), blockers: []string{"same-or-next"}, stage: ready.Bench},
	"it was the same coat":         {log: story{}.coat("face", "A", 1).doubted("e1").answer("e2", work.SameCoat).passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"it was the next coat":         {log: story{}.coat("face", "A", 1).doubted("e1").answer("e2", work.NextCoat).passed(), blockers: none, stage: ready.Kiln},
	"the answer taken back":        {log: coated.doubted("e2").passed().answer("e3", work.SameCoat).undo("e6"), blockers: []string{"same-or-next"}, stage: ready.Bench},
	"wiped a coat off":             {log: done.wipe("face", 1), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"scraped a coat off":           {log: done.scrape("face", 1), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"latex planned, not peeled":    {log: coated.passed(), plan: peeled, blockers: []string{"latex-on"}, stage: ready.Bench},
	"latex peeled":                 {log: coated.then(work.Event{Kind: work.Peeled, Surface: "edge"}).passed(), plan: peeled, blockers: none, stage: ready.Kiln},
	"latex logged, never planned":  {log: coated.then(work.Event{Kind: work.Resisted, Surface: "edge", Text: "latex"}).passed(), blockers: []string{"latex-on"}, stage: ready.Bench},
	"wax over latex hides none":    {log: coated.then(work.Event{Kind: work.Resisted, Surface: "edge", Text: "latex"}).then(work.Event{Kind: work.Resisted, Surface: "edge", Text: "wax"}).passed(), blockers: []string{"latex-on"}, stage: ready.Bench},
	"wax burns off":                {log: coated.then(work.Event{Kind: work.Resisted, Surface: "back", Text: "wax"}).passed(), plan: waxed, blockers: none, stage: ready.Kiln},
	"glaze where it stands":        {log: coated.coat("back", "A", 1).passed(), blockers: []string{"contact"}, stage: ready.Bench},
	"wiped off where it stands":    {log: coated.coat("back", "A", 1).wipe("back", 1).passed(), blockers: none, stage: ready.Kiln},
	"underglaze where it stands":   {log: coated.coat("back", "U", 1).passed(), blockers: none, stage: ready.Kiln},
	"glaze where it stands, ruled": {log: coated.coat("back", "A", 1).passed().rule("contact", "back"), blockers: []string{"contact"}, stage: ready.Bench},
	"too thick, and ruled":         {log: coated.coat("face", "A", 4).passed().rule("coats-stop", "face"), blockers: none, stage: ready.Kiln},
	"a coat is missing, and ruled": {log: story{}.coat("face", "A", 1).rule("coats-missing", "face"), blockers: []string{"cover-unchecked", "foot-unchecked"}, stage: ready.Foot},
	"ruled, then looked at":        {log: story{}.coat("face", "A", 1).rule("coats-missing", "face").passed(), blockers: none, stage: ready.Kiln},
	"ruled, then one more coat":    {log: story{}.coat("face", "A", 1).rule("coats-missing", "face").coat("edge", "A", 1).passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"ruled, then the coat undone":  {log: story{}.coat("face", "A", 1).rule("coats-missing", "face").passed().undo("e1"), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"ruled, then others laid":      {log: story{}.coat("face", "A", 1).rule("coats-missing", "face").passed().undo("e1").coat("face", "B", 1).passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"ruled without having seen it": {log: coated.coat("face", "A", 4).then(work.Event{Kind: work.Ruled, Code: "coats-stop", Surface: "face", Text: "fine", Seen: 3}).passed(), blockers: []string{"coats-stop"}, stage: ready.Bench},
	"a ruling taken back":          {log: coated.coat("face", "A", 4).passed().rule("coats-stop", "face").undo("e9"), blockers: []string{"coats-stop"}, stage: ready.Bench},
	"ruled on another surface":     {log: coated.coat("face", "A", 4).passed().rule("coats-stop", "edge"), blockers: []string{"coats-stop"}, stage: ready.Bench},

	// A finger that finds it wet knows better than the hours.
	"felt wet after a night":        {log: done.later(13*time.Hour, work.Event{Kind: work.TouchDry, Surface: "face", Text: work.StillWet}), after: 24 * time.Hour, blockers: []string{"drying"}, stage: ready.Kiln},
	"felt wet, and a night more":    {log: done.later(13*time.Hour, work.Event{Kind: work.TouchDry, Surface: "face", Text: work.StillWet}), after: 26 * time.Hour, blockers: none, stage: ready.Kiln},
	"felt cold before it is loaded": {log: done.later(40*time.Hour, work.Event{Kind: work.TouchDry, Text: work.StillWet}), blockers: []string{"drying"}, stage: ready.Kiln},
	"felt wet, and taken back":      {log: done.later(40*time.Hour, work.Event{Kind: work.TouchDry, Text: work.StillWet}).undo("e5"), blockers: none, stage: ready.Kiln},
	"felt dry after a night":        {log: done.later(13*time.Hour, work.Event{Kind: work.TouchDry, Surface: "face"}), after: 24 * time.Hour, blockers: none, stage: ready.Kiln},

	// The look all round.
	"coats on, nobody looked":      {log: coated, blockers: []string{"cover-unchecked", "foot-unchecked"}, stage: ready.Foot},
	"only the foot was looked at":  {log: coated.check(foot.Clean), blockers: []string{"cover-unchecked"}, stage: ready.Foot},
	"only the cover was looked at": {log: coated.even(), blockers: []string{"foot-unchecked"}, stage: ready.Foot},
	"a bald spot":                  {log: coated.cover(foot.Bald, "face").check(foot.Clean), blockers: []string{"cover-refused"}, stage: ready.Foot},
	"a gap":                        {log: coated.cover(foot.Gap, "edge").check(foot.Clean), blockers: []string{"cover-refused"}, stage: ready.Foot},
	"a lump":                       {log: coated.cover(foot.Lump, "face").check(foot.Clean), blockers: []string{"cover-refused"}, stage: ready.Foot},
	"patched, not looked at again": {log: coated.cover(foot.Bald, "face").check(foot.Clean).then(work.Event{Kind: work.Patched, Surface: "face"}), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"patched and looked at again":  {log: coated.cover(foot.Bald, "face").then(work.Event{Kind: work.Patched, Surface: "face"}).passed(), blockers: none, stage: ready.Kiln},
	"a gap after a ruled spot":     {log: coated.cover(foot.Bald, "face").check(foot.Clean).rule("cover-refused", "face").cover(foot.Gap, "face"), blockers: []string{"cover-refused"}, stage: ready.Foot},
	"another spot after a ruled":   {log: coated.cover(foot.Bald, "face").check(foot.Clean).rule("cover-refused", "face").cover(foot.Bald, "face"), blockers: []string{"cover-refused"}, stage: ready.Foot},
	"a bald spot, and ruled":       {log: coated.cover(foot.Bald, "face").check(foot.Clean).rule("cover-refused", "face"), blockers: none, stage: ready.Kiln},
	"looked before the last coat":  {log: coated.then(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: 1}).check(foot.Clean), blockers: []string{"cover-lapsed"}, stage: ready.Foot},
	"a coat after the look":        {log: done.coat("face", "A", 1), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"that coat was a slip":         {log: done.coat("face", "A", 1).undo("e5"), blockers: none, stage: ready.Kiln},

	// The foot.
	"glaze left":                   {log: coated.even().check(foot.Left), blockers: []string{"foot-refused"}, stage: ready.Foot},
	"band too low":                 {log: coated.even().check(foot.TooLow), blockers: []string{"foot-refused"}, stage: ready.Foot},
	"contact unclear":              {log: coated.even().check(foot.Unclear), blockers: []string{"foot-unclear"}, stage: ready.Foot},
	"stained is allowed":           {log: coated.even().check(foot.Stained), blockers: none, stage: ready.Kiln},
	"refused, wiped, clean":        {log: coated.even().check(foot.Left).wipe("", 0).passed(), blockers: none, stage: ready.Kiln},
	"refused, wiped, not seen":     {log: coated.even().check(foot.Left).wipe("", 0), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"glaze left, and ruled":        {log: coated.even().check(foot.Left).rule("foot-refused", ""), blockers: []string{"foot-refused"}, stage: ready.Foot},
	"nobody looked, and ruled":     {log: coated.even().rule("foot-unchecked", ""), blockers: []string{"foot-unchecked"}, stage: ready.Foot},
	"on stilts, glaze left, ruled": {log: coated.even().check(foot.Left).rule("foot-refused", ""), blockers: none, stage: ready.Kiln, with: stilted},
	"stilts school, none recorded": {log: coated.even().check(foot.Left).rule("foot-refused", ""), blockers: []string{"foot-refused"}, stage: ready.Foot, with: lowFire},
	"stilts recorded at the foot":  {log: coated.even().check(foot.Left).then(work.Event{Kind: work.Prepared, Text: work.OnStilts}).rule("foot-refused", ""), blockers: none, stage: ready.Kiln, with: lowFire},
	"checked before the last wipe": {log: coated.wipe("", 0).even().then(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: 2}), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"a wet wipe after the check":   {log: done.wipe("", 0), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},

	// Drying.
	"drying":               {log: done, after: time.Hour, blockers: []string{"drying"}, stage: ready.Kiln},
	"a minute too early":   {log: done, after: 12 * time.Hour, blockers: []string{"drying"}, stage: ready.Kiln},
	"dry to the minute":    {log: done, after: 12*time.Hour + time.Minute, blockers: none, stage: ready.Kiln},
	"a damp day":           {log: done, after: 13 * time.Hour, blockers: []string{"drying"}, stage: ready.Kiln, with: func(c *ready.Case) { c.Drying.Damp = func(time.Time) bool { return true } }},
	"still wet, and ruled": {log: done.rule("drying", ""), after: time.Hour, blockers: none, stage: ready.Kiln},
	"entered afterwards":   {log: story{}.coat("face", "A", 1).then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Done: start.Add(-24 * time.Hour)}).passed(), after: 12 * time.Hour, blockers: none, stage: ready.Kiln},

	// The piece as a whole.
	"dropped":                       {log: done.fate(work.Damaged, "chipped"), blockers: []string{"damaged", "cover-lapsed", "foot-lapsed"}, stage: ready.Bench},
	"dropped, then repaired":        {log: coated.fate(work.Damaged, "chipped").then(work.Event{Kind: work.Repaired}).passed(), blockers: none, stage: ready.Kiln},
	"in two parts, one looked at":   {log: coated.then(work.Event{Kind: work.Parted, Parts: 2}).even().then(work.Event{Kind: work.Checked, Verdict: foot.Clean, Parts: 1, Seen: 4}), blockers: []string{"foot-parts"}, stage: ready.Foot},
	"in two parts, both looked at":  {log: coated.then(work.Event{Kind: work.Parted, Parts: 2}).even().then(work.Event{Kind: work.Checked, Verdict: foot.Clean, Parts: 2, Seen: 4}), blockers: none, stage: ready.Kiln},
	"broken twice, mended once":     {log: coated.fate(work.Damaged, "rim").fate(work.Damaged, "handle").then(work.Event{Kind: work.Repaired, Of: "e4"}).passed(), blockers: []string{"damaged"}, stage: ready.Bench},
	"broken twice, mended twice":    {log: coated.fate(work.Damaged, "rim").fate(work.Damaged, "handle").then(work.Event{Kind: work.Repaired, Of: "e4"}).then(work.Event{Kind: work.Repaired, Of: "e3"}).passed(), blockers: none, stage: ready.Kiln},
	"two parts gone, one is back":   {log: coated.fate(work.Missing, "the lid").fate(work.Missing, "the saucer").then(work.Event{Kind: work.Found, Of: "e3"}).passed(), blockers: []string{"part-missing"}, stage: ready.Bench},
	"came back chipped, broken too": {log: coated.fate(work.Damaged, "handle").fate(work.LeftRoom, "home").fate(work.CameBack, "rim").then(work.Event{Kind: work.Repaired, Of: "e5"}).passed(), blockers: []string{"damaged"}, stage: ready.Bench},
	"its lid is gone":               {log: done.fate(work.Missing, "the lid"), blockers: []string{"part-missing"}, stage: ready.Bench},
	"its lid is back":               {log: done.fate(work.Missing, "the lid").fate(work.Found, ""), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"no name on it":                 {log: done.fate(work.Nameless, ""), blockers: []string{"no-name"}, stage: ready.Bench},
	"named again":                   {log: done.fate(work.Nameless, "").fate(work.Named, ""), blockers: none, stage: ready.Kiln},
	"set aside":                     {log: done.fate(work.SetAside, "she starts anew"), blockers: []string{"aside"}, stage: ready.Bench},
	"taken up again":                {log: done.fate(work.SetAside, "").fate(work.TakenUp, ""), blockers: none, stage: ready.Kiln},
	"taken home":                    {log: done.fate(work.LeftRoom, "at home"), blockers: []string{"away"}, stage: ready.Bench},
	"back from home, not looked at": {log: done.fate(work.LeftRoom, "at home").fate(work.CameBack, ""), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"back with a chipped rim":       {log: done.fate(work.LeftRoom, "at home").fate(work.CameBack, "rim chipped"), blockers: []string{"damaged", "cover-lapsed", "foot-lapsed"}, stage: ready.Bench},
	"a note and a picture":          {log: done.fate(work.Noted, "mind the handle").then(work.Event{Kind: work.Pictured, Photo: "p"}).fate(work.Absent, ""), blockers: none, stage: ready.Kiln},
	"once-fired, nobody felt it":    {log: done, blockers: []string{"not-bone-dry"}, stage: ready.Bench, with: onceFired},
	"once-fired, bone dry":          {log: story{}.then(work.Event{Kind: work.BoneDry}).coat("face", "A", 2).passed(), blockers: none, stage: ready.Kiln, with: onceFired},

	// The kiln.
	"in the kiln":     {log: coated.then(work.Event{Kind: work.Fired, Cone: "6"}), blockers: none, stage: ready.Kiln},
	"out of the kiln": {log: coated.then(work.Event{Kind: work.Fired}).then(work.Event{Kind: work.Unloaded}), blockers: none, stage: ready.Results},
	"marked":          {log: coated.then(work.Event{Kind: work.Fired}).then(work.Event{Kind: work.Unloaded}).then(work.Event{Kind: work.Resulted, Came: fault.Sound}), blockers: none, stage: ready.Done},
}

// holds expects the blockers and the stage of a worked case.
func (g gate) holds(t *testing.T) {
	if g.plan == nil {
		g.plan = simple
	}
	if g.after == 0 {
		g.after = 48 * time.Hour
	}
	at := func(log story, now time.Time) ready.Case {
		c := caseOf(t, g.plan, g.findings, work.Fold(log), now)
		if g.with != nil {
			g.with(&c)
		}
		return c
	}
	c := at(g.log.witnessed(at), start.Add(g.after))
	state := c.State
	got := ready.Judge(c).Blockers()
	var codes []string
	for _, b := range got {
		codes = append(codes, string(b.Code))
		m, known := matter.Of(b.Code)
		require.True(t, known && (m.Waits == b.Stage || b.Stage == ready.Bench && m.Waits == ready.Plan), "%s waits where the register says, or at the bench what was laid", b.Code)
		require.Equal(t, m.About, b.About)
		if len(g.findings) == 0 {
			require.NotEmpty(t, b.Text)
			require.NotEmpty(t, b.Way, "every blocker has a way out")
		}
		require.Equal(t, b.Code == "drying", !b.ClearsAt.IsZero())
	}
	require.Equal(t, g.blockers, codes)
	require.Equal(t, g.stage, ready.StageOf(state, got))
}

func TestTheGate(t *testing.T) {
	require.GreaterOrEqual(t, len(gates), 60)
	for name, g := range gates {
		t.Run(name, func(t *testing.T) { g.holds(t) })
	}
}

// Where pieces go at the end of a lesson: only what needs nothing but time may
// stand on the ready shelf.
func TestHandOver(t *testing.T) {
	place := func(log story, after time.Duration) ready.Placing {
		state := work.Fold(log)
		return ready.PlaceOf(state, ready.Judge(caseOf(t, simple, nil, state, start.Add(after))).Blockers())
	}
	require.Equal(t, work.ReadyShelf, place(done, time.Minute).Place, "often still damp: it dries there")
	require.Equal(t, work.ReadyShelf, place(done, 48*time.Hour).Place)
	unfinished := place(story{}.coat("face", "A", 1), time.Minute)
	require.Equal(t, ready.Placing{Place: work.OwnPlace, Reason: "Face: 1 coat missing, A next."}, unfinished)
	require.Equal(t, work.OwnPlace, place(coated, time.Minute).Place, "nobody looked at it")
	require.Equal(t, work.OwnPlace, place(done.wipe("", 0), 48*time.Hour).Place)
	require.Equal(t, work.Cart, place(coated.then(work.Event{Kind: work.Fired}).then(work.Event{Kind: work.Unloaded}), 0).Place)
	require.Empty(t, place(done.fate(work.LeftRoom, "at home"), 0).Place)
	require.Empty(t, place(done.then(work.Event{Kind: work.Loaded, Load: "L", Seen: 4}), 0).Place)
}

func TestGroups(t *testing.T) {
	wait := func(id string, log story, after time.Duration) ready.Waiting {
		return ready.Waiting{Piece: id, Blockers: ready.Judge(caseOf(t, simple, nil, work.Fold(log), start.Add(after))).Blockers(), Named: func(string) string { return "Face" }}
	}
	short := story{}.coat("face", "A", 1)
	groups := ready.Groups([]ready.Waiting{wait("1", done, 0), wait("2", done, 0), wait("3", done, 0), wait("4", short, 0), wait("5", short, 0), wait("6", coated, 0), wait("7", done, 48*time.Hour)})
	require.Len(t, groups, 3, "what may be fired waits for nothing")
	require.Equal(t, ready.Group{Code: "drying", Stage: ready.Kiln, Pieces: []string{"1", "2", "3"}, ClearsAt: start.Add(time.Minute + 12*time.Hour)}, groups[0])
	require.Equal(t, "lack coats on the Face", groups[1].Words())
	require.Equal(t, "waits for a look all round", groups[2].Words(), "of one piece")
}

// What the teacher overruled stays to be shown on the load, with its reason.
func TestRulingStays(t *testing.T) {
	state := work.Fold(done.rule("drying", "").then(work.Event{Kind: work.Loaded, Load: "L", Seen: 5}).then(work.Event{Kind: work.Fired}))
	require.Equal(t, "I take that on me", state.Rulings[0].Reason)
}

// Many are passed at once only where nothing but eyes was missing.
func TestMayPassTogether(t *testing.T) {
	together := func(log story) bool {
		return ready.MayPassTogether(ready.Judge(caseOf(t, simple, nil, work.Fold(log), start.Add(time.Hour))).Blockers())
	}
	require.True(t, together(coated), "still damp")
	require.True(t, together(coated.even()))
	require.True(t, together(done.wipe("", 0)), "seen before, and wiped since")
	require.False(t, together(done), "it passed already")
	require.False(t, together(coated.check(foot.Left)), "refused: it is wiped first")
	require.False(t, together(coated.cover(foot.Bald, "face")))
	require.False(t, together(coated.even().check(foot.Unclear)))
	require.False(t, together(coated.then(work.Event{Kind: work.Parted, Parts: 2}).even().check(foot.Clean)), "a part that nobody saw")
	require.False(t, together(story{}.coat("face", "A", 1)), "a coat is missing")
	require.False(t, together(coated.fate(work.Nameless, "")))
}

// Every piece that waits stands in one group, and only what needs nothing but
// time goes onto the ready shelf, whatever it waits for.
func TestGroupsAndPlacesProperties(t *testing.T) {
	codes := []string{"coats-missing", "foot-unchecked", "cover-lapsed", "drying", "damaged", "contact", "no-plan"}
	stages := []ready.Stage{ready.Plan, ready.Bench, ready.Foot, ready.Kiln}
	rapid.Check(t, func(t *rapid.T) {
		var all []ready.Waiting
		waiting := 0
		for i := range rapid.IntRange(0, 20).Draw(t, "pieces") {
			w := ready.Waiting{Piece: fmt.Sprint(i)}
			needs := false
			for range rapid.IntRange(0, 3).Draw(t, "blockers") {
				b := ready.Blocker{Code: matter.Code(rapid.SampledFrom(codes).Draw(t, "code")), Stage: rapid.SampledFrom(stages).Draw(t, "stage"), Text: "why"}
				if rapid.Bool().Draw(t, "clears") {
					b.ClearsAt = start.Add(time.Duration(rapid.IntRange(1, 30).Draw(t, "hours")) * time.Hour)
				}
				needs = needs || b.ClearsAt.IsZero()
				w.Blockers = append(w.Blockers, b)
			}
			if len(w.Blockers) > 0 {
				waiting++
			}
			require.Equal(t, map[bool]work.Place{true: work.OwnPlace, false: work.ReadyShelf}[needs], ready.PlaceOf(work.State{}, w.Blockers).Place)
			all = append(all, w)
		}
		seen, most := map[string]bool{}, len(all)
		for _, g := range ready.Groups(all) {
			require.LessOrEqual(t, len(g.Pieces), most, "the largest first")
			most = len(g.Pieces)
			require.NotEmpty(t, g.Words())
			for _, id := range g.Pieces {
				require.False(t, seen[id])
				seen[id] = true
			}
		}
		require.Len(t, seen, waiting)
	})
}
