package scene

import "figladder/internal/craft/words"

// AngleWord is a camera angle as it is spoken of, and what it stands for.
type AngleWord struct {
	Word words.Angle `json:"word" doc:"The angle"`
	Deg  float64     `json:"deg" doc:"Elevation above the table plane that it stands for"`
}

// angleWordList is the angles from above to below.
func angleWordList() []AngleWord {
	var out []AngleWord
	for _, a := range words.Angles {
		deg, _ := a.Deg()
		out = append(out, AngleWord{a, deg})
	}
	return out
}
