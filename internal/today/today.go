// Package today is the teacher's first look: where every class's pieces wait, what
// holds them up, what is worth doing next.
package today

import (
	"context"
	"fmt"
	"slices"
	"strings"
	"time"

	"enkaustos/core/ready"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Today answers what the contract asks of the first screen.
type Today struct {
	School *school.School
	// CopyTo is the folder outside the machine that gets every copy; "" for none.
	CopyTo string
	// Fault is what is the matter with the school's certificate; "" for nothing. Nil where it has none.
	Fault func() string
	// Demo opens the invented school beside this one, and says where; nil in the demo itself.
	Demo func(context.Context) (url string, err error)
}

var stages = []ready.Stage{ready.Plan, ready.Bench, ready.Foot, ready.Kiln, ready.Results, ready.Done}

// GetToday is the teacher's first screen.
func (t Today) GetToday(ctx context.Context, _ contract.GetTodayRequestObject) (contract.GetTodayResponseObject, error) {
	v, err := t.look(ctx)
	return contract.GetToday200JSONResponse(v), err
}

func (t Today) look(ctx context.Context) (contract.Today, error) {
	m := t.School.Now()
	v := Look(m)
	v.Next = append(append(t.certificate(), t.copies(m.At)...), v.Next...)
	ahead, err := t.School.Ahead(ctx)
	if err == nil && ahead.Many > 0 {
		v.Clock = view.Some(fmt.Sprintf("%s dated after now, the last on %s. This machine's clock was wrong then, or is wrong now (it says %s): set it right first.",
			entries(ahead.Many), ahead.Latest.Local().Format("2 January 2006"), m.At.Local().Format("2 January 2006, 15:04")))
	}
	return v, err
}

func entries(n int) string {
	if n == 1 {
		return "One entry is"
	}
	return fmt.Sprintf("%d entries are", n)
}

// SettleClock has what is dated after now count from now on.
func (t Today) SettleClock(ctx context.Context, _ contract.SettleClockRequestObject) (contract.SettleClockResponseObject, error) {
	if err := t.School.ClockWasWrong(ctx); err != nil {
		return nil, err
	}
	v, err := t.look(ctx)
	return contract.SettleClock200JSONResponse(v), err
}

// certificate says what is the matter with the certificate by which devices know this server.
func (t Today) certificate() []contract.NextStep {
	if t.Fault == nil || t.Fault() == "" {
		return nil
	}
	return []contract.NextStep{{Text: "Your own devices cannot rely on this server's certificate", Why: t.Fault(), To: "/room"}}
}

// copiesLast is how old the newest copy outside may be before it is said.
const copiesLast = 7 * 24 * time.Hour

// copies says where the copies outside this machine have stopped.
func (t Today) copies(now time.Time) []contract.NextStep {
	if t.CopyTo == "" {
		return nil
	}
	list, err := school.CopiesIn(t.CopyTo)
	list = slices.DeleteFunc(list, func(b school.Backup) bool { return b.At.After(now) })
	text := "No copy of the school lies in " + t.CopyTo
	switch {
	case err == nil && len(list) > 0 && now.Sub(list[0].At) <= copiesLast:
		return nil
	case err == nil && len(list) > 0:
		text = fmt.Sprintf("The last copy outside this machine is of %s", list[0].At.Local().Format("2 January"))
	}
	return []contract.NextStep{{Text: text, Why: "A laptop is stolen or breaks with its disk: see that the stick is in or the share connected.", To: "/rules"}}
}

// Look looks over the whole school.
func Look(m school.Moment) contract.Today {
	v := contract.Today{Tiles: len(school.Tiles.All(m.Snapshot)), Glazes: len(school.Glazes.All(m.Snapshot)), Blocked: []contract.Held{}}
	all := map[ready.Stage]int{}
	perClass := map[string]map[ready.Stage]int{}
	var waiting []ready.Waiting
	classOf := map[string]string{}
	fit := 0
	for _, p := range m.PiecesOf("") {
		at, class := m.Survey(p), m.ClassOf(p)
		if perClass[class] == nil {
			perClass[class] = map[ready.Stage]int{}
		}
		all[at.Stage]++
		perClass[class][at.Stage]++
		if at.Verdict.Waits() {
			fit++
		}
		waiting = append(waiting, ready.Waiting{Piece: p.ID, Blockers: at.Verdict.Blockers()})
		classOf[p.ID] = class
	}
	v.Counts = counts(all)
	v.Classes = view.List(m.ClassesByName(), func(c school.Class) contract.ClassCounts {
		return contract.ClassCounts{Id: c.ID, Name: c.Name, Counts: counts(perClass[c.ID])}
	})
	for _, g := range ready.Groups(waiting) {
		h := contract.Held{Code: g.Code, Text: g.Words(), Stage: g.Stage, Pieces: len(g.Pieces), ClearsAt: view.When(g.ClearsAt), Class: classOf[g.Pieces[0]]}
		if slices.ContainsFunc(g.Pieces, func(id string) bool { return classOf[id] != h.Class }) {
			h.Class = ""
		}
		v.Blocked = append(v.Blocked, h)
	}
	v.First = FirstSteps(m)
	v.Next = nextSteps(m, v.First, all, fit)
	return v
}

func counts(of map[ready.Stage]int) []contract.Count {
	return view.List(stages, func(stage ready.Stage) contract.Count { return contract.Count{Stage: stage, Pieces: of[stage]} })
}

// nextSteps says what to do next, what the kiln waits for first.
func nextSteps(m school.Moment, first contract.FirstSteps, all map[ready.Stage]int, fit int) []contract.NextStep {
	next := []contract.NextStep{}
	add := func(do bool, to, why, format string, args ...any) {
		if do {
			next = append(next, contract.NextStep{Text: fmt.Sprintf(format, args...), Why: why, To: to})
		}
	}
	add(!first.Class, "/first?step=class", "Paste the names of one, or import a list.", "Add a class")
	add(!first.Jars, "/first?step=jars", "Ten will do for a first lesson.", "Add the jars of the room")
	add(!first.Piece && first.Class, "/first?step=piece", "Every student then has a piece to plan or to glaze.", "Add an assignment")
	add(!first.Coat && first.Piece, "/first?step=coat", "At this screen, at a tablet of the room, or on paper.", "Log the first coat")
	for _, l := range school.LoadsInOrder(m.Snapshot) {
		switch {
		case !l.UnloadedAt.IsZero():
		case !l.FiredAt.IsZero():
			add(true, "/kiln", "Unload when it is cool enough for bare hands.", "Unload %s", l.Name)
		default:
			add(true, "/kiln", "Its pieces wait for nothing else.", "Fire %s", l.Name)
		}
	}
	add(fit > 0, "/kiln", "Coats on, feet clean, dry.", "Load %s", pieces(fit, "that may be fired"))
	add(all[ready.Foot] > 0, "/foot", "Nothing goes into the kiln unchecked.", "Look at the feet of %s", pieces(all[ready.Foot], ""))
	add(all[ready.Results] > 0, "/results", "The class sees what came out, and good stacks become tiles.", "Record the results of %s", pieces(all[ready.Results], ""))
	add(all[ready.Bench] > 0, "/bench", "Their plans ask for more coats.", "Go on glazing %s", pieces(all[ready.Bench], ""))
	short := shortJars(m)
	add(len(short) > 0, "/stock", "All open plans take more than is left: who goes without, and what is nearest.", "Order %s, or plan less", strings.Join(short, ", "))
	add(all[ready.Plan] > 0, "/plan", "A mistake on paper costs nothing.", "Plan %s", pieces(all[ready.Plan], ""))
	return next
}

// shortJars are the jars that do not last for all open plans, by code.
func shortJars(m school.Moment) (codes []string) {
	for code, b := range m.Budgets() {
		if b.ShortML() > 0 {
			codes = append(codes, code)
		}
	}
	slices.Sort(codes)
	return codes
}

func pieces(n int, which string) string {
	text := fmt.Sprintf("%d pieces", n)
	if n == 1 {
		text = "1 piece"
	}
	if which != "" {
		text += " " + which
	}
	return text
}
