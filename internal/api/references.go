package api

import (
	"context"
	"mime/multipart"
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/store"
	"figladder/internal/studio/list"
)

func (a *API) referenceRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/references", "references", "Pictures liked, and what to take from each", func(ctx context.Context, in *ByID) (*body[[]store.ReferenceRow], error) {
		return answer(s.Brief.References(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/references", "addReference", "Add a picture or a note", func(ctx context.Context, in *struct {
		ByID
		RawBody multipart.Form
	}) (*body[store.ReferenceRow], error) {
		var data []byte
		if len(in.RawBody.File) > 0 {
			var err error
			if _, data, err = upload(in.RawBody, ""); err != nil {
				return nil, err
			}
		}
		text := func(name string) string { return strings.Join(in.RawBody.Value[name], " ") }
		r := brief.Reference{Words: text("words"), From: text("from"), DishID: text("dishId"), Takes: in.RawBody.Value["takes"]}
		return point(s.Brief.AddReference(ctx, who(ctx), in.ID, r, data))
	}, largeBody)
	route(a, Stylist, "PUT", "/api/references/{id}", "saveReference", "Change what to take from a reference", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			brief.Reference
			Version int `json:"version" doc:"The version read"`
		}
	}) (*body[store.ReferenceRow], error) {
		return point(s.Brief.SaveReference(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Reference))
	})
	route(a, Stylist, "DELETE", "/api/references/{id}", "removeReference", "Take a reference away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Brief.RemoveReference(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "GET", "/api/references/{id}/picture", "referencePicture", "A reference's picture", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Brief.ReferencePicture(ctx, in.ID))
	})
}

func (a *API) searchRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/search", "search", "Find dishes and shots in all shoots", func(ctx context.Context, in *struct {
		Words string `query:"words" maxLength:"200" doc:"What to look for; three letters at least"`
	}) (*body[[]list.Hit], error) {
		return answer(s.List.Search(ctx, in.Words))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/asides", "asides", "Findings set aside", func(ctx context.Context, in *ByID) (*body[[]store.Aside], error) {
		return answer(s.List.Asides(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/asides", "setAside", "Set a finding aside, with the reason", func(ctx context.Context, in *struct {
		ByID
		Body list.AsideEdit
	}) (*body[store.Aside], error) {
		return point(s.List.SetAside(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Stylist, "DELETE", "/api/asides/{id}", "takeUp", "Let a finding speak again", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.List.TakeUp(ctx, who(ctx), in.ID)
	}, empty)
}
