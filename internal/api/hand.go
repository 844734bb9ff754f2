package api

import (
	"context"

	craft "figladder/internal/craft/styling"
)

// What cannot be is told in words by the labs, so that fields have no bounds here.
func (a *API) handRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/lab/butter", "butterLab", "How long butter keeps its edges", func(_ context.Context, in *struct {
		LongMm   float64 `query:"longMm" default:"30" doc:"Long, mm"`
		WideMm   float64 `query:"wideMm" default:"30" doc:"Wide, mm"`
		HighMm   float64 `query:"highMm" default:"12" doc:"High, mm"`
		BevelMm  float64 `query:"bevelMm" doc:"How far edges are melted off, mm"`
		FreezerC float64 `query:"freezerC" default:"-18" doc:"The freezer, °C"`
		RoomC    float64 `query:"roomC" default:"20" doc:"The room, °C"`
		OnC      float64 `query:"onC" default:"20" doc:"What it lies on, °C"`
	}) (*body[craft.HandLab], error) {
		return answer(s.Styling.Butter(craft.ButterAsk{LongMm: in.LongMm, WideMm: in.WideMm, HighMm: in.HighMm, BevelMm: in.BevelMm, FreezerC: in.FreezerC, RoomC: in.RoomC, OnC: in.OnC}))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/lab/foam", "foamLab", "A head of foam in a frame's glass", func(ctx context.Context, in *struct {
		ByID
		Kind    string  `query:"kind" maxLength:"60" doc:"What it is on"`
		HeadMm  float64 `query:"headMm" default:"20" doc:"How high, mm"`
		LeastMm float64 `query:"leastMm" default:"14" doc:"At least, mm"`
		Glasses int     `query:"glasses" default:"1" doc:"Glasses on the table"`
	}) (*body[craft.HandLab], error) {
		return answer(s.Styling.Foam(ctx, in.ID, craft.FoamAsk{Kind: in.Kind, HeadMm: in.HeadMm, LeastMm: in.LeastMm, Glasses: in.Glasses}))
	})
	route(a, Assistant, "GET", "/api/lab/scoop", "scoopLab", "When something frozen is scooped, and how long it stands", func(_ context.Context, in *struct {
		Kind       string  `query:"kind" maxLength:"60" doc:"What is scooped"`
		DiameterMm float64 `query:"diameterMm" default:"50" doc:"A ball across, mm"`
		TubMl      float64 `query:"tubMl" default:"1000" doc:"The tub, ml"`
		FromC      float64 `query:"fromC" default:"-18" doc:"The freezer, °C"`
		RoomC      float64 `query:"roomC" default:"20" doc:"The room, °C"`
	}) (*body[craft.HandLab], error) {
		return answer(s.Styling.Scoop(craft.ScoopAsk{Kind: in.Kind, DiameterMm: in.DiameterMm, TubMl: in.TubMl, FromC: in.FromC, RoomC: in.RoomC}))
	})
	route(a, Assistant, "GET", "/api/lab/gloss", "glossLab", "How far a sauce is thinned so that its coat stays", func(_ context.Context, in *struct {
		Kind   string  `query:"kind" maxLength:"60" doc:"What shines"`
		AllMl  float64 `query:"allMl" default:"100" doc:"Of it, ml"`
		WallMm float64 `query:"wallMm" default:"30" doc:"How high it clings, mm"`
		CoatMm float64 `query:"coatMm" default:"0.4" doc:"How thick its coat shall still be, mm"`
		HoldS  float64 `query:"holdS" default:"30" doc:"After so long, s"`
	}) (*body[craft.HandLab], error) {
		return answer(s.Styling.Gloss(craft.GlossAsk{Kind: in.Kind, AllMl: in.AllMl, WallMm: in.WallMm, CoatMm: in.CoatMm, HoldS: in.HoldS}))
	})
	route(a, Assistant, "GET", "/api/lab/snow", "snowLab", "Crushed ice or snow that stays", func(_ context.Context, in *struct {
		Glasses int     `query:"glasses" default:"1" doc:"Glasses or dishes"`
		EachMl  float64 `query:"eachMl" default:"200" doc:"In each, ml"`
		Dry     bool    `query:"dry" doc:"Snow rather than wet crushed ice"`
	}) (*body[craft.HandLab], error) {
		return answer(s.Styling.Snow(craft.SnowAsk{Glasses: in.Glasses, EachMl: in.EachMl, Dry: in.Dry}))
	})
}
