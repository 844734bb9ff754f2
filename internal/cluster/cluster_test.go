package cluster

import (
	"database/sql"
	"os"
	"os/exec"
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
	defer c.Stop()
	was := c.PID()
	require.NoError(t, syscall.Kill(was, syscall.SIGKILL))
	db := open(t, c.URL)
	var n int
	require.Eventually(t, func() bool { return c.PID() != was && db.QueryRow("select count(*) from kept").Scan(&n) == nil }, time.Minute, 50*time.Millisecond, "it is brought up again")
	assert.Equal(t, 2, n, "what was committed before the kill is there")
	assert.Contains(t, said, "The database stopped by itself. Bringing it up again.")
	c.Stop()
	c.Stop() // once more is no harm
	<-c.Exited()
	assert.NoError(t, c.Err())
}

// The server of a run that was killed outright, its lock gone with it.
func TestAServerLeftBehindIsStoppedFirst(t *testing.T) {
	dir := folder(t)
	first, err := Start(t.Context(), Options{Dir: dir, Scratch: true})
	require.NoError(t, err)
	_, err = Start(t.Context(), Options{Dir: dir, Scratch: true})
	var used *InUse
	require.ErrorAs(t, err, &used, "a second start does not stop the first one's database")
	assert.Contains(t, err.Error(), "another Fig Ladder runs on this folder")
	assert.NoError(t, open(t, first.URL).Ping())

	first.mu.Lock()
	first.stopping = true // nobody watches it any more
	first.mu.Unlock()
	require.NoError(t, syscall.Flock(int(first.lock.Fd()), syscall.LOCK_UN))
	var said []string
	second, err := Start(t.Context(), Options{Dir: dir, Scratch: true, Say: func(s string) { said = append(said, s) }})
	require.NoError(t, err)
	defer second.Stop()
	assert.Contains(t, said, "A database from an earlier run is still up; stopping it first.")
	<-first.Exited()
	assert.NoError(t, open(t, second.URL).Ping())
}

// A server left behind is told by the kernel to stop, and may be down between our seeing it
// and our stopping it.
func TestAServerThatGoesDownWhileItIsBeingStoppedIsNoError(t *testing.T) {
	first, err := Start(t.Context(), Options{Dir: folder(t), Scratch: true})
	require.NoError(t, err)
	first.mu.Lock()
	first.stopping = true
	first.mu.Unlock()
	late := Cluster{o: first.o, dir: first.dir, data: first.data, as: first.as, bin: t.TempDir()}
	// What is asked to stop it finds it gone.
	require.NoError(t, os.Chmod(late.bin, 0o755))
	require.NoError(t, os.Chmod(filepath.Dir(late.bin), 0o755))
	script := "#!/bin/sh\n[ \"$1\" = stop ] && " + first.bin + "/pg_ctl \"$@\"\nexec " + first.bin + "/pg_ctl \"$@\"\n"
	require.NoError(t, os.WriteFile(filepath.Join(late.bin, "pg_ctl"), []byte(script), 0o755))
	assert.NoError(t, late.stopStale(t.Context()))
	<-first.Exited()
	assert.NoFileExists(t, filepath.Join(first.data, "postmaster.pid"), "it is down")
}

// Nobody else of the machine gets in, and the application is no superuser.
func TestOtherAccountsOfTheMachineGetNothing(t *testing.T) {
	c, err := Start(t.Context(), Options{Dir: folder(t)})
	require.NoError(t, err)
	defer c.Stop()
	var super bool
	require.NoError(t, open(t, c.URL).QueryRow("select rolsuper or rolcreaterole from pg_roles where rolname = current_user").Scan(&super))
	assert.False(t, super)
	_, err = open(t, c.URL).Exec("copy (select 1) to program 'true'")
	assert.Error(t, err, "it runs no programs")
	for _, role := range []string{studioRole, keeperRole, "postgres"} {
		assert.Error(t, open(t, c.url(role, "", "figladder")).Ping(), "%s without its password", role)
	}
	var listens string
	require.NoError(t, open(t, c.url(keeperRole, c.secrets.Keeper, "postgres")).QueryRow("show listen_addresses").Scan(&listens))
	assert.Empty(t, listens, "nothing on the network")
	for _, p := range []string{c.dir, c.socket, c.data, filepath.Join(c.dir, "secrets.json"), filepath.Join(c.dir, "postgres.log")} {
		st, err := os.Stat(p)
		require.NoError(t, err)
		assert.Zero(t, st.Mode().Perm()&0o077, p)
	}
	if os.Geteuid() != 0 {
		return
	}
	for _, try := range [][]string{{"cat", filepath.Join(c.dir, "secrets.json")}, {"psql", c.url(studioRole, c.secrets.Studio, "figladder"), "-c", "select 1"}} {
		cmd := exec.Command(try[0], try[1:]...)
		cmd.Dir = "/"
		cmd.SysProcAttr = &syscall.SysProcAttr{Credential: &syscall.Credential{Uid: 65534, Gid: 65534}}
		out, err := cmd.CombinedOutput()
		assert.Error(t, err, "another account, even with the password: %s", out)
	}
}

// A cluster of before, which let everybody in as its superuser, is closed and keeps its data.
func TestAClusterOfBeforeIsClosedAndKeepsItsData(t *testing.T) {
	dir := folder(t)
	c := &Cluster{o: Options{Say: func(string) {}}, dir: dir, data: filepath.Join(dir, "data"), done: make(chan struct{})}
	var err error
	c.bin, err = binaries()
	require.NoError(t, err)
	c.as, c.dir, err = whoRuns(dir, c.o.Say)
	require.NoError(t, err)
	require.NoError(t, c.command(t.Context(), "initdb", "-D", c.data, "-U", oldRole, "--auth=trust", "-E", "UTF8", "--locale=C.UTF-8"))
	c.socket, err = socketFolder(c.dir, c.as)
	require.NoError(t, err)
	require.NoError(t, c.run("pg_hba.conf"))
	db, err := c.open(t.Context(), c.url(oldRole, "", "postgres"))
	require.NoError(t, err)
	_, err = db.Exec("create database figladder")
	require.NoError(t, err)
	db.Close()
	db, err = c.open(t.Context(), c.url(oldRole, "", "figladder"))
	require.NoError(t, err)
	_, err = db.Exec(`create extension pg_trgm; create type mood as enum ('dark', 'airy'); create table kept (id bigserial primary key, m mood); insert into kept (m) values ('dark');
		create function twice(int) returns int language sql as 'select 2 * $1'`)
	require.NoError(t, err)
	db.Close()
	c.halt()

	now, err := Start(t.Context(), Options{Dir: dir})
	require.NoError(t, err)
	defer now.Stop()
	db = open(t, now.URL)
	_, err = db.Exec(`insert into kept (m) values ('airy'); alter table kept add column more int; alter type mood add value 'quiet'; create or replace function twice(int) returns int language sql as 'select $1 * 2'`)
	require.NoError(t, err, "the studio's role owns what there was")
	var n int
	require.NoError(t, db.QueryRow("select count(*) from kept").Scan(&n))
	assert.Equal(t, 2, n)
	assert.Error(t, open(t, now.url(oldRole, "", "figladder")).Ping(), "the old way in is closed")
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
