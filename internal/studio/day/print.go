package day

import (
	"context"
	"fmt"
	"slices"
	"sort"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/dayplan"
	"figladder/internal/formats/daycal"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// whole is a day that was taken, or a word that none was.
func (s *Room) whole(ctx context.Context, shootID string) (*all, *Bench, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, nil, err
	}
	b := a.bench()
	if len(a.doc.Starts) == 0 {
		return nil, nil, core.Rule("Take a day first: there is nothing to print.")
	}
	return a, b, nil
}

// doing is where or how a job goes on, for a sheet and the page.
var doing = map[dayplan.JobKind]string{dayplan.Prep: "by hand", dayplan.Cook: "on the ring", dayplan.Bake: "in the oven", dayplan.Chill: "in the fridge", dayplan.Freeze: "in the freezer", dayplan.Rest: "stands",
	dayplan.Finish: "last touch", dayplan.Look: "stand-in", dayplan.Frame: "frame", dayplan.Break: "break", dayplan.Copy: "copy", dayplan.Wrap: "wrap", dayplan.Own: "yours", dayplan.Errand: "errand"}

// PrintCallSheet is the day on paper: where, when, who, light, order of frames and all jobs by time; by shape and word, so
// that it prints in black and white.
func (s *Room) PrintCallSheet(ctx context.Context, shootID string) ([]byte, error) {
	a, b, err := s.whole(ctx, shootID)
	if err != nil {
		return nil, err
	}
	t := a.doc.Terms
	out := sheet.Sheet{Title: "Call sheet: " + a.shoot.Name, Under: briefroom.Under(b.Words, a.shoot.Brief), At: s.Now()}
	facts := sheet.Part{Heading: "Where and when", Lines: []string{
		fmt.Sprintf("Call %s, done by %s; break of %d min between %s and %s.", dayplan.Clock(t.StartMin), dayplan.Clock(t.EndMin), t.LunchMin, dayplan.Clock(t.LunchFrom), dayplan.Clock(t.LunchUntil)),
		fmt.Sprintf("%s of hands, the photographer's included.", core.Plural(t.Hands, "pair"))}}
	facts.Lines = append(facts.Lines, crewLines(a.shoot.Brief, t)...)
	for _, line := range []string{a.shoot.Brief.Where, a.shoot.Brief.Who} {
		if line != "" {
			facts.Lines = append(facts.Lines, line)
		}
	}
	weather, err := s.outdoors(ctx, a.shoot, t)
	if err != nil {
		return nil, err
	}
	facts.Lines = append(facts.Lines, weather...)
	for _, l := range a.light {
		facts.Lines = append(facts.Lines, fmt.Sprintf("%s: sunrise %s, sunset %s. %s", l.Window, dayplan.Clock(l.Day.FromMin), dayplan.Clock(l.Day.ToMin), l.Words))
	}
	frames := sheet.Part{Heading: "Frames, in order", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "At", Width: 3}, {Name: "Frame", Width: 9}, {Name: "Set-up", Width: 6}, {Name: "Hands", Width: 2}, {Name: "Holds", Width: 3}}}
	jobs := sheet.Part{Heading: "Everything, by time", Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "From", Width: 4}, {Name: "To", Width: 2}, {Name: "What", Width: 8}, {Name: "Where", Width: 3}, {Name: "Who", Width: 3}, {Name: "Dish", Width: 3}}}
	for _, j := range b.Jobs {
		if !j.Placed {
			continue
		}
		jobs.Rows = append(jobs.Rows, []string{sheet.Tick, dayplan.Clock(j.AtMin), hour(j.AtMin + j.Min), j.Name, j.Doing, strings.Join(j.Who, ", "), j.Dish})
		if j.Kind != dayplan.Frame {
			continue
		}
		title, hold := j.Name, "keeps"
		if j.Hero {
			title = "■ " + title
		}
		if j.Caution != "" {
			title += " ▲ " + j.Caution
		}
		if j.HoldMin > 0 {
			hold = fmt.Sprintf("%d min", j.HoldMin)
		}
		frames.Rows = append(frames.Rows, []string{sheet.Tick, hour(j.AtMin), title, j.SetUp, fmt.Sprint(handsOf(j)), hold})
	}
	out.Parts = append(out.Parts, facts, frames, jobs, sheet.Part{Lines: []string{"Local rules and licensed practice come first. Nothing altered is eaten; what has stood warm is counted (Set, Styling, Safety)."}})
	return out.PDF(ctx)
}

// outdoors is what the forecast has for the hours of a day, and what the recce of its place found out: the way there,
// parking, keys.
func (s *Room) outdoors(ctx context.Context, shoot *store.Shoot, t dayplan.Terms) ([]string, error) {
	place, _, err := s.Set.PlaceOf(ctx, shoot)
	if err != nil || place == nil {
		return nil, err
	}
	var out []string
	if place.Notes != "" {
		out = append(out, "From the recce: "+place.Notes)
	}
	if s.Set.Weather != nil && shoot.Brief.When != "" && !place.Nowhere() {
		c, humidity, err := s.Set.Weather.Air(ctx, place.LatDeg, place.LonDeg, shoot.Brief.When)
		cloud, none := s.Set.Weather.Cloud(ctx, place.LatDeg, place.LonDeg, shoot.Brief.When)
		if err != nil || none != nil { // a forecast that does not answer keeps no sheet back
			return append(out, "No forecast could be had; look for one on the day before."), ctx.Err()
		}
		sum, n := 0.0, 0
		for h := t.StartMin / 60; h < len(cloud) && h*60 < t.EndMin; h++ {
			sum, n = sum+cloud[h], n+1
		}
		sky := "no word of the sky"
		if n > 0 {
			sky = fmt.Sprintf("%.0f %% of the sky in cloud on the mean", 100*sum/float64(n))
		}
		words := fmt.Sprintf("Forecast: %.0f °C outdoors, humidity %.0f %%, %s.", c, humidity, sky)
		if k, err := s.Units(ctx); err == nil {
			words = k.Units.Words(words)
		}
		out = append(out, words)
	}
	return out, nil
}

// crewLines are who is there, when, and what they keep away from.
func crewLines(b brief.Brief, t dayplan.Terms) []string {
	var out []string
	for _, h := range b.Crew {
		from, to := h.There(t.StartMin, t.EndMin)
		line := fmt.Sprintf("%s, %s, %s to %s", h.Name, h.Does, hour(from), hour(to))
		if len(h.Avoids) > 0 {
			line += "; keeps away from " + strings.Join(h.Avoids, ", ")
		}
		out = append(out, line+".")
	}
	return out
}

// PrintPrep is what each of the crew does, by time: a part for each, and one for what stands by itself or is anybody's.
func (s *Room) PrintPrep(ctx context.Context, shootID string) ([]byte, error) {
	a, b, err := s.whole(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Prep: " + a.shoot.Name, Under: briefroom.Under(b.Words, a.shoot.Brief), At: s.Now()}
	columns := []sheet.Column{{Name: "", Width: 1}, {Name: "From", Width: 3}, {Name: "To", Width: 2}, {Name: "What", Width: 12}, {Name: "Dish", Width: 6}}
	of := func(name string) sheet.Part {
		part := sheet.Part{Heading: name, Columns: columns}
		for _, j := range b.Jobs {
			if mine := slices.Contains(j.Who, name) || name == anybody && len(j.Who) == 0; j.Placed && mine {
				what := j.Name
				if j.Caution != "" {
					what += " ▲ " + j.Caution
				}
				part.Rows = append(part.Rows, []string{sheet.Tick, dayplan.Clock(j.AtMin), hour(j.AtMin + j.Min), what, j.Dish})
			}
		}
		return part
	}
	names := []string{}
	for _, p := range a.people() {
		names = append(names, p.Name)
	}
	for _, name := range append(names, anybody) {
		if part := of(name); len(part.Rows) > 0 {
			out.Parts = append(out.Parts, part)
		}
	}
	return out.PDF(ctx)
}

// anybody is whose work a job is that nobody was given, or that goes on by itself.
const anybody = "By itself, or whoever is free"

func handsOf(j PlacedJob) int {
	for _, n := range j.Needs {
		if n.Of == "hands" {
			return n.Units
		}
	}
	return 0
}

// hour is a clock without its day.
func hour(min int) string {
	return dayplan.Clock(((min % 1440) + 1440) % 1440)
}

// Calendar is the day as a calendar: frames, what goes in the oven, and breaks, each with a reminder five minutes before.
func (s *Room) Calendar(ctx context.Context, shootID string) ([]byte, error) {
	a, b, err := s.whole(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if b.Date == "" {
		return nil, core.Rule("Write down the day of the shoot first (Brief).")
	}
	zone, err := time.LoadLocation(b.Zone)
	if err != nil {
		return nil, core.Rule("“%s” is no time zone.", b.Zone)
	}
	day, err := time.ParseInLocation("2006-01-02", b.Date, zone)
	if err != nil {
		return nil, core.Rule("“%s” is no day.", b.Date)
	}
	var out []daycal.Entry
	for _, j := range b.Jobs {
		if !j.Placed || j.Min == 0 {
			continue
		}
		var words []string
		for _, w := range []string{j.Dish, j.SetUp, j.Because, j.Caution} {
			if w != "" {
				words = append(words, w)
			}
		}
		out = append(out, daycal.Entry{Key: j.Key, From: daycal.At(day, j.AtMin), To: daycal.At(day, j.AtMin+j.Min), Title: j.Name, Words: strings.Join(words, ". "), Alarm: j.Kind == dayplan.Frame || j.Kind == dayplan.Bake || j.Kind == dayplan.Finish})
	}
	sort.SliceStable(out, func(i, k int) bool { return out[i].From.Before(out[k].From) })
	return daycal.Write(a.shoot.Key, a.shoot.Name, b.Zone, out, s.Now()), nil
}
