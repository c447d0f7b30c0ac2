package school

import (
	"slices"
	"sync"
)

// Told tells a screen what is different now.
type Told struct {
	No     uint64   // counts up from 1 since the server started
	Pieces []string // the pieces that something happened to
	Kinds  []string // what else changed, by the names of kinds of records
}

func (t *Told) piece(id string) {
	if !slices.Contains(t.Pieces, id) {
		t.Pieces = append(t.Pieces, id)
	}
}

// live tells listeners of changes, in order. A listener is called under a lock
// and must not wait.
type live struct {
	mu    sync.Mutex
	no    uint64
	next  int
	hears map[int]func(Told)
}

// tell counts a change and hands it on.
func (l *live) tell(t Told) {
	l.mu.Lock()
	defer l.mu.Unlock()
	l.no++
	t.No = l.no
	for _, hear := range l.hears {
		hear(t)
	}
}

// Say tells listeners that something is another than it was of which no record is kept.
func (s *School) Say(kind string) { s.live.tell(Told{Kinds: []string{kind}}) }

// Listen calls hear on every change until stop is called. hear must not wait,
// nor ask the school for anything.
func (s *School) Listen(hear func(Told)) (stop func()) {
	s.live.mu.Lock()
	defer s.live.mu.Unlock()
	if s.live.hears == nil {
		s.live.hears = map[int]func(Told){}
	}
	id := s.live.next
	s.live.next++
	s.live.hears[id] = hear
	return func() {
		s.live.mu.Lock()
		defer s.live.mu.Unlock()
		delete(s.live.hears, id)
	}
}
