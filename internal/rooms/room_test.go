package rooms_test

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/lost"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/lists"
	"enkaustos/internal/room"
	"enkaustos/internal/school"
)

// twoClasses is a room of two classes, 7 and 8, with a slab each and bells on
// Mondays: 7 from 9:00 to 10:00, 8 from 10:00 to 11:00. It is Monday, 9:15.
func twoClasses(t *testing.T) (s *staff, clock *hands, seven, eight Piece) {
	s, clock = aRoom(t)
	clock.now = time.Date(2026, 3, 2, 9, 15, 0, 0, time.Local)
	bring(t, s, lists.GlazeList, jars)
	bring(t, s, lists.StudentList, "name,class,mark\nIlo,7,O\nMarit,8,X\n")
	classes := s.Now().ClassesByName()
	for _, c := range classes {
		_, err := s.AddAssignment(t.Context(), school.AssignmentRecord{Class: c.ID, Name: "Slab", Form: piece.Slab})
		require.NoError(t, err)
	}
	require.NoError(t, s.SetBells(t.Context(),
		lesson.Bell{Classes: []string{classes[1].ID}, Weekday: 1, Starts: 600, Ends: 660}, lesson.Bell{Classes: []string{classes[0].ID}, Weekday: 1, Starts: 540, Ends: 600}))
	return s, clock, s.Pieces(classes[0].ID, "")[0], s.Pieces(classes[1].ID, "")[0]
}

// paired is a tablet of the room, as it is now.
func paired(t *testing.T, s *staff, name string) (now func() work.Actor) {
	var st room.Station
	require.NoError(t, s.change(t.Context(), func(m school.Moment, c *school.Change) (err error) { st, err = room.Pair(m, c, name); return err }))
	return func() work.Actor {
		a, ok := room.AtStation(s.Now(), st.ID)
		require.True(t, ok)
		return a
	}
}

// The room follows the bell, the teacher's hand until that bell, and the bell
// again; a restart changes nothing of it.
func TestRoomFollowsBellAndHand(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	at := func(clockTime string) contract.GetRoom200JSONResponse {
		day, err := time.ParseInLocation("2006-01-02 15:04", "2026-03-02 "+clockTime, time.Local)
		require.NoError(t, err)
		clock.now = day
		warm := s.Room(t)
		require.NoError(t, s.Reload(t.Context()))
		require.Equal(t, warm.Classes, s.Room(t).Classes, "as a cold start has it")
		require.Equal(t, warm.Ends, s.Room(t).Ends)
		return warm
	}
	require.Equal(t, []string{seven.Assignment.Class}, at("09:15").Classes)
	require.Equal(t, "10:00", at("09:15").Ends.Local().Format("15:04"))
	require.Equal(t, []string{eight.Assignment.Class}, at("10:00").Classes)
	require.Empty(t, at("11:00").Name, "between lessons nobody is served")

	at("09:15")
	require.NoError(t, s.SwitchRoom(t.Context(), eight.Assignment.Class))
	require.True(t, at("09:20").ByHand)
	require.Equal(t, []string{eight.Assignment.Class}, at("09:59").Classes)
	require.False(t, at("10:05").ByHand, "the bell that ended the lesson ended the switch")
	at("09:15")
	require.NoError(t, s.SwitchRoom(t.Context(), eight.Assignment.Class))
	require.NoError(t, s.SwitchRoom(t.Context(), ""))
	require.Equal(t, []string{seven.Assignment.Class}, at("09:20").Classes, "switched back")
	at("12:00")
	require.NoError(t, s.SwitchRoom(t.Context(), seven.Assignment.Class))
	require.Equal(t, []string{seven.Assignment.Class}, at("16:00").Classes, "without a bell it holds until it is switched back")
	require.ErrorContains(t, s.SwitchRoom(t.Context(), "nowhere"), "no such class")
	require.NoError(t, s.LockStations(t.Context(), true))
	require.True(t, at("16:00").Locked)
}

// A tap that comes late is kept where its class was in the room when it was made;
// what cannot be kept is laid before the teacher, once, and kept or let go.
func TestLateTaps(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	tablet := paired(t, s, "Sink side")
	late := func(id string, p Piece, age time.Duration) string {
		e := work.Sent{Event: coat(id, p, "face", "A"), AgeMS: age.Milliseconds()}
		require.True(t, e.Late())
		warnings, err := s.LogLate(t.Context(), tablet(), []work.Sent{e})
		require.NoError(t, err)
		if len(warnings) == 0 {
			return ""
		}
		return string(warnings[0].Code)
	}
	clock.now = clock.now.Add(50 * time.Minute) // 10:05, and 8 is in the room
	require.Empty(t, late("in its lesson", seven, 20*time.Minute))
	require.Equal(t, "to-the-teacher", late("in another's", seven, time.Minute))
	require.Equal(t, "to-the-teacher", late("in another's", seven, 2*time.Minute), "sent twice it is one")
	require.Empty(t, late("of the class in the room", eight, time.Minute))
	require.Len(t, s.Strays(t), 1)
	require.Equal(t, "Ilo (O)", s.Strays(t)[0].Who)
	require.Equal(t, "coat A Face", s.Strays(t)[0].Text)

	require.NoError(t, s.Reload(t.Context()))
	require.Len(t, s.Strays(t), 1, "it waits on the disk")
	happened := s.Strays(t)[0].Happened
	require.NoError(t, s.SettleStray(t.Context(), school.Teacher, "in another's", true))
	require.Empty(t, s.Strays(t))
	p := s.Piece(seven.ID)
	at := slices.IndexFunc(p.State.Coats, func(c work.Coat) bool { return c.ID == "in another's" })
	require.GreaterOrEqual(t, at, 0)
	last := p.State.Coats[at]
	require.Equal(t, "Sink side", last.By)
	require.Equal(t, happened.UnixMilli(), last.At.UnixMilli(), "dated to when it was tapped")
	require.ErrorContains(t, s.SettleStray(t.Context(), school.Teacher, "in another's", false), "no such tap")

	require.Equal(t, "to-the-teacher", late("let go", seven, time.Minute))
	require.NoError(t, s.SettleStray(t.Context(), school.Teacher, "let go", false))
	require.Equal(t, "to-the-teacher", late("let go", seven, 3*time.Minute), "the tablet asks again and is told the same")
	require.Empty(t, s.Strays(t), "but the teacher is not asked again")
	require.NoError(t, s.EndStation(t.Context(), s.Room(t).Stations[0].Id))
}

// A student drafts and wishes for pieces of the class in the room, until the plan
// is approved.
func TestWhatAStudentMayChange(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	tablet := paired(t, s, "")
	bring(t, s, lists.TileList, "code,clay,cone,stack,fired\nT1,PALE,6,Ax3,#884422\nT2,PALE,6,Bx3,#224488\n")
	face := plan.Plan{"face": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}}
	drafted, err := s.DraftPlan(t.Context(), tablet(), seven.ID, desk.Draft{Choices: face})
	require.NoError(t, err)
	require.Equal(t, 1, drafted.Revision)
	_, err = s.DraftPlan(t.Context(), tablet(), eight.ID, desk.Draft{Choices: face})
	require.ErrorContains(t, err, "not of the class")
	require.NoError(t, s.Decide(t.Context(), []desk.Word{{Piece: seven.ID, Revision: 1, Verdict: plan.Approved}}))
	_, err = s.DraftPlan(t.Context(), tablet(), seven.ID, desk.Draft{Revision: 1, Choices: face})
	require.ErrorContains(t, err, "was approved")
	_, err = s.DraftPlan(t.Context(), school.Teacher, seven.ID, desk.Draft{Revision: 1, Choices: face})
	require.NoError(t, err, "the teacher may change it")

	for text, tiles := range map[string][]string{"up to 3": {"T1", "T2", "T1", "T2"}, "named twice": {"T1", "T1"}, `No tile is called "T9"`: {"T9"}} {
		require.ErrorContains(t, s.Wish(t.Context(), tablet(), seven.ID, tiles, ""), text)
	}
	require.NoError(t, s.Wish(t.Context(), tablet(), seven.ID, []string{"T2", "T1"}, " like slate "))
	require.ErrorContains(t, s.Wish(t.Context(), tablet(), eight.ID, nil, ""), "not of the class")
	require.NoError(t, s.Reload(t.Context()))
	wish, _ := school.Wishes.Get(s.Now().Snapshot, seven.ID)
	require.Equal(t, school.Wish{Piece: seven.ID, At: wish.At, Tiles: []string{"T2", "T1"}, Text: "like slate"}, wish)
	clock.now = clock.now.Add(time.Hour)
	require.NoError(t, s.Wish(t.Context(), tablet(), eight.ID, nil, "no idea yet"), "its lesson has come")
}

// What each role may log: a tablet hands on the glaze and opinions of its class, a
// helper all but marks and rulings.
func TestWhoMayLogWhat(t *testing.T) {
	s, _, seven, eight := twoClasses(t)
	tablet := paired(t, s, "Sink side")
	helper := work.Actor{Role: work.Helper, Name: "helper"}
	try := func(by work.Actor, e work.Event) error {
		e.ID = school.NewID()
		_, _, err := s.Log(t.Context(), by, now(e))
		return err
	}
	mine := coat("", seven, "face", "A")
	require.NoError(t, try(tablet(), mine))
	require.ErrorContains(t, try(tablet(), coat("", eight, "face", "A")), "not of the class")
	yesterday := mine
	yesterday.Done = time.Now().Add(-24 * time.Hour)
	require.ErrorContains(t, try(tablet(), yesterday), "on the teacher's side")
	for _, kind := range []work.Kind{work.Checked, work.Covered, work.Ruled, work.Resulted, work.Faulted, work.Moved, work.Prepared, work.Damaged, work.Answered, work.Wiped, work.BoneDry} {
		require.ErrorContains(t, try(tablet(), work.Event{Piece: seven.ID, Kind: kind}), "on the teacher's side", string(kind))
	}
	require.NoError(t, try(helper, work.Event{Piece: seven.ID, Kind: work.Wiped}))
	require.ErrorContains(t, try(helper, work.Event{Piece: seven.ID, Kind: work.Resulted, Came: fault.Sound}), "not out of the kiln yet", "a helper at the cart says what came out")
	require.ErrorContains(t, try(helper, work.Event{Piece: seven.ID, Kind: work.Ruled, Code: "drying", Text: "why"}), "the teacher's")

	logged, _, err := s.Log(t.Context(), helper, now(coat("by the helper", seven, "edge", "A")))
	require.NoError(t, err)
	require.ErrorContains(t, try(tablet(), work.Event{Piece: seven.ID, Kind: work.Undone, Undoes: "by the helper"}), "Somebody else logged that")
	require.NoError(t, try(tablet(), work.Event{Piece: seven.ID, Kind: work.Undone, Undoes: logged[0].State.Coats[0].ID}), "its own it takes back")
}

// Every refusal is one sentence that names the piece, and nothing is kept.
func TestRefusalsAtTheBench(t *testing.T) {
	s, _, p, _ := twoClasses(t)
	for says, e := range map[string]work.Event{
		`a slab has no surface "lid"`:      {Kind: work.Coated, Surface: "lid", Glaze: "A"},
		"say on which surface of the slab": {Kind: work.Patched},
		`no jar is called "Z"`:             {Kind: work.Coated, Surface: "face", Glaze: "Z"},
		`thin, right or thick, not "wet"`:  {Kind: work.Coated, Surface: "face", Glaze: "A", Felt: "wet"},
		"say which coat felt":              {Kind: work.Felted, Of: "nothing", Felt: work.Thin},
		"that question was answered":       {Kind: work.Answered, Of: "nothing", Text: work.SameCoat},
		"only 0 coats are on":              {Kind: work.Scraped, Surface: "face", Back: 1},
		"say which surface is resisted":    {Kind: work.Resisted, Text: "paper"},
		"no latex lies there":              {Kind: work.Peeled, Surface: "face"},
		"is no verdict on a foot":          {Kind: work.Checked, Verdict: "fine"},
		"is no verdict on the cover":       {Kind: work.Covered, Cover: "fine"},
		"is no help in the kiln":           {Kind: work.Prepared, Text: "string"},
		"say what is overruled, and why":   {Kind: work.Ruled, Code: "drying"},
		"say what is damaged":              {Kind: work.Damaged},
		"nothing is damaged":               {Kind: work.Repaired},
		"expected two parts or more":       {Kind: work.Parted, Parts: 1},
		"nothing of it is missing":         {Kind: work.Found},
		"its name was never missed":        {Kind: work.Named},
		"it is not set aside":              {Kind: work.TakenUp},
		"it never left the room":           {Kind: work.CameBack},
		"an empty note says nothing":       {Kind: work.Noted},
		`"roof" is no place`:               {Kind: work.Moved, Place: "roof"},
		"stands in no load":                {Kind: work.TakenOut},
		"is not out of the kiln yet":       {Kind: work.Opined, Text: "nice"},
		"there is nothing of that name":    {Kind: work.Undone, Undoes: "nothing"},
	} {
		e.ID, e.Piece = school.NewID(), p.ID
		_, _, err := s.Log(t.Context(), school.Teacher, now(e))
		require.ErrorContains(t, err, says)
		require.ErrorContains(t, err, "Ilo (O): ")
	}
	after := s.Piece(p.ID)
	require.Empty(t, after.Log)
}

// A nameless piece is found by what lies on it; one in the kiln is not meant.
func TestNamelessPieceInTheStudio(t *testing.T) {
	s, _, seven, eight := twoClasses(t)
	log(t, s, coat("1", seven, "face", "A"), coat("2", eight, "face", "B"))
	first := func(c lost.Clues, class string) string {
		found := s.SeekPieces(c, class)
		require.NotEmpty(t, found)
		return found[0].ID
	}
	require.Equal(t, seven.ID, first(lost.Clues{Form: piece.Slab, Glazes: []string{"A"}}, ""))
	require.Equal(t, eight.ID, first(lost.Clues{Form: piece.Slab, Glazes: []string{"A"}}, eight.Assignment.Class))
	raw, err := colour.FromHex("#ccbbaa") // of B in the jar
	require.NoError(t, err)
	require.Equal(t, eight.ID, first(lost.Clues{Form: piece.Slab, Raw: &raw}, ""))
	log(t, s, work.Event{ID: "3", Piece: seven.ID, Kind: work.LeftRoom, Text: "at home"})
	require.Equal(t, eight.ID, first(lost.Clues{Form: piece.Slab, Glazes: []string{"A"}}, ""), "it is at home")
}

// A damp day slows what is wet that day, and is remembered.
func TestDampDay(t *testing.T) {
	s, clock, p, _ := twoClasses(t)
	wet := func() time.Time {
		after := s.Piece(p.ID)
		for _, x := range after.Surfaces {
			if x.ID == "face" {
				return x.DryAt
			}
		}
		return time.Time{}
	}
	log(t, s, coat("1", p, "face", "A"))
	usual := wet()
	require.NoError(t, s.SetDamp(t.Context(), true))
	require.True(t, s.Room(t).Damp)
	require.Equal(t, 1.5, float64(wet().Sub(clock.now))/float64(usual.Sub(clock.now)))
	require.NoError(t, s.Reload(t.Context()))
	require.True(t, s.Room(t).Damp)
	clock.now = clock.now.AddDate(0, 0, 1)
	require.False(t, s.Room(t).Damp, "tomorrow is another day")
	require.NoError(t, s.SetDamp(t.Context(), false))
	clock.now = clock.now.AddDate(0, 0, -1)
	require.True(t, s.Room(t).Damp, "and says nothing of this one")
}

// Six digits pair for ten minutes, as people read them, and not after too many wrong
// ones.
func TestCodesOfTheRoom(t *testing.T) {
	s, clock, _, _ := twoClasses(t)
	var p room.Pairing
	require.False(t, p.Holds("", clock.now), "no code was made")
	code, until, err := p.Make(clock.now)
	require.NoError(t, err)
	require.True(t, p.Holds(" "+code[:3]+" "+code[3:], clock.now))
	require.False(t, p.Holds(code, until), "its time is over")
	for range 20 {
		require.False(t, p.Holds("wrong!", clock.now))
	}
	require.False(t, p.Holds(code, clock.now), "after so many wrong ones the code is dropped")
	pair := func(name string) error {
		return s.change(t.Context(), func(m school.Moment, c *school.Change) error { _, err := room.Pair(m, c, name); return err })
	}
	require.NoError(t, pair("Sink side"))
	require.ErrorContains(t, pair("Sink side"), "give this one another name")
}

// What comes late is of the class and the lock that were when it happened: what was
// switched by hand, what was locked, and another day.
func TestLateTapsAreOfTheirMoment(t *testing.T) {
	s, clock, seven, eight := twoClasses(t)
	tablet := paired(t, s, "Sink side")
	at := func(hour, minute int) { clock.now = time.Date(2026, 3, 2, hour, minute, 0, 0, time.Local) }
	do := func(change func(m school.Moment, c *school.Change) error) {
		require.NoError(t, s.change(t.Context(), change))
	}
	at(9, 20)
	do(func(m school.Moment, c *school.Change) error { return room.Switch(m, c, m.ClassOf(m.Pieces[eight.ID])) })
	at(9, 30)
	do(func(m school.Moment, c *school.Change) error { return room.Lock(m, c, true) })
	at(9, 40)
	do(func(m school.Moment, c *school.Change) error { return room.Lock(m, c, false) })
	at(9, 50)
	do(func(m school.Moment, c *school.Change) error { return room.Switch(m, c, "") })
	at(9, 55)
	do(func(m school.Moment, c *school.Change) error { return room.Lock(m, c, true) })
	at(10, 30)
	for n, c := range []struct {
		hour, minute int
		piece        Piece
		why          string
	}{
		{9, 17, seven, ""}, {9, 17, eight, "not of the class"}, {9, 10, seven, "not paired then"},
		{9, 25, eight, ""}, {9, 25, seven, "not of the class"},
		{9, 35, eight, "locked then"}, {9, 45, eight, ""}, {9, 52, seven, ""},
		{9, 57, seven, "locked then"}, {10, 20, eight, "locked then"},
	} {
		age := time.Date(2026, 3, 2, 10, 30, 0, 0, time.Local).Sub(time.Date(2026, 3, 2, c.hour, c.minute, 0, 0, time.Local))
		warnings, err := s.LogLate(t.Context(), tablet(), []work.Sent{{Event: coat(fmt.Sprintf("late-%d", n), c.piece, "face", "A"), AgeMS: age.Milliseconds()}})
		require.NoError(t, err)
		if c.why == "" {
			for _, w := range warnings {
				require.NotEqual(t, matter.ToTheTeacher, w.Code, "%+v: %s", c, w.Text)
			}
			continue
		}
		require.Len(t, warnings, 1, "%+v", c)
		require.Contains(t, warnings[0].Text, c.why)
	}
	before := len(s.Strays(t))
	warnings, err := s.LogLate(t.Context(), tablet(), []work.Sent{{Event: coat("of yesterday", eight, "face", "A"), AgeMS: (24 * time.Hour).Milliseconds()}})
	require.NoError(t, err)
	require.Contains(t, warnings[0].Text, "of another day")
	require.Len(t, s.Strays(t), before+1)
	_, err = s.LogLate(t.Context(), tablet(), []work.Sent{{Event: work.Event{ID: "of-nothing", Piece: "nowhere", Kind: work.Noted, Text: "x"}, AgeMS: 60_000}})
	require.ErrorContains(t, err, "no such piece")
	require.Len(t, s.Strays(t), before+1, "what speaks of no piece is laid before nobody")
}

// What somebody is called decides nothing: a tablet by the teacher's name is refused, and
// one that had it before takes nothing of the teacher's back.
func TestANameIsNobody(t *testing.T) {
	s, _, seven, _ := twoClasses(t)
	for _, name := range []string{"teacher", "Teacher", " TEACHER ", "helper", "server", "tea\u200bcher", "\u202etable", "nul\x00"} {
		require.Error(t, s.change(t.Context(), func(m school.Moment, c *school.Change) error { _, err := room.Pair(m, c, name); return err }), "%q", name)
	}
	tablet := paired(t, s, "Sink  side")
	require.Equal(t, "Sink side", tablet().Name)
	require.Error(t, s.change(t.Context(), func(m school.Moment, c *school.Change) error { _, err := room.Pair(m, c, "SINK SIDE"); return err }))
	_, _, err := s.Log(t.Context(), school.Teacher, []work.Sent{{Event: coat("the teacher's", seven, "face", "A")}})
	require.NoError(t, err)
	named := tablet()
	named.Name = school.Teacher.Name
	undo := work.Sent{Event: work.Event{ID: "taken back", Piece: seven.ID, Kind: work.Undone, Undoes: "the teacher's"}}
	_, _, err = s.Log(t.Context(), named, []work.Sent{undo})
	require.ErrorContains(t, err, "Somebody else logged that")
	_, _, err = s.Log(t.Context(), named, []work.Sent{{Event: coat("the tablet's", seven, "edge", "A")}})
	require.NoError(t, err)
	renamed := tablet()
	renamed.Name = "Window"
	undo.Undoes, undo.ID = "the tablet's", "taken back too"
	_, _, err = s.Log(t.Context(), renamed, []work.Sent{undo})
	require.NoError(t, err, "its own it takes back, whatever it is called by then")
}

// A code that pairs no more says why: too many wrong ones, or its time is over.
func TestALostCodeSaysWhy(t *testing.T) {
	p := &room.Pairing{}
	at := time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)
	require.Empty(t, p.Lost(at))
	code, until, err := p.Make(at)
	require.NoError(t, err)
	require.Empty(t, p.Lost(at))
	require.Contains(t, p.Lost(until), "ten minutes are over")
	for range 20 {
		require.False(t, p.Holds("nonsense", at))
	}
	require.False(t, p.Holds(code, at))
	require.Contains(t, p.Lost(at), "too many wrong codes")
	_, _, err = p.Make(at)
	require.NoError(t, err)
	require.Empty(t, p.Lost(at))
}
