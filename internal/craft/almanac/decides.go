package almanac

import (
	"fmt"
	"math"
	"strings"
)

// Decided is what the recce of a place decides about the kit.
type Decided struct {
	Words   string `json:"words" doc:"What to bring, or to ask for"`
	Because string `json:"because" doc:"By which figure"`
}

// Limits of what a recce decides; start values of our own but where a formula is named.
const (
	frameMm    = 500.0 // a frame of a dish with room round it, across
	sensorMm   = 36.0
	softFromDg = 30.0 // a window that looks smaller than this from the set throws hard edges
	darkWalls  = 0.3
	lightWalls = 0.7
	overLensMm = 250.0 // body and arm over the lens, below the ceiling
)

// Decides says in words what is known of a place and what it means for the kit (handbook B7). What nobody has looked at decides
// nothing.
func (p Place) Decides() []Decided {
	out := []Decided{}
	say := func(words, because string, args ...any) {
		out = append(out, Decided{words, fmt.Sprintf(because, args...)})
	}
	if p.BackMm > 0 {
		// Thin lens: a frame so wide at u from the lens on this sensor takes f = u · s / (w + s).
		f := p.BackMm * sensorMm / (frameMm + sensorMm)
		say(fmt.Sprintf("Lenses up to %.0f mm; longer ones stay at home", math.Floor(f/5)*5), "The camera can go back %.0f cm, and a frame %.0f cm wide on a sensor 36 mm wide takes u · 36 / (500 + 36).", p.BackMm/10, frameMm/10)
	}
	soft := 0.0
	for _, w := range p.Windows {
		if w.AwayMm > 0 {
			soft = math.Max(soft, 2*math.Atan(math.Max(w.WidthMm, w.HeightMm)/2/w.AwayMm)*180/math.Pi)
		}
	}
	switch {
	case len(p.Windows) == 0 && p.known():
		say("Lamps, with what softens them: there is no daylight", "No window is written down.")
	case soft > 0 && soft < softFromDg:
		say("A diffuser, or the table nearer to the window", "From the set the largest window looks %.0f° across; under %.0f° its shadows are hard.", soft, softFromDg)
	}
	if p.Walls.Measured() {
		if r := p.Walls.Returns; r > 0 && r < darkWalls {
			say("White cards, more than at home: dark walls fill nothing", "The walls return %.0f %%.", 100*r)
		} else if r > lightWalls {
			say("Black cards: light walls fill the shadows by themselves", "The walls return %.0f %%.", 100*r)
		}
		if over := p.Walls.HeightMm - p.TableMm - overLensMm; p.TableMm > 0 && over > 0 {
			f := over * sensorMm / (frameMm + sensorMm)
			say(fmt.Sprintf("From straight above: up to %.0f mm, with an arm that is weighted and tied", math.Floor(f/5)*5), "Between the table and the lens there are %.0f cm at the most.", over/10)
		}
	}
	if p.Sockets > 0 && p.Sockets <= 2 {
		say("A lead with several sockets, its cable taped down, away from water and pours", "%d in reach of the set.", p.Sockets)
	}
	round := len(p.Tables) > 0
	for _, t := range p.Tables {
		round = round && t.Round
	}
	if round {
		say("Ask for a square table, or bring a board", "All tables are round, and too many round plates on a round table have no line to lead the eye.")
	}
	if len(p.Crockery) > 0 {
		var names []string
		for i, c := range p.Crockery {
			if i == 4 {
				names = append(names, "more")
				break
			}
			names = append(names, fmt.Sprintf("%d × %s", c.Count, c.Name))
		}
		say("Leave at home what the house lends", "%s.", strings.Join(names, ", "))
	}
	return out
}

// known reports whether anything of the recce was found out but its windows.
func (p Place) known() bool {
	return p.BackMm > 0 || p.Walls.Measured() || len(p.Crockery) > 0 || p.Sockets > 0
}
