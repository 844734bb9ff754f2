package api

import (
	"context"

	"figladder/internal/craft/almanac"
	"figladder/internal/studio/set"
)

// OnlyPlace is a place by itself.
type OnlyPlace struct {
	Place almanac.Place `json:"place" doc:"The place"`
}

// AtPlace names a place, empty for the studio's own.
type AtPlace struct {
	Place string `query:"place" doc:"Key of the place; empty for the studio's own"`
}

// OfWindow is a window of a place.
type OfWindow struct {
	AtPlace
	Window int `path:"window" doc:"Place of the window in the list"`
}

func (a *API) placeRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/places", "places", "The studio's places, its own first", func(ctx context.Context, _ *none) (*body[[]set.KeptPlace], error) {
		return answer(s.Set.Places(ctx))
	})
	route(a, Assistant, "GET", "/api/place", "place", "A place and its windows", func(ctx context.Context, in *AtPlace) (*body[set.KeptPlace], error) {
		return point(s.Set.Place(ctx, in.Place))
	})
	route(a, Photographer, "PUT", "/api/place", "savePlace", "Save a place and its windows", func(ctx context.Context, in *struct {
		AtPlace
		Body set.KeptPlace
	}) (*body[set.KeptPlace], error) {
		return point(s.Set.SavePlace(ctx, who(ctx), in.Place, in.Body.Version, in.Body.Place))
	})
	route(a, Photographer, "POST", "/api/places", "addPlace", "Add a place", func(ctx context.Context, in *struct{ Body OnlyPlace }) (*body[set.KeptPlace], error) {
		return point(s.Set.AddPlace(ctx, who(ctx), in.Body.Place))
	}, a.makes)
	route(a, Photographer, "DELETE", "/api/places/{id}", "removePlace", "Take a place away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.RemovePlace(ctx, who(ctx), in.ID)
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/year", "almanacYear", "A window through a year", func(ctx context.Context, in *struct {
		OfWindow
		Year int `query:"year" minimum:"1900" maximum:"2100" doc:"The year"`
	}) (*body[almanac.Year], error) {
		return point(s.Set.AlmanacYear(ctx, in.Place, in.Window, in.Year))
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/day", "almanacDay", "A window through a day", func(ctx context.Context, in *struct {
		OfWindow
		Day string `query:"day" doc:"YYYY-MM-DD"`
	}) (*body[almanac.DayStrip], error) {
		return point(s.Set.AlmanacDay(ctx, in.Place, in.Window, in.Day))
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/light.ics", "goodLight", "Hours of good light as a calendar", func(ctx context.Context, in *struct {
		OfWindow
		From string `query:"from" doc:"First day, YYYY-MM-DD"`
		To   string `query:"to" doc:"Last day, YYYY-MM-DD"`
	}) (*document, error) {
		data, err := s.Set.GoodLight(ctx, in.Place, in.Window, in.From, in.To)
		return &document{ContentType: "text/calendar; charset=utf-8", Disposition: `attachment; filename="good-light.ics"`, Body: data}, err
	})
}
