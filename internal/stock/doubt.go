package stock

import (
	"context"
	"slices"
	"time"

	"enkaustos/core/glaze"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// Doubts answers what the contract asks of jars and cups that were not what they said.
type Doubts struct{ School *school.School }

// Doubt writes down that a jar was contaminated, or a cup of it mislabelled.
func Doubt(m school.Moment, c *school.Change, code string, d glaze.Doubt) error {
	return change(m, c, code, func(g *glaze.Glaze) error {
		d.ID = school.NewID()
		d, err := g.NewDoubt(d, m.At, m.Room().Jar)
		if err != nil {
			return school.Says(err)
		}
		g.Doubts = append(slices.Clip(g.Doubts), d)
		return nil
	})
}

// changeDoubt changes the doubts of the jar that one of them is about.
func changeDoubt(m school.Moment, c *school.Change, id string, do func(doubts []glaze.Doubt, i int) []glaze.Doubt) error {
	for code, g := range school.Glazes.All(m.Snapshot) {
		if i := slices.IndexFunc(g.Doubts, func(d glaze.Doubt) bool { return d.ID == id }); i >= 0 {
			return change(m, c, code, func(g *glaze.Glaze) error {
				g.Doubts = do(slices.Clone(g.Doubts), i)
				return nil
			})
		}
	}
	return school.Missing("doubt about a jar")
}

// DoubtJar keeps a doubt about a jar.
func (s Doubts) DoubtJar(ctx context.Context, r contract.DoubtJarRequestObject) (contract.DoubtJarResponseObject, error) {
	d := glaze.Doubt{What: glaze.Doubtful(r.Body.What), Since: r.Body.Since.UTC().Truncate(time.Millisecond), Instead: view.Value(r.Body.Instead), Text: view.Value(r.Body.Text), By: school.ActorOf(ctx).Name}
	return contract.DoubtJar204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error { return Doubt(m, c, r.Code, d) })
}

// SettleDoubt says that a jar is right again: what was taken until now stays doubtful.
func (s Doubts) SettleDoubt(ctx context.Context, r contract.SettleDoubtRequestObject) (contract.SettleDoubtResponseObject, error) {
	return contract.SettleDoubt204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return changeDoubt(m, c, r.Id, func(all []glaze.Doubt, i int) []glaze.Doubt {
			if all[i].Open() {
				all[i].Until = m.At
			}
			return all
		})
	})
}

// DropDoubt says that there was nothing wrong with a jar after all.
func (s Doubts) DropDoubt(ctx context.Context, r contract.DropDoubtRequestObject) (contract.DropDoubtResponseObject, error) {
	return contract.DropDoubt204Response{}, s.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return changeDoubt(m, c, r.Id, func(all []glaze.Doubt, i int) []glaze.Doubt { return slices.Delete(all, i, i+1) })
	})
}

// ListDoubts lists what was wrong with jars and cups, and the pieces that took from them.
func (s Doubts) ListDoubts(context.Context, contract.ListDoubtsRequestObject) (contract.ListDoubtsResponseObject, error) {
	return contract.ListDoubts200JSONResponse(DoubtsOf(s.School.Now())), nil
}

// DoubtsOf lists what was wrong with jars and cups, the newest first, each with the pieces that
// took from it, of all classes.
func DoubtsOf(m school.Moment) []contract.JarDoubt {
	var all []contract.JarDoubt
	at := map[string]int{}
	for _, g := range m.Jars() {
		for _, d := range g.Doubts {
			at[d.ID] = len(all)
			all = append(all, contract.JarDoubt{Id: d.ID, Glaze: g.Code, Name: g.Name, What: contract.JarDoubtWhat(d.What), Since: d.Since, Until: view.When(d.Until),
				Says: d.Says(), Instead: view.Some(d.Instead), Text: view.Some(view.Typed(m, d.Text)), By: d.By, Open: d.Open(), Pieces: []contract.DoubtedPiece{}})
		}
	}
	if len(all) == 0 {
		return []contract.JarDoubt{}
	}
	for _, p := range m.PiecesOf("") {
		for _, d := range p.State.Doubted(m.Shelf.Glazes) {
			of := &all[at[d.ID]]
			of.Pieces = append(of.Pieces, doubtedPiece(m, p, d))
		}
	}
	slices.SortStableFunc(all, func(a, b contract.JarDoubt) int { return b.Since.Compare(a.Since) })
	return all
}

func doubtedPiece(m school.Moment, p *school.Piece, d work.Doubtful) contract.DoubtedPiece {
	student, a := m.Maker(p), m.Assignments[p.Assignment]
	v := contract.DoubtedPiece{Piece: p.ID, Student: student.Name, Mark: student.Mark, Class: school.Classes.All(m.Snapshot)[a.Class].Name, Title: a.Name,
		Coats: len(d.Coats), Looked: d.Looked, Fired: true, Seq: p.State.Seq, Surfaces: []string{}}
	for _, c := range d.Coats {
		s, _ := p.Body.Surface(c.Surface)
		if !slices.Contains(v.Surfaces, s.Name) {
			v.Surfaces = append(v.Surfaces, s.Name)
		}
		if c.At.After(v.Last) {
			v.Last = c.At
		}
		v.Fired = v.Fired && p.State.FiredOn(c)
	}
	return v
}
