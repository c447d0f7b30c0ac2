package api

import (
	"maps"
	"slices"

	"enkaustos/core/bench"
	"enkaustos/core/foot"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/ready"
	"enkaustos/core/work"
	"enkaustos/internal/api/gen"
	"enkaustos/internal/studio"
)

func onePiece(p studio.Piece) gen.Piece {
	v := gen.Piece{Id: p.ID, Class: p.Assignment.Class, Assignment: p.Assignment.ID, Title: p.Assignment.Name,
		Student: p.Student.Name, Mark: p.Student.Mark, Clay: p.Assignment.Clay, Cone: string(p.Assignment.Cone),
		Stage: gen.Stage(p.Stage), Seq: p.State.Seq, Revision: p.Revision, BandMM: p.Band.HeightMM, Fit: ready.MayBeLoaded(p.State, p.Blockers),
		Approval: approval(p.Approval), Surfaces: list(p.Surfaces, surfaceOf(p)), Blockers: list(p.Blockers, blocker), Findings: list(p.Findings, finding),
		Overruled: list(p.State.Rulings, ruling), Place: string(p.Placing.Place), PlaceWhy: p.Placing.Reason, PutAt: some(string(p.State.Place)),
		Helps: slices.Sorted(maps.Keys(p.State.Helps)), Pictures: list(p.State.Pictures, same), Notes: list(p.State.Notes, same),
		Lost: some(p.State.Lost), Unnamed: some(p.State.Unnamed), Aside: some(p.State.Aside), Away: some(p.State.Away), Absent: when(p.State.Absent),
		Together: some(ready.MayPassTogether(p.Blockers)), BoneDry: some(p.State.BoneDry), Parts: some(p.State.Parts)}
	if v.Helps == nil {
		v.Helps = []string{}
	}
	if l := p.State.Cover; l != nil {
		v.Cover = &gen.LastLook{Verdict: string(l.Cover), Surface: some(l.Surface), At: l.At, By: l.By, Lapsed: some(l.Lapsed)}
	}
	if c := p.State.Check; c != nil {
		v.Foot = &gen.LastLook{Verdict: string(c.Verdict), At: c.At, By: c.By, Lapsed: some(c.Lapsed)}
		if len(c.Spots) > 0 {
			spots := list(c.Spots, func(s foot.Spot) gen.Spot { return gen.Spot(s) })
			v.Foot.Spots = &spots
		}
	}
	if w := p.Wish; w != nil {
		v.Wish = &gen.Wish{Tiles: list(w.Tiles, same), Text: w.Text}
	}
	v.Damage = some(p.State.Damage)
	if l := p.State.Load; l != nil {
		v.Load, v.LoadLapsed = some(l.Load), some(l.Lapsed)
	}
	if f := p.State.Firing; f != nil {
		v.Load, v.Fired, v.Unloaded = some(f.Load), when(f.At), when(f.Unloaded)
	}
	if o := p.State.Opinion; o != nil {
		v.Opinion, v.Again = &o.Text, &o.Again
	}
	if q := p.State.Quality; q != nil {
		v.Quality, v.QualityText = &q.Mark, some(q.Text)
	}
	return v
}

// same copies a value.
func same[T any](v T) T { return v }

func ruling(r work.Ruling) gen.Ruling {
	return gen.Ruling{Code: r.Code, Surface: r.Surface, Reason: r.Reason, By: r.By, At: r.At}
}

func surfaceOf(p studio.Piece) func(studio.Surface) gen.SurfaceState {
	return func(s studio.Surface) gen.SurfaceState {
		v := surface(s)
		v.Peeled = some(p.State.Peeled[s.ID])
		return v
	}
}

func surface(s studio.Surface) gen.SurfaceState {
	return gen.SurfaceState{Resist: some(gen.SurfaceStateResist(s.Choice.Resist)), Heavy: some(s.Choice.Heavy), Optional: some(s.Optional), Detail: some(string(s.Detail)),
		Id: s.ID, Name: s.Name, Stands: s.Stands, Bare: s.Choice.Bare, Stack: layers(s.Choice.Stack),
		On: list(s.On, func(c studio.Coat) gen.Coat {
			v := coatOf(c.Coat)
			v.OnWet, v.Planned = c.OnWet, c.Planned
			return v
		}),
		Left: list(s.Left, same), Ways: list(s.Ways, func(w bench.Way) gen.SurfaceStateWays { return gen.SurfaceStateWays(w) }),
		Raw: hex(s.Raw), Fired: hex(s.Fired), Tile: some(s.Tile), WetFrom: when(s.WetFrom), DryAt: when(s.DryAt),
		NextAt: when(s.NextAt), NextBy: when(s.NextBy), Doubts: doubted(s.Doubts)}
}

func coatOf(c work.Coat) gen.Coat {
	return gen.Coat{Id: c.ID, Glaze: c.Glaze, At: c.At, By: c.By, Felt: some(gen.Felt(c.Felt))}
}

func doubted(coats []work.Coat) *[]gen.Coat {
	if len(coats) == 0 {
		return nil
	}
	v := list(coats, coatOf)
	return &v
}

func blocker(b ready.Blocker) gen.Blocker {
	return gen.Blocker{Code: b.Code, Surface: b.Surface, Text: b.Text, Way: b.Way, Stage: gen.Stage(b.Stage), ClearsAt: when(b.ClearsAt), Firm: some(b.Firm)}
}

func finding(f plan.Finding) gen.Finding {
	v := gen.Finding{Code: f.Code, Severity: gen.FindingSeverity(f.Severity), Surface: f.Surface, Text: f.Text, Way: f.Way}
	if len(f.Numbers) > 0 {
		v.Numbers = (*map[string]float64)(&f.Numbers)
	}
	if f.Mend != nil {
		mend := choice(f.Surface, *f.Mend)
		v.Mend = &mend
	}
	if f.Stand != nil {
		v.Stand = standing(*f.Stand)
	}
	return v
}

func (s *Server) detail(p studio.Piece, tiles []string) gen.PieceDetail {
	v := gen.PieceDetail{Now: s.Studio.Now(), Piece: onePiece(p), Form: string(p.Assignment.Form),
		Drawing: drawing(p.Body.Drawing()), Band: band(p.Band, p.Body), Surfaces: list(p.Body.Surfaces, surfaceArea),
		History: history(p), Tiles: list(tiles, func(code string) string { return code }), Amounts: list(p.Amounts, amount),
		Own: own(p.Own), Under: under(p.Body.FromBelow(p.Band.HeightMM)), Poses: list(p.Body.Poses, pose), Order: list(s.Studio.OrderOf(p), step(p)), Edges: list(p.Body.Edges(), join),
		Help: list(p.Help, func(h foot.Help) gen.Help {
			return gen.Help{Kind: gen.HelpKind(h.Kind), Why: h.Why, Recorded: p.State.Helps[h.Kind]}
		})}
	return v
}

func band(b foot.Band, body piece.Body) gen.Band {
	return gen.Band{HeightMM: b.HeightMM,
		Parts: list(b.Parts, func(part foot.Part) gen.BandPart { return gen.BandPart{Why: part.Why, Mm: part.MM} }),
		Bare: list(body.Band(b.HeightMM), func(part piece.BandPart) gen.BandArea {
			return gen.BandArea{Surface: part.Surface, AreaCM2: part.AreaCM2, OutlineMM: some(part.OutlineMM)}
		})}
}

func history(p studio.Piece) []gen.HistoryEntry {
	undone := p.State.Undone()
	return list(p.State.Log(), func(e work.Event) gen.HistoryEntry {
		return gen.HistoryEntry{Id: e.ID, Kind: string(e.Kind), At: e.Happened(), By: e.By, Text: tell(e, p),
			Undone: undone[e.ID], Undoable: e.Kind.Undoable() && !undone[e.ID]}
	})
}
