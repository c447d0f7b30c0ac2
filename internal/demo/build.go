package demo

import (
	"context"
	"fmt"
	"math/rand"
	"slices"
	"time"

	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/kiln"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	corewall "enkaustos/core/wall"
	"enkaustos/core/work"
	"enkaustos/internal/bench"
	"enkaustos/internal/desk"
	"enkaustos/internal/door"
	kilnroom "enkaustos/internal/kiln"
	"enkaustos/internal/lists"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// class is one class of the demo and how far its pieces are.
type class struct {
	name     string
	clay     string
	cone     kiln.Cone
	students int
	makes    []task
}

// task is one assignment and the share of its pieces that got to each stage.
type task struct {
	name     string
	form     piece.Form
	measures piece.Measures
	reach    []stage // dealt out to the students in turn
	marking  piece.Marking
}

// stage is how far the demo takes a piece.
type stage int

const (
	untouched stage = iota
	planned
	begun   // first coats on
	coated  // all coats on, foot unseen
	refused // foot seen, glaze left
	drying  // foot clean, still damp
	fit     // may be fired
	inKiln  // fired, cooling
	out     // out of the kiln, no result yet
	judged
)

var classes = []class{
	{"7 Plover", "FEN", "6", 28, []task{{"Tide-pool bowl", piece.Bowl, piece.Measures{"rim": 140, "height": 62, "foot": 0}, []stage{begun, begun, planned, coated, begun, untouched}, piece.Marking{}}}},
	{"7 Wren", "FEN", "6", 27, []task{{"Storm-warning slab", piece.Slab, piece.Measures{"length": 170, "width": 120, "thickness": 12}, []stage{coated, drying, refused, begun, fit}, piece.Marking{}}}},
	{"8 Teal", "HAR", "04", 26, []task{{"Seed-thief bowl", piece.Bowl, piece.Measures{"rim": 120, "height": 58, "foot": 50, "hollow": 5}, []stage{fit, fit, drying, coated, begun}, piece.Marking{}}}},
	{"9 Curlew", "FEN", "6", 26, []task{{"Lamplighter's cup", piece.Cup, piece.Measures{"rim": 82, "base": 68, "height": 94}, []stage{inKiln, inKiln, fit, drying}, piece.Marking{}}}},
	{"10 Studio", "FEN", "6", 24, []task{
		{"Map of a walk", piece.Slab, piece.Measures{"length": 210, "width": 140, "thickness": 11}, []stage{judged, judged, out, judged, judged}, piece.Marking{}},
		{"Ferryman's bowl", piece.Bowl, piece.Measures{"rim": 176, "height": 78, "foot": 72, "hollow": 6, "footWidth": 8}, []stage{planned, begun, untouched, planned}, piece.Marking{}},
	}},
	{"Thursday Club", "HAR", "04", 20, []task{{"Echo cup", piece.Cup, piece.Measures{"rim": 76, "base": 70, "height": 86}, []stage{judged, out, begun, untouched}, piece.Marking{}}}},
	{"12 Kiln Room", "FEN", "6", 16, []task{
		{"Lantern for a lost ferry", piece.House, piece.Measures{"width": 88, "depth": 104, "height": 96, "rise": 46, "windows": 4}, []stage{planned, untouched, planned, planned},
			piece.Marking{Details: []piece.Detail{
				{ID: "tideline", Name: "Tide line", Kind: piece.Stripe, On: "walls", FromMM: 18, ToMM: 26},
				{ID: "gull", Name: "Gull", Kind: piece.Motif, On: "walls", AreaCM2: 7, FromMM: 66, ToMM: 90, Optional: true},
			}}},
		{"Beast from the marsh", piece.Modelled, piece.Measures{"length": 124, "width": 74, "height": 66, "spots": 3, "pose": 1}, []stage{untouched, planned, untouched, planned}, piece.Marking{}},
		{"Salt cellar bowl", piece.Bowl, piece.Measures{"rim": 96, "height": 50, "foot": 42, "hollow": 4, "footWidth": 6}, []stage{inKiln, fit, coated, judged}, piece.Marking{}},
	}},
}

// maker builds the school step by step, at the times the steps would have
// taken place.
type maker struct {
	ctx    context.Context
	school *school.School
	clock  *Clock
	today  time.Time
	random *rand.Rand
	n      int
	cups   int                        // so far; every fourth is dipped
	loads  map[string][]kilnroom.Seen // by load name
	cones  map[string]kiln.Cone
}

func build(ctx context.Context, s *school.School, clock *Clock, at time.Time) error {
	m := &maker{ctx: ctx, school: s, clock: clock, today: at, random: rand.New(rand.NewSource(6)),
		loads: map[string][]kilnroom.Seen{}, cones: map[string]kiln.Cone{}}
	clock.freeze(at.AddDate(0, 0, -21))
	if err := m.lists(); err != nil {
		return err
	}
	for _, c := range classes {
		if err := m.class(c); err != nil {
			return fmt.Errorf("%s: %w", c.name, err)
		}
	}
	for _, step := range []func() error{m.daring, m.kilns, m.bells, m.shows, m.firings, m.laboratory, m.kept, m.shelves, m.stirred} {
		if err := step(); err != nil {
			return err
		}
	}
	return nil
}

func (m *maker) lists() error {
	if err := door.SetUp(m.ctx, m.school, School, Passphrase); err != nil {
		return err
	}
	for _, l := range []lists.ImportRequest{
		{Kind: lists.ClayList, Text: clays}, {Kind: lists.GlazeList, Text: glazes}, {Kind: lists.TileList, Text: tiles},
		{Kind: lists.StudentList, Text: classList(), Clay: "FEN", Cone: "6"},
	} {
		l.Apply = true
		out, err := lists.Lists{School: m.school}.Import(m.ctx, l)
		if err != nil {
			return err
		}
		if !out.Applied {
			return fmt.Errorf("the demo's list of %s is refused: %v", l.Kind, out.Refused)
		}
	}
	return m.readings()
}

// change makes one change at the moment that the clock shows.
func (m *maker) change(do func(now school.Moment, c *school.Change) error) error {
	return m.school.Change(m.ctx, do)
}

func (m *maker) class(c class) error {
	all := m.school.Now().ClassesByName()
	i := slices.IndexFunc(all, func(k school.Class) bool { return k.Name == c.name })
	err := m.change(func(now school.Moment, ch *school.Change) error {
		_, err := lists.ChangeClassOf(now, ch, all[i].ID, lists.ClassChange{Clay: c.clay, Cone: string(c.cone)})
		return err
	})
	if err != nil {
		return err
	}
	if err := m.seat(all[i].ID); err != nil {
		return err
	}
	for n, t := range c.makes {
		m.clock.freeze(m.today.AddDate(0, 0, -20+n))
		var made school.AssignmentRecord
		err := m.change(func(now school.Moment, ch *school.Change) (err error) {
			made, _, err = lists.Give(now, ch, school.AssignmentRecord{Class: all[i].ID, Name: t.name, Form: t.form, Measures: t.measures, Marking: t.marking}, lists.Makers{})
			return err
		})
		if err != nil {
			return err
		}
		for k, p := range m.school.Now().PiecesOf(all[i].ID) {
			if p.Assignment != made.ID {
				continue
			}
			reach := t.reach[k%len(t.reach)]
			if err := m.piece(p, reach); err != nil {
				return err
			}
			if reach <= begun {
				if err := m.board(p.ID, k); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

// save keeps a plan, and gives the piece as it is then.
func (m *maker) save(p *school.Piece, choices plan.Plan) (*school.Piece, error) {
	err := m.change(func(now school.Moment, c *school.Change) error {
		return desk.Save(now, c, school.Teacher, p.ID, desk.Draft{Revision: p.Plan.Revision, Choices: choices})
	})
	return m.school.Now().Pieces[p.ID], err
}

// piece takes one piece as far as it got.
func (m *maker) piece(p *school.Piece, reach stage) error {
	if reach == untouched {
		return nil
	}
	m.clock.freeze(m.today.AddDate(0, 0, -14).Add(time.Duration(m.n) * time.Minute))
	p, err := m.save(p, m.plan(p))
	if err != nil || reach == planned {
		return err
	}
	if err := m.approve(p, reach); err != nil {
		return err
	}
	finished := m.today.Add(-30 * time.Hour)
	switch {
	case reach >= inKiln:
		finished = m.today.AddDate(0, 0, -6)
	case reach == drying:
		finished = m.today.Add(-3 * time.Hour)
	case reach < fit:
		finished = m.today.Add(-50 * time.Minute)
	}
	if err := m.coats(p, reach, finished); err != nil || reach < refused {
		return err
	}
	verdict := foot.Clean
	switch {
	case reach == refused:
		verdict = foot.Left
	case m.random.Intn(4) == 0:
		verdict = foot.Stained
	}
	m.clock.freeze(finished.Add(20 * time.Minute))
	if _, err := m.log(work.Event{Piece: p.ID, Kind: work.Covered, Cover: foot.Even, Seen: m.seq(p.ID), Saw: m.sight(p.ID)}); err != nil {
		return err
	}
	seen, err := m.log(work.Event{Piece: p.ID, Kind: work.Checked, Verdict: verdict, Seen: m.seq(p.ID), Saw: m.sight(p.ID)})
	if err != nil || reach < inKiln {
		return err
	}
	cone := m.school.Now().Assignments[p.Assignment].Cone
	name := map[stage]string{inKiln: "Cone " + string(cone) + ", cooling", out: "Cone " + string(cone) + ", last week"}[min(reach, out)]
	m.loads[name] = append(m.loads[name], kilnroom.Seen{Piece: p.ID, Seq: seen})
	m.cones[name] = cone
	if reach == judged {
		m.loads[name+" judged"] = append(m.loads[name+" judged"], kilnroom.Seen{Piece: p.ID})
	}
	return nil
}

// approve says the teacher's word on a plan: most were approved before the first
// coat, one in nine came back with a note, and what carries a stop waits.
func (m *maker) approve(p *school.Piece, reach stage) error {
	now := m.school.Now()
	stops := slices.ContainsFunc(now.Survey(p).Findings, func(f plan.Finding) bool { return f.Severity == plan.Stop })
	word := desk.Word{Piece: p.ID, Revision: p.Plan.Revision, Verdict: plan.Approved}
	switch {
	case stops || reach == begun && m.n%4 == 0:
		return nil
	case reach == begun && m.n%9 == 0:
		word.Verdict, word.Note = plan.Returned, "Two coats show the clay: plan a third outside."
	}
	return m.change(func(now school.Moment, c *school.Change) error {
		return desk.Decide(now, c, school.Teacher, []desk.Word{word})
	})
}

// plan chooses stacks from the tiles of the clay: mostly sensible, now and then
// with what a check has to find.
func (m *maker) plan(p *school.Piece) plan.Plan {
	now := m.school.Now()
	clay := now.Assignments[p.Assignment].Clay
	var food, any []glaze.Stack
	for _, hung := range corewall.Arrange(now.TilesByCode(), "") {
		t := view.Tile(now, hung)
		if t.Clay != clay || t.Textured || !t.InStock || hung.Stack.Total() < 2 || hung.Stack[0].Dip {
			continue
		}
		any = append(any, t.Stack)
		if t.Food && hung.Stack.Total() >= 3 {
			food = append(food, t.Stack)
		}
	}
	pick := func(from []glaze.Stack) glaze.Stack { return from[m.random.Intn(len(from))] }
	inside, outside := pick(food), pick(any)
	if p.Body.Form == piece.Cup && clay == "FEN" {
		if m.cups++; m.cups%4 == 0 {
			return dipped(p.Body)
		}
	}
	choices := plan.Plan{}
	for _, s := range p.Body.Surfaces {
		switch {
		case s.Optional, s.Hidden:
		case s.Stands, s.Seat, s.ID == "underside":
			choices[s.ID] = plan.Choice{Bare: true}
		case s.Detail != "":
			choices[s.ID] = plan.Choice{Stack: m.untried()}
		case s.Use != piece.Plain:
			choices[s.ID] = plan.Choice{Stack: inside}
		case s.ID == "edge" && m.random.Intn(3) == 0:
			choices[s.ID] = plan.Choice{Bare: true}
		default:
			choices[s.ID] = plan.Choice{Stack: outside}
		}
	}
	return choices
}

// overlapMM is how far down the demo's second dips go, above the table.
const overlapMM = 52

// dipped is a piece that goes into one bucket whole, but for its waxed foot, and then from
// the rim down to a height into another.
func dipped(b piece.Body) plan.Plan {
	choices := plan.Plan{}
	for _, s := range b.Surfaces {
		switch {
		case s.Stands:
			choices[s.ID] = plan.Choice{Resist: plan.Wax}
		case s.Use == piece.Food:
			choices[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: "D71", Coats: 1, Dip: true}}}
		default:
			choices[s.ID] = plan.Choice{Stack: glaze.Stack{{Glaze: "D71", Coats: 1, Dip: true}, {Glaze: "D72", Coats: 1, Dip: true, DownToMM: overlapMM}}}
		}
	}
	return choices
}

// untried is a stack for a detail that nobody of this school has fired yet:
// what a tile programme is made of.
func (m *maker) untried() glaze.Stack {
	bases, tops := []string{"N01", "N03", "N04", "B12", "B13"}, []string{"N02", "N03", "B14"}
	for {
		base, top := bases[m.random.Intn(len(bases))], tops[m.random.Intn(len(tops))]
		if base != top {
			return glaze.Stack{{Glaze: base, Coats: 2}, {Glaze: top, Coats: 1}}
		}
	}
}

// unwiped is the work of which nobody logged that its dust was taken off.
const unwiped = "Echo cup"

// coats lays the planned coats so that the last is dry by finished; a piece
// that was only begun keeps some for later.
func (m *maker) coats(p *school.Piece, reach stage, finished time.Time) error {
	var events []work.Event
	for _, s := range m.school.Now().Survey(p).Surfaces {
		strokes := s.Left
		if reach == begun {
			strokes = strokes[:m.random.Intn(len(strokes)+1)]
			if len(events) == 0 && len(strokes) == 0 && len(s.Choice.Stack) > 0 {
				strokes = s.Left[:1]
			}
		}
		if reach == begun && len(strokes) > 0 && len(strokes) == s.Choice.Stack.Total() && s.Use == piece.Plain {
			strokes = strokes[:len(strokes)-1]
		}
		for _, stroke := range strokes {
			e := stroke.Event(s.ID)
			if e.Piece = p.ID; !stroke.Dip || stroke.Dips[0] == s.ID { // a dip is one, said of the first of its surfaces
				events = append(events, e)
			}
		}
	}
	if made := m.school.Now().Assignments[p.Assignment].Name; len(events) > 0 && made != unwiped {
		events = slices.Insert(events, 0, work.Event{Piece: p.ID, Kind: work.Cleaned})
	}
	for i, e := range events {
		m.clock.freeze(finished.Add(-time.Duration(len(events)-1-i) * 6 * time.Minute))
		if _, err := m.log(e); err != nil {
			return err
		}
	}
	return nil
}

// log appends one event and returns the last sequence number of its piece.
func (m *maker) log(e work.Event) (int64, error) {
	m.n++
	e.ID = fmt.Sprintf("demo-%06d", m.n)
	_, err := bench.Bench{School: m.school}.Log(m.ctx, school.Teacher, []work.Sent{{Event: e}})
	return m.seq(e.Piece), err
}

func (m *maker) seq(id string) int64 {
	return m.school.Now().Pieces[id].State.Seq
}

// sight is what a look at a piece sees.
func (m *maker) sight(id string) *work.Sight {
	now := m.school.Now()
	saw := now.Survey(now.Pieces[id]).Sight
	return &saw
}
