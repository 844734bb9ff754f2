package dayplan

import (
	"slices"
	"testing"

	"figladder/internal/craft/hold"
	"figladder/internal/craft/method"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func dishOf(key, title, steps string) Dish {
	r := recipe.Typed(title, "1 kg of it", steps)
	return Dish{Key: key, Title: title, Deeds: method.Of(r, nil)}
}

// one finds the only job whose key or name it is.
func one(t *testing.T, jobs []Job, pick func(Job) bool) (int, Job) {
	t.Helper()
	at := slices.IndexFunc(jobs, pick)
	require.GreaterOrEqual(t, at, 0)
	return at, jobs[at]
}

var iceCream = dishOf("ice", "Black sesame ice cream", "Toast the sesame seeds and grind them to a paste.\nWhisk the yolks with the sugar, pour on the hot milk and cook to a custard.\nStir in the paste, chill, churn, then freeze for 4 hours.\nScoop into a cold steel coupe and sprinkle with sesame seeds.")

// A recipe's steps become jobs in their order, with its own times where it has them; what stands for hours may be made
// the day before, with all that comes before it; what dies is finished right before its frame, after a look with a
// stand-in.
func TestJobsComeFromARecipe(t *testing.T) {
	frames := []Shot{{Key: "hero", Title: "Black sesame ice cream", DishKey: "ice", Kind: shots.Hero, Hold: words.Melts, SetUp: "a", Hands: 1}}
	day, jobs, ahead := Jobs([]Dish{iceCream}, frames, nil, nil, StartTerms())
	assert.Empty(t, ahead)
	assert.Empty(t, day.Check())
	freeze, _ := one(t, jobs, func(j Job) bool { return j.Kind == Freeze && day.Tasks[day.index()[j.Key]].Min == 240 })
	assert.Equal(t, []Need{{freezer, 1}}, day.Tasks[freeze].Needs, "nobody stands by the freezer")
	assert.Negative(t, day.FromMin, "it may be begun the day before")
	look, _ := one(t, jobs, func(j Job) bool { return j.Kind == Look })
	fresh, _ := one(t, jobs, func(j Job) bool { return j.Kind == Finish })
	hero, h := one(t, jobs, func(j Job) bool { return j.Key == "hero" })
	assert.True(t, h.Hero)
	assert.Equal(t, 3, h.HoldMin)
	for _, style := range Styles {
		o, err := PlanDay(t.Context(), day, jobs, StartTerms(), style, Usual, nil)
		require.NoError(t, err)
		require.Empty(t, Audit(day, o.Starts), style)
		end := func(i int) int { return o.Starts[i] + day.Tasks[i].Min }
		assert.GreaterOrEqual(t, o.Starts[hero], end(freeze))
		assert.GreaterOrEqual(t, o.Starts[hero], end(look))
		assert.LessOrEqual(t, o.Starts[hero]-end(fresh), 3, "alive at the shutter")
	}
}

// What takes days is told to be begun in time, and is in nobody's way on the day.
func TestWhatTakesDaysIsBegunBefore(t *testing.T) {
	trout := dishOf("trout", "Cured trout", "Cure the trout in salt and sugar for two days.\nRinse, pat dry and slice it thinly.\nLay the slices on the plate.")
	day, jobs, ahead := Jobs([]Dish{trout}, []Shot{{Key: "hero", Title: "Cured trout", DishKey: "trout", Kind: shots.Hero}}, nil, nil, StartTerms())
	require.Len(t, ahead, 1)
	assert.Equal(t, 2, ahead[0].Days)
	assert.Equal(t, 2*1440, ahead[0].Min)
	_, err := PlanDay(t.Context(), day, jobs, StartTerms(), Shortest, Usual, nil)
	assert.NoError(t, err)
}

// A frame of a deed is taken while it is done; a safe frame comes before what it guards; what opens a dish comes last.
func TestFramesLieWhereTheirDeedsAre(t *testing.T) {
	pavlova := dishOf("p", "Quince pavlova", "Whisk the egg whites to stiff peaks.\nHeap on to a tray and bake at 120 °C for 90 minutes.\nPile the cream on the meringue.\nDrizzle the syrup over.\nCut into wedges at the table.")
	find := func(step int, class method.Class) (int, int) {
		nth := 0
		for _, d := range pavlova.Deeds {
			if d.Step == step {
				nth++
				if d.Class == class {
					return step, nth
				}
			}
		}
		t.Fatalf("no %s in step %d: %+v", class, step, pavlova.Deeds)
		return 0, 0
	}
	cutStep, cutNth := find(4, method.Cuts)
	frames := []Shot{
		{Key: "unbaked", DishKey: "p", Kind: shots.Before, Step: 1, Title: "Just before it goes into the oven"},
		{Key: "cut", DishKey: "p", Kind: shots.Action, Step: cutStep, Nth: cutNth, Title: "Cut into wedges"},
		{Key: "safe", DishKey: "p", Kind: shots.Safe, Step: cutStep, Nth: cutNth, Title: "Safe frame before it is cut"},
		{Key: "hero", DishKey: "p", Kind: shots.Hero, Title: "Quince pavlova"},
		{Key: "raw", DishKey: "p", Kind: shots.Ingredient, Title: "Just the quinces"},
	}
	day, jobs, _ := Jobs([]Dish{pavlova}, frames, nil, nil, StartTerms())
	p, err := PlanDay(t.Context(), day, jobs, StartTerms(), Shortest, Usual, nil)
	require.NoError(t, err)
	require.Empty(t, Audit(day, p.Starts))
	at := func(key string) int { return p.Starts[day.index()[key]] }
	bake, b := one(t, jobs, func(j Job) bool { return j.Kind == Bake })
	assert.Equal(t, "120 °C", day.Tasks[bake].State, b.Name)
	assert.Equal(t, 90, day.Tasks[bake].Min)
	assert.Less(t, at("unbaked"), p.Starts[bake])
	assert.Less(t, at("hero"), at("cut"), "whole before it is cut")
	assert.Less(t, at("safe"), at("cut"))
	assert.Greater(t, at("hero"), p.Starts[bake]+90)
	whisk, _ := one(t, jobs, func(j Job) bool { return j.Kind == Prep })
	assert.Less(t, day.Tasks[whisk].Min, 60, "the ninety minutes are the oven's")
}

// What a person says is done: a job left out, one pinned, one longer, one of their own.
func TestAPersonsChangesHold(t *testing.T) {
	frames := []Shot{{Key: "hero", Title: "Hero", DishKey: "ice", Kind: shots.Hero, SetUp: "a"}}
	pin := 16 * 60
	day, jobs, _ := Jobs([]Dish{iceCream}, frames, []OwnJob{{Key: "ice", Name: "Fetch ice", Min: 25, Hands: 1, From: 9 * 60, Until: 10 * 60}},
		[]Change{{Key: "wrap", Off: true}, {Key: "hero", Min: 33, PinAt: &pin}}, StartTerms())
	assert.False(t, slices.ContainsFunc(jobs, func(j Job) bool { return j.Key == "wrap" }))
	p, err := PlanDay(t.Context(), day, jobs, StartTerms(), BestLight, Usual, nil)
	require.NoError(t, err)
	at := day.index()
	assert.Equal(t, pin, p.Starts[at["hero"]])
	assert.Equal(t, 33, day.Tasks[at["hero"]].Min)
	own := p.Starts[at["own:ice"]]
	assert.True(t, own >= 9*60 && own+25 <= 10*60)
}

// Moving a job takes along what comes after it, and what that breaks is told.
func TestMovingTakesAlongWhatFollows(t *testing.T) {
	frames := []Shot{{Key: "hero", Title: "Hero", DishKey: "ice", Kind: shots.Hero, Hold: words.Melts, SetUp: "a"}}
	day, jobs, _ := Jobs([]Dish{iceCream}, frames, nil, nil, StartTerms())
	p, err := PlanDay(t.Context(), day, jobs, StartTerms(), Shortest, Usual, nil)
	require.NoError(t, err)
	look, _ := one(t, jobs, func(j Job) bool { return j.Kind == Look })
	hero, _ := one(t, jobs, func(j Job) bool { return j.Key == "hero" })
	next := Follow(day, p.Starts, look, p.Starts[look]+20)
	assert.Equal(t, p.Starts[look]+20, next[look])
	assert.GreaterOrEqual(t, next[hero], next[look]+day.Tasks[look].Min)
	assert.True(t, slices.ContainsFunc(Audit(day, next), func(b Broken) bool { return b.Kind == "hold" }), "the scoop has melted")
	assert.Equal(t, p.Starts, Follow(day, p.Starts, look, p.Starts[look]), "nothing moved, nothing pushed")
}

// From now on: what has begun stays as it was, the rest comes later, and nothing that was is asked for again.
func TestPlanningAgainKeepsWhatWas(t *testing.T) {
	d, known := hidden(40, 3)
	now := 0
	for i := range known {
		now = max(now, known[i]/2)
	}
	var gone []Gone
	for i, t := range d.Tasks {
		if known[i] < now {
			gone = append(gone, Gone{Key: t.Key, FromMin: known[i], Min: t.Min + 7, Over: known[i]+t.Min+7 <= now}) // everything took a little longer
		}
	}
	d.ToMin += 300
	for i := range d.Tasks {
		d.Tasks[i].Within = nil
	}
	for i := range d.Links {
		if d.Links[i].MostMin != nil {
			most := *d.Links[i].MostMin + 60
			d.Links[i].MostMin = &most
		}
	}
	rest := FromNow(d, gone, now)
	p, err := Solve(t.Context(), rest, Aim{End: 1}, Usual)
	require.NoError(t, err)
	require.Empty(t, Audit(rest, p.Starts))
	for i, task := range d.Tasks {
		if slices.ContainsFunc(gone, func(g Gone) bool { return g.Key == task.Key }) {
			assert.Equal(t, known[i], p.Starts[i])
		} else {
			assert.GreaterOrEqual(t, p.Starts[i], now)
		}
	}
}

func BenchmarkReplan(b *testing.B) {
	d, known := hidden(60, 1)
	var gone []Gone
	for i, t := range d.Tasks {
		if known[i] < 120 {
			gone = append(gone, Gone{Key: t.Key, FromMin: known[i], Min: t.Min, Over: known[i]+t.Min <= 120})
		}
	}
	d.ToMin += 300
	rest := FromNow(d, gone, 120)
	for b.Loop() {
		if _, err := Solve(b.Context(), rest, Aim{End: 1}, Usual); err != nil {
			b.Fatal(err)
		}
	}
}

// The independent audit finds each kind of fault.
func TestTheAuditFindsEveryFault(t *testing.T) {
	two := 2
	pin := 30
	d := Day{Span: Span{0, 100}, Resources: []Resource{{Key: "set", Name: "Set", Units: 1, ChangeMin: 5}, {Key: "hands", Name: "Hands", Units: 1, Open: []Span{{10, 90}}}},
		Tasks: []Task{{Key: "a", Min: 10, State: "x", Needs: []Need{{"set", 1}, {"hands", 1}}, Within: []Span{{0, 40}}}, {Key: "b", Min: 10, State: "y", Needs: []Need{{"set", 1}}}, {Key: "c", Min: 5, Pinned: &pin}},
		Links: []Link{{From: "a", To: "b", LeastMin: 0, MostMin: &two}}}
	kinds := func(starts ...int) []string {
		var out []string
		for _, b := range Audit(d, starts) {
			out = append(out, b.Kind)
		}
		return out
	}
	assert.Equal(t, []string{"hold"}, kinds(10, 25, 30))
	assert.Contains(t, kinds(10, 20, 30), "change")
	assert.Contains(t, kinds(10, 15, 30), "share")
	assert.Contains(t, kinds(10, 15, 30), "wait")
	assert.Contains(t, kinds(0, 15, 30), "hours")
	assert.Contains(t, kinds(50, 60, 30), "window")
	assert.Contains(t, kinds(10, 20, 31), "pin")
	assert.Contains(t, kinds(10, 95, 30), "day")
	assert.Equal(t, "day", Audit(d, []int{1})[0].Kind, "a plan of another day")
	assert.Equal(t, "the day before, 19:00", Clock(-300))
	assert.Equal(t, "the day after, 01:00", Clock(1500))
}

// Once the studio has taken enough times of its own, a dish is planned by the shortest of them.
func TestHoldsByOwnTimes(t *testing.T) {
	logs := []hold.Log{{Class: "ice cream", Seconds: 400}, {Class: "ice cream", Seconds: 320}, {Class: "foam", Seconds: 50}}
	few, of := OwnHold(words.Melts, logs)
	assert.Zero(t, few+of, "two times are too few")
	logs = append(logs, hold.Log{Class: "ice cream", Seconds: 500})
	own, of := OwnHold(words.Melts, logs)
	assert.Equal(t, []int{5, 3}, []int{own, of})
	keeps, _ := OwnHold(words.Keeps, logs)
	assert.Zero(t, keeps)
	frame := Shot{Key: "hero", Title: "Hero", DishKey: "ice", Kind: shots.Hero, Hold: words.Melts, SetUp: "a"}
	wish := func(f Shot) (int, string) {
		day, jobs, _ := Jobs([]Dish{iceCream}, []Shot{f}, nil, nil, StartTerms())
		_, h := one(t, jobs, func(j Job) bool { return j.Key == "hero" })
		for _, l := range day.Links {
			if l.To == "hero" && l.MostMin != nil && l.Wish != "The set stands as it was lit" {
				require.Equal(t, h.HoldMin, *l.MostMin)
				return *l.MostMin, l.Wish
			}
		}
		return 0, ""
	}
	usual, words := wish(frame)
	assert.Equal(t, 3, usual)
	assert.NotContains(t, words, "own")
	frame.OwnHoldMin, frame.OwnTimes = own, of
	longer, words := wish(frame)
	assert.Equal(t, 5, longer)
	assert.Contains(t, words, "3 times of your own")
}
