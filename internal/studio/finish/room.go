// Package finish is what is made of frames: looks, what is done to each frame, and the finished pictures.
package finish

import (
	"context"
	"crypto/rand"
	"image"
	"time"

	"figladder/internal/craft/finish/look"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/frames"

	lru "github.com/hashicorp/golang-lru/v2"
)

// Room does the deeds of this room, with the rooms below it.
type Room struct {
	*core.Core
	Frames *frames.Room

	open *lru.Cache[string, image.Image] // pictures at screen size while they are worked at
	read *lru.Cache[string, seriesRead]  // what series were read, by picture, hero and steps

	process string    // which run of the server this is
	began   time.Time // by a clock that nobody moves
}

// mostOpen is how many are held open: about 3 MB each.
const mostOpen = 24

// mostRead is how many readings are remembered, some 16 kB each: as taken and as finished, of the longest series
// and of what was tried on it.
const mostRead = 8 * mostOfSeries

// New makes the room.
func New(c *core.Core, f *frames.Room) *Room {
	return &Room{Core: c, Frames: f, open: remembering[image.Image](mostOpen), read: remembering[seriesRead](mostRead), process: rand.Text(), began: time.Now()}
}

func remembering[T any](most int) *lru.Cache[string, T] {
	c, err := lru.New[string, T](most)
	if err != nil {
		panic(err) // most is above 0
	}
	return c
}

// atScreen is a frame's picture at the size of a screen, and how much smaller than itself that is.
func (s *Room) atScreen(ctx context.Context, f *store.Frame, longPx int) (image.Image, float64, error) {
	key := f.Picture() + size(longPx)
	img, there := s.open.Get(key)
	if !there {
		data, err := s.Shown(ctx, f.Picture(), longPx)
		if err != nil {
			return nil, 0, err
		}
		if img, err = photo.Decode(ctx, data); err != nil {
			return nil, 0, err
		}
		s.open.Add(key, img)
	}
	b := img.Bounds()
	return img, float64(max(b.Dx(), b.Dy())) / float64(max(1, f.WidthPx, f.HeightPx, b.Dx(), b.Dy())), nil
}

func size(longPx int) string {
	return map[int]string{core.ShelfSmall: "s", core.ShelfLarge: "l"}[longPx]
}

// liesIn is the frame's hero as a box, the middle of it where nobody said, and what the frame's ground is in a word, empty where
// nobody said.
func (s *Room) liesIn(ctx context.Context, f *store.Frame) (hero look.Box, ground string, err error) {
	h, plan, err := s.Frames.HeroIn(ctx, f)
	if err != nil {
		return look.Box{}, "", err
	}
	hero = look.Box{X: h.X, Y: h.Y, W: h.W, H: h.H}
	if h.W <= 0 || h.H <= 0 {
		hero = look.Box{X: 0.25, Y: 0.25, W: 0.5, H: 0.5}
	}
	if f.Came.CardID == "" {
		plan = &f.Set
	}
	switch {
	case plan == nil:
	case plan.Ground.On:
		ground = plan.Ground.Material + " " + plan.Ground.Colour
	default:
		ground = plan.Table.Colour
	}
	return hero, ground, nil
}
