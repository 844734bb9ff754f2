package studio

import (
	"bytes"
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"image/png"
	"sync"
	"time"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
)

// RoundOf lights a set from twelve clock positions and three heights.
func (s *Studio) RoundOf(ctx context.Context, set scene.Set) ([]scene.RoundCell, error) {
	if err := fields("set.", set.Check()); err != nil {
		return nil, err
	}
	cells, err := scene.Round(ctx, set, nil)
	if errors.Is(err, scene.ErrNoLight) {
		return nil, rule("No light is on. Switch a window or a lamp on first.")
	}
	return cells, err
}

// PictureOf draws a set small, as its camera would take it, as a PNG of longPx.
func (s *Studio) PictureOf(ctx context.Context, set scene.Set, longPx int) ([]byte, error) {
	if err := fields("set.", set.Check()); err != nil {
		return nil, err
	}
	r := scene.Read(set, scene.Wants{}, light.Search)
	if r.Exposure.Seconds == 0 {
		return nil, rule("No light reaches the dish, so there is nothing to see.")
	}
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	img := preview.Render(set, r.Exposure, r.FocusMm, preview.Options{LongPx: longPx, Samples: 2, Seed: 1})
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// LightSearch is a running or ended search for light.
type LightSearch struct {
	ID     string        `json:"id" doc:"Its key"`
	Share  float64       `json:"share" doc:"How far it is, 0 to 1"`
	Done   bool          `json:"done" doc:"Whether it has ended"`
	Found  *scene.Solved `json:"found" doc:"What it found; null until then, and when it was cancelled"`
	Failed string        `json:"failed" doc:"Why it ended without an answer; empty otherwise"`
}

// searches are the searches of this server. A search takes seconds and changes
// nothing, so a restart may lose it.
type searches struct {
	mu  sync.Mutex
	all map[string]*running
}

type running struct {
	LightSearch
	cancel context.CancelFunc
	began  time.Time
}

// keepSearches is how long what a search found can be asked for.
const keepSearches = 10 * time.Minute

// mostSearches bounds how many run at once: each takes every core.
const mostSearches = 4

// StartSearch begins to look for light that meets a goal, with the cards the studio
// owns.
func (s *Studio) StartSearch(ctx context.Context, set scene.Set, g scene.Goal) (*LightSearch, error) {
	if err := fields("set.", set.Check()); err != nil {
		return nil, err
	}
	own, err := s.cardsOwned(ctx)
	if err != nil {
		return nil, err
	}
	key := make([]byte, 12)
	if _, err := rand.Read(key); err != nil {
		return nil, err
	}
	work, cancel := context.WithCancel(context.Background())
	r := &running{LightSearch: LightSearch{ID: hex.EncodeToString(key)}, cancel: cancel, began: s.now()}
	s.searches.mu.Lock()
	defer s.searches.mu.Unlock()
	if s.searches.all == nil {
		s.searches.all = map[string]*running{}
	}
	busy := 0
	for id, old := range s.searches.all {
		if old.Done && s.now().Sub(old.began) > keepSearches {
			delete(s.searches.all, id)
		} else if !old.Done {
			busy++
		}
	}
	if busy >= mostSearches {
		cancel()
		return nil, rule("%d searches are running already. Wait for one to end, or cancel it.", busy)
	}
	s.searches.all[r.ID] = r
	go func() {
		defer cancel()
		found, err := scene.Solve(work, set, g, own, 1, func(share float64) {
			s.searches.mu.Lock()
			r.Share = share
			s.searches.mu.Unlock()
		})
		s.searches.mu.Lock()
		defer s.searches.mu.Unlock()
		r.Done, r.Share = true, 1
		if err != nil {
			r.Failed = "Cancelled."
			return
		}
		r.Found = &found
	}()
	out := r.LightSearch
	return &out, nil
}

// SearchOf says how far a search is, and what it found.
func (s *Studio) SearchOf(id string) (*LightSearch, error) {
	s.searches.mu.Lock()
	defer s.searches.mu.Unlock()
	r, ok := s.searches.all[id]
	if !ok {
		return nil, store.ErrNotFound
	}
	out := r.LightSearch
	return &out, nil
}

// CancelSearch ends a search.
func (s *Studio) CancelSearch(id string) error {
	s.searches.mu.Lock()
	defer s.searches.mu.Unlock()
	r, ok := s.searches.all[id]
	if !ok {
		return store.ErrNotFound
	}
	r.cancel()
	return nil
}

// cardsOwned is the kit's cards and diffusers.
func (s *Studio) cardsOwned(ctx context.Context) ([]scene.Owned, error) {
	var rows []store.KitRow
	if err := s.Store.WithContext(ctx).Order("name, id").Find(&rows).Error; err != nil {
		return nil, err
	}
	var out []scene.Owned
	for _, r := range rows {
		i := r.Item
		if i.Kind != kit.Card && i.Kind != kit.Diffuser || i.WidthMm <= 0 || i.HeightMm <= 0 {
			continue
		}
		kind := i.Surface
		if i.Kind == kit.Diffuser {
			kind = "diffuser"
		}
		if _, known := light.Surfaces[kind]; !known && kind != "diffuser" {
			continue
		}
		out = append(out, scene.Owned{Name: i.Name, Kind: kind, WidthMm: i.WidthMm, HeightMm: i.HeightMm, Count: i.Count})
	}
	return out, nil
}

// CardsOwned lists cards and diffusers of the kit as they would stand in a set.
func (s *Studio) CardsOwned(ctx context.Context) ([]scene.Card, error) {
	own, err := s.cardsOwned(ctx)
	if err != nil {
		return nil, err
	}
	out := []scene.Card{}
	for _, o := range own {
		out = append(out, scene.Card{Name: o.Name, Kind: o.Kind, On: true, WidthMm: o.WidthMm, HeightMm: o.HeightMm})
	}
	return out, nil
}
