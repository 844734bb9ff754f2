package api

import (
	"context"

	"figladder/internal/craft/draft"
	"figladder/internal/studio/set"
)

// IntoAsk names the set-up that a shot is stood in.
type IntoAsk struct {
	SetUpID string `json:"setUpId" doc:"The set-up"`
	Version int    `json:"version" doc:"The version of the shot's set that was read"`
}

// NameAsk is what a set-up is called.
type NameAsk struct {
	Name    string `json:"name" maxLength:"120" doc:"What it is called; empty for the name of its first dish"`
	Version int    `json:"version" doc:"The version read"`
}

// DraftAsk says which draft is wanted.
type DraftAsk struct {
	Variant int `json:"variant" minimum:"0" maximum:"2" doc:"0 for the first; 1 and 2 differ on purpose in ground, cloth, light and angle"`
}

// ContactAsk says which pictures are wanted first.
type ContactAsk struct {
	Ahead []string `json:"ahead" maxItems:"200" doc:"Keys of the shots that are seen just now"`
}

func (a *API) setUpRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/setups", "setUps", "Set-ups of a shoot, each with its shots", func(ctx context.Context, in *ByID) (*body[[]set.SetUpOf], error) {
		return answer(s.Set.SetUps(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/setups/{id}", "nameSetUp", "Name a set-up", func(ctx context.Context, in *struct {
		ByID
		Body NameAsk
	}) (*done, error) {
		return &done{}, s.Set.NameSetUp(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Name)
	})
	route(a, Stylist, "DELETE", "/api/setups/{id}", "removeSetUp", "Take a set-up away; its shots and frames stay", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.RemoveSetUp(ctx, who(ctx), in.ID)
	})
	route(a, Stylist, "POST", "/api/shots/{id}/set/apart", "takeOut", "Give a shot a set-up of its own", func(ctx context.Context, in *struct {
		ByID
		Body set.Apart
	}) (*body[set.PlannedSet], error) {
		return point(s.Set.TakeOut(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Stylist, "POST", "/api/shots/{id}/set/into", "putInto", "Stand a shot in another set-up", func(ctx context.Context, in *struct {
		ByID
		Body IntoAsk
	}) (*body[set.PlannedSet], error) {
		return point(s.Set.PutInto(ctx, who(ctx), in.ID, in.Body.Version, in.Body.SetUpID))
	}, a.makes)
	route(a, Photographer, "POST", "/api/shoots/{id}/draft", "draftShoot", "Plan every frame that nobody has planned", func(ctx context.Context, in *struct {
		ByID
		Body DraftAsk
	}) (*body[set.Drafted], error) {
		return point(s.Set.Draft(ctx, who(ctx), in.ID, in.Body.Variant))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/contact", "contactSheet", "A shoot as small pictures, by set-up", func(ctx context.Context, in *ByID) (*body[set.Contact], error) {
		return point(s.Set.ContactSheet(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/contact", "startContact", "Make the pictures that a contact sheet lacks", func(ctx context.Context, in *struct {
		ByID
		Body ContactAsk
	}) (*body[set.Contacting], error) {
		return point(s.Set.StartContact(ctx, in.ID, in.Body.Ahead))
	})
	route(a, Assistant, "GET", "/api/contacts/{id}", "contacting", "How far they are", func(_ context.Context, in *ByID) (*body[set.Contacting], error) {
		return point(s.Set.ContactOf(in.ID))
	})
	route(a, Assistant, "DELETE", "/api/contacts/{id}", "cancelContact", "Stop making them", func(_ context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.CancelContact(in.ID)
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/contact.pdf", "contactPdf", "The contact sheet as PDF", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.Set.PrintContact(ctx, in.ID)
		return &document{ContentType: "application/pdf", Disposition: `attachment; filename="contact-sheet.pdf"`, Body: data}, err
	})
	route(a, Assistant, "GET", "/api/shots/{id}/set/chosen", "chosenFor", "What was chosen when a shot's set was drafted", func(ctx context.Context, in *ByID) (*body[set.Chosen], error) {
		return point(s.Set.ChosenFor(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/mend", "mendSet", "Press what the findings of a set offer, as long as it gains", func(ctx context.Context, in *struct {
		ByID
		Body OnlySet
	}) (*body[draft.Mended], error) {
		return point(s.Set.Mend(ctx, in.ID, in.Body.Set))
	})
}
