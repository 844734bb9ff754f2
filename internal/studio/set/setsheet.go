package set

import (
	"context"
	"fmt"
	"math"
	"strings"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/setsheet"
	briefroom "figladder/internal/studio/brief"
)

// SetSheet is a shot's set on one page.
func (s *Room) SetSheet(ctx context.Context, shotID string) (*setsheet.Sheet, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	planned, err := s.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	w, wanted, err := s.asked(ctx, shotID)
	if err != nil {
		return nil, err
	}
	set := planned.Set
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	r, objects, engine, err := scene.ReadWith(ctx, set, w, light.Search)
	if err != nil {
		return nil, err
	}
	told, err := s.Units(ctx)
	if err != nil {
		return nil, err
	}
	u := told.Units
	crops := compose.Of(set, objects, engine).Crops(compose.Shown(set.Crop, wanted))
	out := &setsheet.Sheet{Title: shot.Title, Under: briefroom.Under(shoot.Name, shoot.Brief), Unit: u.Length}
	above, side := planOf(set, r), sideOf(set, r)
	lens := setsheet.View{Title: "Through the lens", W: r.Views.LensW, H: r.Views.LensH, Shapes: shapesOf(r.Views.Lens)}
	for _, c := range crops {
		if set.Crop != "" && !c.Own {
			continue
		}
		lens.Crops = append(lens.Crops, setsheet.Rect{X: c.Box.X * lens.W, Y: c.Box.Y * lens.H, W: c.Box.W * lens.W, H: c.Box.H * lens.H, Name: c.Shape})
	}
	out.Views = []setsheet.View{above, side, lens}
	c := set.Camera
	add := func(name, v string) { out.Settings = append(out.Settings, [2]string{name, v}) }
	add("Exposure", r.Exposure.Shown)
	add("Lens", strings.TrimPrefix(fmt.Sprintf("%s at %.0f mm", c.Lens, c.FocalMm), " at "))
	add("Camera", fmt.Sprintf("%.0f° up, %s", c.ElevationDeg, c.Orientation))
	add("Lens to the dish", u.Long(c.DistanceMm))
	add("Lens above the table", u.Long(set.Lens().Z))
	add("Focus", u.Long(r.FocusMm)+" from the lens")
	for _, x := range r.Readings {
		if x.Key == "keyFill" || x.Key == "direction" {
			add(x.Label, x.Shown+" "+x.Unit)
		}
	}
	turn := func(deg float64) string { return fmt.Sprintf("%.0f°", math.Mod(deg+720, 360)) }
	row := func(cells ...string) { out.Rows = append(out.Rows, cells) }
	row("Dish: "+set.Vessel.Kind+", ⌀ "+u.Figure(set.Vessel.DiameterMm), u.Figure(set.Vessel.XMm), u.Figure(set.Vessel.YMm), u.Figure(set.TopMm()), "")
	if g := set.Ground; g.On {
		row("Ground, "+g.Kind, u.Figure(g.XMm), u.Figure(g.YMm), "", turn(g.TurnDeg))
	}
	for _, l := range set.Lights {
		if l.On {
			row(l.Name, u.Figure(l.XMm), u.Figure(l.YMm), u.Figure(l.ZMm), turn(l.FacingDeg))
		}
	}
	for _, k := range set.Cards {
		if k.On {
			row(k.Name, u.Figure(k.XMm), u.Figure(k.YMm), u.Figure(k.ZMm), turn(k.FacingDeg))
		}
	}
	if set.Backdrop.On {
		row("Backdrop "+u.Figure(set.Backdrop.WidthMm)+" × "+u.Figure(set.Backdrop.HeightMm), u.Figure(set.Vessel.XMm), u.Figure(set.Backdrop.YMm), "", "")
	}
	for _, t := range set.Things {
		if t.On {
			row(t.Name, u.Figure(t.XMm), u.Figure(t.YMm), u.Figure(t.LiftMm), turn(t.TurnDeg))
		}
	}
	for _, f := range r.Findings {
		if f.Code == "overhead-caution" || f.Code == "lamp-caution" {
			out.Caution = append(out.Caution, f.Because)
		}
	}
	return out, nil
}

func shapesOf(all []scene.Outline) []setsheet.Shape {
	var out []setsheet.Shape
	for _, o := range all {
		out = append(out, setsheet.Shape{Path: o.Path, Colour: o.Colour, Clear: o.Clear})
	}
	return out
}

func box(x, y, w, h float64) string {
	return fmt.Sprintf("M%.1f %.1fL%.1f %.1fL%.1f %.1fL%.1f %.1fZ", x, y, x+w, y, x+w, y+h, x, y+h)
}

// planOf is the set from above: table, things, lights and cards as bars, the camera.
func planOf(s scene.Set, r scene.Report) setsheet.View {
	w, d := s.Table.WidthMm, s.Table.DepthMm
	v := setsheet.View{Title: "From above", Scaled: true, Shapes: []setsheet.Shape{{Path: box(0, -d, w, d), Colour: "#e6dccf"}}}
	v.Shapes = append(v.Shapes, shapesOf(r.Views.Above)...)
	x0, y0, x1, y1 := -60.0, -d-60, w+60, 60.0
	bar := func(x, y, wide, facing float64, colour string) {
		sin, cos := math.Sincos(facing * math.Pi / 180)
		ux, uy, nx, ny := cos*wide/2, -sin*wide/2, sin*12, cos*12
		v.Shapes = append(v.Shapes, setsheet.Shape{Colour: colour, Path: fmt.Sprintf("M%.1f %.1fL%.1f %.1fL%.1f %.1fL%.1f %.1fZ", x-ux-nx, -(y - uy - ny), x+ux-nx, -(y + uy - ny), x+ux+nx, -(y + uy + ny), x-ux+nx, -(y - uy + ny))})
		x0, x1 = math.Min(x0, math.Max(x-math.Abs(ux)-40, -1200)), math.Max(x1, math.Min(x+math.Abs(ux)+40, w+1200))
		y0, y1 = math.Min(y0, math.Max(-y-math.Abs(uy)-40, -d-1200)), math.Max(y1, math.Min(-y+math.Abs(uy)+40, 1200))
	}
	for _, l := range s.Lights {
		if l.On {
			bar(l.XMm, l.YMm, l.WidthMm, l.FacingDeg, "#f2dfa0")
		}
	}
	for _, c := range s.Cards {
		if c.On {
			bar(c.XMm, c.YMm, c.WidthMm, c.FacingDeg, "#c9c4c8")
		}
	}
	if s.Backdrop.On {
		bar(s.Vessel.XMm, s.Backdrop.YMm, s.Backdrop.WidthMm, 180, s.Backdrop.Colour)
	}
	lens := s.Lens()
	ux, uy := s.Aim().X-lens.X, lens.Y-s.Aim().Y // toward the dish
	if l := math.Hypot(ux, uy); l > 1 {
		ux, uy = ux/l, uy/l
	} else {
		ux, uy = 0, -1 // straight down it lies as the frame does
	}
	v.Shapes = append(v.Shapes, cameraShapes(lens.X, -lens.Y, ux, uy, false)...)
	y1 = math.Max(y1, -lens.Y+190)
	v.X, v.Y, v.W, v.H = x0, y0, x1-x0, y1-y0
	return v
}

// sideOf is the set from the right.
func sideOf(s scene.Set, r scene.Report) setsheet.View {
	d := s.Table.DepthMm
	v := setsheet.View{Title: "From the right", Scaled: true, Shapes: []setsheet.Shape{{Path: box(0, 0, d, 25), Colour: "#e6dccf"}}}
	v.Shapes = append(v.Shapes, shapesOf(r.Views.Side)...)
	lens := s.Lens()
	x0, x1, y0 := math.Min(-60, lens.Y-220), d+60, math.Min(-400, -lens.Z-220)
	for _, c := range s.Cards {
		if c.On {
			v.Shapes = append(v.Shapes, setsheet.Shape{Colour: "#c9c4c8", Path: box(c.YMm-8, -c.ZMm-c.HeightMm, 16, c.HeightMm)})
		}
	}
	if b := s.Backdrop; b.On {
		v.Shapes = append(v.Shapes, setsheet.Shape{Colour: b.Colour, Path: box(b.YMm-8, -b.HeightMm, 16, b.HeightMm)})
		x1, y0 = math.Max(x1, b.YMm+60), math.Min(y0, -b.HeightMm-40)
	}
	aim := s.Aim()
	far := math.Hypot(aim.Y-lens.Y, aim.Z-lens.Z)
	v.Shapes = append(v.Shapes, cameraShapes(lens.Y, -lens.Z, (aim.Y-lens.Y)/far, -(aim.Z-lens.Z)/far, true)...)
	v.X, v.Y, v.W, v.H = x0, y0, x1-x0, 60-y0
	return v
}

// cameraShapes draw a camera whose lens begins at a place of a drawing and looks along
// (ux, uy): the lens, the body behind it and, seen from the side, the finder on its top.
func cameraShapes(x, y, ux, uy float64, side bool) []setsheet.Shape {
	// Along, and across to the left of it, in mm: a body of usual size with a short lens.
	path := func(corners ...[2]float64) setsheet.Shape {
		var b strings.Builder
		for i, c := range corners {
			letter := "L"
			if i == 0 {
				letter = "M"
			}
			fmt.Fprintf(&b, "%s%.1f %.1f", letter, x+ux*c[0]+uy*c[1], y+uy*c[0]-ux*c[1])
		}
		return setsheet.Shape{Colour: "#4a2545", Path: b.String() + "Z"}
	}
	square := func(from, to, half float64) setsheet.Shape {
		return path([2]float64{from, -half}, [2]float64{to, -half}, [2]float64{to, half}, [2]float64{from, half})
	}
	wide := 68.0 // from above the body lies across
	if side {
		wide = 46
	}
	out := []setsheet.Shape{square(-165, -85, wide), square(-85, 0, 34)}
	if side {
		top := 1.0 // the finder is on the upper side, whichever way the lens looks
		if ux < 0 {
			top = -1
		}
		out = append(out, path([2]float64{-155, top * 46}, [2]float64{-100, top * 46}, [2]float64{-112, top * 72}, [2]float64{-146, top * 72}))
	}
	return out
}
