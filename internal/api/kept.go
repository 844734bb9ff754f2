package api

import (
	"reflect"
	"time"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/shopping"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/set"
	"github.com/danielgtaylor/huma/v2"
	jsonv2 "github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
)

// Kept is how the API tells of anything that is kept and can be changed: its key, the version
// to send back with a change, and the document itself. Rows of the database never go out as
// they are: wherever one stands in an answer, it is told like this.
type Kept[T any] struct {
	ID        string    `json:"id" doc:"Its key"`
	Version   int       `json:"version" doc:"Counts saves; send back the one you read"`
	CreatedAt time.Time `json:"createdAt" doc:"When it was made"`
	Doc       T         `json:"doc" doc:"What it says"`
}

func kept[T any](b store.Base, doc T) Kept[T] { return Kept[T]{b.Key, b.Version, b.CreatedAt, doc} }

// Person is somebody who can sign in, as others see them.
type Person struct {
	ID        string    `json:"id" doc:"Key"`
	Email     string    `json:"email" doc:"Signs in with it"`
	Name      string    `json:"name" doc:"Name"`
	Role      string    `json:"role" enum:"owner,photographer,stylist,assistant" doc:"What they may do"`
	CreatedAt time.Time `json:"createdAt" doc:"Since when"`
}

// Deed is something that was done.
type Deed struct {
	ID      int64     `json:"id" doc:"Counts up"`
	ShootID string    `json:"shootId" doc:"Its shoot"`
	At      time.Time `json:"at" doc:"When"`
	Words   string    `json:"words" doc:"What was done"`
	Undone  bool      `json:"undone" doc:"Whether it was taken back"`
}

// shape tells one kind of row in the API's own way.
type shape struct {
	alias func(huma.Registry)
	write *jsonv2.Marshalers
}

func told[R, T any](how func(R) T) shape {
	return shape{
		func(r huma.Registry) { r.RegisterTypeAlias(reflect.TypeFor[R](), reflect.TypeFor[T]()) },
		jsonv2.MarshalToFunc(func(to *jsontext.Encoder, row R) error { return jsonv2.MarshalEncode(to, how(row)) }),
	}
}

// shapes are all rows that answers tell of.
var shapes = []shape{
	told(func(r store.Shoot) Kept[store.ShootDoc] { return kept(r.Base, r.ShootDoc) }),
	told(func(r store.ReferenceRow) Kept[store.ReferenceDoc] { return kept(r.Base, r.ReferenceDoc) }),
	told(func(r store.Dish) Kept[store.DishDoc] { return kept(r.Base, r.DishDoc) }),
	told(func(r store.TrialRow) Kept[store.TrialDoc] { return kept(r.Base, r.TrialDoc) }),
	told(func(r store.GoodsRow) Kept[shopping.Goods] { return kept(r.Base, r.Goods) }),
	told(func(r store.Shot) Kept[store.ShotDoc] { return kept(r.Base, r.ShotDoc) }),
	told(func(r store.Aside) Kept[store.AsideDoc] { return kept(r.Base, r.AsideDoc) }),
	told(func(r store.PropRow) Kept[cupboard.Prop] { return kept(r.Base, r.Prop) }),
	told(func(r store.Reservation) Kept[store.ReservationDoc] { return kept(r.Base, r.ReservationDoc) }),
	told(func(r store.KitRow) Kept[kit.Item] { return kept(r.Base, r.Item) }),
	told(func(r store.VerbRow) Kept[store.VerbDoc] { return kept(r.Base, r.VerbDoc) }),
	told(func(r store.WantedRow) Kept[cupboard.Wanted] { return kept(r.Base, r.Wanted) }),
	told(func(r store.Preview) Kept[store.PreviewDoc] { return kept(r.Base, r.PreviewDoc) }),
	told(func(r store.Frame) Kept[store.FrameDoc] { return kept(r.Base, r.FrameDoc) }),
	told(func(r store.HoldRow) Kept[store.HoldDoc] { return kept(r.Base, r.HoldDoc) }),
	told(func(r store.MomentRow) Kept[store.MomentDoc] { return kept(r.Base, r.MomentDoc) }),
	told(func(r store.BaseLookRow) Kept[store.BaseLookDoc] { return kept(r.Base, r.BaseLookDoc) }),
	told(func(r store.FinishRow) Kept[store.FinishDoc] { return kept(r.Base, r.FinishDoc) }),
	told(func(r store.VersionRow) Kept[store.VersionDoc] { return kept(r.Base, r.VersionDoc) }),
	told(func(r store.OutletRow) Kept[store.OutletDoc] { return kept(r.Base, r.OutletDoc) }),
	told(func(r store.ReviewRow) Kept[store.ReviewDoc] { return kept(r.Base, r.ReviewDoc) }),
	told(func(r store.FrameWorkRow) Kept[store.FrameWorkDoc] { return kept(r.Base, r.FrameWorkDoc) }),
	told(func(r store.ProofRoundRow) Kept[store.ProofRoundDoc] { return kept(r.Base, r.ProofRoundDoc) }),
	told(func(r store.ProofAnswerRow) Kept[store.ProofAnswerDoc] { return kept(r.Base, r.ProofAnswerDoc) }),
	told(func(r store.ProofLinkRow) Kept[store.ProofLinkDoc] { return kept(r.Base, r.ProofLinkDoc) }),
	told(func(r store.Approval) Kept[store.ApprovalDoc] { return kept(r.Base, r.ApprovalDoc) }),
	told(func(r store.SetUpRow) Kept[store.SetUpDoc] { return kept(r.Base, r.SetUpDoc) }),
	told(func(r store.SetRow) set.PlannedSet {
		return set.PlannedSet{Set: r.Set(), Version: r.Version, SetUpID: r.SetUpID}
	}),
	told(func(r store.PlaceRow) set.KeptPlace { return set.KeptOf(r) }),
	told(func(r store.PreferencesRow) core.KeptUnits { return core.KeptUnits{Units: r.Units, Version: r.Version} }),
	told(func(r store.SeriesRow) kitchen.TermsOf { return kitchen.TermsOf{Terms: r.Terms, Version: r.Version} }),
	told(func(p store.Person) Person { return Person{p.ID, p.Email, p.Name, p.Role, p.CreatedAt} }),
	told(func(d store.Deed) Deed { return Deed{d.ID, d.ShootID, d.At, d.Words, d.Undone} }),
}

// ownShapes tells the API's description how rows are told.
func ownShapes(r huma.Registry) huma.Registry {
	for _, s := range shapes {
		s.alias(r)
	}
	return r
}

// rowsTold writes rows the same way.
var rowsTold = func() *jsonv2.Marshalers {
	var all []*jsonv2.Marshalers
	for _, s := range shapes {
		all = append(all, s.write)
	}
	return jsonv2.JoinMarshalers(all...)
}()
