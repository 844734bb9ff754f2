// Package cluster runs a PostgreSQL server of Fig Ladder's own, from Debian's packages.
// It never touches the system's cluster. Nobody but the account that runs it can reach it:
// it listens on a socket in a private folder, not on the network, asks for a password that
// stands in a private file, and the application's role in it is no superuser.
package cluster

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"sync"
	"syscall"
	"time"
)

// Options says where the cluster lives and how careful it is.
type Options struct {
	Dir     string       // its folder; made when missing
	Scratch bool         // for tests: no fsync, data is thrown away, the role may make databases
	Say     func(string) // told of progress in plain sentences; may be nil
}

// Cluster is a running server. One that stops by itself is brought up again.
type Cluster struct {
	URL string // of the database "figladder", for the role that owns it

	o       Options
	bin     string
	dir     string
	data    string
	socket  string
	as      *syscall.Credential
	secrets secrets
	lock    *os.File
	log     *os.File

	mu       sync.Mutex
	cmd      *exec.Cmd
	stopping bool
	err      error
	done     chan struct{} // closed when the server is down for good
}

// ErrNoPostgres is returned when Debian's postgresql package is missing.
var ErrNoPostgres = errors.New("PostgreSQL is not installed; run scripts/install.sh, or apt-get install postgresql")

// How long a server that keeps stopping is brought up again before it is given up, and how
// long is waited between two tries.
const (
	tryFor   = 5 * time.Minute
	tryAgain = 2 * time.Second
)

// Start makes the cluster if need be, starts it and waits until it answers. A second Start
// on a folder in use is refused (*InUse).
func Start(ctx context.Context, o Options) (_ *Cluster, err error) {
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
	c := &Cluster{o: o, bin: bin, dir: dir, data: filepath.Join(dir, "data"), as: as, done: make(chan struct{})}
	defer func() {
		if err != nil {
			c.letGo()
		}
	}()
	if c.lock, err = Lock(filepath.Join(dir, "lock")); err != nil {
		return nil, err
	}
	if err := c.prepare(ctx); err != nil {
		return nil, err
	}
	if c.log, err = os.OpenFile(filepath.Join(dir, "postgres.log"), os.O_CREATE|os.O_APPEND|os.O_WRONLY, 0o600); err != nil {
		return nil, err
	}
	if err := c.run("pg_hba.conf"); err != nil {
		return nil, err
	}
	if err := c.ready(ctx); err != nil {
		c.halt()
		return nil, fmt.Errorf("%w (see %s)", err, c.log.Name())
	}
	c.URL = c.url(studioRole, c.secrets.Studio, "figladder")
	go c.watch()
	return c, nil
}

// Reach is the address of the database of a cluster that another process runs in a folder.
func Reach(dir string) (string, error) {
	c := &Cluster{dir: Dir(dir)}
	var err error
	if c.secrets, err = readSecrets(c.dir); err != nil {
		return "", err
	}
	at, err := os.ReadFile(filepath.Join(c.dir, "socket.path"))
	if err != nil {
		return "", err
	}
	c.socket = string(at)
	return c.url(studioRole, c.secrets.Studio, "figladder"), nil
}

// prepare makes the data folder, or makes an earlier one fit.
func (c *Cluster) prepare(ctx context.Context) (err error) {
	if c.socket, err = socketFolder(c.dir, c.as); err != nil {
		return err
	}
	if err := os.WriteFile(filepath.Join(c.dir, "socket.path"), []byte(c.socket), 0o600); err != nil {
		return err
	}
	if _, err := os.Stat(filepath.Join(c.data, "PG_VERSION")); err != nil {
		c.o.Say("Making a database cluster in " + c.dir + ".")
		return c.initialise(ctx)
	}
	if err := c.stopStale(ctx); err != nil {
		return err
	}
	if c.secrets, err = readSecrets(c.dir); errors.Is(err, os.ErrNotExist) {
		return c.adopt(ctx)
	}
	return err
}

// run starts the server once.
func (c *Cluster) run(hba string) error {
	args := []string{"-D", c.data, "-p", port, "-c", "listen_addresses=", "-c", "unix_socket_directories=" + c.socket, "-c", "unix_socket_permissions=0700",
		"-c", "hba_file=" + filepath.Join(c.data, hba), "-c", "max_connections=200", "-c", "log_min_messages=warning", "-c", "timezone=UTC"}
	if c.o.Scratch {
		args = append(args, "-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off")
	}
	cmd := exec.Command(filepath.Join(c.bin, "postgres"), args...)
	cmd.Dir = c.dir
	if c.log != nil {
		cmd.Stdout, cmd.Stderr = c.log, c.log
	}
	// A group of its own keeps Ctrl-C for us: we stop the server in order. Should this
	// process be killed, the kernel asks the server to shut down.
	cmd.SysProcAttr = &syscall.SysProcAttr{Setpgid: true, Pdeathsig: syscall.SIGINT, Credential: c.as}
	if err := startLocked(cmd); err != nil {
		return fmt.Errorf("starting PostgreSQL: %w", err)
	}
	c.mu.Lock()
	c.cmd = cmd
	c.mu.Unlock()
	return nil
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

// watch brings the server up again whenever it stops by itself, and gives up when it has
// not stayed up for tryFor.
func (c *Cluster) watch() {
	defer close(c.done)
	defer c.letGo()
	var since time.Time // when it began to keep stopping
	for {
		up := time.Now()
		_ = c.process().Wait()
		if c.isStopping() {
			return
		}
		if time.Since(up) > time.Minute {
			since = time.Time{}
		}
		c.o.Say("The database stopped by itself. Bringing it up again.")
		for {
			if since.IsZero() {
				since = time.Now()
			}
			err := c.run("pg_hba.conf")
			if err == nil {
				break
			}
			if c.giveUp(since, err) {
				return
			}
		}
		// A server that cannot start ends at once: wait a little before the next try.
		if time.Since(up) < tryAgain && c.giveUp(since, errors.New("it ends again at once")) {
			return
		}
	}
}

// giveUp waits before another try, and reports whether there is to be none.
func (c *Cluster) giveUp(since time.Time, err error) bool {
	if c.isStopping() {
		return true
	}
	if time.Since(since) > tryFor {
		c.mu.Lock()
		c.err = fmt.Errorf("the database does not stay up: %w; see %s", err, filepath.Join(c.dir, "postgres.log"))
		c.mu.Unlock()
		return true
	}
	time.Sleep(tryAgain)
	return c.isStopping()
}

func (c *Cluster) process() *exec.Cmd {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.cmd
}

func (c *Cluster) isStopping() bool {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.stopping
}

// Stop shuts the server down in order: running statements end, data is written. It may be
// called more than once, and on a cluster that has ended.
func (c *Cluster) Stop() {
	if c == nil {
		return
	}
	c.mu.Lock()
	c.stopping = true
	c.mu.Unlock()
	_ = c.process().Process.Signal(syscall.SIGINT)
	select {
	case <-c.done:
	case <-time.After(20 * time.Second):
		_ = c.process().Process.Signal(syscall.SIGQUIT)
		<-c.done
	}
}

// halt ends a server that is not watched yet.
func (c *Cluster) halt() {
	_ = c.cmd.Process.Signal(syscall.SIGINT)
	_ = c.cmd.Wait()
}

// letGo closes what the cluster holds open.
func (c *Cluster) letGo() {
	_ = c.log.Close() // closing none is no harm
	_ = c.lock.Close()
	if filepath.Dir(c.socket) != c.dir && c.socket != "" {
		_ = os.RemoveAll(c.socket)
	}
}

// Exited is closed when the server is down for good: stopped, or given up.
func (c *Cluster) Exited() <-chan struct{} { return c.done }

// Err says why the server was given up; nil when it was stopped.
func (c *Cluster) Err() error {
	c.mu.Lock()
	defer c.mu.Unlock()
	return c.err
}

// PID is the server's process.
func (c *Cluster) PID() int { return c.process().Process.Pid }

// stopStale ends a server that a killed run left behind on this data.
func (c *Cluster) stopStale(ctx context.Context) error {
	if _, err := os.Stat(filepath.Join(c.data, "postmaster.pid")); err != nil {
		return nil
	}
	if !c.isUp(ctx) {
		return nil // a left-over file; the server clears it
	}
	c.o.Say("A database from an earlier run is still up; stopping it first.")
	err := c.command(ctx, "pg_ctl", "stop", "-m", "fast", "-w", "-t", strconv.Itoa(50), "-D", c.data)
	// The kernel has told it to stop as well: it may be down before we have asked.
	if err != nil && ctx.Err() == nil && !c.isUp(ctx) {
		return nil
	}
	return err
}

// isUp asks whether a server runs on this data.
func (c *Cluster) isUp(ctx context.Context) bool {
	return c.command(ctx, "pg_ctl", "status", "-D", c.data) == nil
}

// command runs one of PostgreSQL's programs as the account that owns the data.
func (c *Cluster) command(ctx context.Context, name string, args ...string) error {
	cmd := exec.CommandContext(ctx, filepath.Join(c.bin, name), args...)
	cmd.SysProcAttr = &syscall.SysProcAttr{Credential: c.as}
	cmd.Dir = c.dir
	if out, err := cmd.CombinedOutput(); err != nil {
		return fmt.Errorf("%s: %w: %s", name, err, out)
	}
	return nil
}
