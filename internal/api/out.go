package api

import (
	"context"

	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/out"
)

func (a *API) outRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/outlets", "outlets", "Where pictures can go", func(ctx context.Context, _ *none) (*body[[]release.Outlet], error) {
		return answer(s.Out.Outlets(ctx))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/cut", "checkCut", "Work a cut out", func(ctx context.Context, in *struct {
		ByID
		Body out.CutOrder
	}) (*body[out.CutCheck], error) {
		return point(s.Out.CheckCut(ctx, in.ID, in.Body))
	})
	route(a, Photographer, "POST", "/api/shots/{id}/publish", "publish", "Send a cut to an outlet", func(ctx context.Context, in *struct {
		ByID
		Body out.CutOrder
	}) (*body[store.Publication], error) {
		return point(s.Out.Publish(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/publications", "publications", "What was sent", func(ctx context.Context, in *struct {
		ByID
		Shot string `query:"shot" doc:"Only this shot's"`
	}) (*body[[]store.Publication], error) {
		return answer(s.Out.Publications(ctx, in.ID, in.Shot))
	})
	route(a, Assistant, "GET", "/api/publications/{id}/picture", "cutPicture", "The file that was sent", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Out.CutFile(ctx, in.ID))
	})
}
