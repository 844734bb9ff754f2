// Package scenetest makes sets for tests that are as much as a set may be.
package scenetest

import (
	"figladder/internal/craft/words"
	"fmt"

	"figladder/internal/craft/scene"
)

// Worst returns sets that fill everything a set may hold, each in its own way: many
// pieces, many triangles, many things on top of each other. All pass Check.
func Worst() map[string]scene.Set {
	base := func() scene.Set {
		s := scene.Start()
		s.Table.WidthMm, s.Table.DepthMm, s.Table.Finish = 5000, 3000, "gloss"
		s.Vessel.XMm, s.Vessel.YMm = 2500, 1500
		s.Lights, s.Cards = nil, nil
		out := scene.Outside{Kind: "tree", AwayMm: 4000, BottomMm: -700, WidthMm: 3000, HeightMm: 6000, Colour: "#5e7457"}
		for i := range 8 {
			l := scene.Start().Lights[0]
			l.YMm, l.Outside = 200+float64(i)*350, []scene.Outside{out, out, out, out}
			l.CurtainLeft, l.CurtainRight, l.BlindTop, l.RevealMm = 0.1, 0.1, 0.1, 300
			s.Lights = append(s.Lights, l)
			kinds := []words.CardFace{"shiny foil", "silver", "gold", "diffuser", "dull foil", "white", "shiny foil", "diffuser"}
			s.Cards = append(s.Cards, scene.Card{Name: fmt.Sprint("Card ", i), Kind: kinds[i], On: true, XMm: 1200 + float64(i)*350, YMm: 2200, WidthMm: 300, HeightMm: 900, FacingDeg: 180, TiltDeg: float64(i) * 3})
		}
		s.Daylight = scene.Daylight{On: true, Weather: "mixed", Day: "2026-06-21", Clock: "18:00", Zone: "Europe/London", LatDeg: 50, LonDeg: -4, FarSideDeg: 0}
		s.Backdrop.On, s.Backdrop.YMm = true, 2900
		s.Ground = scene.Ground{On: true, Kind: "board", XMm: 2500, YMm: 1500, WidthMm: 5000, DepthMm: 3000, Colour: "#6b5b4b", Finish: "gloss"}
		return s
	}
	thing := func(kind, piece string, i, count int) scene.Thing {
		return scene.Thing{Name: kind, Kind: kind, Piece: piece, On: true, XMm: 2300 + float64(i%10)*50, YMm: 1300 + float64(i/10)*40, WidthMm: 400, DepthMm: 400, HeightMm: 120, Finish: "gloss", Colour: "#8a6d4b",
			Second: "#b4456a", Drink: "#a9622f", FillShare: 0.7, Count: count, TurnDeg: float64(i), LiftMm: float64(i % 7)}
	}
	out := map[string]scene.Set{}
	fill := func(name string, make func(i int) scene.Thing) {
		s := base()
		for i := range scene.MostThings {
			s.Things = append(s.Things, make(i))
			if s.Check() != nil { // the last one was too much
				s.Things = s.Things[:len(s.Things)-1]
				break
			}
		}
		out[name] = s
	}
	fill("pieces", func(i int) scene.Thing { return thing("scatter", "shell", i, 16) })
	fill("crumbs", func(i int) scene.Thing { return thing("crumb", "", i, 16) })
	fill("vessels", func(i int) scene.Thing { return thing("jug", "", i, 0) })
	fill("glasses", func(i int) scene.Thing { x := thing("bottle", "", i, 0); x.Material = "glass"; return x })
	fill("linen", func(i int) scene.Thing { x := thing("linen", "", i, 0); x.WidthMm, x.DepthMm = 1, 3000; return x })
	fill("spoons on linen", func(i int) scene.Thing {
		if i < 20 {
			x := thing("linen", "", i, 0)
			x.WidthMm, x.DepthMm = 2000, 2000
			return x
		}
		return thing([]string{"spoon", "scatter", "mound"}[i%3], "berry", i, 12)
	})
	one := base()
	one.Camera.SensorWidthMm, one.Camera.SensorHeightMm, one.Camera.Orientation = 60, 2, "portrait"
	out["one pixel wide"] = one
	return out
}
