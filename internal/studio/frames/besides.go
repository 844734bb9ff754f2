package frames

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"path"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/formats/sidecar"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
)

// tellBeside takes an XMP that came with a card to the picture it is of: the one of its own name beside it, else the one
// whose file it names. What it says of the picture is told with it from then on; a mark made elsewhere counts where there
// is none here. said is why it goes to none.
func (s *Room) tellBeside(ctx context.Context, c *store.CardRow, f store.CardFile) (said string, err error) {
	if f.Bytes > sidecar.MostBytes {
		return "Kept twice. It is too large for what lies beside a picture.", nil
	}
	data, err := s.Vault.Get(ctx, f.SHA256)
	if err != nil {
		return "", err
	}
	doc, err := sidecar.Read(data)
	if err != nil {
		return "Kept twice. It is called XMP and cannot be read as that.", nil //nolint:nilerr // it is said
	}
	frame, err := s.pictureOf(ctx, c, f, doc)
	if err != nil {
		return "", err
	}
	if frame == nil {
		return "Kept twice. There is no picture here that it lies beside.", nil
	}
	return "", s.In(ctx, func(tx *gorm.DB) error {
		came := &frame.Came
		came.Beside = f.SHA256
		for _, x := range []struct {
			to *string
			v  string
		}{{&came.Title, doc.Title}, {&came.Words, doc.Caption}, {&came.Credit, doc.Creator}} {
			if x.v != "" {
				*x.to = x.v
			}
		}
		if m := card.Mark(doc.Mark); frame.Mark == "" && slices.Contains(m.Words(), doc.Mark) {
			frame.Mark = m
		}
		if err := tx.Model(frame).Select("Came", "Mark").Updates(frame).Error; err != nil {
			return err
		}
		return tx.Model(&store.CardFile{}).Where("card_id = ? and path = ?", f.CardID, f.Path).
			Updates(map[string]any{"seen": true, "frame_id": frame.Key, "said": "Kept twice, and read: it is told with its picture."}).Error
	})
}

// pictureOf is the picture that an XMP is of; nil for none.
func (s *Room) pictureOf(ctx context.Context, c *store.CardRow, f store.CardFile, doc sidecar.Doc) (*store.Frame, error) {
	stem := strings.TrimSuffix(f.Path, path.Ext(f.Path))
	tx := s.Store.WithContext(ctx)
	for _, q := range []*gorm.DB{
		tx.Where("shoot_id = ? and sha256 = ?", c.ShootID, doc.SHA256),
		tx.Where("shoot_id = ? and came ->> 'cardId' = ? and left(came ->> 'path', ?) = ?", c.ShootID, c.ID, len([]rune(stem))+1, stem+"."),
		tx.Where("shoot_id = ? and came ->> 'cardId' = ? and came ->> 'path' = ?", c.ShootID, c.ID, stem), // frame.jpg.xmp
	} {
		row := &store.Frame{}
		err := q.First(row).Error
		if err == nil {
			return row, nil
		}
		if !errors.Is(err, gorm.ErrRecordNotFound) {
			return nil, err
		}
	}
	return nil, nil
}

// mostBesides is of how many pictures XMP is written at once.
const mostBesides = 5000

// Besides writes the XMP of a shoot's pictures, as they lie on the table, into one archive: under the name of each file, with
// whatever came beside it still in it.
func (s *Room) Besides(ctx context.Context, shootID string, which Which) ([]byte, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	take, ok := on[which]
	if !ok {
		return nil, core.Rule("There is no such choice of pictures.")
	}
	var rows []struct {
		store.Frame
		Title string
	}
	err := s.Store.WithContext(ctx).Table("frames f").Select("f.id, f.version, f.sha256, f.camera_file, f.came, f.mark, f.kept, f.taken_at, coalesce(x.title, '') as title").Joins("left join shots x on x.id = f.shot_id").
		Where("f.shoot_id = ?", shootID).Where(take).Order("f.taken_at, f.id").Limit(mostBesides + 1).Find(&rows).Error
	if err != nil {
		return nil, err
	}
	switch {
	case len(rows) == 0:
		return nil, core.Rule("There is no picture of these.")
	case len(rows) > mostBesides:
		return nil, core.Rule("That is of more than %d pictures at once. Choose a part of them, the short list for example.", mostBesides)
	}
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	names := map[string]bool{}
	for i := range rows {
		r := &rows[i]
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		var was []byte
		if r.Came.Beside != "" {
			if was, err = s.Vault.Get(ctx, r.Came.Beside); err != nil && !errors.Is(err, store.ErrNotFound) {
				return nil, err
			}
		}
		d := sidecar.Doc{Title: r.Came.Title, Caption: r.Came.Words, Creator: r.Came.Credit, Frame: r.Key, SHA256: r.SHA256, Shot: r.Title, Mark: string(r.Mark), Kept: "no"}
		if r.Kept {
			d.Kept = "yes"
		}
		if d.Title == "" {
			d.Title = r.Title
		}
		if d.Mark == "" {
			d.Mark = "none"
		}
		packet, err := sidecar.Write(was, d, s.Now().In(time.UTC).Format(time.RFC3339))
		if err != nil { // what came is no XMP any more: a new one
			if packet, err = sidecar.Write(nil, d, s.Now().In(time.UTC).Format(time.RFC3339)); err != nil {
				return nil, err
			}
		}
		w, err := z.CreateHeader(&zip.FileHeader{Name: besideName(r.Came.Path, r.CameraFile, r.Key, names), Method: zip.Deflate, Modified: s.Now()})
		if err != nil {
			return nil, err
		}
		if _, err := w.Write(packet); err != nil {
			return nil, err
		}
	}
	if err := z.Close(); err != nil {
		return nil, err
	}
	return out.Bytes(), nil
}

// besideName is a name for a picture's XMP: its file's with another end, each once.
func besideName(cameWith, camera, key string, taken map[string]bool) string {
	name := cameWith
	if name == "" {
		name = camera
	}
	if name == "" {
		name = key
	}
	stem := strings.TrimSuffix(name, path.Ext(name))
	out := stem + ".xmp"
	if taken[strings.ToLower(out)] {
		out = stem + "-" + key + ".xmp"
	}
	taken[strings.ToLower(out)] = true
	return out
}
