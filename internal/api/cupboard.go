package api

import (
	"context"
	"mime/multipart"
	"slices"
	"strings"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	cupboardroom "figladder/internal/studio/cupboard"
)

// tableRoutes writes a table as CSV and reads it back.
func tableRoutes(a *API, table, title, file string, role Role, write func(*cupboardroom.Room, context.Context) ([]byte, error),
	read func(*cupboardroom.Room, context.Context, core.Who, []byte, bool) (*cupboardroom.TableRead, error)) {
	path := "/api/" + table + ".csv"
	route(a, Assistant, "GET", path, table+"CSV", title+" as CSV", func(ctx context.Context, _ *none) (*document, error) {
		data, err := write(a.studio.Cupboard, ctx)
		return &document{ContentType: "text/csv; charset=utf-8", Disposition: `attachment; filename="` + file + `"`, Body: data}, err
	}, a.makes)
	route(a, role, "POST", path, "read"+strings.ToUpper(table[:1])+table[1:]+"CSV", title+" from a CSV file", func(ctx context.Context, in *tableFile) (*body[cupboardroom.TableRead], error) {
		_, data, err := upload(in.RawBody, "Choose a CSV file.")
		if err != nil {
			return nil, err
		}
		return point(read(a.studio.Cupboard, ctx, who(ctx), data, in.Take))
	}, largeBody, a.makes)
}

type tableFile struct {
	Take    bool `query:"take" doc:"Take it, if nothing is wrong; else only say what it would do"`
	RawBody multipart.Form
}

// KindFields are the sizes of each kind of prop, for forms.
type KindFields struct {
	Kind   cupboard.Kind    `json:"kind" doc:"The kind"`
	Fields []cupboard.Field `json:"fields" doc:"Its sizes"`
	Ground bool             `json:"ground" doc:"Whether it lies under or hangs behind, and is drawn to the smaller scale"`
}

// PropSave is a prop with the version it was read at.
type PropSave struct {
	Prop    cupboard.Prop `json:"prop" doc:"The prop"`
	Version int           `json:"version" doc:"The version read; 0 for a new one"`
}

func (a *API) cupboardRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/props", "props", "The cupboard", func(ctx context.Context, in *struct {
		Words   string  `query:"words" maxLength:"200" doc:"Words of name, material, maker, shelf"`
		Group   string  `query:"group" enum:",things,grounds" doc:"What stands on the table, or what lies under it"`
		Kind    string  `query:"kind" maxLength:"40" doc:"Only of this kind"`
		Hue     string  `query:"hue" maxLength:"40" doc:"Only of this family of hue"`
		Finish  string  `query:"finish" maxLength:"40" doc:"Only of this finish"`
		Light   string  `query:"light" enum:",dark,middle,light" doc:"Only this light"`
		LeastMm float64 `query:"leastMm" minimum:"0" maximum:"10000" doc:"At least this large"`
		MostMm  float64 `query:"mostMm" minimum:"0" maximum:"10000" doc:"At most this large; 0 for any"`
		FreeOn  string  `query:"freeOn" maxLength:"10" doc:"Only those free on this day"`
		Unseen  bool    `query:"unseen" doc:"Only those in no published frame of the last months"`
		After   string  `query:"after" maxLength:"60" doc:"Key of the last one already seen"`
		Limit   int     `query:"limit" default:"80" minimum:"1" maximum:"200" doc:"Most in a page"`
	}) (*body[cupboardroom.PropPage], error) {
		return point(s.Cupboard.Props(ctx, cupboardroom.PropAsk{Words: in.Words, Group: in.Group, Kind: in.Kind, Hue: in.Hue, Finish: in.Finish, Light: in.Light, LeastMm: in.LeastMm, MostMm: in.MostMm, FreeOn: in.FreeOn, Unseen: in.Unseen, After: in.After, Limit: in.Limit}))
	})
	route(a, Assistant, "GET", "/api/prop-kinds", "propKinds", "Kinds of prop and their sizes", func(context.Context, *none) (*body[[]KindFields], error) {
		out := []KindFields{}
		for _, k := range cupboard.Kinds {
			out = append(out, KindFields{k, cupboard.Fields(k), slices.Contains(cupboard.Grounds, k)})
		}
		return &body[[]KindFields]{out}, nil
	})
	route(a, Stylist, "POST", "/api/props", "addProp", "Put a prop into the cupboard", func(ctx context.Context, in *struct{ Body PropSave }) (*body[store.PropRow], error) {
		return point(s.Cupboard.AddProp(ctx, who(ctx), in.Body.Prop))
	}, a.makes)
	route(a, Assistant, "GET", "/api/props/{id}", "prop", "All there is to say of a prop", func(ctx context.Context, in *ByID) (*body[cupboardroom.PropReport], error) {
		return point(s.Cupboard.ReadProp(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/props/{id}", "saveProp", "Save a prop", func(ctx context.Context, in *struct {
		ByID
		Body PropSave
	}) (*body[store.PropRow], error) {
		return point(s.Cupboard.SaveProp(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Prop))
	})
	route(a, Photographer, "DELETE", "/api/props/{id}", "removeProp", "Take a prop out of the cupboard", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Cupboard.RemoveProp(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "POST", "/api/props/look", "lookAtProp", "Measure a picture of a prop on grey", func(ctx context.Context, in *struct{ RawBody multipart.Form }) (*body[cupboardroom.PropLook], error) {
		_, data, err := upload(in.RawBody, "Choose a picture of the prop on grey.")
		if err != nil {
			return nil, err
		}
		return point(s.Cupboard.LookAtProp(ctx, data))
	}, largeBody)
	route(a, Assistant, "GET", "/api/props/{id}/picture", "propPicture", "A prop's picture", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Cupboard.PropPicture(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/cupboard/lacking", "lacking", "What the cupboard lacks", func(ctx context.Context, _ *none) (*body[cupboardroom.Lacking], error) {
		return point(s.Cupboard.Lacking(ctx))
	})
	route(a, Stylist, "PUT", "/api/cupboard/wanted", "saveWanted", "Want something", func(ctx context.Context, in *struct {
		Body struct {
			ID      string          `json:"id" maxLength:"60" doc:"Key; empty for a new wish"`
			Version int             `json:"version" doc:"The version read; 0 for a new one"`
			Wanted  cupboard.Wanted `json:"wanted" doc:"What is wanted"`
		}
	}) (*body[store.WantedRow], error) {
		return point(s.Cupboard.SaveWanted(ctx, who(ctx), in.Body.ID, in.Body.Version, in.Body.Wanted))
	}, a.makes)
	route(a, Stylist, "DELETE", "/api/cupboard/wanted/{id}", "removeWanted", "Take a wish off the list", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Cupboard.RemoveWanted(ctx, who(ctx), in.ID)
	}, empty)
	a.holdRoutes()
	a.kitRoutes()
}

func (a *API) holdRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/dishes/{id}/props", "suitedProps", "What of the cupboard suits a dish", func(ctx context.Context, in *ByID) (*body[cupboardroom.Suited], error) {
		return point(s.Cupboard.SuitedTo(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/pulls", "pulls", "A shoot's pull list", func(ctx context.Context, in *ByID) (*body[cupboardroom.PullList], error) {
		return point(s.Cupboard.Pulls(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/pulls", "reserve", "Hold a prop for a shoot", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			PropID string `json:"propId" doc:"The prop"`
			DishID string `json:"dishId" doc:"The dish it is for, or empty"`
			Count  int    `json:"count" doc:"How many"`
		}
	}) (*body[store.Reservation], error) {
		return point(s.Cupboard.Reserve(ctx, who(ctx), in.ID, in.Body.DishID, in.Body.PropID, in.Body.Count))
	}, a.makes)
	route(a, Assistant, "PUT", "/api/pulls/{id}", "setHeld", "Say where a held prop is", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Version int    `json:"version" doc:"The version read"`
			Count   int    `json:"count" minimum:"1" maximum:"999" doc:"How many"`
			State   string `json:"state" enum:"reserved,pulled,back,broken" doc:"Where it is"`
		}
	}) (*body[store.Reservation], error) {
		return point(s.Cupboard.SetHeld(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Count, in.Body.State))
	})
	route(a, Stylist, "POST", "/api/pulls/{id}/swap", "swap", "Hold another prop instead", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			PropID string `json:"propId" doc:"The other prop"`
		}
	}) (*body[store.Reservation], error) {
		return point(s.Cupboard.Swap(ctx, who(ctx), in.ID, in.Body.PropID))
	}, a.makes)
	route(a, Stylist, "DELETE", "/api/pulls/{id}", "release", "Let a prop go", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Cupboard.Release(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "GET", "/api/shoots/{id}/pack", "pack", "What a shoot takes along of the kit", func(ctx context.Context, in *ByID) (*body[kit.Bag], error) {
		return point(s.Cupboard.PackFor(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/pulls.pdf", "pullsPDF", "Pull and pack list for print", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("pull-and-pack.pdf")(s.Cupboard.PrintPulls(ctx, in.ID))
	})
}

func (a *API) kitRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/kit", "kit", "The kit and what it can do", func(ctx context.Context, _ *none) (*body[[]cupboardroom.KitPiece], error) {
		return answer(s.Cupboard.Kit(ctx))
	})
	route(a, Photographer, "PUT", "/api/kit", "saveKit", "Write a piece of kit down", func(ctx context.Context, in *struct {
		Body struct {
			ID      string   `json:"id" maxLength:"60" doc:"Key; empty for a new piece"`
			Version int      `json:"version" doc:"The version read; 0 for a new one"`
			Item    kit.Item `json:"item" doc:"The piece"`
		}
	}) (*body[store.KitRow], error) {
		return point(s.Cupboard.SaveKit(ctx, who(ctx), in.Body.ID, in.Body.Version, in.Body.Item))
	}, a.makes)
	route(a, Photographer, "DELETE", "/api/kit/{id}", "removeKit", "Take a piece of kit off the list", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Cupboard.RemoveKit(ctx, who(ctx), in.ID)
	}, empty)
	tableRoutes(a, "props", "The cupboard", "cupboard.csv", Stylist, (*cupboardroom.Room).PropsCSV, (*cupboardroom.Room).ReadPropsCSV)
	tableRoutes(a, "kit", "The kit", "kit.csv", Photographer, (*cupboardroom.Room).KitCSV, (*cupboardroom.Room).ReadKitCSV)
}
