package intake

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"strings"

	"figladder/internal/craft/card"
)

// Folder is a folder of this machine that is taken for a card. Nothing outside it is read, not by a link either; files
// whose names begin with a point are passed over.
type Folder struct{ Dir string }

// MostFiles is how many files a card may have.
const MostFiles = 100_000

// List implements Source.
func (f Folder) List(ctx context.Context) ([]card.File, error) {
	root, err := os.OpenRoot(f.Dir)
	if err != nil {
		return nil, gone(err)
	}
	defer func() { _ = root.Close() }()
	var out []card.File
	err = fs.WalkDir(root.FS(), ".", func(path string, d fs.DirEntry, err error) error {
		switch {
		case ctx.Err() != nil:
			return ctx.Err()
		case err != nil:
			return err
		case path != "." && strings.HasPrefix(d.Name(), "."):
			if d.IsDir() {
				return fs.SkipDir
			}
			return nil
		case !d.Type().IsRegular():
			return nil
		}
		st, err := d.Info()
		if err != nil {
			return err
		}
		if len(out) == MostFiles {
			return fmt.Errorf("there are more than %d files in it", MostFiles)
		}
		out = append(out, card.File{Path: path, Bytes: st.Size(), Modified: st.ModTime().UTC().Truncate(1000)})
		return nil
	})
	return out, gone(err)
}

// Open implements Source.
func (f Folder) Open(_ context.Context, path string) (io.ReadCloser, error) {
	root, err := os.OpenRoot(f.Dir)
	if err != nil {
		return nil, gone(err)
	}
	defer func() { _ = root.Close() }()
	file, err := root.Open(path)
	return file, gone(err)
}

// gone is that something is not there any more, where that is what an error says.
func gone(err error) error {
	if errors.Is(err, fs.ErrNotExist) {
		return fmt.Errorf("%w: %w", card.ErrGone, err)
	}
	return err
}
