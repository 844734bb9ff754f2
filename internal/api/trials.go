package api

import (
	"context"

	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
)

// TrialSave is a trial with the version it was read at.
type TrialSave struct {
	kitchen.TrialEdit
	Version int `json:"version" doc:"The version read; 0 for a new one"`
}

func (a *API) trialRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/trials", "trials", "A dish's trials and other sources", func(ctx context.Context, in *ByID) (*body[[]store.TrialRow], error) {
		return answer(s.Kitchen.Trials(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/trials/read", "readTrials", "Trials read against each other", func(ctx context.Context, in *struct {
		ByID
		Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons"`
		Base   string `query:"base" maxLength:"200" doc:"Ingredient that counts as 100; empty for the whole"`
	}) (*body[kitchen.TrialBench], error) {
		return point(s.Kitchen.ReadTrials(ctx, in.ID, in.Region, in.Base))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/trials", "addTrial", "Add a trial or another source", func(ctx context.Context, in *struct {
		ByID
		Body TrialSave
	}) (*body[store.TrialRow], error) {
		return point(s.Kitchen.AddTrial(ctx, who(ctx), in.ID, in.Body.TrialEdit))
	})
	route(a, Stylist, "PUT", "/api/trials/{id}", "saveTrial", "Save a trial", func(ctx context.Context, in *struct {
		ByID
		Body TrialSave
	}) (*body[store.TrialRow], error) {
		return point(s.Kitchen.SaveTrial(ctx, who(ctx), in.ID, in.Body.Version, in.Body.TrialEdit))
	})
	route(a, Stylist, "DELETE", "/api/trials/{id}", "removeTrial", "Take a trial away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Kitchen.RemoveTrial(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Stylist, "POST", "/api/trials/{id}/adopt", "adoptTrial", "Make a trial the dish's recipe", func(ctx context.Context, in *ByID) (*body[store.Dish], error) {
		return point(s.Kitchen.AdoptTrial(ctx, who(ctx), in.ID))
	})
}
