package school

import (
	"errors"
	"fmt"
	"strings"
	"time"

	"enkaustos/core/piece"
	"enkaustos/internal/photo"
	"enkaustos/internal/store"
)

// FaultKind is the kind of a Fault.
type FaultKind int

const (
	Refused  FaultKind = iota // what was asked for makes no sense
	NotFound                  // there is no such record
	Conflict                  // it changed since the asker looked
	Denied                    // the asker may not
	Flood                     // the asker asks too often
	Disk                      // the disk failed
)

// Fault is a refusal in one sentence that can be shown.
type Fault struct {
	Kind   FaultKind
	Text   string
	Fields []Field       // what was wrong where, if several things were
	Wait   time.Duration // after which a Flood may go on
}

// Field is what was wrong with one field of a form.
type Field struct{ Name, Text string }

func (f Fault) Error() string { return f.Text }

// Refuse is a refusal of what makes no sense.
func Refuse(format string, args ...any) error {
	return Fault{Kind: Refused, Text: fmt.Sprintf(format, args...)}
}

// Denied is a refusal because of who asks.
func Deny(text string) error { return Fault{Kind: Denied, Text: text} }

// Stale is a refusal because something changed since the asker looked.
func Stale(format string, args ...any) error {
	return Fault{Kind: Conflict, Text: fmt.Sprintf(format, args...)}
}

// ToldByDisk is what the disk did in one sentence that can be shown; other errors stay as
// they are.
func ToldByDisk(err error) error {
	if cause := store.Cause(err); cause != nil {
		return Fault{Kind: Disk, Text: Sentence(cause) + " Nothing of this was kept."}
	}
	return err
}

// TooMany is a refusal of somebody who asks too often: wait is when to come back.
func TooMany(text string, wait time.Duration) error {
	return Fault{Kind: Flood, Text: text, Wait: wait}
}

// Missing is a refusal because there is no such record.
func Missing(what string) error {
	return Fault{Kind: NotFound, Text: "There is no such " + what + " any more."}
}

// Says is a refusal that says what core says: about measurements field by field,
// about what was logged in its own way, about all else in one sentence.
func Says(err error) error {
	var list piece.Refusals
	var fault Fault
	switch {
	case err == nil, errors.As(err, &fault):
		return err
	case errors.As(err, &list):
		fault = Fault{Kind: Refused, Text: list.Error()}
		for _, r := range list {
			fault.Fields = append(fault.Fields, Field{r.Key, r.Reason})
		}
		return fault
	}
	return Refuse("%s", Sentence(err))
}

// Sentence is what core says in an error, with a capital and a full stop.
func Sentence(err error) string {
	text := err.Error()
	return strings.ToUpper(text[:1]) + text[1:] + "."
}

// photoWait is when somebody may come back whose photograph was one too many.
const photoWait = 10 * time.Second

// Photo is a refusal of a picture that cannot be taken in; other errors stay as they
// are.
func Photo(err error) error {
	switch {
	case photo.IsRefused(err):
		return Refuse("%s", err)
	case errors.Is(err, photo.ErrBusy):
		return TooMany(Sentence(err), photoWait)
	}
	return err
}

// GonePhotograph is said of a photograph that somebody deleted, also while it is shown.
var GonePhotograph = Fault{Kind: NotFound, Text: "This photograph is not here any more: somebody deleted it. What was read from it stays."}
