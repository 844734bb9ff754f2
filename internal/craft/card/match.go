package card

import (
	"fmt"
	"math"

	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/exposure"
)

// Taken is a picture that is to be matched, with what its file says. Times are minutes from midnight of the shoot's day.
type Taken struct {
	AtMin    float64            // by the camera's clock
	Settings *exposure.Settings // nil where the file says nothing
	FocalMm  float64            // 0 where it says nothing
}

// Wanted is a frame that was planned.
type Wanted struct {
	Shot     string
	FromMin  float64 // when it was taken by the day's log; by the plan where nobody wrote that down
	ToMin    float64
	Logged   bool // whether that is by the log
	Settings *exposure.Settings
	FocalMm  float64
}

// Sureness is how sure a match is.
type Sureness string

// From what probability on a match is called so (start values of our own; what is less is none).
const (
	Sure   Sureness = "sure"
	Likely Sureness = "likely"
	Unsure Sureness = "unsure"

	surely    = 0.98
	likely    = 0.8
	atTheEdge = 0.5
)

// Words implements words.Vocabulary.
func (Sureness) Words() []string { return []string{string(Sure), string(Likely), string(Unsure)} }

// Match is which planned frame a picture is of.
type Match struct {
	Shot  string   `json:"shot" doc:"Which one; empty for none"`
	Share float64  `json:"share" doc:"How probable that is, 0 to 1"`
	Sure  Sureness `json:"sure" doc:"That in a word"`
	Words string   `json:"words" doc:"What speaks for it"`
}

// Clock is how much a camera's clock was off.
type Clock struct {
	OffMin float64 `json:"offMin" doc:"Minutes to add to its times"`
	Sure   bool    `json:"sure" doc:"Whether no other correction would do nearly as well"`
	Words  string  `json:"words" doc:"That in a sentence"`
}

// How far what is seen may be from what was planned (start values of our own): the scale, in minutes, at which being
// outside a frame's time speaks against it, by log and by plan; how often a frame is gone back to at any time, which
// nobody writes down; stops of exposure and of aperture; and by how many times a focal length.
const (
	logMin    = 3.0
	planMin   = 25.0
	goneBack  = 0.04
	dayMin    = 600.0
	stopsOff  = 0.6
	stopsAll  = 8.0 // over which what is not planned is spread
	focalOff  = 0.1
	focalAll  = 1.2
	mostOneIs = 4.0 // that one trait speaks for or against a frame, in natural logarithms
	stays     = 0.8 // that the next picture is of the same frame
	strayMin  = 240.0
)

// Like is how alike a picture and a planned frame's drafted picture are, 0 to 1; NaN where there is none.
type Like func(taken, wanted int) float64

// besides is what speaks for each pair apart from time and looks: how much likelier what the file says is of that frame
// than of none, as a logarithm.
func besides(taken []Taken, wanted []Wanted) [][]float64 {
	out := make([][]float64, len(taken))
	for i, t := range taken {
		out[i] = make([]float64, len(wanted))
		for j, w := range wanted {
			if t.Settings != nil && w.Settings != nil {
				out[i][j] += near(t.Settings.Stops()-w.Settings.Stops(), stopsOff, stopsAll)
				out[i][j] += near(2*math.Log2(math.Max(0.1, t.Settings.Aperture)/math.Max(0.1, w.Settings.Aperture)), stopsOff, stopsAll)
			}
			if t.FocalMm > 0 && w.FocalMm > 0 {
				out[i][j] += near(math.Log(t.FocalMm/w.FocalMm), focalOff, focalAll)
			}
		}
	}
	return out
}

// near is how much likelier it is to be off by so much with a scale than to be anywhere in a range, as a logarithm.
func near(off, scale, all float64) float64 {
	return bounded(-off*off/(2*scale*scale) + math.Log(all/(scale*math.Sqrt(2*math.Pi))))
}

func bounded(x float64) float64 { return math.Max(-mostOneIs, math.Min(mostOneIs, x)) }

// inTime is the logarithm of how probable a minute is for a frame: even within its time, falling off outside; now and
// then one is gone back to.
func (w Wanted) inTime(at float64, l learned) float64 {
	d := w.density(at)
	if l.known {
		d = (1-believed)*d + believed*l.density(at)
	}
	return math.Log(d)
}

// learned is when the pictures that are of a frame were taken, where nobody wrote it down and a few look like it.
type learned struct {
	Wanted
	known bool
}

// How far that is believed against the plan, and of how many pictures it takes.
const (
	believed = 0.7
	fewest   = 2.0
)

// timesOf learns them from how probable each pair is; of nothing at first.
func timesOf(taken []Taken, wanted []Wanted, off float64, p [][]float64) []learned {
	out := make([]learned, len(wanted))
	if p == nil {
		return out
	}
	for j, w := range wanted {
		var at weighed
		for i, t := range taken {
			at.add(t.AtMin+off, p[i][j])
		}
		if w.Logged || at.n < fewest {
			continue
		}
		n := at.normal()
		out[j] = learned{Wanted{FromMin: n.mean - 1.5*n.spread, ToMin: n.mean + 1.5*n.spread, Logged: true}, true}
	}
	return out
}

// density is that as a share of a minute.
func (w Wanted) density(at float64) float64 {
	scale := planMin
	if w.Logged {
		scale = logMin
	}
	off := math.Max(0, math.Max(w.FromMin-at, at-w.ToMin))
	if off > 12*scale {
		return goneBack / dayMin
	}
	return (1-goneBack)*math.Exp(-off/scale)/(w.ToMin-w.FromMin+2*scale) + goneBack/dayMin
}

// stray is that of a picture of nothing planned: a card, a test, somebody's shoes.
var stray = -math.Log(strayMin)

// ClockOf finds by how much a camera's clock was off, from −26 to +26 hours: the correction under which its pictures lie
// best in the times of the frames they look like. Off by nothing is likelier than by whole hours, those than by quarters,
// and those than by anything.
func ClockOf(taken []Taken, wanted []Wanted, like Like) Clock {
	if len(taken) == 0 || len(wanted) == 0 {
		return Clock{Words: "There is nothing to tell the camera's clock by."}
	}
	b := besides(taken, wanted)
	looks := read(len(taken), len(wanted), like, nil)
	for i := range b {
		for j := range b[i] {
			b[i][j] += looks.of(i, j)
		}
	}
	for i := range b { // as shares, since this is asked for at every minute of two days
		for j := range b[i] {
			b[i][j] = math.Exp(b[i][j]) / float64(len(wanted))
		}
	}
	score := func(off float64) float64 {
		sum := prior(off)
		for i, t := range taken {
			p := math.Exp(stray)
			for j, w := range wanted {
				p += b[i][j] * w.density(t.AtMin+off)
			}
			sum += math.Log(p)
		}
		return sum
	}
	const most = 26 * 60
	best, at := math.Inf(-1), 0.0
	scores := map[float64]float64{}
	try := func(off float64) {
		if _, done := scores[off]; done {
			return
		}
		s := score(off)
		scores[off] = s
		if s > best || s == best && math.Abs(off) < math.Abs(at) {
			best, at = s, off
		}
	}
	for off := -float64(most); off <= most; off += 5 {
		try(off)
	}
	for off, middle := -4.0, at; off <= 4; off++ {
		try(middle + off)
	}
	next := math.Inf(-1)
	for off, s := range scores {
		if math.Abs(off-at) > 10 {
			next = math.Max(next, s)
		}
	}
	c := Clock{OffMin: at, Sure: best-next > 6, Words: OffBy(at)}
	if at != 0 && !c.Sure {
		c.Words = fmt.Sprintf("The camera's clock may have been %s; something else would do nearly as well.", offWords(at))
	}
	return c
}

// OffBy says by how much a camera's clock was off.
func OffBy(min float64) string {
	if min == 0 {
		return "The camera's clock was right."
	}
	return fmt.Sprintf("The camera's clock was %s.", offWords(min))
}

func offWords(off float64) string {
	how := "slow"
	if off < 0 {
		how = "fast"
	}
	m := int(math.Round(math.Abs(off)))
	if m < 60 {
		return fmt.Sprintf("%d min %s", m, how)
	}
	if m%60 == 0 {
		return fmt.Sprintf("%d h %s", m/60, how)
	}
	return fmt.Sprintf("%d h %d min %s", m/60, m%60, how)
}

// prior is how likely a clock is off by so much, as a logarithm.
func prior(off float64) float64 {
	near := func(step float64) float64 { return math.Abs(off - step*math.Round(off/step)) }
	switch {
	case off == 0:
		return 0
	case math.Abs(off) <= 4:
		return -2
	case near(60) == 0:
		return -3
	case near(60) <= 4:
		return -5
	case near(15) == 0:
		return -6
	}
	return -8
}

// MatchAll finds which planned frame each picture is of, given in the order in which they were taken. Pictures follow one
// another: the next is mostly of the same frame. How probable each is comes of a hidden Markov model's forward and
// backward pass (Rabiner 1989), with a state for what is of none; how alike a picture is to its own frame and to others is
// learned from the pictures themselves, pass by pass (Dempster, Laird & Rubin 1977). off is what is added to the camera's
// times.
func MatchAll(taken []Taken, wanted []Wanted, like Like, off float64) []Match {
	n, m := len(taken), len(wanted)
	out := make([]Match, n)
	if n == 0 || m == 0 {
		return out
	}
	b := besides(taken, wanted)
	var p [][]float64
	var times []learned
	var looks looks
	alone := func(i, j int) float64 { // what a picture says by itself
		if j == m {
			return stray
		}
		return b[i][j] + looks.of(i, j) + wanted[j].inTime(taken[i].AtMin+off, times[j])
	}
	for range passes {
		looks, times = read(n, m, like, p), timesOf(taken, wanted, off, p)
		p = follow(n, m, alone)
	}
	for i := range out {
		best := 0
		for j := range p[i] {
			if p[i][j] > p[i][best] {
				best = j
			}
		}
		out[i] = verdict(taken[i], wanted, best, p[i][best], off, func() float64 {
			if like == nil {
				return math.NaN()
			}
			return like(i, best)
		})
		// Whatever lies before and after it, a picture is called sure only when it was taken while the day's log has that
		// frame, as it was planned, looks like it, and says so by itself: a grey card between two frames does not.
		if out[i].Sure == Sure && !(wanted[best].has(taken[i], off) && looks.of(i, best) >= plainly && byItself(alone, i, best, m)) {
			out[i].Sure = Likely
		}
		// A plan alone, with no log of the day, is no more than a guess, unless the picture plainly looks like that frame:
		// days fall behind, and frames of one set-up are much alike.
		if best < m && !wanted[best].Logged && (like == nil || math.IsNaN(like(i, best)) || looks.of(i, best) < plainly) {
			out[i].Sure = Unsure
		}
	}
	return out
}

// passes of learning how alike pictures are, and how plainly one has to look like its frame to be called sure: as a
// logarithm, five times likelier of its own frame than of another (a start value of our own).
const (
	passes  = 4
	plainly = 1.6
)

// byItself says whether a picture alone speaks plainly for one frame against any other, and against none.
func byItself(alone func(i, j int) float64, i, best, none int) bool {
	for j := range none + 1 {
		if j != best && alone(i, best)-alone(i, j) < 2*plainly {
			return false
		}
	}
	return true
}

// has says whether a frame was being taken then by the log, and, where a file says so, with its aperture, sensitivity and
// lens.
func (w Wanted) has(t Taken, off float64) bool {
	at := t.AtMin + off
	if !w.Logged || at < w.FromMin || at > w.ToMin {
		return false
	}
	if t.FocalMm > 0 && w.FocalMm > 0 && math.Abs(math.Log(t.FocalMm/w.FocalMm)) > sameFocal {
		return false
	}
	if t.Settings == nil || w.Settings == nil {
		return true
	}
	a, b := *t.Settings, *w.Settings
	apart := func(x, y float64) float64 { return math.Abs(math.Log2(math.Max(1e-3, x) / math.Max(1e-3, y))) }
	return 2*apart(a.Aperture, b.Aperture) <= sameStops && apart(float64(a.ISO), float64(b.ISO)) <= sameStops
}

// What counts as the same setting: a third of a stop and a rounding more, and a focal length within a twentieth.
const (
	sameStops = 0.4
	sameFocal = 0.05
)

// follow is how probable each state is at each picture, one after the other.
func follow(n, m int, emit func(i, j int) float64) [][]float64 {
	states := m + 1
	change := (1 - stays) / float64(states)
	step := func(v []float64) []float64 { // probabilities of what comes next: the same, or anything
		sum := 0.0
		for _, x := range v {
			sum += x
		}
		next := make([]float64, states)
		for j, x := range v {
			next[j] = stays*x + change*sum
		}
		return next
	}
	seen := make([][]float64, n) // how probable each state makes a picture, the likeliest one 1
	for i := range n {
		seen[i] = make([]float64, states)
		most := math.Inf(-1)
		for j := range states {
			seen[i][j] = emit(i, j)
			most = math.Max(most, seen[i][j])
		}
		for j := range states {
			seen[i][j] = math.Exp(seen[i][j] - most)
		}
	}
	before := make([][]float64, n)
	v := make([]float64, states)
	for j := range v {
		v[j] = 1 / float64(states)
	}
	for i := range n {
		if i > 0 {
			v = step(v)
		}
		v = product(v, seen[i])
		before[i] = v
	}
	after := make([]float64, states)
	for j := range after {
		after[j] = 1
	}
	out := make([][]float64, n)
	for i := n - 1; i >= 0; i-- {
		out[i] = product(before[i], after)
		after = step(product(after, seen[i]))
	}
	return out
}

// product multiplies two by two, and makes the sum 1.
func product(a, b []float64) []float64 {
	out := make([]float64, len(a))
	sum := 0.0
	for j := range a {
		out[j] = a[j] * b[j]
		sum += out[j]
	}
	for j := range out {
		out[j] /= sum
	}
	return out
}

// verdict tells a match: none where it is nothing planned, or no likelier than not.
func verdict(t Taken, wanted []Wanted, best int, p, off float64, like func() float64) Match {
	at := dayplan.Clock(int(math.Round(t.AtMin + off)))
	if best == len(wanted) || p < atTheEdge {
		return Match{Share: p, Sure: Unsure, Words: fmt.Sprintf("Taken at %s; it is like nothing that was planned for then.", at)}
	}
	w := wanted[best]
	out := Match{Shot: w.Shot, Share: p, Sure: Unsure}
	switch {
	case p >= surely:
		out.Sure = Sure
	case p >= likely:
		out.Sure = Likely
	}
	by := "planned"
	if w.Logged {
		by = "logged"
	}
	out.Words = fmt.Sprintf("Taken at %s, %s from %s to %s", at, by, dayplan.Clock(int(w.FromMin)), dayplan.Clock(int(w.ToMin)))
	if l := like(); !math.IsNaN(l) {
		out.Words += fmt.Sprintf("; as like its picture as %.0f %%", 100*l)
	}
	if t.Settings != nil && w.Settings != nil {
		out.Words += fmt.Sprintf("; exposed %.1f stops from its plan", math.Abs(t.Settings.Stops()-w.Settings.Stops()))
	}
	out.Words += "."
	return out
}
