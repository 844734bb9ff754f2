package compose

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/scene"
	"gonum.org/v1/gonum/spatial/r3"
)

func vec(x, y, z float64) r3.Vec { return r3.Vec{X: x, Y: y, Z: z} }

// Box is a part of the frame, 0 to 1 from the left and from the top.
type Box struct {
	X float64 `json:"x" doc:"Left edge, 0 to 1"`
	Y float64 `json:"y" doc:"Top edge, 0 to 1"`
	W float64 `json:"w" doc:"Width, 0 to 1"`
	H float64 `json:"h" doc:"Height, 0 to 1"`
}

var whole = Box{0, 0, 1, 1}

// past says where a ray of the frame ends: on ground or backdrop, or past them.
func past(s scene.Set, x, y float64) bool {
	right, up, forward := s.Axes()
	across, high := s.Camera.FrameSensor()
	image := s.ImageDistanceMm()
	d := r3.Add(forward, r3.Add(r3.Scale((2*x-1)*across/2/image, right), r3.Scale((1-2*y)*high/2/image, up)))
	o := s.Lens()
	if d.Z < 0 {
		t := -o.Z / d.Z
		p := r3.Add(o, r3.Scale(t, d))
		g := s.Ground
		if g.On {
			dx, dy := p.X-g.XMm, p.Y-g.YMm
			if g.Kind == "board" {
				sin, cos := math.Sincos(g.TurnDeg * math.Pi / 180)
				dx, dy = dx*cos-dy*sin, dx*sin+dy*cos
			}
			if math.Abs(dx) <= g.WidthMm/2 && math.Abs(dy) <= g.DepthMm/2 {
				return false
			}
		} else if p.X >= 0 && p.X <= s.Table.WidthMm && p.Y >= 0 && p.Y <= s.Table.DepthMm {
			return false
		}
	}
	upright := func(on bool, at, middle, width, height float64) bool {
		if !on || d.Y <= 0 {
			return false
		}
		t := (at - o.Y) / d.Y
		p := r3.Add(o, r3.Scale(t, d))
		return t > 0 && math.Abs(p.X-middle) <= width/2 && p.Z <= height && p.Z >= -1
	}
	b, g := s.Backdrop, s.Ground
	if upright(b.On, b.YMm, s.Vessel.XMm, b.WidthMm, b.HeightMm) {
		return false
	}
	return !upright(g.On && g.Kind == "sweep", g.YMm+g.DepthMm/2, g.XMm, g.WidthMm, g.RiseMm)
}

// runsOut is the share of a part of the frame that sees past ground and backdrop, and
// the side on which it mostly does.
func runsOut(s scene.Set, b Box) (share float64, side string) {
	const n = 24
	var sides [4]float64
	count := 0
	for j := range n {
		for i := range n {
			u, v := (float64(i)+0.5)/n, (float64(j)+0.5)/n
			if !past(s, b.X+b.W*u, b.Y+b.H*v) {
				continue
			}
			count++
			sides[0] += 1 - v
			sides[1] += u
			sides[2] += v
			sides[3] += 1 - u
		}
	}
	best := 0
	for i := range sides {
		if sides[i] > sides[best] {
			best = i
		}
	}
	return float64(count) / (n * n), [4]string{"top", "right", "bottom", "left"}[best]
}

// RunOut finds where the lens sees past ground or backdrop, in the frame and in the
// crops that are published, and the least move, lens or board that mends it.
func RunOut(s scene.Set, crops []Crop) []finding.Finding {
	share, side := runsOut(s, whole)
	if share == 0 {
		return nil
	}
	in := ""
	kept := false
	for _, c := range crops {
		if v, _ := runsOut(s, c.Box); v > 0 {
			in += ", " + c.Shape
			kept = true
		}
	}
	f := finding.Finding{Code: "run-out", Severity: finding.Care, Subject: "Backdrop", Measure: fmt.Sprintf("%.0f %% of the frame, at its %s", 100*share, side), Limit: "none that is published",
		Because: "The lens sees past the board to the room behind."}
	if len(crops) > 0 {
		if !kept {
			f.Severity, f.Because = finding.Note, "The lens sees past the board, but no published crop keeps it."
		} else {
			f.Measure += "; also in " + in[2:]
		}
	}
	f.Try = mends(s)
	return []finding.Finding{f}
}

// mends are the least changes, one of a kind, after which nothing runs out.
func mends(s scene.Set) []finding.Try {
	var out []finding.Try
	ok := func(change func(*scene.Set)) bool {
		t := s.Copy()
		change(&t)
		share, _ := runsOut(t, whole)
		return share == 0
	}
	c := s.Camera
	for f := math.Ceil(c.FocalMm) + 1; f <= c.LongestMm; f++ {
		if ok(func(t *scene.Set) { t.Camera.FocalMm = f }) {
			out = append(out, finding.Press(fmt.Sprintf("Zoom to %.0f mm", f), finding.SetNumber("camera.focalMm", f)))
			break
		}
	}
	for e := math.Ceil(c.ElevationDeg) + 1; e <= math.Min(90, c.ElevationDeg+40); e++ {
		if ok(func(t *scene.Set) { t.Camera.ElevationDeg = e }) {
			out = append(out, finding.Press(fmt.Sprintf("Raise the camera to %.0f°", e), finding.SetNumber("camera.elevationDeg", e)))
			break
		}
	}
	for _, turn := range []float64{20, 40, 60, 90, 130, 180, 240} {
		if ok(func(t *scene.Set) { t.Camera.AimZMm -= turn }) {
			out = append(out, finding.Press(fmt.Sprintf("Aim %g cm lower", math.Round(turn)/10), finding.SetNumber("camera.aimZMm", c.AimZMm-turn)))
			break
		}
	}
	// A board: as it stands, larger by steps of 20 cm, or put up at the table's far edge.
	b := s.Backdrop
	at := b.YMm
	if !b.On {
		at = s.Table.DepthMm + 20
	}
	for grow := 0.0; grow <= 2400; grow += 200 {
		w, h := math.Max(b.WidthMm, 800)+grow, math.Max(b.HeightMm, 600)+grow*0.7
		if (grow > 0 || !b.On) && ok(func(t *scene.Set) {
			t.Backdrop.On, t.Backdrop.YMm, t.Backdrop.WidthMm, t.Backdrop.HeightMm = true, at, w, h
		}) {
			words := fmt.Sprintf("An upright board of %.0f × %.0f cm", w/10, h/10)
			out = append(out, finding.Press(words, finding.SetFlag("backdrop.on", true), finding.SetNumber("backdrop.yMm", at), finding.SetNumber("backdrop.widthMm", w), finding.SetNumber("backdrop.heightMm", h)))
			break
		}
	}
	if g := s.Ground; g.On && g.Kind == "board" {
		for grow := 200.0; grow <= 1600; grow += 200 {
			if ok(func(t *scene.Set) { t.Ground.WidthMm += grow; t.Ground.DepthMm += grow }) {
				out = append(out, finding.Press(fmt.Sprintf("A board of %.0f × %.0f cm", (g.WidthMm+grow)/10, (g.DepthMm+grow)/10), finding.SetNumber("ground.widthMm", g.WidthMm+grow), finding.SetNumber("ground.depthMm", g.DepthMm+grow)))
				break
			}
		}
	}
	if len(out) == 0 {
		out = append(out, finding.Hands("Go nearer, or use a larger board"))
	}
	return out
}
