package api_test

import (
	"encoding/json"
	"strings"
	"testing"

	"figladder/internal/craft/kit"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestAdditionsToASetAreWholeOrRefusedInWords(t *testing.T) {
	_, c := serve(t)
	c.signIn()
	add := func(what map[string]any) (int, map[string]any) {
		whole := map[string]any{"thing": "", "light": "", "prop": "", "key": 0}
		for k, v := range what {
			whole[k] = v
		}
		return c.do("POST", "/api/set/add", map[string]any{"set": scene.Start(), "what": whole})
	}
	code, p := add(map[string]any{"thing": "tiny bowl"})
	require.Equal(t, 200, code, p)
	things := p["things"].([]any)
	require.Len(t, things, 1)
	assert.Equal(t, 50.0, things[0].(map[string]any)["widthMm"])
	code, p = add(map[string]any{"thing": "sofa"})
	assert.Equal(t, 422, code)
	assert.Contains(t, p["detail"], "sofa")
	code, _ = add(map[string]any{"prop": "none"})
	assert.Equal(t, 404, code)
	code, _ = c.do("POST", "/api/set/add", `{"set": 7}`)
	assert.Equal(t, 422, code)
}

func TestSchoolsAndLensesRefuseWhatMakesNoSense(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	code, p := c.do("GET", "/api/habits", nil)
	require.Equal(t, 200, code)
	assert.Equal(t, "", p["lensSchool"])
	assert.Len(t, p["schools"], 4)
	code, _ = c.do("PUT", "/api/habits", map[string]any{"lensSchool": "telescope", "version": 0})
	assert.Equal(t, 422, code)
	code, _ = c.do("PUT", "/api/habits", map[string]any{"lensSchool": "zoom", "version": 0})
	assert.Equal(t, 200, code)
	code, _ = c.do("PUT", "/api/habits", map[string]any{"lensSchool": "long", "version": 99})
	assert.Equal(t, 409, code, "someone else chose meanwhile")
	for _, wish := range []string{`"widthMm": 0`, `"widthMm": 99999`, `"widthMm": "wide"`, `"nearestMm": -1`, `"farMm": 200, "nearestMm": 900`} {
		set, err := json.Marshal(scene.Start())
		require.NoError(t, err)
		body := `{"set": ` + string(set) + `, "widthMm": 600, "nearestMm": 300, "farMm": 1500}`
		for _, part := range strings.Split(wish, ", ") {
			key := strings.SplitN(part, ":", 2)[0]
			from := strings.Index(body, key+":")
			to := from + strings.IndexAny(body[from:], ",}")
			body = body[:from] + part + body[to:]
		}
		code, p = c.do("POST", "/api/set/lenses", body)
		assert.Equal(t, 422, code, "%s: %v", wish, p)
	}
	phone := kit.Item{Name: "Phone", Kind: kit.Phone, Count: 1, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, Lenses: []kit.FixedLens{{Name: "Main"}}}
	code, p = c.do("PUT", "/api/kit", map[string]any{"id": "", "version": 0, "item": phone})
	assert.Equal(t, 422, code)
	assert.Contains(t, fieldsOf(p), "item.lenses.0")
	_ = k
}

func TestAnswersAboutAFrameAreYesNoOrOpen(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	_, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	_, err := k.SaveSet(t.Context(), hero.Key, 0, scene.Start())
	require.NoError(t, err)
	f, err := k.Frames.Take(t.Context(), k.Owner, hero.Key, false)
	require.NoError(t, err)
	say := func(stands string, version int) int {
		code, _ := c.do("PUT", "/api/frames/"+f.Key+"/answers", map[string]any{"answers": map[string]any{"stands": stands, "balanced": "", "tells": ""}, "version": version})
		return code
	}
	assert.Equal(t, 422, say("maybe", f.Version))
	assert.Equal(t, 200, say("yes", f.Version))
	assert.Equal(t, 409, say("no", f.Version), "from another window, on the old frame")
	after, err := k.Frames.Frame(t.Context(), f.Key)
	require.NoError(t, err)
	assert.Equal(t, scene.Questions{Stands: "yes"}, after.Answers)
}
