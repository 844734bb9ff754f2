package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/png"
	"io"
	"maps"
	"mime/multipart"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"os"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"figladder/internal/api"
	"figladder/internal/craft/almanac"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/scene/scenetest"
	"figladder/internal/store"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// heavy is a request that asks for as much as is let in.
type heavy struct {
	method, path, kind string
	body               []byte
	first              func() // makes it as it was before the request, where answering makes the next one light; nil elsewhere
}

// formOf is a form with one file.
func formOf(t *testing.T, name string, data []byte) (kind string, body []byte) {
	t.Helper()
	var b bytes.Buffer
	w := multipart.NewWriter(&b)
	part, err := w.CreateFormFile("file", name)
	require.NoError(t, err)
	_, err = part.Write(data)
	require.NoError(t, err)
	require.NoError(t, w.Close())
	return w.FormDataContentType(), b.Bytes()
}

// worst are the heaviest requests there are, by name. A set is asked for in every way there
// is; all sets that scenetest has when FIGLADDER_WORST is set, else the fullest.
func worst(t *testing.T, k *studiotest.Kit) map[string]heavy {
	t.Helper()
	ctx := t.Context()
	out := map[string]heavy{}
	sent := func(name, method, path string, body any) {
		var raw []byte
		if body != nil {
			var err error
			raw, err = json.Marshal(body)
			require.NoError(t, err)
		}
		out[name] = heavy{method: method, path: path, kind: "application/json", body: raw}
	}
	_, dish, shots := k.Toddy(t)
	shot := "/api/shots/" + shots[0].Key
	sets := scenetest.Worst()
	names := []string{"pieces"}
	if os.Getenv("FIGLADDER_WORST") != "" {
		names = slices.Collect(maps.Keys(sets))
	}
	for _, name := range names {
		set := sets[name]
		type only struct {
			Set scene.Set `json:"set"`
		}
		sent(name+": read", "POST", shot+"/set/read", map[string]any{"set": set, "quick": false})
		sent(name+": read quickly", "POST", shot+"/set/read", map[string]any{"set": set, "quick": true})
		sent(name+": picture", "POST", "/api/set/picture?long=520", only{set})
		sent(name+": all round", "POST", "/api/set/round", only{set})
		sent(name+": angles", "POST", shot+"/set/angles", only{set})
		sent(name+": compared", "POST", shot+"/set/compare", map[string]any{"a": set, "b": set})
		sent(name+": lenses", "POST", "/api/set/lenses", map[string]any{"set": set, "widthMm": 300, "nearestMm": 0, "farMm": 3000})
		sent(name+": added to", "POST", "/api/set/add", map[string]any{"set": set, "what": map[string]any{"thing": "plate", "light": "", "prop": "", "key": 0}})
	}
	_, err := k.SaveSet(ctx, shots[0].Key, 0, sets["pieces"])
	require.NoError(t, err)
	sent("sheet", "GET", shot+"/set/sheet.pdf", nil)
	sent("frame", "POST", shot+"/take", nil)
	frame := out["frame"]
	frame.first = func() { require.NoError(t, k.Store.Where("shot_id = ?", shots[0].Key).Delete(&store.Frame{}).Error) }
	out["frame"] = frame

	// The longest recipe, and forty dishes that have it.
	var in, how strings.Builder
	for i := range 390 {
		fmt.Fprintf(&in, "%d 1/2 cups finely chopped pear no. %d, peeled, cored and cut small (about 250 g)\n", i, i)
		fmt.Fprintf(&how, "Pour %d ml over the rice, sprinkle with herbs, cut into slices, bake 20 min at 180 °C and drizzle, whisk, dust, flame and serve at once while it steams.\n", i)
	}
	full := kitchen.Typed{Title: "Everything", Ingredients: in.String(), Method: how.String()}
	shoot, err := k.Brief.MakeShoot(ctx, k.Owner, "Full", shootOf(t, k, dish.ShootID).Brief)
	require.NoError(t, err)
	var last string
	for i := range 40 {
		full.Title = fmt.Sprintf("Everything %d", i)
		row, err := k.Kitchen.AddTyped(ctx, k.Owner, shoot.Key, full)
		require.NoError(t, err)
		last = row.Key
	}
	sent("dish", "PUT", "/api/dishes/"+last, map[string]any{"title": "Again", "form": "", "ingredients": full.Ingredients, "method": full.Method, "version": 1})
	for name, path := range map[string]string{"mined": "/mined", "amounts": "/amounts?by=1000&region=us", "props for it": "/props", "eating": "/eating", "colours": "/colours", "recipe in print": "/recipe.pdf"} {
		sent(name, "GET", "/api/dishes/"+last+path, nil)
	}
	for name, path := range map[string]string{"shopping": "/shopping", "series": "/series", "ladder": "/ladder", "shopping in print": "/shopping.pdf", "list in print": "/shots.pdf", "grouping": "/shots/grouping", "pulls": "/pulls"} {
		sent(name, "GET", "/api/shoots/"+shoot.Key+path, nil)
	}
	place := almanac.Place{Name: "Loft", LatDeg: 50, LonDeg: -4, Zone: "Europe/London", TableMm: 750}
	for i := range 12 {
		w := almanac.Window{Name: fmt.Sprint("Window ", i), BearingDeg: float64(30 * i), WidthMm: 1400, HeightMm: 1600, SillMm: 700, AwayMm: 1200, Glass: 0.8, RevealMm: 300}
		for range 4 {
			w.Outside = append(w.Outside, almanac.Outside{Kind: "tree", AwayMm: 4000, BottomMm: -700, WidthMm: 3000, HeightMm: 6000, Colour: "#5e7457"})
		}
		place.Windows = append(place.Windows, w)
	}
	if bad := place.Check(); bad != nil {
		place.Windows = place.Windows[:8]
	}
	_, err = k.Set.SavePlace(ctx, k.Owner, "", 0, place)
	require.NoError(t, err)
	sent("year", "GET", "/api/almanac/0/year?year=2026", nil)
	sent("calendar", "GET", "/api/almanac/0/light.ics?from=2026-06-01&to=2026-07-30", nil)

	file := func(name, path, file string, data []byte) {
		kind, body := formOf(t, file, data)
		out[name] = heavy{method: "POST", path: path, kind: kind, body: body}
	}
	imported := "/api/shoots/" + shoot.Key + "/dishes/import"
	file("page of broken scripts", imported, "a.html", []byte("<html>"+strings.Repeat("<script type=\"application/ld+json\">{\"a\":</script>\n", 150_000)))
	file("deep JSON", imported, "a.json", []byte(strings.Repeat("[", 4<<20)))
	file("one long ingredient", imported, "a.json", []byte(`{"@type":"Recipe","name":"A","recipeIngredient":["`+strings.Repeat("pear ", 1_400_000)+`"]}`))
	file("CSV of props", "/api/props.csv", "a.csv", []byte("name;kind\n"+strings.Repeat("Plate;plate\n", 600_000)))
	file("CSV of one cell", "/api/props.csv", "a.csv", []byte("name;kind\n"+strings.Repeat("x", 7<<20)+";plate\n"))
	file("CSV of shots", "/api/shoots/"+shoot.Key+"/shots.csv", "a.csv", []byte("title,dish\n"+strings.Repeat("A,Everything 1\n", 500_000)))
	var flat bytes.Buffer
	require.NoError(t, png.Encode(&flat, image.NewGray(image.Rect(0, 0, 8800, 8800))))
	file("flat PNG, colours", "/api/colours/pick", "a.png", flat.Bytes())
	file("flat PNG, prop", "/api/props/look", "a.png", flat.Bytes())
	file("flat PNG, reference", "/api/shoots/"+shoot.Key+"/references", "a.png", flat.Bytes())
	return out
}

func shootOf(t *testing.T, k *studiotest.Kit, id string) *store.Shoot {
	t.Helper()
	row, err := k.Brief.Shoot(t.Context(), id)
	require.NoError(t, err)
	return row
}

// watched counts what is being answered and what it takes.
type watched struct {
	next http.Handler
	in   atomic.Int64
}

func (w *watched) ServeHTTP(out http.ResponseWriter, r *http.Request) {
	w.in.Add(1)
	defer w.in.Add(-1)
	w.next.ServeHTTP(out, r)
}

// memory samples the heap until it is asked how much more there was at the most.
func memory() (more func() uint64) {
	runtime.GC()
	var m runtime.MemStats
	runtime.ReadMemStats(&m)
	from, most := m.HeapInuse+m.StackInuse, atomic.Uint64{}
	end := make(chan bool)
	ended := make(chan bool)
	go func() {
		defer close(ended)
		for {
			var m runtime.MemStats
			runtime.ReadMemStats(&m)
			if now := m.HeapInuse + m.StackInuse; now > from && now-from > most.Load() {
				most.Store(now - from)
			}
			select {
			case <-end:
				return
			case <-time.After(20 * time.Millisecond):
			}
		}
	}()
	return func() uint64 { close(end); <-ended; return most.Load() >> 20 }
}

// leastOfThree is how long it takes at the least, asked again only while it is not under its bound.
func leastOfThree(bound time.Duration, ask func() time.Duration) time.Duration {
	least := ask()
	for range 2 {
		if least >= bound {
			least = min(least, ask())
		}
	}
	return least
}

// The worst that is let in, to every route that can be asked for much: alone, five at once,
// and left in the middle. None ends the server, takes a gigabyte or half a minute, and all
// stop within a second of being left. (These are the only bounds in time that a test holds:
// they are what the server promises, docs/running.md.) What others do on the machine is not the
// server's, so a bound that is passed is asked again, and the least of three counts.
func TestTheWorstThatIsLetIn(t *testing.T) {
	k := studiotest.New(t)
	w := &watched{next: api.New(k.Studio, nil, api.Options{})}
	server := httptest.NewServer(w)
	t.Cleanup(server.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	c := &client{t, server.URL, &http.Client{Jar: jar}}
	c.signIn()
	all, all5 := worst(t, k), os.Getenv("FIGLADDER_WORST") != ""
	one := func(ctx context.Context, h heavy) (int, time.Duration) {
		if h.first != nil {
			h.first()
		}
		req, err := http.NewRequestWithContext(ctx, h.method, server.URL+h.path, bytes.NewReader(h.body))
		require.NoError(t, err)
		req.Header.Set("Content-Type", h.kind)
		began := time.Now()
		res, err := c.http.Do(req)
		if err != nil {
			return 0, time.Since(began)
		}
		_, _ = io.Copy(io.Discard, res.Body)
		res.Body.Close()
		return res.StatusCode, time.Since(began)
	}
	codes := map[string]int{}
	for _, name := range slices.Sorted(maps.Keys(all)) {
		h := all[name]
		var mib uint64
		took := leastOfThree(30*time.Second, func() time.Duration {
			more := memory()
			code, took := one(t.Context(), h)
			mib = more()
			assert.NotZero(t, code, name)
			assert.Less(t, code, 500, name)
			assert.Less(t, mib, uint64(1024), name)
			if was, again := codes[name]; again {
				assert.Equal(t, was, code, "%s: what is asked again is the same", name)
			}
			codes[name] = code
			return took
		})
		assert.Less(t, took, 30*time.Second, name)
		line := fmt.Sprintf("%-32s %d %6.2f s %5d MiB", name, codes[name], took.Seconds(), mib)
		if took > 150*time.Millisecond && (all5 || slices.ContainsFunc([]string{"pieces: read quickly", "PNG, reference", "CSV of props", "long ingredient", "calendar"}, func(part string) bool { return strings.Contains(name, part) })) {
			longest := leastOfThree(30*time.Second, func() time.Duration {
				var five sync.WaitGroup
				var longest atomic.Int64
				more := memory()
				for range 5 {
					five.Go(func() {
						code, took := one(t.Context(), h)
						assert.NotZero(t, code, name)
						assert.Less(t, code, 500, name)
						for was := longest.Load(); int64(took) > was && !longest.CompareAndSwap(was, int64(took)); was = longest.Load() {
						}
					})
				}
				five.Wait()
				mib = more()
				assert.Less(t, mib, uint64(1024), "%s, five at once", name)
				return time.Duration(longest.Load())
			})
			assert.Less(t, longest, 30*time.Second, "%s, five at once", name)
			line += fmt.Sprintf("; five at once %6.2f s %5d MiB", longest.Seconds(), mib)
		}
		if took > 400*time.Millisecond {
			stopped := leastOfThree(time.Second, func() time.Duration {
				ctx, leave := context.WithTimeout(t.Context(), took/3)
				_, _ = one(ctx, h)
				leave()
				left := time.Now()
				for w.in.Load() > 0 && time.Since(left) < 20*time.Second {
					time.Sleep(5 * time.Millisecond)
				}
				return time.Since(left)
			})
			assert.Less(t, stopped, time.Second, "%s goes on after its client has left", name)
			line += fmt.Sprintf("; left, it stopped after %3d ms", stopped.Milliseconds())
		}
		t.Log(line)
	}
	code, _ := c.do("GET", "/api/shoots", nil)
	assert.Equal(t, 200, code, "the server goes on")
}
