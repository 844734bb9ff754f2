package set

import (
	"bytes"
	"context"
	"encoding/json"
	"image"
	"image/png"
	"log/slog"
	"time"

	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Rendering is a picture of a set in the making.
type Rendering struct {
	core.Work
	ShotID  string `json:"shotId" doc:"The shot whose set it shows"`
	SetHash string `json:"setHash" doc:"Hash of the set it shows"`
	Step    int    `json:"step" doc:"Counts the pictures shown so far: ask for the picture again when it grows"`
	Samples int    `json:"samples" doc:"Paths a pixel of the picture shown"`
	Kept    bool   `json:"kept" doc:"Whether it is kept with the shot when it is done"`
	AboutS  int    `json:"aboutS" doc:"About how long it takes once it has its turn, s"`
	Ahead   int    `json:"ahead" doc:"How many pictures and searches were before it"`

	img image.Image
}

// mostRenderings bounds how many of a person wait.
const mostRenderings = 4

// RenderWish says how a picture of a set is to be made.
type RenderWish struct {
	LongPx  int  // pixels on the long side
	Samples int  // paths a pixel on the mean
	Keep    bool // whether it is kept with the shot when it is done
}

// RenderWishes are the pictures that are asked for: in passing while a set changes (five
// paths are good, docs/benchmarks.md), one to keep, and a large one.
var RenderWishes = map[string]RenderWish{
	"passing": {LongPx: 640, Samples: 5},
	"usual":   {LongPx: 640, Samples: 24, Keep: true},
	"large":   {LongPx: 1600, Samples: 8, Keep: true},
}

// HashOf names a set by what its picture shows.
func HashOf(set scene.Set) string {
	raw, _ := json.Marshal(set.OnlySeen())
	return store.Hash(raw)
}

// StartRendering begins a picture of a set. A newer picture of the same shot takes the
// place of one that is not done; one made in passing never that of one to keep.
func (s *Room) StartRendering(ctx context.Context, shotID string, set scene.Set, w RenderWish) (*Rendering, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	asked, err := s.Wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	first := Rendering{ShotID: shotID, SetHash: HashOf(set), Kept: w.Keep, AboutS: s.pace.about(set, w), Ahead: s.Ahead()}
	of := shotID
	if !w.Keep {
		of += ", in passing"
	}
	return s.renderings.Begin(ctx, s.Now(), core.Order[Rendering]{First: first, Of: of, Most: mostRenderings, Busy: "%d pictures of yours are being made already. Wait for one, or cancel it.", Do: func(ctx context.Context, tell func(func(*Rendering))) string {
		return s.render(ctx, tell, first, set, asked, w)
	}})
}

// render makes the picture and returns why it ended early. Each takes every core, so they
// wait for one another.
func (s *Room) render(ctx context.Context, tell func(func(*Rendering)), of Rendering, set scene.Set, asked scene.Wants, w RenderWish) string {
	done, err := s.LongTurn(ctx)
	if err != nil {
		return "Cancelled."
	}
	defer done()
	began := time.Now()
	report, _, _, err := scene.ReadWith(ctx, set, asked, light.Search)
	if err != nil {
		return "Cancelled."
	}
	if report.Exposure.Seconds == 0 {
		return "No light reaches the dish, so there is nothing to see."
	}
	shot, err := preview.NewShotUntil(ctx, set, report.Exposure, report.FocusMm, w.LongPx)
	if err != nil {
		return "Cancelled."
	}
	img, err := shot.Run(ctx, preview.Options{LongPx: w.LongPx, Samples: w.Samples, Seed: 1}, func(p preview.Step) {
		tell(func(r *Rendering) {
			r.img, r.Share, r.Samples = p.Image, p.Share, p.Samples
			r.Step++
		})
	})
	if err != nil {
		return "Cancelled."
	}
	s.pace.saw(shot.W*shot.H*w.Samples, time.Since(began))
	if !w.Keep {
		return ""
	}
	if err := s.keepPreview(context.WithoutCancel(ctx), of, img, w.Samples, time.Since(began).Seconds()); err != nil {
		slog.Error("a picture could not be kept", "shot", of.ShotID, "error", err)
		return "The picture could not be kept. Look whether the disk is full, then make it again."
	}
	return ""
}

// keepPreviews is how many pictures of a shot are kept: the newest.
const keepPreviews = 8

func (s *Room) keepPreview(ctx context.Context, r Rendering, img image.Image, samples int, seconds float64) error {
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		return err
	}
	sha, _, err := s.Vault.Put(ctx, b.Bytes())
	if err != nil {
		return err
	}
	row := &store.Preview{Base: store.NewBase(), PreviewDoc: store.PreviewDoc{ShotID: r.ShotID, SetHash: r.SetHash, SHA256: sha, WidthPx: img.Bounds().Dx(), HeightPx: img.Bounds().Dy(), Samples: samples, Seconds: seconds}}
	if err := s.Store.WithContext(ctx).Create(row).Error; err != nil {
		return err
	}
	old := s.Store.WithContext(ctx).Model(&store.Preview{}).Select("id").Where("shot_id = ? and not small", r.ShotID).Order("id desc").Offset(keepPreviews)
	return s.Store.WithContext(ctx).Where("shot_id = ? and id in (?)", r.ShotID, old).Delete(&store.Preview{}).Error
}

// RenderingOf says how far a picture is.
func (s *Room) RenderingOf(id string) (*Rendering, error) { return s.renderings.Find(id) }

// RenderingPicture is a picture as far as it is, JPEG.
func (s *Room) RenderingPicture(id string) ([]byte, error) {
	r, err := s.renderings.Find(id)
	if err != nil {
		return nil, err
	}
	img := r.img
	if img == nil {
		return nil, store.ErrNotFound
	}
	var b bytes.Buffer
	err = core.Encode(&b, img)
	return b.Bytes(), err
}

// CancelRendering stops a picture; what was seen of it stays.
func (s *Room) CancelRendering(id string) error { return s.renderings.Stop(id) }

// Previews lists the pictures kept of a shot's set, newest first.
func (s *Room) Previews(ctx context.Context, shotID string) ([]store.Preview, error) {
	return store.All[store.Preview](s.Store.WithContext(ctx).Where("shot_id = ? and not small", shotID).Order("id desc"))
}

// Preview finds a kept picture.
func (s *Room) Preview(ctx context.Context, id string) (*store.Preview, error) {
	return store.Find[store.Preview](s.Store.WithContext(ctx), id)
}
