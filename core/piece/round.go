package piece

import (
	"math"
	"slices"
)

// Round is a piece as it stands in the round, made of the same measurements as its drawing: lines
// that turn about an upright axis, flat faces, and bows of clay. Lengths in mm, z above the table.
type Round struct {
	HeightMM float64     `json:"heightMM"`
	Turned   []RoundLine `json:"turned"`
	Flat     []RoundFace `json:"flat"`
	Bows     []RoundBow  `json:"bows"`
	// Unplaced are names of details that say how large they are and not where: nobody can show them.
	Unplaced []string `json:"unplaced"`
}

// RoundLine is one surface as a line of points (r, z) that turns about the axis at X.
type RoundLine struct {
	Surface string       `json:"surface"`
	X       float64      `json:"x"`
	Line    [][2]float64 `json:"line"`
}

// RoundFace is one flat face, convex, its corners (x, y, z) counter-clockwise seen from outside.
type RoundFace struct {
	Surface string       `json:"surface"`
	Corners [][3]float64 `json:"corners"`
}

// RoundBow is a half circle of clay in the upright plane through the axis, of radius R about
// (X, Z): a handle, whose opening is toward the axis, or a loop on top.
type RoundBow struct {
	Surface string  `json:"surface"`
	X       float64 `json:"x"`
	Z       float64 `json:"z"`
	R       float64 `json:"r"`
	Wide    float64 `json:"wide"` // across
	Deep    float64 `json:"deep"` // from inside to outside
	Up      bool    `json:"up"`   // it stands on what is below it
}

// Round is the body in the round. What is marked out as a band between two heights is cut from its
// ground; of other details nobody knows where they lie.
func (b Body) Round() Round {
	r := Round{HeightMM: b.HeightMM, Turned: []RoundLine{}, Flat: []RoundFace{}, Bows: []RoundBow{}, Unplaced: []string{}}
	if b.round != nil {
		b.round(&r)
	}
	for _, s := range b.Surfaces {
		if s.Detail == "" {
			continue
		}
		if band, ok := b.zones[s.ID][0].(between); ok && r.cut(s.On, s.ID, band.from, band.to) {
			continue
		}
		r.Unplaced = append(r.Unplaced, s.Name)
	}
	return r
}

// cut gives the part of turned lines between two heights to another surface; whether there was any.
func (r *Round) cut(ground, band string, from, to float64) (found bool) {
	lines := []RoundLine{}
	for _, l := range r.Turned {
		if l.Surface != ground {
			lines = append(lines, l)
			continue
		}
		for _, part := range parted(l.Line, from, to) {
			if at := part[len(part)/2][1]; len(part) > 1 {
				piece := RoundLine{Surface: ground, X: l.X, Line: part}
				if mid := (part[0][1] + part[len(part)-1][1]) / 2; mid > from && mid < to || at > from && at < to {
					piece.Surface, found = band, true
				}
				lines = append(lines, piece)
			}
		}
	}
	r.Turned = lines
	faces := []RoundFace{}
	for _, f := range r.Flat {
		low, high := f.reach()
		if f.Surface != ground || high <= from || low >= to || low == high {
			faces = append(faces, f)
			continue
		}
		for _, part := range []RoundFace{{ground, f.between(low, from)}, {band, f.between(from, to)}, {ground, f.between(to, high)}} {
			if len(part.Corners) > 2 {
				faces = append(faces, part)
				found = found || part.Surface == band
			}
		}
	}
	r.Flat = faces
	return found
}

// reach is how low and how high a face goes.
func (f RoundFace) reach() (low, high float64) {
	low, high = math.Inf(1), math.Inf(-1)
	for _, c := range f.Corners {
		low, high = math.Min(low, c[2]), math.Max(high, c[2])
	}
	return low, high
}

// between is the part of a face between two heights (Sutherland and Hodgman's clipping); empty
// where there is none.
func (f RoundFace) between(from, to float64) [][3]float64 {
	if to <= from {
		return nil
	}
	corners := f.Corners
	for _, side := range []struct{ at, sign float64 }{{from, 1}, {to, -1}} {
		var kept [][3]float64
		for i, b := range corners {
			a := corners[(i+len(corners)-1)%len(corners)]
			da, db := side.sign*(a[2]-side.at), side.sign*(b[2]-side.at)
			if da*db < 0 {
				t := da / (da - db)
				kept = append(kept, [3]float64{a[0] + t*(b[0]-a[0]), a[1] + t*(b[1]-a[1]), side.at})
			}
			if db >= 0 {
				kept = append(kept, b)
			}
		}
		corners = kept
	}
	return corners
}

// parted is a line cut wherever it goes through one of two heights.
func parted(line [][2]float64, heights ...float64) (parts [][][2]float64) {
	part := [][2]float64{line[0]}
	for i := 1; i < len(line); i++ {
		a, b := line[i-1], line[i]
		var at []float64 // shares of the way at which it is cut
		for _, h := range heights {
			if (a[1]-h)*(b[1]-h) < 0 {
				at = append(at, (h-a[1])/(b[1]-a[1]))
			}
		}
		slices.Sort(at)
		for _, t := range at {
			p := [2]float64{a[0] + t*(b[0]-a[0]), a[1] + t*(b[1]-a[1])}
			parts = append(parts, append(part, p))
			part = [][2]float64{p}
		}
		part = append(part, b)
	}
	return append(parts, part)
}

// turn adds a thing that is turned.
func (r *Round) turn(t turned) {
	for _, s := range t.spans {
		r.line(s.ID, t.at, s.line...)
	}
}

func (r *Round) line(surface string, x float64, line ...point) {
	l := RoundLine{Surface: surface, X: x}
	for _, p := range line {
		l.Line = append(l.Line, [2]float64{p.r, p.z})
	}
	r.Turned = append(r.Turned, l)
}

func (r *Round) face(surface string, corners ...[3]float64) {
	r.Flat = append(r.Flat, RoundFace{surface, corners})
}

// block adds the sides of an upright block around (x, 0), and its top where it is named.
func (r *Round) block(sides, top, bottom string, x, length, width, z0, z1 float64) {
	l, w := length/2, width/2
	at := [4][2]float64{{x + l, w}, {x - l, w}, {x - l, -w}, {x + l, -w}}
	for i, a := range at {
		b := at[(i+1)%4]
		r.face(sides, [3]float64{a[0], a[1], z0}, [3]float64{b[0], b[1], z0}, [3]float64{b[0], b[1], z1}, [3]float64{a[0], a[1], z1})
	}
	level := func(surface string, z float64, order ...int) {
		if surface != "" {
			var corners [][3]float64
			for _, i := range order {
				corners = append(corners, [3]float64{at[i][0], at[i][1], z})
			}
			r.face(surface, corners...)
		}
	}
	level(top, z1, 0, 1, 2, 3)
	level(bottom, z0, 3, 2, 1, 0)
}

// frame adds the level ring between two upright rectangles around (x, 0).
func (r *Round) frame(surface string, x, l, w, il, iw, z float64) {
	out := [4][2]float64{{l / 2, w / 2}, {-l / 2, w / 2}, {-l / 2, -w / 2}, {l / 2, -w / 2}}
	in := [4][2]float64{{il / 2, iw / 2}, {-il / 2, iw / 2}, {-il / 2, -iw / 2}, {il / 2, -iw / 2}}
	for i := range out {
		j := (i + 1) % 4
		r.face(surface, [3]float64{x + out[i][0], out[i][1], z}, [3]float64{x + out[j][0], out[j][1], z}, [3]float64{x + in[j][0], in[j][1], z}, [3]float64{x + in[i][0], in[i][1], z})
	}
}

// triangles adds a form of triangles.
func (r *Round) triangles(tris []tri) {
	at := func(v vec) [3]float64 { return [3]float64{v.x, v.y, v.z} }
	for _, t := range tris {
		r.face(t.surface, at(t.a), at(t.b), at(t.c))
	}
}

// arc is a line along a sphere of radius r about height centre, from one radius to another.
func arc(r, centre, from, to float64) (line []point) {
	const steps = 40
	a, b := math.Asin(math.Min(1, from/r)), math.Asin(math.Min(1, to/r))
	if centre-r*math.Cos(b) > centre && to < r {
		b = math.Pi - b
	}
	for i := range steps + 1 {
		t := a + (b-a)*float64(i)/steps
		line = append(line, point{r * math.Sin(t), centre - r*math.Cos(t)})
	}
	return line
}

// Curved says whether a surface bends, so that some part of it always mirrors the light: one that is
// turned, but for level floors, or a bow. What is marked out on a surface bends as that does.
func (b Body) Curved(surface string) bool {
	if s, ok := b.Surface(surface); ok && s.On != "" {
		return b.Curved(s.On)
	}
	round := b.Round()
	for _, bow := range round.Bows {
		if bow.Surface == surface {
			return true
		}
	}
	for _, t := range round.Turned {
		if t.Surface != surface {
			continue
		}
		low, high := math.Inf(1), math.Inf(-1)
		for _, p := range t.Line {
			low, high = min(low, p[1]), max(high, p[1])
		}
		if s, _ := b.Surface(surface); high-low > level || s.ID == "lip" {
			return true // a lip is round, however level it is drawn
		}
	}
	return false
}

// level is how much a floor may rise and still count as level, mm.
const level = 1.0
