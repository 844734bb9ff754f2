// Package ui holds the built page and serves it.
package ui

import (
	"embed"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"slices"
	"strings"
)

//go:embed all:dist
var dist embed.FS

// packed are the encodings that every file of the page lies beside itself in, the smaller
// first (ui/scripts/compress.mjs).
var packed = []struct{ name, ending string }{{"br", ".br"}, {"gzip", ".gz"}}

// Handler serves the page: files as they are, compressed for who can read that, every other
// address the page itself, which finds its way by the address.
func Handler() http.Handler {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the folder is compiled in
	}
	faces, of := typefaces(files), screens(files)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", "default-src 'self'; img-src 'self' data: blob:; style-src 'self' 'unsafe-inline'; font-src 'self' data:; frame-ancestors 'none'")
		name := strings.TrimPrefix(r.URL.Path, "/")
		if strings.HasSuffix(name, ".br") || strings.HasSuffix(name, ".gz") {
			name = "" // they are another form of a file, not files
		}
		if name == "proof" { // a client's page: a bundle of its own, that knows of no other address
			name = "proof.html"
			h.Set("Referrer-Policy", "no-referrer")
			h.Set("X-Robots-Tag", "noindex, nofollow")
		}
		if st, err := fs.Stat(files, name); name == "" || err != nil || st.IsDir() {
			name = "index.html"
			h.Set("Link", ahead(faces, of, r.URL.Path))
		}
		if strings.HasPrefix(name, "assets/") {
			h.Set("Cache-Control", "public, max-age=31536000, immutable")
		} else {
			h.Set("Cache-Control", "no-cache")
		}
		data, encoding, err := read(files, name, r.Header.Get("Accept-Encoding"))
		if err != nil {
			http.Error(w, "The page is not built into this binary. Run: make build", http.StatusServiceUnavailable)
			return
		}
		h.Set("Content-Type", kindOf(name))
		h.Add("Vary", "Accept-Encoding")
		if encoding != "" {
			h.Set("Content-Encoding", encoding)
		}
		w.WriteHeader(http.StatusOK) // the router took the address for a missing one
		if r.Method != http.MethodHead {
			_, _ = w.Write(data)
		}
	})
}

// read finds a file in the smallest encoding that is accepted.
func read(files fs.FS, name, accepted string) (data []byte, encoding string, err error) {
	list := strings.Split(strings.ReplaceAll(accepted, " ", ""), ",")
	for _, p := range packed {
		if !slices.Contains(list, p.name) { // with a weight of its own it is left alone
			continue
		}
		if data, err := fs.ReadFile(files, name+p.ending); err == nil {
			return data, p.name, nil
		}
	}
	data, err = fs.ReadFile(files, name)
	return data, "", err
}

func kindOf(name string) string {
	if kind := mime.TypeByExtension(path.Ext(name)); kind != "" {
		return kind
	}
	if path.Ext(name) == ".woff2" {
		return "font/woff2" // not every machine knows it
	}
	return "application/octet-stream"
}
