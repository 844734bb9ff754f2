package dayplan

import (
	"fmt"
	"slices"
	"testing"

	"figladder/internal/craft/shots"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// planned plans a day of dishes, each with its hero, and returns it with where a job is.
func planned(t *testing.T, terms Terms, own []OwnJob, dishes ...Dish) (Day, []Job, []int) {
	t.Helper()
	var frames []Shot
	for _, d := range dishes {
		frames = append(frames, Shot{Key: d.Key + "-hero", Title: d.Title, DishKey: d.Key, Kind: shots.Hero, SetUp: d.Key})
	}
	day, jobs, _ := Jobs(dishes, frames, own, nil, terms)
	require.Empty(t, day.Check())
	o, err := PlanDay(t.Context(), day, jobs, terms, Shortest, Usual, nil)
	require.NoError(t, err)
	require.Empty(t, Audit(day, o.Starts))
	return day, jobs, o.Starts
}

// together says whether the jobs that are picked of two dishes go on at the same time.
func together(day Day, jobs []Job, starts []int, kind JobKind, a, b string) bool {
	at := func(dish string) int {
		return slices.IndexFunc(jobs, func(j Job) bool { return j.Kind == kind && j.DishID == dish })
	}
	i, k := at(a), at(b)
	return starts[i] < starts[k]+day.Tasks[k].Min && starts[k] < starts[i]+day.Tasks[i].Min
}

// Trays of one heat bake beside one another on the shelves of one oven; another heat waits, and for the change as well.
func TestShelvesOfAnOven(t *testing.T) {
	bake := func(key string, heat int) Dish {
		return dishOf(key, key, fmt.Sprintf("Mix it.\nBake at %d °C for 2 hours.\nLay it on a plate.", heat))
	}
	terms := StartTerms()
	terms.ShopMin, terms.FetchMin = 0, 0
	day, jobs, starts := planned(t, terms, nil, bake("tart", 180), bake("loaf", 180), bake("meringue", 100))
	assert.True(t, together(day, jobs, starts, Bake, "tart", "loaf"))
	assert.False(t, together(day, jobs, starts, Bake, "tart", "meringue"))
	wrong := slices.Clone(starts)
	for i, j := range jobs {
		if j.Kind == Bake {
			wrong[i] = 12 * 60
		}
	}
	assert.True(t, slices.ContainsFunc(Audit(day, wrong), func(b Broken) bool { return b.Kind == "change" }), "two heats at once")
	terms.Shelves = 1
	day, jobs, starts = planned(t, terms, nil, bake("tart", 180), bake("loaf", 180), bake("meringue", 100))
	assert.False(t, together(day, jobs, starts, Bake, "tart", "loaf"), "one tray at a time")
}

// What chills takes up a place in the fridge, and waits for one.
func TestPlacesInTheFridge(t *testing.T) {
	chill := func(key string) Dish {
		return dishOf(key, key, "Mix it.\nChill for 2 hours.\nLay it on a plate.")
	}
	terms := StartTerms()
	day, jobs, starts := planned(t, terms, nil, chill("jelly"), chill("terrine"))
	assert.True(t, together(day, jobs, starts, Chill, "jelly", "terrine"))
	terms.FridgePlaces = 1
	day, jobs, starts = planned(t, terms, nil, chill("jelly"), chill("terrine"))
	assert.False(t, together(day, jobs, starts, Chill, "jelly", "terrine"))
}

// Who plates does not plate two dishes at once, however many hands there are, and is not given other work meanwhile.
func TestOneWhoPlates(t *testing.T) {
	terms := StartTerms()
	terms.Hands, terms.Plates, terms.SetUpMin = 4, 1, 0
	dishes := []Dish{iceCream, dishOf("tart", "Tart", "Mix it.\nBake at 180 °C for 30 minutes.\nCut into wedges and lay one on a plate.")}
	day, jobs, starts := planned(t, terms, nil, dishes...)
	for i, a := range jobs {
		for k, z := range jobs[:i] {
			if a.Kind == Finish && z.Kind == Finish {
				assert.False(t, starts[i] < starts[k]+day.Tasks[k].Min && starts[k] < starts[i]+day.Tasks[i].Min, "%s, %s", a.Name, z.Name)
			}
		}
	}
	// A job that goes on while somebody plates is another's, though it suits the one who plates best.
	two := Day{Span: Span{0, 100}, Resources: []Resource{{Key: hands, Units: 2}},
		Tasks: []Task{{Key: "peel", Min: 40, Needs: []Need{{hands, 1}}}, {Key: "plate", Min: 10, Needs: []Need{{hands, 1}}}}}
	who := Assign(two, []Job{{Key: "peel", Kind: Prep}, {Key: "plate", Kind: Finish}}, []int{0, 20}, []Person{{"Ines", "stylist", 0, 100}, {"Tam", "assistant", 0, 100}})
	assert.Equal(t, [][]string{{"Tam"}, {"Ines"}}, who)
	who = Assign(two, []Job{{Key: "peel", Kind: Prep}, {Key: "plate", Kind: Finish}}, []int{0, 60}, []Person{{"Ines", "stylist", 0, 100}, {"Tam", "assistant", 0, 100}})
	assert.Equal(t, "Ines", who[0][0], "over before anything is plated")
}

// What is delivered is there before its dish is begun; the ways before a day lie the evening before, and on it before the
// first frame.
func TestDeliveriesAndErrands(t *testing.T) {
	own := []OwnJob{
		{Key: "fish", Name: "The fish is delivered", Min: 5, Hands: 1, From: 10 * 60, Until: 10*60 + 30, Before: "trout"},
		{Key: "shop", Name: "Shop", Min: 60, Hands: 1, Eve: true, Before: EveryDish},
		{Key: "fetch", Name: "Fetch", Min: 20, Hands: 1, Before: EveryFrame},
	}
	trout := dishOf("trout", "Trout", "Slice the trout.\nSear it for 5 minutes.\nLay it on the plate.")
	terms := StartTerms()
	day, jobs, starts := planned(t, terms, own, trout, iceCream)
	at := day.index()
	end := func(key string) int { return starts[at[key]] + day.Tasks[at[key]].Min }
	first := func(dish string, frames bool) int {
		out := never
		for i, j := range jobs {
			if is := j.Kind == Frame || j.Kind == Look; j.DishID != "" && is == frames && (dish == "" || j.DishID == dish) {
				out = min(out, starts[i])
			}
		}
		return out
	}
	assert.GreaterOrEqual(t, first("trout", false), end("own:fish"))
	assert.Less(t, first("ice", false), starts[at["own:fish"]], "what does not wait for it goes on")
	assert.LessOrEqual(t, end("own:shop"), terms.EveUntil-1440)
	assert.GreaterOrEqual(t, starts[at["own:shop"]], terms.EveFrom-1440)
	assert.LessOrEqual(t, end("own:shop"), first("", false))
	assert.LessOrEqual(t, end("own:fetch"), first("", true))
	assert.GreaterOrEqual(t, starts[at["own:fetch"]], terms.StartMin)
}

// What is too much for a day goes on the next; nobody works at night, each day has its break and its copy, and what stands
// by itself stands through the night.
func TestSeveralDays(t *testing.T) {
	var dishes []Dish
	for i := range 7 {
		dishes = append(dishes, dishOf(fmt.Sprint("d", i), fmt.Sprint("Dish ", i), "Peel and slice it.\nBake at 180 °C for 3 hours.\nChop it.\nLay it on a plate."))
	}
	terms := StartTerms()
	terms.Shelves, terms.FrameMin = 1, 30
	_, _, err := func() (Day, []Job, error) {
		var frames []Shot
		for _, d := range dishes {
			frames = append(frames, Shot{Key: d.Key + "-hero", Title: d.Title, DishKey: d.Key, Kind: shots.Hero, SetUp: d.Key})
		}
		day, jobs, _ := Jobs(dishes, frames, nil, nil, terms)
		_, err := PlanDay(t.Context(), day, jobs, terms, Shortest, Usual, nil)
		return day, jobs, err
	}()
	require.Error(t, err, "twenty-one hours of oven are no day")
	terms.Days = 3
	day, jobs, starts := planned(t, terms, nil, dishes...)
	days := map[int]bool{}
	for i, j := range jobs {
		assert.GreaterOrEqual(t, starts[i]-1440*(starts[i]/1440), terms.StartMin, "%s is begun by somebody", j.Name)
		if len(day.Tasks[i].Needs) == 0 {
			continue
		}
		from, to := starts[i], starts[i]+day.Tasks[i].Min
		in := from / 1440
		days[in] = true
		assert.GreaterOrEqual(t, from-1440*in, terms.StartMin, j.Name)
		assert.LessOrEqual(t, to-1440*in, terms.EndMin, j.Name)
	}
	assert.Len(t, days, 3)
	for k, key := range []string{"break", "break:2", "break:3"} {
		i := day.index()[key]
		assert.Equal(t, k, starts[i]/1440, key)
	}
	assert.Equal(t, 0, starts[day.index()["copy:2"]]/1440, "at the end of the first day")
}
