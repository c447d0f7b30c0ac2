package ready_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/work"
)

// dip is one dip over some surfaces, down to a height; 0 is over all of them.
func (s story) dip(glaze string, downTo float64, surfaces ...string) story {
	return s.then(work.Event{Kind: work.Coated, How: work.Dipped, Glaze: glaze, Over: surfaces, DownTo: downTo})
}

// brush is one coat that is said to be brushed.
func (s story) brush(surface, glaze string) story {
	return s.then(work.Event{Kind: work.Coated, Surface: surface, Glaze: glaze, How: work.Brushed})
}

// half is half a coat at the bell.
func (s story) half(surface, glaze string) story {
	return s.then(work.Event{Kind: work.Coated, Surface: surface, Glaze: glaze, Part: work.UpperHalf, Share: 0.5})
}

// rest goes on with the coat that an event began.
func (s story) rest(of, surface, glaze string) story {
	return s.then(work.Event{Kind: work.Coated, Surface: surface, Glaze: glaze, Of: of})
}

func (s story) felt(t work.Thickness, of ...string) story {
	for _, id := range of {
		s = s.then(work.Event{Kind: work.Felted, Of: id, Felt: t})
	}
	return s
}

// passedAs is a look all round and a check that found the foot as it says.
func (s story) passedAs(v foot.Verdict, how string) story {
	return s.then(work.Event{Kind: work.Checked, Verdict: v, Text: how, Seen: int64(len(s))})
}

// fired goes through a load, and comes out of it.
func (s story) fired(bisque bool) story {
	s = s.then(work.Event{Kind: work.Loaded, Load: "L", Seen: int64(len(s))})
	s = s.then(work.Event{Kind: work.Fired, Load: "L", Cone: "04", Bisque: bisque})
	return s.then(work.Event{Kind: work.Unloaded, Load: "L"})
}

func (s story) bone() story { return s.then(work.Event{Kind: work.BoneDry}) }

// staged is underglaze on greenware, and a glaze after the bisque.
var staged = plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "U", Coats: 1}, {Glaze: "A", Coats: 2, Stage: 1}}}, "back": {Bare: true}}

// green says that the next firing is to bisque, where none is behind the piece.
func green(c *ready.Case) {
	if c.Bisque = len(c.State.Past) == 0; c.Bisque {
		c.Cone = "04"
	}
}

func modelled(c *ready.Case) { c.Body.MayBeClosed = true }

func both(a, b func(*ready.Case)) func(*ready.Case) {
	return func(c *ready.Case) { a(c); b(c) }
}

// seeing gives the last looks what they saw instead of what there is.
func (s story) seeing(change func(*work.Sight)) story {
	other := slabSeen
	change(&other)
	s = append(story{}, s...)
	for i := range s {
		if s[i].Saw != nil {
			s[i].Saw = &other
		}
	}
	return s
}

var dipped = plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1, Dip: true}, {Glaze: "B", Coats: 1, Dip: true, DownToMM: 5}}},
	"edge": {Stack: glaze.Stack{{Glaze: "A", Coats: 1, Dip: true}}}, "back": {Bare: true}}

// More worked cases of the gate: looks and what they looked at, dips, half coats, and what
// goes through more than one firing (common practice).
var truths = map[string]gate{
	// Looks.
	"turned onto another side since":             {log: done.seeing(func(s *work.Sight) { s.Lies = "on its edge" }), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"measured anew since":                        {log: done.seeing(func(s *work.Sight) { s.Shape = "length 90" }), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"it stands on something else since":          {log: done.seeing(func(s *work.Sight) { s.Stands = "edge" }), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"its band rose since":                        {log: done, blockers: []string{"foot-lapsed"}, stage: ready.Foot, with: func(c *ready.Case) { c.Band.HeightMM = 13 }},
	"bare to more than it has to be":             {log: done.seeing(func(s *work.Sight) { s.BandMM = 13 }), blockers: none, stage: ready.Kiln},
	"a surface was added since":                  {log: done.seeing(func(s *work.Sight) { s.Surfaces = "face back" }), blockers: []string{"cover-lapsed"}, stage: ready.Foot},
	"a look that says nothing of what it saw":    {log: coated.then(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: 2, Saw: &work.Sight{}}).check(foot.Clean), blockers: []string{"cover-lapsed"}, stage: ready.Foot},
	"a tap on the foot that was a mistake":       {log: done.coat("back", "A", 1).undo("e5"), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"a tap on the face that was a mistake":       {log: done.coat("face", "A", 1).undo("e5"), blockers: none, stage: ready.Kiln},
	"looked at again after the mistake":          {log: done.coat("back", "A", 1).undo("e5").check(foot.Clean), blockers: none, stage: ready.Kiln},
	"a wipe that never was":                      {log: done.wipe("", 0).undo("e5"), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"checked under latex":                        {log: coated.then(work.Event{Kind: work.Resisted, Surface: "back", Text: "latex"}).passed().rule("latex-on", "back"), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"peeled after the check":                     {log: coated.then(work.Event{Kind: work.Resisted, Surface: "back", Text: "latex"}).passed().then(work.Event{Kind: work.Peeled, Surface: "back"}), blockers: []string{"cover-lapsed", "foot-lapsed"}, stage: ready.Foot},
	"glaze left, then clean without a wipe":      {log: coated.even().check(foot.Left).check(foot.Clean), blockers: []string{"foot-how"}, stage: ready.Foot},
	"it was wiped off wet":                       {log: coated.even().check(foot.Left).passedAs(foot.Clean, work.CameOffWet), blockers: none, stage: ready.Kiln},
	"wiped off wet, it dries anew":               {log: coated.even().check(foot.Left).passedAs(foot.Clean, work.CameOffWet), after: 12 * time.Hour, blockers: []string{"drying"}, stage: ready.Kiln},
	"scraped off dry, it does not":               {log: coated.even().check(foot.Left).passedAs(foot.Clean, work.CameOffDry), after: 12*time.Hour + time.Minute, blockers: none, stage: ready.Kiln},
	"the look before was wrong":                  {log: coated.even().check(foot.TooLow).passedAs(foot.Stained, work.NeverThere), blockers: none, stage: ready.Kiln},
	"a wipe was logged":                          {log: coated.even().check(foot.Left).wipe("", 0).even().check(foot.Clean), blockers: none, stage: ready.Kiln},
	"asked once, it is asked until it is said":   {log: coated.even().check(foot.Left).check(foot.Clean).check(foot.Clean), blockers: []string{"foot-how"}, stage: ready.Foot},
	"a foot that nobody said how, overruled":     {log: coated.even().check(foot.Left).check(foot.Clean).rule("foot-how", ""), blockers: []string{"foot-how"}, stage: ready.Foot},
	"latex peeled, and looked at after":          {log: coated.then(work.Event{Kind: work.Resisted, Surface: "back", Text: "latex"}).then(work.Event{Kind: work.Peeled, Surface: "back"}).passed(), blockers: none, stage: ready.Kiln},
	"damage that was never there, undone":        {log: done.fate(work.Damaged, "chip").undo("e5"), blockers: none, stage: ready.Kiln},
	"a look all round outlives a tap undone":     {log: done.coat("back", "A", 1).undo("e5").check(foot.Clean).undo("e99"), blockers: none, stage: ready.Kiln},
	"the undo of the tap undone: it is there":    {log: done.coat("back", "A", 1).undo("e5").undo("e6"), blockers: []string{"contact", "cover-lapsed", "foot-lapsed"}, stage: ready.Bench},
	"taken back before anybody looked":           {log: coated.coat("back", "A", 1).undo("e3").passed(), blockers: none, stage: ready.Kiln},
	"patched, and that taken back, on the foot":  {log: done.then(work.Event{Kind: work.Patched, Surface: "back"}).undo("e5"), blockers: []string{"foot-lapsed"}, stage: ready.Foot},
	"patched, and that taken back, on the face":  {log: done.then(work.Event{Kind: work.Patched, Surface: "face"}).undo("e5"), blockers: none, stage: ready.Kiln},
	"a check from before the tap, sent after it": {log: done.coat("back", "A", 1).undo("e5").then(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: 2}), blockers: []string{"foot-lapsed"}, stage: ready.Foot},

	// Dips.
	"dipped as planned":                   {log: story{}.dip("A", 0, "face", "edge").dip("B", 5, "face").passed(), plan: dipped, blockers: none, stage: ready.Kiln},
	"the second dip is missing":           {log: story{}.dip("A", 0, "face", "edge").passed(), plan: dipped, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"a brushed coat is no dip":            {log: story{}.brush("face", "A").brush("edge", "A").dip("B", 5, "face").passed(), plan: dipped, blockers: []string{"coats-missing", "coats-missing"}, stage: ready.Bench},
	"a coat of before coats said how":     {log: story{}.coat("face", "A", 1).coat("edge", "A", 1).dip("B", 5, "face").passed(), plan: dipped, blockers: none, stage: ready.Kiln},
	"a dip is no brushed coat":            {log: story{}.dip("A", 0, "face").dip("A", 0, "face").passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"three dips where one is planned":     {log: story{}.dip("A", 0, "face", "edge").dip("A", 0, "edge").dip("A", 0, "edge").dip("B", 5, "face").passed(), plan: dipped, blockers: []string{"below-band", "coats-stop"}, stage: ready.Bench},
	"a dip that went over the foot":       {log: story{}.dip("A", 0, "face", "edge", "back").dip("B", 5, "face").passed(), plan: dipped, blockers: []string{"contact"}, stage: ready.Bench},
	"a dip that ended above the foot":     {log: story{}.dip("A", 8, "face", "edge").dip("B", 5, "face").passed(), plan: dipped, blockers: []string{"coats-missing", "coats-missing"}, stage: ready.Bench},
	"a dip undone is gone everywhere":     {log: story{}.dip("A", 0, "face", "edge").undo("e1"), plan: dipped, blockers: []string{"coats-missing", "coats-missing"}, stage: ready.Bench},
	"wiped off one surface, not of both":  {log: story{}.dip("A", 0, "face", "edge").dip("B", 5, "face").wipe("edge", 1).passed(), plan: dipped, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"a sponged coat counts as a stroke":   {log: story{}.coat("face", "A", 1).then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", How: work.Sponged}).passed(), blockers: none, stage: ready.Kiln},
	"two thick coats are two strokes":     {log: coated.felt(work.Thick, "e1", "e2").passed(), blockers: none, stage: ready.Kiln},
	"one thick coat replaces none":        {log: story{}.coat("face", "A", 1).felt(work.Thick, "e1").passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"four thick coats run, unplanned two": {log: coated.coat("face", "A", 2).felt(work.Thick, "e1", "e2", "e3", "e4").passed(), blockers: []string{"coats-stop"}, stage: ready.Bench},
	"planned three, all felt thick":       {log: story{}.coat("face", "A", 4).felt(work.Thick, "e1", "e2", "e3", "e4").passed(), plan: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 4}}}}, blockers: []string{"coats-stop"}, stage: ready.Bench},

	// Half a coat.
	"half a coat is none yet":            {log: story{}.coat("face", "A", 1).half("face", "A").passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"resumed it is one":                  {log: story{}.coat("face", "A", 1).half("face", "A").rest("e2", "face", "A").passed(), blockers: none, stage: ready.Kiln},
	"another coat over half of one":      {log: story{}.coat("face", "A", 1).half("face", "A").coat("face", "A", 1).passed(), blockers: none, stage: ready.Kiln},
	"the rest taken back":                {log: story{}.coat("face", "A", 1).half("face", "A").rest("e2", "face", "A").undo("e3").passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
	"it dries from its last stroke":      {log: story{}.coat("face", "A", 1).half("face", "A").passed().later(20*time.Hour, work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Of: "e2"}).then(work.Event{Kind: work.Covered, Cover: foot.Even, Seen: 5}).then(work.Event{Kind: work.Checked, Verdict: foot.Clean, Seen: 6}), after: 31 * time.Hour, blockers: []string{"drying"}, stage: ready.Kiln},
	"entered afterwards, in that order":  {log: story{}.coat("face", "B", 1).then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Done: start.Add(-time.Hour)}).passed(), plan: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}, {Glaze: "B", Coats: 1}}}}, blockers: none, stage: ready.Kiln},
	"entered afterwards, dry since then": {log: story{}.then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Done: start.Add(-13 * time.Hour)}).then(work.Event{Kind: work.Coated, Surface: "face", Glaze: "A", Done: start.Add(-12 * time.Hour)}).passed(), after: time.Minute, blockers: none, stage: ready.Kiln},

	// Greenware, bisque, another firing.
	"greenware, its underglaze not on":           {log: story{}.bone(), plan: staged, with: green, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"on, and nobody felt it since":               {log: story{}.bone().coat("face", "U", 1), plan: staged, with: green, blockers: []string{"damp"}, stage: ready.Bench},
	"felt bone dry, into the bisque":             {log: story{}.coat("face", "U", 1).bone(), plan: staged, with: green, blockers: none, stage: ready.Kiln},
	"greenware with nothing planned":             {log: story{}.bone(), plan: plan.Plan{}, with: green, blockers: none, stage: ready.Kiln},
	"wiped wet after it was felt":                {log: story{}.coat("face", "U", 1).bone().wipe("face", 0), plan: staged, with: green, blockers: []string{"damp"}, stage: ready.Bench},
	"damp clay is never overruled":               {log: story{}.coat("face", "U", 1).rule("damp", ""), plan: staged, with: green, blockers: []string{"damp"}, stage: ready.Bench},
	"what may be hollow needs a hole":            {log: story{}.bone(), plan: plan.Plan{}, with: both(green, modelled), blockers: []string{"closed"}, stage: ready.Bench},
	"it has one":                                 {log: story{}.bone().fate(work.Prepared, work.HasHole), plan: plan.Plan{}, with: both(green, modelled), blockers: none, stage: ready.Kiln},
	"or is solid":                                {log: story{}.bone().fate(work.Prepared, work.IsSolid), plan: plan.Plan{}, with: both(green, modelled), blockers: none, stage: ready.Kiln},
	"a hole is never overruled":                  {log: story{}.bone().rule("closed", ""), plan: plan.Plan{}, with: both(green, modelled), blockers: []string{"closed"}, stage: ready.Bench},
	"fired once, it needs a hole as well":        {log: story{}.bone().coat("face", "A", 2).passed(), with: both(onceFired, modelled), blockers: []string{"closed"}, stage: ready.Bench},
	"out of the bisque, the glaze is to come":    {log: story{}.coat("face", "U", 1).bone().fired(true), plan: staged, with: green, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"glazed, and looked at anew":                 {log: story{}.coat("face", "U", 1).bone().fired(true).coat("face", "A", 2).passed(), plan: staged, with: green, blockers: none, stage: ready.Kiln},
	"glazed, and nobody looked":                  {log: story{}.coat("face", "U", 1).bone().passed().fired(true).coat("face", "A", 2), plan: staged, with: green, blockers: []string{"cover-unchecked", "foot-unchecked"}, stage: ready.Foot},
	"a glaze that was laid on greenware":         {log: story{}.coat("face", "U", 1).coat("face", "A", 2).bone().fired(true).passed(), plan: staged, with: green, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"underglaze that came after the bisque":      {log: story{}.bone().fired(true).coat("face", "U", 1).coat("face", "A", 2).passed(), plan: staged, with: green, blockers: none, stage: ready.Kiln},
	"what is fired on is not wiped off":          {log: story{}.coat("face", "U", 1).bone().fired(true).wipe("face", 1).coat("face", "A", 2).passed(), plan: staged, with: green, blockers: none, stage: ready.Kiln},
	"mended, for another firing, unfelt":         {log: done.fired(false).fate(work.Refired, "bald spot").passed(), blockers: []string{"damp"}, stage: ready.Bench},
	"felt, and looked at again":                  {log: done.fired(false).fate(work.Refired, "bald spot").bone().passed(), blockers: none, stage: ready.Kiln},
	"felt, and nobody looked at it as it is":     {log: done.fired(false).fate(work.Refired, "bald spot").bone(), blockers: []string{"cover-unchecked", "foot-unchecked"}, stage: ready.Foot},
	"patched after it was felt":                  {log: done.fired(false).fate(work.Refired, "bald spot").bone().then(work.Event{Kind: work.Patched, Surface: "face"}).passed(), blockers: []string{"damp"}, stage: ready.Bench},
	"another colour before the second firing":    {log: done.fired(false).fate(work.Refired, "").coat("face", "B", 1).bone().passed(), plan: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: "B", Coats: 1, Stage: 1}}}}, blockers: none, stage: ready.Kiln},
	"that colour is missing":                     {log: done.fired(false).fate(work.Refired, "").bone().passed(), plan: plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: "B", Coats: 1, Stage: 1}}}}, blockers: []string{"coats-missing"}, stage: ready.Bench},
	"a ruling of the first firing holds no more": {log: story{}.coat("face", "A", 1).rule("coats-missing", "face").passed().fired(false).fate(work.Refired, "").bone().passed(), blockers: []string{"coats-missing"}, stage: ready.Bench},
}

func TestTruthsOfTheGate(t *testing.T) {
	for name, g := range truths {
		t.Run(name, func(t *testing.T) { g.holds(t) })
	}
	require.GreaterOrEqual(t, len(truths), 60)
}

// What is to come after the bisque is not asked for before it, and not offered.
func TestStrokesAreDueBeforeTheirFiring(t *testing.T) {
	s := work.Fold(story{}.coat("face", "U", 1))
	p := work.Compare(staged["face"].Stack, s.On("face"))
	require.Len(t, p.Left, 2)
	require.Empty(t, p.Due(0))
	require.Len(t, p.Due(1), 2)
}

// Strokes of a plan go where they belong: underglaze may go on greenware, glaze never, and
// what is on the piece stays where it was laid.
func TestStrokesArePutBeforeTheirFiring(t *testing.T) {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	w := plan.Work{Body: body, Green: true, BisqueCone: "04", Cone: "6"}
	none := func(string) []glaze.Layer { return nil }
	asked := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "U", Coats: 2}, {Glaze: "A", Coats: 3}}}}
	require.Equal(t, glaze.Stack{{Glaze: "U", Coats: 2}, {Glaze: "A", Coats: 3, Stage: 1}}, shelf.Stages(asked, w, none)["face"].Stack)
	after := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 1}, {Glaze: "U", Coats: 2}}}}
	require.Equal(t, glaze.Stack{{Glaze: "A", Coats: 1, Stage: 1}, {Glaze: "U", Coats: 2, Stage: 1}}, shelf.Stages(after, w, none)["face"].Stack, "nothing goes under what is fired on")
	w.Past = append(w.Past, "04")
	on := func(string) []glaze.Layer { return []glaze.Layer{{Glaze: "U", Coats: 1}} }
	require.Equal(t, glaze.Stack{{Glaze: "U", Coats: 1}, {Glaze: "U", Coats: 1, Stage: 1}, {Glaze: "A", Coats: 3, Stage: 1}}, shelf.Stages(asked, w, on)["face"].Stack)
	require.Equal(t, asked["face"].Stack, shelf.Stages(asked, plan.Work{Body: body}, none)["face"].Stack, "bisque has one firing to come")
	require.Empty(t, plan.MayBisque("05"))
	require.NotEmpty(t, plan.MayBisque("6"))
}

// A house that fires once asks for the clay, and no look before a first bisque is needed.
func TestBisqueAsksForNoLooks(t *testing.T) {
	c := caseOf(t, staged, nil, work.Fold(story{}.coat("face", "U", 1).bone()), start.Add(time.Hour))
	green(&c)
	c.House = rules.Default()
	for _, b := range ready.Judge(c).Blockers() {
		require.NotContains(t, []matter.Code{matter.CoverUnchecked, matter.FootUnchecked, matter.Drying}, b.Code)
	}
}

// What a look has to mind stands with it: glaze that cannot be seen raw, hollows that hold
// glaze, the seam along an edging.
func TestWhatALookHasToMind(t *testing.T) {
	c := caseOf(t, simple, []plan.Finding{{Code: matter.RawUnseen, Severity: plan.Note, Surface: "face"}}, work.Fold(coated), start)
	require.Len(t, ready.LookFor(c), 1)
	require.Contains(t, ready.LookFor(c)[0], "feel with a pin")
	require.Contains(t, ready.Judge(c).Blockers()[0].Way, "Raw glaze cannot be seen on the Face")
	bottle, err := piece.Build(piece.Bottle, nil)
	require.NoError(t, err)
	inside := plan.Plan{"interior": {Stack: glaze.Stack{{Glaze: "A", Coats: 2}}}}
	asks := ready.LookFor(ready.Case{Body: bottle, Plan: inside})
	require.Len(t, asks, 1)
	require.Contains(t, asks[0], "drained or scooped out")
	require.Empty(t, ready.LookFor(ready.Case{Body: bottle, Plan: plan.Plan{}}), "nothing went in")
	carved, err := slab(t).With(piece.Marking{Details: []piece.Detail{{ID: "name", Name: "Name", Kind: piece.Letters, On: "face", AreaCM2: 3}}})
	require.NoError(t, err)
	require.Contains(t, ready.LookFor(ready.Case{Body: carved, Plan: plan.Plan{"name": simple["face"]}})[0], "filled the Name")
}
