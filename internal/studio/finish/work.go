package finish

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/work"
	"figladder/internal/craft/proof"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"

	"gorm.io/gorm"
)

// Board is the work on a shoot's kept frames.
type Board struct {
	Items     []Item            `json:"items" doc:"The kept frames: what is late first, then by what is next"`
	Estimates []reading.Reading `json:"estimates" doc:"How long each step takes, with its working"`
	Words     string            `json:"words" doc:"All of it in words"`
}

// Item is the work on one frame.
type Item struct {
	FrameID string             `json:"frameId" doc:"The frame"`
	ShotID  string             `json:"shotId" doc:"Its shot"`
	Title   string             `json:"title" doc:"What it shows"`
	Row     store.FrameWorkRow `json:"row" doc:"Who does what, and the pins; version 0 when nothing is yet"`
	Steps   []work.Stand       `json:"steps" doc:"Its steps in their order"`
	Next    work.Step          `json:"next" enum:",look,retouch,check,round,export" doc:"What is next; empty when all is done"`
	Hints   []work.Hint        `json:"hints" doc:"What is worth a pin"`
	Hours   []store.FrameHours `json:"hours" doc:"Who worked how long on which step"`
	LoggedS float64            `json:"loggedS" doc:"All that was counted, s"`
	LeftMin float64            `json:"leftMin" doc:"What is left by the estimate, minutes"`
	Due     string             `json:"due" doc:"When it is due, YYYY-MM-DD, or empty"`
	Late    string             `json:"late" doc:"Why it is late or will be; empty when it is in time"`
}

// hoursADay is how many hours of a day are edited (a start value of our own: more is possible, and shows).
const hoursADay = 5

// BoardOf is the work on a shoot's kept frames.
func (s *Room) BoardOf(ctx context.Context, shootID string) (*Board, error) {
	tx := s.Store.WithContext(ctx)
	shoot, err := s.Frames.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	shots, dishes, err := s.Frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	facts, kept, err := list.FactsOf(tx, "shoot_id", []string{shootID}, shots)
	if err != nil {
		return nil, err
	}
	all, err := s.worksOf(tx, shootID)
	if err != nil {
		return nil, err
	}
	costs, _, err := s.Frames.Day.CostsSaid(ctx, shootID)
	if err != nil {
		return nil, err
	}
	past, err := s.past(tx)
	if err != nil {
		return nil, err
	}
	out := &Board{Items: []Item{}}
	takes := map[work.Step]float64{}
	for _, step := range work.Steps {
		r := work.Estimate(step, past, costs.EditMin, costs.RoundMin)
		out.Estimates, takes[step] = append(out.Estimates, r), r.Value
	}
	names := techniqueNames()
	for _, shot := range shots {
		f, there := kept[shot.Key]
		if !there {
			continue
		}
		list.MarkOf(facts, kept, shoot, dishes[shot.DishID], shot)
		at := facts[shot.Key]
		row := all.rows[f.Key]
		if row.FrameID == "" {
			row = store.FrameWorkRow{FrameWorkDoc: store.FrameWorkDoc{ShootID: shootID, FrameID: f.Key, Who: map[work.Step]string{}, Pins: []work.Pin{}}}
		}
		it := Item{FrameID: f.Key, ShotID: shot.Key, Title: shot.Title, Row: row, Due: dueOf(shoot.Brief, shot.Key), Hours: all.hours[f.Key], Hints: work.Hints(all.asked[f.Key], shot.Techniques, names, row.Pins)}
		if it.Hours == nil {
			it.Hours = []store.FrameHours{}
		}
		it.Steps, it.Next = work.Of(work.Facts{Looked: all.made[f.Key], Pins: row.Pins, Ticked: at.FinishDone, Ticks: at.FinishTotal, Shown: all.shown[f.Key], Said: at.Said,
			Approved: at.Approved, Commission: shoot.Brief.Kind == "commission", Accepted: at.Accepted, WaitingInOut: at.WaitingInOut})
		spent := map[work.Step]float64{}
		for _, h := range it.Hours {
			it.LoggedS += h.Log.CountedS
			spent[h.Step] += h.Log.CountedS / 60
		}
		for _, st := range it.Steps {
			if !st.Done {
				it.LeftMin += max(0, takes[st.Step]-spent[st.Step])
			}
		}
		out.Items = append(out.Items, it)
	}
	s.lateness(shoot, out)
	return out, nil
}

// lateness says what is late, and puts that first; then by what is next.
func (s *Room) lateness(shoot *store.Shoot, b *Board) {
	items := make([]work.Item, len(b.Items))
	left := 0.0
	for i, it := range b.Items {
		items[i] = work.Item{Due: it.Due, LeftMin: it.LeftMin, Out: it.Next == ""}
		left += it.LeftMin
	}
	today := s.Now()
	if zone, err := time.LoadLocation(shoot.Brief.Zone); err == nil {
		today = today.In(zone)
	}
	late := 0
	for i, words := range work.Late(items, today.Format(time.DateOnly), hoursADay) {
		b.Items[i].Late = words
		if words != "" {
			late++
		}
	}
	rank := func(it Item) int {
		if it.Next == "" {
			return len(work.Steps)
		}
		return slices.Index(work.Steps, it.Next)
	}
	slices.SortStableFunc(b.Items, func(x, y Item) int {
		if (x.Late != "") != (y.Late != "") {
			if x.Late != "" {
				return -1
			}
			return 1
		}
		return rank(x) - rank(y)
	})
	b.Words = fmt.Sprintf("%s kept, %.1f h left", core.Plural(len(b.Items), "frame"), left/60)
	if late > 0 {
		b.Words += fmt.Sprintf(", %d late", late)
	}
}

// dueOf is the first day on which something of a shot is due: of the finals that it was picked for, else of any that nobody
// picked for.
func dueOf(b brief.Brief, shotKey string) string {
	picked, any := "", ""
	first := func(of *string, due string) {
		if due != "" && (*of == "" || due < *of) {
			*of = due
		}
	}
	for _, d := range b.Deliverables {
		if slices.Contains(d.Picks, shotKey) {
			first(&picked, d.Due)
		}
		if len(d.Picks) == 0 {
			first(&any, d.Due)
		}
	}
	if picked != "" {
		return picked
	}
	return any
}

func techniqueNames() map[string]string {
	out := map[string]string{}
	for _, t := range styling.Cards(styling.For{}) {
		out[t.Key] = t.Name
	}
	return out
}

// works are what is recorded of a shoot's frames.
type works struct {
	rows  map[string]store.FrameWorkRow
	hours map[string][]store.FrameHours
	made  map[string]bool
	shown map[string]int
	asked map[string][]work.Asked
}

func (s *Room) worksOf(tx *gorm.DB, shootID string) (works, error) {
	out := works{map[string]store.FrameWorkRow{}, map[string][]store.FrameHours{}, map[string]bool{}, map[string]int{}, map[string][]work.Asked{}}
	var rows []store.FrameWorkRow
	var hours []store.FrameHours
	var made []store.VersionRow
	err := errors.Join(
		tx.Where("shoot_id = ?", shootID).Find(&rows).Error,
		tx.Where("shoot_id = ?", shootID).Order("id").Find(&hours).Error,
		tx.Select("frame_id").Where("shoot_id = ?", shootID).Find(&made).Error)
	for _, r := range rows {
		out.rows[r.FrameID] = r
	}
	for _, h := range hours {
		out.hours[h.FrameID] = append(out.hours[h.FrameID], h)
	}
	for _, v := range made {
		out.made[v.FrameID] = true
	}
	rounds, failed := list.RoundsOf(tx, []string{shootID})
	for _, r := range rounds {
		for i, st := range r.Standing {
			frame := r.Row.Choices[i].FrameID
			out.shown[frame], out.asked[frame] = r.Row.Number, askedOf(st.Last, r.Row.Number)
		}
	}
	return out, errors.Join(err, failed)
}

// askedOf are the changes among what was said last.
func askedOf(last []proof.Answer, round int) (out []work.Asked) {
	for _, a := range last {
		if a.Kind != proof.Change {
			continue
		}
		x := work.Asked{Words: a.Words, By: a.By, Round: round}
		if a.Pin != nil {
			x.X, x.Y = a.Pin.X, a.Pin.Y
		}
		out = append(out, x)
	}
	return out
}

// past is how long steps took of frames that have their yes, in all shoots.
func (s *Room) past(tx *gorm.DB) (work.Past, error) {
	rows, err := store.All[store.FrameHours](tx.Where("frame_id in (select frame_id from approvals)"))
	if err != nil {
		return nil, err
	}
	type key struct {
		frame string
		step  work.Step
	}
	sums := map[key]float64{}
	for _, r := range rows {
		sums[key{r.FrameID, r.Step}] += r.Log.CountedS / 60
	}
	out := work.Past{}
	for k, m := range sums {
		if m > 0 {
			out[k.step] = append(out[k.step], m)
		}
	}
	return out, nil
}

// SaveWork keeps who does which step of a frame, and its pins.
func (s *Room) SaveWork(ctx context.Context, who core.Who, frameID string, version int, doc store.FrameWorkDoc) (*store.FrameWorkRow, error) {
	seen := map[string]bool{}
	for i, p := range doc.Pins {
		if seen[p.Key] {
			return nil, core.Fields("", []finding.FieldProblem{{Path: fmt.Sprintf("pins.%d.key", i), Words: "Each pin has a key of its own."}})
		}
		seen[p.Key] = true
	}
	for step := range doc.Who {
		if !slices.Contains(work.Steps, step) {
			return nil, core.Fields("", []finding.FieldProblem{{Path: "who", Words: "“" + string(step) + "” is no step."}})
		}
	}
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	find := func(tx *gorm.DB) (*store.FrameWorkRow, error) {
		row := &store.FrameWorkRow{}
		err := tx.Where("frame_id = ?", frameID).First(row).Error
		if errors.Is(err, gorm.ErrRecordNotFound) {
			return &store.FrameWorkRow{FrameWorkDoc: store.FrameWorkDoc{ShootID: f.ShootID, FrameID: frameID, Who: map[work.Step]string{}, Pins: []work.Pin{}}}, nil
		}
		return row, err
	}
	row, err := core.Begun(s.Store.WithContext(ctx), find)
	if err != nil {
		return nil, err
	}
	err = s.Deed(ctx, who, f.ShootID, "Changed what is pinned on a frame, or who works on it", func(j *store.Journal) error {
		if row, err = find(j.TX); err != nil {
			return err
		}
		core.AsRead(row, version)
		row.Who, row.Pins = doc.Who, doc.Pins
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return row, nil
}
