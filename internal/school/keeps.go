package school

// Keeps asks whether a piece keeps every surface that is planned or coated when
// its assignment changes.
func Keeps(m Moment, p *Piece, next AssignmentRecord) error {
	body, err := p.Plan.Own.Body(next.Form, next.Measures, next.Marking)
	if err != nil {
		return Refuse("%s: %s", m.Who(p), err)
	}
	for _, surface := range p.Body.Surfaces {
		if _, kept := body.Surface(surface.ID); kept {
			continue
		}
		if len(p.State.On(surface.ID)) > 0 || p.Plan.Choices[surface.ID].Planned() {
			return Refuse("%s: %s has a plan or coats on it: it cannot be taken away.", m.Who(p), surface.Name)
		}
	}
	return nil
}
