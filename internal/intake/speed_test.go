package intake_test

import (
	"context"
	"crypto/sha256"
	"fmt"
	"io"
	"math/rand/v2"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/intake"
	"figladder/internal/store"

	"github.com/stretchr/testify/require"
)

// paper is a ledger in memory.
type paper struct {
	mu  sync.Mutex
	all []card.Entry
}

func (p *paper) Entries(context.Context) ([]card.Entry, error) { return nil, nil }
func (p *paper) Write(_ context.Context, e card.Entry) error {
	p.mu.Lock()
	defer p.mu.Unlock()
	p.all = append(p.all, e)
	return nil
}

// A card of 48 files of 12 MB, copied and verified, and beside it, on the same files just before, what reading them for a
// hash and two plain copies with sync take: docs/benchmarks.md.
func BenchmarkCopyWithVerify(b *testing.B) {
	const files, each = 48, 12 << 20
	dir := b.TempDir()
	dice := rand.NewChaCha8([32]byte{7})
	for i := range files {
		f, err := os.Create(filepath.Join(dir, fmt.Sprintf("%03d.dng", i)))
		require.NoError(b, err)
		_, err = io.CopyN(f, dice, each)
		require.NoError(b, err)
		require.NoError(b, f.Close())
	}
	var ours, plain time.Duration
	for b.Loop() {
		began := time.Now()
		to := b.TempDir()
		for i := range files {
			name := fmt.Sprintf("%03d.dng", i)
			f, err := os.Open(filepath.Join(dir, name))
			require.NoError(b, err)
			_, err = io.Copy(sha256.New(), f)
			require.NoError(b, err)
			require.NoError(b, f.Close())
			for _, place := range []string{"a", "b"} {
				require.NoError(b, os.MkdirAll(filepath.Join(to, place), 0o700))
				in, err := os.Open(filepath.Join(dir, name))
				require.NoError(b, err)
				out, err := os.Create(filepath.Join(to, place, name))
				require.NoError(b, err)
				_, err = io.Copy(out, in)
				require.NoError(b, err)
				require.NoError(b, out.Sync())
				require.NoError(b, out.Close())
				require.NoError(b, in.Close())
			}
		}
		plain += time.Since(began)
		require.NoError(b, os.RemoveAll(to))
		began = time.Now()
		at := b.TempDir()
		v, err := store.OpenVault(at)
		require.NoError(b, err)
		p, err := intake.Run(context.Background(), intake.Folder{Dir: dir}, v, &paper{}, nil)
		require.NoError(b, err)
		require.Equal(b, files, p.Done)
		ours += time.Since(began)
		require.NoError(b, os.RemoveAll(at))
	}
	mb := float64(b.N) * files * each / 1e6
	b.ReportMetric(mb/ours.Seconds(), "MB/s")
	b.ReportMetric(mb/plain.Seconds(), "plain-MB/s")
	b.ReportMetric(plain.Seconds()/ours.Seconds(), "share")
}
