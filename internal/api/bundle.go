package api

import (
	"io"
	"mime"
	"os"

	"github.com/danielgtaylor/huma/v2"
)

// bundle is a ZIP that may be larger than should lie in memory.
type bundle struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        func(huma.Context)
}

// bundled writes a ZIP beside and hands it out from there, so that what goes wrong while it is made is told, and no half of one is
// taken for the whole.
func bundled(write func(io.Writer) error, name string) (*bundle, error) {
	f, err := os.CreateTemp("", "figladder-*.zip")
	if err != nil {
		return nil, err
	}
	away := func() {
		_ = f.Close()
		_ = os.Remove(f.Name())
	}
	err = write(f)
	if err == nil {
		_, err = f.Seek(0, io.SeekStart)
	}
	if err != nil {
		away()
		return nil, err
	}
	return &bundle{"application/zip", mime.FormatMediaType("attachment", map[string]string{"filename": name}), func(c huma.Context) {
		defer away()
		_, _ = io.Copy(c.BodyWriter(), f)
	}}, nil
}
