package api

import (
	"context"
	"crypto/rand"
	"fmt"
	"net"
	"net/http"
	"net/netip"
	"runtime/debug"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/cores"
	"github.com/gin-gonic/gin"
	"github.com/klauspost/compress/gzhttp"
)

// walls is what every request goes through, from the outside in: a number to find it by in
// the log, the names and sites it may come from, its size, and the session.
func (a *API) walls(routes, page http.Handler) http.Handler {
	cross := http.NewCrossOriginProtection()
	if u := a.options.PublicURL; u != nil {
		_ = cross.AddTrustedOrigin(u.Scheme + "://" + u.Host)
	}
	cross.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		write(w, newProblem(403, "This request comes from another site, so it was not done. Open the page itself and do it there."))
	}))
	api := cross.Handler(a.sessions.LoadAndSave(routes))
	mux := http.NewServeMux()
	mux.Handle("/api/live", api)                 // a stream that is shrunk waits for more
	mux.Handle("/api/", gzhttp.GzipHandler(api)) // lists and readings shrink to a fifth
	mux.HandleFunc("GET /healthz", func(w http.ResponseWriter, _ *http.Request) { plain(w, 200, "alive") })
	mux.HandleFunc("GET /readyz", a.ready)
	if page != nil {
		mux.Handle("/", page)
	}
	return a.observed(a.named(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		r.Body = http.MaxBytesReader(w, r.Body, mostOf(r.URL.Path))
		mux.ServeHTTP(w, r)
	})))
}

func plain(w http.ResponseWriter, status int, words string) {
	w.Header().Set("Content-Type", "text/plain; charset=utf-8")
	w.WriteHeader(status)
	_, _ = fmt.Fprintln(w, words)
}

// ready reports whether requests can be served just now.
func (a *API) ready(w http.ResponseWriter, r *http.Request) {
	ctx, cancel := context.WithTimeout(r.Context(), 2*time.Second)
	defer cancel()
	if err := a.studio.Store.SQL.PingContext(ctx); err != nil {
		plain(w, http.StatusServiceUnavailable, "the database does not answer")
		return
	}
	plain(w, 200, "ready")
}

// request is what is known of a request from the outside.
type request struct {
	id      string // its number, as the log and the answer's X-Request-Id have it
	address string // where it comes from
	route   string // the pattern of its route; empty when none took it
}

type requestKey struct{}

// requestOf finds it in a context; an empty one where there is none.
func requestOf(ctx context.Context) *request {
	if r, ok := ctx.Value(requestKey{}).(*request); ok {
		return r
	}
	return &request{}
}

// seen keeps the status of an answer.
type seen struct {
	http.ResponseWriter
	status int
	bytes  int
}

func (s *seen) WriteHeader(code int) {
	if s.status == 0 {
		s.status = code
	}
	s.ResponseWriter.WriteHeader(code)
}

func (s *seen) Write(b []byte) (int, error) {
	if s.status == 0 {
		s.status = http.StatusOK
	}
	n, err := s.ResponseWriter.Write(b)
	s.bytes += n
	return n, err
}

// Unwrap lets http.ResponseController through.
func (s *seen) Unwrap() http.ResponseWriter { return s.ResponseWriter }

// observed numbers, measures and logs requests, sets the headers that every answer has, and
// holds what panics outside the routes.
func (a *API) observed(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		req := &request{id: rand.Text()[:12], address: a.address(r)}
		id := req.id
		out := &seen{ResponseWriter: w}
		h := w.Header()
		h.Set("X-Request-Id", id)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("X-Frame-Options", "DENY")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			// Nothing that the API hands out is a page: were it opened as one, it could do nothing.
			h.Set("Content-Security-Policy", "default-src 'none'; style-src 'unsafe-inline'; img-src data:; frame-ancestors 'none'")
			h.Set("Cache-Control", "no-store")
		}
		if a.secure() {
			h.Set("Strict-Transport-Security", "max-age=31536000")
		}
		began := time.Now()
		defer func() {
			if v := recover(); v != nil && v != http.ErrAbortHandler { //nolint:errorlint // the value itself
				a.options.Log.Error("panic", "request", id, "value", v, "stack", string(debug.Stack()))
				if out.status == 0 {
					write(out, newProblem(500, unknown))
				}
			}
			a.options.Metrics.request(r.Method, req.route, out.status, time.Since(began))
			if out.status >= 500 || time.Since(began) > slow {
				a.options.Log.Warn("request", "request", id, "method", r.Method, "path", r.URL.Path, "status", out.status, "took", time.Since(began).Round(time.Millisecond).String(), "bytes", out.bytes, "from", req.address)
			}
		}()
		next.ServeHTTP(out, r.WithContext(context.WithValue(r.Context(), requestKey{}, req)))
	})
}

// slow is from when a request is written down though it went well.
const slow = 10 * time.Second

// secure reports whether people reach the page by TLS.
func (a *API) secure() bool {
	return a.options.PublicURL != nil && a.options.PublicURL.Scheme == "https"
}

// named refuses requests for a name that is not ours: a site whose name was bent to this
// machine's address would otherwise read what only this machine may.
func (a *API) named(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !a.ours(r.Host) {
			write(w, newProblem(421, "This server does not go by that name. If it should, start it with FIGLADDER_PUBLIC_URL or FIGLADDER_HOSTS set to it."))
			return
		}
		next.ServeHTTP(w, r)
	})
}

func (a *API) ours(host string) bool {
	name := host
	if h, _, err := net.SplitHostPort(host); err == nil {
		name = h
	}
	name = strings.ToLower(strings.Trim(name, "[]"))
	if u := a.options.PublicURL; u != nil && name == strings.ToLower(u.Hostname()) {
		return true
	}
	if _, err := netip.ParseAddr(name); err == nil {
		return true // a bare address cannot be bent
	}
	return name == "localhost" || slices.Contains(a.options.Hosts, name)
}

// mostOf is the largest request to an address that is read at all.
func mostOf(path string) int64 {
	if strings.HasPrefix(path, "/api/shoots/") && strings.HasSuffix(path, "/edited") {
		return mostEdited
	}
	return mostBody
}

// address is where a request comes from: its peer, or, when that is a proxy of ours, the
// last one before it that is not.
func (a *API) address(r *http.Request) string {
	peer, err := netip.ParseAddrPort(r.RemoteAddr)
	if err != nil {
		return r.RemoteAddr
	}
	at := peer.Addr().Unmap()
	proxied := func(x netip.Addr) bool {
		return slices.ContainsFunc(a.options.Proxies, func(p netip.Prefix) bool { return p.Contains(x) })
	}
	hops := strings.Split(strings.Join(r.Header.Values("X-Forwarded-For"), ","), ",")
	for i := len(hops) - 1; i >= 0 && proxied(at); i-- {
		hop, err := netip.ParseAddr(strings.TrimSpace(hops[i]))
		if err != nil {
			break
		}
		at = hop.Unmap()
	}
	return at.String()
}

// routed notes by which route a request goes.
func routed(c *gin.Context) { requestOf(c.Request.Context()).route = c.FullPath() }

// recovered answers a request whose route panicked.
func (a *API) recovered(c *gin.Context) {
	defer func() {
		v := recover()
		if v == nil {
			return
		}
		stack := debug.Stack()
		if p, ok := v.(*cores.Panic); ok {
			v, stack = p.Value, p.Stack
		}
		a.options.Log.Error("panic", "request", requestOf(c.Request.Context()).id, "value", v, "stack", string(stack))
		c.Abort()
		if !c.Writer.Written() {
			write(c.Writer, a.numbered(c.Request.Context(), newProblem(500, unknown)))
		}
	}()
	c.Next()
}

// forgetUploads takes away what a form left in the temporary folder. The server does so
// only for its own request, not for the copies that the session makes of it.
func forgetUploads(c *gin.Context) {
	defer func() {
		if f := c.Request.MultipartForm; f != nil {
			_ = f.RemoveAll()
		}
	}()
	c.Next()
}
