package work

import (
	"os"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/piece"
)

func scene(t *testing.T) Scene {
	body, err := piece.Build(piece.Slab, nil)
	require.NoError(t, err)
	return Scene{Class: "c", Body: body, Now: start, Jar: func(code string) bool { return code == "A" },
		Find: func(id string) (Event, bool) { return Event{ID: id, Kind: Coated, By: "Table 1"}, id == "mine" }}
}

var (
	table   = Actor{Role: Station, Name: "Table 1", Classes: []string{"c"}}
	teacher = Actor{Role: Teacher, Name: "teacher"}
)

// Who may log what, and what cannot have happened to anybody.
func TestWhatIsRefused(t *testing.T) {
	coat := Event{Kind: Coated, Surface: "face", Glaze: "A"}
	for said, c := range map[string]struct {
		by Actor
		e  Event
	}{
		"": {table, coat},
		`"sung" is nothing that happens to a piece.`:                                    {teacher, Event{Kind: "sung"}},
		"That is logged on the teacher's side.":                                         {table, Event{Kind: Checked}},
		"Marks and rulings are the teacher's.":                                          {Actor{Role: Helper, Name: "helper"}, Event{Kind: Ruled}},
		"This piece is not of the class that is in the room now.":                       {Actor{Role: Station, Name: "Table 1", Classes: []string{"d"}}, coat},
		"What happened in another lesson is entered on the teacher's side.":             {table, Event{Kind: Coated, Surface: "face", Glaze: "A", Done: start.Add(-time.Hour)}},
		"What the class may read is said on the teacher's side.":                        {table, Event{Kind: Noted, Text: "ask me", Shown: true}},
		"Somebody else logged that: the teacher can take it back.":                      {Actor{Role: Station, Name: "Table 2", Classes: []string{"c"}}, Event{Kind: Undone, Undoes: "mine"}},
		`a slab has no surface "nowhere".`:                                              {teacher, Event{Kind: Coated, Surface: "nowhere", Glaze: "A"}},
		"say on which surface of the slab.":                                             {teacher, Event{Kind: Patched}},
		"that lesson has not been yet.":                                                 {teacher, Event{Kind: Coated, Surface: "face", Glaze: "A", Done: start.Add(time.Minute)}},
		`no jar is called "Q".`:                                                         {teacher, Event{Kind: Coated, Surface: "face", Glaze: "Q"}},
		`a coat feels thin, right or thick, not "wet".`:                                 {teacher, Event{Kind: Coated, Surface: "face", Glaze: "A", Felt: "wet"}},
		`"attic" is no place: expected ready, own or cart.`:                             {teacher, Event{Kind: Moved, Place: "attic"}},
		"say what is overruled, and why.":                                               {teacher, Event{Kind: Ruled, Code: "drying"}},
		`nothing that keeps a piece out of the kiln is called "dear".`:                  {teacher, Event{Kind: Ruled, Code: "dear", Text: "why"}},
		"nobody may overrule that a piece has a glaze that no jar holds.":               {teacher, Event{Kind: Ruled, Code: "unknown-glaze", Text: "why"}},
		`"wings" is no help in the kiln: expected stilts, cookie, wash, hole or solid.`: {teacher, Event{Kind: Prepared, Text: "wings"}},
	} {
		r := Refuse(c.by, c.e, scene(t))
		if said == "" {
			require.Nil(t, r)
			continue
		}
		require.NotNil(t, r, said)
		require.Equal(t, said, r.Text)
	}
	sc := scene(t)
	sc.State.Seq = 5
	require.Equal(t, Stale, Refuse(teacher, Event{Kind: Ruled, Code: "drying", Text: "why", Seen: 4}, sc).Why)
	require.Nil(t, Refuse(teacher, Event{Kind: Ruled, Code: "drying", Text: "why", Seen: 5}, sc))
}

// The contract takes the kinds that people log and no other, and every field that one
// of them takes; fields are fields of the event.
func TestTheContractTakesWhatTheRegisterTakes(t *testing.T) {
	text, err := os.ReadFile("../../api/openapi.yaml")
	require.NoError(t, err)
	whole := regexp.MustCompile(`(?s)\n    EventIn:\n(.*?)\n    [A-Z]\w+:`).FindSubmatch(text)
	require.NotNil(t, whole)
	in := string(whole[1])
	list := regexp.MustCompile(`(?s)kind:\s+type: string\s+enum: \[(.*?)\]`).FindStringSubmatch(in)
	require.NotNil(t, list)
	var taken []string
	for _, kind := range strings.Split(list[1], ",") {
		taken = append(taken, strings.TrimSpace(kind))
	}
	known := map[string]bool{}
	for f := range reflect.TypeFor[Event]().Fields() {
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		known[name] = true
	}
	for _, kind := range Kinds() {
		entry, _ := Of(kind)
		require.Equal(t, entry.By != "", slices.Contains(taken, string(kind)), "%s: who logs it, and whether the contract takes it", kind)
		for _, field := range entry.Fields {
			require.True(t, known[field], "%s: an event has no %s", kind, field)
			if entry.By != "" {
				require.Regexp(t, `(?m)^        `+field+`:`, in, "%s takes it, and the contract does not", kind)
			}
		}
		text := map[Kind]string{Answered: SameCoat, Prepared: OnStilts}[kind]
		require.NotEmpty(t, Event{Kind: kind, Text: text, Place: ReadyShelf, Felt: Thin, Verdict: foot.Clean, Cover: foot.Even, Parts: 2, Came: fault.Sound, Fault: fault.Running, Flow: fault.Stayed, Code: "drying"}.Says("Face"), kind)
	}
	require.Subset(t, asStrings(Kinds()), taken)
}

func asStrings(kinds []Kind) (all []string) {
	for _, k := range kinds {
		all = append(all, string(k))
	}
	return all
}

// Whose text is somebody's own words, and not one of a few: that is what a year's end has to be
// able to leave out.
func TestWhichKindsHoldWords(t *testing.T) {
	require.ElementsMatch(t, []Kind{Damaged, Repaired, Parted, Missing, SetAside, Noted, Moved, LeftRoom, CameBack, Ruled, Vouched, Refired, Opined, Resulted, Unloaded}, Worded())
}

// What is said of a fired piece has to be able to be: a result of a piece in the kiln, the same
// twice, a fault on a surface that it lacks, one that nobody knows, sound beside a fault, and a
// thickness proved that nobody felt are refused in a sentence.
func TestResultsThatCannotBe(t *testing.T) {
	s := scene(t)
	sound := Event{Kind: Resulted, Came: fault.Sound}
	ran := Event{Kind: Faulted, ID: "f", Surface: "face", Fault: fault.Running, Clear: true}
	require.ErrorContains(t, Refuse(teacher, sound, s), "not out of the kiln yet", "never fired")
	s.State.Firing = &Firing{Load: "L", OutSeq: -1}
	require.ErrorContains(t, Refuse(teacher, ran, s), "not out of the kiln yet", "it cools")
	s.State.Firing.Unloaded = start
	require.Nil(t, Refuse(teacher, sound, s))
	require.NotNil(t, Refuse(Actor{Role: Station, Classes: []string{s.Class}}, sound, s), "a tablet judges nothing")
	for reason, e := range map[string]Event{
		"no surface":             {Kind: Faulted, Surface: "handle", Fault: fault.Running},
		"say on which surface":   {Kind: Faulted, Fault: fault.Running},
		"no fault that is known": {Kind: Faulted, Surface: "face", Fault: "boring"},
		"no way to come out":     {Kind: Resulted, Came: fault.Faulty},
		"how far glaze moved":    {Kind: Flowed, Flow: "far"},
		"no coat felt":           {Kind: Proved, Surface: "face", Felt: Thick},
	} {
		require.ErrorContains(t, Refuse(teacher, e, s), reason)
	}
	s.State.Coats = []Coat{{Surface: "face", Felt: Thick}}
	require.Nil(t, Refuse(teacher, Event{Kind: Proved, Surface: "face", Felt: Right}, s))
	s.State = Step(s.State, ran, nil)
	require.ErrorContains(t, Refuse(teacher, ran, s), "noted already")
	require.ErrorContains(t, Refuse(teacher, sound, s), "take that back before")
	small := ran
	small.ID, small.Clear = "g", false
	require.Nil(t, Refuse(teacher, small, s), "seen otherwise")
	s.State = Step(s.State, small, nil)
	require.Equal(t, []Flaw{{ID: "g", Before: []string{"f"}, Kind: fault.Running, Surface: "face"}}, s.State.Outcome().Faults, "the same fault once")
}

// What broke in the firing is wrong with the piece until it is said otherwise; one that was
// joined afterwards goes into no fire.
func TestWhatBrokeInTheFire(t *testing.T) {
	log := []Event{{Seq: 1, ID: "f", Kind: Fired, Load: "L", Cone: "6", At: start}, {Seq: 2, ID: "u", Kind: Unloaded, Load: "L", At: start}}
	on := func(e Event) State {
		e.Seq, e.At = int64(len(log)+1), start
		log = append(log, e)
		return Fold(log)
	}
	s := on(Event{ID: "b", Kind: Resulted, Came: fault.Broken})
	require.Equal(t, "broke in the firing", Words(s.Damages))
	require.Equal(t, []string{"b", "u"}, s.StillInside("L"), "an unloading is taken back with what was said of it")
	s = on(Event{ID: "j", Kind: Resulted, Came: fault.Joined})
	require.Equal(t, "was joined after the firing: no glue stands the fire", Words(s.Damages))
	require.Equal(t, fault.Joined, s.Outcome().Came)
	s = on(Event{ID: "x", Kind: Undone, Undoes: "j"})
	require.Equal(t, "broke in the firing", Words(s.Damages), "as before it was taken back")
	s = on(Event{ID: "n", Kind: Noted, Text: "mended soon"})
	require.Empty(t, s.StillInside("L"), "something else happened")
	s = on(Event{ID: "r", Kind: Refired})
	require.False(t, s.Outcome().Judged(), "another firing begins")
	require.Equal(t, fault.Broken, s.Past[0].Outcome.Came, "and what came of this one stays")
}

// A dip goes over surfaces, to a height that the piece reaches, for as long as anybody holds it;
// it is never begun, and never speaks of one surface beside those it went over.
func TestDipsThatCannotBe(t *testing.T) {
	s := scene(t)
	dip := Event{Kind: Coated, How: Dipped, Glaze: "A", Over: []string{"face", "back"}}
	for name, c := range map[string]struct {
		change func(*Event)
		says   string
	}{
		"as it is":            {func(*Event) {}, ""},
		"for two minutes":     {func(e *Event) { e.Seconds = 120 }, ""},
		"for longer":          {func(e *Event) { e.Seconds = 121 }, "held for up to 120 seconds"},
		"to the table":        {func(e *Event) { e.DownTo = 0 }, ""},
		"as high as it is":    {func(e *Event) { e.DownTo = s.Body.HeightMM }, "does not reach"},
		"just below its top":  {func(e *Event) { e.DownTo = s.Body.HeightMM - 0.5 }, ""},
		"below the table":     {func(e *Event) { e.DownTo = -1 }, "does not reach"},
		"over nothing":        {func(e *Event) { e.Over = nil }, "say on which surface"},
		"over and on one":     {func(e *Event) { e.Surface = "face" }, "over which surfaces"},
		"on one alone":        {func(e *Event) { e.Surface, e.Over = "face", nil }, "over which surfaces"},
		"begun":               {func(e *Event) { e.Part = UpperHalf }, "not begun"},
		"a share of it":       {func(e *Event) { e.Share = 0.5 }, "not begun"},
		"gone on with":        {func(e *Event) { e.Of = "x" }, "not begun"},
		"one surface twice":   {func(e *Event) { e.Over = []string{"face", "face"} }, "twice"},
		"in water":            {func(e *Event) { e.Density = 1 }, "weighs more than 1"},
		"in mud":              {func(e *Event) { e.Density = 2.5 }, ""},
		"in what is no glaze": {func(e *Event) { e.Density = 2.51 }, "at most 2.5"},
	} {
		e := dip
		c.change(&e)
		r := Refuse(teacher, e, s)
		if c.says == "" {
			require.Nil(t, r, name)
			continue
		}
		require.NotNil(t, r, name)
		require.Contains(t, r.Text, c.says, name)
	}
}

// How long ago a device saw something is never less than nothing.
func TestAgeOfWhatWasSent(t *testing.T) {
	for ms, want := range map[int64]time.Duration{-5: 0, 0: 0, 1: time.Millisecond, 9999: 9999 * time.Millisecond} {
		require.Equal(t, want, Sent{AgeMS: ms}.Age())
	}
	require.False(t, Sent{AgeMS: 9999}.Late())
	require.True(t, Sent{AgeMS: 10000}.Late())
}
