package school

import (
	"bytes"
	"context"
	"encoding/gob"
	"maps"
	"runtime"
	"slices"

	"golang.org/x/sync/errgroup"

	"enkaustos/core/work"
	"enkaustos/internal/store"
)

// read is the whole school as it lies on the disk. Where quick says so, it begins from
// what the logs were folded into before, up to the event folded, and folds only what
// came since.
func read(ctx context.Context, disk *store.Store, quick bool) (snap *Snapshot, folded int64, err error) {
	n := from(Snapshot{Pieces: map[string]*Piece{}, Assignments: map[string]*Assignment{}})
	n.restored = disk.Restored
	for _, k := range registered {
		if err := k.read(ctx, disk, n); err != nil {
			return nil, 0, err
		}
	}
	disk.Correct(clocks.The(n.Snapshot).Known)
	fold := n.foldAll
	if quick && n.takeFolded(ctx, disk) {
		fold, folded = n.foldSince, n.Seq
	}
	if err := fold(ctx, disk); err != nil {
		return nil, 0, err
	}
	n.settle()
	return n.Snapshot, folded, nil
}

// foldAll folds every log from its first event, a share of the pieces on each processor.
func (n *next) foldAll(ctx context.Context, disk *store.Store) error {
	ids := slices.Sorted(maps.Keys(n.Pieces))
	starts := []string{""}
	for i, shares := 1, runtime.GOMAXPROCS(0); i < shares && len(ids) > shares; i++ {
		starts = append(starts, ids[i*len(ids)/shares])
	}
	folded := make([]map[string]work.State, len(starts))
	reading, ctx := errgroup.WithContext(ctx)
	for i, from := range starts {
		before := ""
		if i+1 < len(starts) {
			before = starts[i+1]
		}
		reading.Go(func() (err error) { folded[i], err = foldBetween(ctx, disk, from, before); return err })
	}
	err := reading.Wait()
	for _, states := range folded {
		for id, state := range states {
			n.own(id).State = state
			n.Seq = max(n.Seq, state.Seq)
		}
	}
	return err
}

// foldBetween folds the logs of the pieces from one key up to before another.
func foldBetween(ctx context.Context, disk *store.Store, from, before string) (states map[string]work.State, err error) {
	defer broken(&err)
	states = map[string]work.State{}
	var log []work.Event
	fold := func() {
		if len(log) > 0 {
			states[log[0].Piece] = work.Fold(log)
			log = log[:0]
		}
	}
	err = disk.Events(ctx, from, before, func(e work.Event) error {
		if len(log) > 0 && log[0].Piece != e.Piece {
			fold()
		}
		log = append(log, e)
		return nil
	})
	fold()
	return states, err
}

// foldSince folds what happened after the states that were kept.
func (n *next) foldSince(ctx context.Context, disk *store.Store) error {
	var later []work.Event
	if err := disk.EventsAfter(ctx, n.Seq, func(e work.Event) error { later = append(later, e); return nil }); err != nil {
		return err
	}
	for _, e := range later {
		var log []work.Event
		if e.Kind == work.Undone {
			var err error
			if log, err = disk.EventsOf(ctx, e.Piece); err != nil {
				return err
			}
			for i := range log {
				if log[i].Seq >= e.Seq {
					log = log[:i]
					break
				}
			}
		}
		p := n.own(e.Piece)
		p.State = work.Step(p.State, e, func() []work.Event { return log })
		n.Seq = max(n.Seq, e.Seq)
	}
	return nil
}

// takeFolded takes the states that were kept, if they can be trusted.
func (n *next) takeFolded(ctx context.Context, disk *store.Store) bool {
	seq, text, ok := disk.Folded(ctx)
	if !ok {
		return false
	}
	var states map[string]work.State
	if err := gob.NewDecoder(bytes.NewReader(text)).Decode(&states); err != nil {
		return false
	}
	for id := range states {
		if n.Pieces[id] == nil {
			return false
		}
	}
	for id, state := range states {
		n.own(id).State = state
	}
	n.Seq = seq
	return true
}

// keepFolded keeps what the logs were folded into.
func keepFolded(ctx context.Context, disk *store.Store, s *Snapshot) error {
	states := make(map[string]work.State, len(s.Pieces))
	for id, p := range s.Pieces {
		if p.State.Seq > 0 {
			states[id] = p.State
		}
	}
	var text bytes.Buffer
	if err := gob.NewEncoder(&text).Encode(states); err != nil {
		return err
	}
	return disk.KeepFolded(ctx, s.Seq, text.Bytes())
}
