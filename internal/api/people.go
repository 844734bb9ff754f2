package api

import (
	"context"
	"errors"

	"figladder/internal/store"
	"figladder/internal/studio/people"
	"github.com/danielgtaylor/huma/v2"
)

// Start is what the page needs to know first.
type Start struct {
	NeedsOwner bool          `json:"needsOwner" doc:"True until the owner is made"`
	Person     *store.Person `json:"person" doc:"Who is signed in, or null"`
	Units      Units         `json:"units" doc:"The units the studio thinks in"`
}

// What a session keeps: who, and of which epoch of theirs.
const (
	sessionPerson = "person"
	sessionEpoch  = "epoch"
)

// signedIn is the person of a session, nil when nobody is, or not any more.
func (a *API) signedIn(ctx context.Context) (*store.Person, error) {
	id := a.sessions.GetString(ctx, sessionPerson)
	if id == "" {
		return nil, nil
	}
	p, err := a.studio.People.Person(ctx, id)
	if errors.Is(err, store.ErrNotFound) || err == nil && p.Epoch != a.sessions.GetInt(ctx, sessionEpoch) {
		return nil, nil
	}
	return p, err
}

func (a *API) begin(ctx context.Context, p *store.Person) error {
	if err := a.sessions.RenewToken(ctx); err != nil {
		return err
	}
	a.sessions.Put(ctx, sessionPerson, p.ID)
	a.sessions.Put(ctx, sessionEpoch, p.Epoch)
	return nil
}

// entering begins a session for whoever has just proved who they are.
func (a *API) entering(ctx context.Context, p *store.Person, err error) (*body[store.Person], error) {
	if err == nil {
		err = a.begin(ctx, p)
	}
	return point(p, err)
}

// cleared tells the browser to forget what it kept of this site.
type cleared struct {
	Clear string `header:"Clear-Site-Data"`
}

// shortly is for what strangers may send: little, and at once.
func shortly(op *huma.Operation) { op.MaxBodyBytes, op.BodyReadTimeout = 8<<10, 5e9 }

func (a *API) peopleRoutes() {
	s := a.studio
	route(a, Public, "GET", "/api/start", "start", "What the page needs first", func(ctx context.Context, _ *none) (*body[Start], error) {
		needs, err := s.People.NeedsOwner(ctx)
		if err != nil {
			return nil, err
		}
		p, err := a.signedIn(ctx)
		a.units.look(ctx, s.Core)
		return answer(Start{NeedsOwner: needs, Person: p, Units: unitsOf(a.units.is())}, err)
	})
	route(a, Public, "POST", "/api/first-owner", "firstOwner", "Make the owner of a new studio", func(ctx context.Context, in *struct{ Body people.Newcomer }) (*body[store.Person], error) {
		p, err := s.People.FirstOwner(ctx, in.Body.Email, in.Body.Name, in.Body.Password)
		return a.entering(ctx, p, err)
	}, shortly)
	route(a, Public, "POST", "/api/sign-in", "signIn", "Sign in", func(ctx context.Context, in *struct {
		Body struct {
			Email    string `json:"email" maxLength:"200" doc:"Email"`
			Password string `json:"password" maxLength:"200" doc:"Password"`
		}
	}) (*body[store.Person], error) {
		p, err := s.People.SignIn(ctx, requestOf(ctx).address, in.Body.Email, in.Body.Password)
		return a.entering(ctx, p, err)
	}, shortly)
	route(a, Public, "POST", "/api/sign-out", "signOut", "Sign out", func(ctx context.Context, _ *none) (*cleared, error) {
		return &cleared{`"cache"`}, a.sessions.Destroy(ctx)
	}, empty)
	route(a, Public, "POST", "/api/join/look", "lookAtInvitation", "What an invitation is for", func(ctx context.Context, in *struct {
		Body struct {
			Token string `json:"token" maxLength:"64" doc:"Token of the link"`
		}
	}) (*body[store.Invitation], error) {
		return point(s.People.InvitationOf(ctx, in.Body.Token))
	}, shortly)
	route(a, Public, "POST", "/api/join", "join", "Take an invitation up", func(ctx context.Context, in *struct {
		Body struct {
			people.Newcomer
			Token string `json:"token" maxLength:"64" doc:"Token of the link"`
		}
	}) (*body[store.Person], error) {
		p, err := s.People.Join(ctx, requestOf(ctx).address, in.Body.Token, in.Body.Newcomer)
		return a.entering(ctx, p, err)
	}, shortly)
	a.ownRoutes()
	a.accountRoutes()
}

// ownRoutes are what everybody may do with their own account.
func (a *API) ownRoutes() {
	s := a.studio
	route(a, Assistant, "PUT", "/api/me/password", "changePassword", "Change your own password; other sessions end", func(ctx context.Context, in *struct {
		Body struct {
			Old      string `json:"old" maxLength:"200" doc:"The password as it is"`
			Password string `json:"password" maxLength:"200" doc:"The new one"`
		}
	}) (*body[store.Person], error) {
		p, err := s.People.ChangePassword(ctx, who(ctx), requestOf(ctx).address, in.Body.Old, in.Body.Password)
		return a.entering(ctx, p, err)
	}, shortly)
	route(a, Assistant, "POST", "/api/me/sign-out-everywhere", "signOutEverywhere", "End every session of yours, this one too", func(ctx context.Context, _ *none) (*cleared, error) {
		if err := s.People.SignOutEverywhere(ctx, who(ctx)); err != nil {
			return nil, err
		}
		return &cleared{`"cache"`}, a.sessions.Destroy(ctx)
	}, empty)
}

// accountRoutes are the owner's: who may come in, and what they may do.
func (a *API) accountRoutes() {
	s := a.studio
	route(a, Owner, "GET", "/api/people", "people", "Who can sign in", func(ctx context.Context, _ *none) (*body[[]store.Person], error) {
		return answer(s.People.People(ctx))
	})
	route(a, Owner, "PUT", "/api/people/{id}", "setRole", "Say what a person may do", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Role string `json:"role" enum:"owner,photographer,stylist,assistant" doc:"What they may do"`
		}
	}) (*body[store.Person], error) {
		return point(s.People.SetRole(ctx, in.ID, Role(in.Body.Role)))
	})
	route(a, Owner, "DELETE", "/api/people/{id}", "removePerson", "Take an account away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.People.RemovePerson(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Owner, "GET", "/api/invitations", "invitations", "Invitations that can still be taken up", func(ctx context.Context, _ *none) (*body[[]store.Invitation], error) {
		return answer(s.People.Invitations(ctx))
	})
	route(a, Owner, "POST", "/api/invitations", "invite", "Invite somebody", func(ctx context.Context, in *struct {
		Body struct {
			Name string `json:"name" maxLength:"200" doc:"Whom it is for"`
			Role string `json:"role" enum:"owner,photographer,stylist,assistant" doc:"What they will be able to do"`
		}
	}) (*body[people.Invited], error) {
		return point(s.People.Invite(ctx, who(ctx), in.Body.Name, Role(in.Body.Role)))
	}, a.makesSecret)
	route(a, Owner, "DELETE", "/api/invitations/{id}", "uninvite", "Take an invitation back", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.People.Uninvite(ctx, in.ID)
	}, empty)
}
