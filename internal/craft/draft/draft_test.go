package draft

import (
	"cmp"
	"fmt"
	"maps"
	"math/rand/v2"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/light"
	"figladder/internal/craft/recipe"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// caution goes with every camera over a table, however well it is planned.
const caution = "overhead-caution"

// judged is what stands against the frames of a draft.
type judged struct {
	frames, heroes, good int // good: no finding above worth knowing but the caution
	strictly             int // nor that
	codes                map[string]int
}

// read judges every frame of a draft as the page judges a person's set.
func read(t *testing.T, a Ask, d Draft, j *judged) {
	t.Helper()
	kinds := map[string]shots.Kind{}
	for _, x := range a.Shots {
		kinds[x.ID] = x.Kind
	}
	seen := 0
	for _, u := range d.SetUps {
		for _, f := range u.Frames {
			seen++
			s := u.Up.With(f.Own)
			require.Empty(t, s.Check(), "%s", u.Words)
			assert.Empty(t, scene.Overlaps(s.Objects(scene.Rough)), "%s", u.Words)
			detail := light.Search
			if kinds[f.ShotID] == shots.Hero { // as the page reads it
				detail = light.Fine
			}
			r, err := compose.Judge(t.Context(), s, a.Wants, a.Shapes, detail)
			require.NoError(t, err)
			cautions, worse := 0, 0
			for _, x := range r.Findings {
				assert.NotEqual(t, finding.Stop, x.Severity, "%s: %s", u.Words, x.Code)
				if x.Severity == finding.Note {
					continue
				}
				hero := "other "
				if kinds[f.ShotID] == shots.Hero {
					hero = "hero "
				}
				j.codes[hero+x.Code]++
				if x.Code == caution {
					cautions++
				} else {
					worse++
				}
			}
			if kinds[f.ShotID] == shots.Hero {
				j.heroes++
				if worse == 0 {
					j.good++
					if cautions == 0 {
						j.strictly++
					}
				}
			}
		}
	}
	assert.Equal(t, len(a.Shots), seen, "every frame is drafted once")
	j.frames += seen
}

// A study of all labelled recipes, six dishes a shoot: FIGLADDER_DRAFTS=shared,own,unseen.
func TestDraftsOfEverySet(t *testing.T) {
	sets := os.Getenv("FIGLADDER_DRAFTS")
	if sets == "" {
		t.Skip("a study: set FIGLADDER_DRAFTS to the labelled sets")
	}
	for _, dir := range strings.Split(sets, ",") {
		all := cooked(t, dir)
		began, j := time.Now(), judged{codes: map[string]int{}}
		for some := range slices.Chunk(all, 6) {
			a := ask(some, shelf())
			d, err := Make(t.Context(), a)
			require.NoError(t, err)
			read(t, a, d, &j)
		}
		fmt.Printf("%s: %d frames; of %d heroes %d with no finding above worth knowing but the caution of an overhead, %d not even that; %.1f s\n", dir, j.frames, j.heroes, j.good, j.strictly, time.Since(began).Seconds())
		for _, k := range slices.SortedFunc(maps.Keys(j.codes), func(a, b string) int { return cmp.Compare(j.codes[b], j.codes[a]) }) {
			fmt.Println("  ", k, j.codes[k])
		}
	}
}

// Two shoots of six dishes: one of the recipes that the draft was made on, one of those that
// it was not.
func TestDraftsStandUpToTheChecks(t *testing.T) {
	for _, dir := range []string{"shared", "fourth"} {
		t.Run(dir, func(t *testing.T) {
			j := judged{codes: map[string]int{}}
			a := ask(cooked(t, dir)[:6], shelf())
			d, err := Make(t.Context(), a)
			require.NoError(t, err)
			read(t, a, d, &j)
			assert.GreaterOrEqual(t, float64(j.good), 0.8*float64(j.heroes), "%v", j.codes)
			assert.Less(t, len(d.SetUps), j.frames/2, "frames share set-ups")
		})
	}
}

// Ten cupboards made at random: few props, none that fit, all promised to another dish.
func TestDraftsOfPoorCupboards(t *testing.T) {
	all, all10 := cooked(t, "own"), judged{codes: map[string]int{}}
	for n := range 10 {
		rng := rand.New(rand.NewPCG(uint64(n), 17))
		props := bare(rng, shelf())
		switch n % 3 {
		case 1:
			props = nil
		case 2:
			for i := range props {
				props[i].Held = "another dish"
			}
		}
		a := ask([]recipe.Recipe{all[n]}, props)
		if n%2 == 0 {
			a.Place = nil
		}
		if n%5 == 0 {
			a.Kit, a.Wants.Kit, a.Day = nil, nil, ""
		}
		d, err := Make(t.Context(), a)
		require.NoError(t, err)
		read(t, a, d, &all10)
		codes := map[string]bool{}
		for _, l := range d.Lacks {
			codes[l.Code] = true
			assert.NotEmpty(t, l.Try, "what to rent, buy or find out")
		}
		if n%3 != 0 {
			assert.True(t, codes["no-vessel"] && codes["no-ground"], "%d: %v", n, codes)
		}
		assert.Equal(t, a.Place == nil, codes["no-place"], "%d", n)
		for _, u := range d.SetUps {
			for _, c := range u.Choices {
				assert.NotContains(t, c.Because, "held for")
			}
		}
	}
	t.Logf("of %d heroes %d with no finding above worth knowing but the caution of an overhead, %d not even that", all10.heroes, all10.good, all10.strictly)
	assert.GreaterOrEqual(t, float64(all10.good), 0.8*float64(all10.heroes), "%v", all10.codes)
}

func TestTheSameAskMakesTheSameDraft(t *testing.T) {
	a := ask(cooked(t, "shared")[2:4], shelf())
	one, err := Make(t.Context(), a)
	require.NoError(t, err)
	two, err := Make(t.Context(), a)
	require.NoError(t, err)
	assert.Equal(t, one, two)

	// Others differ on purpose.
	a.Variant = 1
	other, err := Make(t.Context(), a)
	require.NoError(t, err)
	grounds, lit := 0, 0
	for i := range one.SetUps {
		if one.SetUps[i].Up.Ground.PropID != other.SetUps[i].Up.Ground.PropID {
			grounds++
		}
		if one.SetUps[i].Up.Lights[0].XMm != other.SetUps[i].Up.Lights[0].XMm {
			lit++
		}
	}
	assert.Positive(t, grounds)
	assert.Positive(t, lit)
}

func TestWhatIsHeldIsTaken(t *testing.T) {
	props := shelf()
	for i := range props {
		if props[i].ID == "Charcoal plate" || props[i].ID == "Sage board" {
			props[i].Held = "dish0"
		}
	}
	a := ask(cooked(t, "shared")[4:5], props) // on a plate
	d, err := Make(t.Context(), a)
	require.NoError(t, err)
	took := map[string]Choice{}
	for _, u := range d.SetUps {
		for _, c := range u.Choices {
			if u.Key == "ingredients" {
				continue
			}
			if _, known := took[c.Key]; !known {
				took[c.Key] = c
			}
		}
	}
	assert.Equal(t, "Charcoal plate", took["vessel"].Took)
	assert.Equal(t, "It is held for this dish.", took["vessel"].Because)
	assert.Equal(t, "Sage board", took["ground"].Took)
	assert.NotEmpty(t, took["vessel"].Next, "what would have been next")
	assert.NotEmpty(t, took["hour"].Because)
}

// draftOf is the draft of one labelled recipe with references, and its choices of hero and set-up.
func draftOf(t *testing.T, n int, told Told) (scene.Set, map[string]Choice) {
	t.Helper()
	a := ask(cooked(t, "shared")[n:n+1], shelf())
	a.Dishes[0].Told = told
	d, err := Make(t.Context(), a)
	require.NoError(t, err)
	hero := ""
	for _, x := range a.Shots {
		if x.Kind == shots.Hero {
			hero = x.ID
		}
	}
	for _, u := range d.SetUps {
		for _, f := range u.Frames {
			if f.ShotID == hero {
				took := map[string]Choice{}
				for _, c := range append(slices.Clone(u.Choices), f.Choices...) {
					took[c.Key] = c
				}
				return u.Up.With(f.Own), took
			}
		}
	}
	t.Fatal("the hero was not drafted")
	return scene.Set{}, nil
}

func TestADraftFollowsWhatReferencesSay(t *testing.T) {
	_, was := draftOf(t, 4, Told{})
	require.NotEqual(t, "low", was["angle"].Took)
	u, now := draftOf(t, 4, Tell([]brief.Reference{{Takes: []string{"angle", "light", "prop"}, Words: "Low, backlit, wide, with a pitcher; no cloth."}}, "dish0"))
	assert.Equal(t, "low", now["angle"].Took)
	assert.Equal(t, was["angle"].Took, now["angle"].Next, "the list's own is one press away")
	assert.Contains(t, now["angle"].Because, "Low, backlit")
	assert.Contains(t, now["light"].Took, "from behind")
	assert.Contains(t, now["light"].Because, "A reference says")
	var names []string
	for _, x := range u.Things {
		names = append(names, x.Name)
		assert.NotEqual(t, "linen", x.Kind, "it does without a cloth")
	}
	assert.Contains(t, names, "Slate jug")
	across := func(s scene.Set) float64 {
		return s.Camera.DistanceMm / s.Camera.FocalMm
	}
	tight, _ := draftOf(t, 4, Told{Near: "tight", NearWords: "Tight on it."})
	plain, _ := draftOf(t, 4, Told{})
	assert.Less(t, across(tight), across(plain), "nearer")
}

func TestAPhoneIsTakenWhenThereIsNothingElse(t *testing.T) {
	phone := kit.Item{Name: "Pocket phone", Kind: kit.Phone, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, HighestISO: 800, Lenses: []kit.FixedLens{{Name: "Main", FocalMm: 6.8, Number: 1.8, SensorWMm: 9.8, SensorHMm: 7.3, PixelsLong: 8064, ClosestMm: 120}}}
	took := func(items []kit.Item) []string {
		a := ask(cooked(t, "shared")[:6], shelf())
		a.Kit = items
		d, err := Make(t.Context(), a)
		require.NoError(t, err)
		var out []string
		for _, u := range d.SetUps {
			for _, f := range u.Frames {
				out = append(out, f.Own.Camera.Body)
			}
		}
		return out
	}
	small := kit.Item{Name: "APS-C body", Kind: kit.Body, SensorWMm: 23.5, SensorHMm: 15.6, PixelsLong: 6000, HighestISO: 3200}
	for _, body := range took(append([]kit.Item{small, phone}, bag()...)) {
		assert.Equal(t, "Body", body, "the best there is")
	}
	assert.Contains(t, took([]kit.Item{phone}), "Pocket phone")
}

// A helping decides the vessel and how full it is; what it holds is read back by the scene.
func TestADrinkIsDraftedInWhatHoldsIt(t *testing.T) {
	props := shelf()
	props = append(props, prop(cupboard.Glass, "Tall glass", 80, 190, "#cfd8da", "", "gloss", 4), prop(cupboard.Glass, "Cordial glass", 45, 60, "#cfd8da", "", "gloss", 6))
	n := slices.IndexFunc(cooked(t, "shared"), func(r recipe.Recipe) bool { return strings.Contains(r.Title, "Sour") })
	require.GreaterOrEqual(t, n, 0)
	held := map[float64]string{}
	for _, ml := range []float64{60, 520} {
		a := ask(cooked(t, "shared")[n:n+1], props)
		a.Dishes[0].PortionMl = ml
		d, err := Make(t.Context(), a)
		require.NoError(t, err)
		for _, u := range d.SetUps {
			if u.Key == Ingredients {
				continue
			}
			v, f := u.Up.Vessel, u.Up.Food
			held[ml] = u.Choices[0].Took
			if share, fits := v.LevelFor(ml); fits && share > leastPoured {
				assert.InDelta(t, share, f.FillShare, 0.006, "%s for %.0f ml", v.Kind, ml)
			}
		}
	}
	assert.NotEqual(t, held[60.0], held[520.0], "another glass for another helping")
	assert.Equal(t, "Tall glass", held[520.0])
}

// What a pour lets go falls as a stone does: √(2 g h), worked out here by its own steps.
func TestWhatIsPouredFallsInItsFrame(t *testing.T) {
	poured := 0
	for n, r := range cooked(t, "shared") {
		a := ask([]recipe.Recipe{r}, shelf())
		falls := map[string]float64{}
		for _, x := range a.Shots {
			falls[x.ID] = x.FallsMm * map[bool]float64{true: 1}[x.Kind == shots.Action || x.Kind == shots.Clip]
		}
		if n > 5 {
			break
		}
		d, err := Make(t.Context(), a)
		require.NoError(t, err)
		for _, u := range d.SetUps {
			for _, f := range u.Frames {
				s := u.Up.With(f.Own)
				if falls[f.ShotID] == 0 {
					assert.Zero(t, s.Food.PourMm, f.ShotID)
					continue
				}
				poured++
				assert.True(t, f.Own.Food != nil, "only in its own frame")
				assert.LessOrEqual(t, s.Food.PourMm, falls[f.ShotID])
				v, dt := 0.0, 1e-5
				for fallen := 0.0; fallen < s.Food.PourMm; fallen += v * dt {
					v += 9806.65 * dt
				}
				assert.InDelta(t, v, s.Food.Movement, 10, f.ShotID)
			}
		}
	}
	assert.Positive(t, poured)
}

func TestFramesOfOneLightAreOneSetUp(t *testing.T) {
	a := Ask{Dishes: []Dish{{ID: "a"}, {ID: "b"}}, Shots: []Shot{
		{ID: "1", DishID: "a", Kind: shots.Ingredient}, {ID: "2", DishID: "a", Kind: shots.Hero, Light: words.FromBehind},
		{ID: "3", DishID: "a", Kind: shots.Action, Light: words.Continuous}, {ID: "4", DishID: "a", Kind: shots.Alternate, Light: words.FromSide},
		{ID: "5", DishID: "b", Kind: shots.Ingredient}, {ID: "6", DishID: "b", Kind: shots.Hero}, {ID: "7", DishID: "gone", Kind: shots.Hero}}}
	var got []string
	for _, g := range divide(a) {
		ids := g.key + ":"
		for _, x := range g.shots {
			ids += x.ID
		}
		got = append(got, ids)
	}
	assert.Equal(t, []string{"ingredients:15", "a from behind:23", "a from the side:4", "b from the side:6"}, got)
}

func TestADraftAgainKeepsWhatWasChanged(t *testing.T) {
	drafted := scene.Start()
	drafted, _ = drafted.WithThing("jar")
	now, fresh := drafted.Copy(), drafted.Copy()
	now.Camera.Aperture, now.Things[0].XMm = 9, 1
	fresh.Camera.Aperture, fresh.Camera.FocalMm, fresh.Things[0].XMm, fresh.Ground.On = 4, 35, 2, true
	got, err := Again(drafted, now, fresh)
	require.NoError(t, err)
	assert.Equal(t, []any{9.0, 35.0, 1.0, true}, []any{got.Camera.Aperture, got.Camera.FocalMm, got.Things[0].XMm, got.Ground.On})
	same, err := Again(drafted, drafted, fresh)
	require.NoError(t, err)
	assert.Equal(t, fresh, same)
}

func TestAMendNeverLoses(t *testing.T) {
	wants := scene.Wants{Kit: bag(), OutputLongPx: 3000, RatioLowStops: 1, RatioHighStops: 2}
	judge := JudgeFor(t.Context(), wants, published, light.Search)
	for n := range 6 {
		rng := rand.New(rand.NewPCG(uint64(n), 3))
		s := scene.Start()
		for range 4 {
			s, _ = s.WithThing(scene.Kinds[rng.IntN(len(scene.Kinds))])
		}
		s.Camera.ElevationDeg, s.Camera.Aperture, s.Camera.DistanceMm = 5+80*rng.Float64(), 2.8, 700+1200*rng.Float64()
		before, err := judge(s)
		require.NoError(t, err)
		got, err := Mend(s, judge, func(string) bool { return true }, 20)
		require.NoError(t, err)
		after, err := judge(got.Set)
		require.NoError(t, err)
		assert.LessOrEqual(t, costOf(after.Findings), costOf(before.Findings))
		assert.Equal(t, spoils(after.Findings), got.Is)
		assert.Equal(t, len(got.Did) > 0, costOf(after.Findings) < costOf(before.Findings))
		held, err := Mend(s, judge, func(path string) bool { return !strings.HasPrefix(path, "camera.") }, 20)
		require.NoError(t, err)
		assert.Equal(t, s.Camera, held.Set.Camera, "what must not be changed is not")
	}
}

func TestEveryIngredientFillsTheVesselItself(t *testing.T) {
	a := ask(cooked(t, "shared")[:2], shelf())
	a.Shots = slices.DeleteFunc(a.Shots, func(x Shot) bool { return x.Kind != shots.Ingredient })
	d, err := Make(t.Context(), a)
	require.NoError(t, err)
	require.Len(t, d.SetUps, 1)
	for _, f := range d.SetUps[0].Frames {
		require.NotNil(t, f.Own.Food, "the first, too")
	}
}

func TestASetInTheDarkIsDraftedBeside(t *testing.T) {
	a := ask(cooked(t, "shared")[4:5], shelf())
	s := scene.Start()
	s.Lights = []scene.Light{}
	up, own := s.Parts(scene.SetUp{})
	for _, x := range a.Shots {
		if x.Kind == shots.Hero {
			a.Standing = map[string]Standing{x.ID: {SetUpID: "mine", Up: up, Own: own}}
		}
	}
	d, err := Make(t.Context(), a)
	require.NoError(t, err)
	assert.NotEmpty(t, d.SetUps)
}

func TestAFrameAfterABiteShowsTheBite(t *testing.T) {
	for cause, want := range map[string]words.DishState{"bite": words.Bitten, "Take a bite": words.Bitten, "cut": words.Cut, "bitter": words.Cut} {
		assert.Equal(t, want, state(Shot{Kind: shots.After, Cause: cause}), cause)
	}
	assert.Equal(t, words.Undressed, state(Shot{Kind: shots.Safe, Cause: "bite"}), "it is not taken yet")
	assert.Equal(t, words.Served, state(Shot{Kind: shots.Hero}))
}
