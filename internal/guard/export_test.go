package guard

// Enter says whether a connection from a remote address would be taken, and counts it.
func (c *Connections) Enter(remote string) bool { return c.enter(Address(remote)) }
