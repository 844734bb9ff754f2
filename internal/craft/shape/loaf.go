package shape

import (
	"math"

	"gonum.org/v1/gonum/spatial/r3"
)

// Prism raises an outline (counter-clockwise, seen whole from its middle) along z: its wall and
// its two ends, apart, since crust is not crumb.
func Prism(outline [][2]float64, lengthMm float64) (wall, ends Mesh) {
	n := len(outline)
	for _, z := range []float64{0, lengthMm} {
		for i := 0; i <= n; i++ {
			p := outline[i%n]
			wall.P = append(wall.P, vec(p[0], p[1], z))
		}
	}
	wall.band(0, n+1, n)
	wall.smooth()
	for _, row := range []int{0, n + 1} {
		mean := unit(r3.Add(wall.N[row], wall.N[row+n]))
		wall.N[row], wall.N[row+n] = mean, mean
	}
	var cx, cy float64
	for _, p := range outline {
		cx, cy = cx+p[0]/float64(n), cy+p[1]/float64(n)
	}
	for k, z := range []float64{0, lengthMm} {
		up := r3.Vec{Z: float64(2*k - 1)}
		at := int32(len(ends.P))
		ends.P, ends.N = append(ends.P, vec(cx, cy, z)), append(ends.N, up)
		for _, p := range outline {
			ends.P, ends.N = append(ends.P, vec(p[0], p[1], z)), append(ends.N, up)
		}
		for i := range int32(n) {
			a, b := at+1+i, at+1+(i+1)%int32(n)
			if k == 0 {
				a, b = b, a
			}
			ends.T = append(ends.T, [3]int32{at, a, b})
		}
	}
	return wall, ends
}

// crustLine is a loaf's outline across: a flat foot, sides that lean out a little and a domed
// top with shoulders, wMm wide and hMm high, from z = 0 (as y of the outline).
func crustLine(wMm, hMm float64, points int) [][2]float64 {
	side := hMm * 0.52
	out := [][2]float64{{-wMm * 0.44, 0}, {wMm * 0.44, 0}, {wMm * 0.49, side * 0.6}}
	for i := 0; i <= points; i++ {
		a := math.Pi * float64(i) / float64(points)
		out = append(out, [2]float64{wMm / 2 * math.Cos(a), side + (hMm-side)*math.Pow(math.Max(0, math.Sin(a)), 0.8)})
	}
	return append(out, [2]float64{-wMm * 0.49, side * 0.6})
}

// tornFrom and tornTo are the columns of a loaf's skin between which the oven burst it, of how many there are over
// its dome.
const tornFrom, tornTo, domeColumns = 9, 14, 24

// tinLine is a loaf's outline across at a share t of its length, wMm wide and hMm high, counter-clockwise
// as seen from its near end: straight walls that a tin held, a lip where it rose over the tin's edge, a
// dome, and along the dome a tear with a lifted edge, which closes toward both ends.
func tinLine(t, wMm, hMm float64, seed int64) [][2]float64 {
	rim := hMm * 0.56
	out := [][2]float64{{-wMm * 0.41, 0}, {-wMm * 0.2, 0}, {wMm * 0.2, 0}, {wMm * 0.41, 0}, {wMm * 0.43, rim * 0.35}, {wMm * 0.45, rim * 0.7}, {wMm * 0.455, rim * 0.94}}
	open := math.Max(0, math.Min(1, math.Min((t-0.08)/0.14, (0.93-t)/0.14)))
	middle := math.Pi * (0.44 + 0.05*(Noise(t*4, 3, 0, seed)-0.5))
	half := math.Pi * 0.085 * open * (0.7 + 0.6*Noise(t*7, 5, 0, seed))
	from, to := middle-half, middle+half
	arch := 1 - 0.09*math.Pow(math.Abs(2*t-1), 2.5)
	for i := 0; i <= domeColumns; i++ {
		var a, lift float64
		switch {
		case i < tornFrom:
			a = from * float64(i) / tornFrom
			lift = 0.03 * open * math.Exp(-(from-a)*(from-a)/0.03)
		case i <= tornTo:
			s := 2*float64(i-tornFrom)/(tornTo-tornFrom) - 1
			a = middle + half*s
			lift = open * (0.022 - 0.012*s - 0.03*(1-s*s) + 0.03*(1-s*s)*(2*Noise(t*26, s*3, 1, seed)-1))
		default:
			a = to + (math.Pi-to)*float64(i-tornTo)/(domeColumns-tornTo)
			lift = 0.01 * open * math.Exp(-(a-to)*(a-to)/0.03)
		}
		sin, cos := math.Sincos(a)
		rough := 1 + 0.03*(2*Noise(t*6+2*cos, 2*sin, 2, seed)-1)
		out = append(out, [2]float64{wMm / 2 * cos, rim + (hMm*arch-rim)*math.Pow(math.Max(0, sin), 0.72)*rough + hMm*lift})
	}
	return append(out, [2]float64{-wMm * 0.455, rim * 0.94}, [2]float64{-wMm * 0.45, rim * 0.7}, [2]float64{-wMm * 0.43, rim * 0.35})
}

// tinFirst is the place in tinLine where its dome begins.
const tinFirst = 7

// loafEnd is how far a loaf's ends are rounded, of its width; loafEndSmall is how much of its section is
// left at the very end.
const loafEnd, loafEndSmall = 0.24, 0.76

// Loaf lies along y about the origin, its foot on z = 0: lMm long, wMm wide, hMm high, as it comes out of
// a tin. With cuts, so many slices of thickMm were cut off its near end and lean on what is left of it, each
// a little more than the one behind, so that the face of the last is seen. Crust is the skin, torn is
// where the oven burst it, crumb is what a knife shows.
func Loaf(lMm, wMm, hMm float64, cuts int, thickMm float64, seed int64, steps int) (crust, torn, crumb Mesh) {
	lean, foot, taken := leaning(cuts, hMm, thickMm, seed)
	near, far := taken-lMm/2, lMm/2
	var rows grid
	for j, last := 0, max(12, steps*3/4); j <= last; j++ {
		t := float64(j) / float64(last)
		t = 0.35*t + 0.65*(1-math.Cos(math.Pi*t))/2 // closer where the ends are rounded
		y := near + (far-near)*t
		toEnd := far - y
		if cuts == 0 {
			toEnd = math.Min(toEnd, y-near)
		}
		k := rounded(toEnd, loafEnd*wMm, loafEndSmall)
		var row []r3.Vec
		for _, p := range tinLine((y+lMm/2)/lMm, wMm, hMm, seed) {
			row = append(row, vec(k*p[0], y, k*p[1]))
		}
		rows = append(rows, append(row, row[0]))
	}
	rows.stretch(wMm, hMm)
	from, to := tinFirst+tornFrom, tinFirst+tornTo
	crust = Join(rows.strip(0, from), rows.strip(to, len(rows[0])-1), rows.end(len(rows)-1, hMm*0.42, true))
	torn = rows.strip(from, to)
	if cuts == 0 {
		return Join(crust, rows.end(0, hMm*0.42, false)), torn, crumb
	}
	crumb = rows.end(0, hMm*0.42, false)
	wall, faces := Prism(rows.outline(0), thickMm)
	for i := range cuts {
		place := func(m Mesh) Mesh {
			return upright(m).Tilted(lean[i]).Moved(0, vec(2*(Hash(int64(i), 3, 0, seed)-0.5), near-foot[i], 0))
		}
		crust, crumb = Join(crust, place(wall)), Join(crumb, place(faces))
	}
	return crust, torn, crumb
}

// rounded is how much of a section is left so far from an end that is rounded over overMm: least at the very end.
func rounded(toEndMm, overMm, least float64) float64 {
	e := math.Max(0, math.Min(1, toEndMm/overMm))
	return least + (1-least)*math.Sqrt(1-(1-e)*(1-e))
}

// leaning is how far slices lean that were cut off something hMm high, in degrees, where their feet stand
// before it and how much room they take, mm: the top of each touches what is behind it.
func leaning(cuts int, hMm, thickMm float64, seed int64) (deg, foot []float64, takenMm float64) {
	face := func(float64) float64 { return 0 } // how far forward what is leant on is, by height
	for i := range cuts {
		d := 7.5*float64(i+1) + 2*Hash(int64(i), 1, 0, seed)
		sin, cos := math.Sincos(d * math.Pi / 180)
		at := face(hMm*cos) + hMm*sin
		face = func(z float64) float64 { return at + thickMm/cos - z*sin/cos }
		deg, foot, takenMm = append(deg, d), append(foot, at), at+thickMm*cos
	}
	return deg, foot, takenMm
}

// grid are the places of a skin, rows from near to far, each closed: its last place is its first.
type grid [][]r3.Vec

// stretch makes it as wide and as high as said.
func (g grid) stretch(wMm, hMm float64) {
	var all Mesh
	for _, row := range g {
		all.P = append(all.P, row...)
	}
	lo, hi := all.Bounds()
	for _, row := range g {
		for i := range row {
			row[i].X, row[i].Z = row[i].X*wMm/(hi.X-lo.X), row[i].Z*hMm/hi.Z
		}
	}
}

// outline is a row as Prism takes it.
func (g grid) outline(row int) (out [][2]float64) {
	for _, p := range g[row][:len(g[row])-1] {
		out = append(out, [2]float64{p.X, p.Z})
	}
	return out
}

// strip is its skin between two columns.
func (g grid) strip(from, to int) Mesh {
	var m Mesh
	for _, row := range g {
		m.P = append(m.P, row[from:to+1]...)
	}
	n := to - from
	for j := range len(g) - 1 {
		m.band((j+1)*(n+1), j*(n+1), n)
	}
	m.smooth()
	return m
}

// end closes it at a row, about a place so high in its middle.
func (g grid) end(row int, middleMm float64, far bool) Mesh {
	m := Mesh{P: append([]r3.Vec{vec(0, g[row][0].Y, middleMm)}, g[row]...)}
	for i := int32(1); i < int32(len(g[row])); i++ {
		if far {
			m.T = append(m.T, [3]int32{0, i + 1, i})
		} else {
			m.T = append(m.T, [3]int32{0, i, i + 1})
		}
	}
	m.smooth()
	return m
}

// upright lays a prism down: its outline stands across, and its length, which was up, goes toward −y.
func upright(m Mesh) Mesh {
	out := Mesh{T: m.T, P: make([]r3.Vec, len(m.P)), N: make([]r3.Vec, len(m.N))}
	turn := func(v r3.Vec) r3.Vec { return vec(v.X, -v.Z, v.Y) }
	for i := range m.P {
		out.P[i], out.N[i] = turn(m.P[i]), turn(m.N[i])
	}
	return out
}

// Where the fat of a joint begins and ends on the way over it, as shares of the half circle from its right.
const fatFrom, fatTo = 0.3, 0.86

// jointLine is a joint's outline across at y, wMm wide and hMm high, counter-clockwise as seen from its near
// end: rounder than a loaf's and as uneven as muscle is. It begins with its foot.
func jointLine(y, wMm, hMm float64, seed int64, columns int) [][2]float64 {
	side := hMm * 0.4
	out := [][2]float64{{-wMm * 0.36, 0}, {wMm * 0.36, 0}, {wMm * 0.46, side * 0.4}}
	for i := 0; i <= columns; i++ {
		sin, cos := math.Sincos(math.Pi * float64(i) / float64(columns))
		uneven := 1 + 0.1*(2*Noise(y/(0.5*wMm), 1.3*cos, 1.3*sin, seed)-1)
		out = append(out, [2]float64{uneven * wMm / 2 * cos, side + uneven*(hMm-side)*math.Pow(sin, 0.85)})
	}
	return append(out, [2]float64{-wMm * 0.46, side * 0.4})
}

// jointFirst is the place in jointLine where it begins to go over the top.
const jointFirst = 3

// Carved lies along y about the origin, its foot on z = 0, as a roast joint does: lMm long, wMm wide, hMm high,
// its far end round, with cuts slices of thickMm fallen from its near end, one on the other, so that the face
// of each is seen. Skin is what the oven seared, fat lies along its top, inside is what a knife shows.
func Carved(lMm, wMm, hMm float64, cuts int, thickMm float64, seed int64, steps int) (skin, fat, inside Mesh) {
	columns := max(12, steps/2)
	lean, foot, taken := fallen(cuts, hMm, thickMm, seed)
	near, far := math.Min(taken-lMm/2, lMm*0.2), lMm/2
	var rows grid
	for j, last := 0, max(10, steps/2); j <= last; j++ {
		t := math.Sin(math.Pi / 2 * float64(j) / float64(last)) // closer where it is round
		if cuts == 0 {
			t = (1 - math.Cos(math.Pi*float64(j)/float64(last))) / 2
		}
		y := near + (far-near)*t
		toEnd := far - y
		if cuts == 0 {
			toEnd = math.Min(toEnd, y-near)
		}
		k := rounded(toEnd, 0.45*wMm, 0.3)
		var row []r3.Vec
		for _, p := range jointLine(y, wMm, hMm, seed, columns) {
			row = append(row, vec(k*p[0], y, hMm*0.3*(1-k)+k*p[1]))
		}
		rows = append(rows, append(row, row[0]))
	}
	rows.stretch(wMm, hMm)
	from, to := jointFirst+int(fatFrom*float64(columns)), jointFirst+int(fatTo*float64(columns))
	skin = Join(rows.strip(0, from), rows.strip(to, len(rows[0])-1), rows.end(len(rows)-1, hMm*0.42, true))
	fat = rows.strip(from, to)
	if cuts == 0 {
		return Join(skin, rows.end(0, hMm*0.42, false)), fat, inside
	}
	inside = rows.end(0, hMm*0.42, false)
	wall, faces := Prism(rows.outline(0), thickMm)
	for i := range cuts {
		place := func(m Mesh) Mesh {
			turn, aside := 4*(Hash(int64(i), 2, 0, seed)-0.5), 3*(Hash(int64(i), 3, 0, seed)-0.5)
			return upright(m).Tilted(-lean[i]).Moved(turn, vec(aside, near-foot[i], thickMm*math.Sin(lean[i]*math.Pi/180)))
		}
		skin, inside = Join(skin, place(wall)), Join(inside, place(faces))
	}
	return skin, fat, inside
}

// fallen is how far slices lean away from what they were cut off, hMm high, in degrees, where their feet are
// before it, and how much room they take, mm: the farthest lies nearly flat, and each other lies on the one
// before it, on the edge at its foot.
func fallen(cuts int, hMm, thickMm float64, seed int64) (deg, foot []float64, takenMm float64) {
	at := 0.0
	for i := range cuts {
		d := 80 - 12*float64(cuts-1-i) + 3*(Hash(int64(i), 1, 0, seed)-0.5)
		if i > 0 { // so far before the one that lies on it that this clears its edge
			sin, cos := math.Sincos(deg[i-1] * math.Pi / 180)
			at += thickMm * (cos + math.Sin(d*math.Pi/180)*sin/math.Max(cos, 0.1))
		}
		deg, foot = append(deg, d), append(foot, at)
		takenMm = math.Max(takenMm, at+hMm*math.Sin(d*math.Pi/180)+thickMm)
	}
	return deg, foot, takenMm
}

// Toast is one slice lying on z = 0 about the origin.
func Toast(wMm, dMm, thickMm float64, steps int) (crust, crumb Mesh) {
	line := crustLine(wMm, dMm, max(8, steps/3))
	for i := range line {
		line[i][1] -= dMm / 2
	}
	return Prism(line, thickMm)
}
