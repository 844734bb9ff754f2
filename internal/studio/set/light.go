package set

import (
	"bytes"
	"context"
	"errors"
	"image/png"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
)

// RoundOf lights a set from twelve clock positions and three heights.
func (s *Room) RoundOf(ctx context.Context, set scene.Set) ([]scene.RoundCell, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	cells, err := scene.Round(ctx, set, nil)
	if errors.Is(err, scene.ErrNoLight) {
		return nil, core.Rule("No light is on. Switch a window or a lamp on first.")
	}
	return cells, err
}

// PictureOf draws a set small, as its camera would take it, as a PNG of longPx.
func (s *Room) PictureOf(ctx context.Context, set scene.Set, longPx int) ([]byte, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	r, _, _, err := scene.ReadWith(ctx, set, scene.Wants{}, light.Search)
	if err != nil {
		return nil, err
	}
	if r.Exposure.Seconds == 0 {
		return nil, core.Rule("No light reaches the dish, so there is nothing to see.")
	}
	img, err := preview.RenderUntil(ctx, set, r.Exposure, r.FocusMm, preview.Options{LongPx: longPx, Samples: 4, Seed: 1})
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		return nil, err
	}
	return b.Bytes(), nil
}

// LightSearch is a running or ended search for light.
type LightSearch struct {
	core.Work
	Found *scene.Solved `json:"found" doc:"What it found; null until then, and when it was cancelled"`
}

// mostSearches bounds how many of a person run or wait: each takes every core.
const mostSearches = 4

// StartSearch begins to look for light that meets a goal, with the cards the studio
// owns.
func (s *Room) StartSearch(ctx context.Context, set scene.Set, g scene.Goal) (*LightSearch, error) {
	if err := core.Fields("set", set.Check()); err != nil {
		return nil, err
	}
	own, err := s.cardsOwned(ctx)
	if err != nil {
		return nil, err
	}
	return s.searches.Begin(ctx, s.Now(), core.Order[LightSearch]{Most: mostSearches, Busy: "%d searches of yours are running already. Wait for one to end, or cancel it.", Do: func(ctx context.Context, tell func(func(*LightSearch))) string {
		done, err := s.LongTurn(ctx)
		if err != nil {
			return "Cancelled."
		}
		defer done()
		found, err := scene.Solve(ctx, set, g, own, 1, func(share float64) {
			tell(func(l *LightSearch) { l.Share = share })
		})
		if err != nil {
			return "Cancelled."
		}
		tell(func(l *LightSearch) { l.Found = &found })
		return ""
	}})
}

// SearchOf says how far a search is, and what it found.
func (s *Room) SearchOf(id string) (*LightSearch, error) { return s.searches.Find(id) }

// CancelSearch ends a search.
func (s *Room) CancelSearch(id string) error { return s.searches.Stop(id) }

// cardsOwned is the kit's cards and diffusers.
func (s *Room) cardsOwned(ctx context.Context) ([]scene.Owned, error) {
	items, err := s.Cupboard.KitItems(ctx)
	if err != nil {
		return nil, err
	}
	var out []scene.Owned
	for _, i := range items {
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
func (s *Room) CardsOwned(ctx context.Context) ([]scene.Card, error) {
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
