package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"syscall"
	"time"

	"figladder/internal/api"
	"figladder/internal/cluster"
	"figladder/internal/demo"
	"figladder/internal/jobs"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio"
	"figladder/ui"
)

// house is what every command works with: the database, ours or another, and the vault.
type house struct {
	conf    settings
	url     string           // of the database
	cluster *cluster.Cluster // nil when the database is not ours
	db      *store.Store
	vault   *store.Vault
}

// enter is unlock, and brings the database to this binary's shape.
func enter(ctx context.Context, conf settings) (*house, error) {
	h, err := unlock(ctx, conf, false)
	if err != nil {
		return nil, err
	}
	if err := h.db.Migrate(ctx); err != nil {
		h.leave()
		return nil, err
	}
	return h, nil
}

// unlock starts the database if it is ours, and opens database and vault. With beside set,
// one that another process runs is used as it runs.
func unlock(ctx context.Context, conf settings, beside bool) (h *house, err error) {
	h = &house{conf: conf, url: conf.DatabaseURL}
	defer func() {
		if err != nil {
			h.leave()
		}
	}()
	if h.url == "" {
		say("Starting the database.")
		dir := filepath.Join(conf.Data, "pg")
		h.cluster, err = cluster.Start(ctx, cluster.Options{Dir: dir, Say: func(s string) { say("%s", s) }})
		var used *cluster.InUse
		switch {
		case err == nil:
			h.url = h.cluster.URL
		case beside && errors.As(err, &used):
			say("It runs already; using it as it runs.")
			if h.url, err = cluster.Reach(dir); err != nil {
				return h, err
			}
		default:
			return h, err
		}
	}
	if h.db, err = store.Open(ctx, h.url); err != nil {
		return h, err
	}
	h.vault, err = store.OpenPlaces(ctx, filepath.Join(conf.Data, "files", "first"), conf.second())
	return h, err
}

// leave closes and stops it all again.
func (h *house) leave() {
	if h.db != nil {
		_ = h.db.Close()
	}
	if h.cluster != nil {
		say("Stopping the database.")
		h.cluster.Stop()
	}
}

// down is closed when the house's own database is down for good; never for another's.
func (h *house) down() <-chan struct{} {
	if h.cluster == nil {
		return nil
	}
	return h.cluster.Exited()
}

// serve runs everything until the context ends: database, stand-in outlet, queue
// and page, and stops them in the opposite order.
func serve(ctx context.Context, conf settings, withDemo, reset bool) error {
	log, err := conf.logger(os.Stderr)
	if err != nil {
		return err
	}
	slog.SetDefault(log)
	options, err := conf.api()
	if err != nil {
		return err
	}
	if reset {
		if err := startOver(conf); err != nil {
			return err
		}
	}
	h, err := enter(ctx, conf)
	if err != nil {
		return err
	}
	defer h.leave()
	hall, err := standin.OpenHall(filepath.Join(conf.Data, "outlet"))
	if err != nil {
		return err
	}
	defer hall.Close()
	camera, err := standin.OnCable(standin.Drawn{LongPx: conf.FramePx, TracedPx: conf.TracedPx}, filepath.Join(conf.Data, "camera"))
	if err != nil {
		return err
	}
	outside := studio.Outside{Store: h.db, Vault: h.vault, Camera: camera, Outlet: standin.Courier{URL: hall.URL}, Weather: standin.Skies{}}
	slot, err := conf.intake(&outside)
	if err != nil {
		return err
	}
	st := studio.New(outside)
	queue, err := jobs.Start(context.WithoutCancel(ctx), h.db, st)
	if err != nil {
		return err
	}
	defer within(10*time.Second, queue.Stop)
	defer within(5*time.Second, st.Stop)
	if withDemo {
		if err := demo.Load(ctx, st, func(s string) { say("%s", s) }); err != nil {
			return fmt.Errorf("loading the demo: %w", err)
		}
		if err := demo.LayCard(ctx, st, slot); err != nil {
			return fmt.Errorf("laying the demo's card into its reader: %w", err)
		}
	}
	if err := st.Frames.Resume(ctx); err != nil {
		return err
	}
	failed := make(chan error, 2)
	if conf.Metrics != "" {
		options.Metrics = api.NewMetrics(h.db)
		stop, err := offer(conf.Metrics, options.Metrics.Handler(), failed)
		if err != nil {
			return err
		}
		defer stop()
	}
	listener, err := listen(conf.Address)
	if err != nil {
		return err
	}
	answers := api.New(st, ui.Handler(), options)
	server := newServer(answers)
	server.RegisterOnShutdown(answers.Hush)
	go func() { failed <- server.Serve(listener) }()
	say("")
	say("Fig Ladder is at http://%s", listener.Addr())
	if withDemo {
		say("Sign in with %s and the password %s", demo.Email, demo.Password)
	} else if needs, err := st.People.NeedsOwner(ctx); err == nil && needs {
		say("This studio has no owner yet: open the page to make one.")
	}
	say("Press Ctrl-C to stop.")
	var why error
	select {
	case <-ctx.Done():
		say("")
		say("Stopping.")
	case why = <-failed:
	case <-h.down():
		if why = h.cluster.Err(); why == nil {
			why = errors.New("the database has stopped")
		}
	}
	within(5*time.Second, server.Shutdown)
	_ = server.Close() // whoever is still at it is cut off
	return why
}

// within runs something that has so long to end.
func within(d time.Duration, f func(context.Context) error) {
	ctx, cancel := context.WithTimeout(context.Background(), d)
	defer cancel()
	if err := f(ctx); err != nil && !errors.Is(err, context.DeadlineExceeded) {
		slog.Warn("stopping", "error", err)
	}
}

// newServer bounds how long a request may take to arrive and an answer to be taken.
func newServer(h http.Handler) *http.Server {
	return &http.Server{Handler: h, ReadHeaderTimeout: 10 * time.Second, ReadTimeout: 20 * time.Second, WriteTimeout: 5 * time.Minute, IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 64 << 10}
}

// offer serves something beside the page at an address of its own.
func offer(address string, h http.Handler, failed chan<- error) (stop func(), err error) {
	l, err := net.Listen("tcp", address)
	if err != nil {
		return nil, err
	}
	s := newServer(h)
	go func() {
		if err := s.Serve(l); !errors.Is(err, http.ErrServerClosed) {
			failed <- err
		}
	}()
	return func() { _ = s.Close() }, nil
}

// startOver throws away what a studio keeps, unless it is in use.
func startOver(conf settings) error {
	say("Throwing the old demo away.")
	if conf.DatabaseURL == "" {
		dir := cluster.Dir(filepath.Join(conf.Data, "pg"))
		if _, err := os.Stat(dir); err == nil {
			lock, err := cluster.Lock(filepath.Join(dir, "lock"))
			if err != nil {
				return err
			}
			defer func() { _ = lock.Close() }()
		}
		if err := os.RemoveAll(dir); err != nil {
			return err
		}
	}
	for _, d := range []string{"files", "outlet", "camera", "reader", "shelf", "inbox", "arriving"} {
		if err := os.RemoveAll(filepath.Join(conf.Data, d)); err != nil {
			return err
		}
	}
	return nil
}

// listen takes the address, or the next free port after it.
func listen(address string) (net.Listener, error) {
	host, from, err := net.SplitHostPort(address)
	if err != nil {
		return nil, fmt.Errorf("%q is not an address such as 127.0.0.1:8080", address)
	}
	first, err := strconv.Atoi(from)
	if err != nil {
		return nil, fmt.Errorf("%q is not a port", from)
	}
	for port := first; port < first+50; port++ {
		l, err := net.Listen("tcp", net.JoinHostPort(host, strconv.Itoa(port)))
		if err == nil {
			if port != first && first != 0 {
				say("Port %d is taken; using %d.", first, port)
			}
			return l, nil
		}
		if !errors.Is(err, syscall.EADDRINUSE) {
			return nil, err
		}
	}
	return nil, fmt.Errorf("ports %d to %d are all taken", first, first+49)
}

// withDatabase runs a command with a scratch cluster at hand and ends it after.
func withDatabase(ctx context.Context, args []string) error {
	dir, err := os.MkdirTemp("/var/tmp", "figladder-test-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(dir)
	if err := os.Chmod(dir, 0o755); err != nil {
		return err
	}
	c, err := cluster.Start(ctx, cluster.Options{Dir: filepath.Join(dir, "pg"), Scratch: true})
	if err != nil {
		return err
	}
	defer c.Stop()
	cmd := exec.CommandContext(ctx, args[0], args[1:]...)
	cmd.Stdin, cmd.Stdout, cmd.Stderr = os.Stdin, os.Stdout, os.Stderr
	cmd.Env = append(os.Environ(), "FIGLADDER_TEST_DATABASE_URL="+c.URL)
	return cmd.Run()
}
