// Package cost says what a shoot comes to before it is promised: crew, room, rental, food with its
// spares, hours on set, at the edit and in rounds; for each final, and against the fee (handbook B8,
// I2).
package cost

import (
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Doc is what is said of a shoot's money. Sums are in minor units of the studio's currency.
type Doc struct {
	FeeMinor  int64    `json:"feeMinor" minimum:"0" maximum:"100000000000" doc:"What is paid for it; 0 for own work or while open"`
	Rates     []Rate   `json:"rates" maxItems:"12" doc:"What an hour of each kind of work is paid"`
	RoomMinor int64    `json:"roomMinor" minimum:"0" maximum:"10000000000" doc:"The room for the day; 0 for one's own"`
	Rentals   []Rental `json:"rentals" maxItems:"60" doc:"What is rented"`
	EditMin   int      `json:"editMin" minimum:"0" maximum:"1440" doc:"At the edit of one final, minutes"`
	Rounds    int      `json:"rounds" minimum:"0" maximum:"20" doc:"Rounds of changes that are in the price"`
	RoundMin  int      `json:"roundMin" minimum:"0" maximum:"1440" doc:"Of one final in one round, minutes"`
	SparePct  int      `json:"sparePct" minimum:"0" maximum:"200" doc:"On top for what goes wrong, where the studio's own days do not say"`
}

// Rate is what an hour of somebody is paid.
type Rate struct {
	Does      string `json:"does" enum:"photographer,stylist,cook,assistant,editor" doc:"Who does what"`
	HourMinor int64  `json:"hourMinor" minimum:"0" maximum:"100000000" doc:"For an hour"`
}

// Rental is something rented, which could be bought.
type Rental struct {
	Name     string `json:"name" minLength:"1" maxLength:"120" doc:"What it is"`
	DayMinor int64  `json:"dayMinor" minimum:"0" maximum:"1000000000" doc:"For a day"`
	Days     int    `json:"days" minimum:"1" maximum:"60" doc:"How many days"`
	BuyMinor int64  `json:"buyMinor" minimum:"0" maximum:"10000000000" doc:"What it costs to buy; 0 for not known"`
	Uses     int    `json:"uses" minimum:"0" maximum:"1000" doc:"How often it is wanted in the next year"`
}

// Start is what a shoot begins with (start values of our own).
func Start() Doc {
	return Doc{Rates: []Rate{}, Rentals: []Rental{}, EditMin: 40, Rounds: 1, RoundMin: 10, SparePct: 15}
}

// Check returns what cannot be accepted, by field.
func (d Doc) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	seen := map[string]bool{}
	for i, r := range d.Rates {
		if seen[r.Does] {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("rates.%d.does", i), Words: "There is one rate for each kind of work."})
		}
		seen[r.Does] = true
	}
	for i, r := range d.Rentals {
		if strings.TrimSpace(r.Name) == "" {
			out = append(out, finding.FieldProblem{Path: fmt.Sprintf("rentals.%d.name", i), Words: "Say what is rented."})
		}
	}
	return out
}

// Hours is somebody's time on the set.
type Hours struct {
	Name, Does string
	Min        int
}

// Facts are what the rest of the shoot knows.
type Facts struct {
	Currency  string
	Crew      []Hours
	Planned   bool // whether a day was taken, so that hours are known
	FoodMinor int64
	Unpriced  int // lines of the shopping without a price
	Finals    int
	// Over is by how much the studio's own days took longer than planned, as a share; Days is of how many.
	Over float64
	Days int
}

// History is by how much days took longer than planned: all minutes that went, over those planned, less one. A day is
// counted with at least this many jobs over.
func History(planned, went []int) (over float64, ok bool) {
	const least = 5
	p, w := 0, 0
	for i := range planned {
		if planned[i] > 0 && went[i] >= 0 {
			p, w = p+planned[i], w+went[i]
		}
	}
	if len(planned) < least || p == 0 {
		return 0, false
	}
	return float64(w)/float64(p) - 1, true
}

// Line is one line of an estimate.
type Line struct {
	Group   string          `json:"group" enum:"crew,room,rental,food,edit,spare" doc:"What it is for"`
	Reading reading.Reading `json:"reading" doc:"The sum with its working"`
	Minor   int64           `json:"minor" doc:"The same, minor units"`
}

// Estimate is what a shoot comes to.
type Estimate struct {
	Currency   string          `json:"currency" doc:"Of all sums"`
	Lines      []Line          `json:"lines" doc:"What it is made of"`
	TotalMinor int64           `json:"totalMinor" doc:"All of it, minor units"`
	Total      reading.Reading `json:"total" doc:"The same with its working"`
	PerFinal   reading.Reading `json:"perFinal" doc:"For each final"`
	Left       reading.Reading `json:"left" doc:"What is left of the fee; below 0 it does not pay"`
	Words      []string        `json:"words" doc:"What to make of it"`
	Advice     []string        `json:"advice" doc:"What is rather bought than rented"`
}

func amount(minor int64) float64 { return float64(minor) / 100 }

// Of makes an estimate.
func Of(d Doc, f Facts) Estimate {
	out := Estimate{Currency: f.Currency, Lines: []Line{}, Words: []string{}, Advice: []string{}}
	const source = "what was said here, and the shoot's own day and shopping"
	add := func(group, key, label string, minor int64, working ...reading.Line) {
		out.Lines = append(out.Lines, Line{group, reading.New(key, label, amount(minor), f.Currency, 2, source, working...), minor})
		out.TotalMinor += minor
	}
	rates := map[string]int64{}
	for _, r := range d.Rates {
		rates[r.Does] = r.HourMinor
	}
	var onSet int64
	for i, h := range f.Crew {
		rate, known := rates[h.Does]
		if !known {
			out.Words = append(out.Words, fmt.Sprintf("Nobody said what an hour of a %s is paid: %s is not in it.", h.Does, h.Name))
			continue
		}
		sum := int64(math.Round(float64(rate) * float64(h.Min) / 60))
		onSet += sum
		add("crew", fmt.Sprintf("crew-%d", i), h.Name+", "+h.Does, sum, reading.Line{Words: "Hours on the day, at an hour's pay", Formula: fmt.Sprintf("%s × %.2f", hours(h.Min), amount(rate)), Shown: fmt.Sprintf("%.2f", amount(sum))})
	}
	if !f.Planned {
		out.Words = append(out.Words, "No day is taken yet: hours are those of the day as it is said, from call to end.")
	}
	if d.RoomMinor > 0 {
		add("room", "room", "The room", d.RoomMinor, reading.Line{Words: "For the day", Shown: fmt.Sprintf("%.2f", amount(d.RoomMinor))})
	}
	for i, r := range d.Rentals {
		sum := r.DayMinor * int64(r.Days)
		add("rental", fmt.Sprintf("rental-%d", i), r.Name, sum, reading.Line{Words: "For a day, times the days", Formula: fmt.Sprintf("%.2f × %d", amount(r.DayMinor), r.Days), Shown: fmt.Sprintf("%.2f", amount(sum))})
		if r.BuyMinor > 0 && sum > 0 {
			paid := int(math.Ceil(float64(r.BuyMinor) / float64(sum)))
			if uses := max(1, r.Uses); uses >= paid {
				out.Advice = append(out.Advice, fmt.Sprintf("%s: bought it is paid for after %s like this, and you want it %d times a year. Buy it.", r.Name, times(paid), uses))
			} else {
				out.Advice = append(out.Advice, fmt.Sprintf("%s: rent it; bought it is paid for only after %s like this.", r.Name, times(paid)))
			}
		}
	}
	if f.FoodMinor > 0 {
		add("food", "food", "Food and drink, spares included", f.FoodMinor, reading.Line{Words: "All priced lines of the shopping", Shown: fmt.Sprintf("%.2f", amount(f.FoodMinor))})
	}
	if f.Unpriced > 0 {
		out.Words = append(out.Words, fmt.Sprintf("%d lines of the shopping have no price yet.", f.Unpriced))
	}
	edit := f.Finals * (d.EditMin + d.Rounds*d.RoundMin)
	if rate, known := rates["editor"]; edit > 0 && known {
		sum := int64(math.Round(float64(rate) * float64(edit) / 60))
		add("edit", "edit", "Edit and rounds", sum,
			reading.Line{Words: "Minutes of each final, rounds included", Formula: fmt.Sprintf("%d + %d × %d", d.EditMin, d.Rounds, d.RoundMin), Shown: fmt.Sprintf("%d min", d.EditMin+d.Rounds*d.RoundMin)},
			reading.Line{Words: "Of all finals, at an hour's pay", Formula: fmt.Sprintf("%d × that = %s × %.2f", f.Finals, hours(edit), amount(rate)), Shown: fmt.Sprintf("%.2f", amount(sum))})
	} else if edit > 0 {
		out.Words = append(out.Words, fmt.Sprintf("%s at the edit are not in it: nobody said what an hour of an editor is paid.", hours(edit)))
	}
	over, because := float64(d.SparePct)/100, "as you said"
	if f.Days > 0 {
		over, because = math.Max(0, f.Over), fmt.Sprintf("your own days took so much longer than planned (%s)", daysOf(f.Days))
	}
	if spare := int64(math.Round(float64(onSet) * over)); spare > 0 {
		add("spare", "spare", "For what goes wrong", spare, reading.Line{Words: "On top of the hours on set, " + because, Formula: fmt.Sprintf("%.2f × %.0f %%", amount(onSet), 100*over), Shown: fmt.Sprintf("%.2f", amount(spare))})
	}
	var parts []string
	for _, l := range out.Lines {
		parts = append(parts, l.Reading.Shown)
	}
	out.Total = reading.New("total", "All of it", amount(out.TotalMinor), f.Currency, 2, source, reading.Line{Words: "Line by line", Formula: strings.Join(parts, " + "), Shown: fmt.Sprintf("%.2f", amount(out.TotalMinor))})
	if f.Finals > 0 {
		each := out.TotalMinor / int64(f.Finals)
		out.PerFinal = reading.New("per-final", "For each final", amount(each), f.Currency, 2, source, reading.Line{Words: "All of it over the finals owed", Formula: fmt.Sprintf("%.2f / %d", amount(out.TotalMinor), f.Finals), Shown: fmt.Sprintf("%.2f", amount(each))})
	} else {
		out.PerFinal = reading.New("per-final", "For each final", math.Inf(1), "", 0, source)
		out.PerFinal.Shown = "no finals owed"
	}
	if d.FeeMinor > 0 {
		left := d.FeeMinor - out.TotalMinor
		out.Left = reading.New("left", "Left of the fee", amount(left), f.Currency, 2, source, reading.Line{Words: "The fee less all of it", Formula: fmt.Sprintf("%.2f − %.2f", amount(d.FeeMinor), amount(out.TotalMinor)), Shown: fmt.Sprintf("%.2f", amount(left))})
		if left < 0 {
			out.Words = append(out.Words, fmt.Sprintf("It does not pay: %.2f %s are missing. Fewer finals, a shorter day, or a higher fee.", -amount(left), f.Currency))
		}
	} else {
		out.Left = reading.New("left", "Left of the fee", math.Inf(1), "", 0, source)
		out.Left.Shown = "no fee said"
	}
	return out
}

func hours(min int) string { return fmt.Sprintf("%d h %02d", min/60, min%60) }

func times(n int) string {
	if n == 1 {
		return "one shoot"
	}
	return fmt.Sprintf("%d shoots", n)
}

func daysOf(n int) string {
	if n == 1 {
		return "one day"
	}
	return fmt.Sprintf("%d days", n)
}
