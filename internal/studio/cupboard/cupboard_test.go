package cupboard_test

import (
	"bytes"
	"fmt"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/store"
	cupboardroom "figladder/internal/studio/cupboard"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTheCupboardIsSifted(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, err := k.Brief.MakeShoot(ctx, k.Owner, "A", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	red := studiotest.APlate("Scarlet bowl", 1)
	red.Kind, red.Front.Colour, red.Front.Finish, red.Material = cupboard.Bowl, "#d01515", "gloss", "stoneware"
	large := studiotest.APlate("Dinner plate", 1)
	large.Sizes.DiameterMm, large.Front.Colour = 290, "#fbfbf9"
	keys := map[string]string{}
	for _, p := range []cupboard.Prop{studiotest.APlate("Slate plate", 1), red, large} {
		row, err := k.Cupboard.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
		keys[p.Name] = row.Key
	}
	_, err = k.Cupboard.Reserve(ctx, k.Owner, shoot.Key, "", keys["Slate plate"], 1)
	require.NoError(t, err)
	for name, c := range map[string]struct {
		ask  cupboardroom.PropAsk
		want []string
	}{
		"all":     {cupboardroom.PropAsk{}, []string{"Dinner plate", "Scarlet bowl", "Slate plate"}},
		"kind":    {cupboardroom.PropAsk{Kind: "bowl"}, []string{"Scarlet bowl"}},
		"hue":     {cupboardroom.PropAsk{Hue: "red"}, []string{"Scarlet bowl"}},
		"finish":  {cupboardroom.PropAsk{Finish: "matt"}, []string{"Dinner plate", "Slate plate"}},
		"size":    {cupboardroom.PropAsk{LeastMm: 250, MostMm: 300}, []string{"Dinner plate"}},
		"light":   {cupboardroom.PropAsk{Light: "light"}, []string{"Dinner plate"}},
		"words":   {cupboardroom.PropAsk{Words: "STONE scarlet"}, []string{"Scarlet bowl"}},
		"free":    {cupboardroom.PropAsk{FreeOn: "2026-12-03"}, []string{"Dinner plate", "Scarlet bowl"}},
		"another": {cupboardroom.PropAsk{FreeOn: "2026-12-04", Kind: "plate"}, []string{"Dinner plate", "Slate plate"}},
		"none":    {cupboardroom.PropAsk{Words: "%"}, nil},
	} {
		page, err := k.Cupboard.Props(ctx, c.ask)
		require.NoError(t, err, name)
		var got []string
		for _, r := range page.Rows {
			got = append(got, r.Prop.Name)
			assert.NotEmpty(t, r.Drawing.Shapes)
		}
		assert.Equal(t, c.want, got, name)
	}
	page, err := k.Cupboard.Props(ctx, cupboardroom.PropAsk{Limit: 2})
	require.NoError(t, err)
	require.Len(t, page.Rows, 2)
	page, err = k.Cupboard.Props(ctx, cupboardroom.PropAsk{Limit: 2, After: page.Next})
	require.NoError(t, err)
	assert.Equal(t, "Slate plate", page.Rows[0].Prop.Name)
	assert.Empty(t, page.Next)
}

func TestWhatSuitsADish(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, dish, _ := k.Toddy(t)
	glass := cupboard.Prop{Name: "Ribbed tumbler", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 72, HeightMm: 140}, Front: cupboard.Face{Colour: "#cfd6d2", Finish: "gloss", Pattern: 0.6}, Condition: "patina", Count: 2}
	for _, p := range []cupboard.Prop{glass, studiotest.APlate("Slate plate", 1)} {
		_, err := k.Cupboard.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
	}
	got, err := k.Cupboard.SuitedTo(ctx, dish.Key)
	require.NoError(t, err)
	require.Len(t, got.Vessels, 1)
	assert.Equal(t, "Ribbed tumbler", got.Vessels[0].Prop.Name)
	assert.Equal(t, 2, got.Vessels[0].Free)
	require.Len(t, got.Beside, 1)
	require.Len(t, got.Missing, 1, "no ground")
	assert.Equal(t, "nothing-ground", got.Missing[0].Code)
}

func TestClearVesselsGoThroughTheFramesOfIngredients(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	_, err := k.Cupboard.AddProp(ctx, k.Owner, cupboard.Prop{Name: "Pressed tumbler", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 72, HeightMm: 90}, Front: cupboard.Face{Colour: "#d6dedb", Finish: "gloss"}, Material: "pressed glass", Condition: "patina", Count: 2})
	require.NoError(t, err)
	said := func() *finding.Finding {
		got, err := k.Cupboard.SuitedTo(ctx, dish.Key)
		require.NoError(t, err)
		for i := range got.Missing {
			if got.Missing[i].Code == "alike-vessels" {
				return &got.Missing[i]
			}
		}
		return nil
	}
	assert.Nil(t, said(), "no frame of ingredients on the list")
	for i := range 3 {
		require.NoError(t, k.Store.Create(&store.Shot{Base: store.NewBase(), ShotDoc: store.ShotDoc{ShootID: shoot.Key, DishID: dish.Key, Position: 90 + i, Kind: "ingredient", Title: fmt.Sprint("Spice ", i), Ticks: []store.Tick{}, Merged: []string{}, Techniques: []string{}}}).Error)
	}
	f := said()
	require.NotNil(t, f)
	assert.Equal(t, "2 clear vessels alike", f.Measure)
	assert.Contains(t, f.Try[0].Words, "Pressed tumbler")
}

func TestAPropSeenInPublishedFramesIsSaidToBe(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	prop, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 1))
	require.NoError(t, err)
	_, err = k.Cupboard.Reserve(ctx, k.Owner, shoot.Key, dish.Key, prop.Key, 1)
	require.NoError(t, err)
	frame := k.KeptFrame(t, shots[0])
	for i := range 5 {
		require.NoError(t, k.Store.Exec("insert into publications select ?, ?, ?, ?, 'feed', '{}', '{}', '', 1, 1, 1, 'accepted', '', now(), ?, ''", fmt.Sprint("p", i), shoot.Key, shots[0].Key, frame.Key, time.Now().AddDate(0, 0, -10)).Error)
	}
	got, err := k.Cupboard.ReadProp(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 5, got.Seen.Times)
	assert.Equal(t, 10, got.Seen.DaysAgo)
	require.Len(t, got.Held, 1)
	page, err := k.Cupboard.Props(ctx, cupboardroom.PropAsk{Unseen: true})
	require.NoError(t, err)
	assert.Empty(t, page.Rows)
}

func TestACupboardFileIsTakenWholeOrNotAtAll(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("=Slate plate", 2))
	require.NoError(t, err)
	data, err := k.Cupboard.PropsCSV(ctx)
	require.NoError(t, err)
	same, err := k.Cupboard.ReadPropsCSV(ctx, k.Owner, data, true)
	require.NoError(t, err)
	assert.Equal(t, 1, same.Same)
	assert.Zero(t, same.Changed+same.Added)

	changed := strings.Replace(string(data), "Slate plate", "Slate plate large", 1)
	wrong := changed + "B,spaceship\r\nC,plate\r\nD,plate,5000\r\n"
	preview, err := k.Cupboard.ReadPropsCSV(ctx, k.Owner, []byte(wrong), true)
	require.NoError(t, err)
	assert.False(t, preview.Done)
	var lines []int
	for _, w := range preview.Wrong {
		if len(lines) == 0 || lines[len(lines)-1] != w.Line {
			lines = append(lines, w.Line)
		}
	}
	assert.Equal(t, []int{3, 4, 5}, lines)
	still, err := k.Cupboard.PropsCSV(ctx)
	require.NoError(t, err)
	assert.Equal(t, string(data), string(still), "nothing of it was taken")

	file := []byte(changed + "Oak board,board,,,,,,400,250,,,#8a6a45,,satin\r\n")
	preview, err = k.Cupboard.ReadPropsCSV(ctx, k.Owner, file, false)
	require.NoError(t, err)
	assert.Equal(t, 1, preview.Changed)
	assert.Equal(t, []string{"Oak board"}, preview.Names)
	assert.False(t, preview.Done)
	taken, err := k.Cupboard.ReadPropsCSV(ctx, k.Owner, file, true)
	require.NoError(t, err)
	assert.True(t, taken.Done)
	_, err = k.Undo(ctx, k.Owner, cupboardroom.Cupboard, false)
	require.NoError(t, err)
	still, err = k.Cupboard.PropsCSV(ctx)
	require.NoError(t, err)
	assert.Equal(t, string(data), string(still), "one undo takes it all back")
}

func TestKitPackAndWanted(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	for _, i := range []kit.Item{{Name: "Body", Kind: kit.Body, Count: 1, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192}, {Name: "Zoom", Kind: kit.Lens, Count: 1, ShortestMm: 24, LongestMm: 70, WidestNumber: 2.8, ClosestMm: 380}} {
		_, err := k.Cupboard.SaveKit(ctx, k.Owner, "", 0, i)
		require.NoError(t, err)
	}
	pieces, err := k.Cupboard.Kit(ctx)
	require.NoError(t, err)
	require.Len(t, pieces, 2)
	assert.NotEmpty(t, pieces[1].Can)
	p, err := k.Set.SetOf(ctx, shots[0].Key)
	require.NoError(t, err)
	p.Set.Camera.FocalMm = 105
	p.Set.Camera.LongestMm = 105
	_, err = k.SaveSet(ctx, shots[0].Key, 0, p.Set)
	require.NoError(t, err)
	bag, err := k.Cupboard.PackFor(ctx, shoot.Key)
	require.NoError(t, err)
	var codes []string
	for _, f := range bag.Findings {
		codes = append(codes, f.Code)
	}
	assert.Contains(t, codes, "no-lens", "no lens there has 105 mm")
	pdf, err := k.Cupboard.PrintPulls(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Contains(t, studiotest.Text(t, pdf), "No lens of 105 mm")
	data, err := k.Cupboard.KitCSV(ctx)
	require.NoError(t, err)
	back, err := k.Cupboard.ReadKitCSV(ctx, k.Owner, data, true)
	require.NoError(t, err)
	assert.Equal(t, 2, back.Same)
	assert.Equal(t, 3, bytes.Count(data, []byte("\r\n")))

	lent := studiotest.APlate("Lent plate", 1)
	lent.Loan = cupboard.Loan{From: "the pottery", Due: "2020-01-01"}
	returned := studiotest.APlate("Plate given back", 1)
	returned.Loan = cupboard.Loan{From: "the pottery", Due: "2020-01-01", Returned: true}
	later := studiotest.APlate("Plate lent for long", 1)
	later.Loan = cupboard.Loan{From: "the pottery", Due: "2090-01-01"}
	open := studiotest.APlate("Plate lent with no day", 1)
	open.Loan = cupboard.Loan{From: "the pottery"}
	for _, p := range []cupboard.Prop{lent, returned, later, open, studiotest.APlate("Plate of one's own", 1)} {
		_, err = k.Cupboard.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
	}
	_, err = k.Cupboard.SaveWanted(ctx, k.Owner, "", 0, cupboard.Wanted{Name: "Fish kettle", Kind: cupboard.Other, PriceMinor: 9000, DayMinor: 1500, ResaleShare: 0.5, Days: 6})
	require.NoError(t, err)
	got, err := k.Cupboard.Lacking(ctx)
	require.NoError(t, err)
	require.Len(t, got.Due, 1)
	assert.Equal(t, "loan-late", got.Due[0].Code)
	assert.Equal(t, "Lent plate should have gone back to the pottery", got.Due[0].Subject)
	require.Len(t, got.Wanted, 1)
	assert.InDelta(t, 3, got.Wanted[0].Choice.BreakEven.Value, 1e-9)
	assert.Equal(t, "buy", got.Wanted[0].Choice.Verdict)
	assert.NotEmpty(t, got.Gaps)
}
