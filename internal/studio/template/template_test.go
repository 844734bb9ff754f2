package template_test

import (
	"encoding/json"
	"errors"
	"strings"
	"testing"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/finish/look"
	craft "figladder/internal/craft/template"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/studiotest"
	"figladder/internal/studio/template"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A shoot as a template has its list, set-ups and looks and nothing of its dishes; begun from it, another shoot has them again, and
// would give the same template.
func TestAShootBeginsFromAnother(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	f := k.KeptFrame(t, studiotest.Hero(shots))
	s, err := k.Brief.Shoot(ctx, shoot.Key)
	require.NoError(t, err)
	b := s.Brief
	b.Who, b.When, b.How = "The Secret Client", "2027-02-14", "dark, from behind"
	b.Deliverables = []brief.Deliverable{{Name: "Feed", Count: 2, Shape: "4:5", LongPx: 1350, Due: "2026-12-20", Picks: []string{f.Key}}}
	_, err = k.Brief.SaveShoot(ctx, k.Owner, s.Key, s.Version, s.Name, b)
	require.NoError(t, err)
	l, err := k.Finish.SaveLook(ctx, k.Owner, shoot.Key, "", 0, "Evening", []look.Step{{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.1, Y: 0.1, W: 0.8, H: 0.8}}})
	require.NoError(t, err)
	_, err = k.Finish.Follow(ctx, k.Owner, shoot.Key, l.Key, []string{f.Key})
	require.NoError(t, err)

	file, err := k.Template.File(ctx, shoot.Key)
	require.NoError(t, err)
	for _, secret := range []string{"toddy", "secret client", "2027-02-14", "2026-12-20", f.Key, shoot.Key} {
		assert.NotContains(t, strings.ToLower(string(file)), strings.ToLower(secret))
	}
	next, err := k.Template.Begin(ctx, k.Owner, "January menu", file)
	require.NoError(t, err)
	assert.Equal(t, "dark, from behind", next.Brief.How)
	again, _, err := k.List.WholeList(ctx, next.Key)
	require.NoError(t, err)
	require.Len(t, again, len(shots))
	planned, err := k.Set.SetOf(ctx, studiotest.Hero(again).Key)
	require.NoError(t, err)
	was, err := k.Set.SetOf(ctx, studiotest.Hero(shots).Key)
	require.NoError(t, err)
	assert.Equal(t, was.Set.Camera, planned.Set.Camera)
	assert.Equal(t, was.Set.Lights, planned.Set.Lights)
	_, err = k.SaveSet(ctx, studiotest.Hero(again).Key, planned.Version, planned.Set)
	require.NoError(t, err, "what is begun can be saved")

	// Followed by a frame there, the looks are those; else they only stand in the studio.
	one, err := k.Template.Of(ctx, shoot.Key)
	require.NoError(t, err)
	two, err := k.Template.Of(ctx, next.Key)
	require.NoError(t, err)
	require.Len(t, one.Looks, 1)
	two.Name, two.Looks = one.Name, one.Looks
	a, err := json.Marshal(one)
	require.NoError(t, err)
	c, err := json.Marshal(two)
	require.NoError(t, err)
	assert.JSONEq(t, string(a), string(c))
	looks, err := k.Finish.Looks(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Len(t, looks, 1, "a look that is there by that name is not written twice")
}

// What cannot be read is refused with a reason, and nothing of it is begun.
func TestABrokenTemplateBeginsNothing(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	k.KeptFrame(t, studiotest.Hero(shots))
	good, err := k.Template.Of(ctx, shoot.Key)
	require.NoError(t, err)
	broken := func(change func(*craft.Template)) string {
		raw, err := json.Marshal(good)
		require.NoError(t, err)
		var t2 craft.Template
		require.NoError(t, json.Unmarshal(raw, &t2))
		change(&t2)
		raw, err = json.Marshal(t2)
		require.NoError(t, err)
		return string(raw)
	}
	var before int64
	require.NoError(t, k.Store.Model(&store.Shoot{}).Count(&before).Error)
	for words, file := range map[string]string{
		"no template of a shoot that can be read": `{"format": "fig-ladder-template",`,
		"no field “run”":                          `{"format": "fig-ladder-template", "version": 1, "run": "rm"}`,
		"no template of a shoot.":                 `{"format": "recipe"}`,
		"no object of JSON":                       "12",
		"in “name” is of another":                 `{"name": 4}`,
		"another version":                         broken(func(x *craft.Template) { x.Version = 9 }),
		"no place 7":                              broken(func(x *craft.Template) { x.List[0].Dish = 7 }),
		"no set-up 40":                            broken(func(x *craft.Template) { x.List[0].SetUp = 40 }),
		"no kind of frame":                        broken(func(x *craft.Template) { x.List[0].Kind = "spin" }),
		"Say what the frame shows":                broken(func(x *craft.Template) { x.List[0].Title = " " }),
		"setUps.0.setUp":                          broken(func(x *craft.Template) { x.SetUps[0].SetUp.Table.WidthMm = -5 }),
		"more in the file":                        broken(func(*craft.Template) {}) + "{}",
		"larger than a template":                  strings.Repeat(" ", template.MostBytes+1),
	} {
		_, err := k.Template.Begin(ctx, k.Owner, "Next", []byte(file))
		assert.ErrorContains(t, err, words)
		var fields *core.FieldError
		if errors.As(err, &fields) {
			for _, f := range fields.Problems {
				assert.Equal(t, "file", f.Path, "the file is sent as one text: %s", f.Words)
			}
		}
	}
	_, err = k.Template.Begin(ctx, k.Owner, " ", []byte(broken(func(*craft.Template) {})))
	assert.ErrorContains(t, err, "name")
	var after int64
	require.NoError(t, k.Store.Model(&store.Shoot{}).Count(&after).Error)
	assert.Equal(t, before, after)
}
