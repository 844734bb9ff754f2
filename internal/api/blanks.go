package api

import (
	"context"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/drink"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/release"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
)

// Blanks are what things begin with when they are written down, and which kinds of thing
// are alike, so that the page keeps no rule of its own.
type Blanks struct {
	Window  almanac.Window  `json:"window" doc:"A window of the studio"`
	Outside almanac.Outside `json:"outside" doc:"Something outside a window"`
	Place   almanac.Place   `json:"place" doc:"Another place"`
	Table   almanac.Table   `json:"table" doc:"A table of a place"`
	Card    scene.Card      `json:"card" doc:"A card, where none is written down"`
	Kit     kit.Item        `json:"kit" doc:"A piece of kit"`
	Prop    cupboard.Prop   `json:"prop" doc:"A prop"`
	Worked  []string        `json:"worked" doc:"Kinds of thing whose outside may be ribbed or cut"`
	Round   []string        `json:"round" doc:"Kinds of thing that are turned about an axis: asked for their diameter"`
	Edible  []string        `json:"edible" doc:"Kinds of thing that are food"`
	Hues    []string        `json:"hues" doc:"Families of hue that props are sifted by"`
	Layers  []drink.Layer   `json:"layers" doc:"Layers in a glass to begin with"`
	Layer   drink.Layer     `json:"layer" doc:"One more layer"`
	Steps   []look.Step     `json:"steps" doc:"Steps of a look, one of each kind"`
	Terms   []review.Term   `json:"terms" doc:"What is pinned on old frames"`
	Outlet  release.Outlet  `json:"outlet" doc:"Another outlet"`
}

func (a *API) blankRoutes() {
	route(a, Assistant, "GET", "/api/blanks", "blanks", "What things begin with", func(context.Context, *none) (*body[Blanks], error) {
		out := Blanks{Window: almanac.StartWindow(), Outside: almanac.StartOutside(), Place: almanac.StartPlace(), Table: almanac.StartTable(), Card: scene.StartCard(), Kit: kit.StartItem(), Prop: cupboard.StartProp(), Worked: []string{}, Round: []string{}, Edible: []string{}, Hues: colour.FamilyNames, Layers: drink.StartLayers(), Layer: drink.StartLayer(), Steps: look.Start(), Terms: review.Terms, Outlet: release.StartOutlet()}
		for _, k := range scene.Kinds {
			t := scene.Thing{Kind: k}
			if t.Works() {
				out.Worked = append(out.Worked, k)
			}
			if t.Round() {
				out.Round = append(out.Round, k)
			}
			if t.Edible() {
				out.Edible = append(out.Edible, k)
			}
		}
		return answer(out, nil)
	})
}
