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

// climb gathers the facts of every shot in a fixed number of queries, however
// many shots there are.
func (s *Studio) climb(tx *gorm.DB, row *store.Shoot) (*climbed, error) {
	v := &climbed{dishes: map[string]store.Dish{}}
	var dishes []store.Dish
	var setShots []string
	var frames []store.Frame
	var approved []store.Approval
	var pubs []store.Publication
	for _, q := range []func() error{
		func() error { return tx.Where("shoot_id = ?", row.Key).Order("position, id").Find(&dishes).Error },
		func() error { return tx.Where("shoot_id = ?", row.Key).Order("position, id").Find(&v.shots).Error },
		func() error {
			return tx.Model(&store.SetRow{}).Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", row.Key).Pluck("sets.shot_id", &setShots).Error
		},
		func() error {
			return tx.Select("id", "shot_id", "copies", "kept", "width_px", "height_px", "set").Where("shoot_id = ?", row.Key).Find(&frames).Error
		},
		func() error { return tx.Where("shoot_id = ?", row.Key).Find(&approved).Error },
		func() error { return tx.Where("shoot_id = ?", row.Key).Order("id").Find(&pubs).Error },
	} {
		if err := q(); err != nil {
			return nil, err
		}
	}
	for _, d := range dishes {
		v.dishes[d.Key] = d
	}
	facts := map[string]*ladder.Facts{}
	kept := map[string]string{}
	for _, shot := range v.shots {
		facts[shot.Key] = &ladder.Facts{Angle: shot.Angle}
	}
	for _, id := range setShots {
		facts[id].SetSaved = true
	}
	keptFrame := map[string]store.Frame{}
	for _, f := range frames {
		at := facts[f.ShotID]
		at.Frames++
		if f.Kept {
			kept[f.ShotID] = f.Key
			keptFrame[f.ShotID] = f
			at.Kept, at.Copies = true, len(f.Copies)
		} else if !at.Kept {
			at.Copies = max(at.Copies, len(f.Copies))
		}
	}
	for _, a := range approved {
		facts[a.ShotID].Approved = facts[a.ShotID].Approved || kept[a.ShotID] == a.FrameID
	}
	for _, p := range pubs {
		at := facts[p.ShotID]
		if kept[p.ShotID] != p.FrameID {
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
	for i := range v.shots {
		shot := &v.shots[i]
		at := facts[shot.Key]
		if f, ok := keptFrame[shot.Key]; ok {
			for _, step := range finish.Steps(wanted(row, v.dishes[shot.DishID], *shot, f)) {
				at.FinishTotal++
				for _, t := range shot.Ticks {
					if t.Key == step.Key {
						at.FinishDone++
						break
					}
				}
			}
		}
		v.marks = append(v.marks, ladder.Climb(*at))
	}
	v.rail(row, dishes)
	return v, nil
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
		briefWants = "Say " + open[0]
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
