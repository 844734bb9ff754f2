package list

import (
	"slices"

	"figladder/internal/craft/finish"
	"figladder/internal/craft/ladder"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"gorm.io/gorm"
)

// Wanted is what the finish steps of a kept frame are worked out from.
func Wanted(shoot *store.Shoot, dish store.Dish, shot store.Shot, f store.Frame) finish.Wanted {
	return finish.Wanted{Kind: shot.Kind, Form: string(dish.Form), HasCard: slices.ContainsFunc(f.Set.Cards, func(c scene.Card) bool { return c.On }), Moving: f.Set.Food.Movement > 0,
		LongPx: shoot.Brief.LongestPx(), FrameLong: max(f.WidthPx, f.HeightPx)}
}

// FactsOf gathers the facts of a list of shots: all that belong to some shoots
// (column shoot_id), or just these (column shot_id).
func FactsOf(tx *gorm.DB, column string, ids []string, list []store.Shot) (map[string]*ladder.Facts, map[string]store.Frame, error) {
	var sets []store.SetRow
	var frames, kept []store.Frame
	var approved []store.Approval
	var pubs []store.Publication
	planned := tx.Select("sets.shot_id", "sets.set_up_id").Where("shot_id in ?", ids)
	if column == "shoot_id" {
		planned = tx.Select("sets.shot_id", "sets.set_up_id").Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id in ?", ids)
	}
	for _, q := range []error{
		planned.Find(&sets).Error,
		tx.Select("id", "shot_id", "copies", "kept").Where(column+" in ?", ids).Find(&frames).Error,
		tx.Where(column+" in ? and kept", ids).Find(&kept).Error,
		tx.Where(column+" in ?", ids).Find(&approved).Error,
		tx.Where(column+" in ?", ids).Order("id").Find(&pubs).Error,
	} {
		if q != nil {
			return nil, nil, q
		}
	}
	newest, err := newestOf(tx, kept)
	if err != nil {
		return nil, nil, err
	}
	shown, err := saidOf(tx, list)
	if err != nil {
		return nil, nil, err
	}
	facts := map[string]*ladder.Facts{}
	for _, shot := range list {
		facts[shot.Key] = &ladder.Facts{Angle: shot.Angle}
	}
	keptFrame := map[string]store.Frame{}
	for _, f := range kept {
		keptFrame[f.ShotID] = f
	}
	gatherFacts(facts, keptFrame, sets, frames, approved, newest, pubs)
	for _, f := range kept {
		if at := facts[f.ShotID]; at != nil {
			at.Said = shown[f.Key].of(goesOut(f, newest))
		}
	}
	return facts, keptFrame, nil
}

// MarkOf is a shot's place on its ladder.
func MarkOf(facts map[string]*ladder.Facts, kept map[string]store.Frame, shoot *store.Shoot, dish store.Dish, shot store.Shot) ladder.Mark {
	at := facts[shot.Key]
	if f, ok := kept[shot.Key]; ok {
		at.FinishTotal, at.FinishDone = finishCount(shoot, dish, shot, f)
	}
	return ladder.Climb(*at)
}

// newestOf is the hash of the newest finished picture of each frame that has one, by the frame's key.
func newestOf(tx *gorm.DB, frames []store.Frame) (map[string]string, error) {
	keys := make([]string, len(frames))
	for i, f := range frames {
		keys[i] = f.Key
	}
	var made []store.VersionRow
	if err := tx.Select("frame_id", "sha256").Where("frame_id in ?", keys).Order("number").Find(&made).Error; err != nil {
		return nil, err
	}
	out := map[string]string{}
	for _, v := range made {
		out[v.FrameID] = v.SHA256
	}
	return out, nil
}

// goesOut is the hash of what goes out of a frame: its newest finished picture, or itself.
func goesOut(f store.Frame, newest map[string]string) string {
	if sha := newest[f.Key]; sha != "" {
		return sha
	}
	return f.Picture()
}

// gatherFacts fills each shot's facts. Rows that came in after the shots were
// read belong to no fact and are passed over.
func gatherFacts(facts map[string]*ladder.Facts, kept map[string]store.Frame, sets []store.SetRow, frames []store.Frame, approved []store.Approval, newest map[string]string, pubs []store.Publication) {
	for _, r := range sets {
		if at := facts[r.ShotID]; at != nil {
			at.SetSaved, at.SetUp = true, r.SetUpID
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
		f := kept[a.ShotID]
		if at := facts[a.ShotID]; at != nil && f.Key == a.FrameID && a.Picture == goesOut(f, newest) {
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
		case "waiting":
			at.WaitingInOut = true
		}
	}
}

// finishCount counts the finish steps a kept frame needs and those ticked.
func finishCount(row *store.Shoot, dish store.Dish, shot store.Shot, f store.Frame) (total, done int) {
	for _, step := range finish.Steps(Wanted(row, dish, shot, f)) {
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
