package studio

import (
	"bytes"
	"context"
	"image"

	"figladder/internal/craft/brief"
	"figladder/internal/store"
	"golang.org/x/image/draw"
)

// References lists a shoot's pictures and notes in order.
func (s *Studio) References(ctx context.Context, shootID string) ([]store.ReferenceRow, error) {
	return store.All[store.ReferenceRow](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID).Order("position, id"))
}

// AddReference adds a note, or a picture when data is not empty. The picture is in
// the vault before its row is kept.
func (s *Studio) AddReference(ctx context.Context, who Who, shootID string, r brief.Reference, data []byte) (*store.ReferenceRow, error) {
	if err := fields("", r.Check()); err != nil {
		return nil, err
	}
	row := &store.ReferenceRow{Base: store.NewBase(), ShootID: shootID, Reference: r}
	if len(data) > 0 {
		img, err := openPicture(ctx, data)
		if err != nil {
			return nil, err
		}
		if row.SHA256, row.WidthPx, row.HeightPx, err = s.keepPicture(ctx, img); err != nil {
			return nil, err
		}
	}
	if err := s.deed(ctx, who, shootID, "Added a reference", func(j *store.Journal) error {
		if _, err := store.Find[store.Shoot](j.TX, shootID); err != nil {
			return err
		}
		if err := last(j.TX, &store.ReferenceRow{}, shootID, &row.Position); err != nil {
			return err
		}
		return j.Create(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// mostKept is the long side of a reference as it is kept, pixels: enough to look
// at, too little to publish.
const mostKept = 1600

// keepPicture puts a picture into the vault, made smaller to mostKept, as JPEG.
func (s *Studio) keepPicture(ctx context.Context, img image.Image) (sha string, widthPx, heightPx int, err error) {
	b := img.Bounds()
	k := min(1, float64(mostKept)/float64(max(b.Dx(), b.Dy())))
	small := image.NewRGBA(image.Rect(0, 0, max(1, int(float64(b.Dx())*k)), max(1, int(float64(b.Dy())*k))))
	draw.Draw(small, small.Bounds(), image.White, image.Point{}, draw.Src)
	draw.ApproxBiLinear.Scale(small, small.Bounds(), img, b, draw.Over, nil)
	var jpg bytes.Buffer
	if err := encode(&jpg, small); err != nil {
		return "", 0, 0, err
	}
	sha, _, err = s.Vault.Put(ctx, jpg.Bytes())
	return sha, small.Bounds().Dx(), small.Bounds().Dy(), err
}

// SaveReference saves what to take from a reference.
func (s *Studio) SaveReference(ctx context.Context, who Who, id string, version int, r brief.Reference) (*store.ReferenceRow, error) {
	if err := fields("", r.Check()); err != nil {
		return nil, err
	}
	row, err := store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	if err := s.deed(ctx, who, row.ShootID, "Changed a reference", func(j *store.Journal) error {
		row.Version, row.Reference = version, r
		return j.Update(row)
	}); err != nil {
		return nil, err
	}
	return row, nil
}

// RemoveReference takes a reference away. Undo brings it back; its picture stays
// in the vault.
func (s *Studio) RemoveReference(ctx context.Context, who Who, id string) error {
	row, err := store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return err
	}
	return s.deed(ctx, who, row.ShootID, "Removed a reference", func(j *store.Journal) error {
		j.Removes(row, row.Reference.Words)
		return j.Delete(row)
	})
}

// ReferencePicture is a reference's picture, JPEG.
func (s *Studio) ReferencePicture(ctx context.Context, id string) ([]byte, error) {
	row, err := store.Find[store.ReferenceRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	return s.Vault.Get(ctx, row.SHA256)
}
