package work

import (
	"fmt"
	"math/rand"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
)

var start = time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)

// anyLog draws a log as a day in a busy room would make it: every kind of
// event, undos of anything, resends, and checks by people who looked a while ago.
func anyLog(t *rapid.T) []Event {
	var log []Event
	for i := range rapid.IntRange(0, 25).Draw(t, "events") {
		log = append(log, anyEvent(t, log, i))
	}
	return log
}

func anyEvent(t *rapid.T, log []Event, i int) Event {
	seq := int64(i + 1)
	if len(log) > 0 && rapid.IntRange(0, 9).Draw(t, "resend") == 0 {
		again := rapid.SampledFrom(log).Draw(t, "which")
		again.Seq = seq
		return again
	}
	e := Event{
		Seq: seq, ID: fmt.Sprintf("e%d", i), Piece: "p", At: start.Add(time.Duration(i) * time.Minute),
		Kind:    rapid.SampledFrom(Kinds()).Draw(t, "kind"),
		Surface: rapid.SampledFrom([]string{"interior", "exterior"}).Draw(t, "surface"),
		Glaze:   rapid.SampledFrom([]string{"A", "B"}).Draw(t, "glaze"),
		Back:    rapid.IntRange(0, 2).Draw(t, "back"),
		Seen:    int64(rapid.IntRange(0, i).Draw(t, "seen")),
		Verdict: rapid.SampledFrom([]foot.Verdict{foot.Clean, foot.Left}).Draw(t, "verdict"),
		Load:    "L1", Cone: "6", Came: fault.Sound, Flow: fault.Stayed,
	}
	e.Parts = 2
	e.Came = rapid.SampledFrom([]fault.Came{fault.Sound, fault.Broken, fault.Joined}).Draw(t, "came")
	e.Fault = rapid.SampledFrom([]fault.Kind{fault.Running, fault.Streaks}).Draw(t, "fault")
	e.Felt = rapid.SampledFrom([]Thickness{"", Thin, Thick}).Draw(t, "felt")
	e.Cover = rapid.SampledFrom([]foot.Cover{foot.Even, foot.Bald}).Draw(t, "cover")
	e.Text = rapid.SampledFrom([]string{"", "wax", NextCoat, SameCoat, OnStilts}).Draw(t, "text")
	if len(log) > 0 {
		e.Undoes = rapid.SampledFrom(log).Draw(t, "undoes").ID
		e.Of = rapid.SampledFrom(log).Draw(t, "of").ID
		if rapid.IntRange(0, 3).Draw(t, "doubted") == 0 {
			e.Doubts = e.Of
		}
	}
	if e.Kind == Coated {
		anyCoat(t, &e)
	}
	return e
}

// anyCoat makes a coat a dip, one that was begun, or one that goes on with another.
func anyCoat(t *rapid.T, e *Event) {
	switch rapid.IntRange(0, 5).Draw(t, "how") {
	case 0:
		e.Surface, e.How, e.Over = "", Dipped, []string{"interior", "exterior"}
		e.DownTo = rapid.SampledFrom([]float64{0, 40}).Draw(t, "down to")
	case 1:
		e.Part, e.Share = UpperHalf, 0.5
	case 2:
		return // goes on with e.Of
	}
	e.Of = ""
}

// outcome is the state without its history: what the piece amounts to.
func outcome(s State) State {
	s.Seq, s.Undone = 0, nil // of what was taken back only looks know
	s.Voided, s.VoidedBy = 0, ""
	if len(s.Coats) == 0 {
		s.Coats = nil
	}
	return s
}

// fresh is a log without resends: the kernel drops those before they are folded.
func fresh(log []Event) (once []Event) {
	for _, e := range log {
		if !slices.ContainsFunc(once, func(old Event) bool { return old.ID == e.ID }) {
			once = append(once, e)
		}
	}
	return once
}

func TestStepByStepEqualsFromScratch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		log := fresh(anyLog(t))
		var s State
		for i, e := range log {
			s = Step(s, e, func() []Event { return log[:i] })
			require.Equal(t, outcome(Fold(log[:i+1])), outcome(s))
			require.Equal(t, Fold(log[:i+1]).Voided, s.Voided)
		}
	})
}

func TestResentEventChangesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		log := anyLog(t)
		if len(log) == 0 {
			t.Skip()
		}
		s := Fold(log)
		again := rapid.SampledFrom(log).Draw(t, "again")
		again.Seq = s.Seq + 1
		require.Equal(t, outcome(s), outcome(Fold(append(log, again))))
	})
}

// then is Step, where the log is at hand.
func (s State) then(e Event, log []Event) State { return Step(s, e, func() []Event { return log }) }

func TestUndoRestores(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		log := anyLog(t)
		before := Fold(log)
		e := anyEvent(t, nil, len(log))
		then := func() []Event { return append(slices.Clone(log), e) }
		undo := Event{Seq: e.Seq + 1, ID: "undo", Kind: Undone, Undoes: e.ID, At: e.At}
		require.Equal(t, outcome(before), outcome(Step(before.then(e, log), undo, then)))
		redo := Event{Seq: e.Seq + 2, ID: "redo", Kind: Undone, Undoes: "undo", At: e.At}
		require.Equal(t, outcome(before.then(e, log)), outcome(Fold(append(then(), undo, redo))), "an undo can be undone")
	})
}

// Steps must never write into a state that someone else still holds.
func TestStepLeavesTheOldStateAlone(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		log := anyLog(t)
		s := Fold(log)
		copied := Fold(slices.Clone(log))
		for i := range 3 {
			e := anyEvent(t, nil, len(log)+i)
			e.Of, e.Doubts = "e0", rapid.SampledFrom([]string{"", "e0"}).Draw(t, "of")
			Step(s, e, func() []Event { return log })
		}
		require.Equal(t, copied, s)
	})
}

// However late a check arrives: if it had not seen the last coat, wipe or
// damage that still counts, it does not count; nor after any later one.
func TestCheckThatMissedACoatNeverCounts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		log := anyLog(t)
		for i := range 1 + rapid.IntRange(0, 5).Draw(t, "after the check") {
			e := anyEvent(t, nil, len(log))
			if i == 0 {
				e.Kind, e.Surface, e.Text = Checked, "", ""
			}
			log = append(log, e)
		}
		log = slices.DeleteFunc(fresh(log), func(e Event) bool { return e.Kind == Refired }) // after it nobody looked yet
		s := Fold(log)
		if s.Check == nil {
			t.Skip() // it was taken back
		}
		var check Event
		lastTouch := int64(0)
		undone := UndoneIn(log)
		for _, e := range log {
			switch {
			case undone[e.ID]:
			case e.Kind == Checked:
				check = e
			case slices.Contains([]Kind{Coated, Patched, Wiped, Scraped, Damaged, Repaired, Parted, Found, CameBack, Peeled, Sanded}, e.Kind):
				lastTouch = e.Seq
			}
		}
		require.Equal(t, lastTouch <= min(check.Seen, check.Seq), s.Check.Lapsed == "")
		require.Equal(t, s.Check.Lapsed == "" && check.Verdict.Passes(), s.Check.Stands())
	})
}

func TestWipeTakesCoatsBack(t *testing.T) {
	at := func(i int) time.Time { return start.Add(time.Duration(i) * time.Minute) }
	log := []Event{
		{Seq: 1, ID: "a", Kind: Coated, Surface: "exterior", Glaze: "A", At: at(0)},
		{Seq: 2, ID: "b", Kind: Coated, Surface: "interior", Glaze: "A", At: at(1)},
		{Seq: 3, ID: "c", Kind: Coated, Surface: "exterior", Glaze: "B", At: at(2)},
		{Seq: 4, ID: "d", Kind: Wiped, Surface: "exterior", Back: 1, At: at(3)},
	}
	s := Fold(log)
	require.Equal(t, glaze.Stack{{Glaze: "A", Coats: 1}}, s.Stack("exterior"))
	require.Len(t, s.On("interior"), 1, "other surfaces keep their coats")
	require.Equal(t, at(3), s.LastWet, "a wet wipe starts the drying again")
}

// A repair takes the damage away; the foot is looked at once more all the same.
func TestRepair(t *testing.T) {
	log := []Event{
		{Seq: 1, ID: "a", Kind: Checked, Verdict: foot.Clean, At: start},
		{Seq: 2, ID: "b", Kind: Damaged, Text: "chipped rim", At: start},
		{Seq: 3, ID: "c", Kind: Repaired, Text: "sanded wet", At: start},
	}
	require.Equal(t, "chipped rim", Words(Fold(log[:2]).Damages))
	s := Fold(log)
	require.Empty(t, s.Damages)
	require.False(t, s.Check.Stands())
	require.True(t, s.LastWet.IsZero(), "a repair wets nothing")
	s = Step(s, Event{Seq: 4, ID: "d", Kind: Undone, Undoes: "c", At: start}, func() []Event { return log })
	require.Equal(t, "chipped rim", Words(s.Damages), "a repair that was none")
}

func TestCompareWithThePlan(t *testing.T) {
	coats := func(codes ...string) (on []Coat) {
		for _, c := range codes {
			on = append(on, Coat{Glaze: c, How: Brushed})
		}
		return on
	}
	plan := glaze.Stack{{Glaze: "A", Coats: 2}, {Glaze: "B", Coats: 1}}
	for name, c := range map[string]struct {
		on    []Coat
		done  int
		next  string
		other int
	}{
		"nothing on":          {nil, 0, "A", 0},
		"on the way":          {coats("A", "A"), 2, "B", 0},
		"complete":            {coats("A", "A", "B"), 3, "", 0},
		"one too many":        {coats("A", "A", "B", "B"), 3, "", 1},
		"wrong glaze between": {coats("A", "B", "A"), 2, "B", 1},
		"all wrong":           {coats("C", "C"), 0, "A", 2},
	} {
		t.Run(name, func(t *testing.T) {
			p := Compare(plan, c.on)
			require.Equal(t, c.done, p.Done)
			require.Equal(t, c.next, p.Next().Glaze)
			require.Len(t, p.Other, c.other)
			require.Equal(t, plan.Total(), p.Done+len(p.Left), "no stroke is lost")
		})
	}
}

// A school of 1,000 pieces with 60 events each, folded cold as at the start.
func BenchmarkFold60000(b *testing.B) {
	random := rand.New(rand.NewSource(1))
	logs := make([][]Event, 1000)
	seq := int64(0)
	for p := range logs {
		for i := range 60 {
			seq++
			e := Event{Seq: seq, ID: fmt.Sprintf("%d-%d", p, i), Kind: Coated, Surface: "exterior", Glaze: "A", At: start}
			switch random.Intn(10) {
			case 0:
				e.Kind, e.Undoes = Undone, fmt.Sprintf("%d-%d", p, max(0, i-1))
			case 1:
				e.Kind, e.Seen, e.Verdict = Checked, seq-1, foot.Clean
			}
			logs[p] = append(logs[p], e)
		}
	}
	for b.Loop() {
		for _, log := range logs {
			Fold(log)
		}
	}
}
