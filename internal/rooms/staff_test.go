// Package rooms_test works in several rooms at once, as a day does: what one keeps
// another sees, and a cold start reads all of it again.
package rooms_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/lesson"
	"enkaustos/core/lost"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/survey"
	corewall "enkaustos/core/wall"
	"enkaustos/core/work"
	"enkaustos/internal/bench"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/door"
	"enkaustos/internal/gate"
	"enkaustos/internal/house"
	"enkaustos/internal/kiln"
	"enkaustos/internal/lessons"
	"enkaustos/internal/lists"
	"enkaustos/internal/room"
	"enkaustos/internal/school"
	"enkaustos/internal/stock"
	"enkaustos/internal/wall"
)

// hands is a clock that the test moves.
type hands struct{ now time.Time }

func (h *hands) Now() time.Time { return h.now }

// staff is whoever works in the rooms: each method is one use case of one room.
type staff struct {
	*school.School
	dir string
}

// Piece is a piece, and how it stands.
type Piece struct {
	*school.Piece
	survey.Survey
	Findings   []plan.Finding
	Assignment school.AssignmentRecord
	Revision   int
	Log        []work.Event
}

func now(events ...work.Event) (sent []work.Sent) {
	for _, e := range events {
		sent = append(sent, work.Sent{Event: e})
	}
	return sent
}

func (s *staff) change(ctx context.Context, do func(m school.Moment, c *school.Change) error) error {
	return s.Change(ctx, do)
}

func (s *staff) piece(m school.Moment, p *school.Piece) Piece {
	v := m.Survey(p)
	log, _ := s.School.Log(context.Background(), p.ID)
	return Piece{p, v, m.Findings(p, v), m.Assignments[p.Assignment].AssignmentRecord, p.Plan.Revision, log}
}

func (s *staff) Piece(id string) Piece { return s.piece(s.Now(), s.Now().Pieces[id]) }

func (s *staff) Pieces(class string, stage ready.Stage) (all []Piece) {
	m := s.Now()
	for _, p := range gate.At(m, class, stage) {
		all = append(all, s.piece(m, p))
	}
	return all
}

func (s *staff) Import(ctx context.Context, r lists.ImportRequest) (lists.Import, error) {
	return lists.Lists{School: s.School}.Import(ctx, r)
}

func (s *staff) AddAssignment(ctx context.Context, a school.AssignmentRecord) (made school.AssignmentRecord, err error) {
	err = s.change(ctx, func(m school.Moment, c *school.Change) (err error) {
		made, _, err = lists.Give(m, c, a, lists.Makers{})
		return err
	})
	return made, err
}

func (s *staff) ChangeAssignment(ctx context.Context, id string, to lists.AssignmentChange) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { _, err := lists.Reshape(m, c, id, to); return err })
}

func (s *staff) ChangeClass(ctx context.Context, id string, to lists.ClassChange) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { _, err := lists.ChangeClassOf(m, c, id, to); return err })
}

func (s *staff) ImportDocument(ctx context.Context, class string, text []byte, apply bool) (out contract.DocumentImport, err error) {
	err = s.change(ctx, func(m school.Moment, c *school.Change) (err error) {
		out, err = lists.TakeDocument(m, c, school.Teacher, class, text, apply)
		return err
	})
	return out, err
}

func (s *staff) Log(ctx context.Context, by work.Actor, events []work.Sent) ([]Piece, []contract.LogWarning, error) {
	warnings, err := bench.Bench{School: s.School}.Log(ctx, by, events)
	if err != nil {
		return nil, nil, err
	}
	return []Piece{s.Piece(events[0].Piece)}, warnings, nil
}

func (s *staff) LogLate(ctx context.Context, by work.Actor, events []work.Sent) ([]contract.LogWarning, error) {
	return bench.Bench{School: s.School}.LogLate(ctx, by, events)
}

func (s *staff) Strays(t *testing.T) []contract.Stray {
	all, err := bench.Bench{School: s.School}.ListStrays(t.Context(), contract.ListStraysRequestObject{})
	require.NoError(t, err)
	return all.(contract.ListStrays200JSONResponse)
}

func (s *staff) SettleStray(ctx context.Context, by work.Actor, id string, keep bool) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return bench.Settle(m, c, by, id, keep) })
}

func (s *staff) SeekPieces(clues lost.Clues, class string) []lost.Found {
	return bench.Seek(s.Now(), clues, class)
}

func (s *staff) SavePlan(ctx context.Context, id string, d desk.Draft) (Piece, error) {
	return s.DraftPlan(ctx, school.Teacher, id, d)
}

func (s *staff) DraftPlan(ctx context.Context, by work.Actor, id string, d desk.Draft) (Piece, error) {
	err := s.change(ctx, func(m school.Moment, c *school.Change) error { return desk.Save(m, c, by, id, d) })
	return s.Piece(id), err
}

func (s *staff) PassPlanOn(ctx context.Context, id string, turned bool) (n int, err error) {
	err = s.change(ctx, func(m school.Moment, c *school.Change) (err error) {
		n, err = desk.PassOn(m, c, school.Teacher, id, turned)
		return err
	})
	return n, err
}

func (s *staff) CopyPlan(ctx context.Context, id, from string, revision int) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error {
		return desk.Copy(m, c, school.Teacher, id, from, revision)
	})
}

func (s *staff) Decide(ctx context.Context, words []desk.Word) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return desk.Decide(m, c, school.Teacher, words) })
}

func (s *staff) Wish(ctx context.Context, by work.Actor, id string, tiles []string, text string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error {
		return desk.Wish(m, c, by, school.Wish{Piece: id, Tiles: tiles, Text: text})
	})
}

func (s *staff) AddScheme(ctx context.Context, id string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return desk.Vary(m, c, id) })
}

func (s *staff) TurnScheme(ctx context.Context, id string, slot int) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return desk.Turn(m, c, school.Teacher, id, slot) })
}

func (s *staff) PickScheme(ctx context.Context, id string, slot int) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return desk.Pick(m, c, school.Teacher, id, slot) })
}

func (s *staff) DropScheme(ctx context.Context, id string, slot int) error {
	_, err := desk.Desk{School: s.School}.DropScheme(ctx, contract.DropSchemeRequestObject{Id: id, Slot: slot})
	return err
}

// Schemes are the plans that stand side by side for a piece, its plan first.
func (s *staff) Schemes(id string) (all []plan.Plan) {
	p := s.Now().Pieces[id]
	all = append(all, p.Plan.Choices)
	for slot := 2; slot <= desk.Schemes; slot++ {
		if choices, kept := p.Schemes[slot]; kept {
			all = append(all, choices)
		}
	}
	return all
}

func (s *staff) AddToLoad(ctx context.Context, l school.Load, pieces []kiln.Seen) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error {
		_, err := kiln.Fill(m, c, school.Teacher, l, pieces)
		return err
	})
}

func (s *staff) Fire(ctx context.Context, id string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return kiln.Fire(m, c, school.Teacher, id, "") })
}

func (s *staff) Unload(ctx context.Context, id string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error {
		return kiln.Unload(m, c, school.Teacher, id, "it is needed")
	})
}

func (s *staff) ChangeJar(ctx context.Context, code string, to stock.JarChange) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return stock.LookInto(m, c, code, to) })
}

func (s *staff) ChangeCard(ctx context.Context, code string, to stock.Card) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return stock.Write(m, c, code, to) })
}

func (s *staff) MixGlaze(ctx context.Context, code string, r glaze.Recipe) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return stock.Mix(m, c, code, "", r) })
}

func (s *staff) SetRules(ctx context.Context, change house.Change) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return house.Set(m, c, change) })
}

func (s *staff) PreviewRules(change house.Change) (contract.RuleEffects, error) {
	return house.Preview(s.Now(), change)
}

func (s *staff) Rules(t *testing.T, of house.Scope) contract.GetRules200JSONResponse {
	some := func(text string) *string { return &text }
	all, err := house.House{School: s.School}.GetRules(t.Context(), contract.GetRulesRequestObject{Params: contract.GetRulesParams{Class: some(of.Class), Assignment: some(of.Assignment)}})
	require.NoError(t, err)
	return all.(contract.GetRules200JSONResponse)
}

func (s *staff) SaveReadings(ctx context.Context, read []corewall.Read) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return wall.SaveReadingsOf(m, c, read) })
}

func (s *staff) MarkTile(ctx context.Context, code string, faults []glaze.Fault) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return wall.Mark(m, c, code, faults, nil) })
}

func (s *staff) KeepProgramme(ctx context.Context, name string, f glaze.Firing) (kept wall.Programme, err error) {
	untried := wall.UntriedBy(s.Now(), nil)
	err = s.change(ctx, func(m school.Moment, c *school.Change) (err error) {
		kept, err = wall.Keep(m, c, name, untried, f)
		return err
	})
	return kept, err
}

func (s *staff) Programmes(t *testing.T) contract.ListProgrammes200JSONResponse {
	all, err := wall.Wall{School: s.School}.ListProgrammes(t.Context(), contract.ListProgrammesRequestObject{})
	require.NoError(t, err)
	return all.(contract.ListProgrammes200JSONResponse)
}

func (s *staff) Room(t *testing.T) contract.GetRoom200JSONResponse {
	v, err := room.Room{School: s.School, Pairing: &room.Pairing{}}.GetRoom(t.Context(), contract.GetRoomRequestObject{})
	require.NoError(t, err)
	return v.(contract.GetRoom200JSONResponse)
}

func (s *staff) SwitchRoom(ctx context.Context, class string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return room.Switch(m, c, class) })
}

func (s *staff) LockStations(ctx context.Context, locked bool) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return room.Lock(m, c, locked) })
}

func (s *staff) SetDamp(ctx context.Context, damp bool) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return room.SayDamp(m, c, damp) })
}

func (s *staff) SetBells(ctx context.Context, bells ...lesson.Bell) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error {
		return lessons.Keep(m, c, lesson.Timetable{Bells: bells})
	})
}

func (s *staff) EndStation(ctx context.Context, id string) error {
	return s.change(ctx, func(m school.Moment, c *school.Change) error { return room.End(m, c, id) })
}

// aRoom is a school of nobody and nothing.
func aRoom(t *testing.T) (*staff, *hands) {
	clock := &hands{time.Date(2026, 3, 2, 9, 0, 0, 0, time.UTC)}
	dir := t.TempDir()
	s, err := school.Open(t.Context(), dir, clock)
	require.NoError(t, err)
	in := &staff{s, dir}
	t.Cleanup(func() { require.NoError(t, in.Close()) })
	require.NoError(t, door.SetUp(t.Context(), s, "Test School", "a long passphrase"))
	return in, clock
}

// Restart stops the server and starts it in the same folder.
func (s *staff) Restart(t *testing.T, clock school.Clock) {
	require.NoError(t, s.Close())
	again, err := school.Open(t.Context(), s.dir, clock)
	require.NoError(t, err)
	s.School = again
}

// Tiles are the fired tiles as the wall hangs.
func (s *staff) Tiles() []glaze.Tile { return corewall.Arrange(s.Now().TilesByCode(), "") }
