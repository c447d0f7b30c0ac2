package view

import (
	"strings"

	"enkaustos/core/glaze"
	"enkaustos/core/plan"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// StackName is a stack by codes and names, from the clay up.
func StackName(m school.Moment, stack glaze.Stack) string {
	var all []string
	for _, l := range stack {
		name := l.Glaze
		if g := m.Shelf.Glazes[l.Glaze]; g != nil {
			name += " " + g.Name
		}
		all = append(all, name)
	}
	return strings.Join(all, " + ")
}

// offer is what the maker of a piece is asked to try; nil where nothing is, or not any more.
func offer(m school.Moment, p *school.Piece) *contract.Offer {
	o, stands := school.OfferTo(m, p)
	if !stands || o.Declined {
		return nil
	}
	on, _ := p.Body.Surface(o.Surface)
	v := &contract.Offer{Surface: o.Surface, On: on.Name, Stack: All(o.Stack), Name: StackName(m, o.Stack), Faces: []contract.OfferFace{}}
	work := m.WorkOf(p)
	at := work.SpotOf(&on)
	for _, l := range o.Stack {
		v.Faces = append(v.Faces, face(m, l, at))
	}
	return v
}

// face is a glaze alone, as it looks raw and as a tile shows it there.
func face(m school.Moment, l glaze.Layer, at plan.Spot) contract.OfferFace {
	f := contract.OfferFace{Glaze: l.Glaze}
	if g := m.Shelf.Glazes[l.Glaze]; g != nil {
		f.Name, f.Raw = g.Name, Hex(&g.Raw)
	}
	if e, ok := m.Shelf.Evidence(glaze.Stack{l}, at); ok && e.Tile.Firing() == at.Firing {
		f.Fired = Hex(&e.Fired)
	}
	return f
}
