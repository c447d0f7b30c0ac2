package kiln

import (
	"cmp"
	"context"
	"strings"

	"enkaustos/core/kiln"
	"enkaustos/core/lesson"
	"enkaustos/core/load"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
	"enkaustos/internal/view"
)

// owner is the piece of what stands in a load: its own, or that of a lid.
func owner(id string) string {
	piece, _, _ := strings.Cut(id, "/")
	return piece
}

func named(who string) string { return cmp.Or(who, "Somebody") }

// shown is a plan as screens show it.
func (p *Planning) shown(m school.Moment, by work.Actor, id string) (contract.LoadPlan, error) {
	l, err := laidOf(m, id)
	if err != nil {
		return contract.LoadPlan{}, err
	}
	v := contract.LoadPlan{Load: id, Name: l.load.Name, Cone: string(l.load.Cone), Revision: l.kept.Revision, Tablets: l.kept.Tablets, Kiln: seenKiln(l.kiln),
		Levels: []contract.LoadLevel{}, Out: []contract.LoadOut{}, FiredAt: view.When(l.load.FiredAt), UnloadedAt: view.When(l.load.UnloadedAt)}
	s := shower{m: m, by: by, l: l, byID: map[string]load.Piece{}}
	for _, piece := range l.pieces {
		s.byID[piece.ID] = piece
	}
	for n := range l.kept.Plan.Levels {
		v.Levels = append(v.Levels, s.level(n))
	}
	v.Share = s.share()
	for _, o := range s.out() {
		if owner(o.Piece) == o.Piece { // its lid is out with it
			v.Out = append(v.Out, s.left(o))
		}
	}
	v.Breaches = s.breaches()
	if t := l.kept.Tiles; t.Count > 0 {
		v.Tiles = &contract.LoadTiles{Count: t.Count, WideMM: t.WideMM, DeepMM: t.DeepMM, TallMM: t.TallMM}
	}
	if share, on := p.searching(id); on {
		v.Searching = &share
	}
	return v, nil
}

type shower struct {
	m    school.Moment
	by   work.Actor
	l    laid
	byID map[string]load.Piece
}

// maker is what the maker of a piece is called here: on a tablet as the house wants tablets to.
func (s shower) maker(p *school.Piece) string {
	maker := s.m.Maker(p)
	if s.by.Role == work.Station {
		return view.Student(s.m, s.m.ClassOf(p), maker.Name, maker.Mark)
	}
	return maker.Name
}

// out is what the plan left out, and what became ready since.
func (s shower) out() []load.Out {
	all, in := append([]load.Out{}, s.l.kept.Plan.Out...), map[string]bool{}
	for _, o := range all {
		in[o.Piece] = true
	}
	for _, level := range s.l.kept.Plan.Levels {
		for _, st := range level.Pieces {
			in[st.Piece] = true
			for _, id := range st.Piled {
				in[id] = true
			}
		}
	}
	if s.l.load.FiredAt.IsZero() {
		for _, p := range s.l.pieces {
			if !in[p.ID] && !load.IsTile(p.ID) {
				all = append(all, load.Out{Piece: p.ID, Why: "It became ready since this was planned."})
			}
		}
	}
	return all
}

// breaches are what may not be in the plan, and why pieces may not be fired any more.
func (s shower) breaches() []contract.LoadBreach {
	if !s.l.load.FiredAt.IsZero() {
		return []contract.LoadBreach{}
	}
	all := load.Breaches(s.l.kiln, school.WaysOf(s.m.House), s.l.pieces, s.l.kept.Plan)
	for i, b := range all {
		if _, known := s.byID[b.Piece]; b.Piece != "" && !known {
			all[i].Text = s.gone(b.Piece)
		}
	}
	return all
}

// gone says why a planned piece is not ready any more.
func (s shower) gone(id string) string {
	p, ok := s.m.Pieces[owner(id)]
	if !ok {
		return "This piece is not in the school any more."
	}
	who := view.Who(s.m, s.by, p)
	if reason := s.m.Survey(p).Verdict.KeptOut(school.GateOf(s.m, s.l.load, "", members(s.m, s.l.load.ID)), ready.ToPut(p.State.Seq)); reason != "" {
		return who + ": " + reason
	}
	return who + " stands in another load, or is meant for another kiln."
}

func (s shower) level(n int) contract.LoadLevel {
	l := s.l.kept.Plan.Levels[n]
	k := s.l.kiln
	v := contract.LoadLevel{Side: l.Side, BaseMM: l.BaseMM, ThickMM: k.Whole.ThickMM, On: l.On, PostsMM: append([]float64{}, l.PostsMM...),
		Stands: append([]contract.FlatSpot{}, l.Stands...), Pieces: []contract.LoadStanding{}, FreeMM: k.TallMM - k.LidMM - l.BaseMM}
	if l.Side != kiln.Whole {
		v.ThickMM = k.Half.ThickMM
	}
	for _, above := range s.l.kept.Plan.Levels {
		if above.On == n && above.Side == kiln.Whole {
			v.FreeMM = above.HighMM()
		}
	}
	for _, st := range s.apart(l.Pieces) {
		one := s.standing(st)
		v.Pieces = append(v.Pieces, one)
		v.Grams += s.byID[st.Piece].Grams
		v.TallMM = max(v.TallMM, one.TallMM)
	}
	_, v.Rod = k.Rod(l.BaseMM, l.BaseMM+v.TallMM)
	return v
}

// apart are the pieces of a shelf; once it was lit those of a pile by themselves, the topmost first:
// they come out one by one.
func (s shower) apart(pieces []load.Standing) (all []load.Standing) {
	if s.l.load.FiredAt.IsZero() {
		return pieces
	}
	for _, st := range pieces {
		for i := len(st.Piled) - 1; i >= 0; i-- {
			all = append(all, load.Standing{Piece: st.Piled[i], Place: st.Place})
		}
		st.Piled = nil
		all = append(all, st)
	}
	return all
}

func (s shower) standing(st load.Standing) contract.LoadStanding {
	one := s.byID[st.Piece]
	v := contract.LoadStanding{Piece: st.Piece, X: st.Place.X, Y: st.Place.Y, Turn: st.Place.Turn, Locked: st.Locked,
		Outline: append([]contract.OutlinePart{}, one.Outline...), TallMM: one.TallMM, Runs: one.Runs, Lid: view.Some(one.With != "")}
	if load.IsTile(st.Piece) {
		_, number, _ := strings.Cut(st.Piece, "/")
		v.Tile, v.Student, v.Mark, v.In = view.Some(true), "Test tile", number, s.l.ticked(s.m, st.Piece)
		return v
	}
	p, ok := s.m.Pieces[owner(st.Piece)]
	if !ok {
		return v
	}
	if len(v.Outline) == 0 { // not ready any more: it is drawn all the same
		for _, again := range school.ToPack(s.m, p) {
			if again.ID == st.Piece {
				v.Outline, v.TallMM = append(v.Outline, again.Outline...), again.TallMM
			}
		}
	}
	a := s.m.Assignments[p.Assignment]
	v.Student, v.Mark, v.Title, v.Class, v.Seq = s.maker(p), s.m.Maker(p).Mark, a.Name, school.Classes.All(s.m.Snapshot)[a.Class].Name, p.State.Seq
	v.Cookie, v.Stilts = one.Runs || p.State.Helps["cookie"], p.State.Helps["stilts"]
	v.In = s.l.ticked(s.m, st.Piece)
	if came := cameOut(p, s.l.load.ID); came != "" {
		v.CameOut = &came
	}
	if v.In && p.State.Load.Lapsed != "" {
		v.Lapsed = view.Some(p.State.Load.Lapsed)
	}
	if one.Due > 0 {
		v.Due = view.Some(lesson.Date(one.Due).String())
	}
	v.Fired, v.Raw = s.colours(p)
	if len(st.Piled) > 0 {
		on := view.List(st.Piled, func(id string) contract.LoadPiled {
			q, ok := s.m.Pieces[id]
			if !ok {
				return contract.LoadPiled{Piece: id}
			}
			return contract.LoadPiled{Piece: id, Student: s.maker(q), Mark: s.m.Maker(q).Mark}
		})
		v.Piled, v.Rims = &on, view.Some(st.Rims)
	}
	return v
}

// colours are the fired and the raw colour of what is seen of a piece from above and outside: of
// the largest surface that is planned and not hidden.
func (s shower) colours(p *school.Piece) (fired, raw *string) {
	most := 0.0
	for _, surface := range s.m.Survey(p).Surfaces {
		known, ok := p.Body.Surface(surface.ID)
		if !ok || known.AreaCM2 <= most || known.Hidden || known.Stands {
			continue
		}
		if f := view.Hex(surface.Fired); f != nil {
			most, fired, raw = known.AreaCM2, f, view.Hex(surface.Raw)
		}
	}
	return fired, raw
}

// share is how full the shelves are, by area.
func (s shower) share() float64 {
	room, used := 0.0, 0.0
	for _, l := range s.l.kept.Plan.Levels {
		room += s.l.kiln.Standing(l.Side).Area()
		for _, st := range l.Pieces {
			used += s.byID[st.Piece].Outline.Area()
		}
	}
	if room == 0 {
		return 0
	}
	return min(1, used/room)
}

func (s shower) left(o load.Out) contract.LoadOut {
	v := contract.LoadOut{Piece: o.Piece, Why: o.Why, ByHand: view.Some(o.ByHand)}
	if p, ok := s.m.Pieces[owner(o.Piece)]; ok {
		a := s.m.Assignments[p.Assignment]
		v.Student, v.Mark, v.Title, v.Class = s.maker(p), s.m.Maker(p).Mark, a.Name, school.Classes.All(s.m.Snapshot)[a.Class].Name
	}
	return v
}

// PlanLoad plans a load.
func (p *Planning) PlanLoad(ctx context.Context, r contract.PlanLoadRequestObject) (contract.PlanLoadResponseObject, error) {
	cone, err := kiln.ParseCone(r.Body.Cone)
	if err != nil {
		return nil, school.Says(err)
	}
	asked := contract.PlanLoadJSONBody(*r.Body)
	asked.Cone = string(cone)
	id, err := p.Plan(ctx, asked)
	if err != nil {
		return nil, err
	}
	v, err := p.shown(p.School.Now(), school.ActorOf(ctx), id)
	return contract.PlanLoad200JSONResponse(v), err
}

// GetLoadPlan is what is to stand where.
func (p *Planning) GetLoadPlan(ctx context.Context, r contract.GetLoadPlanRequestObject) (contract.GetLoadPlanResponseObject, error) {
	m := p.School.Now()
	if kept := school.LoadPlans.All(m.Snapshot)[r.Id]; school.ActorOf(ctx).Role == work.Station && !kept.Tablets {
		return nil, school.Missing("load")
	}
	v, err := p.shown(m, school.ActorOf(ctx), r.Id)
	return contract.GetLoadPlan200JSONResponse(v), err
}

// ChangeLoadPlan changes a plan by hand.
func (p *Planning) ChangeLoadPlan(ctx context.Context, r contract.ChangeLoadPlanRequestObject) (contract.ChangeLoadPlanResponseObject, error) {
	if err := p.Change(ctx, r.Id, *r.Body); err != nil {
		return nil, err
	}
	v, err := p.shown(p.School.Now(), school.ActorOf(ctx), r.Id)
	return contract.ChangeLoadPlan200JSONResponse(v), err
}

// DropLoadPlan throws a plan away.
func (p *Planning) DropLoadPlan(ctx context.Context, r contract.DropLoadPlanRequestObject) (contract.DropLoadPlanResponseObject, error) {
	err := p.School.Change(ctx, func(m school.Moment, c *school.Change) error { return Drop(m, c, r.Id) })
	return contract.DropLoadPlan204Response{}, err
}

// GetLoadGains is what more posts and shelves would admit.
func (p *Planning) GetLoadGains(ctx context.Context, r contract.GetLoadGainsRequestObject) (contract.GetLoadGainsResponseObject, error) {
	m := p.School.Now()
	l, err := laidOf(m, r.Id)
	if err != nil {
		return nil, err
	}
	list := []contract.LoadGain{}
	for _, g := range load.Gains(l.request(m, load.Second/4), l.kept.Plan) {
		v := contract.LoadGain{What: g.What, Pieces: []string{}}
		for _, id := range g.Pieces {
			if piece, ok := m.Pieces[owner(id)]; ok {
				v.Pieces = append(v.Pieces, m.Who(piece))
			}
		}
		list = append(list, v)
	}
	return contract.GetLoadGains200JSONResponse(list), nil
}

// TickLoad says that a piece stands in the kiln.
func (p *Planning) TickLoad(ctx context.Context, r contract.TickLoadRequestObject) (contract.TickLoadResponseObject, error) {
	err := p.School.Change(ctx, func(m school.Moment, c *school.Change) error {
		return Tick(m, c, school.ActorOf(ctx), r.Id, r.Body.Piece, r.Body.In, view.Value(r.Body.Seen))
	})
	if err != nil {
		return nil, err
	}
	v, err := p.shown(p.School.Now(), school.ActorOf(ctx), r.Id)
	return contract.TickLoad200JSONResponse(v), err
}

// ListOpenedLoads lists the loads that are open on the tablets.
func (p *Planning) ListOpenedLoads(context.Context, contract.ListOpenedLoadsRequestObject) (contract.ListOpenedLoadsResponseObject, error) {
	m := p.School.Now()
	list := contract.ListOpenedLoads200JSONResponse{}
	for _, l := range school.LoadsInOrder(m.Snapshot) {
		if kept := school.LoadPlans.All(m.Snapshot)[l.ID]; kept.Tablets && l.FiredAt.IsZero() {
			list = append(list, struct {
				Id   string `json:"id"`
				Name string `json:"name"`
			}{l.ID, l.Name})
		}
	}
	return list, nil
}
