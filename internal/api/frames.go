package api

import (
	"context"

	craftframes "figladder/internal/craft/frames"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/frames"
)

func (a *API) frameRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/frames", "frames", "A shoot's frames", func(ctx context.Context, in *struct {
		ByID
		Shot string `query:"shot" doc:"Only this shot's"`
	}) (*body[[]store.Frame], error) {
		return answer(s.Frames.Frames(ctx, in.ID, in.Shot))
	})
	route(a, Assistant, "GET", "/api/frames/{id}/picture", "framePicture", "A frame's picture", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		row, err := s.Frames.Frame(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, row.Picture())
	})
	route(a, Photographer, "PUT", "/api/frames/{id}", "keepFrame", "Keep a frame, or let it go", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Kept    bool `json:"kept" doc:"Whether it is the one"`
			Version int  `json:"version" doc:"The version read"`
		}
	}) (*body[store.Frame], error) {
		return point(s.Frames.Keep(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Kept))
	})
	route(a, Assistant, "PUT", "/api/frames/{id}/answers", "answerFrame", "Answer the three questions about a frame", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Answers scene.Questions `json:"answers" doc:"What is said to them"`
			Version int             `json:"version" doc:"The version read"`
		}
	}) (*body[store.Frame], error) {
		return point(s.Frames.Answer(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Answers))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/take", "take", "Take a frame", func(ctx context.Context, in *struct {
		ByID
		Free  bool   `query:"free" doc:"Whether it is taken freely, the camera off its tripod"`
		After string `query:"after" maxLength:"64" doc:"The last frame that whoever presses has seen: a press before the next one is there is the same press"`
	}) (*body[store.Frame], error) {
		return point(s.Frames.Take(ctx, who(ctx), in.ID, in.Free))
	}, a.makes)
	route(a, Assistant, "PUT", "/api/frames/{id}/note", "noteFrame", "Write something beside a frame", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Note    string `json:"note" maxLength:"500" doc:"What is written; empty for nothing"`
			Version int    `json:"version" doc:"The version read"`
		}
	}) (*body[store.Frame], error) {
		return point(s.Frames.Note(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Note))
	})
	route(a, Assistant, "GET", "/api/frames/{id}/numbers", "frameNumbers", "What a frame's picture says in numbers: clipped, sharp, cast, hero against the rest", func(ctx context.Context, in *ByID) (*body[craftframes.Numbers], error) {
		return point(s.Frames.NumbersOf(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/frames/{id}/ratio", "frameRatio", "Key to fill on two facets of a frame", func(ctx context.Context, in *struct {
		ByID
		KeyX  float64 `query:"keyX" minimum:"0" maximum:"1" doc:"The facet that the key meets, from the left"`
		KeyY  float64 `query:"keyY" minimum:"0" maximum:"1" doc:"From the top"`
		FillX float64 `query:"fillX" minimum:"0" maximum:"1" doc:"The facet that only the fill meets, from the left"`
		FillY float64 `query:"fillY" minimum:"0" maximum:"1" doc:"From the top"`
	}) (*body[frames.Ratio], error) {
		return point(s.Frames.RatioOf(ctx, in.ID, craftframes.Spot{X: in.KeyX, Y: in.KeyY}, craftframes.Spot{X: in.FillX, Y: in.FillY}))
	})
	route(a, Assistant, "GET", "/api/camera", "camera", "The camera on its cable, and what waits on its card", func(ctx context.Context, _ *none) (*body[frames.CameraNow], error) {
		return point(s.Frames.CameraOf(ctx))
	})
	route(a, Assistant, "PUT", "/api/camera/mode", "cameraMode", "Say how the camera takes", func(ctx context.Context, in *struct {
		Body struct {
			Mode string `json:"mode" maxLength:"60" doc:"One of its modes"`
		}
	}) (*body[frames.CameraNow], error) {
		return point(s.Frames.SetMode(ctx, in.Body.Mode))
	})
	route(a, Assistant, "PUT", "/api/camera/here", "fetchFrames", "Bring what waits on the camera's card", func(ctx context.Context, _ *none) (*body[frames.CameraNow], error) {
		return point(s.Frames.FetchNow(ctx))
	})
	route(a, Assistant, "PUT", "/api/camera/by-hand", "handleCamera", "Do something to a simulated camera by hand", func(ctx context.Context, in *struct {
		Body struct {
			Act string `json:"act" maxLength:"60" doc:"What is done"`
		}
	}) (*body[frames.CameraNow], error) {
		return point(s.Frames.Handle(ctx, in.Body.Act))
	})
	route(a, Photographer, "DELETE", "/api/frames/{id}", "removeFrame", "Take a frame away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Frames.RemoveFrame(ctx, who(ctx), in.ID)
	}, empty)
}
