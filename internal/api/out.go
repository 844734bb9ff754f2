package api

import (
	"context"
	"io"

	"figladder/internal/craft/release"
	"figladder/internal/store"
	"figladder/internal/studio/out"
)

// daysAsk asks for what lies between two days.
type daysAsk struct {
	From string `query:"from" required:"true" format:"date" maxLength:"10" doc:"First day, YYYY-MM-DD"`
	To   string `query:"to" required:"true" format:"date" maxLength:"10" doc:"Last day, YYYY-MM-DD"`
}

func (a *API) outRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/outlets", "outlets", "Where pictures can go", func(ctx context.Context, _ *none) (*body[[]release.Outlet], error) {
		return answer(s.Out.Outlets(ctx))
	})
	route(a, Assistant, "GET", "/api/outlets/kept", "keptOutlets", "The outlets as the studio keeps them", func(ctx context.Context, _ *none) (*body[[]out.OutletNow], error) {
		return answer(s.Out.KeptOutlets(ctx))
	})
	route(a, Photographer, "POST", "/api/outlets", "addOutlet", "Write an outlet down", func(ctx context.Context, in *struct {
		Body struct {
			Outlet release.Outlet `json:"outlet" doc:"What it asks for"`
		}
	}) (*body[store.OutletRow], error) {
		return point(s.Out.SaveOutlet(ctx, who(ctx), "", 0, in.Body.Outlet))
	}, a.makes)
	route(a, Photographer, "PUT", "/api/outlets/{id}", "saveOutlet", "Change what an outlet asks for", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Outlet  release.Outlet `json:"outlet" doc:"What it asks for"`
			Version int            `json:"version" doc:"The version read"`
		}
	}) (*body[store.OutletRow], error) {
		return point(s.Out.SaveOutlet(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Outlet))
	})
	route(a, Photographer, "DELETE", "/api/outlets/{id}", "removeOutlet", "Take an outlet away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Out.RemoveOutlet(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "POST", "/api/shots/{id}/cut", "checkCut", "Work a cut out", func(ctx context.Context, in *struct {
		ByID
		Body out.CutOrder
	}) (*body[out.CutCheck], error) {
		return point(s.Out.CheckCut(ctx, in.ID, in.Body))
	})
	route(a, Photographer, "POST", "/api/shots/{id}/publish", "publish", "Send a cut to an outlet", func(ctx context.Context, in *struct {
		ByID
		Body out.CutOrder
	}) (*body[store.Publication], error) {
		return point(s.Out.Publish(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Photographer, "POST", "/api/publications/{id}/call-off", "callOff", "Keep a picture that waits from going out", func(ctx context.Context, in *ByID) (*body[store.Publication], error) {
		return point(s.Out.CallOff(ctx, who(ctx), in.ID))
	}, a.makes)
	route(a, Photographer, "POST", "/api/publications/{id}/take-down", "takeDown", "Ask for a picture to be taken down", func(ctx context.Context, in *ByID) (*body[store.Publication], error) {
		return point(s.Out.TakeDown(ctx, who(ctx), in.ID))
	}, a.makes)
	route(a, Photographer, "POST", "/api/publications/{id}/confirm-down", "confirmDown", "Say that a picture is not there any more", func(ctx context.Context, in *ByID) (*body[store.Publication], error) {
		return point(s.Out.ConfirmDown(ctx, who(ctx), in.ID))
	}, a.makes)
	route(a, Assistant, "POST", "/api/shots/{id}/words", "draftWords", "Draft the words of a cut from what is known of it", func(ctx context.Context, in *struct {
		ByID
		Body out.CutOrder
	}) (*body[release.Words], error) {
		return point(s.Out.DraftWords(ctx, in.ID, in.Body))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/together", "together", "What stands at an outlet, judged as a set", func(ctx context.Context, in *struct {
		ByID
		Outlet string `query:"outlet" required:"true" maxLength:"64" doc:"Which outlet"`
	}) (*body[out.Together], error) {
		return point(s.Out.Together(ctx, in.ID, in.Outlet))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/rest", "restOfSet", "What of a shoot is not at an outlet yet, and whether it may go", func(ctx context.Context, in *struct {
		ByID
		Outlet string `query:"outlet" required:"true" maxLength:"64" doc:"Which outlet"`
	}) (*body[[]out.ForSet], error) {
		return answer(s.Out.Rest(ctx, in.ID, in.Outlet))
	})
	route(a, Photographer, "POST", "/api/shoots/{id}/rest", "publishRest", "Send all of a shoot that may go to an outlet", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Outlet string `json:"outlet" maxLength:"64" doc:"Which outlet"`
		}
	}) (*body[[]out.ForSet], error) {
		return answer(s.Out.PublishRest(ctx, who(ctx), in.ID, in.Body.Outlet))
	}, a.makes)
	route(a, Assistant, "GET", "/api/outings", "outings", "What goes out, went and has to come down", func(ctx context.Context, in *daysAsk) (*body[[]out.Outing], error) {
		return answer(s.Out.Calendar(ctx, in.From, in.To))
	})
	route(a, Assistant, "GET", "/api/outings/calendar", "outingsCalendar", "The same for another calendar (iCalendar)", func(ctx context.Context, in *daysAsk) (*document, error) {
		data, err := s.Out.OutingsICS(ctx, in.From, in.To)
		return &document{ContentType: "text/calendar; charset=utf-8", Disposition: `attachment; filename="what goes out.ics"`, Body: data}, err
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/publications", "publications", "What was sent", func(ctx context.Context, in *struct {
		ByID
		Shot string `query:"shot" doc:"Only this shot's"`
	}) (*body[[]store.Publication], error) {
		return answer(s.Out.Publications(ctx, in.ID, in.Shot))
	})
	route(a, Photographer, "GET", "/api/shoots/{id}/delivery", "delivery", "What is handed over of a shoot, as ZIP", func(ctx context.Context, in *ByID) (*bundle, error) {
		return bundled(func(to io.Writer) error { return s.Out.Hand(ctx, in.ID, to) }, "delivery.zip")
	})
	route(a, Photographer, "GET", "/api/shots/{id}/post", "recipePost", "A dish's recipe as it was made, to be posted with its picture, as ZIP", func(ctx context.Context, in *ByID) (*bundle, error) {
		return bundled(func(to io.Writer) error { return s.Out.Post(ctx, in.ID, to) }, "post.zip")
	})
	route(a, Assistant, "GET", "/api/publications/{id}/picture", "cutPicture", "The file that was sent", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Out.CutFile(ctx, in.ID))
	})
}
