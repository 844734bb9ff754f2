package preview

import (
	"encoding/gob"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// truth is a picture of very many paths, kept in a folder since it takes an hour.
type truth struct {
	W, H, Paths                      int
	Straight, Bounced, Clean, Albedo []float32
}

func (f *film) asTruth(paths int) truth {
	t := truth{W: f.w, H: f.h, Paths: paths}
	for i := range f.px {
		p := &f.px[i]
		k, b := 1/float32(max(1, p.count)), 1/float32(max(1, p.bounces))
		for c := range 3 {
			t.Straight, t.Bounced = append(t.Straight, p.straight[c]*k), append(t.Bounced, p.bounced[c]*b)
			t.Clean, t.Albedo = append(t.Clean, p.clean[c]*k), append(t.Albedo, p.albedo[c]*k)
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

func truthOf(t *testing.T, folder, name string, s *Shot, paths int) truth {
	path := filepath.Join(folder, fmt.Sprintf("%s-%d-%d.gob", name, s.W, paths))
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
		f.expose(s.stage, &s.lens, min(paths, from+64), 77, 0, nil)
	}
	t.Logf("%s: %d paths in %v", path, paths, time.Since(began))
	out = f.asTruth(paths)
	w, err := os.Create(path)
	require.NoError(t, err)
	defer func() { _ = w.Close() }()
	require.NoError(t, gob.NewEncoder(w).Encode(out))
	return out
}

// codesApart is how far two pictures lie apart as they are shown, root of the mean square of their sRGB
// codes: light above white, where the shoulder ends, counts no more than it is seen.
func codesApart(d development, a, b []float32, w, h int) float64 {
	d.noise = false
	one, other := d.develop(a, w, h), d.develop(b, w, h)
	sum := 0.0
	for i := range one.Pix {
		sum += math.Pow(float64(one.Pix[i])-float64(other.Pix[i]), 2)
	}
	return math.Sqrt(sum / float64(3*w*h))
}

// TestHowFarFromTheTruth measures pictures against one of very many paths: minutes to an
// hour the first time, so only when FIGLADDER_TRUTH names a folder to keep that one in.
// FIGLADDER_TRUTH_PATHS (4096) and FIGLADDER_TRUTH_LONG (640) say how fine it is, and
// FIGLADDER_TRUTH_SET (cards, drink, soup, tall or frozen, or a file that holds one as JSON) takes
// another set.
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
	s.stage.cast(t.Context(), paths*s.W*s.H, 77)
	want := truthOf(t, folder, name, s, paths)
	all := want.all()
	mean := meanOf(all)
	t.Logf("mean %.3f of white", mean*s.dev.perLum)
	began, taken := time.Now(), 0
	f := newFilm(s.W, s.H)
	for _, n := range []int{2, 5, 8, 16, 64} {
		s.stage.cast(t.Context(), n*s.W*s.H, 1)
		require.True(t, s.more(f, taken, n-taken, 1, nil))
		taken = n
		caught := time.Since(began)
		got := f.denoise()
		smoothing := time.Since(began) - caught
		began = began.Add(smoothing)
		raw := f.asTruth(n)
		e := apart(got, all)
		t.Logf("%2d paths: off %.4f of the mean, %.4f of white; as caught %.4f (straight %.4f, bounced %.4f, clean %.4f); %v, smoothed %v", n, e/mean, e*s.dev.perLum, apart(raw.all(), all)/mean, apart(raw.Straight, want.Straight)/mean, apart(raw.Bounced, want.Bounced)/mean, apart(raw.Clean, want.Clean)/mean, caught.Round(time.Millisecond), smoothing.Round(time.Millisecond))
		aside := time.Now()
		t.Logf("   as shown: off %.2f codes of 255", codesApart(s.dev, got, all, s.W, s.H))
		if n == 5 && name == "start" && long == 640 {
			assert.Less(t, e/mean, 0.03, "good is less than 3 % off")
		}
		lit, albedo := f.smoothed()
		var layer [4][]float32
		for i := range albedo {
			for c := range 3 {
				a, best := albedo[i][c], want.Albedo[3*i+c]
				layer[0] = append(layer[0], lit[i].light[0][c]*best)
				layer[1] = append(layer[1], lit[i].light[1][c]*best)
				layer[2] = append(layer[2], lit[i].light[2][c])
				if best > 0 {
					layer[3] = append(layer[3], (want.Straight[3*i+c]+want.Bounced[3*i+c])*a/best)
				} else {
					layer[3] = append(layer[3], 0)
				}
			}
		}
		both := make([]float32, len(all))
		for i := range both {
			both[i] = want.Straight[i] + want.Bounced[i]
		}
		t.Logf("   smoothed: straight %.4f, bounced %.4f, clean %.4f; colour alone %.4f", apart(layer[0], want.Straight)/mean, apart(layer[1], want.Bounced)/mean, apart(layer[2], want.Clean)/mean, apart(layer[3], both)/mean)
		worst := make([]float64, 0, len(got)/3)
		sum := 0.0
		for i := 0; i < len(got); i += 3 {
			d := 0.0
			for c := range 3 {
				d += math.Pow(float64(got[i+c]-all[i+c]), 2)
			}
			worst = append(worst, d)
			sum += d
		}
		slices.Sort(worst)
		part := 0.0
		for i := range worst {
			part += worst[len(worst)-1-i]
			if share := float64(i+1) / float64(len(worst)); share == 0.01 || i == len(worst)/100 || i == len(worst)/10 {
				t.Logf("   the worst %.0f %% of pixels hold %.0f %% of it", share*100, 100*part/sum)
			}
		}
		began = began.Add(time.Since(aside))
	}
}
