package proof

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"time"

	craft "figladder/internal/craft/proof"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Visit is somebody who has a link's token, at an address.
type Visit struct{ Address, Token string }

// Page is all that a link shows: nothing of it leads into the studio.
type Page struct {
	Shoot   string      `json:"shoot" doc:"What the shoot is called"`
	Whom    string      `json:"whom" doc:"Whom the link is for"`
	Until   time.Time   `json:"until" doc:"When the link runs out"`
	Round   int         `json:"round" doc:"Which round it is; 0 while none is sent"`
	SentAt  *time.Time  `json:"sentAt" doc:"When it was sent, or null"`
	Note    string      `json:"note" doc:"What is said with it"`
	Rounds  string      `json:"rounds" doc:"Of how many in the price, in words"`
	Tally   craft.Tally `json:"tally" doc:"What was answered so far"`
	Choices []Shown     `json:"choices" doc:"What is shown"`
}

// Shown is a choice as a client sees it.
type Shown struct {
	Key      string         `json:"key" doc:"Key"`
	Label    string         `json:"label" doc:"Its number"`
	Title    string         `json:"title" doc:"What it shows"`
	WidthPx  int            `json:"widthPx" doc:"Width of the whole picture"`
	HeightPx int            `json:"heightPx" doc:"Height of the whole picture"`
	Crops    []craft.Crop   `json:"crops" doc:"The shapes that are owed of it"`
	State    craft.State    `json:"state" enum:"open,yes,asked,no,split" doc:"What the answers come to"`
	Words    string         `json:"words" doc:"The same in words"`
	Answers  []craft.Answer `json:"answers" doc:"All that was said of it, in the order in which it came"`
	Approved bool           `json:"approved" doc:"Whether it has its yes: it is then shown without words across it, and may be saved"`
	Before   *Before        `json:"before" doc:"The same frame in the round before that showed it, or null"`
}

// Before is what was shown and said of a shot earlier.
type Before struct {
	Key   string `json:"key" doc:"Key"`
	Round int    `json:"round" doc:"In which round"`
	Words string `json:"words" doc:"What was said of it"`
	Same  bool   `json:"same" doc:"Whether it is the same picture still"`
}

// PageOf is what a link shows: the newest round.
func (s *Room) PageOf(ctx context.Context, v Visit) (*Page, error) {
	link, err := s.enter(ctx, v.Address, v.Token)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	shoot, err := s.Finish.Frames.Brief.Shoot(ctx, link.ShootID)
	if errors.Is(err, store.ErrNotFound) {
		return nil, &LinkError{}
	} else if err != nil {
		return nil, err
	}
	if err := tx.Model(&store.ProofLinkRow{}).Where("id = ?", link.Key).Update("opened_at", s.Now()).Error; err != nil {
		return nil, err
	}
	out := &Page{Shoot: shoot.Name, Whom: link.Whom, Until: link.ExpiresAt, Choices: []Shown{}}
	rounds, err := s.rounds(tx, link.ShootID)
	if err != nil || len(rounds) == 0 {
		return out, err
	}
	now, earlier := rounds[0], rounds[1:]
	out.Round, out.SentAt, out.Note, out.Tally = now.Row.Number, &now.Row.CreatedAt, now.Row.Note, now.Tally
	terms, err := s.terms(ctx, link.ShootID)
	if err != nil {
		return nil, err
	}
	_, out.Rounds, _ = terms.Next(out.Round, len(now.Row.Choices))
	approved, err := s.approved(tx, now.Row.Choices)
	if err != nil {
		return nil, err
	}
	for i, c := range now.Row.Choices {
		st := now.Standing[i]
		out.Choices = append(out.Choices, Shown{Key: c.Key, Label: c.Label, Title: c.Title, WidthPx: c.WidthPx, HeightPx: c.HeightPx, Crops: c.Crops,
			State: st.State, Words: st.Words, Answers: st.All, Approved: approved[c.Key], Before: before(c, earlier)})
	}
	return out, nil
}

// before is what was shown of a choice's frame in the newest earlier round that had it; of its shot where no round had the frame.
func before(c craft.Choice, earlier []Sent) *Before {
	for _, same := range []func(craft.Choice) bool{
		func(o craft.Choice) bool { return o.FrameID == c.FrameID },
		func(o craft.Choice) bool { return o.ShotID == c.ShotID },
	} {
		for _, r := range earlier {
			if i := slices.IndexFunc(r.Row.Choices, same); i >= 0 {
				o := r.Row.Choices[i]
				return &Before{Key: o.Key, Round: r.Row.Number, Words: r.Standing[i].Words, Same: o.Picture == c.Picture}
			}
		}
	}
	return nil
}

// approved is which choices have their yes, whoever wrote it down.
func (s *Room) approved(tx *gorm.DB, choices []craft.Choice) (map[string]bool, error) {
	frames := make([]string, len(choices))
	for i, c := range choices {
		frames[i] = c.FrameID
	}
	yeses, err := store.All[store.Approval](tx.Where("frame_id in ?", frames))
	if err != nil {
		return nil, err
	}
	out := map[string]bool{}
	for _, c := range choices {
		out[c.Key] = slices.ContainsFunc(yeses, func(a store.Approval) bool { return a.FrameID == c.FrameID && a.Picture == c.Picture })
	}
	return out, nil
}

// found is a choice of any round of a link's shoot; ErrNotFound for another shoot's.
func (s *Room) found(tx *gorm.DB, link *store.ProofLinkRow, key string) (*store.ProofRoundRow, *craft.Choice, error) {
	rounds, err := store.All[store.ProofRoundRow](tx.Where("shoot_id = ?", link.ShootID).Order("number desc"))
	if err != nil {
		return nil, nil, err
	}
	for i := range rounds {
		if at := slices.IndexFunc(rounds[i].Choices, func(c craft.Choice) bool { return c.Key == key }); at >= 0 {
			return &rounds[i], &rounds[i].Choices[at], nil
		}
	}
	return nil, nil, store.ErrNotFound
}

// Picture is a choice's picture at the size of a screen, with words across it until it is approved; and a tag that changes
// with it.
func (s *Room) Picture(ctx context.Context, v Visit, key string) (data []byte, tag string, err error) {
	link, c, clean, err := s.look(ctx, v, key)
	if err != nil {
		return nil, "", err
	}
	if clean {
		data, err = s.Shown(ctx, c.Picture, shownPx)
		return data, c.Picture[:24] + "-clean", err
	}
	data, err = s.shown(ctx, c.Picture, "For "+link.Whom+" to choose from")
	return data, c.Picture[:24] + "-marked", err
}

// File is an approved choice's picture at full size.
func (s *Room) File(ctx context.Context, v Visit, key string) ([]byte, error) {
	_, c, clean, err := s.look(ctx, v, key)
	if err != nil {
		return nil, err
	}
	if !clean {
		return nil, core.Rule("It is handed out at full size once it has its yes.")
	}
	return s.Vault.Get(ctx, c.Picture)
}

func (s *Room) look(ctx context.Context, v Visit, key string) (*store.ProofLinkRow, *craft.Choice, bool, error) {
	link, err := s.enter(ctx, v.Address, v.Token)
	if err != nil {
		return nil, nil, false, err
	}
	tx := s.Store.WithContext(ctx)
	_, c, err := s.found(tx, link, key)
	if err != nil {
		return nil, nil, false, err
	}
	approved, err := s.approved(tx, []craft.Choice{*c})
	if err != nil {
		return nil, nil, false, err
	}
	return link, c, approved[c.Key], nil
}

// Answer keeps what somebody says of a choice of the newest round. Sent twice under one key, it is one answer. A yes that
// nobody speaks against is the yes to that picture; once somebody does, it is no more.
func (s *Room) Answer(ctx context.Context, v Visit, a craft.Answer) (*Page, error) {
	link, err := s.enter(ctx, v.Address, v.Token)
	if err != nil {
		return nil, err
	}
	a = a.Clean()
	if err := core.Fields("", a.Check()); err != nil {
		return nil, err
	}
	if err := s.doors.Try(s.Now(), answering, "answer "+link.Key); err != nil {
		return nil, err
	}
	err = s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, link.ShootID); err != nil {
			return err
		}
		still := &store.ProofLinkRow{}
		if err := tx.Where("id = ? and revoked_at is null", link.Key).Limit(1).Find(still).Error; err != nil {
			return err
		}
		if still.Key == "" { // taken back while it was being written
			return &LinkError{}
		}
		round, c, err := s.found(tx, link, a.Choice)
		if err != nil {
			return err
		}
		var newest int
		if err := tx.Model(&store.ProofRoundRow{}).Where("shoot_id = ?", link.ShootID).Select("max(number)").Scan(&newest).Error; err != nil {
			return err
		}
		if round.Number != newest {
			return core.Rule("Round %d is over: round %d was sent meanwhile. Load the page again and answer that.", round.Number, newest)
		}
		row := &store.ProofAnswerRow{Base: store.NewBase(), ProofAnswerDoc: store.ProofAnswerDoc{ShootID: link.ShootID, RoundID: round.Key, LinkID: link.Key, SenderKey: a.Key,
			Choice: a.Choice, Kind: a.Kind, Words: a.Words, Pin: a.Pin, By: a.By}}
		row.CreatedAt = s.Now().Truncate(time.Microsecond)
		made := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row)
		if made.Error != nil || made.RowsAffected == 0 {
			return made.Error
		}
		return s.settle(tx, round, c, row)
	})
	if err != nil {
		return nil, err
	}
	return s.PageOf(ctx, v)
}

// settle writes down the yes that answers come to, or takes it off. It is no deed: the studio's undo does not take back what a
// client said.
func (s *Room) settle(tx *gorm.DB, round *store.ProofRoundRow, c *craft.Choice, row *store.ProofAnswerRow) error {
	answers, err := store.All[store.ProofAnswerRow](tx.Where("round_id = ? and choice = ?", round.Key, c.Key).Order("created_at, id"))
	if err != nil {
		return err
	}
	all := make([]craft.Answer, len(answers))
	for i, a := range answers {
		all[i] = a.Answer()
	}
	agreed := craft.Stand(craft.Round{Choices: []craft.Choice{*c}}, all)[0].State == craft.Agree
	have, err := store.All[store.Approval](tx.Where("frame_id = ? and picture = ?", c.FrameID, c.Picture))
	if err != nil {
		return err
	}
	switch {
	case agreed && len(have) == 0:
		words := fmt.Sprintf("Round %d, number %s", round.Number, c.Label)
		if row.Words != "" {
			words += ": " + row.Words
		}
		yes := &store.Approval{Base: store.NewBase(), ApprovalDoc: store.ApprovalDoc{ShootID: round.ShootID, ShotID: c.ShotID, FrameID: c.FrameID, Picture: c.Picture, Who: row.By, Words: words}}
		yes.CreatedAt = row.CreatedAt
		return tx.Create(yes).Error
	case !agreed && len(have) > 0:
		return tx.Delete(&store.Approval{}, "frame_id = ? and picture = ?", c.FrameID, c.Picture).Error
	}
	return nil
}
