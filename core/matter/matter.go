// Package matter is the register of everything that the house can say of a plan, of
// coats as they go on and of a piece that waits for the kiln: how much it weighs, where
// it is mended, what it is about, who may overrule it, and how it is said of one piece
// and of many. The checks make the sentences with the figures in them; docs/findings.md
// and the contract's list of codes are made from here.
package matter

import "slices"

// Code names a matter for good: records and tablets keep it.
type Code string

// Severity says how much a finding weighs.
type Severity string

// The weights.
const (
	Stop Severity = "stop" // may not be fired like this
	Warn Severity = "warn" // will probably disappoint
	Note Severity = "note" // worth knowing
)

// Stage is where in the order of the job a piece waits.
type Stage string

// The stages a piece passes.
const (
	Plan    Stage = "plan"
	Bench   Stage = "bench"
	Foot    Stage = "foot"
	Kiln    Stage = "kiln"    // coats on, foot clean: dries, waits, fires, cools
	Results Stage = "results" // out of the kiln
	Done    Stage = "done"    // looked at and marked
)

// About is what has to be looked at.
type About string

// What matters are about.
const (
	OfGlaze  About = "glaze"  // what is planned or laid
	OfClay   About = "clay"   // the body, or whether it is bone dry
	OfCover  About = "cover"  // bald spots, gaps and lumps
	OfFoot   About = "foot"   // what it stands on
	OfDrying About = "drying" // clears by itself
	OfColour About = "colour" // how it will look
	OfStock  About = "stock"  // jars and tiles
	OfPiece  About = "piece"  // as a whole: whose, where, broken
)

// Where is the place at which what a finding asks for is done.
type Where string

// Where findings are settled.
const (
	AtStack      Where = "stack"      // the coats of a surface, at the desk
	AtTiles      Where = "tiles"      // another stack for a surface, from a fired tile
	AtDetails    Where = "details"    // what is marked out on a piece, and how it stands
	AtAssignment Where = "assignment" // its clay and cone
	AtRules      Where = "rules"      // the house's
	AtStock      Where = "stock"
	AtLessons    Where = "lessons"
	AtClasses    Where = "classes"   // the jars that a class may use
	AtProgramme  Where = "programme" // the tiles to make
	AtWall       Where = "wall"      // the tiles that there are
	ByHand       Where = "hand"      // by eye and hand, nowhere on a screen
)

// Firm says whether somebody may overrule what keeps a piece out of the kiln.
type Firm string

// How firm a matter is.
const (
	Loose          Firm = ""       // the teacher may, with a reason
	Always         Firm = "always" // nobody may
	UnlessOnStilts Firm = "stilts" // nobody may, unless the house lays glaze there and stilts are recorded
)

// Matter is one thing that can be said.
type Matter struct {
	Code   Code
	Means  string     // for whoever reads the list
	Weighs []Severity // as a finding of a plan, the usual weight first; none where no plan is checked for it
	Waits  Stage      // where a piece that has it waits; "" where it keeps none out of the kiln
	Laid   bool       // said of a coat as it goes on
	// Settled is where the usual way out of a finding is taken; "" where no plan is checked for it.
	Settled Where
	About   About
	Firm    Firm
	Eyes    Eyes

	Shields bool   // it shields shelf or people: always judged by today's rules, whatever a plan was approved under
	One     string // of one piece: "lacks coats"
	Many    string // of several: "lack coats"
}

// Eyes says what a look at the piece would settle by itself.
type Eyes string

// What a look settles.
const (
	NoLook Eyes = ""
	First  Eyes = "first" // nobody has looked yet
	Again  Eyes = "again" // somebody has, before something happened to it
)

// MayHush says whether a note of the kind may be hidden for a class: none that shields shelf or
// people may.
func (c Code) MayHush() bool {
	m, ok := Of(c)
	return ok && !m.Shields && slices.Contains(m.Weighs, Note)
}

// Of is the matter of a code; ok is false where there is none.
func Of(code Code) (m Matter, ok bool) {
	m, ok = byCode[code]
	return m, ok
}

// All are the matters in the order of the job.
func All() []Matter { return slices.Clone(register) }

// One says a code of one piece: "lacks coats". A code that is no longer in the register
// is said as it is.
func (c Code) One() string {
	if m := byCode[c]; m.One != "" {
		return m.One
	}
	return "is marked " + string(c)
}

// Weight is the usual weight of a finding.
func (c Code) Weight() Severity {
	if m := byCode[c]; len(m.Weighs) > 0 {
		return m.Weighs[0]
	}
	return Stop // what is not in the register stops: it is never let through
}

var byCode = func() map[Code]Matter {
	all := make(map[Code]Matter, len(register))
	for _, m := range register {
		all[m.Code] = m
	}
	return all
}()
