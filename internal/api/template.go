package api

import (
	"context"

	"figladder/internal/store"
)

func (a *API) templateRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/template", "shootTemplate", "A shoot as a template: list, set-ups and looks, without its dishes", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.Template.File(ctx, in.ID)
		return &document{ContentType: "application/json", Disposition: `attachment; filename="shoot template.json"`, Body: data}, err
	})
	route(a, Photographer, "POST", "/api/templates", "beginFromTemplate", "Begin a shoot from a template", func(ctx context.Context, in *struct {
		Body struct {
			Name string `json:"name" minLength:"1" maxLength:"200" doc:"What the shoot is called"`
			File string `json:"file" maxLength:"8388608" doc:"The template's text"`
		}
	}) (*body[store.Shoot], error) {
		return point(s.Template.Begin(ctx, who(ctx), in.Body.Name, []byte(in.Body.File)))
	}, a.makes, listBody)
}
