// Package kiln knows cones and loads: how hot a cone is, which cones a clay
// and its glazes share, and what may stand together in one firing.
package kiln

import (
	"fmt"
	"strings"
)

// Cone is the number of a pyrometric cone as it is written in the trade: "06"
// and "6" are different cones, some 230 °C apart.
type Cone string

// Rates at which the last 100 °C are climbed, the columns of the cone table.
const (
	Slow   = iota // 15 °C/h (27 °F/h)
	Medium        // 60 °C/h (108 °F/h)
	Fast          // 150 °C/h (270 °F/h)
)

type heat struct {
	cone Cone
	c    [3]int // °C at Slow, Medium, Fast; 0 where no figure is published
	f    [3]int // °F, published apart from the Celsius half
}

// cones lists the bending temperatures of self-supporting cones, coolest
// first. Source: the temperature equivalents chart of the Orton Ceramic
// Foundation, typed from memory; the Celsius and Fahrenheit halves were typed
// apart and agree (testdata/cones.csv).
var cones = []heat{
	{"022", [3]int{0, 586, 590}, [3]int{0, 1087, 1094}},
	{"021", [3]int{0, 600, 617}, [3]int{0, 1112, 1143}},
	{"020", [3]int{0, 626, 638}, [3]int{0, 1159, 1180}},
	{"019", [3]int{656, 678, 695}, [3]int{1213, 1252, 1283}},
	{"018", [3]int{686, 715, 734}, [3]int{1267, 1319, 1353}},
	{"017", [3]int{705, 738, 763}, [3]int{1301, 1360, 1405}},
	{"016", [3]int{742, 772, 796}, [3]int{1368, 1422, 1465}},
	{"015", [3]int{750, 791, 818}, [3]int{1382, 1456, 1504}},
	{"014", [3]int{757, 807, 838}, [3]int{1395, 1485, 1540}},
	{"013", [3]int{807, 837, 861}, [3]int{1485, 1539, 1582}},
	{"012", [3]int{843, 861, 882}, [3]int{1549, 1582, 1620}},
	{"011", [3]int{857, 875, 894}, [3]int{1575, 1607, 1641}},
	{"010", [3]int{891, 903, 915}, [3]int{1636, 1657, 1679}},
	{"09", [3]int{907, 920, 930}, [3]int{1665, 1688, 1706}},
	{"08", [3]int{922, 942, 956}, [3]int{1692, 1728, 1753}},
	{"07", [3]int{962, 976, 987}, [3]int{1764, 1789, 1809}},
	{"06", [3]int{981, 998, 1013}, [3]int{1798, 1828, 1855}},
	{"05.5", [3]int{1004, 1015, 1025}, [3]int{1839, 1859, 1877}},
	{"05", [3]int{1021, 1031, 1044}, [3]int{1870, 1888, 1911}},
	{"04", [3]int{1046, 1063, 1077}, [3]int{1915, 1945, 1971}},
	{"03", [3]int{1071, 1086, 1104}, [3]int{1960, 1987, 2019}},
	{"02", [3]int{1078, 1102, 1122}, [3]int{1972, 2016, 2052}},
	{"01", [3]int{1093, 1119, 1138}, [3]int{1999, 2046, 2080}},
	{"1", [3]int{1109, 1137, 1154}, [3]int{2028, 2079, 2109}},
	{"2", [3]int{1112, 1142, 1164}, [3]int{2034, 2088, 2127}},
	{"3", [3]int{1115, 1152, 1170}, [3]int{2039, 2106, 2138}},
	{"4", [3]int{1141, 1162, 1183}, [3]int{2086, 2124, 2161}},
	{"5", [3]int{1159, 1186, 1207}, [3]int{2118, 2167, 2205}},
	{"5.5", [3]int{1167, 1203, 1225}, [3]int{2133, 2197, 2237}},
	{"6", [3]int{1185, 1222, 1243}, [3]int{2165, 2232, 2269}},
	{"7", [3]int{1201, 1239, 1257}, [3]int{2194, 2262, 2295}},
	{"8", [3]int{1211, 1249, 1271}, [3]int{2212, 2280, 2320}},
	{"9", [3]int{1224, 1260, 1280}, [3]int{2235, 2300, 2336}},
	{"10", [3]int{1251, 1285, 1305}, [3]int{2284, 2345, 2381}},
}

// ParseCone reads a cone as people write it: "06", "cone 6", "^04", "Δ5". The
// error is one sentence.
func ParseCone(text string) (Cone, error) {
	name := strings.ToLower(strings.TrimSpace(text))
	for _, prefix := range []string{"cone", "^", "Δ", "δ"} {
		name = strings.TrimSpace(strings.TrimPrefix(name, prefix))
	}
	if Cone(name).index() < 0 {
		return "", fmt.Errorf("%q is not a cone: expected a number from 022 to 10, such as 06 or 6", text)
	}
	return Cone(name), nil
}

// Known says whether the cone is in the table.
func (c Cone) Known() bool { return c.index() >= 0 }

// Cooler says whether c bends before d. Both must be Known.
func (c Cone) Cooler(d Cone) bool { return c.index() < d.index() }

// Celsius is the bending temperature in °C at one of the three rates, 0 where
// no figure is published or the cone is not Known.
func (c Cone) Celsius(rate int) int {
	if i := c.index(); i >= 0 {
		return cones[i].c[rate]
	}
	return 0
}

// Fahrenheit is the bending temperature in °F, as Celsius.
func (c Cone) Fahrenheit(rate int) int {
	if i := c.index(); i >= 0 {
		return cones[i].f[rate]
	}
	return 0
}

// place is where each cone stands in the table.
var place = func() map[Cone]int {
	m := make(map[Cone]int, len(cones))
	for i, h := range cones {
		m[h.cone] = i
	}
	return m
}()

func (c Cone) index() int {
	if i, ok := place[c]; ok {
		return i
	}
	return -1
}

// Range is the cones that a clay or a glaze is made for, both ends included.
// From is the cooler end.
type Range struct {
	From Cone `json:"from,omitzero"`
	To   Cone `json:"to,omitzero"`
}

// ParseRange reads "06-04", "5 to 6" or a single cone. The error is one
// sentence.
func ParseRange(text string) (Range, error) {
	normal := strings.NewReplacer("–", "-", " to ", "-", "..", "-").Replace(text)
	from, to, two := strings.Cut(normal, "-")
	if !two {
		to = from
	}
	var r Range
	var err error
	if r.From, err = ParseCone(from); err != nil {
		return Range{}, err
	}
	if r.To, err = ParseCone(to); err != nil {
		return Range{}, err
	}
	if r.To.Cooler(r.From) {
		r.From, r.To = r.To, r.From
	}
	return r, nil
}

// Holds says whether cone c lies in the range.
func (r Range) Holds(c Cone) bool {
	i := c.index()
	return i >= 0 && r.From.index() <= i && i <= r.To.index()
}

// Meet is the cones that both ranges hold; ok is false where they share none.
func (r Range) Meet(s Range) (both Range, ok bool) {
	both = r
	if both.From.Cooler(s.From) {
		both.From = s.From
	}
	if s.To.Cooler(both.To) {
		both.To = s.To
	}
	return both, !both.To.Cooler(both.From)
}

func (r Range) String() string {
	if r.From == r.To {
		return string(r.From)
	}
	return string(r.From) + "–" + string(r.To)
}

// Cones lists every known cone, the coolest first.
func Cones() []Cone {
	list := make([]Cone, len(cones))
	for i, h := range cones {
		list[i] = h.cone
	}
	return list
}
