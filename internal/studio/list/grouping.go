package list

import (
	"context"
	"figladder/internal/craft/words"
	"fmt"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/method"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"gorm.io/gorm"
)

// mostGrouped is the longest list that is grouped: a day has fewer.
const mostGrouped = 600

// Grouping is a list's order with the fewest sets, beside the order it has.
type Grouping struct {
	Was      int             `json:"was" doc:"Sets built when the list is taken as it stands"`
	Sets     int             `json:"sets" doc:"Sets built in the order found"`
	Bound    int             `json:"bound" doc:"No order builds fewer"`
	Exact    bool            `json:"exact" doc:"Whether the order found is the best there is"`
	SavedMin float64         `json:"savedMin" doc:"Minutes saved by it"`
	Order    []string        `json:"order" doc:"Keys of the shots in the order found"`
	Reading  reading.Reading `json:"reading" doc:"The saving with its working"`
}

func workOf(list []store.Shot, setUps map[string]string) []shots.Work {
	out := make([]shots.Work, len(list))
	for i, x := range list {
		out[i] = shots.Work{Placed: placedOne(x), Angle: x.Angle, Light: x.Light, Hold: x.Hold, SetUp: setUps[x.Key]}
	}
	return out
}

// setUpsOf are the set-ups that a shoot's shots are taken of, by shot.
func setUpsOf(tx *gorm.DB, shootID string) (map[string]string, error) {
	var rows []store.SetRow
	err := tx.Select("sets.shot_id", "sets.set_up_id").Joins("join shots on shots.id = sets.shot_id").Where("shots.shoot_id = ?", shootID).Find(&rows).Error
	out := map[string]string{}
	for _, r := range rows {
		out[r.ShotID] = r.SetUpID
	}
	return out, err
}

// GroupingOf works out a list's order with the fewest changes of set-up.
func (s *Room) GroupingOf(ctx context.Context, shootID string) (*Grouping, error) {
	list, _, err := s.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	terms, err := s.Kitchen.SeriesTerms(ctx, shootID)
	if err != nil {
		return nil, err
	}
	ups, err := setUpsOf(s.Store.WithContext(ctx), shootID)
	if err != nil {
		return nil, err
	}
	out, _, err := grouped(list, ups, terms.Terms.SetupMin)
	return out, err
}

func grouped(list []store.Shot, setUps map[string]string, setupMin float64) (*Grouping, []store.Shot, error) {
	if len(list) > mostGrouped {
		return nil, nil, core.Rule("A list of more than %d shots is not grouped in one go; sift it into days first.", mostGrouped)
	}
	g := shots.Group(workOf(list, setUps))
	out := &Grouping{Was: g.Was, Sets: g.Sets, Bound: g.Bound, Exact: g.Exact, SavedMin: float64(g.Was-g.Sets) * setupMin, Order: []string{}}
	var ordered []store.Shot
	for _, at := range g.Order {
		out.Order = append(out.Order, list[at].Key)
		ordered = append(ordered, list[at])
	}
	known := "no order builds fewer"
	if !g.Exact {
		known = fmt.Sprintf("no order builds fewer than %d", g.Bound)
	}
	out.Reading = reading.New("groupSaving", "Saved by grouping", out.SavedMin, "min", 0, "Best-first search over the order of work; a set-up is what stands, or one angle and one light where nothing does yet. Minutes a set-up from this shoot's days.",
		reading.Line{Words: "Set-ups in the list's order", Formula: "runs of one set-up", Shown: fmt.Sprint(g.Was)},
		reading.Line{Words: "Set-ups when grouped", Formula: known, Shown: fmt.Sprint(g.Sets)},
		reading.Line{Words: "Minutes saved", Formula: fmt.Sprintf("(%d − %d) × %.0f min", g.Was, g.Sets, setupMin), Shown: reading.Number(out.SavedMin, 0) + " min"})
	return out, ordered, nil
}

// GroupList puts a list into the order with the fewest set-ups.
func (s *Room) GroupList(ctx context.Context, who core.Who, shootID string) (*Grouping, error) {
	terms, err := s.Kitchen.SeriesTerms(ctx, shootID)
	if err != nil {
		return nil, err
	}
	var out *Grouping
	if err := s.Deed(ctx, who, shootID, "Grouped the list by set-up", func(j *store.Journal) error {
		list, err := listOf(j, shootID)
		if err != nil {
			return err
		}
		ups, err := setUpsOf(j.TX, shootID)
		if err != nil {
			return err
		}
		var ordered []store.Shot
		if out, ordered, err = grouped(list, ups, terms.Terms.SetupMin); err != nil {
			return err
		}
		if out.Sets >= out.Was {
			return core.Rule("The list already builds as few set-ups as any order found: %d.", out.Was)
		}
		return number(j, ordered)
	}); err != nil {
		return nil, err
	}
	return out, nil
}

// CheckList says what a list lacks or overdoes.
func (s *Room) CheckList(ctx context.Context, shootID string) ([]finding.Finding, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	list, dishes, err := s.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rows := make([]shots.Listed, len(list))
	for i, x := range list {
		rows[i] = shots.Listed{ID: x.Key, Placed: placedOne(x), DishName: dishes[x.DishID].Recipe.Title, Angle: x.Angle, Hands: x.Hands}
	}
	own, err := s.Kitchen.Verbs(ctx)
	if err != nil {
		return nil, err
	}
	steaming := map[string]bool{}
	for id, d := range dishes {
		steaming[id] = shots.Serve(d.Recipe, d.Form, method.Of(d.Recipe, own)).Steams
	}
	return shots.Check(rows, steaming, shots.Crew{Hands: shoot.Brief.Pairs(), Supporting: shots.Usual}), nil
}

// TryList makes a try that CheckList offers: each edit names a shot by its key and
// a field.
func (s *Room) TryList(ctx context.Context, who core.Who, shootID string, edits []finding.Edit) error {
	return s.Deed(ctx, who, shootID, "Took a piece of advice about the list", func(j *store.Journal) error {
		for _, e := range edits {
			id, field, _ := strings.Cut(e.Path, ".")
			row, err := store.Find[store.Shot](j.TX, id)
			if err != nil {
				return err
			}
			if row.ShootID != shootID || field != "angle" || e.Text == nil || !words.Is(words.Angle(*e.Text)) {
				return core.Fields("", []finding.FieldProblem{{Path: "edits", Words: "“" + e.Path + "” is nothing that can be changed here."}})
			}
			row.Angle = words.Angle(*e.Text)
			if err := j.Update(row); err != nil {
				return err
			}
		}
		return nil
	})
}

// MergeShots puts two shots of a dish into one. The second must not have been
// taken.
func (s *Room) MergeShots(ctx context.Context, who core.Who, intoID, id string) (*store.Shot, error) {
	into, err := s.Shot(ctx, intoID)
	if err != nil {
		return nil, err
	}
	other, err := s.Shot(ctx, id)
	if err != nil {
		return nil, err
	}
	if into.DishID != other.DishID || intoID == id {
		return nil, core.Rule("Two frames of one dish can be one; these are not.")
	}
	merged, why := shots.Merge(proposalOf(*into), proposalOf(*other))
	if why != "" {
		return nil, core.Rule("%s", why)
	}
	if err := s.Deed(ctx, who, into.ShootID, "Made one frame of “"+into.Title+"” and “"+other.Title+"”", func(j *store.Journal) error {
		var n int64
		if err := j.TX.Model(&store.Frame{}).Where("shot_id = ?", id).Limit(1).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return core.Rule("“%s” has been taken already; it stays a frame of its own.", other.Title)
		}
		take(into, merged)
		if other.Proposal != "" {
			into.Merged = append(into.Merged, other.Proposal)
		}
		into.Merged = append(into.Merged, other.Merged...)
		if err := core.RemoveShot(j, other); err != nil {
			return err
		}
		return j.Update(into)
	}); err != nil {
		return nil, err
	}
	return into, nil
}
