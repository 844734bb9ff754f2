package proof

import (
	"context"
	"crypto/rand"
	"strings"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
)

// Linked is a link with the token that is told once.
type Linked struct {
	Link  store.ProofLinkRow `json:"link" doc:"The link"`
	Token string             `json:"token" doc:"Stands in the address, after the sign #; it is not kept and cannot be told again"`
}

// mostDays is how long a link may be good for.
const mostDays = 90

// Link makes a link by which a client sees the rounds of one shoot and answers them, and nothing else, for so many days.
func (s *Room) Link(ctx context.Context, shootID, whom string, days int) (*Linked, error) {
	var bad []finding.FieldProblem
	if whom = strings.TrimSpace(whom); whom == "" {
		bad = append(bad, finding.FieldProblem{Path: "whom", Words: "Write whom it is for: it stands across the pictures, and you know it again."})
	}
	if days < 1 || days > mostDays {
		bad = append(bad, finding.FieldProblem{Path: "days", Words: "From 1 to 90 days."})
	}
	if err := core.Fields("", bad); err != nil {
		return nil, err
	}
	if _, err := s.Finish.Frames.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	out := &Linked{Token: rand.Text()}
	out.Link = store.ProofLinkRow{Base: store.NewBase(), TokenHash: store.Hash([]byte(out.Token)),
		ProofLinkDoc: store.ProofLinkDoc{ShootID: shootID, Whom: whom, ExpiresAt: s.Now().AddDate(0, 0, days)}}
	if err := s.In(ctx, func(tx *gorm.DB) error { return tx.Create(&out.Link).Error }); err != nil {
		return nil, err
	}
	return out, nil
}

// Unlink takes a link back: who has it sees nothing from then on. What was said by it stays.
func (s *Room) Unlink(ctx context.Context, shootID, id string) error {
	done := s.Store.WithContext(ctx).Model(&store.ProofLinkRow{}).Where("id = ? and shoot_id = ? and revoked_at is null", id, shootID).Update("revoked_at", s.Now())
	if done.Error == nil && done.RowsAffected == 0 {
		return store.ErrNotFound
	}
	return done.Error
}

// LinkError is said of every token that does not fit, whatever the cause: who guesses learns nothing.
type LinkError struct{}

func (*LinkError) Error() string {
	return "This link is not there, has run out, or was taken back. Ask whoever sent it for a new one."
}

// Wrong tokens from one address, and what may be asked by one link: pictures many at once, answers as fast as people write.
var (
	guessing  = core.Pace{AtOnce: 10, Every: 6 * time.Second}
	looking   = core.Pace{AtOnce: 400, Every: 100 * time.Millisecond}
	answering = core.Pace{AtOnce: 40, Every: 2 * time.Second}
)

// tokenLong is how many characters a token has.
const tokenLong = 26

// enter finds the link of a token, for somebody at an address.
func (s *Room) enter(ctx context.Context, address, token string) (*store.ProofLinkRow, error) {
	now := s.Now()
	if len(token) == tokenLong {
		found, err := store.All[store.ProofLinkRow](s.Store.WithContext(ctx).Where("token_hash = ? and revoked_at is null and expires_at > ?", store.Hash([]byte(token)), now).Limit(1))
		if err != nil {
			return nil, err
		}
		if len(found) == 1 {
			return &found[0], s.doors.Try(now, looking, "link "+found[0].Key)
		}
	}
	if err := s.doors.Try(now, guessing, "guess "+address); err != nil {
		return nil, err
	}
	return nil, &LinkError{}
}
