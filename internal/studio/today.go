package studio

import (
	"fmt"
	"slices"
	"time"

	"enkaustos/core/ready"
)

// Count is how many pieces wait at a stage.
type Count struct {
	Stage  ready.Stage
	Pieces int
}

// Held is what holds pieces up, by blocker.
type Held struct {
	Code, Text string
	Stage      ready.Stage
	Pieces     int
	Class      string    // where all are of one class
	ClearsAt   time.Time // the latest, where they clear by themselves
}

// NextStep is one thing worth doing now.
type NextStep struct {
	Text, Why string
	To        string // path of the screen
	Class     string
}

// Today is what the teacher sees first.
type Today struct {
	Counts        []Count
	Classes       []ClassCounts
	Blocked       []Held
	Next          []NextStep
	Tiles, Glazes int
}

// ClassCounts is how many pieces of a class wait at each stage.
type ClassCounts struct {
	ID, Name string
	Counts   []Count
}

var stages = []ready.Stage{ready.Plan, ready.Bench, ready.Foot, ready.Kiln, ready.Results, ready.Done}

// Today looks over the whole school.
func (s *Studio) Today() Today {
	s.mu.RLock()
	defer s.mu.RUnlock()
	now := s.clock.Now()
	t := Today{Tiles: len(s.school.tiles), Glazes: len(s.school.glazes)}
	all := map[ready.Stage]int{}
	perClass := map[string]map[ready.Stage]int{}
	var waiting []ready.Waiting
	classOf := map[string]string{}
	fit := 0
	for _, p := range s.school.piecesOf("") {
		view := s.view(p, now)
		class := view.Assignment.Class
		if perClass[class] == nil {
			perClass[class] = map[ready.Stage]int{}
		}
		all[view.Stage]++
		perClass[class][view.Stage]++
		if ready.MayBeLoaded(view.State, view.Blockers) {
			fit++
		}
		waiting = append(waiting, ready.Waiting{Piece: p.ID, Blockers: view.Blockers})
		classOf[p.ID] = class
	}
	t.Counts = counts(all)
	for _, c := range s.school.classList() {
		t.Classes = append(t.Classes, ClassCounts{c.ID, c.Name, counts(perClass[c.ID])})
	}
	for _, g := range ready.Groups(waiting) {
		h := Held{Code: g.Code, Text: g.Words(), Stage: g.Stage, Pieces: len(g.Pieces), ClearsAt: g.ClearsAt, Class: classOf[g.Pieces[0]]}
		if slices.ContainsFunc(g.Pieces, func(id string) bool { return classOf[id] != h.Class }) {
			h.Class = ""
		}
		t.Blocked = append(t.Blocked, h)
	}
	t.Next = s.nextSteps(all, fit)
	return t
}

func counts(of map[ready.Stage]int) []Count {
	list := make([]Count, len(stages))
	for i, stage := range stages {
		list[i] = Count{stage, of[stage]}
	}
	return list
}

// nextSteps says what to do next, what the kiln waits for first; mu is held.
func (s *Studio) nextSteps(all map[ready.Stage]int, fit int) []NextStep {
	var next []NextStep
	add := func(do bool, to, why, format string, args ...any) {
		if do {
			next = append(next, NextStep{Text: fmt.Sprintf(format, args...), Why: why, To: to})
		}
	}
	add(len(s.school.students) == 0, "/classes", "A CSV with name, class and mark is enough.", "Bring a class list")
	add(len(s.school.glazes) == 0, "/stock", "Ten jars will do for a first lesson.", "Bring the list of glazes")
	add(len(s.school.assignments) == 0 && len(s.school.students) > 0, "/plan", "Every student then has a piece to plan or to glaze.", "Give a class something to make")
	for _, l := range s.school.loadList() {
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
	add(all[ready.Plan] > 0, "/plan", "A mistake on paper costs nothing.", "Plan %s", pieces(all[ready.Plan], ""))
	return next
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
