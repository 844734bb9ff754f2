package studio_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/brief"
	"figladder/internal/craft/card"
	"figladder/internal/craft/cost"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/finish/work"
	"figladder/internal/craft/hold"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/release"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/units"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	cupboardroom "figladder/internal/studio/cupboard"
	"figladder/internal/studio/day"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/proof"
	"figladder/internal/studio/set"
	"figladder/internal/studio/studiotest"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// everything is every row of every table that deeds may change, but for versions.
func everything(t *testing.T, k *studiotest.Kit) string {
	t.Helper()
	var out []string
	for table := range store.Kinds() {
		var rows []string
		require.NoError(t, k.Store.Raw("select '"+table+" ' || (to_jsonb(x) - 'version')::text from "+table+" x order by id").Scan(&rows).Error)
		out = append(out, rows...)
	}
	slices.Sort(out)
	return strings.Join(out, "\n")
}

// step is a deed by the name of its function.
type step struct {
	deed string
	do   func() error
}

// walk does deeds of one scope, takes them all back and does them all again, and holds what
// is kept to what it was after each.
func walk(t *testing.T, k *studiotest.Kit, scope string, steps []step) {
	t.Helper()
	stages := []string{everything(t, k)}
	for i, s := range steps {
		require.NoError(t, s.do(), s.deed)
		stages = append(stages, everything(t, k))
		require.NotEqual(t, stages[i], stages[i+1], "%s did something", s.deed)
	}
	for i := len(steps) - 1; i >= 0; i-- {
		_, err := k.Undo(t.Context(), k.Owner, scope, false)
		require.NoError(t, err, "taking back %s", steps[i].deed)
		require.Equal(t, stages[i], everything(t, k), "after taking back %s", steps[i].deed)
	}
	for i, s := range steps {
		_, err := k.Redo(t.Context(), k.Owner, scope)
		require.NoError(t, err, "doing %s again", s.deed)
		require.Equal(t, stages[i+1], everything(t, k), "after doing %s again", s.deed)
	}
}

func TestDeedsOfTheCupboardGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	var prop *store.PropRow
	var piece *store.KitRow
	var wish *store.WantedRow
	var err error
	var outlet string
	walk(t, k, cupboardroom.Cupboard, []step{
		{"AddProp", func() error {
			prop, err = k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 2))
			return err
		}},
		{"SaveProp", func() error {
			_, err := k.Cupboard.SaveProp(ctx, k.Owner, prop.Key, 1, studiotest.APlate("Slate plate, chipped", 1))
			return err
		}},
		{"SaveOutlet", func() error {
			o := release.StartOutlet()
			o.Name = "Shop"
			row, err := k.Out.SaveOutlet(ctx, k.Owner, "", 0, o)
			if err == nil {
				outlet = row.Key
			}
			return err
		}},
		{"RemoveOutlet", func() error { return k.Out.RemoveOutlet(ctx, k.Owner, outlet) }},
		{"SaveKit", func() error {
			piece, err = k.Cupboard.SaveKit(ctx, k.Owner, "", 0, kit.Item{Name: "Clamp", Kind: "other", Count: 4})
			return err
		}},
		{"SaveWanted", func() error {
			wish, err = k.Cupboard.SaveWanted(ctx, k.Owner, "", 0, cupboard.Wanted{Name: "A dark jug", Kind: cupboard.Jug})
			return err
		}},
		{"readTable", func() error {
			csv, err := k.Cupboard.PropsCSV(ctx)
			if err == nil {
				_, err = k.Cupboard.ReadPropsCSV(ctx, k.Owner, []byte(strings.Replace(string(csv), "chipped", "mended", 1)), true)
			}
			return err
		}},
		{"SetHabits", func() error { _, err := k.Set.SetHabits(ctx, k.Owner, 0, "fifty"); return err }},
		{"RemoveWanted", func() error { return k.Cupboard.RemoveWanted(ctx, k.Owner, wish.Key) }},
		{"RemoveKit", func() error { return k.Cupboard.RemoveKit(ctx, k.Owner, piece.Key) }},
		{"RemoveProp", func() error { return k.Cupboard.RemoveProp(ctx, k.Owner, prop.Key) }},
	})
}

func TestDeedsOfThePlaceGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	place := almanac.Place{Name: "Loft", Zone: "Europe/London", TableMm: 750, Windows: []almanac.Window{almanac.StartWindow()}}
	walk(t, k, set.PlacesScope, []step{
		{"SavePlace", func() error { _, err := k.Set.SavePlace(t.Context(), k.Owner, "", 0, place); return err }},
		{"AddPlace", func() error {
			_, err := k.Set.AddPlace(t.Context(), k.Owner, place)
			return err
		}},
		{"RemovePlace", func() error {
			all, err := k.Set.Places(t.Context())
			require.NoError(t, err)
			return k.Set.RemovePlace(t.Context(), k.Owner, all[1].ID)
		}},
		{"SavePlace", func() error {
			place.Name = "Loft, swept"
			_, err := k.Set.SavePlace(t.Context(), k.Owner, "", 1, place)
			return err
		}},
	})
}

func TestDeedsOfTheUnitsGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	in := units.Usual()
	in.Length = "in"
	walk(t, k, core.UnitsScope, []step{
		{"SaveUnits", func() error { _, err := k.SaveUnits(t.Context(), k.Owner, 0, in); return err }},
		{"SaveUnits", func() error {
			in.Clock = "12"
			_, err := k.SaveUnits(t.Context(), k.Owner, 1, in)
			return err
		}},
	})
	_, err := k.SaveUnits(t.Context(), k.Owner, 2, units.Preferences{Length: "ell"})
	var field *core.FieldError
	require.ErrorAs(t, err, &field)
}

func TestDeedsAtTheCameraAndAfterGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	plate, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Slate plate", 2))
	require.NoError(t, err)
	other, err := k.Cupboard.AddProp(ctx, k.Owner, studiotest.APlate("Grey plate", 2))
	require.NoError(t, err)
	planned, err := k.Set.SetOf(ctx, hero.Key)
	require.NoError(t, err)
	_, err = k.SaveSet(ctx, hero.Key, planned.Version, planned.Set)
	require.NoError(t, err)
	frame, err := k.Frames.Take(ctx, k.Owner, hero.Key, false) // a frame is a fact, not a deed
	require.NoError(t, err)
	spare, err := k.Frames.Take(ctx, k.Owner, hero.Key, false)
	require.NoError(t, err)
	var held *store.Reservation
	version := func() int {
		f, err := k.Frames.Frame(ctx, frame.Key)
		require.NoError(t, err)
		return f.Version
	}
	steps := []step{
		{"Reserve", func() error {
			held, err = k.Cupboard.Reserve(ctx, k.Owner, shoot.Key, dish.Key, plate.Key, 1)
			return err
		}},
		{"Swap", func() error { held, err = k.Cupboard.Swap(ctx, k.Owner, held.Key, other.Key); return err }},
		{"SetHeld", func() error {
			_, err := k.Cupboard.SetHeld(ctx, k.Owner, held.Key, held.Version, 1, "pulled")
			return err
		}},
		{"Release", func() error { return k.Cupboard.Release(ctx, k.Owner, held.Key) }},
		{"Keep", func() error { _, err := k.Frames.Keep(ctx, k.Owner, frame.Key, version(), true); return err }},
		{"Note", func() error {
			_, err := k.Frames.Note(ctx, k.Owner, frame.Key, version(), "again, warmer")
			return err
		}},
		{"Answer", func() error {
			_, err := k.Frames.Answer(ctx, k.Owner, frame.Key, version(), scene.Questions{Stands: "yes"})
			return err
		}},
	}
	list, err := k.Finish.ListOf(ctx, hero.Key)
	require.NoError(t, err)
	for _, s := range list.Steps {
		steps = append(steps, step{"Tick", func() error { _, err := k.Finish.Tick(ctx, k.Owner, hero.Key, s.Key, true); return err }})
	}
	steps = append(steps,
		step{"Tick", func() error {
			list, err := k.Finish.ListOf(ctx, hero.Key) // steps that only a kept frame has
			for _, s := range list.Steps {
				if err == nil && !s.Done {
					_, err = k.Finish.Tick(ctx, k.Owner, hero.Key, s.Key, true)
					return err
				}
			}
			_, err = k.Finish.Tick(ctx, k.Owner, hero.Key, list.Steps[0].Key, false)
			return err
		}},
		step{"Lay", func() error { return k.Frames.Lay(ctx, k.Owner, shoot.Key, []string{spare.Key}, "") }},
		step{"MarkAll", func() error {
			return k.Frames.MarkAll(ctx, k.Owner, shoot.Key, []string{spare.Key}, card.Short)
		}},
		step{"RemoveFrame", func() error { return k.Frames.RemoveFrame(ctx, k.Owner, spare.Key) }},
		step{"GroupList", func() error { _, err := k.List.GroupList(ctx, k.Owner, shoot.Key); return err }},
		step{"ReadListCSV", func() error {
			csv, err := k.List.ListCSV(ctx, shoot.Key)
			if err == nil {
				_, err = k.List.ReadListCSV(ctx, k.Owner, shoot.Key, []byte(strings.Replace(string(csv), "hero,"+hero.Title, "hero,The hero of a file", 1)))
			}
			return err
		}},
	)
	walk(t, k, shoot.Key, steps)
}

func TestDeedsOfFinishingGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	frame := k.KeptFrame(t, studiotest.Hero(shots))
	for _, s := range shots {
		if s.Kind != "hero" { // another of the series, a stop under it
			dark := k.KeptFrame(t, s)
			_, err := k.Finish.Save(ctx, k.Owner, dark.Key, 0, "", []look.Step{{Key: "dark", Kind: look.Level, Stops: -1}})
			require.NoError(t, err)
			break
		}
	}
	_, err := k.Finish.Save(ctx, k.Owner, frame.Key, 0, "", []look.Step{})
	require.NoError(t, err)
	_, err = k.Review.SaveReview(ctx, k.Owner, frame.Key, 0, store.ReviewDoc{Pins: []review.Pin{}})
	require.NoError(t, err)
	_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, 0, store.FrameWorkDoc{Who: map[work.Step]string{}, Pins: []work.Pin{}})
	require.NoError(t, err)
	steps := []look.Step{{Key: "level", Kind: look.Level, Stops: 0.5}, {Key: "tone", Kind: look.Tone, Toe: 0.4}}
	var kept *store.BaseLookRow
	version := func() int {
		f, err := k.Finish.Of(ctx, frame.Key)
		require.NoError(t, err)
		return f.Row.Version
	}
	walk(t, k, shoot.Key, []step{
		{"SaveLook", func() error {
			kept, err = k.Finish.SaveLook(ctx, k.Owner, shoot.Key, "", 0, "Dark and warm", steps[1:])
			return err
		}},
		{"Save", func() error {
			_, err := k.Finish.Save(ctx, k.Owner, frame.Key, version(), "", steps)
			return err
		}},
		{"Save", func() error {
			_, err := k.Finish.Save(ctx, k.Owner, frame.Key, version(), "", steps[:1])
			return err
		}},
		{"Follow", func() error {
			_, err := k.Finish.Follow(ctx, k.Owner, shoot.Key, kept.Key, []string{frame.Key})
			return err
		}},
		{"SaveLook", func() error {
			kept, err = k.Finish.SaveLook(ctx, k.Owner, shoot.Key, kept.Key, kept.Version, "Darker", steps[1:])
			return err
		}},
		{"Even", func() error {
			_, err := k.Finish.Even(ctx, k.Owner, shoot.Key, frame.Key, true)
			return err
		}},
		{"Make", func() error { _, err := k.Finish.Make(ctx, k.Owner, frame.Key); return err }},
		{"SaveWork", func() error {
			b, err := k.Finish.BoardOf(ctx, shoot.Key)
			require.NoError(t, err)
			at := slices.IndexFunc(b.Items, func(i finish.Item) bool { return i.FrameID == frame.Key })
			version := b.Items[at].Row.Version
			_, err = k.Finish.SaveWork(ctx, k.Owner, frame.Key, version, store.FrameWorkDoc{Who: map[work.Step]string{}, Pins: []work.Pin{{Key: fmt.Sprint(version), Kind: "clean", State: work.Open}}})
			return err
		}},
		{"SaveReview", func() error {
			r, err := k.Review.Of(ctx, frame.Key)
			require.NoError(t, err)
			_, err = k.Review.SaveReview(ctx, k.Owner, frame.Key, r.Row.Version, store.ReviewDoc{Pins: []review.Pin{{Key: fmt.Sprint(r.Row.Version), Says: review.Next, Words: "the green linen"}}})
			return err
		}},
		{"BringBack", func() error {
			_, data, err := k.Finish.HandOut(ctx, frame.Key)
			require.NoError(t, err)
			_, err = k.Finish.BringBack(ctx, k.Owner, shoot.Key, "x.jpg", data, "")
			return err
		}},
		{"Send", func() error {
			_, err := k.Proof.Send(ctx, k.Owner, shoot.Key, proof.Sending{Frames: []string{frame.Key}, Number: 1})
			return err
		}},
		{"Follow", func() error {
			_, err := k.Finish.Follow(ctx, k.Owner, shoot.Key, "", []string{frame.Key})
			return err
		}},
		{"RemoveLook", func() error { return k.Finish.RemoveLook(ctx, k.Owner, shoot.Key, kept.Key) }},
	})
}

func TestDeedsOfStylingGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, dish, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	version := func() int {
		s, err := k.List.Shot(ctx, hero.Key)
		require.NoError(t, err)
		return s.Version
	}
	var timed *store.HoldRow
	walk(t, k, shoot.Key, []step{
		{"SetTechniques", func() error {
			_, err := k.Styling.SetTechniques(ctx, k.Owner, hero.Key, version(), []string{"dew-lasting", "ice-acrylic"})
			return err
		}},
		{"SetTechniques", func() error {
			_, err := k.Styling.SetTechniques(ctx, k.Owner, hero.Key, version(), []string{"ice-acrylic"})
			return err
		}},
		{"AddTime", func() (err error) {
			timed, err = k.Styling.AddTime(ctx, k.Owner, dish.Key, hold.Log{Class: "steam", Seconds: 45})
			return err
		}},
		{"AddMoment", func() error { _, err := k.Styling.AddMoment(ctx, k.Owner, dish.Key, true); return err }},
		{"RemoveTime", func() error { return k.Styling.RemoveTime(ctx, k.Owner, timed.Key) }},
		{"RemoveDish", func() error { return k.Kitchen.RemoveDish(ctx, k.Owner, dish.Key) }},
	})
}

func TestDeedsOfTheDayGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	version := func() int {
		b, err := k.Day.BenchOf(ctx, shoot.Key)
		require.NoError(t, err)
		return b.Version
	}
	hero := studiotest.Hero(shots).Key
	// change is what all of them write through.
	walk(t, k, shoot.Key, []step{
		{"change", func() error {
			terms := dayplan.StartTerms()
			terms.FrameMin = 12
			_, err := k.Day.Say(ctx, k.Owner, shoot.Key, day.TermsOfDay{Terms: terms, Own: []dayplan.OwnJob{{Key: "a", Name: "Fetch ice", Min: 20, Hands: 1}}, Version: version()})
			return err
		}},
		{"change", func() error {
			o, err := k.Day.OffersOf(ctx, shoot.Key)
			require.NoError(t, err)
			require.Len(t, o.Offers, 3)
			_, err = k.Day.Take(ctx, k.Owner, shoot.Key, day.Taking{Version: version(), Style: dayplan.BestLight, Starts: o.Offers[2].Starts})
			return err
		}},
		{"change", func() error {
			_, err := k.Day.MoveJob(ctx, k.Owner, shoot.Key, day.Move{Version: version(), Key: hero, Min: 20, Pin: true})
			return err
		}},
		{"change", func() error {
			_, err := k.Day.PlanAgain(ctx, k.Owner, shoot.Key, day.Again{Version: version(), NowMin: 8*60 + 30, Late: []dayplan.Gone{}})
			return err
		}},
		{"Wrapped", func() error {
			_, err := k.Day.Wrapped(ctx, k.Owner, shoot.Key, day.WrapTick{Version: version(), On: []string{"heat"}, Off: []string{}})
			return err
		}},
		{"SayMoney", func() error {
			doc := cost.Start()
			doc.FeeMinor = 120000
			_, err := k.Day.SayMoney(ctx, k.Owner, shoot.Key, day.MoneySaid{Version: version(), Doc: doc})
			return err
		}},
	})
}

func TestDeedsOfSetUpsGoBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	ctx := t.Context()
	shoot, _, shots := k.Toddy(t)
	shots = studiotest.DishFirst(shots)
	setUp := ""
	save := func(i int, change func(*set.PlannedSet)) func() error {
		return func() error {
			p, err := k.Set.SetOf(ctx, shots[i].Key)
			require.NoError(t, err)
			change(p)
			p, err = k.Set.SaveSet(ctx, k.Owner, shots[i].Key, *p)
			if err == nil {
				setUp = p.SetUpID
			}
			return err
		}
	}
	at := func(i int) *set.PlannedSet {
		p, err := k.Set.SetOf(ctx, shots[i].Key)
		require.NoError(t, err)
		return p
	}
	walk(t, k, shoot.Key, []step{
		{"SaveSet", save(0, func(p *set.PlannedSet) {
			for _, kind := range []string{"jar", "mug", "fork"} {
				p.Set, _ = p.Set.WithThing(kind)
			}
		})},
		{"SaveSet", save(1, func(p *set.PlannedSet) { p.SetUpID, p.Set.Things[1].On = setUp, false })},
		{"SaveSet", save(2, func(p *set.PlannedSet) { p.SetUpID, p.Set.Camera.Sharp = setUp, "thing-2" })},
		{"SaveSet", save(0, func(p *set.PlannedSet) { p.Set.Lights[0].LuminanceCdM2 = 900 })},
		{"SaveSet", save(0, func(p *set.PlannedSet) { p.Set.Things = p.Set.Things[1:] })},
		{"SaveSet", save(1, func(p *set.PlannedSet) { p.Set.State = "empty" })},
		{"NameSetUp", func() error {
			all, err := k.Set.SetUps(ctx, shoot.Key)
			require.NoError(t, err)
			return k.Set.NameSetUp(ctx, k.Owner, all[0].ID, all[0].Version, "By the window")
		}},
		{"TakeOut", func() error {
			p := at(1)
			was := p.Set.Copy()
			was.Lights[0].LuminanceCdM2 = 700
			_, err := k.Set.TakeOut(ctx, k.Owner, shots[1].Key, set.Apart{Set: p.Set, Version: p.Version, Others: &was})
			return err
		}},
		{"PutInto", func() error {
			_, err := k.Set.PutInto(ctx, k.Owner, shots[1].Key, at(1).Version, at(0).SetUpID)
			return err
		}},
		{"RemoveSetUp", func() error { return k.Set.RemoveSetUp(ctx, k.Owner, at(0).SetUpID) }},
		{"Draft", func() error { _, err := k.Set.Draft(ctx, k.Owner, shoot.Key, 0); return err }},
		{"SaveSet", save(1, func(p *set.PlannedSet) { p.Set.Camera.Aperture = 5 })},
		{"Draft", func() error { _, err := k.Set.Draft(ctx, k.Owner, shoot.Key, 1); return err }},
	})
}

func TestAYesGoesBackAndForth(t *testing.T) {
	k := studiotest.New(t)
	shoot, _, shots := k.Toddy(t)
	hero := studiotest.Hero(shots)
	k.KeptFrame(t, hero)
	k.Finished(t, hero)
	walk(t, k, shoot.Key, []step{{"Approve", func() error { return k.Says(t, hero.Key, "Ada", "") }}})
}

func TestAShootGoesBackAndForthWhole(t *testing.T) {
	k := studiotest.New(t)
	shoot, dish, shots := k.Toddy(t)
	k.KeptFrame(t, studiotest.Hero(shots))
	_, err := k.Brief.AddReference(t.Context(), k.Owner, shoot.Key, brief.Reference{Words: "the light", Takes: []string{"light"}}, nil)
	require.NoError(t, err)
	require.NotNil(t, dish)
	_, err = k.Day.Say(t.Context(), k.Owner, shoot.Key, day.TermsOfDay{Terms: dayplan.StartTerms(), Own: []dayplan.OwnJob{}})
	require.NoError(t, err)
	walk(t, k, shoot.Key, []step{{"RemoveShoot", func() error { return k.Brief.RemoveShoot(t.Context(), k.Owner, shoot.Key) }}})
}

// Every function that writes a deed down is walked somewhere in this package's tests.
func TestNoDeedIsLeftOut(t *testing.T) {
	tests := ""
	for _, name := range []string{"deeds_test.go", "studio_test.go"} {
		src, err := readFile(name)
		require.NoError(t, err)
		tests += src
	}
	deeds := 0
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		src, err := readFile(path)
		require.NoError(t, err)
		f, err := parser.ParseFile(token.NewFileSet(), path, src, 0)
		require.NoError(t, err)
		for _, decl := range f.Decls {
			fn, ok := decl.(*ast.FuncDecl)
			if !ok || !writesADeed(fn) || fn.Name.Name == "BringBack" || fn.Name.Name == "addDish" {
				continue // what was taken away comes back: keeping_test.go; addDish is AddTyped
			}
			deeds++
			assert.True(t, strings.Contains(tests, `{"`+fn.Name.Name+`"`) || strings.Contains(tests, "."+fn.Name.Name+"(ctx, k.Owner"), "%s in %s is not walked", fn.Name.Name, path)
		}
		return nil
	}))
	assert.Greater(t, deeds, 45)
}

func writesADeed(fn *ast.FuncDecl) bool {
	found := false
	ast.Inspect(fn, func(n ast.Node) bool {
		if c, ok := n.(*ast.CallExpr); ok {
			if s, ok := c.Fun.(*ast.SelectorExpr); ok && s.Sel.Name == "Deed" {
				found = true
			}
		}
		return true
	})
	return found
}

func readFile(path string) (string, error) {
	raw, err := os.ReadFile(path)
	return string(raw), err
}
