package api

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/set"
)

// RenderAsk is a set to be rendered.
type RenderAsk struct {
	Set scene.Set `json:"set" doc:"The set, saved or not"`
	As  string    `json:"as" enum:"passing,usual,large" default:"usual" doc:"In passing, to keep, or large and to keep"`
}

// LensAsk is what must be in the frame, and where the camera can stand.
type LensAsk struct {
	Set scene.Set `json:"set" doc:"The set"`
	set.LensWish
}

// CompareAsk is two variants of a set.
type CompareAsk struct {
	A scene.Set `json:"a" doc:"The first"`
	B scene.Set `json:"b" doc:"The second"`
}

// FollowAsk names the shot whose camera and light are kept.
type FollowAsk struct {
	From string `json:"from" doc:"The shot"`
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
		return &document{ContentType: "image/png", Body: data}, err
	})
	route(a, Assistant, "DELETE", "/api/renderings/{id}", "cancelRendering", "Stop a picture", func(_ context.Context, in *ByID) (*done, error) {
		return &done{}, s.Set.CancelRendering(in.ID)
	})
	route(a, Assistant, "GET", "/api/shots/{id}/previews", "previews", "Pictures kept of a shot's set, newest first", func(ctx context.Context, in *ByID) (*body[[]store.Preview], error) {
		return answer(s.Set.Previews(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/previews/{id}/picture", "previewPicture", "A kept picture", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.Set.PreviewPicture(ctx, in.ID)
		return &document{ContentType: "image/png", Body: data}, err
	})
	route(a, Assistant, "POST", "/api/set/lenses", "lensChoices", "Which lenses of the kit show it, and from where", func(ctx context.Context, in *struct{ Body LensAsk }) (*body[[]set.LensChoice], error) {
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
	})
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

// AddAsk is a set and what is put into it.
type AddAsk struct {
	Set  scene.Set    `json:"set" doc:"The set"`
	What set.Addition `json:"what" doc:"What is put in"`
}
