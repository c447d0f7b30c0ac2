package demo

import (
	"context"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"enkaustos/internal/school"
)

// Passphrase opens the demo. It is printed at the start.
const Passphrase = "bare feet only"

// School is the demo's invented school.
const School = "Ashgarrow School"

// Shift is how many seconds the demo's clock is ahead; only a demo has one.
type Shift struct {
	Seconds int `json:"seconds"`
}

var shifts = school.One[*Shift]("demo").Quiet()

// Open opens the demo in dir, and makes it where there is none or fresh asks
// for it. The demo stands at the moment at; the zero moment means now, or where
// the clock had been moved to. A folder that holds a real school is refused.
func Open(ctx context.Context, dir string, at time.Time, fresh bool) (*school.School, *Clock, error) {
	if fresh {
		if err := clear(ctx, dir); err != nil {
			return nil, nil, err
		}
	}
	clock := &Clock{}
	s, err := school.Open(ctx, dir, clock)
	if err != nil {
		return nil, nil, err
	}
	if err := start(ctx, s, clock, at); err != nil {
		return nil, nil, errors.Join(err, s.Close())
	}
	return s, clock, nil
}

// start makes the school where there is none and sets the clock.
func start(ctx context.Context, s *school.School, clock *Clock, at time.Time) error {
	save := func(shift time.Duration) error {
		return s.Change(context.WithoutCancel(ctx), func(_ school.Moment, c *school.Change) error {
			shifts.Put(c, &Shift{int(shift.Seconds())})
			return nil
		})
	}
	now := s.Now()
	switch kept := shifts.The(now.Snapshot); {
	case kept == nil && school.Names.The(now.Snapshot).Name != "":
		return errors.New("this folder holds a real school: choose another folder with --data")
	case kept == nil:
		if at.IsZero() {
			at = time.Now()
		}
		if err := s.Together(ctx, func(ctx context.Context) error { return build(ctx, s, clock, at) }); err != nil {
			return fmt.Errorf("making the demo: %w", err)
		}
		clock.run(at)
	case at.IsZero():
		clock.run(time.Now().Add(time.Duration(kept.Seconds) * time.Second))
	default:
		clock.run(at)
	}
	clock.save = func(shift time.Duration) { _ = save(shift) } // a demo's clock is no record
	return save(time.Until(clock.Now()))
}

// clear removes an old demo; a real school it leaves alone.
func clear(ctx context.Context, dir string) error {
	path := filepath.Join(dir, "enkaustos.db")
	if _, err := os.Stat(path); errors.Is(err, os.ErrNotExist) {
		return nil
	}
	s, err := school.Open(ctx, dir, &Clock{})
	if err != nil {
		return err
	}
	kept := shifts.The(s.Now().Snapshot)
	if err := s.Close(); err != nil {
		return err
	}
	if kept == nil {
		return errors.New("this folder holds a real school: --fresh only removes a demo")
	}
	left, err := filepath.Glob(path + "*") // its log with it
	for _, file := range left {
		err = errors.Join(err, os.Remove(file))
	}
	return errors.Join(err, os.RemoveAll(filepath.Join(dir, "backups")))
}

// classList writes the class list as a teacher would bring it.
func classList() string {
	var b strings.Builder
	b.WriteString("name,class,mark\n")
	n := 0
	for _, c := range classes {
		for i := range c.students {
			letter := 'A' + rune((n*7+3)%26)
			fmt.Fprintf(&b, "%s %c.,%s,%s\n", givenNames[(n*11+i)%len(givenNames)], letter, c.name, marks[i%len(marks)])
			n++
		}
	}
	return b.String()
}
