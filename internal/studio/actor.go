package studio

// Role is what somebody at a screen may do.
type Role string

// The roles of a room. A station is a tablet that students use.
const (
	Teacher Role = "teacher"
	Helper  Role = "helper"
	Station Role = "station"
)

// Actor is who asks: a role, and the name that stands in the record.
type Actor struct {
	Role  Role
	Name  string // "teacher", "helper", or the name of the tablet
	Class string // of a station: the class it serves now
}

// ByTeacher is the teacher at a screen of the teacher's side.
var ByTeacher = Actor{Role: Teacher, Name: "teacher"}
