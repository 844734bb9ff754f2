// Package api is Fig Ladder over HTTP: routes, sign-in and errors. The rules are
// elsewhere.
package api

import (
	"context"
	"io"
	"log/slog"
	"net/http"
	"net/netip"
	"net/url"
	"time"

	"figladder/internal/formats/recipeld"
	"figladder/internal/studio"
	"figladder/internal/studio/core"
	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humagin"
	"github.com/gin-gonic/gin"
)

// Options are where the API stands in the world. The zero value is a server that only
// this machine reaches.
type Options struct {
	PublicURL *url.URL       // as people reach it through a proxy; with https its cookies are for TLS alone
	Hosts     []string       // names it may be asked by, besides the public one and those of this machine
	Proxies   []netip.Prefix // whose X-Forwarded-For is believed
	Log       *slog.Logger   // slog's own when nil
	Metrics   *Metrics       // nil for none
}

// API serves a studio.
type API struct {
	studio   *studio.Studio
	sessions *scs.SessionManager
	Huma     huma.API
	handler  http.Handler
	pressed  presses
	units    inUnits
	options  Options
	live     live
}

// New makes the API of a studio and, when page is not nil, serves the page for
// every other address. A nil studio makes an API that only describes itself.
func New(st *studio.Studio, page http.Handler, o Options) *API {
	if o.Log == nil {
		o.Log = slog.Default()
	}
	a := &API{studio: st, sessions: scs.New(), options: o, live: live{open: map[*listener]bool{}, hushed: make(chan struct{})}}
	a.sessions.Lifetime = 14 * 24 * time.Hour
	a.sessions.IdleTimeout = 7 * 24 * time.Hour
	a.sessions.Cookie.Name = "figladder"
	a.sessions.Cookie.SameSite = http.SameSiteLaxMode
	a.sessions.Cookie.HttpOnly = true
	a.sessions.Cookie.Secure = a.secure()
	a.sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) { write(w, a.told(r.Context(), err)) }
	if st != nil {
		a.sessions.Store = postgresstore.NewWithCleanupInterval(st.Store.SQL, time.Hour)
	}
	gin.SetMode(gin.ReleaseMode)
	g := gin.New()
	g.HandleMethodNotAllowed = true
	g.Use(routed, a.recovered, forgetUploads)
	g.NoRoute(func(c *gin.Context) { write(c.Writer, newProblem(404, "There is no such address here.")) })
	g.NoMethod(func(c *gin.Context) { write(c.Writer, newProblem(405, "This cannot be done with this address.")) })
	conf := huma.DefaultConfig("Fig Ladder", "1")
	conf.DocsPath, conf.OpenAPIPath, conf.SchemasPath = "", "/api/openapi", ""
	conf.CreateHooks = nil // no $schema field in answers
	conf.Components.Schemas = ownShapes(vocabularies(huma.NewMapRegistry("#/components/schemas/", schemaName)))
	conf.Formats = map[string]huma.Format{"application/json": a.format(), "json": a.format()}
	a.Huma = humagin.New(g, conf)
	a.routes()
	a.liveRoute(g)
	bound(a.Huma.OpenAPI())
	a.handler = a.walls(g, page)
	return a
}

// mostBody is the largest request that is read at all: a recipe file and its
// wrapping.
const mostBody = recipeld.MostBytes + 1<<20

// largeBody is for routes that take a file, on a slow line too.
func largeBody(op *huma.Operation) {
	op.MaxBodyBytes, op.BodyReadTimeout = mostBody, 2*time.Minute
}

// ServeHTTP implements http.Handler.
func (a *API) ServeHTTP(w http.ResponseWriter, r *http.Request) { a.handler.ServeHTTP(w, r) }

// Role is who may call a route.
type Role = core.Role

// Public is a route for those who have not signed in, too; the others are the studio's
// roles.
const (
	Public       Role = "public"
	Assistant         = core.Assistant
	Stylist           = core.Stylist
	Photographer      = core.Photographer
	Owner             = core.Owner
)

// who is the signed-in person of a request.
func who(ctx context.Context) core.Who { return core.Asker(ctx) }

// route registers an operation with the role it takes. Every route goes through
// here, so none can be without one.
func route[I, O any](a *API, role Role, method, path, id, summary string, f func(context.Context, *I) (*O, error), more ...func(*huma.Operation)) {
	op := huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary, Metadata: map[string]any{"role": role},
		Extensions: map[string]any{"x-role": string(role)}, MaxBodyBytes: 2 << 20, BodyReadTimeout: 15 * time.Second}
	for _, m := range more {
		m(&op)
	}
	op.Middlewares = append(huma.Middlewares{a.guard(role)}, op.Middlewares...)
	huma.Register(a.Huma, op, func(ctx context.Context, in *I) (*O, error) {
		out, err := f(ctx, in)
		if err != nil {
			return nil, a.told(ctx, err)
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
		refuse := func(p *Problem) { _ = huma.WriteErr(a.Huma, c, p.Status, p.Detail) }
		p, err := a.signedIn(c.Context())
		switch {
		case err != nil:
			refuse(a.told(c.Context(), err))
		case p == nil:
			refuse(newProblem(401, "Sign in first."))
		case !Role(p.Role).May(role):
			refuse(a.told(c.Context(), &core.RoleError{Needs: role}))
		default:
			if c.Operation().RequestBody == nil {
				// A body that nobody reads would keep the server from seeing its client leave.
				_, _ = io.Copy(io.Discard, io.LimitReader(c.BodyReader(), 64<<10))
			}
			a.units.look(c.Context(), a.studio.Core)
			w := core.Who{ID: p.ID, Name: p.Name, Role: Role(p.Role), Needs: role}
			next(huma.WithContext(c, core.Asking(c.Context(), w)))
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
	ID string `path:"id" maxLength:"64" doc:"Key"`
}

// done is an answer that says nothing.
type done struct{}
