package studio

import (
	"errors"
	"fmt"

	"enkaustos/core/piece"
)

// Kind of a Fault.
type FaultKind int

const (
	Refused  FaultKind = iota // what was asked for makes no sense
	NotFound                  // there is no such record
	Conflict                  // it changed since the asker looked
	Denied                    // the asker may not
)

// Fault is a refusal in one sentence that can be shown.
type Fault struct {
	Kind   FaultKind
	Text   string
	Fields []Field // what was wrong where, if several things were
}

// Field is what was wrong with one field of a form.
type Field struct{ Name, Text string }

func (f Fault) Error() string { return f.Text }

func refuse(format string, args ...any) error {
	return Fault{Kind: Refused, Text: fmt.Sprintf(format, args...)}
}

func missing(what string) error {
	return Fault{Kind: NotFound, Text: "There is no such " + what + " any more."}
}

// refusals turns what core refused about measurements into a Fault.
func refusals(err error) error {
	var list piece.Refusals
	if !errors.As(err, &list) {
		return err
	}
	fault := Fault{Kind: Refused, Text: list.Error()}
	for _, r := range list {
		fault.Fields = append(fault.Fields, Field{r.Key, r.Reason})
	}
	return fault
}
