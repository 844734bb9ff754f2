// Package api is Fig Ladder over HTTP: routes, sign-in and errors. The rules are
// elsewhere.
package api

import (
	"context"
	"net/http"
	"time"

	"figladder/internal/formats/recipeld"
	"figladder/internal/studio"
	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"
)

// API serves a studio.
type API struct {
	studio   *studio.Studio
	sessions *scs.SessionManager
	Huma     huma.API
	handler  http.Handler
}

// New makes the API of a studio and, when page is not nil, serves the page for
// every other address. A nil studio makes an API that only describes itself.
func New(st *studio.Studio, page http.Handler) *API {
	gin.SetMode(gin.ReleaseMode)
	g := gin.New()
	g.Use(gin.CustomRecoveryWithWriter(nil, recovered))
	a := &API{studio: st, sessions: scs.New()}
	a.sessions.Lifetime = 14 * 24 * time.Hour
	a.sessions.Cookie.Name = "figladder"
	a.sessions.Cookie.SameSite = http.SameSiteLaxMode
	a.sessions.Cookie.HttpOnly = true
	if st != nil {
		a.sessions.Store = postgresstore.NewWithCleanupInterval(st.Store.SQL, time.Hour)
	}
	conf := huma.DefaultConfig("Fig Ladder", "1")
	conf.DocsPath, conf.OpenAPIPath, conf.SchemasPath = "", "/api/openapi", ""
	conf.CreateHooks = nil // no $schema field in answers
	conf.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	a.Huma = humagin.New(g, conf)
	a.routes()
	if page != nil {
		g.NoRoute(gin.WrapH(page))
	}
	// Requests from other sites that would change something are refused.
	a.handler = http.NewCrossOriginProtection().Handler(a.sessions.LoadAndSave(g))
	return a
}

// mostBody is the largest request that is read at all: a recipe file and its
// wrapping.
const mostBody = recipeld.MostBytes + 1<<20

// ServeHTTP implements http.Handler.
func (a *API) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	r.Body = http.MaxBytesReader(w, r.Body, mostBody)
	a.handler.ServeHTTP(w, r)
}

// Role is who may call a route.
type Role string

// The roles, least first. A crew member may do all that is a day's work; only the
// owner may take a shoot away.
const (
	Public Role = "public"
	Crew   Role = "crew"
	Owner  Role = "owner"
)

type whoKey struct{}

// who is the signed-in person of a request.
func who(ctx context.Context) studio.Who {
	w, _ := ctx.Value(whoKey{}).(studio.Who)
	return w
}

// route registers an operation with the role it takes. Every route goes through
// here, so none can be without one.
func route[I, O any](a *API, role Role, method, path, id, summary string, f func(context.Context, *I) (*O, error), more ...func(*huma.Operation)) {
	op := huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, Metadata: map[string]any{"role": role},
		Extensions: map[string]any{"x-role": string(role)}, MaxBodyBytes: 2 << 20}
	for _, m := range more {
		m(&op)
	}
	op.Middlewares = append(huma.Middlewares{a.guard(role)}, op.Middlewares...)
	huma.Register(a.Huma, op, func(ctx context.Context, in *I) (*O, error) {
		out, err := f(ctx, in)
		if err != nil {
			return nil, problem(err)
		}
		return out, nil
	})
}

// guard lets only the role through and tells the operation who it is.
func (a *API) guard(role Role) func(huma.Context, func(huma.Context)) {
	return func(c huma.Context, next func(huma.Context)) {
		if role == Public {
			next(c)
			return
		}
		p, err := a.signedIn(c.Context())
		switch {
		case err != nil:
			_ = huma.WriteErr(a.Huma, c, 500, "The sign-in could not be looked up. Try again.")
		case p == nil:
			_ = huma.WriteErr(a.Huma, c, 401, "Sign in first.")
		case role == Owner && p.Role != string(Owner):
			_ = huma.WriteErr(a.Huma, c, 403, "Only the owner of the studio can do this.")
		default:
			next(huma.WithValue(c, whoKey{}, studio.Who{ID: p.ID, Name: p.Name, Role: p.Role}))
		}
	}
}

// body is an answer with a body and nothing else.
type body[T any] struct{ Body T }

func answer[T any](v T, err error) (*body[T], error) {
	if err != nil {
		return nil, err
	}
	return &body[T]{v}, nil
}

// point is answer for what comes as a pointer.
func point[T any](v *T, err error) (*body[T], error) {
	if err != nil {
		return nil, err
	}
	return &body[T]{*v}, nil
}

type none struct{}

// ByID is the input of routes that need only a key.
type ByID struct {
	ID string `path:"id" doc:"Key"`
}

// done is an answer that says nothing.
type done struct{}
