package frames

import (
	"context"
	"errors"
	"fmt"
	"image"
	"io"
	"path"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/craft/continuity"
	"figladder/internal/craft/exposure"
	craft "figladder/internal/craft/frames"
	"figladder/internal/formats/photo"
	"figladder/internal/formats/taken"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"golang.org/x/sync/errgroup"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// mostOpened is the largest file that is opened to be looked at, bytes; what is larger is kept and said.
const mostOpened = 200 << 20

// group is what lies under one name on a card: a picture, and the raw file beside it.
type group []store.CardFile

// lookAt looks at every kept file of a card that was not looked at: pictures become frames. What it ends in the middle of
// is looked at again.
func (s *Room) lookAt(ctx context.Context, c *store.CardRow) error {
	zone := time.UTC
	if shoot, err := s.Brief.Shoot(ctx, c.ShootID); err != nil {
		return err
	} else if z, err := time.LoadLocation(shoot.Brief.Zone); err == nil {
		zone = z
	}
	for {
		rows, err := store.All[store.CardFile](s.Store.WithContext(ctx).Where("card_id = ? and sha256 <> '' and not seen", c.ID).Order("path").Limit(500))
		if err != nil || len(rows) == 0 {
			return err
		}
		// Keys are given in the order of names, whichever is looked at first: pictures of one second lie in that order.
		keys := map[string]store.Base{}
		for _, r := range rows {
			keys[r.Path] = store.NewBase()
		}
		work, until := errgroup.WithContext(ctx)
		work.SetLimit(2)
		for _, g := range grouped(rows) {
			work.Go(func() error {
				for _, f := range g {
					if err := s.see(until, c, f, zone, keys[f.Path]); err != nil {
						return err
					}
				}
				return nil
			})
		}
		if err := work.Wait(); err != nil {
			return err
		}
	}
}

// grouped puts together what has one name; what opens by itself comes before what lies beside it.
func grouped(rows []store.CardFile) []group {
	var out []group
	at := map[string]int{}
	for _, r := range rows {
		stem := card.Stem(r.Path)
		i, there := at[stem]
		if !there {
			i = len(out)
			at[stem] = i
			out = append(out, nil)
		}
		out[i] = append(out[i], r)
	}
	for _, g := range out {
		slices.SortStableFunc(g, func(a, b store.CardFile) int { return rank(a.Path) - rank(b.Path) })
	}
	return out
}

func rank(name string) int {
	switch strings.ToLower(path.Ext(name)) {
	case ".jpg", ".jpeg":
		return 0
	case ".tif", ".tiff", ".png", ".webp":
		return 1
	}
	return 2
}

// see looks at one file.
func (s *Room) see(ctx context.Context, c *store.CardRow, f store.CardFile, zone *time.Location, key store.Base) error {
	file, err := s.Vault.Peek(ctx, f.SHA256)
	if err != nil {
		return err
	}
	defer func() { _ = file.Close() }()
	head := make([]byte, taken.HeadBytes)
	n, err := io.ReadFull(file, head)
	if err != nil && !errors.Is(err, io.EOF) && !errors.Is(err, io.ErrUnexpectedEOF) {
		return err
	}
	kind := taken.KindOf(head[:n], f.Path)
	if _, err := file.Seek(0, io.SeekStart); err != nil {
		return err
	}
	facts, _ := taken.Read(file, kind, f.Path) // what it cannot say is left out
	came := card.Came{CardID: c.ID, Path: f.Path, Kind: string(kind), ClockAt: f.Modified, FocalMm: facts.FocalMm, Body: facts.Body, Lens: facts.Lens, Title: facts.Title, Words: facts.Words, Credit: facts.Credit}
	if !facts.At.IsZero() {
		came.Dated, came.ClockAt = true, facts.At.UTC()
		if a := facts.At; !facts.Zoned {
			came.ClockAt = time.Date(a.Year(), a.Month(), a.Day(), a.Hour(), a.Minute(), a.Second(), a.Nanosecond(), zone).UTC()
		}
	}
	came.ClockAt = came.ClockAt.Truncate(time.Microsecond)
	frame := &store.Frame{Base: key, FrameDoc: store.FrameDoc{ShootID: c.ShootID, SHA256: f.SHA256, Bytes: int(f.Bytes), TakenAt: came.ClockAt, Settings: exposure.Said(facts.FNumber, facts.Seconds, facts.ISO),
		Copies: f.Copies, Changes: []continuity.Change{}, Came: came}}
	said := ""
	switch {
	case f.Bytes == 0:
		said = "Kept twice. There is nothing in it: 0 bytes."
	case kind == taken.Raw:
		beside, err := s.beside(ctx, c.ID, f)
		if err != nil {
			return err
		}
		if beside != nil {
			return s.joins(ctx, f, beside)
		}
		shown := taken.Preview(file, f.Bytes)
		if shown == nil {
			said = "Kept twice. It carries no picture that can be shown here; send a JPEG of the same name, and they are put together."
			break
		}
		if said, err = s.look(ctx, frame, shown); err != nil {
			return err
		}
		if said == "" {
			if frame.Came.Shows, frame.Copies, err = s.Vault.Put(ctx, shown); err != nil {
				return err
			}
			frame.Copies = f.Copies
		}
	case kind.Opens() && f.Bytes > mostOpened:
		said = fmt.Sprintf("Kept twice. With %d MB it is too large to be shown here.", f.Bytes>>20)
	case kind.Opens():
		data, err := s.Vault.Get(ctx, f.SHA256)
		if err != nil {
			return err
		}
		if said, err = s.look(ctx, frame, data); err != nil {
			return err
		}
	case kind == taken.Other && strings.EqualFold(path.Ext(f.Path), ".xmp"):
		if said, err = s.tellBeside(ctx, c, f); err != nil || said == "" {
			return err
		}
	case kind == taken.Other:
		said = "Kept twice. It is no picture that is known here."
	default:
		said = fmt.Sprintf("Kept twice. Pictures of its kind (%s) cannot be shown here; send a JPEG of the same name, and they are put together.", strings.ToUpper(string(kind)))
	}
	return s.became(ctx, f, frame, said)
}

// look opens a frame's picture and remembers it. What is wrong with it is said.
func (s *Room) look(ctx context.Context, frame *store.Frame, data []byte) (said string, err error) {
	img, err := photo.Decode(ctx, data)
	var much *photo.TooMuchError
	switch {
	case ctx.Err() != nil:
		return "", ctx.Err()
	case errors.As(err, &much):
		return "Kept twice. " + much.Words, nil
	case errors.Is(err, photo.ErrNone):
		return "Kept twice. It begins like a picture and is none.", nil
	case err != nil:
		return "Kept twice. The picture breaks off in the middle; copy it from the card again, if it is better there.", nil
	}
	b := img.Bounds()
	frame.WidthPx, frame.HeightPx = b.Dx(), b.Dy()
	return "", s.remember(ctx, store.Hash(data), img)
}

// remember lays a picture by at the sizes at which it will be shown, and keeps what it looks like.
func (s *Room) remember(ctx context.Context, sha string, img image.Image) error {
	l := craft.LookOf(s.LayBy(sha, img, core.ShelfSmall))
	row := &store.LookRow{File: sha, Fields: l.Fields, Aspect: l.Aspect, Crisp: craft.Crisp(img, craft.Box{})}
	return s.Store.WithContext(ctx).Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error
}

// beside is the frame of the picture that a raw file lies beside; nil for none.
func (s *Room) beside(ctx context.Context, cardID string, f store.CardFile) (*store.Frame, error) {
	stem := strings.TrimSuffix(f.Path, path.Ext(f.Path))
	var other store.CardFile
	err := s.Store.WithContext(ctx).Where("card_id = ? and path <> ? and frame_id <> '' and said = '' and left(path, ?) = ?", cardID, f.Path, len([]rune(stem))+1, stem+".").First(&other).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		return nil, nil
	case err != nil:
		return nil, err
	}
	row, err := s.Frame(ctx, other.FrameID)
	if errors.Is(err, store.ErrNotFound) || err == nil && (row.Came.Raw != "" || row.Came.Kind == string(taken.Raw)) {
		return nil, nil
	}
	return row, err
}

// joins puts a raw file beside its picture's frame.
func (s *Room) joins(ctx context.Context, f store.CardFile, frame *store.Frame) error {
	return s.In(ctx, func(tx *gorm.DB) error {
		frame.Came.Raw, frame.Came.RawPath = f.SHA256, f.Path
		if err := tx.Model(frame).Select("Came").Updates(frame).Error; err != nil {
			return err
		}
		return tx.Model(&store.CardFile{}).Where("card_id = ? and path = ?", f.CardID, f.Path).
			Updates(map[string]any{"seen": true, "frame_id": frame.Key, "said": "Kept twice, beside its picture."}).Error
	})
}

// became makes a file's frame, once: a file that the shoot has already is said to be that one.
func (s *Room) became(ctx context.Context, f store.CardFile, frame *store.Frame, said string) error {
	return s.In(ctx, func(tx *gorm.DB) error {
		if err := store.InTurn(tx, "frames of "+frame.ShootID); err != nil {
			return err
		}
		now := &store.CardFile{}
		if err := tx.Where("card_id = ? and path = ?", f.CardID, f.Path).First(now).Error; err != nil {
			return err
		}
		if now.Seen || now.SHA256 != f.SHA256 {
			return nil
		}
		to := map[string]any{"seen": true, "said": said}
		if said == "" {
			same := &store.Frame{}
			err := tx.Where("shoot_id = ? and sha256 = ?", frame.ShootID, f.SHA256).First(same).Error
			switch {
			case err == nil:
				to["frame_id"], to["said"] = same.Key, "The same file is here already"+called(same)+"."
			case !errors.Is(err, gorm.ErrRecordNotFound):
				return err
			default:
				if err := tx.Create(frame).Error; err != nil {
					return err
				}
				to["frame_id"] = frame.Key
			}
		}
		return tx.Model(&store.CardFile{}).Where("card_id = ? and path = ?", f.CardID, f.Path).Updates(to).Error
	})
}

func called(f *store.Frame) string {
	switch {
	case f.Came.Path != "":
		return " as " + f.Came.Path
	case f.CameraFile != "":
		return ", taken over the cable"
	}
	return ""
}
