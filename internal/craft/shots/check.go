package shots

import (
	"figladder/internal/craft/words"
	"fmt"
	"sort"
	"strings"

	"figladder/internal/craft/finding"
)

// Listed is a frame on a list, as its checks need it.
type Listed struct {
	ID string
	Placed
	DishName string
	Angle    words.Angle
	Hands    int
}

// Crew is what a list is checked against.
type Crew struct {
	Hands      int // pairs of hands on the day, the photographer's included; 0 unknown
	Supporting int // supporting frames wanted a final
}

// process kinds belong together and keep to few angles (handbook S8).
func process(k Kind) bool { return k == Before || k == After || k == Action || k == Safe || k == Clip }

// mostAngles is a main angle and two others.
const mostAngles = 3

// Check says what a list lacks or overdoes, dish by dish: no hero, no choice
// beside it, too few supporting frames, process frames from too many angles, more
// hands than there are, an angle that steam rules out. Edits name a shot by its ID
// and a field: "<id>.angle".
func Check(list []Listed, steaming map[string]bool, crew Crew) []finding.Finding {
	out := []finding.Finding{}
	var dishes []string
	own := map[string][]Listed{}
	for _, x := range list {
		if own[x.Dish] == nil {
			dishes = append(dishes, x.Dish)
		}
		own[x.Dish] = append(own[x.Dish], x)
	}
	for _, d := range dishes {
		out = append(out, checkDish(own[d], steaming[d], crew)...)
	}
	return append(lacking(dishes, own, crew), out...)
}

// lacking says which dishes have no hero, no choice beside it, or few supporting
// frames: one finding for all dishes that lack the same.
func lacking(dishes []string, own map[string][]Listed, crew Crew) []finding.Finding {
	var heroless, choiceless, bare []string
	for _, d := range dishes {
		heroes, choices, beside := 0, 0, 0
		for _, x := range own[d] {
			switch {
			case x.Kind == Hero:
				heroes++
			case x.Kind == Alternate:
				choices++
			case Supporting(x.Kind):
				beside++
			}
		}
		name := own[d][0].DishName
		if heroes == 0 {
			heroless = append(heroless, name)
			continue
		}
		if choices == 0 {
			choiceless = append(choiceless, name)
		}
		if beside < min(2, crew.Supporting)*heroes {
			bare = append(bare, name)
		}
	}
	out := []finding.Finding{}
	add := func(code string, s finding.Severity, names []string, subject, limit, because, try string) {
		if len(names) > 0 {
			out = append(out, finding.Finding{Code: code, Severity: s, Subject: subject, Measure: strings.Join(names, "; "), Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
		}
	}
	add("no-hero", finding.Care, heroless, "Without a hero", "one a dish", "It is the frame the others stand beside.", "put the hero on the list")
	add("no-choice", finding.Note, choiceless, "No choice to offer", "an alternate beside each hero", "A client likes to choose: another depth, angle or crop costs minutes now and a day later.", "accept an alternate on the Dish rung")
	add("few-supporting", finding.Note, bare, "Few frames beside the hero", fmt.Sprintf("%d supporting", min(2, crew.Supporting)), "People regret at the computer the ones they skipped.", "accept one or two more on the Dish rung")
	return out
}

func checkDish(own []Listed, steams bool, crew Crew) []finding.Finding {
	out := []finding.Finding{}
	add := func(code string, s finding.Severity, subject, measure, limit, because string, try ...finding.Try) {
		out = append(out, finding.Finding{Code: code, Severity: s, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: try})
	}
	name := own[0].DishName
	angles := map[words.Angle][]Listed{}
	for _, x := range own {
		if process(x.Kind) && x.Angle != "" {
			angles[x.Angle] = append(angles[x.Angle], x)
		}
		if crew.Hands > 0 && 1+x.Hands > crew.Hands {
			add("hands-short", finding.Care, "“"+x.Title+"” needs more hands than there are", fmt.Sprintf("%d pairs", 1+x.Hands), fmt.Sprintf("%d on the day", crew.Hands),
				"A pour or a sprinkle needs one more while you hold the shutter.", finding.Hands("ask someone for that hour, or use the timer and a stand for the jug"))
		}
		if steams && x.Angle == words.StraightDown && x.Kind != Ingredient && x.Kind != Before {
			add("steam-from-above", finding.Care, "“"+x.Title+"” looks straight down into steam", string(words.StraightDown), "steam", "It fogs the lens. Two schools: serve that one cold; or keep the camera high over it and press in the burst as the hot liquid lands.",
				finding.Press("Take it from three-quarter", finding.SetText(x.ID+".angle", string(words.ThreeQuarter))),
				finding.Hands("let it go cold and take it then"), finding.Hands("keep the camera high, press in the burst, and look at the lens after each frame"))
		}
	}
	if len(angles) > mostAngles {
		seen := make([]words.Angle, 0, len(angles))
		for a := range angles {
			seen = append(seen, a)
		}
		// The rarest angles go to the commonest; of equals, by name.
		sort.Slice(seen, func(i, j int) bool {
			if n, m := len(angles[seen[i]]), len(angles[seen[j]]); n != m {
				return n > m
			}
			return seen[i] < seen[j]
		})
		var edits []finding.Edit
		for _, a := range seen[mostAngles:] {
			for _, x := range angles[a] {
				edits = append(edits, finding.SetText(x.ID+".angle", string(seen[0])))
			}
		}
		names := make([]string, len(seen))
		for i, a := range seen {
			names[i] = string(a)
		}
		add("many-angles", finding.Note, "The making of "+name+" is seen from many sides", fmt.Sprintf("%d angles: %s", len(angles), strings.Join(names, ", ")), fmt.Sprintf("%d", mostAngles),
			"Process frames that keep to a main angle and two others read as one story.", finding.Press("Move the odd ones to "+names[0], edits...))
	}
	return out
}
