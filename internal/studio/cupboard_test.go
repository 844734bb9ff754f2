package studio_test

import (
	"bytes"
	"fmt"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/store"
	"figladder/internal/studio"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Fifty people reach for the same props at once, for shoots of one day and of
// others: never more are held for a day than there are, and everyone who missed is
// told in words.
func TestNeverMoreHeldThanThereAre(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	prop, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 7))
	require.NoError(t, err)
	var shoots []string
	for i := range 5 {
		day := []string{"2026-12-03", "2026-12-03", "2026-12-04", "2026-12-04", ""}[i]
		s, err := k.MakeShoot(ctx, k.Owner, fmt.Sprint("Shoot ", i), brief.Brief{Kind: "own", When: day})
		require.NoError(t, err)
		shoots = append(shoots, s.Key)
	}
	var won, told atomic.Int64
	var wg sync.WaitGroup
	for i := range 50 {
		wg.Go(func() {
			_, err := k.Reserve(ctx, k.Owner, shoots[i%5], "", prop.Key, 1+i%2)
			var no *studio.RuleError
			switch {
			case err == nil:
				won.Add(1)
			case assert.ErrorAs(t, err, &no):
				assert.Contains(t, no.Words, "free that day")
				told.Add(1)
			}
		})
	}
	wg.Wait()
	assert.Positive(t, won.Load())
	assert.Positive(t, told.Load())
	assert.Equal(t, int64(50), won.Load()+told.Load())
	var sums []struct {
		Day  string
		Held int
	}
	require.NoError(t, k.Store.Raw("select coalesce(s.day, s.id) as day, sum(r.count) as held from reservations r join shoots s on s.id = r.shoot_id where r.state in ('reserved', 'pulled') group by 1").Scan(&sums).Error)
	require.Len(t, sums, 3)
	for _, s := range sums {
		assert.LessOrEqual(t, s.Held, 7, s.Day)
		assert.GreaterOrEqual(t, s.Held, 6, "and nearly all of them went")
	}
}

// Undo and redo hold to the count too.
func TestRedoCannotTakeWhatSomebodyElseHolds(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	prop, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Last plate", 1))
	require.NoError(t, err)
	a, err := k.MakeShoot(ctx, k.Owner, "A", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	b, err := k.MakeShoot(ctx, k.Owner, "B", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	_, err = k.Reserve(ctx, k.Owner, a.Key, "", prop.Key, 1)
	require.NoError(t, err)
	_, err = k.Undo(ctx, k.Owner, a.Key)
	require.NoError(t, err)
	_, err = k.Reserve(ctx, k.Owner, b.Key, "", prop.Key, 1)
	require.NoError(t, err)
	_, err = k.Redo(ctx, k.Owner, a.Key)
	var no *studio.RuleError
	assert.ErrorAs(t, err, &no, "%v", err)
}

// A shoot that moves to another day may clash; that is found, with what is free
// instead, and a swap mends it.
func TestADoubleBookingIsFoundAndMended(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, _ := k.Toddy(t)
	_, err := k.SaveShoot(ctx, k.Owner, shoot.Key, 1, shoot.Name, brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	other, err := k.MakeShoot(ctx, k.Owner, "Second table", brief.Brief{Kind: "own", When: "2026-12-10"})
	require.NoError(t, err)
	one, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 1))
	require.NoError(t, err)
	two, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Grey plate", 1))
	require.NoError(t, err)
	chipped := studiotest.APlate("Chipped plate", 1)
	chipped.Condition = "chipped"
	_, err = k.AddProp(ctx, k.Owner, chipped)
	require.NoError(t, err)
	_, err = k.Reserve(ctx, k.Owner, shoot.Key, dish.Key, one.Key, 1)
	require.NoError(t, err)
	_, err = k.Reserve(ctx, k.Owner, other.Key, "", one.Key, 1)
	require.NoError(t, err, "another day")
	_, err = k.SaveShoot(ctx, k.Owner, other.Key, 1, "Second table", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)

	list, err := k.Pulls(ctx, shoot.Key)
	require.NoError(t, err)
	require.Len(t, list.Clashes, 1)
	c := list.Clashes[0]
	assert.Equal(t, "Slate plate is held 2 times on 3 December 2026, and there is 1: for Second table and Winter menu.", c.Words)
	require.Len(t, c.Others, 1, "the grey one; the chipped one is not offered")
	assert.Equal(t, two.Key, c.Others[0].ID)
	_, err = k.Swap(ctx, k.Owner, c.Mine, two.Key)
	require.NoError(t, err)
	list, err = k.Pulls(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Empty(t, list.Clashes)
	require.Len(t, list.Pulls, 1)
	assert.Equal(t, "Grey plate", list.Pulls[0].Prop.Prop.Name)
	assert.Equal(t, "Pear toddy", list.Pulls[0].Dish)
}

func TestPulledBackAndBroken(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, _ := k.Toddy(t)
	prop, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 3))
	require.NoError(t, err)
	r, err := k.Reserve(ctx, k.Owner, shoot.Key, "", prop.Key, 2)
	require.NoError(t, err)
	_, err = k.SetHeld(ctx, k.Owner, r.Key, r.Version, 4, "pulled")
	assert.ErrorContains(t, err, "free that day")
	r, err = k.SetHeld(ctx, k.Owner, r.Key, 1, 2, "pulled")
	require.NoError(t, err)
	assert.ErrorContains(t, k.RemoveProp(ctx, k.Owner, prop.Key), "pull list")
	_, err = k.SetHeld(ctx, k.Owner, r.Key, r.Version, 2, "broken")
	require.NoError(t, err)
	row, err := k.Prop(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 1, row.Prop.Count)
	assert.Equal(t, "2 pieces broken on a shoot", row.Prop.History[0].Words)
	_, err = k.Undo(ctx, k.Owner, shoot.Key)
	require.NoError(t, err)
	row, err = k.Prop(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 3, row.Prop.Count, "undo mends it, on the list if not on the floor")
}

func TestTheCupboardIsSifted(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, err := k.MakeShoot(ctx, k.Owner, "A", brief.Brief{Kind: "own", When: "2026-12-03"})
	require.NoError(t, err)
	red := studiotest.APlate("Scarlet bowl", 1)
	red.Kind, red.Front.Colour, red.Front.Finish, red.Material = cupboard.Bowl, "#d01515", "glossy", "stoneware"
	large := studiotest.APlate("Dinner plate", 1)
	large.Sizes.DiameterMm, large.Front.Colour = 290, "#fbfbf9"
	keys := map[string]string{}
	for _, p := range []cupboard.Prop{studiotest.APlate("Slate plate", 1), red, large} {
		row, err := k.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
		keys[p.Name] = row.Key
	}
	_, err = k.Reserve(ctx, k.Owner, shoot.Key, "", keys["Slate plate"], 1)
	require.NoError(t, err)
	for name, c := range map[string]struct {
		ask  studio.PropAsk
		want []string
	}{
		"all":     {studio.PropAsk{}, []string{"Dinner plate", "Scarlet bowl", "Slate plate"}},
		"kind":    {studio.PropAsk{Kind: "bowl"}, []string{"Scarlet bowl"}},
		"hue":     {studio.PropAsk{Hue: "red"}, []string{"Scarlet bowl"}},
		"finish":  {studio.PropAsk{Finish: "matt"}, []string{"Dinner plate", "Slate plate"}},
		"size":    {studio.PropAsk{LeastMm: 250, MostMm: 300}, []string{"Dinner plate"}},
		"light":   {studio.PropAsk{Light: "light"}, []string{"Dinner plate"}},
		"words":   {studio.PropAsk{Words: "STONE scarlet"}, []string{"Scarlet bowl"}},
		"free":    {studio.PropAsk{FreeOn: "2026-12-03"}, []string{"Dinner plate", "Scarlet bowl"}},
		"another": {studio.PropAsk{FreeOn: "2026-12-04", Kind: "plate"}, []string{"Dinner plate", "Slate plate"}},
		"none":    {studio.PropAsk{Words: "%"}, nil},
	} {
		page, err := k.Props(ctx, c.ask)
		require.NoError(t, err, name)
		var got []string
		for _, r := range page.Rows {
			got = append(got, r.Prop.Name)
			assert.NotEmpty(t, r.Drawing.Shapes)
		}
		assert.Equal(t, c.want, got, name)
	}
	page, err := k.Props(ctx, studio.PropAsk{Limit: 2})
	require.NoError(t, err)
	require.Len(t, page.Rows, 2)
	page, err = k.Props(ctx, studio.PropAsk{Limit: 2, After: page.Next})
	require.NoError(t, err)
	assert.Equal(t, "Slate plate", page.Rows[0].Prop.Name)
	assert.Empty(t, page.Next)
}

func TestWhatSuitsADish(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, dish, _ := k.Toddy(t)
	glass := cupboard.Prop{Name: "Ribbed tumbler", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 72, HeightMm: 140}, Front: cupboard.Face{Colour: "#cfd6d2", Finish: "glossy", Pattern: 0.6}, Condition: "patina", Count: 2}
	for _, p := range []cupboard.Prop{glass, studiotest.APlate("Slate plate", 1)} {
		_, err := k.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
	}
	got, err := k.SuitedTo(ctx, dish.Key)
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
	_, err := k.AddProp(ctx, k.Owner, cupboard.Prop{Name: "Pressed tumbler", Kind: cupboard.Glass, Sizes: cupboard.Sizes{DiameterMm: 72, HeightMm: 90}, Front: cupboard.Face{Colour: "#d6dedb", Finish: "glossy"}, Material: "pressed glass", Condition: "patina", Count: 2})
	require.NoError(t, err)
	said := func() *finding.Finding {
		got, err := k.SuitedTo(ctx, dish.Key)
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
		require.NoError(t, k.Store.Create(&store.Shot{Base: store.NewBase(), ShootID: shoot.Key, DishID: dish.Key, Position: 90 + i, Kind: "ingredient", Title: fmt.Sprint("Spice ", i), Ticks: []store.Tick{}, Merged: []string{}}).Error)
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
	prop, err := k.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 1))
	require.NoError(t, err)
	_, err = k.Reserve(ctx, k.Owner, shoot.Key, dish.Key, prop.Key, 1)
	require.NoError(t, err)
	frame := k.KeptFrame(t, shots[0])
	for i := range 5 {
		require.NoError(t, k.Store.Exec("insert into publications select ?, ?, ?, ?, 'feed', '{}', '{}', '', 1, 1, 1, 'accepted', '', now(), ?, ''", fmt.Sprint("p", i), shoot.Key, shots[0].Key, frame.Key, time.Now().AddDate(0, 0, -10)).Error)
	}
	got, err := k.ReadProp(ctx, prop.Key)
	require.NoError(t, err)
	assert.Equal(t, 5, got.Seen.Times)
	assert.Equal(t, 10, got.Seen.DaysAgo)
	require.Len(t, got.Held, 1)
	page, err := k.Props(ctx, studio.PropAsk{Unseen: true})
	require.NoError(t, err)
	assert.Empty(t, page.Rows)
}

func TestACupboardFileIsTakenWholeOrNotAtAll(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	_, err := k.AddProp(ctx, k.Owner, studiotest.APlate("=Slate plate", 2))
	require.NoError(t, err)
	data, err := k.PropsCSV(ctx)
	require.NoError(t, err)
	same, err := k.ReadPropsCSV(ctx, k.Owner, data, true)
	require.NoError(t, err)
	assert.Equal(t, 1, same.Same)
	assert.Zero(t, same.Changed+same.Added)

	changed := strings.Replace(string(data), "Slate plate", "Slate plate large", 1)
	wrong := changed + "B,spaceship\r\nC,plate\r\nD,plate,5000\r\n"
	preview, err := k.ReadPropsCSV(ctx, k.Owner, []byte(wrong), true)
	require.NoError(t, err)
	assert.False(t, preview.Done)
	var lines []int
	for _, w := range preview.Wrong {
		if len(lines) == 0 || lines[len(lines)-1] != w.Line {
			lines = append(lines, w.Line)
		}
	}
	assert.Equal(t, []int{3, 4, 5}, lines)
	still, err := k.PropsCSV(ctx)
	require.NoError(t, err)
	assert.Equal(t, string(data), string(still), "nothing of it was taken")

	file := []byte(changed + "Oak board,board,,,,,,400,250,,,#8a6a45,,satin\r\n")
	preview, err = k.ReadPropsCSV(ctx, k.Owner, file, false)
	require.NoError(t, err)
	assert.Equal(t, 1, preview.Changed)
	assert.Equal(t, []string{"Oak board"}, preview.Names)
	assert.False(t, preview.Done)
	taken, err := k.ReadPropsCSV(ctx, k.Owner, file, true)
	require.NoError(t, err)
	assert.True(t, taken.Done)
	_, err = k.Undo(ctx, k.Owner, studio.Cupboard)
	require.NoError(t, err)
	still, err = k.PropsCSV(ctx)
	require.NoError(t, err)
	assert.Equal(t, string(data), string(still), "one undo takes it all back")
}

func TestKitPackAndWanted(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	for _, i := range []kit.Item{{Name: "Body", Kind: kit.Body, Count: 1, SensorWMm: 36, SensorHMm: 24, PixelsLong: 8192}, {Name: "Zoom", Kind: kit.Lens, Count: 1, ShortestMm: 24, LongestMm: 70, ClosestMm: 380}} {
		_, err := k.SaveKit(ctx, k.Owner, "", 0, i)
		require.NoError(t, err)
	}
	pieces, err := k.Kit(ctx)
	require.NoError(t, err)
	require.Len(t, pieces, 2)
	assert.NotEmpty(t, pieces[1].Can)
	p, err := k.SetOf(ctx, shots[0].Key)
	require.NoError(t, err)
	p.Set.Camera.FocalMm = 105
	p.Set.Camera.LongestMm = 105
	_, err = k.SaveSet(ctx, k.Owner, shots[0].Key, 0, p.Set)
	require.NoError(t, err)
	bag, err := k.PackFor(ctx, shoot.Key)
	require.NoError(t, err)
	var codes []string
	for _, f := range bag.Findings {
		codes = append(codes, f.Code)
	}
	assert.Contains(t, codes, "no-lens", "no lens there has 105 mm")
	pdf, err := k.PrintPulls(ctx, shoot.Key)
	require.NoError(t, err)
	assert.Contains(t, studiotest.Text(t, pdf), "No lens of 105 mm")
	data, err := k.KitCSV(ctx)
	require.NoError(t, err)
	back, err := k.ReadKitCSV(ctx, k.Owner, data, true)
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
		_, err = k.AddProp(ctx, k.Owner, p)
		require.NoError(t, err)
	}
	_, err = k.SaveWanted(ctx, k.Owner, "", 0, cupboard.Wanted{Name: "Fish kettle", Kind: cupboard.Other, PriceMinor: 9000, DayMinor: 1500, ResaleShare: 0.5, Days: 6})
	require.NoError(t, err)
	got, err := k.Lacking(ctx)
	require.NoError(t, err)
	require.Len(t, got.Due, 1)
	assert.Equal(t, "loan-late", got.Due[0].Code)
	assert.Equal(t, "Lent plate should have gone back to the pottery", got.Due[0].Subject)
	require.Len(t, got.Wanted, 1)
	assert.InDelta(t, 3, got.Wanted[0].Choice.BreakEven.Value, 1e-9)
	assert.Equal(t, "buy", got.Wanted[0].Choice.Verdict)
	assert.NotEmpty(t, got.Gaps)
}
