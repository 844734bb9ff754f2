package scene

import (
	"figladder/internal/craft/words"
	"fmt"
	"math"

	"figladder/internal/craft/exposure"
	"figladder/internal/craft/reading"
	"gonum.org/v1/gonum/spatial/r3"
)

func evOf(lux float64) float64 { return exposure.EV100FromLux(lux) }

// gloss is how a finish mirrors: its share of a polished surface's reflection, and
// how far from the mirror direction it still shows, degrees (start values of our
// own).
var gloss = map[words.Finish]struct{ share, spreadDeg float64 }{
	"matt": {0, 0}, "satin": {0.3, 12}, "gloss": {1, 3}, "mirror": {1, 0.5},
}

// veil is by how many stops what is mirrored brightens a surface seen from the lens
// at p: log2(1 + mirrored / diffuse). Fresnel by Schlick's form, n = 1.5; a mirror
// finish returns nine tenths at any angle.
func (r *reader) veil(p, n r3.Vec, finish words.Finish, diffuse float64) float64 {
	g := gloss[finish]
	if g.share == 0 {
		return 0
	}
	to := r3.Unit(r3.Sub(p, r.s.Lens()))
	cos := -r3.Dot(to, n)
	if cos <= 0 {
		return 0
	}
	share := g.share * (0.04 + 0.96*math.Pow(1-cos, 5))
	if finish == "mirror" {
		share = 0.9
	}
	mirror := r3.Add(to, r3.Scale(2*cos, n))
	// The lobe: its middle and a ring.
	seen := 0.0
	a := r3.Unit(r3.Cross(mirror, r3.Vec{X: 0.31, Y: 0.52, Z: 0.79}))
	b := r3.Cross(mirror, a)
	const looks = 6
	tan := math.Tan(g.spreadDeg * math.Pi / 180)
	for i := range looks + 1 {
		d := mirror
		if i > 0 {
			s, c := math.Sincos(2 * math.Pi * float64(i) / looks)
			d = r3.Unit(r3.Add(mirror, r3.Add(r3.Scale(tan*s, a), r3.Scale(tan*c, b))))
		}
		if r3.Dot(d, n) > 0 {
			seen += r.engine.Toward(r3.Add(p, r3.Scale(0.5, n)), d).Lux()
		}
	}
	return math.Log2(1 + share*seen/(looks+1)/math.Max(diffuse, 1e-6))
}

// glareStops is a veil that is seen as glare.
const glareStops = 0.5

// glareOver looks at n × n places of the frame, and counts those where table is seen
// and those where it glares. lux is the light on the table at a place.
func (r *reader) glareOver(n int, lux func(p r3.Vec) float64) (glaring, looked int) {
	for k := range n * n {
		p, ok := r.onTableAt(2*(float64(k%n)+0.5)/float64(n)-1, 2*(float64(k/n)+0.5)/float64(n)-1)
		if !ok {
			continue
		}
		looked++
		if r.veil(p, r3.Vec{Z: 1}, r.s.Table.Finish, r.s.Table.Reflectance*lux(p)/math.Pi) > glareStops {
			glaring++
		}
	}
	return glaring, looked
}

// glare looks from the lens at table, plate, glass and spoon for mirrored lights.
func (r *reader) glare() {
	up := r3.Vec{Z: 1}
	glaring, looked := r.glareOver(14, func(p r3.Vec) float64 { return r.lightMap.At(p.X, p.Y) })
	if looked > 0 {
		r.glareShare = float64(glaring) / float64(looked)
	}
	v := r.s.Vessel
	lines := []reading.Line{{Words: fmt.Sprintf("Table, %s: places in the frame that mirror a light by more than half a stop", r.s.Table.Finish), Formula: "reflect the line of sight; share (0.04 + 0.96 (1 − cos θ)⁵)", Shown: fmt.Sprintf("%d of %d", glaring, looked)}}
	own := linear(v.Colour).Lux() * r.lux.Total() / math.Pi
	switch v.Kind {
	case "glass", "mug":
		lines = append(lines, reading.Line{Words: "Glass: a light in view always shows as an upright streak on its side", Formula: "faces that mirror a light into the lens", Shown: r.streaks()})
	default:
		rim := r3.Vec{X: v.XMm, Y: v.YMm - v.DiameterMm*0.4, Z: v.HeightMm}
		lines = append(lines, reading.Line{Words: fmt.Sprintf("Its rim, %s", v.Finish), Formula: "the same, on the rim toward you", Shown: fmt.Sprintf("%+.1f stops", r.veil(rim, up, v.Finish, own))})
	}
	lines = append(lines, reading.Line{Words: "A spoon is a curved mirror: it shows every light and you, small", Formula: "turn it until the bright spot leaves the bowl, or keep to dull ones", Shown: "by eye"})
	r.add(reading.New("glare", "Glare on the table", 100*r.glareShare, "% of it", 0, "Mirror direction against the lights; Schlick's form of Fresnel, n = 1.5", lines...))
}

// streaks says on which sides of a glass a light is mirrored into the lens.
func (r *reader) streaks() string {
	h := r.s.Hero()
	count := 0
	for i := range 36 {
		s, c := math.Sincos(2 * math.Pi * float64(i) / 36)
		n := r3.Vec{X: s, Y: c}
		p := r3.Add(h.Foot, r3.Vec{X: h.RadiusMm * s, Y: h.RadiusMm * c, Z: h.HeightMm * 0.6})
		to := r3.Unit(r3.Sub(p, r.s.Lens()))
		if cos := -r3.Dot(to, n); cos > 0.02 && r.engine.Toward(r3.Add(p, n), r3.Add(to, r3.Scale(2*cos, n))).Lux() > 0 {
			count++
		}
	}
	if count == 0 {
		return "none"
	}
	return fmt.Sprintf("%d° of its round", count*10)
}

// onTableAt is the place of the table seen at a point of the frame, −1 to 1.
func (r *reader) onTableAt(u, v float64) (r3.Vec, bool) {
	across, up := r.s.Camera.FrameSensor()
	right, upV, forward := r.s.Axes()
	image := r.s.ImageDistanceMm()
	d := r3.Add(forward, r3.Add(r3.Scale(u*across/2/image, right), r3.Scale(v*up/2/image, upV)))
	lens := r.s.Lens()
	if d.Z >= 0 {
		return r3.Vec{}, false
	}
	p := r3.Add(lens, r3.Scale(-lens.Z/d.Z, d))
	h := r.s.Hero()
	if p.X < 0 || p.Y < 0 || p.X > r.s.Table.WidthMm || p.Y > r.s.Table.DepthMm || h.Body().Blocks(lens, p) || math.Hypot(p.X-h.Foot.X, p.Y-h.Foot.Y) < h.RadiusMm {
		return p, false
	}
	return p, true
}

// background is how evenly the upright backdrop is lit where the frame shows it.
func (r *reader) background() {
	if !r.s.Backdrop.On {
		return
	}
	q := r.s.backdropRect()
	n := q.Normal()
	least, most := math.Inf(1), 0.0
	for i := range 9 {
		for j := range 7 {
			p := q.At(float64(i)/4-1, float64(j)/3-1)
			if x, y, ok := r.s.Project(p); !ok || math.Abs(x) > 1 || math.Abs(y) > 1 {
				continue
			}
			v := r.engine.At(r3.Add(p, r3.Scale(0.05, n)), n).Total()
			least, most = math.Min(least, v), math.Max(most, v)
		}
	}
	if most == 0 {
		return
	}
	r.uneven = math.Log2(most / math.Max(least, 1e-6))
	r.add(reading.New("background", "Background differs by", r.uneven, "stops", 1, srcLight,
		reading.Line{Words: "Brightest place of the backdrop in the frame", Formula: "", Shown: lux(most)},
		reading.Line{Words: "Darkest", Formula: "", Shown: lux(least)},
		reading.Line{Words: "Ratio", Formula: "log2(brightest / darkest)", Shown: fmt.Sprintf("%.2f stops", r.uneven)}))
}

// steamScatter is the share of light from behind that thin steam turns toward the
// camera, against what it would send evenly (a start value of our own: droplets
// scatter forward).
const steamScatter = 0.08

// steaming is how far steam over the dish stands out from what is behind it.
func (r *reader) steaming(top r3.Vec) {
	if !r.s.Food.Steams {
		return
	}
	p := r3.Add(top, r3.Vec{Z: 80})
	behind := r3.Scale(-1, r.s.ToCamera())
	if behind.Z < 0 {
		behind.Z *= 0.2 // steam is lit by what is behind and above, not by the table
	}
	behind = r3.Unit(behind)
	back := r.engine.At(p, behind).Total()
	// What the camera sees behind the steam.
	ground := 0.0
	d := r3.Unit(r3.Sub(p, r.s.Lens()))
	if hit := r.engine.Toward(p, d).Lux(); hit > 0 {
		ground = hit
	} else if d.Z < 0 {
		at := r3.Add(p, r3.Scale(-p.Z/d.Z, d))
		if at.Y <= r.s.Table.DepthMm {
			ground = r.s.Table.Reflectance * r.lightMap.At(at.X, at.Y) / math.Pi
		}
	}
	if r.s.Backdrop.On {
		q := r.s.backdropRect()
		ground = linear(r.s.Backdrop.Colour).Lux() * r.engine.At(r3.Add(q.Centre, r3.Scale(0.05, q.Normal())), q.Normal()).Total() / math.Pi
	}
	room := r.s.Room.Reflectance * 0.3 * r.lux.Room.Lux() / math.Pi
	ground = math.Max(ground, room)
	steam := steamScatter * back / math.Pi
	r.steam = math.Log2((ground + steam) / math.Max(ground, 1e-6))
	r.add(reading.New("steam", "Steam stands out by", r.steam, "stops", 1, "Thin steam turns a share of the light from behind to the camera; the share is a start value",
		reading.Line{Words: "Light on the steam from behind", Formula: "8 cm over the dish, away from the camera", Shown: lux(back)},
		reading.Line{Words: "What it sends on", Formula: fmt.Sprintf("%.2f × E / π", steamScatter), Shown: fmt.Sprintf("%.1f cd/m²", steam)},
		reading.Line{Words: "Ground behind it", Formula: "ρ E / π", Shown: fmt.Sprintf("%.1f cd/m²", ground)},
		reading.Line{Words: "Together against the ground alone", Formula: "log2((ground + steam) / ground)", Shown: fmt.Sprintf("%.2f stops", r.steam)}))
}
