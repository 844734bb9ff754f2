package cupboard

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Wanted is a thing looked for, to rent or to buy.
type Wanted struct {
	Name        string  `json:"name" minLength:"1" maxLength:"160" doc:"What it is"`
	Kind        Kind    `json:"kind" doc:"What kind of prop"`
	Because     string  `json:"because" maxLength:"300" doc:"Why it is wanted"`
	Maker       string  `json:"maker" maxLength:"120" doc:"Who makes it"`
	PriceMinor  int64   `json:"priceMinor" minimum:"0" maximum:"100000000" doc:"What it costs, minor units"`
	ResaleShare float64 `json:"resaleShare" minimum:"0" maximum:"1" doc:"Share of the price it brings when sold again"`
	DayMinor    int64   `json:"dayMinor" minimum:"0" maximum:"100000000" doc:"Rental a day, minor units"`
	Days        float64 `json:"days" minimum:"0" maximum:"3650" doc:"Days it would be used"`
	Got         bool    `json:"got" doc:"Whether it was got"`
}

// Check returns what cannot be accepted.
func (w Wanted) Check() []finding.FieldProblem {
	if w.Kind != "" && !has(Kinds, w.Kind) {
		return []finding.FieldProblem{{Path: "kind", Words: "“" + string(w.Kind) + "” is no kind of prop."}}
	}
	return nil
}

// Use is what renting and buying come to for a number of days.
type Use struct {
	Days      float64 `json:"days" doc:"Days of use"`
	RentMinor float64 `json:"rentMinor" doc:"Renting, minor units"`
	BuyMinor  float64 `json:"buyMinor" doc:"Buying less what it brings again, minor units"`
}

// Choice is whether to rent or to buy.
type Choice struct {
	BreakEven reading.Reading `json:"breakEven" doc:"Days from which buying is cheaper"`
	Verdict   string          `json:"verdict" enum:"rent,buy,either,unknown" doc:"What is cheaper for the days expected"`
	Words     string          `json:"words" doc:"Why"`
	Curve     []Use           `json:"curve" doc:"Both by days of use, for drawing"`
	LowDays   float64         `json:"lowDays" doc:"Break-even if it sells again for a quarter of the price more"`
	HighDays  float64         `json:"highDays" doc:"Break-even if it sells again for a quarter of the price less"`
}

// RentOrBuy works out from how many days on buying is cheaper: the price less what
// it brings again, divided by the rental of a day. Without a price or a rental
// nothing can be said.
func RentOrBuy(w Wanted) Choice {
	lost := func(share float64) float64 { return float64(w.PriceMinor) * (1 - math.Min(1, math.Max(0, share))) }
	out := Choice{Curve: []Use{}, Verdict: "unknown"}
	money := func(minor float64) string { return reading.Number(minor/100, 2) }
	if w.PriceMinor <= 0 || w.DayMinor <= 0 {
		out.BreakEven = reading.New("breakEven", "Buying is cheaper from", math.Inf(1), "days", 1, "price less resale, over rental a day")
		out.Words = "Say what it costs and what a day of it rents for."
		return out
	}
	days := lost(w.ResaleShare) / float64(w.DayMinor)
	out.BreakEven = reading.New("breakEven", "Buying is cheaper from", days, "days", 1, "Price less resale, over rental a day",
		reading.Line{Words: "Lost when it is sold again", Formula: fmt.Sprintf("%s × (1 − %.2f)", money(float64(w.PriceMinor)), w.ResaleShare), Shown: money(lost(w.ResaleShare))},
		reading.Line{Words: "Over a day's rental", Formula: fmt.Sprintf("%s ÷ %s", money(lost(w.ResaleShare)), money(float64(w.DayMinor))), Shown: reading.Number(days, 1) + " days"})
	out.LowDays, out.HighDays = lost(w.ResaleShare+0.25)/float64(w.DayMinor), lost(w.ResaleShare-0.25)/float64(w.DayMinor)
	most := math.Max(2*days, 1.5*w.Days)
	most = math.Max(most, 2)
	for i := 0; i <= 20; i++ {
		d := most * float64(i) / 20
		out.Curve = append(out.Curve, Use{d, d * float64(w.DayMinor), lost(w.ResaleShare)})
	}
	switch {
	case w.Days < out.LowDays:
		out.Verdict, out.Words = "rent", fmt.Sprintf("%.0f days are under every break-even from %.1f to %.1f", w.Days, out.LowDays, out.HighDays)
	case w.Days > out.HighDays:
		out.Verdict, out.Words = "buy", fmt.Sprintf("%.0f days are over every break-even from %.1f to %.1f", w.Days, out.LowDays, out.HighDays)
	default:
		out.Verdict, out.Words = "either", fmt.Sprintf("it depends on what it brings again: break-even lies from %.1f to %.1f days", out.LowDays, out.HighDays)
	}
	return out
}
