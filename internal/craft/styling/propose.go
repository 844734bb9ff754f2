package styling

import "fmt"

// Frame is what of a planned frame techniques are proposed by.
type Frame struct {
	Drinks    bool
	Glass     bool    // what it is in lets light through
	Lightness float64 // of the drink through its glass, L*
	Iced      bool
	Cold      bool // dew belongs on it
	Steams    bool
	Pours     bool
	Holds     []string // classes of what is on the dish
}

// Proposal is a card with the reason for it.
type Proposal struct {
	Key     string `json:"key" doc:"The card's key"`
	Name    string `json:"name" doc:"Its name"`
	Because string `json:"because" doc:"Why, in a sentence"`
	School  string `json:"school" doc:"real or made"`
}

// blackBelow is how light a drink must be not to look black, L* (start value of our own).
const blackBelow = 25

// Propose says which cards a frame calls for, the most needed first. Where there are several ways to one end, those of
// the school that the studio prefers come first.
func Propose(f Frame, school string) []Proposal {
	out := []Proposal{}
	seen := map[string]bool{}
	add := func(because string, keys ...string) {
		for pass := range 2 {
			for _, k := range keys {
				t, ok := ByKey(k)
				if first := school == "" || t.School == school; !ok || seen[k] || first != (pass == 0) {
					continue
				}
				seen[k] = true
				out = append(out, Proposal{k, t.Name, because, t.School})
			}
		}
	}
	if f.Drinks && f.Glass && f.Lightness < blackBelow {
		add(fmt.Sprintf("Through its glass the drink is at L* %.0f: it will look black.", f.Lightness), "dilute", "glow-card")
	}
	if f.Pours {
		add("Something is poured in this frame.", "pour-thin")
	}
	if f.Steams {
		add("Steam is to be seen, and lasts under a minute.", "steam-lid", "steam-bowl", "steam-steamer")
	}
	if f.Drinks && f.Cold && f.Glass {
		add("A cold drink looks cold by the dew on it.", "dew-real", "dew-lasting", "dew-breath")
	}
	if f.Iced {
		add("Ice melts while the light is set.", "ice-clear", "ice-acrylic", "ice-silicone")
	}
	if f.Drinks && f.Glass {
		add("Glass shows every smear and drop.", "polish", "fill-line")
	}
	for _, h := range f.Holds {
		for _, t := range all {
			if t.Hold == h {
				add("It dies early on this dish.", t.Key)
			}
		}
	}
	return out
}
