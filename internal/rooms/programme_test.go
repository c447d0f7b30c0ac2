package rooms_test

import (
	"encoding/json"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"

	"enkaustos/core/glaze"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	corewall "enkaustos/core/wall"
	"enkaustos/internal/contract"
	"enkaustos/internal/desk"
	"enkaustos/internal/exchange"
	"enkaustos/internal/lists"
	"enkaustos/internal/wall"
)

// Every stack that a plan asks for and no tile shows is on a tile of the
// programme; what a tile shows is not; once its fields are read it is gone.
func TestProgrammeShowsWhatIsPlanned(t *testing.T) {
	s := demoSchool(t)
	shown := func(u wall.Untried) (stacks []glaze.Stack) {
		for _, tile := range u.Sheet.Crossed {
			for _, cell := range tile.Cells {
				stacks = append(stacks, cell.Stack)
			}
		}
		return stacks
	}
	all := wall.UntriedBy(s.Now(), nil)
	require.Len(t, all, 2, "pale clay at cone 6, red clay at cone 04")
	pale := all[0]
	require.Greater(t, len(pale.Stacks), 4)
	require.True(t, pale.Sheet.Proven())
	for _, want := range pale.Stacks {
		require.NotEmpty(t, want.Pieces)
		require.True(t, slices.ContainsFunc(shown(pale), want.Stack.Same), want.Stack.String())
	}
	kept, err := s.KeepProgramme(t.Context(), "", pale.Firing)
	require.NoError(t, err)
	require.Equal(t, "Tiles for FEN", kept.Name)
	require.NoError(t, s.Reload(t.Context()))
	again, _ := wall.Programmes.Get(s.Now().Snapshot, kept.ID)
	require.Equal(t, kept.Sheet, again.Sheet)
	require.Zero(t, s.Programmes(t)[0].Read)

	var read []corewall.Read
	for _, tile := range kept.Sheet.Crossed {
		for _, cell := range tile.Cells {
			read = append(read, corewall.Read{Code: cell.Code, Clay: kept.Clay, Cone: string(kept.Cone), Stack: cell.Stack.Text(), Atmosphere: kept.Atmosphere,
				Readings: []glaze.Reading{{Half: glaze.Smooth, Source: glaze.FromPhotograph}}})
		}
	}
	for _, strip := range kept.Sheet.Strips {
		one := corewall.Read{Code: strip.Code, Clay: kept.Clay, Cone: string(kept.Cone), Stack: strip.Glaze + "x3", Atmosphere: kept.Atmosphere}
		for n := range 3 {
			one.Readings = append(one.Readings, glaze.Reading{Half: glaze.Smooth, Coats: n + 1, Source: glaze.FromPhotograph})
			one.Readings[n].Lab.L = 30 + 12*float64(n)
		}
		read = append(read, one)
	}
	err = s.SaveReadings(t.Context(), read)
	require.NoError(t, err)
	require.Equal(t, s.Programmes(t)[0].Fields, s.Programmes(t)[0].Read)
	after := wall.UntriedBy(s.Now(), nil)
	require.Len(t, after, 1, "nothing is left to try on pale clay")
	require.Equal(t, "HAR", after[0].Firing.Clay)
	_, err = s.KeepProgramme(t.Context(), "", pale.Firing)
	require.ErrorContains(t, err, "No plan asks for a tile")
	drop := func() error {
		_, err := wall.Wall{School: s.School}.DropProgramme(t.Context(), contract.DropProgrammeRequestObject{Id: kept.ID})
		return err
	}
	require.NoError(t, drop())
	require.ErrorContains(t, drop(), "no such programme")
}

// The next programme's codes are none that hang or are kept already.
func TestProgrammesHaveCodesOfTheirOwn(t *testing.T) {
	s := demoSchool(t)
	u := wall.UntriedBy(s.Now(), nil)[0]
	seen := map[string]bool{}
	for range 3 {
		p, err := s.KeepProgramme(t.Context(), "Again", u.Firing)
		require.NoError(t, err)
		for _, tile := range p.Sheet.Crossed {
			require.False(t, seen[tile.Code])
			seen[tile.Code] = true
		}
	}
}

// A tile that crazed warns whoever plans its stack on that clay, until the mark
// is taken away; marks survive a restart and a list without them.
func TestMarkedTileWarns(t *testing.T) {
	s, _, pieces := newRoom(t)
	bring(t, s, lists.TileList, "code,clay,cone,stack,fired\nT1,"+pieces[0].Assignment.Clay+","+string(pieces[0].Assignment.Cone)+",Ax3,#884422\n")
	err := s.MarkTile(t.Context(), "T1", []glaze.Fault{glaze.Ran, glaze.Crazed, glaze.Ran})
	require.NoError(t, err)
	p, err := s.SavePlan(t.Context(), pieces[0].ID, desk.Draft{Choices: face("A", 3)})
	require.NoError(t, err)
	require.Contains(t, codesOf(p.Findings), "warn bad-before")
	require.NoError(t, s.Reload(t.Context()))
	require.Equal(t, []glaze.Fault{glaze.Crazed, glaze.Ran}, s.Tiles()[0].Faults)
	err = s.MarkTile(t.Context(), "T1", []glaze.Fault{"boring"})
	require.ErrorContains(t, err, "expected crazed, ran or avoid")
	err = s.MarkTile(t.Context(), "T1", nil)
	require.NoError(t, err)
	require.NotContains(t, codesOf(one(t, s, p.ID).Findings), "warn bad-before")
}

// An assignment changes for all of its pieces at once, and no plan is lost by it.
func TestAssignmentChanges(t *testing.T) {
	s, _, pieces := newRoom(t)
	id := pieces[0].Assignment.ID
	marking := piece.Marking{Details: []piece.Detail{{ID: "rim", Name: "Rim", Kind: piece.Panel, On: "face", AreaCM2: 20}}}
	err := s.ChangeAssignment(t.Context(), id, lists.AssignmentChange{Measures: piece.Measures{"length": 200}, Marking: &marking})
	require.NoError(t, err)
	before := one(t, s, pieces[1].ID)
	require.InDelta(t, 200*110/100.0-20, before.Surfaces[0].AreaCM2, 1e-9)
	choices := face("A", 3)
	choices["rim"] = plan.Choice{Stack: glaze.Stack{{Glaze: "B", Coats: 3}}}
	_, err = s.SavePlan(t.Context(), pieces[1].ID, desk.Draft{Choices: choices})
	require.NoError(t, err)
	err = s.ChangeAssignment(t.Context(), id, lists.AssignmentChange{Marking: &piece.Marking{}})
	require.ErrorContains(t, err, "Marit (X): Rim has a plan or coats on it")
	err = s.ChangeAssignment(t.Context(), id, lists.AssignmentChange{Measures: piece.Measures{"length": -4}})
	require.ErrorContains(t, err, "Length is -4 mm")
	blank := " "
	err = s.ChangeAssignment(t.Context(), id, lists.AssignmentChange{Name: &blank})
	require.ErrorContains(t, err, "Give the assignment a name")
	require.NoError(t, s.Reload(t.Context()))
	require.Len(t, one(t, s, pieces[0].ID).Surfaces, 4)
}

// A document is looked at before it is taken over, names who is not in the
// class, and is refused whole where the room lacks what it asks for.
func TestDocumentsAreLookedAtFirst(t *testing.T) {
	s, _, pieces := newRoom(t)
	class := pieces[0].Assignment.Class
	d := exchange.AssignmentDocument{Format: exchange.AssignmentFormat, Name: "Cup", Form: piece.Cup, Measures: piece.Measures{"handle": 0}, Clay: pieces[0].Assignment.Clay, Cone: "6",
		Plans: []exchange.PlanDocument{{Student: "marit", Mark: "x", Choices: plan.Plan{"exterior": {Stack: glaze.Stack{{Glaze: "A", Coats: 3}}}}}, {Student: "Nobody", Choices: plan.Plan{}}}}
	send := func(apply bool) (contract.DocumentImport, error) {
		text, err := json.Marshal(d)
		require.NoError(t, err)
		return s.ImportDocument(t.Context(), class, text, apply)
	}
	looked, err := send(false)
	require.NoError(t, err)
	require.Equal(t, contract.DocumentImport{Name: "Cup", Plans: 1, Unmatched: []string{"Nobody"}}, looked)
	require.Len(t, s.Now().AssignmentsInOrder(), 1, "a look keeps nothing")
	taken, err := send(true)
	require.NoError(t, err)
	require.True(t, taken.Applied)
	require.Len(t, s.Now().AssignmentsInOrder(), 2)
	back, err := lists.Document(s.Now(), *taken.Assignment)
	require.NoError(t, err)
	require.Equal(t, d.Plans[0].Choices, back.Plans[0].Choices)
	d.Clay = "MOON"
	_, err = send(true)
	require.ErrorContains(t, err, `No clay is called "MOON"`)
	d.Clay, d.Rules = back.Clay, map[string]string{"moon": "1"}
	_, err = send(true)
	require.ErrorContains(t, err, `no house rule "moon"`)
	d.Rules = nil
	d.Plans[0].Choices = plan.Plan{"exterior": {Stack: glaze.Stack{{Glaze: "GOLD", Coats: 1}}}}
	_, err = send(true)
	require.ErrorContains(t, err, `marit: No jar is called "GOLD"`)
	require.Len(t, s.Now().AssignmentsInOrder(), 2)
}

// Schemes are kept across a restart; picking swaps and loses nothing.
func TestSchemesAreKept(t *testing.T) {
	s, _, pieces := newRoom(t)
	id := pieces[0].ID
	require.ErrorContains(t, s.AddScheme(t.Context(), id), "Plan the piece once")
	choices := face("A", 3)
	choices["edge"] = plan.Choice{Stack: glaze.Stack{{Glaze: "B", Coats: 3}}}
	_, err := s.SavePlan(t.Context(), id, desk.Draft{Choices: choices})
	require.NoError(t, err)
	require.NoError(t, s.AddScheme(t.Context(), id))
	require.NoError(t, s.AddScheme(t.Context(), id), "two stacks turn only once: the third begins as the plan")
	require.NoError(t, s.Reload(t.Context()))
	schemes := s.Schemes(id)
	require.Equal(t, "B", schemes[1]["face"].Stack[0].Glaze)
	require.Equal(t, schemes[0], schemes[2])
	require.NoError(t, s.PickScheme(t.Context(), id, 2))
	require.NoError(t, s.Reload(t.Context()))
	swapped := s.Schemes(id)
	require.Equal(t, schemes[1], swapped[0])
	require.Equal(t, schemes[0], swapped[1])
	require.Equal(t, 2, one(t, s, id).Revision)
	require.NoError(t, s.DropScheme(t.Context(), id, 3))
	require.ErrorContains(t, s.TurnScheme(t.Context(), id, 3), "no such scheme")
	require.ErrorContains(t, s.Decide(t.Context(), []desk.Word{{Piece: id, Revision: 1, Verdict: plan.Approved}}), "changed meanwhile")
}
