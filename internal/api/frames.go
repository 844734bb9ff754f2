package api

import (
	"context"
	"fmt"

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
	route(a, Assistant, "GET", "/api/frames/{id}/picture", "framePicture", "A frame's picture", func(ctx context.Context, in *struct {
		ByID
		Conditional
		Long int `query:"long" minimum:"0" maximum:"10000" doc:"Pixels on the long side; 0 for the file itself"`
	}) (*picture, error) {
		row, err := s.Frames.Frame(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return in.tagged(fmt.Sprintf("%.24s-%d", row.SHA256, in.Long), func() ([]byte, error) { return s.Frames.Picture(ctx, in.ID, in.Long) })
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
	route(a, Assistant, "GET", "/api/shots/{id}/finish", "finish", "What a kept frame needs", func(ctx context.Context, in *ByID) (*body[frames.FinishList], error) {
		return point(s.Frames.FinishOf(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/tick", "tick", "Tick a finish step", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Key  string `json:"key" doc:"Which step"`
			Done bool   `json:"done" doc:"Ticked or not"`
		}
	}) (*body[frames.FinishList], error) {
		return point(s.Frames.Tick(ctx, who(ctx), in.ID, in.Body.Key, in.Body.Done))
	})
	route(a, Photographer, "POST", "/api/shots/{id}/approve", "approve", "Record a yes", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Who   string `json:"who" maxLength:"200" doc:"Who said yes; empty for yourself"`
			Words string `json:"words" maxLength:"1000" doc:"What they said"`
		}
	}) (*body[frames.FinishList], error) {
		return point(s.Frames.Approve(ctx, who(ctx), in.ID, in.Body.Who, in.Body.Words))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/take", "take", "Take a frame", func(ctx context.Context, in *ByID) (*body[store.Frame], error) {
		return point(s.Frames.Take(ctx, who(ctx), in.ID))
	})
	route(a, Photographer, "DELETE", "/api/frames/{id}", "removeFrame", "Take a frame away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Frames.RemoveFrame(ctx, who(ctx), in.ID)
	}, empty)
}
