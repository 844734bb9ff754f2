package api

import (
	"context"

	"figladder/internal/craft/finals"
	"figladder/internal/studio/ladder"
)

func (a *API) ladderRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots", "shoots", "Shoots by day", func(ctx context.Context, in *struct {
		After string `query:"after" doc:"Key of the last one already seen"`
		Limit int    `query:"limit" default:"50" minimum:"1" maximum:"200"`
	}) (*body[[]ladder.ShootCard], error) {
		return answer(s.Ladder.Shoots(ctx, in.After, in.Limit))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/finals", "finals", "Which frame serves which final, and what is owed", func(ctx context.Context, in *ByID) (*body[finals.Followed], error) {
		return point(s.Ladder.Finals(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/ladder", "ladder", "How far a shoot has come", func(ctx context.Context, in *ByID) (*body[ladder.Climb], error) {
		return point(s.Ladder.Ladder(ctx, in.ID))
	})
}
