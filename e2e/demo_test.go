package e2e

import (
	"os"
	"path/filepath"
	"sync"
	"syscall"
	"testing"

	"figladder/internal/demo"
	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/require"
)

// loaded is the demo as it was loaded once: each test gets a copy of its own.
var loaded struct {
	once     sync.Once
	ok       bool
	database string
	files    string
}

// demoServer runs the demo for one test. Loading it takes long, so that is done once, and
// database and files are copied.
func demoServer(t *testing.T) *server {
	t.Helper()
	loaded.once.Do(func() {
		dir, err := os.MkdirTemp("", "figladder-demo-")
		require.NoError(t, err)
		loaded.database, loaded.files = storetest.Lasting(t), dir
		s := start(t, "demo", loaded.database, dir)
		s.end(syscall.SIGINT)
		loaded.ok = true
	})
	require.True(t, loaded.ok, "the demo did not load; see the test that loaded it")
	data := t.TempDir()
	for _, d := range []string{"files", "outlet", "reader"} {
		require.NoError(t, os.CopyFS(filepath.Join(data, d), os.DirFS(filepath.Join(loaded.files, d))))
	}
	return start(t, "demo", storetest.CopyOf(t, loaded.database), data)
}

// demoPage is a page of the demo with its owner signed in.
func demoPage(t *testing.T) *page {
	t.Helper()
	return signedIn(t, demoServer(t).URL)
}

// signedIn is a page of a server with the demo, signed in.
func signedIn(t *testing.T, base string) *page {
	t.Helper()
	p := open(t, base, 1280, 800)
	p.go_("/sign-in")
	p.sees("Sign in")
	p.type_("input[name=email]", demo.Email)
	p.type_("input[name=password]", demo.Password)
	p.key(kb.Enter)
	p.sees("Shoots by day")
	return p
}
