package api

import (
	"context"

	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio"
)

// RenderAsk is a set to be rendered.
type RenderAsk struct {
	Set scene.Set `json:"set" doc:"The set, saved or not"`
	As  string    `json:"as" enum:"passing,usual,large" default:"usual" doc:"In passing, to keep, or large and to keep"`
}

// LensAsk is what must be in the frame, and where the camera can stand.
type LensAsk struct {
	Set scene.Set `json:"set" doc:"The set"`
	studio.LensWish
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
	}) (*body[studio.Rendering], error) {
		return point(s.StartRendering(ctx, in.ID, in.Body.Set, studio.RenderWishes[in.Body.As]))
	})
	route(a, Assistant, "GET", "/api/renderings/{id}", "rendering", "How far a picture is", func(_ context.Context, in *ByID) (*body[studio.Rendering], error) {
		return point(s.RenderingOf(in.ID))
	})
	route(a, Assistant, "GET", "/api/renderings/{id}/picture", "renderingPicture", "A picture as far as it is", func(_ context.Context, in *struct {
		ByID
		Step int `query:"step" doc:"Which step is asked for; it only makes the address new"`
	}) (*document, error) {
		data, err := s.RenderingPicture(in.ID)
		return &document{ContentType: "image/png", Body: data}, err
	})
	route(a, Assistant, "DELETE", "/api/renderings/{id}", "cancelRendering", "Stop a picture", func(_ context.Context, in *ByID) (*done, error) {
		return &done{}, s.CancelRendering(in.ID)
	})
	route(a, Assistant, "GET", "/api/shots/{id}/previews", "previews", "Pictures kept of a shot's set, newest first", func(ctx context.Context, in *ByID) (*body[[]store.Preview], error) {
		return answer(s.Previews(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/previews/{id}/picture", "previewPicture", "A kept picture", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.PreviewPicture(ctx, in.ID)
		return &document{ContentType: "image/png", Body: data}, err
	})
	route(a, Assistant, "POST", "/api/set/lenses", "lensChoices", "Which lenses of the kit show it, and from where", func(ctx context.Context, in *struct{ Body LensAsk }) (*body[[]studio.LensChoice], error) {
		return answer(s.LensChoices(ctx, in.Body.Set, in.Body.LensWish))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/compare", "compareSets", "Two variants of a set beside one another", func(ctx context.Context, in *struct {
		ByID
		Body CompareAsk
	}) (*body[studio.Compared], error) {
		return point(s.CompareSets(ctx, in.ID, in.Body.A, in.Body.B))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/angles", "angleRound", "The same set from 0 to 90°", func(ctx context.Context, in *struct {
		ByID
		Body OnlySet
	}) (*body[[]scene.AngleCell], error) {
		return answer(s.AnglesOf(ctx, in.ID, in.Body.Set))
	})
	route(a, Stylist, "POST", "/api/shots/{id}/set/follow", "followSet", "Keep the camera and light of another shot's set", func(ctx context.Context, in *struct {
		ByID
		Body FollowAsk
	}) (*body[studio.PlannedSet], error) {
		return point(s.FollowSet(ctx, who(ctx), in.ID, in.Body.From))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/set/sheet.svg", "setSheetSvg", "A set on one page, SVG", func(ctx context.Context, in *ByID) (*document, error) {
		sheet, err := s.SetSheet(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return &document{ContentType: "image/svg+xml", Body: sheet.SVG()}, nil
	})
	route(a, Assistant, "GET", "/api/shots/{id}/set/sheet.pdf", "setSheetPdf", "A set on one page, PDF", func(ctx context.Context, in *ByID) (*document, error) {
		sheet, err := s.SetSheet(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		data, err := sheet.PDF()
		return &document{ContentType: "application/pdf", Disposition: `attachment; filename="set.pdf"`, Body: data}, err
	})
	route(a, Assistant, "POST", "/api/set/add", "addToSet", "Put something more into a set, where it usually goes", func(ctx context.Context, in *struct{ Body AddAsk }) (*body[scene.Set], error) {
		return point(s.AddToSet(ctx, in.Body.Set, in.Body.What))
	})
	route(a, Assistant, "GET", "/api/habits", "habits", "What the studio has chosen where there are schools", func(ctx context.Context, _ *none) (*body[studio.Habits], error) {
		return point(s.Habits(ctx))
	})
	route(a, Photographer, "PUT", "/api/habits", "setHabits", "Choose among schools", func(ctx context.Context, in *struct {
		Body struct {
			LensSchool string `json:"lensSchool" enum:",zoom,fifty,long" doc:"Which school of lenses is followed"`
			Version    int    `json:"version" doc:"The version read"`
		}
	}) (*body[studio.Habits], error) {
		return point(s.SetHabits(ctx, who(ctx), in.Body.Version, in.Body.LensSchool))
	})
}

// AddAsk is a set and what is put into it.
type AddAsk struct {
	Set  scene.Set       `json:"set" doc:"The set"`
	What studio.Addition `json:"what" doc:"What is put in"`
}
