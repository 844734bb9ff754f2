package api_test

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"figladder/internal/api"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/core"
	"figladder/ui"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// asksAndTurns are the routes that change nothing a second time, or are meant to go on when
// they are pressed again.
var asksAndTurns = []string{
	"undo", "redo", // each press is one step
	"signIn", "signOut", "signOutEverywhere", "firstOwner", "join", "lookAtInvitation",
	"layersLab", "lookAtProp", "lookAtRecipes", "mendSet", "startContact", "pickColours", "checkCut", "draftWords", "moveShot", "readSet", "trySet", "startRendering", "lensChoices", "compareSets", "angleRound", "addToSet", "lightRound", "setPicture", "setInRoom", "startLightSearch", "seenFrame", "judgedFrame", "whiteAt",
	"timeFrame",    // begun twice it is begun once, and a second beat adds nothing
	"answerChoice", // it carries a key of its own
	"answerDrill",  // a drill is answered once
}

func typed(title string) map[string]any {
	return map[string]any{"title": title, "form": "", "ingredients": "1 pear", "method": "Cut it.", "version": 0}
}

var aTrial = map[string]any{"name": "Softer", "kind": "trial", "day": "", "ingredients": "1 pear", "method": "Cut it.", "result": "", "verdict": "", "faults": []string{}, "version": 0}

// rowOf is a value as its JSON reads, with empty lists where it has none.
func rowOf(t *testing.T, v any) map[string]any {
	t.Helper()
	raw, err := json.Marshal(v)
	require.NoError(t, err)
	out := map[string]any{}
	require.NoError(t, json.Unmarshal(raw, &out))
	for k, x := range out {
		if x == nil {
			out[k] = []any{}
		}
	}
	return out
}

// Every route that posts either makes something, once under one key, or stands in the list
// of those that need none.
func TestEveryMakingRouteTakesAKey(t *testing.T) {
	all, _ := operations(t)
	for _, o := range all {
		keyed := slices.ContainsFunc(o.Query, func(p any) bool { return p.(map[string]any)["name"] == "Idempotency-Key" })
		if o.Method == "POST" {
			assert.NotEqual(t, keyed, slices.Contains(asksAndTurns, o.ID), "%s %s", o.ID, o.Path)
		}
	}
}

// Twice pressed is once done: one after the other, many at once, on two servers, and after
// the first answer got lost.
func TestTheSameKeyMakesOnce(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, dish, shots := k.Toddy(t)
	_, err := k.SaveSet(t.Context(), shots[0].Key, 0, scene.Start())
	require.NoError(t, err)
	other := httptest.NewServer(api.New(k.Studio, ui.Handler(), api.Options{}))
	t.Cleanup(other.Close)
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	second := &client{t, other.URL, &http.Client{Jar: jar}}
	second.signIn()

	plate := map[string]any{"version": 0, "prop": rowOf(t, aPlate())}
	makes := map[string]struct {
		path  string
		body  any
		count func() int
	}{
		"a shoot": {"/api/shoots", map[string]any{"name": "Twice", "brief": shoot.Brief, "version": 0}, func() int {
			return strings.Count(fmt.Sprint(listOf(c, "/api/shoots")), "Twice")
		}},
		"a dish": {"/api/shoots/" + shoot.Key + "/dishes", typed("Twice"), func() int {
			return strings.Count(fmt.Sprint(listOf(c, "/api/shoots/"+shoot.Key+"/dishes")), "title:Twice")
		}},
		"a prop":  {"/api/props", plate, func() int { return len(rowsOf(c, "/api/props")) }},
		"a shot":  {"/api/dishes/" + dish.Key + "/shots", map[string]any{"title": "Twice", "angle": "", "hands": 1, "kind": "detail", "light": "", "shutter": false, "vessel": ""}, func() int { return len(rowsOf(c, "/api/shoots/"+shoot.Key+"/shots")) }},
		"a frame": {"/api/shots/" + shots[0].Key + "/take", nil, func() int { return len(listOf(c, "/api/shoots/"+shoot.Key+"/frames")) }},
		"a trial": {"/api/dishes/" + dish.Key + "/trials", aTrial, func() int { return len(listOf(c, "/api/dishes/"+dish.Key+"/trials")) }},
	}
	for name, m := range makes {
		t.Run(name, func(t *testing.T) {
			before := m.count()
			key := "key of " + name
			code, first := c.do("POST", m.path, m.body, "Idempotency-Key", key)
			require.Equal(t, 200, code, "%v", first)
			require.Equal(t, before+1, m.count(), "it is counted")
			code, again := c.do("POST", m.path, m.body, "Idempotency-Key", key)
			assert.Equal(t, 200, code)
			assert.Equal(t, first, again, "the same answer")
			code, elsewhere := second.do("POST", m.path, m.body, "Idempotency-Key", key)
			assert.Equal(t, 200, code)
			assert.Equal(t, first, elsewhere)

			var all sync.WaitGroup
			var mu sync.Mutex
			answers := map[string]int{}
			for i := range 8 {
				all.Go(func() {
					code, got := []*client{c, second}[i%2].do("POST", m.path, m.body, "Idempotency-Key", key+", at once")
					mu.Lock()
					answers[fmt.Sprint(code, got)]++
					mu.Unlock()
				})
			}
			all.Wait()
			assert.Len(t, answers, 1, "all eight hear the same")
			assert.Equal(t, before+2, m.count())

			// The server fell between the deed and its answer.
			require.NoError(t, k.Store.Exec("update asked set status = 0, answer = null where key = ?", key).Error)
			code, lost := c.do("POST", m.path, m.body, "Idempotency-Key", key)
			assert.Equal(t, 409, code)
			assert.Contains(t, lost["detail"], "done already")
			assert.Equal(t, before+2, m.count())

			code, _ = c.do("POST", m.path, m.body, "Idempotency-Key", "another "+name)
			assert.Equal(t, 200, code)
			assert.Equal(t, before+3, m.count(), "another key is another wish")
		})
	}
}

// A key is its person's and its route's; what was refused leaves it free; an old one is
// forgotten.
func TestWhoseAKeyIs(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	shoot, dish, _ := k.Toddy(t)
	dishes := "/api/shoots/" + shoot.Key + "/dishes"
	good := typed("Kept")
	code, _ := c.do("POST", dishes, typed(""), "Idempotency-Key", "one")
	require.Equal(t, 422, code)
	code, _ = c.do("POST", dishes, good, "Idempotency-Key", "one")
	assert.Equal(t, 200, code, "nothing was done under it")

	code, p := c.do("POST", "/api/dishes/"+dish.Key+"/trials", aTrial, "Idempotency-Key", "one")
	assert.Equal(t, 422, code)
	assert.Contains(t, p["detail"], "something else")
	code, _ = c.do("POST", dishes, good, "Idempotency-Key", strings.Repeat("k", 65))
	assert.Equal(t, 422, code)

	stylist := as(t, k, c.base, core.Stylist)
	code, _ = stylist.do("POST", dishes, good, "Idempotency-Key", "one")
	assert.Equal(t, 200, code)
	assert.Equal(t, 2, strings.Count(fmt.Sprint(listOf(c, dishes)), "title:Kept"), "another person's key is another key")

	now := k.Now()
	k.Clock = func() time.Time { return now.Add(25 * time.Hour) }
	code, _ = c.do("POST", dishes, good, "Idempotency-Key", "new")
	require.Equal(t, 200, code)
	var keys []string
	require.NoError(t, k.Store.Table("asked").Where("person_id = ?", k.Owner.ID).Pluck("key", &keys).Error)
	assert.Equal(t, []string{"new"}, keys)
}

// An invitation's link is a secret: it is not kept to be told again.
func TestAnInvitationIsMadeOnceAndNotKept(t *testing.T) {
	k, c := serve(t)
	c.signIn()
	body := map[string]any{"name": "Ada", "role": "stylist"}
	code, made := c.do("POST", "/api/invitations", body, "Idempotency-Key", "one")
	require.Equal(t, 200, code, "%v", made)
	code, p := c.do("POST", "/api/invitations", body, "Idempotency-Key", "one")
	assert.Equal(t, 409, code)
	assert.Contains(t, p["detail"], "done already")
	assert.Len(t, listOf(c, "/api/invitations"), 1)
	var kept int64
	require.NoError(t, k.Store.Table("asked").Where("answer is not null and length(answer) > 0").Count(&kept).Error)
	assert.Zero(t, kept)
}

// listOf reads an answer that is a list.
func listOf(c *client, path string) []any {
	c.t.Helper()
	return readAs[[]any](c, path)
}

// rowsOf reads the rows of an answer in pages.
func rowsOf(c *client, path string) []any {
	c.t.Helper()
	return readAs[struct{ Rows []any }](c, path).Rows
}

func readAs[T any](c *client, path string) (out T) {
	c.t.Helper()
	res, err := c.http.Get(c.base + path)
	require.NoError(c.t, err)
	defer res.Body.Close()
	require.Equal(c.t, 200, res.StatusCode)
	require.NoError(c.t, json.NewDecoder(res.Body).Decode(&out))
	return out
}
