package review

import (
	"fmt"

	"figladder/internal/craft/reading"
)

// Came is what was planned of a shoot, and what came of it; 0 where nobody knows.
type Came struct {
	DayPlannedMin, DayMin   int     // jobs that are over
	EditPlannedMin, EditMin float64 // all kept frames
	RoundsPlanned, Rounds   int
	FramesPlanned, Kept     int
	CostMinor, CameMinor    int64
	Currency                string
}

// told is from how far off a plan is worth changing (a value of our own).
const told = 1.25

// Against says what came of a plan, and what to make of it next time (handbook I2).
func Against(c Came) (all []reading.Reading, words []string) {
	all, words = []reading.Reading{}, []string{}
	line := func(words, shown string) reading.Line { return reading.Line{Words: words, Shown: shown} }
	minutes := func(m float64) string {
		if m >= 90 {
			return fmt.Sprintf("%.1f h", m/60)
		}
		return fmt.Sprintf("%.0f min", m)
	}
	if c.DayPlannedMin > 0 && c.DayMin > 0 {
		planned, took := float64(c.DayPlannedMin), float64(c.DayMin)
		all = append(all, reading.New("came-day", "Jobs of the day", took, "min", 0, "begun and done, on the day", line("Planned", minutes(planned)), line("Took", minutes(took))))
		if k := took / planned; k > told {
			words = append(words, fmt.Sprintf("The day's jobs took %.1f times what was planned: the next estimate goes by that.", k))
		}
	}
	if c.EditPlannedMin > 0 && c.EditMin > 0 && c.Kept > 0 {
		each := c.EditMin / float64(c.Kept)
		all = append(all, reading.New("came-edit", "At the edit", c.EditMin, "min", 0, "the timer", line("Planned", minutes(c.EditPlannedMin)), line("Took", minutes(c.EditMin)), line("A frame", minutes(each))))
		if k := c.EditMin / c.EditPlannedMin; k > told || k < 1/told {
			words = append(words, fmt.Sprintf("A frame took %s at the edit: say that in the next estimate.", minutes(each)))
		}
	}
	if c.RoundsPlanned > 0 || c.Rounds > 0 {
		all = append(all, reading.New("came-rounds", "Rounds", float64(c.Rounds), "", 0, "what was shown to the client", line("In the price", fmt.Sprint(c.RoundsPlanned)), line("Shown", fmt.Sprint(c.Rounds))))
		if c.Rounds > c.RoundsPlanned {
			words = append(words, fmt.Sprintf("%d rounds instead of %d: ask what was open in the brief when the first was shown.", c.Rounds, c.RoundsPlanned))
		}
	}
	if c.FramesPlanned > 0 {
		all = append(all, reading.New("came-frames", "Frames kept", float64(c.Kept), "", 0, "the list and what was kept", line("Planned", fmt.Sprint(c.FramesPlanned)), line("Kept", fmt.Sprint(c.Kept))))
	}
	if c.CostMinor > 0 && c.CameMinor > 0 {
		money := func(v int64) string { return fmt.Sprintf("%.2f %s", float64(v)/100, c.Currency) }
		all = append(all, reading.New("came-cost", "Cost", float64(c.CameMinor)/100, c.Currency, 2, "the estimate, with the edit and the rounds as they came", line("Estimated", money(c.CostMinor)), line("With what was counted", money(c.CameMinor))))
		if k := float64(c.CameMinor) / float64(c.CostMinor); k > told {
			words = append(words, fmt.Sprintf("It cost %.1f times the estimate.", k))
		}
	}
	return all, words
}
