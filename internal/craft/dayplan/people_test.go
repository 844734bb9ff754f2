package dayplan

import (
	"slices"
	"testing"

	"figladder/internal/craft/shots"
	"figladder/internal/craft/words"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var crew = []Person{{"Maud", "photographer", 480, 1080}, {"Ines", "stylist", 480, 1080}, {"Tam", "assistant", 600, 1080}}

// Nobody does two things at once or when they are not there; the photographer is behind the lens, and the stylist plates.
func TestWhoDoesWhat(t *testing.T) {
	terms := StartTerms()
	terms.Hands = 3
	frames := []Shot{{Key: "hero", Title: "Black sesame ice cream", DishKey: "ice", Kind: shots.Hero, Hold: words.Melts, SetUp: "a", Hands: 1}, {Key: "seeds", Title: "The seeds", DishKey: "ice", Kind: shots.Ingredient, Hold: words.Keeps, SetUp: "b"}}
	day, jobs, _ := Jobs([]Dish{iceCream}, frames, nil, nil, terms)
	o, err := PlanDay(t.Context(), day, jobs, terms, Styles[0], Usual, nil)
	require.NoError(t, err)
	who := Assign(day, jobs, o.Starts, crew)
	for i, a := range jobs {
		for _, name := range who[i] {
			at := slices.IndexFunc(crew, func(p Person) bool { return p.Name == name })
			if o.Starts[i] >= 0 {
				assert.GreaterOrEqual(t, o.Starts[i], crew[at].FromMin, "%s: %s", a.Name, name)
			}
			for k := range jobs {
				if k != i && slices.Contains(who[k], name) {
					over := o.Starts[i] < o.Starts[k]+day.Tasks[k].Min && o.Starts[k] < o.Starts[i]+day.Tasks[i].Min
					assert.False(t, over, "%s is at %s and %s", name, a.Name, jobs[k].Name)
				}
			}
		}
		need := 0
		for _, n := range day.Tasks[i].Needs {
			if n.Of == hands {
				need = n.Units
			}
		}
		assert.LessOrEqual(t, len(who[i]), max(1, need), a.Name)
		switch a.Kind {
		case Frame, Look, Copy:
			assert.Contains(t, who[i], "Maud", a.Name)
		case Finish:
			assert.Equal(t, []string{"Ines"}, who[i], a.Name)
		case Freeze, Chill, Rest:
			assert.Empty(t, who[i], a.Name)
		}
	}
}

func TestNobodyIsThere(t *testing.T) {
	day := Day{Span: Span{0, 100}, Resources: []Resource{{Key: hands, Units: 1}}, Tasks: []Task{{Key: "a", Min: 10, Needs: []Need{{hands, 2}}}}}
	jobs := []Job{{Key: "a", Kind: Prep}}
	assert.Empty(t, Assign(day, jobs, []int{0}, nil)[0])
	assert.Equal(t, []string{"Tam"}, Assign(day, jobs, []int{10}, []Person{{"Tam", "assistant", 0, 100}})[0], "as many as there are")
	assert.Empty(t, Assign(day, jobs, []int{95}, []Person{{"Tam", "assistant", 0, 100}})[0], "who leaves before it is over does not begin it")
}

// Two people can do two things at every minute, and still not this: somebody would have to hand the peeling on in the
// middle. With people the day is planned so that nobody has to; with a third it is as short as it was.
func TestNobodyHandsAJobOnInTheMiddle(t *testing.T) {
	d := Day{Span: Span{0, 200}, Resources: []Resource{{Key: hands, Units: 2}, {Key: camera, Units: 1}},
		Tasks: []Task{{Key: "peel", Min: 40, Needs: []Need{{hands, 1}}}, {Key: "plate", Min: 10, Needs: []Need{{hands, 1}}}, {Key: "frame", Min: 20, Needs: []Need{{hands, 1}, {camera, 1}}}, {Key: "wrap", Min: 5}},
		Links: []Link{{From: "plate", To: "frame"}, {From: "frame", To: "wrap"}, {From: "peel", To: "wrap"}}}
	jobs := []Job{{Key: "peel", Kind: Prep}, {Key: "plate", Kind: Finish}, {Key: "frame", Kind: Frame}, {Key: "wrap", Kind: Wrap}}
	plan := func(people []Person) (int, [][]string) {
		o, err := PlanDay(t.Context(), d, jobs, Terms{}, Shortest, Usual, people)
		require.NoError(t, err)
		require.Empty(t, Audit(d, o.Starts))
		return o.EndMin, Assign(d, jobs, o.Starts, people)
	}
	end, _ := plan(nil)
	assert.Equal(t, 45, end, "by numbers alone all of it goes on at once")
	end, who := plan([]Person{{"Maud", "photographer", 0, 200}, {"Ines", "stylist", 0, 200}})
	assert.Equal(t, 55, end)
	assert.Equal(t, "Ines", who[1][0])
	assert.Equal(t, "Maud", who[2][0])
	end, who = plan(crewFrom0)
	assert.Equal(t, 45, end)
	assert.Equal(t, [][]string{{"Tam"}, {"Ines"}, {"Maud"}}, who[:3])
}

var crewFrom0 = []Person{{"Maud", "photographer", 0, 200}, {"Ines", "stylist", 0, 200}, {"Tam", "assistant", 0, 200}}
