package schedule

import "slices"

// clock knows on which tick lessons begin and end.
type clock struct{ starts []int }

// lesson is in which lesson a tick lies.
func (c clock) lesson(at int) int {
	if len(c.starts) == 1 {
		return 0
	}
	i, found := slices.BinarySearch(c.starts, at)
	if !found {
		i--
	}
	return i
}

// end is where the lesson ends that a tick lies in; never where it is the last.
func (c clock) end(at int) int {
	if i := c.lesson(at); i+1 < len(c.starts) {
		return c.starts[i+1]
	}
	return never
}

const never = 1 << 30

// fits is the first tick from at on at which something of a length does not go over the
// end of a lesson.
func (c clock) fits(at, ticks int) int {
	for at+ticks > c.end(at) {
		at = c.end(at)
	}
	return at
}

// dry is when what ended at a tick has dried for so long: in the next lesson at the latest.
func (c clock) dry(end, ticks int) int {
	if end == 0 {
		return ticks
	}
	return min(end+ticks, c.end(end-1))
}

// busy is when hands that are free at a tick are through with so many ticks of work and so many
// changes of glaze, at the earliest: every break between two lessons saves one change, but who
// uses it ends in a later lesson.
func (c clock) busy(free, ticks, changes, change int) int {
	first := c.lesson(max(free-1, 0))
	best := never
	for k := first; k < len(c.starts); k++ {
		end := free + ticks + max(0, changes-(k-first))*change
		if k > first {
			end = max(end, c.starts[k]+1)
		}
		if best = min(best, end); k-first >= changes {
			break
		}
	}
	return best
}

// profile is how many use a shared thing, tick by tick.
type profile struct {
	used []int16
	room int16
}

// free is the first tick from at on at which there is room for so many ticks within a
// lesson.
func (f *profile) free(c clock, at, ticks int) int {
	for {
		at = c.fits(at, ticks)
		i := at + ticks - 1
		for i >= at && (i >= len(f.used) || f.used[i] < f.room) {
			i--
		}
		if i < at {
			return at
		}
		at = i + 1
	}
}

func (f *profile) take(s Span) {
	for len(f.used) < s.To {
		f.used = append(f.used, make([]int16, max(64, s.To-len(f.used)))...)
	}
	for i := s.From; i < s.To; i++ {
		f.used[i]++
	}
}
