package set

import (
	"context"
	"figladder/internal/craft/words"
	"math"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/compose"
	props "figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// PlannedSet is a shot's set; version 0 until it is first saved.
type PlannedSet struct {
	Set     scene.Set `json:"set" doc:"The set"`
	Version int       `json:"version" doc:"Counts saves, of this set and of what it shares; 0 before the first"`
	SetUpID string    `json:"setUpId,omitempty" doc:"The set-up it is taken of; empty for a new one"`
}

func plannedSet(row *store.SetRow) *PlannedSet {
	return &PlannedSet{Set: row.Set(), Version: row.Version, SetUpID: row.SetUpID}
}

// SetOf returns a shot's set, or the one it would start with: on the set-up that its dish
// stands in already, or on one of its own.
func (s *Room) SetOf(ctx context.Context, shotID string) (*PlannedSet, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	row, err := core.PlannedOf(tx, shotID)
	if err != nil {
		return nil, err
	}
	if row != nil {
		return plannedSet(row), nil
	}
	beside, same, err := besides(tx, shot)
	if err != nil {
		return nil, err
	}
	if beside != nil {
		shared := beside.Up.SetUp.With(scene.Own{Camera: beside.Set().Camera})
		out := &PlannedSet{Set: shared.SeenFrom(shot.Angle)}
		if same {
			out.SetUpID = beside.SetUpID
		}
		return out, nil
	}
	return s.fresh(ctx, shot)
}

// besides finds the set of the same dish that a shot would be taken beside: one in light from
// the same side, or any; ingredients stand beside ingredients alone. same says that it is the same light, so that nothing has to be moved.
func besides(tx *gorm.DB, shot *store.Shot) (row *store.SetRow, same bool, err error) {
	var others []store.Shot
	if err := tx.Where("dish_id = ? and id <> ? and (kind = ?) = ?", shot.DishID, shot.Key, shots.Ingredient, shot.Kind == string(shots.Ingredient)).Order("position, id").Find(&others).Error; err != nil || len(others) == 0 {
		return nil, false, err
	}
	ids := make([]string, len(others))
	lights := map[string]words.Direction{}
	for i, x := range others {
		ids[i] = x.Key
		lights[x.Key] = x.Light
	}
	all, err := core.PlannedSets(tx, tx.Where("shot_id in ?", ids).Order("created_at, id"))
	if err != nil {
		return nil, false, err
	}
	for i := range all {
		of := lights[all[i].ShotID]
		if of == shot.Light || of == "" || shot.Light == "" {
			return &all[i], true, nil
		}
		if row == nil {
			row = &all[i]
		}
	}
	return row, false, nil
}

// fresh is the set of a shot whose dish stands nowhere yet.
func (s *Room) fresh(ctx context.Context, shot *store.Shot) (*PlannedSet, error) {
	dish, err := s.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	set := scene.StartFor(shot.Angle, string(dish.Form))
	set.Food.Name = dish.Recipe.Title
	if across := dish.Recipe.Across(); across > 0 && props.StandsWhole(string(dish.Form)) {
		set.Vessel.DiameterMm = math.Round(1.2 * across)
	}
	d, err := s.decided(ctx, shot, dish)
	if err != nil {
		return nil, err
	}
	return &PlannedSet{Set: set.WithDecided(d)}, nil
}

// Wants is what the shoot of a shot asks of its set.
func (s *Room) Wants(ctx context.Context, shotID string) (scene.Wants, error) {
	w, _, err := s.asked(ctx, shotID)
	return w, err
}

// asked is what a shot's shoot asks of its set, and the shapes that it publishes.
func (s *Room) asked(ctx context.Context, shotID string) (scene.Wants, []compose.Wanted, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return scene.Wants{}, nil, err
	}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return scene.Wants{}, nil, err
	}
	owned, err := s.Cupboard.KitItems(ctx)
	if err != nil {
		return scene.Wants{}, nil, err
	}
	dish, err := s.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return scene.Wants{}, nil, err
	}
	var helping scene.Portion
	if shots.Kind(shot.Kind) != shots.Ingredient {
		helping = portionOf(dish)
	}
	ratio := shoot.Brief.Mood.TargetRatio()
	return scene.Wants{Portion: helping, Kit: owned, OutputLongPx: shoot.Brief.LongestPx(), RatioLowStops: ratio.LowStops, RatioHighStops: ratio.HighStops,
		RatioBecause: ratio.Because, Mood: shoot.Brief.Mood.Key}, shapesOfBrief(shoot.Brief), nil
}

// ReadSet works out everything about a set, saved or not. Quick is for while
// something is being dragged.
func (s *Room) ReadSet(ctx context.Context, shotID string, set scene.Set, quick bool) (*SetReading, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	w, wanted, err := s.asked(ctx, shotID)
	if err != nil {
		return nil, err
	}
	detail := light.Fine
	if quick {
		detail = light.Search
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	j, err := compose.Judge(ctx, set, w, wanted, detail)
	if err != nil {
		return nil, err
	}
	out := &SetReading{Report: j.Report, Look: j.Look, Crops: j.Crops, SetHash: HashOf(set)}
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	held, err := s.held(ctx, shot.DishID)
	if err != nil {
		return nil, err
	}
	out.Findings = append(out.Findings, set.Differs(scene.Decided{Held: held})...)
	out.Wish = set.Wish(shot.Light, w)
	if drift, err := s.drift(ctx, shotID, set); err != nil {
		return nil, err
	} else {
		out.Findings = append(out.Findings, drift...)
	}
	out.Findings = finding.Weighed(out.Findings)
	return out, nil
}

// SetReading is everything worked out about a set: its figures, and how its frame reads.
type SetReading struct {
	scene.Report
	Look  compose.Look   `json:"look" doc:"What the frame shows of each thing"`
	Crops []compose.Crop `json:"crops" doc:"Every shape that is to be published, over the frame"`
	Wish  scene.Goal     `json:"wish" doc:"What a search for light begins with"`

	SetHash string `json:"setHash" doc:"Names the set by what its picture shows: a picture of another hash is of another set"`
}

// usual shapes are shown when the brief asks for none.
var usual = []string{"4:5", "1:1", "9:16", "3:2", "16:9"}

// shapesOfBrief are what a shoot publishes.
func shapesOfBrief(b brief.Brief) []compose.Wanted {
	var out []compose.Wanted
	add := func(name, shape string, px int) {
		if w, h, ok := brief.Shape(shape); ok {
			out = append(out, compose.Wanted{Name: name, Shape: shape, Ratio: float64(w) / float64(h), LongPx: px})
		}
	}
	for _, d := range b.Deliverables {
		add(d.Name, d.Shape, d.LongPx)
	}
	if out == nil {
		for _, shape := range usual {
			add(shape, shape, 0)
		}
	}
	return out
}

// ApplyTry returns a set with a try's edits made. Nothing is saved.
func (s *Room) ApplyTry(set scene.Set, edits []finding.Edit) (*scene.Set, error) {
	after, bad := scene.Apply(set, edits)
	if bad != nil { // what was to be changed cannot be
		return nil, core.Fields("", []finding.FieldProblem{{Path: "edits", Words: bad[0].Words}})
	}
	if err := core.Fields("set", after.Check()); err != nil {
		return nil, err
	}
	return &after, nil
}

// Addition is something more for a set: one of these is said.
type Addition struct {
	Thing string          `json:"thing" doc:"Kind of a thing, in its usual size"`
	Light words.LightKind `json:"light" doc:"Kind of a light, in its usual size"`
	Prop  string          `json:"prop" doc:"Key of a prop of the cupboard"`
	Under bool            `json:"under" required:"false" doc:"A ground, lying under the dish"`
	Card  *scene.Card     `json:"card" required:"false" doc:"A card"`
	Key   int             `json:"key" doc:"Card: place of the light it is across from"`
}

// AddToSet puts something more into a set, where it usually goes.
func (s *Room) AddToSet(ctx context.Context, set scene.Set, a Addition) (*scene.Set, error) {
	switch {
	case a.Thing != "":
		var err error
		if set, err = set.WithThing(a.Thing); err != nil {
			return nil, core.Rule("There is %s.", err)
		}
	case a.Light != "":
		var err error
		if set, err = set.WithLight(a.Light); err != nil {
			return nil, core.Rule("There is %s.", err)
		}
	case a.Prop != "":
		t, err := s.PropAsThing(ctx, a.Prop)
		if err != nil {
			return nil, err
		}
		set = set.Beside(*t)
	case a.Under:
		set = set.WithGround()
	case a.Card != nil:
		set = set.WithCard(*a.Card, a.Key)
	default:
		return nil, core.Rule("Say what is to be put into the set.")
	}
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	return &set, nil
}
