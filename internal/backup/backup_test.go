package backup_test

import (
	"archive/tar"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"io"
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/backup"
	"figladder/internal/store"
	"figladder/internal/store/storetest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMain(m *testing.M) { os.Exit(storetest.Run(m)) }

// studio is a database and a vault, with one shoot and two references of it.
type studio struct {
	t     *testing.T
	url   string
	db    *store.Store
	vault *store.Vault
	dir   string
	shoot *store.Shoot
}

func open(t *testing.T) *studio {
	t.Helper()
	s := &studio{t: t, url: storetest.URL(t), dir: t.TempDir()}
	var err error
	s.db, err = store.Open(t.Context(), s.url)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.db.Close() })
	s.vault, err = store.OpenVault(filepath.Join(s.dir, "vault"))
	require.NoError(t, err)
	return s
}

func picture(n int) []byte {
	b := make([]byte, n)
	_, _ = rand.NewChaCha8([32]byte{byte(n)}).Read(b)
	return b
}

func sha(data []byte) string {
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:])
}

// filled is a studio with a shoot that names one picture that is there and one that is lost.
func filled(t *testing.T) *studio {
	t.Helper()
	s := open(t)
	s.shoot = &store.Shoot{Base: store.NewBase(), ShootDoc: store.ShootDoc{Name: "Winter menu"}}
	store.Fill(s.shoot)
	require.NoError(t, s.db.Create(s.shoot).Error)
	for i, data := range [][]byte{picture(3000), picture(5000)} {
		require.NoError(t, s.db.Exec("insert into refs values (?, 1, now(), ?, ?, '{}', ?, 10, 10)", store.NewBase().Key, s.shoot.Key, i, sha(data)).Error)
	}
	_, _, err := s.vault.Put(t.Context(), picture(3000))
	require.NoError(t, err)
	return s
}

func (s *studio) backUp(path string) (backup.Manifest, error) {
	return backup.Write(s.t.Context(), s.db, s.url, s.vault, path, func(string) {})
}

// emptied is a studio with nothing in it, not even tables.
func emptied(t *testing.T) *studio {
	t.Helper()
	s := open(t)
	require.NoError(t, s.db.Exec("drop schema public cascade").Error)
	require.NoError(t, s.db.Exec("create schema public").Error)
	return s
}

func TestWhatIsMadeAgainIsWhatWasBackedUp(t *testing.T) {
	s := filled(t)
	file := filepath.Join(s.dir, "studio.figladder")
	m, err := s.backUp(file)
	require.NoError(t, err)
	assert.Len(t, m.Parts, 2, "the database and the one picture")
	assert.Equal(t, backup.Part{Bytes: 3000, SHA256: sha(picture(3000))}, m.Parts["files/"+sha(picture(3000))])
	require.Len(t, m.Lost, 1, "what no whole copy is left of is named")
	assert.Contains(t, m.Lost[0], "a reference of Winter menu")

	read, err := backup.Verify(t.Context(), file)
	require.NoError(t, err)
	assert.Equal(t, m.Parts, read.Parts)
	assert.WithinDuration(t, time.Now(), read.At, time.Hour)

	to := emptied(t)
	_, err = backup.Restore(t.Context(), to.db, to.url, to.vault, file, func(string) {})
	require.NoError(t, err)
	back, err := store.Find[store.Shoot](to.db.DB, s.shoot.Key)
	require.NoError(t, err)
	assert.Equal(t, "Winter menu", back.Name)
	got, err := to.vault.Get(t.Context(), sha(picture(3000)))
	require.NoError(t, err)
	assert.Equal(t, picture(3000), got)

	_, err = backup.Restore(t.Context(), to.db, to.url, to.vault, file, func(string) {})
	assert.ErrorIs(t, err, backup.ErrNotEmpty, "never over what is there")
}

func TestABackupIsNeverWrittenOverAnother(t *testing.T) {
	s := filled(t)
	file := filepath.Join(s.dir, "studio.figladder")
	require.NoError(t, os.WriteFile(file, []byte("an older one"), 0o600))
	_, err := s.backUp(file)
	assert.ErrorContains(t, err, "is there already")
	kept, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, "an older one", string(kept))
}

func TestABackupThatIsLeftLeavesNothingLyingAbout(t *testing.T) {
	s := filled(t)
	ctx, leave := context.WithCancel(t.Context())
	_, err := backup.Write(ctx, s.db, s.url, s.vault, filepath.Join(s.dir, "studio.figladder"), func(string) { leave() })
	require.Error(t, err)
	left, err := os.ReadDir(s.dir)
	require.NoError(t, err)
	for _, f := range left {
		assert.Equal(t, "vault", f.Name())
	}
}

// Every part of a backup is watched: a byte that is another, anywhere in what it holds, is found, and
// so is an end that is missing.
func TestADamagedBackupIsFoundAndMakesNothing(t *testing.T) {
	s := filled(t)
	file := filepath.Join(s.dir, "studio.figladder")
	_, err := s.backUp(file)
	require.NoError(t, err)
	whole, err := os.ReadFile(file)
	require.NoError(t, err)
	hurt := filepath.Join(s.dir, "hurt.figladder")
	found := func(data []byte, why string) {
		require.NoError(t, os.WriteFile(hurt, data, 0o600))
		_, err := backup.Verify(t.Context(), hurt)
		var damaged *backup.DamagedError
		if assert.ErrorAs(t, err, &damaged, why) {
			assert.LessOrEqual(t, damaged.At, int64(len(data)), why)
			assert.Contains(t, err.Error(), "damaged at byte", why)
		}
	}
	r := rand.New(rand.NewPCG(1, 2))
	from, size := held(t, whole)
	require.Len(t, from, 2)
	for k := range from {
		for range 12 {
			at := from[k] + r.Int64N(size[k])
			other := bytes.Clone(whole)
			other[at] ^= 1 << r.IntN(8)
			found(other, "a bit of a part")
		}
	}
	for range 12 {
		found(whole[:r.IntN(int(from[1]+size[1]))], "cut off")
	}
	found(nil, "nothing at all")

	to := emptied(t)
	_, err = backup.Restore(t.Context(), to.db, to.url, to.vault, hurt, func(string) {})
	require.Error(t, err)
	names, err := to.vault.Names(t.Context())
	require.NoError(t, err)
	assert.Empty(t, names, "nothing is made from one that is damaged")
}

// held is where each part of an archive but its list begins, and how long it is.
func held(t *testing.T, whole []byte) (from, size []int64) {
	t.Helper()
	at := bytes.NewReader(whole)
	r := tar.NewReader(at)
	for {
		h, err := r.Next()
		if err == io.EOF {
			return from, size
		}
		require.NoError(t, err)
		if h.Name != "manifest.json" {
			from, size = append(from, at.Size()-int64(at.Len())), append(size, h.Size)
		}
	}
}

// archive is a file of parts and a list of its own.
func archive(t *testing.T, m backup.Manifest, parts map[string]string) string {
	t.Helper()
	file := filepath.Join(t.TempDir(), "made.figladder")
	f, err := os.Create(file)
	require.NoError(t, err)
	defer func() { _ = f.Close() }()
	w := tar.NewWriter(f)
	put := func(name string, data []byte) {
		require.NoError(t, w.WriteHeader(&tar.Header{Name: name, Mode: 0o600, Size: int64(len(data))}))
		_, err := w.Write(data)
		require.NoError(t, err)
	}
	for name, data := range parts {
		put(name, []byte(data))
	}
	raw, err := json.Marshal(m)
	require.NoError(t, err)
	put("manifest.json", raw)
	require.NoError(t, w.Close())
	return file
}

func TestAnArchiveIsWhatItsListSays(t *testing.T) {
	part := backup.Part{Bytes: 4, SHA256: sha([]byte("dump"))}
	listed := map[string]backup.Part{"database.dump": part}
	for why, c := range map[string]struct {
		m     backup.Manifest
		parts map[string]string
		says  string
	}{
		"as listed":        {backup.Manifest{Format: 1, Parts: listed}, map[string]string{"database.dump": "dump"}, ""},
		"a later format":   {backup.Manifest{Format: 2, Parts: listed}, map[string]string{"database.dump": "dump"}, "of format 2"},
		"something else":   {backup.Manifest{Format: 1, Parts: listed}, map[string]string{"database.dump": "dumb"}, "is not what was written"},
		"something less":   {backup.Manifest{Format: 1, Parts: listed}, nil, "database.dump is missing"},
		"something more":   {backup.Manifest{Format: 1, Parts: listed}, map[string]string{"database.dump": "dump", "files/x": "x"}, "more in it"},
		"longer than said": {backup.Manifest{Format: 1, Parts: listed}, map[string]string{"database.dump": "dump and more"}, "is not what was written"},
	} {
		_, err := backup.Verify(t.Context(), archive(t, c.m, c.parts))
		if c.says == "" {
			assert.NoError(t, err, why)
		} else {
			assert.ErrorContains(t, err, c.says, why)
		}
	}
}
