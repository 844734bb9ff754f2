package studio

import (
	"context"
	"errors"
	"figladder/internal/craft/bounds"
	"fmt"
	"slices"
	"sort"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/propcsv"
	"figladder/internal/formats/table"
	"figladder/internal/store"
)

// KitPiece is a piece of kit with what it can do.
type KitPiece struct {
	Row store.KitRow      `json:"row" doc:"The piece"`
	Can []reading.Reading `json:"can" doc:"What it can do, on the body with most pixels"`
}

// Kit lists the studio's kit, with what each piece can do.
func (s *Studio) Kit(ctx context.Context) ([]KitPiece, error) {
	rows, err := s.kitRows(ctx)
	if err != nil {
		return nil, err
	}
	var body kit.Item
	for _, r := range rows {
		if r.Item.Kind == kit.Body && r.Item.PixelsLong > body.PixelsLong {
			body = r.Item
		}
	}
	out := []KitPiece{}
	for _, r := range rows {
		out = append(out, KitPiece{r, kit.Can(r.Item, body)})
	}
	return out, nil
}

func (s *Studio) kitRows(ctx context.Context) ([]store.KitRow, error) {
	var rows []store.KitRow
	if err := s.Store.WithContext(ctx).Order("id").Find(&rows).Error; err != nil {
		return nil, err
	}
	place := func(k kit.Kind) int { return slices.Index(kit.Kinds, k) }
	sort.SliceStable(rows, func(a, b int) bool {
		x, y := rows[a].Item, rows[b].Item
		return place(x.Kind) < place(y.Kind) || x.Kind == y.Kind && x.Name < y.Name
	})
	return rows, nil
}

// kitItems are the pieces themselves, in the order of kitRows.
func (s *Studio) kitItems(ctx context.Context) ([]kit.Item, error) {
	rows, err := s.kitRows(ctx)
	out := make([]kit.Item, len(rows))
	for i := range rows {
		out[i] = rows[i].Item
	}
	return out, err
}

// SaveKit adds a piece of kit (id empty) or saves it.
func (s *Studio) SaveKit(ctx context.Context, who Who, id string, version int, i kit.Item) (*store.KitRow, error) {
	if err := fields("item.", i.Check()); err != nil {
		return nil, err
	}
	var row *store.KitRow
	if err := s.deed(ctx, who, Cupboard, "Wrote down "+i.Name, func(j *store.Journal) (err error) {
		if id == "" {
			row = &store.KitRow{Base: store.NewBase(), Item: i}
			return j.Create(row)
		}
		if row, err = store.Find[store.KitRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Item = version, i
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveKit takes a piece of kit off the list.
func (s *Studio) RemoveKit(ctx context.Context, who Who, id string) error {
	return s.deed(ctx, who, Cupboard, "Took a piece of kit off the list", func(j *store.Journal) error {
		row, err := store.Find[store.KitRow](j.TX, id)
		if err != nil {
			return err
		}
		j.Removes(row, row.Item.Name)
		return j.Delete(row)
	})
}

// PackFor is what a shoot takes along of the kit, from its sets.
func (s *Studio) PackFor(ctx context.Context, shootID string) (*kit.Bag, error) {
	list, _, err := s.wholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows, err := s.kitRows(ctx)
	if err != nil {
		return nil, err
	}
	var owned []kit.Item
	for _, r := range rows {
		owned = append(owned, r.Item)
	}
	var sets []store.SetRow
	if err := s.Store.WithContext(ctx).Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", shootID).Find(&sets).Error; err != nil {
		return nil, err
	}
	titles := map[string]store.Shot{}
	for _, x := range list {
		titles[x.Key] = x
	}
	var planned []kit.Planned
	for _, r := range sets {
		p := kit.Planned{Shot: titles[r.ShotID].Title, FocalMm: r.Set.Camera.FocalMm, ElevationDeg: r.Set.Camera.ElevationDeg, Softbox: slices.ContainsFunc(r.Set.Lights, func(l scene.Light) bool { return l.On && l.Kind == "softbox" }), Clip: titles[r.ShotID].Kind == "clip"}
		for _, c := range r.Set.Cards { // the largest that is in
			if c.On && c.Kind != "diffuser" && c.WidthMm*c.HeightMm > p.CardWMm*p.CardHMm {
				p.CardWMm, p.CardHMm = c.WidthMm, c.HeightMm
			}
		}
		planned = append(planned, p)
	}
	bag := kit.Pack(owned, planned, len(list))
	return &bag, nil
}

// Lacking is what the cupboard lacks, and what is looked for.
type Lacking struct {
	Gaps   []cupboard.Gap    `json:"gaps" doc:"Against a starter set and for the dishes of shoots to come"`
	Wanted []WantedThing     `json:"wanted" doc:"What is looked for"`
	Due    []finding.Finding `json:"due" doc:"Loans that go back soon or should have gone"`
}

// WantedThing is a thing looked for with whether to rent or buy it.
type WantedThing struct {
	Row    store.WantedRow `json:"row" doc:"What is looked for"`
	Choice cupboard.Choice `json:"choice" doc:"Rent or buy"`
}

// dueSoonDays is how long before its day a loan is called due.
const dueSoonDays = 7

// Lacking says what the cupboard lacks for the dishes of shoots to come, what is
// wanted, and which loans are due.
func (s *Studio) Lacking(ctx context.Context) (*Lacking, error) {
	tx := s.Store.WithContext(ctx)
	var rows []store.PropRow
	if err := tx.Order("name, id").Limit(mostJudged).Find(&rows).Error; err != nil {
		return nil, err
	}
	today := s.now().Format("2006-01-02")
	var dishes []store.Dish
	if err := tx.Joins("join shoots on shoots.id = dishes.shoot_id").Where("coalesce(shoots.day, '9999') >= ?", today).Order("shoots.day, dishes.position").Limit(60).Find(&dishes).Error; err != nil {
		return nil, err
	}
	var asks []cupboard.Ask
	for i := range dishes {
		a, err := s.askOfDish(ctx, &dishes[i])
		if err != nil {
			return nil, err
		}
		asks = append(asks, a)
	}
	var all []cupboard.Prop
	for _, r := range rows {
		all = append(all, r.Prop)
	}
	out := &Lacking{Wanted: []WantedThing{}, Due: []finding.Finding{}}
	soon := s.now().AddDate(0, 0, dueSoonDays).Format("2006-01-02")
	var lent []store.PropRow
	if err := tx.Where("prop #>> '{loan,from}' <> '' and prop #>> '{loan,due}' between '0' and ? and prop #>> '{loan,returned}' = 'false'", soon).Order("prop #>> '{loan,due}', name, id").Find(&lent).Error; err != nil {
		return nil, err
	}
	for _, r := range lent {
		l := r.Prop.Loan
		f := finding.Finding{Code: "loan-due", Severity: finding.Note, Subject: r.Prop.Name + " goes back to " + l.From, Measure: dayOf(l.Due), Limit: plural(dueSoonDays, "day") + " ahead", Because: "What is lent comes back whole and on time, or is not lent again.", Try: []finding.Try{finding.Hands("clean it, wrap it, take it back")}}
		if l.Due < today {
			f.Code, f.Severity, f.Subject = "loan-late", finding.Care, r.Prop.Name+" should have gone back to "+l.From
		}
		out.Due = append(out.Due, f)
	}
	out.Gaps = cupboard.Gaps(all, asks)
	var wanted []store.WantedRow
	if err := tx.Order("id").Find(&wanted).Error; err != nil {
		return nil, err
	}
	for _, w := range wanted {
		out.Wanted = append(out.Wanted, WantedThing{w, cupboard.RentOrBuy(w.Wanted)})
	}
	return out, nil
}

// SaveWanted adds to the wanted list (id empty) or saves an entry.
func (s *Studio) SaveWanted(ctx context.Context, who Who, id string, version int, w cupboard.Wanted) (*store.WantedRow, error) {
	if err := fields("wanted.", w.Check()); err != nil {
		return nil, err
	}
	var row *store.WantedRow
	if err := s.deed(ctx, who, Cupboard, "Wanted: "+w.Name, func(j *store.Journal) (err error) {
		if id == "" {
			row = &store.WantedRow{Base: store.NewBase(), Wanted: w}
			return j.Create(row)
		}
		if row, err = store.Find[store.WantedRow](j.TX, id); err != nil {
			return err
		}
		row.Version, row.Wanted = version, w
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveWanted takes an entry off the wanted list.
func (s *Studio) RemoveWanted(ctx context.Context, who Who, id string) error {
	return s.deed(ctx, who, Cupboard, "Took a wish off the list", func(j *store.Journal) error {
		row, err := store.Find[store.WantedRow](j.TX, id)
		if err != nil {
			return err
		}
		j.Removes(row, row.Wanted.Name)
		return j.Delete(row)
	})
}

// PropsCSV writes the whole cupboard as CSV.
func (s *Studio) PropsCSV(ctx context.Context) ([]byte, error) {
	var rows []store.PropRow
	if err := s.Store.WithContext(ctx).Order("name, id").Find(&rows).Error; err != nil {
		return nil, err
	}
	out := make([]propcsv.Prop, len(rows))
	for i, r := range rows {
		out[i] = propcsv.Prop{ID: r.Key, Prop: r.Prop}
	}
	return table.Write(propcsv.Props(), out)
}

// KitCSV writes the kit as CSV.
func (s *Studio) KitCSV(ctx context.Context) ([]byte, error) {
	rows, err := s.kitRows(ctx)
	if err != nil {
		return nil, err
	}
	out := make([]propcsv.Item, len(rows))
	for i, r := range rows {
		out[i] = propcsv.Item{ID: r.Key, Item: r.Item}
	}
	return table.Write(propcsv.Kit(), out)
}

// TableRead is what reading a file would do, or did.
type TableRead struct {
	Mapped  []table.Mapped `json:"mapped" doc:"What became of each header"`
	Added   int            `json:"added" doc:"New rows"`
	Changed int            `json:"changed" doc:"Rows that differ from what there is"`
	Same    int            `json:"same" doc:"Rows that are as they were"`
	Wrong   []TableProblem `json:"wrong" doc:"What is wrong, by line; nothing is taken while there is any"`
	Names   []string       `json:"names" doc:"The first few new ones, by name"`
	Done    bool           `json:"done" doc:"Whether it was taken"`
}

// TableProblem is what is wrong on a line of a file.
type TableProblem struct {
	Line  int    `json:"line" doc:"The line"`
	Words string `json:"words" doc:"What is wrong and what would be right"`
}

// ReadPropsCSV reads a cupboard file: what it would do, or, when take is set and
// nothing is wrong, does it in one deed.
func (s *Studio) ReadPropsCSV(ctx context.Context, who Who, data []byte, take bool) (*TableRead, error) {
	rows, mapped, err := table.Read(propcsv.Props(), data)
	return readTable(s, ctx, who, "Read the cupboard back", rows, mapped, err, take,
		func(v propcsv.Prop) (string, string, []finding.FieldProblem) {
			return v.ID, v.Prop.Name, append(v.Prop.Check(), bounds.Check(v.Prop)...)
		},
		func(v propcsv.Prop) *store.PropRow { return &store.PropRow{Base: store.NewBase(), Prop: v.Prop} },
		func(r *store.PropRow, v propcsv.Prop) { r.Prop = v.Prop },
		func(r *store.PropRow) propcsv.Prop { return propcsv.Prop{ID: r.Key, Prop: r.Prop} }, propcsv.Props())
}

// ReadKitCSV reads a kit file as ReadPropsCSV reads a cupboard's.
func (s *Studio) ReadKitCSV(ctx context.Context, who Who, data []byte, take bool) (*TableRead, error) {
	rows, mapped, err := table.Read(propcsv.Kit(), data)
	return readTable(s, ctx, who, "Read the kit back", rows, mapped, err, take,
		func(v propcsv.Item) (string, string, []finding.FieldProblem) {
			return v.ID, v.Item.Name, append(v.Item.Check(), bounds.Check(v.Item)...)
		},
		func(v propcsv.Item) *store.KitRow { return &store.KitRow{Base: store.NewBase(), Item: v.Item} },
		func(r *store.KitRow, v propcsv.Item) { r.Item = v.Item },
		func(r *store.KitRow) propcsv.Item { return propcsv.Item{ID: r.Key, Item: r.Item} }, propcsv.Kit())
}

// readTable takes a file of T into rows of R, all of it or nothing. A row with a
// key changes the row of that key, one without adds; whether it differs is told by
// writing both, so that what a file cannot hold does not count.
func readTable[T, R any, P interface {
	*R
	store.Row
}](s *Studio, ctx context.Context, who Who, words string, rows []table.Row[T], mapped []table.Mapped, err error, take bool,
	about func(T) (id, name string, wrong []finding.FieldProblem), fresh func(T) P, put func(P, T), as func(P) T, columns []table.Column[T]) (*TableRead, error) {
	out := &TableRead{Mapped: mapped, Wrong: []TableProblem{}, Names: []string{}}
	if out.Mapped == nil {
		out.Mapped = []table.Mapped{}
	}
	var bad table.Errors
	if err != nil && !errors.As(err, &bad) {
		return nil, err
	}
	told := map[int]bool{}
	for _, b := range bad {
		told[b.Line] = true
		out.Wrong = append(out.Wrong, TableProblem{b.Line, b.Words})
	}
	line := func(v T) string { b, _ := table.Write(columns, []T{v}); return string(b) }
	seen := map[string]bool{}
	do := func(j *store.Journal) error {
		for _, r := range rows {
			if err := ctx.Err(); err != nil {
				return err
			}
			id, name, wrong := about(r.Value)
			if told[r.Line] {
				continue
			}
			for _, w := range wrong {
				out.Wrong = append(out.Wrong, TableProblem{r.Line, w.Path + ": " + w.Words})
			}
			if len(wrong) > 0 {
				continue
			}
			if id == "" {
				out.Added++
				if len(out.Names) < 5 {
					out.Names = append(out.Names, name)
				}
				if take {
					if err := j.Create(fresh(r.Value)); err != nil {
						return err
					}
				}
				continue
			}
			if seen[id] {
				out.Wrong = append(out.Wrong, TableProblem{r.Line, "It stands in the file twice."})
				continue
			}
			seen[id] = true
			row, err := store.Find[R](j.TX, id)
			if errors.Is(err, store.ErrNotFound) {
				out.Wrong = append(out.Wrong, TableProblem{r.Line, fmt.Sprintf("Nothing here has the id “%s”. Leave the id empty to add it.", id)})
				continue
			}
			if err != nil {
				return err
			}
			if line(as(P(row))) == line(r.Value) {
				out.Same++
				continue
			}
			out.Changed++
			if take {
				put(P(row), r.Value)
				if err := j.Update(P(row)); err != nil {
					return err
				}
			}
		}
		sort.SliceStable(out.Wrong, func(a, b int) bool { return out.Wrong[a].Line < out.Wrong[b].Line })
		if take && len(out.Wrong) > 0 {
			return errNothingTaken
		}
		return nil
	}
	err = s.deed(ctx, who, Cupboard, words, do)
	if errors.Is(err, errNothingTaken) {
		return out, nil
	}
	out.Done = take && err == nil
	return out, err
}

// errNothingTaken takes back a deed that turned out to be wrong.
var errNothingTaken = errors.New("nothing was taken")
