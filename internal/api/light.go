package api

import (
	"context"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/set"
)

// RoomAsk is a set to be stood in the studio.
type RoomAsk struct {
	Set        scene.Set `json:"set" doc:"The set"`
	FarSideDeg float64   `json:"farSideDeg" minimum:"-360" maximum:"360" doc:"Compass bearing its far side looks to"`
}

// SolveAsk is a set and what its light should be.
type SolveAsk struct {
	Set  scene.Set  `json:"set" doc:"The set"`
	Goal scene.Goal `json:"goal" doc:"What is wanted"`
}

// OnlySet is a set by itself.
type OnlySet struct {
	Set scene.Set `json:"set" doc:"The set"`
}

func (a *API) lightRoutes() {
	s := a.studio
	route(a, Assistant, "POST", "/api/set/round", "lightRound", "The same set lit from all round", func(ctx context.Context, in *struct{ Body OnlySet }) (*body[[]scene.RoundCell], error) {
		return answer(s.Set.RoundOf(ctx, in.Body.Set))
	})
	route(a, Assistant, "POST", "/api/set/picture", "setPicture", "A set as its camera would take it, small", func(ctx context.Context, in *struct {
		Long int `query:"long" minimum:"32" maximum:"520" default:"160" doc:"Pixels on the long side"`
		Body OnlySet
	}) (*document, error) {
		data, err := s.Set.PictureOf(ctx, in.Body.Set, in.Long)
		return &document{ContentType: "image/png", Body: data}, err
	})
	route(a, Assistant, "POST", "/api/set/room", "setInRoom", "Stand a set among the studio's windows", func(ctx context.Context, in *struct{ Body RoomAsk }) (*body[scene.Set], error) {
		return point(s.Set.InRoom(ctx, in.Body.Set, in.Body.FarSideDeg))
	})
	route(a, Assistant, "GET", "/api/cards", "cardsOwned", "Cards and diffusers of the kit, as they would stand in a set", func(ctx context.Context, _ *none) (*body[[]scene.Card], error) {
		return answer(s.Set.CardsOwned(ctx))
	})
	route(a, Assistant, "POST", "/api/searches", "startLightSearch", "Begin to look for light that meets a goal", func(ctx context.Context, in *struct{ Body SolveAsk }) (*body[set.LightSearch], error) {
		return point(s.Set.StartSearch(ctx, in.Body.Set, in.Body.Goal))
	})
	route(a, Assistant, "GET", "/api/searches/{id}", "lightSearch", "How far a search is, and what it found", func(_ context.Context, in *ByID) (*body[set.LightSearch], error) {
		return point(s.Set.SearchOf(in.ID))
	})
	route(a, Assistant, "DELETE", "/api/searches/{id}", "cancelLightSearch", "Cancel a search", func(_ context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.CancelSearch(in.ID)
	})
	route(a, Assistant, "GET", "/api/place", "place", "The studio's place and windows", func(ctx context.Context, _ *none) (*body[set.KeptPlace], error) {
		return point(s.Set.Place(ctx))
	})
	route(a, Photographer, "PUT", "/api/place", "savePlace", "Save the studio's place and windows", func(ctx context.Context, in *struct{ Body set.KeptPlace }) (*body[set.KeptPlace], error) {
		return point(s.Set.SavePlace(ctx, who(ctx), in.Body.Version, in.Body.Place))
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/year", "almanacYear", "A window through a year", func(ctx context.Context, in *struct {
		Window int `path:"window" doc:"Place of the window in the list"`
		Year   int `query:"year" minimum:"1900" maximum:"2100" doc:"The year"`
	}) (*body[almanac.Year], error) {
		return point(s.Set.AlmanacYear(ctx, in.Window, in.Year))
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/day", "almanacDay", "A window through a day", func(ctx context.Context, in *struct {
		Window int    `path:"window" doc:"Place of the window in the list"`
		Day    string `query:"day" doc:"YYYY-MM-DD"`
	}) (*body[almanac.DayStrip], error) {
		return point(s.Set.AlmanacDay(ctx, in.Window, in.Day))
	})
	route(a, Assistant, "GET", "/api/almanac/{window}/light.ics", "goodLight", "Hours of good light as a calendar", func(ctx context.Context, in *struct {
		Window int    `path:"window" doc:"Place of the window in the list"`
		From   string `query:"from" doc:"First day, YYYY-MM-DD"`
		To     string `query:"to" doc:"Last day, YYYY-MM-DD"`
	}) (*document, error) {
		data, err := s.Set.GoodLight(ctx, in.Window, in.From, in.To)
		return &document{ContentType: "text/calendar; charset=utf-8", Disposition: `attachment; filename="good-light.ics"`, Body: data}, err
	})
}
