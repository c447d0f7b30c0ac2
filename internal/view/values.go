// Package view says what the contract shows of the things that several rooms show: a
// piece, a tile, a jar. It decides nothing.
package view

import (
	"time"

	"enkaustos/core/colour"
	"enkaustos/core/survey"
	"enkaustos/internal/contract"
)

// List maps a list; an empty one becomes [], never null.
func List[T, U any](in []T, one func(T) U) []U {
	out := make([]U, len(in))
	for i := range in {
		out[i] = one(in[i])
	}
	return out
}

// All is a list that is never null.
func All[T any](in []T) []T {
	if in == nil {
		return []T{}
	}
	return in
}

// Words writes a list of typed words as plain ones.
func Words[T ~string](in []T) []string { return List(in, func(v T) string { return string(v) }) }

// Value is what an optional field holds, zero where it is missing.
func Value[T any](p *T) (v T) {
	if p != nil {
		v = *p
	}
	return v
}

// Some is an optional field: missing where v is zero.
func Some[T comparable](v T) *T {
	var zero T
	if v == zero {
		return nil
	}
	return &v
}

// SomeList is an optional list; nil for an empty one.
func SomeList[T any](v []T) *[]T {
	if len(v) == 0 {
		return nil
	}
	return &v
}

// When is an optional moment.
func When(at time.Time) *time.Time {
	if at.IsZero() {
		return nil
	}
	return &at
}

// Hex is an optional colour.
func Hex(c *colour.Lab) *contract.Hex {
	if c == nil {
		return nil
	}
	return Some(c.Hex())
}

// Effects is what a change would do to the pieces under way.
func Effects(e survey.Effects) contract.RuleEffects {
	return contract.RuleEffects{Pieces: e.Pieces, Stopped: e.Stopped, Freed: e.Freed, List: List(e.List(), func(one survey.Effect) contract.RuleEffect {
		return contract.RuleEffect{Code: one.Code, Severity: one.Severity, Appears: one.Appears, Goes: one.Goes, Example: one.Example}
	})}
}

// Or is what a pointer points to, and something else where it points to nothing.
func Or[T any](p *T, other T) T {
	if p != nil {
		return *p
	}
	return other
}
