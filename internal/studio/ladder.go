package studio

import (
	"context"
	"fmt"

	"figladder/internal/craft/finish"
	"figladder/internal/craft/ladder"
	"figladder/internal/store"
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
	dishes map[string]store.Dish
}

// Ladder works out how far a shoot has come.
func (s *Studio) Ladder(ctx context.Context, shootID string) (*Climb, error) {
	row, err := s.Shoot(ctx, shootID)
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
func (s *Studio) climb(tx *gorm.DB, row *store.Shoot) (*climbed, error) {
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
	var list []store.Shot
	for _, q := range []error{
		tx.Where("shoot_id in ?", ids).Order("position, id").Find(&dishes).Error,
		tx.Where("shoot_id in ?", ids).Order("position, id").Find(&list).Error,
	} {
		if q != nil {
			return nil, q
		}
	}
	facts, keptFrame, err := factsOf(tx, "shoot_id", ids, list)
	if err != nil {
		return nil, err
	}
	out := map[string]*climbed{}
	shoots := map[string]*store.Shoot{}
	own := map[string][]store.Dish{}
	for i := range rows {
		shoots[rows[i].Key] = &rows[i]
		out[rows[i].Key] = &climbed{dishes: map[string]store.Dish{}}
	}
	for _, d := range dishes {
		out[d.ShootID].dishes[d.Key] = d
		own[d.ShootID] = append(own[d.ShootID], d)
	}
	for _, shot := range list {
		v := out[shot.ShootID]
		v.shots = append(v.shots, shot)
		v.marks = append(v.marks, markOf(facts, keptFrame, shoots[shot.ShootID], v.dishes[shot.DishID], shot))
	}
	for id, v := range out {
		v.rail(shoots[id], own[id])
	}
	return out, nil
}

// factsOf gathers the facts of a list of shots: all that belong to some shoots
// (column shoot_id), or just these (column shot_id).
func factsOf(tx *gorm.DB, column string, ids []string, list []store.Shot) (map[string]*ladder.Facts, map[string]store.Frame, error) {
	var setShots []string
	var frames, kept []store.Frame
	var approved []store.Approval
	var pubs []store.Publication
	sets := tx.Model(&store.SetRow{}).Where("shot_id in ?", ids)
	if column == "shoot_id" {
		sets = tx.Model(&store.SetRow{}).Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id in ?", ids)
	}
	for _, q := range []error{
		sets.Pluck("sets.shot_id", &setShots).Error,
		tx.Select("id", "shot_id", "copies", "kept").Where(column+" in ?", ids).Find(&frames).Error,
		tx.Where(column+" in ? and kept", ids).Find(&kept).Error,
		tx.Where(column+" in ?", ids).Find(&approved).Error,
		tx.Where(column+" in ?", ids).Order("id").Find(&pubs).Error,
	} {
		if q != nil {
			return nil, nil, q
		}
	}
	facts := map[string]*ladder.Facts{}
	for _, shot := range list {
		facts[shot.Key] = &ladder.Facts{Angle: shot.Angle}
	}
	keptFrame := map[string]store.Frame{}
	for _, f := range kept {
		keptFrame[f.ShotID] = f
	}
	gatherFacts(facts, keptFrame, setShots, frames, approved, pubs)
	return facts, keptFrame, nil
}

// markOf is a shot's place on its ladder.
func markOf(facts map[string]*ladder.Facts, kept map[string]store.Frame, shoot *store.Shoot, dish store.Dish, shot store.Shot) ladder.Mark {
	at := facts[shot.Key]
	if f, ok := kept[shot.Key]; ok {
		at.FinishTotal, at.FinishDone = finishCount(shoot, dish, shot, f)
	}
	return ladder.Climb(*at)
}

// gatherFacts fills each shot's facts. Rows that came in after the shots were
// read belong to no fact and are passed over.
func gatherFacts(facts map[string]*ladder.Facts, kept map[string]store.Frame, setShots []string, frames []store.Frame, approved []store.Approval, pubs []store.Publication) {
	for _, id := range setShots {
		if at := facts[id]; at != nil {
			at.SetSaved = true
		}
	}
	for _, f := range frames {
		at := facts[f.ShotID]
		if at == nil {
			continue
		}
		at.Frames++
		if f.Kept {
			at.Kept, at.Copies = true, len(f.Copies)
		} else if !at.Kept {
			at.Copies = max(at.Copies, len(f.Copies))
		}
	}
	for _, a := range approved {
		if at := facts[a.ShotID]; at != nil && kept[a.ShotID].Key == a.FrameID {
			at.Approved = true
		}
	}
	for _, p := range pubs {
		at := facts[p.ShotID]
		if at == nil || kept[p.ShotID].Key != p.FrameID {
			continue
		}
		switch p.State {
		case "accepted":
			at.Accepted++
		case "refused":
			at.LastRefusal, at.WaitingInOut = p.Answer, false
		default:
			at.WaitingInOut = true
		}
	}
}

// finishCount counts the finish steps a kept frame needs and those ticked.
func finishCount(row *store.Shoot, dish store.Dish, shot store.Shot, f store.Frame) (total, done int) {
	for _, step := range finish.Steps(wanted(row, dish, shot, f)) {
		total++
		for _, t := range shot.Ticks {
			if t.Key == step.Key {
				done++
				break
			}
		}
	}
	return total, done
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
	add("day", "Day", 0, 0, "", "")
	add("frames", "Frames", kept, n, "kept", first("Take the next frame", copied < set)+first("Keep one frame of each shot", kept < copied && copied >= set))
	add("finish", "Finish", approved, n, "approved", first("Tick the finish steps", finished < kept)+first("Approve what is finished", approved < finished && finished >= kept))
	add("out", "Out", out, n, "out", first("Send what is approved", out < approved))
	add("back", "Back", 0, 0, "", "")
}
