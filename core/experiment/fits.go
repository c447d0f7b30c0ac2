package experiment

import (
	"cmp"
	"maps"
	"slices"

	"enkaustos/core/glaze"
	"enkaustos/core/matter"
	"enkaustos/core/piece"
	"enkaustos/core/plan"
	"enkaustos/core/survey"
)

// Willing is a student's piece on which something may be tried.
type Willing struct {
	Student string
	Piece   string
	Case    survey.Case
	Wishes  []glaze.Stack // of the tiles that were wished for, the best first; none where anything will do
}

// Fit is a blank that could be tried on a piece.
type Fit struct {
	Blank   int
	Student string
	Piece   string
	Surface string
	Wish    int                // how near it comes to what was wished for, 0 for not at all; planned there already is nearest
	Takes   map[string]float64 // more than the plan takes now, mL by glaze
}

// planned is how near a stack comes to a wish where it is planned on the surface already.
const planned = 8

// Fits are the blanks that could be tried on a piece, each on the surface that suits it best: under
// what its maker wished for, without a new stop and nothing new that shields shelf or people, off all
// that food touches, without a higher bare band once work began.
func Fits(w Willing, blanks []Blank) (all []Fit) {
	c := w.Case
	if c.Approved || c.State.Firing != nil || c.Work.Bisque() {
		return nil
	}
	before := c.Shelf.Check(c.Plan, c.Work)
	for i, b := range blanks {
		wish := wished(b.Stack, w.Wishes)
		if b.Open() == 0 {
			continue
		}
		best, found := Fit{}, false
		for k := range c.Body.Surfaces {
			s := &c.Body.Surfaces[k]
			lies := c.Plan.Lies(s).AsFired().Same(b.Stack)
			if !lies && len(w.Wishes) > 0 && wish == 0 || !open(c, s, b, lies) {
				continue
			}
			fit := Fit{Blank: i, Student: w.Student, Piece: w.Piece, Surface: s.ID, Wish: wish}
			if lies {
				fit.Wish = planned
			} else if !allowed(c, s, b, before, &fit) {
				continue
			}
			if !found || better(fit, best, c) {
				best, found = fit, true
			}
		}
		if found {
			all = append(all, best)
		}
	}
	return all
}

// open says whether something may be tried on a surface at all.
func open(c survey.Case, s *piece.Surface, b Blank, lies bool) bool {
	free := !s.Stands && !s.Seat && !s.BareByKind && !s.Hidden && s.Use == piece.Plain && len(c.State.On(s.ID)) == 0
	return free && GroundOf(c.Work.SpotOf(s)) == b.Ground && (lies || !s.Over && !c.Plan[s.ID].KeptBare())
}

// wished is how near a stack comes to wishes: by the glazes it shares with them, the first wish before
// the second.
func wished(stack glaze.Stack, wishes []glaze.Stack) (near int) {
	for i, wish := range wishes {
		for _, l := range wish {
			if slices.ContainsFunc(stack, func(m glaze.Layer) bool { return m.Glaze == l.Glaze }) {
				near = max(near, len(wishes)-i)
			}
		}
	}
	return near
}

// allowed says whether the house lets a stack be tried on a surface, and what that takes more.
func allowed(c survey.Case, s *piece.Surface, b Blank, before []plan.Finding, fit *Fit) bool {
	tried := maps.Clone(c.Plan)
	if tried == nil {
		tried = plan.Plan{}
	}
	tried[s.ID] = plan.Choice{Stack: b.Stack, Tried: true}
	for _, f := range c.Shelf.Check(tried, c.Work) {
		m, _ := matter.Of(f.Code)
		grave := f.Severity == plan.Stop || f.Severity == plan.Warn && (m.Shields || m.About == matter.OfStock || f.Code == matter.CoatsMany || f.Code == matter.CoatsFew)
		if grave && !slices.ContainsFunc(before, func(was plan.Finding) bool {
			return was.Code == f.Code && was.Surface == f.Surface && was.Severity == f.Severity && f.Surface != s.ID
		}) {
			return false
		}
	}
	was, is := c.Shelf.Band(c.Plan, c.Work), c.Shelf.Band(tried, c.Work)
	if len(c.State.Coats) > 0 && is.HeightMM > was.HeightMM {
		return false
	}
	fit.Takes = map[string]float64{}
	for _, a := range c.AmountsOf(tried, is) {
		fit.Takes[a.Glaze] += a.ML
	}
	for _, a := range c.AmountsOf(c.Plan, was) {
		fit.Takes[a.Glaze] -= a.ML
	}
	maps.DeleteFunc(fit.Takes, func(_ string, ml float64) bool { return ml <= 0 })
	return true
}

// enough is on how much of a surface a stack shows what it is, cm² (from memory).
const enough = 12.0

// better says whether one surface suits a stack better than another of the same piece: where it is
// planned, where it is large enough to show it, where nothing else is planned, then the smaller one.
func better(a, b Fit, c survey.Case) bool {
	rank := func(f Fit) (rank int, area float64) {
		s, _ := c.Body.Surface(f.Surface)
		if s.AreaCM2 < enough {
			rank += 2
		}
		if c.Plan[f.Surface].Planned() {
			rank++
		}
		return rank, s.AreaCM2
	}
	ra, areaA := rank(a)
	rb, areaB := rank(b)
	return cmp.Or(cmp.Compare(b.Wish, a.Wish), cmp.Compare(ra, rb), cmp.Compare(areaA, areaB)) < 0
}

// Stock is what the jars still hold beyond all plans, mL by glaze; a jar that nobody looked into is
// not in it, and holds enough.
type Stock map[string]float64

// Left is what jars hold beyond what all open plans take of them.
func Left(jars map[string]*glaze.Glaze, takes map[string]float64) Stock {
	s := Stock{}
	for code, g := range jars {
		if left, known := g.Jar.LeftML(); known {
			s[code] = left - takes[code]
		}
	}
	return s
}

// holds says whether jars hold what is taken of them beside what was taken already.
func (s Stock) holds(takes, already map[string]float64) bool {
	for code, ml := range takes {
		if left, known := s[code]; known && ml+already[code] > left {
			return false
		}
	}
	return true
}
