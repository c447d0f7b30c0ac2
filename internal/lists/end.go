package lists

import (
	"enkaustos/internal/school"
)

// endAssignment has nobody work on an assignment any more, or has it worked on again. Its record
// stays; glaze that was kept for it is free for others.
func endAssignment(m school.Moment, c *school.Change, a *school.AssignmentRecord, ended bool) error {
	a.Ended = ended
	if !ended {
		_, err := school.Taught(m.Snapshot, a.Class)
		return err
	}
	if err := inKiln(m, a.ID); err != nil {
		return err
	}
	free(m, c, a.ID)
	return nil
}

// free gives back what of the jars was kept for an assignment.
func free(m school.Moment, c *school.Change, assignment string) {
	for _, r := range school.ReservesInOrder(m.Snapshot) {
		if r.Assignment == assignment {
			school.Reserves.Drop(c, r)
		}
	}
}

// inKiln refuses to put an assignment away while a piece of it stands in a load.
func inKiln(m school.Moment, assignment string) error {
	for _, p := range m.PiecesIn(assignment) {
		if in := p.State.Load; in != nil {
			load := school.Loads.All(m.Snapshot)[in.Load]
			return school.Refuse("%s, %s: it stands in %s. Unload it, or take the piece out, then end it.", m.Who(p), m.Assignments[assignment].Name, load.Name)
		}
	}
	return nil
}

// archive has a class be taught no more: its lessons leave the bells, its pieces every list; its
// record stays. Brought back, all of it but the lessons is as it was.
func archive(m school.Moment, c *school.Change, class school.Class) error {
	for _, a := range m.AssignmentsInOrder() {
		if a.Class != class.ID {
			continue
		}
		if err := inKiln(m, a.ID); err != nil {
			return err
		}
		free(m, c, a.ID)
	}
	if t := school.Bells.The(m.Snapshot); t.Of(class.ID) {
		school.Bells.Put(c, t.Without(class.ID))
	}
	if hand := school.Hands.The(m.Snapshot); hand.Set.Class == class.ID {
		school.Hands.Put(c, hand.Switched("", m.At, m.At))
	}
	return nil
}
