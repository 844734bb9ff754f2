package demo

import (
	"image"
	"image/draw"
	"image/png"
	"math"
	"os"
	"strings"
	"testing"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/cupboard"
	drafting "figladder/internal/craft/draft"
	"figladder/internal/craft/light"
	"figladder/internal/craft/method"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// larderDishes are recipes of dishes of different forms, with the shape that each should have.
var larderDishes = []struct{ shape, title, ingredients, steps string }{
	{"tart", "Pear and almond tart", "250 g shortcrust pastry\n3 pears\n120 g ground almonds\n100 g butter\n2 eggs", "Line a 24 cm tin with the pastry.\nBeat the almonds with the butter and eggs and fill the case.\nLay the pears on and bake for 40 minutes.\nCut into wedges to serve."},
	{"pie", "Leek and mustard pie", "4 leeks\n30 g butter\n2 tbsp mustard\n150 ml cream\n400 g puff pastry", "Soften the leeks in the butter.\nStir in the mustard and cream.\nFill a dish, cover with the pastry and bake until golden.\nCut a wedge at the table."},
	{"cake", "Honey cake", "300 g flour\n200 g honey\n4 eggs\n400 ml soured cream", "Bake three layers of sponge.\nSandwich and coat them with the soured cream.\nChill, then slice."},
	{"loaf", "Seeded rye bread", "500 g rye flour\n7 g yeast\n350 ml water\n40 g pumpkin seeds", "Knead to a dough and prove.\nBake in a tin for 50 minutes.\nSlice and serve with butter."},
	{"toast", "Peas on toast", "300 g peas\n2 slices sourdough\n1 tbsp oil\na few leaves of mint", "Crush the peas with the oil.\nToast the sourdough and spread with the peas.\nScatter over the mint."},
	{"noodles", "Tagliatelle with brown butter", "200 g tagliatelle\n80 g butter\n8 sage leaves", "Boil the tagliatelle.\nBrown the butter with the sage.\nToss and twirl into bowls."},
	{"rice", "Beetroot risotto", "300 g beetroot\n250 g risotto rice\n1 l stock\n80 g goat's curd", "Soften the rice and add the stock by the ladle.\nStir in the beetroot.\nSpoon into bowls and dot with the curd."},
	{"burger", "Double beef burger", "400 g minced beef\n2 burger buns\n2 slices cheese\n4 lettuce leaves\n1 tomato", "Press the beef into patties and sear.\nStack the buns with lettuce, patties, cheese and tomato."},
	{"leaves", "Bitter leaf salad", "1 head radicchio\n2 lettuces\n3 radishes\n2 tbsp oil", "Tear the leaves and slice the radishes.\nToss with the oil and pile into a bowl."},
	{"biscuits", "Oat biscuits", "200 g oats\n120 g butter\n80 g brown sugar", "Mix, roll into balls and flatten.\nBake for 15 minutes and cool on a rack."},
	{"layers", "Plum trifle", "500 g plums\n200 g sponge fingers\n400 ml custard\n300 ml double cream", "Stew the plums.\nLayer sponge, plums, custard and whipped cream in glasses.\nTop with a plum."},
	{"skewers", "Lamb skewers with sumac", "600 g lamb\n1 red pepper\n1 tsp sumac", "Cube the lamb and thread on to skewers with the pepper.\nGrill, turning, for 8 minutes."},
	{"bird", "Roast chicken with thyme", "1 chicken\n50 g butter\n6 sprigs of thyme", "Rub the chicken with the butter.\nRoast for 80 minutes and rest.\nServe with the thyme."},
	{"joint", "Roast beef with horseradish", "1.5 kg beef sirloin\n2 tbsp mustard\n50 g horseradish", "Tie and sear the beef.\nRoast for 50 minutes and rest.\nCarve in thin slices."},
	{"fish", "Whole sea bream with lemon", "1 sea bream\n1 lemon\n2 tbsp oil", "Score the bream and rub with the oil.\nRoast for 20 minutes and serve with slices of lemon."},
	{"dumplings", "Pork dumplings", "300 g minced pork\n24 dumpling wrappers\n3 spring onions", "Mix the pork with the spring onions.\nFill and pleat the wrappers.\nSteam for 8 minutes and scatter over the spring onions."},
	{"soup", "Squash soup", "1 kg squash\n1 l stock\n100 ml cream\n2 slices bread", "Simmer the squash in the stock and blend until smooth.\nLadle into bowls, swirl in the cream and top with croutons."},
	{"eggs", "Baked eggs in tomato", "6 eggs\n800 g tomatoes\n1 onion\na handful of parsley", "Cook the onion and tomatoes down in a wide pan.\nMake hollows, crack in the eggs and cover until just set.\nScatter over the parsley."},
	{"pancakes", "Buttermilk pancakes", "200 g flour\n300 ml buttermilk\n2 eggs\n4 tbsp maple syrup\n100 g blueberries", "Whisk to a batter and fry in rounds.\nStack high, pour over the syrup and scatter the blueberries."},
	{"crumble", "Plum crumble", "800 g plums\n200 g flour\n120 g butter\n100 g sugar", "Slice the plums into a dish.\nRub the butter into the flour and sugar and strew over.\nBake for 35 minutes."},
	{"balls", "Meatballs in tomato", "500 g minced beef\n1 egg\n400 g tomatoes\na few basil leaves", "Roll the beef and egg into balls and brown.\nSimmer in the tomatoes.\nPile into a bowl and scatter the basil."},
	{"pizza", "Tomato flatbread", "300 g flour\n200 g tomatoes\n125 g mozzarella\nbasil leaves", "Stretch the dough, spread with tomato and dot with mozzarella.\nBake hot for 7 minutes.\nScatter over the basil and cut."},
	{"sandwich", "Ham and pickle sandwich", "4 slices bread\n100 g ham\n2 tbsp pickle\n2 lettuce leaves", "Lay ham, pickle and lettuce between the bread.\nCut corner to corner and stack."},
	{"pudding", "Vanilla panna cotta", "500 ml double cream\n1 vanilla pod\n3 leaves gelatine\n150 g raspberries", "Warm the cream with the vanilla and gelatine and set in moulds.\nTurn out and pour over crushed raspberries."},
}

// larderHero is the hero of a recipe as it is drafted in the studio's own loft, with its cupboard
// and kit.
func larderHero(t testing.TB, i int) scene.Set {
	t.Helper()
	d := larderDishes[i]
	r := recipe.Typed(d.title, d.ingredients, d.steps)
	form := shots.FormOf(r, nil).Form
	deeds := method.Of(r, nil)
	plan := shots.PlanOf(r, form)
	x := drafting.Dish{ID: d.title, Title: d.title, Form: form, Plan: plan, Served: shots.Serve(r, form, deeds)}
	var items []string
	for _, in := range r.Ingredients {
		items = append(items, in.Item)
	}
	x.Ask = cupboard.Ask{Dish: d.title, Form: string(form), Ingredients: items, Food: plan.Food, AcrossMm: r.Across()}
	a := drafting.Ask{Dishes: []drafting.Dish{x}, Kit: pieces, Place: &ternLoft, PlaceID: "loft", Day: "2026-12-03", Seed: 1, Variant: i % 3,
		Wants: scene.Wants{Kit: pieces, OutputLongPx: 2400, RatioLowStops: 1, RatioHighStops: 2, Mood: "bright"}, Shapes: []compose.Wanted{{Name: "Square", Shape: "1:1", Ratio: 1, LongPx: 1080}}}
	for _, s := range shelves {
		if s.name == "Cloth, washed plum" && i%2 == 1 {
			continue // it lay under the dish before, and is in the wash
		}
		a.Props = append(a.Props, drafting.Prop{ID: s.name, Prop: s.prop()})
	}
	for _, p := range shots.Mine(r, form, shots.Usual, nil).Proposals {
		if d.shape == "skewers" { // the list takes a bite level, but these lie
			p.Angle = words.ThreeQuarter
		}
		if p.Kind == shots.Hero {
			a.Shots = append(a.Shots, drafting.Shot{ID: d.title, DishID: d.title, Kind: p.Kind, Title: p.Title, Angle: p.Angle, Light: p.Light})
		}
	}
	require.NotEmpty(t, a.Shots, d.title)
	got, err := drafting.Make(t.Context(), a)
	require.NoError(t, err)
	s := got.SetUps[0].Up.With(got.SetUps[0].Frames[0].Own)
	if strings.Contains(d.steps, "ut a wedge") || strings.Contains(d.steps, "Cut into") || strings.Contains(d.steps, "lice") && (d.shape == "cake" || d.shape == "loaf") || d.shape == "joint" || d.shape == "pizza" {
		s.State = "cut"
	}
	return s
}

// TestLarderPicture draws every dish of the larder as it is drafted from its recipe, in window
// light, for docs/screenshots: FIGLADDER_LARDER says where else to, FIGLADDER_LARDER_ONLY which
// shapes.
func TestLarderPicture(t *testing.T) {
	to := os.Getenv("FIGLADDER_LARDER")
	if to == "" && os.Getenv("FIGLADDER_SHOTS") != "" {
		to = "../../docs/screenshots/larder.png"
	}
	if to == "" {
		t.Skip("set FIGLADDER_SHOTS=1, as make shots does, or FIGLADDER_LARDER to a file")
	}
	const side, across = 240, 6
	var which []int
	for i, d := range larderDishes {
		if only := os.Getenv("FIGLADDER_LARDER_ONLY"); only == "" || strings.Contains(","+only+",", ","+d.shape+",") {
			which = append(which, i)
		}
	}
	sheet := image.NewRGBA(image.Rect(0, 0, across*side, (len(which)+across-1)/across*side))
	for k, i := range which {
		s := larderHero(t, i)
		assert.Equal(t, larderDishes[i].shape, s.Food.Form, larderDishes[i].title)
		r := scene.Read(s, scene.Wants{}, light.Search)
		img := preview.Render(s, r.Exposure, r.FocusMm, preview.Options{LongPx: 360, Samples: 24, Seed: 1})
		t.Logf("%s: %s %s %.0f mm, %.0f mm at %.0f°, %.0f mm off, %s", larderDishes[i].title, s.Vessel.Kind, s.Vessel.Colour, s.Vessel.DiameterMm, s.Camera.FocalMm, s.Camera.ElevationDeg, s.Camera.DistanceMm, s.Food.Colour)
		b := img.Bounds()
		at := image.Rect(k%across*side, k/across*side, k%across*side+side, k/across*side+side).Inset(1)
		// The square about the dish.
		x, _, _ := s.Project(s.Aim())
		left := min(max(0, int(math.Round(float64(b.Dx())/2*(1+x)))-side/2), max(0, b.Dx()-side))
		draw.Draw(sheet, at, img, image.Pt(left, max(0, (b.Dy()-side)/2)), draw.Src)
	}
	f, err := os.Create(to)
	require.NoError(t, err)
	require.NoError(t, png.Encode(f, sheet))
	require.NoError(t, f.Close())
}
