package api

import (
	"context"
	"mime"
	"net/http"
	"time"

	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/finish/work"
	"figladder/internal/store"
	"figladder/internal/studio/finish"

	"github.com/danielgtaylor/huma/v2"
)

// stepsAsk is a frame with steps that are tried on it.
type stepsAsk struct {
	ByID
	Body struct {
		Steps []look.Step `json:"steps" maxItems:"60" doc:"What is done"`
		Long  int         `json:"long" minimum:"0" maximum:"1600" doc:"Pixels on the long side at the most; 0 for the size of a screen"`
		At    look.Spot   `json:"at" doc:"Where it was pressed, in the picture as it is seen"`
	}
}

// differenceAsk is a version with what it is held against.
type differenceAsk struct {
	ByID
	Other string `query:"other" maxLength:"64" doc:"The other version; empty for the frame itself"`
}

// mostEdited is the largest picture that is brought back in one piece: 24 million pixels in sixteen bits, not packed.
const mostEdited = 160 << 20

// editedBody is for pictures that come back, on a slow line too.
func editedBody(op *huma.Operation) {
	op.MaxBodyBytes, op.BodyReadTimeout = mostEdited, 10*time.Minute
}

func (a *API) finishRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shots/{id}/finish", "finish", "What a kept frame needs", func(ctx context.Context, in *ByID) (*body[finish.List], error) {
		return point(s.Finish.ListOf(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/shots/{id}/tick", "tick", "Tick a finish step", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Key  string `json:"key" doc:"Which step"`
			Done bool   `json:"done" doc:"Ticked or not"`
		}
	}) (*body[finish.List], error) {
		return point(s.Finish.Tick(ctx, who(ctx), in.ID, in.Body.Key, in.Body.Done))
	}, a.makes)
	route(a, Photographer, "POST", "/api/shots/{id}/approve", "approve", "Record a yes to what goes out of the kept frame", func(ctx context.Context, in *struct {
		ByID
		Body finish.Yes
	}) (*body[finish.List], error) {
		return point(s.Finish.Approve(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Assistant, "GET", "/api/frames/{id}/finishing", "finishing", "What is done to a frame", func(ctx context.Context, in *ByID) (*body[finish.Finishing], error) {
		return point(s.Finish.Of(ctx, in.ID))
	})
	route(a, Photographer, "PUT", "/api/frames/{id}/finishing", "saveFinishing", "Write down what is done to a frame", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			LookID  string      `json:"lookId" maxLength:"64" doc:"The look that it follows; empty for none"`
			Steps   []look.Step `json:"steps" maxItems:"60" doc:"All that is done to it"`
			Version int         `json:"version" doc:"The version read; 0 for none yet"`
		}
	}) (*body[finish.Finishing], error) {
		return point(s.Finish.Save(ctx, who(ctx), in.ID, in.Body.Version, in.Body.LookID, in.Body.Steps))
	})
	route(a, Assistant, "POST", "/api/frames/{id}/seen", "seenFrame", "A frame's picture as steps make it", func(ctx context.Context, in *stepsAsk) (*picture, error) {
		long := in.Body.Long
		if long == 0 {
			long = 1600
		}
		data, err := s.Finish.Seen(ctx, in.ID, in.Body.Steps, long)
		if err != nil {
			return nil, err
		}
		return &picture{Status: http.StatusOK, ContentType: "image/jpeg", CacheControl: "no-store", Body: data}, nil
	})
	route(a, Assistant, "POST", "/api/frames/{id}/judged", "judgedFrame", "How far steps push a frame", func(ctx context.Context, in *stepsAsk) (*body[finish.Told], error) {
		return point(s.Finish.Judge(ctx, in.ID, in.Body.Steps))
	})
	route(a, Assistant, "POST", "/api/frames/{id}/white", "whiteAt", "The white at a place that has no colour of its own", func(ctx context.Context, in *stepsAsk) (*body[finish.White], error) {
		return point(s.Finish.WhiteAt(ctx, in.ID, in.Body.Steps, in.Body.At))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/work", "work", "The work on a shoot's kept frames", func(ctx context.Context, in *ByID) (*body[finish.Board], error) {
		return point(s.Finish.BoardOf(ctx, in.ID))
	})
	route(a, Assistant, "PUT", "/api/frames/{id}/work", "saveWork", "Say who does what on a frame, and what is pinned", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Who     map[work.Step]string `json:"who" doc:"Who does each step, by name; steps that nobody was given are left out"`
			Pins    []work.Pin           `json:"pins" maxItems:"200" doc:"What is to be retouched"`
			Version int                  `json:"version" doc:"The version read; 0 for none yet"`
		}
	}) (*body[store.FrameWorkRow], error) {
		return point(s.Finish.SaveWork(ctx, who(ctx), in.ID, in.Body.Version, store.FrameWorkDoc{Who: in.Body.Who, Pins: in.Body.Pins}))
	})
	route(a, Assistant, "POST", "/api/frames/{id}/hours", "timeFrame", "Count the time that you work on a frame", func(ctx context.Context, in *struct {
		ByID
		Body finish.Beating
	}) (*body[store.FrameHours], error) {
		return point(s.Finish.Time(ctx, who(ctx), in.ID, in.Body))
	})
	route(a, Assistant, "POST", "/api/frames/{id}/hours/said", "sayHours", "Settle time that nobody saw, or mend it by hand", func(ctx context.Context, in *struct {
		ByID
		Body finish.Saying
	}) (*body[store.FrameHours], error) {
		return point(s.Finish.Say(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Assistant, "GET", "/api/frames/{id}/to-edit", "frameToEdit", "A frame's file, to be edited in another program", func(ctx context.Context, in *ByID) (*document, error) {
		name, data, err := s.Finish.HandOut(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return &document{ContentType: http.DetectContentType(data), Disposition: mime.FormatMediaType("attachment", map[string]string{"filename": name}), Body: data}, nil
	})
	route(a, Photographer, "POST", "/api/shoots/{id}/edited", "bringEdited", "Bring an edited picture back", func(ctx context.Context, in *struct {
		ByID
		Name    string `query:"name" maxLength:"300" doc:"What its file is called"`
		Frame   string `query:"frame" maxLength:"64" doc:"The frame that it is of; empty when it should be known again"`
		RawBody []byte `contentType:"application/octet-stream"`
	}) (*body[finish.Back], error) {
		return point(s.Finish.BringBack(ctx, who(ctx), in.ID, in.Name, in.RawBody, in.Frame))
	}, a.makes, editedBody)
	route(a, Assistant, "GET", "/api/versions/{id}/difference", "versionDifference", "How a version differs from another, or from its frame", func(ctx context.Context, in *differenceAsk) (*body[finish.Differs], error) {
		d, _, err := s.Finish.DifferenceOf(ctx, in.ID, in.Other)
		return point(d, err)
	})
	route(a, Assistant, "GET", "/api/versions/{id}/difference-map", "differenceMap", "The same as a picture", func(ctx context.Context, in *differenceAsk) (*picture, error) {
		_, data, err := s.Finish.DifferenceOf(ctx, in.ID, in.Other)
		if err == nil && data == nil {
			err = store.ErrNotFound
		}
		if err != nil {
			return nil, err
		}
		return &picture{Status: http.StatusOK, ContentType: "image/jpeg", CacheControl: "private, max-age=600", Body: data}, nil
	})
	route(a, Assistant, "GET", "/api/frames/{id}/finished", "finishedPicture", "What goes out of a frame: its newest finished picture, or itself", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		sha, err := s.Finish.ShownOf(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, sha)
	})
	route(a, Assistant, "GET", "/api/versions/{id}/picture", "versionPicture", "A finished picture", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		sha, err := s.Finish.VersionFile(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, sha)
	})
	route(a, Assistant, "GET", "/api/tone-line", "toneLine", "A tone as a line", func(_ context.Context, in *struct {
		Slope    float64 `query:"slope" minimum:"0" maximum:"3" doc:"Stops out for a stop in at mid-grey; 0 for 1"`
		Toe      float64 `query:"toe" minimum:"-3" maximum:"3" doc:"How much lighter shadows become, stops"`
		Shoulder float64 `query:"shoulder" minimum:"-2" maximum:"1" doc:"How much lighter white becomes, stops"`
	}) (*body[finish.ToneLine], error) {
		return answer(finish.LineOf(look.Step{Kind: look.Tone, Slope: in.Slope, Toe: in.Toe, Shoulder: in.Shoulder}), nil)
	})
	route(a, Photographer, "POST", "/api/frames/{id}/make", "makeFinished", "Make the finished picture at full size", func(ctx context.Context, in *ByID) (*body[store.VersionRow], error) {
		return point(s.Finish.Make(ctx, who(ctx), in.ID))
	}, a.makes)
	route(a, Assistant, "GET", "/api/shoots/{id}/looks", "looks", "The studio's looks", func(ctx context.Context, in *ByID) (*body[[]finish.NamedLook], error) {
		return answer(s.Finish.Looks(ctx, in.ID))
	})
	type lookBody struct {
		Name    string      `json:"name" maxLength:"120" doc:"What it is called"`
		Steps   []look.Step `json:"steps" maxItems:"60" doc:"What is done"`
		Version int         `json:"version,omitempty" doc:"The version read"`
	}
	route(a, Photographer, "POST", "/api/shoots/{id}/looks", "addLook", "Keep a look by name", func(ctx context.Context, in *struct {
		ByID
		Body lookBody
	}) (*body[store.BaseLookRow], error) {
		return point(s.Finish.SaveLook(ctx, who(ctx), in.ID, "", 0, in.Body.Name, in.Body.Steps))
	}, a.makes)
	route(a, Photographer, "PUT", "/api/shoots/{id}/looks/{look}", "saveLook", "Change a look, and every frame that follows it", func(ctx context.Context, in *struct {
		ByID
		Look string `path:"look" doc:"The look"`
		Body lookBody
	}) (*body[store.BaseLookRow], error) {
		return point(s.Finish.SaveLook(ctx, who(ctx), in.ID, in.Look, in.Body.Version, in.Body.Name, in.Body.Steps))
	})
	route(a, Photographer, "DELETE", "/api/shoots/{id}/looks/{look}", "removeLook", "Take a look away that nothing follows", func(ctx context.Context, in *struct {
		ByID
		Look string `path:"look" doc:"The look"`
	}) (*done, error) {
		return &done{}, s.Finish.RemoveLook(ctx, who(ctx), in.ID, in.Look)
	}, empty)
	route(a, Photographer, "PUT", "/api/shoots/{id}/follow", "followLook", "Let frames follow a look", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			LookID string   `json:"lookId" maxLength:"64" doc:"The look; empty for none"`
			Frames []string `json:"frames" maxItems:"200" doc:"The frames"`
		}
	}) (*body[howMany], error) {
		n, err := s.Finish.Follow(ctx, who(ctx), in.ID, in.Body.LookID, in.Body.Frames)
		return answer(howMany{n}, err)
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/in-a-row", "finishSeries", "How the kept frames lie beside one another", func(ctx context.Context, in *struct {
		ByID
		Reference string `query:"reference" maxLength:"64" doc:"The frame that the others are held against; empty for the one that is most like all"`
	}) (*body[finish.Series], error) {
		return point(s.Finish.SeriesOf(ctx, in.ID, in.Reference))
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}/in-a-row", "evenSeries", "Even the kept frames", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Reference string `json:"reference" maxLength:"64" doc:"The frame that the others follow"`
			Contrast  bool   `json:"contrast" doc:"Whether contrast is evened, too"`
		}
	}) (*body[howMany], error) {
		n, err := s.Finish.Even(ctx, who(ctx), in.ID, in.Body.Reference, in.Body.Contrast)
		return answer(howMany{n}, err)
	})
}

// howMany counts what was changed.
type howMany struct {
	Changed int `json:"changed" doc:"How many changed"`
}
