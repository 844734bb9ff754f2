package people_test

import (
	"context"
	"sync"
	"testing"
	"time"

	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/people"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var wren = people.Newcomer{Email: " Wren@loft.example", Name: "Wren", Password: "quinces keep in straw"}

// An invitation makes one account, of the role it was for, within seven days; its token is kept nowhere.
func TestAnInvitationIsTakenUpOnce(t *testing.T) {
	k := studiotest.New(t)
	at := time.Now().UTC()
	k.Clock = func() time.Time { return at }
	ctx := t.Context()
	in, err := k.People.Invite(ctx, k.Owner, "Wren", core.Assistant)
	require.NoError(t, err)
	var kept store.Invitation
	require.NoError(t, k.Store.First(&kept, "id = ?", in.ID).Error)
	assert.NotContains(t, string(kept.TokenHash), in.Token)

	// A name that is missing, and an address that is in use, leave it as it was.
	_, err = k.People.Join(ctx, "127.0.0.1", in.Token, people.Newcomer{Email: wren.Email, Password: wren.Password})
	var fields *core.FieldError
	require.ErrorAs(t, err, &fields)
	taken := wren
	taken.Email = "owner@loft.example"
	_, err = k.People.Join(ctx, "127.0.0.1", in.Token, taken)
	require.ErrorAs(t, err, &fields)
	assert.Equal(t, "email", fields.Problems[0].Path)

	// Pressed twice at once it makes one account.
	var all sync.WaitGroup
	made := make(chan *store.Person, 4)
	for _, email := range []string{wren.Email, "w2@loft.example", "w3@loft.example", "w4@loft.example"} {
		all.Go(func() {
			n := wren
			n.Email = email
			if p, err := k.People.Join(context.Background(), "127.0.0.2", in.Token, n); err == nil {
				made <- p
			}
		})
	}
	all.Wait()
	require.Len(t, made, 1)
	assert.Equal(t, string(core.Assistant), (<-made).Role)
	var rule *core.RuleError
	_, err = k.People.InvitationOf(ctx, in.Token)
	require.ErrorAs(t, err, &rule)
	list, err := k.People.Invitations(ctx)
	require.NoError(t, err)
	assert.Empty(t, list)

	// One that is taken back, and one that has run out, are as if they had never been.
	back, err := k.People.Invite(ctx, k.Owner, "Teal", core.Assistant)
	require.NoError(t, err)
	require.NoError(t, k.People.Uninvite(ctx, back.ID))
	require.ErrorIs(t, k.People.Uninvite(ctx, back.ID), store.ErrNotFound)
	late, err := k.People.Invite(ctx, k.Owner, "Heron", core.Assistant)
	require.NoError(t, err)
	at = at.Add(7*24*time.Hour + time.Second)
	for _, token := range []string{back.Token, late.Token, "", "made up"} {
		_, err = k.People.Join(ctx, "127.0.0.3", token, wren)
		require.ErrorAs(t, err, &rule)
	}
}

// Whoever tries tokens has to wait.
func TestTokensAreNotTriedOut(t *testing.T) {
	k := studiotest.New(t)
	at := time.Now().UTC()
	k.Clock = func() time.Time { return at }
	var crowd *core.CrowdError
	for range 30 {
		if _, err := k.People.Join(t.Context(), "127.0.0.9", "a guess", wren); assert.Error(t, err) {
			_ = assert.NotErrorIs(t, err, people.ErrSignIn)
		}
	}
	_, err := k.People.Join(t.Context(), "127.0.0.9", "a guess", wren)
	require.ErrorAs(t, err, &crowd)
	assert.Positive(t, crowd.AfterS)
}

// A studio always has an owner, also when two take the role from one another at once; nobody takes their own account away.
func TestAnOwnerIsAlwaysLeft(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	var rule *core.RuleError
	_, err := k.People.SetRole(ctx, k.Owner.ID, core.Assistant)
	require.ErrorAs(t, err, &rule)
	require.ErrorAs(t, k.People.RemovePerson(ctx, k.Owner, k.Owner.ID), &rule)
	in, err := k.People.Invite(ctx, k.Owner, "Wren", core.Owner)
	require.NoError(t, err)
	other, err := k.People.Join(ctx, "127.0.0.1", in.Token, wren)
	require.NoError(t, err)
	var all sync.WaitGroup
	for _, id := range []string{k.Owner.ID, other.ID} {
		all.Go(func() { _, _ = k.People.SetRole(context.Background(), id, core.Assistant) })
	}
	all.Wait()
	list, err := k.People.People(ctx)
	require.NoError(t, err)
	owners := 0
	for _, p := range list {
		if p.Role == string(core.Owner) {
			owners++
		}
	}
	assert.Equal(t, 1, owners)
	require.ErrorIs(t, k.People.RemovePerson(ctx, k.Owner, "nobody"), store.ErrNotFound)
}

// A new password ends the other sessions and is the one that fits; the old one has to be known.
func TestAPasswordIsChanged(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	before, err := k.People.Person(ctx, k.Owner.ID)
	require.NoError(t, err)
	var fields *core.FieldError
	_, err = k.People.ChangePassword(ctx, k.Owner, "127.0.0.1", "not the one", wren.Password)
	require.ErrorAs(t, err, &fields)
	assert.Equal(t, "old", fields.Problems[0].Path)
	_, err = k.People.ChangePassword(ctx, k.Owner, "127.0.0.1", "four plain words", "owner owner")
	require.ErrorAs(t, err, &fields)
	assert.Equal(t, "password", fields.Problems[0].Path)
	after, err := k.People.ChangePassword(ctx, k.Owner, "127.0.0.1", "four plain words", wren.Password)
	require.NoError(t, err)
	assert.Equal(t, before.Epoch+1, after.Epoch)
	kept, err := k.People.SignIn(ctx, "127.0.0.1", "owner@loft.example", wren.Password)
	require.NoError(t, err)
	assert.Equal(t, after.Epoch, kept.Epoch)
	_, err = k.People.SignIn(ctx, "127.0.0.1", "owner@loft.example", "four plain words")
	require.ErrorIs(t, err, people.ErrSignIn)
	require.NoError(t, k.People.SignOutEverywhere(ctx, k.Owner))
	kept, err = k.People.Person(ctx, k.Owner.ID)
	require.NoError(t, err)
	assert.Equal(t, after.Epoch+1, kept.Epoch)
}
