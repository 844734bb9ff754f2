package jobs_test

import (
	"context"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"figladder/internal/jobs"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"figladder/internal/studio"

	"github.com/stretchr/testify/require"
)

// serves names the variable that makes the tests' own program a server: its database, its files and its outlet.
const serves = "FIGLADDER_JOBS_SERVER"

// serveUntilKilled works the queue until the process is killed.
func serveUntilKilled() {
	at := strings.Split(os.Getenv(serves), "\n")
	jobs.Hurried(20 * time.Millisecond)
	ctx := context.Background()
	fail := func(err error) {
		if err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
	}
	s, err := store.Open(ctx, at[0])
	fail(err)
	vault, err := store.OpenVault(at[1])
	fail(err)
	_, err = jobs.Start(ctx, s, studio.New(studio.Outside{Store: s, Vault: vault, Outlet: standin.Courier{URL: at[2]}}))
	fail(err)
	select {}
}

// The same with two servers that are killed outright, one or the other, twelve times while they send: what a killed one had in hand
// is taken up by another within seconds, and stands at the outlet once.
func TestTwoHundredArriveOnceThoughServersAreKilled(t *testing.T) {
	defer jobs.Hurried(20 * time.Millisecond)()
	dir := t.TempDir()
	files := filepath.Join(dir, "files")
	vault, err := store.OpenVault(files)
	require.NoError(t, err)
	hall := moody(t, dir)
	url := storetest.URL(t)
	s, err := store.Open(t.Context(), url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	st := studio.New(studio.Outside{Store: s, Vault: vault, Outlet: standin.Courier{URL: hall.URL}})
	q, err := jobs.Start(t.Context(), s, st)
	require.NoError(t, err)
	require.NoError(t, q.Stop(t.Context())) // it only takes orders
	ordered(t, s, vault, st, many, nil)

	server := func() *exec.Cmd {
		cmd := exec.Command(os.Args[0], "-test.run=^$")
		cmd.Env = append(os.Environ(), serves+"="+strings.Join([]string{url, files, hall.URL}, "\n"))
		cmd.Stderr = os.Stderr
		require.NoError(t, cmd.Start())
		return cmd
	}
	kill := func(cmd *exec.Cmd) {
		require.NoError(t, cmd.Process.Kill())
		_ = cmd.Wait()
	}
	both := []*exec.Cmd{server(), server()}
	t.Cleanup(func() {
		for _, cmd := range both {
			kill(cmd)
		}
	})
	rng := rand.New(rand.NewPCG(23, 2))
	busy := 0
	for range 12 {
		time.Sleep(time.Duration(300+rng.IntN(900)) * time.Millisecond)
		var running int64
		require.NoError(t, s.Raw("select count(*) from river_job where state = 'running'").Scan(&running).Error)
		if running > 0 {
			busy++
		}
		n := rng.IntN(2)
		kill(both[n])
		both[n] = server()
	}
	require.Positive(t, busy, "some were killed with pictures in hand")
	require.Eventually(t, func() bool { return waiting(t, s) == 0 }, 4*time.Minute, 500*time.Millisecond, "nothing is left lying")
	hall.standsOnce(t, s)
}
