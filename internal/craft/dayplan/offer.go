package dayplan

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"figladder/internal/craft/almanac"
)

// Style is what is best about a day.
type Style string

// The three that are offered.
const (
	Shortest  Style = "shortest"
	Calmest   Style = "calmest"
	BestLight Style = "best light"
)

// Styles are those.
var Styles = []Style{Shortest, Calmest, BestLight}

// Words implements words.Vocabulary.
func (Style) Words() []string { return []string{string(Shortest), string(Calmest), string(BestLight)} }

// Offer is a good day with what it costs.
type Offer struct {
	Style    Style   `json:"style" doc:"What is best about it"`
	Starts   []int   `json:"-"` // when each task starts, in the order of the tasks
	EndMin   int     `json:"endMin" doc:"When the last is over"`
	LightOff int     `json:"lightOff" doc:"How far from their best light frames are taken in all, points"`
	Changes  int     `json:"changes" doc:"How often the set is changed"`
	SlackMin int     `json:"slackMin" doc:"Minutes between jobs that are tied to one another, on the mean: room for what goes wrong"`
	GapShare float64 `json:"gapShare" doc:"How much better there might be, of itself, 0 to 1"`
	Proved   bool    `json:"proved" doc:"Whether there is none better"`
	Words    string  `json:"words" doc:"That in a sentence"`
}

// mostRoom is up to how many minutes of waiting count as room for what goes wrong.
const mostRoom = 30

// lightWeighs is what one point of light weighs against a minute by which the day ends later.
const lightWeighs = 12

// aimOf is what a style wants of the search.
func aimOf(s Style) (Aim, int) {
	if s == BestLight {
		return Aim{End: 1, Costs: true}, lightWeighs
	}
	return Aim{End: 1}, 1
}

// weighed is the day with what tasks cost weighed against minutes.
func weighed(d Day, by int) Day {
	out := d.Copy()
	for i := range out.Tasks {
		costs := make([]Cost, len(out.Tasks[i].Costs))
		for k, c := range out.Tasks[i].Costs {
			costs[k] = Cost{c.Span, c.Points * by}
		}
		out.Tasks[i].Costs = costs
	}
	return out
}

// padded gives every job but breaks so many percent more, frames half of that, and holds as much less.
func padded(d Day, jobs []Job, percent int) Day {
	out := d.Copy()
	for i, j := range jobs {
		t := &out.Tasks[i]
		switch more := t.Min * percent / 100; {
		case j.Kind == Break || t.Pinned != nil:
		case j.Kind == Frame || j.Kind == Look:
			t.Min += more / 2
		default:
			t.Min += more
		}
	}
	for i, l := range out.Links {
		if l.MostMin != nil && *l.MostMin > 2 {
			most := max(2, l.LeastMin, *l.MostMin*(100-percent)/100)
			out.Links[i].MostMin = &most
		}
	}
	return out
}

// mostCuts is how often a day is looked for anew because somebody would have to be in two places, each time with so many
// parts of the effort.
const (
	mostCuts  = 8
	cutEffort = 4
)

// PlanDay finds a day of a style for those people; none when nobody is written down. What the day shares are numbers of
// hands: where those are enough at every minute and yet one person's work would have to be handed on in the middle, the
// jobs that would not go beside one another are kept apart, and a day is looked for again.
func PlanDay(ctx context.Context, d Day, jobs []Job, t Terms, s Style, e Effort, people []Person) (Offer, error) {
	best, share, err := planOnce(ctx, d, jobs, t, s, e, []int{t.SlackShare, t.SlackShare / 2, t.SlackShare / 4})
	if err != nil {
		return best, err
	}
	apart := d
	e.Exact, e.Starts, e.Rounds, e.From = e.Exact/cutEffort, e.Starts/cutEffort, e.Rounds/cutEffort, best.Starts
	var shares []int // as calm, or half as calm; but calm still
	if share > 0 {
		shares = []int{share, share / 2}
	}
	fewest, ways := doubled(d, jobs, best.Starts, people)
	for cuts := 0; fewest > 0 && cuts < mostCuts; cuts++ {
		from := apart
		var next *Offer
		var least int
		for _, pairs := range ways {
			kept := from.keptApart(pairs)
			o, calm, err := planOnce(ctx, kept, jobs, t, s, e, shares)
			if errors.Is(err, ErrNone) || errors.Is(err, ErrNotFound) || err == nil && share > 0 && calm == 0 {
				continue
			}
			if err != nil {
				return o, err
			}
			if n, _ := doubled(d, jobs, o.Starts, people); next == nil || n < least || n == least && o.EndMin < next.EndMin {
				next, least, apart = &o, n, kept
			}
		}
		if next == nil {
			break // with so few people somebody does lend a hand at what is another's
		}
		if _, ways = doubled(d, jobs, next.Starts, people); least < fewest {
			best, fewest = *next, least
			best.Proved = false // of the day as it was
		}
	}
	return best, nil
}

// planOnce finds a day of a style, whoever does what. A calm day is one in which everything may take longer: as much as
// the shares of slack allow that are to be tried, in percent; it returns the one that there was room for, 0 for none.
func planOnce(ctx context.Context, d Day, jobs []Job, t Terms, s Style, e Effort, shares []int) (Offer, int, error) {
	aim, weigh := aimOf(s)
	var plan Plan
	slack, took := 5, 0
	if s == Calmest {
		for _, share := range shares {
			if share == 0 {
				break
			}
			calm, err := Solve(ctx, padded(d, jobs, share), aim, e)
			if errors.Is(err, ErrNone) || errors.Is(err, ErrNotFound) {
				continue
			}
			if err != nil {
				return Offer{}, 0, err
			}
			if len(Audit(d, calm.Starts)) == 0 {
				plan, slack, took = Plan{Starts: calm.Starts}, 10, share
				break
			}
		}
	}
	if plan.Starts == nil {
		var err error
		if plan, err = Solve(ctx, weighed(d, weigh), aim, e); err != nil {
			return Offer{}, 0, err
		}
	}
	starts := plan.Starts
	starts = Late(d, starts, func(i int) bool {
		k := jobs[i].Kind
		return k == Frame || k == Look || k == Break || k == Copy || k == Wrap || d.Tasks[i].Pinned != nil
	}, func(i int) int { return max(slack, d.Tasks[i].Min*t.SlackShare/100) })
	out := offerOf(d, jobs, starts, s)
	out.Proved, out.GapShare = plan.Proved, plan.Gap()
	return out, took, nil
}

// Three are a day of each style. Each is looked for from the best there is of the others, so that none is worse by its
// own measure than another.
func Three(ctx context.Context, d Day, jobs []Job, t Terms, e Effort, people []Person) ([]Offer, error) {
	calm, err := PlanDay(ctx, d, jobs, t, Calmest, e, people)
	if err != nil {
		return nil, err
	}
	e.From = calm.Starts
	short, err := PlanDay(ctx, d, jobs, t, Shortest, e, people)
	if err != nil {
		return nil, err
	}
	e.From = short.Starts
	light, err := PlanDay(ctx, d, jobs, t, BestLight, e, people)
	return []Offer{short, calm, light}, err
}

// offerOf tells what a plan costs.
func offerOf(d Day, jobs []Job, starts []int, s Style) Offer {
	out := Offer{Style: s, Starts: starts}
	for i, t := range d.Tasks {
		out.EndMin = max(out.EndMin, starts[i]+t.Min)
		out.LightOff += t.CostAt(starts[i])
	}
	out.Changes = len(SetUps(d, jobs, starts))
	at := d.index()
	ties, room := 0, 0
	for _, l := range d.Links {
		if a, b := at[l.From], at[l.To]; l.LeastMin >= 0 && jobs[b].Kind != Copy && jobs[b].Kind != Wrap {
			ties++
			room += min(mostRoom, max(0, starts[b]-starts[a]-d.Tasks[a].Min-l.LeastMin))
		}
	}
	if ties > 0 {
		out.SlackMin = room / ties
	}
	light := "every frame in its best light"
	if out.LightOff > 0 {
		light = fmt.Sprintf("%d points off the best light", out.LightOff)
	}
	out.Words = fmt.Sprintf("Done at %s; the set is changed %d times; %s.", almanac.Clock(out.EndMin), out.Changes, light)
	return out
}

// SetUp is a stretch in which the set and its light are changed.
type SetUp struct {
	Span
	State string `json:"state" doc:"What stands then"`
	For   string `json:"for" doc:"The first job of it, by its key"`
}

// SetUps are the changes of set of a plan: right before the first job of each run of one set-up.
func SetUps(d Day, jobs []Job, starts []int) []SetUp {
	out := []SetUp{}
	change := 0
	for _, r := range d.Resources {
		if r.Key == set {
			change = r.ChangeMin
		}
	}
	users := d.users(set)
	sorted := make([]int, len(users))
	for i, u := range users {
		sorted[i] = int(u)
	}
	sortBy(sorted, func(i int) int { return starts[i] })
	last := ""
	for _, i := range sorted {
		if st := d.Tasks[i].State; st != "" && st != last {
			out = append(out, SetUp{Span{starts[i] - change, starts[i]}, st, jobs[i].Key})
			last = st
		}
	}
	return out
}

// sortBy orders numbers by a key, those alike as they were.
func sortBy(of []int, key func(i int) int) {
	slices.SortStableFunc(of, func(a, b int) int { return key(a) - key(b) })
}

// Gone is what has happened to a job already.
type Gone struct {
	Key     string `json:"key" maxLength:"80" doc:"Of which job"`
	FromMin int    `json:"fromMin" minimum:"-1440" maximum:"5760" doc:"When it began"`
	Min     int    `json:"min" minimum:"0" maximum:"2880" doc:"How long it took, or will have"`
	Over    bool   `json:"over" doc:"Whether it is over; else it goes on"`
	// PlannedMin stays with what happened, since a plan changes.
	PlannedMin int    `json:"plannedMin,omitempty" minimum:"0" maximum:"2880" doc:"How long it was planned to take; 0 when nobody noted it"`
	Assumed    bool   `json:"assumed" doc:"Whether nobody said so, and it is taken to have gone as planned"`
	Because    string `json:"because" maxLength:"300" doc:"Why it was begun although something was to come first; mostly empty"`
}

// FromNow is a day as it is at a minute: what has happened stays as it was, and all else comes later.
func FromNow(d Day, gone []Gone, now int) Day {
	out := d.Copy()
	at := d.index()
	past := map[int]bool{}
	left := map[string]int{} // of what goes on now, how much of each is not taken up
	for _, r := range d.Resources {
		left[r.Key] = r.Units
	}
	last := -1 // who had the set last, since what stands there is still to be changed
	for _, g := range gone {
		i, ok := at[g.Key]
		if !ok {
			continue
		}
		if !g.Over && g.FromMin+g.Min <= now { // it goes on, longer than was thought
			g.Min = now + 1 - g.FromMin
		}
		past[i] = true
		start := g.FromMin
		t := &out.Tasks[i]
		t.Pinned, t.Min, t.Within, t.Begins, t.Wish, t.Costs = &start, g.Min, nil, nil, "", nil
		t.Needs = nil // whatever it took up, it did
		if start+g.Min > now {
			for _, n := range d.Tasks[i].Needs {
				// What people did at once went somehow, whatever the plan says there is.
				if n.Units = min(n.Units, left[n.Of]); n.Units > 0 {
					t.Needs = append(t.Needs, n)
					left[n.Of] -= n.Units
				}
			}
		}
		if d.usesSet(i) && (last < 0 || start > *out.Tasks[last].Pinned) {
			last = i
		}
		out.FromMin, out.ToMin = min(out.FromMin, start), max(out.ToMin, start+g.Min)
	}
	if last >= 0 && !out.usesSet(last) {
		out.Tasks[last].Needs = append(out.Tasks[last].Needs, Need{set, 1})
	}
	var links []Link
	for _, l := range out.Links {
		a, b := past[at[l.From]], past[at[l.To]]
		switch {
		case a && b: // it is too late to mind
			continue
		case b: // it should have come first, and did not
			continue
		}
		links = append(links, l)
	}
	out.Links = links
	for i := range out.Tasks {
		if past[i] {
			continue
		}
		t := &out.Tasks[i]
		later := []Span{{now, out.ToMin}}
		if len(t.Within) > 0 {
			later = nil
			for _, s := range t.Within {
				if s.ToMin > now {
					later = append(later, Span{max(now, s.FromMin), s.ToMin})
				}
			}
			if later == nil { // its time is over: it can be had no more, which is for a person to say
				later = []Span{{now, now}}
			}
		}
		t.Within = later
	}
	return out
}

// usesSet says whether a task takes the set up.
func (d *Day) usesSet(i int) bool {
	return slices.ContainsFunc(d.Tasks[i].Needs, func(n Need) bool { return n.Of == set })
}
