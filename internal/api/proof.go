package api

import (
	"context"
	"net/http"

	craft "figladder/internal/craft/proof"
	"figladder/internal/studio/proof"
)

// ByLink is the input of routes for who has a link: the request by a link: its token stands in a header, where no log, history or other site sees it.
type ByLink struct {
	Token string `header:"Proof-Link" maxLength:"64" doc:"The token of the link"`
}

func (v ByLink) by(ctx context.Context) proof.Visit {
	return proof.Visit{Address: requestOf(ctx).address, Token: v.Token}
}

func (a *API) proofRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/proofs", "proofs", "A shoot's rounds, what was said, and its links", func(ctx context.Context, in *ByID) (*body[proof.Proofs], error) {
		return point(s.Proof.ProofsOf(ctx, in.ID))
	})
	route(a, Photographer, "POST", "/api/shoots/{id}/proofs", "sendRound", "Send a round of choices", func(ctx context.Context, in *struct {
		ByID
		Body proof.Sending
	}) (*body[proof.Proofs], error) {
		return point(s.Proof.Send(ctx, who(ctx), in.ID, in.Body))
	}, a.makes)
	route(a, Photographer, "POST", "/api/shoots/{id}/proof-links", "addProofLink", "Make a link for a client", func(ctx context.Context, in *struct {
		ByID
		Body struct {
			Whom string `json:"whom" maxLength:"120" doc:"Whom it is for"`
			Days int    `json:"days" minimum:"1" maximum:"90" doc:"For how long"`
		}
	}) (*body[proof.Linked], error) {
		return point(s.Proof.Link(ctx, in.ID, in.Body.Whom, in.Body.Days))
	}, a.makesSecret)
	route(a, Photographer, "DELETE", "/api/shoots/{id}/proof-links/{link}", "removeProofLink", "Take a link back", func(ctx context.Context, in *struct {
		ByID
		Link string `path:"link" maxLength:"64" doc:"The link"`
	}) (*done, error) {
		return &done{}, s.Proof.Unlink(ctx, in.ID, in.Link)
	})
	route(a, Assistant, "GET", "/api/proof-choices/{id}/picture", "choicePicture", "A choice's picture, as it was sent", func(ctx context.Context, in *sizedAsk) (*picture, error) {
		sha, err := s.Proof.ChoicePicture(ctx, in.ID)
		if err != nil {
			return nil, err
		}
		return a.shown(ctx, in, sha)
	})

	route(a, Assistant, "GET", "/api/proof-rounds/{id}/sheet", "roundSheet", "A round as a contact sheet, PDF", func(ctx context.Context, in *ByID) (*document, error) {
		return pdf("round.pdf")(s.Proof.Sheet(ctx, in.ID))
	})

	route(a, Public, "GET", "/api/proof", "proofPage", "What a link shows", func(ctx context.Context, in *ByLink) (*body[proof.Page], error) {
		return point(s.Proof.PageOf(ctx, in.by(ctx)))
	})
	route(a, Public, "POST", "/api/proof/answers", "answerChoice", "Answer a choice", func(ctx context.Context, in *struct {
		ByLink
		Body craft.Answer
	}) (*body[proof.Page], error) {
		return point(s.Proof.Answer(ctx, in.by(ctx), in.Body))
	})
	route(a, Public, "GET", "/api/proof/pictures/{id}", "proofPicture", "A choice's picture at the size of a screen", func(ctx context.Context, in *struct {
		ByLink
		ByID
		Conditional
	}) (*picture, error) {
		data, tag, err := s.Proof.Picture(ctx, in.by(ctx), in.ID)
		if err != nil {
			return nil, err
		}
		return in.tagged(tag, func() ([]byte, error) { return data, nil })
	})
	route(a, Public, "GET", "/api/proof/files/{id}", "proofFile", "An approved choice's picture at full size", func(ctx context.Context, in *struct {
		ByLink
		ByID
	}) (*picture, error) {
		data, err := s.Proof.File(ctx, in.by(ctx), in.ID)
		if err != nil {
			return nil, err
		}
		return &picture{Status: http.StatusOK, ContentType: http.DetectContentType(data), CacheControl: "no-store", Body: data}, nil
	})
}
