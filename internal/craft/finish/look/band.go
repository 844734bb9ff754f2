package look

import "math"

// band turns a range of hues in OKLCH (B. Ottosson 2020). Greys have no hue and stay.
type band struct {
	ca, cb     float32 // direction of the middle
	from, to   float32 // cosines between which it fades; all is without
	all        bool
	chroma     float32
	lightness  float32
	turn       [257][2]float32 // cosine and sine of the turn, by weight
	turnsAtAll bool
}

// Greys are what has less OKLCH chroma than the first, and what has more than the second is coloured.
const (
	greyEnds   = 0.015
	colourFrom = 0.05
)

// band is a step as it is worked. ok is false when it changes nothing.
func (s Step) band() (b *band, ok bool) {
	if s.TurnDeg == 0 && s.Chroma == 0 && s.Lightness == 0 || s.WidthDeg <= 0 {
		return nil, false
	}
	rad := math.Pi / 180
	half := s.WidthDeg / 2
	b = &band{ca: float32(math.Cos(s.HueDeg * rad)), cb: float32(math.Sin(s.HueDeg * rad)),
		// Full over the middle half, gone at the edge.
		from: float32(math.Cos(math.Min(180, half) * rad)), to: float32(math.Cos(math.Min(180, half/2) * rad)),
		all: s.WidthDeg >= 360, chroma: float32(s.Chroma), lightness: float32(s.Lightness), turnsAtAll: s.TurnDeg != 0}
	for i := range b.turn {
		a := s.TurnDeg * rad * float64(i) / 256
		b.turn[i] = [2]float32{float32(math.Cos(a)), float32(math.Sin(a))}
	}
	return b, true
}

// smooth goes from 0 at a to 1 at b without a corner.
func smooth(a, b, x float32) float32 {
	t := held((x - a) / (b - a))
	return t * t * (3 - 2*t)
}

// weight is how much of the step a colour takes, from its a and b.
func (s *band) weight(a, b float32) float32 {
	square := a*a + b*b
	if square <= greyEnds*greyEnds {
		return 0
	}
	c := float32(math.Sqrt(float64(square)))
	w := smooth(greyEnds, colourFrom, c)
	if s.all {
		return w
	}
	return w * smooth(s.from, s.to, (a*s.ca+b*s.cb)/c)
}

func (s *band) on(p row) {
	for i := range p.r {
		l, a, b := oklab(p.r[i], p.g[i], p.b[i])
		w := s.weight(a, b)
		if w == 0 {
			continue
		}
		if s.turnsAtAll {
			t := s.turn[int(w*256)]
			a, b = a*t[0]-b*t[1], a*t[1]+b*t[0]
		}
		k := 1 + w*s.chroma
		p.r[i], p.g[i], p.b[i] = ofOklab(max(0, l+w*s.lightness), a*k, b*k)
	}
}

// oklab is a linear sRGB light in OKLab.
func oklab(r, g, b float32) (l, a, bb float32) {
	x := cbrt(0.4122214708*r + 0.5363325363*g + 0.0514459929*b)
	y := cbrt(0.2119034982*r + 0.6806995451*g + 0.1073969566*b)
	z := cbrt(0.0883024619*r + 0.2817188376*g + 0.6299787005*b)
	return 0.2104542553*x + 0.7936177850*y - 0.0040720468*z,
		1.9779984951*x - 2.4285922050*y + 0.4505937099*z,
		0.0259040371*x + 0.7827717662*y - 0.8086757660*z
}

// OKLCH is a linear sRGB light's lightness, chroma and hue, degrees 0 to 360.
func OKLCH(light [3]float64) (l, c, hueDeg float64) {
	ll, a, b := oklab(float32(light[0]), float32(light[1]), float32(light[2]))
	hueDeg = math.Atan2(float64(b), float64(a)) * 180 / math.Pi
	if hueDeg < 0 {
		hueDeg += 360
	}
	return float64(ll), math.Hypot(float64(a), float64(b)), hueDeg
}

// ofOklab is OKLab as linear sRGB light; out of 0 to 1 for what a screen cannot show.
func ofOklab(l, a, b float32) (r, g, bb float32) {
	x := l + 0.3963377774*a + 0.2158037573*b
	y := l - 0.1055613458*a - 0.0638541728*b
	z := l - 0.0894841775*a - 1.2914855480*b
	x, y, z = x*x*x, y*y*y, z*z*z
	return 4.0767416621*x - 3.3077115913*y + 0.2309699292*z,
		-1.2684380046*x + 2.6097574011*y - 0.3413193965*z,
		-0.0041960863*x - 0.7034186147*y + 1.7076147010*z
}

// cbrt is the cube root by Halley's steps from a guess by the number's own digits: three times quicker than math.Cbrt,
// and as good as a float32 shows.
func cbrt(x float32) float32 {
	if x == 0 {
		return 0
	}
	sign := float32(1)
	if x < 0 {
		sign, x = -1, -x
	}
	y := math.Float32frombits(math.Float32bits(x)/3 + 709921077)
	for range 2 {
		c := y * y * y
		y *= (c + 2*x) / (2*c + x)
	}
	return sign * y
}
