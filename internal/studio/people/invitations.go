package people

import (
	"context"
	"crypto/rand"
	"strings"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// inviteFor is how long an invitation can be taken up.
const inviteFor = 7 * 24 * time.Hour

// Invited is an invitation with the token that is told once.
type Invited struct {
	store.Invitation
	Token string `json:"token" doc:"Stands in the link, after the sign #; it is not kept and cannot be told again"`
}

// Invite lets somebody make an account, within seven days and once.
func (s *Room) Invite(ctx context.Context, who core.Who, name string, role core.Role) (*Invited, error) {
	name = strings.TrimSpace(name)
	if name == "" {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "name", Words: "Write whom it is for, so that you know it again."}})
	}
	out := &Invited{Token: rand.Text()}
	out.Invitation = store.Invitation{ID: uuid.Must(uuid.NewV7()).String(), TokenHash: store.Hash([]byte(out.Token)), Name: name, Role: string(role), CreatedBy: who.ID, CreatedAt: s.Now(), ExpiresAt: s.Now().Add(inviteFor)}
	if err := s.In(ctx, func(tx *gorm.DB) error { return tx.Create(&out.Invitation).Error }); err != nil {
		return nil, err
	}
	return out, nil
}

// Invitations lists those that can still be taken up, newest first.
func (s *Room) Invitations(ctx context.Context) ([]store.Invitation, error) {
	return store.All[store.Invitation](s.Store.WithContext(ctx).Where("used_at is null and expires_at > ?", s.Now()).Order("id desc"))
}

// Uninvite takes an invitation back.
func (s *Room) Uninvite(ctx context.Context, id string) error {
	done := s.Store.WithContext(ctx).Delete(&store.Invitation{}, "id = ? and used_at is null", id)
	if done.Error == nil && done.RowsAffected == 0 {
		return store.ErrNotFound
	}
	return done.Error
}

// errInvitation is said of every token that does not fit, whatever the cause.
var errInvitation = core.Rule("This invitation is not there, was used already, or has run out. Ask for a new one.")

// InvitationOf finds the invitation of a token.
func (s *Room) InvitationOf(ctx context.Context, token string) (*store.Invitation, error) {
	return s.invitation(s.Store.WithContext(ctx), token)
}

func (s *Room) invitation(tx *gorm.DB, token string) (*store.Invitation, error) {
	var found []store.Invitation
	err := tx.Where("token_hash = ? and used_at is null and expires_at > ?", store.Hash([]byte(token)), s.Now()).Limit(1).Find(&found).Error
	if err != nil {
		return nil, err
	}
	if len(found) == 0 {
		return nil, errInvitation
	}
	return &found[0], nil
}

// Join takes an invitation up: an account is made, and the invitation is used.
func (s *Room) Join(ctx context.Context, address, token string, n Newcomer) (*store.Person, error) {
	if err := s.doors.try(s.Now(), address, "invitation"); err != nil {
		return nil, err
	}
	in, err := s.InvitationOf(ctx, token)
	if err != nil {
		return nil, err
	}
	if err := n.check(); err != nil {
		return nil, err
	}
	p, err := s.account(ctx, n, core.Role(in.Role))
	if err != nil {
		return nil, err
	}
	err = s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		in, err := s.invitation(tx.Clauses(clause.Locking{Strength: "UPDATE"}), token)
		if err != nil {
			return err
		}
		if err := tx.Create(p).Error; err != nil {
			return err
		}
		return tx.Model(&store.Invitation{}).Where("id = ?", in.ID).Update("used_at", s.Now()).Error
	})
	if _, twice := store.Duplicate(err); twice {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "email", Words: "Somebody signs in with this address already."}})
	}
	if err != nil {
		return nil, err
	}
	s.doors.fits(address, "invitation")
	return p, nil
}
