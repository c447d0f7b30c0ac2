package view

import (
	"enkaustos/core/colour"
	"enkaustos/core/survey"
	"enkaustos/internal/exchange"
)

// Painted is a surface in chalk or as fired; what no tile knows has no colour.
func Painted(s survey.Surface, chalk bool) exchange.Painted {
	v := exchange.Painted{Lines: []string{s.Name, s.Choice.Says()}}
	switch {
	case !s.Choice.Planned():
		v.Fill = exchange.Unglazed
	case chalk && s.Raw != nil:
		v.Fill = s.Raw.Hex()
	case !chalk && s.Fired != nil:
		v.Fill = s.Fired.Hex()
	}
	if s.BareMM > 0 {
		v.BareMM, v.Clay = s.BareMM, exchange.Unglazed
		if clay := map[bool]colour.Lab{true: s.Clay.Bisque, false: s.Clay.Fired}[chalk]; clay != (colour.Lab{}) {
			v.Clay = clay.Hex()
		}
	}
	return v
}
