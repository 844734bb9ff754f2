package api

import (
	"context"
	"figladder/internal/craft/words"
	"fmt"
	"io"
	"mime/multipart"
	"net/http"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/eating"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/release"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/recipeld"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/frames"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/ladder"
	"figladder/internal/studio/list"
	"figladder/internal/studio/out"
	"figladder/internal/studio/set"
	"github.com/danielgtaylor/huma/v2"
)

func (a *API) routes() {
	a.peopleRoutes()
	a.shootRoutes()
	a.dishRoutes()
	a.trialRoutes()
	a.colourRoutes()
	a.shoppingRoutes()
	a.seriesRoutes()
	a.referenceRoutes()
	a.cupboardRoutes()
	a.blankRoutes()
	a.searchRoutes()
	a.shotRoutes()
	a.setRoutes()
	a.lightRoutes()
	a.lensRoutes()
	a.frameRoutes()
	a.outRoutes()
}

func empty(op *huma.Operation) { op.DefaultStatus = 204 }

// ShootEdit is what a person may change about a shoot.
type ShootEdit struct {
	Name    string      `json:"name" maxLength:"200" doc:"Name of the shoot"`
	Version int         `json:"version" doc:"The version read; 0 for a new one"`
	Brief   brief.Brief `json:"brief" doc:"What it is for"`
}

func (a *API) shootRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots", "shoots", "Shoots by day", func(ctx context.Context, in *struct {
		After string `query:"after" doc:"Key of the last one already seen"`
		Limit int    `query:"limit" default:"50" minimum:"1" maximum:"200"`
	}) (*body[[]ladder.ShootCard], error) {
		return answer(s.Ladder.Shoots(ctx, in.After, in.Limit))
	})
	route(a, Photographer, "POST", "/api/shoots", "makeShoot", "Start a shoot", func(ctx context.Context, in *struct{ Body ShootEdit }) (*body[store.Shoot], error) {
		return point(s.Brief.MakeShoot(ctx, who(ctx), in.Body.Name, in.Body.Brief))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}", "shoot", "A shoot", func(ctx context.Context, in *ByID) (*body[store.Shoot], error) {
		return point(s.Brief.Shoot(ctx, in.ID))
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}", "saveShoot", "Save name and brief", func(ctx context.Context, in *struct {
		ByID
		Body ShootEdit
	}) (*body[store.Shoot], error) {
		return point(s.Brief.SaveShoot(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Name, in.Body.Brief))
	})
	route(a, Owner, "DELETE", "/api/shoots/{id}", "removeShoot", "Take a shoot away", func(ctx context.Context, in *ByID) (*done, error) {
		return &done{}, s.Brief.RemoveShoot(ctx, who(ctx), in.ID)
	}, empty)
	route(a, Assistant, "GET", "/api/shoots/{id}/ladder", "ladder", "How far a shoot has come", func(ctx context.Context, in *ByID) (*body[ladder.Climb], error) {
		return point(s.Ladder.Ladder(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/brief", "readBrief", "What a brief comes to", func(ctx context.Context, in *ByID) (*body[briefroom.BriefReading], error) {
		return point(s.Brief.ReadBrief(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/deeds", "deeds", "What was done last", func(ctx context.Context, in *ByID) (*body[[]store.Deed], error) {
		return answer(s.Deeds(ctx, in.ID, 30))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/undo", "undo", "Take the last deed back", func(ctx context.Context, in *ByID) (*body[store.Deed], error) {
		return point(s.Undo(ctx, who(ctx), in.ID))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/redo", "redo", "Do it again", func(ctx context.Context, in *ByID) (*body[store.Deed], error) {
		return point(s.Redo(ctx, who(ctx), in.ID))
	})
}

// DishEdit is a recipe as typed, with the version it was read at.
type DishEdit struct {
	kitchen.Typed
	Version int `json:"version" doc:"The version read; 0 for a new one"`
}

// Count is how many rows a deed changed.
type Count struct {
	Count int `json:"count" doc:"How many"`
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
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/dishes/import", "importDish", "Add a dish from a recipe file", func(ctx context.Context, in *struct {
		ByID
		RawBody multipart.Form
	}) (*body[store.Dish], error) {
		name, data, err := upload(in.RawBody, "Choose a recipe file: JSON-LD, or a web page that holds one.")
		if err != nil {
			return nil, err
		}
		return point(s.Kitchen.ImportRecipe(ctx, who(ctx), in.ID, name, data))
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
	route(a, Assistant, "GET", "/api/dishes/{id}/mined", "mined", "Frames a recipe suggests", func(ctx context.Context, in *ByID) (*body[list.MinedDish], error) {
		return point(s.List.Mined(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/dishes/{id}/amounts", "amounts", "A recipe scaled, weighed and read for times", func(ctx context.Context, in *struct {
		ByID
		By     string `query:"by" default:"1" maxLength:"20" doc:"Scale by: 2, 1/2, 1.5"`
		Region string `query:"region" default:"metric" maxLength:"10" doc:"Whose cups and spoons: us, metric, uk, au"`
		Base   string `query:"base" maxLength:"200" doc:"Ingredient that counts as 100; empty for the whole"`
	}) (*body[kitchen.Amounts], error) {
		return point(s.Kitchen.Amounts(ctx, in.ID, in.By, in.Region, in.Base))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/accept", "accept", "Put suggested frames on the list", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Keys []string `json:"keys" maxItems:"200" doc:"Keys of the suggestions"`
		}
	}) (*body[[]store.Shot], error) {
		return answer(s.List.Accept(ctx, who(ctx), in.ID, in.Body.Keys))
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/renew", "renew", "Bring a dish's shots up to its recipe", func(ctx context.Context, in *ByID) (*body[Count], error) {
		n, err := s.List.Renew(ctx, who(ctx), in.ID)
		return &body[Count]{Count{n}}, err
	})
	route(a, Stylist, "POST", "/api/dishes/{id}/want", "want", "Say how many supporting frames a dish is to have", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Supporting int `json:"supporting" minimum:"0" maximum:"12" doc:"Supporting frames beside the final"`
		}
	}) (*body[store.Dish], error) {
		return point(s.List.Want(ctx, who(ctx), in.ID, in.Body.Supporting))
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
	route(a, Stylist, "POST", "/api/dishes/{id}/drop", "drop", "Set a suggestion aside, or take it up again", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Key     string `json:"key" doc:"Key of the suggestion"`
			Dropped bool   `json:"dropped" doc:"True to set aside"`
		}
	}) (*done, error) {
		return &done{}, s.List.Drop(ctx, who(ctx), in.ID, in.Body.Key, in.Body.Dropped)
	}, empty)
}

// upload reads the one file of a form; what it should be is said when there is none.
func upload(form multipart.Form, wanted string) (name string, data []byte, err error) {
	var files []*multipart.FileHeader
	for _, list := range form.File {
		files = append(files, list...)
	}
	switch {
	case len(files) == 0:
		return "", nil, &core.FieldError{Problems: []finding.FieldProblem{{Path: "file", Words: wanted}}}
	case files[0].Size > recipeld.MostBytes:
		return "", nil, huma.NewError(413, "too large")
	}
	f, err := files[0].Open()
	if err != nil {
		return "", nil, err
	}
	defer f.Close()
	data, err = io.ReadAll(f)
	return files[0].Filename, data, err
}

// ShotSave is a change to a shot with the version it was read at.
type ShotSave struct {
	list.ShotEdit
	Version int `json:"version" doc:"The version read"`
}

// ShotAdd is a frame added by hand.
type ShotAdd struct {
	list.ShotEdit
	Kind string `json:"kind" doc:"What the frame is for"`
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
	}, empty)
	route(a, Assistant, "GET", "/api/shoots/{id}/shots/grouping", "grouping", "The order with the fewest sets", func(ctx context.Context, in *ByID) (*body[list.Grouping], error) {
		return point(s.List.GroupingOf(ctx, in.ID))
	})
	route(a, Stylist, "POST", "/api/shoots/{id}/shots/group", "groupList", "Put the list into the order with the fewest sets", func(ctx context.Context, in *ByID) (*body[list.Grouping], error) {
		return point(s.List.GroupList(ctx, who(ctx), in.ID))
	})
	route(a, Stylist, "POST", "/api/shots/{id}/merge", "mergeShots", "Make one frame of two", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Other string `json:"other" doc:"Key of the shot that is taken in"`
		}
	}) (*body[store.Shot], error) {
		return point(s.List.MergeShots(ctx, who(ctx), in.ID, in.Body.Other))
	})
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
	}, largeBody)
	route(a, Stylist, "POST", "/api/dishes/{id}/shots", "addShot", "Add a frame by hand", func(ctx context.Context, in *struct {
		ByID
		Body ShotAdd
	}) (*body[store.Shot], error) {
		return point(s.List.AddShot(ctx, who(ctx), in.ID, in.Body.Kind, in.Body.ShotEdit))
	})
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

// SetAsk is a set to be read, saved or not.
type SetAsk struct {
	Set   scene.Set `json:"set" doc:"The set"`
	Quick bool      `json:"quick" doc:"Coarser, for while something is being dragged"`
}

// TryAsk is a try to be made on a set.
type TryAsk struct {
	Set   scene.Set      `json:"set" doc:"The set"`
	Edits []finding.Edit `json:"edits" maxItems:"40" doc:"What the try changes"`
}

func (a *API) setRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shots/{id}/set", "set", "A shot's set", func(ctx context.Context, in *ByID) (*body[set.PlannedSet], error) {
		return point(s.Set.SetOf(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/shots/{id}/set", "saveSet", "Save a shot's set", func(ctx context.Context, in *struct {
		ByID
		Body set.PlannedSet
	}) (*body[set.PlannedSet], error) {
		return point(s.Set.SaveSet(ctx, who(ctx), in.ID, in.Body.Version, in.Body.Set))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/set/read", "readSet", "Work out everything about a set", func(ctx context.Context, in *struct {
		ByID
		Body SetAsk
	}) (*body[set.SetReading], error) {
		return point(s.Set.ReadSet(ctx, in.ID, in.Body.Set, in.Body.Quick))
	})
	route(a, Assistant, "POST", "/api/set/try", "trySet", "Make a try on a set", func(_ context.Context, in *struct{ Body TryAsk }) (*body[scene.Set], error) {
		return point(s.Set.ApplyTry(in.Body.Set, in.Body.Edits))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/take", "take", "Take a frame", func(ctx context.Context, in *ByID) (*body[store.Frame], error) {
		return point(s.Frames.Take(ctx, who(ctx), in.ID))
	})
}

type document struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// pdf is a document to be looked at in the browser, under a name to keep it by.
func pdf(name string) func([]byte, error) (*document, error) {
	return func(data []byte, err error) (*document, error) {
		if err != nil {
			return nil, err
		}
		return &document{ContentType: "application/pdf", Disposition: `inline; filename="` + name + `"`, Body: data}, nil
	}
}

// picture is a file that never changes, for those who are signed in: the browser may keep it,
// and asks each time whether it still may show it.
type picture struct {
	Status       int
	ContentType  string `header:"Content-Type"`
	CacheControl string `header:"Cache-Control"`
	ETag         string `header:"ETag"`
	Body         []byte
}

type pictureAsk struct {
	ByID
	Conditional
}

// Conditional is the part of a request for a picture that says which one the browser has.
type Conditional struct {
	IfNoneMatch string `header:"If-None-Match" maxLength:"200" doc:"Tag of the picture that the browser has"`
}

// photo hands a picture out, or says that the one the browser has is the same.
func (k Conditional) photo(data []byte, err error) (*picture, error) {
	if err != nil {
		return nil, err
	}
	return k.tagged(store.Hash(data)[:24], func() ([]byte, error) { return data, nil })
}

// tagged is photo for what is only made when it is needed.
func (k Conditional) tagged(tag string, data func() ([]byte, error)) (*picture, error) {
	out := &picture{Status: http.StatusOK, ContentType: "image/jpeg", CacheControl: "private, no-cache", ETag: `"` + tag + `"`}
	if k.IfNoneMatch == out.ETag {
		out.Status = http.StatusNotModified
		return out, nil
	}
	var err error
	if out.Body, err = data(); err != nil {
		return nil, err
	}
	return out, nil
}

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
}

func (a *API) outRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/outlets", "outlets", "Where pictures can go", func(ctx context.Context, _ *none) (*body[[]release.Outlet], error) {
		return answer(s.Out.Outlets(ctx))
	})
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
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/publications", "publications", "What was sent", func(ctx context.Context, in *struct {
		ByID
		Shot string `query:"shot" doc:"Only this shot's"`
	}) (*body[[]store.Publication], error) {
		return answer(s.Out.Publications(ctx, in.ID, in.Shot))
	})
	route(a, Assistant, "GET", "/api/publications/{id}/picture", "cutPicture", "The file that was sent", func(ctx context.Context, in *pictureAsk) (*picture, error) {
		return in.photo(s.Out.CutFile(ctx, in.ID))
	})
}
