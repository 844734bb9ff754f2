package preview

import (
	"bytes"
	"encoding/binary"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"figladder/internal/craft/scene"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/spatial/r3"
)

// crowded is a set with so many scattered things that it has over a hundred thousand triangles.
func crowded() scene.Set {
	s := scene.Start()
	for i := range 60 {
		s.Things = append(s.Things, scene.Thing{Name: "Thing", Kind: []string{"tiny bowl", "scatter", "mug", "scatter"}[i%4], On: true, XMm: 480 + float64(i%8)*90, YMm: 180 + float64(i/8)*70, TurnDeg: float64(i * 37), WidthMm: 50, DepthMm: 130, HeightMm: 35, Colour: "#887766", Finish: "satin"})
	}
	return s
}

// raysOf are rays of a picture: to the first surface, and on from there to places of the lamps
// with as long a way. The first end a metre behind what they meet.
func raysOf(shot *Shot, n int) (first, shadow [][7]float32) {
	rng := rand.New(rand.NewPCG(7, 8))
	for len(shadow) < n {
		o, d := shot.lens.ray(rng.Float64(), rng.Float64(), rng.Float64(), rng.Float64())
		first = append(first, [7]float32{float32(o.X), float32(o.Y), float32(o.Z), float32(d.X), float32(d.Y), float32(d.Z), 1e5})
		var h spot
		if !shot.stage.meet(o, d, math.Inf(1), &h) {
			continue
		}
		l := &shot.stage.lamps[rng.IntN(len(shot.stage.lamps))]
		to := r3.Sub(l.At(2*rng.Float64()-1, 2*rng.Float64()-1), h.p)
		long := r3.Norm(to)
		to = r3.Scale(1/long, to)
		from := r3.Add(h.p, r3.Scale(0.01, h.n))
		shadow = append(shadow, [7]float32{float32(from.X), float32(from.Y), float32(from.Z), float32(to.X), float32(to.Y), float32(to.Z), float32(long)})
	}
	return first[:n], shadow
}

// rate is how many million rays a second one core follows.
func rate(rays int, once func()) float64 {
	once()
	began, done := time.Now(), 0
	for time.Since(began) < time.Second {
		once()
		done += rays
	}
	return float64(done) / time.Since(began).Seconds() / 1e6
}

// The renderer's tree finds what a compiled ray library finds. `make rays` builds the other
// side (scripts/rays.cpp) and prints how fast both are; nothing is asserted of that.
func TestRaysAgainstACompiledLibrary(t *testing.T) {
	library := os.Getenv("FIGLADDER_RAY_LIBRARY")
	if library == "" {
		t.Skip("make rays compares them, where the library is installed")
	}
	fmt.Println("| triangles | first hits, M/s | the library's | share | shadow rays, M/s | the library's | share |")
	fmt.Println("|---|---|---|---|---|---|---|")
	for _, s := range []scene.Set{scene.Start(), crowded()} {
		shot := shotOf(s, 640, nil)
		tree := shot.stage.tree
		first, shadow := raysOf(shot, 50_000)
		ask := func(rays [][7]float32) (far []float32, hidden []byte, firsts, anys float64) {
			dir := t.TempDir()
			var in bytes.Buffer
			put := func(v any) { require.NoError(t, binary.Write(&in, binary.LittleEndian, v)) }
			put(int32(len(tree.tris)))
			for _, q := range tree.tris {
				for _, e := range [3][3]float32{{}, q.e1, q.e2} {
					put([3]float32{q.v[0] + e[0], q.v[1] + e[1], q.v[2] + e[2]})
				}
			}
			put(int32(len(rays)))
			put(rays)
			require.NoError(t, os.WriteFile(filepath.Join(dir, "in"), in.Bytes(), 0o600))
			told, err := exec.Command(library, filepath.Join(dir, "in"), filepath.Join(dir, "out")).CombinedOutput()
			require.NoError(t, err, string(told))
			_, err = fmt.Sscan(string(told), &firsts, &anys)
			require.NoError(t, err, string(told))
			out, err := os.ReadFile(filepath.Join(dir, "out"))
			require.NoError(t, err)
			far, hidden = make([]float32, len(rays)), out[4*len(rays):]
			require.NoError(t, binary.Read(bytes.NewReader(out), binary.LittleEndian, far))
			return far, hidden, firsts, anys
		}
		far, _, theirFirst, _ := ask(first)
		_, hidden, _, theirAny := ask(shadow)
		type line struct{ o, d r3.Vec }
		lines := func(rays [][7]float32) []line {
			out := make([]line, len(rays))
			for i, r := range rays {
				out[i] = line{r3.Vec{X: float64(r[0]), Y: float64(r[1]), Z: float64(r[2])}, r3.Vec{X: float64(r[3]), Y: float64(r[4]), Z: float64(r[5])}}
			}
			return out
		}
		firsts, shadows := lines(first), lines(shadow)
		apart := 0
		for i := range firsts {
			a, b := newRay(firsts[i].o, firsts[i].d), newRay(shadows[i].o, shadows[i].d)
			h, ok := tree.nearest(&a, 1e-3, 1e5)
			if !ok {
				h.t = 1e5
			}
			if math.Abs(float64(h.t-far[i])) > 0.05 {
				apart++
			}
			opaque, clear := tree.blocked(&b, 1e-3, shadow[i][6])
			if (opaque || clear) != (hidden[i] > 0) {
				apart++
			}
		}
		assert.LessOrEqual(t, apart, len(firsts)/2000, "rays that graze an edge may be told apart, no others")
		ours := rate(len(firsts), func() {
			for i := range firsts {
				q := newRay(firsts[i].o, firsts[i].d)
				tree.nearest(&q, 1e-3, 1e5)
			}
		})
		any := rate(len(shadows), func() {
			for i := range shadows {
				q := newRay(shadows[i].o, shadows[i].d)
				tree.blocked(&q, 1e-3, shadow[i][6])
			}
		})
		fmt.Printf("| %d | %.2f | %.2f | %.2f | %.2f | %.2f | %.2f |\n", len(tree.tris), ours, theirFirst, ours/theirFirst, any, theirAny, any/theirAny)
	}
}
