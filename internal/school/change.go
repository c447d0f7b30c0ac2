package school

import (
	"context"
	"fmt"
	"slices"

	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// Change is what a use case writes: records, events, pictures. What is to be
// remembered, and which pieces it is about, follows from it.
type Change struct {
	puts     []put
	events   []work.Event
	pictures []picture
	log      *pendingLog

	forgetFolded bool // what the logs were folded into is not what they say any more
}

// put is a record that is kept, or dropped.
type put struct {
	kind    anyKind
	key     string
	record  any
	dropped bool
}

// picture is a picture that is kept, or dropped where jpeg is nil.
type picture struct {
	key  string
	jpeg []byte
}

// Log appends events to their pieces. The server's order is given to them later.
func (c *Change) Log(events ...work.Event) { c.events = append(c.events, events...) }

// Picture keeps a picture as JPEG, or throws it away where jpeg is nil.
func (c *Change) Picture(key string, jpeg []byte) {
	c.pictures = append(c.pictures, picture{key, jpeg})
}

// Add takes over what another change has put together.
func (c *Change) Add(other Change) {
	c.puts = append(c.puts, other.puts...)
	c.events = append(c.events, other.events...)
	c.pictures = append(c.pictures, other.pictures...)
}

// LogOf is the log of a piece as it will be with the changes that are written
// before this one, and with what this one has logged so far, in the server's order.
func (c *Change) LogOf(piece string) ([]work.Event, error) { return c.logUntil(piece, c.events) }

func (c *Change) logUntil(piece string, own []work.Event) ([]work.Event, error) {
	log, err := c.log.of(piece)
	for _, e := range own {
		if e.Piece == piece {
			log = append(log, e)
		}
	}
	return log, err
}

// PieceOf is the piece that an event happened to; "" where there is no such event.
func (c *Change) PieceOf(event string) (string, error) { return c.log.pieceOf(event) }

func (c *Change) empty() bool { return len(c.puts)+len(c.events)+len(c.pictures) == 0 }

// write puts the change on the disk.
func (c *Change) write(tx *store.Tx) error {
	for _, p := range c.pictures {
		if err := writePicture(tx, p); err != nil {
			return err
		}
	}
	for _, p := range c.puts {
		if p.dropped {
			if err := tx.Drop(p.kind.tableName(), p.key); err != nil {
				return err
			}
		} else if err := tx.Put(p.kind.tableName(), p.key, p.record); err != nil {
			return err
		}
	}
	for _, e := range c.events {
		if err := tx.AddEvent(e); err != nil {
			return err
		}
	}
	if c.forgetFolded {
		return tx.ForgetFolded()
	}
	return nil
}

func writePicture(tx *store.Tx, p picture) error {
	if p.jpeg == nil {
		return tx.DropPicture(p.key)
	}
	return tx.PutPicture(p.key, p.jpeg)
}

// told is what screens are told of the change.
func (c *Change) told() Told {
	var t Told
	for _, e := range c.events {
		t.piece(e.Piece)
	}
	for _, p := range c.puts {
		if piece := p.kind.pieceOf(p.record); piece != "" && p.kind != Pieces {
			t.piece(piece) // that a piece came or went changes every list, which no patch of it does
		} else if name := p.kind.name(); !slices.Contains(t.Kinds, name) {
			t.Kinds = append(t.Kinds, name)
		}
	}
	return t
}

// pendingLog is the events on the disk and those about to be written.
type pendingLog struct {
	ctx    context.Context
	store  *store.Store
	events []work.Event
}

func (l *pendingLog) of(piece string) ([]work.Event, error) {
	log, err := l.store.EventsOf(l.ctx, piece)
	for _, e := range l.events {
		if e.Piece == piece {
			log = append(log, e)
		}
	}
	return log, err
}

func (l *pendingLog) pieceOf(event string) (string, error) {
	for _, e := range l.events {
		if e.ID == event {
			return e.Piece, nil
		}
	}
	return l.store.PieceOf(l.ctx, event)
}

// guard turns a panic into an error: a batch is nobody's own request.
func guard(err *error) {
	if fault := recover(); fault != nil {
		*err = fmt.Errorf("a change broke: %v", fault)
	}
}
