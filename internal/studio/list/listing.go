package list

import (
	"context"
	"encoding/json"
	"figladder/internal/craft/words"
	"strings"

	"figladder/internal/craft/ladder"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// ListedShot is a shot with its ladder mark.
type ListedShot struct {
	Shot   store.Shot   `json:"shot" doc:"The shot"`
	Dish   string       `json:"dish" doc:"Name of its dish"`
	Mark   ladder.Mark  `json:"mark" doc:"Its place on the ladder"`
	Sketch scene.Sketch `json:"sketch" doc:"How it would look, from its set or from angle and form"`
}

// ListAsk is which part of a list is wanted. Empty fields ask for everything.
type ListAsk struct {
	Words  string // in the title
	Dish   string // key of a dish
	Kind   string
	Angle  words.Angle
	Light  words.Direction
	Vessel string
	Hands  string // "more" for frames that need more hands, "none" for those that do not
	After  string // key of the last shot already seen
	Limit  int    // most shots in a page
}

// MostListed is the longest page of a list.
const MostListed = 500

// ListPage is a page of a shot list.
type ListPage struct {
	Rows []ListedShot `json:"rows" doc:"The shots"`
	Next string       `json:"next" doc:"Ask after this key for more; empty when there is no more"`
}

// ListSums is what a whole list comes to, and what it can be sifted by.
type ListSums struct {
	Shots   int      `json:"shots" doc:"Shots"`
	Safe    int      `json:"safe" doc:"Safe frames"`
	Hands   int      `json:"hands" doc:"Shots that need more hands"`
	Sets    int      `json:"sets" doc:"Times a set-up is built when the list is taken in its order"`
	Angles  []string `json:"angles" doc:"Angles that occur"`
	Lights  []string `json:"lights" doc:"Lights that occur"`
	Vessels []string `json:"vessels" doc:"Vessels that occur"`
}

// List returns a page of a shoot's shots in order, each with its ladder mark.
func (s *Room) List(ctx context.Context, shootID string, ask ListAsk) (*ListPage, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if ask.Limit < 1 || ask.Limit > MostListed {
		ask.Limit = MostListed
	}
	tx := s.Store.WithContext(ctx)
	q, err := sifted(tx, shootID, ask)
	if err != nil {
		return nil, err
	}
	var list []store.Shot
	if err := q.Order("position, id").Limit(ask.Limit + 1).Find(&list).Error; err != nil {
		return nil, err
	}
	out := &ListPage{Rows: []ListedShot{}}
	if len(list) > ask.Limit {
		list = list[:ask.Limit]
		out.Next = list[ask.Limit-1].Key
	}
	if out.Rows, err = listed(tx, shoot, list); err != nil {
		return nil, err
	}
	return out, nil
}

// sifted is the query of what was asked for.
func sifted(tx *gorm.DB, shootID string, ask ListAsk) (*gorm.DB, error) {
	q := tx.Where("shoot_id = ?", shootID)
	for column, v := range map[string]string{"dish_id": ask.Dish, "kind": ask.Kind, "angle": string(ask.Angle), "light": string(ask.Light), "vessel": ask.Vessel} {
		if v != "" {
			q = q.Where(column+" = ?", v)
		}
	}
	switch ask.Hands {
	case "more":
		q = q.Where("hands > 0")
	case "none":
		q = q.Where("hands = 0")
	}
	if w := strings.TrimSpace(ask.Words); w != "" {
		q = q.Where("title ilike ?", Likely(w))
	}
	if ask.After != "" {
		at, err := store.Find[store.Shot](tx, ask.After)
		if err != nil {
			return nil, err
		}
		q = q.Where("(position, id) > (?, ?)", at.Position, at.Key)
	}
	return q, nil
}

var wild = strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`)

// Likely makes a pattern that finds words as they are typed.
func Likely(words string) string { return "%" + wild.Replace(words) + "%" }

// listed gives shots their dishes and marks, in a fixed number of queries.
func listed(tx *gorm.DB, shoot *store.Shoot, list []store.Shot) ([]ListedShot, error) {
	out := []ListedShot{}
	if len(list) == 0 {
		return out, nil
	}
	ids, seen := []string{}, map[string]bool{}
	var dishIDs []string
	for _, x := range list {
		ids = append(ids, x.Key)
		if !seen[x.DishID] {
			seen[x.DishID] = true
			dishIDs = append(dishIDs, x.DishID)
		}
	}
	var rows []store.Dish
	if err := tx.Where("id in ?", dishIDs).Find(&rows).Error; err != nil {
		return nil, err
	}
	dishes := map[string]store.Dish{}
	for _, d := range rows {
		dishes[d.Key] = d
	}
	facts, kept, err := FactsOf(tx, "shot_id", ids, list)
	if err != nil {
		return nil, err
	}
	planned, err := core.PlannedSets(tx, tx.Where("shot_id in ?", ids))
	if err != nil {
		return nil, err
	}
	sets := map[string]scene.Set{}
	for _, p := range planned {
		sets[p.ShotID] = p.Set()
	}
	usual := map[scene.Drawn]scene.Sketch{} // most shots of a dish look alike until their sets are built
	for _, x := range list {
		d := dishes[x.DishID]
		out = append(out, ListedShot{Shot: x, Dish: d.Recipe.Title, Mark: MarkOf(facts, kept, shoot, d, x), Sketch: sketchOf(x, d, sets, usual)})
	}
	return out, nil
}

// sketchOf draws a shot from its set when it has one.
func sketchOf(x store.Shot, d store.Dish, sets map[string]scene.Set, usual map[scene.Drawn]scene.Sketch) scene.Sketch {
	if set, built := sets[x.Key]; built {
		out := set.Sketch()
		out.Set = true
		return out
	}
	set := scene.StartFor(x.Angle, string(d.Form))
	if len(d.Colour.Food) > 0 {
		set.Food.Colour = d.Colour.Food[0].Hex
	}
	if d.Colour.Vessel != "" {
		set.Vessel.Colour = d.Colour.Vessel
	}
	if d.Colour.Ground != "" {
		set.Table.Colour = d.Colour.Ground
	}
	out, drawn := usual[set.Drawn()]
	if !drawn {
		out = set.Sketch()
		usual[set.Drawn()] = out
	}
	return out
}

// ListSums counts a whole list in one pass.
func (s *Room) ListSums(ctx context.Context, shootID string) (*ListSums, error) {
	var row struct {
		Shots, Safe, Hands, Sets int
		Angles, Lights, Vessels  string
	}
	err := s.Store.WithContext(ctx).Raw(`select count(*) as shots, count(*) filter (where kind = 'safe') as safe, count(*) filter (where hands > 0) as hands, count(*) filter (where changed) as sets,
		coalesce(json_agg(distinct angle) filter (where angle <> ''), '[]') as angles, coalesce(json_agg(distinct light) filter (where light <> ''), '[]') as lights,
		coalesce(json_agg(distinct vessel) filter (where vessel <> ''), '[]') as vessels
		from (select kind, hands, angle, light, vessel, up is distinct from lag(up) over (order by position, id) as changed
			from (select x.id, x.position, x.kind, x.hands, x.angle, x.light, x.vessel, coalesce(r.set_up_id, x.angle || ' ' || x.light) as up from shots x left join sets r on r.shot_id = x.id where x.shoot_id = ?) as w) as s`, shootID).Scan(&row).Error
	if err != nil {
		return nil, err
	}
	out := &ListSums{Shots: row.Shots, Safe: row.Safe, Hands: row.Hands, Sets: row.Sets}
	for _, w := range []struct {
		text string
		into *[]string
	}{{row.Angles, &out.Angles}, {row.Lights, &out.Lights}, {row.Vessels, &out.Vessels}} {
		if err := json.Unmarshal([]byte(w.text), w.into); err != nil {
			return nil, err
		}
	}
	return out, nil
}
