package api

import (
	"context"
	"errors"

	"figladder/internal/store"
	"github.com/danielgtaylor/huma/v2"
)

// Start is what the page needs to know first.
type Start struct {
	NeedsOwner bool          `json:"needsOwner" doc:"True until the owner is made"`
	Person     *store.Person `json:"person" doc:"Who is signed in, or null"`
}

const sessionPerson = "person"

func (a *API) signedIn(ctx context.Context) (*store.Person, error) {
	id := a.sessions.GetString(ctx, sessionPerson)
	if id == "" {
		return nil, nil
	}
	p, err := a.studio.Person(ctx, id)
	if errors.Is(err, store.ErrNotFound) {
		return nil, nil
	}
	return p, err
}

func (a *API) begin(ctx context.Context, p *store.Person) error {
	if err := a.sessions.RenewToken(ctx); err != nil {
		return err
	}
	a.sessions.Put(ctx, sessionPerson, p.ID)
	return nil
}

func (a *API) peopleRoutes() {
	route(a, Public, "GET", "/api/start", "start", "What the page needs first", func(ctx context.Context, _ *none) (*body[Start], error) {
		needs, err := a.studio.NeedsOwner(ctx)
		if err != nil {
			return nil, err
		}
		p, err := a.signedIn(ctx)
		return answer(Start{NeedsOwner: needs, Person: p}, err)
	})
	route(a, Public, "POST", "/api/first-owner", "firstOwner", "Make the owner of a new studio", func(ctx context.Context, in *struct {
		Body struct {
			Email    string `json:"email" maxLength:"200"`
			Name     string `json:"name" maxLength:"200"`
			Password string `json:"password" maxLength:"200"`
		}
	}) (*body[store.Person], error) {
		p, err := a.studio.FirstOwner(ctx, in.Body.Email, in.Body.Name, in.Body.Password)
		if err == nil {
			err = a.begin(ctx, p)
		}
		return point(p, err)
	})
	route(a, Public, "POST", "/api/sign-in", "signIn", "Sign in", func(ctx context.Context, in *struct {
		Body struct {
			Email    string `json:"email" maxLength:"200"`
			Password string `json:"password" maxLength:"200"`
		}
	}) (*body[store.Person], error) {
		p, err := a.studio.SignIn(ctx, in.Body.Email, in.Body.Password)
		if err == nil {
			err = a.begin(ctx, p)
		}
		return point(p, err)
	})
	route(a, Public, "POST", "/api/sign-out", "signOut", "Sign out", func(ctx context.Context, _ *none) (*done, error) {
		return &done{}, a.sessions.Destroy(ctx)
	}, func(op *huma.Operation) { op.DefaultStatus = 204 })
}
