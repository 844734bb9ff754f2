package api

import (
	"context"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/studio/frames"

	"github.com/danielgtaylor/huma/v2"
)

// LaidTo is the shot that pictures were laid to.
type LaidTo struct {
	Shot string `json:"shot" doc:"Its key"`
}

// partBody is for a part of a file that is sent, on a slow line too.
func partBody(op *huma.Operation) {
	op.MaxBodyBytes, op.BodyReadTimeout = frames.MostPart+1, 5*time.Minute
}

// listBody is for the names of thousands of files.
func listBody(op *huma.Operation) { op.MaxBodyBytes = 8 << 20 }

// cardRoutes are copying cards, and laying out what they brought.
func (a *API) cardRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/places-to-copy", "placesToCopy", "Where files can be copied from", func(ctx context.Context, _ *none) (*body[frames.Places], error) {
		return point(s.Frames.PlacesNow(ctx))
	})
	route(a, Assistant, "PUT", "/api/reader/by-hand", "handleReader", "Do something to a simulated card reader", func(ctx context.Context, in *struct {
		Body struct {
			Act string `json:"act" maxLength:"60" doc:"What is done"`
		}
	}) (*body[frames.Places], error) {
		return point(s.Frames.HandleReader(ctx, in.Body.Act))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/copies", "copies", "Cards that were copied for a shoot, or are", func(ctx context.Context, in *ByID) (*body[[]frames.CardNow], error) {
		return answer(s.Frames.Cards(ctx, in.ID))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/copies", "beginCopy", "Copy the card in the reader, or a folder", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			From   card.From `json:"from" doc:"Where the files are"`
			Folder string    `json:"folder" maxLength:"1000" doc:"The folder's whole path; empty for the reader"`
		}
	}) (*body[frames.CardNow], error) {
		return point(s.Frames.BeginCopy(ctx, in.ID, in.Body.From, in.Body.Folder))
	}, a.makes)
	route(a, Assistant, "POST", "/api/shoots/{id}/sending", "beginSending", "List files that are going to be sent", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Card  string      `json:"card" maxLength:"64" doc:"The card that they are more of; empty for a new one"`
			Name  string      `json:"name" maxLength:"200" doc:"What it is called; empty for the time"`
			Files []card.File `json:"files" maxItems:"20000" doc:"The files"`
		}
	}) (*body[frames.CardNow], error) {
		return point(s.Frames.BeginSending(ctx, in.ID, in.Body.Card, in.Body.Name, in.Body.Files))
	}, a.makes, listBody)
	route(a, Assistant, "GET", "/api/copies/{id}", "copy", "How a card is", func(ctx context.Context, in *ByID) (*body[frames.CardNow], error) {
		return point(s.Frames.CardOf(ctx, in.ID))
	})
	route(a, Assistant, "GET", "/api/copies/{id}/files", "copyFiles", "A card's files by name", func(ctx context.Context, in *struct {
		ByID
		After string `query:"after" maxLength:"1000" doc:"The last name that was read; empty for the first"`
		Odd   bool   `query:"odd" doc:"Only those of which there is something to say"`
		Limit int    `query:"limit" minimum:"1" maximum:"5000" default:"200" doc:"How many"`
	}) (*body[[]frames.FileNow], error) {
		return answer(s.Frames.FilesOf(ctx, in.ID, in.After, in.Odd, in.Limit))
	})
	route(a, Assistant, "PUT", "/api/copies/{id}/part", "sendPart", "Send a part of a file", func(ctx context.Context, in *struct {
		ByID
		Path    string `query:"path" required:"true" maxLength:"1000" doc:"The file"`
		At      int64  `query:"at" minimum:"0" maximum:"1099511627776" doc:"Where in it the part begins"`
		Sum     string `query:"sum" maxLength:"64" doc:"The part's SHA-256 in hexadecimal, where it can be told; empty otherwise"`
		RawBody []byte `contentType:"application/octet-stream"`
	}) (*body[frames.PartSent], error) {
		return point(s.Frames.PutPart(ctx, in.ID, in.Path, in.At, in.Sum, in.RawBody))
	}, partBody)
	route(a, Assistant, "PUT", "/api/copies/{id}/on", "goOnCopying", "Go on with a card", func(ctx context.Context, in *ByID) (*body[frames.CardNow], error) {
		return point(s.Frames.GoOn(ctx, in.ID))
	})
	route(a, Assistant, "PUT", "/api/copies/{id}/halt", "haltCopying", "Stop copying a card", func(ctx context.Context, in *ByID) (*body[frames.CardNow], error) {
		return point(s.Frames.Halt(ctx, in.ID))
	})
	route(a, Photographer, "PUT", "/api/copies/{id}/clear", "clearCard", "Clear the card in the reader, once all on it is kept twice", func(ctx context.Context, in *ByID) (*body[frames.CardNow], error) {
		return point(s.Frames.ClearCard(ctx, in.ID))
	})
	route(a, Stylist, "PUT", "/api/copies/{id}/clock", "setCameraClock", "Say by how much a card's camera was off, and match its pictures again", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			OffMin *float64 `json:"offMin" doc:"Minutes to add to its times; null to have it found"`
		}
	}) (*body[frames.CardNow], error) {
		return point(s.Frames.SetClock(ctx, in.ID, in.Body.OffMin))
	})
	a.tableRoutes()
}

// tableRoutes are choosing among what came.
func (a *API) tableRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/table", "table", "A shoot's pictures laid out by time", func(ctx context.Context, in *struct {
		ByID
		Shot  string       `query:"shot" maxLength:"64" doc:"Only this shot's"`
		Which frames.Which `query:"which" maxLength:"20" doc:"Which of them; empty for every one"`
		After string       `query:"after" maxLength:"300" doc:"Where the part before ended; empty for the first"`
		Limit int          `query:"limit" minimum:"1" maximum:"2000" default:"500" doc:"How many"`
	}) (*body[frames.LightTable], error) {
		return point(s.Frames.TableOf(ctx, in.ID, in.Shot, in.Which, in.After, in.Limit))
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/table/xmp", "tableXMP", "The XMP of pictures, one file beside each, in an archive", func(ctx context.Context, in *struct {
		ByID
		Which frames.Which `query:"which" maxLength:"20" doc:"Of which of them; empty for every one"`
	}) (*document, error) {
		data, err := s.Frames.Besides(ctx, in.ID, in.Which)
		if err != nil {
			return nil, err
		}
		return &document{ContentType: "application/zip", Disposition: `attachment; filename="beside-the-frames.zip"`, Body: data}, nil
	})
	route(a, Assistant, "GET", "/api/shoots/{id}/table/sums", "tableSums", "How many pictures there are, and how far choosing is", func(ctx context.Context, in *ByID) (*body[frames.TableSums], error) {
		return point(s.Frames.SumsOf(ctx, in.ID))
	})
	route(a, Assistant, "PUT", "/api/shoots/{id}/table/shot", "layPictures", "Lay pictures to a shot, or to none", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Frames []string `json:"frames" minItems:"1" maxItems:"500" doc:"Which"`
			Shot   string   `json:"shot" maxLength:"64" doc:"The shot; empty for none"`
		}
	}) (*done, error) {
		return &done{}, s.Frames.Lay(ctx, who(ctx), in.ID, in.Body.Frames, in.Body.Shot)
	}, empty)
	route(a, Stylist, "PUT", "/api/shoots/{id}/table/new-shot", "layToNew", "Lay pictures to a shot of a title, made with its dish when there is none", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Frames []string `json:"frames" minItems:"1" maxItems:"500" doc:"Which"`
			Title  string   `json:"title" maxLength:"300" doc:"What they show"`
		}
	}) (*body[LaidTo], error) {
		shot, err := s.Frames.LayToNew(ctx, who(ctx), in.ID, in.Body.Title, in.Body.Frames)
		return answer(LaidTo{shot}, err)
	})
	route(a, Photographer, "PUT", "/api/shoots/{id}/table/kept", "keepPicture", "Keep a picture as the one of its shot, or let it go, as it lies on the table", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Frame string `json:"frame" maxLength:"64" doc:"Which"`
			Kept  bool   `json:"kept" doc:"Whether it is the one"`
		}
	}) (*done, error) {
		return &done{}, s.Frames.KeepOnTable(ctx, who(ctx), in.ID, in.Body.Frame, in.Body.Kept)
	}, empty)
	route(a, Assistant, "PUT", "/api/shoots/{id}/table/mark", "markPictures", "Say how far pictures have come in choosing", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Frames []string  `json:"frames" minItems:"1" maxItems:"500" doc:"Which"`
			Mark   card.Mark `json:"mark" doc:"The mark; empty for none"`
		}
	}) (*done, error) {
		return &done{}, s.Frames.MarkAll(ctx, who(ctx), in.ID, in.Body.Frames, in.Body.Mark)
	}, empty)
}
