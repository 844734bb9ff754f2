package styling

import (
	"fmt"
	"sort"
	"strings"
	"time"
)

// OnFrame is the techniques of one frame.
type OnFrame struct {
	Frame string // its title
	Dish  string
	Cards []Technique
}

// Tag is a printed mark that follows an altered dish to the table and to the wrap sheet.
type Tag struct {
	Dish  string   `json:"dish" doc:"The dish"`
	What  []string `json:"what" doc:"What was done to it"`
	Parts []string `json:"parts" doc:"Names of the techniques"`
	Frame []string `json:"frames" doc:"Frames that it was done for"`
}

// Count is pieces that went in and must come out.
type Count struct {
	Dish string `json:"dish" doc:"The dish"`
	What string `json:"what" doc:"The technique"`
	In   string `json:"in" doc:"How many went in, as planned"`
}

// Risk is a caution with the steps that raise it.
type Risk struct {
	Caution
	At []string `json:"at" doc:"Where it is raised: technique and dish"`
}

// Allergy is somebody of the crew who keeps away from something, with the dishes that have it.
type Allergy struct {
	Who    string   `json:"who" doc:"Who keeps away"`
	From   string   `json:"from" doc:"What from"`
	Dishes []string `json:"dishes" doc:"Dishes that have it, each with the ingredient"`
	Maybe  bool     `json:"maybe" doc:"Whether it depends on which kind was bought"`
	Words  string   `json:"words" doc:"What to take care of"`
}

// Eater is who may eat a dish when its frames are taken.
type Eater struct {
	Dish  string   `json:"dish" doc:"The dish"`
	May   []string `json:"may" doc:"Who may"`
	Not   []string `json:"not" doc:"Who may not, each with the reason"`
	Words string   `json:"words" doc:"That in a sentence"`
}

// Safety is what follows from the techniques on a shoot's frames.
type Safety struct {
	Tags      []Tag     `json:"tags" doc:"Dishes that nobody eats, with what was done"`
	Counts    []Count   `json:"counts" doc:"Pieces to count out at wrap"`
	Risks     []Risk    `json:"risks" doc:"Cautions, each once"`
	Allergies []Allergy `json:"allergies" doc:"Whoever of the crew keeps away from something that is on the table"`
	Eaters    []Eater   `json:"eaters" doc:"Who may eat what afterwards; empty while no crew is written down"`
	Words     string    `json:"words" doc:"What stands at the head of the sheet"`
}

// first stands at the head of every sheet of this kind.
const first = "Your local rules and whoever holds the licence come first; this sheet only gathers what is planned."

// SafetyOf gathers it: whatever alters food leads to a tag and, where pieces go in, to a count.
func SafetyOf(frames []OnFrame) Safety {
	s := Safety{Tags: []Tag{}, Counts: []Count{}, Risks: []Risk{}, Allergies: []Allergy{}, Eaters: []Eater{}, Words: first}
	tags := map[string]*Tag{}
	risks := map[string]*Risk{}
	var order []string
	put := func(list *[]string, v string) {
		for _, x := range *list {
			if x == v {
				return
			}
		}
		*list = append(*list, v)
	}
	for _, f := range frames {
		for _, t := range f.Cards {
			for _, c := range t.Cautions {
				if risks[c.Key] == nil {
					risks[c.Key] = &Risk{Caution: c, At: []string{}}
				}
				put(&risks[c.Key].At, t.Name+", "+f.Dish)
			}
			if t.Inedible != "" {
				if tags[f.Dish] == nil {
					tags[f.Dish] = &Tag{Dish: f.Dish, What: []string{}, Parts: []string{}, Frame: []string{}}
					order = append(order, f.Dish)
				}
				g := tags[f.Dish]
				put(&g.What, t.Inedible)
				put(&g.Parts, t.Name)
				put(&g.Frame, f.Frame)
			}
			if t.Counted {
				n := "as many as the call sheet says"
				for _, m := range t.Materials {
					if m.Amount != "" {
						n = m.Amount + " " + m.Name
						break
					}
				}
				c := Count{f.Dish, t.Name, n}
				known := false
				for _, x := range s.Counts {
					known = known || x == c
				}
				if !known {
					s.Counts = append(s.Counts, c)
				}
			}
		}
	}
	for _, d := range order {
		s.Tags = append(s.Tags, *tags[d])
	}
	for _, r := range risks {
		s.Risks = append(s.Risks, *r)
	}
	sort.Slice(s.Risks, func(i, j int) bool {
		if a, b := s.Risks[i], s.Risks[j]; a.Kind != b.Kind {
			return a.Kind < b.Kind
		}
		return s.Risks[i].Key < s.Risks[j].Key
	})
	return s
}

// Moment is when food came to lie warm or went back to the cold or the heat.
type Moment struct {
	At  time.Time `json:"at" doc:"When"`
	Out bool      `json:"out" doc:"Whether from then on it stands between 5 and 60 °C"`
}

// Rule is how long food may stand so. Which one holds is the studio's choice; local rules come first.
type Rule struct {
	Key    string        `json:"key" doc:"Stable name"`
	Words  string        `json:"words" doc:"What it says"`
	Refuse time.Duration `json:"-"` // from then on nobody eats it
	Hurry  time.Duration `json:"-"` // from then on it is eaten at once or not at all
}

// The rules that are offered.
var (
	TwoHours = Rule{"two", "2 hours, then nobody eats it", 2 * time.Hour, 2 * time.Hour}
	TwoFour  = Rule{"two-four", "2 hours, then at once; 4 hours, then nobody", 4 * time.Hour, 2 * time.Hour}
)

// Own is a rule of the studio's own: so many minutes, 5 to 480, then nobody eats it. None told is two hours.
func Own(minutes int) Rule {
	if minutes < 5 || minutes > 480 {
		minutes = 120
	}
	d := time.Duration(minutes) * time.Minute
	return Rule{"own", "your own time, then nobody eats it", d, d}
}

// Rules are those, the stricter first, and one's own.
var Rules = []Rule{TwoHours, TwoFour, Own(0)}

// RuleOf is the rule of a key; the strictest for none. Minutes are those of one's own.
func RuleOf(key string, minutes int) Rule {
	if key == "own" {
		return Own(minutes)
	}
	for _, r := range Rules {
		if r.Key == key {
			return r
		}
	}
	return TwoHours
}

// Stood is how long food has stood between 5 and 60 °C in all.
type Stood struct {
	Minutes float64 `json:"minutes" doc:"In all"`
	State   string  `json:"state" enum:"good,hurry,refuse" doc:"good, to be eaten or cooled now, or not to be eaten"`
	Words   string  `json:"words" doc:"That in a sentence"`
}

// StoodFor adds the spans up, by moments in any order, until now: time does not start again when food is cooled.
func StoodFor(moments []Moment, now time.Time, r Rule) Stood {
	all := append([]Moment{}, moments...)
	sort.SliceStable(all, func(i, j int) bool { return all[i].At.Before(all[j].At) })
	var sum time.Duration
	var since time.Time
	out := false
	for _, m := range all {
		if m.At.After(now) {
			break
		}
		if m.Out && !out {
			since, out = m.At, true
		} else if !m.Out && out {
			sum, out = sum+m.At.Sub(since), false
		}
	}
	if out {
		sum += now.Sub(since)
	}
	s := Stood{Minutes: sum.Minutes(), State: "good"}
	told := fmt.Sprintf("%d min between 5 and 60 °C", int(sum.Minutes()))
	switch {
	case r.Refuse > 0 && sum >= r.Refuse:
		s.State, s.Words = "refuse", told+": by the rule you chose nobody eats it. Your local rules come first."
	case r.Hurry > 0 && sum >= r.Hurry:
		s.State, s.Words = "hurry", told+": eaten now, not put back into the cold. Your local rules come first."
	default:
		s.Words = told + ". Your local rules come first."
	}
	return s
}

// Lines are a tag as it is printed.
func (t Tag) Lines() []string {
	return []string{"NOT FOR EATING", t.Dish, strings.Join(t.What, "; "), "Done: " + strings.Join(t.Parts, ", ")}
}
