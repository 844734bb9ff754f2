package studio

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"errors"
	"fmt"
	"net/mail"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/store"
	"github.com/google/uuid"
	"golang.org/x/crypto/argon2"
	"gorm.io/gorm"
)

// ErrSignIn is returned for a wrong email or password, without saying which.
var ErrSignIn = errors.New("that email and password do not belong together")

// argon2id cost: 64 MiB, three passes, two lanes (RFC 9106, second choice).
const (
	hashMemoryKiB = 64 * 1024
	hashPasses    = 3
	hashLanes     = 2
)

func hashPassword(password string) string {
	salt := make([]byte, 16)
	_, _ = rand.Read(salt)
	sum := argon2.IDKey([]byte(password), salt, hashPasses, hashMemoryKiB, hashLanes, 32)
	b := base64.RawStdEncoding
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, hashMemoryKiB, hashPasses, hashLanes, b.EncodeToString(salt), b.EncodeToString(sum))
}

func passwordFits(hash, password string) bool {
	parts := strings.Split(hash, "$")
	if len(parts) != 6 {
		return false
	}
	var m, t uint32
	var p uint8
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &m, &t, &p); err != nil {
		return false
	}
	salt, err1 := base64.RawStdEncoding.DecodeString(parts[4])
	want, err2 := base64.RawStdEncoding.DecodeString(parts[5])
	if err1 != nil || err2 != nil {
		return false
	}
	return subtle.ConstantTimeCompare(want, argon2.IDKey([]byte(password), salt, t, m, p, uint32(len(want)))) == 1
}

// NeedsOwner reports whether nobody can sign in yet.
func (s *Studio) NeedsOwner(ctx context.Context) (bool, error) {
	var n int64
	err := s.Store.WithContext(ctx).Model(&store.Person{}).Limit(1).Count(&n).Error
	return n == 0, err
}

// FirstOwner makes the owner of a new studio. It is refused once anyone exists.
func (s *Studio) FirstOwner(ctx context.Context, email, name, password string) (*store.Person, error) {
	var bad []finding.FieldProblem
	email = strings.ToLower(strings.TrimSpace(email))
	if a, err := mail.ParseAddress(email); err != nil || a.Address != email {
		bad = append(bad, finding.FieldProblem{Path: "email", Words: "That is not an email address."})
	}
	if strings.TrimSpace(name) == "" {
		bad = append(bad, finding.FieldProblem{Path: "name", Words: "Write your name."})
	}
	if len([]rune(password)) < 10 {
		bad = append(bad, finding.FieldProblem{Path: "password", Words: "Use ten characters or more. Four plain words do well."})
	}
	if bad != nil {
		return nil, &FieldError{Problems: bad}
	}
	p := &store.Person{ID: uuid.Must(uuid.NewV7()).String(), Email: email, Name: strings.TrimSpace(name), Role: "owner", PasswordHash: hashPassword(password), CreatedAt: s.now()}
	err := s.Store.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		// One at a time, so that two first owners cannot both pass the count.
		if err := tx.Exec("lock table people in exclusive mode").Error; err != nil {
			return err
		}
		var n int64
		if err := tx.Model(&store.Person{}).Count(&n).Error; err != nil {
			return err
		}
		if n > 0 {
			return rule("This studio has an owner already. Sign in instead.")
		}
		return tx.Create(p).Error
	})
	if err != nil {
		return nil, err
	}
	return p, nil
}

// SignIn checks an email and password. A wrong one takes as long as a right one.
func (s *Studio) SignIn(ctx context.Context, email, password string) (*store.Person, error) {
	p := &store.Person{}
	err := s.Store.WithContext(ctx).Where("email = ?", strings.ToLower(strings.TrimSpace(email))).First(p).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		hashPassword(password)
		return nil, ErrSignIn
	}
	if err != nil {
		return nil, err
	}
	if !passwordFits(p.PasswordHash, password) {
		return nil, ErrSignIn
	}
	return p, nil
}

// Person finds a person by key.
func (s *Studio) Person(ctx context.Context, id string) (*store.Person, error) {
	return store.Find[store.Person](s.Store.WithContext(ctx), id)
}
