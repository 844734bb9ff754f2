// Package day plans a shoot's day: its jobs from dishes and frames, the days there are to choose from, and the plan that
// was taken.
package day

import (
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/almanac"
	craftbrief "figladder/internal/craft/brief"
	"figladder/internal/craft/cost"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/method"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/styling"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/cupboard"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"figladder/internal/studio/set"
	stylingroom "figladder/internal/studio/styling"
	"gorm.io/gorm"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Brief    *brief.Room
	Kitchen  *kitchen.Room
	List     *list.Room
	Cupboard *cupboard.Room
	Set      *set.Room
	Styling  *stylingroom.Room

	strips strips
}

// mostShots is the longest list that a day is planned of.
const mostShots = 120

// A day begins with at least so much slack and at most so much, %, whatever went wrong on others (start values of our own).
const (
	leastSlack = 5
	mostSlack  = 60
)

// all is everything that a day is planned from.
type all struct {
	shoot   *store.Shoot
	doc     dayplan.Doc
	costs   cost.Doc
	version int
	day     dayplan.Day
	jobs    []dayplan.Job
	ahead   []dayplan.Ahead
	light   []Light
	setUps  map[string]string // names of set-ups
}

// of gathers it.
func (s *Room) of(ctx context.Context, shootID string) (*all, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &all{shoot: shoot, setUps: map[string]string{}, costs: cost.Start()}
	row := &store.DayRow{}
	err = s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).First(row).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		out.doc = dayplan.StartDoc(shoot.Brief.Pairs())
		out.doc.Terms.Plates = min(out.doc.Terms.Hands, shoot.Brief.Plating())
		over, days, err := s.ownDays(ctx, shootID)
		if err != nil {
			return nil, err
		}
		if days > 0 { // as much room as the studio's own days have needed
			out.doc.Terms.SlackShare = max(leastSlack, min(mostSlack, int(math.Round(100*over))))
		}
	case err != nil:
		return nil, err
	default:
		out.doc, out.version = row.Day, row.Version
		if row.Costs != nil {
			out.costs = *row.Costs
		}
	}
	return out, s.jobs(ctx, out)
}

// jobs makes the day's jobs as its document has them.
func (s *Room) jobs(ctx context.Context, a *all) error {
	list, dishes, err := s.List.WholeList(ctx, a.shoot.Key)
	if err != nil {
		return err
	}
	if len(list) > mostShots {
		return core.Rule("A list of more than %d frames is more than one day: divide it into days first (Dish, Days).", mostShots)
	}
	planned, err := core.PlannedIn(s.Store.WithContext(ctx), a.shoot.Key)
	if err != nil {
		return err
	}
	place, _, err := s.Set.PlaceOf(ctx, a.shoot)
	if err != nil {
		return err
	}
	if a.light, err = s.lightOf(ctx, place, a.shoot.Brief.When, max(1, a.doc.Terms.Days)); err != nil {
		return err
	}
	sets := map[string]scene.Set{}
	ups := map[string]string{}
	for _, p := range planned {
		sets[p.ShotID] = p.Set()
		ups[p.ShotID] = p.SetUpID
		if p.Up != nil && p.Up.Name != "" {
			a.setUps[p.SetUpID] = p.Up.Name
		}
	}
	verbs, err := s.Kitchen.Verbs(ctx)
	if err != nil {
		return err
	}
	times, err := s.Styling.Logs(ctx)
	if err != nil {
		return err
	}
	var cooked []dayplan.Dish
	seen := map[string]bool{}
	var frames []dayplan.Shot
	for _, x := range list {
		d := dishes[x.DishID]
		if !seen[x.DishID] {
			seen[x.DishID] = true
			cooked = append(cooked, dayplan.Dish{Key: d.Key, Title: d.Recipe.Title, Deeds: method.Of(d.Recipe, verbs)})
		}
		f := dayplan.Shot{Key: x.Key, Title: x.Title, DishKey: d.Key, Kind: shots.Kind(x.Kind), Step: x.Step, Nth: x.Nth, Hands: x.Hands, Hold: x.Hold, SetUp: ups[x.Key], Caution: x.Caution}
		if f.SetUp == "" { // nothing stands for it yet: those alike in dish, angle and light share one
			f.SetUp = fmt.Sprint(d.Key, " ", x.Angle, " ", x.Light)
		}
		if a.setUps[f.SetUp] == "" { // by its first dish, as everywhere
			a.setUps[f.SetUp] = d.Recipe.Title
		}
		f.OwnHoldMin, f.OwnTimes = dayplan.OwnHold(f.Hold, times)
		f.Light, f.LightWish, f.Costs = wishOf(sets[x.Key], a.light)
		for _, t := range styling.Of(x.Techniques, styling.Usual()) {
			f.Work = append(f.Work, dayplan.WorkOf(t))
		}
		frames = append(frames, f)
	}
	errands, err := s.errands(ctx, a)
	if err != nil {
		return err
	}
	own := slices.Concat(a.doc.Own, away(a.shoot.Brief, a.doc.Terms), errands)
	a.day, a.jobs, a.ahead = dayplan.Jobs(cooked, frames, own, a.doc.Changes, a.doc.Terms)
	return nil
}

// away are the hours in which somebody of the crew is not there yet, or not any more: a pair of hands that is taken.
// Where the day has other hands than the crew, its own number stands.
func away(b craftbrief.Brief, t dayplan.Terms) []dayplan.OwnJob {
	var out []dayplan.OwnJob
	if t.Hands != b.Pairs() {
		return out
	}
	for i, h := range b.Crew {
		if !h.Works() {
			continue
		}
		from, to := h.There(t.StartMin, t.EndMin)
		add := func(key, words string, from, to int) {
			for day := range max(1, t.Days) {
				if to > from {
					out = append(out, dayplan.OwnJob{Key: fmt.Sprintf("%s-%d-%d", key, i, day), Name: words + h.Name, Min: to - from, Hands: 1, From: from, Until: to, Day: day, OnSet: h.Does == "photographer", Away: h.Name, Plates: h.Plates()})
				}
			}
		}
		add("before", "Not there yet: ", t.StartMin, min(from, t.EndMin))
		add("after", "Has left: ", max(to, t.StartMin), t.EndMin)
	}
	return out
}

// people are the pairs of hands of the brief's crew, with the hours they are there.
func (a *all) people() []dayplan.Person {
	var out []dayplan.Person
	for _, h := range a.shoot.Brief.Crew {
		if h.Works() {
			from, to := h.There(a.doc.Terms.StartMin, a.doc.Terms.EndMin)
			out = append(out, dayplan.Person{Name: h.Name, Does: h.Does, FromMin: from, To: to})
		}
	}
	return out
}

// Light is a window's light through the day.
type Light struct {
	Window string         `json:"window" doc:"Which window"`
	Day    dayplan.Span   `json:"day" doc:"From sunrise to sunset, minutes; both 0 when there is none"`
	Direct []dayplan.Span `json:"direct" doc:"When the sun itself comes in, as far as it shines"`
	Best   []dayplan.Span `json:"best" doc:"When soft light is at its best"`
	Words  string         `json:"words" doc:"What to make of it"`
}

// lightOf is the light of a place's windows on each of a shoot's days; none when the first or the place is not known.
func (s *Room) lightOf(ctx context.Context, p *almanac.Place, first string, days int) ([]Light, error) {
	out := []Light{}
	date, err := time.Parse("2006-01-02", first)
	if p == nil || err != nil || p.Nowhere() {
		return out, nil
	}
	for _, w := range p.Windows {
		for day := range days {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			strip, err := s.strips.of(*p, w, date.AddDate(0, 0, day).Format("2006-01-02"))
			if err != nil {
				continue // a zone or a day that the almanac does not know says so where it is written
			}
			l := Light{Window: w.Name, Direct: spansOf(strip.Direct, day), Best: spansOf(strip.Best, day), Words: strip.Words}
			rise, okA := clockMin(strip.Rise)
			down, okB := clockMin(strip.Set)
			if okA && okB {
				l.Day = dayplan.Span{FromMin: rise + 1440*day, ToMin: down + 1440*day}
			}
			out = append(out, l)
		}
	}
	return out, nil
}

func spansOf(in []almanac.Span, day int) []dayplan.Span {
	out := []dayplan.Span{}
	for _, s := range in {
		out = append(out, dayplan.Span{FromMin: s.FromMin + 1440*day, ToMin: s.ToMin + 1440*day})
	}
	return out
}

// clockMin reads HH:MM.
func clockMin(s string) (int, bool) {
	var h, m int
	_, err := fmt.Sscanf(s, "%d:%d", &h, &m)
	return 60*h + m, err == nil
}

// What a start is worse by than the best light: under a sun that was not asked for, and outside the best hours.
const (
	inTheSun  = 6
	notAtBest = 2
)

// wishOf is when a frame's light is there: a set that a window lights wants daylight, at its best if it can be. One that
// was planned at an hour at which the sun itself comes in wants the sun; any other is kept away from it.
func wishOf(x scene.Set, light []Light) (within []dayplan.Span, wish string, costs []dayplan.Cost) {
	lit := ""
	for _, l := range x.Lights {
		if l.On && (l.Kind == words.Window || l.Kind == words.RoofLight) {
			lit = l.Name
			break
		}
	}
	if lit == "" {
		return nil, "", nil
	}
	wantsSun := false
	for _, l := range light {
		if l.Window != lit || l.Day.ToMin == 0 {
			continue
		}
		at, told := clockMin(x.Daylight.Clock)
		sunny := func(s dayplan.Span) bool {
			m := at + 1440*dayplan.DayOf(s.FromMin)
			return m >= s.FromMin && m < s.ToMin
		}
		wantsSun = wantsSun || told && x.Daylight.On && x.Daylight.Weather != "overcast" && slices.ContainsFunc(l.Direct, sunny)
		good, bad := l.Best, l.Direct
		if wantsSun {
			good, bad = l.Direct, nil
		}
		for _, s := range bad {
			costs = append(costs, dayplan.Cost{Span: s, Points: inTheSun})
		}
		for _, s := range good {
			costs = append(costs, dayplan.Cost{Span: s, Points: 0})
		}
		within = append(within, l.Day)
		if wish == "" {
			wish = fmt.Sprintf("Daylight by the %s, %s to %s", l.Window, almanac.Clock(l.Day.FromMin), almanac.Clock(l.Day.ToMin))
		}
	}
	if within != nil {
		worse := notAtBest
		if wantsSun {
			worse = inTheSun
			wish = strings.Replace(wish, "Daylight", "Sun", 1)
		}
		costs = append(costs, dayplan.Cost{Span: dayplan.Span{FromMin: -1440, ToMin: within[len(within)-1].ToMin + 1440}, Points: worse})
	}
	return within, wish, costs
}
