// Package backup writes a studio into one file and makes it again from one: the database
// and every file of the vault, as they stood at one moment. A backup is read whole and
// compared before it is called one, and before anything is made from it.
//
// The file is a tar archive: database.dump (pg_dump's own format), files/ by their hash, and
// at the end manifest.json, which has size and SHA-256 of every part.
package backup

import (
	"archive/tar"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"strings"
	"time"

	"figladder/internal/cluster"
	"figladder/internal/store"
)

// format counts the shapes of the archive.
const format = 1

const (
	dumpName     = "database.dump"
	filesFolder  = "files/"
	manifestName = "manifest.json"
)

// Manifest is what an archive holds.
type Manifest struct {
	Format int             `json:"format"`
	At     time.Time       `json:"at"`
	Parts  map[string]Part `json:"parts"`
	Lost   []string        `json:"lost"` // what rows name and the vault had no whole copy of
}

// Part is one member of an archive.
type Part struct {
	Bytes  int64  `json:"bytes"`
	SHA256 string `json:"sha256"`
}

// DamagedError says where an archive is not what was written.
type DamagedError struct {
	At    int64 // byte of the archive
	Words string
}

func (e *DamagedError) Error() string {
	return fmt.Sprintf("this backup is damaged at byte %d: %s", e.At, e.Words)
}

// Write makes a backup of a database, reached at url, and its vault, while both are in use.
// The file must not be there yet. say is told how far it is.
func Write(ctx context.Context, s *store.Store, url string, v *store.Vault, path string, say func(string)) (m Manifest, err error) {
	if _, err := os.Stat(path); err == nil {
		return m, fmt.Errorf("%s is there already; a backup is never written over another", path)
	}
	dir := filepath.Dir(path)
	out, err := os.CreateTemp(dir, ".backup-")
	if err != nil {
		return m, err
	}
	defer func() {
		_ = out.Close()
		_ = os.Remove(out.Name()) // gone already when it has its name
	}()
	dump, err := os.CreateTemp(dir, ".dump-")
	if err != nil {
		return m, err
	}
	defer os.Remove(dump.Name())
	defer func() { _ = dump.Close() }()
	named, err := takeDump(ctx, s, url, dump)
	if err != nil {
		return m, err
	}
	m = Manifest{Format: format, At: time.Now().UTC(), Parts: map[string]Part{}, Lost: []string{}}
	w := tar.NewWriter(out)
	if err := m.add(w, dumpName, dump); err != nil {
		return m, err
	}
	say(fmt.Sprintf("The database is written: %d kB.", m.Parts[dumpName].Bytes>>10))
	if err := m.addFiles(ctx, w, v, named, say); err != nil {
		return m, err
	}
	raw, err := json.MarshalIndent(m, "", " ")
	if err != nil {
		return m, err
	}
	if err := w.WriteHeader(&tar.Header{Name: manifestName, Mode: 0o600, Size: int64(len(raw)), ModTime: m.At, Format: tar.FormatPAX}); err != nil {
		return m, err
	}
	if _, err := w.Write(raw); err != nil {
		return m, err
	}
	if err := errors.Join(w.Close(), out.Sync()); err != nil {
		return m, err
	}
	say("Reading it back.")
	if _, err := Verify(ctx, out.Name()); err != nil {
		return m, fmt.Errorf("the backup did not read back as written: %w", err)
	}
	if err := os.Link(out.Name(), path); err != nil { // unlike renaming, never over another
		return m, err
	}
	d, err := os.Open(dir)
	if err != nil {
		return m, err
	}
	defer func() { _ = d.Close() }()
	return m, d.Sync()
}

// takeDump dumps the database as it stands at one moment, and says which files it names then.
func takeDump(ctx context.Context, s *store.Store, url string, to *os.File) (map[string]string, error) {
	program, err := cluster.Program("pg_dump")
	if err != nil {
		return nil, err
	}
	tx := s.WithContext(ctx).Begin()
	if tx.Error != nil {
		return nil, tx.Error
	}
	defer tx.Rollback()
	if err := tx.Exec("set transaction isolation level repeatable read, read only").Error; err != nil {
		return nil, err
	}
	var snapshot string
	if err := tx.Raw("select pg_export_snapshot()").Scan(&snapshot).Error; err != nil {
		return nil, err
	}
	var said strings.Builder
	cmd := exec.CommandContext(ctx, program, "--format=custom", "--no-owner", "--no-privileges", "--no-comments", "--snapshot="+snapshot, "--dbname="+url)
	cmd.Stdout, cmd.Stderr = to, &said
	if err := cmd.Run(); err != nil {
		return nil, fmt.Errorf("dumping the database: %w: %s", err, said.String())
	}
	return store.Files(tx)
}

// addFiles copies the vault: what rows name and whatever else is there.
func (m *Manifest) addFiles(ctx context.Context, w *tar.Writer, v *store.Vault, named map[string]string, say func(string)) error {
	all, err := v.Names(ctx)
	if err != nil {
		return err
	}
	there := map[string]bool{}
	for _, sha := range all {
		there[sha] = true
	}
	for sha := range named {
		if !there[sha] {
			all = append(all, sha)
		}
	}
	sort.Strings(all)
	told := time.Now()
	for i, sha := range all {
		data, err := v.Get(ctx, sha)
		if errors.Is(err, store.ErrNotFound) {
			if named[sha] != "" {
				m.Lost = append(m.Lost, named[sha]+" ("+sha+")")
				say("No whole copy is left of " + named[sha] + ".")
			}
			continue
		}
		if err != nil {
			return err
		}
		if err := m.put(w, filesFolder+sha, int64(len(data)), bytes.NewReader(data)); err != nil {
			return err
		}
		if time.Since(told) > 2*time.Second {
			told = time.Now()
			say(fmt.Sprintf("%d of %d files.", i+1, len(all)))
		}
	}
	say(fmt.Sprintf("%d files are written.", len(all)-len(m.Lost)))
	return nil
}

func (m *Manifest) add(w *tar.Writer, name string, f *os.File) error {
	size, err := f.Seek(0, io.SeekEnd)
	if err != nil {
		return err
	}
	if _, err := f.Seek(0, io.SeekStart); err != nil {
		return err
	}
	return m.put(w, name, size, f)
}

func (m *Manifest) put(w *tar.Writer, name string, size int64, r io.Reader) error {
	if err := w.WriteHeader(&tar.Header{Name: name, Mode: 0o600, Size: size, ModTime: m.At, Format: tar.FormatPAX}); err != nil {
		return err
	}
	sum := sha256.New()
	if _, err := io.Copy(w, io.TeeReader(r, sum)); err != nil {
		return err
	}
	m.Parts[name] = Part{Bytes: size, SHA256: hex.EncodeToString(sum.Sum(nil))}
	return nil
}

// counted counts how far an archive was read.
type counted struct {
	r io.Reader
	n int64
}

func (c *counted) Read(p []byte) (int, error) {
	n, err := c.r.Read(p)
	c.n += int64(n)
	return n, err
}

// walk reads an archive from beginning to end. each is handed every part but the manifest.
func walk(ctx context.Context, path string, each func(name string, r io.Reader) error) (m Manifest, err error) {
	f, err := os.Open(path)
	if err != nil {
		return m, err
	}
	defer func() { _ = f.Close() }()
	from := &counted{r: f}
	r := tar.NewReader(from)
	type found struct {
		Part
		at int64
	}
	parts := map[string]found{}
	damaged := func(at int64, words string, args ...any) error {
		return &DamagedError{At: at, Words: fmt.Sprintf(words, args...)}
	}
	for {
		if err := ctx.Err(); err != nil {
			return m, err
		}
		at := from.n
		h, err := r.Next()
		if errors.Is(err, io.EOF) {
			return m, damaged(at, "it ends before its list of parts")
		}
		if err != nil {
			return m, damaged(at, "it cannot be read on from here")
		}
		if h.Name == manifestName {
			raw, err := io.ReadAll(io.LimitReader(r, 1<<30))
			if err != nil || json.Unmarshal(raw, &m) != nil {
				return m, damaged(at, "its list of parts cannot be read")
			}
			break
		}
		sum := sha256.New()
		n, err := pass(io.TeeReader(r, sum), h.Name, each)
		if err != nil {
			if errors.Is(err, io.ErrUnexpectedEOF) {
				return m, damaged(from.n, "it breaks off in %s", h.Name)
			}
			return m, err
		}
		parts[h.Name] = found{Part{n, hex.EncodeToString(sum.Sum(nil))}, at}
	}
	if m.Format != format {
		return m, fmt.Errorf("this backup is of format %d; this Fig Ladder reads format %d", m.Format, format)
	}
	for name, want := range m.Parts {
		switch got, ok := parts[name]; {
		case !ok:
			return m, damaged(from.n, "%s is missing", name)
		case got.Part != want:
			return m, damaged(got.at, "%s is not what was written", name)
		}
	}
	if len(parts) != len(m.Parts) {
		return m, damaged(from.n, "there is more in it than was written")
	}
	return m, nil
}

// pass hands a part on and reads what is left of it.
func pass(r io.Reader, name string, each func(string, io.Reader) error) (int64, error) {
	c := &counted{r: r}
	if each != nil {
		if err := each(name, c); err != nil {
			return c.n, err
		}
	}
	_, err := io.Copy(io.Discard, c)
	return c.n, err
}

// Verify reads an archive whole and compares every part with its list. *DamagedError says
// where one is not what was written.
func Verify(ctx context.Context, path string) (Manifest, error) { return walk(ctx, path, nil) }

// ErrNotEmpty is returned when there is something where a backup is to be made again.
var ErrNotEmpty = errors.New("this studio is not empty, and a backup is made again only on an empty one; choose another folder with --data")

// Restore makes a studio again from a backup: the archive is read whole first, then the
// files are kept, then the database is filled in one go. Whatever breaks off before that
// leaves a studio that is still empty.
func Restore(ctx context.Context, s *store.Store, url string, v *store.Vault, path string, say func(string)) (Manifest, error) {
	var n int64
	if err := s.WithContext(ctx).Raw("select count(*) from pg_tables where schemaname = 'public'").Scan(&n).Error; err != nil {
		return Manifest{}, err
	}
	if n > 0 {
		return Manifest{}, ErrNotEmpty
	}
	say("Reading the backup.")
	m, err := Verify(ctx, path)
	if err != nil {
		return m, err
	}
	dump, err := os.CreateTemp("", "figladder-restore-")
	if err != nil {
		return m, err
	}
	defer os.Remove(dump.Name())
	defer func() { _ = dump.Close() }()
	files := 0
	_, err = walk(ctx, path, func(name string, r io.Reader) error {
		if name == dumpName {
			_, err := io.Copy(dump, r)
			return err
		}
		sha, is := strings.CutPrefix(name, filesFolder)
		if !is {
			return nil
		}
		data, err := io.ReadAll(r)
		if err != nil {
			return err
		}
		got, _, err := v.Put(ctx, data)
		if err == nil && got != sha {
			err = fmt.Errorf("%s is not the file that it is named for", name)
		}
		files++
		return err
	})
	if err != nil {
		return m, err
	}
	say(fmt.Sprintf("%d files are back.", files))
	program, err := cluster.Program("pg_restore")
	if err != nil {
		return m, err
	}
	cmd := exec.CommandContext(ctx, program, "--no-owner", "--no-privileges", "--exit-on-error", "--single-transaction", "--dbname="+url, dump.Name())
	if out, err := cmd.CombinedOutput(); err != nil {
		return m, fmt.Errorf("filling the database: %w: %s", err, out)
	}
	say("The database is back.")
	return m, nil
}
