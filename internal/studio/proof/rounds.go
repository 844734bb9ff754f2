package proof

import (
	"context"
	"fmt"
	"slices"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/card"
	"figladder/internal/craft/finding"
	craft "figladder/internal/craft/proof"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"

	"gorm.io/gorm"
)

// Proofs are a shoot's rounds with what was said, its links, and what may be shown next.
type Proofs struct {
	Rounds     []Sent               `json:"rounds" doc:"The rounds, newest first"`
	Links      []store.ProofLinkRow `json:"links" doc:"The links, newest first"`
	Candidates []Candidate          `json:"candidates" doc:"What a next round may show"`
	Next       Next                 `json:"next" doc:"What a next round comes to"`
}

// Sent is a round with what was said of it.
type Sent struct {
	Row      store.ProofRoundRow `json:"row" doc:"The round"`
	Standing []craft.Standing    `json:"standing" doc:"How each choice stands, in their order"`
	Tally    craft.Tally         `json:"tally" doc:"What it comes to"`
}

// Candidate is a frame that a round may show.
type Candidate struct {
	FrameID string `json:"frameId" doc:"The frame"`
	ShotID  string `json:"shotId" doc:"The shot"`
	Title   string `json:"title" doc:"What it shows"`
	Kept    bool   `json:"kept" doc:"Whether it is the one that is kept; the others are alternates"`
	Made    int    `json:"made" doc:"Which finished picture of it there is; 0 for none"`
	Left    int    `json:"left" doc:"Steps of its finish that are not ticked, where it is kept"`
	Asked   string `json:"asked" doc:"What was said of it last, or empty"`
}

// Next is what a next round comes to.
type Next struct {
	Number int             `json:"number" doc:"Which it would be"`
	Extra  bool            `json:"extra" doc:"Whether it is over what is in the price"`
	Words  string          `json:"words" doc:"Of how many, in words"`
	Cost   reading.Reading `json:"cost" doc:"What it costs with all that are kept; empty while it is in the price"`
}

// ProofsOf are a shoot's rounds.
func (s *Room) ProofsOf(ctx context.Context, shootID string) (*Proofs, error) {
	tx := s.Store.WithContext(ctx)
	shoot, err := s.Finish.Frames.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	rounds, err := s.rounds(tx, shootID)
	if err != nil {
		return nil, err
	}
	out := &Proofs{Rounds: rounds}
	if out.Links, err = store.All[store.ProofLinkRow](tx.Where("shoot_id = ?", shootID).Order("created_at desc")); err != nil {
		return nil, err
	}
	if out.Candidates, err = s.candidates(ctx, shoot, rounds); err != nil {
		return nil, err
	}
	terms, err := s.terms(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out.Next.Number = len(rounds) + 1
	kept := 0
	for _, c := range out.Candidates {
		if c.Kept {
			kept++
		}
	}
	out.Next.Extra, out.Next.Words, out.Next.Cost = terms.Next(out.Next.Number, kept)
	if out.Next.Cost.Working == nil {
		out.Next.Cost.Working = []reading.Line{}
	}
	return out, nil
}

// rounds are a shoot's rounds with what was said, newest first.
func (s *Room) rounds(tx *gorm.DB, shootID string) ([]Sent, error) {
	all, err := list.RoundsOf(tx, []string{shootID})
	if err != nil {
		return nil, err
	}
	out := make([]Sent, 0, len(all))
	for _, r := range slices.Backward(all) {
		out = append(out, Sent{Row: r.Row, Standing: r.Standing, Tally: craft.Count(r.Row.Round(), r.Standing)})
	}
	return out, nil
}

// terms are what was agreed about rounds, as the shoot's money has it.
func (s *Room) terms(ctx context.Context, shootID string) (craft.Terms, error) {
	doc, currency, err := s.Finish.Frames.Day.CostsSaid(ctx, shootID)
	if err != nil {
		return craft.Terms{}, err
	}
	out := craft.Terms{InPrice: doc.Rounds, RoundMin: doc.RoundMin, Currency: currency}
	for _, r := range doc.Rates {
		if r.Does == "editor" {
			out.HourMinor = r.HourMinor
		}
	}
	return out, nil
}

// candidates are the kept frames of a shoot and, after each, those of the same shot that are on the short list.
func (s *Room) candidates(ctx context.Context, shoot *store.Shoot, rounds []Sent) ([]Candidate, error) {
	tx := s.Store.WithContext(ctx)
	ids := []string{shoot.Key}
	frames, err := store.All[store.Frame](tx.Omit("set").Where("shoot_id in ? and shot_id is not null and (kept or mark in ?)", ids, []card.Mark{card.Short, card.Beside}).Order("kept desc, id"))
	if err != nil {
		return nil, err
	}
	shots, dishes, err := s.Finish.Frames.List.WholeList(ctx, shoot.Key)
	if err != nil {
		return nil, err
	}
	facts, kept, err := list.FactsOf(tx, "shoot_id", ids, shots)
	if err != nil {
		return nil, err
	}
	var made []struct {
		FrameID string
		Number  int
	}
	if err := tx.Model(&store.VersionRow{}).Select("frame_id", "max(number) as number").Where("shoot_id in ?", ids).Group("frame_id").Scan(&made).Error; err != nil {
		return nil, err
	}
	numbers := map[string]int{}
	for _, m := range made {
		numbers[m.FrameID] = m.Number
	}
	said := map[string]string{}
	for _, r := range slices.Backward(rounds) {
		for i, c := range r.Row.Choices {
			if r.Standing[i].State != craft.Open {
				said[c.FrameID] = fmt.Sprintf("Round %d. %s", r.Row.Number, r.Standing[i].Words)
			}
		}
	}
	of := map[string][]store.Frame{}
	for _, f := range frames {
		of[f.ShotID] = append(of[f.ShotID], f)
	}
	out := []Candidate{}
	for _, shot := range shots {
		for _, f := range of[shot.Key] {
			c := Candidate{FrameID: f.Key, ShotID: shot.Key, Title: shot.Title, Kept: f.Kept, Made: numbers[f.Key], Asked: said[f.Key]}
			if f.Kept {
				list.MarkOf(facts, kept, shoot, dishes[shot.DishID], shot)
				c.Left = facts[shot.Key].FinishTotal - facts[shot.Key].FinishDone
			}
			out = append(out, c)
		}
	}
	return out, nil
}

// Sending is a round to be sent.
type Sending struct {
	Frames []string `json:"frames" minItems:"1" maxItems:"200" doc:"The frames that it shows, in order"`
	Note   string   `json:"note" maxLength:"2000" doc:"What is said with it"`
	Number int      `json:"number" doc:"Which round it is to be: two that send at once send one"`
}

// Send makes a round of the pictures as they are now: what is finished anew later is shown in the next one.
func (s *Room) Send(ctx context.Context, who core.Who, shootID string, w Sending) (*Proofs, error) {
	shoot, err := s.Finish.Frames.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if len(w.Frames) == 0 {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "frames", Words: "Choose at least one picture."}})
	}
	row := &store.ProofRoundRow{Base: store.NewBase(), ProofRoundDoc: store.ProofRoundDoc{ShootID: shootID, Note: w.Note}}
	row.CreatedAt = s.Now().Truncate(time.Microsecond)
	var choices []craft.Choice
	for i, id := range w.Frames {
		f, err := s.Finish.Frames.Frame(ctx, id)
		if err != nil {
			return nil, err
		}
		if f.ShootID != shootID || f.ShotID == "" || slices.Contains(w.Frames[:i], id) {
			return nil, core.Fields("", []finding.FieldProblem{{Path: fmt.Sprintf("frames.%d", i), Words: "A picture of this shoot that is laid to a shot, and each once."}})
		}
		c, err := s.choice(ctx, shoot, f)
		if err != nil {
			return nil, err
		}
		choices = append(choices, *c)
	}
	err = s.Deed(ctx, who, shootID, fmt.Sprintf("Sent round %d of choices", w.Number), func(j *store.Journal) error {
		before, err := store.All[store.ProofRoundRow](j.TX.Where("shoot_id = ?", shootID).Order("number"))
		if err != nil {
			return err
		}
		if row.Number = len(before) + 1; row.Number != w.Number {
			return core.Rule("Round %d was sent meanwhile. Look at it before you send another.", row.Number-1)
		}
		var rounds []craft.Round
		for _, b := range before {
			rounds = append(rounds, b.Round())
		}
		row.Choices = craft.Number(choices, rounds)
		return j.Create(row)
	})
	if err != nil {
		return nil, err
	}
	return s.ProofsOf(ctx, shootID)
}

// choice is a frame's picture as it is now, with the shapes that the brief owes, each as large as it fits around the hero.
func (s *Room) choice(ctx context.Context, shoot *store.Shoot, f *store.Frame) (*craft.Choice, error) {
	shot, err := s.Finish.Frames.List.Shot(ctx, f.ShotID)
	if err != nil {
		return nil, err
	}
	p, err := s.Finish.PictureOf(ctx, f)
	if err != nil {
		return nil, err
	}
	out := &craft.Choice{Key: store.NewBase().Key, ShotID: f.ShotID, FrameID: f.Key, Picture: p.SHA256, WidthPx: p.WidthPx, HeightPx: p.HeightPx, Title: shot.Title, Crops: []craft.Crop{}}
	hero, _, err := s.Finish.Frames.HeroIn(ctx, f)
	if err != nil {
		return nil, err
	}
	x, y := 0.5, 0.5
	if hero.W > 0 && hero.H > 0 {
		x, y = hero.X+hero.W/2, hero.Y+hero.H/2
	}
	seen := map[string]bool{}
	for _, d := range shoot.Brief.Deliverables {
		w, h, ok := brief.Shape(d.Shape)
		if !ok || seen[d.Shape] {
			continue
		}
		seen[d.Shape] = true
		c := release.Fit(p.WidthPx, p.HeightPx, w, h, 1, x, y)
		if c.Lost(p.WidthPx, p.HeightPx) < 0.005 { // it is the whole of it
			continue
		}
		pw, ph := float64(max(1, p.WidthPx)), float64(max(1, p.HeightPx))
		out.Crops = append(out.Crops, craft.Crop{Shape: d.Shape, X: float64(c.X) / pw, Y: float64(c.Y) / ph, W: float64(c.Width) / pw, H: float64(c.Height) / ph})
	}
	return out, nil
}

// ChoicePicture is the hash of what a choice showed.
func (s *Room) ChoicePicture(ctx context.Context, key string) (string, error) {
	var sha string
	err := s.Store.WithContext(ctx).Raw("select c ->> 'picture' from proof_rounds r, jsonb_array_elements(r.choices) c where c ->> 'key' = ? limit 1", key).Scan(&sha).Error
	if err == nil && sha == "" {
		err = store.ErrNotFound
	}
	return sha, err
}
