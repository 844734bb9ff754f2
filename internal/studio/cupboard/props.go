package cupboard

import (
	"context"
	"strings"
	"time"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
	"gorm.io/gorm"
)

// Cupboard is the scope in whose journal changes of props, kit and the wanted list
// are noted: they belong to the studio, not to a shoot.
const Cupboard = "cupboard"

// ShelvedProp is a prop as the wall shows it.
type ShelvedProp struct {
	ID      string           `json:"id" doc:"Its key"`
	Version int              `json:"version" doc:"Counts saves"`
	Prop    cupboard.Prop    `json:"prop" doc:"The prop"`
	Drawing cupboard.Drawing `json:"drawing" doc:"To scale"`
	Flaws   []string         `json:"flaws" doc:"What is against it whatever the dish, in words"`
}

// PropAsk is which props are wanted. Empty fields ask for everything.
type PropAsk struct {
	Words   string
	Group   string // things, grounds
	Kind    string
	Hue     string
	Finish  string
	LeastMm float64
	MostMm  float64
	Light   string // dark, middle, light
	FreeOn  string // day
	Unseen  bool   // in no published frame of the last months
	After   string // key of the last already seen
	Limit   int
}

// PropPage is a page of the cupboard.
type PropPage struct {
	Rows []ShelvedProp `json:"rows" doc:"Props by name"`
	Next string        `json:"next" doc:"Ask after this key for more; empty when there is no more"`
}

// latelyDays is how long a published frame counts as lately seen.
const latelyDays = 120

// lightnessBands are what dark, middle and light mean, OKLab.
var lightnessBands = map[string][2]float64{"dark": {0, 0.42}, "middle": {0.42, 0.75}, "light": {0.75, 1.01}}

// Props lists a page of the cupboard.
func (s *Room) Props(ctx context.Context, ask PropAsk) (*PropPage, error) {
	if ask.Limit < 1 || ask.Limit > 200 {
		ask.Limit = 120
	}
	tx := s.Store.WithContext(ctx)
	q, err := s.siftedProps(tx, ask)
	if err != nil {
		return nil, err
	}
	var rows []store.PropRow
	if err := q.Order("name, id").Limit(ask.Limit + 1).Find(&rows).Error; err != nil {
		return nil, err
	}
	out := &PropPage{Rows: []ShelvedProp{}}
	if len(rows) > ask.Limit {
		rows = rows[:ask.Limit]
		out.Next = rows[ask.Limit-1].Key
	}
	for _, r := range rows {
		out.Rows = append(out.Rows, shelved(r))
	}
	return out, nil
}

func shelved(r store.PropRow) ShelvedProp {
	p := ShelvedProp{ID: r.Key, Version: r.Version, Prop: r.Prop, Drawing: r.Prop.Draw(), Flaws: []string{}}
	for _, f := range r.Prop.Flaws() {
		p.Flaws = append(p.Flaws, f.Subject)
	}
	return p
}

func (s *Room) siftedProps(tx *gorm.DB, ask PropAsk) (*gorm.DB, error) {
	q := tx.Model(&store.PropRow{})
	for column, v := range map[string]string{"kind": ask.Kind, "hue": ask.Hue, "finish": ask.Finish} {
		if v != "" {
			q = q.Where(column+" = ?", v)
		}
	}
	switch ask.Group {
	case "things":
		q = q.Where("kind not in ?", cupboard.Grounds)
	case "grounds":
		q = q.Where("kind in ?", cupboard.Grounds)
	}
	if ask.LeastMm > 0 {
		q = q.Where("size_mm >= ?", ask.LeastMm)
	}
	if ask.MostMm > 0 {
		q = q.Where("size_mm <= ?", ask.MostMm)
	}
	if band, ok := lightnessBands[ask.Light]; ok {
		q = q.Where("lightness >= ? and lightness < ?", band[0], band[1])
	}
	for _, w := range strings.Fields(strings.ToLower(ask.Words)) {
		q = q.Where("words like ?", list.Likely(w))
	}
	if ask.FreeOn != "" {
		q = q.Where("count > coalesce((select sum(r.count) from reservations r join shoots s on s.id = r.shoot_id where r.prop_id = props.id and s.day = ? and r.state in ?), 0)", ask.FreeOn, store.Holding)
	}
	if ask.Unseen {
		q = q.Where("not exists (select 1 from reservations r join shots x on x.dish_id = r.dish_id join publications p on p.shot_id = x.id where r.prop_id = props.id and p.state = 'accepted' and p.done_at > ?)", s.Now().AddDate(0, 0, -latelyDays))
	}
	if ask.After != "" {
		at, err := store.Find[store.PropRow](tx, ask.After)
		if err != nil {
			return nil, err
		}
		q = q.Where("(name, id) > (?, ?)", at.Name, at.Key)
	}
	return q, nil
}

// Prop finds a prop.
func (s *Room) Prop(ctx context.Context, id string) (*store.PropRow, error) {
	return store.Find[store.PropRow](s.Store.WithContext(ctx), id)
}

// PropReport is all there is to say of one prop.
type PropReport struct {
	Row      ShelvedProp       `json:"row" doc:"The prop"`
	Findings []finding.Finding `json:"findings" doc:"What is against it whatever the dish"`
	Seen     cupboard.Seen     `json:"seen" doc:"How often it was published"`
	Held     []Held            `json:"held" doc:"Shoots it is held for"`
}

// Held is a reservation with its shoot's name and day.
type Held struct {
	Reservation store.Reservation `json:"reservation" doc:"The reservation"`
	Shoot       string            `json:"shoot" doc:"The shoot's name"`
	Day         string            `json:"day" doc:"Its day, or empty"`
}

// ReadProp reports on a prop.
func (s *Room) ReadProp(ctx context.Context, id string) (*PropReport, error) {
	row, err := s.Prop(ctx, id)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	seen, err := s.seen(tx, []string{id})
	if err != nil {
		return nil, err
	}
	out := &PropReport{Row: shelved(*row), Findings: row.Prop.Flaws(), Seen: seen[id], Held: []Held{}}
	var all []store.Reservation
	if err := tx.Where("prop_id = ? and state in ?", id, store.Holding).Order("id").Find(&all).Error; err != nil {
		return nil, err
	}
	for _, r := range all {
		shoot, err := store.Find[store.Shoot](tx, r.ShootID)
		if err != nil {
			return nil, err
		}
		out.Held = append(out.Held, Held{r, shoot.Name, shoot.Brief.When})
	}
	return out, nil
}

// seen counts in how many published frames props were: frames of the dishes they
// were held for.
func (s *Room) seen(tx *gorm.DB, ids []string) (map[string]cupboard.Seen, error) {
	var rows []struct {
		PropID string
		Times  int
		Last   time.Time
	}
	err := tx.Raw(`select r.prop_id, count(distinct p.id) as times, max(p.done_at) as last from reservations r join shots x on x.dish_id = r.dish_id join publications p on p.shot_id = x.id
		where r.prop_id in ? and p.state = 'accepted' and p.done_at is not null group by r.prop_id`, ids).Scan(&rows).Error
	out := map[string]cupboard.Seen{}
	for _, r := range rows {
		out[r.PropID] = cupboard.Seen{Times: r.Times, Last: r.Last.Format("2006-01-02"), DaysAgo: max(1, int(s.Now().Sub(r.Last).Hours()/24))}
	}
	return out, err
}

// AddProp puts a prop into the cupboard.
func (s *Room) AddProp(ctx context.Context, who core.Who, p cupboard.Prop) (*store.PropRow, error) {
	if err := core.Fields("prop", p.Check()); err != nil {
		return nil, err
	}
	row := &store.PropRow{Base: store.NewBase(), Prop: p}
	if err := s.Deed(ctx, who, Cupboard, "Put "+p.Name+" into the cupboard", func(j *store.Journal) error { return j.Create(row) }); err != nil {
		return nil, err
	}
	return row, nil
}

// SaveProp saves a prop.
func (s *Room) SaveProp(ctx context.Context, who core.Who, id string, version int, p cupboard.Prop) (*store.PropRow, error) {
	if err := core.Fields("prop", p.Check()); err != nil {
		return nil, err
	}
	row, err := s.Prop(ctx, id)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, Cupboard, "Changed "+p.Name, func(j *store.Journal) error {
		row.Version, row.Prop = version, p
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveProp takes a prop out of the cupboard, unless it is held for a shoot.
func (s *Room) RemoveProp(ctx context.Context, who core.Who, id string) error {
	row, err := s.Prop(ctx, id)
	if err != nil {
		return err
	}
	return s.Deed(ctx, who, Cupboard, "Took "+row.Prop.Name+" out of the cupboard", func(j *store.Journal) error {
		var n int64
		if err := j.TX.Model(&store.Reservation{}).Where("prop_id = ?", id).Limit(1).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return core.Rule("%s is on a shoot's pull list. Take it off there first, so that nobody looks for it in vain.", row.Prop.Name)
		}
		j.Removes(row, row.Prop.Name)
		return j.Delete(row)
	})
}

// PropLook is what was measured in a picture of a prop, and where the picture is
// kept.
type PropLook struct {
	cupboard.Looks
	Picture string `json:"picture" doc:"Hash of the picture, to be saved with the prop"`
}

// LookAtProp measures a picture of a prop on grey and keeps the picture, so that
// the prop can be saved with it.
func (s *Room) LookAtProp(ctx context.Context, data []byte) (*PropLook, error) {
	img, err := core.OpenPicture(ctx, data)
	if err != nil {
		return nil, err
	}
	pixels, w := kitchen.Grid(img)
	out := &PropLook{Looks: cupboard.Look(pixels, w)}
	out.Picture, _, _, err = s.KeepPicture(ctx, img)
	return out, err
}

// PropPicture is a prop's picture, JPEG.
func (s *Room) PropPicture(ctx context.Context, id string) ([]byte, error) {
	row, err := s.Prop(ctx, id)
	if err != nil {
		return nil, err
	}
	return s.Vault.Get(ctx, row.Prop.Picture)
}
