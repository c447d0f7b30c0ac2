package rules

// Preset is a room whose rules are usually these.
type Preset struct {
	Key, Name, Means string
	Values           map[string]string // by Field.Key, what differs from Default
}

// Presets lists the rooms (common practice).
func Presets() []Preset {
	return []Preset{
		{Key: "bench", Name: "Secondary bench", Means: "Three coats, a band of 6 mm, students check each other.", Values: map[string]string{}},
		{Key: "young", Name: "Young class", Means: "Two coats, a band of 13 mm, the teacher wipes, hidden surfaces left out.",
			Values: map[string]string{"coats": "2", "underglaze": "2", "clearFood": "2", "band": "13", "hidden": "seen", "wipes": "teacher", "shakes": "teacher", "extra": "never", "mostColours": "3", "tablets": "pictures", "extras": "told"}},
		{Key: "dipping", Name: "Dipping studio", Means: "One dip covers, a second overlaps from the rim; two to three brushed coats of everything else. A band of 3 mm.",
			Values: map[string]string{"coatsLeast": "2", "band": "3", "bandRisk": "6", "dry1": "2", "dry2": "5", "dry3": "8", "footBy": "resist"}},
		{Key: "home", Name: "College at home", Means: "Two to three coats; pieces travel, so the night is longer.",
			Values: map[string]string{"coatsLeast": "2", "kilnDry": "24", "otherClay": "nothing", "between": "brush", "thins": "student", "mixing": "kind", "open": "tidy"}},
		{Key: "once", Name: "Once-fired", Means: "Glaze on bone-dry clay: a week before the kiln, thin coats, long drying.",
			Values: map[string]string{"coats": "2", "dry1": "5", "dry2": "10", "dry3": "15", "kilnDry": "168", "path": "once", "vents": "want", "strokes": "laid"}},
	}
}
