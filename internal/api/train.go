package api

import (
	"context"
	"fmt"

	craft "figladder/internal/craft/train"
	"figladder/internal/studio/train"
)

// ByDrill names a drill.
type ByDrill struct {
	Key string `path:"key" maxLength:"64" doc:"Key of the drill"`
}

func (a *API) trainRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/training", "training", "What to drill now, and how far you are", func(ctx context.Context, _ *none) (*body[train.Training], error) {
		return point(s.Train.Of(ctx, who(ctx)))
	})
	route(a, Assistant, "GET", "/api/drills/{key}", "drill", "A question about a picture", func(ctx context.Context, in *struct{ ByDrill }) (*body[craft.Drill], error) {
		return point(s.Train.Drill(ctx, in.Key))
	})
	route(a, Assistant, "GET", "/api/drills/{key}/picture", "drillPicture", "The picture that is asked about", func(ctx context.Context, in *struct {
		ByDrill
		Conditional
		Long int `query:"long" minimum:"32" maximum:"900" default:"600" doc:"Pixels on the long side"`
	}) (*picture, error) {
		return in.tagged(fmt.Sprintf("%s-%d", in.Key, in.Long), func() ([]byte, error) { return s.Train.Picture(ctx, in.Key, in.Long) })
	})
	route(a, Assistant, "POST", "/api/drills/{key}/answer", "answerDrill", "Answer a drill", func(ctx context.Context, in *struct {
		ByDrill
		Body struct {
			Choice int `json:"choice" minimum:"0" maximum:"20" doc:"Which answer, from 0"`
		}
	}) (*body[train.Graded], error) {
		return point(s.Train.Answer(ctx, who(ctx), in.Key, in.Body.Choice))
	})
}
