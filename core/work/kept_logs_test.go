package work

import (
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
	"gotest.tools/v3/golden"

	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/matter"
	"enkaustos/core/rules"
)

// What forty logs amount to, drawn by a fixed seed over every kind of event, stands in
// testdata step by step: what the event is called, whether it is refused, what it
// leaves on the piece and when that dries. go test ./core/work -update, and read the
// difference.
func TestLogsAmountToWhatTheyDid(t *testing.T) {
	random := rand.New(rand.NewPCG(3, 9))
	one := func(of ...string) string { return of[random.IntN(len(of))] }
	dry := Drying{House: rules.Default(), Damp: func(at time.Time) bool { return at.Minute()%4 == 3 },
		Kind: func(code string) glaze.Kind { return map[string]glaze.Kind{"U": glaze.Underglaze}[code] }}
	var page strings.Builder
	for n := range 40 {
		var log []Event
		s := scene(t)
		s.Jar = func(code string) bool { return code != "Q" }
		s.Find = func(id string) (Event, bool) {
			for _, e := range log {
				if e.ID == id {
					return e, true
				}
			}
			return Event{}, false
		}
		dry.Pace = []float64{0, 0.8, 1.3}[n%3]
		fmt.Fprintf(&page, "\nlog %d\n", n)
		for i := range 14 {
			e := Event{Seq: int64(i + 1), ID: fmt.Sprintf("e%d", i+1), Piece: "p", Kind: Kinds()[(n*14+i*5)%len(Kinds())], By: one("teacher", "Table 1"),
				At: start.Add(time.Duration(4*i) * time.Minute), Surface: one("face", "face", "edge", "back", ""), Glaze: one("A", "B", "U"),
				Felt: Thickness(one("thin", "right", "thick", "")), Of: fmt.Sprintf("e%d", 1+random.IntN(14)), Back: random.IntN(3), Undoes: fmt.Sprintf("e%d", 1+random.IntN(14)),
				Seen: int64(random.IntN(i + 1)), Verdict: foot.Verdict(one("clean", "stained", "left", "unclear", "shiny")), Cover: foot.Cover(one("even", "bald", "lump", "shiny")),
				Parts: random.IntN(4), Place: Place(one("ready", "own", "cart")), Code: matter.Code(one("drying", "coats-missing", "contact")), Load: one("L", "M"), Cone: kiln.Cone(one("6", "04")),
				Text: one("chip", "next", "same", "stilts", "wet", "cookie", "latex", "wax", ""), Came: fault.Came(one("sound", "stuck", "joined", "odd")), Fault: fault.Kind(one("running", "streaks", "odd")), Clear: random.IntN(2) == 0, Flow: fault.Flow(one("not", "shelf", "odd")), Again: random.IntN(2) == 0, Photo: "x"}
			if random.IntN(3) == 0 {
				e.Kind, e.Seen = []Kind{Coated, Coated, Coated, Covered, Checked}[random.IntN(5)], int64(i)
			}
			if e.Kind == Coated {
				if random.IntN(4) == 0 {
					e.Doubts = e.Of
				}
				switch random.IntN(8) {
				case 0, 1:
					e.Surface, e.How, e.Over, e.DownTo = "", Dipped, []string{"face", "edge"}, float64(random.IntN(2)*5)
				case 2:
					e.Part, e.Share = UpperHalf, 0.5
				case 3:
					e.How = Sponged
				}
				if random.IntN(5) > 0 {
					e.Of = ""
				}
			}
			if random.IntN(6) == 0 {
				e.Done = e.At.Add(-48 * time.Hour)
			}
			s.State, s.Now = Fold(log), e.At
			by := teacher
			if random.IntN(4) == 0 {
				by = table
			}
			fmt.Fprintf(&page, "  %s %s: %q", e.Kind, e.Surface, e.Says("Name"))
			if r := Refuse(by, e, s); r != nil {
				fmt.Fprintf(&page, " refused to a %s (%d): %s", by.Role, r.Why, r.Text)
			}
			log = append(log, e)
			fmt.Fprintln(&page)
		}
		state := Fold(log)
		text, err := json.Marshal(state)
		require.NoError(t, err)
		fmt.Fprintf(&page, "  %s\n", strings.ReplaceAll(string(text), `"`, ""))
		for _, surface := range []string{"face", "edge", "back"} {
			on := state.On(surface)
			fmt.Fprintf(&page, "  %s: %s dry %s, next %s, wet %d\n", surface, state.Stack(surface), hhmm(dry.DryAt(on)), hhmm(dry.RecoatAt(on)), len(dry.LaidWet(on)))
		}
		fmt.Fprintf(&page, "  kiln dry %s\n", hhmm(dry.KilnDryAt(state)))
	}
	for _, k := range Kinds() {
		e, _ := Of(k)
		fmt.Fprintf(&page, "%s takes %v by %q, keeps %v, wets %v, voids %q, undoable %v\n", k, e.Fields, e.By, e.Keeps, e.Wets, e.Voids, k.Undoable())
	}
	golden.Assert(t, page.String(), "logs.txt")
}

func hhmm(at time.Time) string {
	if at.IsZero() {
		return "never"
	}
	return at.Format("2 Jan 15:04:05")
}
