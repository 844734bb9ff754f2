// Package cluster runs a PostgreSQL server of Fig Ladder's own, from Debian's
// packages, on a free loopback port. It never touches the system's cluster.
package cluster

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"net"
	"os"
	"os/exec"
	"os/user"
	"path/filepath"
	"sort"
	"strconv"
	"strings"
	"syscall"
	"time"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver that waits for the server
)

// Options says where the cluster lives and how careful it is.
type Options struct {
	Dir     string       // its folder; made when missing
	Scratch bool         // for tests: no fsync, data is thrown away
	Say     func(string) // told of progress in plain sentences; may be nil
}

// Cluster is a running server.
type Cluster struct {
	URL  string // of the database "figladder"
	cmd  *exec.Cmd
	done chan error
}

// ErrNoPostgres is returned when Debian's postgresql package is missing.
var ErrNoPostgres = errors.New("PostgreSQL is not installed; run scripts/install.sh, or apt-get install postgresql")

// Start makes the cluster if need be, starts it and waits until it answers.
func Start(ctx context.Context, o Options) (*Cluster, error) {
	if o.Say == nil {
		o.Say = func(string) {}
	}
	bin, err := binaries()
	if err != nil {
		return nil, err
	}
	dir, err := filepath.Abs(o.Dir)
	if err != nil {
		return nil, err
	}
	as, dir, err := whoRuns(dir, o.Say)
	if err != nil {
		return nil, err
	}
	data := filepath.Join(dir, "data")
	if _, err := os.Stat(filepath.Join(data, "PG_VERSION")); err != nil {
		o.Say("Making a database cluster in " + dir + ".")
		if err := initialise(ctx, bin, data, as); err != nil {
			return nil, err
		}
	} else if err := stopStale(ctx, bin, data, as, o.Say); err != nil {
		return nil, err
	}
	port, err := freePort()
	if err != nil {
		return nil, err
	}
	args := []string{"-D", data, "-p", strconv.Itoa(port), "-c", "listen_addresses=127.0.0.1", "-c", "unix_socket_directories=", "-c", "max_connections=200",
		"-c", "log_min_messages=warning", "-c", "timezone=UTC"}
	if o.Scratch {
		args = append(args, "-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off")
	}
	log, err := os.OpenFile(filepath.Join(dir, "postgres.log"), os.O_CREATE|os.O_APPEND|os.O_WRONLY, 0o644)
	if err != nil {
		return nil, err
	}
	cmd := exec.Command(filepath.Join(bin, "postgres"), args...)
	cmd.Stdout, cmd.Stderr, cmd.Dir = log, log, dir
	// A group of its own keeps Ctrl-C for us: we stop the server in order. Should
	// this process be killed, the kernel asks the server to shut down.
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGINT, Credential: as}
	if err := startLocked(cmd); err != nil {
		return nil, fmt.Errorf("starting PostgreSQL: %w", err)
	}
	c := &Cluster{cmd: cmd, done: make(chan error, 1), URL: fmt.Sprintf("postgres://figladder@127.0.0.1:%d/figladder?sslmode=disable", port)}
	go func() { c.done <- cmd.Wait() }()
	if err := c.ready(ctx, port); err != nil {
		c.Stop()
		return nil, fmt.Errorf("%w (see %s)", err, filepath.Join(dir, "postgres.log"))
	}
	return c, nil
}

// startLocked starts the server from a thread that lives as long as the process,
// since the kernel's death signal follows the thread that started it.
func startLocked(cmd *exec.Cmd) error {
	errs := make(chan error)
	go func() {
		lockThread()
		errs <- cmd.Start()
		select {}
	}()
	return <-errs
}

// Stop shuts the server down in order: running statements end, data is written.
func (c *Cluster) Stop() {
	if c == nil || c.cmd.Process == nil {
		return
	}
	_ = c.cmd.Process.Signal(syscall.SIGINT)
	select {
	case <-c.done:
	case <-time.After(20 * time.Second):
		_ = c.cmd.Process.Signal(syscall.SIGQUIT)
		<-c.done
	}
}

// Exited tells when the server has ended by itself.
func (c *Cluster) Exited() <-chan error { return c.done }

func (c *Cluster) ready(ctx context.Context, port int) error {
	admin := fmt.Sprintf("postgres://figladder@127.0.0.1:%d/postgres?sslmode=disable", port)
	db, err := sql.Open("pgx", admin)
	if err != nil {
		return err
	}
	defer db.Close()
	deadline := time.Now().Add(60 * time.Second)
	for {
		if err = db.PingContext(ctx); err == nil {
			break
		}
		select {
		case <-c.done:
			c.done <- nil
			return errors.New("PostgreSQL stopped while starting")
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(50 * time.Millisecond):
		}
		if time.Now().After(deadline) {
			return fmt.Errorf("PostgreSQL did not answer within a minute: %w", err)
		}
	}
	var one int
	if err := db.QueryRowContext(ctx, "select 1 from pg_database where datname='figladder'").Scan(&one); errors.Is(err, sql.ErrNoRows) {
		_, err = db.ExecContext(ctx, "create database figladder")
		return err
	} else if err != nil {
		return err
	}
	return nil
}

// binaries finds the newest PostgreSQL that Debian put in place.
func binaries() (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	sort.Slice(found, func(i, j int) bool { return version(found[i]) > version(found[j]) })
	if len(found) > 0 {
		return filepath.Dir(found[0]), nil
	}
	if p, err := exec.LookPath("postgres"); err == nil {
		if real, err := filepath.EvalSymlinks(p); err == nil {
			return filepath.Dir(real), nil
		}
	}
	return "", ErrNoPostgres
}

func version(path string) int {
	v, _ := strconv.Atoi(filepath.Base(filepath.Dir(filepath.Dir(path))))
	return v
}

// whoRuns returns the account the server runs as. PostgreSQL refuses root, so
// root hands it to the postgres account, in a folder that account can reach.
func whoRuns(dir string, say func(string)) (*syscall.Credential, string, error) {
	if os.Geteuid() != 0 {
		return nil, dir, os.MkdirAll(dir, 0o700)
	}
	u, err := user.Lookup("postgres")
	if err != nil {
		return nil, "", fmt.Errorf("running as root needs the postgres account that Debian's package makes: %w", err)
	}
	uid, _ := strconv.Atoi(u.Uid)
	gid, _ := strconv.Atoi(u.Gid)
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return nil, "", err
	}
	if !reachable(dir) {
		other := filepath.Join("/var/tmp", "figladder"+strings.ReplaceAll(dir, "/", "-"))
		say("The postgres account cannot reach " + dir + "; keeping the database in " + other + ".")
		dir = other
		if err := os.MkdirAll(dir, 0o755); err != nil {
			return nil, "", err
		}
	}
	if err := os.Chown(dir, uid, gid); err != nil {
		return nil, "", err
	}
	return &syscall.Credential{Uid: uint32(uid), Gid: uint32(gid)}, dir, nil
}

// Dir returns where a cluster asked for in dir really lives, for starting over.
func Dir(dir string) string {
	abs, err := filepath.Abs(dir)
	if err != nil {
		return dir
	}
	if os.Geteuid() == 0 && !reachable(filepath.Dir(abs)) {
		return filepath.Join("/var/tmp", "figladder"+strings.ReplaceAll(abs, "/", "-"))
	}
	return abs
}

// reachable reports whether every folder on the way lets others pass.
func reachable(dir string) bool {
	for p := dir; ; p = filepath.Dir(p) {
		if st, err := os.Stat(p); err == nil && st.Mode().Perm()&0o001 == 0 && p != dir {
			return false
		}
		if p == filepath.Dir(p) {
			return true
		}
	}
}

func initialise(ctx context.Context, bin, data string, as *syscall.Credential) error {
	cmd := exec.CommandContext(ctx, filepath.Join(bin, "initdb"), "-D", data, "-U", "figladder", "--auth=trust", "-E", "UTF8", "--locale=C.UTF-8", "--no-instructions")
	cmd.SysProcAttr = &syscall.SysProcAttr{Credential: as}
	cmd.Dir = filepath.Dir(data)
	if out, err := cmd.CombinedOutput(); err != nil {
		_ = os.RemoveAll(data)
		return fmt.Errorf("making the database cluster: %w: %s", err, strings.TrimSpace(string(out)))
	}
	return nil
}

// stopStale ends a server that a killed run left behind on this data.
func stopStale(ctx context.Context, bin, data string, as *syscall.Credential, say func(string)) error {
	if _, err := os.Stat(filepath.Join(data, "postmaster.pid")); err != nil {
		return nil
	}
	cmd := func(args ...string) error {
		c := exec.CommandContext(ctx, filepath.Join(bin, "pg_ctl"), append(args, "-D", data)...)
		c.SysProcAttr = &syscall.SysProcAttr{Credential: as}
		c.Dir = filepath.Dir(data)
		return c.Run()
	}
	if cmd("status") != nil {
		return nil // a left-over file; the server clears it
	}
	say("A database from an earlier run is still up; stopping it first.")
	return cmd("stop", "-m", "fast", "-w")
}

func freePort() (int, error) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 0, err
	}
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port, nil
}
