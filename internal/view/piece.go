package view

import (
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"time"

	"enkaustos/core/bench"
	"enkaustos/core/colour"
	"enkaustos/core/fault"
	"enkaustos/core/foot"
	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/rules"
	"enkaustos/core/survey"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// Piece is a piece as somebody of a role sees it in a list: of the findings it carries the
// gravest.
func Piece(m school.Moment, by work.Actor, p *school.Piece) contract.Piece {
	v := listed(m, p)
	if by.Role == work.Station {
		return atTablet(m, p, v)
	}
	return v
}

// Pieces is Piece for a list of them.
func Pieces(m school.Moment, by work.Actor, list []*school.Piece) []contract.Piece {
	return List(list, func(p *school.Piece) contract.Piece { return Piece(m, by, p) })
}

// JSON is Piece as it is sent. It is written once for as long as nothing that it says
// changes, so that lists of a thousand pieces cost no more than their length.
func JSON(m school.Moment, by work.Actor, p *school.Piece) []byte {
	key := "piece"
	if by.Role == work.Station {
		key = "piece at a tablet"
	}
	return m.Remembered(p, key, func() []byte {
		text, _ := json.Marshal(Piece(m, by, p)) // plain values: they always marshal
		return text
	})
}

func listed(m school.Moment, p *school.Piece) contract.Piece {
	a, student, s := m.Assignments[p.Assignment], m.Maker(p), p.State
	at := m.Survey(p)
	said := m.Told(p, at.Findings)
	of := m.Case(p).Work
	v := contract.Piece{Id: p.ID, Class: a.Class, Assignment: a.ID, Title: a.Name, Student: student.Name, Mark: student.Mark,
		Clay: a.Clay, Cone: string(of.Cone), NextCone: string(of.Next()), Ware: ware(a, s, of), Stage: at.Stage, Seq: s.Seq, Revision: p.Plan.Revision, BandMM: at.Band.HeightMM,
		Fit: at.Verdict.Waits(), Together: Some(ready.MayPassTogether(at.Verdict.Blockers())), Approval: Approval(p), Sight: &at.Sight, GlazeLeft: Some(s.GlazeLeft), Stood: Some(school.StoodAt(m, p)),
		Surfaces: List(at.Surfaces, func(s survey.Surface) contract.SurfaceState { return Surface(s, m.At) }), Blockers: All(at.Verdict.Blockers()), Findings: []contract.Finding{}, Warnings: Some(warnings(said)),
		Overruled: List(at.Rulings, Ruling), Place: string(at.Placing.Place), PlaceWhy: at.Placing.Reason, PutAt: Some(string(s.Place)),
		Helps: All(slices.Sorted(maps.Keys(s.Helps))), Pictures: All(school.PicturesOf(m, p)), Notes: notes(s.Notes, false),
		Missing: Some(Typed(m, work.Words(s.Lost))), Harms: harms(m, s), Unnamed: Some(s.Unnamed), Aside: Some(s.Aside), Away: Some(s.Away), Spot: Some(s.Spot), Absent: When(s.Absent),
		BoneDry: Some(s.BoneDry), Parts: Some(s.Parts), Damage: Some(work.Words(s.Damages)), Wish: wish(m, p)}
	v.Dust, v.UnderPencil = dust(p, at.Dust), Some(foot.PencilUnder(at.Band.HeightMM))
	if heard, _ := Heard(m, p, said); len(heard) > 0 {
		v.Findings = Findings(heard, p.Body)[:1]
	}
	if len(at.LookFor) > 0 {
		v.LookFor = &at.LookFor
	}
	if l := at.Cover; l != nil {
		v.Cover = &contract.LastLook{Verdict: string(l.Cover), Surface: Some(l.Surface), At: l.At, By: l.By, Lapsed: Some(l.Lapsed)}
	}
	if c := at.Check; c != nil {
		v.Foot = &contract.LastLook{Verdict: string(c.Verdict), At: c.At, By: c.By, Lapsed: Some(c.Lapsed)}
		if len(c.Spots) > 0 {
			v.Foot.Spots = &c.Spots
		}
	}
	if l := s.Load; l != nil {
		v.Load, v.LoadLapsed = Some(l.Load), Some(l.Lapsed)
	}
	if f := s.Firing; f != nil {
		v.Load, v.Fired, v.Unloaded = Some(f.Load), When(f.At), When(f.Unloaded)
	}
	if o := s.Opinion; o != nil {
		v.Opinion, v.Again = &o.Text, &o.Again
	}
	v.Outcome, v.Offer = outcome(p), offer(m, p)
	cameOut(p, at.Surfaces, v.Surfaces)
	return v
}

// outcome is what came of the last firing of a piece; nil while it is not out of it.
func outcome(p *school.Piece) *contract.Outcome {
	f := p.State.Firing
	if f == nil || f.Unloaded.IsZero() {
		return nil
	}
	o := p.State.Outcome()
	name := func(surface string) string {
		on, _ := p.Body.Surface(surface)
		return on.Name
	}
	v := &contract.Outcome{Says: o.Says(name), Sound: o.Sound(), Came: Some(string(o.Came)), Flow: Some(string(o.Flow)), At: When(o.At), By: Some(o.By),
		Faults: List(o.Faults, func(f work.Flaw) contract.Flaw {
			return contract.Flaw{Events: append(slices.Clip(f.Before), f.ID), Fault: string(f.Kind), Name: f.Kind.Name(), Surface: f.Surface, Clear: f.Clear}
		})}
	if len(o.Proved) > 0 {
		v.Proved = &o.Proved
	}
	v.Grind = o.Sharp()
	return v
}

// dust is what somebody has to mind of the dust on a piece.
func dust(p *school.Piece, d work.Dusty) *contract.Dust {
	if d.Why == "" {
		return nil
	}
	return &contract.Dust{Why: d.Why, Asked: d.Asked, Mind: Some(p.Body.Mind())}
}

// ware is what a piece is made of by now: greenware, bisque, or glazed ware that goes into
// the fire again.
func ware(a *school.Assignment, s work.State, of plan.Work) contract.PieceWare {
	switch past := s.Past; {
	case of.Bisque() || len(past) == 0 && a.House.Path == rules.OnceFired:
		return contract.PieceWareGreenware
	case len(past) > 0 && !past[len(past)-1].Bisque || s.Firing != nil:
		return contract.PieceWareGlazed
	}
	return contract.PieceWareBisque
}

func wish(m school.Moment, p *school.Piece) *contract.Wish {
	w, ok := school.Wishes.Get(m.Snapshot, p.ID)
	if !ok {
		return nil
	}
	return &contract.Wish{Tiles: All(w.Tiles), Text: Typed(m, w.Text), Willing: Some(w.Willing)}
}

// Approval is where a plan stands with the teacher.
func Approval(p *school.Piece) contract.Approval {
	v := contract.Approval{State: contract.ApprovalState(p.Stands()), Changes: List(p.Changes(), func(c plan.Change) contract.PlanChange {
		return contract.PlanChange{Surface: c.Surface, Text: c.Text}
	})}
	if p.Word != nil {
		v.At, v.Note = When(p.Word.At), p.Word.Note
	}
	return v
}

// Ruling is a blocker that the teacher overruled.
func Ruling(r work.Ruling) contract.Ruling {
	return contract.Ruling{Code: r.Code, Text: r.Code.One(), Surface: r.Surface, Reason: r.Reason, By: r.By, At: r.At}
}

func warnings(findings []plan.Finding) (n int) {
	for _, f := range findings {
		if f.Severity == plan.Warn {
			n++
		}
	}
	return n
}

// Surface is a surface with its plan and its coats, at a moment: when what is dry
// already became dry is nobody's matter.
func Surface(s survey.Surface, now time.Time) contract.SurfaceState {
	v := contract.SurfaceState{Resist: Some(contract.SurfaceStateResist(s.Choice.Resist)), Heavy: Some(s.Choice.Heavy), Tried: Some(s.Choice.Tried), Optional: Some(s.Optional), Detail: Some(string(s.Detail)),
		Id: s.ID, Name: s.Name, Stands: Some(s.Stands), Bare: Some(s.Choice.Bare), Stack: All(s.Choice.Stack),
		On: List(s.On, func(c survey.Coat) contract.Coat {
			return contract.Coat{Id: c.ID, Glaze: c.Glaze, Felt: Some(c.Felt), How: how(c.How), DownTo: Some(c.DownToMM), Rest: rest(&c.Coat), OnWet: Some(c.OnWet), Odd: Some(!c.Planned), Fired: Some(c.Fired)}
		}),
		Left: List(s.Left, stroke), Later: Some(s.Later), AsThick: Some(s.AsThick),
		Raw: Hex(s.Raw), Fired: Hex(s.Fired), Tile: Some(s.Tile), Finish: Some(contract.SurfaceStateFinish(s.Finish)), NextBy: When(s.NextBy), Peeled: Some(s.Peeled), Keeps: Some(contract.SurfaceStateKeeps(s.Keeps))}
	if s.UpToMM > 0 {
		v.Below = &contract.Below{UpTo: s.UpToMM, Raw: Hex(s.Below.Raw), Fired: Hex(s.Below.Fired)}
	}
	if s.BareMM > 0 {
		v.Band = &contract.Below{UpTo: s.BareMM, Raw: Hex(known(s.Clay.Bisque)), Fired: Hex(known(s.Clay.Fired))}
	}
	if s.DryAt.After(now) {
		v.WetFrom, v.DryAt, v.NextAt = When(s.WetFrom), When(s.DryAt), When(s.NextAt)
	}
	if len(s.Doubts) > 0 {
		doubts := List(s.Doubts, func(c work.Coat) contract.Coat {
			return contract.Coat{Id: c.ID, Glaze: c.Glaze, Felt: Some(c.Felt), At: When(c.At), By: Some(c.By)}
		})
		v.Doubts = &doubts
	}
	return v
}

// known is a colour, nil where nobody measured it.
func known(c colour.Lab) *colour.Lab {
	if c == (colour.Lab{}) {
		return nil
	}
	return &c
}

// stroke is a coat that comes next.
func stroke(s bench.Stroke) contract.Stroke {
	v := contract.Stroke{Glaze: s.Glaze, Way: contract.StrokeWay(s.Way), Thick: Some(s.Thick), DownTo: Some(s.DownToMM), Seconds: Some(s.Seconds), Density: Some(s.Density)}
	if s.Dip {
		v.Dips = &s.Dips
	}
	if s.Rest != nil {
		v.Begun, v.Rest = Some(s.Rest.ID), rest(s.Rest)
	}
	return v
}

func how(h work.How) *contract.CoatHow {
	if h == work.Brushed || h == "" {
		return nil
	}
	return Some(contract.CoatHow(h))
}

// rest is the part of a begun coat that is still to lay; nil where it is whole.
func rest(c *work.Coat) *string {
	if !c.Begun() {
		return nil
	}
	return Some(c.Rest())
}

// Heard parts what is to be said of a plan from the notes that are hidden for its class.
func Heard(m school.Moment, p *school.Piece, all []plan.Finding) (heard, hushed []plan.Finding) {
	hush := school.Classes.All(m.Snapshot)[m.ClassOf(p)].Hushed
	if len(hush) == 0 {
		return all, nil
	}
	for _, f := range all {
		if f.Severity == plan.Note && f.Code.MayHush() && slices.Contains(hush, f.Code) {
			hushed = append(hushed, f)
		} else {
			heard = append(heard, f)
		}
	}
	return heard, hushed
}

// Findings are what the check of a plan has to say, of one kind at a time.
func Findings(all []plan.Finding, b piece.Body) []contract.Finding {
	return List(plan.AsOne(all, b), finding)
}

func finding(t plan.Together) contract.Finding {
	v := contract.Finding{Code: t.Code, Severity: t.Severity, Surface: t.Surface, Surfaces: All(t.Surfaces), Text: t.Text, Way: t.Way, Where: t.Settled(), Stand: t.Stand, MayHush: t.Severity == plan.Note && t.Code.MayHush(),
		Mends: List(t.Mends, func(m plan.Mended) contract.Choice { return choice(m.Surface, m.Choice) })}
	if len(t.Numbers) > 0 {
		v.Numbers = (*map[string]float64)(&t.Numbers)
	}
	return v
}

func choice(surface string, c plan.Choice) contract.Choice {
	return contract.Choice{Surface: surface, Bare: c.Bare, Stack: All(c.Stack), Resist: Some(contract.ChoiceResist(c.Resist)), Heavy: Some(c.Heavy), Tried: Some(c.Tried)}
}

// Choices is a plan, surface by surface.
func Choices(p plan.Plan) []contract.Choice {
	return List(slices.Sorted(maps.Keys(p)), func(id string) contract.Choice { return choice(id, p[id]) })
}

// PlanOf is the plan that somebody sends.
func PlanOf(in []contract.Choice) plan.Plan {
	p := plan.Plan{}
	for _, c := range in {
		p[c.Surface] = plan.Choice{Bare: c.Bare, Stack: c.Stack, Resist: plan.Resist(Value(c.Resist)), Heavy: Value(c.Heavy), Tried: Value(c.Tried)}
	}
	return p
}

// Detail is all about one piece, as an actor may see it; log is its log.
func Detail(m school.Moment, by work.Actor, p *school.Piece, log []work.Event) contract.PieceDetail {
	a, at := m.Assignments[p.Assignment], m.Survey(p)
	var tiles []string
	for _, t := range m.TilesByCode() {
		if t.Piece == p.ID {
			tiles = append(tiles, t.Code)
		}
	}
	own := p.Plan.Own
	if by.Role == work.Station {
		log, tiles = nil, nil
	}
	whole := Piece(m, by, p)
	heard, hushed := Heard(m, p, m.Findings(p, at))
	if f := school.LacksTime(m, p); f != nil {
		heard = append(heard, *f)
	}
	whole.Findings = Findings(heard, p.Body)
	of := m.Case(p)
	help := a.Shelf.Help(of.Plan, of.Work)
	return contract.PieceDetail{Now: m.At, Piece: whole, Form: string(a.Form), Drawing: Drawing(p.Body.Drawing()), Band: Band(at.Band, p.Body),
		Surfaces: SurfaceAreas(p.Body), History: history(m, p, log), Tiles: All(tiles), Amounts: List(at.Amounts, Amount),
		Own: own, Marking: a.Marking.And(own.Marking), Under: p.Body.FromBelow(at.Band.HeightMM), Poses: All(p.Body.Poses), Order: List(m.Order(p), step(p)), Edges: All(p.Body.Edges()),
		Hand: Some(handOf(m, p)), Food: Food(m, p), Hushed: Findings(hushed, p.Body),
		Help: List(helpFor(by, help), func(h foot.Help) contract.Help {
			return contract.Help{Kind: contract.HelpKind(h.Kind), Why: h.Why, Recorded: p.State.Helps[h.Kind]}
		})}
}

// Food is what is known of each surface of a piece that food or a mouth touches.
func Food(m school.Moment, p *school.Piece) []contract.Eaten {
	of, cover := m.Case(p), m.Survey(p).Cover
	lies := of.Plan
	if laid, beside := ready.Laid(of.Body, of.Plan, of.State); beside {
		lies = laid // what is on it counts, where that strays from the plan
	}
	f := p.State.Firing
	out := p.State.Outcome()
	seen := plan.Looked{Cover: cover.Stands(), Fired: f != nil && !f.Bisque && !f.Unloaded.IsZero(), Judged: out.Judged(), Joined: out.Came == fault.Joined, Faulty: out.Judged() && !out.Sound()}
	return List(of.Shelf.Food(lies, of.Work, seen), eaten(p))
}

// handOf is what to tell the maker of a piece of how thick the coats turn out, over all
// pieces of the same hand.
func handOf(m school.Moment, p *school.Piece) string {
	var hand bench.Hand
	for _, other := range school.EveryPiece(m.Snapshot) {
		if other.Student == p.Student {
			hand = hand.Feel(other.State)
		}
	}
	return hand.Says()
}

// eaten is what is known of a surface that food or a mouth touches.
func eaten(p *school.Piece) func(plan.Eaten) contract.Eaten {
	return func(e plan.Eaten) contract.Eaten {
		surface, _ := p.Body.Surface(e.Surface)
		v := contract.Eaten{Surface: e.Surface, Name: surface.Name, Missing: All(e.Missing)}
		if len(e.Missing) == 0 {
			v.Says = Some(plan.Nothing)
		}
		return v
	}
}

// helpFor is what who asks may see of the help that a piece should get: none at a tablet.
func helpFor(by work.Actor, help []foot.Help) []foot.Help {
	if by.Role == work.Station {
		return nil
	}
	return help
}

// history is the record of a piece.
func history(m school.Moment, p *school.Piece, log []work.Event) []contract.HistoryEntry {
	undone := work.UndoneIn(log)
	lines := []contract.HistoryEntry{}
	for _, e := range log {
		on, _ := p.Body.Surface(e.Surface)
		if e.Kind.Worded() {
			e.Text = Typed(m, e.Text)
		}
		lines = append(lines, contract.HistoryEntry{Id: e.ID, Kind: string(e.Kind), At: e.Happened(), By: e.By, Text: e.Says(on.Name),
			Undone: undone[e.ID], Undoable: e.Kind.Undoable() && !undone[e.ID]})
	}
	return lines
}

// step says one step of the working order in the words of the bench.
func step(p *school.Piece) func(plan.Step) contract.Step {
	return func(s plan.Step) contract.Step {
		surface, _ := p.Body.Surface(s.Surface)
		says := fmt.Sprintf("%s: %s, %s", surface.Name, glaze.Stack{s.Layer}, s.Brush)
		if s.Edging != "" {
			says = fmt.Sprintf("%s: edge it round the %s with %s, %s", surface.Name, s.Edging, s.Glaze, s.Brush)
		}
		if s.Optional {
			says += ", if time is left"
		}
		if s.FreshWater {
			says += "; fresh water first"
		}
		return contract.Step{Surface: s.Surface, Glaze: s.Glaze, Coats: s.Coats, Brush: string(s.Brush), Says: says, Optional: Some(s.Optional), FreshWater: Some(s.FreshWater)}
	}
}
