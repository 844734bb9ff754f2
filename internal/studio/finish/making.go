package finish

import (
	"bytes"
	"context"
	"image/jpeg"
	"reflect"

	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// madeQuality is the quality of a finished picture: what goes out is made of it and pressed once more.
const madeQuality = 95

// Make makes the finished picture of a frame at full size and keeps it. Asked again with nothing changed, it is the one that
// there is.
func (s *Room) Make(ctx context.Context, who core.Who, frameID string) (*store.VersionRow, error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	row, err := s.rowOf(s.Store.WithContext(ctx), f)
	if err != nil {
		return nil, err
	}
	_, steps, err := s.merged(s.Store.WithContext(ctx), row)
	if err != nil {
		return nil, err
	}
	if last, err := s.latest(ctx, frameID); err != nil {
		return nil, err
	} else if last != nil && last.Pipeline == look.Version && reflect.DeepEqual(last.Steps, steps) {
		return last, nil
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	img, err := s.file(ctx, f)
	if err != nil {
		return nil, err
	}
	out, err := look.Render(ctx, img, steps, 1)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := jpeg.Encode(&b, out, &jpeg.Options{Quality: madeQuality}); err != nil {
		return nil, err
	}
	sha, copies, err := s.Vault.Put(ctx, b.Bytes())
	if err != nil {
		return nil, err
	}
	s.LayBy(sha, out, 0)
	size := out.Bounds()
	made := &store.VersionRow{Base: store.NewBase(), VersionDoc: store.VersionDoc{ShootID: f.ShootID, FrameID: frameID, SHA256: sha, Bytes: b.Len(),
		WidthPx: size.Dx(), HeightPx: size.Dy(), Steps: steps, Pipeline: look.Version, Copies: copies}}
	err = s.Deed(ctx, who, f.ShootID, "Made a finished picture", func(j *store.Journal) error { return number(j, made) })
	if err != nil {
		return nil, err
	}
	return made, nil
}

// latest is the newest finished picture of a frame; nil where there is none.
func (s *Room) latest(ctx context.Context, frameID string) (*store.VersionRow, error) {
	all, err := store.All[store.VersionRow](s.Store.WithContext(ctx).Where("frame_id = ?", frameID).Order("number desc").Limit(1))
	if err != nil || len(all) == 0 {
		return nil, err
	}
	return &all[0], nil
}

// Picture is what goes out of a frame: its newest finished picture, or itself.
type Picture struct {
	SHA256            string
	WidthPx, HeightPx int
	Steps             []look.Step // what was done to the frame for it; empty for the frame itself, and for one edited elsewhere
}

// PictureOf is what goes out of a frame.
func (s *Room) PictureOf(ctx context.Context, f *store.Frame) (Picture, error) {
	v, err := s.latest(ctx, f.Key)
	if err != nil || v == nil {
		return Picture{SHA256: f.Picture(), WidthPx: f.WidthPx, HeightPx: f.HeightPx}, err
	}
	return Picture{v.SHA256, v.WidthPx, v.HeightPx, v.Steps}, nil
}

// VersionFile is the hash of a finished picture.
func (s *Room) VersionFile(ctx context.Context, id string) (string, error) {
	v, err := store.Find[store.VersionRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return "", err
	}
	return v.SHA256, nil
}

// ShownOf is the hash of what goes out of a frame, to be shown.
func (s *Room) ShownOf(ctx context.Context, frameID string) (string, error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return "", err
	}
	p, err := s.PictureOf(ctx, f)
	return p.SHA256, err
}
