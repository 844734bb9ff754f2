package set

import (
	"context"
	"fmt"
	"reflect"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/draft"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/method"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
)

// Drafted is what came of a draft.
type Drafted struct {
	SetUps int               `json:"setUps" doc:"Set-ups that the shoot has now"`
	Frames int               `json:"frames" doc:"Frames that were drafted"`
	Left   int               `json:"left" doc:"Frames that a person had set and that were left as they are"`
	Tookms int               `json:"tookMs" doc:"How long it took, ms"`
	Lacks  []finding.Finding `json:"lacks" doc:"What the cupboard, the kit or the place could not give"`
}

// mostDrafted is the longest list that is drafted in one go: a day has fewer.
const mostDrafted = 200

// Draft plans every frame of a shoot that no person has planned, and plans again what is still
// as it was drafted. variant is 0 for the first draft; 1 and 2 differ on purpose.
func (s *Room) Draft(ctx context.Context, who core.Who, shootID string, variant int) (*Drafted, error) {
	began := time.Now()
	a, err := s.draftAsk(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if len(a.Shots) == 0 {
		return nil, core.Rule("There are no frames on the list yet. Accept some first.")
	}
	if len(a.Shots) > mostDrafted {
		return nil, core.Rule("A list of more than %d frames is not drafted in one go; divide it into days first.", mostDrafted)
	}
	a.Variant = variant
	done, err := s.LongTurn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	d, err := draft.Make(ctx, a)
	if err != nil {
		return nil, err
	}
	out := &Drafted{Lacks: d.Lacks, Left: len(a.Standing)}
	if err := s.Deed(ctx, who, shootID, fmt.Sprintf("Drafted %d frames", len(a.Shots)-len(a.Standing)), func(j *store.Journal) error {
		for _, u := range d.SetUps {
			n, err := put(j, shootID, u)
			if err != nil {
				return err
			}
			out.Frames += n
		}
		var n int64
		err := j.TX.Model(&store.SetUpRow{}).Where("shoot_id = ?", shootID).Count(&n).Error
		out.SetUps = int(n)
		return err
	}); err != nil {
		return nil, err
	}
	out.Tookms = int(time.Since(began).Milliseconds())
	return out, nil
}

// put writes a drafted set-up and its frames: over an older draft of it, or anew.
func put(j *store.Journal, shootID string, u draft.SetUp) (frames int, err error) {
	up := &store.SetUpRow{Base: store.NewBase(), SetUpDoc: store.SetUpDoc{ShootID: shootID}}
	all, err := store.All[store.SetUpRow](j.TX.Where("shoot_id = ?", shootID))
	if err != nil {
		return 0, err
	}
	fresh := true
	for i := range all {
		if all[i].Key == u.Stands || u.Stands == "" && all[i].Draft != nil && all[i].Draft.Key == u.Key {
			up, fresh = &all[i], false
			break
		}
	}
	now := u.Up
	switch {
	case u.Stands != "":
		if fresh { // it was taken away while the draft was made
			return 0, nil
		}
		now = up.SetUp
	case fresh:
		up.SetUp, up.Draft = u.Up, &draft.OfSetUp{Key: u.Key, Up: u.Up, Choices: u.Choices}
		if u.Key == draft.Ingredients {
			up.Name = u.Words
		}
		if err := j.Create(up); err != nil {
			return 0, err
		}
	default:
		if now, err = draft.Again(up.Draft.Up, up.SetUp, u.Up); err != nil {
			return 0, err
		}
	}
	for _, f := range u.Frames {
		own := f.Own.Moved(u.Up, now)
		if err := putFrame(j, up.Key, f, own); err != nil {
			return frames, err
		}
		frames++
	}
	if fresh || u.Stands != "" {
		return frames, nil
	}
	d := &draft.OfSetUp{Key: u.Key, Up: u.Up, Choices: u.Choices}
	if now.Same(up.SetUp) && reflect.DeepEqual(d, up.Draft) {
		return frames, nil
	}
	up.SetUp, up.Draft = now, d
	return frames, j.Update(up)
}

func putFrame(j *store.Journal, setUpID string, f draft.Frame, own scene.Own) error {
	row, err := core.PlannedOf(j.TX, f.ShotID)
	if err != nil {
		return err
	}
	d := &draft.OfFrame{Own: own, Choices: f.Choices}
	if row == nil {
		return j.Create(&store.SetRow{Base: store.NewBase(), ShotID: f.ShotID, SetUpID: setUpID, Own: own, Draft: d})
	}
	if row.Draft == nil { // a person has set it while the draft was made
		return nil
	}
	now, err := draft.Again(row.Draft.Own, row.Own, own)
	if err != nil {
		return err
	}
	if reflect.DeepEqual(now, row.Own) && reflect.DeepEqual(d, row.Draft) {
		return nil
	}
	row.Own, row.Draft = now, d
	return j.Update(row)
}

// draftAsk gathers what a draft of a shoot is made from.
func (s *Room) draftAsk(ctx context.Context, shootID string) (draft.Ask, error) {
	var a draft.Ask
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return a, err
	}
	list, dishes, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return a, err
	}
	own, err := s.Kitchen.Verbs(ctx)
	if err != nil {
		return a, err
	}
	deeds := map[string][]method.Deed{}      // by dish
	falls := map[string]map[string]float64{} // by dish and by the word of a deed
	for _, x := range list {
		if falls[x.DishID] == nil {
			falls[x.DishID] = map[string]float64{}
			deeds[x.DishID] = method.Of(dishes[x.DishID].Recipe, own)
			for _, d := range deeds[x.DishID] {
				falls[x.DishID][d.Word] = shots.FallsMm(d.Class)
			}
		}
		if a.Wants.Kit == nil {
			if a.Wants, a.Shapes, err = s.asked(ctx, x.Key); err != nil {
				return a, err
			}
			a.Wants.Portion = scene.Portion{} // each dish has its own
		}
		a.Shots = append(a.Shots, draft.Shot{ID: x.Key, DishID: x.DishID, Kind: shots.Kind(x.Kind), Title: x.Title, Cause: x.Cause, Angle: x.Angle, Light: x.Light, Moves: x.Shutter, FallsMm: falls[x.DishID][x.Cause]})
	}
	kept, err := s.Brief.References(ctx, shootID)
	if err != nil {
		return a, err
	}
	var references []brief.Reference
	for _, r := range kept {
		references = append(references, r.Reference)
	}
	seen := map[string]bool{}
	for _, x := range list {
		row := dishes[x.DishID]
		if seen[row.Key] {
			continue
		}
		seen[row.Key] = true
		ask, err := s.Cupboard.JudgedFor(ctx, &row)
		if err != nil {
			return a, err
		}
		items := kitchen.Items(row.Recipe)
		a.Dishes = append(a.Dishes, draft.Dish{ID: row.Key, Title: row.Recipe.Title, Form: row.Form, Ask: ask, Plan: row.Colour, Iced: iced(items),
			Served: shots.Serve(row.Recipe, row.Form, deeds[row.Key]), Told: draft.Tell(references, row.Key), PortionMl: portionOf(&row).Ml})
	}
	if a.Props, err = s.Cupboard.ForDraft(ctx, shootID); err != nil {
		return a, err
	}
	habits, err := s.Habits(ctx)
	if err != nil {
		return a, err
	}
	place, id, err := s.PlaceOf(ctx, shoot)
	if err != nil {
		return a, err
	}
	a.Kit, a.School, a.Day, a.Seed = a.Wants.Kit, habits.LensSchool, shoot.Brief.When, 1
	if place != nil && len(place.Windows) > 0 {
		a.Place, a.PlaceID = place, id
	}
	a.Standing = map[string]draft.Standing{}
	made, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	for _, r := range made {
		if r.Draft == nil {
			a.Standing[r.ShotID] = draft.Standing{SetUpID: r.SetUpID, Up: r.Up.SetUp, Own: r.Own}
		}
	}
	return a, err
}

// iced reports whether a drink stands on ice.
func iced(items []string) bool {
	for _, i := range items {
		for _, w := range strings.Fields(strings.ToLower(i)) {
			if w == "ice" {
				return true
			}
		}
	}
	return false
}

// Chosen is what was chosen when a set was drafted.
type Chosen struct {
	SetUp []draft.Choice `json:"setUp" doc:"For its set-up"`
	Frame []draft.Choice `json:"frame" doc:"For its frame"`
}

// ChosenFor tells what was chosen for a shot's set; nothing for one that a person has made.
func (s *Room) ChosenFor(ctx context.Context, shotID string) (*Chosen, error) {
	out := &Chosen{SetUp: []draft.Choice{}, Frame: []draft.Choice{}}
	row, err := core.PlannedOf(s.Store.WithContext(ctx), shotID)
	if err != nil || row == nil {
		return out, err
	}
	if row.Draft != nil {
		out.Frame = row.Draft.Choices
	}
	if row.Up.Draft != nil {
		out.SetUp = row.Up.Draft.Choices
	}
	return out, nil
}

// mendPresses is how many presses of findings a mend looks at.
const mendPresses = 40

// Mend presses what the findings of a set offer, as long as the picture gains. Nothing is saved.
func (s *Room) Mend(ctx context.Context, shotID string, set scene.Set) (*draft.Mended, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	w, wanted, err := s.asked(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	out, err := draft.MendShown(ctx, set, w, wanted, func(string) bool { return true }, mendPresses)
	return &out, err
}
