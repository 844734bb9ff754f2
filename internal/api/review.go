package api

import (
	"context"

	craft "figladder/internal/craft/review"
	"figladder/internal/store"
	"figladder/internal/studio/review"
)

func (a *API) reviewRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/back", "lookBack", "A shoot, looked back on", func(ctx context.Context, in *ByID) (*body[review.Shoot], error) {
		return point(s.Review.ShootOf(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/year", "year", "The studio's last twelve months", func(ctx context.Context, _ *none) (*body[review.Year], error) {
		return point(s.Review.YearOf(ctx))
	})
	route(a, Assistant, "GET", "/api/frames/{id}/review", "review", "An old frame, read again", func(ctx context.Context, in *ByID) (*body[review.Reading], error) {
		return point(s.Review.Of(ctx, in.ID))
	})
	route(a, Assistant, "PUT", "/api/frames/{id}/review", "saveReview", "Note what works in an old frame, what does not and what is for next time", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Pins    []craft.Pin `json:"pins" maxItems:"100" doc:"What is noted, where"`
			Done    bool        `json:"done" doc:"Whether it was read to the end"`
			Version int         `json:"version" doc:"The version read; 0 for none yet"`
		}
	}) (*body[store.ReviewRow], error) {
		return point(s.Review.SaveReview(ctx, who(ctx), in.ID, in.Body.Version, store.ReviewDoc{Pins: in.Body.Pins, Done: in.Body.Done}))
	})
}
