package people

import (
	"context"
	"errors"
	"net/mail"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// ErrSignIn is returned for a wrong email or password, without saying which.
var ErrSignIn = errors.New("that email and password do not belong together")

// NeedsOwner reports whether nobody can sign in yet.
func (s *Room) NeedsOwner(ctx context.Context) (bool, error) {
	var n int64
	err := s.Store.WithContext(ctx).Model(&store.Person{}).Limit(1).Count(&n).Error
	return n == 0, err
}

// Newcomer is somebody who is to have an account.
type Newcomer struct {
	Email    string `json:"email" maxLength:"200" doc:"Signs in with it"`
	Name     string `json:"name" maxLength:"200" doc:"Name"`
	Password string `json:"password" maxLength:"200" doc:"Password, ten characters or more"`
}

// check tidies it and says what is against it.
func (n *Newcomer) check() error {
	var bad []finding.FieldProblem
	n.Email, n.Name = tidyEmail(n.Email), strings.TrimSpace(n.Name)
	if a, err := mail.ParseAddress(n.Email); err != nil || a.Address != n.Email {
		bad = append(bad, finding.FieldProblem{Path: "email", Words: "That is not an email address."})
	}
	if n.Name == "" {
		bad = append(bad, finding.FieldProblem{Path: "name", Words: "Write your name."})
	}
	return core.Fields("", append(bad, checkPassword("password", n.Password, n.Email, n.Name, "figladder")...))
}

func tidyEmail(s string) string { return strings.ToLower(strings.TrimSpace(s)) }

// account makes a newcomer's account, not yet kept.
func (s *Room) account(ctx context.Context, n Newcomer, role core.Role) (*store.Person, error) {
	p := &store.Person{ID: uuid.Must(uuid.NewV7()).String(), Email: n.Email, Name: n.Name, Role: string(role), Epoch: 1, CreatedAt: s.Now()}
	if err := s.passwords.hash(ctx, func() { p.PasswordHash = hashPassword(n.Password) }); err != nil {
		return nil, err
	}
	return p, nil
}

// FirstOwner makes the owner of a new studio. It is refused once anyone exists.
func (s *Room) FirstOwner(ctx context.Context, email, name, password string) (*store.Person, error) {
	n := Newcomer{Email: email, Name: name, Password: password}
	if err := n.check(); err != nil {
		return nil, err
	}
	// Before anything costs: once there is an owner, this is a stranger's.
	if needs, err := s.NeedsOwner(ctx); err != nil {
		return nil, err
	} else if !needs {
		return nil, errOwned
	}
	p, err := s.account(ctx, n, core.Owner)
	if err != nil {
		return nil, err
	}
	err = s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		// One at a time, so that two first owners cannot both pass the count.
		if err := tx.Exec("lock table people in exclusive mode").Error; err != nil {
			return err
		}
		var n int64
		if err := tx.Model(&store.Person{}).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return errOwned
		}
		return tx.Create(p).Error
	})
	if err != nil {
		return nil, err
	}
	return p, nil
}

var errOwned = core.Rule("This studio has an owner already. Sign in instead.")

// SignIn checks an email and password that come from an address. A wrong one takes as long
// as a right one, and many wrong ones have to wait (*CrowdError).
func (s *Room) SignIn(ctx context.Context, address, email, password string) (*store.Person, error) {
	email = tidyEmail(email)
	if err := s.doors.try(s.Now(), address, email); err != nil {
		return nil, err
	}
	p := &store.Person{}
	fits := false
	var found error
	// The database is asked within the turn, too: a crowd that is turned away costs nothing.
	if err := s.passwords.hash(ctx, func() {
		switch found = s.Store.WithContext(ctx).Where("email = ?", email).First(p).Error; {
		case found == nil:
			fits = passwordFits(p.PasswordHash, password)
		case errors.Is(found, gorm.ErrRecordNotFound):
			hashPassword(password)
			found = nil
		}
	}); err != nil {
		return nil, err
	}
	if found != nil {
		return nil, found
	}
	if !fits {
		return nil, ErrSignIn
	}
	s.doors.fits(address, email)
	return p, nil
}

// Person finds a person by key.
func (s *Room) Person(ctx context.Context, id string) (*store.Person, error) {
	return store.Find[store.Person](s.Store.WithContext(ctx), id)
}

// People lists who can sign in, by name.
func (s *Room) People(ctx context.Context) ([]store.Person, error) {
	return store.All[store.Person](s.Store.WithContext(ctx).Order("name, id"))
}

// ChangePassword changes a person's own password. Every other session of theirs ends; the
// person as it is now comes back, for the one that stays.
func (s *Room) ChangePassword(ctx context.Context, who core.Who, address, old, fresh string) (*store.Person, error) {
	p, err := s.Person(ctx, who.ID)
	if err != nil {
		return nil, err
	}
	if err := s.doors.try(s.Now(), address, p.Email); err != nil {
		return nil, err
	}
	fits := false
	if err := s.passwords.hash(ctx, func() { fits = passwordFits(p.PasswordHash, old) }); err != nil {
		return nil, err
	}
	if !fits {
		return nil, core.Fields("", []finding.FieldProblem{{Path: "old", Words: "That is not your password as it is now."}})
	}
	s.doors.fits(address, p.Email)
	if err := core.Fields("", checkPassword("password", fresh, p.Email, p.Name, "figladder")); err != nil {
		return nil, err
	}
	if err := s.passwords.hash(ctx, func() { p.PasswordHash = hashPassword(fresh) }); err != nil {
		return nil, err
	}
	p.Epoch++
	return p, s.Store.WithContext(ctx).Model(&store.Person{}).Where("id = ?", p.ID).
		Updates(map[string]any{"password_hash": p.PasswordHash, "epoch": gorm.Expr("epoch + 1")}).Error
}

// SignOutEverywhere ends every session of a person.
func (s *Room) SignOutEverywhere(ctx context.Context, who core.Who) error {
	return s.Store.WithContext(ctx).Model(&store.Person{}).Where("id = ?", who.ID).Update("epoch", gorm.Expr("epoch + 1")).Error
}

// SetRole changes what a person may do.
func (s *Room) SetRole(ctx context.Context, id string, role core.Role) (p *store.Person, err error) {
	err = s.amongOwners(ctx, id, func(tx *gorm.DB, at *store.Person) error {
		at.Role = string(role)
		p = at
		return tx.Model(&store.Person{}).Where("id = ?", id).Update("role", at.Role).Error
	}, role == core.Owner)
	return p, err
}

// RemovePerson takes a person's account away; what they did stays, with their sessions gone.
func (s *Room) RemovePerson(ctx context.Context, who core.Who, id string) error {
	if id == who.ID {
		return core.Rule("You cannot take your own account away. Let another owner do it.")
	}
	return s.amongOwners(ctx, id, func(tx *gorm.DB, _ *store.Person) error { return tx.Delete(&store.Person{}, "id = ?", id).Error }, false)
}

// amongOwners changes a person so that there is always an owner left.
func (s *Room) amongOwners(ctx context.Context, id string, change func(*gorm.DB, *store.Person) error, stays bool) error {
	return s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var owners []store.Person
		if err := tx.Clauses(clause.Locking{Strength: "UPDATE"}).Where("role = ?", string(core.Owner)).Find(&owners).Error; err != nil {
			return err
		}
		if !stays && len(owners) == 1 && owners[0].ID == id {
			return core.Rule("A studio has one owner at the least. Make another person an owner first.")
		}
		p, err := store.Find[store.Person](tx, id)
		if err != nil {
			return err
		}
		return change(tx, p)
	})
}
