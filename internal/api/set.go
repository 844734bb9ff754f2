package api

import (
	"context"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/set"
)

// OnlySet is a set by itself.
type OnlySet struct {
	Set scene.Set `json:"set" doc:"The set"`
}

// SolveAsk is a set and what its light should be.
type SolveAsk struct {
	Set  scene.Set  `json:"set" doc:"The set"`
	Goal scene.Goal `json:"goal" doc:"What is wanted"`
}

// RoomAsk is a set to be stood in the studio.
type RoomAsk struct {
	Set        scene.Set `json:"set" doc:"The set"`
	FarSideDeg float64   `json:"farSideDeg" minimum:"-360" maximum:"360" doc:"Compass bearing its far side looks to"`
}

// AddAsk is a set and what is put into it.
type AddAsk struct {
	Set  scene.Set    `json:"set" doc:"The set"`
	What set.Addition `json:"what" doc:"What is put in"`
}

// FollowAsk names the shot whose camera and light are kept.
type FollowAsk struct {
	From string `json:"from" doc:"The shot"`
}

// CompareAsk is two variants of a set.
type CompareAsk struct {
	A scene.Set `json:"a" doc:"The first"`
	B scene.Set `json:"b" doc:"The second"`
}

// LensAsk is what must be in the frame, and where the camera can stand.
type LensAsk struct {
	Set scene.Set `json:"set" doc:"The set"`
	scene.LensWish
}

// RenderAsk is a set to be rendered.
type RenderAsk struct {
	Set scene.Set `json:"set" doc:"The set, saved or not"`
	As  string    `json:"as" enum:"passing,usual,large" default:"usual" doc:"In passing, to keep, or large and to keep"`
}

// TryAsk is a try to be made on a set.
type TryAsk struct {
	Set   scene.Set      `json:"set" doc:"The set"`
	Edits []finding.Edit `json:"edits" maxItems:"40" doc:"What the try changes"`
}

// SetAsk is a set to be read, saved or not.
type SetAsk struct {
	Set   scene.Set `json:"set" doc:"The set"`
	Quick bool      `json:"quick" doc:"Coarser, for while something is being dragged"`
}

func (a *API) setRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shots/{id}/set", "set", "A shot's set", func(ctx context.Context, in *ByID) (*body[set.PlannedSet], error) {
		return point(s.Set.SetOf(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/set", "saveSet", "Save a shot's set", func(ctx context.Context, in *struct {
		ByID
		Body set.PlannedSet
	}) (*body[set.PlannedSet], error) {
		return point(s.Set.SaveSet(ctx, who(ctx), in.ID, in.Body))
	})
	a.setUpRoutes()
	route(a, Assistant, "POST", "/api/shots/{id}/set/read", "readSet", "Work out everything about a set", func(ctx context.Context, in *struct {
		ByID
		Body SetAsk
	}) (*body[set.SetReading], error) {
		return point(s.Review.ReadSet(ctx, in.ID, in.Body.Set, in.Body.Quick))
	})
	route(a, Assistant, "POST", "/api/set/try", "trySet", "Make a try on a set", func(_ context.Context, in *struct{ Body TryAsk }) (*body[scene.Set], error) {
		return point(s.Set.ApplyTry(in.Body.Set, in.Body.Edits))
	})
}

func (a *API) lensRoutes() {
	s := a.studio
	route(a, Assistant, "POST", "/api/shots/{id}/renderings", "startRendering", "Begin a picture of a set", func(ctx context.Context, in *struct {
		ByID
		Body RenderAsk
	}) (*body[set.Rendering], error) {
		return point(s.Set.StartRendering(ctx, in.ID, in.Body.Set, set.RenderWishes[in.Body.As]))
	})
	route(a, Assistant, "GET", "/api/renderings/{id}", "rendering", "How far a picture is", func(_ context.Context, in *ByID) (*body[set.Rendering], error) {
		return point(s.Set.RenderingOf(in.ID))
	})
	route(a, Assistant, "GET", "/api/renderings/{id}/picture", "renderingPicture", "A picture as far as it is", func(_ context.Context, in *struct {
		ByID
		Step int `query:"step" doc:"Which step is asked for; it only makes the address new"`
	}) (*document, error) {
		data, err := s.Set.RenderingPicture(in.ID)
		return &document{ContentType: "image/jpeg", Body: data}, err
	})
	route(a, Assistant, "DELETE", "/api/renderings/{id}", "cancelRendering", "Stop a picture", func(_ context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.CancelRendering(in.ID)
	})
	route(a, Assistant, "GET", "/api/shots/{id}/previews", "previews", "Pictures kept of a shot's set, newest first", func(ctx context.Context, in *ByID) (*body[[]store.Preview], error) {
		return answer(s.Set.Previews(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/previews/{id}/picture", "previewPicture", "A kept picture", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		row, err := s.Set.Preview(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, row.SHA256)
	})
	route(a, Assistant, "POST", "/api/set/lenses", "lensChoices", "Which lenses of the kit show it, and from where", func(ctx context.Context, in *struct{ Body LensAsk }) (*body[[]scene.LensChoice], error) {
		return answer(s.Set.LensChoices(ctx, in.Body.Set, in.Body.LensWish))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/compare", "compareSets", "Two variants of a set beside one another", func(ctx context.Context, in *struct {
		ByID
		Body CompareAsk
	}) (*body[scene.Compared], error) {
		return point(s.Set.CompareSets(ctx, in.ID, in.Body.A, in.Body.B))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/angles", "angleRound", "The same set from 0 to 90°", func(ctx context.Context, in *struct {
		ByID
		Body OnlySet
	}) (*body[[]scene.AngleCell], error) {
		return answer(s.Set.AnglesOf(ctx, in.ID, in.Body.Set))
	})
	route(a, Stylist, "POST", "/api/shots/{id}/set/follow", "followSet", "Keep the camera and light of another shot's set", func(ctx context.Context, in *struct {
		ByID
		Body FollowAsk
	}) (*body[set.PlannedSet], error) {
		return point(s.Set.FollowSet(ctx, who(ctx), in.ID, in.Body.From))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shots/{id}/set/sheet.svg", "setSheetSvg", "A set on one page, SVG", func(ctx context.Context, in *ByID) (*document, error) {
		sheet, err := s.Set.SetSheet(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return &document{ContentType: "image/svg+xml", Body: sheet.SVG()}, nil
	})
	route(a, Assistant, "GET", "/api/shots/{id}/set/sheet.pdf", "setSheetPdf", "A set on one page, PDF", func(ctx context.Context, in *ByID) (*document, error) {
		sheet, err := s.Set.SetSheet(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		data, err := sheet.PDF()
		return &document{ContentType: "application/pdf", Disposition: `attachment; filename="set.pdf"`, Body: data}, err
	})
	route(a, Assistant, "POST", "/api/set/add", "addToSet", "Put something more into a set, where it usually goes", func(ctx context.Context, in *struct{ Body AddAsk }) (*body[scene.Set], error) {
		return point(s.Set.AddToSet(ctx, in.Body.Set, in.Body.What))
	})
	route(a, Assistant, "GET", "/api/habits", "habits", "What the studio has chosen where there are schools", func(ctx context.Context, _ *none) (*body[set.Habits], error) {
		return point(s.Set.Habits(ctx))
	})
	route(a, Photographer, "PUT", "/api/habits", "setHabits", "Choose among schools", func(ctx context.Context, in *struct {
		Body struct {
			LensSchool string `json:"lensSchool" enum:",zoom,fifty,long" doc:"Which school of lenses is followed"`
			Version    int    `json:"version" doc:"The version read"`
		}
	}) (*body[set.Habits], error) {
		return point(s.Set.SetHabits(ctx, who(ctx), in.Body.Version, in.Body.LensSchool))
	})
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
	a.placeRoutes()
}
