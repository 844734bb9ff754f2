package preview

import (
	"encoding/gob"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// truth is a picture of very many paths, kept in a folder since it takes an hour. There are
// two of half of them each: what a picture is off one and off the other, multiplied, is how
// far it is off without the noise of the two (they have no noise in common).
type truth struct {
	W, H, Paths                      int
	Straight, Bounced, Clean, Albedo []float32
}

func (f *film) asTruth(paths int) truth {
	t := truth{W: f.w, H: f.h, Paths: paths}
	for i := range f.px {
		p := &f.px[i]
		k, got, albedo := 1/float32(max(1, p.samples())), p.caught(), p.colours()
		for c := range 3 {
			t.Straight, t.Bounced = append(t.Straight, got[straightLayer][c]), append(t.Bounced, got[bouncedLayer][c])
			t.Clean, t.Albedo = append(t.Clean, got[cleanLayer][c]), append(t.Albedo, albedo[c]*k)
		}
	}
	return t
}

func (t truth) all() []float32 {
	out := make([]float32, len(t.Clean))
	for i := range out {
		out[i] = t.Straight[i] + t.Bounced[i] + t.Clean[i]
	}
	return out
}

func truthOf(t *testing.T, folder, name string, s *Shot, paths int, seed int64) truth {
	path := filepath.Join(folder, fmt.Sprintf("%s-%d-%d-%d.gob", name, s.W, paths, seed))
	var out truth
	if r, err := os.Open(path); err == nil {
		defer func() { _ = r.Close() }()
		require.NoError(t, gob.NewDecoder(r).Decode(&out))
		return out
	}
	f := newFilm(s.W, s.H)
	f.asks, f.every = 1, 1
	began := time.Now()
	for from := 0; from < paths; from += 64 {
		f.expose(s.stage, &s.lens, min(paths, from+64), seed, 0, nil)
	}
	t.Logf("%s: %d paths in %v", path, paths, time.Since(began))
	out = f.asTruth(paths)
	w, err := os.Create(path)
	require.NoError(t, err)
	defer func() { _ = w.Close() }()
	require.NoError(t, gob.NewEncoder(w).Encode(out))
	return out
}

// matt takes every thing for one that is matt.
func (s *stage) matt() {
	for i := range s.parts {
		st := &s.parts[i].stuff
		st.Clear, st.Metal, st.Coat, st.Mist = false, false, 0, 0
	}
	clear(s.tree.clear)
}

// worked is how long the process has worked so far, on all cores together: what it does not
// wait for beside other work.
func worked(t *testing.T) time.Duration {
	var u syscall.Rusage
	require.NoError(t, syscall.Getrusage(syscall.RUSAGE_SELF, &u))
	return time.Duration(u.Utime.Nano() + u.Stime.Nano())
}

// off is how far a picture is from what two others are without their noise, root of the mean
// square.
func off(got []float32, of [2][]float32) float64 {
	sum := 0.0
	for i, v := range got {
		sum += float64(v-of[0][i]) * float64(v-of[1][i])
	}
	return math.Sqrt(math.Max(0, sum) / float64(len(got)))
}

// codesOff is off as the pictures are shown, in sRGB codes: light above white, where the
// shoulder ends, counts no more than it is seen.
func codesOff(d development, got []float32, of [2][]float32, w, h int) float64 {
	d.noise = false
	shown := func(lin []float32) []float32 {
		out := make([]float32, 4*w*h)
		for i, c := range d.develop(lin, w, h).Pix {
			out[i] = float32(c)
		}
		return out
	}
	return off(shown(got), [2][]float32{shown(of[0]), shown(of[1])}) * math.Sqrt(4./3) // opacity is never off
}

// TestHowFarFromTheTruth measures pictures against one of very many paths: minutes to an
// hour the first time, so only when FIGLADDER_TRUTH names a folder to keep that one in.
// FIGLADDER_TRUTH_PATHS (4096) and FIGLADDER_TRUTH_LONG (640) say how fine it is, and
// FIGLADDER_TRUTH_SET (cards, drink, soup, tall or frozen, or a file that holds one as JSON) takes
// another set. FIGLADDER_TRUTH_MATT takes glass, metal and coats for what is matt, of the same shape: what they cost by themselves.
func TestHowFarFromTheTruth(t *testing.T) {
	folder := os.Getenv("FIGLADDER_TRUTH")
	if folder == "" {
		t.Skip("takes long: set FIGLADDER_TRUTH to a folder")
	}
	number := func(name string, usual int) int {
		if v, err := strconv.Atoi(os.Getenv(name)); err == nil {
			return v
		}
		return usual
	}
	paths, long := number("FIGLADDER_TRUTH_PATHS", 4096), number("FIGLADDER_TRUTH_LONG", 640)
	set := scene.Start()
	name := os.Getenv("FIGLADDER_TRUTH_SET")
	switch name {
	case "":
		name = "start"
	case "cards":
		set.Cards = []scene.Card{{Name: "White card", Kind: "white", On: true, XMm: 1050, YMm: 480, WidthMm: 420, HeightMm: 297, FacingDeg: 270}}
	case "drink":
		set = scene.StartFor("level", "drink")
	default:
		set = scene.StartFor("", name)
		if data, err := os.ReadFile(name); err == nil {
			require.NoError(t, json.Unmarshal(data, &set))
			name = strings.TrimSuffix(filepath.Base(name), ".json")
		}
	}
	s := shotOf(set, long, nil)
	if os.Getenv("FIGLADDER_TRUTH_MATT") != "" {
		name += "-matt"
		s.stage.matt()
	}
	s.stage.cast(t.Context(), paths*s.W*s.H, 77)
	var want [2]truth
	for i := range want {
		want[i] = truthOf(t, folder, name, s, paths/2, int64(77+i))
	}
	of := func(layer func(truth) []float32) [2][]float32 { return [2][]float32{layer(want[0]), layer(want[1])} }
	all, straight, bounced, clean := of(truth.all), of(func(t truth) []float32 { return t.Straight }), of(func(t truth) []float32 { return t.Bounced }), of(func(t truth) []float32 { return t.Clean })
	mean := meanOf(all[0])
	t.Logf("mean %.3f of white", mean*s.dev.perLum)
	began, taken := worked(t), 0
	f := newFilm(s.W, s.H)
	for _, n := range []int{2, 5, 8, 16, 64} {
		s.stage.cast(t.Context(), n*s.W*s.H, 1)
		require.True(t, s.more(f, taken, n-taken, 1, nil))
		taken = n
		caught := worked(t) - began
		got := f.denoise()
		smoothing := worked(t) - began - caught
		began += smoothing
		raw := f.asTruth(n)
		e := off(got, all)
		t.Logf("%2d paths: off %.4f of the mean, %.4f of white; as caught %.4f (straight %.4f, bounced %.4f, clean %.4f); %v, smoothed %v", n, e/mean, e*s.dev.perLum, off(raw.all(), all)/mean, off(raw.Straight, straight)/mean, off(raw.Bounced, bounced)/mean, off(raw.Clean, clean)/mean, caught.Round(time.Millisecond), smoothing.Round(time.Millisecond))
		aside := worked(t)
		t.Logf("   as shown: off %.2f codes of 255", codesOff(s.dev, got, all, s.W, s.H))
		if n == 5 && name == "start" && long == 640 {
			assert.Less(t, e/mean, 0.03, "good is less than 3 % off")
		}
		lit := f.smoothed()
		var layer [3][]float32
		for i := range lit.n {
			for l, got := range f.shown(lit, i) {
				layer[l] = append(layer[l], got[:]...)
			}
		}
		t.Logf("   smoothed: straight %.4f, bounced %.4f, clean %.4f", off(layer[0], straight)/mean, off(layer[1], bounced)/mean, off(layer[2], clean)/mean)
		began += worked(t) - aside
	}
}
