package api

import (
	"context"
	"mime/multipart"
	"strings"

	"figladder/internal/craft/brief"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
)

// ShootEdit is what a person may change about a shoot.
type ShootEdit struct {
	Name    string      `json:"name" maxLength:"200" doc:"Name of the shoot"`
	Version int         `json:"version" doc:"The version read; 0 for a new one"`
	Brief   brief.Brief `json:"brief" doc:"What it is for"`
}

func (a *API) shootRoutes() {
	s := a.studio
	route(a, Photographer, "POST", "/api/shoots", "makeShoot", "Start a shoot", func(ctx context.Context, in *struct{ Body ShootEdit }) (*body[store.Shoot], error) {
		return point(s.Brief.MakeShoot(ctx, who(ctx), in.Body.Name, in.Body.Brief))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}", "shoot", "A shoot", func(ctx context.Context, in *ByID) (*body[store.Shoot], error) {
		return point(s.Brief.Shoot(ctx, in.ID))
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}", "saveShoot", "Save name and brief", func(ctx context.Context, in *struct {
		ByID
		Body ShootEdit
	}) (*body[store.Shoot], error) {
		return point(s.Brief.SaveShoot(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Name, in.Body.Brief))
	})
	route(a, Owner, "DELETE", "/api/shoots/{id}", "removeShoot", "Take a shoot away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Brief.RemoveShoot(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "GET", "/api/shoots/{id}/brief", "readBrief", "What a brief comes to", func(ctx context.Context, in *ByID) (*body[briefroom.BriefReading], error) {
		return point(s.Brief.ReadBrief(ctx, in.ID))
	})
}

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
	}, largeBody, a.makes)
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
	route(a, Assistant, "GET", "/api/references/{id}/picture", "referencePicture", "A reference's picture", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		row, err := s.Brief.Reference(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, row.SHA256)
	})
}
