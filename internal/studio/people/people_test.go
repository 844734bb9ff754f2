package people_test

import (
	"context"
	"sync"
	"testing"

	"figladder/internal/studio/core"
	"figladder/internal/studio/people"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestOnlyOneFirstOwner(t *testing.T) {
	k := studiotest.New(t)
	require.NoError(t, k.Store.Exec("delete from people").Error)
	var all sync.WaitGroup
	made := make(chan string, 10)
	for _, email := range []string{"a@loft.example", "b@loft.example", "c@loft.example", "d@loft.example"} {
		all.Go(func() {
			if p, err := k.People.FirstOwner(context.Background(), email, "A", "long enough password"); err == nil {
				made <- p.ID
			}
		})
	}
	all.Wait()
	assert.Len(t, made, 1)
}

func TestSignIn(t *testing.T) {
	k := studiotest.New(t)
	p, err := k.People.SignIn(t.Context(), "127.0.0.1", " OWNER@loft.example ", "four plain words")
	require.NoError(t, err)
	assert.Contains(t, p.PasswordHash, "$argon2id$")
	for _, c := range [][2]string{{"owner@loft.example", "five plain words"}, {"nobody@loft.example", "four plain words"}} {
		_, err := k.People.SignIn(t.Context(), "127.0.0.1", c[0], c[1])
		assert.ErrorIs(t, err, people.ErrSignIn)
	}
	_, err = k.People.FirstOwner(t.Context(), "not an email", "", "short")
	var f *core.FieldError
	require.ErrorAs(t, err, &f)
	assert.Len(t, f.Problems, 3)
}
