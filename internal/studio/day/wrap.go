package day

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"figladder/internal/craft/cost"
	"figladder/internal/craft/dayplan"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
)

// WrapLine is something to do at the end of a day.
type WrapLine struct {
	Key   string `json:"key" doc:"Stable name, to tick it by"`
	Words string `json:"words" doc:"What is done"`
	Where string `json:"where" doc:"Where it goes, or why"`
	Care  bool   `json:"care" doc:"Whether somebody could be hurt if it is forgotten"`
	Done  bool   `json:"done" doc:"Whether it is ticked"`
}

// WrapPart is one part of a wrap list.
type WrapPart struct {
	Key   string     `json:"key" doc:"Stable name"`
	Name  string     `json:"name" doc:"What it is about"`
	Note  string     `json:"note" doc:"What holds for all of it, or empty"`
	Lines []WrapLine `json:"lines" doc:"What to do"`
}

// FoodLeft is something that was bought, with how much of it was left.
type FoodLeft struct {
	Key    string   `json:"key" doc:"Key of its line of the shopping"`
	Thing  string   `json:"thing" doc:"What it is"`
	Bought string   `json:"bought" doc:"What was bought"`
	Share  *float64 `json:"share" doc:"How much of it was left, 0 to 1; null while nobody said"`
}

// Wrap is the end of a day: what is counted out, eaten or binned, returned and copied, and what the day came to.
type Wrap struct {
	Version int            `json:"version" doc:"Of the day, to send back"`
	Parts   []WrapPart     `json:"parts" doc:"In the order in which it is done"`
	Left    int            `json:"left" doc:"How many lines are not ticked"`
	Times   []dayplan.Took `json:"times" doc:"How long jobs took against their plan"`
	Over    float64        `json:"over" doc:"By how much longer than planned, as a share; 0 without enough of them"`
	Known   bool           `json:"known" doc:"Whether that is known"`
	Frames  [2]int         `json:"frames" doc:"Frames planned, and those of which one is kept"`

	Food        []FoodLeft `json:"food" doc:"What was bought, and what was left of it"`
	FoodVersion int        `json:"foodVersion" doc:"Of the shopping, to send back; 0 before the first save"`
	Packed      []string   `json:"packed" doc:"Kit that is packed, by its name after “pack:”; ticked as lines are"`

	pack []string // all that could be
}

// packed begins the key of a piece of kit that is packed.
const packed = "pack:"

// WrapOf gathers it.
func (s *Room) WrapOf(ctx context.Context, shootID string) (*Wrap, error) {
	a, err := s.of(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &Wrap{Version: a.version, Parts: []WrapPart{}, Times: dayplan.Times(a.day, a.jobs, a.doc), Food: []FoodLeft{}, Packed: []string{}}
	basket, err := s.Kitchen.Shopping(ctx, shootID, region)
	if err != nil {
		return nil, err
	}
	out.FoodVersion = basket.Version
	for _, l := range basket.List.Lines {
		if l.Covered || l.Bought == 0 {
			continue
		}
		f := FoodLeft{Key: l.Key, Thing: l.Thing, Bought: l.Shown}
		if share, said := basket.Choices.LeftOf(l.Key); said {
			f.Share = &share
		}
		out.Food = append(out.Food, f)
	}
	put := func(key, name, note string, lines []WrapLine) {
		for i := range lines {
			if !strings.HasPrefix(lines[i].Key, "prop:") {
				lines[i].Done = slices.Contains(a.doc.Wrapped, lines[i].Key)
			}
			if !lines[i].Done {
				out.Left++
			}
		}
		if len(lines) > 0 {
			out.Parts = append(out.Parts, WrapPart{key, name, note, lines})
		}
	}
	safe, err := s.Styling.Safety(ctx, shootID)
	if err != nil {
		return nil, err
	}
	var lines []WrapLine
	for _, c := range safe.Counts {
		lines = append(lines, WrapLine{Key: "count:" + c.Dish + ":" + c.What, Words: c.In + ", out of " + c.Dish, Where: "Count them: as many out as went in. " + c.What + ".", Care: true})
	}
	put("count", "Counted out", "", lines)
	lines = nil
	for _, t := range safe.Tags {
		lines = append(lines, WrapLine{Key: "bin:" + t.Dish, Words: t.Dish + ": into the bin, with its mark", Where: strings.Join(t.What, "; "), Care: true})
	}
	stood, err := s.Styling.StoodIn(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, e := range safe.Eaters {
		if strings.HasPrefix(e.Words, "Nobody: ") {
			continue
		}
		l := WrapLine{Key: "eat:" + e.Dish, Words: e.Dish, Where: e.Words}
		if x, ok := stood[e.Dish]; ok && x.State != "good" {
			l.Where, l.Care = x.Words, true
		}
		lines = append(lines, l)
	}
	note := ""
	if len(stood) == 0 {
		note = "How long a dish stood warm was not written down (Styling, Safety): what is in doubt goes into the bin."
	}
	put("food", "Eaten or binned", note, lines)
	lines = nil
	pulls, err := s.Cupboard.Pulls(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, p := range pulls.Pulls {
		if p.Reservation.State == "broken" {
			continue
		}
		where := "back to where it stood"
		if p.Prop.Prop.Shelf != "" {
			where = "back to " + p.Prop.Prop.Shelf
		}
		name := p.Prop.Prop.Name
		if p.Reservation.Count > 1 {
			name = fmt.Sprintf("%d × %s", p.Reservation.Count, name)
		}
		lines = append(lines, WrapLine{Key: "prop:" + p.Reservation.Key, Words: name, Where: where, Done: p.Reservation.State == "back"})
	}
	put("props", "Props back", "", lines)
	lines = nil
	for _, r := range a.costs.Rentals {
		lines = append(lines, WrapLine{Key: "rent:" + r.Name, Words: r.Name, Where: "back to where it was rented, clean and dry"})
	}
	put("rent", "Rented things back", "", lines)
	lines = nil
	bag, err := s.Cupboard.PackFor(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, t := range bag.Takes {
		where := "back to its case"
		if t.Shelf != "" {
			where = "back to shelf " + t.Shelf
		}
		name := t.Name
		if t.Count > 1 {
			name = fmt.Sprintf("%d × %s", t.Count, name)
		}
		lines = append(lines, WrapLine{Key: "kit:" + t.Name, Words: name, Where: where})
		if key := packed + t.Name; slices.Contains(a.doc.Wrapped, key) {
			out.Packed = append(out.Packed, key)
		}
		out.pack = append(out.pack, packed+t.Name)
	}
	put("kit", "Kit back", "", lines)
	put("end", "At the end", "", []WrapLine{
		{Key: "copy", Words: "The card copied to two places, and both checked", Where: "an erased card cannot be shot again"},
		{Key: "heat", Words: "Oven, rings, heat guns and lamps off and cold", Where: "look twice", Care: true},
		{Key: "water", Words: "Water, cables and glass off the floor", Where: "your local rules come first", Care: true},
		{Key: "booms", Words: "Booms down, bags off, nothing over heads", Where: "before anybody clears under them", Care: true},
	})
	var planned, went []int
	for _, t := range out.Times {
		planned, went = append(planned, t.PlannedMin), append(went, t.WentMin)
	}
	out.Over, out.Known = cost.History(planned, went)
	for _, j := range a.jobs {
		if j.Kind == dayplan.Frame {
			out.Frames[0]++
		}
	}
	var kept int64
	if err := s.Store.WithContext(ctx).Model(&store.Frame{}).Where("shoot_id = ? and kept", shootID).Count(&kept).Error; err != nil {
		return nil, err
	}
	out.Frames[1] = int(kept)
	return out, nil
}

// WrapTick says that lines of a wrap list are done, or not after all.
type WrapTick struct {
	Version int      `json:"version" doc:"The version that was read"`
	On      []string `json:"on" maxItems:"200" doc:"Keys of lines that are done"`
	Off     []string `json:"off" maxItems:"200" doc:"Keys of lines that are not, after all"`
}

// Wrapped ticks lines of a wrap list: a prop is put back by it.
func (s *Room) Wrapped(ctx context.Context, who core.Who, shootID string, t WrapTick) (*Wrap, error) {
	w, err := s.WrapOf(ctx, shootID)
	if err != nil {
		return nil, err
	}
	known := map[string]bool{}
	for _, p := range w.Parts {
		for _, l := range p.Lines {
			known[l.Key] = true
		}
	}
	for _, key := range w.pack {
		known[key] = true
	}
	var own bool
	for i, key := range slices.Concat(t.On, t.Off) {
		if !known[key] {
			continue // it went off the list meanwhile
		}
		id, prop := strings.CutPrefix(key, "prop:")
		if !prop {
			own = true
			continue
		}
		row, err := store.Find[store.Reservation](s.Store.WithContext(ctx), id)
		if err != nil {
			return nil, err
		}
		state := "pulled"
		if i < len(t.On) {
			state = "back"
		}
		if row.State == state {
			continue
		}
		if _, err := s.Cupboard.SetHeld(ctx, who, id, row.Version, row.Count, state); err != nil {
			return nil, err
		}
	}
	if own {
		if _, err := s.change(ctx, who, shootID, t.Version, "Ticked the wrap list", func(_ *all, x *dayplan.Doc) error {
			x.Wrapped = slices.DeleteFunc(slices.Clone(x.Wrapped), func(k string) bool { return slices.Contains(t.Off, k) || slices.Contains(t.On, k) })
			for _, k := range t.On {
				if known[k] && !strings.HasPrefix(k, "prop:") {
					x.Wrapped = append(x.Wrapped, k)
				}
			}
			return nil
		}); err != nil {
			return nil, err
		}
	}
	return s.WrapOf(ctx, shootID)
}

// LeftSaid says how much of something that was bought was left.
type LeftSaid struct {
	Version int      `json:"version" doc:"Of the shopping, as it was read; 0 before the first save"`
	Key     string   `json:"key" maxLength:"200" doc:"Which line"`
	Share   *float64 `json:"share" minimum:"0" maximum:"1" doc:"How much of it was left; null takes that back"`
}

// SayLeft keeps it: the next list with that on it tells of it.
func (s *Room) SayLeft(ctx context.Context, who core.Who, shootID string, l LeftSaid) (*Wrap, error) {
	if err := s.Kitchen.SaveLeft(ctx, who, shootID, l.Version, l.Key, l.Share); err != nil {
		return nil, err
	}
	return s.WrapOf(ctx, shootID)
}

// PrintWrap is the wrap list on paper.
func (s *Room) PrintWrap(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	w, err := s.WrapOf(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: "Wrap: " + shoot.Name, Under: briefroom.Under(fmt.Sprintf("%d to do; your local rules come first", w.Left), shoot.Brief), At: s.Now()}
	for _, p := range w.Parts {
		if p.Note != "" {
			out.Parts = append(out.Parts, sheet.Part{Lines: []string{p.Note}})
		}
		part := sheet.Part{Heading: p.Name, Columns: []sheet.Column{{Name: "", Width: 1}, {Name: "What", Width: 12}, {Name: "Where, or why", Width: 11}}}
		for _, l := range p.Lines {
			tick, what := sheet.Tick, l.Words
			if l.Done {
				tick = "■"
			}
			if l.Care {
				what = "▲ " + what
			}
			part.Rows = append(part.Rows, []string{tick, what, l.Where})
		}
		out.Parts = append(out.Parts, part)
	}
	if len(w.Food) > 0 {
		part := sheet.Part{Heading: "What was left of the food", Columns: []sheet.Column{{Name: "What", Width: 10}, {Name: "Bought", Width: 6}, {Name: "Left: none, ¼, ½, ¾, all", Width: 8}}}
		for _, f := range w.Food {
			said := ""
			if f.Share != nil {
				said = fmt.Sprintf("%.0f %%", 100**f.Share)
			}
			part.Rows = append(part.Rows, []string{f.Thing, f.Bought, said})
		}
		out.Parts = append(out.Parts, part)
	}
	return out.PDF(ctx)
}
