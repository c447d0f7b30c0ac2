package studio

import (
	"fmt"
	"sync"
)

// queue gathers requests that wait for the disk: whoever finds nobody writing
// writes for all that wait, then for all that came meanwhile.
type queue struct {
	mu      sync.Mutex
	waiting []*queued
	writing bool
}

type queued struct {
	*request
	err  error
	done chan struct{}
}

// run has a request written, with others that wait, and returns once it is on the
// disk or will not be.
func (q *queue) run(r *request, write func([]*request) error) error {
	mine := &queued{request: r, done: make(chan struct{})}
	q.mu.Lock()
	q.waiting = append(q.waiting, mine)
	lead := !q.writing
	q.writing = true
	q.mu.Unlock()
	if lead {
		go q.lead(write) // nobody's answer waits for what comes later
	}
	<-mine.done
	return mine.err
}

// lead writes until nobody waits.
func (q *queue) lead(write func([]*request) error) {
	for {
		q.mu.Lock()
		batch := q.waiting
		q.waiting = nil
		q.writing = len(batch) > 0
		q.mu.Unlock()
		if len(batch) == 0 {
			return
		}
		requests := make([]*request, len(batch))
		for i := range batch {
			requests[i] = batch[i].request
		}
		err := guarded(write, requests)
		for _, b := range batch {
			b.err = err
			close(b.done)
		}
	}
}

// guarded turns a panic into an error: it happened in nobody's own request.
func guarded(write func([]*request) error, requests []*request) (err error) {
	defer func() {
		if fault := recover(); fault != nil {
			err = fmt.Errorf("writing %d requests: %v", len(requests), fault)
		}
	}()
	return write(requests)
}
