package ready

import (
	"fmt"

	"enkaustos/core/kiln"
	"enkaustos/core/work"
)

// Verdict is what was found of one piece: what keeps it out of the kiln, and what a load has to
// agree with to take it. Only Judge makes one, and only its methods answer whether the piece may
// be fired.
type Verdict struct {
	blockers []Blocker
	goes     Goes
	loaded   *work.Loading
	fired    bool
	voided   int64 // the last event that voids what had not seen it
}

// Goes is how a piece goes into the fire.
type Goes struct {
	Cone   kiln.Cone
	Air    kiln.Atmosphere
	Bisque bool
	Class  string // its id
	Ended  string // the name of its assignment, where that has ended; "" while it goes on
}

// Judge gives the verdict on a piece as it is.
func Judge(c Case) Verdict {
	goes := c.Goes
	goes.Cone, goes.Bisque = c.Cone, c.Bisque
	return Verdict{blockers: blockers(c), goes: goes, loaded: c.State.Load, fired: c.State.Firing != nil, voided: c.State.Voided}
}

// Blockers lists everything of the piece itself that keeps it out of every kiln, for a screen to
// show; what a load asks beside it says KeptOut. What the teacher overruled is left out.
func (v Verdict) Blockers() []Blocker { return v.blockers }

// Load is a kiln load as the gate sees it.
type Load struct {
	ID, Name string
	Cone     kiln.Cone
	// Kilns are those in which it may be fired: the one that it is planned in, or that somebody
	// named; where nobody did, all of the school. NoKilns says that the school has written down none.
	Kilns   []kiln.Kiln
	NoKilns bool
	Bisque  *bool     // it is of bisque alone, or of glaze alone; nil for both
	Class   string    // it is of one class alone; "" for all
	Of      string    // what it is of alone, in words
	Inside  []Company // what else stands there, or is to
}

// Company is a piece that stands in the same load.
type Company struct {
	Who string
	Air kiln.Atmosphere
}

// Act is what is to be done with a piece and a load. Each is asked the same.
type Act struct {
	is   act
	seen int64
}

type act int

const (
	toPlan act = iota
	toPut
	toLight
)

// ToPlan gives the piece a place in the plan of the load.
func ToPlan() Act { return Act{is: toPlan} }

// ToPut puts the piece into the load; its loader had seen its events up to seen.
func ToPut(seen int64) Act { return Act{is: toPut, seen: seen} }

// ToLight fires the load with the piece in it.
func ToLight() Act { return Act{is: toLight} }

// KeptOut says in a sentence why the act may not be done; "" where it may. It is the one gate:
// the piece as it is, the load with its kiln, and what else stands there.
func (v Verdict) KeptOut(in Load, to Act) string {
	switch {
	case v.goes.Ended != "":
		return v.goes.Ended + " has ended: reopen it first."
	case v.fired:
		return "It was fired already."
	}
	if why := v.placed(in, to); why != "" {
		return why
	}
	if len(v.blockers) > 0 {
		return v.blockers[0].Text
	}
	return v.fits(in)
}

// placed is about where the piece stands now.
func (v Verdict) placed(in Load, to Act) string {
	stands := v.loaded != nil && v.loaded.Lapsed == ""
	here := v.loaded != nil && v.loaded.Load == in.ID
	switch {
	case to.is == toLight && !here:
		return "It does not stand in " + in.Name + "."
	case to.is == toLight && !stands:
		return v.loaded.Lapsed + "."
	case to.is == toPut && stands, to.is == toPlan && stands && !here:
		return "It stands in a load already."
	case to.is == toPut && to.seen < v.voided:
		return "Something was logged since you looked: look again."
	}
	return ""
}

// fits is about the load: its cone and kiln, its air, and what it is of.
func (v Verdict) fits(in Load) string {
	switch {
	case !in.Cone.Known():
		return fmt.Sprintf("Cone %q is not in the table: a load needs a known cone.", in.Cone)
	case v.goes.Cone != in.Cone:
		return fmt.Sprintf("This piece is planned for cone %s, the load is cone %s.", v.goes.Cone, in.Cone)
	case in.Bisque != nil && *in.Bisque != v.goes.Bisque, in.Class != "" && in.Class != v.goes.Class:
		return fmt.Sprintf("%s is of %s alone.", in.Name, in.Of)
	}
	for _, other := range in.Inside {
		if other.Air != v.goes.Air {
			return fmt.Sprintf("It is fired in %s, and %s beside it in %s.", v.goes.Air, other.Who, other.Air)
		}
	}
	return v.heated(in)
}

// heated is about the kiln, or, where nobody said which, about all that there are.
func (v Verdict) heated(in Load) string {
	if in.NoKilns {
		return ""
	}
	for _, k := range in.Kilns {
		if !k.Rests && k.Fires(in.Cone, v.goes.Air) {
			return ""
		}
	}
	if len(in.Kilns) != 1 {
		return fmt.Sprintf("No kiln in use is fired to cone %s in %s.", in.Cone, v.goes.Air)
	}
	switch k := in.Kilns[0]; {
	case k.Rests:
		return k.Name + " is out of use."
	case k.Air != v.goes.Air:
		return fmt.Sprintf("It is fired in %s, and %s in %s.", v.goes.Air, k.Name, k.Air)
	default:
		return fmt.Sprintf("%s is fired to cone %s to %s, and the load to cone %s.", k.Name, k.From, k.To, in.Cone)
	}
}

// Waits says whether the piece waits for a kiln with nothing against it: a load of its own, in
// whichever kiln, could take it.
func (v Verdict) Waits() bool {
	return v.KeptOut(Load{Cone: v.goes.Cone, NoKilns: true}, ToPut(v.voided)) == ""
}

// MayBeFired says whether it may be fired by itself: where it stands, else in a load of its own.
func (v Verdict) MayBeFired() bool {
	if v.loaded != nil && v.loaded.Lapsed == "" {
		return v.KeptOut(Load{ID: v.loaded.Load, Cone: v.goes.Cone, NoKilns: true}, ToLight()) == ""
	}
	return v.Waits()
}
