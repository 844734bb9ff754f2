package look

import (
	"image"
	"math"
)

// The white of a picture: the colour of the light that it was taken in, brought to daylight (D65) by Bradford's
// adaptation (Lam 1985; as in ICC.1:2022, annex E).

// Daylight is the light at which nothing is changed, kelvin; leastKelvin the warmest that the locus holds for.
const (
	Daylight    = 6504.0
	leastKelvin = 1000.0
	mostKelvin  = 15000.0
)

type matrix [3][3]float64

func (m matrix) times(n matrix) (out matrix) {
	for i := range out {
		for j := range out {
			for k := range n {
				out[i][j] += m[i][k] * n[k][j]
			}
		}
	}
	return out
}

func (m matrix) of(v [3]float64) (out [3]float64) {
	for i := range out {
		out[i] = m[i][0]*v[0] + m[i][1]*v[1] + m[i][2]*v[2]
	}
	return out
}

// sRGB's primaries and white (IEC 61966-2-1), and Bradford's cones.
var (
	toXYZ   = matrix{{0.4123907992659593, 0.3575843393838780, 0.1804807884018343}, {0.2126390058715103, 0.7151686787677559, 0.0721923153607337}, {0.0193308187155918, 0.1191947797946260, 0.9505321522496606}}
	fromXYZ = matrix{{3.2409699419045226, -1.5373831775700939, -0.4986107602930034}, {-0.9692436362808796, 1.8759675015077202, 0.0415550574071756}, {0.0556300796969936, -0.2039769588889765, 1.0569715142428786}}
	toCone  = matrix{{0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}}
	ofCone  = matrix{{0.9869929, -0.1470543, 0.1599627}, {0.4323053, 0.5183603, 0.0492912}, {-0.0085287, 0.0400428, 0.9684867}}
	d65     = toXYZ.of([3]float64{1, 1, 1})
	dayDuv  = func() float64 { _, duv := nearest(uvOf(d65)); return duv }()
)

// uvOf is a colour's place in CIE 1960 u, v.
func uvOf(xyz [3]float64) (u, v float64) {
	n := xyz[0] + 15*xyz[1] + 3*xyz[2]
	return 4 * xyz[0] / n, 6 * xyz[1] / n
}

// locus is the place of a black body, in CIE 1960 u, v (Krystek 1985, 1000 to 15000 K), and the direction across it that
// goes toward green.
func locus(k float64) (u, v, nu, nv float64) {
	at := func(k float64) (float64, float64) {
		return (0.860117757 + 1.54118254e-4*k + 1.28641212e-7*k*k) / (1 + 8.42420235e-4*k + 7.08145163e-7*k*k),
			(0.317398726 + 4.22806245e-5*k + 4.20481691e-8*k*k) / (1 - 2.89741816e-5*k + 1.61456053e-7*k*k)
	}
	u, v = at(k)
	u2, v2 := at(k * 1.0001)
	du, dv := u2-u, v2-v
	l := math.Hypot(du, dv)
	return u, v, dv / l, -du / l
}

// nearest is the black body next to a place in CIE 1960 u, v, kelvin, and how far it lies to the green side of it (Duv).
func nearest(u, v float64) (kelvin, duv float64) {
	far := func(mired float64) float64 { lu, lv, _, _ := locus(1e6 / mired); return math.Hypot(u-lu, v-lv) }
	lo, hi := 1e6/mostKelvin, 1e6/leastKelvin
	best := lo
	for m := lo; m <= hi; m += 5 { // the distance has one valley, but not for what is far off
		if far(m) < far(best) {
			best = m
		}
	}
	lo, hi = math.Max(lo, best-5), math.Min(hi, best+5)
	for range 60 {
		a, b := lo+(hi-lo)/3, hi-(hi-lo)/3
		if far(a) < far(b) {
			hi = b
		} else {
			lo = a
		}
	}
	kelvin = 1e6 / ((lo + hi) / 2)
	lu, lv, nu, nv := locus(kelvin)
	return kelvin, (u-lu)*nu + (v-lv)*nv
}

// whiteXYZ is the white of a light, luminance 1.
func whiteXYZ(kelvin, tint float64) [3]float64 {
	u, v, nu, nv := locus(kelvin)
	d := dayDuv + tint/1000
	u, v = u+d*nu, v+d*nv
	x, y := 3*u/(2*u-8*v+4), 2*v/(2*u-8*v+4)
	return [3]float64{x / y, 1, (1 - x - y) / y}
}

// whitening is the matrix on linear sRGB that makes a light daylight. ok is false when it changes nothing.
func (s Step) whitening() (m matrix, ok bool) {
	k := s.Kelvin
	if k == 0 {
		k = Daylight
	}
	if k == Daylight && s.Tint == 0 {
		return m, false
	}
	from, to := toCone.of(whiteXYZ(math.Min(mostKelvin, math.Max(leastKelvin, k)), s.Tint)), toCone.of(d65)
	scale := matrix{{to[0] / from[0]}, {0, to[1] / from[1]}, {0, 0, to[2] / from[2]}}
	return fromXYZ.times(ofCone).times(scale).times(toCone).times(toXYZ), true
}

// WhiteOf is the light in which something that has no colour of its own looks as it does: its colour temperature, kelvin,
// and tint as in Step, from its linear light. ok is false for what cannot be read: black, or so strong a colour that no
// lamp has it.
func WhiteOf(r, g, b float64) (kelvin, tint float64, ok bool) {
	const most = 0.05 // Duv
	xyz := toXYZ.of([3]float64{r, g, b})
	if !(xyz[1] > 1e-4) {
		return 0, 0, false
	}
	kelvin, duv := nearest(uvOf(xyz))
	tint = 1000 * (duv - dayDuv)
	return kelvin, tint, kelvin > leastKelvin*1.02 && kelvin < mostKelvin*0.98 && math.Abs(tint) < 1000*most
}

func (m matrix) on(p row) {
	var f [3][3]float32
	for i := range f {
		for j := range f {
			f[i][j] = float32(m[i][j])
		}
	}
	for i := range p.r {
		r, g, b := p.r[i], p.g[i], p.b[i]
		p.r[i] = f[0][0]*r + f[0][1]*g + f[0][2]*b
		p.g[i] = f[1][0]*r + f[1][1]*g + f[1][2]*b
		p.b[i] = f[2][0]*r + f[2][1]*g + f[2][2]*b
	}
}

// Whitened is what a linear light becomes by a white step.
func Whitened(light [3]float64, kelvin, tint float64) [3]float64 {
	m, changes := Step{Kelvin: kelvin, Tint: tint}.whitening()
	if !changes {
		return light
	}
	return m.of(light)
}

// PlaceUV is a linear sRGB light's place in CIE 1960 u, v.
func PlaceUV(light [3]float64) (u, v float64) { return uvOf(toXYZ.of(light)) }

// pressed is how large a place is looked at when it is pressed, as a share of the picture's long side.
const pressed = 0.006

// LightAt is the mean linear light about a place of a picture. ends is true when so much of it is clipped or blocked that its
// colour is lost.
func LightAt(img image.Image, at Spot) (r, g, b float64, ends bool) {
	const white, black, most = 252.0 / 255, 4.0 / 255, 0.2
	s := sourceOf(img)
	n := max(1, int(pressed*float64(max(s.w, s.h))))
	x, y := int(at.X*float64(s.w)), int(at.Y*float64(s.h))
	left, right := max(0, x-n), min(s.w, x+n+1)
	if left >= right {
		return 0, 0, 0, true
	}
	p := newRow(right - left)
	count, lost := 0.0, 0.0
	for yy := max(0, y-n); yy < min(s.h, y+n+1); yy++ {
		s.read(left, yy, p)
		for i := range p.r {
			r, g, b, count = r+float64(p.r[i]), g+float64(p.g[i]), b+float64(p.b[i]), count+1
			if hi := max(p.r[i], p.g[i], p.b[i]); Coded(float64(hi)) >= white || Coded(float64(hi)) <= black {
				lost++
			}
		}
	}
	if count == 0 {
		return 0, 0, 0, true
	}
	return r / count, g / count, b / count, lost > most*count
}
