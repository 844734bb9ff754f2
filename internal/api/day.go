package api

import (
	"context"

	"figladder/internal/studio/day"
)

func (a *API) dayRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/day", "day", "A shoot's day: its jobs, its light, the plan that was taken and what it breaks", func(ctx context.Context, in *ByID) (*body[day.Bench], error) {
		return point(s.Day.BenchOf(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/day/offers", "dayOffers", "Three good days to choose from, or the wishes that clash", func(ctx context.Context, in *ByID) (*body[day.Offers], error) {
		return point(s.Day.OffersOf(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/shoots/{id}/day", "sayDay", "Say what a day has: hours, hands, ovens, own jobs", func(ctx context.Context, in *struct {
		ByID
		Body day.TermsOfDay
	}) (*body[day.Bench], error) {
		return point(s.Day.Say(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Stylist, "PUT", "/api/shoots/{id}/day/taken", "takeDay", "Take a day that was offered", func(ctx context.Context, in *struct {
		ByID
		Body day.Taking
	}) (*body[day.Bench], error) {
		return point(s.Day.Take(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Stylist, "PUT", "/api/shoots/{id}/day/job", "moveJob", "Move, pin, lengthen or leave out a job; what follows moves with it", func(ctx context.Context, in *struct {
		ByID
		Body day.Move
	}) (*body[day.Bench], error) {
		return point(s.Day.MoveJob(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Assistant, "PUT", "/api/shoots/{id}/day/went", "jobWent", "Say that a job has begun, is over, or has not begun after all", func(ctx context.Context, in *struct {
		ByID
		Body day.WentAsk
	}) (*body[day.Bench], error) {
		return point(s.Day.Went(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Stylist, "PUT", "/api/shoots/{id}/day/again", "planAgain", "Plan the rest of a day again from now", func(ctx context.Context, in *struct {
		ByID
		Body day.Again
	}) (*body[day.Replanned], error) {
		return point(s.Day.PlanAgain(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/call-sheet.pdf", "callSheet", "The call sheet, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("call-sheet.pdf")(s.Day.PrintCallSheet(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/prep.pdf", "prepPDF", "What each of the crew does, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("prep.pdf")(s.Day.PrintPrep(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/day.ics", "dayCalendar", "The day as a calendar", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.Day.Calendar(ctx, in.ID)
		return &document{ContentType: "text/calendar; charset=utf-8", Disposition: `attachment; filename="day.ics"`, Body: data}, err
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/wrap", "wrap", "The end of a day: what is counted out, eaten, returned and copied", func(ctx context.Context, in *ByID) (*body[day.Wrap], error) {
		return point(s.Day.WrapOf(ctx, in.ID))
	})
	route(a, Assistant, "PUT", "/api/shoots/{id}/wrap", "wrapped", "Tick lines of the wrap list", func(ctx context.Context, in *struct {
		ByID
		Body day.WrapTick
	}) (*body[day.Wrap], error) {
		return point(s.Day.Wrapped(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Assistant, "PUT", "/api/shoots/{id}/wrap/left", "wrapLeft", "Say how much of the food was left", func(ctx context.Context, in *struct {
		ByID
		Body day.LeftSaid
	}) (*body[day.Wrap], error) {
		return point(s.Day.SayLeft(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/wrap.pdf", "wrapPDF", "The wrap list, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("wrap.pdf")(s.Day.PrintWrap(ctx, in.ID))
	})
	route(a, Photographer, "GET", "/api/shoots/{id}/cost", "cost", "What a shoot comes to", func(ctx context.Context, in *ByID) (*body[day.Money], error) {
		return point(s.Day.MoneyOf(ctx, in.ID))
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}/cost", "sayCost", "Say what it is paid, and what hours and things cost", func(ctx context.Context, in *struct {
		ByID
		Body day.MoneySaid
	}) (*body[day.Money], error) {
		return point(s.Day.SayMoney(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Photographer, "GET", "/api/shoots/{id}/estimate.pdf", "estimatePDF", "The estimate for a client, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("estimate.pdf")(s.Day.PrintEstimate(ctx, in.ID))
	})
}
