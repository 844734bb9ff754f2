// Package ui holds the built page and serves it.
package ui

import (
	"embed"
	"io/fs"
	"net/http"
	"strings"
)

//go:embed all:dist
var dist embed.FS

// Handler serves the page: files as they are, every other address the page
// itself, which finds its way by the address.
func Handler() http.Handler {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the folder is compiled in
	}
	server := http.FileServerFS(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; frame-ancestors 'none'")
		path := strings.TrimPrefix(r.URL.Path, "/")
		if st, err := fs.Stat(files, path); path != "" && err == nil && !st.IsDir() {
			if strings.HasPrefix(path, "assets/") {
				h.Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			server.ServeHTTP(w, r)
			return
		}
		index, err := fs.ReadFile(files, "index.html")
		if err != nil {
			http.Error(w, "The page is not built into this binary. Run: make build", http.StatusServiceUnavailable)
			return
		}
		h.Set("Content-Type", "text/html; charset=utf-8")
		h.Set("Cache-Control", "no-cache")
		w.WriteHeader(http.StatusOK) // the router took the address for a missing one
		_, _ = w.Write(index)
	})
}
