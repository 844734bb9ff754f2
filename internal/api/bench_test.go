package api_test

import (
	"encoding/json"
	"figladder/internal/craft/words"
	"fmt"
	"net/http"
	"strings"
	"testing"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/recipe"
	"figladder/internal/store"
	"figladder/internal/studio/studiotest"
	"github.com/stretchr/testify/require"
)

// fill puts dishes with real recipes and shots into a number of shoots.
func fill(b testing.TB, k *studiotest.Kit, shoots, dishes, shots int) (first string) {
	b.Helper()
	things := []string{"leeks", "quinces", "trout", "mussels", "rye flour", "black sesame seeds", "pears", "chard", "beans", "potatoes"}
	for i := range 10 {
		r := recipe.Typed(fmt.Sprintf("Dish of %s", things[i]), fmt.Sprintf("500 g %s\n1 1/2 cups cream\n2 tbsp %s, chopped\n½ tsp salt", things[i], things[(i+3)%10]), "Simmer for 20 minutes.\nPour the cream over.\nServe hot.")
		data, err := json.Marshal(r)
		require.NoError(b, err)
		if i == 0 {
			require.NoError(b, k.Store.Exec("insert into shoots select 's' || lpad(n::text, 5, '0'), 1, now(), 'Shoot ' || n, '2026-12-03', '{}' from generate_series(0, ?) n", shoots-1).Error)
		}
		require.NoError(b, k.Store.Exec(`insert into dishes (id, version, created_at, shoot_id, position, form, recipe, dropped)
			select 'd' || lpad(n::text, 6, '0'), 1, now(), 's' || lpad((n % ?)::text, 5, '0'), n, 'plate', ?::jsonb, '[]' from generate_series(0, ?) n where n % 10 = ?`, shoots, string(data), dishes-1, i).Error)
	}
	require.NoError(b, k.Store.Exec(`insert into shots (id, version, created_at, shoot_id, dish_id, position, kind, title, because, cause, proposal, step, angle, hands, shutter, hold, caution, guards, light, vessel)
		select 'x' || lpad(n::text, 7, '0'), 1, now(), d.shoot_id, d.id, n, (array['hero','action','safe','detail'])[n % 4 + 1], 'Frame ' || n || ' of ' || (d.recipe ->> 'title'), '', '', '', n % 4,
		(array['level','three-quarter','straight down'])[n % 3 + 1], n % 5 / 4, false, 'holds', '', '', (array['from the side','from behind'])[n % 2 + 1], 'plate'
		from generate_series(0, ?) n join dishes d on d.id = 'd' || lpad((n % ?)::text, 6, '0')`, shots-1, dishes).Error)
	require.NoError(b, k.Store.Exec("analyze").Error)
	return "s00000"
}

// What a person waits for with 500 recipes and 10,000 shots, at the API; and the
// same with all of them in one shoot.
func BenchmarkListAndSearch(b *testing.B) {
	for _, size := range []struct{ shoots, dishes, shots int }{{20, 500, 10_000}, {1, 500, 10_000}, {200, 5_000, 100_000}} {
		k, c := serve(b)
		c.signIn()
		shoot := fill(b, k, size.shoots, size.dishes, size.shots)
		for name, path := range map[string]string{
			"first page":        "/api/shoots/" + shoot + "/shots",
			"sums":              "/api/shoots/" + shoot + "/shots/sums",
			"sifted four ways":  "/api/shoots/" + shoot + "/shots?angle=level&light=from+behind&kind=action&hands=none",
			"words in the list": "/api/shoots/" + shoot + "/shots?words=quinces",
			"search, common":    "/api/search?words=cream",
			"search, rare":      "/api/search?words=Frame+4711+of",
			"search, nothing":   "/api/search?words=aardvark",
		} {
			b.Run(fmt.Sprintf("%d shots in %d shoots/%s", size.shots, size.shoots, strings.ReplaceAll(name, " ", "_")), func(b *testing.B) {
				for b.Loop() {
					code, _ := c.do("GET", path, nil)
					require.Equal(b, http.StatusOK, code)
				}
			})
		}
	}
}

// A cupboard of 100,000 props, sifted four ways.
func BenchmarkCupboard(b *testing.B) {
	k, c := serve(b)
	c.signIn()
	fillCupboard(b, k, 100_000)
	for name, path := range map[string]string{
		"first page":                "/api/props",
		"kind, hue, size, finish":   "/api/props?kind=plate&hue=blue&leastMm=180&mostMm=200&finish=matt",
		"words, free, light, kind":  "/api/props?words=slate&freeOn=2026-12-03&light=dark&kind=bowl",
		"free, unseen, hue, finish": "/api/props?freeOn=2026-12-03&unseen=true&hue=green&finish=satin",
		"nothing":                   "/api/props?words=aardvark&kind=plate&hue=blue&finish=matt",
	} {
		b.Run(strings.ReplaceAll(name, " ", "_"), func(b *testing.B) {
			for b.Loop() {
				code, _ := c.do("GET", path, nil)
				require.Equal(b, http.StatusOK, code)
			}
		})
	}
}

// fillCupboard writes props straight into the table, with the index a deed would
// give them.
func fillCupboard(b testing.TB, k *studiotest.Kit, n int) {
	b.Helper()
	kinds := []cupboard.Kind{cupboard.Plate, cupboard.Bowl, cupboard.Glass, cupboard.Board}
	colours := []string{"#5f6b79", "#26303f", "#d8d2c4", "#8a5138", "#6c7a58", "#3b5ba0", "#4a8a5a"}
	var rows []store.PropRow
	for i := range n {
		p := cupboard.Prop{Name: fmt.Sprintf("Prop %d, %s", i, []string{"slate", "oat", "ink"}[i%3]), Kind: kinds[i%4], Sizes: cupboard.Sizes{DiameterMm: 100 + float64(i%200), HeightMm: 40}, Front: cupboard.Face{Colour: colours[i%7], Finish: words.Finishes[i%3]}, Condition: "new", Count: 1 + i%3}
		r := store.PropRow{Base: store.Base{Key: fmt.Sprintf("prop%07d", i), Version: 1}, Prop: p}
		store.Fill(&r)
		rows = append(rows, r)
	}
	require.NoError(b, k.Store.CreateInBatches(rows, 2000).Error)
	require.NoError(b, k.Store.Exec("analyze props").Error)
}
