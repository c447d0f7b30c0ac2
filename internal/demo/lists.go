package demo

import _ "embed"

// The demo brings its lists the way a teacher does, as CSV.

//go:embed lists/clays.csv
var clays string

//go:embed lists/glazes.csv
var glazes string

//go:embed lists/tiles.csv
var tiles string

// Invented display names, as a class list would give them.
var givenNames = []string{
	"Ilo", "Marit", "Teo", "Suna", "Bram", "Nia", "Oskar", "Pell", "Yara", "Finn", "Dara", "Kes", "Lumi", "Arlo", "Wren",
	"Zadie", "Emre", "Tove", "Idris", "Nell", "Caspar", "Mira", "Joss", "Anouk", "Rafe", "Sable", "Odin", "Leda", "Hana", "Quill",
}

// marks are what students scratch into the clay.
var marks = []string{"/\\", "O", "+", "//", "X", "=", "V", "#", "T", "L", "Z", "oo", "II", "^", "U", "W", "N", "Y", "H", "K", "E", "F", "M", "A", "S", "P", "R", "C"}

// Clays, Glazes and Tiles are the demo's lists as a teacher would bring them.
func Clays() string  { return clays }
func Glazes() string { return glazes }
func Tiles() string  { return tiles }
