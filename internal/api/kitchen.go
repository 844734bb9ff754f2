package api

import (
	"context"
	"mime/multipart"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/series"
	"figladder/internal/craft/shopping"
	"figladder/internal/formats/shopcsv"
	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"
)

// TrialSave is a trial with the version it was read at.
type TrialSave struct {
	kitchen.TrialEdit
	Version int `json:"version" doc:"The version read; 0 for a new one"`
}

type byRegion struct {
	ByID
	Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons"`
}

// GoodsSave is how a thing is bought, with the version it was read at.
type GoodsSave struct {
	ID      string         `json:"id" maxLength:"60" doc:"Key of the goods; empty for new ones"`
	Version int            `json:"version" doc:"The version read; 0 for new ones"`
	Goods   shopping.Goods `json:"goods" doc:"How it is bought"`
}

// DishEdit is a recipe as typed, with the version it was read at.
type DishEdit struct {
	kitchen.Typed
	Version int `json:"version" doc:"The version read; 0 for a new one"`
}

func (a *API) dishRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/dishes", "dishes", "A shoot's dishes", func(ctx context.Context, in *ByID) (*body[[]store.Dish], error) {
		return answer(s.Kitchen.Dishes(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/dishes", "addDish", "Add a dish from typed text", func(ctx context.Context, in *struct {
		ByID
		Body DishEdit
	}) (*body[store.Dish], error) {
		return point(s.Kitchen.AddTyped(ctx, who(ctx), in.ID, in.Body.Typed))
	}, a.makes)
	route(a, Stylist, "POST", "/api/shoots/{id}/dishes/import", "importDish", "Add a dish from a recipe file", func(ctx context.Context, in *struct {
		ByID
		Which   int `query:"which" minimum:"0" maximum:"59" doc:"Which recipe of the file, from 0"`
		RawBody multipart.Form
	}) (*body[store.Dish], error) {
		name, data, err := upload(in.RawBody, "Choose a recipe file: JSON-LD, or a web page that holds one.")
		if err != nil {
			return nil, err
		}
		return point(s.Kitchen.ImportRecipe(ctx, who(ctx), in.ID, name, data, in.Which))
	}, largeBody, a.makes)
	route(a, Stylist, "POST", "/api/recipes/look", "lookAtRecipes", "Which recipes a file holds", func(_ context.Context, in *struct{ RawBody multipart.Form }) (*body[[]kitchen.Offered], error) {
		name, data, err := upload(in.RawBody, "Choose a recipe file: JSON-LD, or a web page that holds one.")
		if err != nil {
			return nil, err
		}
		return answer(s.Kitchen.LookAtRecipes(name, data))
	}, largeBody)
	route(a, Stylist, "PUT", "/api/dishes/{id}", "saveDish", "Save a dish", func(ctx context.Context, in *struct {
		ByID
		Body DishEdit
	}) (*body[store.Dish], error) {
		return point(s.Kitchen.SaveDish(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Typed))
	})
	route(a, Photographer, "DELETE", "/api/dishes/{id}", "removeDish", "Take a dish away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Kitchen.RemoveDish(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "GET", "/api/dishes/{id}/amounts", "amounts", "A recipe scaled, weighed and read for times", func(ctx context.Context, in *struct {
		ByID
		By     string `query:"by" default:"1" maxLength:"20" doc:"Scale by: 2, 1/2, 1.5"`
		Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons: us, metric, uk, au"`
		Base   string `query:"base" maxLength:"200" doc:"Ingredient that counts as 100; empty for the whole"`
	}) (*body[kitchen.Amounts], error) {
		return point(s.Kitchen.Amounts(ctx, in.ID, in.By, in.Region, in.Base))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/eating", "eating", "Who can eat a dish", func(ctx context.Context, in *ByID) (*body[kitchen.Eating], error) {
		return point(s.Kitchen.EatingOf(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/dishes/{id}/eating", "markEating", "Mark whether a dish is fit for eating", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			eating.Mark
			Version int `json:"version" doc:"The version read"`
		}
	}) (*body[kitchen.Eating], error) {
		return point(s.Kitchen.MarkEating(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Mark))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/recipe.json", "recipeLD", "A recipe as made, JSON-LD", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.Kitchen.RecipeLD(ctx, in.ID)
		return &document{ContentType: "application/ld+json", Disposition: `attachment; filename="recipe.json"`, Body: data}, err
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/recipe.pdf", "recipePDF", "A recipe as made, for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("recipe.pdf")(s.Kitchen.PrintRecipe(ctx, in.ID))
	})
}

func (a *API) colourRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/colours", "colours", "A dish's colour plan", func(ctx context.Context, in *ByID) (*body[kitchen.DishColours], error) {
		return point(s.Kitchen.Colours(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/dishes/{id}/colours", "saveColours", "Save a dish's colour plan", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Plan    colour.Plan `json:"plan" doc:"The colours"`
			Version int         `json:"version" doc:"The version of the dish read"`
		}
	}) (*body[kitchen.DishColours], error) {
		return point(s.Kitchen.SaveColours(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Plan))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/colours/recipe", "recipeColours", "Colours that a recipe's ingredients suggest", func(ctx context.Context, in *ByID) (*body[colour.Plan], error) {
		return point(s.Kitchen.ColoursFromRecipe(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/colours/pick", "pickColours", "Main colours of a picture", func(ctx context.Context, in *struct {
		Most    int `query:"most" default:"6" minimum:"1" maximum:"10" doc:"Most colours"`
		RawBody multipart.Form
	}) (*body[[]colour.Patch], error) {
		_, data, err := upload(in.RawBody, "Choose a picture: JPEG, PNG, GIF or WebP.")
		if err != nil {
			return nil, err
		}
		return answer(s.Kitchen.PickColours(ctx, data, in.Most))
	}, largeBody)
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

func (a *API) trialRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/trials", "trials", "A dish's trials and other sources", func(ctx context.Context, in *ByID) (*body[[]store.TrialRow], error) {
		return answer(s.Kitchen.Trials(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/trials/read", "readTrials", "Trials read against each other", func(ctx context.Context, in *struct {
		ByID
		Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons"`
		Base   string `query:"base" maxLength:"200" doc:"Ingredient that counts as 100; empty for the whole"`
	}) (*body[kitchen.TrialBench], error) {
		return point(s.Kitchen.ReadTrials(ctx, in.ID, in.Region, in.Base))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/trials", "addTrial", "Add a trial or another source", func(ctx context.Context, in *struct {
		ByID
		Body TrialSave
	}) (*body[store.TrialRow], error) {
		return point(s.Kitchen.AddTrial(ctx, who(ctx), in.ID, in.Body.TrialEdit))
	}, a.makes)
	route(a, Stylist, "PUT", "/api/trials/{id}", "saveTrial", "Save a trial", func(ctx context.Context, in *struct {
		ByID
		Body TrialSave
	}) (*body[store.TrialRow], error) {
		return point(s.Kitchen.SaveTrial(ctx, who(ctx), in.ID, in.Body.Version, in.Body.TrialEdit))
	})
	route(a, Stylist, "DELETE", "/api/trials/{id}", "removeTrial", "Take a trial away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Kitchen.RemoveTrial(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Stylist, "POST", "/api/trials/{id}/adopt", "adoptTrial", "Make a trial the dish's recipe", func(ctx context.Context, in *ByID) (*body[store.Dish], error) {
		return point(s.Kitchen.AdoptTrial(ctx, who(ctx), in.ID))
	}, a.makes)
}
