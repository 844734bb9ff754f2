package cupboard

import (
	"context"
	"errors"
	"fmt"
	"sort"

	"figladder/internal/craft/bounds"
	"figladder/internal/craft/finding"
	"figladder/internal/formats/propcsv"
	"figladder/internal/formats/table"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// PropsCSV writes the whole cupboard as CSV.
func (s *Room) PropsCSV(ctx context.Context) ([]byte, error) {
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
func (s *Room) KitCSV(ctx context.Context) ([]byte, error) {
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
func (s *Room) ReadPropsCSV(ctx context.Context, who core.Who, data []byte, take bool) (*TableRead, error) {
	rows, mapped, err := table.Read(propcsv.Props(), data)
	return readTable(ctx, s, who, "Read the cupboard back", rows, mapped, err, take,
		func(v propcsv.Prop) (string, string, []finding.FieldProblem) {
			return v.ID, v.Prop.Name, append(v.Prop.Check(), bounds.Check(v.Prop)...)
		},
		func(v propcsv.Prop) *store.PropRow { return &store.PropRow{Base: store.NewBase(), Prop: v.Prop} },
		func(r *store.PropRow, v propcsv.Prop) { r.Prop = v.Prop },
		func(r *store.PropRow) propcsv.Prop { return propcsv.Prop{ID: r.Key, Prop: r.Prop} }, propcsv.Props())
}

// ReadKitCSV reads a kit file as ReadPropsCSV reads a cupboard's.
func (s *Room) ReadKitCSV(ctx context.Context, who core.Who, data []byte, take bool) (*TableRead, error) {
	rows, mapped, err := table.Read(propcsv.Kit(), data)
	return readTable(ctx, s, who, "Read the kit back", rows, mapped, err, take,
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
}](ctx context.Context, s *Room, who core.Who, words string, rows []table.Row[T], mapped []table.Mapped, err error, take bool,
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
	err = s.Deed(ctx, who, Cupboard, words, do)
	if errors.Is(err, errNothingTaken) {
		return out, nil
	}
	out.Done = take && err == nil
	return out, err
}

// errNothingTaken takes back a deed that turned out to be wrong.
var errNothingTaken = errors.New("nothing was taken")
