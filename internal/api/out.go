package api

import (
	"context"
	"io"

	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/out"
)

func (a *API) outRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/outlets", "outlets", "Where pictures can go", func(ctx context.Context, _ *none) (*body[[]release.Outlet], error) {
		return answer(s.Out.Outlets(ctx))
	})
	route(a, Assistant, "GET", "/api/outlets/kept", "keptOutlets", "The outlets as the studio keeps them", func(ctx context.Context, _ *none) (*body[[]out.OutletNow], error) {
		return answer(s.Out.KeptOutlets(ctx))
	})
	route(a, Photographer, "POST", "/api/outlets", "addOutlet", "Write an outlet down", func(ctx context.Context, in *struct {
		Body struct {
			Outlet release.Outlet `json:"outlet" doc:"What it asks for"`
		}
	}) (*body[store.OutletRow], error) {
		return point(s.Out.SaveOutlet(ctx, who(ctx), "", 0, in.Body.Outlet))
	}, a.makes)
	route(a, Photographer, "PUT", "/api/outlets/{id}", "saveOutlet", "Change what an outlet asks for", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Outlet  release.Outlet `json:"outlet" doc:"What it asks for"`
			Version int            `json:"version" doc:"The version read"`
		}
	}) (*body[store.OutletRow], error) {
		return point(s.Out.SaveOutlet(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Outlet))
	})
	route(a, Photographer, "DELETE", "/api/outlets/{id}", "removeOutlet", "Take an outlet away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Out.RemoveOutlet(ctx, who(ctx), in.ID)
	}, empty)
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
	route(a, Photographer, "GET", "/api/shoots/{id}/delivery", "delivery", "What is handed over of a shoot, as ZIP", func(ctx context.Context, in *ByID) (*bundle, error) {
		return bundled(func(to io.Writer) error { return s.Out.Hand(ctx, in.ID, to) }, "delivery.zip")
	})
	route(a, Photographer, "GET", "/api/shots/{id}/post", "recipePost", "A dish's recipe as it was made, to be posted with its picture, as ZIP", func(ctx context.Context, in *ByID) (*bundle, error) {
		return bundled(func(to io.Writer) error { return s.Out.Post(ctx, in.ID, to) }, "post.zip")
	})
	route(a, Assistant, "GET", "/api/publications/{id}/picture", "cutPicture", "The file that was sent", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Out.CutFile(ctx, in.ID))
	})
}
