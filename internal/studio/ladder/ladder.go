package ladder

import (
	"context"
	"figladder/internal/craft/finals"
	"fmt"

	"figladder/internal/craft/ladder"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"
	"gorm.io/gorm"
)

// RailRung is one rung of a shoot's ladder as the rail shows it.
type RailRung struct {
	Key   string  `json:"key" doc:"Stable name"`
	Name  string  `json:"name" doc:"Name for a person"`
	Share float64 `json:"share" doc:"How far it is filled, 0 to 1"`
	Shown string  `json:"shown" doc:"The same in words"`
	Wants string  `json:"wants" doc:"What needs a hand here, or empty"`
}

// Climb is how far a shoot has come.
type Climb struct {
	Rungs []RailRung `json:"rungs" doc:"Brief to Back"`
}

// climbed is everything a shoot's ladder is worked out from.
type climbed struct {
	Climb
	shots  []store.Shot
	marks  []ladder.Mark
	setUps map[string]bool // those that its shots are taken of
	dishes map[string]store.Dish
	day    *store.DayRow // nil while none is taken

	read int // kept frames that were read again

	followed finals.Followed // what its brief asks for
}

// Ladder works out how far a shoot has come.
func (s *Room) Ladder(ctx context.Context, shootID string) (*Climb, error) {
	row, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	v, err := s.climb(s.Store.WithContext(ctx), row)
	if err != nil {
		return nil, err
	}
	return &v.Climb, nil
}

// climb works out one shoot.
func (s *Room) climb(tx *gorm.DB, row *store.Shoot) (*climbed, error) {
	all, err := climbs(tx, []store.Shoot{*row})
	if err != nil {
		return nil, err
	}
	return all[row.Key], nil
}

// climbs gathers the facts of every shot of some shoots in a fixed number of
// queries, however many shoots and shots there are.
func climbs(tx *gorm.DB, rows []store.Shoot) (map[string]*climbed, error) {
	ids := make([]string, len(rows))
	for i, r := range rows {
		ids[i] = r.Key
	}
	var dishes []store.Dish
	var all []store.Shot
	var days []store.DayRow
	for _, q := range []error{
		tx.Where("shoot_id in ?", ids).Order("position, id").Find(&dishes).Error,
		tx.Where("shoot_id in ?", ids).Order("position, id").Find(&all).Error,
		tx.Where("shoot_id in ?", ids).Find(&days).Error,
	} {
		if q != nil {
			return nil, q
		}
	}
	facts, keptFrame, err := list.FactsOf(tx, "shoot_id", ids, all)
	if err != nil {
		return nil, err
	}
	cuts, err := acceptedCuts(tx, ids)
	if err != nil {
		return nil, err
	}
	out := map[string]*climbed{}
	shoots := map[string]*store.Shoot{}
	own := map[string][]store.Dish{}
	for i := range rows {
		shoots[rows[i].Key] = &rows[i]
		out[rows[i].Key] = &climbed{dishes: map[string]store.Dish{}, setUps: map[string]bool{}}
	}
	for i := range days {
		out[days[i].ShootID].day = &days[i]
	}
	var again []struct {
		ShootID string
		N       int
	}
	if err := tx.Raw("select r.shoot_id, count(*) as n from reviews r join frames f on f.id = r.frame_id and f.kept where r.shoot_id in ? and r.done group by r.shoot_id", ids).Scan(&again).Error; err != nil {
		return nil, err
	}
	for _, r := range again {
		out[r.ShootID].read = r.N
	}
	for _, d := range dishes {
		out[d.ShootID].dishes[d.Key] = d
		own[d.ShootID] = append(own[d.ShootID], d)
	}
	for _, shot := range all {
		v := out[shot.ShootID]
		v.shots = append(v.shots, shot)
		if up := facts[shot.Key].SetUp; up != "" {
			v.setUps[up] = true
		}
		v.marks = append(v.marks, list.MarkOf(facts, keptFrame, shoots[shot.ShootID], v.dishes[shot.DishID], shot))
	}
	for id, v := range out {
		v.followed = v.finals(shoots[id], cuts)
		v.rail(shoots[id], own[id])
	}
	return out, nil
}

// rail sums the shots' marks into the shoot's nine rungs.
func (v *climbed) rail(row *store.Shoot, dishes []store.Dish) {
	open := row.Brief.Open()
	asked := 6
	if row.Brief.Kind == "commission" {
		asked = 7
	}
	add := func(key, name string, done, of int, unit, wants string) {
		r := RailRung{Key: key, Name: name, Wants: wants}
		if of > 0 {
			r.Share = float64(done) / float64(of)
			r.Shown = fmt.Sprintf("%d of %d %s", done, of, unit)
		}
		v.Rungs = append(v.Rungs, r)
	}
	first := func(words string, missing bool) string {
		if missing {
			return words
		}
		return ""
	}
	briefWants := ""
	if len(open) > 0 {
		briefWants = "Answer “" + open[0] + "”"
		if open[0] == "deliverables" {
			briefWants = "Say what has to be delivered"
		}
	}
	add("brief", "Brief", asked-len(open), asked, "answered", briefWants)
	withMethod := 0
	for _, d := range dishes {
		if len(d.Recipe.Steps) > 0 {
			withMethod++
		}
	}
	add("dish", "Dish", withMethod, len(dishes), "written", first("Add the first dish", len(dishes) == 0)+first("Give each dish its method", withMethod < len(dishes)))
	listed := map[string]bool{}
	for _, s := range v.shots {
		listed[s.DishID] = true
	}
	add("shots", "Shots", len(listed), len(dishes), "dishes", first("Choose frames for each dish", len(listed) < len(dishes)))
	n := len(v.shots)
	at := func(key string) int {
		sum := 0
		for _, m := range v.marks {
			for _, r := range m.Rungs {
				if r.Key == key && r.Reached {
					sum++
				}
			}
		}
		return sum
	}
	set, copied, kept, finished, approved, out := at("set"), at("copied"), at("kept"), at("finished"), at("approved"), at("out")
	add("set", "Set", set, n, "set", first("Build the next set", set < n))
	if last := &v.Rungs[len(v.Rungs)-1]; len(v.setUps) > 0 {
		last.Shown = fmt.Sprintf("%d of %d, %s", set, n, core.Plural(len(v.setUps), "set-up"))
	}
	timed := v.timed()
	add("day", "Day", timed, n, "planned", first("Take a day that is offered", n > 0 && timed == 0 && set == n && at("taken") == 0)+first("Plan again: frames are new", timed > 0 && timed < n))
	add("frames", "Frames", kept, n, "kept", first("Take the next frame", copied < set)+first("Keep one frame of each shot", kept < copied && copied >= set))
	add("finish", "Finish", approved, n, "approved", first("Tick the finish steps", finished < kept)+first("Approve what is finished", approved < finished && finished >= kept))
	wants := first("Send what is approved", out < approved)
	if f := v.followed; len(f.Finals) > 0 { // a commission is done when what was asked for is out
		add("out", "Out", f.Out, len(f.Finals), "finals", wants)
	} else {
		add("out", "Out", out, n, "out", wants)
	}
	add("back", "Back", v.read, kept, "read", first("Read a frame that is out again", out > 0 && v.read < kept))
}

// timed is how many shots have their time in the day that was taken.
func (v *climbed) timed() int {
	if v.day == nil {
		return 0
	}
	has := map[string]bool{}
	for _, a := range v.day.Day.Starts {
		has[a.Key] = true
	}
	n := 0
	for _, x := range v.shots {
		if has[x.Key] {
			n++
		}
	}
	return n
}
