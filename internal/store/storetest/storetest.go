// Package storetest gives each test a database of its own, copied from a migrated
// template in a moment.
package storetest

import (
	"context"
	"database/sql"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"figladder/internal/cluster"
	"figladder/internal/store"
	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

// EnvURL names the variable that points the tests at a running server, as make
// test does. Without it a package starts a scratch cluster for itself.
const EnvURL = "FIGLADDER_TEST_DATABASE_URL"

var (
	once     sync.Once
	admin    *sql.DB
	base     *url.URL
	template string
	scratch  *cluster.Cluster
	lasting  []string // dropped when the package's tests are over
	startErr error
)

// Run is for a package's TestMain: it runs the tests and stops what they started.
func Run(m *testing.M) int {
	defer func() {
		if admin != nil {
			for _, name := range lasting {
				_, _ = admin.Exec("drop database if exists " + name + " with (force)")
			}
			_, _ = admin.Exec("drop database if exists " + template)
			_ = admin.Close()
		}
		scratch.Stop()
	}()
	return m.Run()
}

func start() {
	ctx := context.Background()
	at := os.Getenv(EnvURL)
	if at == "" {
		dir, err := os.MkdirTemp("/var/tmp", "figladder-test-")
		if err != nil {
			startErr = err
			return
		}
		_ = os.Chmod(dir, 0o755)
		scratch, startErr = cluster.Start(ctx, cluster.Options{Dir: filepath.Join(dir, "pg"), Scratch: true})
		if startErr != nil {
			return
		}
		at = scratch.URL
	}
	if base, startErr = url.Parse(at); startErr != nil {
		return
	}
	if admin, startErr = sql.Open("pgx", at); startErr != nil {
		return
	}
	template = "template_" + short()
	if _, startErr = admin.Exec("create database " + template); startErr != nil {
		return
	}
	s, err := store.Open(ctx, named(template))
	if err != nil {
		startErr = err
		return
	}
	defer s.Close()
	startErr = s.Migrate(ctx)
}

func short() string { return fmt.Sprintf("%x", uuid.New().ID()) }

func named(db string) string {
	u := *base
	u.Path = "/" + db
	return u.String()
}

// URL makes a database of the test's own and returns its address. It is dropped
// when the test ends.
func URL(t testing.TB) string {
	t.Helper()
	return own(t, "")
}

// Lasting makes a database that stays until the package's tests are over, to be copied.
func Lasting(t testing.TB) string {
	t.Helper()
	name := made(t, "")
	lasting = append(lasting, name)
	return named(name)
}

// CopyOf makes a database of the test's own as another one is, which nobody may be connected
// to, and returns its address. It is dropped when the test ends.
func CopyOf(t testing.TB, of string) string {
	t.Helper()
	u, err := url.Parse(of)
	require.NoError(t, err)
	return own(t, strings.TrimPrefix(u.Path, "/"))
}

// made copies a database under a new name.
func made(t testing.TB, of string) string {
	t.Helper()
	once.Do(start)
	require.NoError(t, startErr, "starting the test database")
	if of == "" {
		of = template
	}
	name := "t_" + short()
	_, err := admin.Exec("create database " + name + " template " + of)
	require.NoError(t, err)
	return name
}

func own(t testing.TB, of string) string {
	t.Helper()
	name := made(t, of)
	t.Cleanup(func() { _, _ = admin.Exec("drop database if exists " + name + " with (force)") })
	return named(name)
}

// Open makes a database of the test's own and opens it.
func Open(t testing.TB) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), URL(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}
