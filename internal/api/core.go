package api

import (
	"context"

	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// keepingRoutes are about nothing being lost: what was taken away, and whether the files
// are what they were.
func (a *API) keepingRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/bin", "bin", "What was taken away and can be brought back", func(ctx context.Context, _ *none) (*body[[]core.TakenAway], error) {
		return answer(s.Bin(ctx, who(ctx)))
	})
	route(a, Assistant, "POST", "/api/bin/{deed}", "bringBack", "Bring back what a deed took away", func(ctx context.Context, in *struct {
		Deed int64 `path:"deed" doc:"Key of the deed"`
	}) (*done, error) {
		return &done{}, s.BringBack(ctx, who(ctx), in.Deed)
	}, empty, a.makes)
	route(a, Assistant, "GET", "/api/vault", "vaultChecks", "What came of reading the files again, newest first", func(ctx context.Context, _ *none) (*body[[]store.VaultCheck], error) {
		return answer(s.VaultChecks(ctx))
	})
	route(a, Assistant, "GET", "/api/vault/places", "storage", "Where files are kept, and what losing a place would cost", func(ctx context.Context, _ *none) (*body[core.Storage], error) {
		return point(s.StorageNow(ctx))
	})
	route(a, Photographer, "POST", "/api/vault", "checkVault", "Read every file again and compare", func(ctx context.Context, _ *none) (*body[store.VaultCheck], error) {
		return point(s.AskVaultCheck(ctx, who(ctx).Name))
	}, a.makes)
}

func (a *API) deedRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/shoots/{id}/deeds", "deeds", "What was done last", func(ctx context.Context, in *ByID) (*body[[]store.Deed], error) {
		return answer(s.Deeds(ctx, in.ID, 30))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/undo", "undo", "Take the last deed back", func(ctx context.Context, in *struct {
		ByID
		Past bool `query:"past" doc:"Take it back although a picture was sent after it"`
	}) (*body[store.Deed], error) {
		defer a.units.again()
		return point(s.Undo(ctx, who(ctx), in.ID, in.Past))
	})
	route(a, Assistant, "POST", "/api/shoots/{id}/redo", "redo", "Do it again", func(ctx context.Context, in *ByID) (*body[store.Deed], error) {
		defer a.units.again()
		return point(s.Redo(ctx, who(ctx), in.ID))
	})
}
