package api

import (
	"context"
	"mime/multipart"

	"figladder/internal/craft/colour"
	"figladder/internal/studio/kitchen"
)

func (a *API) colourRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/colours", "colours", "A dish's colour plan", func(ctx context.Context, in *ByID) (*body[kitchen.DishColours], error) {
		return point(s.Kitchen.Colours(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/dishes/{id}/colours", "saveColours", "Save a dish's colour plan", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Plan    colour.Plan `json:"plan" doc:"The colours"`
			Version int         `json:"version" doc:"The version of the dish read"`
		}
	}) (*body[kitchen.DishColours], error) {
		return point(s.Kitchen.SaveColours(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Plan))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/colours/recipe", "recipeColours", "Colours that a recipe's ingredients suggest", func(ctx context.Context, in *ByID) (*body[colour.Plan], error) {
		return point(s.Kitchen.ColoursFromRecipe(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/colours/pick", "pickColours", "Main colours of a picture", func(ctx context.Context, in *struct {
		Most    int `query:"most" default:"6" minimum:"1" maximum:"10" doc:"Most colours"`
		RawBody multipart.Form
	}) (*body[[]colour.Patch], error) {
		_, data, err := upload(in.RawBody, "Choose a picture: JPEG, PNG, GIF or WebP.")
		if err != nil {
			return nil, err
		}
		return answer(s.Kitchen.PickColours(ctx, data, in.Most))
	}, largeBody)
}
