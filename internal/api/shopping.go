package api

import (
	"context"

	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/formats/shopcsv"
	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
)

// GoodsSave is how a thing is bought, with the version it was read at.
type GoodsSave struct {
	ID      string         `json:"id" maxLength:"60" doc:"Key of the goods; empty for new ones"`
	Version int            `json:"version" doc:"The version read; 0 for new ones"`
	Goods   shopping.Goods `json:"goods" doc:"How it is bought"`
}

type byRegion struct {
	ByID
	Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons"`
}

func (a *API) shoppingRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/shopping", "shopping", "What to buy for a shoot", func(ctx context.Context, in *byRegion) (*body[kitchen.Basket], error) {
		return point(s.Kitchen.Shopping(ctx, in.ID, in.Region))
	})
	route(a, Assistant, "PUT", "/api/shoots/{id}/shopping", "saveShopping", "Save what was decided about the shopping", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Choices shopping.Choices `json:"choices" doc:"What was decided"`
			Version int              `json:"version" doc:"The version read; 0 before the first"`
			Words   string           `json:"words" maxLength:"120" doc:"What was done, for undo; or empty"`
		}
	}) (*done, error) {
		return &done{}, s.Kitchen.SaveChoices(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Choices, in.Body.Words)
	}, empty)
	route(a, Stylist, "PUT", "/api/shoots/{id}/goods", "saveGoods", "Say how a thing is bought", func(ctx context.Context, in *struct {
		ByID
		Body GoodsSave
	}) (*body[store.GoodsRow], error) {
		return point(s.Kitchen.SaveGoods(ctx, who(ctx), in.ID, in.Body.ID, in.Body.Version, in.Body.Goods))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/shopping.pdf", "shoppingPDF", "The shopping for print", func(ctx context.Context, in *byRegion) (*document, error) {
		return pdf("shopping.pdf")(s.Kitchen.PrintShopping(ctx, in.ID, in.Region))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/shopping.csv", "shoppingCSV", "The shopping as CSV", func(ctx context.Context, in *byRegion) (*document, error) {
		b, err := s.Kitchen.Shopping(ctx, in.ID, in.Region)
		if err != nil {
			return nil, err
		}
		data, err := shopcsv.Write(b.List, b.Currency)
		return &document{ContentType: "text/csv; charset=utf-8", Disposition: `attachment; filename="shopping.csv"`, Body: data}, err
	})
}

func (a *API) seriesRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/series", "series", "A shoot's dishes divided into days", func(ctx context.Context, in *ByID) (*body[list.SeriesPlan], error) {
		t, err := s.Kitchen.SeriesTerms(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		out, err := s.List.PlanSeries(ctx, in.ID, t.Terms)
		if err == nil {
			out.Version = t.Version
		}
		return point(out, err)
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}/series", "saveSeries", "Save what the days offer and cost", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Terms   series.Terms `json:"terms" doc:"What days offer and cost"`
			Version int          `json:"version" doc:"The version read; 0 before the first"`
		}
	}) (*body[kitchen.TermsOf], error) {
		return point(s.Kitchen.SaveSeriesTerms(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Terms))
	})
}
