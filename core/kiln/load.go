package kiln

import "fmt"

// Load is a firing being put together: one cone for all that stands in it.
type Load struct {
	ID   string
	Cone Cone
}

// Takes says whether a piece planned for a cone may stand in the load. The
// error is one sentence.
func (l Load) Takes(c Cone) error {
	if !l.Cone.Known() {
		return fmt.Errorf("cone %q is not in the table: a load needs a known cone", l.Cone)
	}
	if c != l.Cone {
		return fmt.Errorf("this piece is planned for cone %s, the load is cone %s", c, l.Cone)
	}
	return nil
}
