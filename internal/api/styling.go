package api

import (
	"context"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/hold"
	craft "figladder/internal/craft/styling"
	"figladder/internal/store"
	"figladder/internal/studio/styling"
)

// TechniquesAsk says which techniques are on a frame.
type TechniquesAsk struct {
	Keys    []string `json:"keys" maxItems:"60" doc:"Keys of the techniques, in order"`
	Version int      `json:"version" doc:"The version of the shot that was read"`
}

// MomentAsk says what became of a dish just now.
type MomentAsk struct {
	Out bool `json:"out" doc:"Whether from now on it stands between 5 and 60 °C"`
}

// GlowAsk says how a glow card is cut.
type GlowAsk struct {
	MarginMm float64 `json:"marginMm" minimum:"0" maximum:"30" doc:"By how much it stays inside the drink's outline"`
}

// ThinAsk says how much of its strength a drink has on the set.
type ThinAsk struct {
	Share float64 `json:"share" doc:"0.01 to 1"`
}

// LayersAsk is what is laid on one another.
type LayersAsk struct {
	Layers []drink.Layer `json:"layers" maxItems:"20" doc:"In any order; their densities say how they stand"`
}

// DewAsk says how thick dew lies on a glass.
type DewAsk struct {
	Share float64 `json:"share" doc:"0 for none to 1 for all of it"`
}

// airAsk is a room's air and how warm a dish is. What cannot be is told in words by the lab.
type airAsk struct {
	ByID
	RoomC    float64 `query:"roomC" doc:"The room, °C"`
	Humidity float64 `query:"humidity" doc:"Its humidity, %"`
	DishC    float64 `query:"dishC" doc:"The drink or dish, °C"`
	Glasses  int     `query:"glasses" default:"1" doc:"Glasses to be sprayed"`
	Cubes    int     `query:"cubes" doc:"Pieces of ice in each"`
	CubeMl   float64 `query:"cubeMl" default:"20" doc:"Volume of a piece, ml"`
}

type glowPrint struct {
	ByID
	MarginMm float64 `query:"marginMm" default:"3" minimum:"0" maximum:"30" doc:"By how much it stays inside the drink's outline"`
	Paper    string  `query:"paper" default:"A4" enum:"A4,Letter" doc:"Sheets to print on"`
	Copies   int     `query:"copies" default:"1" minimum:"1" maximum:"24" doc:"How many"`
}

func (a *API) stylingRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shots/{id}/styling", "styling", "What is styled on a frame", func(ctx context.Context, in *struct {
		ByID
		School  string `query:"school" enum:",real,made" doc:"Which school comes first; empty for neither"`
		Rule    string `query:"rule" enum:",two,two-four,own" doc:"How long food may stand warm; empty for two hours"`
		Minutes int    `query:"standMin" minimum:"0" maximum:"480" doc:"By your own rule, minutes; 0 for none told"`
	}) (*body[styling.Bench], error) {
		return point(s.Styling.BenchOf(ctx, in.ID, in.School, craft.RuleOf(in.Rule, in.Minutes)))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/techniques", "setTechniques", "Say which techniques are on a frame", func(ctx context.Context, in *struct {
		ByID
		Body TechniquesAsk
	}) (*body[store.Shot], error) {
		return point(s.Styling.SetTechniques(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Keys))
	})
	route(a, Assistant, "GET", "/api/techniques", "techniques", "Techniques that help against a problem, or all", func(_ context.Context, in *struct {
		Problem string `query:"problem" maxLength:"200" doc:"In anybody's words; empty for all"`
	}) (*body[[]craft.Technique], error) {
		return answer(styling.Techniques(in.Problem), nil)
	})
	route(a, Assistant, "GET", "/api/shots/{id}/lab/drink", "drinkLab", "How a frame's drink looks through its glass, and what is mixed", func(ctx context.Context, in *struct {
		ByID
		Lightness float64 `query:"lightness" doc:"L* wanted, 0 to 99; 0 for as it is on the set"`
		Glasses   int     `query:"glasses" default:"1" doc:"Glasses on the table"`
		Spare     int     `query:"spare" default:"1" doc:"And spare ones"`
		Cubes     int     `query:"cubes" doc:"Pieces of ice in each"`
		CubeMl    float64 `query:"cubeMl" default:"20" doc:"Volume of a piece, ml"`
	}) (*body[craft.DrinkLab], error) {
		return answer(s.Styling.Drink(ctx, in.ID, craft.DrinkAsk{Wanted: in.Lightness, Glasses: in.Glasses, Spare: in.Spare, Cubes: in.Cubes, CubeMl: in.CubeMl}))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/lab/dew", "dewLab", "Dew on a frame's glass", func(ctx context.Context, in *airAsk) (*body[craft.DewLab], error) {
		return answer(s.Styling.Dew(ctx, in.ID, craft.Air{RoomC: in.RoomC, Humidity: in.Humidity, DishC: in.DishC}, in.Glasses, in.Cubes, in.CubeMl))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/lab/steam", "steamLab", "Steam over a frame's dish", func(ctx context.Context, in *airAsk) (*body[craft.Steam], error) {
		return answer(s.Styling.Steam(ctx, in.ID, craft.Air{RoomC: in.RoomC, Humidity: in.Humidity, DishC: in.DishC}))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/lab/bowl", "bowlLab", "Hidden pieces in a frame's bowl", func(ctx context.Context, in *struct {
		ByID
		Pieces int     `query:"pieces" doc:"How many"`
		EachMl float64 `query:"eachMl" default:"15" doc:"Volume of each, ml"`
	}) (*body[craft.Lift], error) {
		return answer(s.Styling.Bowl(ctx, in.ID, in.Pieces, in.EachMl))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/lab/layers", "layersLab", "How layers lie on one another in a frame's glass", func(ctx context.Context, in *struct {
		ByID
		Body LayersAsk
	}) (*body[craft.LayersLab], error) {
		return answer(s.Styling.Layers(ctx, in.ID, in.Body.Layers))
	})
	route(a, Assistant, "GET", "/api/lab/pour", "pourLab", "A pour", func(_ context.Context, in *struct {
		Liquid string  `query:"liquid" maxLength:"60" doc:"What is poured"`
		Spout  string  `query:"spout" maxLength:"60" doc:"What from"`
		Flow   float64 `query:"flow" doc:"ml/s; 0 for what is usual"`
		FallMm float64 `query:"fallMm" doc:"From how high"`
		AllMl  float64 `query:"allMl" doc:"How much in all, ml; 0 for not told"`
	}) (*body[craft.Jet], error) {
		return answer(s.Styling.Pour(craft.PourAsk{Liquid: in.Liquid, Spout: in.Spout, FlowMl: in.Flow, FallMm: in.FallMm, AllMl: in.AllMl}))
	})
	a.handRoutes()
	route(a, Assistant, "GET", "/api/shots/{id}/glow", "glowCard", "The card cut to what a frame's glass holds", func(ctx context.Context, in *glowPrint) (*body[craft.Glow], error) {
		g, _, err := s.Styling.Glow(ctx, in.ID, in.MarginMm)
		return answer(g, err)
	})
	route(a, Assistant, "GET", "/api/shots/{id}/glow.pdf", "glowPDF", "The card at true size, PDF", func(ctx context.Context, in *glowPrint) (*document, error) {
		return pdf("glow-card.pdf")(s.Styling.PrintGlow(ctx, in.ID, in.MarginMm, in.Paper, in.Copies))
	})
	route(a, Assistant, "GET", "/api/shots/{id}/glow.svg", "glowSVG", "The card at true size, SVG", func(ctx context.Context, in *glowPrint) (*document, error) {
		data, err := s.Styling.DrawGlow(ctx, in.ID, in.MarginMm)
		return &document{ContentType: "image/svg+xml", Disposition: `attachment; filename="glow-card.svg"`, Body: data}, err
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/glow", "putGlowCard", "Stand the card behind the glass on the set", func(ctx context.Context, in *struct {
		ByID
		Body GlowAsk
	}) (*body[store.Shot], error) {
		return point(s.Styling.PutGlowCard(ctx, who(ctx), in.ID, in.Body.MarginMm))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/strength", "thinDrink", "Thin the drink on the set", func(ctx context.Context, in *struct {
		ByID
		Body ThinAsk
	}) (*body[store.Shot], error) {
		return point(s.Styling.Thin(ctx, who(ctx), in.ID, in.Body.Share))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/layers", "layIn", "Lay layers on one another in the glass on the set, or take them out", func(ctx context.Context, in *struct {
		ByID
		Body LayersAsk
	}) (*body[store.Shot], error) {
		return point(s.Styling.LayIn(ctx, who(ctx), in.ID, in.Body.Layers))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/dew", "bedew", "Put dew on the glass on the set, or take it off", func(ctx context.Context, in *struct {
		ByID
		Body DewAsk
	}) (*body[store.Shot], error) {
		return point(s.Styling.Bedew(ctx, who(ctx), in.ID, in.Body.Share))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/times", "addTime", "Write down how long something held", func(ctx context.Context, in *struct {
		ByID
		Body hold.Log
	}) (*body[store.HoldRow], error) {
		return point(s.Styling.AddTime(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Stylist, "DELETE", "/api/times/{id}", "removeTime", "Take such a time away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Styling.RemoveTime(ctx, who(ctx), in.ID)
	})
	route(a, Assistant, "POST", "/api/dishes/{id}/moments", "addMoment", "Say that a dish stands out now, or went back", func(ctx context.Context, in *struct {
		ByID
		Body MomentAsk
	}) (*body[store.MomentRow], error) {
		return point(s.Styling.AddMoment(ctx, who(ctx), in.ID, in.Body.Out))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/safety", "safety", "What follows from a shoot's techniques", func(ctx context.Context, in *ByID) (*body[craft.Safety], error) {
		return point(s.Styling.Safety(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/tags.pdf", "tagsPDF", "Marks for altered dishes, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("not-for-eating.pdf")(s.Styling.PrintTags(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/risks.pdf", "risksPDF", "What to take care of, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("risks.pdf")(s.Styling.PrintRisks(ctx, in.ID))
	})
}
