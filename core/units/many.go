package units

import "strconv"

// Many is so many of something, in words: "1 coat", "3 coats".
func Many(n int, one, more string) string {
	if n == 1 {
		return "1 " + one
	}
	return strconv.Itoa(n) + " " + more
}
