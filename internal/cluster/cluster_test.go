package cluster

import (
	"database/sql"
	"os"
	"path/filepath"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func open(t *testing.T, url string) *sql.DB {
	t.Helper()
	db, err := sql.Open("pgx", url)
	require.NoError(t, err)
	t.Cleanup(func() { db.Close() })
	return db
}

// folder is one that the postgres account can reach.
func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("/var/tmp", "figladder-cluster-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(dir, 0o755))
	t.Cleanup(func() { os.RemoveAll(dir) })
	return filepath.Join(dir, "pg")
}

func TestDataOutlivesStoppingAndKilling(t *testing.T) {
	dir := folder(t)
	var said []string
	o := Options{Dir: dir, Say: func(s string) { said = append(said, s) }}
	c, err := Start(t.Context(), o)
	require.NoError(t, err)
	assert.Contains(t, said[0], "Making a database cluster")
	_, err = open(t, c.URL).Exec("create table kept (n int); insert into kept values (1)")
	require.NoError(t, err)
	c.Stop()
	assert.Error(t, open(t, c.URL).Ping(), "stopped means stopped")

	c, err = Start(t.Context(), o)
	require.NoError(t, err)
	_, err = open(t, c.URL).Exec("insert into kept values (2)")
	require.NoError(t, err)
	require.NoError(t, c.cmd.Process.Signal(syscall.SIGKILL))
	<-c.Exited()
	time.Sleep(300 * time.Millisecond) // its children notice

	c, err = Start(t.Context(), o)
	require.NoError(t, err)
	defer c.Stop()
	var n int
	require.NoError(t, open(t, c.URL).QueryRow("select count(*) from kept").Scan(&n))
	assert.Equal(t, 2, n, "what was committed before the kill is there")
}

func TestAServerLeftBehindIsStoppedFirst(t *testing.T) {
	dir := folder(t)
	first, err := Start(t.Context(), Options{Dir: dir, Scratch: true})
	require.NoError(t, err)
	var said []string
	second, err := Start(t.Context(), Options{Dir: dir, Scratch: true, Say: func(s string) { said = append(said, s) }})
	require.NoError(t, err)
	defer second.Stop()
	assert.Contains(t, said, "A database from an earlier run is still up; stopping it first.")
	select {
	case <-first.Exited():
	case <-time.After(10 * time.Second):
		t.Fatal("the first server is still running")
	}
	assert.NoError(t, open(t, second.URL).Ping())
}

func TestUnreachableFoldersAreLeftAside(t *testing.T) {
	dir := t.TempDir()
	closed := filepath.Join(dir, "closed")
	require.NoError(t, os.Mkdir(closed, 0o700))
	assert.False(t, reachable(filepath.Join(closed, "pg")))
	assert.True(t, reachable("/var/tmp"))
	if os.Geteuid() == 0 {
		assert.Contains(t, Dir(filepath.Join(closed, "pg")), "/var/tmp/figladder")
	}
}
