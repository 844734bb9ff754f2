package api

import (
	"context"
	"mime/multipart"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"figladder/internal/store"
	"figladder/internal/studio/list"
)

// ShotAdd is a frame added by hand.
type ShotAdd struct {
	list.ShotEdit
	Kind string `json:"kind" doc:"What the frame is for"`
}

// ShotSave is a change to a shot with the version it was read at.
type ShotSave struct {
	list.ShotEdit
	Version int `json:"version" doc:"The version read"`
}

// Count is how many rows a deed changed.
type Count struct {
	Count int `json:"count" doc:"How many"`
}

func (a *API) shotRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/shots", "shots", "The shot list", func(ctx context.Context, in *struct {
		ByID
		Words  string          `query:"words" maxLength:"200" doc:"In the title"`
		Dish   string          `query:"dish" maxLength:"60" doc:"Only this dish's"`
		Kind   string          `query:"kind" maxLength:"60" doc:"Only of this kind"`
		Angle  words.Angle     `query:"angle" doc:"Only from this angle"`
		Light  words.Direction `query:"light" doc:"Only in this light"`
		Vessel string          `query:"vessel" maxLength:"60" doc:"Only in this vessel"`
		Hands  string          `query:"hands" enum:",more,none" doc:"Only those that need more hands, or those that do not"`
		After  string          `query:"after" maxLength:"60" doc:"Key of the last one already seen"`
		Limit  int             `query:"limit" default:"100" minimum:"1" maximum:"500" doc:"Most shots in a page"`
	}) (*body[list.ListPage], error) {
		return point(s.List.List(ctx, in.ID, list.ListAsk{Words: in.Words, Dish: in.Dish, Kind: in.Kind, Angle: in.Angle, Light: in.Light, Vessel: in.Vessel, Hands: in.Hands, After: in.After, Limit: in.Limit}))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/shots/sums", "listSums", "What a whole list comes to", func(ctx context.Context, in *ByID) (*body[list.ListSums], error) {
		return point(s.List.ListSums(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shots/{id}", "shot", "A shot", func(ctx context.Context, in *ByID) (*body[store.Shot], error) {
		return point(s.List.Shot(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/shots/check", "checkList", "What a list lacks or overdoes", func(ctx context.Context, in *ByID) (*body[[]finding.Finding], error) {
		return answer(s.List.CheckList(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/shots/try", "tryList", "Make a try on a list", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Edits []finding.Edit `json:"edits" maxItems:"200" doc:"What the try changes"`
		}
	}) (*done, error) {
		return &done{}, s.List.TryList(ctx, who(ctx), in.ID, in.Body.Edits)
	}, empty, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/shots/grouping", "grouping", "The order with the fewest sets", func(ctx context.Context, in *ByID) (*body[list.Grouping], error) {
		return point(s.List.GroupingOf(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/shots/group", "groupList", "Put the list into the order with the fewest sets", func(ctx context.Context, in *ByID) (*body[list.Grouping], error) {
		return point(s.List.GroupList(ctx, who(ctx), in.ID))
	}, a.makes)
	route(a, Stylist, "POST", "/api/shots/{id}/merge", "mergeShots", "Make one frame of two", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Other string `json:"other" doc:"Key of the shot that is taken in"`
		}
	}) (*body[store.Shot], error) {
		return point(s.List.MergeShots(ctx, who(ctx), in.ID, in.Body.Other))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/shots.pdf", "shotsPDF", "The shot list for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("shots.pdf")(s.List.PrintShots(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/shots.csv", "shotsCSV", "The shot list as CSV", func(ctx context.Context, in *ByID) (*document, error) {
		data, err := s.List.ListCSV(ctx, in.ID)
		return &document{ContentType: "text/csv; charset=utf-8", Disposition: `attachment; filename="shots.csv"`, Body: data}, err
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/shots.csv", "readShotsCSV", "Take a shot list back", func(ctx context.Context, in *struct {
		ByID
		RawBody multipart.Form
	}) (*body[list.ListRead], error) {
		_, data, err := upload(in.RawBody, "Choose a shot list: a CSV file.")
		if err != nil {
			return nil, err
		}
		return point(s.List.ReadListCSV(ctx, who(ctx), in.ID, data))
	}, largeBody, a.makes)
	route(a, Stylist, "POST", "/api/dishes/{id}/shots", "addShot", "Add a frame by hand", func(ctx context.Context, in *struct {
		ByID
		Body ShotAdd
	}) (*body[store.Shot], error) {
		return point(s.List.AddShot(ctx, who(ctx), in.ID, in.Body.Kind, in.Body.ShotEdit))
	}, a.makes)
	route(a, Stylist, "PUT", "/api/shots/{id}", "saveShot", "Change a shot", func(ctx context.Context, in *struct {
		ByID
		Body ShotSave
	}) (*body[store.Shot], error) {
		return point(s.List.SaveShot(ctx, who(ctx), in.ID, in.Body.Version, in.Body.ShotEdit))
	})
	route(a, Stylist, "DELETE", "/api/shots/{id}", "removeShot", "Take a shot off the list", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.List.RemoveShot(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Stylist, "POST", "/api/shots/{id}/move", "moveShot", "Put a shot before another", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Before string `json:"before" doc:"Key of the shot it goes before; empty for last"`
		}
	}) (*done, error) {
		return &done{}, s.List.Move(ctx, who(ctx), in.ID, in.Body.Before)
	}, empty)
}

func (a *API) searchRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/search", "search", "Find dishes and shots in all shoots", func(ctx context.Context, in *struct {
		Words string `query:"words" maxLength:"200" doc:"What to look for; three letters at least"`
	}) (*body[[]list.Hit], error) {
		return answer(s.List.Search(ctx, in.Words))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/asides", "asides", "Findings set aside", func(ctx context.Context, in *ByID) (*body[[]store.Aside], error) {
		return answer(s.List.Asides(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/asides", "setAside", "Set a finding aside, with the reason", func(ctx context.Context, in *struct {
		ByID
		Body list.AsideEdit
	}) (*body[store.Aside], error) {
		return point(s.List.SetAside(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Stylist, "DELETE", "/api/asides/{id}", "takeUp", "Let a finding speak again", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.List.TakeUp(ctx, who(ctx), in.ID)
	}, empty)
}

func (a *API) miningRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/mined", "mined", "Frames a recipe suggests", func(ctx context.Context, in *ByID) (*body[list.MinedDish], error) {
		return point(s.List.Mined(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/dishes/{id}/verb", "decideVerb", "Say what a verb does to food, for every recipe of the studio", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Verb  string       `json:"verb" maxLength:"60" doc:"The verb as a dictionary has it, with the word behind it"`
			Class method.Class `json:"class" doc:"What it does; empty to leave it to the table"`
		}
	}) (*done, error) {
		return &done{}, s.Kitchen.DecideVerb(ctx, who(ctx), in.ID, in.Body.Verb, in.Body.Class)
	}, empty)
	route(a, Stylist, "PUT", "/api/dishes/{id}/shape", "shapeDish", "Say which form a dish has", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Form shots.Form `json:"form" doc:"The form"`
		}
	}) (*body[store.Dish], error) {
		return point(s.Kitchen.Shape(ctx, who(ctx), in.ID, in.Body.Form))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/accept", "accept", "Put suggested frames on the list", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Keys []string `json:"keys" maxItems:"200" doc:"Keys of the suggestions"`
		}
	}) (*body[[]store.Shot], error) {
		return answer(s.List.Accept(ctx, who(ctx), in.ID, in.Body.Keys))
	}, a.makes)
	route(a, Stylist, "POST", "/api/dishes/{id}/renew", "renew", "Bring a dish's shots up to its recipe", func(ctx context.Context, in *ByID) (*body[Count], error) {
		n, err := s.List.Renew(ctx, who(ctx), in.ID)
		return &body[Count]{Count{n}}, err
	}, a.makes)
	route(a, Stylist, "POST", "/api/dishes/{id}/want", "want", "Say how many supporting frames a dish is to have", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Supporting int `json:"supporting" minimum:"0" maximum:"12" doc:"Supporting frames beside the final"`
		}
	}) (*body[store.Dish], error) {
		return point(s.List.Want(ctx, who(ctx), in.ID, in.Body.Supporting))
	}, a.makes)
	route(a, Stylist, "POST", "/api/dishes/{id}/drop", "drop", "Set a suggestion aside, or take it up again", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Key     string `json:"key" doc:"Key of the suggestion"`
			Dropped bool   `json:"dropped" doc:"True to set aside"`
		}
	}) (*done, error) {
		return &done{}, s.List.Drop(ctx, who(ctx), in.ID, in.Body.Key, in.Body.Dropped)
	}, empty, a.makes)
}
