package day

import (
	"context"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"time"

	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// PlacedJob is a job with when it is done.
type PlacedJob struct {
	dayplan.Job
	Placed  bool             `json:"placed" doc:"Whether the plan has it"`
	AtMin   int              `json:"atMin" doc:"When it starts, minutes from midnight of the day; below 0 the day before"`
	Min     int              `json:"min" doc:"How long it takes, minutes"`
	Needs   []dayplan.Need   `json:"needs" doc:"What it takes up"`
	Within  []dayplan.Span   `json:"within" doc:"When it can be done; none for any time"`
	Pinned  bool             `json:"pinned" doc:"Whether it is pinned to its start"`
	Done    bool             `json:"done" doc:"Whether it is over"`
	On      bool             `json:"on" doc:"Whether it has begun and goes on"`
	Doing   string           `json:"doing" doc:"Where or how it goes on"`
	Who     []string         `json:"who" doc:"Whose work it is, by the crew of the brief; none while nobody is written down, or nobody is needed"`
	Guards  []string         `json:"guards" doc:"Safe frames that are to be taken before it, and have not been"`
	SetUp   string           `json:"setUp" doc:"Name of what stands on the set for it"`
	HoldsTo int              `json:"holdsTo" doc:"For what finishes a dish: until when it is alive, minutes from midnight; 0 where it keeps"`
	Broken  []dayplan.Broken `json:"broken" doc:"What it breaks where it lies"`
}

// SetChange is a stretch in which the set is changed.
type SetChange struct {
	dayplan.SetUp
	Name string `json:"name" doc:"What stands then"`
}

// Bench is a shoot's day.
type Bench struct {
	ShootID string             `json:"shootId" doc:"The shoot"`
	Date    string             `json:"date" doc:"YYYY-MM-DD; empty while it is open"`
	NowMin  int                `json:"nowMin" doc:"What time it is there, minutes from midnight of the first day"`
	Today   bool               `json:"today" doc:"Whether it is one of its days, or the one before"`
	Zone    string             `json:"zone" doc:"Time zone of its clock"`
	Day     dayplan.Doc        `json:"day" doc:"What is kept of it, to send back"`
	Version int                `json:"version" doc:"Counts saves; 0 before the first"`
	FromMin int                `json:"fromMin" doc:"When the first of it may begin, minutes from midnight"`
	ToMin   int                `json:"toMin" doc:"When it has to be over"`
	Jobs    []PlacedJob        `json:"jobs" doc:"Its jobs, by when they start"`
	Rows    []dayplan.Resource `json:"rows" doc:"What they share"`
	Changes []SetChange        `json:"changes" doc:"When the set is changed"`
	Light   []Light            `json:"light" doc:"Each window's light"`
	Ahead   []dayplan.Ahead    `json:"ahead" doc:"What has to be begun before the evening before"`
	Broken  int                `json:"broken" doc:"How many rules the plan breaks where it lies"`
	Planned bool               `json:"planned" doc:"Whether every job has its time"`
	New     int                `json:"new" doc:"How many jobs came since it was planned"`
	Words   string             `json:"words" doc:"How it stands, in a sentence"`
}

// BenchOf tells a shoot's day.
func (s *Room) BenchOf(ctx context.Context, shootID string) (*Bench, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	return s.told(a), nil
}

// told is the day with what time it is there.
func (s *Room) told(a *all) *Bench {
	b := a.bench()
	b.NowMin, b.Today = s.clock(a)
	return b
}

// clock is the time where a shoot is, in minutes from midnight of its first day, and whether it is one of its days or
// the one before; on any other the clock is told as if it were the first.
func (s *Room) clock(a *all) (nowMin int, today bool) {
	now := s.Now()
	if zone, err := time.LoadLocation(a.shoot.Brief.Zone); err == nil {
		now = now.In(zone)
	}
	nowMin = now.Hour()*60 + now.Minute()
	first, err := time.ParseInLocation("2006-01-02", a.shoot.Brief.When, now.Location())
	if err != nil {
		return nowMin, false
	}
	for day := -1; day < max(1, a.doc.Terms.Days); day++ {
		if first.AddDate(0, 0, day).Format("2006-01-02") == now.Format("2006-01-02") {
			return nowMin + 1440*day, true
		}
	}
	return nowMin, false
}

// WentAsk says that a job has begun or is over now.
type WentAsk struct {
	Version int    `json:"version" doc:"The version that was read"`
	Key     string `json:"key" maxLength:"90" doc:"Which job"`
	How     string `json:"how" enum:"begun,over,not" doc:"It has begun, it is over, or it has not begun after all"`
	Because string `json:"because" maxLength:"300" doc:"Why, when a safe frame before it was not taken"`
}

// Went writes down how far a job is, at the time it is there. Something that cannot be taken back is not begun before
// its safe frames are taken, unless there is a reason, which is kept.
func (s *Room) Went(ctx context.Context, who core.Who, shootID string, w WentAsk) (*Bench, error) {
	return s.change(ctx, who, shootID, w.Version, "Wrote down how the day goes", func(a *all, x *dayplan.Doc) error {
		at := slices.IndexFunc(a.day.Tasks, func(t dayplan.Task) bool { return t.Key == w.Key })
		if at < 0 {
			return core.Rule("That job is not on this day any more.")
		}
		if w.How == "not" {
			*x = x.Undone(w.Key)
			return nil
		}
		if left := dayplan.Unguarded(a.day, a.jobs, *x, w.Key); len(left) > 0 && w.How == "begun" && w.Because == "" {
			return core.Rule("The safe frame before it has not been taken: “%s”. Take it first, or say why not.", left[0].Name)
		}
		now, _ := s.clock(a)
		*x = x.Went(a.day.Tasks[at], now, w.How == "over", w.Because)
		return nil
	})
}

func (a *all) bench() *Bench {
	starts, whole := a.doc.StartsOf(a.day)
	out := &Bench{ShootID: a.shoot.Key, Date: a.shoot.Brief.When, Zone: a.shoot.Brief.Zone, Day: a.doc, Version: a.version, FromMin: a.day.FromMin, ToMin: a.day.ToMin,
		Jobs: []PlacedJob{}, Rows: a.day.Resources, Changes: []SetChange{}, Light: a.light, Ahead: a.ahead, Planned: whole}
	for i := range out.Rows {
		out.Rows[i].Open = append([]dayplan.Span{}, out.Rows[i].Open...)
	}
	kept := map[string]bool{}
	for _, x := range a.doc.Starts {
		kept[x.Key] = true
	}
	gone := map[string]dayplan.Gone{}
	for _, g := range a.doc.Gone {
		gone[g.Key] = g
	}
	for i, t := range a.day.Tasks { // what has happened lies where it did
		if g, ok := gone[t.Key]; ok {
			starts[i] = g.FromMin
		}
	}
	broken := map[string][]dayplan.Broken{}
	if whole {
		for _, b := range dayplan.Audit(a.asItWent(), starts) {
			broken[b.Task] = append(broken[b.Task], b)
			out.Broken++
		}
		for _, c := range dayplan.SetUps(a.day, a.jobs, starts) {
			out.Changes = append(out.Changes, SetChange{c, a.setUps[c.State]})
		}
	}
	holds := map[string]int{}
	for _, l := range a.day.Links {
		if l.MostMin != nil {
			holds[l.From] = *l.MostMin
		}
	}
	who := make([][]string, len(a.jobs))
	if whole {
		who = dayplan.Assign(a.day, a.jobs, starts, a.people())
	}
	end, frames := 0, 0
	for i, j := range a.jobs {
		t := a.day.Tasks[i]
		p := PlacedJob{Job: j, Doing: doing[j.Kind], Placed: kept[j.Key], AtMin: starts[i], Min: t.Min, Pinned: t.Pinned != nil, SetUp: a.setUps[t.State],
			Needs: append([]dayplan.Need{}, t.Needs...), Within: append([]dayplan.Span{}, t.Within...), Broken: append([]dayplan.Broken{}, broken[j.Key]...), Guards: []string{}, Who: append([]string{}, who[i]...)}
		if g, ok := gone[j.Key]; ok {
			p.AtMin, p.Min, p.Done, p.On = g.FromMin, g.Min, g.Over, !g.Over
		}
		for _, s := range dayplan.Unguarded(a.day, a.jobs, a.doc, j.Key) {
			p.Guards = append(p.Guards, s.Name)
		}
		if most, ok := holds[j.Key]; ok && j.Kind == dayplan.Finish {
			p.HoldsTo = p.AtMin + p.Min + most
		}
		if !p.Placed {
			out.New++
		} else {
			end = max(end, p.AtMin+p.Min)
		}
		if j.Kind == dayplan.Frame {
			frames++
		}
		out.Jobs = append(out.Jobs, p)
	}
	slices.SortStableFunc(out.Jobs, func(x, y PlacedJob) int {
		if x.Placed != y.Placed {
			if x.Placed {
				return -1
			}
			return 1
		}
		return x.AtMin - y.AtMin
	})
	switch {
	case frames == 0:
		out.Words = "No frames yet: a day comes from the list."
	case len(a.doc.Starts) == 0:
		out.Words = fmt.Sprintf("%d jobs for %s. Have days offered, and take one.", len(a.jobs), core.Plural(frames, "frame"))
	case out.Broken > 0:
		out.Words = fmt.Sprintf("%s as it lies: see what is marked, or plan again.", core.Plural(out.Broken, "rule")+" broken")
	case out.New > 0:
		out.Words = fmt.Sprintf("%s since it was planned: plan again.", core.Plural(out.New, "job")+" new")
	default:
		out.Words = fmt.Sprintf("%s, done at %s.", core.Plural(frames, "frame"), dayplan.Clock(end))
	}
	return out
}

// asItWent is the day with what has happened as it did: that is broken by nothing any more.
func (a *all) asItWent() dayplan.Day {
	if len(a.doc.Gone) == 0 {
		return a.day
	}
	now := a.day.FromMin
	for _, g := range a.doc.Gone {
		now = max(now, g.FromMin+1)
	}
	return dayplan.FromNow(a.day, a.doc.Gone, now)
}

// Offered is a day with when each job starts in it.
type Offered struct {
	dayplan.Offer
	Starts []dayplan.At `json:"starts" doc:"When each job starts, to send back when it is taken"`
}

// Offers are the days there are to choose from, or why there is none.
type Offers struct {
	Offers []Offered      `json:"offers" doc:"The days, at most three"`
	Clash  *dayplan.Clash `json:"clash" doc:"Why there is none; null when there is"`
	Words  string         `json:"words" doc:"That in a sentence"`
}

// OffersOf works them out. It takes seconds, so a person has one such wish at a time.
func (s *Room) OffersOf(ctx context.Context, shootID string) (*Offers, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if len(a.day.Tasks) == 0 {
		return nil, core.Rule("There is nothing to plan yet: put frames on the list.")
	}
	if err := core.Fields("day", a.day.Check()); err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	out := &Offers{Offers: []Offered{}}
	three, err := dayplan.Three(ctx, a.day, a.jobs, a.doc.Terms, dayplan.Usual, a.people())
	switch {
	case errors.Is(err, dayplan.ErrNone) || errors.Is(err, dayplan.ErrNotFound):
		c := dayplan.ClashOf(ctx, a.day)
		out.Clash, out.Words = &c, clashWords(c)
		return out, ctx.Err()
	case err != nil:
		return nil, err
	}
	for _, o := range three {
		out.Offers = append(out.Offers, Offered{o, a.doc.Taken(a.day, o.Starts).Starts})
	}
	out.Words = "Three good days: each says what it costs."
	return out, nil
}

func clashWords(c dayplan.Clash) string {
	switch {
	case c.Hard:
		return "No day can hold this, whatever is given up: there is more to do than hands or sets for it."
	case len(c.Wishes) == 1:
		return "There is no such day: one wish cannot be kept beside what has to be done."
	case len(c.Wishes) == 0:
		return "No day was found in the time there was. Ease something and try again."
	}
	return fmt.Sprintf("There is no such day: these %d wishes cannot all be kept. Ease any one of them.", len(c.Wishes))
}

// TermsOfDay are what a person says of a day.
type TermsOfDay struct {
	Terms   dayplan.Terms    `json:"terms" doc:"Hours, hands, ovens and usual times"`
	Own     []dayplan.OwnJob `json:"own" maxItems:"60" doc:"Jobs put in by hand"`
	Version int              `json:"version" doc:"The version that was read; 0 for the first save"`
}

// Say saves what is said of a day. The plan that was taken stays as it is, to be judged by it.
func (s *Room) Say(ctx context.Context, who core.Who, shootID string, t TermsOfDay) (*Bench, error) {
	return s.change(ctx, who, shootID, t.Version, "Changed what the day has", func(_ *all, x *dayplan.Doc) error {
		x.Terms, x.Own = t.Terms, t.Own
		return nil
	})
}

// change changes a day's document in one deed and tells the day as it is then.
func (s *Room) change(ctx context.Context, who core.Who, shootID string, version int, words string, do func(*all, *dayplan.Doc) error) (*Bench, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	doc := a.doc
	if err := do(a, &doc); err != nil {
		return nil, err
	}
	if err := core.Fields("", doc.Check()); err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, shootID, words, func(j *store.Journal) (err error) {
		version, err = core.SaveOnly(j, j.TX.Where("shoot_id = ?", shootID), version, store.DayRow{Base: store.NewBase(), ShootID: shootID}, func(r *store.DayRow) { r.Day = doc })
		return err
	}); err != nil {
		return nil, err
	}
	was := a.doc
	a.doc, a.version = doc, version
	if !reflect.DeepEqual([]any{was.Terms, was.Own, was.Changes}, []any{doc.Terms, doc.Own, doc.Changes}) { // other jobs come of it
		if err := s.jobs(ctx, a); err != nil {
			return nil, err
		}
	}
	return s.told(a), nil
}

// Taking is a day that was offered.
type Taking struct {
	Version int           `json:"version" doc:"The version that was read; 0 for the first save"`
	Style   dayplan.Style `json:"style" doc:"What is best about it"`
	Starts  []dayplan.At  `json:"starts" maxItems:"400" doc:"When each job starts, as it was offered"`
}

// Take takes a day as it was offered, if it still keeps every rule. Nothing is pinned by it.
func (s *Room) Take(ctx context.Context, who core.Who, shootID string, t Taking) (*Bench, error) {
	if !slices.Contains(dayplan.Styles, t.Style) {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "style", Words: "“" + string(t.Style) + "” is no day that is offered."}})
	}
	return s.change(ctx, who, shootID, t.Version, "Took the "+string(t.Style)+" day", func(a *all, x *dayplan.Doc) error {
		starts, whole := dayplan.Doc{Starts: t.Starts}.StartsOf(a.day)
		if !whole || len(dayplan.Audit(a.day, starts)) > 0 {
			return core.Rule("The list or the day has changed since that was offered. Have days offered again.")
		}
		*x = x.Taken(a.day, starts)
		x.Style, x.Gone = t.Style, []dayplan.Gone{}
		return nil
	})
}

// none tells a day that there is not.
func none(err error) error {
	if errors.Is(err, dayplan.ErrNone) || errors.Is(err, dayplan.ErrNotFound) {
		return core.Rule("There is no such day. Have days offered: that says what clashes.")
	}
	return err
}

// Move is what is done to one job.
type Move struct {
	Version int    `json:"version" doc:"The version that was read"`
	Key     string `json:"key" maxLength:"90" doc:"Which job"`
	AtMin   *int   `json:"atMin,omitempty" minimum:"-1440" maximum:"5760" doc:"It starts then; null where it is left"`
	Min     int    `json:"min" minimum:"0" maximum:"2880" doc:"How long it takes; 0 as it came"`
	Pin     bool   `json:"pin" doc:"Whether it is pinned to its start"`
	Off     bool   `json:"off" doc:"Whether it is left out"`
}

// MoveJob moves, pins, lengthens or leaves out a job; what it pushes on follows.
func (s *Room) MoveJob(ctx context.Context, who core.Who, shootID string, m Move) (*Bench, error) {
	words := "Changed a job of the day"
	return s.change(ctx, who, shootID, m.Version, words, func(a *all, x *dayplan.Doc) error {
		at := slices.IndexFunc(a.day.Tasks, func(t dayplan.Task) bool { return t.Key == m.Key })
		was := x.ChangeOf(m.Key)
		if at < 0 && !was.Off {
			return core.Rule("That job is not on this day any more.")
		}
		starts, whole := x.StartsOf(a.day)
		c := dayplan.Change{Key: m.Key, Min: m.Min, Off: m.Off}
		if at >= 0 {
			start := starts[at]
			if m.AtMin != nil {
				start = *m.AtMin
			}
			if m.Pin {
				c.PinAt = &start
			}
			if whole && m.AtMin != nil {
				free := a.day.Copy()
				free.Tasks[at].Pinned = nil
				*x = x.Taken(a.day, dayplan.Follow(free, starts, at, start))
			}
		}
		*x = x.Changed(c)
		return nil
	})
}

// Again is what is known when a day is planned again while it goes on.
type Again struct {
	Version int            `json:"version" doc:"The version that was read"`
	NowMin  int            `json:"nowMin" minimum:"-1440" maximum:"5760" doc:"What time it is, minutes from midnight of the day"`
	Late    []dayplan.Gone `json:"late" maxItems:"40" doc:"Jobs that began or will end otherwise than planned"`
}

// Replanned is a day planned again with what that changed.
type Replanned struct {
	Bench *Bench   `json:"bench" doc:"The day as it is now"`
	Moved []string `json:"moved" doc:"What comes at another time, in words"`
}

// PlanAgain keeps what has begun by now, and plans the rest again.
func (s *Room) PlanAgain(ctx context.Context, who core.Who, shootID string, g Again) (*Replanned, error) {
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	out := &Replanned{Moved: []string{}}
	out.Bench, err = s.change(ctx, who, shootID, g.Version, "Planned again from "+dayplan.Clock(g.NowMin), func(a *all, x *dayplan.Doc) error {
		starts, whole := x.StartsOf(a.day)
		if !whole {
			return core.Rule("Take a day first: there is nothing to plan again.")
		}
		said := map[string]dayplan.Gone{}
		for _, l := range g.Late {
			said[l.Key] = l
		}
		gone := []dayplan.Gone{}
		told := slices.ContainsFunc(x.Gone, func(g dayplan.Gone) bool { return !g.Assumed }) // somebody says how it goes
		for i, t := range a.day.Tasks {
			if l, ok := said[t.Key]; ok {
				gone = append(gone, l)
			} else if was, ok := x.WentOf(t.Key); ok {
				gone = append(gone, was)
			} else if !told && starts[i] < g.NowMin {
				gone = append(gone, dayplan.Gone{Key: t.Key, FromMin: starts[i], Min: t.Min, Over: starts[i]+t.Min <= g.NowMin, Assumed: true})
			}
		}
		style := x.Style
		if style == "" {
			style = dayplan.Shortest
		}
		o, err := dayplan.PlanDay(ctx, dayplan.FromNow(a.day, gone, g.NowMin), a.jobs, x.Terms, style, dayplan.Usual, a.people())
		if err != nil {
			return none(err)
		}
		for i := range o.Starts {
			if d := o.Starts[i] - starts[i]; d != 0 {
				how := "later"
				if d < 0 {
					how = "earlier"
				}
				out.Moved = append(out.Moved, fmt.Sprintf("%s: %s, %d min %s", a.jobs[i].Name, dayplan.Clock(o.Starts[i]), max(d, -d), how))
			}
		}
		*x = x.Taken(a.day, o.Starts)
		x.Gone = gone
		return nil
	})
	if err != nil {
		return nil, err
	}
	return out, nil
}

// SincePlated is how long ago a frame's dish was finished, s, by what was written down of the day: its own plate, or
// the dish's last. 0 when nobody wrote that down.
func (s *Room) SincePlated(ctx context.Context, shoot *store.Shoot, dishID, shotID string) (float64, error) {
	a, err := s.of(ctx, shoot.Key)
	if err != nil || len(a.doc.Gone) == 0 {
		return 0, err
	}
	now, _ := s.clock(a)
	last := -1
	for _, j := range a.jobs {
		if j.Kind != dayplan.Finish || j.DishID != dishID {
			continue
		}
		g, went := a.doc.WentOf(j.Key)
		if !went || !g.Over || g.FromMin+g.Min > now {
			continue
		}
		if j.Key == shotID+":finish" {
			last = g.FromMin + g.Min
			break
		}
		last = max(last, g.FromMin+g.Min)
	}
	if last < 0 {
		return 0, nil
	}
	return float64(60 * max(1, now-last)), nil
}
