package proof

import (
	"fmt"
	"math"

	"figladder/internal/craft/reading"
)

// Terms are what was agreed about rounds.
type Terms struct {
	InPrice   int    // rounds that are in the price
	RoundMin  int    // of one final in one round, minutes
	HourMinor int64  // of an editor's hour, minor units; 0 when nobody said
	Currency  string // of it
}

// Next tells what one round more comes to, with finals pictures in it: nothing while it is in the price.
func (t Terms) Next(number, finals int) (extra bool, words string, cost reading.Reading) {
	if number <= t.InPrice {
		left := t.InPrice - number
		words = fmt.Sprintf("Round %d of %d in the price", number, t.InPrice)
		if left == 0 && t.InPrice > 0 {
			words += ": the last one"
		}
		return false, words, reading.Reading{}
	}
	minutes := finals * t.RoundMin
	in := fmt.Sprintf("%d are", t.InPrice)
	switch t.InPrice {
	case 0:
		in = "none is"
	case 1:
		in = "one is"
	}
	words = fmt.Sprintf("Round %d; %s in the price. This one is extra", number, in)
	const source = "what was said of the shoot's money"
	working := []reading.Line{{Words: "Minutes of all pictures in it", Formula: fmt.Sprintf("%d × %d min", finals, t.RoundMin), Shown: fmt.Sprintf("%d min", minutes)}}
	if t.HourMinor <= 0 {
		return true, words, reading.New("round", "An extra round", float64(minutes), "min", 0, source, working...)
	}
	hour := float64(t.HourMinor) / 100
	sum := math.Round(float64(t.HourMinor)*float64(minutes)/60) / 100
	working = append(working, reading.Line{Words: "At an editor's hour", Formula: fmt.Sprintf("%d / 60 × %.2f", minutes, hour), Shown: fmt.Sprintf("%.2f", sum)})
	return true, words, reading.New("round", "An extra round", sum, t.Currency, 2, source, working...)
}
