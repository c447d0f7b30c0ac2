package view

import (
	"enkaustos/core/work"
	"enkaustos/internal/contract"
	"enkaustos/internal/school"
)

// harms are what is wrong with a piece, each with how it is mended.
func harms(m school.Moment, s work.State) *[]contract.Harm {
	var all []contract.Harm
	for _, h := range s.Damages {
		all = append(all, contract.Harm{Id: h.ID, Text: Typed(m, h.What), Mend: contract.Repair})
	}
	for _, h := range s.Lost {
		all = append(all, contract.Harm{Id: h.ID, Text: Typed(m, h.What), Mend: contract.Found})
	}
	if all == nil {
		return nil
	}
	return &all
}
