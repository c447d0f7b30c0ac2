package school

import (
	"context"

	"enkaustos/core/plan"
	"enkaustos/core/work"
)

// The teacher and a helper at a screen of the teacher's side.
var (
	Teacher = work.Actor{Role: work.Teacher, Name: "teacher"}
	Helper  = work.Actor{Role: work.Helper, Name: "helper"}
)

type actorKey struct{}

// WithActor is a context that knows who asks.
func WithActor(ctx context.Context, a work.Actor) context.Context {
	return context.WithValue(ctx, actorKey{}, a)
}

// ActorOf is who asks, on a route that the contract let them in to; the zero Actor
// is nobody.
func ActorOf(ctx context.Context) work.Actor {
	a, _ := ctx.Value(actorKey{}).(work.Actor)
	return a
}

// ErrLocked refuses whatever a tablet would change while the teacher has the tablets locked.
var ErrLocked = Deny("The tablets are locked: the teacher opens them again.")

// AtWork is ActorOf, for what is asked while the tablets are locked and may be refused then.
func AtWork(ctx context.Context) (work.Actor, error) {
	a := ActorOf(ctx)
	if a.Role == work.Station && a.Locked {
		return a, ErrLocked
	}
	return a, nil
}

// ErrOtherClass refuses a tablet that asks for a piece of another class.
var ErrOtherClass = Deny("This piece is not of the class that is in the room now.")

// Piece finds a piece that an actor may see: a tablet sees the class that is in the
// room.
func (m Moment) Piece(by work.Actor, id string) (*Piece, error) {
	p, ok := m.Pieces[id]
	switch {
	case !ok:
		return nil, Missing("piece")
	case by.Role == work.Station && !by.Serves(m.ClassOf(p)):
		return nil, ErrOtherClass
	}
	return p, nil
}

// Unfired is a piece whose plan may still be changed.
func (m Moment) Unfired(by work.Actor, id string) (*Piece, error) {
	p, err := m.Piece(by, id)
	if err == nil && p.State.Firing != nil {
		err = Refuse("This piece was fired already: its plan stays as it was.")
	}
	return p, err
}

// Room is what somebody who plans can choose from.
func (s *Snapshot) Room() plan.Supply {
	return plan.Supply{
		Jar:  func(code string) bool { _, ok := Glazes.Get(s, code); return ok },
		Clay: func(code string) bool { _, ok := Clays.Get(s, code); return ok },
	}
}
