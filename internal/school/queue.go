package school

import "sync"

// queue gathers changes that wait for the disk: whoever finds nobody writing
// writes for all that wait, then for all that came meanwhile.
type queue struct {
	mu      sync.Mutex
	waiting []*request
	writing bool
}

// run has a change written, with others that wait, and returns once it is on the
// disk or will not be.
func (q *queue) run(r *request, write func([]*request)) {
	r.done = make(chan struct{})
	q.mu.Lock()
	q.waiting = append(q.waiting, r)
	lead := !q.writing
	q.writing = true
	q.mu.Unlock()
	if lead {
		go q.lead(write) // nobody's answer waits for what comes later
	}
	<-r.done
}

// lead writes until nobody waits.
func (q *queue) lead(write func([]*request)) {
	for {
		q.mu.Lock()
		batch := q.waiting
		q.waiting = nil
		q.writing = len(batch) > 0
		q.mu.Unlock()
		if len(batch) == 0 {
			return
		}
		broken := guarded(write, batch)
		for _, r := range batch {
			if broken != nil {
				r.err = broken
			}
			close(r.done)
		}
	}
}

func guarded(write func([]*request), batch []*request) (err error) {
	defer guard(&err)
	write(batch)
	return nil
}
