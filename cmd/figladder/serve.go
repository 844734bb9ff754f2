package main

import (
	"context"
	"errors"
	"fmt"
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

// serve runs everything until the context ends: database, stand-in outlet, queue
// and page, and stops them in the opposite order.
func serve(ctx context.Context, conf settings, withDemo, reset bool) error {
	if reset {
		say("Throwing the old demo away.")
		if conf.DatabaseURL == "" {
			if err := removeCluster(filepath.Join(conf.Data, "pg")); err != nil {
				return err
			}
		}
		for _, d := range []string{"files", "outlet"} {
			if err := os.RemoveAll(filepath.Join(conf.Data, d)); err != nil {
				return err
			}
		}
	}
	url := conf.DatabaseURL
	var ended <-chan error
	if url == "" {
		say("Starting the database.")
		c, err := cluster.Start(ctx, cluster.Options{Dir: filepath.Join(conf.Data, "pg"), Say: func(s string) { say("%s", s) }})
		if err != nil {
			return err
		}
		defer func() { say("Stopping the database."); c.Stop() }()
		url, ended = c.URL, c.Exited()
	}
	db, err := store.Open(ctx, url)
	if err != nil {
		return err
	}
	defer db.Close()
	if err := db.Migrate(ctx); err != nil {
		return err
	}
	vault, err := store.OpenVault(filepath.Join(conf.Data, "files"))
	if err != nil {
		return err
	}
	defer vault.Close()
	hall, err := standin.OpenHall(filepath.Join(conf.Data, "outlet"))
	if err != nil {
		return err
	}
	defer hall.Close()
	st := &studio.Studio{Store: db, Vault: vault, Camera: standin.Drawn{LongPx: conf.FramePx}, Outlet: standin.Courier{URL: hall.URL}, Weather: standin.Skies{}}
	queue, err := jobs.Start(context.WithoutCancel(ctx), db, st)
	if err != nil {
		return err
	}
	defer func() {
		stop, cancel := context.WithTimeout(context.Background(), 10*time.Second)
		defer cancel()
		_ = queue.Stop(stop)
	}()
	if withDemo {
		if err := demo.Load(ctx, st, func(s string) { say("%s", s) }); err != nil {
			return fmt.Errorf("loading the demo: %w", err)
		}
	}
	listener, err := listen(conf.Address)
	if err != nil {
		return err
	}
	server := &http.Server{Handler: api.New(st, ui.Handler()), ReadHeaderTimeout: 10 * time.Second}
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(listener) }()
	say("")
	say("Fig Ladder is at http://%s", listener.Addr())
	if withDemo {
		say("Sign in with %s and the password %s", demo.Email, demo.Password)
	} else if needs, err := st.NeedsOwner(ctx); err == nil && needs {
		say("This studio has no owner yet: open the page to make one.")
	}
	say("Press Ctrl-C to stop.")
	select {
	case <-ctx.Done():
		say("")
		say("Stopping.")
	case err := <-failed:
		return err
	case <-ended:
		return errors.New("the database stopped by itself; see postgres.log beside its data")
	}
	stop, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return server.Shutdown(stop)
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
